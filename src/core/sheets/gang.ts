import { InputError } from '../errors';
import type { Finding } from '../finding';
import { formatMoney, roundHalfEven, type Minor, type Size, type Um } from '../measure';
import { cutsOf } from './pieces';
import { layOnSheet } from './nup';
import { nestStraight } from './straight';

/** Paper on hand: what one sheet, or a metre of the roll, costs. */
export type PaperLot = {
  id: string;
  name: string;
  form: 'sheet' | 'roll';
  width: Um;
  height: Um | null;
  /** Of one sheet, or of a metre of roll. */ price: Minor;
};
export type GangQuestion = {
  /** Trimmed to its edge. */
  piece: Size;
  bleed: Um;
  count: number;
  lots: readonly PaperLot[];
  margin: Um;
  gutter: Um;
  /** One straight cut, by hand with a rule, and what an hour of it costs. */
  minutesPerCut: number;
  ratePerHour: Minor;
};
export type GangWay = {
  lot: PaperLot;
  way: 'pre-cut' | 'ganged';
  /** Sheets, or micrometres of roll. */ uses: number;
  up: number;
  cuts: number;
  minutes: number;
  paper: Minor;
  cost: Minor;
};

/** Sheets nearer than this to a piece are its size. */
const SAME_WITHIN_UM = 500;

/**
 * Prints without a border, on sheets cut to their size beforehand, or laid together on larger paper with bleed and cut
 * after: what each takes of paper, cuts and time, the cheapest first.
 *
 * @returns nothing for lots that the piece does not fit on
 * @throws InputError for a count not above zero, minutes or a rate below zero
 * Source: handbook §7, sheet; §16, cutting: whichever wastes less.
 * @example waysToCut({ piece: { width: 148000, height: 105000 }, bleed: 3000, count: 8, lots: [{ id: 'a', name: 'A6', form: 'sheet', width: 105000, height: 148000, price: 40 }], margin: 5000, gutter: 0, minutesPerCut: 0.5, ratePerHour: 3000 })[0].cost // 320
 */
export function waysToCut(q: GangQuestion): GangWay[] {
  if (!(Number.isInteger(q.count) && q.count > 0))
    throw new InputError('count', q.count, 'a whole number of prints above zero');
  if (!(q.minutesPerCut >= 0))
    throw new InputError('minutesPerCut', q.minutesPerCut, 'minutes, nothing below zero');
  if (!(q.ratePerHour >= 0)) throw new InputError('ratePerHour', q.ratePerHour, 'nothing below zero');
  const grown = { width: q.piece.width + 2 * q.bleed, height: q.piece.height + 2 * q.bleed };
  const near = (a: Um, b: Um) => Math.abs(a - b) <= SAME_WITHIN_UM;
  const ways = q.lots.flatMap((lot): GangWay[] => {
    const finish = (
      way: GangWay['way'],
      uses: number,
      up: number,
      cuts: number,
      paper: Minor,
    ): GangWay => {
      const minutes = cuts * q.minutesPerCut;
      return {
        lot,
        way,
        uses,
        up,
        cuts,
        minutes,
        paper,
        cost: paper + roundHalfEven((minutes / 60) * q.ratePerHour),
      };
    };
    if (lot.form === 'sheet') {
      const { width, height } = { width: lot.width, height: lot.height! };
      if (
        (near(width, q.piece.width) && near(height, q.piece.height)) ||
        (near(width, q.piece.height) && near(height, q.piece.width))
      )
        return [finish('pre-cut', q.count, 1, 0, q.count * lot.price)];
      if (2 * q.margin >= Math.min(width, height)) return [];
      const laid = layOnSheet({
        sheet: { width, height },
        piece: grown,
        margin: q.margin,
        gutter: q.gutter,
      });
      if (!laid.count) return [];
      const sheets = Math.ceil(q.count / laid.count);
      // The bleed comes off all four edges of each, beside the cuts that part them.
      return [
        finish(
          'ganged',
          sheets,
          laid.count,
          sheets * laid.cuts.filter((c) => !c.trim).length + 4 * q.count,
          sheets * lot.price,
        ),
      ];
    }
    if (Math.min(grown.width, grown.height) > lot.width - 2 * q.margin) return [];
    const laid = nestStraight({
      width: lot.width,
      margin: q.margin,
      gap: q.gutter,
      pieces: [{ id: 'p', ...grown, count: q.count, rotate: true }],
    });
    const parting =
      (cutsOf(laid.placements, { width: lot.width, height: laid.length }) ?? []).filter((c) => !c.trim)
        .length + 1;
    return [
      finish(
        'ganged',
        laid.length,
        q.count,
        parting + 4 * q.count,
        roundHalfEven((laid.length / 1e6) * lot.price),
      ),
    ];
  });
  return ways.sort((a, b) => a.cost - b.cost);
}

/** The cheaper way in a sentence, and by how much. */
export function gangFinding(ways: readonly GangWay[], currency: string): Finding {
  const money = (m: Minor) => formatMoney(m, currency);
  const [best, next] = ways;
  if (!best)
    return {
      verdict: 'fails',
      word: 'no paper fits',
      says: 'No lot on hand takes this piece.',
      because: [],
    };
  const how = (w: GangWay) =>
    `${w.way === 'pre-cut' ? `on pre-cut ${w.lot.name}` : `ganged on ${w.lot.name} and cut`}: ${money(w.cost)}${w.cuts ? `, of which ${money(w.cost - w.paper)} for ${w.cuts} cuts` : ''}`;
  const because = ways.map((w) => ({ name: w.lot.name, value: money(w.cost) }));
  if (!next) return { verdict: 'holds', word: best.way, says: `Only ${how(best)}.`, because };
  return {
    verdict: 'holds',
    word: best.way,
    says: `Cheapest ${how(best)}. Next ${how(next)}, ${money(next.cost - best.cost)} more.`,
    because,
  };
}
