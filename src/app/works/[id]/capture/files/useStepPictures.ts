import { useMemo, useState } from 'react';
import { screenRatio } from '@/app/useSoftProof';
import { useNewestAnswer } from '@/app/useNewestAnswer';
import { useBox } from '@/ui/useBox';
import type { FileStepsWorker, SeenStep, StepsAsk, StepsShown } from '@/workers/fileSteps';
import type { FileMaster } from './fileProps';
import type { FileStep } from './fileSteps';
import type { PrintFileForm } from './usePrintFileForm';

const BETWEEN_PX = 8;
const PADDING_PX = 8;
/** So that picture, trials and figures are seen together on a screen of 800 px. */
const MOST_HEIGHT_PX = 364;
/** Amounts that are worth seeing beside each other, per cent. */
export const TRIALS = [0, 60, 90, 120, 160, 200] as const;

const startWorker = () =>
  new Worker(new URL('../../../../../workers/fileSteps.ts', import.meta.url), { type: 'module' });

const SEEN: Partial<Record<FileStep, SeenStep>> = {
  master: 'master',
  capture: 'capture',
  resize: 'resize',
  output: 'output',
  space: 'output',
  file: 'output',
};

/** A place of the picture, before and after the step that is open, at one pixel to one of the screen. */
export function useStepPictures(form: PrintFileForm, master: FileMaster, step: FileStep) {
  const [at, setAt] = useState({ x: 0.5, y: 0.5 });
  const [ref, outer] = useBox(0.5, 420);
  const seen = SEEN[step] ?? null;
  const isPair = seen !== null && seen !== 'master' && step !== 'space' && step !== 'file';
  const width = Math.floor((outer.width - 2 * PADDING_PX - (isPair ? BETWEEN_PX : 0)) / (isPair ? 2 : 1));
  const height = Math.floor(Math.min(MOST_HEIGHT_PX, outer.height));
  const { crop } = form.chosen;
  const { pixels, shownSteps } = form;
  const { kernel, untaggedIs } = form.asked;
  const hasTrials = step === 'capture' || step === 'output';
  const ratio = screenRatio();
  const question: StepsAsk | null =
    seen && crop && pixels
      ? {
          source: {
            sha256: master.sha256,
            ...master.pixels,
            profileUrl: `/api/masters/${master.id}/profile${untaggedIs === 'opRGB' ? '?is=opRGB' : ''}`,
          },
          step: seen,
          crop: { left: crop.left, top: crop.top, width: crop.width, height: crop.height },
          master: master.pixels,
          to: pixels.image,
          at,
          window: { width: Math.round(width * ratio), height: Math.round(height * ratio) },
          kernel,
          ...shownSteps,
          trials: hasTrials ? TRIALS : [],
        }
      : null;
  // It is made anew with every drawing, and is another question only where its figures differ.
  const asked = JSON.stringify(question);
  const ask = useMemo(() => JSON.parse(asked) as StepsAsk | null, [asked]);
  const { shown, error } = useNewestAnswer<FileStepsWorker, StepsAsk, StepsShown>(
    startWorker,
    (api, asked) => api.show(asked),
    ask,
  );
  return {
    ref,
    box: { width, height },
    isPair,
    seen,
    shown,
    error,
    at,
    /** Moved by so many pixels of what is shown. */
    moveBy(dx: number, dy: number) {
      const whole = seen === 'master' || seen === 'capture' ? crop : pixels?.image;
      if (!whole) return;
      // Up to where the window meets the picture's edge: further, a hand would have to come back before anything moved.
      const inside = (share: number, half: number) =>
        Math.min(Math.max(0.5, 1 - half), Math.max(Math.min(0.5, half), share));
      setAt((was) => ({
        x: inside(was.x - (dx * ratio) / whole.width, (width * ratio) / 2 / whole.width),
        y: inside(was.y - (dy * ratio) / whole.height, (height * ratio) / 2 / whole.height),
      }));
    },
    goTo: setAt,
  };
}

export type StepPictures = ReturnType<typeof useStepPictures>;
