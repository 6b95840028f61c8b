import { addDays } from '@/core/measure/day';
import type { Finding } from '@/core/finding';
import { localDay } from '@/core/measure';
import { areaOf, type Laid, type LaidPiece } from '@/core/sheets/pieces';
import {
  enoughInk,
  fitInk,
  forecastInk,
  inkLevel,
  inkWeights,
  type InkFit,
  type InkForecast,
  type InkLevel,
  type InkSpan,
} from '@/core/stock/ink';
import type { Db, Tx } from '@/store/db';
import { narrowestMachine, readingsOfFiles, sumOfLog, sumOfPrinted } from '@/store/machines';
import { findRows, insertRow, type Row } from '@/store/rows';
import { type Studio } from '../studio';

export type Machine = Row<'machines'>;
export type MachineEntry = Row<'machineLog'>;
export type InkMove = Row<'inkMoves'>;
export const machinesAtHand = (db: Db): Promise<Machine[]> =>
  findRows(db, 'machines', { archivedAt: null }, { orderBy: ['name'] });
export const inkMovesOf = (db: Db | Tx, machineId: string): Promise<InkMove[]> =>
  findRows(db, 'inkMoves', { machineId }, { orderBy: ['day', 'id'] });

type Use = { day: string; areaMm2: number; weights: Record<string, number> | null };

/** Where a colour stands: the cartridge in use since when, with how much, spares, and the spans of those that ran out. */
export function inkState(
  machine: Machine,
  colour: string,
  moves: readonly InkMove[],
  uses: readonly Use[],
  cleanings: readonly string[] = [],
) {
  const own = moves.filter((m) => m.colour === colour);
  let since: { day: string; ml: number } | null = null,
    spare = 0,
    display: { day: string; share: number } | null = null,
    first = true;
  const spans: InkSpan[] = [];
  const between = (from: string, to: string | null) => ({
    area: uses
      .filter((u) => u.day >= from && (to === null || u.day < to))
      .reduce((a, u) => a + (u.areaMm2 / 1e6) * (u.weights?.[colour] ?? 1), 0),
    cleanings: cleanings.filter((d) => d >= from && (to === null || d < to)).length,
  });
  const end = (on: string, left: number) => {
    if (!since) return;
    const use = between(since.day, on);
    if (use.area + use.cleanings > 0 && since.ml > left) spans.push({ ml: since.ml - left, ...use });
    since = null;
  };
  for (const m of own) {
    if (m.kind === 'bought') spare += m.amount;
    else if (m.kind === 'display') display = { day: m.day, share: m.amount / 100 };
    else if (m.kind === 'out') end(m.day, m.amount);
    else {
      end(m.day, 0);
      if (!first || spare > 0) spare = Math.max(0, spare - 1);
      since = { day: m.day, ml: m.amount };
      first = false;
      display = null;
    }
  }
  const now = since as { day: string; ml: number } | null;
  return {
    since: now,
    spare,
    display,
    spans,
    used: now ? between(now.day, null) : { area: 0, cleanings: 0 },
  };
}

export type InkReport = {
  colour: string;
  full: number;
  priceMinor: number;
  since: string | null;
  level: InkLevel | null;
  spare: number;
  display: { day: string; share: number } | null;
  fit: InkFit;
  perDay: number;
  forecast: InkForecast;
  queue: Finding | null;
  perM2Minor: number;
};

/** Days that the rate of use is taken from. */
const RATE_DAYS = 60;

/**
 * Every colour of a machine: its level by own reckoning beside the display, when it runs out at the present rate, when to
 * order, what a square metre of it costs, and whether the queue can be printed.
 */
export async function inkReport(studio: Studio, machine: Machine): Promise<InkReport[]> {
  const { db } = studio;
  const today = localDay(studio.now(), (await studio.settings()).timeZone);
  const [moves, uses, log, queued] = await Promise.all([
    inkMovesOf(db, machine.id),
    findRows(db, 'inkUse', { machineId: machine.id }),
    findRows(db, 'machineLog', { machineId: machine.id, kind: 'cleaning' }),
    findRows(db, 'layouts', { state: 'queued' }),
  ]);
  const from = addDays(today, -RATE_DAYS);
  const queueArea = queued
    .filter((l) => l.widthUm <= machine.widthUm)
    .reduce((a, l) => a + areaOf(l.placements) / 1e6, 0);
  return machine.inks.map((ink): InkReport => {
    const s = inkState(
        machine,
        ink.colour,
        moves,
        uses,
        log.map((l) => l.day),
      ),
      fit = fitInk(s.spans);
    const recent = uses
        .filter((u) => u.day > from)
        .reduce((a, u) => a + (u.areaMm2 / 1e6) * (u.weights?.[ink.colour] ?? 1), 0),
      washed = log.filter((l) => l.day > from).length;
    const perDay = (fit.coverage * recent + fit.perCleaning * washed) / RATE_DAYS;
    const level = s.since ? inkLevel(s.since.ml, s.used, fit) : null;
    return {
      colour: ink.colour,
      full: ink.ml,
      priceMinor: ink.priceMinor,
      since: s.since?.day ?? null,
      level,
      spare: s.spare,
      display: s.display,
      fit,
      perDay,
      forecast: level
        ? forecastInk(level, perDay, machine.deliveryDays, s.spare, ink.ml)
        : { days: null, earliest: null, inPlace: null, orderIn: null },
      queue: level && queueArea > 0 ? enoughInk(ink.colour, level, fit.coverage * queueArea) : null,
      perM2Minor: ink.ml > 0 ? Math.round((fit.coverage / ink.ml) * ink.priceMinor) : 0,
    };
  });
}

/** Ink for a layout that was just printed, on the narrowest machine that takes it. */
export async function inkForLayout(
  studio: Studio,
  tx: Tx,
  layout: {
    /** Nothing for a misprint: taking the print back does not give its ink back. */
    id: string | null;
    name: string;
    widthUm: number;
    pieces: readonly LaidPiece[];
    placements: readonly Laid[];
  },
): Promise<string | null> {
  const [machine] = await narrowestMachine(tx, layout.widthUm);
  if (!machine) return null;
  await insertRow(tx, 'inkUse', {
    id: studio.newId(),
    machineId: machine.id,
    day: localDay(studio.now(), (await studio.settings(tx)).timeZone),
    areaMm2: Math.round(areaOf(layout.placements)),
    says: layout.name,
    layoutId: layout.id,
    weights: await weightsOf(tx, machine, layout),
  });
  return machine.id;
}

/** What a layout's pictures ask of each colour, by their own darkness where their files are here; by area. */
async function weightsOf(
  tx: Tx,
  machine: Machine,
  layout: { pieces: readonly LaidPiece[]; placements: readonly Laid[] },
): Promise<Record<string, number> | null> {
  const shas = [...new Set(layout.pieces.flatMap((p) => (p.picture ? [p.picture] : [])))];
  if (!shas.length) return null;
  const rows = await readingsOfFiles(tx, shas);
  const colours = machine.inks.map((i) => i.colour),
    total = areaOf(layout.placements);
  const sums = new Map(colours.map((c) => [c, 0]));
  for (const p of layout.placements) {
    const piece = layout.pieces.find((x) => x.id === p.id.split('#')[0]),
      row = rows.find((r) => r.sha === piece?.picture);
    const weights = row ? inkWeights(row.body.histogram, colours) : null;
    for (const c of colours) sums.set(c, sums.get(c)! + (weights?.[c] ?? 1) * (areaOf([p]) / total));
  }
  return Object.fromEntries([...sums].map(([c, v]) => [c, Math.round(v * 100) / 100]));
}

/** What a machine cost an hour of its meant life, and a square metre of all its inks so far. */
export async function machineCosts(
  db: Db,
  machine: Machine,
): Promise<{
  perHourMinor: number | null;
  repairsMinor: number;
  printedM2: number;
  chargingMinor: number;
}> {
  const [[log], [use]] = await Promise.all([sumOfLog(db, machine.id), sumOfPrinted(db, machine.id)]);
  const repairsMinor = log?.cost ?? 0;
  return {
    perHourMinor:
      machine.lifeHours > 0 ? Math.round((machine.outlayMinor + repairsMinor) / machine.lifeHours) : null,
    repairsMinor,
    printedM2: (use?.mm2 ?? 0) / 1e6,
    chargingMinor: machine.inks.reduce(
      (a, i) => a + Math.round((machine.chargingMl / i.ml) * i.priceMinor),
      0,
    ),
  };
}

export const logOf = (db: Db, machineId: string): Promise<MachineEntry[]> =>
  findRows(db, 'machineLog', { machineId }, { orderBy: ['-day', '-id'], limit: 60 });
export const settingsOfPapers = (db: Db) => findRows(db, 'mediaSettings');
