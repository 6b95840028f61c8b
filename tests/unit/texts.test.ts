import fc from 'fast-check';
import { readCgats, writeCgats } from '@/core/colour/target';
import { InputError } from '@/core/errors';
import { nestRoll } from '@/core/sheets/roll';
import { layMixed } from '@/core/sheets/mixed';
import { refuseOverlaps, tooNear } from '@/core/sheets/pieces';
import {
  isDay,
  parseFigure,
  parseLength,
  parseMoney,
  parseSize,
  parseWeight,
  parseWhole,
} from '@/core/measure';
import { checkSchool, soundSchool } from '@/core/resolution';
import { readPriceTable } from '@/paperwork/readTable';
import { readReadings } from '@/paperwork/readReadings';
import { csv } from '@/paperwork/csv';
import { often } from './helpers/trials';

/** Texts that made patterns go back and forth: 400 kB each. A reader that looks at each letter a few times is done at once. */
const LONG = 400_000;
const texts: Record<string, string> = {
  'blank lines': `BEGIN_DATA_FORMAT${'\n'.repeat(LONG)}`,
  spaces: `300${' '.repeat(LONG)}!x400 mm`,
  digits: '1'.repeat(LONG),
  'digits and points': '1.'.repeat(LONG / 2),
  quotes: '"'.repeat(LONG),
  'open cells': `size,from,price\n300${' '.repeat(LONG)}!x400 mm,1,12`,
  commas: `size,from,price\n${','.repeat(LONG)}`,
  dashes: `${'-'.repeat(LONG)}x`,
  'begins and ends': 'BEGIN_DATA\nEND_DATA\n'.repeat(LONG / 20),
  letters: 'a'.repeat(LONG),
  'times times': '1x'.repeat(LONG / 2),
};
const readers: Record<string, (text: string) => unknown> = {
  parseLength: (t) => parseLength(t),
  parseSize: (t) => parseSize(t),
  parseMoney: (t) => parseMoney(t, 'EUR'),
  parseWeight: (t) => parseWeight(t),
  parseWhole: (t) => parseWhole(t, 'n', 0, 10),
  parseFigure: (t) => parseFigure(t, 'n', 'a figure'),
  readCgats,
  readPriceTable: (t) => readPriceTable(t, 'EUR', 'mm'),
  readReadings: (t) => readReadings(t, 'readings'),
  csv: (t) => csv([[t]]),
};

describe('400 kB of anything', () => {
  test.each(Object.keys(readers))('%s comes to an end with every one, read or refused', (name) => {
    for (const text of Object.values(texts)) {
      try {
        readers[name]!(text);
      } catch (error) {
        expect(error).toBeInstanceOf(InputError);
      }
    }
  });
});

describe('figures', () => {
  test.each(['1e308', '0x10', '', ' ', '-1', '1.5', 'Infinity', 'NaN', '١٢'])(
    '%j is no whole number',
    (text) => {
      expect(() => parseWhole(text, 'n', 0, 1_000)).toThrow(InputError);
    },
  );
  test('what was written is read, spaces and all', () => {
    expect([parseWhole(' 1 200 ', 'n', 0, 5_000), parseFigure('1,5', 'f', 'x')]).toEqual([1_200, 1.5]);
    fc.assert(fc.property(fc.nat(1_000_000), (n) => parseWhole(String(n), 'n', 0, 1_000_000) === n));
  });
});

describe('days', () => {
  test.each([
    '2026-02-31',
    '0000-00-00',
    '2026-13-01',
    '2026-00-10',
    '2025-02-29',
    '26-1-1',
    '2026-1-01',
    '9999-01-01',
    'x',
  ])('%s is none', (day) => expect(isDay(day)).toBe(false));
  test('every day that a calendar has is one', () => {
    fc.assert(
      fc.property(fc.integer({ min: -300_000, max: 300_000 }), (n) =>
        isDay(new Date(n * 86_400_000).toISOString().slice(0, 10)),
      ),
    );
    expect(isDay('2024-02-29')).toBe(true);
  });
});

describe('schools', () => {
  test.each([
    [{ kind: 'distance', distance: 0 } as const],
    [{ kind: 'distance', distance: 1e12 } as const],
    [{ kind: 'stepped', steps: [{ upTo: 500_000, ppi: 300 }] } as const],
    [{ kind: 'stepped', steps: [{ ppi: 300 }, { ppi: 200 }] } as const],
    [{ kind: 'stepped', steps: [{ upTo: 'zzz' as never, ppi: 300 }] } as const],
  ])('%j is never kept, and a record that has it is judged by the next', (school) => {
    expect(() => checkSchool(school as never)).toThrow(InputError);
    expect(soundSchool(school as never, { kind: 'flat', ppi: 240 })).toEqual({ kind: 'flat', ppi: 240 });
  });
  test('where none can be computed with it is the usual one', () => {
    expect(soundSchool(null, undefined, {} as never)).toEqual({ kind: 'flat', ppi: 300 });
  });
});

describe('two prints never lie on one spot', () => {
  test('the same size entered upright and lying, and free to turn', () => {
    const pieces = [
      { id: 'lying', width: 150_000, height: 100_000, count: 5, rotate: true },
      { id: 'upright', width: 100_000, height: 150_000, count: 2, rotate: true },
    ];
    const { placements } = nestRoll({ width: 432_000, margin: 5_000, gap: 4_000, pieces });
    expect(placements).toHaveLength(7);
    for (const [i, a] of placements.entries())
      for (const b of placements.slice(i + 1))
        expect([a.id, b.id, tooNear(a, b, 4_000)]).toEqual([a.id, b.id, false]);
    for (const p of placements) {
      const [w, h] = p.id.startsWith('lying') ? [150_000, 100_000] : [100_000, 150_000];
      expect([p.width, p.height]).toEqual(p.turned ? [h, w] : [w, h]);
    }
  });

  const side = fc.integer({ min: 40, max: 300 }).map((mm) => mm * 1_000);
  const job = fc.record({
    sizes: fc.array(fc.tuple(side, side), { minLength: 1, maxLength: 4 }),
    turns: fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }),
    counts: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 8, maxLength: 8 }),
    gap: fc.integer({ min: 0, max: 8 }).map((mm) => mm * 1_000),
    cuts: fc.constantFrom('tight' as const, 'straight' as const),
    kind: fc.constantFrom('roll' as const, 'sheet' as const),
  });
  test('whatever is laid, each size also the other way round', () => {
    fc.assert(
      fc.property(job, ({ sizes, turns, counts, gap, cuts, kind }) => {
        const pieces = sizes.flatMap(([w, h], i) => [
          { id: `a${i}`, width: w, height: h, count: counts[i]!, rotate: turns[i]! },
          { id: `b${i}`, width: h, height: w, count: counts[i + 4]!, rotate: turns[i + 4]! },
        ]);
        const laid = layMixed({
          kind,
          width: 610_000,
          height: kind === 'sheet' ? 800_000 : null,
          margin: 5_000,
          gap,
          pieces,
          cuts,
          effort: 20_000,
        });
        refuseOverlaps(laid.placements, gap);
        const asked = pieces.reduce((n, p) => n + p.count, 0);
        return laid.placements.length + laid.left.length === asked;
      }),
      { numRuns: often(60, 25) },
    );
  });
});

test('a CGATS text is read back as it was written, blank lines and all', () => {
  const patches = [
    { id: 'tar', lab: [32, 0, -0.5] as const },
    { id: 'ink', lab: [18, 1, 0] as const },
  ];
  const text = writeCgats('One', patches)
    .replace('BEGIN_DATA\n', 'BEGIN_DATA\n\n\n')
    .replaceAll('\n', '\r\n');
  expect(readCgats(text)).toEqual(patches);
});

test.each([
  ['1x2; =1+1', '\uFEFF"1x2; \'=1+1"\r\n'],
  ['a;-b', '\uFEFF"a;\'-b"\r\n'],
  ['=1+1', `\uFEFF"'=1+1"\r\n`],
  ['plain', '\uFEFFplain\r\n'],
])('%s in a cell begins no formula, whatever parts the cells', (cell, text) =>
  expect(csv([[cell]])).toBe(text),
);
