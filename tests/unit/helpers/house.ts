import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ImagingPool } from '@/imaging/pool';
import { handleImpressions, printImpressions } from '@/studio/editions/impressionActions';
import { recordSupply } from '@/studio/orders/shelfActions';
import { recordPaper } from '@/studio/papers/paperActions';
import { recordRoute } from '@/studio/routes/routeActions';
import { Studio, type StudioOptions } from '@/studio/studio';
import * as editions from '@/studio/editions/editionActions';
import { offerFormat } from '@/studio/formats/formatActions';
import { placeOrder, recordBuyer } from '@/studio/orders/orderActions';
import * as proofs from '@/studio/proofs/roundActions';
import { recordWork } from '@/studio/works/workActions';
import { reading } from '@/studio/capture/reading';
import { setPrice } from '@/studio/prices/priceActions';
import { takeInMaster } from '@/studio/capture/intake';
import type { Signing } from '@/core/edition/impressionStates';
import { folder, inPieces, tiff } from './files';
import { copyStudio, emptyFolder, madeOnce, stampOf } from './made';

const open: Studio[] = [];
/** One set for all studios of a test file: a worker takes a second to start. */
const workers = new ImagingPool();
afterAll(async () => {
  for (const s of open.splice(0)) await s.close();
  await workers.end();
});

/** A studio of its own, empty, closed when the test file ends. */
export async function emptyStudio(options: Partial<StudioOptions> = {}): Promise<Studio> {
  // A folder that was there before may be opened to see what a restart does: that needs workers that end with it.
  const own = options.dataDir
    ? { dataDir: options.dataDir }
    : { dataDir: await emptyFolder(), imaging: workers };
  const studio = await Studio.open({ ...own, ...options });
  open.push(studio);
  return studio;
}

export const WORK = {
  title: 'Night Ferry',
  year: 2025,
  medium: 'gouache on board',
  kind: 'painting' as const,
  size: '380 x 285 mm',
  owner: 'the studio',
  soldPrice: '',
  drySince: null,
  varnish: '',
  surface: '',
  smears: false,
  mayPrint: 'yes' as const,
  rights: '',
  notes: '',
};
export const PAPER = {
  name: 'Harrow Rag 310',
  base: 'cotton' as const,
  surface: 'matte' as const,
  gsm: 310,
  thickness: '0.48 mm',
  brightener: 'none' as const,
  mayRoll: true,
  scuffs: true,
  dryHours: 24,
  pricePerM2: '19.40',
  sizes: '',
  permanence: '',
  notes: '',
};
export const ROUTE = {
  name: 'the back room',
  kind: 'own printer' as const,
  process: 'pigment inkjet',
  leadDays: 1,
  ppi: 300,
  space: 'opRGB',
  fileKinds: 'TIFF',
  addsBorder: true,
  givesProofs: true,
  pricePerM2: '21',
  minimum: '0',
  notes: '',
};
export const BUYER = {
  name: 'Oda Brennick',
  preferredName: '',
  email: '',
  address: 'Lower Mole 12\nHaldenness',
  country: 'Norrholm',
  mayWriteSince: null,
  notes: '',
};

/** What a flat parcel needs, as it lies on the shelf. */
export const SHELF: Parameters<typeof recordSupply>[1][] = [
  {
    name: 'board',
    kind: 'board',
    size: '300 x 240 mm',
    weight: '52 g',
    onHand: 3,
    reorderAt: 2,
    price: '0.38',
  },
  {
    name: 'sleeve',
    kind: 'sleeve',
    size: '320 x 260 mm',
    weight: '9 g',
    onHand: 5,
    reorderAt: 0,
    price: '0.14',
  },
  {
    name: 'mailer',
    kind: 'mailer',
    size: '330 x 270 mm',
    weight: '105 g',
    onHand: 5,
    reorderAt: 0,
    price: '0.92',
  },
];
export const SERVICE = {
  carrier: 'Coast Post',
  name: 'tracked parcel',
  tracked: true,
  insured: '100',
  days: 2,
  maxLength: '900 mm',
  maxWeight: '5 kg',
  price: '7.80',
  readOn: '2026-10-01',
};

type FurnishedIds = Record<
  'workId' | 'masterId' | 'formatId' | 'paperId' | 'routeId' | 'buyerId',
  string
>;

/** A studio with a work that has a master, a format with a price, a paper, a route and a buyer. */
export async function furnished({
  picture,
  ...options
}: Partial<StudioOptions> & { withMaster?: boolean; picture?: Buffer } = {}) {
  const { withMaster = true, ...own } = options;
  if (!picture && Object.keys(own).length === 0) return furnishedAsUsual(withMaster);
  const studio = await emptyStudio(own);
  return { studio, ...(await furnish(studio, withMaster ? picture : null)) };
}

const usual = new Map<boolean, Promise<{ dataDir: string; ids: FurnishedIds }>>();

/** Reading a picture takes a second: a studio that wants nothing of its own is a copy of one that was made for all test files. */
async function furnishedAsUsual(withMaster: boolean) {
  if (!usual.has(withMaster)) usual.set(withMaster, furnishOnce(withMaster));
  const { dataDir, ids } = await usual.get(withMaster)!;
  const copy = await folder();
  await copyStudio(dataDir, copy);
  return { studio: await emptyStudio({ dataDir: copy, imaging: workers }), ...ids };
}

async function furnishOnce(withMaster: boolean) {
  // What it holds was recorded today.
  const day = new Date().toISOString().slice(0, 10);
  const stamp = `${day}-${await stampOf('src', /\.(ts|sql|json)$/)}-${await stampOf('tests/unit/helpers', /^(house|files)\.ts$/)}`;
  const made = await madeOnce(
    `glassine-${withMaster ? 'furnished' : 'without-picture'}-${stamp}`,
    async (passing) => {
      const dataDir = await emptyFolder();
      const studio = await Studio.open({ dataDir, imaging: workers });
      const ids = await furnish(studio, withMaster ? undefined : null);
      await studio.close();
      await copyStudio(dataDir, join(passing, 'studio'));
      await writeFile(join(passing, 'ids.json'), JSON.stringify(ids));
    },
  );
  const ids = JSON.parse(await readFile(join(made, 'ids.json'), 'utf8')) as FurnishedIds;
  return { dataDir: join(made, 'studio'), ids };
}

/** @param picture of the master; nothing given: the usual one; null: there is none */
async function furnish(studio: Studio, picture: Buffer | null | undefined): Promise<FurnishedIds> {
  const workId = (await recordWork(studio, WORK)).id!;
  let masterId = '';
  if (picture !== null) {
    ({ masterId } = await takeInMaster(
      studio,
      inPieces(picture ?? (await tiff({ width: 1200, height: 900, ppi: 300 }))),
      { fileName: 'ferry.tif', workId },
    ));
    await reading(studio, masterId);
  }
  const formatId = (await offerFormat(studio, { workId, size: '100 x 75 mm', family: 'own' })).id!;
  const paperId = (await recordPaper(studio, PAPER)).id!;
  const routeId = (await recordRoute(studio, ROUTE)).id!;
  const buyerId = (await recordBuyer(studio, BUYER)).id!;
  await setPrice(studio, {
    formatId,
    price: '53.10',
    question: { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0.5, given: 0 },
  });
  return { workId, masterId, formatId, paperId, routeId, buyerId };
}
export type Furnished = Awaited<ReturnType<typeof furnished>>;

/** Opens an edition and takes its first prints as far as signed. */
export async function withPrints(
  f: Furnished,
  size: number,
  prints: number,
  signing: Signing = 'front',
): Promise<{ editionId: string; ids: string[] }> {
  const { studio, workId, formatId, paperId } = f;
  const editionId = (
    await editions.openEdition(studio, {
      workId,
      kind: 'limited',
      size,
      proofs: { AP: 1, PP: 0, HC: 0 },
      run: 'all sizes',
      formatId: null,
      signing,
    })
  ).id!;
  const ids = (await numbersOf(studio, editionId)).slice(0, prints).map((i) => i.id);
  if (prints === 0) return { editionId, ids };
  await printImpressions(studio, {
    editionId,
    impressionIds: ids,
    count: null,
    formatId,
    paperId,
    reason: 'no proof in this test',
  });
  await handleImpressions(studio, { editionId, impressionIds: ids, act: 'passed', note: '' });
  if (signing === 'front' || signing === 'back')
    await handleImpressions(studio, { editionId, impressionIds: ids, act: 'signed', note: '' });
  return { editionId, ids };
}

export async function numbersOf(studio: Studio, editionId: string) {
  const { impressions } = await import('@/store/schema');
  const { and, eq, asc } = await import('drizzle-orm');
  return studio.db
    .select()
    .from(impressions)
    .where(and(eq(impressions.editionId, editionId), eq(impressions.kind, 'run')))
    .orderBy(asc(impressions.number));
}

export const order = async (f: Furnished, editionId: string, quantity = 1): Promise<string> =>
  (
    await placeOrder(f.studio, {
      buyerId: f.buyerId,
      lines: [{ editionId, formatId: f.formatId, quantity, price: '' }],
      carriage: '',
      message: '',
      wantsSignature: false,
      paid: true,
      orderedOn: null,
      notes: '',
    })
  ).id!;

/** An accepted whole proof of the format on the paper. */
export async function acceptedProof(f: Furnished): Promise<string> {
  const id = (
    await proofs.askProof(f.studio, {
      formatId: f.formatId,
      paperId: f.paperId,
      routeId: f.routeId,
      kind: 'whole',
      changed: '',
      cost: '4.10',
      made: true,
    })
  ).id!;
  await proofs.judgeProof(f.studio, {
    id,
    verdict: 'accept',
    light: 'D50',
    distance: '',
    words: '',
    reason: 'dried under a fan',
  });
  return id;
}

/** What a refused action says. */
export async function refused(
  work: Promise<unknown>,
): Promise<{ message: string; overridable: boolean; field?: string }> {
  try {
    await work;
  } catch (error) {
    const e = error as { message: string; overridable?: boolean; field?: string };
    return { message: e.message, overridable: e.overridable ?? false, field: e.field };
  }
  throw new Error('it was done');
}
