import { parsePpiSteps } from '@/core/resolution';
import { BRIGHTENERS, PAPER_BASES, PAPER_SURFACES } from '@/core/stock/paperWords';
import { InputError, RefusedError } from '@/core/errors';
import { parseLength, parseMoney, parseSize, parseWeight } from '@/core/measure';
import { ownColumns, insertRow, patchRow, rowById, type NewRow } from '@/store/rows';
import { moveSupply } from '@/store/supplies';
import { defineAction } from '../action';
import {
  day,
  flag,
  id,
  line,
  name,
  objectSchema,
  oneOf,
  prose,
  Type,
  typed,
  wholeNumber,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';

/** Records a paper, or changes what is known of it. */
export const recordPaper = defineAction({
  name: 'recordPaper',
  input: objectSchema({
    id: Type.Optional(id),
    name,
    base: oneOf(...PAPER_BASES),
    surface: oneOf(...PAPER_SURFACES),
    gsm: wholeNumber(20, 1200),
    thickness: typed,
    brightener: oneOf(...BRIGHTENERS),
    mayRoll: flag,
    scuffs: flag,
    dryHours: wholeNumber(0, 240),
    pricePerM2: typed,
    sizes: line,
    permanence: line,
    notes: prose,
  }),

  async run({ studio, input: { id: given, thickness, pricePerM2, ...rest } }) {
    const { currency, unit } = await studio.settings();
    const row = {
      ...rest,
      thicknessUm: parseLength(thickness, unit, 'thickness'),
      pricePerM2Minor: parseMoney(pricePerM2, currency, 'pricePerM2'),
    };
    return keep(studio, 'papers', given, row, 'paper');
  },
});

/** Notes that a paper is no longer made, or is made again. */
export const discontinuePaper = defineAction({
  name: 'discontinuePaper',
  input: objectSchema({ id, discontinued: flag }),

  async run({ studio, tx, input }) {
    const paper = await rowById(tx, 'papers', input.id, 'id');
    await patchRow(tx, 'papers', paper.id, { discontinued: input.discontinued });
    const says = `${paper.name} is ${input.discontinued ? 'discontinued' : 'made again'}.`;
    await noteInJournal(studio, tx, { act: 'changed', subject: 'paper', subjectId: paper.id, says });
    return { message: says };
  },
});

/** Records a way of getting prints made. */
export const recordRoute = defineAction({
  name: 'recordRoute',
  input: objectSchema({
    id: Type.Optional(id),
    name,
    kind: oneOf(
      'own printer',
      'lab',
      'quick-print shop',
      'print-on-demand house',
      'hand-made darkroom print',
    ),
    process: line,
    leadDays: wholeNumber(0, 120),
    /** One figure, or steps by the long edge: "300 to 500 mm, 200 above". */
    ppi: Type.Union([typed, wholeNumber(30, 1_200)]),
    space: line,
    fileKinds: line,
    addsBorder: flag,
    givesProofs: flag,
    pricePerM2: typed,
    minimum: typed,
    notes: prose,
  }),

  async run({ studio, input: { id: given, ppi, pricePerM2, minimum, ...rest } }) {
    const { currency, unit } = await studio.settings();
    const was = given ? await rowById(studio.db, 'routes', given, 'id') : null;
    // A script that sends one figure says nothing about the steps behind it.
    const isSame = typeof ppi === 'number' && was?.ppiSteps[0]?.ppi === ppi;
    const ppiSteps = isSame ? was.ppiSteps : parsePpiSteps(String(ppi), unit);
    const row = {
      ...rest,
      ppiSteps,
      pricePerM2Minor: parseMoney(pricePerM2, currency, 'pricePerM2'),
      minimumMinor: parseMoney(minimum, currency, 'minimum'),
    };
    return keep(studio, 'routes', given, row, 'route');
  },
});

/** Records something on the packing shelf, or how many of it there are. */
export const recordSupply = defineAction({
  name: 'recordSupply',
  input: objectSchema({
    id: Type.Optional(id),
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
    window: Type.Optional(typed),
    weight: typed,
    onHand: wholeNumber(0, 1_000_000),
    reorderAt: wholeNumber(0, 1_000_000),
    price: typed,
    acidFree: Type.Optional(oneOf('yes', 'no', 'not said')),
  }),
  setsAll: true,
  async run({ studio, input: { id: given, size, window, weight, price, acidFree, ...rest } }) {
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
});

/** What is known of a supply is set; its count only moves. */
function keepSupply(
  studio: Studio,
  given: string | undefined,
  { onHand, ...row }: Record<string, unknown> & { name: string; onHand: number },
) {
  return studio.store.write(async (tx) => {
    const before = given ? await rowById(tx, 'supplies', given, 'id') : undefined;
    const done = await keep(studio, 'supplies', given, before ? row : { ...row, onHand: 0 }, 'supply');
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

/** Records a carrier's service, with the day its price was read. */
export const recordService = defineAction({
  name: 'recordService',
  input: objectSchema({
    id: Type.Optional(id),
    carrier: name,
    name,
    tracked: flag,
    insured: typed,
    days: wholeNumber(0, 120),
    maxLength: typed,
    maxWeight: typed,
    price: typed,
    readOn: day,
  }),

  async run({ studio, input: { id: given, insured, maxLength, maxWeight, price, ...rest } }) {
    const { currency, unit } = await studio.settings();
    const row = {
      ...rest,
      insuredMinor: insured.trim() ? parseMoney(insured, currency, 'insured') : 0,
      maxLengthUm: parseLength(maxLength, unit, 'maxLength'),
      maxWeightMg: parseWeight(maxWeight, unit === 'in' ? 'oz' : 'g', 'maxWeight'),
      priceMinor: parseMoney(price, currency, 'price'),
    };
    return keep(studio, 'services', given, row, 'service');
  },
});

/** Takes something off the packing shelf that was used at the bench: a mat cut beforehand, a board, tape. */
export const useSupply = defineAction({
  name: 'useSupply',
  input: objectSchema({ id, count: wholeNumber(1, 1_000), why: line }),

  async run({ studio, tx, input }) {
    const supply = await rowById(tx, 'supplies', input.id, 'id');
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
      message: `${supply.name}: ${supply.onHand - input.count} left${supply.onHand - input.count <= supply.reorderAt ? ', to be ordered' : ''}.`,
    };
  },
});

export const putSupplyBack = defineAction({
  name: 'putSupplyBack',
  input: objectSchema({ id, count: wholeNumber(1, 1_000) }),

  async run({ studio, tx, input }) {
    const supply = await rowById(tx, 'supplies', input.id, 'id');
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
    return { message: `${supply.name}: ${supply.onHand + input.count} on hand.` };
  },
});

/** Things that are recorded by one form each, and called by a name. */
type Named = 'papers' | 'routes' | 'supplies' | 'services';

function keep<N extends Named>(
  studio: Studio,
  table: N,
  given: string | undefined,
  row: Record<string, unknown> & { name: string },
  subject: string,
) {
  return studio.store.write(async (tx) => {
    const before = given ? await rowById(tx, table, given, 'id') : undefined;
    const rowId = given ?? studio.newId();
    const columns = ownColumns(table, row);
    if (given) await patchRow(tx, table, given, columns);
    else await insertRow(tx, table, { ...columns, id: rowId } as NewRow<N>);
    await noteInJournal(studio, tx, {
      act: given ? 'changed' : 'recorded',
      subject,
      subjectId: rowId,
      says: `${given ? 'Changed' : 'Recorded'} the ${subject} ${row.name}`,
      before,
      after: row,
    });
    return { message: `${row.name} is recorded.`, id: rowId };
  });
}
