'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { inGroups } from '@/core/groups';
import type { JournalRow } from '@/store/journal';
import { Field } from '@/ui/Field';
import { EmptyState, PageHeader, Lead, Pagination, PageTitle, Panel, Small, Page } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

type Line = Omit<JournalRow, 'before' | 'after'>;
const Lines = styled.ol`
  li {
    display: grid;
    grid-template-columns: 56px minmax(0, 1fr) 150px;
    gap: 12px;
    padding: 5px 0;
    border-bottom: 1px solid ${t.hair};
  }
  li[data-day] {
    display: block;
    padding-top: 16px;
    color: ${t.ink2};
    font-size: 12px;
    border-bottom-color: ${t.line};
  }
  ${narrow} {
    li {
      grid-template-columns: 44px minmax(0, 1fr);
    }
    li > :nth-child(3) {
      display: none;
    }
  }
`;
const PLACES: Record<string, (id: string) => string> = {
  work: (id) => `/works/${id}`,
  order: (id) => `/orders/${id}`,
  edition: (id) => `/register/${id}`,
};

/** Everything that was done, a line each, newest first. */
export function JournalView({
  lines,
  total,
  perPage,
  asked,
}: {
  lines: Line[];
  total: number;
  perPage: number;
  asked: { search: string; page: number };
}) {
  const { day } = useUnits();
  const router = useRouter();
  const [search, setSearch] = useState(asked.search);
  const href = (page: number, q = asked.search) =>
    `/journal?${new URLSearchParams({ ...(q && { q }), ...(page && { page: String(page) }) })}`;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Journal</PageTitle>
          <Lead>
            What was done, by whom and when, in UTC. A line is written with every act and never changed.
          </Lead>
        </div>
      </PageHeader>
      <Panel>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            router.push(href(0, search));
          }}
        >
          <Field
            label="Find in the journal"
            hideLabel
            placeholder="Find in the journal"
            value={search}
            onChange={setSearch}
            width={260}
          />
        </form>
        {lines.length === 0 ? (
          <EmptyState title={asked.search ? 'No such line' : 'Nothing has been done yet'}>
            <p>
              {asked.search
                ? 'Try another word.'
                : 'Every act writes one line here, from the first picture taken in.'}
            </p>
          </EmptyState>
        ) : (
          <Lines>
            {inGroups(lines, (l) => day(l.at)).map(({ key: day, items }) => [
              <li key={day} data-day>
                {day}
              </li>,
              ...items.map((l) => {
                const place = PLACES[l.subject]?.(l.subjectId);
                return (
                  <li key={l.id}>
                    <Small>{l.at.slice(11, 16)}</Small>
                    <span>
                      {place ? (
                        <Link href={place} prefetch={false}>
                          {l.says}
                        </Link>
                      ) : (
                        l.says
                      )}
                    </span>
                    <Small>{l.who}</Small>
                  </li>
                );
              }),
            ])}
          </Lines>
        )}
        <Pagination page={asked.page} perPage={perPage} total={total} href={href} />
      </Panel>
    </Page>
  );
}
