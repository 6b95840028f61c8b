import { findRows, patchWhere } from '@/store/rows';
import { createHash } from 'node:crypto';
import {
  appendFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import { openReader } from '@/store/reader';
import { buyers, masters, works } from '@/store/schema';
import { saved, folder, inPieces, tiff } from '../../../tests/unit/helpers/files';
import {
  acceptedProof,
  BUYER,
  emptyStudio,
  furnished,
  numbersOf,
  order,
  refused,
  withPrints,
} from '../../../tests/unit/helpers/house';
import { backUp, MANIFEST, manifestOf, restoreBackup, verifyBackup } from './backup';
import { benchToday } from '../reports/bench';
import { backUpIfDue } from './care';
import { jobEnd } from '../jobs';
import { cancelReading, readAgain } from '../capture/masterActions';
import { recordBuyer } from '../orders/orderActions';
import { deriveAgain, reading, readingOfFile, resumeIntakes } from '../capture/reading';
import { takeInMaster } from '../capture/intake';
import { checkStudio } from './studioCheck';
import { backUpNow, checkNow, setCare } from './careActions';

const taken = async (
  studio: Awaited<ReturnType<typeof emptyStudio>>,
  bytes: Uint8Array,
  workId: string | null = null,
) => takeInMaster(studio, inPieces(bytes), { fileName: 'ferry.tif', workId });

describe('what was answered stays', () => {
  test('a reader that is killed leaves the capture as not read, with its cause; read again, it is read', async () => {
    const studio = await emptyStudio();
    const { masterId, sha256 } = await taken(studio, await tiff({ width: 2400, height: 1800 }));
    const derive = jest.spyOn(studio.imaging, 'derive').mockImplementation(() => {
      const done = Promise.reject(
        new RefusedError(
          'The reader stopped in the middle of the picture. The file itself may be sound; try again.',
        ),
      );
      return { done, cancel: () => {} } as never;
    });
    await readingOfFile(studio, sha256);
    await reading(studio, masterId);
    derive.mockRestore();
    const [master] = await findRows(studio.db, 'masters');
    // It may have been read before the reader was taken away; what matters is that nothing went.
    if (master!.state === 'not read') {
      expect(master!.trouble).toMatch(/reader stopped/);
      await readAgain(studio, { id: masterId });
      await reading(studio, masterId);
    }
    expect((await findRows(studio.db, 'masters'))[0]!.state).toBe('ready');
    expect(await studio.objects.stateOf(sha256)).toBe('sound');
  });

  test('no room for its tiles: kept, said to be the disk, and read once there is room', async () => {
    const studio = await emptyStudio();
    // A file where the folder of tiles should be stands for a disk that takes nothing.
    writeFileSync(join(studio.options.dataDir, 'derived'), 'no room');
    const { masterId, sha256 } = await taken(studio, await tiff({ width: 600, height: 400 }));
    await readingOfFile(studio, sha256);
    const [master] = await findRows(studio.db, 'masters');
    expect(master!.state).toBe('not read');
    expect(master!.trouble).not.toMatch(/cut short/);
    rmSync(join(studio.options.dataDir, 'derived'));
    await readAgain(studio, { id: masterId });
    await readingOfFile(studio, sha256);
    expect((await findRows(studio.db, 'masters'))[0]!.state).toBe('ready');
  });

  test('the same file on two works, at once and one after the other: two masters, one file, read once', async () => {
    const studio = await emptyStudio();
    const bytes = await tiff({ width: 900, height: 600 });
    const one = await taken(studio, bytes);
    const { recordWork } = await import('../works/workActions');
    const { WORK } = await import('../../../tests/unit/helpers/house');
    const others = await Promise.all(
      ['A', 'B', 'C'].map(async (title) => {
        const workId = (await recordWork(studio, { ...WORK, title })).id!;
        return taken(studio, bytes, workId);
      }),
    );
    await readingOfFile(studio, one.sha256);
    expect(new Set([one, ...others].map((t) => t.sha256)).size).toBe(1);
    const rows = await findRows(studio.db, 'masters');
    expect(rows.map((m) => m.state)).toEqual(['ready', 'ready', 'ready', 'ready']);
    expect(readdirSync(join(studio.options.dataDir, 'derived'))).toEqual([one.sha256]);
  });

  test('the same file many times at once without a work: one work, one master', async () => {
    const studio = await emptyStudio();
    const bytes = await tiff({ width: 300, height: 200 });
    const all = await Promise.all(Array.from({ length: 6 }, () => taken(studio, bytes)));
    expect(new Set(all.map((t) => t.masterId)).size).toBe(1);
    expect(all.filter((t) => !t.known)).toHaveLength(1);
    expect(await findRows(studio.db, 'works')).toHaveLength(1);
    expect(await studio.objects.stateOf(all[0]!.sha256)).toBe('sound');
  });

  test('a proof’s own sheet brought in as a capture and stopped again: the sheet stays with its proof', async () => {
    const f = await furnished();
    await acceptedProof(f);
    const sheet = await tiff({ width: 500, height: 400 });
    const other = await emptyStudio();
    const { sha256, masterId } = await taken(f.studio, sheet);
    await readingOfFile(f.studio, sha256);
    await f.studio.store.write((tx) => patchWhere(tx, 'proofs', {}, { printFileSha: sha256 }));
    await f.studio.store.write((tx) =>
      tx
        .update(masters)
        .set({ state: 'not read' })
        .where(sql`id = ${masterId}`),
    );
    await cancelReading(f.studio, { id: masterId });
    expect(await f.studio.objects.stateOf(sha256)).toBe('sound');
    await other.close();
  });

  test('stopped after the last byte, while its facts wait: nothing of it is kept', async () => {
    const studio = await emptyStudio();
    const stop = new AbortController();
    const bytes = await tiff({ width: 400, height: 300 });
    async function* whole() {
      yield bytes;
      stop.abort();
    }
    const stopped = takeInMaster(studio, whole(), {
      fileName: 'x.tif',
      workId: null,
      signal: stop.signal,
    });
    expect((await refused(stopped)).message).toMatch(/stopped on its way. Nothing of it was kept/);
    expect(await findRows(studio.db, 'works')).toEqual([]);
    expect(existsSync(join(studio.options.dataDir, 'objects'))).toBe(false);
  });

  test('fewer bytes than were announced are a cut file, whatever they hold', async () => {
    const studio = await emptyStudio();
    const bytes = await tiff({ width: 400, height: 300 });
    const cut = takeInMaster(studio, inPieces(bytes), {
      fileName: 'x.tif',
      workId: null,
      announced: bytes.length + 1,
    });
    expect((await refused(cut)).message).toMatch(/came in cut: \d+ of \d+ bytes/);
    expect(await findRows(studio.db, 'works')).toEqual([]);
  });

  test('a second opening of a folder in use sweeps and reads nothing', async () => {
    const studio = await emptyStudio();
    const { sha256 } = await taken(studio, await tiff({ width: 900, height: 700 }));
    const second = await emptyStudio({ dataDir: studio.options.dataDir });
    await readingOfFile(studio, sha256);
    expect(await second.objects.stateOf(sha256)).toBe('sound');
    expect((await second.db.select().from(masters))[0]!.state).toBe('ready');
  });

  test('files that nothing names are swept after eight days, and listed; one that a proof names is not', async () => {
    const f = await furnished();
    await acceptedProof(f);
    const place = (bytes: string) => {
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      const path = f.studio.objects.pathOf(sha256);
      mkdirSync(join(path, '..'), { recursive: true });
      writeFileSync(path, bytes);
      return sha256;
    };
    const [named, old] = [place('a sheet'), place('nothing names this')];
    await f.studio.store.write((tx) => patchWhere(tx, 'proofs', {}, { photoSha: named }));
    expect(await resumeIntakes(f.studio)).toEqual([]);
    jest.spyOn(f.studio.objects, 'keptSince').mockResolvedValue(Date.now() - 9 * 86_400_000);
    expect(await resumeIntakes(f.studio)).toEqual([old]);
    expect(await f.studio.objects.stateOf(named)).toBe('sound');
    const { journalPage } = await import('@/store/journal');
    const { lines } = await journalPage(f.studio.db, { search: 'Swept away a file', page: 0 });
    expect(lines).toHaveLength(1);
  });
});

describe('damage is seen', () => {
  const flip = (path: string) => {
    const bytes = readFileSync(path);
    bytes[bytes.length >> 1]! ^= 1;
    writeFileSync(path, bytes);
    utimesSync(path, new Date(), new Date(Date.now() + 5_000));
  };
  const collected = async (chunks: AsyncIterable<Buffer>) => {
    const all: Buffer[] = [];
    for await (const chunk of chunks) all.push(chunk);
    return Buffer.concat(all);
  };

  test('a flipped byte never leaves as a whole file, nothing is measured of it, and a good copy mends it', async () => {
    const studio = await emptyStudio();
    const bytes = await tiff({ width: 900, height: 700 });
    const { sha256, masterId } = await taken(studio, bytes);
    await readingOfFile(studio, sha256);
    expect((await collected(studio.objects.read(sha256, 'ferry.tif'))).equals(bytes)).toBe(true);
    flip(studio.objects.pathOf(sha256));
    await expect(collected(studio.objects.read(sha256, 'ferry.tif'))).rejects.toMatchObject({
      message: expect.stringContaining('was changed on the disk'),
    });
    await expect(studio.objects.soundPath(sha256, 'ferry.tif')).rejects.toMatchObject({
      message: expect.stringContaining('Bring the same file in again'),
    });
    expect((await checkStudio(studio)).faults).toEqual([
      { about: 'files', says: expect.stringMatching(/master ferry.tif was changed on the disk/) },
    ]);
    const again = await taken(studio, bytes);
    expect(again).toMatchObject({ known: true, masterId, message: expect.stringContaining('mended it') });
    expect((await checkStudio(studio)).faults).toEqual([]);
  });

  test('a missing file is named, and comes back with the same file brought in; missing tiles are made again when asked for', async () => {
    const studio = await emptyStudio();
    const bytes = await tiff({ width: 700, height: 500 });
    const { sha256 } = await taken(studio, bytes);
    await readingOfFile(studio, sha256);
    rmSync(studio.objects.pathOf(sha256));
    expect((await checkStudio(studio)).faults[0]!.says).toMatch(/master ferry.tif is not in the folder/);
    await taken(studio, bytes);
    expect((await checkStudio(studio)).faults).toEqual([]);
    rmSync(join(studio.options.dataDir, 'derived'), { recursive: true });
    expect(await deriveAgain(studio, sha256)).toBe(true);
    expect(existsSync(join(studio.objects.derivedDir(sha256), 'view.jpg'))).toBe(true);
  });

  test('lines cut off the register, a state altered by hand, a guard dropped: each is named', async () => {
    const f = await furnished({ withMaster: false });
    const { studio } = f;
    const { editionId } = await withPrints(f, 4, 3);
    const { head, faults } = await checkStudio(studio);
    expect(faults).toEqual([]);
    const run = (text: string) => studio.store.client.execute(text);
    await run("UPDATE impressions SET state = 'delivered' WHERE number = 2");
    await run('DROP TRIGGER register_never_removed');
    await run('DELETE FROM register WHERE seq > (SELECT max(seq) FROM register) - 2');
    const says = (await checkStudio(studio, head)).faults.map((x) => x.says).join('\n');
    expect(says).toMatch(/2\/4 of Night Ferry is “delivered”, and by the register it is “/);
    expect(says).toMatch(/guard register_never_removed is missing/);
    expect(says).toMatch(/no longer is what was noted elsewhere: the register was cut short/);
    // At the next start the guard is back.
    const again = await emptyStudio({ dataDir: studio.options.dataDir });
    await expect(again.store.client.execute('DELETE FROM register')).rejects.toThrow(/append-only/);
    expect(editionId).toBeTruthy();
  });

  test('an order that holds what the register does not give it is named', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId } = await withPrints(f, 3, 2);
    const id = await order(f, editionId);
    const { pickOrder } = await import('../orders/orderActions');
    await pickOrder(f.studio, { id });
    const [first] = await numbersOf(f.studio, editionId);
    await f.studio.store.client.execute(
      `UPDATE impressions SET order_line_id = NULL WHERE id = '${first!.id}'`,
    );
    expect((await checkStudio(f.studio)).faults[0]!.says).toMatch(
      /1\/3 of Night Ferry is held for no order, and by the register for order 101/,
    );
  });

  test('a clock put back is said, and ids go on from the newest', async () => {
    let at = '2026-11-20T10:00:00.000Z';
    const f = await furnished({ withMaster: false, now: () => at });
    await withPrints(f, 2, 1);
    const before = f.studio.newId();
    at = '2026-11-17T10:00:00.000Z';
    expect(f.studio.newId() > before).toBe(true);
    const restarted = await emptyStudio({ dataDir: f.studio.options.dataDir, now: () => at });
    expect(restarted.newId() > (await restarted.db.select().from(works))[0]!.id).toBe(true);
    const said = (await benchToday(restarted)).lines.find((l) => l.subject.includes('clock'));
    expect(said?.reason).toMatch(/still to come by this clock/);
    expect((await checkStudio(restarted)).remarks.join()).toMatch(
      /clock of this machine stands before the last line/,
    );
  });
});

describe('backups', () => {
  test('made while it is written to: each verifies, none lacks what was answered before it began, the second copies only what is new', async () => {
    const studio = await emptyStudio();
    const into = join(await folder(), 'backup');
    const { sha256 } = await taken(studio, await tiff({ width: 500, height: 400 }));
    await readingOfFile(studio, sha256);
    let answered = 0;
    let isOver = false;
    const writing = (async () => {
      while (!isOver && answered < 2_000) {
        await recordBuyer(studio, { ...BUYER, name: `Buyer ${answered}` });
        answered++;
        // Lets the backup have its turn: everything here is one process.
        await new Promise(setImmediate);
      }
    })();
    const copies: number[] = [];
    for (let n = 0; n < 6; n++) {
      const before = answered;
      copies.push((await backUp(studio.options.dataDir, into)).copied);
      expect(await verifyBackup(into)).toEqual([]);
      const { records } = await manifestOf(into);
      const copy = await openReader(join(into, records));
      const [row] = await copy.db.all<{ n: number }>(sql`SELECT count(*) AS n FROM buyers`);
      copy.close();
      expect(row!.n).toBeGreaterThanOrEqual(before);
    }
    isOver = true;
    await writing;
    expect(copies).toEqual([1, 0, 0, 0, 0, 0]);
    expect(readdirSync(into).filter((n) => n.startsWith('records-'))).toHaveLength(1);
  });

  test('restored, it is the studio it was; never over another; a damaged one is refused, saying what is damaged', async () => {
    const studio = await emptyStudio();
    const [into, empty] = [join(await folder(), 'backup'), join(await folder(), 'restored')];
    const { sha256 } = await taken(studio, await tiff({ width: 500, height: 400 }));
    await readingOfFile(studio, sha256);
    await backUp(studio.options.dataDir, into);
    await restoreBackup(into, empty);
    const restored = await emptyStudio({ dataDir: empty });
    expect(await restored.db.select().from(works)).toEqual(await findRows(studio.db, 'works'));
    expect((await checkStudio(restored)).faults).toEqual([]);
    // Tiles are not part of a backup: they are made again.
    expect(await deriveAgain(restored, sha256)).toBe(true);
    expect((await refused(restoreBackup(into, empty))).message).toMatch(/is not empty/);
    const object = join(into, 'objects', sha256.slice(0, 2), sha256.slice(2));
    appendFileSync(object, 'x');
    const target = join(await folder(), 'never');
    expect((await refused(restoreBackup(into, target))).message).toMatch(
      new RegExp(`Nothing was restored. objects/${sha256.slice(0, 2)}/${sha256.slice(2)} is damaged`),
    );
    expect(existsSync(target)).toBe(false);
    rmSync(join(into, MANIFEST));
    expect((await verifyBackup(into))[0]).toMatch(/no manifest/);
  });

  test('cut off in the middle, the backup before it is still whole; a restore that is cut off leaves no half studio', async () => {
    const studio = await emptyStudio();
    const into = join(await folder(), 'backup');
    await taken(studio, await tiff({ width: 300, height: 200 }));
    await backUp(studio.options.dataDir, into);
    await taken(studio, await tiff({ width: 320, height: 200 }));
    const steps = backUp(studio.options.dataDir, into, (says) => {
      if (says.startsWith('files')) throw new Error('the plug is pulled');
    });
    await expect(steps).rejects.toThrow('the plug is pulled');
    expect(await verifyBackup(into)).toEqual([]);
    const target = join(await folder(), 'restored');
    const restoring = restoreBackup(into, target, (says) => {
      if (says === 'restoring, 2 of 2') throw new Error('the plug is pulled');
    });
    await expect(restoring).rejects.toThrow('the plug is pulled');
    expect([existsSync(target), existsSync(`${target}.restoring`)]).toEqual([false, false]);
  });

  test('not inside the studio’s own folder, and not over anything else', async () => {
    const studio = await emptyStudio();
    const dir = studio.options.dataDir;
    expect((await refused(backUp(dir, join(dir, 'backup')))).message).toMatch(/lost with it/);
    const other = await folder();
    await saved(other, 'holiday.jpg', Buffer.from('x'));
    expect((await refused(backUp(dir, other))).message).toMatch(/holds other things \(holiday.jpg\)/);
    const another = await emptyStudio();
    expect((await refused(backUp(dir, another.options.dataDir))).message).toMatch(/is a studio itself/);
    expect(statSync(join(dir, 'glassine.db')).size).toBeGreaterThan(0);
    expect(await another.db.select().from(buyers)).toEqual([]);
  });

  test('closed, everything stands in the one file', async () => {
    const studio = await emptyStudio();
    await recordBuyer(studio, BUYER);
    await studio.close();
    const wal = join(studio.options.dataDir, 'glassine.db-wal');
    expect(existsSync(wal) ? statSync(wal).size : 0).toBe(0);
  });

  test('the bench reminds of one that is due or failed, the schedule makes it, and it is said how it went', async () => {
    let at = '2026-11-01T10:00:00.000Z';
    const studio = await emptyStudio({ now: () => at });
    const into = join(await folder(), 'backup');
    const reminder = async () =>
      (await benchToday(studio)).lines.find((l) => l.subject === 'Back the studio up')?.reason;
    expect([await reminder(), await backUpIfDue(studio)]).toEqual([undefined, null]);
    await expect(setCare(studio, { folder: 'here', everyDays: 7 })).rejects.toMatchObject({
      field: 'folder',
    });
    await setCare(studio, { folder: into, everyDays: 7 });
    expect(await reminder()).toMatch(/never backed up/);
    const job = (await backUpIfDue(studio))!;
    expect(await jobEnd(studio, job)).toMatchObject({
      ok: true,
      message: expect.stringMatching(/backed up in/),
    });
    expect([await reminder(), await backUpIfDue(studio)]).toEqual([undefined, null]);
    at = '2026-11-09T10:00:00.000Z';
    expect(await reminder()).toBe('It was last backed up 8 days ago; 7 were meant.');
    await saved(into, 'holiday.jpg', Buffer.from('x'));
    const failed = (await backUpNow(studio, {})).job as string;
    expect((await jobEnd(studio, failed)).ok).toBe(false);
    expect(await reminder()).toMatch(/The last try failed: .*holiday.jpg/);
    rmSync(join(into, 'holiday.jpg'));
    await jobEnd(studio, (await backUpIfDue(studio))!);
    expect(await reminder()).toBeUndefined();
  });

  test('looked over from its own page, the studio says what is not as it should be', async () => {
    const studio = await emptyStudio();
    const { sha256 } = await taken(studio, await tiff({ width: 300, height: 200 }));
    await readingOfFile(studio, sha256);
    const look = async () => jobEnd(studio, (await checkNow(studio, {})).job as string);
    expect((await look()).message).toBe('The studio is whole.');
    rmSync(studio.objects.pathOf(sha256));
    expect((await look()).message).toBe('1 thing is not as it should be.');
    expect(studio.lastCheck!.files).toEqual({ sound: 0, damaged: 0, missing: 1, unnamed: 0 });
  });
});
