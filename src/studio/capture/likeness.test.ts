import sharp from 'sharp';
import { patchWhere } from '@/store/rows';
import { bandOf, painterOf } from '#demo/paint/hands';
import { PICTURES } from '#demo/pictures';
import { emptyStudio, WORK } from '../../../tests/unit/helpers/house';
import { inPieces } from '../../../tests/unit/helpers/files';
import { archiveWork, recordWork } from '../works/workActions';
import { takeInMaster } from './intake';
import { fillLikenesses, lookAlikes } from './likeness';
import { reading } from './reading';

/** A picture of the demo at a fraction of its size, in eight bits. */
async function painted(key: string): Promise<Buffer> {
  const spec = PICTURES.find((each) => each.key === key)!;
  const [width, height] = [360, Math.round((360 * spec.height) / spec.width)];
  const pixels = bandOf(painterOf({ ...spec, width, height }), width, 0, height, 8, 3) as Uint8Array;
  return sharp(pixels, { raw: { width, height, channels: 3 } })
    .tiff()
    .toBuffer();
}

test('one picture brought in twice is said at both works, in another file, size and light; no other is', async () => {
  const studio = await emptyStudio();
  const bring = async (title: string, file: Buffer, fileName: string) => {
    const { id } = await recordWork(studio, { ...WORK, title });
    const { masterId } = await takeInMaster(studio, inPieces(file), { fileName, workId: id! });
    await reading(studio, masterId);
    return id!;
  };
  const whole = await painted('night-ferry');
  const telephone = sharp(whole).resize(240).modulate({ brightness: 1.1 }).jpeg({ quality: 60 });
  const first = await bring('Night Ferry', whole, 'ferry.tif');
  const again = await bring('IMG 4711', await telephone.toBuffer(), 'IMG_4711.jpg');
  const others = PICTURES.filter(({ key }) => key !== 'night-ferry').slice(0, 5);
  for (const { key } of others)
    expect([key, await lookAlikes(studio, await bring(key, await painted(key), `${key}.tif`))]).toEqual([
      key,
      [],
    ]);
  expect(await lookAlikes(studio, first)).toMatchObject([{ workId: again, title: 'IMG 4711' }]);
  expect(await lookAlikes(studio, again)).toMatchObject([{ workId: first, fileName: 'ferry.tif' }]);
  // What came in before likeness was kept is looked at when the studio opens.
  await studio.store.write((tx) => patchWhere(tx, 'masters', { workId: first }, { likeness: '' }));
  expect(await lookAlikes(studio, first)).toEqual([]);
  await fillLikenesses(studio);
  expect(await lookAlikes(studio, first)).toHaveLength(1);
  await archiveWork(studio, { id: again, archived: true });
  expect(await lookAlikes(studio, first)).toEqual([]);
});
