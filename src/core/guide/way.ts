/** How far one work has come, as the records have it: counts, never what was pressed. */
export type WayFacts = {
  work: { id: string; title: string } | null;
  /** Of the capture in use. */
  capture: 'none' | 'reading' | 'not read' | 'ready';
  pixels: { width: number; height: number } | null;
  /** Medium and size are noted, and it may be printed. */
  facts: { isDescribed: boolean; mayPrint: 'yes' | 'not yet' | 'no' };
  sizes: number;
  papers: number;
  routes: number;
  proofs: { asked: number; toJudge: number; accepted: number };
  prices: number;
  editions: number;
  prints: { toInspect: number; toSign: number; ready: number; gone: number };
  /** Of orders with a print of this work, the newest of the state that has come furthest. */
  order: { id: string; number: number; state: WayOrderState } | null;
  editionId: string | null;
};
export type WayOrderState = 'new' | 'picked' | 'packed' | 'sealed' | 'dispatched' | 'delivered';

export type WayStep = {
  key: WayKey;
  /** What is to be done. */
  name: string;
  /** Why it comes here, in the words of the craft. */
  why: string;
  /** How it stands now. */
  says: string;
  state: 'done' | 'next' | 'later';
  href: string;
};

export const WAY_KEYS = [
  'picture',
  'facts',
  'size',
  'means',
  'proof',
  'judge',
  'price',
  'edition',
  'print',
  'sign',
  'order',
  'pack',
  'send',
] as const;
export type WayKey = (typeof WAY_KEYS)[number];

type Rung = Omit<WayStep, 'key' | 'state'> & { isDone: boolean };

const many = (count: number, one: string, more = `${one}s`): string =>
  `${count} ${count === 1 ? one : more}`;

const CAPTURE_SAYS: Record<WayFacts['capture'], string> = {
  none: 'No file yet.',
  reading: 'Its file is being read.',
  'not read': 'Its file is kept, and could not be read: the cause stands there.',
  ready: 'It is here.',
};

const rungs: Record<WayKey, (facts: WayFacts) => Rung> = {
  picture: ({ work, capture, pixels }) => ({
    name: 'Bring its picture in',
    why: 'The scan or photograph is kept as it came, and measured: everything after it rests on its pixels.',
    says: pixels ? `${pixels.width} × ${pixels.height} px are here.` : CAPTURE_SAYS[capture],
    isDone: capture === 'ready',
    href: work ? `/works/${work.id}/capture` : '/works',
  }),
  facts: ({ work, facts }) => ({
    name: 'Say what the original is',
    why: 'Medium, size and whether it may be printed: certificates, listings and sizes say it again.',
    says:
      facts.mayPrint !== 'yes'
        ? `May it be printed? It is noted: ${facts.mayPrint}.`
        : facts.isDescribed
          ? 'Medium and size are noted, and it may be printed.'
          : 'Its medium or its size is not noted yet.',
    isDone: facts.isDescribed && facts.mayPrint === 'yes',
    href: work ? `/works/${work.id}/original` : '/works',
  }),
  size: ({ work, sizes }) => ({
    name: 'Offer a size that its pixels hold',
    why: 'The ladder says for each size how fine it would be printed, and which are too thin.',
    says: sizes ? `${many(sizes, 'size')} offered.` : 'No size is offered yet.',
    isDone: sizes > 0,
    href: work ? `/works/${work.id}/sizes` : '/works',
  }),
  means: ({ papers, routes }) => ({
    name: 'Record a paper, and a way to print on it',
    why: 'Your own printer, a lab or a shop: what it costs and how long it takes is reckoned from there.',
    says: `${many(papers, 'paper')} and ${many(routes, 'route')} recorded.`,
    isDone: papers > 0 && routes > 0,
    href: papers > 0 ? '/papers?show=routes' : '/papers?show=papers',
  }),
  proof: ({ work, proofs }) => ({
    name: 'Print a proof',
    why: 'A screen is no paper: one print on the paper itself is looked at before any is sold.',
    says:
      proofs.toJudge + proofs.accepted > 0
        ? `${many(proofs.toJudge + proofs.accepted, 'proof')} made.`
        : proofs.asked > 0
          ? `${many(proofs.asked, 'proof')} asked for, none made yet.`
          : 'No proof yet.',
    isDone: proofs.toJudge + proofs.accepted > 0,
    href: work ? `/works/${work.id}/proofs` : '/works',
  }),
  judge: ({ work, proofs }) => ({
    name: 'Judge it when it is dry',
    why: 'What is accepted is the reference that later prints are held against.',
    says: proofs.accepted
      ? `${many(proofs.accepted, 'proof')} accepted.`
      : proofs.toJudge
        ? `${many(proofs.toJudge, 'proof')} not accepted yet.`
        : 'There is no proof to judge yet.',
    isDone: proofs.accepted > 0,
    href: work ? `/works/${work.id}/proofs` : '/works',
  }),
  price: ({ work, prices }) => ({
    name: 'Give it a price',
    why: 'Paper, ink, packing, fees and your time are counted; what is left of each price is shown.',
    says: prices ? `${many(prices, 'price')} set.` : 'No price yet.',
    isDone: prices > 0,
    href: work ? `/works/${work.id}/price` : '/works',
  }),
  edition: ({ work, editions }) => ({
    name: 'Open an edition',
    why: 'How many there will be is declared once; from there each number has its line in the register.',
    says: editions ? `${many(editions, 'edition')} open.` : 'No edition yet.',
    isDone: editions > 0,
    href: work ? `/works/${work.id}/edition` : '/works',
  }),
  print: ({ prints, editionId }) => {
    const made = prints.toInspect + prints.toSign + prints.ready + prints.gone;
    return {
      name: 'Print the first of it',
      why: 'A print has a number from here on, and what it is made of is kept with it.',
      says: made ? `${many(made, 'print')} made.` : 'None is printed yet.',
      isDone: made > 0,
      href: editionId ? `/register/${editionId}` : '/register',
    };
  },
  sign: ({ prints, editionId }) => ({
    name: 'Look it over, and sign it',
    why: 'Only what has passed is signed, and only what is ready can be picked for an order.',
    says:
      prints.ready + prints.gone > 0
        ? `${prints.ready} ready, ${prints.gone} taken or gone.`
        : prints.toInspect + prints.toSign > 0
          ? `${prints.toInspect} to look over, ${prints.toSign} to sign.`
          : 'There is nothing to sign yet.',
    isDone: prints.ready + prints.gone > 0,
    href: editionId ? `/register/${editionId}` : '/register',
  }),
  order: ({ order }) => ({
    name: 'Take an order',
    why: 'The day it can leave is worked out before you promise it.',
    says: order ? `Order ${order.number} is taken.` : 'Nobody has ordered it yet.',
    isDone: order !== null,
    href: order ? `/orders/${order.id}` : '/orders/new',
  }),
  pack: ({ order }) => ({
    name: 'Pick a number, and pack it',
    why: 'Flat or rolled, what it needs from the shelf, and what the scale should say.',
    says: order ? `Order ${order.number} is ${order.state}.` : 'There is no order to pack.',
    isDone: order !== null && isAtLeast(order.state, 'packed'),
    href: order ? `/orders/${order.id}` : '/orders',
  }),
  send: ({ order }) => ({
    name: 'Seal it, and hand it over',
    why: 'With its papers, weighed, insured and on the day that was promised.',
    says: order ? `Order ${order.number} is ${order.state}.` : 'There is no parcel to send.',
    isDone: order !== null && isAtLeast(order.state, 'dispatched'),
    href: order ? `/orders/${order.id}` : '/orders',
  }),
};

const ORDER_WAY: readonly WayOrderState[] = [
  'new',
  'picked',
  'packed',
  'sealed',
  'dispatched',
  'delivered',
];
const isAtLeast = (state: WayOrderState, other: WayOrderState): boolean =>
  ORDER_WAY.indexOf(state) >= ORDER_WAY.indexOf(other);

/**
 * The whole way of one work, from its picture to a parcel that has gone, each step as the records have it now. A step is done
 * when its state is there, in whatever order it came; the first that is not is the next.
 *
 * @example
 * const nothing = {
 *   work: null, capture: 'none', pixels: null, facts: { isDescribed: false, mayPrint: 'yes' }, sizes: 0, papers: 0,
 *   routes: 0, proofs: { asked: 0, toJudge: 0, accepted: 0 }, prices: 0, editions: 0,
 *   prints: { toInspect: 0, toSign: 0, ready: 0, gone: 0 }, order: null, editionId: null,
 * } as const;
 * wayOf(nothing).find((step) => step.state === 'next')?.key // 'picture'
 */
export function wayOf(facts: WayFacts): WayStep[] {
  const all = WAY_KEYS.map((key) => ({ key, ...rungs[key](facts) }));
  const next = all.find(({ isDone }) => !isDone)?.key;
  return all.map(({ isDone, ...step }) => ({
    ...step,
    state: isDone ? 'done' : step.key === next ? 'next' : 'later',
  }));
}

/**
 * How far along the way a work is, in a sentence.
 *
 * @example
 * sayWay([]) // '0 of 0 done.'
 */
export function sayWay(steps: readonly WayStep[]): string {
  const done = steps.filter(({ state }) => state === 'done').length;
  const next = steps.find(({ state }) => state === 'next');
  return `${done} of ${steps.length} done.${next ? ` Next: ${next.name.toLowerCase()}.` : ''}`;
}
