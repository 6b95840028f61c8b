import fc from 'fast-check';
import { sayWay, wayOf, WAY_KEYS, type WayFacts } from './way';

const NOTHING: WayFacts = {
  work: null,
  capture: 'none',
  pixels: null,
  facts: { isDescribed: false, mayPrint: 'yes' },
  sizes: 0,
  papers: 0,
  routes: 0,
  proofs: { asked: 0, toJudge: 0, accepted: 0 },
  prices: 0,
  editions: 0,
  prints: { toInspect: 0, toSign: 0, ready: 0, gone: 0 },
  order: null,
  editionId: null,
};
const WORK = { id: '01JD000000000000000000FERRY', title: 'Night Ferry' };
const ALL: WayFacts = {
  ...NOTHING,
  work: WORK,
  capture: 'ready',
  pixels: { width: 3000, height: 2250 },
  facts: { isDescribed: true, mayPrint: 'yes' },
  sizes: 1,
  papers: 1,
  routes: 1,
  proofs: { asked: 0, toJudge: 0, accepted: 1 },
  prices: 1,
  editions: 1,
  prints: { toInspect: 0, toSign: 0, ready: 1, gone: 1 },
  order: { id: '01JD0000000000000000000ORDER', number: 101, state: 'dispatched' },
  editionId: '01JD000000000000000000EDITION',
};
const stateOf = (facts: WayFacts) =>
  Object.fromEntries(wayOf(facts).map(({ key, state }) => [key, state]));
const nextOf = (facts: WayFacts) => wayOf(facts).find(({ state }) => state === 'next');

describe('the whole way', () => {
  test('an empty studio begins with a picture, and nothing is done', () => {
    expect(nextOf(NOTHING)).toMatchObject({ key: 'picture', href: '/works', says: 'No file yet.' });
    expect(wayOf(NOTHING).filter(({ state }) => state === 'done')).toEqual([]);
    expect(sayWay(wayOf(NOTHING))).toBe('0 of 13 done. Next: bring its picture in.');
  });

  test('a work whose parcel has gone has no next step', () => {
    expect(nextOf(ALL)).toBeUndefined();
    expect(sayWay(wayOf(ALL))).toBe('13 of 13 done.');
  });

  test.each<[string, Partial<WayFacts>, string, string]>([
    [
      'a file that could not be read',
      { capture: 'not read', pixels: null },
      'picture',
      'could not be read',
    ],
    [
      'an original that may not be printed yet',
      { facts: { isDescribed: true, mayPrint: 'not yet' } },
      'facts',
      'May it be printed? It is noted: not yet.',
    ],
    ['no route', { routes: 0 }, 'means', '1 paper and 0 routes'],
    [
      'a proof asked for that has not come',
      { proofs: { asked: 1, toJudge: 0, accepted: 0 } },
      'proof',
      '1 proof asked for, none made yet.',
    ],
    [
      'a proof that was not accepted',
      { proofs: { asked: 0, toJudge: 2, accepted: 0 } },
      'judge',
      '2 proofs not accepted yet.',
    ],
    [
      'prints that nobody has looked over',
      { prints: { toInspect: 2, toSign: 1, ready: 0, gone: 0 } },
      'sign',
      '2 to look over, 1 to sign.',
    ],
    [
      'prints taken back',
      { prints: { toInspect: 0, toSign: 0, ready: 0, gone: 0 } },
      'print',
      'None is printed yet.',
    ],
    ['no order', { order: null }, 'order', 'Nobody has ordered it yet.'],
    ['one picked', { order: { ...ALL.order!, state: 'picked' } }, 'pack', 'Order 101 is picked.'],
    ['one sealed', { order: { ...ALL.order!, state: 'sealed' } }, 'send', 'Order 101 is sealed.'],
  ])('%s: that is the next step, said with its figures', (_, change, key, says) => {
    const next = nextOf({ ...ALL, ...change })!;
    expect(next.key).toBe(key);
    expect(next.says).toContain(says);
  });

  test('the paper comes before the way to print on it', () => {
    expect(nextOf({ ...ALL, papers: 0, routes: 0 })!.href).toBe('/papers?show=papers');
    expect(nextOf({ ...ALL, routes: 0 })!.href).toBe('/papers?show=routes');
  });

  test('whatever the records are: each step once, at most one next, and all before it done', () => {
    const count = fc.nat({ max: 3 });
    const facts = fc.record<WayFacts>({
      work: fc.constantFrom(null, WORK),
      capture: fc.constantFrom('none', 'reading', 'not read', 'ready'),
      pixels: fc.constantFrom(null, { width: 3000, height: 2250 }),
      facts: fc.record({
        isDescribed: fc.boolean(),
        mayPrint: fc.constantFrom('yes' as const, 'not yet' as const, 'no' as const),
      }),
      sizes: count,
      papers: count,
      routes: count,
      proofs: fc.record({ asked: count, toJudge: count, accepted: count }),
      prices: count,
      editions: count,
      prints: fc.record({ toInspect: count, toSign: count, ready: count, gone: count }),
      order: fc.constantFrom(null, ALL.order),
      editionId: fc.constantFrom(null, ALL.editionId),
    });
    fc.assert(
      fc.property(facts, (each) => {
        const steps = wayOf(each);
        expect(steps.map(({ key }) => key)).toEqual([...WAY_KEYS]);
        const at = steps.findIndex(({ state }) => state === 'next');
        const before = at < 0 ? steps : steps.slice(0, at);
        expect(before.every(({ state }) => state === 'done')).toBe(true);
        expect(steps.filter(({ state }) => state === 'next').length).toBe(at < 0 ? 0 : 1);
        expect(steps.every(({ href }) => href.startsWith('/'))).toBe(true);
        // A step whose state is taken back is open again, whatever else is there.
        expect(stateOf({ ...each, sizes: 0 })['size']).not.toBe('done');
      }),
    );
  });
});
