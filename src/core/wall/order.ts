import { deltaE00 } from '../colour/difference';
import type { OrderTold } from './plan';
import type { Traits } from './traits';

export type ToOrder = { title: string; traits: Traits };
export type OrderSchool = OrderTold['school'];

/** What counts, of one: a line taken up, edges of a tone, colours, the darkest in the middle, nothing leading off. */
const WEIGHTS = { line: 0.3, edge: 0.2, colour: 0.2, middle: 0.15, ends: 0.15 };
/** Two lines meet where they lie within so much of the height. */
const MEETS = 0.12;
/** A colour difference at which pictures differ plainly. */
const PLAINLY = 30;
/** All orders of so many are tried; of more, exchanges until none is better. */
const ALL_TRIED = 8;

export type OrderScore = {
  score: number;
  pairs: { line: number; edge: number; colour: number }[];
  middle: number;
  ends: number;
};

/**
 * How well pictures stand in an order, 0–1: lines that leave one run into the next, dark edges meet dark ones, colours belong
 * together or differ plainly, the darkest is near the middle, and no line leads off an end.
 *
 * Source: handbook §13.
 */
export function scoreOrder(
  pictures: readonly Traits[],
  school: OrderSchool,
  pairOf: PairScorer = scorePair,
): OrderScore {
  const n = pictures.length;
  const pairs = pictures.slice(1).map((right, i) => pairOf(pictures[i]!, right, school));
  const darkest = pictures.reduce((at, p, i) => (p.mean[0] < pictures[at]!.mean[0] ? i : at), 0);
  const middle = n < 3 ? 1 : 1 - Math.abs(darkest - (n - 1) / 2) / ((n - 1) / 2);
  const ends = n ? 1 - (leads(pictures[0]!.left.line) + leads(pictures[n - 1]!.right.line)) / 2 : 1;
  const mean = (of: (p: OrderScore['pairs'][number]) => number) =>
    pairs.length ? pairs.reduce((sum, p) => sum + of(p), 0) / pairs.length : 1;
  return {
    score:
      WEIGHTS.line * mean((p) => p.line) +
      WEIGHTS.edge * mean((p) => p.edge) +
      WEIGHTS.colour * mean((p) => p.colour) +
      WEIGHTS.middle * middle +
      WEIGHTS.ends * ends,
    pairs,
    middle,
    ends,
  };
}

const leads = ({ strength, falls }: Traits['left']['line']): number =>
  strength * Math.min(1, 0.5 + Math.abs(falls));

type PairScorer = (a: Traits, b: Traits, school: OrderSchool) => OrderScore['pairs'][number];

/** Scores each pair once, however many orders it stands in. */
function onceEach(scorer: PairScorer): PairScorer {
  const known = new Map<Traits, Map<Traits, ReturnType<PairScorer>>>();
  return (a, b, school) => {
    const ofA = known.get(a) ?? new Map<Traits, ReturnType<PairScorer>>();
    known.set(a, ofA);
    const pair = ofA.get(b) ?? scorer(a, b, school);
    ofA.set(b, pair);
    return pair;
  };
}

function scorePair(a: Traits, b: Traits, school: OrderSchool): OrderScore['pairs'][number] {
  const [out, into] = [a.right.line, b.left.line];
  const apart = out.at - into.at;
  const far = Math.min(1, deltaE00(a.mean, b.mean) / PLAINLY);
  return {
    line: Math.sqrt(out.strength * into.strength) * Math.exp(-((apart / MEETS) ** 2)),
    edge: 1 - Math.min(1, Math.abs(a.right.tone - b.left.tone) / 50),
    colour: school === 'belong' ? 1 - far : far,
  };
}

/**
 * The best order of pictures on a wall, with its reasons and how near the next best comes.
 *
 * @returns the places of the pictures in their new order, the score, and the reasons as sentences
 * @example proposeOrder([], 'belong').order // []
 */
export function proposeOrder(
  pictures: readonly ToOrder[],
  school: OrderSchool,
): { order: number[] } & OrderTold {
  const pairOf = onceEach(scorePair);
  const score = (order: readonly number[]) =>
    scoreOrder(
      order.map((i) => pictures[i]!.traits),
      school,
      pairOf,
    ).score;
  const { best, next } =
    pictures.length <= ALL_TRIED ? tryAll(pictures.length, score) : exchange(pictures.length, score);
  const top = score(best);
  return {
    order: best,
    school,
    score: top,
    nextShare: next === null || top === 0 ? 1 : next / top,
    says: reasons(
      best.map((i) => pictures[i]!),
      school,
    ),
  };
}

function tryAll(n: number, score: (order: readonly number[]) => number) {
  let best: number[] = [];
  let top = -Infinity;
  let next: number | null = null;
  const walk = (order: number[], left: number[]): void => {
    if (!left.length) {
      const s = score(order);
      if (s > top) {
        if (top > -Infinity) next = top;
        top = s;
        best = [...order];
      } else if (next === null || s > next) next = s;
      return;
    }
    left.forEach((i) =>
      walk(
        [...order, i],
        left.filter((j) => j !== i),
      ),
    );
  };
  walk(
    [],
    Array.from({ length: n }, (_, i) => i),
  );
  return { best, next };
}

/** From the order as it stands: any picture moved to any other place, as long as that is better. */
function exchange(n: number, score: (order: readonly number[]) => number) {
  let best = Array.from({ length: n }, (_, i) => i);
  let top = score(best);
  let next: number | null = null;
  for (let isBetter = true; isBetter;) {
    isBetter = false;
    for (let from = 0; from < n; from += 1)
      for (let to = 0; to < n; to += 1) {
        const order = moved(best, from, to);
        const s = score(order);
        if (s > top + 1e-9) {
          [next, top, best] = [top, s, order];
          isBetter = true;
        }
      }
  }
  return { best, next };
}

/** A list with one of its members somewhere else. @example moved(['a', 'b', 'c'], 0, 2) // ['b', 'c', 'a'] */
export function moved<T>(list: readonly T[], from: number, to: number): T[] {
  const rest = list.filter((_, i) => i !== from);
  return [...rest.slice(0, to), list[from]!, ...rest.slice(to)];
}

const WHERE = ['its top', 'its upper third', 'its middle', 'its lower third', 'its foot'];
const whereOf = (at: number): string => WHERE[Math.min(4, Math.floor(at * 5))]!;

function reasons(pictures: readonly ToOrder[], school: OrderSchool): string[] {
  const { pairs, middle, ends } = scoreOrder(
    pictures.map((p) => p.traits),
    school,
  );
  const says = pairs.flatMap((pair, i) => {
    const [a, b] = [pictures[i]!, pictures[i + 1]!];
    if (pair.line > 0.25)
      return [`what leaves ${a.title} at ${whereOf(a.traits.right.line.at)} runs into ${b.title}`];
    const tones = `L* ${Math.round(a.traits.right.tone)} beside ${Math.round(b.traits.left.tone)}`;
    if (pair.edge > 0.8) return [`${a.title} and ${b.title} meet in edges of one tone, ${tones}`];
    if (pair.colour > 0.6)
      return [
        `${a.title} and ${b.title} ${school === 'belong' ? 'are near in colour' : 'differ plainly'}`,
      ];
    return [];
  });
  const darkest = [...pictures].sort((a, b) => a.traits.mean[0] - b.traits.mean[0])[0];
  if (pictures.length > 2 && middle === 1)
    says.push(`${darkest!.title}, the darkest, stands in the middle`);
  if (pictures.length > 1 && ends > 0.75) says.push('no strong line leads off either end');
  return says;
}
