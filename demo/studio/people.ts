import { forgetBuyer, setPermission } from '@/studio/people/personActions';
import { recordBuyer } from '@/studio/orders/orderActions';
import { noteHandover } from '@/studio/orders/caseActions';
import type { Studio } from '@/studio/studio';
import { findRows } from '@/store/rows';
import type { DemoClock } from './clock';
import type { Known } from './fill';

const HOWS = ['at the spring fair', 'ticked in the order', 'on the card in the parcel'];
/** Long enough ago that they are asked again before anybody writes. */
const LONG_AGO = 1_000;

/** Who agreed to be written to and how, who did so too long ago, who was forgotten, and what went through a framer's hands. */
export function schedulePeople(studio: Studio, clock: DemoClock, known: Known): void {
  clock.at({ days: 40, hour: 9 }, async () => {
    const permitted = (await findRows(studio.db, 'buyers')).filter((b) => b.mayWriteSince !== null);
    for (const [i, { id, mayWriteSince }] of permitted.entries())
      await setPermission(studio, {
        ...{ buyerId: id, since: mayWriteSince, how: HOWS[i % HOWS.length]! },
      });
    const { id } = await recordBuyer(studio, {
      ...{ name: 'Sunniva Aldermarsh', preferredName: '', email: 'sunniva@post.example' },
      ...{ address: 'Old Toll 3\nSaltby', country: 'Estmark', notes: '', mayWriteSince: null },
    });
    await setPermission(studio, { buyerId: id!, since: clock.day(LONG_AGO), how: HOWS[0]! });
  });
  clock.at({ days: 30, hour: 9 }, async () => {
    const { id } = await recordBuyer(studio, {
      ...{ name: 'Somebody Brief', preferredName: '', email: '' },
      ...{ address: 'Mole 1\nVell', country: 'Estmark', notes: '', mayWriteSince: null },
    });
    await forgetBuyer(studio, { buyerId: id! });
  });
  clock.at({ days: 1, hour: 10 }, async () => {
    const [framer] = await findRows(studio.db, 'craftspeople', { craft: 'framer' }, { limit: 1 });
    const [order] = await findRows(
      studio.db,
      'orders',
      { buyerId: known.buyers[12]! },
      {
        ...{ orderBy: ['-number'], limit: 1 },
      },
    );
    if (!framer || !order) return;
    await noteHandover(studio, {
      ...{ orderId: order.id, from: 'the studio', to: framer.name, bears: framer.name },
      ...{ condition: 'flat, sleeved, corners sound', photos: [] },
    });
  });
}
