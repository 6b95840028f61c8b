import { coversSentence, declaredImpressions } from '@/core/edition/declare';
import {
  checkTerms,
  NUMBER_ORDERS,
  parseNumbers,
  parseTiers,
  PLACES,
  placeTowards,
  PLAIN_TERMS,
  madeInRun,
  USUAL_RUN_SCHOOL,
  type EditionTerms,
} from '@/core/edition/terms';
import { SIGNINGS } from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import type { Tx } from '@/store/db';
import { appendToRegister, editionsOf, printedCount } from '@/store/editions';
import { findRows, insertRow, insertRows, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  flag,
  id,
  line,
  listOf,
  name,
  numberBetween,
  objectSchema,
  oneOf,
  orNull,
  Type,
  wholeNumber,
  type Static,
} from '../schemas';
import { offeredAs } from './opening';
import { onDemandRoute } from './runRules';
import { noteInJournal, type Studio } from '../studio';

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
  /** What becomes of a destroyed number; left out: the studio's own rule. */
  remake: Type.Optional(oneOf('remake', 'retire')),
  name: Type.Optional(Type.String({ maxLength: 60 })),
  /** Whether a buyer may choose a number, or gets the next free one. */
  numbers: Type.Optional(oneOf(...NUMBER_ORDERS)),
  /** Numbers that stay with the artist, as they are typed: "1, 7-9". */
  heldBack: Type.Optional(line),
  /** As they are typed ("31 20 %"), or each from a number on. */
  tiers: Type.Optional(
    Type.Union([
      line,
      listOf(objectSchema({ from: wholeNumber(2, 5_000), raise: numberBetween(0, 20) })),
    ]),
  ),
  /** Whether the sentence names sizes, papers and processes: then nothing else is numbered in the run. */
  saysMade: Type.Optional(flag),
  placed: Type.Optional(
    listOf(
      objectSchema({
        kind: oneOf('size', 'line', 'finish', 'other'),
        id: Type.String({ maxLength: 60 }),
        name,
        place: oneOf(...PLACES),
      }),
      { maxItems: 100 },
    ),
  ),
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
    const remake = input.remake ?? (await studio.settings()).remake;

    const work = await rowById(tx, 'works', input.workId, 'workId');
    if (work.mayPrint !== 'yes')
      throw new RefusedError(`${work.title} may not be printed yet: say so under Original first.`);
    const format = input.formatId ? await rowById(tx, 'formats', input.formatId, 'formatId') : null;
    if (format && format.workId !== work.id)
      throw new InputError('formatId', input.formatId, `a size of ${work.title}`);
    await refuseSecondRun(tx, input);
    const editionId = studio.newId();
    const runName = input.name?.trim() ?? '';
    const proofs = input.kind === 'open' ? { AP: 0, PP: 0, HC: 0 } : input.proofs;
    const size = input.kind === 'limited' ? input.size : null;
    const terms = await termsOf(studio, tx, input);
    if (size !== null) checkTerms(terms, size);
    await refuseOnDemand(tx, work.id, input, terms);
    const covers = coversSentence({
      kind: input.kind,
      size,
      proofs,
      run: input.run,
      remake,
      name: runName,
      terms,
    });
    const at = studio.now();
    await insertRow(tx, 'editions', {
      id: editionId,
      workId: work.id,
      kind: input.kind,
      name: runName,
      size,
      proofs,
      run: input.run,
      formatId: input.formatId,
      remake,
      signing: input.signing,
      covers,
      terms,
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
        heldBack: d.kind === 'run' && terms.heldBack.includes(d.number),
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
          ...(runName && { name: runName }),
          size,
          proofs,
          run: input.run,
          formatId: input.formatId,
          remake,
          covers,
          terms,
        },
      },
    ]);
    await placeProducts(tx, work.id, terms);
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

/** What was declared beside the total; an open edition declares nothing of the kind. */
async function termsOf(studio: Studio, tx: Tx, input: OpenInput): Promise<EditionTerms> {
  if (input.kind === 'open') return PLAIN_TERMS;
  const { runSchool } = await studio.settings(tx);
  const placed = (input.placed ?? []).map((each) => ({ ...each, name: each.name.trim() }));
  const formatId = input.run === 'per size' ? input.formatId : null;
  return {
    numbers: input.numbers ?? (runSchool ?? USUAL_RUN_SCHOOL).numbers,
    heldBack: parseNumbers(input.heldBack ?? '', input.size ?? 0, 'heldBack'),
    tiers: typeof input.tiers === 'string' ? parseTiers(input.tiers) : (input.tiers ?? []),
    placed,
    ...(input.saysMade && { made: madeInRun(await offeredAs(tx, input.workId), placed, formatId) }),
  };
}

/** What somebody else prints on demand is not made under a number, so it cannot be in a limited run. */
async function refuseOnDemand(
  tx: Tx,
  workId: string,
  input: OpenInput,
  terms: EditionTerms,
): Promise<void> {
  if (input.kind === 'open') return;
  const products = await findRows(tx, 'products', { workId, archivedAt: null, inEdition: true });
  for (const product of products) {
    if (placeTowards(terms.placed, product).place !== 'in the run') continue;
    const route = await onDemandRoute(tx, product.lineId);
    if (!route) continue;
    const { name: lineName } = await rowById(tx, 'printLines', product.lineId);
    throw new InputError(
      'placed',
      lineName,
      `outside the run, or not made: ${route} prints it on demand, and keeps no numbers`,
    );
  }
}

/** What is offered already takes its place: outside the run it is not numbered, and what is not made must be withdrawn first. */
async function placeProducts(tx: Tx, workId: string, terms: EditionTerms): Promise<void> {
  for (const product of await findRows(tx, 'products', { workId, archivedAt: null })) {
    const { place, because } = placeTowards(terms.placed, product);
    if (place === 'not made')
      throw new RefusedError(
        `${because} is offered now: withdraw it before you declare that it is not made.`,
      );
    if (place === 'outside it' && product.inEdition)
      await patchRow(tx, 'products', product.id, { inEdition: false });
  }
}

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
