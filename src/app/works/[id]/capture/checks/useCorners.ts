import { useState } from 'react';
import { useAction } from '@/app/useAction';
import type { CaptureCheck } from '@/core/capture/checks';
import { insetQuad, middlesOf, withPoint, type Point, type Quad } from '@/core/capture/quad';

/** Whose corners are set: the work's, or those of a target beside it. */
export type CornersOf = 'square' | 'target';
type Checked = { body: CaptureCheck };
type Size = { width: number; height: number };

/** How far within the picture corners begin that nobody has set. */
const INSET = 0.08;

/** The check of a kind that was kept of this capture. */
export const checkOf = <K extends CaptureCheck['kind']>(checks: readonly Checked[], kind: K) =>
  checks.find((c) => c.body.kind === kind)?.body as Extract<CaptureCheck, { kind: K }> | undefined;

/** The corners and edges that squareness and colours are read from: as kept, as found, as dragged. */
export function useCorners({
  masterId,
  size,
  checks,
}: {
  masterId: string;
  size: Size;
  checks: readonly Checked[];
}) {
  const [of, setOf] = useState<CornersOf>('square');
  const [set, setSet] = useState<Record<CornersOf, Quad | null>>({ square: null, target: null });
  const [middles, setMiddles] = useState<Quad | null>(null);
  const action = useAction();
  const kept = checkOf(checks, of === 'square' ? 'keystone' : 'target')?.corners;
  const quad: Quad = set[of] ?? kept ?? insetQuad(size, INSET);

  return {
    of,
    quad,
    middles,
    action,
    setThoseOf(wanted: CornersOf) {
      setOf(wanted);
      setMiddles(null);
    },
    moveCorner: (at: number) => (to: Point) =>
      setSet((was) => ({ ...was, [of]: withPoint(quad, at, to, size) })),
    moveMiddle: (at: number) => (to: Point) => setMiddles((was) => was && withPoint(was, at, to, size)),
    /** Bowed edges are seen by their middles; they begin half-way between the corners. */
    toggleMiddles: () => setMiddles((was) => (was ? null : middlesOf(quad))),
    async guess() {
      const done = await action.run('guessCorners', { id: masterId });
      if (done?.corners) setSet((was) => ({ ...was, [of]: done.corners as Quad }));
    },
  };
}
