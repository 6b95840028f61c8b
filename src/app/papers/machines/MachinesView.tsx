'use client';
import { useState } from 'react';
import { wholeOrTyped } from '@/core/measure';
import type { InkReport, Machine, MachineEntry, machineCosts } from '@/studio/machines/machines';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields, Select } from '@/ui/Field';
import {
  Aside,
  Columns,
  EmptyState,
  FactList,
  PageHeader,
  Lead,
  PageTitle,
  ScrollArea,
  Panel,
  PanelTitle,
  Small,
  Stack,
  Table,
  Page,
} from '@/ui/Layout';
import { FormDialog, DialogActions, Working } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { PapersNav } from '../PapersNav';
import { MachineSheet } from './MachineSheet';

type Desk = {
  machine: Machine;
  inks: InkReport[];
  log: MachineEntry[];
  costs: Awaited<ReturnType<typeof machineCosts>>;
};
/** A warranty that ends so soon is said before it does. */
const WARN_DAYS = 90;

/** Own printers: their inks by own reckoning, what a square metre costs, and what befell them. */
export function MachinesView({ machines, today }: { machines: Desk[]; today: string }) {
  const [open, setOpen] = useState<Machine | 'new' | null>(null);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Printers and ink</PageTitle>
          <Lead>
            A machine shows its levels in rough steps. These are reckoned from what was printed, and learn
            from every cartridge that runs out.
          </Lead>
        </div>
        <Button onPress={() => setOpen('new')}>Record a printer</Button>
      </PageHeader>
      <PapersNav />
      {machines.length === 0 && (
        <Panel>
          <EmptyState title="No printer of your own yet">
            <p>
              Record one with its inks; from then on printed layouts draw on them, and the day each colour
              runs out is forecast.
            </p>
          </EmptyState>
        </Panel>
      )}
      <Stack $gap={18}>
        {machines.map((m) => (
          <MachineDesk key={m.machine.id} desk={m} today={today} onChange={() => setOpen(m.machine)} />
        ))}
      </Stack>
      {open && (
        <MachineSheet
          machine={open === 'new' ? null : open}
          today={today}
          onClose={() => setOpen(null)}
        />
      )}
    </Page>
  );
}

function MachineDesk({
  desk: { machine: m, inks, log, costs },
  today,
  onChange,
}: {
  desk: Desk;
  today: string;
  onChange: () => void;
}) {
  const { length, money } = useUnits();
  const left = m.warrantyUntil
    ? Math.round((Date.parse(m.warrantyUntil) - Date.parse(today)) / 86_400_000)
    : null;
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
        <ScrollArea>
          <Table aria-label={`Ink of ${m.name}`} $middle $tight>
            <thead>
              <tr>
                <th>Colour</th>
                <th>Left, by own reckoning</th>
                <th className="n">Display</th>
                <th className="n">Takes, ml/m²</th>
                <th className="n">A m² costs</th>
                <th className="n">Spare</th>
                <th>Runs out</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {inks.map((i) => (
                <InkLine key={i.colour} machine={m} ink={i} today={today} />
              ))}
            </tbody>
          </Table>
        </ScrollArea>
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
              ['Bought', `${m.boughtOn}, ${money(m.outlayMinor)}`],
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
                    `ended ${m.warrantyUntil}`
                  ) : left! <= WARN_DAYS ? (
                    <MarkedText key="w" kind="care">
                      ends {m.warrantyUntil}, in {left} days: have faults seen to
                    </MarkedText>
                  ) : (
                    `until ${m.warrantyUntil}`
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

function InkLine({ machine, ink: i, today }: { machine: Machine; ink: InkReport; today: string }) {
  const { money } = useUnits();
  const [doing, setDoing] = useState<'bought' | 'in' | 'out' | 'display' | null>(null);
  const r = (v: number) => Math.round(v * 10) / 10;
  const share = i.level ? i.level.share : 0,
    error = i.level ? i.level.error / i.full : 0;
  const late = i.forecast.orderIn === 0 && i.forecast.days !== null;
  return (
    <tr>
      <th scope="row">{i.colour}</th>
      <td style={{ whiteSpace: 'nowrap' }}>
        {i.level ? (
          <>
            <svg
              width="96"
              height="14"
              viewBox="0 0 96 14"
              aria-hidden="true"
              style={{ verticalAlign: '-2px', marginRight: 8 }}
            >
              <rect x="0.5" y="2.5" width="95" height="9" fill={t.white} stroke={t.ink3} />
              <rect x="1" y="3" width={94 * share} height="8" fill={t.ink2} />
              <path
                d={`M${1 + 94 * Math.max(0, share - error)} 1V13M${1 + 94 * Math.min(1, share + error)} 1V13`}
                stroke={t.care}
                strokeWidth="1.4"
              />
            </svg>
            <Working
              working={{
                title: `${i.colour} left`,
                steps: [
                  {
                    sum: 'what it held, less coverage × area printed and cleanings since',
                    result: `${r(i.level.ml)} ml`,
                  },
                  { sum: 'give or take', result: `${r(i.level.error)} ml` },
                ],
                notes: [
                  i.fit.spans
                    ? `Learned from ${i.fit.spans} ${i.fit.spans === 1 ? 'cartridge' : 'cartridges'}: ${i.fit.coverage.toFixed(2)} ml/m²${i.fit.coverageError ? ` ± ${i.fit.coverageError.toFixed(2)}` : ''}.`
                    : 'A first guess until a cartridge has run out.',
                ],
                source: 'ml = area × coverage, by least squares over cartridges that ran out.',
              }}
            >
              {r(i.level.ml)} ml ± {r(i.level.error)}
            </Working>
          </>
        ) : (
          <Small>none put in</Small>
        )}
      </td>
      <td className="n">{i.display ? `${Math.round(100 * i.display.share)} %` : ''}</td>
      <td className="n">{i.fit.coverage.toFixed(2)}</td>
      <td className="n">{money(i.perM2Minor)}</td>
      <td className="n">{i.spare}</td>
      <td style={{ whiteSpace: 'nowrap' }}>
        {i.forecast.days === null ? (
          <Small>not used lately</Small>
        ) : (
          <MarkedText kind={late ? 'fails' : 'holds'}>
            {i.forecast.days} days{late ? ': order now' : `, order in ${i.forecast.orderIn}`}
          </MarkedText>
        )}
      </td>
      <td>
        <Button quiet onPress={() => setDoing('in')} aria-label={`Note ${i.colour}`}>
          Note
        </Button>
        {doing && (
          <InkSheet
            machine={machine}
            ink={i}
            first={doing}
            today={today}
            onClose={() => setDoing(null)}
          />
        )}
      </td>
    </tr>
  );
}

const KINDS = [
  { key: 'in', name: 'a new cartridge went in' },
  { key: 'bought', name: 'cartridges were bought' },
  { key: 'out', name: 'it was taken out' },
  { key: 'display', name: 'the display says' },
] as const;

function InkSheet({
  machine,
  ink,
  first,
  today,
  onClose,
}: {
  machine: Machine;
  ink: InkReport;
  first: 'bought' | 'in' | 'out' | 'display';
  today: string;
  onClose: () => void;
}) {
  const action = useAction();
  const [kind, setKind] = useState(first);
  const [f, setF] = useState({ day: today, amount: '', cost: '' });
  const asks = {
    in: ['ml it holds', `empty: ${ink.full} ml`],
    bought: ['How many', 'empty: one'],
    out: ['ml left in it', 'empty: none'],
    display: ['Per cent shown', '60'],
  }[kind];
  const save = async () => {
    if (
      await action.run('moveInk', {
        machineId: machine.id,
        colour: ink.colour,
        kind,
        day: f.day,
        amount: f.amount.trim() ? wholeOrTyped(f.amount) : null,
        cost: f.cost,
      })
    )
      onClose();
  };
  return (
    <FormDialog title={`${ink.colour}, ${machine.name}`} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Select<'bought' | 'in' | 'out' | 'display'>
          label="What happened"
          value={kind}
          onChange={setKind}
          options={KINDS}
        />
        <Field
          label="On"
          value={f.day}
          onChange={(day) => setF({ ...f, day })}
          type="date"
          wrong={action.fieldError('day')}
        />
        <Field
          label={asks![0]!}
          value={f.amount}
          onChange={(amount) => setF({ ...f, amount })}
          hint={asks![1]}
          wrong={action.fieldError('amount')}
        />
        {kind === 'bought' && (
          <Field
            label="For, all together"
            value={f.cost}
            onChange={(cost) => setF({ ...f, cost })}
            hint="empty: the usual price"
            wrong={action.fieldError('cost')}
          />
        )}
      </Fields>
      <ErrorCallout error={action.error} fields={['day', 'amount', 'cost']} />
      <DialogActions label="Note it" busy={action.isPending} onDo={() => void save()} onClose={onClose} />
    </FormDialog>
  );
}

const LOG_KINDS = (['nozzle check', 'cleaning', 'fault', 'service', 'note'] as const).map((key) => ({
  key,
  name: key,
}));

function LogPart({ machine, log, today }: { machine: Machine; log: MachineEntry[]; today: string }) {
  const action = useAction();
  const { money } = useUnits();
  const [f, setF] = useState({
    day: today,
    kind: 'nozzle check' as (typeof LOG_KINDS)[number]['key'],
    says: '',
    cost: '',
  });
  const note = async () => {
    if (await action.run('logMachine', { machineId: machine.id, ...f }))
      setF({ ...f, says: '', cost: '' });
  };
  return (
    <section>
      <PanelTitle>
        Log <span>{log.length}</span>
      </PanelTitle>
      <Stack $gap={8} style={{ paddingTop: 6 }}>
        <Fields $columns="1fr 1fr">
          <Select
            label="What"
            value={f.kind}
            onChange={(kind) => setF({ ...f, kind })}
            options={LOG_KINDS}
          />
          <Field
            label="On"
            value={f.day}
            onChange={(day) => setF({ ...f, day })}
            type="date"
            wrong={action.fieldError('day')}
          />
          <Field
            label="In words"
            value={f.says}
            onChange={(says) => setF({ ...f, says })}
            wrong={action.fieldError('says')}
          />
          <Field
            label="Cost"
            value={f.cost}
            onChange={(cost) => setF({ ...f, cost })}
            wrong={action.fieldError('cost')}
          />
        </Fields>
        <Row>
          <Button onPress={() => void note()} isDisabled={action.isPending}>
            Write it down
          </Button>
        </Row>
        <ErrorCallout error={action.error} fields={['day', 'says', 'cost']} />
        <ul style={{ display: 'grid', gap: 3 }}>
          {log.slice(0, 10).map((l) => (
            <li key={l.id}>
              <Small>{l.day}</Small>{' '}
              {l.kind === 'fault' ? (
                <MarkedText kind="fails">fault: {l.says}</MarkedText>
              ) : (
                <>
                  {l.kind}
                  {l.says && `, ${l.says}`}
                </>
              )}
              {l.costMinor > 0 && <Small> {money(l.costMinor)}</Small>}
            </li>
          ))}
        </ul>
      </Stack>
    </section>
  );
}
