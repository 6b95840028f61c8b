// A process of its own that reserves, orders, picks, puts back and cancels numbers of one edition until it is killed, and prints a
// word for each act that was done. What the studio refuses is no fault: others were there first.
import { Studio } from '@/studio/studio';
import { RefusedError, InputError } from '@/core/errors';
import { findRows } from '@/store/rows';
import { endReservation, reserveNumbers } from '@/studio/editions/reservationActions';
import { cancelOrder, pickOrder, placeOrder, unpickOrder } from '@/studio/orders/orderActions';
import { dice } from './randomActs';

const [dataDir, editionId, formatId, buyerId, seed] = process.argv.slice(2) as [
  string,
  string,
  string,
  string,
  string,
];
const studio = await Studio.open({ dataDir });
const roll = dice(Number(seed));
process.stdout.write('open\n');

const pick = <T>(list: readonly T[]): T | undefined => list[roll(Math.max(1, list.length))];
const lines = [{ editionId, formatId, quantity: 1 + roll(2), price: '50' }];

async function act(): Promise<string | null> {
  switch (roll(6)) {
    case 0: {
      const reserved = { editionId, impressionId: null, quantity: 1, forWhom: `process ${seed}` };
      await reserveNumbers(studio, { ...reserved, untilOn: '2099-01-01', note: '' });
      return 'reserved';
    }
    case 1: {
      const numbers = await findRows(studio.db, 'impressions', { editionId, kind: 'run' });
      const held = { editionId, impressionId: pick(numbers)!.id, quantity: 1, forWhom: 'one' };
      await reserveNumbers(studio, { ...held, untilOn: '2099-01-01', note: '' });
      return 'reserved';
    }
    case 2: {
      const open = pick(await findRows(studio.db, 'reservations', { endedAt: null }));
      if (!open) return null;
      await endReservation(studio, { id: open.id });
      return 'let go';
    }
    case 3: {
      const order = { buyerId, carriage: '', message: '', wantsSignature: false, paid: true };
      await placeOrder(studio, { ...order, orderedOn: null, notes: '', lines });
      return 'ordered';
    }
    case 4: {
      const open = pick(await findRows(studio.db, 'orders', { state: 'new' }));
      if (!open) return null;
      if (roll(3) === 0) await cancelOrder(studio, { id: open.id, note: 'no more' });
      else await pickOrder(studio, { id: open.id });
      return 'picked';
    }
    default: {
      const picked = pick(await findRows(studio.db, 'orders', { state: 'picked' }));
      if (!picked) return null;
      await unpickOrder(studio, { id: picked.id });
      return 'put back';
    }
  }
}

for (;;) {
  const done = await act().catch((error: unknown) => {
    if (error instanceof RefusedError || error instanceof InputError) return null;
    throw error;
  });
  if (done) process.stdout.write(`${done}\n`);
}
