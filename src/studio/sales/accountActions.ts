import { RefusedError } from '@/core/errors';
import { formatMoney, isBlank, localDay, parseSum } from '@/core/measure';
import { ENTRY_KINDS } from '@/core/product/words';
import type { Tx } from '@/store/db';
import { insertRow, patchRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  flag,
  id,
  line,
  moneyInput,
  name,
  objectSchema,
  oneOf,
  orNull,
  prose,
  wholeNumber,
} from '../schemas';
import { noteInJournal } from '../studio';

/** Opens the account of one commission or large piece, or changes what is known of it. */
export const saveAccount = defineAction({
  name: 'saveAccount',
  input: objectSchema({
    id: orNull(id),
    name,
    workId: orNull(id),
    client: line,
    agreed: moneyInput,
    notes: prose,
  }),

  async run({ studio, tx, input }) {
    const { currency, timeZone } = await studio.settings();
    if (input.workId) await rowById(tx, 'works', input.workId, 'workId');
    const before = input.id ? await openAccount(tx, input.id) : undefined;
    const accountId = input.id ?? studio.newId();
    const row = {
      name: input.name,
      workId: input.workId,
      client: input.client,
      agreedMinor: isBlank(input.agreed) ? null : parseSum(input.agreed, currency, 'agreed'),
      notes: input.notes,
    };
    if (before) await patchRow(tx, 'jobAccounts', accountId, row);
    else
      await insertRow(tx, 'jobAccounts', {
        id: accountId,
        ...row,
        openedOn: localDay(studio.now(), timeZone),
      });
    await noteInJournal(studio, tx, {
      act: before ? 'changed' : 'opened',
      subject: 'account',
      subjectId: accountId,
      says: `${before ? 'Changed' : 'Opened'} the account of ${input.name}`,
      before,
      after: row,
    });
    return { message: `The account of ${input.name} is kept.`, id: accountId };
  },
});

/** Writes a line into a job's account: a quote, a cost, hours, a loss, what the client paid. */
export const addEntry = defineAction({
  name: 'addEntry',
  input: objectSchema({
    accountId: id,
    kind: oneOf(...ENTRY_KINDS),
    says: name,
    who: line,
    sum: moneyInput,
    minutes: wholeNumber(0, 100_000),
    on: orNull(day),
  }),

  async run({ studio, tx, input }) {
    const { currency, timeZone } = await studio.settings();
    const account = await openAccount(tx, input.accountId);
    const sumMinor = isBlank(input.sum) ? 0 : parseSum(input.sum, currency, 'sum');
    if (sumMinor === 0 && input.minutes === 0)
      throw new RefusedError('A line says a sum, or minutes, or both.');
    const entryId = studio.newId();
    await insertRow(tx, 'accountEntries', {
      id: entryId,
      accountId: account.id,
      kind: input.kind,
      says: input.says.trim(),
      who: input.who,
      notedOn: input.on ?? localDay(studio.now(), timeZone),
      sumMinor,
      minutes: input.minutes,
    });
    const what = input.minutes ? `${input.minutes} min` : formatMoney(sumMinor, currency);
    await noteInJournal(studio, tx, {
      act: 'noted',
      subject: 'account',
      subjectId: account.id,
      says: `${account.name}: ${input.kind}, ${input.says}, ${what}`,
    });
    return { message: `${input.says}, ${what}, stands in the account.`, id: entryId };
  },
});

/** Takes a line out of an account that is still open. */
export const removeEntry = defineAction({
  name: 'removeEntry',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const entry = await rowById(tx, 'accountEntries', input.id, 'id');
    const account = await openAccount(tx, entry.accountId);
    await removeRow(tx, 'accountEntries', entry.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'account',
      subjectId: account.id,
      says: `${account.name}: took ${entry.says} out again`,
      before: entry,
    });
    return { message: `${entry.says} is out of the account.` };
  },
});

/** Closes an account, so that nothing in it moves any more, or opens it again. */
export const closeAccount = defineAction({
  name: 'closeAccount',
  input: objectSchema({ id, closed: flag }),

  async run({ studio, tx, input }) {
    const account = await rowById(tx, 'jobAccounts', input.id, 'id');
    if ((account.closedAt !== null) === input.closed)
      throw new RefusedError(`${account.name} is ${input.closed ? 'closed' : 'open'} already.`);
    await patchRow(tx, 'jobAccounts', account.id, { closedAt: input.closed ? studio.now() : null });
    const says = `${input.closed ? 'Closed' : 'Opened'} the account of ${account.name}${input.closed ? '' : ' again'}`;
    await noteInJournal(studio, tx, {
      act: input.closed ? 'closed' : 'opened',
      subject: 'account',
      subjectId: account.id,
      says,
    });
    return { message: `${says}.` };
  },
});

async function openAccount(tx: Tx, accountId: string) {
  const account = await rowById(tx, 'jobAccounts', accountId, 'accountId');
  if (account.closedAt) throw new RefusedError(`The account of ${account.name} is closed.`);
  return account;
}
