import { FIRST_RATES } from '@/core/cost/rates';
import { accountOf, type Entry } from '@/core/sales/account';
import { findColumns, findRow, findRows, type Row } from '@/store/rows';
import type { Studio } from '../studio';

const asEntry = (row: Row<'accountEntries'>): Entry => ({
  kind: row.kind,
  says: row.says,
  sum: row.sumMinor,
  minutes: row.minutes,
});

/** Every job's account with what it comes to, the open ones first. */
export async function accountsPage(studio: Studio) {
  const { db } = studio;
  const [{ costRates, currency }, rows, entries, works] = await Promise.all([
    studio.settings(),
    findRows(db, 'jobAccounts', {}, { orderBy: ['-openedOn', '-id'] }),
    findRows(db, 'accountEntries', {}, { orderBy: ['notedOn', 'id'] }),
    findColumns(db, 'works', ['id', 'title'], { archivedAt: null }),
  ]);
  const rate = (costRates ?? FIRST_RATES).ratePerHour;
  const accounts = rows
    .map((row) => ({
      row,
      account: accountOf(
        entries.filter((entry) => entry.accountId === row.id).map(asEntry),
        rate,
        row.agreedMinor,
        currency,
      ),
    }))
    .sort((a, b) => Number(a.row.closedAt !== null) - Number(b.row.closedAt !== null));
  return { accounts, works };
}

/** One job's account, line by line; null where there is none of that id. */
export async function oneAccount(studio: Studio, accountId: string) {
  const { db } = studio;
  const row = await findRow(db, 'jobAccounts', accountId);
  if (!row) return null;
  const [{ costRates, currency }, entries, works] = await Promise.all([
    studio.settings(),
    findRows(db, 'accountEntries', { accountId }, { orderBy: ['notedOn', 'id'] }),
    findColumns(db, 'works', ['id', 'title'], { archivedAt: null }),
  ]);
  const rate = (costRates ?? FIRST_RATES).ratePerHour;
  return {
    row,
    entries,
    works,
    ratePerHour: rate,
    account: accountOf(entries.map(asEntry), rate, row.agreedMinor, currency),
  };
}
