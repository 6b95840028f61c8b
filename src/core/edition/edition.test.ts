import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { canonical, checkChain, entryHash, GENESIS, type ChainedEntry } from './chain';
import { coversSentence, declaredImpressions, proofShareFinding } from './declare';
import {
  IMPRESSION_STATES,
  IMPRESSION_STEPS,
  impressionLabel,
  mayDo,
  readyStates,
  roman,
  SIGNINGS,
  stateWord,
  type ImpressionState,
} from './impressionStates';

function chainOf(bodies: unknown[]): ChainedEntry[] {
  let prevHash = GENESIS;
  return bodies.map((body, i) => {
    const line = {
      seq: i + 1,
      at: `2026-05-03T09:00:${String(i % 60).padStart(2, '0')}.000Z`,
      who: 'Ilse',
      act: 'printed',
      editionId: 'E',
      impressionId: `I${i}`,
      body,
      prevHash,
    };
    const hash = entryHash(line);
    prevHash = hash;
    return { ...line, hash };
  });
}

describe('the register’s chain', () => {
  test('its hash is SHA-256 of the fields as canonical JSON, as another library works it out', () => {
    const [e] = chainOf([{ b: 1, a: ['x', null] }]);
    const text = `[1,"2026-05-03T09:00:00.000Z","Ilse","printed","E","I0",{"a":["x",null],"b":1},"${GENESIS}"]`;
    expect(
      canonical([e!.seq, e!.at, e!.who, e!.act, e!.editionId, e!.impressionId, e!.body, e!.prevHash]),
    ).toBe(text);
    expect(e!.hash).toBe(createHash('sha256').update(text).digest('hex'));
  });

  test('key order does not matter, content does', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.string(), fc.jsonValue()),
        (body) => canonical(body) === canonical(Object.fromEntries(Object.entries(body).reverse())),
      ),
    );
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.jsonValue(),
        (a, b) =>
          (canonical(a) === canonical(b)) === (JSON.stringify(sorted(a)) === JSON.stringify(sorted(b))),
      ),
    );
  });

  test('a whole chain is whole', () => {
    fc.assert(
      fc.property(fc.array(fc.jsonValue(), { maxLength: 30 }), (bodies) => {
        const check = checkChain(chainOf(bodies));
        return check.whole && check.entries === bodies.length;
      }),
    );
  });

  test('any line changed, taken out, put in or moved is found, at or before the place', () => {
    type Harm = { kind: 'change' | 'remove' | 'insert' | 'swap'; at: number };
    const harm = fc.record<Harm>({
      kind: fc.constantFrom('change', 'remove', 'insert', 'swap'),
      at: fc.nat(),
    });
    fc.assert(
      fc.property(
        fc.array(fc.integer(), { minLength: 3, maxLength: 25 }),
        harm,
        (bodies, { kind, at }) => {
          const lines = chainOf(bodies.map((n) => ({ n })));
          const k = at % (lines.length - 1);
          if (kind === 'change') lines[k] = { ...lines[k]!, body: { n: 'forged' } };
          if (kind === 'remove') lines.splice(k, 1);
          if (kind === 'insert') lines.splice(k, 0, { ...lines[k]!, body: { n: 'slipped in' } });
          if (kind === 'swap') [lines[k], lines[k + 1]] = [lines[k + 1]!, lines[k]!];
          const check = checkChain(lines);
          return !check.whole && check.entries === k + 1;
        },
      ),
    );
  });

  test('a line forged together with its own hash still breaks the next', () => {
    const lines = chainOf([1, 2, 3]);
    const forged = { ...lines[1]!, body: 99 };
    lines[1] = { ...forged, hash: entryHash(forged) };
    expect(checkChain(lines)).toMatchObject({
      whole: false,
      brokenAt: 3,
      says: 'Entry 3 does not follow the one before it.',
    });
  });
});

describe('what an edition declares', () => {
  test('1 to N and the proofs outside it, each once', () => {
    const list = declaredImpressions('limited', 40, { AP: 4, PP: 1, HC: 2 });
    expect(list).toHaveLength(47);
    expect(new Set(list.map((d) => `${d.kind} ${d.number}`)).size).toBe(47);
    expect(declaredImpressions('open', null, { AP: 4, PP: 0, HC: 0 })).toEqual([]);
  });
  test.each([
    [0, 'size'],
    [5_001, 'size'],
    [2.5, 'size'],
    [null, 'size'],
  ])('a run of %s is refused', (size, field) =>
    expect(() => declaredImpressions('limited', size, { AP: 0, PP: 0, HC: 0 })).toThrow(
      expect.objectContaining({ field }),
    ),
  );
  test('proofs below nothing are refused by name', () =>
    expect(() => declaredImpressions('limited', 10, { AP: 0, PP: -1, HC: 0 })).toThrow(
      expect.objectContaining({ field: 'proofs.PP' }),
    ));
  test('a tenth of the run is usual, more draws a warning with its figure', () => {
    expect(proofShareFinding(40, { AP: 4, PP: 0, HC: 0 }).verdict).toBe('holds');
    expect(proofShareFinding(40, { AP: 4, PP: 1, HC: 0 })).toMatchObject({
      verdict: 'care',
      says: expect.stringContaining('13 %'),
    });
  });
  test('the sentence an edition is known by', () => {
    expect(
      coversSentence({
        kind: 'limited',
        size: 40,
        proofs: { AP: 4, PP: 0, HC: 0 },
        run: 'all sizes',
        remake: 'retire',
      }),
    ).toBe(
      'One run of 40 for all sizes and papers together, and 4 artist’s proofs outside it; the number of a destroyed impression is retired.',
    );
    expect(
      coversSentence({
        kind: 'open',
        size: null,
        proofs: { AP: 0, PP: 0, HC: 0 },
        run: 'all sizes',
        remake: 'remake',
      }),
    ).toMatch(/no total is declared/);
  });
});

describe('the states of an impression', () => {
  const acts = Object.keys(IMPRESSION_STEPS) as (keyof typeof IMPRESSION_STEPS)[];
  test('every state can be reached from declared', () => {
    const reached = new Set<ImpressionState>(['declared']);
    for (let grew = true; grew;) {
      grew = false;
      for (const a of acts)
        if (
          !reached.has(IMPRESSION_STEPS[a].to) &&
          IMPRESSION_STEPS[a].from.some((s) => reached.has(s))
        ) {
          reached.add(IMPRESSION_STEPS[a].to);
          grew = true;
        }
    }
    expect([...reached].sort()).toEqual([...IMPRESSION_STATES].sort());
  });
  test('nothing is sold before it was inspected, nor printed twice, nor sent twice', () => {
    expect(IMPRESSION_STATES.filter((s) => mayDo('allocated', s))).toEqual([
      'inspected',
      'signed',
      'certified',
    ]);
    expect(IMPRESSION_STATES.filter((s) => mayDo('printed', s))).toEqual(['declared']);
    expect(IMPRESSION_STATES.filter((s) => mayDo('dispatched', s))).toEqual(['allocated']);
  });
  test('a destroyed number can only be made again', () =>
    expect(acts.filter((a) => mayDo(a, 'destroyed'))).toEqual(['remade']));
  test('an unsigned print is ready only where it is signed on request or not at all', () => {
    expect(SIGNINGS.filter((s) => readyStates(s).includes('inspected'))).toEqual([
      'on request',
      'certificate only',
    ]);
    expect(stateWord('inspected', { signing: 'front', closedAt: null })).toBe('to sign');
    expect(stateWord('inspected', { signing: 'on request', closedAt: null })).toBe('ready');
    const closed = { signing: 'front' as const, closedAt: '2026-08-20T10:00:00Z' };
    expect([stateWord('declared', closed), stateWord('printed', closed)]).toEqual([
      'never printed',
      'to inspect',
    ]);
  });
  test('how numbers are written', () => {
    expect([
      impressionLabel('run', 13, 40),
      impressionLabel('AP', 4, 40),
      impressionLabel('open', 7, null),
    ]).toEqual(['13/40', 'AP IV', 'no. 7']);
    expect([roman(1), roman(9), roman(44), roman(1999)]).toEqual(['I', 'IX', 'XLIV', 'MCMXCIX']);
  });
});

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (value === null || typeof value !== 'object') return value;
  return Object.entries(value)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([k, v]) => [k, sorted(v)])
    .concat([['{}', '']]);
}
