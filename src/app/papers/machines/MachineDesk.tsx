'use client';
import { daysBetween } from '@/core/measure/day';
import { Button, Row } from '@/ui/Button';
import type { InkReport } from '@/studio/machines/machines';
import { Working } from '@/ui/Callout';
import { DataTable, type Column } from '@/ui/DataTable';
import { Aside, Columns, FactList, Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { InkLine } from './InkLine';
import { LogPart } from './LogPart';
import { type Desk } from './machineProps';

const INKS: readonly Column<InkReport>[] = [
  { key: 'colour', head: 'Colour', by: (ink) => ink.colour },
  { key: 'left', head: 'Left, by own reckoning', by: (ink) => ink.level?.share },
  { key: 'display', head: 'Display', by: (ink) => ink.display?.share, isFigure: true },
  { key: 'takes', head: 'Takes, ml/m²', by: (ink) => ink.fit.coverage, isFigure: true },
  { key: 'costs', head: 'A m² costs', by: (ink) => ink.perM2Minor, isFigure: true },
  { key: 'spare', head: 'Spare', by: (ink) => ink.spare, isFigure: true },
  { key: 'runsOut', head: 'Runs out', by: (ink) => ink.forecast.days },
  { key: 'acts', head: 'What to do', isUnheaded: true },
];

/** A warranty that ends so soon is said before it does. */
const WARN_DAYS = 90;

export function MachineDesk({
  desk: { machine: m, inks, log, costs },
  today,
  onChange,
}: {
  desk: Desk;
  today: string;
  onChange: () => void;
}) {
  const { length, money, date } = useUnits();
  const left = m.warrantyUntil ? daysBetween(today, m.warrantyUntil) : null;
  const all = inks.reduce((a, i) => a + i.perM2Minor, 0);
  return (
    <Columns $aside={340}>
      <Panel>
        <PanelTitle>
          {m.name}{' '}
          <span>
            {length(m.widthUm)} wide{m.feeds && `, ${m.feeds}`}
          </span>
        </PanelTitle>
        <DataTable
          label={`Ink of ${m.name}`}
          rows={inks}
          columns={INKS}
          keyOf={(ink) => ink.colour}
          lineOf={(ink) => <InkLine machine={m} ink={ink} today={today} />}
          isMiddle
          isTight
        />
        <Stack $gap={5} style={{ paddingTop: 10 }}>
          {inks
            .filter((i) => i.queue && i.queue.verdict !== 'holds')
            .map((i) => (
              <Verdict key={i.colour} finding={i.queue!} />
            ))}
          {inks.some((i) => i.queue) && inks.every((i) => !i.queue || i.queue.verdict === 'holds') && (
            <MarkedText kind="holds">There is ink for all that waits in the queue.</MarkedText>
          )}
          <Small>
            A square metre of all colours costs {money(all)} of ink.{' '}
            {inks.every((i) => i.fit.spans === 0)
              ? 'No cartridge has run out yet: the figures are first guesses.'
              : 'Learned from cartridges that ran out; a cleaning counts as thrown away.'}
          </Small>
        </Stack>
      </Panel>
      <Aside>
        <section>
          <PanelTitle>What it costs</PanelTitle>
          <FactList
            rows={[
              ['Bought', `${date(m.boughtOn)}, ${money(m.outlayMinor)}`],
              ['First set', `${money(costs.chargingMinor)} of it went into the lines`],
              ['Repairs', money(costs.repairsMinor)],
              [
                'An hour',
                costs.perHourMinor === null ? (
                  ''
                ) : (
                  <Working
                    key="h"
                    working={{
                      title: 'an hour of its life',
                      steps: [
                        {
                          sum: `(${money(m.outlayMinor)} + ${money(costs.repairsMinor)}) ÷ ${m.lifeHours} h`,
                          result: money(costs.perHourMinor),
                        },
                      ],
                      notes: ['Over the hours it is meant to last.'],
                      source: 'Outlay and repairs over its life.',
                    }}
                  >
                    {money(costs.perHourMinor)}
                  </Working>
                ),
              ],
              ['Printed', `${costs.printedM2.toFixed(2)} m²`],
              [
                'Warranty',
                m.warrantyUntil &&
                  (left! < 0 ? (
                    `ended ${date(m.warrantyUntil)}`
                  ) : left! <= WARN_DAYS ? (
                    <MarkedText key="w" kind="care">
                      ends {date(m.warrantyUntil)}, in {left} days: have faults seen to
                    </MarkedText>
                  ) : (
                    `until ${date(m.warrantyUntil)}`
                  )),
              ],
              ['Notes', m.notes],
            ]}
          />
          <Row style={{ marginTop: 8 }}>
            <Button quiet onPress={onChange}>
              Change it
            </Button>
          </Row>
        </section>
        <LogPart machine={m} log={log} today={today} />
      </Aside>
    </Columns>
  );
}
