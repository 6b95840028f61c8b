import { existsSync } from 'node:fs';
import { join } from 'node:path';
import workerpool, { type Pool } from 'workerpool';
import { RefusedError } from '@/core/errors';
import type { FileFacts } from './facts';
import type { Answer, ImagingTasks } from './worker';

type ValueOf<K extends keyof ImagingTasks> =
  Extract<Awaited<ReturnType<ImagingTasks[K]>>, { ok: true }> extends { value: infer V } ? V : never;

/** Answered within seconds; they have a worker of their own, so that none of them stands behind a print file being made. */
const QUICK = new Set<string>([
  'facts',
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
  'smallLab',
  'hangInPhotograph',
  'hangAslantInPhotograph',
  'listingPicture',
]);

export type OnStep = (step: string, share?: number) => void;
export type Task<T> = { done: Promise<T>; cancel: () => void };

/** A reading may take this long before it is given up. */
const FACTS_MS = 30_000;
const DERIVE_MS = 15 * 60_000;

/** The file that a build has put the workers into, where whoever started us names one; else their source. */
function workerScript(): { script: string; execArgv: string[] } {
  const built = process.env.GLASSINE_IMAGING_WORKER;
  if (built && existsSync(built)) return { script: built, execArgv: [] };
  return { script: join(process.cwd(), 'src/imaging/worker.ts'), execArgv: ['--import', 'tsx'] };
}

/** One line of tasks that wait for one set of workers, in order; each is told how many are before it. */
class Lane {
  private readonly pool: Pool;
  private readonly waiting: { tell: OnStep | undefined }[] = [];

  constructor(
    maxWorkers: number,
    private readonly workers: number = maxWorkers,
  ) {
    const { script, execArgv } = workerScript();
    this.pool = workerpool.pool(script, {
      workerType: 'process',
      maxWorkers,
      forkOpts: { execArgv },
    });
  }

  exec(task: string, args: unknown[], onStep?: OnStep) {
    const place = { tell: onStep };
    this.waiting.push(place);
    this.tellWhoWaits();
    const left = () => {
      const at = this.waiting.indexOf(place);
      if (at < 0) return;
      this.waiting.splice(at, 1);
      this.tellWhoWaits();
    };
    const promise = this.pool.exec(task, args, {
      on: (event: { began?: true; step?: string; share?: number }) => {
        if (event.began) left();
        else onStep?.(event.step ?? '', event.share);
      },
    });
    void promise.then(left, left);
    return promise;
  }

  end(): Promise<unknown> {
    return Promise.resolve(this.pool.terminate(true));
  }

  private tellWhoWaits(): void {
    const busy = this.pool.stats().busyWorkers;
    for (const [i, place] of this.waiting.entries()) {
      const before = i + (busy >= this.workers ? busy : 0);
      if (before > 0)
        place.tell?.(before === 1 ? 'waiting, 1 before it' : `waiting, ${before} before it`);
    }
  }
}

/**
 * Workers that read pictures, each a process of its own, started when first needed: two for what takes long, and one for what
 * is answered at once.
 */
export class ImagingPool {
  private readonly long = new Lane(2);
  private readonly quick = new Lane(1);

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
    onStep?: OnStep,
  ): Task<ValueOf<K>> {
    return this.run(task, args, QUICK.has(task) ? FACTS_MS * 4 : DERIVE_MS, onStep);
  }

  /** Kilobytes the largest worker has held at most. */
  peakMemory(): Task<number> {
    const promise = this.long.exec('peakMemory', []);
    return { done: promise as unknown as Promise<number>, cancel: () => {} };
  }

  async end(): Promise<void> {
    await Promise.all([this.long.end(), this.quick.end()]);
  }

  private run<T>(task: string, args: unknown[], limitMs: number, onStep?: OnStep): Task<T> {
    const promise = (QUICK.has(task) ? this.quick : this.long).exec(task, args, onStep);
    promise.timeout(limitMs);
    const done = (async () => {
      let answer: Answer<T>;
      try {
        answer = (await promise) as Answer<T>;
      } catch (error) {
        throw plainError(error, limitMs);
      }
      if (!answer.ok) throw new RefusedError(answer.message);
      return answer.value;
    })();
    return { done, cancel: () => void promise.cancel() };
  }
}

function plainError(error: unknown, limitMs: number): Error {
  if (error instanceof workerpool.Promise.CancellationError)
    return new RefusedError('Stopped before the picture was read.');
  if (error instanceof workerpool.Promise.TimeoutError)
    return new RefusedError(
      `The picture took longer than ${limitMs / 60_000} minutes to read and was given up.`,
    );
  if (/ENOSPC|No space left|disk full/i.test(String(error)))
    return new RefusedError(
      'The disk is full: there is no room for what is made of the picture. Make room and try again.',
    );
  return new RefusedError(
    'The reader stopped in the middle of the picture. The file itself may be sound; try again.',
  );
}
