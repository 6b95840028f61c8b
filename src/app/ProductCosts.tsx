'use client';
import { Working } from '@/ui/Callout';
import { Small } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import type { ShownCost } from '@/studio/prices/shownCosts';

/** What products cost, each with how it came about: the same figure on every page. */
export function ProductCosts({ costs }: { costs: readonly ShownCost[] }) {
  const { money } = useUnits();
  if (costs.length === 0) return null;
  return (
    <Small>
      {costs.map((cost, i) => (
        <span key={cost.productId} data-cost-of={cost.productId} data-total={cost.total}>
          {i > 0 && '; '}
          {cost.name} costs <Working working={cost.working}>{money(cost.total)}</Working>
          {cost.lacks && `, without ${cost.lacks}`}
        </span>
      ))}
      .
    </Small>
  );
}
