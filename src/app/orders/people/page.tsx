import type { Metadata } from 'next';
import { pageOf, queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { PEOPLE_A_PAGE } from '@/store/people';
import { boughtSays, madeSays, peopleList } from '@/studio/people/people';
import { PeopleView } from './PeopleView';

export const metadata: Metadata = { title: 'People' };

const KINDS = ['buyer', 'craft', 'route'] as const;

async function PeoplePage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const q = await queryOf(searchParams);
  const asked = {
    search: (q.q ?? '').slice(0, 100).trim(),
    kind: KINDS.find((kind) => kind === q.kind) ?? null,
    country: q.country?.trim() || null,
    page: pageOf(q.page),
  };
  const s = await studio();
  const [{ lines, total, countries }, { currency }] = await Promise.all([
    peopleList(s, asked),
    s.settings(),
  ]);
  return (
    <PeopleView
      people={lines.map(({ bought, made, ...line }) => ({
        ...line,
        did: bought
          ? boughtSays(bought, currency)
          : made
            ? madeSays(made, line.kind === 'craft' ? 'craft' : 'route')
            : '',
        sum: bought?.sumMinor ?? null,
        lastOn: bought?.lastOn ?? null,
        isUnwell: (bought?.cases ?? 0) > 0 || (made?.bad ?? 0) > 0,
      }))}
      {...{ total, countries, asked }}
      perPage={PEOPLE_A_PAGE}
    />
  );
}

export default seen(PeoplePage);
