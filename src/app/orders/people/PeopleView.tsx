'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Finding } from '@/core/finding';
import { pageOfRecord } from '@/core/find/places';
import { ButtonLink, Row } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { EmptyState, Lead, Page, PageHeader, PageTitle, Pagination, Panel } from '@/ui/Layout';
import { NavStrip } from '@/ui/NavStrip';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { SalesNav } from '../SalesNav';

type Kind = 'buyer' | 'craft' | 'route';
export type Person = {
  id: string;
  kind: Kind;
  name: string;
  country: string;
  roles: string[];
  did: string;
  sum: number | null;
  lastOn: string | null;
  isUnwell: boolean;
  letter: Finding | null;
};
type Asked = { search: string; kind: Kind | null; country: string | null; page: number };

const KINDS: readonly { kind: Kind | null; name: string }[] = [
  { kind: null, name: 'Everybody' },
  { kind: 'buyer', name: 'Buyers, clients and shops' },
  { kind: 'craft', name: 'Framers and menders' },
  { kind: 'route', name: 'Labs and printers' },
];

function hrefOf(asked: Asked, change: Partial<Asked>): string {
  const { search, kind, country, page } = { ...asked, page: 0, ...change };
  const query = new URLSearchParams({
    ...(kind && { kind }),
    ...(country && { country }),
    ...(search && { q: search }),
    ...(page && { page: String(page) }),
  });
  return query.size ? `/orders/people?${query}` : '/orders/people';
}

/** Everybody the studio has to do with, by where they are, with what each bought or made and how that went. */
export function PeopleView({
  people,
  total,
  perPage,
  countries,
  asked,
}: {
  people: Person[];
  total: number;
  perPage: number;
  countries: string[];
  asked: Asked;
}) {
  const router = useRouter();
  const { date } = useUnits();
  const [search, setSearch] = useState(asked.search);
  const columns: Column<Person>[] = [
    {
      key: 'name',
      head: 'Name',
      isName: true,
      by: ({ name }) => name,
      cell: ({ kind, id, name }) => (
        <Link href={pageOfRecord(kind === 'route' ? 'route' : 'person', id)!} prefetch={false}>
          {name}
        </Link>
      ),
    },
    { key: 'is', head: 'Is', by: ({ roles }) => roles[0], cell: ({ roles }) => roles.join(', ') },
    {
      key: 'did',
      head: 'Bought or made',
      by: ({ sum }) => sum,
      cell: ({ did, isUnwell }) => (isUnwell ? <MarkedText kind="care">{did}</MarkedText> : did),
    },
    {
      key: 'last',
      head: 'Last order',
      by: ({ lastOn }) => lastOn,
      cell: ({ lastOn }) => (lastOn ? date(lastOn) : ''),
    },
    {
      key: 'letter',
      head: 'Letters',
      by: ({ letter }) => letter?.word,
      cell: ({ letter }) =>
        letter && (
          <MarkedText kind={letter.verdict === 'fails' ? 'none' : letter.verdict}>
            {letter.word}
          </MarkedText>
        ),
    },
  ];
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>People</PageTitle>
          <Lead>
            {total} who buy, frame, mend, print or sell for the studio, by where they are. What each did
            follows from orders, handovers and jobs.
          </Lead>
        </div>
        <Row>
          <ButtonLink href="/orders/people/letter">A letter about a work</ButtonLink>
        </Row>
      </PageHeader>
      <SalesNav />
      <NavStrip
        label="Who is shown"
        places={KINDS.map(({ kind, name }) => ({
          href: hrefOf(asked, { kind }),
          name,
          isHere: asked.kind === kind,
        }))}
      />
      <Panel>
        <Row>
          <form
            role="search"
            aria-label="Find a person"
            onSubmit={(event) => {
              event.preventDefault();
              router.push(hrefOf(asked, { search }));
            }}
          >
            <Field
              label="Find a name or a place"
              hideLabel
              placeholder="Find a name or a place"
              value={search}
              onChange={setSearch}
              width={240}
            />
          </form>
          <Select
            label="Where they are"
            hideLabel
            width={200}
            value={asked.country ?? ''}
            options={[
              { key: '', name: 'everywhere' },
              ...countries.map((country) => ({ key: country, name: country })),
            ]}
            onChange={(country) => router.push(hrefOf(asked, { country: country || null }))}
          />
        </Row>
        {people.length === 0 ? (
          <EmptyState title={total === 0 && !asked.search ? 'Nobody yet' : 'Nobody of that name'}>
            <p>
              Buyers come in with their orders; framers and menders are kept under{' '}
              <Link href="/orders/sending">How it is sent</Link>, labs among the{' '}
              <Link href="/papers">routes</Link>.
            </p>
          </EmptyState>
        ) : (
          <DataTable
            label="People"
            rows={people}
            columns={columns}
            keyOf={({ id }) => id}
            groupOf={({ country }) => country || 'No place is noted'}
          />
        )}
        <Pagination
          page={asked.page}
          perPage={perPage}
          total={total}
          href={(page) => hrefOf(asked, { page })}
        />
      </Panel>
    </Page>
  );
}
