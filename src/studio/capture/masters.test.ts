import { noteCapture, cancelReading, chooseMaster } from './masterActions';
import { putAwayEquipment, recordEquipment } from './equipmentActions';
import { equipmentAtHand } from './equipment';
import { performByName } from '../registry';
import { findRows } from '@/store/rows';
import { masters } from '@/store/schema';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { inPieces, picture, tiff } from '../../../tests/unit/helpers/files';
import { emptyStudio, furnished, WORK } from '../../../tests/unit/helpers/house';
import { benchToday } from '../reports/bench';
import { recordWork } from '../works/workActions';
import { loadWorkPage } from '../works/workPage';
import { takeInMaster, titleFrom } from './intake';
import { reading } from './reading';
describe('a master comes in', () => {
  test('its facts are kept, the same file again is known, another work may have it too', async () => {
    const studio = await emptyStudio();
    const bytes = await tiff({ width: 640, height: 480, ppi: 300 });
    const first = await takeInMaster(studio, inPieces(bytes), {
      fileName: 'salt-pans_300ppi.tif',
      workId: null,
    });
    await reading(studio, first.masterId);
    expect(first).toMatchObject({
      known: false,
      message: 'salt-pans_300ppi.tif is in: 640 × 480 px, 16 bit.',
    });
    expect((await findRows(studio.db, 'works'))[0]).toMatchObject({
      title: 'Salt pans',
      mayPrint: 'not yet',
    });
    expect((await findRows(studio.db, 'masters'))[0]).toMatchObject({
      widthPx: 640,
      heightPx: 480,
      bits: 16,
      state: 'ready',
      current: true,
      bytes: bytes.length,
    });
    const again = await takeInMaster(studio, inPieces(bytes), {
      fileName: 'other name.tif',
      workId: null,
    });
    expect(again).toMatchObject({
      known: true,
      masterId: first.masterId,
      message: expect.stringContaining('already here, as a master of Salt pans'),
    });
    const other = (await recordWork(studio, { ...WORK, title: 'Another' })).id!;
    expect(
      (await takeInMaster(studio, inPieces(bytes), { fileName: 'x.tif', workId: other })).known,
    ).toBe(false);
    // What is being measured has a scratch file there; nothing of what came in is left.
    const left = readdirSync(join(studio.options.dataDir, 'incoming'));
    expect(left.filter((name) => name.endsWith('.part'))).toEqual([]);
  });

  test('what was answered and cannot be decoded stays, byte for byte, as not read, and says why on the bench', async () => {
    const studio = await emptyStudio();
    const whole = await picture(900, 700).jpeg({ quality: 95 }).toBuffer();
    const bytes = whole.subarray(0, whole.length - 4_000);
    const taken = await takeInMaster(studio, inPieces(bytes), { fileName: 'cut.jpg', workId: null });
    await reading(studio, taken.masterId);
    const [master] = await findRows(studio.db, 'masters');
    expect(master).toMatchObject({ state: 'not read', trouble: expect.stringContaining('cut short') });
    expect(readFileSync(studio.objects.pathOf(taken.sha256))).toEqual(bytes);
    expect((await benchToday(studio)).lines).toEqual([
      expect.objectContaining({
        about: 'cut.jpg',
        mark: 'fails',
        reason: expect.stringContaining('cut short'),
        next: expect.objectContaining({ act: 'readAgain', input: { id: taken.masterId } }),
      }),
    ]);
    // Only the person takes it out, and then the work that came with it goes as well.
    await cancelReading(studio, { id: taken.masterId });
    expect(await findRows(studio.db, 'masters')).toEqual([]);
    expect(await findRows(studio.db, 'works')).toEqual([]);
    expect(existsSync(studio.objects.pathOf(taken.sha256))).toBe(false);
  });

  test('a reading that is stopped leaves nothing; a second capture can be made the current one and back', async () => {
    const f = await furnished();
    const large = await takeInMaster(f.studio, inPieces(await tiff({ width: 3000, height: 2000 })), {
      fileName: 'second.tif',
      workId: f.workId,
    });
    await cancelReading(f.studio, { id: large.masterId });
    expect((await f.studio.db.select().from(masters)).map((m) => [m.id, m.current])).toEqual([
      [f.masterId, true],
    ]);
    const small = await takeInMaster(f.studio, inPieces(await tiff({ width: 300, height: 200 })), {
      fileName: 'third.tif',
      workId: f.workId,
    });
    await reading(f.studio, small.masterId);
    const done = await chooseMaster(f.studio, { id: f.masterId });
    await performByName(f.studio, done.undo!.act, done.undo!.input);
    expect((await loadWorkPage(f.studio, f.workId))!.current!.id).toBe(small.masterId);
  });

  test.each([
    ['night-ferry_630ppi.tif', 'Night ferry'],
    ['IMG_0042.jpg', 'IMG 0042'],
    ['.tif', 'Untitled'],
    ['saltpans final 2.tif', 'Saltpans final 2'],
  ])('%s is first called %s', (name, title) => expect(titleFrom(name)).toBe(title));
});

test('how a master was captured is noted beside it, and can be taken back', async () => {
  const f = await furnished();
  const method = async () => (await findRows(f.studio.db, 'masters', { id: f.masterId }))[0]!.method;
  const before = await method();
  const done = await noteCapture(f.studio, { id: f.masterId, method: 'copy stand, two lamps at 45°' });
  expect(await method()).toBe('copy stand, two lamps at 45°');
  await performByName(f.studio, done.undo!.act, done.undo!.input);
  expect(await method()).toBe(before);
});

test('equipment that is put away is not planned with, and comes back', async () => {
  const { studio } = await furnished({ withMaster: false });
  const { id } = await recordEquipment(studio, {
    id: null,
    kind: 'lens',
    name: 'Macro 60',
    size: '',
    pixels: '',
    ppi: '',
    steps: '',
    seconds: '',
    film: false,
    focal: '60 mm',
    price: '',
    days: '',
    readOn: null,
  });
  const names = async () => (await equipmentAtHand(studio.db)).map((e) => e.name);
  await putAwayEquipment(studio, { id: id!, away: true });
  expect(await names()).not.toContain('Macro 60');
  expect((await putAwayEquipment(studio, { id: id!, away: false })).message).toBe('Macro 60 is back.');
  expect(await names()).toContain('Macro 60');
});
