'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import type { AccountModel } from '@/app/models';
import type { Account } from '@/core/sales/account';
import { Button } from '@/ui/Button';
import { EmptyState, Lead, Page, PageHeader, PageTitle, Panel, Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';
import { SalesNav } from '../SalesNav';
import { AccountBar } from './AccountBar';
import { AccountSheet } from './AccountSheet';

const Jobs = styled.ul`
  display: grid;
  gap: 18px;
  li {
    display: grid;
    gap: 6px;
    padding-bottom: 16px;
    border-bottom: 1px solid ${t.hair};
  }
  a {
    font: italic 20px/26px ${t.serif};
  }
`;

type Listed = AccountModel & { account: Account };

/** Every commission with an account: what was agreed, what it cost, what is left. */
export function AccountsView({
  accounts,
  works,
}: {
  accounts: Listed[];
  works: { id: string; title: string }[];
}) {
  const router = useRouter();
  const [isNew, setNew] = useState(false);
  const { date, day } = useUnits();
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Job accounts</PageTitle>
          <Lead>
            One for a commission or a large piece: quotes, what was really paid, your hours, losses apart,
            and what the client has paid of what was agreed.
          </Lead>
        </div>
        <Button main onPress={() => setNew(true)}>
          Open an account
        </Button>
      </PageHeader>
      <SalesNav />
      {accounts.length === 0 ? (
        <Panel>
          <EmptyState title="No job has an account yet">
            <p>Open one with the first quote: nothing is left out then, not a proof, not two bags.</p>
          </EmptyState>
        </Panel>
      ) : (
        <Panel>
          <Jobs>
            {accounts.map((job) => (
              <li key={job.id}>
                <div>
                  <Link href={`/orders/accounts/${job.id}`} prefetch={false}>
                    {job.name}
                  </Link>{' '}
                  <Small>
                    {job.client && `for ${job.client}, `}
                    {job.closedAt ? `closed ${day(job.closedAt)}` : `open since ${date(job.openedOn)}`}
                  </Small>
                </div>
                <AccountBar account={job.account} agreed={job.agreedMinor} />
                <Verdict finding={job.account.finding} />
              </li>
            ))}
          </Jobs>
        </Panel>
      )}
      {isNew && (
        <AccountSheet
          account={null}
          works={works}
          onDone={(id) => router.push(`/orders/accounts/${id}`)}
          onClose={() => setNew(false)}
        />
      )}
    </Page>
  );
}
