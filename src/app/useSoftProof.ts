'use client';
import { useNewestAnswer } from './useNewestAnswer';
import type { View } from '@/ui/Loupe';
import type { ProofAsk, ProofShown, SoftProofWorker } from '@/workers/softProof';

/** The screen's own pixels to one of the page's; twice as fine is as fine as an eye tells. */
export const screenRatio = (): number =>
  Math.min(2, typeof devicePixelRatio === 'number' ? devicePixelRatio : 1);

/** Lays a rendering where it belongs in the view; one of another place or zoom is shown shifted until the next one comes. */
export function drawShown(
  ctx: CanvasRenderingContext2D,
  image: ImageBitmap,
  shown: ProofShown,
  view: View,
  box: { width: number; height: number },
): void {
  const k = view.zoom / shown.view.zoom;
  ctx.drawImage(
    image,
    (shown.view.x - view.x) * view.zoom + box.width / 2 - (shown.width * k) / 2,
    (shown.view.y - view.y) * view.zoom + box.height / 2 - (shown.height * k) / 2,
    shown.width * k,
    shown.height * k,
  );
}

/**
 * Keeps a soft proof up to date with what is asked of it: one rendering at a time, and always the newest question next, so that
 * a slider is followed without a queue.
 */
export function useSoftProof(
  start: () => Worker,
  ask: ProofAsk | null,
): { shown: ProofShown | null; error: string | null } {
  return useNewestAnswer<SoftProofWorker, ProofAsk, ProofShown>(
    start,
    (api, asked) => api.render(asked),
    ask,
  );
}
