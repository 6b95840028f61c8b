import { RefusedError } from '@/core/errors';
import type { WorkKind } from '@/core/works';
import type { FileFacts } from '@/imaging/facts';
import type { Received, Resume } from '@/imaging/objects';
import type { Tx } from '@/store/db';
import { namingsOf } from '@/store/hashes';
import { dropReceiving, setReadingAgain } from '@/store/masters';
import { insertRow, patchRow, patchWhere, rowById } from '@/store/rows';
import { sameFile } from '@/store/works';
import { aboutFile } from '../care/keptFiles';
import { noteInJournal, type Studio } from '../studio';
import { readingOfFile } from './reading';

export type IntakeResult = {
  message: string;
  workId: string;
  masterId: string;
  sha256: string;
  /** The same bytes were here already: nothing was added. */
  known: boolean;
};

export type Given = {
  fileName: string;
  workId: string | null;
  /** How many bytes the sender said would come. */
  announced?: number | null;
  resume?: Resume | null;
  /** Set when the sender stops: what is not recorded by then is not kept. */
  signal?: AbortSignal;
};

/**
 * Takes one file in: streamed to disk under its hash, its facts read, recorded as a master of a work (a new one when none
 * is named), and its reading begun. Whatever stops it before it is recorded, nothing stays behind; once recorded it stays.
 *
 * @param stream the file's bytes as they arrive
 * @throws RefusedError with a sentence when it is not taken in
 */
export async function takeInMaster(
  studio: Studio,
  stream: AsyncIterable<Uint8Array>,
  given: Given,
): Promise<IntakeResult> {
  const { fileName, workId } = given;
  if (workId) await rowById(studio.db, 'works', workId, 'work');
  const intakeId = studio.newId();
  await studio.store.write((tx) =>
    insertRow(tx, 'intakes', {
      id: intakeId,
      fileName,
      startedAt: studio.now(),
      state: 'receiving',
      workId,
    }),
  );
  let received: Received | null = null;
  try {
    received = await studio.objects.receive(stream, fileName, {
      announced: given.announced,
      resume: given.resume,
    });
    const facts = await studio.imaging.facts(received.path, fileName).done;
    const arrived = received;
    return await aboutFile(studio, arrived.sha256, () =>
      keepArrived(studio, intakeId, arrived, facts, given),
    );
  } finally {
    if (received) await studio.objects.drop(received);
    await studio.store.write((tx) => dropReceiving(tx, intakeId));
  }
}

/** Keeps the file and writes down what names it; the same file of the same work is known, and mends a damaged one. */
async function keepArrived(
  studio: Studio,
  intakeId: string,
  received: Received,
  facts: FileFacts,
  given: Given,
): Promise<IntakeResult> {
  refuseIfStopped(given);
  const { sha256 } = received;
  const { healed } = await studio.objects.keep(received);
  const result = await record(studio, intakeId, received, facts, given).catch(async (error: unknown) => {
    if (!(await namingsOf(studio.db, sha256)).length) await studio.objects.remove(sha256);
    throw error;
  });
  if (result.isNew) void readingOfFile(studio, sha256);
  else if (healed) await readHealed(studio, sha256);
  const says = healed
    ? `${result.message} The file that was kept here had been damaged on the disk; this copy has mended it.`
    : result.message;
  return {
    message: says,
    workId: result.workId,
    masterId: result.masterId,
    sha256,
    known: !result.isNew,
  };
}

/** A mended file is read again where it had not been, and measured again. */
async function readHealed(studio: Studio, sha256: string): Promise<void> {
  await studio.store.write((tx) => setReadingAgain(tx, sha256));
  void readingOfFile(studio, sha256);
}

function refuseIfStopped({ signal, fileName }: Given): void {
  if (signal?.aborted)
    throw new RefusedError(`“${fileName}” was stopped on its way. Nothing of it was kept.`);
}

type Recorded = { message: string; workId: string; masterId: string; isNew: boolean };

function record(
  studio: Studio,
  intakeId: string,
  received: Received,
  facts: FileFacts,
  given: Given,
): Promise<Recorded> {
  return studio.store.write(async (tx) => {
    refuseIfStopped(given);
    // Looked for here and not before: the same file may have come by another door a moment ago.
    const twin = (await sameFile(tx, received.sha256)).find(
      (m) => !given.workId || m.workId === given.workId,
    );
    if (twin) {
      const says = `This file is already here, as a master of ${twin.title}. Nothing was added.`;
      return { message: says, workId: twin.workId, masterId: twin.masterId, isNew: false };
    }
    const { workId, title } = await workFor(studio, tx, facts, given);
    const masterId = studio.newId();
    await patchWhere(tx, 'masters', { workId }, { current: false });
    await insertRow(tx, 'masters', {
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
    await patchRow(tx, 'intakes', intakeId, {
      state: 'reading',
      sha256: received.sha256,
      workId,
      masterId,
    });
    await noteInJournal(studio, tx, {
      act: 'took in',
      subject: 'master',
      subjectId: masterId,
      says: `Took in ${given.fileName} as a master of ${title}`,
      after: { sha256: received.sha256, ...facts },
    });
    return {
      message: `${given.fileName} is in: ${facts.width} × ${facts.height} px, ${facts.bits} bit.`,
      workId,
      masterId,
      isNew: true,
    };
  });
}

/** The work a file belongs to; a new one, named after the file, where none is said. */
async function workFor(
  studio: Studio,
  tx: Tx,
  facts: FileFacts,
  given: Given,
): Promise<{ workId: string; title: string }> {
  if (given.workId) {
    const work = await rowById(tx, 'works', given.workId, 'work');
    return { workId: work.id, title: work.title };
  }
  const workId = studio.newId();
  const title = titleFrom(given.fileName);
  await insertRow(tx, 'works', {
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
  return { workId, title };
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
