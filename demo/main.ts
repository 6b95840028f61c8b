// Makes the demo studio in the folder named by GLASSINE_DATA, if it is not there yet. What is there is left as it was.
import { mkdir, rename, rm, stat } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import workerpool from 'workerpool';
import { resumeMeasuring } from '@/studio/capture/measure';
import { Studio } from '@/studio/studio';
import { PICTURES } from './pictures';
import { DemoClock } from './studio/clock';
import { fillStudio } from './studio/fill';

const folder = resolve(process.env.GLASSINE_DATA ?? '.demo/studio');
const pictures = resolve(process.env.GLASSINE_DEMO_PICTURES ?? '.demo/pictures');
const exists = (path: string) =>
  stat(path).then(
    () => true,
    () => false,
  );
const started = Date.now();
const seconds = () => `${Math.round((Date.now() - started) / 1_000)} s`;
const say = (text: string) => process.stdout.write(`  ${text}\n`);

if (!(await exists(join(folder, 'glassine.db')))) {
  await paint();
  await fill();
}

/** Paints what is not painted yet, two pictures at a time, the largest first. */
async function paint(): Promise<void> {
  await mkdir(pictures, { recursive: true });
  const missing = (
    await Promise.all(PICTURES.map(async (p) => ((await exists(join(pictures, p.file))) ? [] : [p])))
  ).flat();
  if (!missing.length) return;
  const megapixels = (list: readonly { width: number; height: number }[]) =>
    list.reduce((a, p) => a + (p.width * p.height) / 1e6, 0);
  const all = megapixels(missing);
  let done = 0;
  say(
    `Painting ${missing.length} pictures, ${Math.round(all)} megapixels in all: about three minutes the first time, never again.`,
  );
  const pool = workerpool.pool(resolve('demo/paint/worker.ts'), {
    workerType: 'process',
    maxWorkers: 2,
    forkOpts: { execArgv: ['--import', 'tsx'] },
  });
  const largestFirst = [...missing].sort((a, b) => b.width * b.height - a.width * a.height);
  await Promise.all(
    largestFirst.map(async (p) => {
      await pool.exec('makePicture', [p, join(pictures, p.file)]);
      done += megapixels([p]);
      const elapsed = (Date.now() - started) / 1_000;
      const left = Math.round((elapsed / done) * (all - done));
      say(
        `${String(Math.round((100 * done) / all)).padStart(3)} %  ${p.file}${left > 1 ? `, about ${left} s left` : ''}`,
      );
    }),
  );
  await pool.terminate();
}

/** Fills the studio under a passing name, so that one stopped in the middle is made again from the start. */
async function fill(): Promise<void> {
  const partly = `${folder}.part`;
  await rm(partly, { recursive: true, force: true });
  const clock = new DemoClock(new Date());
  const studio = await Studio.open({ dataDir: partly, now: clock.now });
  await fillStudio(studio, clock, pictures, (says) => say(`${seconds()}  ${says}`));
  say(`${seconds()}  measuring what is not measured yet`);
  await resumeMeasuring(studio);
  await studio.close();
  await rm(folder, { recursive: true, force: true });
  await rename(partly, folder);
}
