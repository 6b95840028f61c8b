import type { Mark } from '../finding';
import { inGroups } from '../groups';
import type { PackForm } from '../parcel/pack';
import { daysBetween, daysPassed, type Day } from '../measure/day';
import { dried } from '../proof/proofStates';

/** What is drawn beside a line. */
export type BenchDrawing = 'proof' | 'sheets' | 'flat' | 'tube' | 'picture' | 'refused';

/** Either an act that is done at once, or the place where it is done. */
export type NextAct = { label: string; key: string } & (
  | { act: 'pickOrder' | 'proofMade' | 'dismissRefusal' | 'readAgain'; input: { id: string } }
  | { href: string }
);

export type BenchLine = {
  id: string;
  group: 'Promised' | 'Dry now, or waiting on an eye' | 'Will hold something up';
  when: string;
  whenNote: string;
  drawing: BenchDrawing;
  subject: string;
  about: string;
  reason: string;
  mark?: Mark;
  minutes: number;
  next: NextAct;
  /** Sorts within its group: lower first. */
  rank: number;
};

export type OrderFact = {
  id: string;
  number: number;
  buyer: string;
  what: string;
  state: 'new' | 'picked' | 'packed' | 'sealed';
  shipBy: Day;
  pieces: number;
  ready: number;
  form: PackForm | null;
  scaleOff: string | null;
};
export type ProofFact = {
  id: string;
  workId: string;
  title: string;
  format: string;
  paper: string;
  route: string;
  round: number;
  state: 'asked' | 'made';
  madeAt: string | null;
  /** The studio's day on which it was asked for. */
  askedOn: Day;
  dryHours: number;
  leadDays: number;
  distanceMm: number;
};
export type ImpressionFact = {
  editionId: string;
  title: string;
  state: 'printed' | 'inspected' | 'returned';
  signing: string;
  count: number;
  labels: string;
  since: string;
};
/** A capture that is here whole and could not be read. */
export type NotReadFact = {
  id: string;
  workId: string;
  title: string;
  fileName: string;
  trouble: string;
};
export type MasterFact = { workId: string; title: string; reading: boolean; createdAt: string };
export type RefusalFact = { id: string; fileName: string; says: string; on: Day };
export type UnpricedFact = { workId: string; title: string; formats: string };

/** A layout in the print queue; work that should be back from a lab; an original that should be back. */
export type QueuedFact = { id: string; name: string; paper: string; pieces: number; since: string };
export type OutFact = {
  id: string;
  /** Work at a lab, an original, prints with a shop. */
  kind: 'work' | 'original' | 'shop';
  where: string;
  what: string;
  dueOn: Day;
  href: string;
};

/** Something about colour that is due: the screen, a print to hold beside its reference, a client who has not answered. */
export type ColourFact = {
  id: string;
  when: string;
  whenNote: string;
  subject: string;
  about: string;
  reason: string;
  href: string;
  label: string;
};

export type BenchFacts = {
  colour?: ColourFact[];
  queued?: QueuedFact[];
  out?: OutFact[];
  today: Day;
  now: string;
  orders: OrderFact[];
  proofs: ProofFact[];
  impressions: ImpressionFact[];
  masters: MasterFact[];
  refusals: RefusalFact[];
  notRead?: NotReadFact[];
  unpriced: UnpricedFact[];
};

/**
 * What needs hands today, each with its reason and its one next act, what is promised first.
 *
 * @example benchLines({ today: '2026-11-24', now: '2026-11-24T10:00:00Z', orders: [], proofs: [], impressions: [], masters: [], refusals: [], unpriced: [] }) // []
 */
export function benchLines(f: BenchFacts): BenchLine[] {
  const lines = [
    ...f.orders.map((o) => orderLine(o, f.today)),
    ...f.proofs.flatMap((p) => proofLine(p, f)),
    ...f.impressions.flatMap((i) => impressionLine(i, f.now)),
    ...f.refusals.map(refusalLine),
    ...(f.notRead ?? []).map(notReadLine),
    ...f.masters.map(masterLine),
    ...f.unpriced.map(unpricedLine),
    ...(f.queued ?? []).map((q) => queuedLine(q, f.now)),
    ...(f.out ?? []).map((o) => outLine(o, f.today)),
    ...(f.colour ?? []).map((c): BenchLine => ({
      id: c.id,
      group: 'Will hold something up',
      when: c.when,
      whenNote: c.whenNote,
      drawing: 'proof',
      subject: c.subject,
      about: c.about,
      reason: c.reason,
      mark: 'care',
      minutes: 10,
      rank: 8,
      next: { label: c.label, key: 'l', href: c.href },
    })),
  ];
  const order: BenchLine['group'][] = [
    'Promised',
    'Dry now, or waiting on an eye',
    'Will hold something up',
  ];
  return lines.sort(
    (a, b) =>
      order.indexOf(a.group) - order.indexOf(b.group) || a.rank - b.rank || (a.id < b.id ? -1 : 1),
  );
}

/** So many lines are a morning's worth, and what a screen shows without scrolling. */
const MORNING_LINES = 9;

/**
 * Which groups lie open when the bench is opened: the first, and those after it as long as a screen shows them whole; the rest
 * say how much they hold and wait.
 *
 * @example openAtFirst([{ key: 'a', count: 4 }, { key: 'b', count: 5 }, { key: 'c', count: 1 }]) // ['a', 'b']
 */
export function openAtFirst<K extends string>(
  groups: readonly { key: K; count: number }[],
  most: number = MORNING_LINES,
): K[] {
  let shown = 0;
  return groups
    .filter(({ count }, i) => {
      shown += count;
      return i === 0 || shown <= most;
    })
    .map(({ key }) => key);
}

/** What a group holds in all, also what is not drawn of it. */
export type GroupLoad = { group: BenchLine['group']; count: number; minutes: number; dueToday: number };

/** Lines of a group that are drawn at once; whoever has more asks for them. */
export const LINES_AT_ONCE = 40;

/**
 * What each group holds, and the lines of it that are drawn: the first of each, or all.
 *
 * @param lines in the order of their groups
 */
export function drawnLines(
  lines: readonly BenchLine[],
  most: number = LINES_AT_ONCE,
): { loads: GroupLoad[]; drawn: BenchLine[] } {
  const groups = inGroups(lines, (line) => line.group);
  const isDue = ({ group, when, whenNote }: BenchLine): boolean =>
    group === 'Promised' && (when === 'today' || whenNote === 'late');
  return {
    loads: groups.map(({ key, items }) => ({
      group: key,
      count: items.length,
      minutes: items.reduce((sum, line) => sum + line.minutes, 0),
      dueToday: items.filter(isDue).length,
    })),
    drawn: groups.flatMap(({ items }) => items.slice(0, most)),
  };
}

/** The record a line is about: what its own id names. @example subjectOf({ id: 'order:01ABC' }) // '01ABC' */
export const subjectOf = ({ id }: Pick<BenchLine, 'id'>): string | null => id.split(':')[1] ?? null;

/** When something is due, in words a person uses. @example dueWords('2026-11-24', '2026-11-23') // 'tomorrow' */
export function dueWords(day: Day, today: Day): string {
  const left = daysBetween(today, day);
  if (left < 0) return left === -1 ? 'yesterday' : `${-left} days ago`;
  if (left === 0) return 'today';
  if (left === 1) return 'tomorrow';
  return left < 7 ? WEEKDAYS[new Date(`${day}T00:00:00Z`).getUTCDay()]! : `in ${left} days`;
}
const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];

function orderLine(o: OrderFact, today: Day): BenchLine {
  const left = daysBetween(today, o.shipBy);
  const base = {
    id: `order:${o.id}`,
    group: 'Promised' as const,
    when: dueWords(o.shipBy, today),
    whenNote: left < 0 ? 'late' : 'to leave by',
    rank: left * 10,
    drawing: o.form === 'rolled' ? ('tube' as const) : ('flat' as const),
    subject: `Order ${o.number}`,
    about: `${o.what}, to ${o.buyer}`,
  };
  const page = `/orders/${o.id}`;
  const late =
    left < 0 ? { mark: 'fails' as const, prefix: `Promised for ${o.shipBy}. ` } : { prefix: '' };
  const with_ = (
    reason: string,
    minutes: number,
    next: NextAct,
    mark: Mark | undefined = late.mark,
  ): BenchLine => ({ ...base, reason: late.prefix + reason, minutes, next, ...(mark && { mark }) });
  switch (o.state) {
    case 'new':
      if (o.ready >= o.pieces)
        return with_(
          o.pieces === 1
            ? 'The print lies ready in the drawer.'
            : `All ${o.pieces} prints lie ready in the drawer.`,
          4,
          { label: 'Pick it', key: 'p', act: 'pickOrder', input: { id: o.id } },
        );
      return with_(
        `${o.ready} of ${o.pieces} ready: ${o.pieces - o.ready} to print, inspect and sign first.`,
        20,
        { label: 'See what is short', key: 's', href: page },
        late.mark ?? 'care',
      );
    case 'picked':
      return with_('Picked. Pack it, tick it a second time, weigh it.', 12, {
        label: 'Pack it',
        key: 'p',
        href: page,
      });
    case 'packed':
      if (o.scaleOff)
        return with_(o.scaleOff, 4, { label: 'Open and count', key: 'o', href: page }, 'fails');
      return with_('Packed, not sealed: the scale has the last word.', 5, {
        label: 'Weigh and seal',
        key: 'w',
        href: page,
      });
    case 'sealed':
      return with_('Sealed, labelled and waiting for the carrier.', 3, {
        label: 'Post it',
        key: 'd',
        href: page,
      });
  }
}

function proofLine(p: ProofFact, f: BenchFacts): BenchLine[] {
  const subject = `${p.state === 'made' ? 'Judge proof' : 'Proof'} round ${p.round}`,
    about = `${p.title} ${p.format} on ${p.paper}`;
  const place = `/works/${p.workId}/proofs`;
  if (p.state === 'made') {
    const dry = dried(p.madeAt!, p.dryHours, f.now);
    if (dry.left > 0) {
      return [
        {
          id: `proof:${p.id}`,
          group: 'Will hold something up',
          when: `in ${dry.left} h`,
          whenNote: 'dry then',
          drawing: 'proof',
          subject: `Proof round ${p.round} is drying`,
          about,
          reason: `${dry.hours} h of ${p.dryHours} dried; colours still move until then.`,
          minutes: 0,
          rank: 30 + dry.left,
          next: { label: 'See it', key: 'j', href: place },
        },
      ];
    }
    return [
      {
        id: `proof:${p.id}`,
        group: 'Dry now, or waiting on an eye',
        when: 'now',
        whenNote: `${dry.hours} h dried`,
        drawing: 'proof',
        subject,
        about,
        reason: `Beside the original, in the light it will hang in, from ${(p.distanceMm / 1000).toFixed(2)} m.`,
        minutes: 10,
        rank: 0,
        next: { label: 'Judge it', key: 'j', href: place },
      },
    ];
  }
  const out = daysBetween(p.askedOn, f.today);
  return [
    {
      id: `proof:${p.id}`,
      group: 'Will hold something up',
      when: `day ${out + 1}`,
      whenNote: `of ${p.leadDays}`,
      drawing: 'proof',
      subject,
      about,
      mark: out > p.leadDays ? 'care' : undefined,
      reason:
        out > p.leadDays
          ? `Asked of ${p.route} ${out} days ago; ${p.leadDays} were said.`
          : `With ${p.route}, asked ${out === 0 ? 'today' : `${out} days ago`}.`,
      minutes: 2,
      rank: 20,
      next: { label: 'It is here', key: 'h', act: 'proofMade', input: { id: p.id } },
    },
  ];
}

function impressionLine(i: ImpressionFact, now: string): BenchLine[] {
  const days = daysPassed(i.since, now);
  const base = {
    id: `impressions:${i.editionId}:${i.state}`,
    group: 'Dry now, or waiting on an eye' as const,
    when: days < 1 ? 'today' : days === 1 ? 'a day' : `${days} days`,
    drawing: 'sheets' as const,
  };
  const many = i.count === 1 ? '1 impression' : `${i.count} impressions`;
  if (i.state === 'inspected') {
    // Signed on request or not at all: an inspected print is ready as it is.
    if (i.signing === 'on request' || i.signing === 'certificate only') return [];
    return [
      {
        ...base,
        whenNote: 'unsigned',
        subject: `Sign ${many}`,
        about: `${i.title}, ${i.labels}`,
        reason: `Passed and dry. Signed on the ${i.signing}; try the pen on scrap of this paper first.`,
        minutes: Math.ceil(i.count * 1.5),
        rank: 10,
        next: { label: 'Start signing', key: 's', href: `/register/${i.editionId}/sign` },
      },
    ];
  }
  const back = i.state === 'returned';
  return [
    {
      ...base,
      whenNote: back ? 'came back' : 'not inspected',
      subject: `Inspect ${many}`,
      about: `${i.title}, ${i.labels}`,
      reason: back
        ? 'Came back from a buyer: look at it before it goes into the drawer, or destroy it.'
        : 'Size, corners, surface, missing ink, specks, colour beside the reference.',
      minutes: i.count * 3,
      rank: 5,
      next: { label: 'Inspect', key: 'i', href: `/register/${i.editionId}?do=inspect` },
    },
  ];
}

function queuedLine(q: QueuedFact, now: string): BenchLine {
  const days = daysPassed(q.since, now);
  return {
    id: `queue:${q.id}`,
    group: 'Dry now, or waiting on an eye',
    when: days < 1 ? 'today' : days === 1 ? 'a day' : `${days} days`,
    whenNote: 'in the queue',
    drawing: 'sheets',
    subject: `Print ${q.name}`,
    about: `${q.pieces === 1 ? 'one piece' : `${q.pieces} pieces`} on ${q.paper}`,
    reason: 'Laid out and sent to be printed; its paper and ink leave the stock then.',
    minutes: 15,
    rank: 8,
    next: { label: 'Print it', key: 'q', href: '/papers/queue' },
  };
}

const OUT_WORDS: Record<OutFact['kind'], string> = {
  work: 'Expected back on',
  original: 'Due back on',
  shop: 'To be paid or given back by',
};
const OUT_ACTS: Record<OutFact['kind'], string> = {
  work: 'See it',
  original: 'It is back',
  shop: 'Settle it',
};

function outLine(o: OutFact, today: Day): BenchLine {
  const late = -daysBetween(today, o.dueOn);
  return {
    id: `out:${o.id}`,
    group: 'Will hold something up',
    when: `${late} ${late === 1 ? 'day' : 'days'}`,
    whenNote: 'late',
    drawing: o.kind === 'original' ? 'picture' : 'sheets',
    subject: o.kind === 'original' ? `${o.what} is not back` : `Ask ${o.where}`,
    about: o.kind === 'original' ? `with ${o.where}` : o.what,
    reason: `${OUT_WORDS[o.kind]} ${o.dueOn}.`,
    mark: 'care',
    minutes: 5,
    rank: 5,
    next: { label: OUT_ACTS[o.kind], key: 'a', href: o.href },
  };
}

const refusalLine = (r: RefusalFact): BenchLine => ({
  id: `refusal:${r.id}`,
  group: 'Will hold something up',
  when: 'not taken in',
  whenNote: r.on,
  drawing: 'refused',
  subject: r.fileName,
  about: 'did not come in',
  reason: r.says,
  mark: 'fails',
  minutes: 2,
  rank: 0,
  next: { label: 'Seen', key: 'e', act: 'dismissRefusal', input: { id: r.id } },
});

const notReadLine = (m: NotReadFact): BenchLine => ({
  id: `not-read:${m.id}`,
  group: 'Will hold something up',
  when: 'not read',
  whenNote: 'the file is kept',
  drawing: 'refused',
  subject: m.title,
  about: m.fileName,
  reason: m.trouble,
  mark: 'fails',
  minutes: 2,
  rank: 1,
  next: { label: 'Read again', key: 'r', act: 'readAgain', input: { id: m.id } },
});

const masterLine = (m: MasterFact): BenchLine => ({
  id: `master:${m.workId}`,
  group: 'Will hold something up',
  when: m.reading ? 'now' : 'no file',
  whenNote: m.reading ? 'being read' : 'since it was recorded',
  drawing: 'picture',
  subject: m.title,
  about: m.reading ? 'is being read' : 'has no capture yet',
  reason: m.reading
    ? 'Tiles and view are being made; everything else can go on.'
    : 'No size can be judged before there is a file.',
  minutes: m.reading ? 0 : 30,
  rank: m.reading ? 40 : 10,
  next: { label: m.reading ? 'See it' : 'Bring a file in', key: 'f', href: `/works/${m.workId}/capture` },
});

const unpricedLine = (u: UnpricedFact): BenchLine => ({
  id: `price:${u.workId}`,
  group: 'Will hold something up',
  when: 'no price',
  whenNote: 'cannot be sold',
  drawing: 'picture',
  subject: u.title,
  about: u.formats,
  reason: 'Offered and in an edition, but nobody has said what it costs.',
  minutes: 10,
  rank: 15,
  next: { label: 'Price it', key: 'c', href: `/works/${u.workId}/price` },
});
