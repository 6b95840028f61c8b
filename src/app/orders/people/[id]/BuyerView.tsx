'use client';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import type { Finding } from '@/core/finding';
import { ORDER_WORDS, type OrderState } from '@/core/order/orderStates';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { DialogActions, FormDialog } from '@/ui/FormDialog';
import { DataTable, type Column } from '@/ui/DataTable';
import {
  Columns,
  EmptyState,
  FactList,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
  WorkTitle,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { SalesNav } from '../../SalesNav';

export type BuyerPerson = {
  id: string;
  name: string;
  preferredName: string;
  email: string;
  address: string[];
  country: string;
  notes: string;
  removedAt: string | null;
};
export type BuyerPermission = { since: string | null; how: string; finding: Finding };
export type BuyerOrder = {
  orderId: string;
  number: number;
  orderedOn: string;
  state: string;
  kind: string;
  shipBy: string;
  dispatchedAt: string | null;
  sumMinor: number;
  what: string;
  cases: string | null;
};
export type BuyerPrint = { id: string; title: string; label: string };

type Sheet = 'person' | 'permission' | 'forget' | null;

/** A buyer: what they bought and how it went, which prints are with them, and whether they may be written to. */
export function BuyerView({
  person,
  permission,
  bought,
  orders,
  prints,
  notes,
}: {
  person: BuyerPerson;
  permission: BuyerPermission;
  bought: string;
  orders: BuyerOrder[];
  prints: BuyerPrint[];
  notes: ReactNode;
}) {
  const [sheet, setSheet] = useState<Sheet>(null);
  const { sentence } = useUnits();
  const isForgotten = person.removedAt !== null;
  const close = () => setSheet(null);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{person.name}</PageTitle>
          <Lead>
            {person.country}; bought {bought}
          </Lead>
        </div>
      </PageHeader>
      <SalesNav />
      <Columns $aside={320}>
        <Stack $gap={16}>
          <Panel>
            <PanelTitle>What they bought</PanelTitle>
            <Orders orders={orders} />
          </Panel>
          <Panel>
            <PanelTitle>
              Prints that are with them <span>by what was sent and has not come back</span>
            </PanelTitle>
            <Prints prints={prints} />
          </Panel>
        </Stack>
        <Panel as="aside">
          {isForgotten ? (
            <p>
              They asked to be forgotten. What was sold to them stays, without name, address or words.
            </p>
          ) : (
            <Stack $gap={12}>
              <PanelTitle>Letters</PanelTitle>
              <MarkedText kind={permission.finding.verdict}>
                {sentence(permission.finding.says)}
              </MarkedText>
              <Row>
                <Button onPress={() => setSheet('permission')}>
                  {permission.since === null ? 'They agree now' : 'Change or take back'}
                </Button>
              </Row>
              <PanelTitle>How they are reached</PanelTitle>
              <FactList
                rows={[
                  ['Called', person.preferredName],
                  ['Mail', person.email],
                  ['Address', <span key="address">{person.address.join(', ')}</span>],
                  ['Notes', person.notes],
                ]}
              />
              <Row>
                <Button onPress={() => setSheet('person')}>Change</Button>
                <Button quiet onPress={() => setSheet('forget')}>
                  Forget them
                </Button>
              </Row>
              {notes}
            </Stack>
          )}
        </Panel>
      </Columns>
      {sheet === 'person' && <PersonSheet {...{ person, permission }} onClose={close} />}
      {sheet === 'permission' && <PermissionSheet {...{ person, permission }} onClose={close} />}
      {sheet === 'forget' && <ForgetSheet person={person} onClose={close} />}
    </Page>
  );
}

function Orders({ orders }: { orders: BuyerOrder[] }) {
  const { date, money, sentence } = useUnits();
  if (orders.length === 0)
    return (
      <EmptyState title="Nothing yet">
        <p>Their orders stand here, the newest first, with what went wrong after the door.</p>
      </EmptyState>
    );
  const columns: Column<BuyerOrder>[] = [
    {
      key: 'number',
      head: 'Order',
      isName: true,
      by: ({ number }) => number,
      cell: ({ orderId, number }) => (
        <Link href={`/orders/${orderId}`} prefetch={false}>
          {number}
        </Link>
      ),
    },
    {
      key: 'on',
      head: 'Given',
      by: ({ orderedOn }) => orderedOn,
      cell: ({ orderedOn }) => date(orderedOn),
    },
    {
      key: 'what',
      head: 'What',
      cell: ({ what, kind }) => (kind === 'sale' ? what : `${kind}: ${what}`),
    },
    {
      key: 'sum',
      head: 'For',
      isFigure: true,
      by: ({ sumMinor }) => sumMinor,
      cell: ({ sumMinor }) => money(sumMinor),
    },
    {
      key: 'state',
      head: 'How it went',
      by: ({ cases }) => (cases ? 0 : 1),
      cell: ({ state, cases, dispatchedAt, shipBy }) => {
        const word = ORDER_WORDS[state as OrderState];
        if (cases) return <MarkedText kind="care">{sentence(cases)}</MarkedText>;
        if (dispatchedAt && dispatchedAt.slice(0, 10) > shipBy)
          return <MarkedText kind="care">{word}, left after the day promised</MarkedText>;
        return word;
      },
    },
  ];
  return (
    <DataTable label="Their orders" rows={orders} columns={columns} keyOf={({ orderId }) => orderId} />
  );
}

function Prints({ prints }: { prints: BuyerPrint[] }) {
  if (prints.length === 0) return <Small>None that the records know of.</Small>;
  return (
    <ul>
      {prints.map(({ id, title, label }) => (
        <li key={id} style={{ padding: '4px 0' }}>
          <Link href={`/register/impressions/${id}`} prefetch={false}>
            <strong>{label}</strong> of <WorkTitle>{title}</WorkTitle>
          </Link>
        </li>
      ))}
    </ul>
  );
}

type SheetProps = { person: BuyerPerson; permission: BuyerPermission; onClose: () => void };

function PersonSheet({ person, permission, onClose }: SheetProps) {
  return (
    <ActionSheet
      act="recordBuyer"
      title={person.name}
      label="Keep it"
      about={person.id}
      first={{
        name: person.name,
        preferredName: person.preferredName,
        email: person.email,
        address: person.address.join('\n'),
        country: person.country,
        notes: person.notes,
      }}
      asks={[
        { kind: 'text', name: 'name', label: 'Name', required: true },
        { kind: 'text', name: 'preferredName', label: 'Likes to be called' },
        { kind: 'text', name: 'email', label: 'Mail', type: 'email' },
        { kind: 'text', name: 'country', label: 'Country', required: true },
        {
          kind: 'prose',
          name: 'address',
          label: 'Address',
          hint: 'a line each, as on the label',
          required: true,
          lines: 3,
        },
        { kind: 'prose', name: 'notes', label: 'Notes', lines: 3 },
      ]}
      input={(values) => ({ ...values, id: person.id, mayWriteSince: permission.since })}
      onClose={onClose}
    />
  );
}

function PermissionSheet({ person, permission, onClose }: SheetProps) {
  const { today } = useUnits();
  return (
    <ActionSheet
      act="setPermission"
      title="May they be written to?"
      label="Keep it"
      about={person.id}
      first={{ since: permission.since ?? today(), how: permission.how }}
      asks={[
        {
          kind: 'day',
          name: 'since',
          label: 'They agreed on',
          hint: 'empty: they took it back, or never did',
        },
        { kind: 'text', name: 'how', label: 'Where and how', hint: 'at the spring fair, on a card' },
      ]}
      input={({ since, how }) => ({ buyerId: person.id, since: since || null, how })}
      onClose={onClose}
    >
      <Small>
        Rules on writing to buyers differ by place; somebody licensed knows those of yours. A permission
        that was never noted is none.
      </Small>
    </ActionSheet>
  );
}

function ForgetSheet({ person, onClose }: { person: BuyerPerson; onClose: () => void }) {
  const action = useAction();
  const forget = async () => {
    if (await action.run('forgetBuyer', { buyerId: person.id })) onClose();
  };
  return (
    <FormDialog title={`Forget ${person.name}?`} isOpen onClose={onClose} width={520}>
      <p>
        Name, mail, address, notes and messages go out of the records, the journal and what can be taken
        back. What was sold, its numbers and sums stay, as the register and the books must keep them,
        without the name. <strong>It cannot be taken back.</strong>
      </p>
      <p>
        How long invoices must be kept, and with whose name, is a matter of local law: ask before you
        forget a buyer of the last years.
      </p>
      <ErrorCallout error={action.error} fields={[]} />
      <DialogActions label="Forget them" busy={action.isPending} onDo={forget} onClose={onClose} />
    </FormDialog>
  );
}
