import Papa from 'papaparse';
import { InputError, RefusedError } from '@/core/errors';
import { isBlank, parseLength, parseSum, parseWeight } from '@/core/measure';
import { CRAFTS } from '@/core/order/orderWords';
import { INSERT_RULES } from '@/core/parcel/inserts';
import { OPENING_KINDS } from '@/core/parcel/passage';
import { readRateTable } from '@/core/parcel/rateTable';
import { findRows, insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  flag,
  id,
  lengthInput,
  line,
  listOf,
  moneyInput,
  name,
  objectSchema,
  oneOf,
  orNull,
  prose,
  Type,
  weightInput,
  wholeNumber,
} from '../schemas';
import { FIRST_SETTINGS } from '../settings/firstSettings';
import { noteInJournal } from '../studio';
import { publicHolidays } from './calendar';

/** Carriers' tables are short; a file of more lines is something else. */
const MOST_RATE_LINES = 20_000;

/** Brings in a carrier's table: services with zones and steps. A service of the same name gets the new table, with its day. */
export const importRates = defineAction({
  name: 'importRates',
  input: objectSchema({ text: Type.String({ maxLength: 900_000 }), readOn: day }),

  async run({ studio, tx, input }) {
    const { currency } = await studio.settings();
    const { data } = Papa.parse<string[]>(input.text.replace(/^\uFEFF/, ''), {
      skipEmptyLines: 'greedy',
    });
    if (data.length > MOST_RATE_LINES)
      throw new InputError('text', data.length, `at most ${MOST_RATE_LINES} lines`);
    const { services, faults } = readRateTable(data, { currency });
    if (!services.length)
      throw new InputError(
        'text',
        faults[0] ? `line ${faults[0].line}: ${faults[0].says}` : 'nothing',
        'at least one line that can be read',
      );
    const known = await findRows(tx, 'services');
    for (const service of services) {
      const same = known.find((each) => each.carrier === service.carrier && each.name === service.name);
      const row = { ...service, readOn: input.readOn };
      if (same) await patchRow(tx, 'services', same.id, row);
      else await insertRow(tx, 'services', { id: studio.newId(), ...row });
    }
    const names = services.map((s) => `${s.carrier} ${s.name}`);
    await noteInJournal(studio, tx, {
      act: 'brought in',
      subject: 'service',
      subjectId: 'services',
      says: `Read the tables of ${names.join(', ')}`,
    });
    const out = faults.length
      ? ` ${faults.length === 1 ? 'One line is' : `${faults.length} lines are`} kept out: ${faults
          .slice(0, 3)
          .map((f) => `line ${f.line}, ${f.says}`)
          .join('; ')}.`
      : '';
    return {
      message: `${services.length === 1 ? 'One service has' : `${services.length} services have`} a table.${out}`,
      faults,
    };
  },
});

/** Says what goes in with which orders, from the shelf, from the goods, or printed when wanted. */
export const saveInsert = defineAction({
  name: 'saveInsert',
  input: objectSchema({
    id: orNull(id),
    name,
    rule: oneOf(...INSERT_RULES),
    supplyId: orNull(id),
    goodsId: orNull(id),
    weight: weightInput,
    thickness: lengthInput,
  }),
  setsAll: true,

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    if (input.supplyId && input.goodsId)
      throw new InputError('goodsId', input.goodsId, 'either from the packing shelf or from the goods');
    if (input.supplyId) await rowById(tx, 'supplies', input.supplyId, 'supplyId');
    if (input.goodsId) await rowById(tx, 'goods', input.goodsId, 'goodsId');
    const row = {
      name: input.name.trim(),
      rule: input.rule,
      supplyId: input.supplyId,
      goodsId: input.goodsId,
      weightMg: parseWeight(input.weight, unit === 'in' ? 'oz' : 'g', 'weight'),
      thicknessUm: parseLength(input.thickness, unit, 'thickness'),
    };
    const insertId = input.id ?? studio.newId();
    if (input.id) {
      await rowById(tx, 'inserts', input.id, 'id');
      await patchRow(tx, 'inserts', input.id, row);
    } else await insertRow(tx, 'inserts', { id: insertId, ...row });
    await noteInJournal(studio, tx, {
      act: input.id ? 'changed' : 'recorded',
      subject: 'insert',
      subjectId: insertId,
      says: `${row.name} goes in: ${row.rule}`,
      after: row,
    });
    return { message: `${row.name} goes in: ${row.rule}.`, id: insertId };
  },
});

/** Something goes in no longer; parcels that were packed with it keep it. */
export const archiveInsert = defineAction({
  name: 'archiveInsert',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const insert = await rowById(tx, 'inserts', input.id, 'id');
    if (insert.archivedAt) throw new RefusedError(`${insert.name} does not go in any more.`);
    await patchRow(tx, 'inserts', insert.id, { archivedAt: studio.now() });
    const says = `${insert.name} no longer goes in`;
    await noteInJournal(studio, tx, { act: 'removed', subject: 'insert', subjectId: insert.id, says });
    return { message: `${says}.` };
  },
});

/** Stamps in the drawer: what one is worth, and how many there are. */
export const saveStamp = defineAction({
  name: 'saveStamp',
  input: objectSchema({
    id: orNull(id),
    name,
    value: moneyInput,
    permanent: flag,
    onHand: wholeNumber(0, 100_000),
    readOn: day,
  }),
  setsAll: true,

  async run({ studio, tx, input: { id: given, value, ...rest } }) {
    const { currency } = await studio.settings();
    const valueMinor = parseSum(value, currency, 'value');
    if (valueMinor === 0) throw new InputError('value', value, 'a sum above nothing');
    const row = { ...rest, name: rest.name.trim(), valueMinor };
    const stampId = given ?? studio.newId();
    if (given) {
      await rowById(tx, 'stamps', given, 'id');
      await patchRow(tx, 'stamps', given, row);
    } else await insertRow(tx, 'stamps', { id: stampId, ...row });
    await noteInJournal(studio, tx, {
      act: given ? 'changed' : 'recorded',
      subject: 'stamp',
      subjectId: stampId,
      says: `${row.onHand} × ${row.name} in the drawer`,
      after: row,
    });
    return { message: `${row.onHand} × ${row.name} in the drawer.`, id: stampId };
  },
});

/** A door, stair, lift or vehicle that large pieces pass, at one's own end or a buyer's. */
export const saveOpening = defineAction({
  name: 'saveOpening',
  input: objectSchema({
    id: orNull(id),
    name,
    kind: oneOf(...OPENING_KINDS),
    width: lengthInput,
    height: lengthInput,
    length: lengthInput,
    mayTilt: flag,
    orderId: orNull(id),
    place: wholeNumber(0, 100),
  }),
  setsAll: true,

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    if (input.orderId) await rowById(tx, 'orders', input.orderId, 'orderId');
    const lengthUm = isBlank(input.length) ? null : parseLength(input.length, unit, 'length');
    if (input.kind === 'vehicle' && !lengthUm)
      throw new InputError('length', input.length, 'the load length of the vehicle');
    const row = {
      name: input.name.trim(),
      kind: input.kind,
      widthUm: parseLength(input.width, unit, 'width'),
      heightUm: parseLength(input.height, unit, 'height'),
      lengthUm,
      mayTilt: input.mayTilt,
      orderId: input.orderId,
      place: input.place,
    };
    for (const side of ['widthUm', 'heightUm'] as const)
      if (!(row[side] > 0))
        throw new InputError(side === 'widthUm' ? 'width' : 'height', 0, 'a length above nothing');
    const openingId = input.id ?? studio.newId();
    if (input.id) {
      await rowById(tx, 'openings', input.id, 'id');
      await patchRow(tx, 'openings', input.id, row);
    } else await insertRow(tx, 'openings', { id: openingId, ...row });
    await noteInJournal(studio, tx, {
      act: input.id ? 'changed' : 'recorded',
      subject: 'opening',
      subjectId: openingId,
      says: `${row.name} is measured`,
      after: row,
    });
    return { message: `${row.name} is measured.`, id: openingId };
  },
});

export const removeOpening = defineAction({
  name: 'removeOpening',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const opening = await rowById(tx, 'openings', input.id, 'id');
    await removeRow(tx, 'openings', opening.id);
    const says = `${opening.name} is no longer passed`;
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'opening',
      subjectId: opening.id,
      says,
      before: opening,
    });
    return { message: `${says}.` };
  },
});

/** Somebody elsewhere who frames, mounts or mends: found when a piece is to be framed near its buyer, or comes open. */
export const saveCraftsperson = defineAction({
  name: 'saveCraftsperson',
  input: objectSchema({
    id: orNull(id),
    name,
    craft: oneOf(...CRAFTS),
    place: name,
    country: name,
    contact: line,
    price: moneyInput,
    days: wholeNumber(0, 365),
    notes: prose,
  }),
  setsAll: true,

  async run({ studio, tx, input: { id: given, price, ...rest } }) {
    const { currency } = await studio.settings();
    const row = { ...rest, priceMinor: isBlank(price) ? 0 : parseSum(price, currency, 'price') };
    const personId = given ?? studio.newId();
    if (given) {
      await rowById(tx, 'craftspeople', given, 'id');
      await patchRow(tx, 'craftspeople', given, row);
    } else await insertRow(tx, 'craftspeople', { id: personId, ...row });
    await noteInJournal(studio, tx, {
      act: given ? 'changed' : 'recorded',
      subject: 'craftsperson',
      subjectId: personId,
      says: `${row.name}, ${row.craft} in ${row.place}, is in the address book`,
      after: row,
    });
    return { message: `${row.name} is in the address book.`, id: personId };
  },
});

/** What the studio decides once about sending: where to, what is tracked and insured, days to send back, hours of hands. */
export const setPostPolicy = defineAction({
  name: 'setPostPolicy',
  input: objectSchema({
    countries: listOf(name, { maxItems: 300 }),
    trackedFrom: moneyInput,
    insuredFrom: moneyInput,
    returnDays: wholeNumber(0, 365),
    claimDays: wholeNumber(0, 365),
    minutesADay: wholeNumber(1, 1_440),
    holidayPlace: line,
  }),
  setsAll: true,

  async run({ studio, tx, input: { trackedFrom, insuredFrom, holidayPlace, ...rest } }) {
    const { currency } = await studio.settings();
    const before = await studio.settings(tx);
    const place = holidayPlace.trim().toUpperCase();
    // A place that the calendar does not know is refused here, not when a day is promised.
    if (place) await publicHolidays(place, Number((await studio.today()).slice(0, 4)));
    const sum = (typed: string | number, field: string) =>
      isBlank(typed) ? null : parseSum(typed, currency, field);
    const postPolicy = {
      ...rest,
      trackedFrom: sum(trackedFrom, 'trackedFrom'),
      insuredFrom: sum(insuredFrom, 'insuredFrom'),
    };
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, { postPolicy, holidayPlace: place });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: 'studio',
      says: 'Changed how the studio sends',
      before: before.postPolicy,
      after: postPolicy,
    });
    return { message: 'Kept: every order is held against it.' };
  },
});
