'use client';
import type { LayoutModel, PaperChoice, LotModel } from '@/app/models';
import { lengthOrNull, parseSize } from '@/core/measure';
import { sheetFinding } from '@/core/sheets/nup';
import { wasteOf } from '@/core/sheets/layoutFacts';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button } from '@/ui/Button';
import { DialogActions, FormDialog } from '@/ui/FormDialog';
import { DataTable, type Column } from '@/ui/DataTable';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import {
  EmptyState,
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
import { MarkedText, Verdict } from '@/ui/Verdict';
import { PapersNav } from '../PapersNav';
import { CutOrGang } from './CutOrGang';
import Link from 'next/link';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptSheet } from '@/ui/form/useKeptValues';

type Props = { layouts: LayoutModel[]; papers: PaperChoice[]; lots: LotModel[] };
const MARKS = { laid: 'none', queued: 'care', printed: 'holds' } as const;
const WORDS = { laid: 'laid out', queued: 'waits to be printed', printed: 'printed' } as const;

/** Nothing as long as nothing lies on it. */
const wastePercent = ({ placements, widthUm, lengthUm }: LayoutModel): number | null =>
  placements.length ? Math.round(1_000 * wasteOf(placements, widthUm, lengthUm)) / 10 : null;

/** Pieces of any works that share a paper, laid on sheets and rolls. */
export function LayoutsView({ layouts, papers, lots }: Props) {
  const { day } = useUnits();
  const { length, size, run } = useUnits();
  const [open, setOpen] = useState(false);
  useKeys([{ key: 'n', label: 'begin a layout', run: () => setOpen(true) }]);
  const nameOf = (id: string) => papers.find((p) => p.id === id)?.name ?? '';
  const columns: Column<LayoutModel>[] = [
    {
      key: 'name',
      head: 'Layout',
      isName: true,
      by: (l) => l.name,
      cell: (l) => (
        <Link href={`/papers/layouts/${l.id}`} prefetch={false}>
          {l.name}
        </Link>
      ),
    },
    { key: 'paper', head: 'Paper', by: (l) => nameOf(l.paperId), cell: (l) => nameOf(l.paperId) },
    {
      key: 'on',
      head: 'On',
      by: (l) => l.widthUm,
      cell: (l) =>
        l.kind === 'roll' ? `${length(l.widthUm)} roll` : size({ width: l.widthUm, height: l.heightUm! }),
    },
    {
      key: 'pieces',
      head: 'Pieces',
      isFigure: true,
      by: (l) => l.placements.length,
      cell: (l) => l.placements.length,
    },
    {
      key: 'takes',
      head: 'Takes',
      isFigure: true,
      by: (l) => l.lengthUm,
      cell: (l) => (l.kind === 'roll' ? run(l.lengthUm) : '1 sheet'),
    },
    {
      key: 'waste',
      head: 'Waste',
      isFigure: true,
      by: wastePercent,
      cell: (l) => (wastePercent(l) === null ? '' : `${wastePercent(l)} %`),
    },
    {
      key: 'state',
      head: 'State',
      by: (l) => l.printedAt ?? WORDS[l.state],
      cell: (l) => (
        <MarkedText kind={MARKS[l.state]}>
          {WORDS[l.state]}
          {l.printedAt && <Small> {day(l.printedAt)}</Small>}
        </MarkedText>
      ),
    },
  ];
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Sheets and rolls</PageTitle>
          <Lead>
            Prints, proofs and strips of any works on one paper, laid so that little of it is wasted. What
            is printed leaves the oldest lot.
          </Lead>
        </div>
        <Button keyName="n" onPress={() => setOpen(true)}>
          Begin a layout
        </Button>
      </PageHeader>
      <PapersNav />
      <Panel>
        {layouts.length === 0 ? (
          <EmptyState title="Nothing laid out yet">
            <p>
              Begin a layout on a paper, add prints of any works, and see how much of the sheet or roll
              they take.
            </p>
          </EmptyState>
        ) : (
          <DataTable label="Layouts" rows={layouts} columns={columns} keyOf={(l) => l.id} />
        )}
      </Panel>
      <Panel style={{ marginTop: 18, display: 'grid', gap: 26 }}>
        <CountUp />
        <CutOrGang papers={papers} lots={lots} />
      </Panel>
      {open && <BeginSheet papers={papers} lots={lots} onClose={() => setOpen(false)} />}
    </Page>
  );
}

/** How many of one piece go on a sheet: worked out as it is typed. */
function CountUp() {
  const { unit, withUnit } = useUnits();
  const [f, setF] = useState({
    sheet: 'A3+',
    piece: unit === 'mm' ? '148 x 105 mm' : '6 x 4 in',
    margin: unit === 'mm' ? '5 mm' : '1/4 in',
    gutter: unit === 'mm' ? '3 mm' : '1/8 in',
  });
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const read = (text: string) => {
    try {
      return parseSize(withUnit(text), unit);
    } catch {
      return null;
    }
  };
  const [sheet, piece, margin, gutter] = [
    read(f.sheet),
    read(f.piece),
    lengthOrNull(withUnit(f.margin), unit),
    lengthOrNull(withUnit(f.gutter), unit),
  ];
  let finding = null,
    says = '';
  if (sheet && piece && margin !== null && gutter !== null) {
    try {
      finding = sheetFinding({ sheet, piece, margin, gutter });
    } catch (error) {
      says = (error as Error).message;
    }
  }
  return (
    <section>
      <PanelTitle>
        How many up? <span>one piece on a sheet, both ways round and mixed</span>
      </PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 6 }}>
        <Fields $columns="repeat(4, minmax(0, 180px))">
          <Field
            label="Sheet"
            value={f.sheet}
            onChange={set('sheet')}
            wrong={sheet ? null : 'Expected a size such as "A3+" or "483 x 329 mm".'}
          />
          <Field
            label="Piece"
            value={f.piece}
            onChange={set('piece')}
            wrong={piece ? null : 'Expected a size such as "148 x 105 mm".'}
          />
          <Field
            label="Printer’s margin"
            value={f.margin}
            onChange={set('margin')}
            wrong={margin === null ? 'Expected a length.' : null}
          />
          <Field
            label="Gutter"
            value={f.gutter}
            onChange={set('gutter')}
            wrong={gutter === null ? 'Expected a length.' : null}
          />
        </Fields>
        {finding ? (
          <Verdict finding={finding} />
        ) : says ? (
          <MarkedText kind="fails">{says}</MarkedText>
        ) : null}
      </Stack>
    </section>
  );
}

function BeginSheet({
  papers,
  lots,
  onClose,
}: {
  papers: PaperChoice[];
  lots: LotModel[];
  onClose: () => void;
}) {
  const action = useAction();
  const router = useRouter();
  const { unit, withUnit, length, size, run } = useUnits();
  const stocked = papers.filter((p) => !p.discontinued);
  const [paperId, setPaper] = useState(lots.find((l) => l.onHand > 0)?.paperId ?? stocked[0]?.id ?? '');
  const of = lots.filter((l) => l.paperId === paperId && l.onHand > 0);
  const [kind, setKind] = useState<'sheet' | 'roll'>(of[0]?.form ?? 'roll');
  const [f, setF] = useState({
    name: '',
    size: '',
    margin: unit === 'mm' ? '5 mm' : '1/4 in',
    gap: unit === 'mm' ? '4 mm' : '1/8 in',
  });
  const kept = useKeptSheet(
    'beginLayout:new',
    { ...f, paperId, kind },
    ({ paperId: paper, kind: form, ...begun }) => {
      setPaper(paper);
      setKind(form);
      setF(begun);
    },
    onClose,
  );
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const held = of.find((l) => l.form === kind);
  const shownSize = (lot: LotModel) =>
    lot.heightUm === null ? length(lot.widthUm) : size({ width: lot.widthUm, height: lot.heightUm });
  const usualRoll = unit === 'mm' ? '610 mm' : '24 in';
  const usualSize = (form: 'sheet' | 'roll') => (form === 'roll' ? usualRoll : 'A3+');
  const usual = held ? shownSize(held) : usualSize(kind);
  const exact = held ? sizeOfLot(held) : usual;
  const begin = async () => {
    const done = await action.run('beginLayout', {
      name: f.name,
      kind,
      paperId,
      size: f.size.trim() ? withUnit(f.size) : exact,
      margin: withUnit(f.margin),
      gap: withUnit(f.gap),
    });
    if (!done?.id) return;
    kept.close();
    router.push(`/papers/layouts/${done.id}`);
  };
  return (
    <FormDialog title="A layout" isOpen isWritten={kept.isWritten} onClose={kept.close}>
      <DraftSlip {...kept.slip} />
      <Fields $columns="1fr 1fr">
        <Field
          label="Name"
          value={f.name}
          onChange={set('name')}
          required
          autoFocus
          hint="Tuesday’s roll"
          wrong={action.fieldError('name')}
        />
        <Select
          label="Paper"
          value={paperId}
          onChange={setPaper}
          options={stocked.map((p) => ({ key: p.id, name: p.name }))}
        />
        <Select<'sheet' | 'roll'>
          label="On"
          value={kind}
          onChange={setKind}
          options={[
            { key: 'roll', name: 'a roll' },
            { key: 'sheet', name: 'one sheet' },
          ]}
        />
        <Field
          label={kind === 'roll' ? 'Width of the roll' : 'Size of the sheet'}
          value={f.size}
          onChange={set('size')}
          placeholder={usual}
          hint={
            held
              ? `on hand: ${held.form === 'roll' ? `${run(held.onHand)} of it` : `${held.onHand} sheets`}`
              : 'none on hand'
          }
          wrong={action.fieldError('size')}
        />
        <Field
          label="Bare margin"
          value={f.margin}
          onChange={set('margin')}
          wrong={action.fieldError('margin')}
        />
        <Field
          label="Gap between pieces"
          value={f.gap}
          onChange={set('gap')}
          wrong={action.fieldError('gap')}
        />
      </Fields>
      <ErrorCallout error={action.error} fields={['name', 'size', 'margin', 'gap']} />
      <DialogActions
        label="Begin it"
        busy={action.isPending}
        onDo={() => void begin()}
        onClose={onClose}
      />
    </FormDialog>
  );
}

/** A lot's size as a layout takes it: a roll has a width only. */
const sizeOfLot = ({ widthUm, heightUm }: LotModel): number | { width: number; height: number } =>
  heightUm === null ? widthUm : { width: widthUm, height: heightUm };
