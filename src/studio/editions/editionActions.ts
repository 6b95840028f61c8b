import { coversSentence, declaredImpressions } from '@/core/edition/declare';
import { impressionLabel, SIGNINGS } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import type { Tx } from '@/store/db';
import {
  appendToRegister,
  editionsOf,
  printedCount,
  type Edition,
  type Impression,
} from '@/store/editions';
import { insertRow, insertRows, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { id, line, objectSchema, oneOf, orNull, Type, wholeNumber, type Static } from '../schemas';
import { noteInJournal } from '../studio';

const proofCounts = objectSchema({
  AP: wholeNumber(0, 500),
  PP: wholeNumber(0, 500),
  HC: wholeNumber(0, 500),
});

const openInput = objectSchema({
  workId: id,
  kind: oneOf('open', 'limited'),
  size: orNull(Type.Integer()),
  proofs: proofCounts,
  run: oneOf('all sizes', 'per size'),
  formatId: orNull(id),
  signing: oneOf(...SIGNINGS),
  name: Type.Optional(Type.String({ maxLength: 60 })),
});

type OpenInput = Static<typeof openInput>;

/** Opens an edition: what it covers is declared once, in the register, and never grows. */
export const openEdition = defineAction({
  name: 'openEdition',
  input: openInput,
  final: true,
  async run({ studio, tx, input }) {
    const declared = declaredImpressions(input.kind, input.size, input.proofs);
    if (input.kind === 'limited' && input.run === 'per size' && !input.formatId)
      throw new InputError('formatId', null, 'the size this run is for');
    const { remake } = await studio.settings();

    const work = await rowById(tx, 'works', input.workId, 'workId');
    if (work.mayPrint !== 'yes')
      throw new RefusedError(`${work.title} may not be printed yet: say so under Original first.`);
    const format = input.formatId ? await rowById(tx, 'formats', input.formatId, 'formatId') : null;
    if (format && format.workId !== work.id)
      throw new InputError('formatId', input.formatId, `a size of ${work.title}`);
    await refuseSecondRun(tx, input);
    const editionId = studio.newId();
    const name = input.name?.trim() ?? '';
    const proofs = input.kind === 'open' ? { AP: 0, PP: 0, HC: 0 } : input.proofs;
    const size = input.kind === 'limited' ? input.size : null;
    const covers = coversSentence({ kind: input.kind, size, proofs, run: input.run, remake, name });
    const at = studio.now();
    await insertRow(tx, 'editions', {
      id: editionId,
      workId: work.id,
      kind: input.kind,
      name,
      size,
      proofs,
      run: input.run,
      formatId: input.formatId,
      remake,
      signing: input.signing,
      covers,
      openedAt: at,
    });
    await insertRows(
      tx,
      'impressions',
      declared.map((d) => ({
        id: studio.newId(),
        editionId,
        kind: d.kind,
        number: d.number,
        state: 'declared' as const,
        changedAt: at,
      })),
    );
    await appendToRegister(tx, [
      {
        at,
        who: await studio.who(tx),
        act: 'declared',
        editionId,
        impressionId: null,
        body: {
          work: work.title,
          kind: input.kind,
          ...(name && { name }),
          size,
          proofs,
          run: input.run,
          formatId: input.formatId,
          remake,
          covers,
        },
      },
    ]);
    await noteInJournal(studio, tx, {
      act: 'opened',
      subject: 'edition',
      subjectId: editionId,
      says: `Opened an edition of ${work.title}: ${covers}`,
    });
    return {
      message: size ? `An edition of ${size} is declared.` : 'An open edition is declared.',
      id: editionId,
    };
  },
});

/**
 * A number of a work and size exists once for ever, closed runs counted. While a run is open there is no second of its kind over
 * the same sizes; once it is closed, a later one has a name of its own, which stands wherever its numbers stand.
 */
async function refuseSecondRun(tx: Tx, input: OpenInput) {
  const name = input.name?.trim().toLowerCase() ?? '';
  for (const e of await editionsOf(tx, input.workId)) {
    const sharesSizes =
      e.run === 'all sizes' || input.run === 'all sizes' || e.formatId === input.formatId;
    if (e.kind !== input.kind || !sharesSizes) continue;
    if (!e.closedAt)
      throw new RefusedError(
        `There is ${e.kind === 'open' ? 'an open edition' : `an edition of ${e.size}`} of this work already; two runs would put two prints under one number.`,
      );
    if (e.kind === 'limited' && e.name.trim().toLowerCase() === name)
      throw new InputError(
        'name',
        input.name ?? '',
        `a name of its own: ${e.name ? `“${e.name}”` : `the first run of ${e.size}`} is closed, and its numbers exist once for ever. The name stands on every label, certificate and line of the register`,
      );
  }
}

/** Closes an edition for good, with the count that was made. */
export const closeEdition = defineAction({
  name: 'closeEdition',
  input: objectSchema({ id, reason: line }),
  final: true,
  async run({ studio, tx, input }) {
    const edition = await rowById(tx, 'editions', input.id, 'id');
    if (edition.closedAt) throw new RefusedError('This edition is closed already.');
    const [made] = await printedCount(tx, edition.id);
    const at = studio.now();
    await patchRow(tx, 'editions', edition.id, { closedAt: at });
    await appendToRegister(tx, [
      {
        at,
        who: await studio.who(tx),
        act: 'closed',
        editionId: edition.id,
        impressionId: null,
        body: { made: made?.n ?? 0, reason: input.reason },
      },
    ]);
    await noteInJournal(studio, tx, {
      act: 'closed',
      subject: 'edition',
      subjectId: edition.id,
      says: `Closed an edition with ${made?.n ?? 0} impressions made. ${input.reason}`,
    });
    return {
      message: `Closed with ${made?.n ?? 0} impressions made. If a route prints it on demand, close it there too.`,
    };
  },
});

/** "3/40", "9–14 of 40", "3 impressions". */
export function labelsOf(
  list: readonly Pick<Impression, 'kind' | 'number'>[],
  edition: Pick<Edition, 'size' | 'name'>,
): string {
  const [first, last] = [list[0], list.at(-1)];
  if (!first || !last) return 'nothing';
  if (list.length === 1) return impressionLabel(first.kind, first.number, edition.size, edition.name);
  const unbroken =
    list.every((i) => i.kind === first.kind) && last.number - first.number === list.length - 1;
  if (!unbroken) return `${list.length} impressions`;
  return first.kind === 'run'
    ? `${first.number}–${last.number} of ${edition.size}`
    : `${impressionLabel(first.kind, first.number, edition.size, edition.name)} to ${last.number}`;
}
