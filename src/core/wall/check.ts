import { formatLength, type Um, type UnitSystem } from '../measure';
import type { Finding } from '../finding';
import { BY_TAPE, hooksOf } from './hooks';
import { layWall, type HungAt, type LaidWall } from './lay';
import { EYE_LINE_UM, heightAt, tallest, type HungPiece, type WallLight, type WallPlan } from './plan';

/** Nobody sees so little, and no tape tells it. */
const LEVEL_UM = 1_000;
/** So near above a radiator the air is warm and dry. */
const WARM_AIR_UM = 1_000_000;
/** Light at which a year on the wall begins to tell on works on paper. */
const MUCH_LIGHT_LUX = 250;

export type AfterHanging = {
  key: string;
  says: string;
  planned: Um;
  measured: Um | null;
  /** What to do about it; null until it is measured. */
  move: { verdict: 'holds' | 'care'; says: string } | null;
};

/**
 * The measures to take when everything hangs, and what to move by how much: left edges to the corner, both upper corners to
 * the floor, gaps.
 *
 * @returns three lines for each piece, and one for each gap between two
 */
export function afterHanging(plan: WallPlan, laid: LaidWall, unit: UnitSystem): AfterHanging[] {
  const measured = new Map(plan.measures.map((m) => [m.key, m.value]));
  const line = (
    key: string,
    says: string,
    planned: Um,
    words: readonly [less: string, more: string, right: string],
  ): AfterHanging => {
    const value = measured.get(key) ?? null;
    const off = value === null ? 0 : value - planned;
    const isRight = Math.abs(off) <= LEVEL_UM;
    return {
      key,
      says,
      planned,
      measured: value,
      move:
        value === null
          ? null
          : {
              verdict: isRight ? 'holds' : 'care',
              says: isRight
                ? words[2]
                : `${formatLength(Math.abs(off), unit, BY_TAPE)} ${off < 0 ? words[0] : words[1]}`,
            },
    };
  };
  const pieces = laid.at.flatMap((at, i) => [
    line(`left:${at.id}`, `${i + 1}, left edge to the corner`, at.left, [
      'right',
      'left',
      'right where it is',
    ]),
    line(`top:${at.id}`, `${i + 1}, upper left corner to the floor`, at.top, [
      'up',
      'down',
      'as planned',
    ]),
    line(`level:${at.id}`, `${i + 1}, upper right corner to the floor`, at.top, ['up', 'down', 'level']),
  ]);
  return [
    ...pieces,
    ...neighbours(plan, laid).map(([a, b]) => {
      const gap = laid.at[b]!.left - laid.at[a]!.left - plan.pieces[a]!.outer.width;
      return line(`gap:${laid.at[a]!.id}:${laid.at[b]!.id}`, `${a + 1} to ${b + 1}, gap`, gap, [
        'more',
        'less',
        'even',
      ]);
    }),
  ];
}

/** Pieces beside each other, by their places in the list: the next to the right on the same face that shares some height. */
function neighbours(plan: WallPlan, laid: LaidWall): [number, number][] {
  const low = (i: number) => laid.at[i]!.top - plan.pieces[i]!.outer.height;
  const right = (i: number) => laid.at[i]!.left + plan.pieces[i]!.outer.width;
  return laid.at.flatMap((at, i) => {
    const next = laid.at
      .map((other, j) => ({ other, j }))
      .filter(
        ({ other, j }) =>
          j !== i &&
          other.face === at.face &&
          other.left >= right(i) &&
          low(j) < at.top &&
          other.top > low(i),
      )
      .sort((a, b) => a.other.left - b.other.left)[0];
    return next ? [[i, next.j] as [number, number]] : [];
  });
}

type Box = { face: number; left: Um; right: Um; bottom: Um; top: Um };
const boxOf = (piece: HungPiece, at: HungAt): Box => ({
  face: at.face,
  left: at.left,
  right: at.left + piece.outer.width,
  bottom: at.top - piece.outer.height,
  top: at.top,
});
const overlap = (a: Box, b: Box): boolean =>
  a.face === b.face && a.left < b.right && b.left < a.right && a.bottom < b.top && b.bottom < a.top;

/** The gaps as a sentence: of one size, or of one on each stretch of clear wall. */
function gapsSay(plan: WallPlan, laid: LaidWall, length: (um: Um) => string): string {
  const sizes = laid.gaps
    .filter((gap) => plan.arrangement.gap === null || !gap.isEnd)
    .map((gap) => gap.to - gap.from);
  const [least, most] = [Math.min(...sizes), Math.max(...sizes)];
  // Places are whole micrometres: gaps that are the same may differ by one.
  const isOne = most - least <= 2 || !sizes.length;
  const kind = plan.arrangement.gap === null ? 'Even gaps' : 'Gaps';
  const byHand = laid.at.some((at) => at.isByHand) ? ', but for what was moved by hand' : '';
  return isOne
    ? `${kind} of ${length(laid.gap!)}${byHand}.`
    : `${kind} on each stretch of clear wall, from ${length(least)} to ${length(most)}${byHand}.`;
}

/** What hangs so near above a radiator that its air is warm and dry there; one finding for each radiator. */
function warmAir(plan: WallPlan, boxes: readonly Box[], length: (um: Um) => string): Finding[] {
  return plan.obstacles.flatMap((o) => {
    if (o.kind !== 'radiator') return [];
    const top = o.bottom + o.height;
    const over = boxes.flatMap((box, i) => {
      const above = box.bottom - top;
      const isOver = box.face === o.face && box.left < o.left + o.width && o.left < box.right;
      return isOver && above >= 0 && above < WARM_AIR_UM ? [{ number: i + 1, above }] : [];
    });
    if (!over.length) return [];
    const hangs = over.map(({ number, above }) => `${number} hangs ${length(above)} above it`);
    return [
      {
        verdict: 'care',
        word: 'warm air',
        says: `Over the radiator: ${hangs.join(', ')}; warm air bows a mat. A shelf between them or another wall is kinder.`,
        because: over.map(({ number, above }) => ({
          ...{ name: `${number} above the radiator`, value: above / 1_000, unit: 'mm' },
        })),
      },
    ];
  });
}

/**
 * What is wrong or worth a thought about a hang: pictures over each other, over a switch, out of the wall, in warm air, in much
 * light, off the line of the eye.
 *
 * @returns findings, the gravest first; one that all holds where there is nothing to say against it
 * Source: handbook §13 and §15.
 */
export function judgeWall(plan: WallPlan, unit: UnitSystem, laid: LaidWall = layWall(plan)): Finding[] {
  if (!plan.pieces.length) return [];
  const length = (um: Um) => formatLength(um, unit, BY_TAPE);
  const boxes = plan.pieces.map((piece, i) => boxOf(piece, laid.at[i]!));
  const faults: Finding[] = [];
  const cares: Finding[] = [];
  const figure = (name: string, um: Um) => [{ name, value: um / 1_000, unit: 'mm' }];
  boxes.forEach((box, i) => {
    const face = plan.faces[box.face]!;
    const ceiling = Math.min(heightAt(face, box.left), heightAt(face, box.right));
    if (box.left < 0 || box.right > face.width)
      faults.push({
        verdict: 'fails',
        word: 'past the corner',
        says: `${i + 1} reaches ${length(Math.max(-box.left, box.right - face.width))} past the corner.`,
        because: figure('past', Math.max(-box.left, box.right - face.width)),
      });
    if (box.bottom < 0 || box.top > ceiling)
      faults.push({
        verdict: 'fails',
        word: box.bottom < 0 ? 'below the floor' : 'into the ceiling',
        says:
          box.bottom < 0
            ? `${i + 1} reaches ${length(-box.bottom)} below the floor.`
            : `${i + 1} reaches ${length(box.top - ceiling)} into the ceiling, which is ${length(ceiling)} high there.`,
        because: figure('past', box.bottom < 0 ? -box.bottom : box.top - ceiling),
      });
    boxes.slice(i + 1).forEach((other, j) => {
      if (overlap(box, other))
        faults.push({
          verdict: 'fails',
          word: 'over each other',
          says: `${i + 1} and ${i + j + 2} lie over each other.`,
          because: figure(
            'shared width',
            Math.min(box.right, other.right) - Math.max(box.left, other.left),
          ),
        });
    });
    for (const o of plan.obstacles) {
      const there = {
        face: o.face,
        left: o.left,
        right: o.left + o.width,
        bottom: o.bottom,
        top: o.bottom + o.height,
      };
      if (overlap(box, there) && o.depth === 0)
        faults.push({
          verdict: 'fails',
          word: `over the ${o.kind}`,
          says: `${i + 1} hangs over the ${o.kind}.`,
          because: figure(
            'shared width',
            Math.min(box.right, there.right) - Math.max(box.left, there.left),
          ),
        });
    }
  });
  cares.push(...warmAir(plan, boxes, length));
  const guessed = plan.pieces.flatMap((p, i) => (p.isDropMeasured ? [] : [i + 1]));
  if (guessed.length)
    cares.push({
      verdict: 'care',
      word: 'wire not measured',
      says: `How far the wire hangs down is guessed for ${guessed.join(', ')}: pull it taut over as many fingers as it has hooks, and measure from the frame’s top before you drill.`,
      because: [{ name: 'guessed', value: guessed.length }],
    });
  if (laid.gap !== null && laid.gap < 0)
    faults.push({
      verdict: 'fails',
      word: 'too wide',
      says: `Together the frames are wider than what is clear: ${length(-laid.gap)} too much for every gap. Fewer pieces, two rows, or another wall.`,
      because: figure('gap', laid.gap),
    });
  const { centre } = plan.arrangement;
  if (centre < EYE_LINE_UM.least || centre > EYE_LINE_UM.most)
    cares.push({
      verdict: 'care',
      word: 'eye line',
      says: `The middle hangs at ${length(centre)}; standing people look at ${length(EYE_LINE_UM.least)} to ${length(EYE_LINE_UM.most)}.`,
      because: figure('middle', centre),
    });
  if (plan.light) cares.push(...judgeLight(plan.light));
  const found = [...faults, ...cares];
  if (!faults.length && laid.gap !== null)
    found.push({
      verdict: 'holds',
      word: 'gaps',
      says: gapsSay(plan, laid, length),
      because: figure('gap', laid.gap),
    });
  return found;
}

/**
 * The light where a picture will hang, against what works on paper stand: how much in a year, whether the sun reaches it, and
 * how it looks beside the light it was judged by.
 *
 * @returns what is worth a thought
 * Source: museums' practice of some 50 lx for what is sensitive and 200 lx for what is less so.
 * @example judgeLight({ lux: 400, hoursADay: 8, kelvin: 5000, hasSun: false })[0].word // 'much light'
 */
export function judgeLight({ lux, hoursADay, kelvin, hasSun }: WallLight): Finding[] {
  const aYear = Math.round((lux * hoursADay * 365) / 1_000);
  const because = [
    { name: 'light', value: lux, unit: 'lx' },
    { name: 'a year', value: aYear, unit: 'klx h' },
  ];
  const found: Finding[] = [];
  if (hasSun)
    found.push({
      verdict: 'care',
      word: 'sun',
      says: 'The sun reaches this wall: no claim about how long a print keeps its colour holds there.',
      because,
    });
  if (lux > MUCH_LIGHT_LUX)
    found.push({
      verdict: 'care',
      word: 'much light',
      says: `${lux} lx for ${hoursADay} h a day are ${aYear} thousand lux hours a year; works on paper are commonly shown at 50 to 200 lx.`,
      because,
    });
  if (kelvin < 3_500)
    found.push({
      verdict: 'care',
      word: 'warm light',
      says: `The light there is ${kelvin} K: whites look yellower and blues duller than at the 5000 K a proof is judged by. Look at the proof in it.`,
      because: [{ name: 'colour of the light', value: kelvin, unit: 'K' }],
    });
  return found;
}

/** The hook table as lines to write down or send: number, title, from the left corner, from the floor. */
export function hookLines(plan: WallPlan, laid: LaidWall) {
  return plan.pieces.map((piece, i) => ({
    id: piece.id,
    number: i + 1,
    title: piece.title,
    face: laid.at[i]!.face,
    hooks: hooksOf(piece, laid.at[i]!),
    piece,
  }));
}

/** The highest a wall is anywhere. */
export const wallHeight = (plan: WallPlan): Um => Math.max(...plan.faces.map(tallest));
/** All faces beside each other, as they are drawn. */
export const wallWidth = (plan: WallPlan): Um => plan.faces.reduce((sum, { width }) => sum + width, 0);
/** Where a face begins when all are drawn beside each other. */
export const faceLeft = (plan: WallPlan, face: number): Um =>
  plan.faces.slice(0, face).reduce((sum, { width }) => sum + width, 0);
