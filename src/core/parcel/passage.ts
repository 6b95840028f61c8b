import { InputError } from '../errors';
import type { Finding } from '../finding';
import { formatLength, formatSize, roundHalfEven, type Um } from '../measure';

export const OPENING_KINDS = ['door', 'stair', 'lift', 'vehicle'] as const;
export type OpeningKind = (typeof OPENING_KINDS)[number];

/**
 * Something a large piece must pass or ride in: its clear opening, how deep it is behind (a lift, a vehicle, the landing of a
 * stair), and whether the piece may be tilted in it.
 */
export type Opening = {
  name: string;
  kind: OpeningKind;
  width: Um;
  height: Um;
  length?: Um | null;
  mayTilt: boolean;
};
/** A box as it stands: width along the wall, height, and depth from front to back. */
export type Box = { width: Um; height: Um; depth: Um };

export type Passage = {
  name: string;
  passes: boolean;
  /** How it goes: which side through the opening, upright or tilted. */
  way: 'upright' | 'on its side' | 'tilted' | 'none';
  /** Least room left on any side; negative where it is short. */
  spare: Um;
  finding: Finding;
};

/**
 * Whether a box goes through an opening and rides inside it: upright first, then on its side, then tilted where it may be.
 * Source: handbook §12; a rectangle in a rectangle after Carver (1957), a corner by the ladder's formula.
 *
 * @example passOpening({ width: 1300000, height: 1000000, depth: 120000 }, { name: 'van', kind: 'vehicle', width: 1200000, height: 1150000, length: 1800000, mayTilt: false }).spare // 150000
 */
export function passOpening(box: Box, opening: Opening): Passage {
  for (const side of ['width', 'height', 'depth'] as const)
    if (!(box[side] > 0)) throw new InputError(`box.${side}`, box[side], 'a length above nothing');
  for (const side of ['width', 'height'] as const)
    if (!(opening[side] > 0))
      throw new InputError(`opening.${side}`, opening[side], 'a length above nothing');
  const ways = [
    wayOf('upright', box.depth, box.height, box.width, opening),
    wayOf('on its side', box.depth, box.width, box.height, opening),
    ...(opening.mayTilt
      ? [
          tilted(box.depth, box.height, box.width, opening),
          tilted(box.depth, box.width, box.height, opening),
        ]
      : []),
  ];
  const best = ways.find((way) => way.spare >= 0) ?? ways.reduce((a, b) => (b.spare > a.spare ? b : a));
  const passes = best.spare >= 0;
  return {
    name: opening.name,
    passes,
    way: passes ? best.way : 'none',
    spare: best.spare,
    finding: passageFinding(box, opening, best),
  };
}

type Way = { way: 'upright' | 'on its side' | 'tilted'; spare: Um; what: string };
const least = (ways: { spare: Um; what: string }[]) => ways.reduce((a, b) => (b.spare < a.spare ? b : a));

/** Through the opening with `across` and `up` in it, moving along `along`. */
function wayOf(way: 'upright' | 'on its side', across: Um, up: Um, along: Um, o: Opening): Way {
  return {
    way,
    ...least([
      { spare: o.width - across, what: 'width of the opening' },
      { spare: o.height - up, what: 'height of the opening' },
      ...behind(across, along, o),
    ]),
  };
}

/** What is behind the opening: the load length of a vehicle or a lift, or the turn of a stair. */
function behind(thick: Um, along: Um, { kind, width, length }: Opening): { spare: Um; what: string }[] {
  if (length === undefined || length === null) return [];
  if (kind === 'stair')
    return [{ spare: longestRoundCorner(width, length, thick) - along, what: 'turn of the stair' }];
  return [{ spare: length - along, what: 'load length' }];
}

/** Tilted in the opening: the largest part by which the whole section could grow and still go in. */
function tilted(across: Um, up: Um, along: Um, o: Opening): Way {
  const fits = (grow: Um) => rectangleFits(up + grow, across + grow, o.width, o.height);
  let [low, high] = [-Math.max(across, up), Math.max(o.width, o.height)];
  // Half a millimetre is finer than any tape in a doorway.
  while (high - low > 500) {
    const middle = roundHalfEven((low + high) / 2);
    if (fits(middle)) low = middle;
    else high = middle;
  }
  return {
    way: 'tilted',
    ...least([{ spare: low, what: 'opening, tilted' }, ...behind(across, along, o)]),
  };
}

/**
 * Whether a rectangle goes into another, turned as it likes.
 *
 * @example rectangleFits(110, 5, 100, 60) // true
 */
export function rectangleFits(p: number, q: number, a: number, b: number): boolean {
  const [long, short] = [Math.max(p, q), Math.min(p, q)];
  const [wide, low] = [Math.max(a, b), Math.min(a, b)];
  if (long <= wide && short <= low) return true;
  if (short > low || long <= wide) return false;
  return ((wide + low) / (long + short)) ** 2 + ((wide - low) / (long - short)) ** 2 >= 2;
}

/**
 * The longest plate of a thickness that is carried level round a right corner between two passages.
 *
 * @example Math.round(longestRoundCorner(1000000, 1000000, 0)) // 2828427
 */
export function longestRoundCorner(one: Um, other: Um, thick: Um): Um {
  let shortest = Infinity;
  // The angle that decides lies well inside; a thousandth of a right angle is a millimetre on a stair.
  for (let k = 1; k < 1_000; k++) {
    const angle = (k / 1_000) * (Math.PI / 2);
    const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
    shortest = Math.min(shortest, (one * cos + other * sin - thick) / (sin * cos));
  }
  return shortest;
}

function passageFinding(box: Box, opening: Opening, best: Way): Finding {
  const passes = best.spare >= 0;
  const spare = formatLength(Math.abs(roundHalfEven(best.spare / 1_000) * 1_000), 'mm');
  const size = formatSize({ width: opening.width, height: opening.height }, 'mm');
  const tight = passes && best.spare < 20_000;
  return {
    verdict: passes ? (tight ? 'care' : 'holds') : 'fails',
    word: passes ? (tight ? 'only just' : 'passes') : 'does not pass',
    says: passes
      ? `${opening.name}, ${size}: goes ${best.way}, ${spare} to spare in the ${best.what}.`
      : `${opening.name}, ${size}: ${spare} short in the ${best.what}${opening.mayTilt ? '' : ', and it may not be tilted'}.`,
    because: [
      {
        name: 'box',
        value: `${box.width / 1_000} × ${box.height / 1_000} × ${box.depth / 1_000}`,
        unit: 'mm',
      },
      { name: 'opening', value: size },
      { name: 'to spare', value: best.spare / 1_000, unit: 'mm' },
    ],
  };
}
