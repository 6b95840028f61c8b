'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import type { JournalLineModel } from '@/app/models';
import { pageOfRecord } from '@/core/find/places';
import { inGroups } from '@/core/groups';
import { byWork, JOURNAL_KINDS, type JournalBlock, type JournalKind } from '@/core/journalKinds';
import { Field } from '@/ui/Field';
import {
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Pagination,
  Panel,
  Small,
  Thumbnail,
} from '@/ui/Layout';
import { NavStrip } from '@/ui/NavStrip';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { JournalNav } from './JournalNav';

type Work = { workId: string; title: string; picture: string | null };
type Line = JournalLineModel & { work: Work | null };
type Asked = { search: string; page: number; kind: JournalKind | null };

const Day = styled.section`
  h2 {
    padding: 18px 0 6px;
    color: ${t.ink2};
    font-size: 12px;
    font-weight: 400;
    border-bottom: 1px solid ${t.line};
  }
`;
const Block = styled.div`
  display: grid;
  grid-template-columns: 72px 190px minmax(0, 1fr);
  gap: 4px 16px;
  padding: 9px 0;
  border-bottom: 1px solid ${t.hair};
  strong {
    font-weight: 600;
  }
  ol {
    min-width: 0;
  }
  li {
    display: grid;
    grid-template-columns: 48px minmax(0, 1fr) auto;
    gap: 12px;
    padding: 4px 0;
    align-items: baseline;
    overflow-wrap: anywhere;
  }
  ${narrow} {
    grid-template-columns: 72px minmax(0, 1fr);
    > [data-bare] {
      display: none;
    }
    ol {
      grid-column: 1 / -1;
    }
    li {
      grid-template-columns: 44px minmax(0, 1fr);
    }
    li > :nth-child(3) {
      display: none;
    }
  }
`;

function hrefOf(asked: Asked, change: Partial<Asked>): string {
  const { search, page, kind } = { ...asked, page: 0, ...change };
  const query = new URLSearchParams({
    ...(kind && { kind }),
    ...(search && { q: search }),
    ...(page && { page: String(page) }),
  });
  return query.size ? `/journal?${query}` : '/journal';
}

/** Everything that was done, by day and by work, newest first. */
export function JournalView({
  lines,
  total,
  perPage,
  asked,
}: {
  lines: Line[];
  total: number;
  perPage: number;
  asked: Asked;
}) {
  const { day } = useUnits();
  const router = useRouter();
  const [search, setSearch] = useState(asked.search);
  const kinds = Object.entries(JOURNAL_KINDS) as [JournalKind, { name: string }][];
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Journal</PageTitle>
          <Lead>
            What was done, by whom and when. A line is written with every act and never changed.
          </Lead>
        </div>
        <form
          role="search"
          onSubmit={(event) => {
            event.preventDefault();
            router.push(hrefOf(asked, { search }));
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
      </PageHeader>
      <JournalNav />
      <NavStrip
        label="What the lines are about"
        places={[
          { href: hrefOf(asked, { kind: null }), name: 'All', isHere: asked.kind === null },
          ...kinds.map(([kind, { name }]) => ({
            href: hrefOf(asked, { kind }),
            name,
            isHere: asked.kind === kind,
          })),
        ]}
      />
      <Panel>
        {lines.length === 0 && <NoLines asked={asked} />}
        {inGroups(lines, (line) => day(line.at)).map(({ key, items }) => (
          <Day key={key}>
            <h2>{key}</h2>
            {byWork(
              items,
              (line) => line.work,
              (work) => work.workId,
            ).map((block) => (
              <OneBlock key={block.work?.workId ?? ''} block={block} />
            ))}
          </Day>
        ))}
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

function NoLines({ asked }: { asked: Asked }) {
  const isNarrowed = asked.search !== '' || asked.kind !== null;
  return (
    <EmptyState title={isNarrowed ? 'No such line' : 'Nothing has been done yet'}>
      <p>
        {isNarrowed
          ? 'Try another word, or all kinds.'
          : 'Every act writes one line here, from the first picture taken in.'}
      </p>
    </EmptyState>
  );
}

/** What was done to one work on one day, or to none in particular. */
function OneBlock({ block: { work, lines } }: { block: JournalBlock<Line, Work> }) {
  return (
    <Block>
      <Thumbnail $w={72} $h={52} data-bare={work?.picture ? undefined : true}>
        {work?.picture && <img src={`/api/pictures/${work.picture}/thumb`} alt="" loading="lazy" />}
      </Thumbnail>
      <div>
        {work ? (
          <Link href={`/works/${work.workId}`} prefetch={false}>
            <strong>{work.title}</strong>
          </Link>
        ) : (
          <Small>The studio</Small>
        )}
      </div>
      <ol aria-label={work?.title ?? 'The studio'}>
        {lines.map((line) => (
          <OneLine key={line.id} line={line} />
        ))}
      </ol>
    </Block>
  );
}

function OneLine({ line }: { line: Line }) {
  const { time, sentence } = useUnits();
  // A work is reached by its title.
  const place = line.subject === 'work' ? null : pageOfRecord(line.subject, line.subjectId);
  const said = sentence(line.says);
  return (
    <li>
      <Small>{time(line.at)}</Small>
      <span>
        {place ? (
          <Link href={place} prefetch={false}>
            {said}
          </Link>
        ) : (
          said
        )}
      </span>
      <Small>{line.who}</Small>
    </li>
  );
}
