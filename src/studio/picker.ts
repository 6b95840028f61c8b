import { A_PICK, picked, plain } from '@/core/find/pick';
import type { Db } from '@/store/db';
import type { Studio } from './studio';

/**
 * What a person picks from more than a page can carry: the first of them come with the page, the others are found by their words.
 * All of them are read once, and kept until something is written.
 *
 * @param name of what is picked, no other picker's
 * @param load all of them, in the order they are shown in
 * @param wordsOf what each is found by
 */
export function definePicker<T extends { id: string }>(
  name: string,
  load: (db: Db) => Promise<T[]>,
  wordsOf: (choice: T) => string,
) {
  const kept = (studio: Studio) =>
    studio.untilWritten(`to pick: ${name}`, async () => {
      const all = await load(studio.db);
      return { all, texts: all.map((choice) => plain(wordsOf(choice))) };
    });
  return {
    /** The first that have the words somebody typed; twenty at most. */
    async find(studio: Studio, typed: string): Promise<T[]> {
      const { all, texts } = await kept(studio);
      return picked(all, texts, typed);
    },
    /** What is shown before anything is typed, behind those that are chosen already. */
    async first(studio: Studio, chosen: readonly (string | null | undefined)[] = []): Promise<T[]> {
      const { all } = await kept(studio);
      const first = all.slice(0, A_PICK);
      const wanted = new Set(chosen);
      const others = wanted.size
        ? all.filter((each) => wanted.has(each.id) && !first.includes(each))
        : [];
      return [...others, ...first];
    },
  };
}
