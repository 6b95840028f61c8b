import { and, asc, desc, eq, gte, inArray, isNull, sql } from 'drizzle-orm';
import { InputError, RefusedError } from '@/core/errors';
import { areaOf, type Laid, type LaidPiece } from '@/core/layout/pieces';
import { localDay, parseLength, parseMoney } from '@/core/measure';
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
import type { Finding } from '@/core/finding';
import type { Db, Tx } from '@/store/db';
import { insertRow, patchRow, rowById } from '@/store/rows';
import {
  inkMoves,
  inkUse,
  layouts,
  MACHINE_LOG_KINDS,
  machineLog,
  machines,
  masters,
  mediaSettings,
  papers,
  readings,
} from '@/store/schema';
import { act } from './act';
import { array, count, day, flag, id, just, line, name, oneOf, orNull, prose, typed } from './schemas';
import { noteInJournal, type Studio } from './studio';

export type Machine = typeof machines.$inferSelect;
export type MachineEntry = typeof machineLog.$inferSelect;
export type InkMove = typeof inkMoves.$inferSelect;
export const machinesAtHand = (db: Db): Promise<Machine[]> =>
  db.select().from(machines).where(isNull(machines.archivedAt)).orderBy(asc(machines.name));

type MachineInput = {
  id: string | null;
  name: string;
  width: string;
  feeds: string;
  inks: { colour: string; ml: number; price: string }[];
  boughtOn: string;
  outlay: string;
  lifeHours: number;
  warrantyUntil: string | null;
  chargingMl: number;
  deliveryDays: number;
  notes: string;
};

/** Records an own printer: its width and feeds, its inks, what it cost and how long it is meant to last. */
export const recordMachine = act<MachineInput>(
  just({
    id: orNull(id),
    name,
    width: typed,
    feeds: line,
    inks: array(just({ colour: name, ml: count(1, 5_000), price: typed }), { minItems: 1, maxItems: 16 }),
    boughtOn: day,
    outlay: typed,
    lifeHours: count(0, 200_000),
    warrantyUntil: orNull(day),
    chargingMl: count(0, 2_000),
    deliveryDays: count(0, 120),
    notes: prose,
  }),
  async (studio, input) => {
    const { unit, currency } = await studio.settings();
    const colours = input.inks.map((i) => i.colour.trim().toLowerCase());
    const twice = colours.find((c, i) => colours.indexOf(c) !== i);
    if (twice) throw new InputError('inks', twice, 'each colour once');
    if (input.warrantyUntil && input.warrantyUntil < input.boughtOn)
      throw new InputError('warrantyUntil', input.warrantyUntil, `a day from ${input.boughtOn} on`);
    const row = {
      name: input.name.trim(),
      widthUm: parseLength(input.width, unit, 'width'),
      feeds: input.feeds,
      inks: input.inks.map((i) => ({
        colour: i.colour.trim(),
        ml: i.ml,
        priceMinor: i.price.trim() ? parseMoney(i.price, currency, 'inks') : 0,
      })),
      boughtOn: input.boughtOn,
      outlayMinor: input.outlay.trim() ? parseMoney(input.outlay, currency, 'outlay') : 0,
      lifeHours: input.lifeHours,
      warrantyUntil: input.warrantyUntil,
      chargingMl: input.chargingMl,
      deliveryDays: input.deliveryDays,
      notes: input.notes,
    };
    return studio.store.write(async (tx) => {
      const before = input.id ? await rowById(tx, machines, input.id, 'id') : null;
      const rowId = input.id ?? studio.newId();
      if (before) await patchRow(tx, machines, rowId, row);
      else await insertRow(tx, machines, { id: rowId, ...row });
      await noteInJournal(studio, tx, {
        act: before ? 'changed' : 'recorded',
        subject: 'machine',
        subjectId: rowId,
        says: `${before ? 'Changed' : 'Recorded'} the printer ${row.name}`,
        before,
        after: row,
      });
      return {
        says: `${row.name} is recorded.`,
        id: rowId,
        ...(!before && { undo: { act: 'putAwayMachine', input: { id: rowId, away: true } } }),
      };
    });
  },
);

export const putAwayMachine = act<{ id: string; away: boolean }>(
  just({ id, away: flag }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const machine = await rowById(tx, machines, input.id, 'id');
      await patchRow(tx, machines, input.id, { archivedAt: input.away ? studio.now() : null });
      await noteInJournal(studio, tx, {
        act: input.away ? 'put away' : 'brought back',
        subject: 'machine',
        subjectId: input.id,
        says: `${machine.name} ${input.away ? 'put away' : 'brought back'}`,
      });
      return {
        says: `${machine.name} is ${input.away ? 'put away' : 'back'}.`,
        undo: { act: 'putAwayMachine', input: { id: input.id, away: !input.away } },
      };
    }),
);

/** Writes a line in a machine's log: a check, a cleaning, a fault, a service. */
export const logMachine = act<{
  machineId: string;
  day: string;
  kind: (typeof MACHINE_LOG_KINDS)[number];
  says: string;
  cost: string;
}>(
  just({ machineId: id, day, kind: oneOf(...MACHINE_LOG_KINDS), says: line, cost: typed }),
  async (studio, input) => {
    const { currency, timeZone } = await studio.settings();
    if (input.day > localDay(studio.now(), timeZone))
      throw new InputError('day', input.day, 'a day that is not in the future');
    if (input.kind === 'fault' && !input.says.trim())
      throw new InputError('says', input.says, 'what the fault was');
    return studio.store.write(async (tx) => {
      const machine = await rowById(tx, machines, input.machineId, 'machineId');
      const newId = studio.newId();
      await insertRow(tx, machineLog, {
        id: newId,
        machineId: machine.id,
        day: input.day,
        kind: input.kind,
        says: input.says.trim(),
        costMinor: input.cost.trim() ? parseMoney(input.cost, currency, 'cost') : 0,
      });
      await noteInJournal(studio, tx, {
        act: 'logged',
        subject: 'machine',
        subjectId: machine.id,
        says: `${machine.name}: ${input.kind}${input.says ? `, ${input.says}` : ''}`,
      });
      return { says: `${input.kind[0]!.toUpperCase()}${input.kind.slice(1)} noted.`, id: newId };
    });
  },
);

/** Keeps the setting that worked for a paper on a machine: one for each pair. */
export const keepMediaSetting = act<{
  machineId: string;
  paperId: string;
  setting: string;
  feed: string;
  notes: string;
}>(just({ machineId: id, paperId: id, setting: name, feed: line, notes: line }), (studio, input) =>
  studio.store.write(async (tx) => {
    const [machine, paper] = [
      await rowById(tx, machines, input.machineId, 'machineId'),
      await rowById(tx, papers, input.paperId, 'paperId'),
    ];
    const [was] = await tx
      .select()
      .from(mediaSettings)
      .where(and(eq(mediaSettings.machineId, machine.id), eq(mediaSettings.paperId, paper.id)));
    const row = { setting: input.setting.trim(), feed: input.feed, notes: input.notes };
    if (was) await patchRow(tx, mediaSettings, was.id, row);
    else
      await insertRow(tx, mediaSettings, {
        id: studio.newId(),
        machineId: machine.id,
        paperId: paper.id,
        ...row,
      });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'paper',
      subjectId: paper.id,
      says: `${paper.name} on ${machine.name}: ${row.setting}`,
      before: was,
      after: row,
    });
    return {
      says: `${paper.name} on ${machine.name} is kept.`,
      ...(was && {
        undo: {
          act: 'keepMediaSetting',
          input: {
            machineId: machine.id,
            paperId: paper.id,
            setting: was.setting,
            feed: was.feed,
            notes: was.notes,
          },
        },
      }),
    };
  }),
);

type InkInput = {
  machineId: string;
  colour: string;
  kind: 'bought' | 'in' | 'out' | 'display';
  day: string;
  amount: number | null;
  cost: string;
};

/** Cartridges bought, put in or run out, or what the display says. Putting one in takes it off the shelf and ends the one before. */
export const moveInk = act<InkInput>(
  just({
    machineId: id,
    colour: name,
    kind: oneOf('bought', 'in', 'out', 'display'),
    day,
    amount: orNull(count(0, 100_000)),
    cost: typed,
  }),
  async (studio, input) => {
    const { currency, timeZone } = await studio.settings();
    if (input.day > localDay(studio.now(), timeZone))
      throw new InputError('day', input.day, 'a day that is not in the future');
    return studio.store.write(async (tx) => {
      const machine = await rowById(tx, machines, input.machineId, 'machineId');
      const ink = machine.inks.find((i) => i.colour === input.colour);
      if (!ink)
        throw new InputError(
          'colour',
          input.colour,
          `one of ${machine.inks.map((i) => i.colour).join(', ')}`,
        );
      if (input.kind === 'display' && (input.amount === null || input.amount > 100))
        throw new InputError('amount', input.amount, 'a share from 0 to 100 %');
      const moves = await inkMovesOf(tx, machine.id),
        state = inkState(machine, input.colour, moves, []);
      const first = !moves.some((m) => m.colour === input.colour && m.kind === 'in');
      if (input.kind === 'in' && !first && state.spare < 1)
        throw new RefusedError(
          `No ${input.colour} cartridge is on the shelf: note that one was bought first.`,
        );
      if (input.kind === 'out' && !state.since)
        throw new RefusedError(`No ${input.colour} cartridge is in ${machine.name}.`);
      const last = moves.filter((m) => m.colour === input.colour).at(-1);
      if (last && input.day < last.day)
        throw new InputError('day', input.day, `a day from ${last.day} on, when the last was noted`);
      const amount =
        input.amount ??
        (input.kind === 'bought'
          ? 1
          : input.kind === 'in'
            ? ink.ml - (first ? machine.chargingMl : 0)
            : 0);
      const costMinor = input.cost.trim()
        ? parseMoney(input.cost, currency, 'cost')
        : input.kind === 'bought'
          ? amount * ink.priceMinor
          : 0;
      await insertRow(tx, inkMoves, {
        id: studio.newId(),
        machineId: machine.id,
        colour: input.colour,
        day: input.day,
        at: studio.now(),
        kind: input.kind,
        amount,
        costMinor,
      });
      const said = {
        bought: `${amount} ${input.colour} bought`,
        in: `${input.colour} put in`,
        out: `${input.colour} ran out`,
        display: `display says ${amount} % of ${input.colour}`,
      }[input.kind];
      await noteInJournal(studio, tx, {
        act: 'ink',
        subject: 'machine',
        subjectId: machine.id,
        says: `${machine.name}: ${said}`,
      });
      return { says: `${said[0]!.toUpperCase()}${said.slice(1)}.`, id: machine.id };
    });
  },
);

/** Notes an area printed, so that the ink's reckoning knows of it. Printing a layout does this by itself. */
export const notePrinted = act<{
  machineId: string;
  day: string;
  areaMm2: number;
  says: string;
  weights?: Record<string, number>;
}>(
  just(
    {
      machineId: id,
      day,
      areaMm2: count(1, 1_000_000_000),
      says: line,
      weights: { type: 'object', additionalProperties: { type: 'number', minimum: 0, maximum: 3 } },
    },
    ['weights'],
  ),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const machine = await rowById(tx, machines, input.machineId, 'machineId');
      await insertRow(tx, inkUse, {
        id: studio.newId(),
        machineId: machine.id,
        day: input.day,
        areaMm2: input.areaMm2,
        says: input.says,
        weights: input.weights ?? null,
      });
      return { says: `${(input.areaMm2 / 1e6).toFixed(3)} m² noted on ${machine.name}.` };
    }),
);

export const inkMovesOf = (db: Db | Tx, machineId: string): Promise<InkMove[]> =>
  db
    .select()
    .from(inkMoves)
    .where(eq(inkMoves.machineId, machineId))
    .orderBy(asc(inkMoves.day), asc(inkMoves.id));

type Use = { day: string; areaMm2: number; weights: Record<string, number> | null };

/** Where a colour stands: the cartridge in use since when, with how much, spares, and the spans of those that ran out. */
function inkState(
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
    db.select().from(inkUse).where(eq(inkUse.machineId, machine.id)),
    db
      .select()
      .from(machineLog)
      .where(and(eq(machineLog.machineId, machine.id), eq(machineLog.kind, 'cleaning'))),
    db.select().from(layouts).where(eq(layouts.state, 'queued')),
  ]);
  const from = new Date(Date.parse(`${today}T00:00:00Z`) - RATE_DAYS * 86_400_000)
    .toISOString()
    .slice(0, 10);
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
        : { days: null, earliest: null, orderIn: null },
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
    id: string;
    name: string;
    widthUm: number;
    pieces: readonly LaidPiece[];
    placements: readonly Laid[];
  },
): Promise<void> {
  const [machine] = await tx
    .select()
    .from(machines)
    .where(and(isNull(machines.archivedAt), gte(machines.widthUm, layout.widthUm)))
    .orderBy(asc(machines.widthUm))
    .limit(1);
  if (!machine) return;
  await insertRow(tx, inkUse, {
    id: studio.newId(),
    machineId: machine.id,
    day: localDay(studio.now(), (await studio.settings(tx)).timeZone),
    areaMm2: Math.round(areaOf(layout.placements)),
    says: layout.name,
    layoutId: layout.id,
    weights: await weightsOf(tx, machine, layout),
  });
}

/** What a layout's pictures ask of each colour, by their own darkness where their files are here; by area. */
async function weightsOf(
  tx: Tx,
  machine: Machine,
  layout: { pieces: readonly LaidPiece[]; placements: readonly Laid[] },
): Promise<Record<string, number> | null> {
  const shas = [...new Set(layout.pieces.flatMap((p) => (p.picture ? [p.picture] : [])))];
  if (!shas.length) return null;
  const rows = await tx
    .select({ sha: masters.sha256, body: readings.body })
    .from(masters)
    .innerJoin(readings, eq(readings.masterId, masters.id))
    .where(inArray(masters.sha256, shas));
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
  const [[log], [use]] = await Promise.all([
    db
      .select({ cost: sql<number>`coalesce(sum(${machineLog.costMinor}), 0)` })
      .from(machineLog)
      .where(eq(machineLog.machineId, machine.id)),
    db
      .select({ mm2: sql<number>`coalesce(sum(${inkUse.areaMm2}), 0)` })
      .from(inkUse)
      .where(eq(inkUse.machineId, machine.id)),
  ]);
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
  db
    .select()
    .from(machineLog)
    .where(eq(machineLog.machineId, machineId))
    .orderBy(desc(machineLog.day), desc(machineLog.id))
    .limit(60);
export const settingsOfPapers = (db: Db) => db.select().from(mediaSettings);
