'use client';
import Link from 'next/link';
import { useState } from 'react';
import { shareOf } from '@/core/measure';
import { daysBetween } from '@/core/measure/day';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { DataTable, type Column } from '@/ui/DataTable';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import {
  Columns,
  FactList,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  WorkTitle,
} from '@/ui/Layout';
import { MarkedText } from '@/ui/Verdict';
import { useUnits } from '@/ui/Units';
import { RegisterNav } from '../../RegisterNav';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptValues } from '@/ui/form/useKeptValues';

type Outcome = 'there' | 'sold' | 'back' | 'lost';
type Item = {
  id: string;
  impressionId: string;
  title: string;
  label: string;
  priceMinor: number;
  outcome: Outcome;
  owedMinor: number;
  settledOn: string | null;
  note: string;
};
type Note = {
  id: string;
  number: number;
  sinceOn: string;
  dueOn: string;
  theirShare: number;
  bearsDamage: string;
  notes: string;
};
const OUTCOMES: { key: Outcome; name: string }[] = [
  { key: 'there', name: 'still there' },
  { key: 'sold', name: 'sold' },
  { key: 'back', name: 'came back' },
  { key: 'lost', name: 'lost' },
];

/** One note: what a shop has, and settling it print by print. */
export function ConsignmentView({ note, shop, lines }: { note: Note; shop: string; lines: Item[] }) {
  const { date, money, today } = useUnits();
  const action = useAction();
  const [said, setSaid] = useState<Record<string, Outcome>>({});
  const [paid, setPaid] = useState<'paid' | 'owed'>('paid');
  const [on, setOn] = useState(today());
  const [word, setWord] = useState('');
  const draft = useKeptValues(`settleConsignment:${note.id}`, { said, paid, on, word }, (begun) => {
    setSaid(begun.said);
    setPaid(begun.paid);
    setOn(begun.on);
    setWord(begun.word);
  });
  const there = lines.filter((line) => line.outcome === 'there');
  const settled = there.filter((line) => (said[line.id] ?? 'there') !== 'there');
  const yours = settled
    .filter((line) => said[line.id] === 'sold')
    .reduce((sum, line) => sum + line.priceMinor - shareOf(line.priceMinor, note.theirShare), 0);
  const settle = async () => {
    const kept = await action.run('settleConsignment', {
      id: note.id,
      on,
      paid,
      items: settled.map((line) => ({
        itemId: line.id,
        outcome: said[line.id] as Exclude<Outcome, 'there'>,
        note: word,
      })),
    });
    if (kept) {
      draft.end({ said: {}, paid, on, word: '' });
      setSaid({});
      setWord('');
    }
  };
  const theirsOf = (line: Item) => shareOf(line.priceMinor, note.theirShare);
  const columns: Column<Item>[] = [
    {
      key: 'print',
      head: 'Print',
      isName: true,
      by: (line) => `${line.title} ${line.label}`,
      cell: (line) => (
        <Link href={`/register/impressions/${line.impressionId}`} prefetch={false}>
          <WorkTitle>{line.title}</WorkTitle> {line.label}
        </Link>
      ),
    },
    {
      key: 'price',
      head: 'Sells for',
      isFigure: true,
      by: (line) => line.priceMinor,
      cell: (line) => money(line.priceMinor),
    },
    {
      key: 'theirs',
      head: 'Theirs',
      isFigure: true,
      by: theirsOf,
      cell: (line) => money(theirsOf(line)),
    },
    {
      key: 'yours',
      head: 'Yours',
      isFigure: true,
      by: (line) => line.priceMinor - theirsOf(line),
      cell: (line) => money(line.priceMinor - theirsOf(line)),
    },
    {
      key: 'outcome',
      head: 'What became of it',
      by: (line) => line.settledOn,
      cell: (line) =>
        line.outcome === 'there' ? (
          <Select
            label={`What became of ${line.title} ${line.label}`}
            hideLabel
            value={said[line.id] ?? 'there'}
            onChange={(outcome) => setSaid({ ...said, [line.id]: outcome })}
            options={OUTCOMES}
          />
        ) : (
          <>
            {OUTCOMES.find(({ key }) => key === line.outcome)!.name} {date(line.settledOn)}
            {line.note && <Small>, {line.note}</Small>}
          </>
        ),
    },
  ];
  const isOver = there.length > 0 && note.dueOn < today();
  return (
    <Page>
      <RegisterNav />
      <PageHeader>
        <div>
          <PageTitle>{shop}</PageTitle>
          <Lead>
            Consignment note {note.number}.{' '}
            {isOver ? (
              <MarkedText kind="fails">
                {there.length} {there.length === 1 ? 'print was' : 'prints were'} due back or paid{' '}
                {date(note.dueOn)}, {daysBetween(note.dueOn, today())} days ago.
              </MarkedText>
            ) : (
              `${there.length} still there, due ${date(note.dueOn)}.`
            )}
          </Lead>
        </div>
        <a href={`/api/documents/consignment-note/${note.id}`} target="_blank" rel="noreferrer">
          The note as PDF
        </a>
      </PageHeader>
      <Columns $aside={340}>
        <Panel>
          <DraftSlip {...draft.slip} />
          <DataTable
            label="Prints on this note"
            rows={lines}
            columns={columns}
            keyOf={(line) => line.id}
          />
          {settled.length > 0 && (
            <div style={{ marginTop: 18 }}>
              <Fields $columns="170px 200px 1fr">
                <Field label="On" type="date" value={on} onChange={setOn} />
                <Select
                  label="Their money"
                  value={paid}
                  onChange={setPaid}
                  options={[
                    { key: 'paid', name: 'is here' },
                    { key: 'owed', name: 'is still owed' },
                  ]}
                />
                <Field label="Note" value={word} onChange={setWord} />
              </Fields>
              <ErrorCallout error={action.error} />
              <Row style={{ marginTop: 12 }}>
                <Button main isDisabled={action.isPending} onPress={() => void settle()}>
                  Settle {settled.length === 1 ? 'it' : `these ${settled.length}`}
                </Button>
                <span>
                  {yours > 0 && `${money(yours)} ${paid === 'paid' ? 'came in' : 'is owed to you'}`}
                </span>
              </Row>
            </div>
          )}
        </Panel>
        <div>
          <PanelTitle>The terms</PanelTitle>
          <FactList
            rows={[
              ['Since', date(note.sinceOn)],
              ['Due back or paid', date(note.dueOn)],
              ['Their share', `${Math.round(note.theirShare * 1_000) / 10} % of what each sells for`],
              ['Damage is borne by', note.bearsDamage],
              ['Agreed beside', note.notes],
            ]}
          />
          <Callout style={{ marginTop: 20 }}>
            <h3>Whose they are</h3>
            They stay yours until they are sold and paid. What is sold here becomes an order of its own,
            so that income counts it once. Local law may say more; ask someone licensed there.
          </Callout>
        </div>
      </Columns>
    </Page>
  );
}
