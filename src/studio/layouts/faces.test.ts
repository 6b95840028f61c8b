import type { LaidPiece } from '@/core/sheets/pieces';
import { currentMaster } from '@/store/works';
import { furnished } from '../../../tests/unit/helpers/house';
import { changeBorder, placeCrop } from '../formats/formatActions';
import { facesOf } from './faces';

test('a piece shows its picture as it is cut, where the border lets it lie; strips that come off lie evenly round it', async () => {
  const f = await furnished();
  const { studio, workId, formatId } = f;
  await changeBorder(studio, { id: formatId, top: '10', right: '20', bottom: '30', left: '20' });
  const { sha256 } = (await currentMaster(studio.db, workId))!;
  const piece = (id: string, more: Partial<LaidPiece>): LaidPiece => ({
    ...{ id, width: 140_000, height: 115_000, count: 1, rotate: true, says: 'Night Ferry' },
    ...{ workId, formatId, picture: sha256 },
    ...more,
  });
  const faces = await facesOf(studio.db, [
    piece('sheet', {}),
    piece('torn', { width: 164_000, height: 139_000 }),
    piece('proof', { formatId: null }),
    piece('gone', { picture: '0'.repeat(64) }),
  ]);
  expect(Object.keys(faces)).toEqual(['sheet', 'torn']);
  // 100 × 75 of 1200 × 900: all of it.
  expect(faces.sheet).toEqual({
    picture: sha256,
    pixels: { width: 1_200, height: 900 },
    cut: { left: 0, top: 0, width: 1_200, height: 900, degrees: 0 },
    at: { x: 20_000, y: 10_000, width: 100_000, height: 75_000 },
  });
  expect(faces.torn!.at).toEqual({ x: 32_000, y: 22_000, width: 100_000, height: 75_000 });
  await placeCrop(studio, { id: formatId, place: { x: 500_000, y: 500_000, fill: 500_000, turn: 0 } });
  expect((await facesOf(studio.db, [piece('sheet', {})])).sheet!.cut).toEqual({
    ...{ left: 300, top: 225, width: 600, height: 450, degrees: 0 },
  });
  await studio.close();
});
