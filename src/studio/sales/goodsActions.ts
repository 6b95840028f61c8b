import { RefusedError } from '@/core/errors';
import { isBlank, parseLength, parseSum, parseWeight } from '@/core/measure';
import { GOODS_KINDS } from '@/core/product/words';
import { moveGoods } from '@/store/goods';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  id,
  lengthInput,
  line,
  moneyInput,
  name,
  objectSchema,
  oneOf,
  orNull,
  prose,
  weightInput,
  wholeNumber,
} from '../schemas';
import { noteInJournal } from '../studio';

/** Records goods that are no print of a work: cards, pins, mats, vouchers. */
export const saveGoods = defineAction({
  name: 'saveGoods',
  input: objectSchema({
    id: orNull(id),
    name,
    kind: oneOf(...GOODS_KINDS),
    cost: moneyInput,
    price: moneyInput,
    onHand: wholeNumber(0, 1_000_000),
    weight: weightInput,
    thickness: lengthInput,
    notes: prose,
  }),
  setsAll: true,

  async run({ studio, tx, input }) {
    const { currency, unit } = await studio.settings();
    const row = {
      name: input.name,
      kind: input.kind,
      costMinor: isBlank(input.cost) ? 0 : parseSum(input.cost, currency, 'cost'),
      priceMinor: parseSum(input.price, currency, 'price'),
      weightMg: parseWeight(input.weight, unit === 'in' ? 'oz' : 'g', 'weight'),
      thicknessUm: parseLength(input.thickness, unit, 'thickness'),
      notes: input.notes,
    };
    const before = input.id ? await rowById(tx, 'goods', input.id, 'id') : undefined;
    const goodsId = input.id ?? studio.newId();
    if (before) await patchRow(tx, 'goods', goodsId, row);
    else await insertRow(tx, 'goods', { id: goodsId, ...row, onHand: 0 });
    await moveGoods(tx, {
      id: studio.newId(),
      goodsId,
      at: studio.now(),
      kind: 'counted',
      amount: input.onHand - (before?.onHand ?? 0),
      why: before ? 'counted anew' : 'first count',
    });
    await noteInJournal(studio, tx, {
      act: before ? 'changed' : 'recorded',
      subject: 'goods',
      subjectId: goodsId,
      says: `${before ? 'Changed' : 'Recorded'} ${input.name}`,
      before,
      after: row,
    });
    return { message: `${input.name} is recorded.`, id: goodsId };
  },
});

/** Goods came, were sold or given away: their number moves, and never below nothing. */
export const moveGoodsBy = defineAction({
  name: 'moveGoods',
  input: objectSchema({
    id,
    kind: oneOf('received', 'sold', 'gave'),
    count: wholeNumber(1, 100_000),
    why: line,
  }),

  async run({ studio, tx, input }) {
    const goods = await rowById(tx, 'goods', input.id, 'id');
    const amount = input.kind === 'received' ? input.count : -input.count;
    if (goods.onHand + amount < 0)
      throw new RefusedError(`${goods.onHand} of ${goods.name} are on hand, not ${input.count}.`);
    await moveGoods(tx, {
      id: studio.newId(),
      goodsId: goods.id,
      at: studio.now(),
      kind: input.kind,
      amount,
      why: input.why,
    });
    const says = `${input.kind === 'gave' ? 'Gave away' : input.kind === 'sold' ? 'Sold' : 'Received'} ${input.count} × ${goods.name}`;
    await noteInJournal(studio, tx, {
      act: input.kind,
      subject: 'goods',
      subjectId: goods.id,
      says,
    });
    return { message: `${says}: ${goods.onHand + amount} on hand.` };
  },
});

/** Goods are no longer sold; what was sold of them stays. */
export const archiveGoods = defineAction({
  name: 'archiveGoods',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const goods = await rowById(tx, 'goods', input.id, 'id');
    if (goods.archivedAt) throw new RefusedError(`${goods.name} is not sold any more.`);
    await patchRow(tx, 'goods', goods.id, { archivedAt: studio.now() });
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'goods',
      subjectId: goods.id,
      says: `${goods.name} is no longer sold`,
    });
    return { message: `${goods.name} is no longer sold.` };
  },
});
