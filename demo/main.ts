// Makes the demo studio in the folder named by GLASSINE_DATA, if it is not there yet. What is there is left as it was.
import { mkdir, rename, rm, stat } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import workerpool from 'workerpool';
import { resumeMeasuring } from '@/studio/capture/measure';
import { Studio } from '@/studio/studio';
import { PICTURES, type PictureSpec } from './pictures';
import { DemoClock } from './studio/clock';
import { fillStudio, type PictureAt } from './studio/fill';
import { WORKS } from './studio/works';

const folder = resolve(process.env.GLASSINE_DATA ?? '.demo/studio');
const pictures = resolve(process.env.GLASSINE_DEMO_PICTURES ?? '.demo/pictures');
const exists = (path: string) =>
  stat(path).then(
    () => true,
    () => false,
  );
const started = Date.now();

/** Says how far it is, in words here and as figures to whoever started us and listens. */
function say(step: 'paint' | 'fill', says: string, share: number): void {
  const seconds = Math.round((Date.now() - started) / 1_000);
  process.stdout.write(`  ${seconds} s  ${says}\n`);
  process.send?.({ step, says, share });
}

/** A picture that takes as long as three others is begun first, or everything would wait for it. */
const LONG_MEGAPIXELS = 50;
const megapixels = (list: readonly PictureSpec[]) =>
  list.reduce((sum, { width, height }) => sum + (width * height) / 1e6, 0);

if (!(await exists(join(folder, 'glassine.db')))) {
  const painting = await paint();
  await Promise.all([painting.done, fill(painting.pictureAt)]);
}
process.disconnect?.();

/**
 * Begins to paint what is not painted yet, two pictures at a time, in the order in which the studio takes them in: it is filled
 * with the first while the last are being painted.
 */
async function paint(): Promise<{ pictureAt: PictureAt; done: Promise<unknown> }> {
  await mkdir(pictures, { recursive: true });
  const pathOf = (file: string) => join(pictures, file);
  const isThere = await Promise.all(PICTURES.map(({ file }) => exists(pathOf(file))));
  const takenIn = (p: PictureSpec) =>
    megapixels([p]) > LONG_MEGAPIXELS ? Infinity : (WORKS.find((w) => w.picture === p.key)?.daysAgo ?? 0);
  const missing = PICTURES.filter((_, i) => !isThere[i]).sort((a, b) => takenIn(b) - takenIn(a));
  if (!missing.length) return { pictureAt: async (file) => pathOf(file), done: Promise.resolve() };
  const all = megapixels(missing);
  let done = 0;
  say('paint', `painting ${missing.length} pictures, ${Math.round(all)} megapixels in all, this once`, 0);
  const pool = workerpool.pool(resolve('demo/paint/worker.ts'), {
    workerType: 'process',
    maxWorkers: 2,
    forkOpts: { execArgv: ['--import', 'tsx'] },
  });
  const painted = new Map<string, Promise<string>>();
  for (const p of missing) {
    const onDone = () => {
      done += megapixels([p]);
      say('paint', `painted ${p.file}`, done / all);
      return pathOf(p.file);
    };
    painted.set(p.file, Promise.resolve(pool.exec('makePicture', [p, pathOf(p.file)])).then(onDone));
  }
  return {
    pictureAt: (file) => painted.get(file) ?? Promise.resolve(pathOf(file)),
    done: Promise.all(painted.values()).finally(() => pool.terminate()),
  };
}

/** Fills the studio under a passing name, so that one stopped in the middle is made again from the start. */
async function fill(pictureAt: PictureAt): Promise<void> {
  const partly = `${folder}.part`;
  await rm(partly, { recursive: true, force: true });
  const clock = new DemoClock(new Date());
  const studio = await Studio.open({ dataDir: partly, now: clock.now });
  await fillStudio(studio, clock, pictureAt, (says, share) => say('fill', says, share));
  say('fill', 'measuring what is not measured yet', 1);
  await resumeMeasuring(studio);
  await studio.close();
  await rm(folder, { recursive: true, force: true });
  await rename(partly, folder);
}
