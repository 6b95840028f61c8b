'use client';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import type { AccountModel, EntryModel } from '@/app/models';
import type { Account } from '@/core/sales/account';
import { ENTRY_KINDS, type EntryKind } from '@/core/product/words';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { DataTable, figureColumn, type Column } from '@/ui/DataTable';
import {
  Columns,
  FactList,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { SalesNav } from '../../SalesNav';
import { AccountBar } from '../AccountBar';
import { AccountSheet } from '../AccountSheet';

type Props = {
  job: AccountModel;
  entries: EntryModel[];
  works: { id: string; title: string }[];
  account: Account;
  ratePerHour: number;
};

/** One job: what was quoted and paid, hours, losses, what the client has paid; with everything and without the losses. */
export function AccountView({ job, entries, works, account, ratePerHour }: Props) {
  const { money, date, day } = useUnits();
  const action = useAction();
  const [isEditing, setEditing] = useState(false);
  const [isAdding, setAdding] = useState(false);
  const isClosed = job.closedAt !== null;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{job.name}</PageTitle>
          <Lead>
            {job.client && `For ${job.client}. `}
            {job.agreedMinor === null ? 'Nothing agreed yet. ' : `${money(job.agreedMinor)} agreed. `}
            {isClosed ? `Closed ${day(job.closedAt)}.` : `Open since ${date(job.openedOn)}.`}
          </Lead>
        </div>
        <Row>
          {!isClosed && (
            <>
              <Button main onPress={() => setAdding(true)}>
                Write a line
              </Button>
              <Button onPress={() => setEditing(true)}>Change</Button>
            </>
          )}
          <Button
            isDisabled={action.isPending}
            onPress={() => void action.run('closeAccount', { id: job.id, closed: !isClosed })}
          >
            {isClosed ? 'Open it again' : 'Close it'}
          </Button>
        </Row>
      </PageHeader>
      <SalesNav />
      <ErrorCallout error={action.error} fields={[]} />
      <Panel>
        <Stack $gap={20}>
          <AccountBar account={account} agreed={job.agreedMinor} />
          <Verdict finding={account.finding} />
          <Columns $aside={340}>
            <Stack $gap={20}>
              <Differences account={account} />
              <Lines entries={entries} isClosed={isClosed} />
            </Stack>
            <Stack $gap={10}>
              <PanelTitle>What it comes to</PanelTitle>
              <FactList
                rows={[
                  [
                    'With everything',
                    <Working key="w" working={account.working}>
                      {money(account.total)}
                    </Working>,
                  ],
                  ['Without avoidable losses', money(account.totalWithoutLosses)],
                  [
                    'Own hours',
                    `${hours(account.hours.minutes)} at ${money(ratePerHour)}: ${money(account.hours.worth)}`,
                  ],
                  ['Losses', money(account.losses)],
                  ['The client has paid', money(account.received)],
                  ['Still due', account.due === null ? null : money(account.due)],
                  ['Left', account.left === null ? null : money(account.left)],
                  [
                    'Left without losses',
                    account.leftWithoutLosses === null ? null : money(account.leftWithoutLosses),
                  ],
                ]}
              />
              {job.notes && <Small>{job.notes}</Small>}
            </Stack>
          </Columns>
        </Stack>
      </Panel>
      {isEditing && <AccountSheet account={job} works={works} onClose={() => setEditing(false)} />}
      {isAdding && <EntrySheet jobId={job.id} onClose={() => setAdding(false)} />}
    </Page>
  );
}

const hours = (minutes: number): string => `${Math.floor(minutes / 60)} h ${minutes % 60} min`;

function Differences({ account }: { account: Account }) {
  const { bareMoney, currency } = useUnits();
  if (account.differences.length === 0) return null;
  const columns: readonly Column<Account['differences'][number]>[] = [
    { key: 'says', head: 'What for', cell: (each) => each.says, by: (each) => each.says, isName: true },
    figureColumn(
      'quoted',
      `Quoted, ${currency}`,
      (each) => each.quoted,
      (sum) => (sum === null ? 'never' : bareMoney(sum)),
    ),
    figureColumn(
      'paid',
      `Paid, ${currency}`,
      (each) => each.paid,
      (sum) => (sum === null ? 'not yet' : bareMoney(sum)),
    ),
    {
      key: 'difference',
      head: 'Difference',
      cell: ({ difference }) =>
        difference !== null && (
          <MarkedText kind={difference > 0 ? 'care' : 'holds'}>
            {difference === 0
              ? 'as quoted'
              : `${bareMoney(Math.abs(difference))} ${difference > 0 ? 'more' : 'less'}`}
          </MarkedText>
        ),
      by: (each) => each.difference,
    },
  ];
  return (
    <section>
      <PanelTitle>Quoted and paid</PanelTitle>
      <DataTable
        label="Quoted and paid"
        rows={account.differences}
        columns={columns}
        keyOf={(each) => each.says}
        isTight
      />
    </section>
  );
}

function Lines({ entries, isClosed }: { entries: EntryModel[]; isClosed: boolean }) {
  const { bareMoney, currency, date } = useUnits();
  const action = useAction();
  const columns: Column<EntryModel>[] = [
    { key: 'on', head: 'Day', cell: (e) => date(e.notedOn), by: (e) => e.notedOn },
    { key: 'kind', head: 'Kind', cell: (e) => KIND_WORDS[e.kind], by: (e) => e.kind },
    { key: 'says', head: 'What for', cell: (e) => e.says, by: (e) => e.says, isName: true },
    { key: 'who', head: 'Who', cell: (e) => e.who, by: (e) => e.who },
    {
      key: 'sum',
      head: `Sum, ${currency}`,
      cell: (e) => (e.sumMinor ? bareMoney(e.sumMinor) : ''),
      by: (e) => e.sumMinor,
      isFigure: true,
    },
    {
      key: 'minutes',
      head: 'Time',
      cell: (e) => (e.minutes ? hours(e.minutes) : ''),
      by: (e) => e.minutes,
      isFigure: true,
    },
    ...(isClosed
      ? []
      : [
          {
            key: 'do',
            head: 'To do',
            isUnheaded: true,
            cell: (e: EntryModel) => (
              <Button
                quiet
                isDisabled={action.isPending}
                aria-label={`Take ${e.says} out again`}
                onPress={() => void action.run('removeEntry', { id: e.id })}
              >
                Take out
              </Button>
            ),
          },
        ]),
  ];
  return (
    <section>
      <PanelTitle>
        Line by line <span>{entries.length}</span>
      </PanelTitle>
      <ErrorCallout error={action.error} fields={[]} />
      {entries.length === 0 ? (
        <Small>Nothing is written yet: begin with the quotes.</Small>
      ) : (
        <DataTable label="Line by line" rows={entries} columns={columns} keyOf={(e) => e.id} />
      )}
    </section>
  );
}

const KIND_WORDS: Record<EntryKind, string> = {
  quote: 'quoted',
  cost: 'paid',
  hours: 'own hours',
  loss: 'avoidable loss',
  deposit: 'client, deposit',
  stage: 'client, a stage',
  final: 'client, the rest',
};

function EntrySheet({ jobId, onClose }: { jobId: string; onClose: () => void }) {
  const { currency } = useUnits();
  return (
    <ActionSheet
      act="addEntry"
      title="A line of the account"
      label="Write it"
      about={jobId}
      first={{
        kind: 'cost' as EntryKind,
        says: '',
        who: '',
        sum: null as number | string | null,
        minutes: null as number | string | null,
        on: '',
      }}
      asks={(values) => [
        {
          kind: 'choice',
          name: 'kind',
          label: 'Kind',
          options: ENTRY_KINDS.map((kind) => ({ key: kind, name: KIND_WORDS[kind] })),
        },
        { kind: 'text', name: 'says', label: 'What for', required: true, hint: 'as in its quote' },
        { kind: 'text', name: 'who', label: 'Who' },
        { kind: 'day', name: 'on', label: 'Day', hint: 'empty: today' },
        ...(values.kind === 'hours'
          ? []
          : [{ kind: 'money' as const, name: 'sum', label: `Sum, ${currency}` }]),
        ...(values.kind === 'hours' || values.kind === 'loss'
          ? [{ kind: 'whole' as const, name: 'minutes', label: 'Minutes' }]
          : []),
      ]}
      input={({ kind, says, who, sum, minutes, on }) => ({
        accountId: jobId,
        kind,
        says,
        who,
        sum: kind === 'hours' ? '' : (sum ?? ''),
        minutes: kind === 'hours' || kind === 'loss' ? Number(minutes ?? 0) : 0,
        on: on || null,
      })}
      onClose={onClose}
    />
  );
}
