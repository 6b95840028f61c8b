import { FIRST_RATES } from '@/core/cost/rates';
import { bordersOf, sheetOf } from '@/core/crop/border';
import { laneColumns, type LaneColumn, type LaneOrder } from '@/core/order/lane';
import { madePiece } from '@/core/parcel/made';
import { planPack, type PackedPrint, type PackPlan, type Supply } from '@/core/parcel/pack';
import { laneLines, laneOrders, type LaneLine, type LaneRow } from '@/store/lane';
import { shelf } from '@/store/orders';
import type { Studio } from '../studio';
import { calendarFrom } from './calendar';
import { policyOf } from './carriage';

/** Paper of a usual weight: the lane draws sizes, and weighs nothing. */
const USUAL_GSM = 300;

/** The lane of days: every open order as the parcel it is or will be, on the day it must leave. */
export async function laneOf(studio: Studio): Promise<LaneColumn[]> {
  const settings = await studio.settings();
  const today = await studio.today();
  const [rows, lines, onShelf, policy] = await Promise.all([
    laneOrders(studio.db),
    laneLines(studio.db),
    shelf(studio.db),
    policyOf(studio),
  ]);
  const byOrder = new Map<string, LaneLine[]>();
  for (const line of lines) byOrder.set(line.orderId, [...(byOrder.get(line.orderId) ?? []), line]);
  const plans = new Map<string, PackPlan>();
  const left = new Map(lines.map(({ key, ready }) => [key, ready]));
  /** What of a line lies ready: whoever is promised first has it first, and a print is ready for one order only. */
  const readyOf = (state: LaneRow['state'], own: readonly LaneLine[]): number[] =>
    own.map(({ key, quantity }) => {
      if (state !== 'new') return quantity;
      const ready = Math.min(quantity, left.get(key) ?? 0);
      left.set(key, (left.get(key) ?? 0) - ready);
      return ready;
    });
  const { minutes, minutesPerM2 } = settings.costRates ?? FIRST_RATES;
  const orders = rows.map((row): LaneOrder => {
    const own = byOrder.get(row.id) ?? [];
    const pieces = own.reduce((sum, l) => sum + l.quantity, 0);
    const readyByLine = readyOf(row.state, own);
    const ready = readyByLine.reduce((sum, n) => sum + n, 0);
    const plan = row.form === null ? plannedParcel(own, onShelf, plans) : null;
    const toPrint = own.flatMap((l, i) => {
      const short = l.quantity - readyByLine[i]!;
      const area = (l.imageWidthUm / 1e6) * (l.imageHeightUm / 1e6);
      const each = minutesPerM2 * area + minutes.trim + minutes.inspect + (l.isSigned ? minutes.sign : 0);
      return short ? [short * each] : [];
    });
    const toPack = row.state === 'new' || row.state === 'picked' ? minutes.pack : minutes.pack / 4;
    return {
      ...facts(row),
      pieces,
      ready,
      form: row.form ?? plan?.form ?? 'flat',
      outer: plan?.outer ?? {
        length: row.lengthUm ?? 0,
        width: row.widthUm ?? 0,
        height: row.heightUm ?? 0,
      },
      picture: own.find(({ picture }) => picture)?.picture ?? null,
      minutes: Math.round(toPrint.reduce((sum, m) => sum + m, 0) + toPack),
    };
  });
  return laneColumns(orders, {
    today,
    ...(await calendarFrom(settings, today)),
    minutesADay: policy.minutesADay,
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
