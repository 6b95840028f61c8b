/** Where an impression is on its way. Source: handbook §10. */
export const IMPRESSION_STATES = [
  'declared',
  'printed',
  'inspected',
  'signed',
  'certified',
  'allocated',
  'dispatched',
  'delivered',
  'spoiled',
  'returned',
  'lost',
  'destroyed',
  'kept',
  'gifted',
  'consigned',
] as const;
export type ImpressionState = (typeof IMPRESSION_STATES)[number];

/** What can be done to an impression, as the register names it. */
export type ImpressionAct =
  | 'printed'
  | 'passed'
  | 'spoiled'
  | 'signed'
  | 'certified'
  | 'allocated'
  | 'released'
  | 'dispatched'
  | 'delivered'
  | 'returned'
  | 'lost'
  | 'destroyed'
  | 'kept'
  | 'gifted'
  | 'consigned'
  | 'remade'
  | 'brought over'
  | 'taken back';

/** Acts that lead to a state which the line itself names. */
export type NamedStep = 'released' | 'taken back' | 'brought over';

type Step = { from: readonly ImpressionState[]; to: ImpressionState };

const READY: readonly ImpressionState[] = ['inspected', 'signed', 'certified'];

/**
 * From which states an act may be done and where it leads. `released`, `taken back` and `brought over` lead to a state that
 * the caller names.
 */
export const IMPRESSION_STEPS: Readonly<Record<Exclude<ImpressionAct, NamedStep>, Step>> = {
  printed: { from: ['declared'], to: 'printed' },
  passed: { from: ['printed', 'returned'], to: 'inspected' },
  spoiled: { from: ['printed', 'inspected', 'signed', 'certified', 'returned'], to: 'spoiled' },
  signed: { from: ['inspected'], to: 'signed' },
  // A certificate may be written later than the print was made or sent: the print stays where it is.
  certified: {
    from: [...READY, 'allocated', 'dispatched', 'delivered', 'kept', 'gifted', 'consigned'],
    to: 'certified',
  },
  allocated: { from: READY, to: 'allocated' },
  dispatched: { from: ['allocated'], to: 'dispatched' },
  // What was given up for lost may still turn up.
  delivered: { from: ['dispatched', 'consigned', 'lost'], to: 'delivered' },
  returned: { from: ['dispatched', 'delivered', 'consigned', 'lost'], to: 'returned' },
  lost: { from: ['printed', ...READY, 'dispatched', 'consigned'], to: 'lost' },
  destroyed: { from: ['spoiled', 'returned', 'printed', ...READY], to: 'destroyed' },
  kept: { from: READY, to: 'kept' },
  gifted: { from: READY, to: 'gifted' },
  consigned: { from: READY, to: 'consigned' },
  // Only what is known to be gone is made again: a lost print may still arrive under its number.
  remade: { from: ['destroyed'], to: 'declared' },
};

/** Whether an act may be done to an impression in a state. @example mayDo('signed', 'printed') // false */
export function mayDo(act: Exclude<ImpressionAct, NamedStep>, state: ImpressionState): boolean {
  return IMPRESSION_STEPS[act].from.includes(state);
}

/** The words the sheets of an edition carry. */
export const STATE_WORDS: Readonly<Record<ImpressionState, string>> = {
  declared: 'to print',
  printed: 'to inspect',
  inspected: 'to sign',
  signed: 'ready',
  certified: 'ready',
  allocated: 'for an order',
  dispatched: 'on its way',
  delivered: 'delivered',
  spoiled: 'spoiled',
  returned: 'returned',
  lost: 'lost',
  destroyed: 'destroyed',
  kept: 'kept',
  gifted: 'given',
  consigned: 'at a shop',
};

/**
 * The word for one impression: a passed print of an edition that is signed waits for the pen; of one signed on request or
 * by certificate only it is ready as it is. What a closed edition had not printed never will be.
 *
 * @example stateWord('inspected', { signing: 'on request', closedAt: null }) // 'ready'
 * @example stateWord('declared', { signing: 'front', closedAt: '2026-08-20T10:00:00Z' }) // 'never printed'
 */
export function stateWord(
  state: ImpressionState,
  { signing, closedAt }: { signing: Signing; closedAt: string | null },
): string {
  if (state === 'declared' && closedAt) return 'never printed';
  return state === 'inspected' && !isSignedBefore(signing) ? 'ready' : STATE_WORDS[state];
}

/** Where an edition is signed. Source: handbook §10, §16. */
export const SIGNINGS = ['front', 'back', 'on request', 'certificate only'] as const;
export type Signing = (typeof SIGNINGS)[number];

/** Whether every print is signed before it can leave. @example isSignedBefore('certificate only') // false */
export const isSignedBefore = (signing: Signing): boolean => signing === 'front' || signing === 'back';

/** States in which a print of an edition lies ready to be picked. @example readyStates('front') // ['signed', 'certified'] */
export const readyStates = (signing: Signing): ImpressionState[] =>
  isSignedBefore(signing) ? ['signed', 'certified'] : ['inspected', 'signed', 'certified'];

/** The three kinds of proof outside the numbering, beside the run itself. */
export const IMPRESSION_KINDS = ['run', 'AP', 'PP', 'HC', 'open'] as const;
export type ImpressionKind = (typeof IMPRESSION_KINDS)[number];

/**
 * How an impression is written under the picture: 13/40 in a limited run, roman for proofs, no. 13 in an open edition.
 *
 * A later run of the same work carries its name, so that no two prints bear the same words.
 *
 * @example impressionLabel('AP', 4, 40) // 'AP IV'
 * @example impressionLabel('run', 3, 20, 'second run') // '3/20, second run'
 */
export function impressionLabel(
  kind: ImpressionKind,
  number: number,
  size: number | null,
  runName = '',
): string {
  const label =
    kind === 'run' ? `${number}/${size}` : kind === 'open' ? `no. ${number}` : `${kind} ${roman(number)}`;
  return runName ? `${label}, ${runName}` : label;
}

/** @example roman(14) // 'XIV' */
export function roman(n: number): string {
  const table: [number, string][] = [
    [1000, 'M'],
    [900, 'CM'],
    [500, 'D'],
    [400, 'CD'],
    [100, 'C'],
    [90, 'XC'],
    [50, 'L'],
    [40, 'XL'],
    [10, 'X'],
    [9, 'IX'],
    [5, 'V'],
    [4, 'IV'],
    [1, 'I'],
  ];
  let text = '';
  for (const [value, sign] of table)
    while (n >= value) {
      text += sign;
      n -= value;
    }
  return text;
}

/** Where a state with a certificate goes on to: what left the drawer stays where it is. */
export const certifiedState = (from: ImpressionState): ImpressionState =>
  READY.includes(from) ? 'certified' : from;

/** How a sheet is drawn: to come by its corners, in the house, gone from it, torn. */
export type SheetLook = 'corners' | 'here' | 'gone' | 'torn';

/** How a sheet is drawn in each state, wherever sheets are drawn. */
export const SHEET_LOOKS: Record<ImpressionState, SheetLook> = {
  declared: 'corners',
  printed: 'here',
  inspected: 'here',
  signed: 'here',
  certified: 'here',
  allocated: 'here',
  returned: 'here',
  kept: 'here',
  dispatched: 'gone',
  delivered: 'gone',
  gifted: 'gone',
  consigned: 'gone',
  spoiled: 'torn',
  destroyed: 'torn',
  lost: 'torn',
};
