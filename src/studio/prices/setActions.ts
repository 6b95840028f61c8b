import { InputError } from '@/core/errors';
import { isBlank, parseSum } from '@/core/measure';
import type { Tx } from '@/store/db';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { flag, id, listOf, moneyInput, name, objectSchema, orNull, prose, type Static } from '../schemas';
import { noteInJournal } from '../studio';

const memberInput = objectSchema({ editionId: id, formatId: id, productId: id });
type Member = Static<typeof memberInput>;

/** Records several prints that are sold together at a price of their own, or changes what is recorded of them. */
export const keepSet = defineAction({
  name: 'keepSet',
  input: objectSchema({
    id: orNull(id),
    name,
    members: listOf(memberInput, { minItems: 2, maxItems: 12 }),
    price: moneyInput,
    sameNumber: flag,
    notes: prose,
  }),
  setsAll: true,

  async run({ studio, tx, input }) {
    const { currency } = await studio.settings();
    if (isBlank(input.price)) throw new InputError('price', input.price, 'what they sell for together');
    for (const [i, member] of input.members.entries())
      await checkMember(tx, input.members, member, i, input.sameNumber);
    const row = {
      name: input.name.trim(),
      members: input.members,
      priceMinor: parseSum(input.price, currency, 'price'),
      sameNumber: input.sameNumber,
      notes: input.notes,
    };
    const before = input.id ? await rowById(tx, 'workSets', input.id, 'id') : undefined;
    const setId = input.id ?? studio.newId();
    if (before) await patchRow(tx, 'workSets', setId, { ...row, archivedAt: null });
    else await insertRow(tx, 'workSets', { id: setId, createdAt: studio.now(), ...row });
    await noteInJournal(studio, tx, {
      act: before ? 'changed' : 'recorded',
      subject: 'set',
      subjectId: setId,
      says: `${before ? 'Changed' : 'Recorded'} the set ${row.name}, ${row.members.length} prints together`,
      before,
      after: row,
    });
    return { message: `${row.name} is sold as a set of ${row.members.length}.`, id: setId };
  },
});

/** What can stand in a set: each once, offered, of a run that takes it; under one number only runs of numbers, each once. */
async function checkMember(
  tx: Tx,
  members: readonly Member[],
  member: Member,
  i: number,
  sameNumber: boolean,
): Promise<void> {
  const field = `members[${i}]`;
  const { editionId, productId } = member;
  if (members.findIndex((other) => other.productId === productId) !== i)
    throw new InputError(`${field}.productId`, productId, 'each print once in a set');
  const edition = await rowById(tx, 'editions', editionId, `${field}.editionId`);
  const product = await rowById(tx, 'products', productId, `${field}.productId`);
  if (product.archivedAt || product.formatId !== member.formatId || product.workId !== edition.workId)
    throw new InputError(`${field}.productId`, productId, 'something that is offered of this edition');
  if (edition.kind === 'limited' && !product.inEdition)
    throw new InputError(`${field}.productId`, productId, 'a product of the limited run, not beside it');
  if (!sameNumber) return;
  if (edition.kind !== 'limited')
    throw new InputError('sameNumber', true, 'limited editions throughout: an open one has no numbers');
  if (members.findIndex((other) => other.editionId === editionId) !== i)
    throw new InputError('sameNumber', true, 'one print of each run: two of one run have two numbers');
}

/** Ends selling some prints together, or takes it up again. What was sold so stays in its orders. */
export const endSet = defineAction({
  name: 'endSet',
  input: objectSchema({ id, ended: flag }),

  async run({ studio, tx, input }) {
    const set = await rowById(tx, 'workSets', input.id, 'id');
    await patchRow(tx, 'workSets', set.id, { archivedAt: input.ended ? studio.now() : null });
    await noteInJournal(studio, tx, {
      act: input.ended ? 'archived' : 'restored',
      subject: 'set',
      subjectId: set.id,
      says: `${set.name} is ${input.ended ? 'no longer' : 'again'} sold as a set`,
    });
    return { message: `${set.name} is ${input.ended ? 'no longer' : 'again'} sold as a set.` };
  },
});
