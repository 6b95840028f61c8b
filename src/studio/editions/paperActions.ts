import Papa from 'papaparse';
import { PAPER_STATES, readPaperRows, type PaperLine } from '@/core/edition/fromPaper';
import { impressionLabel } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import type { AsPrinted } from '@/core/edition/asPrinted';
import type { Tx } from '@/store/db';
import { appendToRegister, type Impression } from '@/store/editions';
import { findRows, insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { day, id, line, listOf, objectSchema, oneOf, orNull, wholeNumber } from '../schemas';
import { noteInJournal, type Studio } from '../studio';

const MOST_LINES = 5_000;

/** Reads a notebook's table for an edition, with what is doubtful about each line; nothing is kept by it. */
export async function readNotebook(
  studio: Studio,
  editionId: string,
  text: string,
): Promise<PaperLine[]> {
  const edition = await rowById(studio.db, 'editions', editionId, 'edition');
  if (edition.kind === 'open' || !edition.size)
    throw new RefusedError(
      'A notebook is brought over into a limited run: open it first, with its number.',
    );
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  if (data.length - 1 > MOST_LINES)
    throw new InputError('table', data.length - 1, `up to ${MOST_LINES} lines`);
  return readPaperRows(data, { size: edition.size, today: await studio.today() });
}

/**
 * Brings a run that was begun on paper into the register: each number in the state it is in, with a line that says where it comes
 * from. Only numbers that nothing has happened to here are taken.
 */
export const bringOver = defineAction({
  name: 'bringOver',
  input: objectSchema({
    editionId: id,
    formatId: id,
    paperId: id,
    lines: listOf(
      objectSchema({
        number: wholeNumber(1, 5_000),
        state: oneOf(...PAPER_STATES),
        buyer: line,
        on: orNull(day),
      }),
      { minItems: 1, maxItems: MOST_LINES },
    ),
  }),
  final: true,

  async run({ studio, tx, input }) {
    const edition = await rowById(tx, 'editions', input.editionId, 'editionId');
    if (edition.closedAt) throw new RefusedError('This edition is closed: nothing is brought into it.');
    const format = await rowById(tx, 'formats', input.formatId, 'formatId');
    const paper = await rowById(tx, 'papers', input.paperId, 'paperId');
    if (format.workId !== edition.workId)
      throw new InputError('formatId', format.id, 'a size of the same work');
    const run = new Map(
      (await findRows(tx, 'impressions', { editionId: edition.id, kind: 'run' })).map((i) => [
        i.number,
        i,
      ]),
    );
    const work = await rowById(tx, 'works', edition.workId);
    const settings = await studio.settings();
    const who = await studio.who(tx);
    const facts = (on: string): AsPrinted => ({
      work: {
        title: work.title,
        year: work.year,
        medium: work.medium,
        artist: settings.artist || settings.name,
      },
      format: format.name,
      image: imageOf(format),
      sheet: sheetOf(imageOf(format), bordersOf(format)),
      paper: { name: paper.name, base: paper.base, surface: paper.surface, gsm: paper.gsm },
      lot: null,
      route: null,
      process: null,
      machine: null,
      master: null,
      file: null,
      profile: null,
      intent: null,
      formula: null,
      proof: null,
      printedAt: on,
      who,
      reconstructed: true,
    });
    const seen = new Set<number>();
    for (const [k, each] of input.lines.entries()) {
      const impression = run.get(each.number);
      if (!impression)
        throw new InputError(`lines[${k}].number`, each.number, `a number of the run of ${edition.size}`);
      if (seen.has(each.number))
        throw new InputError(`lines[${k}].number`, each.number, 'each number once');
      seen.add(each.number);
      if (impression.state !== 'declared' || impression.printedAt)
        throw new RefusedError(
          `${each.number}/${edition.size} has a history here already: only numbers that nothing has happened to are brought over.`,
        );
      await bring(studio, tx, { impression, each, size: edition.size, name: edition.name, facts, input });
    }
    const counted = input.lines.filter((each) => each.state !== 'declared').length;
    await noteInJournal(studio, tx, {
      act: 'recorded',
      subject: 'edition',
      subjectId: edition.id,
      says: `Brought ${counted} numbers of ${work.title} over from a notebook`,
    });
    return {
      message: `${counted} ${counted === 1 ? 'number is' : 'numbers are'} brought over; the register says that they come from paper.`,
    };
  },
});

type Line = { number: number; state: (typeof PAPER_STATES)[number]; buyer: string; on: string | null };

async function bring(
  studio: Studio,
  tx: Tx,
  q: {
    impression: Impression;
    each: Line;
    size: number | null;
    name: string;
    facts: (on: string) => AsPrinted;
    input: { formatId: string; paperId: string };
  },
): Promise<void> {
  const { impression, each } = q;
  if (each.state === 'declared') return;
  const at = studio.now();
  const on = each.on ? `${each.on}T12:00:00.000Z` : at;
  const isSigned = each.state !== 'inspected';
  await patchRow(tx, 'impressions', impression.id, {
    state: each.state,
    formatId: q.input.formatId,
    paperId: q.input.paperId,
    asPrinted: q.facts(on),
    printedAt: on,
    signedAt: isSigned ? at : null,
    changedAt: at,
  });
  const how = ({ delivered: 'bought', gifted: 'given', kept: 'kept' } as const)[each.state as 'kept'];
  if (each.buyer.trim() && how)
    await insertRow(tx, 'keepers', {
      id: studio.newId(),
      impressionId: impression.id,
      name: each.buyer.trim(),
      how,
      sinceOn: on.slice(0, 10),
      note: 'from the notebook',
    });
  await appendToRegister(tx, [
    {
      at,
      who: await studio.who(tx),
      act: 'brought over',
      editionId: impression.editionId,
      impressionId: impression.id,
      body: {
        number: impressionLabel(impression.kind, impression.number, q.size, q.name),
        to: each.state,
        signed: isSigned,
        on: each.on,
        from: 'a notebook',
      },
    },
  ]);
}
