'use client';
import Link from 'next/link';
import { wholeOrTyped } from '@/core/measure';
import { useState } from 'react';
import type { LotOnHand } from '@/studio/papers/lots';
import type { Held, PaperPage } from '@/studio/papers/papers';
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
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { ReceiveSheet } from '../../ReceiveSheet';
import { PapersNav } from '../../PapersNav';
import { StockChart } from './StockChart';

type Setting = { id: string; machineId: string; setting: string; feed: string; notes: string };
type Props = PaperPage & { machines: { id: string; name: string }[]; settings: Setting[] };
type Doing = { lot: LotOnHand; what: 'count' | 'spoil' | 'cut' } | null;

/** One paper: what is on hand and when more is needed, its samples, settings, and what hangs on it. */
export function PaperView({
  paper,
  today,
  held,
  suppliers,
  nearest,
  consequences,
  passed,
  moves,
  machines,
  settings,
}: Props) {
  const { day } = useUnits();
  const action = useAction();
  const { length, money } = useUnits();
  const [doing, setDoing] = useState<Doing>(null);
  const [receiving, setReceiving] = useState(false);
  const shown = (form: 'sheet' | 'roll', v: number) =>
    form === 'roll' ? length(v) : `${v} ${Math.abs(v) === 1 ? 'sheet' : 'sheets'}`;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{paper.name}</PageTitle>
          <Lead>
            {paper.base}, {paper.surface}, {paper.gsm} g/m², {(paper.thicknessUm / 1000).toFixed(2)} mm;
            brightener {paper.brightener}; {paper.mayRoll ? 'flat or rolled' : 'flat only'}; dries{' '}
            {paper.dryHours} h{paper.gasOutHours > 0 && `, ${paper.gasOutHours} h before glazing`}.{' '}
            <Link
              href={`/papers/compare?ids=${[paper.id, ...nearest.slice(0, 2).map((n) => n.paper.id)].join(',')}`}
            >
              Beside its nearest
            </Link>
          </Lead>
        </div>
        <Row>
          <Button onPress={() => setReceiving(true)}>Receive a lot</Button>
          <Button
            onPress={() =>
              void action.run('discontinuePaper', { id: paper.id, discontinued: !paper.discontinued })
            }
          >
            {paper.discontinued ? 'It is made again' : 'No longer made'}
          </Button>
        </Row>
      </PageHeader>
      <PapersNav />
      <Columns $aside={380}>
        <Stack $gap={18}>
          {paper.discontinued && (
            <Panel>
              <PanelTitle>
                No longer made: what hangs on it <span>{consequences.length}</span>
              </PanelTitle>
              <Stack $gap={6} style={{ paddingTop: 6 }}>
                {consequences.length === 0 && (
                  <MarkedText kind="holds">
                    Nothing: no running edition and no reference proof is on it.
                  </MarkedText>
                )}
                {consequences.map((c, i) => (
                  <MarkedText key={i} kind="care">
                    <Link href={`/works/${c.workId}/edition`}>{c.title}</Link>: {c.says}.
                  </MarkedText>
                ))}
                <p style={{ paddingTop: 6 }}>Nearest by base, surface, weight and white:</p>
                {nearest.map((n) => (
                  <MarkedText key={n.paper.id} kind="none">
                    <Link href={`/papers/paper/${n.paper.id}`}>{n.paper.name}</Link>, {n.differs}
                  </MarkedText>
                ))}
              </Stack>
            </Panel>
          )}
          <Panel>
            <PanelTitle>On hand</PanelTitle>
            {held.length === 0 && (
              <EmptyState title="None received yet">
                <p>
                  Receive a lot, sheets or a roll; what is printed, spoiled or cut leaves it from then on,
                  and its reorder day is worked out.
                </p>
              </EmptyState>
            )}
            <Stack $gap={24} style={{ paddingTop: 8 }}>
              {held.map((h) => (
                <HeldPart
                  key={h.key}
                  held={h}
                  today={today}
                  name={paper.name}
                  shown={shown}
                  onDo={(lot, what) => setDoing({ lot, what })}
                />
              ))}
            </Stack>
          </Panel>
          {moves.length > 0 && (
            <Panel>
              <PanelTitle>
                What came and went <span>the last {moves.length}</span>
              </PanelTitle>
              <ScrollArea>
                <Table aria-label="Moves">
                  <thead>
                    <tr>
                      <th>Day</th>
                      <th>Lot</th>
                      <th>What</th>
                      <th className="n">Amount</th>
                      <th className="n">Cost</th>
                      <th>Why</th>
                    </tr>
                  </thead>
                  <tbody>
                    {moves.map((m) => (
                      <tr key={m.move.id}>
                        <td>{day(m.move.at)}</td>
                        <th scope="row">{m.lot}</th>
                        <td>{m.move.kind}</td>
                        <td className="n">
                          {m.move.amount > 0 ? '+' : '−'}
                          {shown(m.form, Math.abs(m.move.amount))}
                        </td>
                        <td className="n">{money(Math.abs(m.move.costMinor))}</td>
                        <td>
                          <Small>{m.move.why}</Small>
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </Table>
              </ScrollArea>
            </Panel>
          )}
        </Stack>
        <Aside>
          <DeskPart key={`${paper.sample} ${paper.supplierId}`} paper={paper} suppliers={suppliers} />
          <SettingsPart paperId={paper.id} machines={machines} settings={settings} />
          <section>
            <PanelTitle>
              Passed on it <span>{passed.length}</span>
            </PanelTitle>
            <ul style={{ display: 'grid', gap: 4, paddingTop: 6 }}>
              {passed.length === 0 && <Small>No proof has been accepted on it.</Small>}
              {passed.slice(0, 12).map((p, i) => (
                <li key={i}>
                  <Link href={`/works/${p.workId}/proofs`}>{p.title}</Link>{' '}
                  <Small>
                    {p.format}, round {p.round}, {p.on}
                  </Small>
                </li>
              ))}
            </ul>
          </section>
          <section>
            <PanelTitle>Kept</PanelTitle>
            <FactList
              rows={[
                ['Permanence', paper.permanence || 'no claim on record'],
                ['Scuffs', paper.scuffs ? 'yes: interleave, gloves, no stacking' : 'no'],
                ['Storage', paper.storage],
                ['Notes', paper.notes],
              ]}
            />
            <Small>
              A permanence figure is only as good as its test: ink, glazing, light, and who says so.
            </Small>
          </section>
        </Aside>
      </Columns>
      {receiving && <ReceiveSheet paper={paper} today={today} onClose={() => setReceiving(false)} />}
      {doing && (
        <LotSheet key={`${doing.lot.id} ${doing.what}`} {...doing} onClose={() => setDoing(null)} />
      )}
    </Page>
  );
}

function HeldPart({
  held: h,
  today,
  name,
  shown,
  onDo,
}: {
  held: Held;
  today: string;
  name: string;
  shown: (form: 'sheet' | 'roll', v: number) => string;
  onDo: (lot: LotOnHand, what: 'count' | 'spoil' | 'cut') => void;
}) {
  const { length, size, money } = useUnits();
  const f = h.forecast,
    free = h.onHand - f.promised;
  const late = f.reorderOn !== null && f.reorderOn <= today;
  return (
    <section>
      <p>
        <strong>
          {h.form === 'roll' ? `${length(h.width)} roll` : size({ width: h.width, height: h.height! })}
        </strong>
        , {shown(h.form, h.onHand)} on hand
        {f.promised > 0 &&
          `, ${shown(h.form, f.promised)} of it promised to the queue and to open orders`}
      </p>
      <StockChart held={h} today={today} name={name} />
      <MarkedText kind={late ? 'fails' : f.perDay > 0 ? 'holds' : 'none'}>
        {f.perDay > 0 ? (
          <Working
            working={{
              title: 'reorder day',
              steps: [
                {
                  sum: 'left in the last 90 days, a day',
                  result:
                    h.form === 'roll' ? length(Math.round(f.perDay)) : `${f.perDay.toFixed(2)} sheets`,
                },
                { sum: 'use during delivery + 1.65 × its spread', result: shown(h.form, f.reorderPoint) },
                { sum: `${shown(h.form, free)} free, falling to that`, result: f.reorderOn ?? '' },
              ],
              notes: ['What the print queue and open orders want is counted as gone.'],
              source: 'Reorder point = expected use during delivery + safety.',
            }}
          >
            {late
              ? `Order now: ${shown(h.form, free)} free, ordered at ${shown(h.form, f.reorderPoint)}`
              : `Order by ${f.reorderOn}; empty about ${f.emptyOn}`}
          </Working>
        ) : late ? (
          'The queue wants more than there is: order now'
        ) : (
          'Not used lately: nothing to order'
        )}
      </MarkedText>
      <ScrollArea>
        <Table aria-label={`Lots of ${h.form === 'roll' ? 'roll' : 'sheets'}`} $middle>
          <thead>
            <tr>
              <th>Lot</th>
              <th>Came</th>
              <th className="n">Left</th>
              <th className="n">{h.form === 'roll' ? 'A metre' : 'A sheet'}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {h.lots.map((l) => (
              <tr key={l.id}>
                <th scope="row">{l.name}</th>
                <td>{l.receivedOn}</td>
                <td className="n">{shown(h.form, l.onHand)}</td>
                <td className="n">
                  {money(
                    Math.round((l.priceMinor * (h.form === 'roll' ? 1e6 : 1)) / Math.max(1, l.received)),
                  )}
                </td>
                <td>
                  <Row $gap={4} style={{ flexWrap: 'nowrap' }}>
                    <Button quiet onPress={() => onDo(l, 'count')} aria-label={`Count ${l.name}`}>
                      Count
                    </Button>
                    {l.onHand > 0 && (
                      <Button
                        quiet
                        onPress={() => onDo(l, 'spoil')}
                        aria-label={`Spoil some of ${l.name}`}
                      >
                        Spoil
                      </Button>
                    )}
                    {l.onHand > 0 && l.form === 'sheet' && (
                      <Button quiet onPress={() => onDo(l, 'cut')} aria-label={`Cut ${l.name}`}>
                        Cut
                      </Button>
                    )}
                  </Row>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </ScrollArea>
    </section>
  );
}

/** Counting, spoiling or cutting some of a lot. */
function LotSheet({
  lot,
  what,
  onClose,
}: {
  lot: LotOnHand;
  what: 'count' | 'spoil' | 'cut';
  onClose: () => void;
}) {
  const action = useAction();
  const { length, withUnit } = useUnits();
  const now = lot.form === 'roll' ? length(lot.onHand) : String(lot.onHand);
  const [f, setF] = useState({
    amount: what === 'count' ? now : '',
    why: '',
    sheets: '1',
    size: '',
    each: '2',
    offcut: '',
  });
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const typed = lot.form === 'roll' ? withUnit(f.amount) : f.amount;
  const save = async () => {
    const done =
      what === 'count'
        ? await action.run('countLot', { id: lot.id, counted: typed, why: f.why })
        : what === 'spoil'
          ? await action.run('spoilLot', { id: lot.id, amount: typed, why: f.why })
          : await action.run('cutLot', {
              id: lot.id,
              sheets: wholeOrTyped(f.sheets),
              size: withUnit(f.size),
              each: wholeOrTyped(f.each),
              offcut: f.offcut.trim() ? withUnit(f.offcut) : '',
            });
    if (done) onClose();
  };
  return (
    <FormDialog
      title={`${what === 'count' ? 'Count' : what === 'spoil' ? 'Spoil some of' : 'Cut'} ${lot.name}`}
      isOpen
      onClose={onClose}
    >
      {what === 'cut' ? (
        <Fields $columns="1fr 1fr">
          <Field
            label="Sheets to cut"
            value={f.sheets}
            onChange={set('sheets')}
            wrong={action.fieldError('sheets')}
          />
          <Field
            label="Into"
            value={f.size}
            onChange={set('size')}
            hint="A5, 148 x 210 mm"
            autoFocus
            wrong={action.fieldError('size')}
          />
          <Field
            label="Out of each"
            value={f.each}
            onChange={set('each')}
            wrong={action.fieldError('each')}
          />
          <Field
            label="Offcut that is kept"
            value={f.offcut}
            onChange={set('offcut')}
            hint="empty if it is thrown away"
            wrong={action.fieldError('offcut')}
          />
        </Fields>
      ) : (
        <Fields $columns="1fr 1fr">
          <Field
            label={what === 'count' ? 'There are' : 'Spoiled'}
            value={f.amount}
            onChange={set('amount')}
            autoFocus
            wrong={action.fieldError(what === 'count' ? 'counted' : 'amount')}
            hint={`by the record ${now}`}
          />
          <Field
            label="Why"
            value={f.why}
            onChange={set('why')}
            wrong={action.fieldError('why')}
            hint={
              what === 'count' ? 'if it is not what the record says' : 'head strike, crease, wrong side'
            }
          />
        </Fields>
      )}
      <ErrorCallout
        error={action.error}
        fields={['counted', 'amount', 'why', 'sheets', 'size', 'each', 'offcut']}
      />
      <DialogActions
        label={what === 'cut' ? 'Cut them' : 'Note it'}
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}

const SAMPLES = [
  ['none', 'none asked for'],
  ['asked', 'asked for'],
  ['came', 'came'],
  ['printed', 'swatch printed'],
  ['liked', 'liked'],
  ['not liked', 'not liked'],
] as const;

function DeskPart({ paper, suppliers }: Pick<Props, 'paper' | 'suppliers'>) {
  const action = useAction();
  const [f, setF] = useState({
    sample: paper.sample,
    sampleNotes: paper.sampleNotes,
    supplierId: paper.supplierId ?? '',
    gasOutHours: String(paper.gasOutHours),
    storage: paper.storage,
  });
  const set =
    <K extends keyof typeof f>(key: K) =>
    (value: (typeof f)[K]) =>
      setF((was) => ({ ...was, [key]: value }));
  const save = () =>
    action.run('keepPaperDesk', {
      id: paper.id,
      ...f,
      supplierId: f.supplierId || null,
      gasOutHours: wholeOrTyped(f.gasOutHours),
    });
  return (
    <section>
      <PanelTitle>Sample and supplier</PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 6 }}>
        <Fields $columns="1fr 1fr">
          <Select<string>
            label="Sample"
            value={f.sample}
            onChange={set('sample') as (v: string) => void}
            options={SAMPLES.map(([key, name]) => ({ key, name }))}
          />
          <Select
            label="Comes from"
            value={f.supplierId}
            onChange={set('supplierId')}
            options={[
              { key: '', name: 'nobody on record' },
              ...suppliers.map((s) => ({ key: s.id, name: `${s.name}, ${s.deliveryDays} d` })),
            ]}
          />
          <Field
            label="What was thought of it"
            value={f.sampleNotes}
            onChange={set('sampleNotes')}
            wrong={action.fieldError('sampleNotes')}
          />
          <Field
            label="Gasses out, hours"
            value={f.gasOutHours}
            onChange={set('gasOutHours')}
            wrong={action.fieldError('gasOutHours')}
            hint="before glazing"
          />
          <Field label="Stored" value={f.storage} onChange={set('storage')} />
        </Fields>
        <Row>
          <Button onPress={() => void save()} isDisabled={action.isPending}>
            Keep it
          </Button>
        </Row>
        <ErrorCallout error={action.error} fields={['sampleNotes', 'gasOutHours']} />
      </Stack>
    </section>
  );
}

function SettingsPart({
  paperId,
  machines,
  settings,
}: {
  paperId: string;
  machines: { id: string; name: string }[];
  settings: Setting[];
}) {
  const action = useAction();
  const [f, setF] = useState({
    machineId: machines[0]?.id ?? '',
    setting: settings[0]?.setting ?? '',
    feed: settings[0]?.feed ?? '',
    notes: settings[0]?.notes ?? '',
  });
  if (!machines.length) return null;
  return (
    <section>
      <PanelTitle>The setting that worked</PanelTitle>
      <Stack $gap={8} style={{ paddingTop: 6 }}>
        {settings.map((s) => (
          <div key={s.id}>
            <strong>{machines.find((m) => m.id === s.machineId)?.name}</strong>: {s.setting}
            {s.feed && `, ${s.feed}`} <Small>{s.notes}</Small>
          </div>
        ))}
        <Fields $columns="1fr 1fr">
          <Select
            label="Printer"
            value={f.machineId}
            onChange={(machineId) => setF({ ...f, machineId })}
            options={machines.map((m) => ({ key: m.id, name: m.name }))}
          />
          <Field
            label="Media setting"
            value={f.setting}
            onChange={(setting) => setF({ ...f, setting })}
            wrong={action.fieldError('setting')}
          />
          <Field
            label="Feed"
            value={f.feed}
            onChange={(feed) => setF({ ...f, feed })}
            hint="rear, sheet by sheet"
          />
          <Field label="Quality, platen" value={f.notes} onChange={(notes) => setF({ ...f, notes })} />
        </Fields>
        <Row>
          <Button
            onPress={() => void action.run('keepMediaSetting', { paperId, ...f })}
            isDisabled={action.isPending || !f.setting.trim()}
          >
            Keep the setting
          </Button>
        </Row>
        <ErrorCallout error={action.error} fields={['setting']} />
      </Stack>
    </section>
  );
}
