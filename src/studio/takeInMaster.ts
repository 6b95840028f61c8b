import { eq } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import type { FileFacts } from '@/imaging/facts';
import type { Received } from '@/imaging/objects';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { intakes, masters, works, type WorkKind } from '@/store/schema';
import { sameFile } from '@/store/works';
import { reading } from './readMaster';
import { noteInJournal, type Studio } from './studio';

export type IntakeResult = {
  says: string;
  workId: string;
  masterId: string;
  /** The same bytes were here already: nothing was added. */
  known: boolean;
};

/**
 * Takes one file in: streamed to disk under its hash, its facts read, recorded as a master of a work (a new one when none
 * is named), and its reading begun. Whatever stops it on the way, nothing stays behind.
 *
 * @param stream the file's bytes as they arrive
 * @throws RefusedError with a sentence when it is not taken in
 */
export async function takeInMaster(
  studio: Studio,
  stream: AsyncIterable<Uint8Array>,
  given: { fileName: string; workId: string | null },
): Promise<IntakeResult> {
  const { fileName, workId } = given;
  if (workId) await rowById(studio.db, works, workId, 'work');
  const intakeId = studio.newId();
  await studio.store.write((tx) =>
    insertRow(tx, intakes, {
      id: intakeId,
      fileName,
      startedAt: studio.now(),
      state: 'receiving',
      workId,
    }),
  );
  let received: Received | null = null;
  try {
    received = await studio.objects.receive(stream, fileName);
    const twin = (await sameFile(studio.db, received.sha256)).find((m) => !workId || m.workId === workId);
    if (twin) {
      await studio.objects.drop(received);
      await studio.store.write((tx) => removeRow(tx, intakes, intakeId));
      return {
        says: `This file is already here, as a master of ${twin.title}. Nothing was added.`,
        workId: twin.workId,
        masterId: twin.masterId,
        known: true,
      };
    }
    const facts = await studio.imaging.facts(received.path, fileName).done;
    // From here a stop in the middle finds the hash and knows what to clear away.
    await studio.store.write((tx) => patchRow(tx, intakes, intakeId, { sha256: received!.sha256 }));
    await studio.objects.keep(received);
    const result = await record(studio, intakeId, received, facts, given);
    reading(studio, result.masterId);
    return result;
  } catch (error) {
    if (received) await dropUnlessUsed(studio, received);
    await studio.store.write((tx) => removeRow(tx, intakes, intakeId));
    throw error;
  }
}

async function dropUnlessUsed(studio: Studio, received: Received) {
  await studio.objects.drop(received);
  if ((await sameFile(studio.db, received.sha256)).length === 0)
    await studio.objects.remove(received.sha256);
}

function record(
  studio: Studio,
  intakeId: string,
  received: Received,
  facts: FileFacts,
  given: { fileName: string; workId: string | null },
): Promise<IntakeResult> {
  return studio.store.write(async (tx) => {
    const title = titleFrom(given.fileName);
    const workId = given.workId ?? studio.newId();
    const work = given.workId ? await rowById(tx, works, given.workId, 'work') : null;
    if (!work) {
      await insertRow(tx, works, {
        id: workId,
        title,
        medium: '',
        kind: kindFrom(facts),
        owner: '',
        mayPrint: 'not yet',
        createdAt: studio.now(),
      });
      await noteInJournal(studio, tx, {
        act: 'recorded with file',
        subject: 'work',
        subjectId: workId,
        says: `Recorded ${title}, from the file ${given.fileName}`,
      });
    }
    if (facts.width * facts.height === 0) throw new RefusedError(`“${given.fileName}” holds no pixels.`);
    const masterId = studio.newId();
    await tx.update(masters).set({ current: false }).where(eq(masters.workId, workId));
    await insertRow(tx, masters, {
      id: masterId,
      workId,
      sha256: received.sha256,
      bytes: received.bytes,
      fileName: given.fileName,
      fileKind: facts.kind,
      widthPx: facts.width,
      heightPx: facts.height,
      bits: facts.bits,
      channels: facts.channels,
      alpha: facts.alpha,
      colour: facts.colour,
      pages: facts.pages,
      density: facts.density,
      densityUnit: facts.densityUnit,
      orientation: facts.orientation,
      compression: facts.compression,
      profileLabel: facts.profileLabel,
      profileBytes: facts.profileBytes,
      capturedAt: facts.capturedAt,
      state: 'reading',
      current: true,
      receivedAt: studio.now(),
    });
    await patchRow(tx, intakes, intakeId, { state: 'reading', workId, masterId });
    await noteInJournal(studio, tx, {
      act: 'took in',
      subject: 'master',
      subjectId: masterId,
      says: `Took in ${given.fileName} as a master of ${work?.title ?? title}`,
      after: { sha256: received.sha256, ...facts },
    });
    return {
      says: `${given.fileName} is in: ${facts.width} × ${facts.height} px, ${facts.bits} bit.`,
      workId,
      masterId,
      known: false,
    };
  });
}

/** A title to begin with: the file's name without its ending, sizes and joints. */
export function titleFrom(fileName: string): string {
  const words = fileName
    .replace(/\.[a-z0-9]{2,5}$/i, '')
    .replace(/[_\-.]+/g, ' ')
    .replace(/\b\d{2,4}\s?(ppi|dpi)\b/gi, '')
    .replace(/\s+/g, ' ')
    .trim();
  return words ? words[0]!.toUpperCase() + words.slice(1) : 'Untitled';
}

const kindFrom = (facts: FileFacts): WorkKind =>
  facts.kind === 'JPEG'
    ? 'digital photograph'
    : facts.kind === 'PNG' || facts.kind === 'WebP'
      ? 'born digital'
      : 'painting';
