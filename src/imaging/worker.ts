// Runs in a process of its own: a file that brings the decoder down takes nothing else with it, and stopping a reading
// is stopping the process.
import sharp from 'sharp';
import workerpool from 'workerpool';
import { RefusedError } from '@/core/errors';
import { derive } from './derive';
import { readFacts } from './facts';

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

const tasks = {
  facts: (path: string, fileName: string) => answered(readFacts(path, fileName)),
  derive: (path: string, into: string, fileName: string) =>
    answered(derive(path, into, fileName, (step) => workerpool.workerEmit({ step })).then(() => true)),
  peakMemory: () => process.resourceUsage().maxRSS,
};
export type ImagingTasks = typeof tasks;

workerpool.worker(tasks);
