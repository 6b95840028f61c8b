'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import { ChevronRight } from 'lucide-react';
import { Button as AriaButton, Disclosure, DisclosurePanel, Heading } from 'react-aria-components';
import styled from 'styled-components';
import { openAtFirst, type BenchLine, type GroupLoad } from '@/core/bench/lines';
import { inGroups } from '@/core/groups';
import { addDays } from '@/core/measure/day';
import { ActionSheet } from '@/app/ActionSheet';
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
  Thumbnail,
} from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { BenchDrawn } from './BenchDrawn';

/** A line with the picture of the work it is about. */
type Pictured = BenchLine & { picture: string | null };
type Props = {
  /** The lines that are drawn, and what each group holds in all. */
  lines: Pictured[];
  loads: GroupLoad[];
  low: { id: string; name: string; onHand: number; reorderAt: number }[];
  today: string;
  isNew: boolean;
  promises: { sent: number; kept: number };
  week: { day: string; minutes: number; have: number }[];
  /** What was put off, with the day it comes back. */
  putOff: { line: BenchLine; untilOn: string; why: string }[];
  /** What was promised and cannot be kept by the plan of the week. */
  missed: string[];
  /** What is worked out longer than a page is waited for: promises that slipped, listings no longer so. */
  beside?: ReactNode;
};

const Line = styled.li<{ $next: boolean }>`
  display: grid;
  grid-template-columns: 82px 56px minmax(0, 1fr) 38px 52px 150px;
  gap: 12px;
  align-items: center;
  min-height: 50px;
  padding: 4px 16px;
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
  .minutes button {
    display: flex;
    justify-content: flex-end;
    min-height: 24px;
    padding: 0;
  }
  p {
    line-height: 17px;
  }
  a,
  button {
    width: 100%;
  }
  ${narrow} {
    grid-template-columns: 56px minmax(0, 1fr);
    padding: 12px 10px;
    > .when {
      grid-column: 1 / -1;
    }
    > .when br {
      display: none;
    }
    > .drawn {
      display: none;
    }
    .minutes {
      text-align: left;
    }
    > .minutes,
    > .act {
      grid-column: 1 / -1;
    }
  }
`;
const Group = styled(Disclosure)`
  h2 {
    border-bottom: 1px solid ${t.line};
  }
  h2 button {
    display: flex;
    gap: 8px;
    align-items: center;
    width: 100%;
    min-height: 38px;
    padding: 8px 16px 6px;
    border: 0;
    background: none;
    font: inherit;
    font-size: 12px;
    font-weight: 400;
    color: ${t.ink2};
    cursor: pointer;
    text-align: left;
  }
  h2 button span:first-of-type {
    flex: 1;
  }
  h2 svg {
    transition: transform 120ms;
  }
  &[data-expanded] h2 svg {
    transform: rotate(90deg);
  }
  @media (prefers-reduced-motion: reduce) {
    h2 svg {
      transition: none;
    }
  }
`;
const Plain = styled(Panel)`
  padding: 0 0 24px;
  ${narrow} {
    padding: 0;
  }
`;

const More = styled.p`
  padding: 10px 16px;
  color: ${t.ink2};
`;

const WEEKDAY = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const dayOf = (day: string) => new Date(`${day}T00:00:00Z`);
const hours = (minutes: number) =>
  minutes < 60
    ? `${minutes} min`
    : `${Math.floor(minutes / 60)} h ${minutes % 60 ? `${minutes % 60} min` : ''}`.trim();

/** What is to be done, how much it is, and how much of it was promised by today. */
function sayLoad(loads: readonly GroupLoad[]): string {
  const sum = (of: (load: GroupLoad) => number) => loads.reduce((all, load) => all + of(load), 0);
  const [count, due] = [sum((load) => load.count), sum((load) => load.dueToday)];
  if (count === 0) return 'Nothing wants hands.';
  const things = count === 1 ? '1 thing wants' : `${count} things want`;
  const promised = due ? `; ${due} ${due === 1 ? 'is' : 'are'} promised by today` : '';
  return `${things} hands, about ${hours(sum((load) => load.minutes))}${promised}.`;
}

/** What is done from the bench: one line at a time, what was refused said beside its line. */
function useBench(lines: readonly Pictured[]) {
  const action = useAction();
  const router = useRouter();
  const [at, setAt] = useState<string | null>(null);
  const go = (line: BenchLine) => {
    if ('href' in line.next) {
      router.push(line.next.href);
      return;
    }
    setAt(line.id);
    void action.run(line.next.act, line.next.input);
  };
  // A key does the first line that has it.
  const firstOf = new Map<string, BenchLine>();
  for (const line of lines) if (!firstOf.has(line.next.key)) firstOf.set(line.next.key, line);
  useKeys(
    [...firstOf.values()].map((line) => ({
      key: line.next.key,
      label: `${line.next.label.toLowerCase()}: ${line.subject}`,
      run: () => go(line),
    })),
  );
  return {
    go,
    isPending: action.isPending,
    errorAt: (line: BenchLine) => (at === line.id ? action.error : null),
    keyOf: (line: BenchLine) => (firstOf.get(line.next.key) === line ? line.next.key : undefined),
  };
}
type Bench = ReturnType<typeof useBench>;

/** What needs hands today: each line with its picture, its reason and its one next act. */
export function BenchView(props: Props) {
  const { lines, loads, low, today, isNew, promises, week, putOff, missed, beside } = props;
  const bench = useBench(lines);
  const [later, setLater] = useState<BenchLine | null>(null);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{WEEKDAY[dayOf(today).getUTCDay()]} at the bench</PageTitle>
          <Lead>
            {sayLoad(loads)}{' '}
            {missed.length > 0 && (
              <>
                <Link href="/week" prefetch={false}>
                  {missed.length === 1 ? 'A promise' : `${missed.length} promises`} cannot be kept
                </Link>
                .
              </>
            )}
          </Lead>
        </div>
        <Week week={week} />
      </PageHeader>
      <Columns>
        <Plain aria-label="What needs hands">
          {lines.length === 0 && <ClearBench isNew={isNew} />}
          <Groups lines={lines} loads={loads} bench={bench} promises={promises} onLater={setLater} />
          <PutOff putOff={putOff} />
        </Plain>
        <Aside>
          {beside}
          <RunningLow low={low} />
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
            Tearing, trimming, stretching, hanging: <Link href="/quiet">quiet screens</Link> go one step
            at a time, on scrap first.
          </Small>
          <Small>
            Keys follow the work: press <b>?</b> to see those that work here, <b>x</b> to flip mm and
            inches.
          </Small>
        </Aside>
      </Columns>
      {later && <LaterSheet line={later} today={today} onClose={() => setLater(null)} />}
    </Page>
  );
}

/** Until when a line is put off, and why. */
function LaterSheet({ line, today, onClose }: { line: BenchLine; today: string; onClose: () => void }) {
  return (
    <ActionSheet
      act="putOff"
      title={`Put off: ${line.subject}`}
      label="Put it off"
      about={line.id}
      first={{ untilOn: addDays(today, 1), why: '' }}
      asks={[
        { kind: 'day', name: 'untilOn', label: 'Until', required: true, autoFocus: true },
        { kind: 'text', name: 'why', label: 'Why', hint: 'said beside it; may be empty' },
      ]}
      input={({ untilOn, why }) => ({ line: line.id, untilOn, why })}
      onClose={onClose}
    >
      <Small>{line.about}. It leaves the bench and the week, and comes back by itself on that day.</Small>
    </ActionSheet>
  );
}

/** What was put off, folded: it is not forgotten, and can be taken up before its day. */
function PutOff({ putOff }: Pick<Props, 'putOff'>) {
  const action = useAction();
  const { date } = useUnits();
  if (putOff.length === 0) return null;
  return (
    <Group>
      <Heading level={2}>
        <AriaButton slot="trigger">
          <ChevronRight size={14} strokeWidth={1.6} aria-hidden="true" />
          <span>Put off: {putOff.length}</span>
        </AriaButton>
      </Heading>
      <DisclosurePanel>
        <ul>
          {putOff.map(({ line, untilOn, why }) => (
            <OffLine key={line.id}>
              <span>
                <strong>{line.subject}</strong>, {line.about}
                <br />
                <Small>
                  until {date(untilOn)}
                  {why && `: ${why}`}
                </Small>
              </span>
              <Button
                isDisabled={action.isPending}
                onPress={() => action.run('takeUp', { line: line.id })}
              >
                Take it up
              </Button>
            </OffLine>
          ))}
        </ul>
        <ErrorCallout error={action.error} />
      </DisclosurePanel>
    </Group>
  );
}

const OffLine = styled.li`
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 6px 16px;
  border-bottom: 1px solid ${t.line};
`;

function ClearBench({ isNew }: { isNew: boolean }) {
  return (
    <EmptyState title={isNew ? 'A clear bench' : 'All done'}>
      <p>
        {isNew
          ? 'What needs hands will stand here, each line with its reason and its next act: proofs to judge, prints to sign, parcels to send. It begins with a picture.'
          : 'Nothing to judge, sign, pack or send. When an order comes or a proof dries, it stands here.'}
      </p>
      <IntakeZone workId={null} label="Bring a picture in" openWork>
        {(choose) => (
          <Row>
            {isNew && (
              <ButtonLink href="/first" main>
                Begin: ten minutes to the first price
              </ButtonLink>
            )}
            {choose}
          </Row>
        )}
      </IntakeZone>
    </EmptyState>
  );
}

/** The groups of the day; those beyond a morning are folded until somebody opens them. */
function Groups({
  lines,
  loads,
  bench,
  promises,
  onLater,
}: {
  lines: Pictured[];
  loads: readonly GroupLoad[];
  bench: Bench;
  onLater: (line: BenchLine) => void;
  promises: Props['promises'];
}) {
  const itemsOf = new Map(inGroups(lines, (line) => line.group).map(({ key, items }) => [key, items]));
  const atFirst = openAtFirst(loads.map(({ group, count }) => ({ key: group, count })));
  const [turned, setTurned] = useState<Partial<Record<BenchLine['group'], boolean>>>({});
  return loads.map(({ group, count, minutes }) => (
    <Group
      key={group}
      isExpanded={turned[group] ?? atFirst.includes(group)}
      onExpandedChange={(isOpen) => setTurned((was) => ({ ...was, [group]: isOpen }))}
    >
      <Heading level={2}>
        <AriaButton slot="trigger">
          <ChevronRight size={14} strokeWidth={1.6} aria-hidden="true" />
          <span>
            {group}: {count}, about {hours(minutes)}
          </span>
          {group === 'Promised' && promises.sent > 0 && (
            <span>
              {promises.kept} of {promises.sent} in the last 30 days left on time
            </span>
          )}
        </AriaButton>
      </Heading>
      <DisclosurePanel>
        <ol>
          {itemsOf.get(group)?.map((line) => (
            <OneLine
              key={line.id}
              line={line}
              isNext={line === lines[0]}
              bench={bench}
              onLater={onLater}
            />
          ))}
        </ol>
        <Undrawn group={group} left={count - (itemsOf.get(group)?.length ?? 0)} />
      </DisclosurePanel>
    </Group>
  ));
}

/** How many more there are than are drawn, and the way to them. */
function Undrawn({ group, left }: { group: BenchLine['group']; left: number }) {
  if (left === 0) return null;
  return (
    <More>
      {left} more {left === 1 ? 'is' : 'are'} not drawn here.{' '}
      <Link href="/?all=1" prefetch={false}>
        Draw all of “{group}”
      </Link>
    </More>
  );
}

function OneLine({
  line,
  isNext,
  bench,
  onLater,
}: {
  line: Pictured;
  isNext: boolean;
  bench: Bench;
  onLater: (line: BenchLine) => void;
}) {
  const { sentence } = useUnits();
  const { next } = line;
  const reason = <Small>{sentence(line.reason)}</Small>;
  return (
    <Line $next={isNext}>
      <div className="when">
        <strong>{sentence(line.when)}</strong>
        <br /> <Small>{sentence(line.whenNote)}</Small>
      </div>
      <Thumbnail $w={56} $h={42}>
        {line.picture ? (
          <img src={`/api/pictures/${line.picture}/thumb`} alt="" loading="lazy" />
        ) : (
          <BenchDrawn kind={line.drawing} />
        )}
      </Thumbnail>
      <div className="what">
        <p>
          <strong>{line.subject}</strong>, {line.about}
        </p>
        <p>{line.mark ? <MarkedText kind={line.mark}>{reason}</MarkedText> : reason}</p>
        <ErrorCallout error={bench.errorAt(line)} />
      </div>
      <div className="drawn">{line.picture && <BenchDrawn kind={line.drawing} small />}</div>
      <div className="minutes">
        {line.minutes > 0 ? `${line.minutes} min` : ''}
        {line.group !== 'Promised' && (
          <Button
            quiet
            onPress={() => onLater(line)}
            aria-label={`Put off: ${line.subject}, ${line.about}`}
          >
            later
          </Button>
        )}
      </div>
      <div className="act">
        {'href' in next ? (
          <ButtonLink href={next.href} main={isNext} keyName={bench.keyOf(line)}>
            {next.label}
          </ButtonLink>
        ) : (
          <Button
            main={isNext}
            keyName={bench.keyOf(line)}
            isDisabled={bench.isPending}
            onPress={() => bench.go(line)}
          >
            {next.label}
          </Button>
        )}
      </div>
    </Line>
  );
}

function RunningLow({ low }: Pick<Props, 'low'>) {
  return (
    <section>
      <PanelTitle>
        Running low <span>on the packing shelf</span>
      </PanelTitle>
      {low.length === 0 && <Small>Nothing is at its reorder point.</Small>}
      {low.map((supply) => (
        <LowLine key={supply.id}>
          <span>
            {supply.name}
            <br />
            <Small>{supply.onHand === 0 ? 'none left' : `reorder at ${supply.reorderAt}`}</Small>
          </span>
          <b>{supply.onHand}</b>
        </LowLine>
      ))}
    </section>
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
  b {
    display: flex;
    align-items: flex-end;
    width: 70%;
    border: 1px dotted ${t.ink3};
    border-bottom: 0;
  }
  i {
    display: block;
    width: 100%;
    background: ${t.second};
    box-shadow: inset 0 0 0 1px ${t.ink3};
  }
  u {
    display: block;
    border-top: ${(p) => (p.$today ? `2px solid ${t.ink}` : `1px solid ${t.ink3}`)};
    text-decoration: none;
    padding-top: 3px;
  }
`;

/** The week ahead as the plan lays it: what is asked of each day, within what the day has. */
function Week({ week }: Pick<Props, 'week'>) {
  const most = Math.max(60, ...week.map((d) => Math.max(d.minutes, d.have)));
  const high = (minutes: number) => Math.round(34 * (minutes / most));
  return (
    <Link href="/week" prefetch={false} aria-label={sayWeek(week)} style={{ textDecoration: 'none' }}>
      <Days aria-hidden="true">
        {week.map((d, i) => (
          <Day key={d.day} $today={i === 0}>
            {d.minutes > 0 ? hours(d.minutes) : null}
            <b style={{ height: high(d.have) }}>
              <i style={{ height: high(d.minutes) }} />
            </b>
            <u>
              {WEEKDAY[dayOf(d.day).getUTCDay()]!.slice(0, 2)} {dayOf(d.day).getUTCDate()}
            </u>
          </Day>
        ))}
      </Days>
    </Link>
  );
}

const sayWeek = (week: Props['week']): string =>
  `The week: ${week.map((d) => `${d.day}: ${hours(d.minutes)} of ${hours(d.have)}`).join(', ')}`;
