import { slipOf } from '@/core/order/promised';
import { Panel, PanelTitle, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { PromiseChart } from '../PromiseChart';
import type { PackingModel } from './packingModel';

/** The honest day for an order that is not packed, against what was promised when it was taken. */
export function StillToDo({ table: { order, promiseNow } }: { table: PackingModel }) {
  const { date } = useUnits();
  if (!promiseNow) return null;
  const slip = order.promise ? slipOf(order.promise, promiseNow) : null;
  return (
    <Panel>
      <PanelTitle>What is still to do</PanelTitle>
      <Stack $gap={8} style={{ marginTop: 8 }}>
        {promiseNow.leavesOn > order.shipBy && (
          <MarkedText kind="fails">
            Promised for {date(order.shipBy)}; what is still to do takes until {date(promiseNow.leavesOn)}
            . Tell the buyer before the day comes.
          </MarkedText>
        )}
        {slip && (
          <MarkedText kind="care">
            It slipped by {slip.days} {slip.days === 1 ? 'day' : 'days'} since it was taken:{' '}
            {slip.because}.
          </MarkedText>
        )}
        <PromiseChart promise={promiseNow} />
      </Stack>
    </Panel>
  );
}
