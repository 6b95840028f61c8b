import { RefusedError } from '@/core/errors';
import { findRows, insertRow, type NewRow } from '@/store/rows';
import { emptyStudio, refused } from '../../tests/unit/helpers/house';
import { defineAction, defineLongAction, perform } from './action';
import { id, line, objectSchema } from './schemas';

const buyer = (buyerId: string, more: Partial<NewRow<'buyers'>> = {}): NewRow<'buyers'> => ({
  id: buyerId,
  name: 'Oda',
  address: [],
  country: 'N',
  createdAt: '2026-11-02T10:00:00.000Z',
  ...more,
});

const add = defineAction({
  name: 'addBuyer',
  input: objectSchema({ id, country: line }),
  async run({ tx, input }) {
    await insertRow(tx, 'buyers', buyer(input.id, { country: input.country }));
    return { message: `${input.id} is added.`, id: input.id };
  },
});

describe('an action', () => {
  test('is done by its function, and its answer says how it is taken back', async () => {
    const studio = await emptyStudio();
    const done = await add(studio, { id: 'a', country: 'N' });
    expect(done).toMatchObject({ message: 'a is added.', id: 'a', undo: { act: 'undo' } });
    expect(await findRows(studio.db, 'buyers')).toHaveLength(1);
  });

  test('is not begun on input that does not fit its schema', async () => {
    const studio = await emptyStudio();
    const wrong = refused((async () => add(studio, { id: '', country: 'N' }))());
    expect(await wrong).toMatchObject({ field: 'id' });
    expect(await findRows(studio.db, 'buyers')).toEqual([]);
  });

  test('that writes what no column may hold is refused as a whole, and says it is a fault of ours', async () => {
    const studio = await emptyStudio();
    const faulty = defineAction({
      name: 'addTwo',
      input: objectSchema({}),
      async run({ tx }) {
        await insertRow(tx, 'buyers', buyer('a'));
        await insertRow(tx, 'buyers', buyer('b', { createdAt: 'yesterday' }));
        return { message: 'done' };
      },
    });
    const error = await refused(faulty(studio, {}));
    expect(error.message).toMatch(/^This would write something into buyers\.created_at/);
    expect(error.message).toContain('It is a fault of Glassine’s own');
    expect(await findRows(studio.db, 'buyers')).toEqual([]);
  });

  test('that names what is not there, or writes twice what is once, is refused in words', async () => {
    const studio = await emptyStudio();
    await add(studio, { id: 'a', country: 'N' });
    expect((await refused(add(studio, { id: 'a', country: 'N' }))).message).toMatch(
      /is not in the studio, or no longer, or it would stand there twice\. Nothing was changed/,
    );
  });

  test('within another is a part of it: together they are one thing to take back', async () => {
    const studio = await emptyStudio();
    const both = defineAction({
      name: 'addBoth',
      input: objectSchema({}),
      async run({ studio: inner }) {
        const first = await add(inner, { id: 'a', country: 'N' });
        const second = await add(inner, { id: 'b', country: 'D' });
        expect([first.undo, second.undo]).toEqual([undefined, undefined]);
        return { message: 'both' };
      },
    });
    const done = await both(studio, {});
    expect(done.undo?.act).toBe('undo');
    const acts = await findRows(studio.db, 'acts');
    expect(acts.map((a) => a.name)).toEqual(['addBoth']);
  });

  test('within another that fails takes the whole back; caught, only its own part', async () => {
    const studio = await emptyStudio();
    const brave = defineAction({
      name: 'addAndTry',
      input: objectSchema({}),
      async run({ studio: inner }) {
        await add(inner, { id: 'a', country: 'N' });
        await add(inner, { id: 'a', country: 'N' }).catch(() => {});
        await add(inner, { id: 'b', country: 'N' });
        return { message: 'done' };
      },
    });
    await brave(studio, {});
    expect((await findRows(studio.db, 'buyers', {}, { orderBy: ['id'] })).map((b) => b.id)).toEqual([
      'a',
      'b',
    ]);
  });

  test('that cannot be taken back offers nothing', async () => {
    const studio = await emptyStudio();
    const final = defineAction({
      name: 'addForEver',
      input: objectSchema({}),
      final: true,
      async run({ tx }) {
        await insertRow(tx, 'buyers', buyer('a'));
        return { message: 'for ever' };
      },
    });
    expect((await final(studio, {})).undo).toBeUndefined();
  });

  test('that changes nothing leaves no trace, unless it came with a key', async () => {
    const studio = await emptyStudio();
    const look = defineAction({
      name: 'look',
      input: objectSchema({}),
      async run() {
        return { message: 'seen' };
      },
    });
    expect((await look(studio, {})).undo).toBeUndefined();
    expect(await findRows(studio.db, 'acts')).toEqual([]);
    await perform(studio, look, {}, { key: 'a-key-of-its-own' });
    expect((await findRows(studio.db, 'acts')).map((a) => a.name)).toEqual(['look']);
  });
});

describe('a long action', () => {
  const slowly = (fails: boolean) =>
    defineLongAction({
      name: 'addSlowly',
      input: objectSchema({ id }),
      async run({ studio, input }) {
        await Promise.resolve();
        await studio.store.write((tx) => insertRow(tx, 'buyers', buyer(input.id)));
        if (fails) throw new RefusedError('The worker did not answer.');
        return { message: 'added' };
      },
    });

  test('opens its one transaction itself, and is taken back like any other', async () => {
    const studio = await emptyStudio();
    const done = await slowly(false)(studio, { id: 'a' });
    expect(done.undo?.act).toBe('undo');
    expect((await findRows(studio.db, 'acts')).map((a) => a.name)).toEqual(['addSlowly']);
  });

  test('that fails after it wrote keeps its key: it is not done a second time', async () => {
    const studio = await emptyStudio();
    const request = { key: 'sent-by-a-page' };
    await refused(perform(studio, slowly(true), { id: 'a' }, request));
    const again = await refused(perform(studio, slowly(true), { id: 'a' }, request));
    expect(again.message).toMatch(/^This was done, and Glassine stopped before it could say so/);
    expect(await findRows(studio.db, 'buyers')).toHaveLength(1);
  });
});
