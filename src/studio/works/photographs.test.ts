import sharp from 'sharp';
import { Readable } from 'node:stream';
import { emptyStudio, WORK } from '../../../tests/unit/helpers/house';
import { namingsOf } from '@/store/hashes';
import { deriveAgain } from '../capture/reading';
import { performByName } from '../registry';
import type { Studio } from '../studio';
import { describePhotograph, removePhotograph } from './photographActions';
import { keepPhotograph, photographsOf } from './photographs';
import { recordWork } from './workActions';

const jpeg = (grey: number) =>
  sharp({ create: { width: 240, height: 180, channels: 3, background: { r: grey, g: grey, b: 90 } } })
    .jpeg()
    .toBuffer();

describe('photographs of an original', () => {
  let studio: Studio, workId: string;
  beforeAll(async () => {
    studio = await emptyStudio({ now: () => '2026-11-24T10:00:00.000Z' });
    workId = (await recordWork(studio, WORK)).id!;
  });
  const keep = async (given: Partial<Parameters<typeof keepPhotograph>[1]> = {}, bytes?: Uint8Array) => {
    const fileName = given.fileName ?? 'back.jpg';
    const received = await studio.objects.receive(Readable.from([bytes ?? (await jpeg(120))]), fileName, {
      known: () => true,
    });
    return keepPhotograph(studio, {
      workId,
      shows: 'back',
      words: '',
      takenOn: null,
      fileName,
      received,
      ...given,
    });
  };

  test('one is kept byte for byte with what it shows and its day, and can be looked at', async () => {
    const bytes = await jpeg(200);
    const { id, message } = await keep({ shows: 'damage', words: ' a rub at the left chimney ' }, bytes);
    expect(message).toMatch(/^The photograph of .+ is kept: damage\.$/);
    const [kept] = await photographsOf(studio.db, workId);
    expect(kept).toMatchObject({
      id,
      shows: 'damage',
      words: 'a rub at the left chimney',
      takenOn: '2026-11-24',
      bytes: bytes.length,
    });
    expect(await namingsOf(studio.db, kept!.sha256)).toEqual([
      { sha256: kept!.sha256, what: 'photograph back.jpg' },
    ]);
    expect(await studio.objects.hasDerived(kept!.sha256)).toBe(false);
    expect(await deriveAgain(studio, kept!.sha256)).toBe(true);
    expect(await studio.objects.hasDerived(kept!.sha256)).toBe(true);
  });

  test('what shows nothing there is, a day to come, and what is no picture are refused, and nothing is kept', async () => {
    const before = await photographsOf(studio.db, workId);
    await expect(keep({ shows: 'the dog' })).rejects.toMatchObject({ field: 'shows' });
    await expect(keep({ takenOn: '2026-11-25' })).rejects.toMatchObject({ field: 'takenOn' });
    await expect(keep({ takenOn: '2026-02-31' })).rejects.toMatchObject({ field: 'takenOn' });
    await expect(keep({ workId: 'nobody' })).rejects.toMatchObject({ field: 'work' });
    await expect(keep({}, new TextEncoder().encode('no picture at all'))).rejects.toThrow(/back\.jpg/);
    expect(await photographsOf(studio.db, workId)).toEqual(before);
  });

  test('it is described anew and taken out, and both are undone', async () => {
    const { id } = await keep({ takenOn: '2026-10-01' });
    const one = async () => (await photographsOf(studio.db, workId)).find((each) => each.id === id);
    const described = await describePhotograph(studio, {
      id: id!,
      shows: 'signature',
      words: 'lower right',
      takenOn: '2026-10-02',
    });
    expect(await one()).toMatchObject({
      shows: 'signature',
      words: 'lower right',
      takenOn: '2026-10-02',
    });
    await performByName(studio, described.undo!.act, described.undo!.input);
    expect(await one()).toMatchObject({ shows: 'back', words: '', takenOn: '2026-10-01' });
    await expect(
      describePhotograph(studio, { id: id!, shows: 'front', words: '', takenOn: '2027-01-01' }),
    ).rejects.toMatchObject({ field: 'takenOn' });

    const removed = await removePhotograph(studio, { id: id! });
    expect(await one()).toBeUndefined();
    await performByName(studio, removed.undo!.act, removed.undo!.input);
    expect(await one()).toMatchObject({ fileName: 'back.jpg' });
  });
});
