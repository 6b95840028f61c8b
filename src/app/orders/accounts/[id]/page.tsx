import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { accountModel, entryModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { oneAccount } from '@/studio/sales/accounts';
import { AccountView } from './AccountView';

export const metadata: Metadata = { title: 'Job account' };

async function AccountPage({ params }: { params: Promise<{ id: string }> }) {
  const found = await oneAccount(await studio(), (await params).id);
  if (!found) notFound();
  const { row, entries, works, account, ratePerHour } = found;
  return (
    <AccountView
      job={accountModel(row)}
      entries={entries.map(entryModel)}
      works={works}
      account={account}
      ratePerHour={ratePerHour}
    />
  );
}

export default seen(AccountPage);
