import fc from 'fast-check';
import type { AsPrinted } from './asPrinted';
import { fateOf, printRuns, resultSays, type LoggedPrint } from './printLog';

const FACTS: AsPrinted = {
  work: { title: 'Night Ferry', year: 2025, medium: 'gouache', artist: 'Maren' },
  ...{ format: '400 × 300 mm', image: { width: 400_000, height: 300_000 } },
  sheet: { width: 450_000, height: 350_000 },
  paper: { name: 'Harrow Rag 310', base: 'cotton', surface: 'matte', gsm: 310 },
  ...{ lot: 'July', route: 'The back room', process: 'pigment inkjet', machine: 'The wide one' },
  ...{ master: null, file: null, profile: 'Rag v2', intent: 'perceptual', formula: null },
  ...{ proof: { id: 'p', round: 3 }, printedAt: '2026-11-02T10:00:00Z', who: 'Maren' },
  reconstructed: false,
};
const print = (number: number, more: Partial<LoggedPrint> = {}): LoggedPrint => ({
  ...{
    seq: number,
    at: '2026-11-02T10:00:00Z',
    who: 'Maren',
    editionId: 'e',
    impressionId: `i${number}`,
  },
  ...{ kind: 'run' as const, number, size: 40, runName: '', formatId: 'f', paperId: 'p', workId: 'w' },
  ...{ title: 'Night Ferry', facts: FACTS, override: null, after: ['passed'] },
  ...more,
});

test('prints of one moment, size and paper are one run; its numbers stand in order, its results are counted', () => {
  const runs = printRuns([
    print(12, { after: [] }),
    print(11, { after: ['spoiled', 'destroyed'] }),
    print(10),
    print(9, { at: '2026-11-01T10:00:00Z' }),
    print(13, { paperId: 'other', override: 'the client is waiting' }),
  ]);
  const byFirst = new Map(runs.map((run) => [run.numbers[0], run]));
  expect(byFirst.get('10/40')).toMatchObject({
    numbers: ['10/40', '11/40', '12/40'],
    result: { good: 1, spoiled: 1, open: 1 },
  });
  expect(byFirst.get('13/40')).toMatchObject({ override: 'the client is waiting' });
  expect(runs.at(-1)!.numbers).toEqual(['9/40']);
});

test('the newest run comes first, and every print is in exactly one', () => {
  const at = (day: number) => `2026-11-${String(day).padStart(2, '0')}T10:00:00Z`;
  fc.assert(
    fc.property(
      fc.array(fc.record({ day: fc.integer({ min: 1, max: 9 }), paperId: fc.constantFrom('a', 'b') }), {
        maxLength: 30,
      }),
      (drafts) => {
        const prints = drafts.map(({ day, paperId }, i) => print(i + 1, { at: at(day), paperId }));
        const runs = printRuns(prints);
        expect(runs.flatMap(({ numbers }) => numbers)).toHaveLength(prints.length);
        expect(runs.map((run) => run.at)).toEqual(
          runs
            .map((run) => run.at)
            .sort()
            .reverse(),
        );
        for (const { result, numbers } of runs)
          expect(result.good + result.spoiled + result.open).toBe(numbers.length);
      },
    ),
  );
});

test('what would have to be the same is said, and only what was recorded', () => {
  expect(printRuns([print(1)])[0]!.how).toEqual([
    ...['The wide one', 'pigment inkjet', 'profile Rag v2', 'perceptual', 'lot July'],
    'as proof round 3',
  ]);
  const bare = printRuns([print(1, { facts: null })])[0]!;
  expect([bare.how, bare.format, bare.paper]).toEqual([[], '', '']);
});

test.each([
  [['passed', 'signed'], 'good'],
  [['spoiled'], 'spoiled'],
  [['lost'], 'spoiled'],
  [['passed', 'spoiled'], 'spoiled'],
  [['passed', 'dispatched', 'lost'], 'good'],
  [['allocated'], 'open'],
  [[], 'open'],
] as const)('%j came out %s', (after, fate) => expect(fateOf(after)).toBe(fate));

test('a result leaves out what did not happen', () => {
  expect(resultSays({ good: 2, spoiled: 0, open: 1 })).toBe('2 good, 1 not looked at yet');
});
