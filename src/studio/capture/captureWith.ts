import { RefusedError } from '@/core/errors';
import { validate } from '@/core/validate';
import { patchRow, rowById } from '@/store/rows';
import { mastersOf } from '@/store/works';
import { createReadStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { startJob } from '../jobs';
import type { CaptureDevice, Pass } from '../ports';
import { id, objectSchema, oneOf, orNull, wholeNumber } from '../schemas';
import type { Studio } from '../studio';
import { checkEvenness } from './checks';
import { takeInMaster } from './intake';

export type CaptureInput = {
  workId: string;
  ppi: number;
  longSidePx: number;
  shows: Pass['shows'];
  onlyPass: number | null;
};
const schema = objectSchema({
  workId: id,
  ppi: wholeNumber(50, 1_200),
  longSidePx: wholeNumber(300, 8_000),
  shows: oneOf('work', 'blank board', 'target'),
  onlyPass: orNull(wholeNumber(0, 60)),
});

/** A simulated capture of more would take minutes. */
const MOST_PX = 40_000_000;

/**
 * Captures a work with a device. A stand-in looks at the work's first master in place of the original, which it cannot see;
 * what it makes comes in as any file does, and a blank frame is read for evenness and not kept.
 */
export async function captureWith(
  studio: Studio,
  device: CaptureDevice,
  input: CaptureInput,
): Promise<{ message: string; job: string }> {
  validate(schema, input);
  const work = await rowById(studio.db, 'works', input.workId, 'workId');
  const all = await mastersOf(studio.db, work.id);
  const shown = all.filter(
    (m) => m.state === 'ready' && !m.parentId && !m.method.startsWith('simulated'),
  );
  const from = shown.at(-1);
  if (!from)
    throw new RefusedError(
      `A stand-in needs a picture to look at in place of the original, and ${work.title} has none yet.`,
    );
  const current = all.find((m) => m.current);
  const original =
    work.widthUm && work.heightUm
      ? { width: work.widthUm, height: work.heightUm }
      : {
          width: Math.round((from.widthPx / 300) * 25_400),
          height: Math.round((from.heightPx / 300) * 25_400),
        };
  const passes = device
    .passes({
      original,
      ppi: input.ppi,
      longSidePx: input.longSidePx,
      shows: input.shows,
      seed: from.widthPx,
    })
    .filter((_, i) => input.onlyPass === null || i === input.onlyPass);
  for (const p of passes)
    if (p.to.width * p.to.height > MOST_PX)
      throw new RefusedError(
        `${p.to.width} × ${p.to.height} px is more than the stand-in draws (${MOST_PX / 1e6} megapixels): ask for fewer pixels per inch.`,
      );
  const job = startJob(studio, async (follow) => {
    const said: string[] = [];
    for (const [i, pass] of passes.entries())
      said.push(
        await onePass(studio, device, work.id, from.sha256, current?.id ?? null, pass, (start) =>
          follow((onStep) => start((says, share) => onStep(says, (i + (share ?? 0)) / passes.length))),
        ),
      );
    return { message: said.at(-1)! };
  });
  return { message: `The ${device.name} is at work.`, job };
}

async function onePass(
  studio: Studio,
  device: CaptureDevice,
  workId: string,
  sha256: string,
  currentId: string | null,
  pass: Pass,
  follow: Parameters<Parameters<typeof startJob>[1]>[0],
): Promise<string> {
  const [out, scratch] = [await studio.objects.passing(), await studio.objects.passing()];
  try {
    const { name, shows, part, to, ppi, faults, seed } = pass;
    const original =
      shows === 'blank board' ? null : await studio.objects.soundPath(sha256, 'the first capture');
    await follow((onStep) =>
      studio.imaging.do(
        'capture',
        [
          {
            original,
            chart: shows === 'target',
            part,
            to,
            ppi,
            faults,
            seed,
            scratch,
            out,
          },
        ],
        onStep,
      ),
    );
    if (shows === 'blank board') {
      if (!currentId)
        throw new RefusedError('There is no master yet that the blank frame could belong to.');
      return (await checkEvenness(studio, currentId, { path: out, sha256: '', bytes: 0 })).message;
    }
    const taken = await takeInMaster(studio, createReadStream(out), { fileName: name, workId });
    if (!taken.known)
      await studio.store.write((tx) =>
        patchRow(tx, 'masters', taken.masterId, { method: `${device.name}, practice` }),
      );
    return taken.message;
  } finally {
    for (const path of [out, `${out}.part`, `${scratch}.v`]) await rm(path, { force: true });
  }
}
