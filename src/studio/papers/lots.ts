import { RefusedError } from '@/core/errors';
import { formatLength } from '@/core/measure';
import type { Db, Tx } from '@/store/db';
import { lotSums, restOfLot } from '@/store/papers';
import { insertRow, type Row } from '@/store/rows';
import { type Studio } from '../studio';

export type Lot = Row<'lots'>;
export type LotOnHand = Lot & {
  /** Sheets, or micrometres of a roll. */ onHand: number;
  /** Of all that came in. */ received: number;
};

/** Lots with what is left of them, the oldest first. */
export async function lotsOnHand(
  db: Db,
  paperIds: readonly string[] | null = null,
): Promise<LotOnHand[]> {
  const rows = await lotSums(db, paperIds ?? undefined);
  return rows.map((r) => ({ ...r.lot, onHand: r.onHand, received: r.received }));
}

/**
 * What a move costs: what is left of a lot after it keeps its share of the lot's price, to the cent, so that what left never
 * cost more than what came, however small the sums are.
 */
export async function costOfMove(tx: Tx, lot: LotOnHand, amount: number): Promise<number> {
  const [row] = await restOfLot(tx, lot.id);
  return (
    Math.round((lot.priceMinor * (lot.onHand + amount)) / Math.max(1, lot.received)) - (row?.rest ?? 0)
  );
}

/**
 * Takes so much out of a paper's lots of one form and width, the oldest first. A roll's piece comes off one roll.
 *
 * @throws RefusedError when there is not enough, with what there is
 */
export async function chargeStock(
  studio: Studio,
  tx: Tx,
  q: {
    paperId: string;
    form: 'sheet' | 'roll';
    widthUm: number;
    heightUm: number | null;
    amount: number;
    kind: 'printed' | 'spoiled';
    why: string;
    /** Nothing for a misprint: taking the print back does not give its paper back. */
    layoutId: string | null;
  },
): Promise<{ costMinor: number; lots: string[] }> {
  const fits = (await lotsOnHand(tx, [q.paperId])).filter(
    (l) => l.form === q.form && l.onHand > 0 && sameSize(l, q),
  );
  const { unit } = await studio.settings();
  const shown = (v: number) => (q.form === 'sheet' ? `${v} sheets` : formatLength(v, unit));
  const all = fits.reduce((a, l) => a + l.onHand, 0);
  const enough = q.form === 'roll' ? fits.some((l) => l.onHand >= q.amount) : all >= q.amount;
  if (!enough)
    throw new RefusedError(
      `${shown(q.amount)} are wanted and ${q.form === 'roll' && fits.length > 1 ? `the longest roll has ${shown(Math.max(...fits.map((l) => l.onHand)))}` : `${shown(all)} are on hand`}: receive a lot under Papers first.`,
    );
  let left = q.amount,
    costMinor = 0;
  const from: string[] = [];
  for (const lot of q.form === 'roll' ? [fits.find((l) => l.onHand >= q.amount)!] : fits) {
    const take = Math.min(left, lot.onHand);
    if (take <= 0) break;
    const cost = -(await costOfMove(tx, lot, -take));
    await insertRow(tx, 'stockMoves', {
      id: studio.newId(),
      lotId: lot.id,
      at: studio.now(),
      kind: q.kind,
      amount: -take,
      costMinor: -cost,
      why: q.why,
      layoutId: q.layoutId,
    });
    costMinor += cost;
    left -= take;
    from.push(lot.name);
  }
  return { costMinor, lots: from };
}

/** Turned or not, a sheet is the same sheet. */
function sameSize(l: Lot, q: { widthUm: number; heightUm: number | null }): boolean {
  return l.heightUm === null || q.heightUm === null
    ? l.widthUm === q.widthUm
    : (l.widthUm === q.widthUm && l.heightUm === q.heightUm) ||
        (l.widthUm === q.heightUm && l.heightUm === q.widthUm);
}
