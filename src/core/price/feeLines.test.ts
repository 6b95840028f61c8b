import fc from 'fast-check';
import { parseShareLines, parseSumLines, writeShareLines, writeSumLines } from './feeLines';

test.each([
  ['market', 'shareFees'],
  ['market, much', 'shareFees'],
  ['market, 120 %', 'shareFees'],
  [', 5', 'shareFees'],
])('%j is no fee by share', (line, field) => {
  expect(() => parseShareLines(line)).toThrow(expect.objectContaining({ field, value: line.trim() }));
});

test('a sum that is none is refused, empty lines are passed over', () => {
  expect(() => parseSumLines('payment, some', 'EUR')).toThrow(/an amount in EUR/);
  expect(parseSumLines('\n  payment, a sale, 0.30 \n\n', 'EUR')).toEqual([
    { name: 'payment, a sale', amount: 30 },
  ]);
});

test('what is written is read as it was', () => {
  const name = fc.constantFrom('market', 'payment, a sale', 'card reader');
  fc.assert(
    fc.property(
      fc.array(fc.record({ name, share: fc.integer({ min: 0, max: 10_000 }).map((n) => n / 10_000) })),
      fc.array(fc.record({ name, amount: fc.integer({ min: 0, max: 9_999_999 }) })),
      (shares, sums) => {
        expect(parseShareLines(writeShareLines(shares))).toEqual(shares);
        expect(parseSumLines(writeSumLines(sums, 'EUR'), 'EUR')).toEqual(sums);
      },
    ),
  );
});
