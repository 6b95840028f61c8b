import { bordersOf, sheetOf } from '@/core/crop/border';
import { areaMm2, roundHalfEven } from '@/core/measure';
import { planPack } from '@/core/parcel/pack';
import type { NamedAmount } from '@/core/price/solve';
import { shelf, supplyPrices } from '@/store/orders';
import { papersAndRoutes, type proofsOf } from '@/store/proofs';
import type { Format } from '@/store/works';
import type { Studio } from '../studio';

export type CostSuggestion = { costs: NamedAmount[]; because: string };

/**
 * What one print of each format costs to make and pack, as far as the studio's own records tell: the paper and the route
 * of the last proof of that size, and what would wrap it. A start to correct, never a price.
 */
export async function costSuggestion(
  studio: Studio,
  workId: string,
  formats: readonly Format[],
  proofRows: Awaited<ReturnType<typeof proofsOf>>,
): Promise<Map<string, CostSuggestion>> {
  const { db } = studio;
  const [{ papers, routes }, onShelf, pricesOf] = await Promise.all([
    papersAndRoutes(db),
    shelf(db),
    supplyPrices(db),
  ]);
  return new Map(
    formats.map((f) => {
      const rows = proofRows.filter((r) => r.format.id === f.id);
      const made = rows.find((r) => r.proof.reference) ?? rows[0] ?? proofRows[0];
      const paper = made?.paper ?? papers.find((p) => !p.discontinued),
        route = made?.route ?? routes[0];
      const sheet = sheetOf({ width: f.imageWidthUm, height: f.imageHeightUm }, bordersOf(f));
      const m2 = areaMm2(sheet) / 1e6;
      const costs: NamedAmount[] = [];
      if (paper && route?.kind === 'own printer')
        costs.push({ name: `paper, ${paper.name}`, amount: roundHalfEven(m2 * paper.pricePerM2Minor) });
      if (route)
        costs.push({
          name: route.kind === 'own printer' ? 'ink and wear' : `printing, ${route.name}`,
          amount: Math.max(route.minimumMinor, roundHalfEven(m2 * route.pricePerM2Minor)),
        });
      const plan = planPack(
        [
          {
            name: f.name,
            sheet,
            gsm: paper?.gsm ?? 300,
            mayRoll: paper?.mayRoll ?? true,
            canvas: paper?.base === 'canvas',
          },
        ],
        onShelf,
      );
      const wrapping = plan.needs.reduce(
        (a, n) => a + (n.supply ? (pricesOf.get(n.supply.id) ?? 0) * n.count : 0),
        0,
      );
      if (wrapping > 0) costs.push({ name: `wrapping, ${plan.form}`, amount: wrapping });
      return [
        f.id,
        {
          costs,
          because: made
            ? `from proof round ${made.proof.round} on ${made.paper.name} by ${made.route.name}, and the packing shelf`
            : 'from the first paper and route on record; no proof of this size yet',
        },
      ];
    }),
  );
}
