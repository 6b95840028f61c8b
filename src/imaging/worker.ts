// Runs in a process of its own: a file that brings the decoder down takes nothing else with it, and stopping a reading
// is stopping the process.
import sharp from 'sharp';
import workerpool from 'workerpool';
import { RefusedError } from '@/core/errors';
import { layMixed, type MixedQuestion } from '@/core/layout/mixed';
import { derive } from './derive';
import { makeCopy } from './copies';
import { readFacts } from './facts';
import { measurePicture } from './measure';
import { checkPrintFile, makePrintFile } from './printFile';
import { findDust, guessCorners, lightGrid, patchMeans, readPixel, smallGrey } from './sample';
import { simulate } from './simulate';

sharp.cache(false);

/** What a task answers: an error of ours crosses the process border as plain words. */
export type Answer<T> = { ok: true; value: T } | { ok: false; says: string };

async function answered<T>(work: Promise<T>): Promise<Answer<T>> {
  try {
    return { ok: true, value: await work };
  } catch (error) {
    if (error instanceof RefusedError) return { ok: false, says: error.says };
    throw error;
  }
}

const progress = (step: string, share: number) => workerpool.workerEmit({ step, share });

const tasks = {
  facts: (path: string, fileName: string) => answered(readFacts(path, fileName)),
  derive: (path: string, into: string, fileName: string) =>
    answered(derive(path, into, fileName, (step) => workerpool.workerEmit({ step })).then(() => true)),
  measure: (path: string, scratch: string) => answered(measurePicture(path, scratch, (step) => workerpool.workerEmit({ step }))),
  printFile: (q: Parameters<typeof makePrintFile>[0]) => answered(makePrintFile(q, progress).then(() => true)),
  checkPrintFile: (path: string, asked: Parameters<typeof checkPrintFile>[1]) => answered(checkPrintFile(path, asked)),
  copy: (q: Parameters<typeof makeCopy>[0]) => answered(makeCopy(q, progress).then(() => true)),
  capture: (q: Parameters<typeof simulate>[0]) => answered(simulate(q, progress).then(() => true)),
  lightGrid: (path: string) => answered(lightGrid(path)),
  smallGrey: (path: string) => answered(smallGrey(path)),
  patchMeans: (path: string, corners: Parameters<typeof patchMeans>[1]) => answered(patchMeans(path, corners)),
  guessCorners: (path: string) => answered(guessCorners(path)),
  findDust: (path: string, scratch: string, noise: number) => answered(findDust(path, scratch, noise, progress)),
  readPixel: (path: string, x: number, y: number) => answered(readPixel(path, x, y)),
  /** A long search for a shorter layout: away from the process that answers pages. */
  nest: (q: MixedQuestion) => answered((async () => layMixed(q))()),
  peakMemory: () => process.resourceUsage().maxRSS,
};
export type ImagingTasks = typeof tasks;

workerpool.worker(tasks);
