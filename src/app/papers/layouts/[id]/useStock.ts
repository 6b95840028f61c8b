import { useState } from 'react';
import { useAction } from '@/app/useAction';
import type { StockWay } from '@/core/sheets/stockChoice';
import { useUnits } from '@/ui/Units';
import type { LaidOut } from './layoutProps';

/** What a layout's pieces can be cut from: asked of the studio, looked over, laid. */
export function useStock({ id }: LaidOut) {
  const { unit, withUnit } = useUnits();
  const action = useAction();
  const [cuts, setCuts] = useState<'tight' | 'straight'>('tight');
  const [leastOffcut, setLeastOffcut] = useState(unit === 'mm' ? '150 mm' : '6 in');
  const [found, setFound] = useState<{ ways: StockWay[]; seen: string } | null>(null);
  return {
    action,
    cuts,
    setCuts,
    leastOffcut,
    setLeastOffcut,
    ways: found?.ways ?? null,
    async look() {
      const done = await action.run('proposeStock', { id, cuts, leastOffcut: withUnit(leastOffcut) });
      if (done) setFound({ ways: done.ways, seen: done.seen });
    },
    async lay({ uses }: StockWay) {
      if (!found) return;
      const done = await action.run('layOnStock', {
        id,
        seen: found.seen,
        uses: uses.map(({ paper, placements }) => ({ paper, placements })),
      });
      if (done) setFound(null);
    },
  };
}
