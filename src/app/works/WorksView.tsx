'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { inGroups } from '@/core/groups';
import { DRAWERS, type DrawersBy } from '@/core/works';
import type { WorkLine, WorkOrder } from '@/store/works';
import { ButtonLink, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { IntakeZone } from '@/ui/Intake';
import { useKeys } from '@/ui/Keys';
import {
  EmptyState,
  PageHeader,
  Lead,
  Pagination,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Thumbnail,
  Page,
  WorkTitle,
} from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, type MarkKind } from '@/ui/Verdict';
import { scaleOf, TrueSizes } from './TrueSizes';

type Asked = {
  search: string;
  order: WorkOrder;
  archived: boolean;
  page: number;
  drawers: DrawersBy;
  /** Drawn at their true sizes beside each other, instead of as a list. */
  asSizes: boolean;
};

const DRAWER_NAMES: Record<DrawersBy, string> = {
  none: 'in one drawer',
  series: 'by series',
  medium: 'by medium',
  year: 'by year',
  kind: 'by kind',
  next: 'by what comes next',
};

const List = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(380px, 100%), 1fr));
  gap: 0 24px;
  ${narrow} {
    grid-template-columns: 1fr;
  }
`;
/** A way to another reading, tall enough for a thumb also where two stand above each other. */
const Way = styled(Small)`
  display: inline-block;
  line-height: 28px;
  text-decoration: inherit;
`;
const Item = styled.li`
  border-bottom: 1px solid ${t.hair};
  a {
    display: grid;
    grid-template-columns: 108px minmax(0, 1fr);
    gap: 14px;
    padding: 12px 4px;
    text-decoration: none;
    align-items: center;
  }
  a:hover {
    background: ${t.second};
  }
  ul {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
    margin-top: 5px;
    font-size: 12px;
  }
`;

function countWords(total: number, isPutAway: boolean): string {
  if (isPutAway) return `${total} put away`;
  return total === 0 ? 'No work yet' : `${total} ${total === 1 ? 'work' : 'works'}`;
}

/** All works, each with what is known of it in a few words. */
export function WorksView({
  lines,
  total,
  perPage,
  asked,
}: {
  lines: WorkLine[];
  total: number;
  perPage: number;
  asked: Asked;
}) {
  const router = useRouter();
  const [search, setSearch] = useState(asked.search);
  const href = (change: Partial<Asked>) => {
    const q = { ...asked, page: 0, ...change };
    return `/works?${new URLSearchParams({ ...(q.search && { q: q.search }), order: q.order, ...(q.drawers !== 'none' && { by: q.drawers }), ...(q.asSizes && { as: 'size' }), ...(q.archived && { away: '1' }), ...(q.page && { page: String(q.page) }) })}`;
  };
  useKeys([
    { key: 'n', label: 'record a work that has no file yet', run: () => router.push('/works/new') },
  ]);
  return (
    <Page>
      <IntakeZone workId={null} label="Bring a picture in" openWork>
        {(choose) => (
          <PageHeader>
            <div>
              <PageTitle>Works</PageTitle>
              <Lead>
                {countWords(total, asked.archived)}. Drop a TIFF, JPEG, PNG or WebP anywhere here to begin{' '}
                {total === 0 ? 'one' : 'another'}.
              </Lead>
            </div>
            <Row>
              {choose}
              <ButtonLink href="/works/new" keyName="n">
                Record one without a file
              </ButtonLink>
              <ButtonLink href="/works/plan">Plan a capture</ButtonLink>
              <ButtonLink href="/works/sets">Sets</ButtonLink>
            </Row>
          </PageHeader>
        )}
      </IntakeZone>
      <Panel>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            router.push(href({ search }));
          }}
        >
          <Row $gap={16}>
            <Field
              label="Find by title, medium or series"
              hideLabel
              placeholder="Find by title, medium or series"
              value={search}
              onChange={setSearch}
              width={240}
            />
            <Select
              label="In order of"
              hideLabel
              value={asked.order}
              width={170}
              onChange={(order) => router.push(href({ order }))}
              options={[
                { key: 'newest', name: 'newest first' },
                { key: 'title', name: 'by title' },
                { key: 'year', name: 'by year' },
              ]}
            />
            <Select
              label="Drawers"
              hideLabel
              value={asked.drawers}
              width={180}
              onChange={(drawers) => router.push(href({ drawers }))}
              options={DRAWERS.map((key) => ({ key, name: DRAWER_NAMES[key] }))}
            />
            <Link href={href({ asSizes: !asked.asSizes })} prefetch={false}>
              <Way>{asked.asSizes ? 'as a list' : 'at their true sizes'}</Way>
            </Link>
            <Link href={href({ archived: !asked.archived })} prefetch={false}>
              <Way>{asked.archived ? 'show those at hand' : 'show those put away'}</Way>
            </Link>
          </Row>
        </form>
        {lines.length === 0 ? (
          <EmptyState
            title={
              asked.search
                ? 'Nothing of that name'
                : asked.archived
                  ? 'Nothing is put away'
                  : 'No works yet'
            }
          >
            <p>
              {asked.search
                ? 'Try a part of the title, of the series, or the medium.'
                : 'A work is one original: a painting, a drawing, a photograph, a picture born digital. Drop its file on this page, or record it before it is captured.'}
            </p>
          </EmptyState>
        ) : (
          inGroups(lines, ({ drawer }) => drawer).map(({ key, items }) => (
            <section key={key} style={{ paddingTop: 14 }}>
              {asked.drawers !== 'none' && (
                <PanelTitle>
                  {key || 'not noted'} <span>{items.length} on this page</span>
                </PanelTitle>
              )}
              {asked.asSizes ? (
                <TrueSizes works={items} scale={scaleOf(lines)} />
              ) : (
                <List aria-label={asked.drawers === 'none' ? 'Works' : `Works, ${key || 'not noted'}`}>
                  {items.map((w) => (
                    <WorkItem key={w.id} work={w} />
                  ))}
                </List>
              )}
            </section>
          ))
        )}
        <Pagination page={asked.page} perPage={perPage} total={total} href={(page) => href({ page })} />
      </Panel>
    </Page>
  );
}

function WorkItem({ work: w }: { work: WorkLine }) {
  const { size } = useUnits();
  const facts = [
    w.medium,
    w.widthUm && w.heightUm ? size({ width: w.widthUm, height: w.heightUm }) : '',
    w.year,
  ]
    .filter(Boolean)
    .join(' · ');
  const words: [MarkKind, string][] = [
    fileWords(w),
    printWords(w),
    w.toJudge
      ? ['care', `${w.toJudge} to judge`]
      : w.accepted
        ? ['holds', 'proof accepted']
        : ['none', 'no proof'],
    ...(w.editions
      ? [['holds', w.priced ? 'in edition, priced' : 'in edition'] as [MarkKind, string]]
      : []),
  ];
  return (
    <Item>
      <Link href={`/works/${w.id}/${w.sha256 ? 'sizes' : 'original'}`} prefetch={false}>
        <Thumbnail $w={108} $h={82}>
          {w.sha256 && w.state === 'ready' ? (
            <img src={`/api/pictures/${w.sha256}/thumb`} alt="" loading="lazy" />
          ) : (
            <MarkedText kind="none">
              <Small>no picture</Small>
            </MarkedText>
          )}
        </Thumbnail>
        <div>
          <WorkTitle>{w.title}</WorkTitle>
          <br />
          <Small>{facts || 'nothing recorded yet'}</Small>
          <ul>
            {words.map(([kind, says]) => (
              <li key={says}>
                <MarkedText kind={kind}>{says}</MarkedText>
              </li>
            ))}
          </ul>
        </div>
      </Link>
    </Item>
  );
}

function fileWords(w: WorkLine): [MarkKind, string] {
  if (!w.sha256) return ['none', 'no file'];
  if (w.state === 'reading') return ['none', 'being read'];
  if (w.state === 'not read') return ['fails', 'file could not be read'];
  return ['holds', `${w.widthPx} × ${w.heightPx} px`];
}

function printWords(w: WorkLine): [MarkKind, string] {
  if (w.mayPrint !== 'yes')
    return ['fails', w.mayPrint === 'no' ? 'may not be printed' : 'may not be printed yet'];
  if (!w.formats) return ['none', 'no sizes'];
  return ['holds', `${w.formats} ${w.formats === 1 ? 'size' : 'sizes'}`];
}
