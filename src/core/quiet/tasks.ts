import type { Borders } from '../crop/border';
import { finishSheet, type Finish } from '../crop/finish';
import { coatMl, SQUARE_WITHIN_UM, wrapCanvas } from '../mounting/wrap';
import type { WrapMount } from '../mounting/mount';
import { formatLength, formatSize, type Size, type Um, type UnitSystem } from '../measure';

/** Acts of the hands that spoil a print, or hurt somebody, when they are hurried. */
export const QUIET_KINDS = ['tear', 'trim', 'sign', 'coat', 'stretch', 'wrap', 'hang'] as const;
export type QuietKind = (typeof QUIET_KINDS)[number];

export const QUIET_NAMES: Readonly<Record<QuietKind, string>> = {
  tear: 'Tearing an edge',
  trim: 'Trimming',
  sign: 'Signing',
  coat: 'Coating',
  stretch: 'Stretching a canvas',
  wrap: 'Wrapping a large piece',
  hang: 'Hanging',
};

/** One step: what is done, large; the figure it turns on; and why, small. */
export type QuietStep = { says: string; figure?: string; why?: string };

export type QuietTask = {
  kind: QuietKind;
  title: string;
  /** What it is done to, where that is known. */
  about: string;
  needs: string[];
  caution: string;
  /** On scrap first: what to try, and when it is good enough. */
  rehearse: string;
  steps: QuietStep[];
};

/** What is known of the piece; without it the steps speak of no figures. */
export type QuietFacts = {
  about: string;
  unit: UnitSystem;
  image: Size | null;
  borders: Borders | null;
  finish: Finish | null;
  /** How it goes over bars. */
  wrap: WrapMount | null;
  paper: { name: string; scuffs: boolean; dryHours: number } | null;
  /** Where hooks go, in turn. */
  hooks: readonly { title: string; fromLeft: Um; fromFloor: Um }[];
};

/** Nothing known: the steps as they are for any piece. */
export const NOTHING_KNOWN: Omit<QuietFacts, 'unit'> = {
  ...{ about: '', image: null, borders: null, finish: null, wrap: null, paper: null, hooks: [] },
};

const BLADES =
  'Blades: cut against a metal rule with a guard, on a cutting mat, away from the hand that holds.';

/**
 * An act as a list of steps with the figures of the piece, a rehearsal on scrap and the usual caution.
 *
 * Source: handbook §7 (deckle, bleed, wrap), §8, §10, §12, §13, §15 and §17, “Hands”.
 */
export function quietTask(kind: QuietKind, facts: QuietFacts): QuietTask {
  const made = MAKERS[kind](facts);
  return { kind, title: QUIET_NAMES[kind], about: facts.about, ...made };
}

type Made = Omit<QuietTask, 'kind' | 'title' | 'about'>;
type Maker = (facts: QuietFacts) => Made;

const clean = ({ paper }: QuietFacts): QuietStep => ({
  says: 'Wash and dry your hands, clear the table, lay a clean sheet under the print.',
  why: paper?.scuffs
    ? `${paper.name} scuffs at a touch: gloves, and nothing slides over it.`
    : 'What lies on the table marks the face of the print.',
});

const length = (um: Um, { unit }: QuietFacts) => formatLength(um, unit, { inches: 'fraction' });
const size = (s: Size, { unit }: QuietFacts) => formatSize(s, unit, { inches: 'fraction' });

const finished = (facts: QuietFacts) =>
  facts.image && facts.borders && facts.finish
    ? finishSheet(facts.image, facts.borders, facts.finish, facts.unit)
    : null;

const MAKERS: Record<QuietKind, Maker> = {
  tear: (facts) => {
    const done = finished(facts);
    const strip = facts.finish?.deckle ?? 0;
    return {
      needs: [
        'a steel rule longer than the sheet',
        'a bone folder',
        'a sharp pencil',
        'scrap of the same paper',
      ],
      caution: BLADES,
      rehearse:
        'Tear one strip off scrap of the same paper, along and across the grain. Go on when the edge feathers evenly and the tear does not run in.',
      steps: [
        clean(facts),
        {
          says: 'Lay the print face down. Mark the strip at both ends of each side, from the back.',
          ...(strip > 0 && { figure: length(strip, facts) }),
          why: done
            ? `From ${size(done.blank, facts)} to ${size(done.sheet, facts)}: the strip goes off each side.`
            : 'The same on every side, measured from the image, not from the paper’s own edge.',
        },
        {
          says: 'Lay the rule on the marks. Score lightly along it with the folder, twice.',
          why: 'A score breaks the surface so that the tear follows it.',
        },
        { says: 'Fold up along the score, open, fold the other way, open.' },
        {
          says: 'Hold the rule down hard. Pull the strip sideways and toward you, a hand’s width at a time.',
          why: 'Pulled up it runs into the picture; pulled slowly it feathers.',
        },
        { says: 'Turn the sheet and do the next side. The two short sides first, then the long ones.' },
        {
          says: 'Look at it from the front in side light; measure it in two places.',
          ...(done && { figure: size(done.sheet, facts) }),
        },
      ],
    };
  },
  trim: (facts) => {
    const done = finished(facts);
    const bleed = facts.finish?.bleed ?? 0;
    return {
      needs: ['a new blade', 'a steel rule with a grip', 'a cutting mat', 'a set square'],
      caution: BLADES,
      rehearse:
        'Cut one strip off scrap of the same paper with the new blade. Go on when the edge is clean in one pull and square.',
      steps: [
        clean(facts),
        {
          says: 'Read the size to cut to, twice: once here, once from the crop marks.',
          ...(done && { figure: size(done.sheet, facts) }),
          ...(bleed > 0 && {
            why: `${length(bleed, facts)} of picture goes off each side with the bleed.`,
          }),
        },
        { says: 'Lay the rule over the side that stays, so that a slip cuts the waste.' },
        { says: 'Cut standing, in two light pulls, the blade upright. Never press through at once.' },
        { says: 'Turn to the next side; the square against the edge just cut.' },
        { says: 'Measure both diagonals: equal is square. Put the blade away closed.' },
      ],
    };
  },
  sign: (facts) => ({
    needs: ['the pen that worked on this paper', 'scrap of the same paper', 'the list of numbers'],
    caution: 'Ink: leave it to dry before anything lies on it; wash what gets on the skin.',
    rehearse:
      'Write the number and the name on scrap of this paper as small as they will be. Go on when the line neither bleeds nor skips.',
    steps: [
      clean(facts),
      { says: 'Say the number aloud, and read it back from the list.' },
      {
        says: 'Number left, title in the middle, signature right, just under the image.',
        ...(facts.borders && { figure: `${length(facts.borders.bottom, facts)} of white below` }),
      },
      { says: 'Write without resting the hand on the picture; a clean sheet under the wrist.' },
      {
        says: 'Lay it aside open, not on the last one.',
        why: 'Ink that is wet prints on the back of the next.',
      },
      { says: 'Tick the number off. Then the next.' },
    ],
  }),
  coat: (facts) => {
    const area = facts.image ? (facts.image.width / 1_000) * (facts.image.height / 1_000) : 0;
    const ml = facts.wrap && area ? Math.ceil(coatMl(area, facts.wrap.coats, facts.wrap.mlPerM2)) : 0;
    return {
      needs: [
        'the coating, stirred and strained',
        'a wide soft brush or roller',
        'a level table',
        'scrap',
      ],
      caution:
        'Coatings and sprays: read the maker’s sheet, open air through the room, no flame or spark, gloves; dispose of rests as your place says.',
      rehearse:
        'Coat scrap of the same print and let it dry. Go on when no ink moves and no bubble or brush mark is left.',
      steps: [
        {
          says: 'See that the print has dried.',
          ...(facts.paper && { figure: `${facts.paper.dryHours} h on ${facts.paper.name}` }),
        },
        { says: 'Take the dust off with air, then a soft brush. Look along it in side light.' },
        {
          says: 'Measure out what it takes, so that you never pour twice in one coat.',
          ...(ml > 0 && { figure: `${ml} ml for ${facts.wrap!.coats} coats` }),
        },
        { says: 'Lay the first coat in one direction, edge to edge, wet into wet. Do not go back.' },
        { says: 'Leave it flat and covered from dust until it is dry to the touch.' },
        { says: 'The next coat across the first. Then the same again until all are on.' },
        { says: 'Note the batch and how long it dried, in case it yellows or blooms.' },
      ],
    };
  },
  stretch: (facts) => {
    const { wrap, image } = facts;
    const plan = wrap && image ? wrapCanvas({ ...wrap, face: image }) : null;
    return {
      needs: ['bars, checked square', 'stretching pliers', 'a stapler and staples', 'a tape'],
      caution:
        'Staplers and pliers: never point a stapler at a hand, keep fingers out of the jaws, eye protection.',
      rehearse:
        'Stretch a hand’s width of scrap canvas over a corner of spare bar. Go on when the fold lies flat and the surface sounds like a drum.',
      steps: [
        {
          says: 'Measure both diagonals of the bars.',
          figure: `equal within ${length(SQUARE_WITHIN_UM, facts)}`,
        },
        {
          says: 'Lay the canvas face down on a clean sheet, the bars in the middle of it.',
          ...(plan && { figure: size(plan.sheet, facts) }),
          ...(wrap && {
            why: `${length(wrap.depth + wrap.foldOver, facts)} beyond the face on every side.`,
          }),
        },
        { says: 'One staple in the middle of a long side.' },
        { says: 'Pull the opposite side, one staple. Then the two short sides.' },
        {
          says: 'From the middles outward, a hand’s width each, always opposite sides in turn.',
          why: 'A side finished first pulls the weave askew.',
        },
        { says: 'Fold the corners flat, the fold on the side that is not seen; two staples each.' },
        {
          says: 'Turn it over. Press in the middle: it gives a little and sounds. Look along the edges.',
        },
      ],
    };
  },
  wrap: (facts) => ({
    needs: [
      'clean table larger than the piece',
      'interleaving',
      'corners',
      'board on both sides',
      'two people',
    ],
    caution:
      'Lifting: two people for anything large; glass edges cut, tape glass across before it moves.',
    rehearse: 'Walk the way to the door once with empty hands, and open what has to be opened.',
    steps: [
      clean(facts),
      {
        says: 'Look at it once more, front and back, and take a photograph of both.',
        ...(facts.image && { figure: size(facts.image, facts) }),
      },
      { says: 'Interleaving over the face, larger than it on all sides. Nothing slides.' },
      { says: 'Corners on. Then the boards: one before, one behind, larger than the frame.' },
      {
        says: 'Tape board to board, never to the piece. It must not move when it is tilted.',
        why: 'Stiff, dry and still: each must be there.',
      },
      { says: 'Sealed against water, seams taped. Then the box, with room round it filled.' },
      { says: 'Shake it gently: nothing is heard. Name, order and weight on the outside, arrows up.' },
    ],
  }),
  hang: (facts) => ({
    needs: [
      'a level',
      'a tape',
      'a pencil',
      'fixings rated for twice the load',
      'two people for large frames',
    ],
    caution:
      'Hanging: rated fixings, look for cables and pipes before you drill, someone competent for heavy pieces or public rooms.',
    rehearse: 'Hold the frame where it will hang, and step back as far as it will be seen from.',
    steps: [
      { says: 'Find what the wall is made of, and what runs in it. Mark nothing before that.' },
      ...(facts.hooks.length
        ? facts.hooks.map(({ title, fromLeft, fromFloor }, i) => ({
            says: `Hook ${i + 1} of ${facts.hooks.length}, ${title}`,
            figure: `${length(fromLeft, facts)} from the left, ${length(fromFloor, facts)} from the floor`,
            why: 'Measure from the corner and from the floor, twice, before the drill.',
          }))
        : [
            {
              says: 'Mark the hook: its height is the middle of the picture plus half its height, less the drop.',
            },
            { says: 'Measure it again from the floor and from the corner, then drill.' },
          ]),
      { says: 'Hang it, step back, put the level on top. Left and right of it the same?' },
      { says: 'Measure the gaps and the height once more, and write them down at the wall.' },
    ],
  }),
};
