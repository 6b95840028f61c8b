import type { LaidPiece } from '@/core/sheets/pieces';
import { layMixed } from '@/core/sheets/mixed';
import { shortestOf } from './shortest';

const piece: LaidPiece = {
  ...{ id: 'a', width: 203_000, height: 254_000, count: 4, rotate: true, says: 'Night Ferry' },
  ...{ workId: null, formatId: null, picture: null },
};
const ground = { kind: 'roll' as const, widthUm: 432_000, marginUm: 5_000, gapUm: 4_000 };
const laid = (pieces: LaidPiece[]) =>
  layMixed({
    kind: 'roll',
    width: 432_000,
    height: null,
    margin: 5_000,
    gap: 4_000,
    pieces,
    cuts: 'tight',
  });

test('of a roll it is known how short it can be, asked again as before, and anew when a piece changes', () => {
  const pieces = [piece];
  const lengthUm = laid(pieces).length;
  const shortest = shortestOf({ ...ground, pieces, lengthUm })!;
  // Two of 203 lie beside each other in 422, two of 254 do not: two rows of 254, the gap and both margins.
  expect([lengthUm, shortest.bound]).toEqual([522_000, 522_000]);
  expect(shortest.straight).toBe(522_000);
  expect(shortestOf({ ...ground, pieces, lengthUm })).toEqual(shortest);
  const fewer = [{ ...piece, count: 2 }];
  expect(shortestOf({ ...ground, pieces: fewer, lengthUm: laid(fewer).length })!.bound).toBe(264_000);
});

test('of a sheet, and of a roll with nothing on it, there is nothing to say', () => {
  expect(shortestOf({ ...ground, kind: 'sheet', pieces: [piece], lengthUm: 0 })).toBeNull();
  expect(shortestOf({ ...ground, pieces: [], lengthUm: 0 })).toBeNull();
});
