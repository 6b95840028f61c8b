import { DETAIL_WARNS } from '@/core/capture/readings';
import { cropAt, insidePlace, type Crop } from '@/core/crop/crop';
import type { Mark } from '@/core/finding';
import { localDay } from '@/core/measure';
import {
  checkResolution,
  countVerdicts,
  ladder,
  soundSchool,
  type Pixels,
  type School,
} from '@/core/resolution';
import { editionsOf, stateCounts, type Edition } from '@/store/editions';
import { proofsOf } from '@/store/proofs';
import { pricesOn } from '@/store/products';
import { findRow, findRows } from '@/store/rows';
import { formatsOf, mastersOf, neighbours, type Format, type Master, type Work } from '@/store/works';
import { cache } from 'react';
import type { Studio } from '../studio';
import { movesOf, type OriginalMove } from './custody';

export const STATIONS = [
  'original',
  'capture',
  'sizes',
  'proofs',
  'edition',
  'price',
  'listing',
] as const;
export type Station = (typeof STATIONS)[number];
export type StationFinding = { station: Station; mark: Mark | 'none'; says: string };

/** The pixels of a master as it is looked at, its orientation flag applied. */
export const viewedPixels = (m: Pick<Master, 'widthPx' | 'heightPx' | 'orientation'>): Pixels =>
  m.orientation >= 5
    ? { width: m.heightPx, height: m.widthPx }
    : { width: m.widthPx, height: m.heightPx };

/** Everything the table of a work shows, read once for its strip and its open station. */
export const loadWorkPage = cache(async (studio: Studio, workId: string) => {
  const { db } = studio;
  const work = await findRow(db, 'works', workId);
  if (!work) return null;
  const [settings, masters, formats, proofRows, editions, priceRows, beside, moves, listings] =
    await Promise.all([
      studio.settings(),
      mastersOf(db, workId),
      formatsOf(db, workId),
      proofsOf(db, workId),
      editionsOf(db, workId),
      studio
        .settings()
        .then(({ timeZone }) => pricesOn(db, localDay(studio.now(), timeZone), { workIds: [workId] })),
      neighbours(db, work),
      movesOf(db, workId),
      findRows(db, 'listings', { workId }, { limit: 1 }),
    ]);
  const current = masters.find((m) => m.current) ?? null;
  const school = soundSchool(work.school, settings.school);
  const families = work.families ?? settings.families;
  const counts = new Map<string, Record<string, number>>();
  for (const e of editions) counts.set(e.id, await stateCounts(db, e.id));
  const rungs = current ? ladder(viewedPixels(current), families, school, settings.ownSizes) : [];
  const findings: StationFinding[] = [
    originalFinding(
      work,
      moves.find((m) => !m.backOn),
    ),
    captureFinding(current, masters.length),
    sizesFinding(current, rungs, formats, school),
    proofsFinding(proofRows, formats.length),
    editionFinding(editions, counts),
    priceFinding(formats, pricedFormats(formats, priceRows)),
    listingFinding(formats, priceRows.length, editions, listings.length > 0),
  ];
  return {
    work,
    settings,
    masters,
    current,
    school,
    families,
    formats,
    proofs: proofRows,
    editions,
    counts,
    prices: priceRows,
    beside,
    rungs,
    findings,
  };
});

export type WorkPage = NonNullable<Awaited<ReturnType<typeof loadWorkPage>>>;

function originalFinding(w: Work, away: OriginalMove | undefined): StationFinding {
  const station = 'original' as const;
  if (w.mayPrint === 'no') return { station, mark: 'fails', says: 'May not be printed' };
  if (w.mayPrint === 'not yet')
    return { station, mark: 'care', says: 'May not be printed yet: say when it may' };
  if (away) return { station, mark: 'care', says: `With ${away.who} since ${away.leftOn}` };
  const known = [w.drySince && `Dry since ${w.drySince}`, w.varnish && `varnish: ${w.varnish}`]
    .filter(Boolean)
    .join(', ');
  if (!w.medium || (w.kind !== 'born digital' && !w.widthUm))
    return { station, mark: 'none', says: 'Medium or size not recorded' };
  return { station, mark: 'holds', says: `${known ? `${known}; ` : ''}may be printed` };
}

function captureFinding(m: Master | null, count: number): StationFinding {
  const station = 'capture' as const;
  if (!m) return { station, mark: 'none', says: 'No file yet' };
  if (m.state === 'reading') return { station, mark: 'none', says: `${m.fileName} is being read` };
  if (m.state === 'not read')
    return { station, mark: 'fails', says: `${m.fileName} is kept but could not be read` };
  const others = count > 1 ? `; ${count} masters` : '';
  const what = `${m.widthPx} × ${m.heightPx} px, ${m.bits} bit`;
  const detail = m.detailShare === null ? '' : `, detail ${Math.round(100 * m.detailShare)} %`;
  if (!m.profileLabel && m.colour === 'RGB')
    return {
      station,
      mark: 'care',
      says: `${what}${detail}; no profile: its colours are not known${others}`,
    };
  if (m.detailShare !== null && m.detailShare < DETAIL_WARNS)
    return {
      station,
      mark: 'care',
      says: `${what}, but true detail reaches only ${Math.round(100 * m.detailShare)} % of it${others}`,
    };
  return {
    station,
    mark: m.gravest?.verdict === 'fails' ? 'care' : 'holds',
    says: `${what}${m.profileLabel ? `, ${m.profileLabel.replace(/ \(.*/, '')}` : ''}${detail}${others}`,
  };
}

function sizesFinding(
  m: Master | null,
  rungs: ReturnType<typeof ladder>,
  formats: Format[],
  school: School,
): StationFinding {
  const station = 'sizes' as const;
  if (!m) return { station, mark: 'none', says: 'Waits for a file' };
  const n = countVerdicts(rungs);
  const thin = formats.filter((f) => formatCheck(f, m, school).verdict === 'too thin').length;
  const says = `${n.holds} hold, ${n.stretched} stretched, ${n.tooThin} too thin; ${formats.length} offered`;
  return {
    station,
    mark: thin ? 'fails' : formats.length ? 'holds' : 'none',
    says: thin ? `${says}, ${thin} of them too thin` : says,
  };
}

/** The pixels a format is cut from; where another file has taken the first one's place and the cut no longer fits, the middle. */
export function cropOf(f: Format, m: Master): Crop {
  const image = { width: f.imageWidthUm, height: f.imageHeightUm };
  return cropAt(viewedPixels(m), image, f.crop && insidePlace(viewedPixels(m), image, f.crop));
}

/** Whether the file carries a format, cropped to its shape. */
export function formatCheck(f: Format, m: Master, school: School) {
  const image = { width: f.imageWidthUm, height: f.imageHeightUm };
  return checkResolution(cropOf(f, m), image, school);
}

function proofsFinding(rows: WorkPage['proofs'], formats: number): StationFinding {
  const station = 'proofs' as const;
  const of = (state: string) => rows.filter((r) => r.proof.state === state).length;
  if (of('made'))
    return {
      station,
      mark: 'care',
      says: `${of('made')} to judge${of('accepted') ? `; ${of('accepted')} accepted` : ''}`,
    };
  if (of('accepted'))
    return {
      station,
      mark: 'holds',
      says: `${of('accepted')} accepted${of('asked') ? `, ${of('asked')} asked for` : ''}`,
    };
  if (of('asked')) return { station, mark: 'none', says: `${of('asked')} asked for` };
  return {
    station,
    mark: 'none',
    says: rows.length ? 'None accepted yet' : formats ? 'No proof yet' : 'Waits for a size',
  };
}

function editionFinding(
  editions: Edition[],
  counts: Map<string, Record<string, number>>,
): StationFinding {
  const station = 'edition' as const;
  const e = editions.find((x) => x.kind === 'limited') ?? editions[0];
  if (!e) return { station, mark: 'none', says: 'Not opened' };
  const c = counts.get(e.id)!;
  const sum = (...states: string[]) => states.reduce((a, s) => a + (c[s] ?? 0), 0);
  const gone = sum('dispatched', 'delivered', 'gifted'),
    ready = sum('inspected', 'signed', 'certified');
  const kind =
    e.kind === 'open'
      ? 'Open'
      : `Limited to ${e.size}${e.proofs.AP + e.proofs.PP + e.proofs.HC ? ` + ${e.proofs.AP + e.proofs.PP + e.proofs.HC} proofs` : ''}`;
  return {
    station,
    mark: 'holds',
    says: `${kind}; ${gone} gone, ${ready} in the drawer${e.closedAt ? '; closed' : ''}`,
  };
}

const pricedFormats = (formats: Format[], prices: { formatId: string }[]): number =>
  formats.filter((f) => prices.some((price) => price.formatId === f.id)).length;

function priceFinding(formats: Format[], priced: number): StationFinding {
  const station = 'price' as const;
  if (!formats.length) return { station, mark: 'none', says: 'Waits for a size' };
  if (!priced) return { station, mark: 'none', says: 'No price yet' };
  return priced < formats.length
    ? { station, mark: 'care', says: `${priced} of ${formats.length} sizes priced` }
    : {
        station,
        mark: 'holds',
        says: `${priced === 1 ? 'The size is' : `All ${priced} sizes are`} priced`,
      };
}

function listingFinding(
  formats: Format[],
  priced: number,
  editions: Edition[],
  isWritten: boolean,
): StationFinding {
  if (isWritten) return { station: 'listing', mark: 'none', says: 'Written, checked where it stands' };
  const lacks = [
    !formats.length && 'a size',
    !priced && 'a price',
    !editions.length && 'an edition',
  ].filter(Boolean);
  return {
    station: 'listing',
    mark: 'none',
    says: lacks.length ? `Needs ${lacks.join(', ')}` : 'Can be written',
  };
}
