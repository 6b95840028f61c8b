import { InputError, RefusedError } from '@/core/errors';
import { OPEN_ORDER_STATES, ORDER_WORDS } from '@/core/order/orderStates';
import { findRows, insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { id, ids, objectSchema } from '../schemas';
import { noteInJournal } from '../studio';

/** Begins a run: several orders packed in one pass, like parcels together. */
export const startRun = defineAction({
  name: 'startRun',
  input: objectSchema({ orderIds: ids }),

  async run({ studio, tx, input }) {
    if (input.orderIds.length > 200)
      throw new InputError('orderIds', input.orderIds.length, 'at most 200 orders in one run');
    const [open] = await findRows(tx, 'packingRuns', { endedAt: null }, { limit: 1 });
    if (open)
      throw new RefusedError('A run is open already: end it before another begins, or its parcels mix.');
    for (const orderId of input.orderIds) {
      const order = await rowById(tx, 'orders', orderId, 'orderIds');
      if (!OPEN_ORDER_STATES.includes(order.state))
        throw new RefusedError(
          `Order ${order.number} is ${ORDER_WORDS[order.state]}: it needs no packing.`,
        );
    }
    const runId = studio.newId();
    await insertRow(tx, 'packingRuns', {
      id: runId,
      startedAt: studio.now(),
      orderIds: [...input.orderIds],
    });
    const says = `A run of ${input.orderIds.length} ${input.orderIds.length === 1 ? 'order' : 'orders'} began`;
    await noteInJournal(studio, tx, { act: 'began', subject: 'run', subjectId: runId, says });
    return { message: `${says}.`, id: runId };
  },
});

/** Ends a run; orders that are not done stay as they are. */
export const endRun = defineAction({
  name: 'endRun',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const run = await rowById(tx, 'packingRuns', input.id, 'id');
    if (run.endedAt) throw new RefusedError('That run has ended.');
    await patchRow(tx, 'packingRuns', run.id, { endedAt: studio.now() });
    const says = `The run of ${run.orderIds.length} orders ended`;
    await noteInJournal(studio, tx, { act: 'ended', subject: 'run', subjectId: run.id, says });
    return { message: `${says}.` };
  },
});
