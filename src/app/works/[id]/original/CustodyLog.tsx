'use client';
import type { MoveModel } from '@/app/models';
import { useState } from 'react';
import styled from 'styled-components';
import { custodyLine, type CustodySpan } from '@/core/custody';

import { ActionSheet } from '@/app/ActionSheet';
import { Button, Row } from '@/ui/Button';
import type { Ask } from '@/ui/form/fields';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { useUnits } from '@/ui/Units';

/** Time runs up the page: what is going on now is at the top, where it was away the line is filled. */
const Line = styled.ol`
  li {
    display: grid;
    grid-template-columns: 210px minmax(0, 1fr);
    gap: 4px 16px;
    padding: 4px 0 10px 20px;
    border-left: 5px solid ${t.hair};
  }
  li[data-where='away'] {
    border-left-color: ${t.ink};
  }
  ${narrow} {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

type Props = { workId: string; title: string; moves: MoveModel[]; today: string };

/** Whose hands the original went through, where it was while away, and how it came back. */
export function CustodyLog({ workId, title, moves, today }: Props) {
  const { date } = useUnits();
  const [open, setOpen] = useState<'out' | 'back' | null>(null);
  const away = moves.find((m) => !m.backOn) ?? null;
  const late = away?.dueOn && away.dueOn < today;
  return (
    <section style={{ marginTop: 26 }}>
      <PanelTitle>
        Whose hands it went through <span>{away ? 'away' : 'at home'}</span>
      </PanelTitle>
      <Stack $gap={12} style={{ paddingTop: 6 }}>
        {away && (
          <MarkedText kind={late ? 'fails' : 'care'}>
            With {away.who}
            {away.place && `, ${away.place}`} since {date(away.leftOn)}
            {away.dueOn &&
              (late ? `; due back ${date(away.dueOn)}, late` : `; due back ${date(away.dueOn)}`)}
            : {away.why}.
          </MarkedText>
        )}
        {moves.length > 0 ? (
          <Line aria-label="Whose hands it went through">
            {custodyLine(moves, today).map((span) => (
              <OneSpan key={`${span.where} ${span.from}`} span={span} />
            ))}
          </Line>
        ) : (
          <Small>
            It never left the studio, as far as is noted. Who had it, where and in what state it came back
            is what an insurer asks first.
          </Small>
        )}
        <Row>
          {away ? (
            <Button onPress={() => setOpen('back')}>It is back</Button>
          ) : (
            <Button onPress={() => setOpen('out')}>It leaves the studio</Button>
          )}
        </Row>
      </Stack>
      {open === 'out' && (
        <OutSheet workId={workId} title={title} today={today} onClose={() => setOpen(null)} />
      )}
      {open === 'back' && away && (
        <BackSheet move={away} title={title} today={today} onClose={() => setOpen(null)} />
      )}
    </section>
  );
}

/** One stretch of its time, as long on the page as it was, within bounds. */
function OneSpan({ span }: { span: CustodySpan<MoveModel> }) {
  const { date } = useUnits();
  const until = span.to ? date(span.to) : 'now';
  const days = span.days === 1 ? 'a day' : `${span.days} days`;
  return (
    <li data-where={span.where} style={{ minHeight: Math.min(120, 34 + span.days / 3) }}>
      <Small>
        {date(span.from)} to {until}, {days}
      </Small>
      {span.where === 'home' ? (
        <Small>at home</Small>
      ) : (
        <div>
          <strong>{span.move.who}</strong>
          {span.move.place && `, ${span.move.place}`}: {span.move.why}
          <br />
          <Small>
            Left: {span.move.conditionOut || 'state not noted'}.
            {span.move.backOn && ` Came back: ${span.move.conditionBack || 'state not noted'}.`}
          </Small>
          {span.isLate && <MarkedText kind="fails">due back {date(span.move.dueOn)}: late</MarkedText>}
        </div>
      )}
    </li>
  );
}

const OUT_ASKS: readonly Ask[] = [
  { kind: 'day', name: 'leftOn', label: 'Left on', required: true },
  { kind: 'day', name: 'dueOn', label: 'Due back on', hint: 'empty if it is not known' },
  { kind: 'text', name: 'who', label: 'Who has it', required: true, autoFocus: true },
  { kind: 'text', name: 'place', label: 'Where' },
  {
    kind: 'text',
    name: 'why',
    label: 'Why',
    hint: 'scanning, exhibition, framing, …',
    required: true,
  },
  {
    kind: 'text',
    name: 'conditionOut',
    label: 'How it was when it left',
    hint: 'corners, surface, frame',
  },
];

function OutSheet({
  workId,
  title,
  today,
  onClose,
}: {
  workId: string;
  title: string;
  today: string;
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="handOver"
      title={`${title} leaves the studio`}
      label="Note it"
      about={workId}
      asks={OUT_ASKS}
      first={{ leftOn: today, who: '', place: '', why: '', conditionOut: '', dueOn: '' }}
      input={(values) => ({ workId, ...values, dueOn: values.dueOn || null })}
      onClose={onClose}
    />
  );
}

function BackSheet({
  move,
  title,
  today,
  onClose,
}: {
  move: MoveModel;
  title: string;
  today: string;
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="takeBack"
      title={`${title} is back from ${move.who}`}
      label="Note it"
      about={move.id}
      asks={[
        { kind: 'day', name: 'backOn', label: 'Back on', required: true },
        {
          kind: 'text',
          name: 'conditionBack',
          label: 'How it came back',
          autoFocus: true,
          hint: move.conditionOut ? `it left: ${move.conditionOut}` : 'corners, surface, frame',
        },
      ]}
      first={{ backOn: today, conditionBack: '' }}
      input={(values) => ({ id: move.id, ...values })}
      onClose={onClose}
    />
  );
}
