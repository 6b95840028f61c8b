import type { Metadata } from 'next';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { InputError } from '@/core/errors';
import { letterPage, readLetterAsk } from '@/studio/people/people';
import { LetterView } from './LetterView';

export const metadata: Metadata = { title: 'A letter · People' };

/** Nobody reads further; the list that is saved has them all. */
const MOST_DRAWN = 150;

async function LetterPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const q = await queryOf(searchParams);
  const { ask, wrong } = readAsk(q);
  const { works, chosen, products, goesTo, withoutMail, askAgain } = await letterPage(
    await studio(),
    ask,
  );
  const named = (people: typeof goesTo) => ({
    count: people.length,
    drawn: people
      .slice(0, MOST_DRAWN)
      .map(({ id, name, country, orders, lastOrderOn, hasWork, since, how }) => ({
        ...{ id, name, country, orders, lastOrderOn, hasWork, since, how },
      })),
  });
  return (
    <LetterView
      works={works}
      asked={{ work: chosen?.id ?? '', voucher: q.voucher ?? '', word: q.word ?? '' }}
      wrong={wrong}
      products={products.map(({ id, name, finding }) => ({ id, name, finding }))}
      goesTo={named(goesTo)}
      withoutMail={named(withoutMail)}
      askAgain={named(askAgain)}
    />
  );
}

function readAsk(q: Record<string, string | undefined>) {
  const query = new URLSearchParams({ work: q.work ?? '', voucher: q.voucher ?? '' });
  try {
    return { ask: readLetterAsk(query), wrong: null };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { ask: { workId: q.work ?? null, share: 0 }, wrong: `Expected ${error.expected}.` };
  }
}

export default seen(LetterPage);
