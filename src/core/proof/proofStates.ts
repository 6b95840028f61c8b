import type { Intent } from '../colour/intents';
/** Source: handbook §9. */
export const PROOF_STATES = ['asked', 'made', 'accepted', 'adjust', 'rejected'] as const;
export type ProofState = (typeof PROOF_STATES)[number];
export const PROOF_KINDS = ['whole', 'snippet', 'strip', 'thumbnails', 'reduced'] as const;
export type ProofKind = (typeof PROOF_KINDS)[number];
export type ProofVerdict = 'accept' | 'adjust' | 'reject';

export const VERDICT_LEADS_TO: Readonly<Record<ProofVerdict, ProofState>> = {
  accept: 'accepted',
  adjust: 'adjust',
  reject: 'rejected',
};

/**
 * Whether a proof has dried long enough to be judged.
 *
 * @param madeAt UTC, ISO 8601
 * @param now UTC, ISO 8601
 * @returns hours dried and hours still to wait, in whole hours
 * @example dried('2026-11-23T09:00:00Z', 24, '2026-11-24T11:30:00Z') // { hours: 26, left: 0 }
 */
export function dried(madeAt: string, dryHours: number, now: string): { hours: number; left: number } {
  const hours = Math.max(0, (Date.parse(now) - Date.parse(madeAt)) / 3_600_000);
  return { hours: Math.floor(hours), left: Math.max(0, Math.ceil(dryHours - hours)) };
}

/** What the client was sent and what they said. Their acceptance of a known limit is in writing with the proof. */
export type ClientAnswer = {
  to: string;
  sentAt: string;
  answer: 'waiting' | 'accepted' | 'asks for changes';
  answeredAt: string | null;
  words: string;
};

/**
 * What a proof was made of; a difference in any part makes an accepted proof stale. Parts that were not known when it was made
 * are left out, and are not held against it. Another lot only warns: paper differs a little from one to the next.
 */
export type Formula = {
  masterId: string;
  formatId: string;
  formatStamp: string;
  paperId: string;
  routeId: string;
  prep?: string;
  profileId?: string;
  intent?: Intent;
  machineId?: string;
  lotId?: string;
};
const PARTS: Readonly<Record<Exclude<keyof Formula, 'lotId'>, string>> = {
  masterId: 'the file',
  formatId: 'the format',
  formatStamp: '',
  prep: 'the prep',
  paperId: 'the paper',
  routeId: 'the route',
  profileId: 'the profile',
  intent: 'the intent',
  machineId: 'the machine',
};

/** Whether the paper comes from another lot than the proof's: a warning, no more. @example otherLot({ masterId: 'a', formatId: 'f', formatStamp: '1', paperId: 'p', routeId: 'r', lotId: '1' }, { masterId: 'a', formatId: 'f', formatStamp: '1', paperId: 'p', routeId: 'r', lotId: '2' }) // true */
export const otherLot = (then: Formula, now: Formula): boolean =>
  Boolean(then.lotId && now.lotId && then.lotId !== now.lotId);

/** What Glassine itself sees to be different between two rounds, lot included. */
export const changedBetween = (last: Formula, now: Formula): string[] => [
  ...staleParts(last, now),
  ...(otherLot(last, now) ? ['the lot'] : []),
];

/**
 * Which parts of a formula differ now from when the proof was made.
 *
 * @example staleParts({ masterId: 'a', formatId: 'f', formatStamp: '1', paperId: 'p', routeId: 'r' }, { masterId: 'b', formatId: 'f', formatStamp: '1', paperId: 'p', routeId: 'r' }) // ['the file']
 */
export function staleParts(then: Formula, now: Formula): string[] {
  const known = (k: keyof Formula) => then[k] !== undefined && now[k] !== undefined && then[k] !== now[k];
  return (Object.keys(PARTS) as (keyof typeof PARTS)[])
    .filter(known)
    .flatMap((k) => (k === 'formatStamp' ? stampParts(then[k], now[k]) : [PARTS[k]]));
}

/** Stamps from when a finish with nothing set was still written into them: it is the same as none. */
const EMPTY_FINISH = /^finish \{"title":"","type":\d+,"deckle":0,"bleed":0\}$/;

/**
 * What differs between two stamps of a format, in words: its measures come first, then crop and finish where it has them.
 *
 * @example stampParts('1/1/5/5/5/5', '1/1/5/5/9/5/crop 1 1 1 0') // ['the border', 'the crop']
 * @example stampParts('1/1/5/5/5/5/finish {"title":"","type":3000,"deckle":0,"bleed":0}', '1/1/5/5/5/5') // []
 */
export function stampParts(then: string, now: string): string[] {
  const read = (stamp: string) => {
    const [measures, crop = '', finish = ''] = [
      stamp.split('/').slice(0, 6),
      /\/(crop [^/]*)/.exec(stamp)?.[1],
      /\/(finish .*)$/.exec(stamp)?.[1],
    ];
    return {
      image: measures.slice(0, 2).join(),
      border: measures.slice(2).join(),
      crop,
      finish: EMPTY_FINISH.test(finish) ? '' : finish,
    };
  };
  const [a, b] = [read(then), read(now)];
  return [
    a.image !== b.image && 'the image size',
    a.border !== b.border && 'the border',
    a.crop !== b.crop && 'the crop',
    a.finish !== b.finish && 'its title line, strip or bleed',
  ].filter((x) => x !== false);
}
