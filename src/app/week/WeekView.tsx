'use client';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import { groupBy } from '@/core/groups';
import type { Day } from '@/core/measure/day';
import type { Consequence } from '@/core/week/consequences';
import { clockOf, hoursOf } from '@/core/week/clock';
import type { WeekManner } from '@/core/week/manner';
import type { PlannedDay } from '@/core/week/plan';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import {
  Columns,
  EmptyState,
  FactList,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { CalendarPart } from './CalendarPart';
import { WeekDayRow } from './WeekDayRow';
import type { WeekEvent } from '@/studio/week/week';
import { shownDays, type ShownDay, type WeekThing } from './weekModel';

type Props = {
  today: Day;
  isProven: boolean;
  manner: WeekManner;
  days: (PlannedDay & { begins: number })[];
  events: WeekEvent[];
  items: WeekThing[];
};

/** The days ahead with what hands are to do on them, laid so that as few promises are missed as can be; moved by hand. */
export function WeekView({ today, isProven, manner, days, events, items }: Props) {
  const action = useAction();
  const [chosen, setChosen] = useState<string | null>(null);
  const [sheet, setSheet] = useState<'manner' | 'date' | ShownDay | null>(null);
  const [told, setTold] = useState<Consequence[] | null>(null);
  const thingOf = new Map(items.map((item) => [item.id, item]));
  const shown = shownDays(days, events);
  const most = Math.max(60, ...shown.map(({ minutes }) => minutes));
  const move = async (task: string, plannedOn: Day | null) => {
    setChosen(task);
    const done = await action.run('planTask', { task, plannedOn });
    setTold(done?.consequences ?? null);
  };
  const thing = chosen === null ? undefined : thingOf.get(chosen);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>The week</PageTitle>
          <Lead>{sayWeek(items, shown)}</Lead>
        </div>
        <Row>
          <Button onPress={() => setSheet('date')}>Note a fair or a visit</Button>
          <Button onPress={() => setSheet('manner')}>How the days go</Button>
          <ButtonLink href="/">The bench</ButtonLink>
        </Row>
      </PageHeader>
      <Columns $aside={320}>
        <Panel>
          {items.length === 0 && (
            <EmptyState title="Nothing wants hands">
              <p>
                What is on the bench and what orders still ask for is laid here on the hours you have,
                what was promised first.
              </p>
            </EmptyState>
          )}
          {shown.map((day) => (
            <WeekDayRow
              key={day.day}
              {...{ day, most, thingOf, chosen }}
              isToday={day.day === today}
              onChoose={setChosen}
              onMove={move}
              onHours={setSheet}
            />
          ))}
        </Panel>
        <Stack $gap={16}>
          <Promises items={items} isProven={isProven} onChoose={setChosen} />
          <Panel as="aside">
            {thing ? (
              <Chosen
                thing={thing}
                days={days}
                thingOf={thingOf}
                isPending={action.isPending}
                onMove={(day) => move(thing.id, day)}
              />
            ) : (
              <Small>
                Choose a thing to see why it lies where it does and to move it, or drag its block to
                another day.
              </Small>
            )}
            <ErrorCallout error={action.error} fields={[]} />
            {told && (
              <>
                <PanelTitle>What follows from it</PanelTitle>
                <Consequences told={told} />
              </>
            )}
          </Panel>
          <NotedDates events={events} />
          <CalendarPart feedKey={manner.feedKey} />
        </Stack>
      </Columns>
      {sheet === 'manner' && <MannerSheet manner={manner} onClose={() => setSheet(null)} />}
      {sheet === 'date' && <DateSheet today={today} onClose={() => setSheet(null)} />}
      {sheet !== null && typeof sheet !== 'string' && (
        <HoursSheet day={sheet} onClose={() => setSheet(null)} />
      )}
    </Page>
  );
}

function sayWeek(items: readonly WeekThing[], shown: readonly ShownDay[]): string {
  const asked = items.reduce((sum, { minutes }) => sum + minutes, 0);
  const have = shown.reduce((sum, { minutes }) => sum + minutes, 0);
  const beyond = items.filter(({ doneOn }) => doneOn === null).length;
  return `${hoursOf(asked)} of hands are asked; these days have ${hoursOf(have)}${beyond ? `, and ${beyond} do not fit in four weeks` : ''}.`;
}

/** Which promises are kept, which cannot be, and how sure that is. */
function Promises({
  items,
  isProven,
  onChoose,
}: {
  items: readonly WeekThing[];
  isProven: boolean;
  onChoose: (id: string) => void;
}) {
  const { date } = useUnits();
  const promised = items.filter(({ due }) => due !== null);
  const missed = promised.filter(({ isMissed }) => isMissed);
  if (promised.length === 0) return null;
  return (
    <Panel as="aside">
      <PanelTitle>Promises</PanelTitle>
      {missed.length === 0 ? (
        <MarkedText kind="holds">All {promised.length} are kept by this plan.</MarkedText>
      ) : (
        <>
          <MarkedText kind="fails">
            {missed.length} of {promised.length} cannot be kept
            {isProven ? ', by any order of work in these hours' : ' as far as was searched'}.
          </MarkedText>
          <ul>
            {missed.map(({ id, name, due, doneOn }) => (
              <li key={id} style={{ padding: '4px 0' }}>
                <Button quiet onPress={() => onChoose(id)}>
                  {name}
                </Button>{' '}
                <Small>
                  promised for {date(due!)}, done {doneOn ? date(doneOn) : 'later than four weeks'}
                </Small>
              </li>
            ))}
          </ul>
        </>
      )}
    </Panel>
  );
}

function Consequences({ told }: { told: readonly Consequence[] }) {
  const { sentence } = useUnits();
  return (
    <ul>
      {told.map(({ says, mark }) => (
        <li key={says} style={{ padding: '4px 0' }}>
          <MarkedText kind={mark}>{sentence(says)}</MarkedText>
        </li>
      ))}
    </ul>
  );
}

/** One thing: why it lies where it does, and where it could lie. */
function Chosen({
  thing,
  days,
  thingOf,
  isPending,
  onMove,
}: {
  thing: WeekThing;
  days: readonly PlannedDay[];
  thingOf: ReadonlyMap<string, WeekThing>;
  isPending: boolean;
  onMove: (day: Day | null) => void;
}) {
  const { date } = useUnits();
  const waits = thing.after.flatMap(({ id, nights }) => {
    const before = thingOf.get(id);
    if (!before) return [];
    return [
      nights
        ? `${before.name}, and ${nights === 1 ? 'a night' : `${nights} nights`} to dry`
        : before.name,
    ];
  });
  return (
    <Stack $gap={10}>
      <PanelTitle>{thing.name}</PanelTitle>
      <FactList
        rows={[
          ['Takes', hoursOf(thing.minutes)],
          ['Promised for', thing.due && date(thing.due)],
          ['Comes after', waits.join('; ')],
          ['Done', thing.doneOn ? date(thing.doneOn) : 'not within four weeks'],
          ['By hand', thing.pinned && `on ${date(thing.pinned)}`],
        ]}
      />
      {thing.kind !== 'post' && (
        <Select
          label="Its day"
          value={thing.pinned ?? ''}
          options={[
            { key: '', name: 'as the plan lays it' },
            ...days
              .filter(({ minutes }) => minutes > 0)
              .map(({ day }) => ({ key: day as string, name: date(day) })),
          ]}
          onChange={(day) => {
            if (!isPending) onMove(day || null);
          }}
        />
      )}
      <ButtonLink href={thing.href}>Go to it</ButtonLink>
    </Stack>
  );
}

function MannerSheet({ manner, onClose }: { manner: WeekManner; onClose: () => void }) {
  return (
    <ActionSheet
      act="setWeekManner"
      title="How the days go"
      label="Keep it"
      about="week"
      first={{
        starts: clockOf(manner.starts),
        trip: manner.tripMinutes ? hoursOf(manner.tripMinutes) : '',
      }}
      asks={[
        { kind: 'text', name: 'starts', label: 'Work begins at', hint: '9:00', required: true },
        {
          kind: 'text',
          name: 'trip',
          label: 'To the counter and back',
          hint: '20 min; empty: parcels are fetched',
        },
      ]}
      input={(values) => values}
      onClose={onClose}
    >
      <Small>
        How many minutes a working day has is kept with how the studio sends; workdays and days off are in
        Studio. A single day’s hours are set beside it.
      </Small>
    </ActionSheet>
  );
}

/** What is on certain days: the days of a fair may have no hours for the studio. */
function DateSheet({ today, onClose }: { today: Day; onClose: () => void }) {
  return (
    <ActionSheet
      act="noteDate"
      title="A fair, a visit, a market"
      label="Note it"
      about="new"
      first={{ says: '', fromOn: today as string, untilOn: '', takesHours: true }}
      asks={[
        { kind: 'text', name: 'says', label: 'What it is', required: true, autoFocus: true },
        { kind: 'day', name: 'fromOn', label: 'On, or from', required: true },
        { kind: 'day', name: 'untilOn', label: 'Until' },
        { kind: 'tick', name: 'takesHours', label: 'No hours for the studio on these days' },
      ]}
      input={({ untilOn, ...values }) => ({ ...values, untilOn: untilOn || null })}
      onClose={onClose}
    />
  );
}

/** What was noted for days to come, each once, and the way to take it away. */
function NotedDates({ events }: Pick<Props, 'events'>) {
  const action = useAction();
  const { date } = useUnits();
  const noted = [...groupBy(events, ({ dateId }) => dateId)].flatMap(([dateId, days]) =>
    dateId ? [{ dateId, says: days[0]!.says, from: days[0]!.day, until: days.at(-1)!.day }] : [],
  );
  if (noted.length === 0) return null;
  return (
    <Panel as="aside">
      <PanelTitle>Noted for days to come</PanelTitle>
      <ul>
        {noted.map(({ dateId, says, from, until }) => (
          <li key={dateId} style={{ padding: '4px 0' }}>
            {says}{' '}
            <Small>
              {date(from)}
              {until > from && ` to ${date(until)}`}
            </Small>{' '}
            <Button
              quiet
              isDisabled={action.isPending}
              aria-label={`Take away ${says}`}
              onPress={() => action.run('dropDate', { id: dateId })}
            >
              take away
            </Button>
          </li>
        ))}
      </ul>
      <ErrorCallout error={action.error} />
    </Panel>
  );
}

function HoursSheet({ day, onClose }: { day: ShownDay; onClose: () => void }) {
  const { date } = useUnits();
  return (
    <ActionSheet
      act="setDayHours"
      title={`Hours of ${date(day.day)}`}
      label="Keep it"
      about={day.day}
      first={{ hours: '' }}
      asks={[
        {
          kind: 'text',
          name: 'hours',
          label: 'Hours for the studio',
          hint: '“2 h 30”, “90 min”, 0 for none; empty: as on any other day',
          autoFocus: true,
        },
      ]}
      input={({ hours }) => ({ day: day.day, hours })}
      onClose={onClose}
    />
  );
}
