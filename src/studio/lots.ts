import { asc, eq, inArray, sql } from 'drizzle-orm';
import { InputError, RefusedError } from '@/core/errors';
import { formatLength, parseLength, parseMoney, parseSize } from '@/core/measure';
import type { Db, Tx } from '@/store/db';
import { insertRow, rowById } from '@/store/rows';
import { lots, papers, stockMoves } from '@/store/schema';
import { act } from './act';
import { day, id, just, name, oneOf, typed } from './schemas';
import { noteInJournal, type Studio } from './studio';

export type Lot = typeof lots.$inferSelect;
export type LotOnHand = Lot & { /** Sheets, or micrometres of a roll. */ onHand: number; /** Of all that came in. */ received: number };

/** Lots with what is left of them, the oldest first. */
export async function lotsOnHand(db: Db, paperIds: readonly string[] | null = null): Promise<LotOnHand[]> {
  const rows = await db.select({ lot: lots, onHand: sql<number>`coalesce(sum(${stockMoves.amount}), 0)`, received: sql<number>`coalesce(sum(case when ${stockMoves.kind} = 'received' then ${stockMoves.amount} else 0 end), 0)` })
    .from(lots).leftJoin(stockMoves, eq(stockMoves.lotId, lots.id)).where(paperIds ? inArray(lots.paperId, [...paperIds]) : undefined).groupBy(lots.id).orderBy(asc(lots.receivedOn), asc(lots.id));
  return rows.map((r) => ({ ...r.lot, onHand: r.onHand, received: r.received }));
}

type LotInput = { paperId: string; name: string; form: 'sheet' | 'roll'; size: string; amount: string; price: string; receivedOn: string };

/** Takes in a delivery of a paper: so many sheets of a size, or a roll of a width and a length. */
export const receiveLot = act<LotInput>(just({ paperId: id, name, form: oneOf('sheet', 'roll'), size: typed, amount: typed, price: typed, receivedOn: day }), async (studio, input) => {
  const { unit, currency } = await studio.settings();
  const paper = await rowById(studio.db, papers, input.paperId, 'paperId');
  const size = input.form === 'sheet' ? parseSize(input.size, unit, 'size') : { width: parseLength(input.size, unit, 'size'), height: null };
  const amount = input.form === 'sheet' ? wholeSheets(input.amount) : parseLength(input.amount, unit, 'amount');
  if (!(amount > 0)) throw new InputError('amount', input.amount, input.form === 'sheet' ? 'a number of sheets above zero' : 'the length of the roll, above zero');
  const priceMinor = parseMoney(input.price, currency, 'price');
  const lotId = studio.newId();
  return studio.store.write(async (tx) => {
    await insertRow(tx, lots, { id: lotId, paperId: paper.id, name: input.name.trim(), form: input.form, widthUm: size.width, heightUm: size.height, priceMinor, receivedOn: input.receivedOn });
    await insertRow(tx, stockMoves, { id: studio.newId(), lotId, at: studio.now(), kind: 'received', amount, costMinor: priceMinor });
    await noteInJournal(studio, tx, { act: 'received', subject: 'paper', subjectId: paper.id, says: `Received ${input.form === 'sheet' ? `${amount} sheets` : formatLength(amount, unit)} of ${paper.name}`, after: input });
    return { says: `${paper.name}, ${input.name}, is in the drawer.`, id: lotId };
  });
});

function wholeSheets(text: string): number {
  const n = Number(text.trim().replace(/\s*sheets?$/i, ''));
  if (!Number.isInteger(n) || n <= 0) throw new InputError('amount', text, 'a whole number of sheets');
  return n;
}

/** What so much of a lot cost: its price by the share of what came in, to the cent. */
export const costOf = (lot: Pick<LotOnHand, 'priceMinor' | 'received'>, amount: number): number => (lot.received > 0 ? Math.round((lot.priceMinor * amount) / lot.received) : 0);

/**
 * Takes so much out of a paper's lots of one form and width, the oldest first. A roll's piece comes off one roll.
 *
 * @throws RefusedError when there is not enough, with what there is
 */
export async function chargeStock(studio: Studio, tx: Tx, q: { paperId: string; form: 'sheet' | 'roll'; widthUm: number; heightUm: number | null; amount: number; kind: 'printed' | 'spoiled'; why: string; layoutId: string }): Promise<{ costMinor: number; lots: string[] }> {
  const fits = (await lotsOnHand(tx, [q.paperId])).filter((l) => l.form === q.form && l.onHand > 0 && sameSize(l, q));
  const { unit } = await studio.settings();
  const shown = (v: number) => (q.form === 'sheet' ? `${v} sheets` : formatLength(v, unit));
  const all = fits.reduce((a, l) => a + l.onHand, 0);
  const enough = q.form === 'roll' ? fits.some((l) => l.onHand >= q.amount) : all >= q.amount;
  if (!enough) throw new RefusedError(`${shown(q.amount)} are wanted and ${q.form === 'roll' && fits.length > 1 ? `the longest roll has ${shown(Math.max(...fits.map((l) => l.onHand)))}` : `${shown(all)} are on hand`}: receive a lot under Papers first.`);
  let left = q.amount, costMinor = 0;
  const from: string[] = [];
  for (const lot of q.form === 'roll' ? [fits.find((l) => l.onHand >= q.amount)!] : fits) {
    const take = Math.min(left, lot.onHand);
    if (take <= 0) break;
    // The last of a lot takes what rounding left of its price, so that what left costs what came.
    const cost = take === lot.onHand ? await restOf(tx, lot) : costOf(lot, take);
    await insertRow(tx, stockMoves, { id: studio.newId(), lotId: lot.id, at: studio.now(), kind: q.kind, amount: -take, costMinor: -cost, why: q.why, layoutId: q.layoutId });
    costMinor += cost; left -= take; from.push(lot.name);
  }
  return { costMinor, lots: from };
}

async function restOf(tx: Tx, lot: Lot): Promise<number> {
  const [row] = await tx.select({ rest: sql<number>`coalesce(sum(${stockMoves.costMinor}), 0)` }).from(stockMoves).where(eq(stockMoves.lotId, lot.id));
  return row?.rest ?? 0;
}

/** Turned or not, a sheet is the same sheet. */
function sameSize(l: Lot, q: { widthUm: number; heightUm: number | null }): boolean {
  return l.heightUm === null || q.heightUm === null ? l.widthUm === q.widthUm : (l.widthUm === q.widthUm && l.heightUm === q.heightUm) || (l.widthUm === q.heightUm && l.heightUm === q.widthUm);
}
