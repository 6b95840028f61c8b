import { fileWords } from '@/core/words';
import { takeInMaster } from '@/studio/capture/intake';
import * as masters from '@/studio/capture/masterActions';
import { reading } from '@/studio/capture/reading';
import * as formats from '@/studio/formats/formatActions';
import { recordBuyer } from '@/studio/orders/orderActions';
import { recordService, recordSupply } from '@/studio/orders/shelfActions';
import { discontinuePaper, recordPaper } from '@/studio/papers/paperActions';
import { recordRoute } from '@/studio/routes/routeActions';
import { changeSettings } from '@/studio/settings/settingActions';
import type { Studio } from '@/studio/studio';
import { archiveWork, recordWork } from '@/studio/works/workActions';
import { createReadStream } from 'node:fs';
import { PICTURES } from '../pictures';
import { recordTools, scheduleCapturing } from './capturing';
import type { DemoClock } from './clock';
import { BUYERS, PAPERS, ROUTES, SERVICES, SETTINGS, SUPPLIES } from './house';
import { scheduleHanging } from './hanging';
import { scheduleKeeping } from './keeping';
import { scheduleListings } from './listing';
import { scheduleLaying } from './laying';
import { scheduleMaking } from './making';
import { scheduleOffering } from './offering';
import { scheduleWeek } from './week';
import { schedulePeople } from './people';
import { scheduleProofing } from './proofing';
import { schedulePosting } from './posting';
import { scheduleOrders } from './selling';
import { scheduleSupplying } from './supplying';
import { WORKS } from './works';

/** What the demo has recorded, by the short names its parts call things. */
export type Known = {
  works: Map<string, string>;
  formats: Map<string, string>;
  papers: Map<string, string>;
  routes: Map<string, string>;
  buyers: string[];
  editions: Map<string, string>;
  channels: Map<string, string>;
  services: { id: string; tracked: boolean }[];
};

/** Where a picture of the demo lies, by the name of its file; answers once it is painted. */
export type PictureAt = (file: string) => Promise<string>;

/**
 * Makes the demo studio: everything that ever happened in it, at its own time, through the same acts a person uses.
 *
 * @param pictureAt where a picture of the demo lies, once it is painted
 * @param onStep told what is being done, in words, and how much of all has happened, 0 to 1
 */
export async function fillStudio(
  studio: Studio,
  clock: DemoClock,
  pictureAt: PictureAt,
  onStep: (says: string, share: number) => void,
): Promise<void> {
  let share = 0;
  const say = (says: string) => onStep(says, share);
  const known: Known = {
    works: new Map(),
    formats: new Map(),
    papers: new Map(),
    routes: new Map(),
    buyers: [],
    editions: new Map(),
    channels: new Map(),
    services: [],
  };
  clock.at({ days: 420, hour: 9 }, () => furnish(studio, clock, known));
  for (const w of WORKS)
    clock.at({ days: w.daysAgo, hour: 10 }, () => takeIn(studio, known, w, pictureAt, say));
  scheduleCapturing(clock, studio, known, say);
  scheduleLaying(clock, studio, known);
  scheduleSupplying(clock, studio, known);
  scheduleMaking(studio, clock, known);
  scheduleProofing(clock, studio, known, say);
  scheduleOffering(studio, clock, known);
  scheduleOrders(studio, clock, known);
  schedulePosting(studio, clock, known);
  scheduleHanging(studio, clock, known);
  scheduleListings(studio, clock, known);
  scheduleKeeping(studio, clock, known);
  schedulePeople(studio, clock, known);
  scheduleWeek(studio, clock);
  clock.at({ days: 300, hour: 12 }, () => archiveOne(studio));
  clock.at({ hoursAgo: 7 }, () => bringInBroken(studio, pictureAt));
  await clock.play((done) => {
    share = done;
  });
}

async function furnish(studio: Studio, clock: DemoClock, known: Known) {
  const holidays = [0, 1, 2, 3].map((k) => clock.day(-9 - k * 20)).join('\n');
  await changeSettings(studio, { ...SETTINGS, families: [...SETTINGS.families], holidays });
  for (const [key, p] of Object.entries(PAPERS))
    known.papers.set(key, (await recordPaper(studio, { ...p })).id!);
  for (const [key, r] of Object.entries(ROUTES))
    known.routes.set(key, (await recordRoute(studio, { ...r })).id!);
  for (const s of SUPPLIES) await recordSupply(studio, s as Parameters<typeof recordSupply>[1]);
  for (const { readDaysAgo, ...s } of SERVICES) {
    const { id } = await recordService(studio, { ...s, readOn: clock.day(readDaysAgo) });
    known.services.push({ id: id!, tracked: s.tracked });
  }
  for (const { mayWrite, ...b } of BUYERS) {
    const { id } = await recordBuyer(studio, {
      ...b,
      email: mayWrite ? `${fileWords(b.name)}@post.example` : '',
      mayWriteSince: mayWrite ? clock.day(390) : null,
      notes: '',
    });
    known.buyers.push(id!);
  }
  await recordTools(studio, clock);
  await discontinuePaper(studio, { id: known.papers.get('ledger')!, discontinued: true });
}

const BLANK = {
  year: null,
  medium: '',
  size: '',
  owner: '',
  soldPrice: '',
  drySince: null,
  varnish: '',
  surface: '',
  smears: false,
  rights: '',
  notes: '',
};

async function takeIn(
  studio: Studio,
  known: Known,
  w: (typeof WORKS)[number],
  pictureAt: PictureAt,
  onStep: (says: string) => void,
) {
  const { id: workId } = await recordWork(studio, { ...BLANK, ...w.record });
  known.works.set(w.key, workId!);
  const spec = PICTURES.find((p) => p.key === w.picture);
  if (spec) {
    const path = await pictureAt(spec.file);
    onStep(`taking in ${spec.file}`);
    const { masterId } = await takeInMaster(studio, createReadStream(path), {
      fileName: spec.file,
      workId: workId!,
    });
    await reading(studio, masterId);
    if (w.method) await masters.noteCapture(studio, { id: masterId, method: w.method });
  }
  for (const size of w.sizes) {
    const { id } = await formats.offerFormat(studio, { workId: workId!, size, family: 'metric frames' });
    known.formats.set(`${w.key} ${size}`, id!);
  }
  if (w.key === 'lamp' || w.key === 'pans') {
    // Bottom-weighted, for title, number and signature.
    for (const size of w.sizes)
      await formats.changeBorder(studio, {
        id: known.formats.get(`${w.key} ${size}`)!,
        top: '25 mm',
        right: '25 mm',
        bottom: '32 mm',
        left: '25 mm',
      });
  }
  if (w.key === 'breakwater')
    await formats.judgeSizesBy(studio, {
      workId: workId!,
      school: { kind: 'distance' },
      families: ['panoramas', 'metric frames'],
    });
}

async function archiveOne(studio: Studio) {
  const { id } = await recordWork(studio, {
    ...BLANK,
    title: 'Study for a Weir',
    kind: 'drawing',
    medium: 'pencil',
    year: 2019,
    mayPrint: 'yes',
    notes: 'Only a study; nothing was ever printed of it.',
  });
  await archiveWork(studio, { id: id!, archived: true });
}

/** A file that was cut short before it came: it is kept as it is, could not be read, and says why. */
async function bringInBroken(studio: Studio, pictureAt: PictureAt) {
  const whole = PICTURES.find((p) => p.key === 'slate-terraces')!;
  const half = createReadStream(await pictureAt(whole.file), { end: 1_500_000 });
  const { masterId } = await takeInMaster(studio, half, {
    fileName: 'slate_terraces_from_phone.jpg',
    workId: null,
  });
  await reading(studio, masterId);
}
