'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { Finding } from '@/core/finding';
import { Button } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { WorkFinder } from '@/app/WorkFinder';
import type { WorkPick } from '@/studio/works/workPicks';
import { Field, Fields } from '@/ui/Field';
import {
  Columns,
  EmptyState,
  Lead,
  LinkList,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { SalesNav } from '../../SalesNav';

export type LetterLine = {
  id: string;
  name: string;
  country: string;
  orders: number;
  lastOrderOn: string | null;
  hasWork: boolean;
  since: string;
  how: string;
};
type Asked = { work: string; voucher: string; word: string };

/** The first of many, and how many there are. */
type Drawn = { count: number; drawn: LetterLine[] };

/** A letter about a work: who may get it, who may not, and what a voucher in it leaves of each price. */
export function LetterView({
  works,
  asked,
  wrong,
  products,
  goesTo,
  withoutMail,
  askAgain,
}: {
  works: WorkPick[];
  asked: Asked;
  wrong: string | null;
  products: { id: string; name: string; finding: Finding }[];
  goesTo: Drawn;
  withoutMail: Drawn;
  askAgain: Drawn;
}) {
  const query = new URLSearchParams(asked);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>A letter about a work</PageTitle>
          <Lead>
            {goesTo.count} may be written to. Glassine sends nothing: the list goes into whatever writes
            your letters.
          </Lead>
        </div>
      </PageHeader>
      <SalesNav />
      <Columns $aside={420}>
        <Panel>
          <PanelTitle>
            It goes to <span>who bought most first, who has this work last</span>
          </PanelTitle>
          <Stack $gap={12}>
            <Goes people={goesTo} hasWork={asked.work !== ''} />
            <LeftOut people={askAgain} title="Left out: ask them again first" />
            <LeftOut people={withoutMail} title="Left out: no mail is noted" />
          </Stack>
        </Panel>
        <Stack $gap={16}>
          <Panel as="aside">
            <Stack $gap={12}>
              <PanelTitle>What it says</PanelTitle>
              <AskForm key={query.toString()} works={works} asked={asked} wrong={wrong} />
              {asked.work && <Vouchers products={products} hasVoucher={asked.voucher.trim() !== ''} />}
              <LinkList>
                <li>
                  <a href={`/api/export/letter.csv?${query}`} download>
                    The list, {goesTo.count} line{goesTo.count === 1 ? '' : 's'} (CSV)
                  </a>
                </li>
              </LinkList>
            </Stack>
          </Panel>
        </Stack>
      </Columns>
    </Page>
  );
}

function AskForm({ works, asked, wrong }: { works: WorkPick[]; asked: Asked; wrong: string | null }) {
  const router = useRouter();
  const [typed, setTyped] = useState(asked);
  const set = (field: keyof Asked) => (value: string) => setTyped({ ...typed, [field]: value });
  const ask = (event: FormEvent) => {
    event.preventDefault();
    router.push(`/orders/people/letter?${new URLSearchParams(typed)}`);
  };
  return (
    <form onSubmit={ask}>
      <Stack $gap={12}>
        <WorkFinder
          label="The work it announces"
          value={typed.work}
          works={works}
          none="none in particular"
          onChange={set('work')}
        />
        <Fields $columns="1fr 1fr">
          <Field
            label="Voucher, % off"
            value={typed.voucher}
            onChange={set('voucher')}
            inputMode="decimal"
            hint="empty: none"
            wrong={wrong}
          />
          <Field label="Its word" value={typed.word} onChange={set('word')} hint="as they write it in" />
        </Fields>
        <Button type="submit">Work it out</Button>
      </Stack>
    </form>
  );
}

function Vouchers({
  products,
  hasVoucher,
}: {
  products: { id: string; name: string; finding: Finding }[];
  hasVoucher: boolean;
}) {
  return (
    <div>
      <PanelTitle>{hasVoucher ? 'What the voucher leaves' : 'What each price leaves'}</PanelTitle>
      {products.length === 0 ? (
        <Small>Nothing of this work has a price yet.</Small>
      ) : (
        <ul>
          {products.map(({ id, name, finding }) => (
            <li key={id} style={{ padding: '6px 0' }}>
              {name}
              <br />
              <MarkedText kind={finding.verdict}>
                {finding.word}: <Small>{finding.says}</Small>
              </MarkedText>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function Goes({ people: { drawn: people, count }, hasWork }: { people: Drawn; hasWork: boolean }) {
  const { date } = useUnits();
  if (people.length === 0)
    return (
      <EmptyState title="Nobody may be written to yet">
        <p>
          A permission is noted on a person’s own page, with its day and where it was given. Without one
          nobody is written to.
        </p>
      </EmptyState>
    );
  const columns: Column<LetterLine>[] = [
    {
      key: 'name',
      head: 'Name',
      isName: true,
      by: ({ name }) => name,
      cell: ({ id, name }) => (
        <Link href={`/orders/people/${id}`} prefetch={false}>
          {name}
        </Link>
      ),
    },
    { key: 'country', head: 'Country', by: ({ country }) => country, cell: ({ country }) => country },
    {
      key: 'orders',
      head: 'Orders',
      isFigure: true,
      by: ({ orders }) => orders,
      cell: ({ orders }) => orders,
    },
    {
      key: 'last',
      head: 'Last',
      by: ({ lastOrderOn }) => lastOrderOn,
      cell: ({ lastOrderOn }) => (lastOrderOn ? date(lastOrderOn) : ''),
    },
    {
      key: 'since',
      head: 'Agreed',
      by: ({ since }) => since,
      cell: ({ since, how }) => `${date(since)}${how ? `, ${how}` : ''}`,
    },
    ...(hasWork
      ? [
          {
            key: 'has',
            head: 'Has it',
            by: ({ hasWork: has }: LetterLine) => Number(has),
            cell: ({ hasWork: has }: LetterLine) => (has ? 'yes' : ''),
          },
        ]
      : []),
  ];
  return (
    <>
      <DataTable label="Who it goes to" rows={people} columns={columns} keyOf={({ id }) => id} />
      <Beyond count={count - people.length} />
    </>
  );
}

/** How many are not drawn: a page of twenty thousand names helps nobody. */
function Beyond({ count }: { count: number }) {
  return count > 0 ? <Small>And {count} more: the list that is saved has them all.</Small> : null;
}

function LeftOut({ people: { drawn: people, count }, title }: { people: Drawn; title: string }) {
  if (people.length === 0) return null;
  return (
    <div>
      <PanelTitle>{title}</PanelTitle>
      <p>
        {people.map(({ id, name }, i) => (
          <span key={id}>
            {i > 0 && ', '}
            <Link href={`/orders/people/${id}`} prefetch={false}>
              {name}
            </Link>
          </span>
        ))}
        {count > people.length && `, and ${count - people.length} more`}
      </p>
    </div>
  );
}
