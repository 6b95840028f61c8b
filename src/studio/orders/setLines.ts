import { InputError } from '@/core/errors';
import { groupBy } from '@/core/groups';
import { commonNumbers, splitSetPrice } from '@/core/product/sets';
import type { Db } from '@/store/db';
import { unsoldNumbers } from '@/store/editions';
import { pricesOn } from '@/store/products';
import { findRows, rowById } from '@/store/rows';

type AskedLine = {
  formatId: string;
  productId?: string | null;
  quantity: number;
  setId?: string | null;
};

/** What a line of a set is taken for: its share of the set's price, and the numbers that all its runs still have. */
export type SetLine = { priceMinor: number; numbers: string[] };

/**
 * For each line that belongs to a set, by its place among the lines, what it is taken for.
 *
 * @throws InputError where a set is not whole, not sold any more, or no number is left in all its runs
 */
export async function setLines(
  db: Db,
  lines: readonly AskedLine[],
  today: string,
): Promise<Map<number, SetLine>> {
  const found = new Map<number, SetLine>();
  const inSets = lines.flatMap(({ setId }, i) => (setId ? [{ setId, i }] : []));
  for (const [setId, places] of groupBy(inSets, (each) => each.setId)) {
    const at = places.map(({ i }) => i);
    const field = `lines[${at[0]}].setId`;
    const set = await rowById(db, 'workSets', setId, field);
    if (set.archivedAt) throw new InputError(field, setId, 'a set that is still sold');
    const quantity = lines[at[0]!]!.quantity;
    const productOf = (i: number) => lines[i]!.productId ?? null;
    const isWhole =
      at.length === set.members.length &&
      set.members.every(({ productId }) => at.some((i) => productOf(i) === productId)) &&
      at.every((i) => lines[i]!.quantity === quantity);
    if (!isWhole)
      throw new InputError(
        field,
        set.name,
        `all ${set.members.length} prints of the set, each as often: a part of it is sold at its own price`,
      );
    const prices = await pricesOn(db, today, { formatIds: set.members.map(({ formatId }) => formatId) });
    const shares = splitSetPrice(
      set.members.map(
        ({ productId }) => prices.find((price) => price.productId === productId)?.priceMinor ?? null,
      ),
      set.priceMinor,
    );
    const numbers = set.sameNumber ? await oneNumber(db, set, quantity, today, field) : null;
    for (const i of at) {
      const part = set.members.findIndex(({ productId }) => productId === productOf(i));
      found.set(i, {
        priceMinor: shares[part]!,
        numbers: numbers?.get(set.members[part]!.editionId) ?? [],
      });
    }
  }
  return found;
}

type Member = { editionId: string; formatId: string };
/** A number that every run of a set still has, and the impression it is in each. */
export type SetNumber = { number: number; idOf: ReadonlyMap<string, string> };

/** The numbers that all runs of a set still have in the set's own sizes, the lowest first: one printed in another size is none. */
export async function setNumbers(
  db: Db,
  members: readonly Member[],
  today: string,
): Promise<SetNumber[]> {
  const runs = await findRows(db, 'editions', { id: members.map(({ editionId }) => editionId) });
  const unsold = await Promise.all(
    runs.map(async (run) => {
      const { formatId } = members.find(({ editionId }) => editionId === run.id)!;
      const open = await unsoldNumbers(db, run, today);
      const fit = open.filter((i) => i.state === 'declared' || i.formatId === formatId);
      return { run: run.id, idOf: new Map(fit.map((i) => [i.number, i.id])) };
    }),
  );
  return commonNumbers(unsold.map(({ idOf }) => [...idOf.keys()])).map((number) => ({
    number,
    idOf: new Map(unsold.map(({ run, idOf }) => [run, idOf.get(number)!])),
  }));
}

/** The lowest numbers that every run of a set still has, as the impressions of each run. */
async function oneNumber(
  db: Db,
  set: { name: string; members: readonly Member[] },
  quantity: number,
  today: string,
  field: string,
): Promise<Map<string, string[]>> {
  const common = await setNumbers(db, set.members, today);
  if (common.length < quantity)
    throw new InputError(
      field,
      set.name,
      `at most ${common.length}: so many numbers are free in every run of the set`,
    );
  const chosen = common.slice(0, quantity);
  return new Map(
    set.members.map(({ editionId }) => [editionId, chosen.map(({ idOf }) => idOf.get(editionId)!)]),
  );
}
