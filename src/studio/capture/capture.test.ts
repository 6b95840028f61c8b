import { recordPaper } from '@/studio/papers/paperActions';
import { recordRoute } from '@/studio/routes/routeActions';
import { printFilesOf, bringInPrintFile, viewable } from '../print-files/printFiles';
import { prepsOf, passedNear } from './preps';
import { checksOf, checkJoint } from './checks';
import { existsSync, readdirSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, writeMatrixProfile } from '@/core/colour/icc';
import { practiceCgats } from '@/core/colour/practiceChart';
import type { Quad } from '@/core/capture/quad';
import { currentMaster, mastersOf } from '@/store/works';
import { CAPTURE_DEVICES } from '@/simulators/captureDevices';
import { emptyStudio, PAPER, ROUTE, WORK } from '../../../tests/unit/helpers/house';
import { inPieces, saved, tiff } from '../../../tests/unit/helpers/files';
import { performByName } from '../registry';
import { captureWith } from './captureWith';
import * as checks from './checkActions';
import { equipmentAtHand } from './equipment';
import { offerFormat } from '../formats/formatActions';
import { jobEnd, jobState, stopJob } from '../jobs';
import { measuring, readingsOf, resumeMeasuring } from './measure';
import * as preps from './prepActions';
import * as printFiles from '../print-files/printFileActions';
import * as proofs from '../proofs/roundActions';
import { reading } from './reading';
import { recordWork } from '../works/workActions';
import { sessionSheet } from './sessionSheet';
import { loadWorkPage } from '../works/workPage';
import type { Studio } from '../studio';
import { takeInMaster } from './intake';
import { recordEquipment } from './equipmentActions';

const OPRGB = writeMatrixProfile('opRGB', OPRGB_PRIMARIES, OPRGB_GAMMA);
const jobOf = (result: { job: string }) => jobEnd(studio, String(result.job));
const BLANK = {
  id: null,
  size: '',
  pixels: '',
  ppi: '',
  steps: '',
  seconds: '',
  film: false,
  focal: '',
  price: '',
  days: '',
  readOn: null,
};

let studio: Studio, workId: string, masterId: string, formatId: string;
beforeAll(async () => {
  sharp.cache(false);
  studio = await emptyStudio();
  workId = (await recordWork(studio, WORK)).id!;
  const bytes = await tiff({ width: 1_200, height: 900, profile: OPRGB, ppi: 300 });
  masterId = (await takeInMaster(studio, inPieces(bytes), { fileName: 'ferry.tif', workId })).masterId;
  await reading(studio, masterId);
  await measuring(studio, masterId);
  formatId = (await offerFormat(studio, { workId, size: '80 x 60 mm', family: 'metric frames' })).id!;
});

const FILE = {
  prepId: null,
  routeId: null,
  ppi: 300,
  kernel: 'lanczos3' as const,
  sharpen: { amount: 50, radius: 0.8, threshold: 2 },
  space: 'opRGB' as const,
  intent: 'relative colorimetric' as const,
  bits: 8 as const,
  file: 'TIFF' as const,
  borderInFile: false,
  untaggedIs: null,
};
const incoming = () =>
  existsSync(join(studio.options.dataDir, 'incoming'))
    ? readdirSync(join(studio.options.dataDir, 'incoming'))
    : [];

describe('what a file holds', () => {
  test('is measured after it is read, said at its station, and leaves no passing file', async () => {
    const body = (await readingsOf(studio.db, masterId))!;
    expect(body).toMatchObject({
      width: 1_200,
      height: 900,
      bits: 16,
      space: { name: 'opRGB', wide: true },
    });
    const master = (await currentMaster(studio.db, workId))!;
    expect(master.measuredAt).not.toBeNull();
    expect((await loadWorkPage(studio, workId))!.findings[1]!.says).toMatch(/^1200 × 900 px, 16 bit/);
    expect(incoming()).toEqual([]);
  });
  test('what a stop cut off is measured at the next start', async () => {
    const { sql } = await import('drizzle-orm');
    await studio.db.run(sql`UPDATE masters SET measured_at = NULL`);
    await studio.db.run(sql`DELETE FROM readings`);
    await resumeMeasuring(studio);
    expect(await readingsOf(studio.db, masterId)).not.toBeNull();
  });
});

describe('things to capture with', () => {
  test('are recorded as people type them, and what cannot be read is named', async () => {
    await recordEquipment(studio, {
      ...BLANK,
      kind: 'scanner',
      name: 'flatbed',
      size: '216 x 297 mm',
      ppi: '2400',
      steps: '300, 600 1200',
      seconds: '48',
    });
    await recordEquipment(studio, {
      ...BLANK,
      kind: 'camera',
      name: 'camera',
      size: '36 x 24 mm',
      pixels: '4000 × 6000',
    });
    await recordEquipment(studio, { ...BLANK, kind: 'lens', name: 'sixty', focal: '60' });
    await recordEquipment(studio, {
      ...BLANK,
      kind: 'professional',
      name: 'Repro',
      price: '140',
      days: '8',
      pixels: '14000x10500',
    });
    const kept = Object.fromEntries((await equipmentAtHand(studio.db)).map((e) => [e.name, e.spec]));
    expect(kept.flatbed).toMatchObject({
      bed: { width: 216_000, height: 297_000 },
      steps: [300, 600, 1_200],
    });
    expect(kept.camera).toMatchObject({ sensor: { width: 6_000, height: 4_000 } });
    expect(kept.sixty).toEqual({ kind: 'lens', focal: 60_000 });
    for (const [size, pixels, field] of [
      ['36 x 24 mm', 'many', 'pixels'],
      ['small', '10x10', 'size'],
    ] as const) {
      await expect(
        recordEquipment(studio, { ...BLANK, kind: 'camera', name: 'x', size, pixels }),
      ).rejects.toThrow(field);
    }
    await expect(
      recordEquipment(studio, {
        ...BLANK,
        kind: 'scanner',
        name: 'x',
        size: 'A4',
        ppi: '0',
        seconds: '5',
      }),
    ).rejects.toThrow(/ppi/);
  });
  test('a session’s checklist comes as a PDF', async () => {
    const { bytes } = await sessionSheet(studio, {
      way: 'camera',
      workId,
      original: '380 x 285 mm',
      print: '300 x 225 mm',
      ppi: 300,
      fill: 0.9,
      overlap: 0.2,
      kind: 'painting',
      smears: false,
      thick: true,
      gloss: false,
    });
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    await expect(
      sessionSheet(studio, {
        way: 'a spoon',
        workId,
        original: 'A5',
        print: 'A4',
        ppi: 300,
        fill: 0.9,
        overlap: 0.2,
        kind: 'painting',
        smears: false,
        thick: false,
        gloss: false,
      }),
    ).rejects.toThrow(/way/);
  });
});

describe('a prep', () => {
  test('is logged line by line, taken back, copied, and says what was altered', async () => {
    const { id } = await preps.beginPrep(studio, { masterId, formatId, name: 'first', copyFrom: null });
    await preps.logStep(studio, { id: id!, line: 'sharpen 80% 1.2px 3' });
    const second = await preps.logStep(studio, { id: id!, line: 'remove the signature' });
    const steps = async () =>
      (await prepsOf(studio.db, workId)).find((p) => p.id === id)!.steps.map((s) => s.says);
    expect(await steps()).toEqual(['Sharpen 80% 1.2px 3', 'Remove the signature']);
    const undone = await performByName(studio, second.undo!.act, second.undo!.input);
    expect(await steps()).toEqual(['Sharpen 80% 1.2px 3']);
    await performByName(studio, undone.undo!.act, undone.undo!.input);
    expect(await steps()).toHaveLength(2);
    const copy = await preps.beginPrep(studio, { masterId, formatId, name: 'second', copyFrom: id! });
    expect(copy.message).toContain('with the 2 steps of first');
    await preps.removePrep(studio, { id: copy.id! });
    await expect(preps.logStep(studio, { id: id!, line: '   ' })).rejects.toThrow(/step/);
    await expect(preps.dropStep(studio, { id: id!, at: 9 })).rejects.toThrow(/at/);
  });
});

describe('a print file', () => {
  test('is made, checked, kept under its hash, named by the rule, and logged with its prep', async () => {
    const { id: prepId } = await preps.beginPrep(studio, {
      masterId,
      formatId,
      name: 'for 80 × 60',
      copyFrom: null,
    });
    const over = await jobOf(
      await printFiles.makePrintFile(studio, { ...FILE, formatId, masterId, prepId: prepId! }),
    );
    expect(over).toEqual({
      ok: true,
      message: '80x60mm_night-ferry_v1.tif is made and holds its check.',
    });
    const [file] = await printFilesOf(studio.db, workId);
    expect(file!.check).toMatchObject({
      holds: true,
      pixels: { width: 945, height: 709 },
      bits: 8,
      density: 300,
      space: 'opRGB',
    });
    expect((await readFile(studio.objects.pathOf(file!.sha256!))).length).toBe(file!.bytes);
    const prep = (await prepsOf(studio.db, workId)).find((p) => p.id === prepId)!;
    expect(prep.factor).toBeCloseTo(945 / 1_200, 2);
    expect(prep.steps.map((s) => [s.kind, s.by])).toEqual([
      ['crop', 'Glassine'],
      ['resample', 'Glassine'],
      ['sharpen', 'Glassine'],
      ['convert', 'Glassine'],
      ['flatten', 'Glassine'],
      ['save', 'Glassine'],
    ]);
    await expect(preps.removePrep(studio, { id: prepId! })).rejects.toThrow(/stays as its record/);
    expect(incoming()).toEqual([]);
  });
  test('settings that passed at a like factor are found', async () => {
    const paper = await recordPaper(studio, PAPER),
      route = await recordRoute(studio, ROUTE);
    const { id } = await proofs.askProof(studio, {
      formatId,
      paperId: paper.id!,
      routeId: route.id!,
      kind: 'whole',
      changed: '',
      cost: '',
      made: true,
    });
    expect(await passedNear(studio.db, 0.8)).toEqual([]);
    await performByName(studio, 'judgeProof', {
      id,
      verdict: 'accept',
      light: 'D50',
      notes: '',
      reason: null,
    }).catch(async () => {
      const { sql } = await import('drizzle-orm');
      await studio.db.run(sql`UPDATE proofs SET state = 'accepted'`);
    });
    const [near] = await passedNear(studio.db, 0.8);
    expect(near).toMatchObject({
      title: 'Night Ferry',
      round: 1,
      settings: expect.stringContaining('Sharpen 50 %'),
    });
    expect(await passedNear(studio.db, 2)).toEqual([]);
  });
  test('an RGB and CMYK pair is two files of one size', async () => {
    const over = await jobOf(
      await printFiles.makePrintFile(studio, { ...FILE, formatId, masterId, space: 'RGB + CMYK pair' }),
    );
    expect(over.ok).toBe(true);
    const pair = (await printFilesOf(studio.db, workId)).filter((f) => /-(srgb|cmyk)_/.test(f.fileName));
    expect(pair.map((f) => f.check!.space).sort()).toEqual(['CMYK', 'sRGB']);
  });
  test('stopped in the middle, nothing of it is left', async () => {
    const before = await printFilesOf(studio.db, workId);
    const begun = await printFiles.makePrintFile(studio, { ...FILE, formatId, masterId, ppi: 1_200 });
    const job = String(begun.job);
    await stopJob(studio, { id: job });
    expect(jobState(studio, job)!.over).toEqual({
      ok: false,
      message: 'Stopped; nothing of it was kept.',
    });
    expect(await printFilesOf(studio.db, workId)).toHaveLength(before.length);
    expect(incoming()).toEqual([]);
  });
  test('one made elsewhere passes the same check; a name that promises another size is caught', async () => {
    const receive = async (name: string, bytes: Buffer) =>
      bringInPrintFile(studio, {
        formatId,
        routeId: null,
        ppi: 300,
        fileName: name,
        received: await studio.objects.receive(inPieces(bytes), name),
      });
    const right = await receive(
      '80x60mm_ferry.tif',
      await tiff({ width: 945, height: 709, bits: 8, ppi: 300, profile: OPRGB }),
    );
    expect(right).toMatchObject({ holds: true });
    const lying = await receive(
      '160x120mm_ferry.tif',
      await tiff({ width: 945, height: 709, bits: 16, ppi: 300, profile: OPRGB }),
    );
    expect(lying.message).toContain('Its name promises 160 × 120 mm');
    const small = await receive(
      '80x60mm_small.tif',
      await tiff({ width: 800, height: 600, bits: 8, ppi: 300, profile: OPRGB }),
    );
    expect(small.message).toContain('800 × 600 px ÷ 300 ppi is 67.7 × 50.8 mm');
  });
  test('a work that may not be printed has none made; a master of another work is refused', async () => {
    const other = (await recordWork(studio, { ...WORK, title: 'Not Yet', mayPrint: 'not yet' })).id!;
    const otherFormat = (
      await offerFormat(studio, { workId, size: '40 x 30 mm', family: 'metric frames' })
    ).id!;
    const foreign = await takeInMaster(studio, inPieces(await tiff({ width: 80, height: 60, bits: 8 })), {
      fileName: 'other.tif',
      workId: other,
    });
    await reading(studio, foreign.masterId);
    await expect(
      printFiles.makePrintFile(studio, { ...FILE, formatId: otherFormat, masterId: foreign.masterId }),
    ).rejects.toThrow(/another work/);
    await expect(
      printFiles.makePrintFile(studio, { ...FILE, formatId, masterId, ppi: 5 }),
    ).rejects.toThrow(/ppi/);
  });
  test('looked into, and removed again; its bytes are swept later', async () => {
    const [file] = await printFilesOf(studio.db, workId);
    await jobOf(await printFiles.viewPrintFile(studio, { id: file!.id }));
    expect(await viewable(studio, file!)).toBe(true);
    await printFiles.removePrintFile(studio, { id: file!.id });
    // Its bytes stay as long as the removal can be taken back.
    expect(existsSync(studio.objects.pathOf(file!.sha256!))).toBe(true);
  });
});

describe('checks of a capture', () => {
  test('practised with the stand-ins: light, target, squareness, each with its corrected copy', async () => {
    const ask = { workId, ppi: 60, longSidePx: 500, onlyPass: null };
    const light = await jobOf(
      await captureWith(studio, CAPTURE_DEVICES.camera, { ...ask, shows: 'blank board' }),
    );
    expect(light.message).toMatch(/^Correct it: the .* corner lies 0\.2\d stops under the centre/);
    const even = await jobOf(await checks.makeCopy(studio, { id: masterId, of: 'evenness' }));
    expect(even.message).toBe('ferry_even.tif is a new master; ferry.tif stays as it came.');
    const copy = (await mastersOf(studio.db, workId)).find((m) => m.fileName === 'ferry_even.tif')!;
    expect(copy).toMatchObject({
      parentId: masterId,
      derived: { how: 'evenness corrected' },
      current: true,
    });
    await reading(studio, copy.id);
    const again =
      (await readingsOf(studio.db, copy.id)) ??
      (await measuring(studio, copy.id), await readingsOf(studio.db, copy.id));
    expect(again!.space.name).toBe('opRGB');

    await jobOf(await captureWith(studio, CAPTURE_DEVICES.camera, { ...ask, shows: 'target' }));
    const target = (await mastersOf(studio.db, workId)).find((m) => m.fileName.includes('target'))!;
    expect(target.method).toBe('simulated camera, practice');
    await reading(studio, target.id);
    const { corners } = await checks.guessCorners(studio, { id: target.id });
    const read = await checks.checkTarget(studio, {
      id: target.id,
      corners,
      chart: 'practice',
      reference: practiceCgats(),
    });
    expect(read.message).toMatch(/^Target read: mean ΔE00 \d/);
    // The fit serves another capture of the same work.
    expect((await jobOf(await checks.makeCopy(studio, { id: masterId, of: 'target' }))).ok).toBe(true);
    await expect(
      checks.checkTarget(studio, {
        id: target.id,
        corners,
        chart: 'x',
        reference: 'nonsense',
      }),
    ).rejects.toThrow(/CGATS/);
  });
  test('corners outside the picture are named; a copy before its check is refused', async () => {
    const quad = (x: number): Quad => [
      { x: 0, y: 0 },
      { x, y: 0 },
      { x, y: 900 },
      { x: 0, y: 900 },
    ];
    await expect(
      checks.checkSquare(studio, { id: masterId, corners: quad(1_300), mids: null }),
    ).rejects.toThrow(/corners\[1\]/);
    await expect(checks.makeCopy(studio, { id: masterId, of: 'keystone' })).rejects.toThrow(
      /Set the four corners/,
    );
    const square = await checks.checkSquare(studio, {
      id: masterId,
      corners: quad(1_200),
      mids: [
        { x: 600, y: -0 },
        { x: 1_200, y: 450 },
        { x: 600, y: 900 },
        { x: 0, y: 450 },
      ],
    });
    expect(square.message).toContain('Its edges are straight to 0.0 %');
  });
  test('specks are listed, ticked off, and go into the prep', async () => {
    const bytes = await tiff({ width: 400, height: 300, bits: 8, profile: OPRGB });
    // Specks on the even right half of the picture.
    for (const [x, y] of [
      [300, 150],
      [340, 220],
    ] as const)
      for (let dy = -2; dy <= 2; dy++)
        bytes.fill(
          255,
          bytes.length - (300 - y - dy) * 1_200 + (x - 2) * 3,
          bytes.length - (300 - y - dy) * 1_200 + (x + 3) * 3,
        );
    const { masterId: dusty } = await takeInMaster(studio, inPieces(bytes), {
      fileName: 'dusty.tif',
      workId,
    });
    await reading(studio, dusty);
    await jobOf(await checks.lookForDust(studio, { id: dusty }));
    const list = (await checksOf(studio.db, dusty))[0]!;
    expect(list.body).toMatchObject({
      kind: 'dust',
      total: 2,
      specks: [
        { size: 5, x: 300, y: 150 },
        { x: 340, y: 220 },
      ],
    });
    const ticked = await checks.tickSpeck(studio, { id: list.id, at: 0, done: true });
    expect(ticked.message).toBe('1 of 2 specks left.');
    await expect(checks.tickSpeck(studio, { id: list.id, at: 7, done: true })).rejects.toThrow(
      /a speck from 0 to 1/,
    );
    const { id } = await preps.beginPrep(studio, {
      masterId: dusty,
      formatId: null,
      name: 'dusty',
      copyFrom: null,
    });
    expect((await prepsOf(studio.db, workId)).find((p) => p.id === id)!.steps[0]!.says).toBe(
      'Clean: 1 of 2 specks dealt with',
    );
    expect((await performByName(studio, ticked.undo!.act, ticked.undo!.input)).message).toBe(
      'Taken back: 1 of 2 specks left.',
    );
  });
  test('two tiles of unlike scale are not joined', async () => {
    const beside = await saved(
      studio.options.dataDir,
      'beside.tif',
      await tiff({ width: 300, height: 200, bits: 8 }),
    );
    await expect(
      checkJoint(studio, masterId, { path: beside, sha256: '', bytes: 0 }, 'beside.tif'),
    ).rejects.toThrow(/differ in size/);
  });
  test('a stand-in without a picture to look at says so', async () => {
    const empty = (await recordWork(studio, { ...WORK, title: 'Unseen' })).id!;
    await expect(
      captureWith(studio, CAPTURE_DEVICES.flatbed, {
        workId: empty,
        ppi: 60,
        longSidePx: 500,
        shows: 'work',
        onlyPass: null,
      }),
    ).rejects.toThrow(/Unseen has none yet/);
    await expect(
      captureWith(studio, CAPTURE_DEVICES.flatbed, {
        workId,
        ppi: 1_200,
        longSidePx: 500,
        shows: 'work',
        onlyPass: null,
      }),
    ).rejects.toThrow(/more than the stand-in draws/);
  });
});
