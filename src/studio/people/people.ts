import { impressionLabel } from '@/core/edition/impressionStates';
import { InputError } from '@/core/errors';
import { queryWords } from '@/core/find/readQuery';
import { formatMoney } from '@/core/measure';
import { inLetterOrder, voucherLeaves, type LetterPerson } from '@/core/people/letter';
import { mayBeWrittenTo, permissionFinding } from '@/core/people/permission';
import { wholeCost } from '@/core/price/whatIf';
import { csv } from '@/paperwork/csv';
import { matchOf } from '@/store/find';
import {
  boughtBy,
  countriesOfPeople,
  handedTo,
  ordersOf,
  peoplePage,
  permittedPeople,
  piecesHandedTo,
  printsWith,
  sentTo,
  type BoughtFacts,
  type MadeFacts,
  type PersonRow,
} from '@/store/people';
import { findRow } from '@/store/rows';
import { workPicks } from '../works/workPicks';
import { priceListRows } from '../prices/priceList';
import type { Studio } from '../studio';

export type PeopleAsk = {
  search: string;
  kind: PersonRow['kind'] | null;
  country: string | null;
  page: number;
};

/** Everybody the studio has to do with, by where they are: what each bought or made, and whether they may be written to. */
export async function peopleList(studio: Studio, ask: PeopleAsk) {
  const words = queryWords(ask.search);
  const [{ people, total }, countries, today] = await Promise.all([
    peoplePage(studio.db, { ...ask, match: words.length ? matchOf(['person', 'route'], words) : null }),
    countriesOfPeople(studio.db),
    studio.today(),
  ]);
  const idsOf = (kind: PersonRow['kind']) => people.filter((p) => p.kind === kind).map((p) => p.id);
  const [bought, handed, sent] = await Promise.all([
    boughtBy(studio.db, idsOf('buyer')),
    handedTo(studio.db, idsOf('craft')),
    sentTo(studio.db, idsOf('route'), today),
  ]);
  const boughtOf = new Map(bought.map((facts) => [facts.id, facts]));
  const madeOf = new Map([...handed, ...sent].map((facts) => [facts.id, facts]));
  const lines = people.map((person) => ({
    id: person.id,
    kind: person.kind,
    name: person.name,
    country: person.country,
    roles: rolesOf(person, boughtOf.get(person.id)),
    bought: boughtOf.get(person.id) ?? null,
    made: madeOf.get(person.id) ?? null,
    letter: person.kind === 'buyer' && !person.removedAt ? letterOf(person, boughtOf, today) : null,
  }));
  return { lines, total, countries };
}

const letterOf = (person: PersonRow, bought: Map<string, BoughtFacts>, today: string) =>
  permissionFinding(
    { since: person.since, how: person.how, lastOrderOn: bought.get(person.id)?.lastOn ?? null },
    today,
  );

/** What somebody is to the studio: it follows from what they did. */
function rolesOf(person: PersonRow, bought: BoughtFacts | undefined): string[] {
  if (person.kind !== 'buyer') return [person.craft];
  if (person.removedAt) return ['forgotten'];
  const roles = [
    ...(bought?.orders ? ['buyer'] : []),
    ...(bought?.commissions ? ['client'] : []),
    ...(bought?.consigned ? ['shop'] : []),
  ];
  return roles.length ? roles : ['nothing bought yet'];
}

/** Somebody's own page; null where there is nobody of that id. */
export async function personPage(studio: Studio, personId: string) {
  const [buyer, craft] = await Promise.all([
    findRow(studio.db, 'buyers', personId),
    findRow(studio.db, 'craftspeople', personId),
  ]);
  if (buyer) return { is: 'buyer' as const, ...(await buyerPage(studio, buyer.id)), buyer };
  if (!craft) return null;
  const pieces = await piecesHandedTo(studio.db, craft.name);
  return { is: 'craft' as const, craft, pieces };
}

async function buyerPage(studio: Studio, buyerId: string) {
  const [orders, prints, [facts], today, buyer] = await Promise.all([
    ordersOf(studio.db, buyerId),
    printsWith(studio.db, buyerId),
    boughtBy(studio.db, [buyerId]),
    studio.today(),
    findRow(studio.db, 'buyers', buyerId),
  ]);
  return {
    orders,
    facts: facts!,
    prints: prints.map(({ id, editionId, kind, number, size, name, title }) => ({
      ...{ id, editionId, title },
      label: impressionLabel(kind as 'run', number, size, name),
    })),
    letter: permissionFinding(
      { since: buyer!.mayWriteSince, how: buyer!.mayWriteHow, lastOrderOn: facts!.lastOn },
      today,
    ),
  };
}

/** What is asked of a letter: the work it announces, and what its voucher takes off. */
export type LetterAsk = { workId: string | null; share: number };

/** Who a letter about a work goes to, the likeliest first, who is left out and why, and what its voucher leaves of each price. */
export async function letterPage(studio: Studio, { workId, share }: LetterAsk) {
  const works = await workPicks.first(studio, [workId]);
  const chosen = works.find(({ id }) => id === workId) ?? null;
  const { currency, unit } = await studio.settings();
  const today = await studio.today();
  const permitted = await permittedPeople(studio.db, chosen?.id ?? '');
  const people = inLetterOrder(
    permitted.map((row) => ({ ...row, hasWork: row.hasWork === 1 }) satisfies LetterPerson),
  );
  const list = await priceListRows(studio, chosen ? [chosen.id] : []);
  const products =
    list.works
      .find(({ id }) => id === chosen?.id)
      ?.products.flatMap(({ price, cost, terms, size, column, id }) => {
        if (price === null || terms === null) return [];
        const { line, finish } = list.columns.find(({ key }) => key === column)!;
        const whole = wholeCost(cost, {
          ...{ ratePerHour: list.ratePerHour, paperFactor: 1, paperId: null },
          ...{ feePoints: 0, keeps: 'prices' as const },
        });
        return [
          {
            ...{ id, price },
            name: `${size} ${unit}, ${line}, ${finish}`,
            ...voucherLeaves({ price, cost: whole, terms }, share, currency),
          },
        ];
      }) ?? [];
  const isAsked = (person: (typeof people)[number]) => mayBeWrittenTo(person, today);
  return {
    /** The first to choose from, and the one that is chosen. */
    works,
    chosen,
    share,
    products,
    goesTo: people.filter((person) => isAsked(person) && person.email.trim() !== ''),
    withoutMail: people.filter((person) => isAsked(person) && person.email.trim() === ''),
    askAgain: people.filter((person) => !isAsked(person)),
  };
}

/** Reads what a letter's address asks for. */
export function readLetterAsk(query: URLSearchParams): LetterAsk {
  const typed = (query.get('voucher') ?? '').trim();
  const percent = typed === '' ? 0 : Number(typed.replace(',', '.').replace(/\s*%$/, ''));
  if (!Number.isFinite(percent) || percent < 0 || percent > 90)
    throw new InputError('voucher', typed, 'a share between 0 and 90 %');
  return { workId: query.get('work'), share: percent / 100 };
}

/** The list of a letter, to be merged into it elsewhere: one line for each who may be written to and can be. */
export async function letterCsv(studio: Studio, query: URLSearchParams): Promise<string> {
  const { goesTo, chosen, share } = await letterPage(studio, readLetterAsk(query));
  const word = (query.get('word') ?? '').slice(0, 40).trim();
  return csv([
    [
      'name',
      'called',
      'mail',
      'country',
      'agreed on',
      'how',
      'orders',
      'last order',
      'has this work',
      'work',
      'voucher',
      'off (%)',
    ],
    ...goesTo.map((person) => [
      person.name,
      person.preferredName,
      person.email,
      person.country,
      person.since,
      person.how,
      person.orders,
      person.lastOrderOn ?? '',
      person.hasWork ? 'yes' : 'no',
      chosen?.title ?? '',
      share > 0 ? word : '',
      share > 0 ? Math.round(share * 1000) / 10 : '',
    ]),
  ]);
}

/** What somebody made or had made, in a sentence. */
export function madeSays({ count, bad }: MadeFacts, kind: 'craft' | 'route'): string {
  const what = kind === 'craft' ? 'piece' : 'job';
  if (count === 0) return kind === 'craft' ? 'nothing handed over yet' : 'nothing sent yet';
  const many = `${count} ${what}${count === 1 ? '' : 's'}`;
  const wrong = kind === 'craft' ? 'damaged afterwards' : 'back late';
  return bad === 0 ? `${many}, none ${wrong}` : `${many}, ${bad} ${wrong}`;
}

/** What somebody bought, in a sentence. */
export function boughtSays({ orders, prints, sumMinor, cases }: BoughtFacts, currency: string): string {
  if (orders === 0) return 'nothing yet';
  const many = `${orders} order${orders === 1 ? '' : 's'}, ${prints} print${prints === 1 ? '' : 's'}, ${formatMoney(sumMinor, currency)}`;
  return cases === 0 ? many : `${many}; ${cases} went wrong`;
}
