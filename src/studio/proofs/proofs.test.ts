import { NO_ADJUSTMENT } from '@/core/colour/adjust';
import { writeGreyProfile, writeMatrixProfile } from '@/core/colour/icc';
import { P3_PRIMARIES, SRGB_PRIMARIES, srgbCurve } from '@/core/colour/space';
import { INSPECTION, type Inspected } from '@/core/proof/inspection';
import { practicePress } from '@/simulators/practicePress';
import { proofsOf } from '@/store/proofs';
import { patchWhere } from '@/store/rows';
import {
  comparisons,
  impressions,
  inspections,
  layouts,
  masters,
  preps,
  printFiles,
  proofs,
} from '@/store/schema';
import { desc, eq } from 'drizzle-orm';
import { Readable } from 'node:stream';
import sharp from 'sharp';
import { picture, tiff } from '../../../tests/unit/helpers/files';
import { leaves } from '../../../tests/unit/helpers/subjects';
import { furnished, numbersOf, type Furnished } from '../../../tests/unit/helpers/house';
import { beginPrep, logStep } from '../capture/prepActions';
import { openEdition } from '../editions/editionActions';
import { printImpressions } from '../editions/impressionActions';
import { inspectPrint } from '../editions/inspectionActions';
import { dueForReference, toInspect } from '../editions/inspections';
import { jobEnd } from '../jobs';
import { beginLayout } from '../layouts/layoutActions';
import { printLayout, unprintLayout } from '../layouts/layoutPrintActions';
import { recordMachine } from '../machines/machineActions';
import { receiveLot } from '../papers/lotActions';
import { makePrintFile } from '../print-files/printFileActions';
import { performByName } from '../registry';
import { benchToday } from '../reports/bench';
import { setScreen } from '../settings/settingActions';
import { clientPage } from './clientPage';
import { compareReadingTexts, takeAdvice } from './comparisonActions';
import { practiceProof, practiceReadingsOf } from './comparisons';
import { useAgain } from './passedFormulaActions';
import { passedFormulas } from './passedFormulas';
import { putAwayProfile } from './profileActions';
import {
  bringInProfile,
  currentProfile,
  MOST_PROFILE_BYTES,
  profileByPractice,
  profilesAtHand,
} from './profiles';
import { clientAnswered, declareAim, judgeProof, sendToClient } from './roundActions';
import { lotWarning, proofStates, staleness } from './rounds';
import { gangProof, makeProofSheet, proposeSnippets } from './sheetActions';
import { keepProofPhoto, type SheetInput } from './sheets';
import { gamutCountsOf } from './softProof';
import { countGamut } from './softProofActions';

let f: Furnished;
const day = { at: '2026-11-20T09:00:00Z' };
beforeAll(async () => {
  // Leaves upon leaves, in colour and untagged: there is something to find it by in a scan of its proof.
  const { data, width, height } = leaves('leaves', 11, 600, 2_500);
  const lit = new Uint8Array(data.length * 3);
  for (const [i, v] of data.entries()) {
    const tone = Math.min(255, Math.max(0, v));
    lit.set([tone, 20 + 0.8 * tone, 60 + 0.6 * tone], 3 * i);
  }
  const sides = { width: 1_200, height: 900 };
  const shown = await sharp(lit, { raw: { width, height, channels: 3 } })
    .resize({ ...sides, fit: 'fill' })
    .raw()
    .toBuffer();
  f = await furnished({ now: () => day.at, picture: await tiff({ ...sides, ppi: 300 }, shown) });
});

const ended = async (started: { job: string }) => {
  const over = await jobEnd(f.studio, started.job as string);
  if (!over.ok) throw new Error(over.message);
  return over;
};
const received = (bytes: Uint8Array, name: string) =>
  f.studio.objects.receive(Readable.from([bytes]), name, {
    limit: MOST_PROFILE_BYTES,
    known: () => true,
  });
const bringIn = async (
  bytes: Uint8Array,
  name: string,
  more: Partial<Parameters<typeof bringInProfile>[1]> = {},
) =>
  bringInProfile(f.studio, {
    paperId: f.paperId,
    machineId: null,
    routeId: null,
    setting: '',
    fileName: name,
    received: await received(bytes, name),
    sure: false,
    ...more,
  });
const SHEET = (more: Partial<SheetInput> = {}): SheetInput => ({
  formatId: f.formatId,
  paperId: f.paperId,
  routeId: f.routeId,
  machineId: null,
  lotId: null,
  intent: 'relative colorimetric',
  ppi: 150,
  kernel: 'mitchell',
  sharpen: null,
  adjust: null,
  untaggedIs: 'sRGB',
  changed: '',
  cost: '',
  what: { kind: 'whole' },
  ...more,
});

const newest = async () =>
  (await f.studio.db.select().from(proofs).orderBy(desc(proofs.id)).limit(1))[0]!;
const srgb = writeMatrixProfile('A lab, sRGB', SRGB_PRIMARIES, srgbCurve);

describe('profiles', () => {
  test('kept by hash with what it is for; the same again is the same; grey and another paper’s file are doubted, and kept when sure', async () => {
    const first = await bringIn(srgb, 'lab.icc', { setting: 'fine' });
    expect(first.message).toMatch(
      /RGB, ICC 2\.4, by primaries and curves; its colours fill \d{3} \d{3} cubic/,
    );
    expect((await bringIn(srgb, 'lab.icc', { setting: 'fine' })).id).toBe(first.id);
    await expect(bringIn(writeGreyProfile('grey', 2.2), 'grey.icc')).rejects.toMatchObject({
      overridable: true,
      message: expect.stringContaining('profile of grey'),
    });
    expect(
      (await bringIn(writeGreyProfile('grey', 2.2), 'grey.icc', { sure: true, setting: 'bw' })).message,
    ).toContain('grey, ICC 2.4');
    await expect(bringIn(new Uint8Array(300), 'noise.icc')).rejects.toThrow('not one');
    // A space says nothing of a printer: a lab's route may ask for it, one's own machine is doubted.
    const machineId = (
      await recordMachine(f.studio, {
        id: null,
        name: 'the small one',
        width: '432 mm',
        feeds: 'tray',
        inks: [{ colour: 'black', ml: 80, price: '40' }],
        boughtOn: '2026-01-05',
        outlay: '900',
        lifeHours: 2_000,
        warrantyUntil: null,
        chargingMl: 0,
        deliveryDays: 3,
        notes: '',
      })
    ).id!;
    await expect(bringIn(srgb, 'lab.icc', { machineId })).rejects.toMatchObject({
      overridable: true,
      message: expect.stringMatching(/it describes a screen|it describes a working space/),
    });
    expect(
      (await profilesAtHand(f.studio.db)).find((p) => p.profile.fileName === 'grey.icc')!.profile.notes,
    ).toContain('Kept although it is a profile of grey');
    await putAwayProfile(f.studio, {
      id: (await profilesAtHand(f.studio.db)).find((p) => p.profile.fileName === 'grey.icc')!.profile.id,
      away: true,
    });
  });
  test('the newest that is not put away is what a paper prints through', async () => {
    const p3 = await bringIn(writeMatrixProfile('wider', P3_PRIMARIES, srgbCurve), 'p3.icc');
    expect((await currentProfile(f.studio.db, { paperId: f.paperId, routeId: f.routeId }))!.id).toBe(
      p3.id,
    );
    const back = await putAwayProfile(f.studio, { id: p3.id, away: true });
    expect((await currentProfile(f.studio.db, { paperId: f.paperId }))!.fileName).toBe('lab.icc');
    expect(back.undo).toMatchObject({ act: 'undo' });
  });
});

describe('a round from its sheet to its reference', () => {
  let made: Awaited<ReturnType<typeof profileByPractice>>;
  beforeAll(async () => {
    made = await profileByPractice(f.studio, practicePress, {
      paperId: f.paperId,
      machineId: null,
      routeId: null,
      setting: 'practice',
      version: 4,
    });
    await receiveLot(f.studio, {
      paperId: f.paperId,
      name: 'lot one',
      form: 'roll',
      size: '610 mm',
      amount: '9000 mm',
      price: '90',
      receivedOn: '2026-11-01',
    });
  });

  test('an untagged master asks what its numbers mean; regions come by measure', async () => {
    await expect(
      proposeSnippets(f.studio, {
        formatId: f.formatId,
        paperId: f.paperId,
        routeId: f.routeId,
        machineId: null,
        width: '20 mm',
        height: '20 mm',
        untaggedIs: null,
      }),
    ).rejects.toThrow('untagged: say what its numbers mean');
    const found = await proposeSnippets(f.studio, {
      formatId: f.formatId,
      paperId: f.paperId,
      routeId: f.routeId,
      machineId: null,
      width: '20 mm',
      height: '20 mm',
      untaggedIs: 'sRGB',
    });
    expect(found.message).toMatch(/regions by measure; together they show \d+\.\d % of the picture/);
  });

  test('a sheet is made with its plan and file; what changed since is filled in, one thing or more', async () => {
    await ended(
      await makeProofSheet(
        f.studio,
        SHEET({
          what: {
            kind: 'snippet',
            regions: [{ left: 100, top: 100, width: 240, height: 240, says: 'here' }],
          },
          cost: '1.20',
        }),
      ),
    );
    const first = await newest();
    expect(first).toMatchObject({
      round: 1,
      kind: 'snippet',
      state: 'asked',
      intent: 'relative colorimetric',
      costMinor: 120,
      changes: [],
    });
    expect(first.formula).toMatchObject({
      profileId: made.id,
      intent: 'relative colorimetric',
      lotId: expect.any(String),
    });
    expect(await f.studio.objects.has(first.printFileSha!)).toBe(true);
    await ended(
      await makeProofSheet(
        f.studio,
        SHEET({ intent: 'perceptual', adjust: { ...NO_ADJUSTMENT, warmth: 2, tint: 1 } }),
      ),
    );
    expect(await newest()).toMatchObject({
      round: 2,
      changes: ['the intent', 'the adjustment (warmth, tint)'],
      adjust: { warmth: 2 },
    });
    await expect(
      makeProofSheet(
        f.studio,
        SHEET({
          what: {
            kind: 'snippet',
            regions: [{ left: 1_190, top: 0, width: 200, height: 100, says: '' }],
          },
        }),
      ),
    ).rejects.toThrow('regions[0]');
    await expect(
      makeProofSheet(f.studio, SHEET({ adjust: { ...NO_ADJUSTMENT, lightness: 90 } })),
    ).rejects.toThrow('lightness');
  });

  test('ganged on a roll and printed, the sheet is here; taken back, it is asked for again', async () => {
    const p = await newest();
    const layoutId = (
      await beginLayout(f.studio, {
        name: 'proofs',
        kind: 'roll',
        paperId: f.paperId,
        size: '610 mm',
        margin: '5 mm',
        gap: '5 mm',
      })
    ).id!;
    await gangProof(f.studio, { id: p.id, layoutId });
    await expect(gangProof(f.studio, { id: p.id, layoutId })).rejects.toThrow('lies on proofs already');
    const layout = (await f.studio.db.select().from(layouts).where(eq(layouts.id, layoutId)))[0]!;
    expect(layout.pieces[0]).toMatchObject({
      proofId: p.id,
      width: p.plan!.sheet.width,
      height: p.plan!.sheet.height,
    });
    await printLayout(f.studio, { id: layoutId });
    expect((await newest()).state).toBe('made');
    await unprintLayout(f.studio, { id: layoutId });
    expect(await newest()).toMatchObject({ state: 'asked', madeAt: null });
  });

  test('practised: printed, scanned, compared; readings too; the advice is offered to the next round', async () => {
    await ended(await makeProofSheet(f.studio, SHEET()));
    const p = await newest();
    await ended(
      await practiceProof(f.studio, practicePress, {
        proofId: p.id,
        celsius: 30,
        twice: true,
        untaggedIs: 'sRGB',
      }),
    );
    const [row] = await f.studio.db.select().from(comparisons).where(eq(comparisons.proofId, p.id));
    expect(row).toMatchObject({
      way: 'scan',
      captures: [expect.anything(), expect.anything()],
      body: { way: 'scan', floor: { mean: expect.any(Number) }, likeness: expect.any(Number) },
    });
    expect((await newest()).state).toBe('made');
    expect(await takeAdvice(f.studio, { id: row!.id })).toMatchObject({
      href: expect.stringContaining(`advice=${row!.id}`),
    });
    const { text } = await practiceReadingsOf(f.studio, practicePress, { proofId: p.id, celsius: 21 });
    expect(text).toMatch(/NUMBER_OF_SETS 24/);
    const read = await compareReadingTexts(f.studio, {
      proofId: p.id,
      fileName: 'r.txt',
      readings: text,
      reference: null,
    });
    expect(read.message).toMatch(/^24 patches: mean \d+\.\d ΔE00/);
    await expect(
      compareReadingTexts(f.studio, {
        proofId: p.id,
        fileName: 'r.csv',
        readings: 'name;colour\na;b',
        reference: null,
      }),
    ).rejects.toThrow('columns L, a, b');
    await expect(
      practiceProof(f.studio, practicePress, {
        proofId: p.id,
        celsius: 90,
        twice: false,
        untaggedIs: null,
      }),
    ).rejects.toThrow('celsius');
  });

  test('judged dry, with where and in what light; its photograph, its client, and their words both ways', async () => {
    day.at = '2026-11-21T15:00:00Z';
    const p = await newest();
    await judgeProof(f.studio, {
      id: p.id,
      verdict: 'accept',
      light: 'D50',
      place: 'north window',
      distance: '',
      words: 'right',
      reason: '',
    });
    expect(await newest()).toMatchObject({ reference: true, place: 'north window', driedHours: 30 });
    const photo = await f.studio.objects.receive(
      Readable.from([await picture(300, 200).jpeg().toBuffer()]),
      'p.jpg',
    );
    await keepProofPhoto(f.studio, { proofId: p.id, fileName: 'p.jpg', received: photo });
    await expect(clientAnswered(f.studio, { id: p.id, answer: 'accepted', words: '' })).rejects.toThrow(
      'not sent',
    );
    await sendToClient(f.studio, { id: p.id, to: 'Oda <Brennick>' });
    const answered = await clientAnswered(f.studio, {
      id: p.id,
      answer: 'accepted',
      words: 'Soft from near, I know.',
    });
    expect((await newest()).client).toMatchObject({
      answer: 'accepted',
      words: 'Soft from near, I know.',
    });
    await performByName(f.studio, answered.undo!.act, answered.undo!.input);
    expect((await newest()).client).toMatchObject({ answer: 'waiting' });
    const { html, name } = await clientPage(f.studio, p.id);
    expect(name).toBe('proof_night-ferry_round-3.html');
    const pictures = [...html.matchAll(/data:image\/jpeg;base64,([A-Za-z0-9+/=]+)/g)];
    expect(pictures.length).toBe(3);
    for (const [, b64] of pictures)
      expect((await sharp(Buffer.from(b64!, 'base64')).metadata()).format).toBe('jpeg');
    expect(html).not.toMatch(/<script|https?:/);
    expect((await declareAim(f.studio, { workId: f.workId, aim: 'improve' })).message).toContain(
      'not whether they are good',
    );
  });

  test('every part that changes is named, a lot only warns, and an override is kept in the register', async () => {
    const ref = await newest();
    expect(await staleness(f.studio.db, ref)).toEqual([]);
    const prep = (
      await beginPrep(f.studio, { masterId: f.masterId, formatId: f.formatId, name: 'p', copyFrom: null })
    ).id!;
    expect(await staleness(f.studio.db, ref)).toEqual([]);
    const file = await makePrintFile(f.studio, {
      formatId: f.formatId,
      masterId: f.masterId,
      prepId: prep,
      routeId: f.routeId,
      ppi: 150,
      kernel: 'mitchell',
      sharpen: null,
      space: 'opRGB',
      intent: 'perceptual',
      bits: 8,
      file: 'TIFF',
      borderInFile: false,
      untaggedIs: 'sRGB',
    });
    await ended(file);
    expect(await staleness(f.studio.db, ref)).toEqual(['the intent']);
    // The very same profile, kept anew, is the same; another one is not.
    await putAwayProfile(f.studio, { id: made.id, away: true });
    expect(await staleness(f.studio.db, ref)).toEqual(['the profile', 'the intent'].sort().reverse());
    const again = await profileByPractice(f.studio, practicePress, {
      paperId: f.paperId,
      machineId: null,
      routeId: null,
      setting: 'practice',
      version: 4,
    });
    expect(await staleness(f.studio.db, ref)).toEqual(['the intent']);
    expect(again.id).not.toBe(made.id);
    expect(await lotWarning(f.studio.db, ref)).toBeNull();
    const [line] = (await proofStates(f.studio, await proofsOf(f.studio.db, f.workId))).filter(
      (l) => l.proof.id === ref.id,
    );
    expect(line).toMatchObject({ stale: ['the intent'], days: 1 });
    const editionId = (
      await openEdition(f.studio, {
        workId: f.workId,
        kind: 'limited',
        size: 5,
        proofs: { AP: 0, PP: 0, HC: 0 },
        run: 'all sizes',
        formatId: null,
        signing: 'front',
      })
    ).id!;
    const ids = (await numbersOf(f.studio, editionId)).map((i) => i.id);
    const print = {
      editionId,
      impressionIds: ids.slice(0, 3),
      count: null,
      formatId: f.formatId,
      paperId: f.paperId,
      reason: '',
    };
    await expect(printImpressions(f.studio, print)).rejects.toMatchObject({
      overridable: true,
      message: expect.stringContaining('the intent changed since'),
    });
    await printImpressions(f.studio, { ...print, reason: 'tried, and the same' });
    expect(
      (await f.studio.db.select().from(impressions).where(eq(impressions.id, ids[0]!)))[0]!.proofId,
    ).toBe(ref.id);
  });

  test('looked over: six points right, a wrong size is not right, a spoiled print names who bears it', async () => {
    const { waiting } = await toInspect(f.studio.db, f.workId);
    expect(waiting.map((w) => w.label)).toEqual(['1/5', '2/5', '3/5']);
    const right = Object.fromEntries(INSPECTION.map((p) => [p, 'right'])) as Inspected['points'];
    const one = {
      impressionId: waiting[0]!.impression.id,
      points: right,
      measured: '',
      words: '',
      bears: null,
    };
    await expect(inspectPrint(f.studio, { ...one, measured: '75 x 100 mm' })).rejects.toThrow(
      'within 1 mm of',
    );
    await expect(
      inspectPrint(f.studio, { ...one, points: { ...right, ink: 'not looked at' } }),
    ).rejects.toThrow('every point');
    await inspectPrint(f.studio, { ...one, measured: '100.4 x 75 mm' });
    await expect(inspectPrint(f.studio, one)).rejects.toThrow('inspected');
    await inspectPrint(f.studio, {
      ...one,
      impressionId: waiting[1]!.impression.id,
      points: { ...right, specks: 'wrong' },
      words: 'fibre',
      bears: 'the paper’s maker',
    });
    expect(
      (
        await f.studio.db.select().from(impressions).where(eq(impressions.id, waiting[1]!.impression.id))
      )[0]!.state,
    ).toBe('spoiled');
    expect(await f.studio.db.select().from(inspections)).toHaveLength(2);
  });

  test('what passed is found by paper, kind, factor, size and word, and used again begins a prep', async () => {
    await logStep(f.studio, {
      id: (await f.studio.db.select().from(preps))[0]!.id,
      line: 'tone lift 4%',
    });
    const ask = async (q: Parameters<typeof passedFormulas>[1]) =>
      (await passedFormulas(f.studio.db, q)).list;
    expect((await ask({}))[0]).toMatchObject({
      title: 'Night Ferry',
      reference: true,
      intent: 'relative colorimetric',
    });
    expect(await ask({ paperId: 'other' })).toEqual([]);
    expect(await ask({ kind: 'drawing' })).toEqual([]);
    expect(await ask({ longMm: 400 })).toEqual([]);
    expect(await ask({ longMm: 110, words: 'harrow' })).toHaveLength(1);
    const [line] = await ask({});
    expect(await ask({ factor: line!.factor! * 1.1 })).toHaveLength(1);
    expect(await ask({ factor: line!.factor! * 2 })).toEqual([]);
    const used = await useAgain(f.studio, { proofId: line!.proofId, workId: f.workId });
    expect(used).toMatchObject({
      href: `/works/${f.workId}/proofs/sheet?from=${line!.proofId}&format=${f.formatId}`,
      undo: { act: 'undo' },
    });
  });

  test('prints of a size are adjusted as its reference proof was', async () => {
    await f.studio.store.write(async (tx) => {
      await patchWhere(tx, 'proofs', { reference: true }, { adjust: { ...NO_ADJUSTMENT, lightness: 3 } });
    });
    await ended(
      await makePrintFile(f.studio, {
        formatId: f.formatId,
        masterId: f.masterId,
        prepId: null,
        routeId: f.routeId,
        ppi: 150,
        kernel: 'mitchell',
        sharpen: null,
        space: 'opRGB',
        intent: 'relative colorimetric',
        bits: 8,
        file: 'TIFF',
        borderInFile: false,
        untaggedIs: 'sRGB',
      }),
    );
    const [file] = await f.studio.db.select().from(printFiles).orderBy(desc(printFiles.id)).limit(1);
    expect(file!.spec!.adjust).toMatchObject({ lightness: 3 });
  });

  test('counted once for a master and a paper, counted again in its place', async () => {
    const profile = (await currentProfile(f.studio.db, { paperId: f.paperId }))!;
    for (let i = 0; i < 2; i++)
      await ended(
        await countGamut(f.studio, { masterId: f.masterId, profileId: profile.id, untaggedIs: 'sRGB' }),
      );
    const [master] = await f.studio.db.select().from(masters);
    const [count, ...more] = await gamutCountsOf(f.studio.db, master!.sha256);
    expect(more).toEqual([]);
    expect(count!.body.pixels).toBe(1_200 * 900);
  });

  test('the bench asks for the screen, the client and the reference when they are due', async () => {
    await setScreen(f.studio, {
      calibratedOn: '2026-11-01',
      everyDays: 30,
      whiteK: 5_000,
      luminance: 120,
      surround: 6,
      limits: { mean: 3, p95: 6 },
      referenceDays: 90,
    });
    await expect(
      setScreen(f.studio, {
        calibratedOn: '2027-01-01',
        everyDays: 30,
        whiteK: 5_000,
        luminance: 120,
        surround: 6,
        limits: { mean: 3, p95: 6 },
        referenceDays: null,
      }),
    ).rejects.toThrow('not in the future');
    expect(await dueForReference(f.studio)).toEqual([]);
    day.at = '2027-03-20T09:00:00Z';
    expect((await dueForReference(f.studio))[0]).toMatchObject({ days: 118 });
    const lines = (await benchToday(f.studio)).lines.map((l) => l.id.split(':')[0]);
    expect(lines).toEqual(expect.arrayContaining(['screen', 'client', 'reference']));
  });
});
