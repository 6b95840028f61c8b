import { InputError, RefusedError } from '@/core/errors';
import { PICTURED, type Pictured } from '@/core/notes';
import { impressionLabel } from '@/core/edition/impressionStates';
import type { Received } from '@/imaging/objects';
import type { Db } from '@/store/db';
import { findColumns, findRow, insertRow, rowById } from '@/store/rows';
import type { ActionResult } from '../action';
import { noteInJournal, type Studio } from '../studio';

/** A photograph takes far less; a file this large is a capture. */
export const MOST_EVIDENCE_BYTES = 100 * 1024 ** 2;
/** With one line; more than a damage needs, and a page that still comes at once. */
export const MOST_PICTURES = 24;

/** Whose line of the journal it belongs to, and what it is called there. */
type Told = { journal: { subject: string; subjectId: string }; name: string };

/**
 * What a photograph is kept with, in words.
 *
 * @throws InputError where there is no such thing
 */
export async function pictured(db: Db, subject: Pictured, subjectId: string): Promise<Told> {
  switch (subject) {
    case 'note': {
      const note = await rowById(db, 'notes', subjectId, 'subjectId');
      return {
        journal: { subject: note.subject, subjectId: note.subjectId },
        name: `the note “${short(note.text)}”`,
      };
    }
    case 'impression': {
      const impression = await rowById(db, 'impressions', subjectId, 'subjectId');
      const edition = await rowById(db, 'editions', impression.editionId);
      const work = await rowById(db, 'works', edition.workId);
      const label = impressionLabel(impression.kind, impression.number, edition.size);
      return { journal: { subject, subjectId }, name: `${work.title}, ${label}` };
    }
    case 'case': {
      const known = await rowById(db, 'orderCases', subjectId, 'subjectId');
      const order = await rowById(db, 'orders', known.orderId);
      return {
        journal: { subject: 'order', subjectId: order.id },
        name: `order ${order.number}, ${known.kind}`,
      };
    }
    case 'handover': {
      const known = await rowById(db, 'handovers', subjectId, 'subjectId');
      const order = await rowById(db, 'orders', known.orderId);
      return {
        journal: { subject: 'order', subjectId: order.id },
        name: `order ${order.number}, from ${known.fromWhom} to ${known.toWhom}`,
      };
    }
    case 'sent job': {
      const job = await rowById(db, 'sentJobs', subjectId, 'subjectId');
      const route = await findRow(db, 'routes', job.routeId);
      return {
        journal: { subject: 'route', subjectId: job.routeId },
        name: `what was sent to ${route?.name ?? 'others'} on ${job.sentOn}`,
      };
    }
  }
}

const short = (text: string): string => (text.length > 60 ? `${text.slice(0, 57)}…` : text);

/**
 * Keeps a photograph with the line that speaks of it, byte for byte.
 *
 * @throws InputError for a thing that is not there
 * @throws RefusedError for a file that is no picture, or where enough lie already
 */
export async function keepEvidence(
  studio: Studio,
  given: { subject: string; subjectId: string; words: string; fileName: string; received: Received },
): Promise<ActionResult> {
  const subject = PICTURED.find((each) => each === given.subject);
  if (!subject) throw new InputError('subject', given.subject, `one of ${PICTURED.join(', ')}`);
  const { received, fileName, subjectId } = given;
  await pictured(studio.db, subject, subjectId);
  await studio.imaging.facts(received.path, fileName).done;
  await studio.objects.keep(received);
  const newId = studio.newId();
  const words = given.words.trim().slice(0, 500);
  const name = await studio.store.write(async (tx) => {
    const told = await pictured(tx, subject, subjectId);
    const there = await findColumns(tx, 'evidence', ['id'], { subject, subjectId });
    if (there.length >= MOST_PICTURES)
      throw new RefusedError(
        `${MOST_PICTURES} photographs lie with ${told.name} already: take one out before another is kept.`,
      );
    await insertRow(tx, 'evidence', {
      ...{ id: newId, subject, subjectId, fileName, words, at: studio.now() },
      sha256: received.sha256,
      bytes: received.bytes,
    });
    await noteInJournal(studio, tx, {
      act: 'kept',
      ...told.journal,
      says: `Kept a photograph with ${told.name}${words && `: ${words}`}`,
    });
    return told.name;
  });
  return { message: `The photograph is kept with ${name}.`, id: newId, undo: null };
}
