import { FIRST_RATES, type CostRates } from '@/core/cost/rates';
import { laneLines, laneOrders, type LaneLine, type LaneRow } from '@/store/lane';
import type { Studio } from '../studio';
import { groupBy } from '@/core/groups';

/** An open order with its lines, what of each lies ready for it, and the minutes hands still owe it. */
export type OrderHands = {
  row: LaneRow;
  lines: LaneLine[];
  /** By line. */
  ready: number[];
  minutes: { print: number; finish: number; pack: number };
  /** Nights that what is short takes to dry. */
  nights: number;
};

/**
 * Every open order, soonest promised first, with what it still asks of hands: the lane of days and the plan of the week read
 * this one answer.
 */
export const openOrderHands = (studio: Studio): Promise<OrderHands[]> =>
  studio.untilWritten('order hands', () => readHands(studio));

async function readHands(studio: Studio): Promise<OrderHands[]> {
  const [settings, rows, lines] = await Promise.all([
    studio.settings(),
    laneOrders(studio.db),
    laneLines(studio.db),
  ]);
  const rates = settings.costRates ?? FIRST_RATES;
  const byOrder = groupBy(lines, ({ orderId }) => orderId);
  const left = new Map(lines.map(({ key, ready }) => [key, ready]));
  return rows.map((row) => {
    const own = byOrder.get(row.id) ?? [];
    const ready = own.map((line) => takeReady(row.state, line, left));
    const short = own.map(({ quantity }, i) => quantity - ready[i]!);
    return {
      row,
      lines: own,
      ready,
      minutes: minutesFor(row.state, own, short, rates),
      nights: Math.max(
        0,
        ...own.map(({ dryHours }, i) => (short[i]! > 0 ? Math.ceil(dryHours / 24) : 0)),
      ),
    };
  });
}

/** What of a line lies ready: whoever is promised first has it first, and a print is ready for one order only. */
function takeReady(
  state: LaneRow['state'],
  { key, quantity }: LaneLine,
  left: Map<string, number>,
): number {
  if (state !== 'new') return quantity;
  const ready = Math.min(quantity, left.get(key) ?? 0);
  left.set(key, (left.get(key) ?? 0) - ready);
  return ready;
}

function minutesFor(
  state: LaneRow['state'],
  own: readonly LaneLine[],
  short: readonly number[],
  { minutes, minutesPerM2 }: CostRates,
): OrderHands['minutes'] {
  // What is begun takes at least a minute: what is short must be printed before it dries.
  const sum = (each: (line: LaneLine) => number) =>
    Math.ceil(own.reduce((all, line, i) => all + short[i]! * each(line), 0));
  const area = (line: LaneLine) => (line.imageWidthUm / 1e6) * (line.imageHeightUm / 1e6);
  const toPack = state === 'new' || state === 'picked' ? minutes.pack : minutes.pack / 4;
  return {
    print: sum((line) => minutesPerM2 * area(line)),
    finish: sum((line) => minutes.trim + minutes.inspect + (line.isSigned ? minutes.sign : 0)),
    pack: Math.round(toPack),
  };
}
