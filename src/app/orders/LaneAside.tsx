'use client';
import type { PackingModel } from './[id]/packingModel';
import { HowItGoes } from './[id]/HowItGoes';
import { LayersDrawing } from './[id]/LayersDrawing';
import { WeightBeside } from './[id]/WeightBeside';
import { laneDay } from '@/core/order/lane';
import { addDays } from '@/core/measure/day';
import { ORDER_WORDS } from '@/core/order/orderStates';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { PanelTitle, Small, Stack, WorkTitle } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { PromiseChart } from './PromiseChart';

/** The order that is looked at on the lane: what is in it, what it weighs, how it goes, and the one next act. */
export function LaneAside({
  table,
  onPlan,
  isBusy,
}: {
  table: PackingModel;
  onPlan: (day: string | null) => void;
  isBusy: boolean;
}) {
  const { order, buyer, lines, prints, goods, plan, promiseNow } = table;
  const { size, date } = useUnits();
  const day = laneDay(order);
  const labels = (lineId: string) =>
    prints
      .filter((p) => p.lineId === lineId)
      .map(({ label }) => label)
      .join(', ');
  return (
    <Stack $gap={18}>
      <section aria-label={`Order ${order.number}`}>
        <PanelTitle>
          {order.number}, {buyer.name} <span>{ORDER_WORDS[order.state]}</span>
        </PanelTitle>
        <ul style={{ marginTop: 8, display: 'grid', gap: 4 }}>
          {lines.map(({ line, title, format }) => (
            <li key={line.id}>
              <WorkTitle>{title}</WorkTitle>, {size(format.image)}
              {labels(line.id) ? `, no. ${labels(line.id)}` : `, ${line.quantity} to pick`}
            </li>
          ))}
          {goods.map((g) => (
            <li key={g.id}>
              {g.quantity} × {g.name}
            </li>
          ))}
        </ul>
        <p style={{ marginTop: 6 }}>
          <Small>
            promised for {date(order.shipBy)}
            {order.plannedOn && order.plannedOn !== order.shipBy
              ? `, planned for ${date(order.plannedOn)}`
              : ''}
          </Small>
        </p>
        <Row style={{ marginTop: 10 }}>
          <ButtonLink href={`/orders/${order.id}`} main keyName="o">
            {order.state === 'new' ? 'Open it' : 'To the packing table'}
          </ButtonLink>
          <Button quiet isDisabled={isBusy} keyName="[" onPress={() => onPlan(addDays(day, -1))}>
            Sooner
          </Button>
          <Button quiet isDisabled={isBusy} keyName="]" onPress={() => onPlan(addDays(day, 1))}>
            Later
          </Button>
        </Row>
      </section>
      {plan && <LayersDrawing table={table} />}
      {plan && <WeightBeside table={table} />}
      {plan && <HowItGoes table={table} />}
      {promiseNow && (
        <section>
          <PanelTitle>What is still to do</PanelTitle>
          <div style={{ marginTop: 6 }}>
            <PromiseChart promise={promiseNow} />
          </div>
        </section>
      )}
    </Stack>
  );
}
