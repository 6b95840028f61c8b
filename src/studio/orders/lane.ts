import { bordersOf, sheetOf } from '@/core/crop/border';
import { laneColumns, type LaneColumn, type LaneOrder } from '@/core/order/lane';
import { madePiece } from '@/core/parcel/made';
import { planPack, type PackedPrint, type PackPlan, type Supply } from '@/core/parcel/pack';
import type { LaneLine, LaneRow } from '@/store/lane';
import { shelf } from '@/store/orders';
import { findRows } from '@/store/rows';
import type { Studio } from '../studio';
import { calendarFrom } from './calendar';
import { policyOf } from './carriage';
import { openOrderHands } from './hands';

/** Paper of a usual weight: the lane draws sizes, and weighs nothing. */
const USUAL_GSM = 300;

/** The lane of days: every open order as the parcel it is or will be, on the day it must leave. */
export async function laneOf(studio: Studio): Promise<LaneColumn[]> {
  const settings = await studio.settings();
  const today = await studio.today();
  const [open, ownHours, onShelf, policy] = await Promise.all([
    openOrderHands(studio),
    findRows(studio.db, 'dayHours'),
    shelf(studio.db),
    policyOf(studio),
  ]);
  const plans = new Map<string, PackPlan>();
  const orders = open.map(({ row, lines, ready, minutes }): LaneOrder => {
    const plan = row.form === null ? plannedParcel(lines, onShelf, plans) : null;
    return {
      ...facts(row),
      pieces: lines.reduce((sum, l) => sum + l.quantity, 0),
      ready: ready.reduce((sum, n) => sum + n, 0),
      form: row.form ?? plan?.form ?? 'flat',
      outer: plan?.outer ?? {
        length: row.lengthUm ?? 0,
        width: row.widthUm ?? 0,
        height: row.heightUm ?? 0,
      },
      picture: lines.find(({ picture }) => picture)?.picture ?? null,
      minutes: minutes.print + minutes.finish + minutes.pack,
    };
  });
  return laneColumns(orders, {
    today,
    ...(await calendarFrom(settings, today)),
    minutesADay: policy.minutesADay,
    dayMinutes: new Map(ownHours.map(({ day, minutes }) => [day, minutes])),
  });
}

const facts = ({ paidAt, ...row }: LaneRow) => ({
  id: row.id,
  number: row.number,
  buyer: row.buyer,
  state: row.state,
  shipBy: row.shipBy,
  plannedOn: row.plannedOn,
  expectedMg: row.expectedMg,
  scaleMg: row.scaleMg,
  isPaid: paidAt !== null,
});

/** The parcel an order will be, as far as its sizes tell; like orders are planned once. */
function plannedParcel(
  lines: readonly LaneLine[],
  onShelf: readonly Supply[],
  plans: Map<string, PackPlan>,
): PackPlan {
  const prints = lines
    .filter(({ isGoods }) => !isGoods)
    .flatMap((l): PackedPrint[] => {
      const sheet = sheetOf({ width: l.imageWidthUm, height: l.imageHeightUm }, bordersOf(l));
      const made = madePiece(l.finish ?? 'loose', sheet);
      const one = { name: '', sheet, gsm: USUAL_GSM, mayRoll: true, ...(made && { made }) };
      return Array.from({ length: l.quantity }, () => one);
    });
  const key = JSON.stringify(prints);
  const known = plans.get(key);
  if (known) return known;
  const plan = planPack(prints, onShelf);
  plans.set(key, plan);
  return plan;
}
