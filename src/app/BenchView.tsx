'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import type { BenchLine } from '@/core/bench/lines';
import { inGroups } from '@/core/groups';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { IntakeZone } from '@/ui/Intake';
import { useKeys } from '@/ui/Keys';
import {
  Aside,
  Columns,
  EmptyState,
  PageHeader,
  Lead,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Page,
} from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { BenchDrawn } from './BenchDrawn';

type Props = {
  lines: BenchLine[];
  low: { id: string; name: string; onHand: number; reorderAt: number }[];
  today: string;
  studio: string;
  isNew: boolean;
  promises: { sent: number; kept: number };
  week: { day: string; minutes: number }[];
};

const Lines = styled.ol`
  li[data-group] {
    display: flex;
    justify-content: space-between;
    color: ${t.ink3};
    font-size: 12px;
    padding: 16px 16px 6px;
    border-bottom: 1px solid ${t.line};
  }
`;
const Line = styled.li<{ $next: boolean }>`
  display: grid;
  grid-template-columns: 88px 56px minmax(0, 1fr) 56px 150px;
  gap: 10px;
  align-items: center;
  padding: 10px 16px;
  border-bottom: 1px solid ${t.line};
  background: ${(p) => (p.$next ? t.white : 'none')};
  box-shadow: ${(p) => (p.$next ? `inset 3px 0 0 ${t.ink}` : 'none')};
  .when {
    line-height: 16px;
  }
  .minutes {
    text-align: right;
    color: ${t.ink2};
    white-space: nowrap;
  }
  p {
    line-height: 17px;
  }
  a,
  button {
    width: 100%;
  }
  ${narrow} {
    grid-template-columns: 74px minmax(0, 1fr);
    padding: 12px 10px;
    > .drawn {
      display: none;
    }
    .minutes {
      text-align: left;
    }
    > .what {
      grid-column: 2;
    }
    > .act {
      grid-column: 1 / -1;
    }
  }
`;
const Plain = styled(Panel)`
  padding: 0 0 48px;
  min-height: 60vh;
  ${narrow} {
    padding: 0;
    min-height: 0;
  }
`;

const WEEKDAY = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const dayOf = (day: string) => new Date(`${day}T00:00:00Z`);
const hours = (minutes: number) =>
  minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${minutes % 60 ? `${minutes % 60} min` : ''}`.trim();

/** What needs hands today: each line with its reason and its one next act. */
export function BenchView({ lines, low, today, isNew, promises, week }: Props) {
  const action = useAction();
  const router = useRouter();
  const [at, setAt] = useState<string | null>(null);
  const minutes = lines.reduce((a, l) => a + l.minutes, 0);
  const due = lines.filter(
    (l) => l.group === 'Promised' && (l.when === 'today' || l.whenNote === 'late'),
  ).length;
  const go = (l: BenchLine) => {
    if ('href' in l.next) {
      router.push(l.next.href);
      return;
    }
    setAt(l.id);
    void action.run(l.next.act, l.next.input);
  };
  const firstOf = new Map<string, BenchLine>();
  for (const l of lines) if (!firstOf.has(l.next.key)) firstOf.set(l.next.key, l);
  useKeys(
    [...firstOf.values()].map((l) => ({
      key: l.next.key,
      label: `${l.next.label.toLowerCase()}: ${l.subject}`,
      run: () => go(l),
    })),
  );
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{WEEKDAY[dayOf(today).getUTCDay()]} at the bench</PageTitle>
          <Lead>
            {lines.length === 0
              ? 'Nothing wants hands.'
              : `${lines.length} ${lines.length === 1 ? 'thing wants' : 'things want'} hands, about ${hours(minutes)}${due ? `; ${due} ${due === 1 ? 'is' : 'are'} promised by today` : ''}.`}
          </Lead>
        </div>
        <Week week={week} />
      </PageHeader>
      <Columns>
        <Plain aria-label="What needs hands">
          {lines.length === 0 && (
            <EmptyState title={isNew ? 'A clear bench' : 'All done'}>
              <p>
                {isNew
                  ? 'What needs hands will stand here, each line with its reason and its next act: proofs to judge, prints to sign, parcels to send. It begins with a picture.'
                  : 'Nothing to judge, sign, pack or send. When an order comes or a proof dries, it stands here.'}
              </p>
              <IntakeZone workId={null} label="Bring a picture in" openWork>
                {(choose) => (
                  <Row>
                    {choose}
                    {isNew && (
                      <ButtonLink href="/studio" quiet>
                        Say who the studio is
                      </ButtonLink>
                    )}
                  </Row>
                )}
              </IntakeZone>
            </EmptyState>
          )}
          <Lines>
            {inGroups(lines, (l) => l.group).map(({ key: group, items }) => [
              <li key={group} data-group>
                <span>{group}</span>
                {group === 'Promised' && promises.sent > 0 && (
                  <span>
                    {promises.kept} of {promises.sent} in the last 30 days left on time
                  </span>
                )}
              </li>,
              ...items.map((l) => {
                const isNext = l === lines[0];
                const key = firstOf.get(l.next.key) === l ? l.next.key : undefined;
                return (
                  <Line key={l.id} $next={isNext}>
                    <div className="when">
                      <strong>{l.when}</strong>
                      <br />
                      <Small>{l.whenNote}</Small>
                    </div>
                    <div className="drawn">
                      <BenchDrawn kind={l.drawing} />
                    </div>
                    <div className="what">
                      <p>
                        <strong>{l.subject}</strong>, {l.about}
                      </p>
                      <p>
                        {l.mark ? (
                          <MarkedText kind={l.mark}>
                            <Small>{l.reason}</Small>
                          </MarkedText>
                        ) : (
                          <Small>{l.reason}</Small>
                        )}
                      </p>
                      {at === l.id && <ErrorCallout error={action.error} />}
                    </div>
                    <div className="minutes">{l.minutes > 0 ? `${l.minutes} min` : ''}</div>
                    <div className="act">
                      {'href' in l.next ? (
                        <ButtonLink href={l.next.href} main={isNext} keyName={key}>
                          {l.next.label}
                        </ButtonLink>
                      ) : (
                        <Button
                          main={isNext}
                          keyName={key}
                          isDisabled={action.isPending}
                          onPress={() => go(l)}
                        >
                          {l.next.label}
                        </Button>
                      )}
                    </div>
                  </Line>
                );
              }),
            ])}
          </Lines>
        </Plain>
        <Aside>
          <section>
            <PanelTitle>
              Running low <span>on the packing shelf</span>
            </PanelTitle>
            {low.length === 0 && <Small>Nothing is at its reorder point.</Small>}
            {low.map((s) => (
              <LowLine key={s.id}>
                <span>
                  {s.name}
                  <br />
                  <Small>{s.onHand === 0 ? 'none left' : `reorder at ${s.reorderAt}`}</Small>
                </span>
                <b>{s.onHand}</b>
              </LowLine>
            ))}
          </section>
          {lines.length > 0 && (
            <IntakeZone workId={null} label="Bring a picture in" openWork>
              {(choose) => (
                <>
                  {choose} <Small>or drop one anywhere here</Small>
                </>
              )}
            </IntakeZone>
          )}
          <Small>
            Keys follow the work: press <b>?</b> to see those that work here, <b>x</b> to flip mm and
            inches.
          </Small>
        </Aside>
      </Columns>
    </Page>
  );
}

const LowLine = styled.div`
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 5px 0;
  border-bottom: 1px solid ${t.line};
  b {
    font-weight: 400;
  }
`;

const Days = styled.div`
  display: grid;
  grid-template-columns: repeat(7, 68px);
  gap: 6px;
  align-items: end;
  ${narrow} {
    display: none;
  }
`;
const Day = styled.div<{ $today: boolean }>`
  font-size: 12px;
  line-height: 15px;
  color: ${t.ink2};
  i {
    display: block;
    border: 1px solid ${t.ink3};
    border-bottom: 0;
    background: ${t.second};
    min-height: 0;
  }
  u {
    display: block;
    border-top: ${(p) => (p.$today ? `2px solid ${t.ink}` : `1px solid ${t.ink3}`)};
    text-decoration: none;
    padding-top: 3px;
  }
`;

/** The week ahead by the hours it asks for. */
function Week({ week }: { week: { day: string; minutes: number }[] }) {
  const most = Math.max(60, ...week.map((d) => d.minutes));
  return (
    <Days role="img" aria-label={week.map((d) => `${d.day}: ${hours(d.minutes)}`).join(', ')}>
      {week.map((d, i) => (
        <Day key={d.day} $today={i === 0}>
          {d.minutes > 0 ? (
            <>
              {hours(d.minutes)}
              <i style={{ height: Math.round(34 * (d.minutes / most)), width: '70%' }} />
            </>
          ) : null}
          <u>
            {WEEKDAY[dayOf(d.day).getUTCDay()]!.slice(0, 2)} {dayOf(d.day).getUTCDate()}
          </u>
        </Day>
      ))}
    </Days>
  );
}
