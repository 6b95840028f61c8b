import { glossaryOf } from '@/core/find/glossary';
import type { Hit, HitGroup } from '@/core/find/hits';
import type { FindableKind } from '@/core/find/kinds';
import { pageOfRecord } from '@/core/find/places';
import { readQuery } from '@/core/find/readQuery';
import { impressionLabel, stateWord, type ImpressionState } from '@/core/edition/impressionStates';
import { ORDER_WORDS, type OrderState } from '@/core/order/orderStates';
import {
  findByWords,
  findImpressions,
  findLines,
  noteFacts,
  journalFacts,
  orderFacts,
  ordersOfParcels,
  type FoundImpression,
  type FoundRow,
} from '@/store/find';
import { BETWEEN } from '@/store/findTriggers';
import type { Studio } from '../studio';

type Group = { title: string; kinds: readonly FindableKind[] };

/** In which order what was found is shown. */
const GROUPS: readonly Group[] = [
  { title: 'Works', kinds: ['work'] },
  { title: 'Orders', kinds: ['order'] },
  { title: 'People', kinds: ['person'] },
  { title: 'Parcels', kinds: ['parcel'] },
  { title: 'Papers', kinds: ['paper'] },
  { title: 'Notes', kinds: ['note'] },
  {
    title: 'Elsewhere in the studio',
    kinds: ['route', 'machine', 'supplier', 'channel', 'goods', 'layout', 'wall'],
  },
];

/** How many of each kind are shown under the field, and on a page of their own. */
export const HITS_UNDER_FIELD = 5;
export const HITS_ON_PAGE = 40;

/**
 * Everything that a few words, a number or a print’s own number lead to: works, prints, orders, people, parcels, papers, the rest
 * of the studio, words of the craft and lines of the journal. Kinds of which nothing was found are left out.
 */
export async function findAnything(studio: Studio, text: string, most: number): Promise<HitGroup[]> {
  const { words, impression } = readQuery(text);
  const prints = impression ? await findImpressions(studio.db, impression, words, most) : [];
  // A print's number asks for that print: words beside it name its work and nothing else.
  const isPrint = impression !== null && (prints.length > 0 || words.length === 0);
  const groups: HitGroup[] = [{ title: 'Prints', hits: prints.map(printHit) }];
  if (!isPrint && words.length > 0) {
    for (const { title, kinds } of GROUPS) {
      const rows = await findByWords(studio.db, kinds, words, most);
      groups.push({ title, hits: await hitsOf(studio, rows) });
    }
    const lines = await findLines(studio.db, words, most);
    groups.push({ title: 'Journal', hits: await hitsOf(studio, lines) });
    groups.push({ title: 'Words of the craft', hits: glossaryOf(words).map(wordHit) });
  }
  return groups.filter(({ hits }) => hits.length > 0);
}

const printHit = (print: FoundImpression): Hit => ({
  id: print.id,
  href: `/register/impressions/${print.id}`,
  name: `${impressionLabel(print.kind as 'run', print.number, print.size, print.name)} of ${print.title}`,
  note: stateWord(print.state as ImpressionState, {
    signing: print.signing as 'front',
    closedAt: print.closedAt,
  }),
});

const wordHit = ({ word, says, href }: ReturnType<typeof glossaryOf>[number]): Hit => ({
  id: `word:${word}`,
  href,
  name: word,
  note: says,
});

async function hitsOf(studio: Studio, rows: readonly FoundRow[]): Promise<Hit[]> {
  const idsOf = (kind: FindableKind) => rows.filter((row) => row.kind === kind).map((row) => row.ref);
  const [orders, parcels, lines, notes] = await Promise.all([
    byId(idsOf('order'), (ids) => orderFacts(studio.db, ids)),
    byId(idsOf('parcel'), (ids) => ordersOfParcels(studio.db, ids)),
    byId(idsOf('journal'), (ids) => journalFacts(studio.db, ids)),
    byId(idsOf('note'), (ids) => noteFacts(studio.db, ids)),
  ]);
  return rows.map((row) => {
    const order = orders.get(row.ref);
    const parcel = parcels.get(row.ref);
    const line = lines.get(row.ref) ?? notes.get(row.ref);
    if (order) return orderHit(row, order);
    if (parcel)
      return {
        id: row.ref,
        href: `/orders/${parcel.orderId}`,
        name: row.head,
        note: `the parcel of order ${parcel.number}`,
      };
    if (line) return journalHit(row, line);
    return {
      id: row.ref,
      href: pageOfRecord(row.kind, row.ref) ?? '/studio',
      name: row.head,
      note: noteOf(row),
    };
  });
}

async function byId<T extends { id: string }>(
  ids: readonly string[],
  read: (ids: readonly string[]) => Promise<T[]>,
): Promise<Map<string, T>> {
  const found = ids.length ? await read(ids) : [];
  return new Map(found.map((each) => [each.id, each]));
}

function orderHit(row: FoundRow, { state, shipBy }: { state: string; shipBy: string }): Hit {
  const [number, ...buyer] = row.head.split(' ');
  const word = ORDER_WORDS[state as OrderState];
  return {
    id: row.ref,
    href: `/orders/${row.ref}`,
    name: `Order ${number}, ${buyer.join(' ')}`,
    note: state === 'new' ? `${word}, to leave by ${shipBy}` : word,
  };
}

const journalHit = (row: FoundRow, line: { at: string; subject: string; subjectId: string }): Hit => ({
  id: row.ref,
  href:
    pageOfRecord(line.subject, line.subjectId) ??
    `/journal?q=${encodeURIComponent(saidIn(row).slice(0, 80))}`,
  name: saidIn(row),
  note: line.at.slice(0, 10),
});

const saidIn = ({ words }: FoundRow): string => words.split(BETWEEN)[0]!;

/** So many parts of what is said of a thing tell which it is. */
const NOTE_PARTS = 2;
const noteOf = ({ words, kind }: FoundRow): string =>
  words.split(BETWEEN).filter(Boolean).slice(0, NOTE_PARTS).join(', ') || kind;
