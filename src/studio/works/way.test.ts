import { wayOf } from '@/core/guide/way';
import { wayFacts } from '@/store/way';
import { cancelOrder, pickOrder } from '@/studio/orders/orderActions';
import {
  acceptedProof,
  emptyStudio,
  furnished,
  order,
  withPrints,
} from '../../../tests/unit/helpers/house';
import type { Studio } from '../studio';

const nextOf = async (studio: Studio, workId: string | null) => {
  const next = wayOf(await wayFacts(studio.db, workId)).find(({ state }) => state === 'next');
  return next && `${next.key}: ${next.says}`;
};

describe('the whole way, read from the records', () => {
  test('an empty studio has no work and begins with a picture', async () => {
    const studio = await emptyStudio();
    expect(await wayFacts(studio.db, null)).toMatchObject({ work: null, capture: 'none', order: null });
    expect(await nextOf(studio, null)).toBe('picture: No file yet.');
  });

  test('each act that is done moves it on, and what is taken back opens its step again', async () => {
    const f = await furnished();
    const { studio, workId } = f;
    // The size, the paper, the route and the price are there already: only the proof is missing up to the edition.
    expect(await nextOf(studio, workId)).toBe('proof: No proof yet.');
    await acceptedProof(f);
    expect(await nextOf(studio, workId)).toBe('edition: No edition yet.');
    const { editionId } = await withPrints(f, 5, 2);
    expect(await nextOf(studio, workId)).toBe('order: Nobody has ordered it yet.');
    const id = await order(f, editionId);
    expect(await nextOf(studio, workId)).toBe('pack: Order 101 is new.');
    await pickOrder(studio, { id });
    expect(await nextOf(studio, workId)).toBe('pack: Order 101 is picked.');
    await cancelOrder(studio, { id, note: 'They changed their mind.' });
    expect(await nextOf(studio, workId)).toBe('order: Nobody has ordered it yet.');
  });

  test('a print that is signed only on request is ready when it has passed', async () => {
    const f = await furnished({ withMaster: false });
    await withPrints(f, 3, 1, 'on request');
    expect((await wayFacts(f.studio.db, f.workId)).prints).toEqual({
      ...{ toInspect: 0, toSign: 0 },
      ...{ ready: 1, gone: 0 },
    });
  });

  test('where none is named it is the newest work with a picture, not one that was put away or has none', async () => {
    const f = await furnished();
    expect((await wayFacts(f.studio.db, null)).work).toEqual({ id: f.workId, title: 'Night Ferry' });
    expect((await wayFacts(f.studio.db, '01JD0000000000000000000000')).work).toBeNull();
  });
});
