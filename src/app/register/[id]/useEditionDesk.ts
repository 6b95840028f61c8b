import { useMemo, useState } from 'react';
import type { Selection } from 'react-aria-components';
import type { EditionModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { mayDo, stateWord } from '@/core/edition/impressionStates';
import { parseNumbers } from '@/core/edition/terms';
import type { ActionInput } from '@/studio/registry';
import type { ReasonAct } from './EditionSheets';
import type { SheetLine } from './sheets';

/** What somebody came to do, and the states of the sheets it is done to. */
const BEGINS_WITH = { sign: ['inspected'], inspect: ['printed', 'returned'] } as const;
const SIGNED_LATER: readonly EditionModel['signing'][] = ['on request', 'certificate only'];
type Counts = Record<string, number>;
type Act = Parameters<typeof mayDo>[0];

/** Which sheets are drawn: those under a word, in a size, with a number. */
export type SheetFilter = { word: string; formatId: string; numbers: string };
export const ALL_SHEETS: SheetFilter = { word: '', formatId: '', numbers: '' };

/** All impressions of an edition, those not yet printed included. */
export const madeOrDeclared = (counts: Counts): number =>
  Object.values(counts).reduce((a, b) => a + b, 0);

/** How an edition stands, in figures: gone, ready to be sold, and what is still to be printed. */
export function standing(
  edition: Pick<EditionModel, 'kind' | 'closedAt' | 'signing'>,
  counts: Counts,
): string {
  const of = (...states: string[]) => states.reduce((sum, state) => sum + (counts[state] ?? 0), 0);
  const gone = of('dispatched', 'delivered');
  // What is signed on request, or not at all, is ready as soon as it has been inspected.
  const ready =
    of('signed', 'certified') + (SIGNED_LATER.includes(edition.signing) ? of('inspected') : 0);
  return `${gone} gone, ${ready} ready, ${toCome(edition, counts)}`;
}

function toCome(edition: Pick<EditionModel, 'kind' | 'closedAt'>, counts: Counts): string {
  if (edition.kind === 'open') return `${madeOrDeclared(counts)} made so far`;
  return `${counts.declared ?? 0} ${edition.closedAt ? 'never' : 'not yet'} printed`;
}

/** The word a sheet carries: whom it is for, that it is held or kept back, else where it is on its way. */
export function sheetWord(row: SheetLine, edition: Pick<EditionModel, 'signing' | 'closedAt'>): string {
  const { impression: i } = row;
  if (i.state === 'allocated' && row.orderNumber) return `for ${row.orderNumber}`;
  if (i.heldBack && (mayDo('kept', i.state) || i.state === 'declared')) return 'kept back';
  if (row.isReserved) return 'reserved';
  return stateWord(i.state, edition);
}

/**
 * The sheets that fit a filter; a number that is none yet is taken for what it is, and nothing is drawn for it.
 *
 * @example filterSheets(rows, { word: 'ready', formatId: '', numbers: '' }, edition)
 */
export function filterSheets(
  rows: readonly SheetLine[],
  filter: SheetFilter,
  edition: Pick<EditionModel, 'signing' | 'closedAt'>,
): SheetLine[] {
  const numbers = numbersOf(filter.numbers);
  return rows.filter(
    (row) =>
      (!filter.word || wordGroup(row, edition) === filter.word) &&
      (!filter.formatId || row.impression.formatId === filter.formatId) &&
      (numbers === null || numbers.has(row.impression.number)),
  );
}

/** Sheets for different orders are one group. */
export const wordGroup = (row: SheetLine, edition: Pick<EditionModel, 'signing' | 'closedAt'>) =>
  sheetWord(row, edition).replace(/^for \d+$/, 'for an order');

function numbersOf(typed: string): ReadonlySet<number> | null {
  if (!typed.trim()) return null;
  try {
    return new Set(parseNumbers(typed, 100_000));
  } catch {
    return new Set();
  }
}

/** The sheets chosen of an edition, and what may be done to all of them at once. */
export function useEditionDesk({
  edition,
  rows,
  begin,
  hasPaperAndSize,
}: {
  edition: EditionModel;
  rows: SheetLine[];
  begin: 'sign' | 'inspect' | 'print' | null;
  hasPaperAndSize: boolean;
}) {
  const action = useAction();
  const begun = useMemo(() => {
    const states: readonly string[] = begin && begin !== 'print' ? BEGINS_WITH[begin] : [];
    return rows
      .map((row) => row.impression)
      .filter((each) => states.includes(each.state) && ['run', 'open'].includes(each.kind))
      .map((each) => each.id);
  }, [rows, begin]);
  const [selected, select] = useState<Selection>(() => new Set(begun));
  const [filter, setFilter] = useState<SheetFilter>(ALL_SHEETS);
  const [sheet, openSheet] = useState<
    'print' | 'close' | 'reserve' | 'hold' | 'consign' | ReasonAct | null
  >(begin === 'print' && !edition.closedAt && hasPaperAndSize ? 'print' : null);

  const shown = useMemo(() => filterSheets(rows, filter, edition), [rows, filter, edition]);
  const chosenLines = shown.filter((row) => selected === 'all' || selected.has(row.impression.id));
  const chosen = chosenLines.map((row) => row.impression);
  const toPrint = chosen.length > 0 && chosen.every((each) => each.state === 'declared');
  const isPrintable = edition.kind === 'open' || toPrint || chosen.length === 0;
  const ids = () => chosen.map((each) => each.id);
  const isFree = (row: SheetLine) =>
    row.impression.kind === 'run' &&
    !row.impression.orderLineId &&
    !row.impression.heldBack &&
    !row.isReserved;

  return {
    action,
    selected,
    select,
    filter,
    setFilter,
    shown,
    sheet,
    openSheet,
    chosen,
    chosenLines,
    /** Every one of them waits to be printed. */
    toPrint,
    mayPrint: !edition.closedAt && hasPaperAndSize && isPrintable,
    /** A print that is promised to an order is out of reach here, but for its certificate. */
    mayAll: (act: Act) =>
      chosen.length > 0 &&
      chosenLines.every(
        ({ impression: each, hasCertificate }) =>
          mayDo(act, each.state) &&
          (!each.orderLineId || act === 'certified') &&
          (act !== 'certified' || !hasCertificate),
      ),
    mayReserve:
      edition.kind === 'limited' &&
      (chosen.length === 0 || (chosen.length === 1 && chosenLines.every(isFree))),
    mayHold: edition.kind === 'limited' && chosen.length === 1 && chosenLines.every(isFree),
    mayConsign:
      chosen.length > 0 &&
      chosenLines.every(
        (row) =>
          mayDo('consigned', row.impression.state) &&
          !row.impression.heldBack &&
          !row.isReserved &&
          !row.impression.orderLineId,
      ),
    /** Every one of them has a certificate that stands. */
    haveCertificates: chosen.length > 0 && chosenLines.every((row) => row.hasCertificate),
    handle: (act: ActionInput<'handleImpressions'>['act']) =>
      action.run('handleImpressions', { editionId: edition.id, impressionIds: ids(), act, note: '' }),
    certify: () => action.run('writeCertificates', { editionId: edition.id, impressionIds: ids() }),
  };
}

export type EditionDesk = ReturnType<typeof useEditionDesk>;
