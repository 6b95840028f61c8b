import fc from 'fast-check';
import { byWork, JOURNAL_KINDS, journalKind } from './journalKinds';

test('only a kind that there is is one, also by names every object has', () => {
  expect(journalKind('orders')).toBe('orders');
  for (const word of [undefined, '', 'constructor', '__proto__', 'Orders'])
    expect(journalKind(word)).toBeNull();
});

test('no subject is of two kinds', () => {
  const all = Object.values(JOURNAL_KINDS).flatMap(({ subjects }) => [...subjects] as string[]);
  expect(new Set(all).size).toBe(all.length);
});

const line = fc.record({ id: fc.nat(), work: fc.option(fc.constantFrom('a', 'b', 'c'), { nil: null }) });
test('a day’s lines are put together by work: none lost, each work once, the newest first, the order within kept', () => {
  fc.assert(
    fc.property(fc.array(line, { maxLength: 30 }), (lines) => {
      const blocks = byWork(
        lines,
        (each) => each.work,
        (work) => work,
      );
      expect(blocks.flatMap((block) => block.lines)).toHaveLength(lines.length);
      expect(new Set(blocks.map(({ work }) => work)).size).toBe(blocks.length);
      const firsts = blocks.map((block) => lines.indexOf(block.lines[0]!));
      expect(firsts).toEqual([...firsts].sort((a, b) => a - b));
      for (const block of blocks)
        expect(block.lines).toEqual(lines.filter((each) => each.work === block.work));
    }),
  );
});
