import { useMemo, useState } from 'react';
import type { Selection } from 'react-aria-components';
import type { EditionModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { mayDo } from '@/core/edition/impressionStates';
import type { ActionInput } from '@/studio/registry';
import type { ReasonAct } from './EditionSheets';
import type { SheetLine } from './EditionView';

/** What somebody came to do, and the states of the sheets it is done to. */
const BEGINS_WITH = { sign: ['inspected'], inspect: ['printed', 'returned'] } as const;
const SIGNED_LATER: readonly EditionModel['signing'][] = ['on request', 'certificate only'];
type Counts = Record<string, number>;
type Act = Parameters<typeof mayDo>[0];

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

/** The sheets chosen of an edition, and what may be done to all of them at once. */
export function useEditionDesk({
  edition,
  rows,
  begin,
  hasPaperAndSize,
}: {
  edition: EditionModel;
  rows: SheetLine[];
  begin: 'sign' | 'inspect' | null;
  hasPaperAndSize: boolean;
}) {
  const action = useAction();
  const begun = useMemo(() => {
    const states: readonly string[] = begin ? BEGINS_WITH[begin] : [];
    return rows
      .map((row) => row.impression)
      .filter((each) => states.includes(each.state) && ['run', 'open'].includes(each.kind))
      .map((each) => each.id);
  }, [rows, begin]);
  const [selected, select] = useState<Selection>(() => new Set(begun));
  const [sheet, openSheet] = useState<'print' | 'close' | ReasonAct | null>(null);

  const chosen = rows
    .map((row) => row.impression)
    .filter((each) => selected === 'all' || selected.has(each.id));
  const toPrint = chosen.length > 0 && chosen.every((each) => each.state === 'declared');
  const isPrintable = edition.kind === 'open' || toPrint || chosen.length === 0;

  return {
    action,
    selected,
    select,
    sheet,
    openSheet,
    chosen,
    /** Every one of them waits to be printed. */
    toPrint,
    mayPrint: !edition.closedAt && hasPaperAndSize && isPrintable,
    /** A print that is promised to an order is out of reach here, but for its certificate. */
    mayAll: (act: Act) =>
      chosen.length > 0 &&
      chosen.every((each) => mayDo(act, each.state) && (!each.orderLineId || act === 'certified')),
    handle: (act: ActionInput<'handleImpressions'>['act']) =>
      action.run('handleImpressions', {
        editionId: edition.id,
        impressionIds: chosen.map((each) => each.id),
        act,
        note: '',
      }),
  };
}

export type EditionDesk = ReturnType<typeof useEditionDesk>;
