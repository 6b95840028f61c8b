import { SUPPLY_KINDS } from '@/core/parcel/pack';
import { InputError, RefusedError } from '@/core/errors';
import { isBlank, parseLength, parseSum, parseSize, parseWeight } from '@/core/measure';
import { rowById } from '@/store/rows';
import { moveSupply } from '@/store/supplies';
import { defineAction } from '../action';
import {
  day,
  flag,
  id,
  lengthInput,
  line,
  moneyInput,
  name,
  objectSchema,
  oneOf,
  orNull,
  sizeInput,
  Type,
  weightInput,
  wholeNumber,
} from '../schemas';
import { noteInJournal, type Studio } from '../studio';

import { keepNamed } from '../recordNamed';
/** Records something on the packing shelf, or how many of it there are. */
export const recordSupply = defineAction({
  name: 'recordSupply',
  input: objectSchema({
    id: Type.Optional(id),
    name,
    kind: oneOf(...SUPPLY_KINDS),
    size: sizeInput,
    window: Type.Optional(sizeInput),
    weight: weightInput,
    onHand: wholeNumber(0, 1_000_000),
    reorderAt: wholeNumber(0, 1_000_000),
    price: moneyInput,
    acidFree: Type.Optional(oneOf('yes', 'no', 'not said')),
    /** Of one of it; of a box its inside depth. */
    thickness: Type.Optional(lengthInput),
    packOf: Type.Optional(orNull(wholeNumber(2, 10_000))),
  }),
  setsAll: true,
  async run({
    studio,
    input: { id: given, size, window, weight, price, acidFree, thickness, packOf, ...rest },
  }) {
    const { currency, unit } = await studio.settings();
    const opening = window === undefined || isBlank(window) ? null : parseSize(window, unit, 'window');
    if (opening && rest.kind !== 'mat')
      throw new InputError('window', window, 'nothing: only a mat has a window');
    const area = isBlank(size) ? { width: 0, height: 0 } : parseSize(size, unit, 'size');
    const row = {
      ...rest,
      widthUm: area.width,
      heightUm: area.height,
      windowWidthUm: opening?.width ?? null,
      windowHeightUm: opening?.height ?? null,
      ...(acidFree && { acidFree: acidFree === 'not said' ? null : acidFree === 'yes' }),
      ...(thickness !== undefined && {
        thicknessUm: isBlank(thickness) ? null : parseLength(thickness, unit, 'thickness'),
      }),
      ...(packOf !== undefined && { packOf }),
      weightMg: parseWeight(weight, unit === 'in' ? 'oz' : 'g', 'weight'),
      priceMinor: isBlank(price) ? 0 : parseSum(price, currency, 'price'),
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
    const done = await keepNamed(
      studio,
      'supplies',
      given,
      before ? row : { ...row, onHand: 0 },
      'supply',
    );
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
    insured: moneyInput,
    days: wholeNumber(0, 120),
    maxLength: lengthInput,
    maxWeight: weightInput,
    price: moneyInput,
    readOn: day,
  }),

  async run({ studio, input: { id: given, insured, maxLength, maxWeight, price, ...rest } }) {
    const { currency, unit } = await studio.settings();
    const row = {
      ...rest,
      insuredMinor: isBlank(insured) ? 0 : parseSum(insured, currency, 'insured'),
      maxLengthUm: parseLength(maxLength, unit, 'maxLength'),
      maxWeightMg: parseWeight(maxWeight, unit === 'in' ? 'oz' : 'g', 'maxWeight'),
      priceMinor: parseSum(price, currency, 'price'),
    };
    return keepNamed(studio, 'services', given, row, 'service');
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
