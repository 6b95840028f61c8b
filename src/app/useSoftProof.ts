'use client';
import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
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
  const [shown, setShown] = useState<ProofShown | null>(null);
  const [error, setError] = useState<string | null>(null);
  const held = useRef<{ worker: Worker; api: Comlink.Remote<SoftProofWorker> } | null>(null);
  const wanted = useRef<ProofAsk | null>(null);
  const busy = useRef(false);
  const starter = useRef(start);
  useEffect(() => {
    const worker = starter.current();
    held.current = { worker, api: Comlink.wrap<SoftProofWorker>(worker) };
    return () => {
      worker.terminate();
      held.current = null;
      busy.current = false;
    };
  }, []);
  useEffect(() => {
    wanted.current = ask;
    const next = async () => {
      if (busy.current) return;
      busy.current = true;
      while (wanted.current && held.current) {
        const question = wanted.current,
          { api } = held.current;
        wanted.current = null;
        try {
          const answer = await api.render(question);
          if (held.current?.api === api) {
            setShown(answer);
            setError(null);
          }
        } catch (error) {
          setError(
            `The colour engine failed: ${error instanceof Error ? error.message : 'no reason given'}.`,
          );
        }
      }
      busy.current = false;
    };
    void next();
  }, [ask]);
  return { shown, error };
}
