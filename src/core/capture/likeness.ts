import { InputError } from '../errors';
import type { LabPicture } from '../wall/traits';

/** What a picture looks like in 63 bits, and its shape: two captures of one original are near each other, whatever light and size. */
export type Likeness = {
  /** 16 hexadecimal digits; the first bit is always 0. */
  bits: string;
  /** Width over height. */
  aspect: number;
};

const SIDE = 32;
const KEPT = 8;
/** Bits that may differ for two captures of one original. Two works of one subject differ by twenty and more. */
const MOST_DIFFERENT = 10;
/** Frames and tables are cut off differently: shapes may differ by so much, as a factor. */
const MOST_ASPECT = 1.1;

/**
 * The signs of a picture's 63 slowest waves of lightness, held against their median: what stays when it is made smaller, lighter, warmer or
 * pressed harder.
 *
 * @param picture of some 32 px and more on its short side
 * @throws InputError for a picture too small to say anything
 * Source: the discrete cosine transform of Ahmed, Natarajan and Rao, 1974; signs about the median as is usual for finding near copies.
 */
export function likenessOf(picture: LabPicture): Likeness {
  if (picture.width < KEPT || picture.height < KEPT)
    throw new InputError(
      'picture',
      `${picture.width} × ${picture.height}`,
      `at least ${KEPT} px on each side`,
    );
  const waves = slowWaves(evened(picture));
  const slow = waves.slice(1);
  const median = [...slow].sort((a, b) => a - b)[(slow.length - 1) / 2]!;
  const bits = [0, ...slow.map((wave) => (wave > median ? 1 : 0))];
  const digits = Array.from({ length: bits.length / 4 }, (_, i) =>
    parseInt(bits.slice(i * 4, i * 4 + 4).join(''), 2).toString(16),
  );
  return { bits: digits.join(''), aspect: picture.width / picture.height };
}

/** How many of the 63 bits differ. @example bitsApart('000000000000000f', '0000000000000001') // 3 */
export function bitsApart(a: string, b: string): number {
  let apart = 0;
  for (let i = 0; i < 16; i++) {
    let differing = parseInt(a[i]!, 16) ^ parseInt(b[i]!, 16);
    for (; differing > 0; differing >>= 1) apart += differing & 1;
  }
  return apart;
}

/**
 * Whether two pictures look like captures of one original.
 *
 * @example isAlike({ bits: '00000000000000ff', aspect: 1.33 }, { bits: '00000000000000fe', aspect: 1.35 }) // true
 */
export const isAlike = (a: Likeness, b: Likeness): boolean =>
  Math.max(a.aspect / b.aspect, b.aspect / a.aspect) <= MOST_ASPECT &&
  bitsApart(a.bits, b.bits) <= MOST_DIFFERENT;

/** As it is kept: the bits, and the aspect in thousandths. @example writeLikeness({ bits: '00000000000000ff', aspect: 1.3333 }) // '00000000000000ff 1333' */
export const writeLikeness = ({ bits, aspect }: Likeness): string =>
  `${bits} ${Math.round(aspect * 1_000)}`;

/** @example readLikeness('00000000000000ff 1333') // { bits: '00000000000000ff', aspect: 1.333 } */
export function readLikeness(text: string): Likeness {
  const [bits, aspect] = text.split(' ');
  return { bits: bits!, aspect: Number(aspect) / 1_000 };
}

/** Lightness averaged onto a square of cells, each over the pixels it covers. */
function evened({ width, height, lab }: LabPicture): number[][] {
  const cellOf = (x: number, y: number) => {
    const [x0, x1] = span(x, width);
    const [y0, y1] = span(y, height);
    let sum = 0;
    for (let row = y0; row < y1; row++)
      for (let col = x0; col < x1; col++) sum += lab[row * width + col]![0];
    return sum / ((x1 - x0) * (y1 - y0));
  };
  return Array.from({ length: SIDE }, (_, y) => Array.from({ length: SIDE }, (_, x) => cellOf(x, y)));
}

/** The pixels of a cell: at least one, also where there are fewer pixels than cells. */
function span(cell: number, pixels: number): [from: number, to: number] {
  const from = Math.min(pixels - 1, Math.floor((cell * pixels) / SIDE));
  return [from, Math.max(from + 1, Math.floor(((cell + 1) * pixels) / SIDE))];
}

/** The slowest waves along both sides, row by row, the mean first. */
function slowWaves(cells: readonly (readonly number[])[]): number[] {
  const wave = (k: number, i: number) => Math.cos((Math.PI * k * (2 * i + 1)) / (2 * SIDE));
  const along = cells.map((row) =>
    Array.from({ length: KEPT }, (_, k) => row.reduce((sum, value, i) => sum + value * wave(k, i), 0)),
  );
  return Array.from({ length: KEPT * KEPT }, (_, n) => {
    const [v, u] = [Math.floor(n / KEPT), n % KEPT];
    return along.reduce((sum, row, i) => sum + row[u]! * wave(v, i), 0);
  });
}
