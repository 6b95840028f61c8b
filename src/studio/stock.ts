import { getTableColumns, type Table } from 'drizzle-orm';
import { InputError, RefusedError } from '@/core/errors';
import { parseMoney, parseSize, parseWeight, parseLength } from '@/core/measure';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { papers, routes, services, supplies } from '@/store/schema';
import { moveSupply } from '@/store/supplies';
import { act } from './act';
import { count, day, flag, id, just, line, name, oneOf, prose, typed } from './schemas';
import { noteInJournal, type Studio } from './studio';

const BASES = ['cotton', 'alpha cellulose', 'resin-coated', 'canvas', 'washi', 'card'] as const;
const SURFACES = ['matte', 'textured matte', 'satin', 'lustre', 'gloss', 'metallic'] as const;

type PaperInput = {
  id?: string;
  name: string;
  base: (typeof BASES)[number];
  surface: (typeof SURFACES)[number];
  gsm: number;
  thickness: string;
  brightener: 'none' | 'little' | 'much';
  mayRoll: boolean;
  scuffs: boolean;
  dryHours: number;
  pricePerM2: string;
  sizes: string;
  permanence: string;
  notes: string;
};

/** Records a paper, or changes what is known of it. */
export const recordPaper = act<PaperInput>(
  just(
    {
      id,
      name,
      base: oneOf(...BASES),
      surface: oneOf(...SURFACES),
      gsm: count(20, 1200),
      thickness: typed,
      brightener: oneOf('none', 'little', 'much'),
      mayRoll: flag,
      scuffs: flag,
      dryHours: count(0, 240),
      pricePerM2: typed,
      sizes: line,
      permanence: line,
      notes: prose,
    },
    ['id'],
  ),
  async (studio, { id: given, thickness, pricePerM2, ...rest }) => {
    const { currency, unit } = await studio.settings();
    const row = {
      ...rest,
      thicknessUm: parseLength(thickness, unit, 'thickness'),
      pricePerM2Minor: parseMoney(pricePerM2, currency, 'pricePerM2'),
    };
    return keep(studio, papers, given, row, 'paper');
  },
);

/** Notes that a paper is no longer made, or is made again. */
export const discontinuePaper = act<{ id: string; discontinued: boolean }>(
  just({ id, discontinued: flag }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const paper = await rowById(tx, papers, input.id, 'id');
      await patchRow(tx, papers, paper.id, { discontinued: input.discontinued });
      const says = `${paper.name} is ${input.discontinued ? 'discontinued' : 'made again'}.`;
      await noteInJournal(studio, tx, { act: 'changed', subject: 'paper', subjectId: paper.id, says });
      return {
        says,
        undo: { act: 'discontinuePaper', input: { id: paper.id, discontinued: !input.discontinued } },
      };
    }),
);

type RouteInput = {
  id?: string;
  name: string;
  kind: (typeof routes.$inferSelect)['kind'];
  process: string;
  leadDays: number;
  ppi: number;
  space: string;
  fileKinds: string;
  addsBorder: boolean;
  givesProofs: boolean;
  pricePerM2: string;
  minimum: string;
  notes: string;
};

/** Records a way of getting prints made. */
export const recordRoute = act<RouteInput>(
  just(
    {
      id,
      name,
      kind: oneOf(
        'own printer',
        'lab',
        'quick-print shop',
        'print-on-demand house',
        'hand-made darkroom print',
      ),
      process: line,
      leadDays: count(0, 120),
      ppi: count(30, 1200),
      space: line,
      fileKinds: line,
      addsBorder: flag,
      givesProofs: flag,
      pricePerM2: typed,
      minimum: typed,
      notes: prose,
    },
    ['id'],
  ),
  async (studio, { id: given, ppi, pricePerM2, minimum, ...rest }) => {
    const { currency } = await studio.settings();
    const was = given ? await rowById(studio.db, routes, given, 'id') : null;
    // The form asks one figure; a route that has steps keeps them until that figure is changed.
    const ppiSteps = was && was.ppiSteps[0]?.ppi === ppi ? was.ppiSteps : [{ ppi }];
    const row = {
      ...rest,
      ppiSteps,
      pricePerM2Minor: parseMoney(pricePerM2, currency, 'pricePerM2'),
      minimumMinor: parseMoney(minimum, currency, 'minimum'),
    };
    return keep(studio, routes, given, row, 'route');
  },
);

type SupplyInput = {
  id?: string;
  name: string;
  kind: (typeof supplies.$inferSelect)['kind'];
  size: string;
  /** Of a mat cut beforehand. */ window?: string;
  weight: string;
  onHand: number;
  reorderAt: number;
  price: string;
  /** What its maker says of it; nothing: nobody has said. */ acidFree?: 'yes' | 'no' | 'not said';
};

/** Records something on the packing shelf, or how many of it there are. */
export const recordSupply = act<SupplyInput>(
  just(
    {
      id,
      name,
      kind: oneOf(
        'board',
        'sleeve',
        'mailer',
        'tube',
        'interleaving',
        'card',
        'certificate',
        'care sheet',
        'label',
        'tape',
        'corner',
        'box',
        'mat',
      ),
      size: typed,
      window: typed,
      weight: typed,
      onHand: count(0, 1_000_000),
      reorderAt: count(0, 1_000_000),
      price: typed,
      acidFree: oneOf('yes', 'no', 'not said'),
    },
    ['id', 'window', 'acidFree'],
  ),
  async (studio, { id: given, size, window, weight, price, acidFree, ...rest }) => {
    const { currency, unit } = await studio.settings();
    const opening = window?.trim() ? parseSize(window, unit, 'window') : null;
    if (opening && rest.kind !== 'mat')
      throw new InputError('window', window, 'nothing: only a mat has a window');
    const area = size.trim() ? parseSize(size, unit, 'size') : { width: 0, height: 0 };
    const row = {
      ...rest,
      widthUm: area.width,
      heightUm: area.height,
      windowWidthUm: opening?.width ?? null,
      windowHeightUm: opening?.height ?? null,
      ...(acidFree && { acidFree: acidFree === 'not said' ? null : acidFree === 'yes' }),
      weightMg: parseWeight(weight, unit === 'in' ? 'oz' : 'g', 'weight'),
      priceMinor: price.trim() ? parseMoney(price, currency, 'price') : 0,
    };
    return keepSupply(studio, given, row);
  },
  // A count typed into the form must not pass over what another window took from the shelf meanwhile.
  { setsAll: true },
);

/** What is known of a supply is set; its count only moves. */
function keepSupply(
  studio: Studio,
  given: string | undefined,
  { onHand, ...row }: Record<string, unknown> & { name: string; onHand: number },
) {
  return studio.store.write(async (tx) => {
    const before = given ? await rowById(tx, supplies, given, 'id') : undefined;
    const done = await keep(studio, supplies, given, before ? row : { ...row, onHand: 0 }, 'supply');
    await moveSupply(tx, {
      id: studio.newId(),
      supplyId: done.id,
      at: studio.now(),
      kind: 'counted',
      amount: onHand - (before?.onHand ?? 0),
      why: before ? 'counted anew' : 'first count',
    });
    return done;
  });
}

type ServiceInput = {
  id?: string;
  carrier: string;
  name: string;
  tracked: boolean;
  insured: string;
  days: number;
  maxLength: string;
  maxWeight: string;
  price: string;
  readOn: string;
};

/** Records a carrier's service, with the day its price was read. */
export const recordService = act<ServiceInput>(
  just(
    {
      id,
      carrier: name,
      name,
      tracked: flag,
      insured: typed,
      days: count(0, 120),
      maxLength: typed,
      maxWeight: typed,
      price: typed,
      readOn: day,
    },
    ['id'],
  ),
  async (studio, { id: given, insured, maxLength, maxWeight, price, ...rest }) => {
    const { currency, unit } = await studio.settings();
    const row = {
      ...rest,
      insuredMinor: insured.trim() ? parseMoney(insured, currency, 'insured') : 0,
      maxLengthUm: parseLength(maxLength, unit, 'maxLength'),
      maxWeightMg: parseWeight(maxWeight, unit === 'in' ? 'oz' : 'g', 'maxWeight'),
      priceMinor: parseMoney(price, currency, 'price'),
    };
    return keep(studio, services, given, row, 'service');
  },
);

/** Takes something off the packing shelf that was used at the bench: a mat cut beforehand, a board, tape. */
export const useSupply = act<{ id: string; count: number; why: string }>(
  just({ id, count: count(1, 1_000), why: line }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const supply = await rowById(tx, supplies, input.id, 'id');
      if (supply.onHand < input.count)
        throw new RefusedError(
          `${supply.onHand} of ${supply.name} are on hand, not ${input.count}: count them under Packing shelf.`,
        );
      await moveSupply(tx, {
        id: studio.newId(),
        supplyId: supply.id,
        at: studio.now(),
        kind: 'used',
        amount: -input.count,
        why: input.why,
      });
      await noteInJournal(studio, tx, {
        act: 'used',
        subject: 'supply',
        subjectId: supply.id,
        says: `Used ${input.count} × ${supply.name}${input.why ? `: ${input.why}` : ''}`,
        before: supply.onHand,
        after: supply.onHand - input.count,
      });
      return {
        says: `${supply.name}: ${supply.onHand - input.count} left${supply.onHand - input.count <= supply.reorderAt ? ', to be ordered' : ''}.`,
      };
    }),
);

export const putSupplyBack = act<{ id: string; count: number }>(
  just({ id, count: count(1, 1_000) }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const supply = await rowById(tx, supplies, input.id, 'id');
      await moveSupply(tx, {
        id: studio.newId(),
        supplyId: supply.id,
        at: studio.now(),
        kind: 'received',
        amount: input.count,
        why: 'put back',
      });
      await noteInJournal(studio, tx, {
        act: 'put back',
        subject: 'supply',
        subjectId: supply.id,
        says: `Put back ${input.count} × ${supply.name}`,
        before: supply.onHand,
        after: supply.onHand + input.count,
      });
      return { says: `${supply.name}: ${supply.onHand + input.count} on hand.` };
    }),
);

type Named = typeof papers | typeof routes | typeof supplies | typeof services;

function keep(
  studio: Studio,
  table: Named,
  given: string | undefined,
  row: Record<string, unknown> & { name: string },
  subject: string,
) {
  return studio.store.write(async (tx) => {
    const before = given ? await rowById(tx, table as typeof papers, given, 'id') : undefined;
    const rowId = given ?? studio.newId();
    const known = getTableColumns(table as Table);
    const columns = Object.fromEntries(Object.entries(row).filter(([k]) => k in known));
    if (given) await patchRow(tx, table as typeof papers, given, columns);
    else
      await insertRow(
        tx,
        table as typeof papers,
        { id: rowId, ...columns } as typeof papers.$inferInsert,
      );
    await noteInJournal(studio, tx, {
      act: given ? 'changed' : 'recorded',
      subject,
      subjectId: rowId,
      says: `${given ? 'Changed' : 'Recorded'} the ${subject} ${row.name}`,
      before,
      after: row,
    });
    return { says: `${row.name} is recorded.`, id: rowId };
  });
}
