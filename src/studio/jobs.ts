import { RefusedError } from '@/core/errors';
import type { Task } from '@/imaging/pool';
import { defineLongAction } from './action';
import { id, objectSchema } from './schemas';
import type { Studio } from './studio';

/** Work that goes on while the page stays usable: what it is at, how far, and how it ended. */
export type JobState = {
  id: string;
  message: string;
  share: number | null;
  secondsLeft: number | null;
  over: null | { ok: true; message: string; id?: string } | { ok: false; message: string };
};

export type Job = {
  message: string;
  share: number | null;
  startedAt: number;
  cancel: () => void;
  stopped: boolean;
  over: JobState['over'];
  done: Promise<void>;
};

/** Ended jobs are remembered so long that a page that looks once a second finds out how they ended. */
const REMEMBER_MS = 10 * 60_000;

export type Progress = (says: string, share?: number) => void;
/** Follows one of the imaging pool's tasks, so that stopping the job stops it. */
export type Follow = <T>(start: (onStep: Progress) => Task<T>) => Promise<T>;
type Work = (follow: Follow, progress: Progress) => Promise<{ message: string; id?: string }>;

/**
 * Begins a piece of work beside everything else and returns its id at once. Asked for inside an act, it begins when the act is
 * kept, and does not when it is not.
 *
 * @param run does it; what it returns is said when it is done
 */
export function startJob(studio: Studio, run: Work): string {
  const jobId = studio.newId();
  let ended = () => {};
  const job: Job = {
    message: 'waiting',
    share: null,
    startedAt: Date.now(),
    cancel: () => {},
    stopped: false,
    over: null,
    done: new Promise((resolve) => {
      ended = resolve;
    }),
  };
  studio.jobs.set(jobId, job);
  studio.store.afterCommit(() => {
    void doJob(job, run).then(() => {
      ended();
      setTimeout(() => studio.jobs.delete(jobId), REMEMBER_MS).unref();
    });
  });
  return jobId;
}

async function doJob(job: Job, run: Work): Promise<void> {
  const progress: Progress = (says, share) => {
    job.message = says;
    job.share = share ?? job.share;
  };
  const follow: Follow = (start) => {
    if (job.stopped) throw new RefusedError('Stopped.');
    const task = start(progress);
    job.cancel = task.cancel;
    return task.done;
  };
  try {
    job.over = { ok: true, ...(await run(follow, progress)) };
  } catch (error) {
    if (!(error instanceof RefusedError)) console.error(error);
    job.over = { ok: false, message: howItEnded(job, error) };
  }
}

function howItEnded(job: Job, error: unknown): string {
  if (job.stopped) return 'Stopped; nothing of it was kept.';
  if (error instanceof RefusedError) return error.message;
  return 'It failed in the middle; nothing of it was kept. The server’s own log has the details.';
}

export function jobState(studio: Studio, jobId: string): JobState | null {
  const job = studio.jobs.get(jobId);
  if (!job) return null;
  const spent = (Date.now() - job.startedAt) / 1_000;
  const tells = job.share !== null && job.share > 0.03;
  return {
    id: jobId,
    message: job.message,
    share: job.share,
    secondsLeft: tells ? Math.max(1, Math.round((spent / job.share!) * (1 - job.share!))) : null,
    over: job.over,
  };
}

/** Waits until a job has ended, whichever way. */
export async function jobEnd(studio: Studio, jobId: string): Promise<NonNullable<JobState['over']>> {
  const job = studio.jobs.get(jobId);
  if (!job) throw new RefusedError('No such piece of work.');
  await job.done;
  return job.over!;
}

/** Stops a piece of work that is going on. */
export const stopJob = defineLongAction({
  name: 'stopJob',
  input: objectSchema({ id }),
  final: true,
  async run({ studio, input }) {
    const job = studio.jobs.get(input.id);
    if (!job || job.over) return { message: 'It had ended already.' };
    job.stopped = true;
    job.cancel();
    await job.done;
    return { message: 'Stopped; nothing of it was kept.' };
  },
});
