import { join } from 'node:path';
import workerpool from 'workerpool';
import { RefusedError } from '@/core/errors';
import type { FileFacts } from './facts';
import type { Answer, ImagingTasks } from './worker';

type ValueOf<K extends keyof ImagingTasks> =
  Extract<Awaited<ReturnType<ImagingTasks[K]>>, { ok: true }> extends { value: infer V } ? V : never;
const QUICK = new Set<keyof ImagingTasks>([
  'lightGrid',
  'smallGrey',
  'patchMeans',
  'guessCorners',
  'readPixel',
  'checkPrintFile',
  'profile',
  'tileProfile',
  'spaceGamut',
  'showSheet',
]);

export type Task<T> = { done: Promise<T>; cancel: () => void };

/** A reading may take this long before it is given up. */
const FACTS_MS = 30_000;
const DERIVE_MS = 15 * 60_000;

/**
 * Workers that read pictures, each a process of its own. Started when first needed, at most two at a time.
 */
export class ImagingPool {
  private readonly pool = workerpool.pool(join(process.cwd(), 'src/imaging/worker.ts'), {
    workerType: 'process',
    maxWorkers: 2,
    forkOpts: { execArgv: ['--import', 'tsx'] },
  });

  facts(path: string, fileName: string): Task<FileFacts> {
    return this.run('facts', [path, fileName], FACTS_MS);
  }

  derive(path: string, into: string, fileName: string, onStep?: (step: string) => void): Task<true> {
    return this.run('derive', [path, into, fileName], DERIVE_MS, onStep);
  }

  /** Any other task of a worker, by name. */
  do<K extends keyof ImagingTasks>(
    task: K,
    args: Parameters<ImagingTasks[K]>,
    onStep?: (step: string, share?: number) => void,
  ): Task<ValueOf<K>> {
    return this.run(task, args, QUICK.has(task) ? FACTS_MS * 4 : DERIVE_MS, onStep);
  }

  /** Kilobytes the largest worker has held at most. */
  peakMemory(): Task<number> {
    const promise = this.pool.exec('peakMemory', []);
    return { done: promise as unknown as Promise<number>, cancel: () => {} };
  }

  async end(): Promise<void> {
    await this.pool.terminate(true);
  }

  private run<T>(
    task: string,
    args: unknown[],
    limitMs: number,
    onStep?: (step: string, share?: number) => void,
  ): Task<T> {
    const promise = this.pool.exec(task, args, {
      on: (event: { step: string; share?: number }) => onStep?.(event.step, event.share),
    });
    promise.timeout(limitMs);
    const done = (async () => {
      let answer: Answer<T>;
      try {
        answer = (await promise) as Answer<T>;
      } catch (error) {
        if (error instanceof workerpool.Promise.CancellationError)
          throw new RefusedError('Stopped before the picture was read.');
        if (error instanceof workerpool.Promise.TimeoutError)
          throw new RefusedError(
            `The picture took longer than ${limitMs / 60_000} minutes to read and was given up.`,
          );
        throw new RefusedError(
          'The picture could not be read: the reader stopped in the middle of it. Nothing of it was kept.',
        );
      }
      if (!answer.ok) throw new RefusedError(answer.says);
      return answer.value;
    })();
    return { done, cancel: () => void promise.cancel() };
  }
}
