import { printLayout, queueLayout, removeLayout } from './layoutPrintActions';
import { recordPaper } from '@/studio/papers/paperActions';
import { recordRoute } from '@/studio/routes/routeActions';
import { findRows } from '@/store/rows';
import fc from 'fast-check';
import { tooNear } from '@/core/sheets/pieces';
import { currentMaster, formatsOf, type Format } from '@/store/works';
import { emptyStudio, PAPER, ROUTE, WORK } from '../../../tests/unit/helpers/house';
import { inPieces, tiff } from '../../../tests/unit/helpers/files';
import { performByName } from '../registry';
import { drawingFile, shopDrawing } from '../reports/shopDrawings';
import { formatFingerprint } from '../formats/formats';
import * as layouts from './layoutActions';
import { lotsOnHand } from '../papers/lots';
import { mountsOf } from '../formats/mounts';
import { partsOf, staleFile, type PrintFile } from '../print-files/printFiles';
import { reading } from '../capture/reading';
import { recordWork } from '../works/workActions';
import { formatCheck, viewedPixels } from '../works/workPage';
import type { Studio } from '../studio';
import { takeInMaster } from '../capture/intake';
import { changeBorder, changeFinish, offerFormat, offerSet, placeCrop } from '../formats/formatActions';
import { keepMount, recordCutter } from '../formats/mountActions';
import { receiveLot } from '../papers/lotActions';

let studio: Studio, workId: string, formatId: string, paperId: string;
beforeAll(async () => {
  studio = await emptyStudio({ now: () => '2026-11-24T10:00:00.000Z' });
  workId = (await recordWork(studio, WORK)).id!;
  const { masterId } = await takeInMaster(studio, inPieces(await tiff({ width: 1_200, height: 900 })), {
    fileName: 'ferry.tif',
    workId,
  });
  await reading(studio, masterId);
  formatId = (await offerFormat(studio, { workId, size: '60 x 60 mm', family: 'own' })).id!;
  paperId = (await recordPaper(studio, PAPER)).id!;
  await recordRoute(studio, ROUTE);
});

const format = async (id = formatId): Promise<Format> =>
  (await formatsOf(studio.db, workId)).find((f) => f.id === id)!;
const undo = (done: { undo?: { act: string; input: unknown } }) =>
  performByName(studio, done.undo!.act, done.undo!.input);

describe('a crop is the format’s', () => {
  test('it is kept, counts in the check, is undone; the master’s bytes stay', async () => {
    const master = (await currentMaster(studio.db, workId))!;
    const whole = formatCheck(await format(), master, { kind: 'flat', ppi: 300 }).ppi;
    const done = await placeCrop(studio, {
      id: formatId,
      place: { x: 400_000, y: 500_000, fill: 500_000, turn: 0 },
    });
    // Half the side: half the pixels per inch.
    expect(formatCheck(await format(), master, { kind: 'flat', ppi: 300 }).ppi).toBeCloseTo(whole / 2, 0);
    expect((await currentMaster(studio.db, workId))!.sha256).toBe(master.sha256);
    await undo(done);
    expect((await format()).crop).toBeNull();
  });
  test('a cut outside the picture is refused with how far to move it, and nothing is lost', async () => {
    await expect(
      placeCrop(studio, { id: formatId, place: { x: 100_000, y: 500_000, fill: 1_000_000, turn: 0 } }),
    ).rejects.toMatchObject({ field: 'crop', expected: expect.stringContaining('px inwards') });
    expect((await format()).crop).toBeNull();
  });
  test('a format that was never cut keeps the stamp its proofs were made under; a cut one has another', async () => {
    const before = formatFingerprint(await format());
    expect(before.split('/')).toHaveLength(6);
    const done = await placeCrop(studio, {
      id: formatId,
      place: { x: 450_000, y: 500_000, fill: 900_000, turn: 1_000 },
    });
    expect(formatFingerprint(await format())).not.toBe(before);
    await undo(done);
    expect(formatFingerprint(await format())).toBe(before);
  });
});

describe('the finish of a size', () => {
  const finished = (finish: Partial<{ title: string; type: string; deckle: string; bleed: string }>) =>
    changeFinish(studio, { id: formatId, title: '', type: '3 mm', deckle: '', bleed: '', ...finish });

  test('nothing set is no finish: proofs made before still speak for the size; what was set is taken back whole', async () => {
    const before = formatFingerprint(await format());
    await finished({});
    expect((await format()).finish).toBeNull();
    expect(formatFingerprint(await format())).toBe(before);

    const torn = await finished({ deckle: '10 mm' });
    expect(formatFingerprint(await format())).not.toBe(before);
    await finished({});
    expect(formatFingerprint(await format())).toBe(before);
    expect(torn.undo).toMatchObject({ act: 'undo' });
  });
});

describe('a print file and its size agree, or say what does not', () => {
  const made = async (as: 'border' | 'bare' | 'wrap'): Promise<PrintFile> => {
    const f = await format(),
      m = (await currentMaster(studio.db, workId))!;
    const [part] = partsOf(
      f,
      viewedPixels(m),
      as,
      (await mountsOf(studio.db, workId)).find((x) => x.kind === 'wrap'),
    );
    return {
      formatId,
      spec: {
        ...part!,
        ppi: 300,
        kernel: 'lanczos3',
        sharpen: null,
        space: 'opRGB',
        intent: 'perceptual',
        bits: 8,
        file: 'TIFF',
        untaggedIs: null,
      },
    } as unknown as PrintFile;
  };
  const stale = async (f: PrintFile) =>
    staleFile(
      f,
      await format(),
      viewedPixels((await currentMaster(studio.db, workId))!),
      await mountsOf(studio.db, workId),
    );
  test('a changed border makes stale the file that has it inside, not the one without; which part is said', async () => {
    const [inside, bare] = [await made('border'), await made('bare')];
    expect([await stale(inside), await stale(bare)]).toEqual([[], []]);
    const done = await changeBorder(studio, {
      id: formatId,
      top: '25 mm',
      right: '25 mm',
      bottom: '33 mm',
      left: '25 mm',
    });
    expect([await stale(inside), await stale(bare)]).toEqual([['the border'], []]);
    await undo(done);
    expect(await stale(inside)).toEqual([]);
  });
  test('a moved crop makes both stale; a bleed changes the image', async () => {
    const bare = await made('bare');
    const crop = await placeCrop(studio, {
      id: formatId,
      place: { x: 400_000, y: 500_000, fill: 1_000_000, turn: 0 },
    });
    expect(await stale(bare)).toEqual(['the crop']);
    await undo(crop);
    await changeFinish(studio, { id: formatId, title: '', type: '3 mm', deckle: '0 mm', bleed: '3 mm' });
    expect(await stale(bare)).toContain('the image size');
    await changeFinish(studio, { id: formatId, title: '', type: '3 mm', deckle: '0 mm', bleed: '0 mm' });
  });
  test('a wrap of two panels with the gap left out is two files whose crops skip what hangs behind the gap', async () => {
    await keepMount(studio, {
      kind: 'wrap',
      formatId,
      edge: 'mirrored',
      coats: 2,
      mlPerM2: 100,
      columns: 2,
      rows: 1,
      across: 'left out',
      depth: '5 mm',
      foldOver: '15 mm',
      maxUnbraced: '800 mm',
      barWidth: '10 mm',
      stockLength: '2400 mm',
      kerf: '3 mm',
      gap: '10 mm',
    });
    const m = (await currentMaster(studio.db, workId))!,
      [mount] = await mountsOf(studio.db, workId);
    const parts = partsOf(await format(), viewedPixels(m), 'wrap', mount);
    // 900 px square at 60 mm: 15 px a millimetre. Faces 25 mm, 375 px; the second begins at 35 mm, 525 px after the first.
    expect(parts.map((p) => [p.image.width, p.crop.left, p.crop.width, p.mirror])).toEqual([
      [25_000, 150, 375, 8_000],
      [25_000, 675, 375, 8_000],
    ]);
    // Sheet = face + 2 × (depth + fold-over), of which the mirrored edge takes 8 and white the rest.
    expect(
      parts[0]!.image.width + 2 * parts[0]!.mirror! + parts[0]!.border!.left + parts[0]!.border!.right,
    ).toBe(25_000 + 2 * 20_000);
    const file = await made('wrap');
    expect(await stale(file)).toEqual([]);
    await keepMount(studio, {
      kind: 'wrap',
      formatId,
      edge: 'mirrored',
      coats: 2,
      mlPerM2: 100,
      columns: 2,
      rows: 1,
      across: 'left out',
      depth: '9 mm',
      foldOver: '15 mm',
      maxUnbraced: '800 mm',
      barWidth: '10 mm',
      stockLength: '2400 mm',
      kerf: '3 mm',
      gap: '10 mm',
    });
    expect(await stale(file)).toContain('the mirrored edge');
  });
});

describe('mats, cutters and sets', () => {
  const MAT = {
    kind: 'mat' as const,
    side: '60 mm',
    bottom: '70 mm',
    board: '1.5 mm',
    glazing: '2 mm',
    backing: '3 mm',
    print: '0.48 mm',
    frameLip: '6 mm',
    minimumHold: '3 mm',
  };
  test('a mat takes the tolerances of who cuts it; changed, it is undone to the micrometre', async () => {
    const { id: cutterId } = await recordCutter(studio, {
      id: null,
      name: 'the framers',
      sheet: '1 mm',
      image: '1 mm',
      window: '1/16 in',
      placing: '1 mm',
      readOn: '2026-11-01',
      notes: '',
    });
    await keepMount(studio, { ...MAT, formatId, cutterId: cutterId!, window: '2 9/16 x 2 9/16 in' });
    const mat = async () => (await mountsOf(studio.db, workId)).find((m) => m.kind === 'mat')!.plan;
    // 2 9/16 in = 65 087.5 µm and 1/16 in = 1 587.5 µm, halves to even.
    expect(await mat()).toMatchObject({
      window: { width: 65_088 },
      tolerance: { window: 1_588, sheet: 1_000 },
    });
    const done = await keepMount(studio, { ...MAT, formatId, cutterId: null, window: '66 x 66 mm' });
    expect(await mat()).toMatchObject({ window: { width: 66_000 }, cutterId: null });
    await undo(done);
    expect(await mat()).toMatchObject({ window: { width: 65_088 }, cutterId });
  });
  test.each([
    [{ window: '200 x 60 mm' }, 'window.width', 'fall through'],
    [{ window: '66 smoots' }, 'window', 'a size such as'],
    [{ side: '4 mm' }, 'frameLip', 'hide the window'],
    [{ board: 'thick' }, 'board', 'a length such as'],
  ])('a mat that cannot be cut is refused in a sentence: %j', async (part, field, says) => {
    await expect(
      keepMount(studio, { ...MAT, formatId, cutterId: null, window: '66 x 66 mm', ...part }),
    ).rejects.toMatchObject({ field, expected: expect.stringContaining(says) });
  });
  test('a wrap whose bar is longer than the stick, and a fold too short to staple', async () => {
    const WRAP = {
      kind: 'wrap' as const,
      formatId,
      edge: 'plain' as const,
      coats: 0,
      mlPerM2: 0,
      columns: 1,
      rows: 1,
      across: 'bridged' as const,
      depth: '18 mm',
      foldOver: '40 mm',
      maxUnbraced: '800 mm',
      barWidth: '40 mm',
      stockLength: '2400 mm',
      kerf: '0',
      gap: '0',
    };
    await expect(keepMount(studio, { ...WRAP, stockLength: '50 mm' })).rejects.toMatchObject({
      field: 'cuts[0].length',
      expected: expect.stringContaining('longer sticks'),
    });
    await expect(keepMount(studio, { ...WRAP, foldOver: '10 mm' })).rejects.toMatchObject({
      field: 'foldOver',
    });
    await expect(keepMount(studio, { ...WRAP, columns: 4, rows: 4 })).rejects.toMatchObject({
      field: 'columns',
    });
  });
  test('a set is offered at once and taken back at once; sizes there already stay', async () => {
    const before = (await formatsOf(studio.db, workId)).length;
    const done = await offerSet(studio, {
      workId,
      sizes: ['60 x 60 mm', '80000 um x 60000 um', '110 x 82.5 mm'],
      family: 'set',
    });
    expect((await formatsOf(studio.db, workId)).length).toBe(before + 2);
    await undo(done);
    expect((await formatsOf(studio.db, workId)).length).toBe(before);
  });
  test('each plan draws what it has; the PDF and the SVG name themselves', async () => {
    const mounts = await mountsOf(studio.db, workId),
      mat = mounts.find((m) => m.kind === 'mat')!,
      wrap = mounts.find((m) => m.kind === 'wrap')!;
    for (const [kind, id] of [
      ['sheet', formatId],
      ['mat', mat.id],
      ['section', mat.id],
      ['wrap', wrap.id],
      ['bars', wrap.id],
      ['panels', wrap.id],
    ] as const) {
      const pdf = await drawingFile(studio, kind, id, 'pdf');
      expect([pdf.bytes.subarray(0, 5).toString(), pdf.name]).toEqual([
        '%PDF-',
        expect.stringMatching(new RegExp(`^${kind}-.*\\.pdf$`)),
      ]);
      expect((await drawingFile(studio, kind, id, 'svg')).bytes.toString()).toContain('<svg');
    }
    expect((await shopDrawing(studio, 'mat', mat.id)).notes.join(' ')).toContain(
      'Tolerances of the framers',
    );
    await expect(shopDrawing(studio, 'bars', mat.id)).rejects.toMatchObject({ field: 'drawing' });
  });
});

describe('lots, layouts and what is charged', () => {
  const roll = async (name: string) =>
    (
      await layouts.beginLayout(studio, {
        name,
        kind: 'roll',
        paperId,
        size: '610 mm',
        margin: '5 mm',
        gap: '4 mm',
      })
    ).id!;
  const row = async (id: string) => (await findRows(studio.db, 'layouts', { id }))[0]!;
  const hand = async () => (await lotsOnHand(studio.db, [paperId])).map((l) => l.onHand);
  test('printing takes its length from the oldest roll that is long enough, at that roll’s price; taken back, both return', async () => {
    await receiveLot(studio, {
      paperId,
      name: 'old',
      form: 'roll',
      size: '610 mm',
      amount: '300 mm',
      price: '3.33',
      receivedOn: '2026-01-01',
    });
    await receiveLot(studio, {
      paperId,
      name: 'new',
      form: 'roll',
      size: '610 mm',
      amount: '12000 mm',
      price: '148.50',
      receivedOn: '2026-06-01',
    });
    const id = await roll('Tuesday');
    // 60 + 2 × 25 mm: five across fit 610, and one height is 110 + 10.
    await layouts.addPieces(studio, { id, formatId, size: '', says: '', count: 5, rotate: true });
    expect((await row(id)).lengthUm).toBe(120_000);
    await queueLayout(studio, { id, queued: true });
    const done = await printLayout(studio, { id });
    expect(await hand()).toEqual([180_000, 12_000_000]);
    const [move] = await findRows(studio.db, 'stockMoves', { layoutId: id });
    // 333 × 120 ÷ 300 = 133.2 cents.
    expect(move).toMatchObject({ kind: 'printed', amount: -120_000, costMinor: -133 });
    await expect(
      layouts.addPieces(studio, { id, formatId, size: '', says: '', count: 1, rotate: true }),
    ).rejects.toMatchObject({ message: expect.stringContaining('stays on record') });
    await undo(done);
    expect(await hand()).toEqual([300_000, 12_000_000]);
  });
  test('a roll that is too short is said, with what there is; nothing is charged', async () => {
    const id = await roll('Long');
    await layouts.addPieces(studio, {
      id,
      formatId: null,
      size: '600 x 7000 mm',
      says: 'banner',
      count: 2,
      rotate: false,
    });
    await expect(printLayout(studio, { id })).rejects.toMatchObject({
      message: expect.stringContaining('the longest roll has 12000 mm'),
    });
    expect(await hand()).toEqual([300_000, 12_000_000]);
    await removeLayout(studio, { id });
  });
  test('moved by hand it is kept; overlapping, over the margin, or another’s size it is refused and stays as it was', async () => {
    const id = await roll('By hand');
    await layouts.addPieces(studio, {
      id,
      formatId: null,
      size: '200 x 100 mm',
      says: 'strip',
      count: 2,
      rotate: true,
    });
    const was = (await row(id)).placements;
    const at = (i: number, change: object) => was.map((p, k) => (k === i ? { ...p, ...change } : p));
    await expect(
      layouts.arrangeLayout(studio, { id, placements: at(0, { x: was[1]!.x, y: was[1]!.y }) }),
    ).rejects.toMatchObject({ expected: expect.stringContaining('at least 4 mm from strip') });
    await expect(
      layouts.arrangeLayout(studio, { id, placements: at(0, { x: 0 }) }),
    ).rejects.toMatchObject({ expected: expect.stringContaining('margins of 5 mm') });
    await expect(
      layouts.arrangeLayout(studio, { id, placements: at(0, { width: 90_000 }) }),
    ).rejects.toMatchObject({ expected: expect.stringContaining('its own size') });
    await expect(layouts.arrangeLayout(studio, { id, placements: was.slice(1) })).rejects.toMatchObject({
      message: expect.stringContaining('changed elsewhere'),
    });
    expect((await row(id)).placements).toEqual(was);
    const done = await layouts.arrangeLayout(studio, {
      id,
      placements: at(1, { x: 300_000, y: 500_000 }),
    });
    expect((await row(id)).lengthUm).toBe(500_000 + was[1]!.height + 5_000);
    await undo(done);
    expect((await row(id)).placements).toEqual(was);
  });
  test.each([
    [
      'a piece wider than the roll',
      { formatId: null, size: '700 x 650 mm' },
      'pieces[0].width',
      '600 mm',
    ],
    [
      'inches with a fraction that cannot be read',
      { formatId: null, size: '8 1/0 x 10 in' },
      'size',
      'a size such as',
    ],
  ])('%s is answered in a sentence', async (_, part, field, says) => {
    const id = await roll('Bad');
    await expect(
      layouts.addPieces(studio, { id, says: 'x', count: 1, rotate: true, ...part }),
    ).rejects.toMatchObject({ field, expected: expect.stringContaining(says) });
    expect((await row(id)).pieces).toEqual([]);
  });
  test('a sheet takes what fits and says how many wait', async () => {
    const { id } = await layouts.beginLayout(studio, {
      name: 'Cards',
      kind: 'sheet',
      paperId,
      size: 'A4',
      margin: '5 mm',
      gap: '3 mm',
    });
    const said = await layouts.addPieces(studio, {
      id: id!,
      formatId: null,
      size: '150 x 90 mm',
      says: 'card',
      count: 5,
      rotate: true,
    });
    // 200 × 287 inside: 150 wide takes three of 90 with their gaps; one more stands beside? 200 − 150 − 3 = 47: no.
    expect(said.message).toContain('3 on the sheet. 2 did not fit');
    expect((await row(id!)).placements).toHaveLength(3);
  });
  test('whatever is added, counted, laid and moved back, no two pieces come too near and on hand is the sum of moves', async () => {
    const id = await roll('Anything');
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            w: fc.integer({ min: 30, max: 500 }),
            h: fc.integer({ min: 30, max: 500 }),
            n: fc.integer({ min: 1, max: 3 }),
            cuts: fc.constantFrom('tight' as const, 'straight' as const),
          }),
          { minLength: 1, maxLength: 3 },
        ),
        async (steps) => {
          for (const s of steps) {
            await layouts.addPieces(studio, {
              id,
              formatId: null,
              size: `${s.w} x ${s.h} mm`,
              says: 'p',
              count: s.n,
              rotate: true,
            });
            await layouts.layAnew(studio, { id, cuts: s.cuts });
            const { placements, pieces } = await row(id);
            expect(placements).toHaveLength(pieces.reduce((a, p) => a + p.count, 0));
            expect(
              placements.every((a, i) => placements.slice(i + 1).every((b) => !tooNear(a, b, 4_000))),
            ).toBe(true);
          }
          await layouts.setLayout(studio, { id, pieces: [], placements: [] });
        },
      ),
      { numRuns: 5 },
    );
    const lots = await lotsOnHand(studio.db, [paperId]);
    for (const l of lots) {
      const moves = await findRows(studio.db, 'stockMoves', { lotId: l.id });
      expect(moves.reduce((a, m) => a + m.amount, 0)).toBe(l.onHand);
    }
  });
  test('two windows print the last sheet: one has it, the other is told there is none', async () => {
    await receiveLot(studio, {
      paperId,
      name: 'last sheet',
      form: 'sheet',
      size: 'A3',
      amount: '1',
      price: '4.00',
      receivedOn: '2026-11-01',
    });
    const ids = await Promise.all(
      ['one', 'two'].map(async (name) => {
        const { id } = await layouts.beginLayout(studio, {
          name,
          kind: 'sheet',
          paperId,
          size: 'A3',
          margin: '5 mm',
          gap: '3 mm',
        });
        await layouts.addPieces(studio, {
          id: id!,
          formatId: null,
          size: '100 x 100 mm',
          says: 'x',
          count: 1,
          rotate: true,
        });
        return id!;
      }),
    );
    const results = await Promise.allSettled(ids.map((id) => printLayout(studio, { id })));
    expect(results.map((r) => r.status).sort()).toEqual(['fulfilled', 'rejected']);
    expect((await lotsOnHand(studio.db, [paperId])).find((l) => l.name === 'last sheet')!.onHand).toBe(0);
  });
});

test('sizes of the studio’s own are typed a line each, refused by name when one cannot be read, and must be there to be shown', async () => {
  const s = await emptyStudio();
  const now = await s.settings();
  const input = {
    name: 'A',
    artist: 'B',
    address: '',
    unit: 'in' as const,
    currency: 'EUR',
    timeZone: 'UTC',
    school: now.school,
    families: ['the studio’s own' as const],
    handlingDays: 3,
    workdays: [1],
    holidays: '',
    remake: 'remake' as const,
    border: '1 in',
  };
  await expect(performByName(s, 'changeSettings', input)).rejects.toMatchObject({ field: 'ownSizes' });
  await expect(
    performByName(s, 'changeSettings', { ...input, ownSizes: '10 1/2 x 8 in\nlarge' }),
  ).rejects.toMatchObject({ field: 'ownSizes', value: 'large' });
  await performByName(s, 'changeSettings', { ...input, ownSizes: '10 1/2 x 8 in\n5 x 4' });
  expect((await s.settings()).ownSizes).toEqual([
    { width: 127_000, height: 101_600 },
    { width: 266_700, height: 203_200 },
  ]);
  await performByName(s, 'changeSettings', input);
  expect((await s.settings()).ownSizes).toHaveLength(2);
});
