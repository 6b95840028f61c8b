import { groupBy } from '@/core/groups';
import { fileWords } from '@/core/words';
import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import { formatLength, formatMoney, formatSize, localDay } from '@/core/measure';
import { layOnSheet } from '@/core/sheets/nup';
import { forecastStock, type StockForecast } from '@/core/stock/forecast';
import { advisePaper, nearestPapers, type NearPaper, type PaperAdvice } from '@/core/stock/papers';
import { csv } from '@/paperwork/csv';
import { jobSheetPdf, orderListPdf } from '@/paperwork/orderList';
import type { Db } from '@/store/db';
import {
  acceptedOnPaper,
  movesOfPaper,
  newLinesOnPapers,
  openEditionsOnPaper,
  papersThatPassed,
} from '@/store/papers';
import type { Paper } from '@/store/proofs';
import { findRow, findRows, rowById, type Row } from '@/store/rows';
import { type Studio } from '../studio';
import { lotsOnHand, type LotOnHand } from './lots';

export type Supplier = Row<'suppliers'>;
export const suppliersAtHand = (db: Db): Promise<Supplier[]> =>
  findRows(db, 'suppliers', { archivedAt: null }, { orderBy: ['name'] });
/** One size of a paper: its lots together, what left them when, and when more is needed. */
export type Held = {
  key: string;
  form: 'sheet' | 'roll';
  width: number;
  height: number | null;
  lots: LotOnHand[];
  onHand: number;
  /** After each day on which something moved. */ history: { day: string; onHand: number }[];
  forecast: StockForecast;
};

const FIRST_DELIVERY_DAYS = 7;
/** An order is to last so long. */
const COVER_DAYS = 60;

/** What the drawers of papers are reckoned from, read once for all of them. */
type DrawerGround = {
  today: string;
  timeZone: string;
  lots: ReadonlyMap<string, LotOnHand[]>;
  moves: ReadonlyMap<string, Row<'stockMoves'>[]>;
  queued: ReadonlyMap<string, Row<'layouts'>[]>;
  wanted: ReadonlyMap<string, WantedSheets[]>;
  suppliers: ReadonlyMap<string, Supplier>;
};

/** Prints that open orders want and that do not lie ready, by sheet. */
type WantedSheets = { width: number; height: number; count: number };

async function drawerGround(studio: Studio, paperIds?: readonly string[]): Promise<DrawerGround> {
  const { db } = studio;
  const { timeZone } = await studio.settings();
  const [lots, layouts, lines, suppliers] = await Promise.all([
    lotsOnHand(db, paperIds ?? null),
    findRows(db, 'layouts', { state: 'queued' }),
    newLinesOnPapers(db, paperIds),
    findRows(db, 'suppliers'),
  ]);
  const moves = await findRows(db, 'stockMoves', paperIds ? { lotId: lots.map(({ id }) => id) } : {}, {
    orderBy: ['at', 'id'],
  });
  return {
    timeZone,
    today: localDay(studio.now(), timeZone),
    lots: groupBy(lots, (lot) => lot.paperId),
    moves: groupBy(moves, (move) => move.lotId),
    queued: groupBy(layouts, (layout) => layout.paperId),
    wanted: new Map(
      [...groupBy(lines, (line) => line.paperId)].map(([id, own]) => [id, wantedSheets(own)]),
    ),
    suppliers: new Map(suppliers.map((supplier) => [supplier.id, supplier])),
  };
}

/** What lines of orders want beyond what lies there; what lies there is used once. */
function wantedSheets(lines: Awaited<ReturnType<typeof newLinesOnPapers>>): WantedSheets[] {
  const lie = new Map<string, number>();
  return lines.flatMap(({ line, format, lie: first }) => {
    const key = `${line.editionId} ${line.formatId}`;
    const left = lie.get(key) ?? first;
    lie.set(key, Math.max(0, left - line.quantity));
    const count = line.quantity - left;
    return count > 0 ? [{ ...sheetOf(imageOf(format), bordersOf(format)), count }] : [];
  });
}

const formAndSize = ({ form, widthUm, heightUm }: LotOnHand): string =>
  `${form} ${widthUm} ${heightUm ?? ''}`;

function heldOf(ground: DrawerGround, paper: Paper): Held[] {
  const groups = [...groupBy(ground.lots.get(paper.id) ?? [], formAndSize)];
  const size = (list: readonly LotOnHand[]): number =>
    list.reduce((sum, lot) => sum + lot.onHand * (lot.heightUm ?? 1), 0);
  const largest = Math.max(...groups.map(([, list]) => size(list)));
  // Orders are printed on what is there most of.
  const most = groups.find(([, list]) => size(list) === largest);
  return groups.map((group) => heldSize(ground, paper, group, group === most));
}

function heldSize(
  ground: DrawerGround,
  paper: Paper,
  [key, lots]: [string, LotOnHand[]],
  takesOrders: boolean,
): Held {
  const { today, timeZone } = ground;
  const { form, widthUm, heightUm } = lots[0]!;
  const moves = lots
    .flatMap((lot) => ground.moves.get(lot.id) ?? [])
    .sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
  let onHand = 0;
  const byDay = new Map<string, number>();
  for (const move of moves) {
    onHand += move.amount;
    byDay.set(localDay(move.at, timeZone), onHand);
  }
  const promised = (ground.queued.get(paper.id) ?? [])
    .filter(
      (q) => q.kind === form && q.widthUm === widthUm && (form === 'roll' || q.heightUm === heightUm),
    )
    .reduce((sum, q) => sum + (form === 'roll' ? q.lengthUm : 1), 0);
  const wanted = takesOrders ? (ground.wanted.get(paper.id) ?? []) : [];
  const uses = moves
    .filter((move) => move.amount < 0 && move.kind !== 'corrected')
    .map((move) => ({ day: localDay(move.at, timeZone), amount: -move.amount }));
  const supplier = paper.supplierId ? ground.suppliers.get(paper.supplierId) : undefined;
  return {
    key,
    form,
    width: widthUm,
    height: heightUm,
    lots,
    onHand,
    history: [...byDay].map(([day, left]) => ({ day, onHand: left })),
    forecast: forecastStock({
      onHand,
      uses,
      today,
      deliveryDays: supplier?.deliveryDays ?? FIRST_DELIVERY_DAYS,
      promised: promised + forOrders(wanted, widthUm, heightUm),
      cover: COVER_DAYS,
    }),
  };
}

/** How many sheets, or what length of a roll, wanted prints take: of a roll their area with a tenth for what is cut away. */
function forOrders(wanted: readonly WantedSheets[], widthUm: number, heightUm: number | null): number {
  if (heightUm === null)
    return wanted.reduce((sum, w) => sum + Math.round((w.width * w.height * w.count * 1.1) / widthUm), 0);
  const onOne = new Map<string, number>();
  const upOf = ({ width, height }: WantedSheets): number => {
    const key = `${width} ${height}`;
    const known = onOne.get(key);
    if (known !== undefined) return known;
    const sheet = { width: widthUm, height: heightUm };
    const { count } = layOnSheet({ sheet, piece: { width, height }, margin: 5_000, gutter: 0 });
    onOne.set(key, Math.max(1, count));
    return onOne.get(key)!;
  };
  return wanted.reduce((sum, w) => sum + Math.ceil(w.count / upOf(w)), 0);
}

/** What lies in the drawer of every paper, by the paper's id. */
export async function heldByPaper(studio: Studio): Promise<Map<string, Held[]>> {
  const today = await studio.today();
  return studio.untilWritten(`drawers ${today}`, async () => {
    const [papers, ground] = await Promise.all([findRows(studio.db, 'papers'), drawerGround(studio)]);
    return new Map(papers.map((paper) => [paper.id, heldOf(ground, paper)]));
  });
}

export type Consequence = { workId: string; title: string; says: string };

/** Everything the page of a paper shows. */
export async function loadPaperPage(studio: Studio, paperId: string) {
  const { db } = studio;
  const paper = await findRow(db, 'papers', paperId);
  if (!paper) return null;
  const { timeZone } = await studio.settings();
  const today = localDay(studio.now(), timeZone);
  const [all, supplierRows, passed, running, moves] = await Promise.all([
    findRows(db, 'papers', {}, { orderBy: ['name'] }),
    suppliersAtHand(db),
    acceptedOnPaper(db, paperId),
    openEditionsOnPaper(db, paperId),
    movesOfPaper(db, paperId),
  ]);
  const consequences: Consequence[] = [
    ...running.map((e) => ({
      workId: e.workId,
      title: e.title,
      says:
        e.kind === 'limited'
          ? `its limited edition of ${e.size} is printed on it: later numbers would differ`
          : 'its open edition is printed on it',
    })),
    ...passed
      .filter((p) => p.proof.reference)
      .map((p) => ({
        workId: p.workId,
        title: p.title,
        says: `the reference proof at ${p.format} is on it: another paper wants a proof of its own`,
      })),
  ];
  return {
    paper,
    today,
    held: heldOf(await drawerGround(studio, [paperId]), paper),
    suppliers: supplierRows,
    nearest: nearestPapers(paper, all) as NearPaper[],
    consequences,
    passed: passed.map((p) => ({
      workId: p.workId,
      title: p.title,
      format: p.format,
      round: p.proof.round,
      on: p.proof.judgedAt ? localDay(p.proof.judgedAt, timeZone) : '',
    })),
    moves,
  };
}
export type PaperPage = NonNullable<Awaited<ReturnType<typeof loadPaperPage>>>;

/** Up to four papers side by side, with the works that passed on each and the cost of one piece. */
export async function papersBeside(
  studio: Studio,
  ids: readonly string[],
  piece: { width: number; height: number },
) {
  const { db } = studio;
  const rows = (await findRows(db, 'papers', { id: ids.slice(0, 4) })).sort(
    (a, b) => ids.indexOf(a.id) - ids.indexOf(b.id),
  );
  const [passed, stock] = await Promise.all([
    papersThatPassed(db),
    lotsOnHand(
      db,
      rows.map((r) => r.id),
    ),
  ]);
  const area = (piece.width / 1e6) * (piece.height / 1e6);
  return rows.map((paper) => {
    // The oldest lot with something left is the one that would be used.
    const lot = stock.find((l) => l.paperId === paper.id && l.onHand > 0) ?? null;
    const perM2 =
      lot && lot.received > 0
        ? lot.priceMinor /
          (lot.form === 'sheet'
            ? lot.received * (lot.widthUm / 1e6) * (lot.heightUm! / 1e6)
            : (lot.received / 1e6) * (lot.widthUm / 1e6))
        : paper.pricePerM2Minor;
    return {
      paper,
      passed: passed.filter((p) => p.paperId === paper.id).map((p) => p.title),
      pieceMinor: Math.round(perM2 * area),
      from: lot ? `lot ${lot.name}` : 'list price',
    };
  });
}

/** Which papers suit a work. */
export async function adviceFor(studio: Studio, workId: string): Promise<PaperAdvice[]> {
  const work = await rowById(studio.db, 'works', workId, 'workId');
  return advisePaper(work, await findRows(studio.db, 'papers'));
}

export type OrderLine = {
  supplier: Supplier | null;
  what: string;
  amount: string;
  why: string;
  by: string;
  costMinor: number;
};

/** What should be ordered now, by supplier: papers at their reorder point, supplies at theirs. */
export async function orderList(studio: Studio): Promise<OrderLine[]> {
  const { db } = studio;
  const { unit, timeZone } = await studio.settings();
  const today = localDay(studio.now(), timeZone);
  const [all, supplierRows, low, held] = await Promise.all([
    findRows(db, 'papers', { discontinued: false }, { orderBy: ['name'] }),
    suppliersAtHand(db),
    findRows(db, 'supplies'),
    heldByPaper(studio),
  ]);
  const lines: OrderLine[] = [];
  for (const p of all)
    for (const h of held.get(p.id) ?? []) {
      const free = h.onHand - h.forecast.promised;
      if (
        h.forecast.order <= 0 ||
        (free > h.forecast.reorderPoint && !(h.forecast.reorderOn && h.forecast.reorderOn <= today))
      )
        continue;
      const shown = (v: number) =>
        h.form === 'roll'
          ? formatLength(Math.ceil(v / 1_000_000) * 1_000_000, unit)
          : `${Math.ceil(v)} sheets`;
      const lot = h.lots[0]!,
        each = lot.received > 0 ? lot.priceMinor / lot.received : 0;
      lines.push({
        supplier: supplierRows.find((s) => s.id === p.supplierId) ?? null,
        what: `${p.name}, ${h.form === 'roll' ? `${formatLength(h.width, unit)} roll` : formatSize({ width: h.width, height: h.height! }, unit)}`,
        amount: shown(h.forecast.order),
        why: `${shown(Math.max(0, free))} free, order at ${shown(h.forecast.reorderPoint)}`,
        by: h.forecast.reorderOn ?? today,
        costMinor: Math.round(each * h.forecast.order),
      });
    }
  for (const s of low.filter((x) => x.onHand <= x.reorderAt && x.reorderAt > 0))
    lines.push({
      supplier: null,
      what: s.name,
      amount: `${Math.max(1, 2 * s.reorderAt - s.onHand)}`,
      why: `${s.onHand} on hand, order at ${s.reorderAt}`,
      by: today,
      costMinor: Math.max(1, 2 * s.reorderAt - s.onHand) * s.priceMinor,
    });
  return lines;
}

export async function orderListCsv(studio: Studio): Promise<string> {
  const { currency } = await studio.settings();
  return csv([
    ['supplier', 'what', 'amount', 'why', 'by', `about (${currency})`],
    ...(await orderList(studio)).map((l) => [
      l.supplier?.name ?? '',
      l.what,
      l.amount,
      l.why,
      l.by,
      formatMoney(l.costMinor, currency, { bare: true }).replace(/\u2009/g, ''),
    ]),
  ]);
}

/** The order list as a page, a part for each supplier. */
export async function orderListDocument(studio: Studio): Promise<{ name: string; bytes: Buffer }> {
  const s = await studio.settings();
  const lines = await orderList(studio);
  const bytes = await orderListPdf({
    studio: s.name,
    address: s.address,
    at: studio.now(),
    day: localDay(studio.now(), s.timeZone),
    letter: s.unit === 'in',
    lines: lines.map((l) => ({
      supplier: l.supplier?.name ?? 'From whoever has it',
      days: l.supplier?.deliveryDays ?? null,
      what: l.what,
      amount: l.amount,
      why: l.why,
      about: formatMoney(l.costMinor, s.currency),
    })),
  });
  return { name: `to-order_${localDay(studio.now(), s.timeZone)}.pdf`, bytes };
}

/** What goes with work that is sent out: what, how many, how it is to be made. */
export async function jobSheet(studio: Studio, jobId: string): Promise<{ name: string; bytes: Buffer }> {
  const s = await studio.settings();
  const job = await rowById(studio.db, 'sentJobs', jobId, 'job'),
    route = await rowById(studio.db, 'routes', job.routeId, 'route');
  const lines = await Promise.all(
    job.lines.map(async (l) => {
      const format = await rowById(studio.db, 'formats', l.formatId, 'format'),
        image = imageOf(format),
        sheet = sheetOf(image, bordersOf(format));
      return {
        what: l.says,
        count: l.quantity,
        how: `image ${formatSize(image, s.unit)}, sheet ${formatSize(sheet, s.unit)} (${formatSize(sheet, s.unit === 'mm' ? 'in' : 'mm')}); ${route.addsBorder ? 'border to be left on the sheet' : 'border lies in the file: print without scaling'}`,
      };
    }),
  );
  const bytes = await jobSheetPdf({
    studio: s.name,
    address: s.address,
    at: studio.now(),
    letter: s.unit === 'in',
    route: route.name,
    sentOn: job.sentOn,
    expectedOn: job.expectedOn,
    asks: `${route.process}; ${route.space}; ${route.fileKinds}. Do not scale, crop or correct colour.`,
    lines,
    total: formatMoney(job.totalMinor, s.currency),
  });
  return { name: `job_${job.sentOn}_${fileWords(route.name)}.pdf`, bytes };
}
