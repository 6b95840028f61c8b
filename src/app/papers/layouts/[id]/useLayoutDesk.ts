import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { layoutFacts } from '@/core/sheets/layoutFacts';
import type { Laid } from '@/core/sheets/pieces';
import type { LayoutProps } from './layoutProps';

/** Where the pieces lie now, what that comes to, and what can be done with it. */
export function useLayoutDesk({ layout, paper, ink, lots, shortest }: LayoutProps) {
  const [placements, setPlacements] = useState<Laid[]>(layout.placements);
  const action = useAction();
  const router = useRouter();
  const facts = layoutFacts(layout.ground, placements, lots, paper.pricePerM2);
  const isPrinted = layout.state === 'printed';
  const hasMoved = JSON.stringify(placements) !== JSON.stringify(layout.placements);
  const wanted = layout.pieces.reduce((sum, p) => sum + p.count, 0);
  const { id } = layout;

  return {
    layout,
    paper,
    ink,
    placements,
    shortest,
    facts,
    isPrinted,
    hasMoved,
    wanted,
    /** Pieces that found no room. */
    waiting: Math.max(0, wanted - placements.length),
    action,
    canQueue: layout.state === 'laid' && !hasMoved && placements.length > 0 && !action.isPending,
    canKeep: hasMoved && !facts.clash.length && !action.isPending,
    canLay: wanted > 0 && !action.isPending,
    /** Nothing is moved by hand while an act is under way: it would be lost when the page is drawn anew. */
    move: isPrinted || action.settling ? null : setPlacements,
    putBack: () => setPlacements(layout.placements),
    keep: () => action.run('arrangeLayout', { id, placements }),
    layAnew: (cuts: 'tight' | 'straight') => action.run('layAnew', { id, cuts }),
    queue: (queued: boolean) => action.run('queueLayout', { id, queued }),
    print: () => action.run('printLayout', { id }),
    async remove() {
      if (await action.run('removeLayout', { id })) router.push('/papers/layouts');
    },
  };
}

export type LayoutDesk = ReturnType<typeof useLayoutDesk>;
