import { Readable } from 'node:stream';
import sharp from 'sharp';
import type { PhotographOf } from '@/core/works';
import { keepPhotograph } from '@/studio/works/photographs';
import { checksOf } from '@/studio/capture/checks';
import { practiceCgats } from '@/core/colour/practiceChart';
import { simulatedCamera } from '@/simulators/captureDevices';
import { currentMaster, mastersOf } from '@/store/works';
import * as checks from '@/studio/capture/checkActions';
import { captureWith } from '@/studio/capture/captureWith';
import { recordEquipment } from '@/studio/capture/equipmentActions';
import { movesOf } from '@/studio/works/custody';
import { jobEnd } from '@/studio/jobs';
import { chooseMaster } from '@/studio/capture/masterActions';
import { measuring } from '@/studio/capture/measure';
import * as preps from '@/studio/capture/prepActions';
import { type MakeInput } from '@/studio/print-files/printFiles';
import { reading } from '@/studio/capture/reading';
import type { Studio } from '@/studio/studio';
import type { DemoClock } from './clock';
import type { Known } from './fill';
import { makePrintFile } from '@/studio/print-files/printFileActions';
import { handOver, takeBack } from '@/studio/works/custodyActions';

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

/** What the studio captures with; none of it exists. */
export async function recordTools(studio: Studio, clock: DemoClock): Promise<void> {
  await recordEquipment(studio, {
    ...BLANK,
    kind: 'scanner',
    name: 'the flatbed by the window',
    size: '216 x 297 mm',
    ppi: '2400',
    steps: '300 600 1200 2400',
    seconds: '48',
  });
  await recordEquipment(studio, {
    ...BLANK,
    kind: 'scanner',
    name: 'the film scanner',
    size: '130 x 180 mm',
    ppi: '3200',
    steps: '800 1600 3200',
    seconds: '35',
    film: true,
  });
  await recordEquipment(studio, {
    ...BLANK,
    kind: 'camera',
    name: 'the grey camera',
    pixels: '7360 x 4912',
    size: '36 x 24 mm',
  });
  await recordEquipment(studio, { ...BLANK, kind: 'lens', name: 'the sixty', focal: '60 mm' });
  await recordEquipment(studio, { ...BLANK, kind: 'lens', name: 'the hundred', focal: '100 mm' });
  await recordEquipment(studio, {
    ...BLANK,
    kind: 'professional',
    name: 'Halden Repro',
    price: '140',
    days: '8',
    pixels: '14204 x 10652',
    readOn: clock.day(75),
  });
}

const jobOf = (studio: Studio, result: { job: string }) => jobEnd(studio, String(result.job));

/** Photographs of an original as a hand-held camera takes them: on the grey of a wall, a little askew, or one part from near. */
async function photographed(
  studio: Studio,
  workId: string,
  list: readonly { shows: PhotographOf; words: string; from?: number }[],
): Promise<void> {
  const master = (await currentMaster(studio.db, workId))!;
  const path = await studio.objects.soundPath(master.sha256, master.fileName);
  for (const { shows, words, from } of list) {
    const near = from && {
      left: Math.round(master.widthPx * from),
      top: Math.round(master.heightPx * from),
      width: Math.round(master.widthPx * 0.2),
      height: Math.round(master.heightPx * 0.2),
    };
    const whole = sharp(path, { limitInputPixels: false });
    const bytes = await (near ? whole.extract(near) : whole)
      .resize({ width: 1_500 })
      .rotate(near ? 0 : 1.2, { background: '#b9b6ae' })
      .extend({ top: 90, bottom: 120, left: 110, right: 110, background: '#b9b6ae' })
      .jpeg({ quality: 84 })
      .toBuffer();
    const fileName = `kiln-${shows}.jpg`;
    const received = await studio.objects.receive(Readable.from([bytes]), fileName, {
      known: () => true,
    });
    await keepPhotograph(studio, { workId, shows, words, takenOn: null, fileName, received });
  }
}

const FILE: Omit<MakeInput, 'formatId' | 'masterId' | 'prepId' | 'routeId'> = {
  ppi: 300,
  kernel: 'lanczos3',
  sharpen: { amount: 60, radius: 0.8, threshold: 2 },
  space: 'opRGB',
  intent: 'relative colorimetric',
  bits: 8,
  file: 'TIFF',
  borderInFile: false,
  untaggedIs: null,
};

type Capturing = { clock: DemoClock; studio: Studio; known: Known; onStep: (says: string) => void };

/** Checks of captures, preps and print files, in the days after each work came in. */
export function scheduleCapturing(
  clock: DemoClock,
  studio: Studio,
  known: Known,
  onStep: (says: string) => void,
): void {
  const capturing = { clock, studio, known, onStep };
  scheduleHands(capturing);
  scheduleFirstPrintFile(capturing);
  schedulePreps(capturing);
  scheduleTarget(capturing);
}

/** Whose hands the originals went through: one came back marked, one is away, one is late. */
function scheduleHands({ clock, studio, known }: Capturing): void {
  const work = (key: string) => known.works.get(key)!;
  clock.at({ days: 150, hour: 9 }, async () => {
    await handOver(studio, {
      workId: work('kiln'),
      leftOn: clock.day(150),
      who: 'Pell & Sorrow, framers',
      place: 'Smithy Yard',
      why: 'a tray frame',
      conditionOut: 'sound; ridges unmarked',
      dueOn: clock.day(140),
    });
  });
  clock.at({ days: 141, hour: 16 }, async () => {
    const [m] = await movesOf(studio.db, work('kiln'));
    await takeBack(studio, {
      id: m!.id,
      backOn: clock.day(141),
      conditionBack: 'a rub at the left chimney, photographed; borne by the framer',
    });
    await photographed(studio, work('kiln'), [
      { shows: 'front', words: 'whole, in the tray frame' },
      { shows: 'damage', words: 'the rub at the left chimney', from: 0.3 },
    ]);
  });
  clock.at({ days: 96, hour: 9 }, async () => {
    await handOver(studio, {
      workId: work('kiln'),
      leftOn: clock.day(96),
      who: 'O. Brennick',
      place: 'Lower Mole 12',
      why: 'it is sold',
      conditionOut: 'varnished, framed',
      dueOn: null,
    });
  });
  clock.at({ days: 30, hour: 9 }, async () => {
    await handOver(studio, {
      workId: work('quarry'),
      leftOn: clock.day(30),
      who: 'Halden Repro',
      place: 'the drum scanner',
      why: 'a second scan of the negative',
      conditionOut: 'no scratches; in its sleeve',
      dueOn: clock.day(9),
    });
  });
}

function scheduleFirstPrintFile({ clock, studio, known, onStep }: Capturing): void {
  const work = (key: string) => known.works.get(key)!;
  const format = (key: string) => known.formats.get(key)!;
  clock.at({ days: 199, hour: 11 }, async () => {
    onStep('looking over the ferry for dust, and preparing its first print file');
    const master = (await currentMaster(studio.db, work('ferry')))!;
    await measuring(studio, master.id);
    await jobOf(studio, await checks.lookForDust(studio, { id: master.id }));
    const list = (await checksOf(studio.db, master.id)).find((c) => c.body.kind === 'dust')!;
    if (list.body.kind === 'dust')
      for (const [at] of list.body.specks.slice(0, 4).entries())
        await checks.tickSpeck(studio, { id: list.id, at, done: true });
    const { id: prepId } = await preps.beginPrep(studio, {
      masterId: master.id,
      formatId: format('ferry 400 x 300 mm'),
      name: 'Ferry, 400 × 300',
      copyFrom: null,
    });
    for (const line of [
      'clean 4 specks in the sky',
      'tone lift the shadows 4%',
      'resample lanczos 9449x7087 to 4724x3543',
      'sharpen 70% 0.9px 2',
      'clean second look at 1:1, nothing new',
      'convert to opRGB, relative colorimetric',
      'flatten 8 bit',
    ])
      await preps.logStep(studio, { id: prepId!, line });
    const small = await preps.beginPrep(studio, {
      masterId: master.id,
      formatId: format('ferry 240 x 180 mm'),
      name: 'Ferry, small',
      copyFrom: prepId!,
    });
    await jobOf(
      studio,
      await makePrintFile(studio, {
        ...FILE,
        formatId: format('ferry 240 x 180 mm'),
        masterId: master.id,
        prepId: small.id!,
        routeId: known.routes.get('own')!,
      }),
    );
  });
}

/** The steps of what was proofed and accepted later: they are what "use again" begins with. */
function schedulePreps({ clock, studio, known }: Capturing): void {
  const work = (key: string) => known.works.get(key)!;
  const format = (key: string) => known.formats.get(key)!;
  const prepared = (days: number, of: { work: string; format: string; name: string; lines: string[] }) =>
    clock.at({ days, hour: 14 }, async () => {
      const master = (await currentMaster(studio.db, work(of.work)))!;
      const { id: prepId } = await preps.beginPrep(studio, {
        masterId: master.id,
        formatId: format(of.format),
        name: of.name,
        copyFrom: null,
      });
      for (const line of of.lines) await preps.logStep(studio, { id: prepId!, line });
    });
  prepared(79, {
    work: 'breakwater',
    format: 'breakwater 800 x 200 mm',
    name: 'Breakwater, 800 × 200',
    lines: [
      'clean two gulls at the fourth joint',
      'tone curve, the sun kept under 250',
      'resample lanczos 10000x2500 to 9449x2362',
      'sharpen 60% 0.8px 2',
      'flatten 8 bit',
    ],
  });
  prepared(70, {
    work: 'ferry',
    format: 'ferry 800 x 600 mm',
    name: 'Ferry, 800 × 600',
    lines: [
      'clean 4 specks in the sky',
      'tone lift the shadows 4%',
      'sharpen 50% 1.2px 2',
      'convert to opRGB, relative colorimetric',
      'flatten 8 bit',
    ],
  });
}

/** The light and a target, read before the kiln yard's own capture was prepared. */
function scheduleTarget({ clock, studio, known, onStep }: Capturing): void {
  const work = (key: string) => known.works.get(key)!;
  const format = (key: string) => known.formats.get(key)!;
  clock.at({ days: 189, hour: 15 }, async () => {
    onStep('reading the light and a target for the kiln yard');
    const first = (await currentMaster(studio.db, work('kiln')))!;
    const ask = { workId: work('kiln'), ppi: 150, longSidePx: 1_200, onlyPass: null };
    await jobOf(studio, await captureWith(studio, simulatedCamera, { ...ask, shows: 'blank board' }));
    await jobOf(studio, await captureWith(studio, simulatedCamera, { ...ask, shows: 'target' }));
    const target = (await mastersOf(studio.db, work('kiln'))).find((m) => m.fileName.includes('target'))!;
    await reading(studio, target.id);
    const { corners } = await checks.guessCorners(studio, { id: target.id });
    await checks.checkTarget(studio, {
      id: target.id,
      corners,
      chart: 'the practice chart',
      reference: practiceCgats(),
    });
    await chooseMaster(studio, { id: first.id });
    const { id: prepId } = await preps.beginPrep(studio, {
      masterId: first.id,
      formatId: format('kiln 400 x 300 mm'),
      name: 'Kiln yard, 400 × 300',
      copyFrom: null,
    });
    for (const line of [
      'sharpen 40% 0.6px',
      'resample lanczos 4800x3600 to 4724x3543',
      'remove the stamp at the lower edge',
    ])
      await preps.logStep(studio, { id: prepId!, line });
  });
}
