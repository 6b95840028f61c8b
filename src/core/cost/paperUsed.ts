import { areaMm2, formatLength, formatSize, type Minor, type Size, type Um } from '../measure';
import type { Basis } from './ofProduct';

/** A delivery of a paper that could be printed on. */
export type HeldPaper = {
  name: string;
  form: 'sheet' | 'roll';
  width: Um;
  /** Of one sheet; a roll has none. */
  height: Um | null;
  /** What all that came cost, and how much came: sheets, or micrometres of a roll. */
  price: Minor;
  received: number;
};
export type PaperUsed = {
  /** What one print takes of it, mm², waste and all. */
  area: number;
  pricePerM2: number;
  basis: Basis;
  because: string;
};

/**
 * The paper that one print truly takes: its part of the sheet, or of the roll's whole width, that it lies on, at what that
 * delivery cost. Of the deliveries at hand (the oldest of each size first in the list) the one where a print costs least; where none
 * takes it, its own area at the list price, and that is an estimate.
 *
 * @param held what is left, the oldest first
 * @example paperUsed({ width: 300000, height: 200000 }, [{ name: 'A', form: 'roll', width: 610000, height: null, price: 6100, received: 10000000 }], 1000).area // 61000
 */
export function paperUsed(sheet: Size, held: readonly HeldPaper[], listPricePerM2: Minor): PaperUsed {
  const seen = new Set<string>();
  const ways = held.flatMap((lot) => {
    const size = [lot.form, ...[lot.width, lot.height ?? 0].sort((a, b) => a - b)].join();
    if (seen.has(size) || lot.received <= 0) return [];
    const way = lot.form === 'sheet' ? onSheet(sheet, lot) : onRoll(sheet, lot);
    if (way) seen.add(size);
    return way ? [way] : [];
  });
  const best = ways.sort((a, b) => a.area * a.pricePerM2 - b.area * b.pricePerM2)[0];
  return (
    best ?? {
      area: areaMm2(sheet),
      pricePerM2: listPricePerM2,
      basis: 'estimated',
      because: held.length
        ? 'no delivery at hand takes this size: its own area at the list price'
        : 'nothing of it at hand: its own area at the list price',
    }
  );
}

function onSheet(piece: Size, lot: HeldPaper): PaperUsed | null {
  const whole = { width: lot.width, height: lot.height! };
  const up = Math.max(across(whole, piece), across(whole, { width: piece.height, height: piece.width }));
  if (up === 0) return null;
  const area = areaMm2(whole);
  return {
    area: area / up,
    pricePerM2: lot.price / (lot.received * (area / 1e6)),
    basis: 'known',
    because: `${up === 1 ? 'a whole sheet' : `${up} on a sheet`} of ${formatSize(whole, 'mm')} from lot ${lot.name}`,
  };
}

const across = (whole: Size, piece: Size): number =>
  Math.floor(whole.width / piece.width) * Math.floor(whole.height / piece.height);

function onRoll(piece: Size, lot: HeldPaper): PaperUsed | null {
  const ways = [piece, { width: piece.height, height: piece.width }]
    .map((p) => ({ up: Math.floor(lot.width / p.width), length: p.height }))
    .filter(({ up }) => up > 0)
    .sort((a, b) => a.length / a.up - b.length / b.up);
  const way = ways[0];
  if (!way) return null;
  return {
    area: (lot.width / 1_000) * (way.length / 1_000 / way.up),
    pricePerM2: lot.price / ((lot.received / 1e6) * (lot.width / 1e6)),
    basis: 'known',
    because: `${formatLength(way.length, 'mm')} of the ${formatLength(lot.width, 'mm')} roll${way.up > 1 ? `, ${way.up} side by side` : ''}, lot ${lot.name}`,
  };
}
