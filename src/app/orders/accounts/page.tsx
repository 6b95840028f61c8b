import type { Metadata } from 'next';
import { accountModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { accountsPage } from '@/studio/sales/accounts';
import { AccountsView } from './AccountsView';

export const metadata: Metadata = { title: 'Job accounts' };

async function AccountsPage() {
  const s = await studio();
  const { accounts, works } = await accountsPage(s);
  return (
    <AccountsView
      accounts={accounts.map(({ row, account }) => ({ ...accountModel(row), account }))}
      works={works}
    />
  );
}

export default seen(AccountsPage);
