'use client';
import Link from 'next/link';
import { useState } from 'react';
import styled from 'styled-components';
import { ActionSheet } from '@/app/ActionSheet';
import { GRAVEST_FIRST } from '@/core/finding';
import { writeColumns, LISTING_FIELDS, type ListingRules } from '@/core/listing/channelSheet';
import type { Untrue } from '@/studio/listings/listings';
import { Button, Row } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import {
  Columns,
  EmptyState,
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
import { narrow, t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { SoNow } from '@/app/works/[id]/listing/SoNow';
import { SalesNav } from '../SalesNav';

export type ListedWork = {
  id: string;
  work: { id: string; title: string };
  paragraphs: number;
  tags: number;
  channelIds: string[];
  untrue: Untrue[];
};
export type ListedChannel = { id: string; name: string; rules: ListingRules };
type Figure = number | string | null;

/** Two sentences beside each other need a desk; under a thumb they stand one under the other. */
const Lines = styled.div`
  th[scope='row'] {
    min-width: 130px;
  }
  td:last-child {
    min-width: 92px;
  }
  ${narrow} {
    thead {
      display: none;
    }
    tr,
    th,
    td {
      display: block;
    }
    tr {
      padding: 8px 0;
      border-bottom: 1px solid ${t.hair};
    }
    && td,
    && th {
      border: 0;
      padding: 3px 0;
    }
  }
`;

type UntrueLine = { work: ListedWork['work']; line: Untrue };

const UNTRUE: readonly Column<UntrueLine>[] = [
  {
    key: 'work',
    head: 'Work',
    cell: ({ work }) => (
      <Link href={`/works/${work.id}/listing`} prefetch={false}>
        <WorkTitle>{work.title}</WorkTitle>
      </Link>
    ),
    by: ({ work }) => work.title,
    isName: true,
  },
  { key: 'said', head: 'Said', cell: ({ line }) => line.said, by: ({ line }) => line.said },
  {
    key: 'now',
    head: 'So now',
    cell: ({ line }) => (
      <MarkedText kind={line.mark}>
        <SoNow said={line.said} now={line.now} />
      </MarkedText>
    ),
    by: ({ line }) => GRAVEST_FIRST.indexOf(line.mark),
  },
  {
    key: 'act',
    head: 'Act',
    cell: ({ line }) => (
      <Link href={line.act.href} prefetch={false}>
        {line.act.says}
      </Link>
    ),
    by: ({ line }) => line.act.says,
  },
];

/** Every listing held against today: what was said, what is so now, and what to do about it. */
export function ListingsView({
  listings,
  channels,
}: {
  listings: ListedWork[];
  channels: ListedChannel[];
}) {
  const [open, setOpen] = useState<ListedChannel | null>(null);
  const wrong = listings.filter(({ untrue }) => untrue.length);
  const count = wrong.reduce((sum, { untrue }) => sum + untrue.length, 0);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Listings</PageTitle>
          <Lead>
            {listings.length === 0 ? 'None is written yet' : `${listings.length} written; `}
            {listings.length > 0 &&
              (count === 0
                ? 'all of what they say is so today'
                : `in ${wrong.length} of them ${count} ${count === 1 ? 'thing is' : 'things are'} no longer so`)}
            .
          </Lead>
        </div>
      </PageHeader>
      <SalesNav />
      <Columns $aside={300}>
        <Panel>
          <PanelTitle>
            What is no longer true <span>checked now</span>
          </PanelTitle>
          {listings.length === 0 ? (
            <EmptyState title="No listing yet">
              <p>
                A listing is written at a work’s last station, from its sizes, prices and edition. From
                then on it is held against them here.
              </p>
            </EmptyState>
          ) : count === 0 ? (
            <p style={{ padding: '14px 0' }}>
              <MarkedText kind="holds">Nothing: every sentence is as the records have it.</MarkedText>
            </p>
          ) : (
            <Lines>
              <DataTable
                label="What is no longer true"
                rows={wrong.flatMap(({ work, untrue }) => untrue.map((line) => ({ work, line })))}
                columns={UNTRUE}
                keyOf={({ work, line }) => `${work.id} ${line.key}`}
              />
            </Lines>
          )}
        </Panel>
        <Stack $gap={22}>
          <section aria-label="Written">
            <PanelTitle>
              Written <span>{listings.length}</span>
            </PanelTitle>
            <ul>
              {listings.map(({ id, work, paragraphs, tags, untrue }) => (
                <li key={id} style={{ padding: '4px 0' }}>
                  <MarkedText kind={untrue.length ? 'fails' : 'holds'}>
                    <span>
                      <Link href={`/works/${work.id}/listing`} prefetch={false}>
                        {work.title}
                      </Link>{' '}
                      <Small>
                        {paragraphs} paragraphs, {tags} {tags === 1 ? 'tag' : 'tags'}
                        {untrue.length > 0 && `; ${untrue.length} not so`}
                      </Small>
                    </span>
                  </MarkedText>
                </li>
              ))}
            </ul>
          </section>
          <section aria-label="Lists of the channels">
            <PanelTitle>Lists of the channels</PanelTitle>
            <ul>
              {channels.map((channel) => {
                const stands = listings.filter(({ channelIds }) =>
                  channelIds.includes(channel.id),
                ).length;
                return (
                  <li key={channel.id} style={{ padding: '4px 0' }}>
                    {channel.name}{' '}
                    <Small>
                      {stands} listed; {channel.rules.mostTags} tags, {channel.rules.columns.length}{' '}
                      columns
                    </Small>
                    <Row>
                      <a href={`/api/documents/channel-list/${channel.id}`} download>
                        CSV
                      </a>
                      <Button
                        quiet
                        aria-label={`How ${channel.name} wants its listings`}
                        onPress={() => setOpen(channel)}
                      >
                        how it wants them
                      </Button>
                    </Row>
                  </li>
                );
              })}
            </ul>
            {channels.length === 0 && <Small>No channel is kept yet.</Small>}
          </section>
        </Stack>
      </Columns>
      {open && (
        <ActionSheet
          act="setListingRules"
          title={`How ${open.name} wants its listings`}
          label="Keep it"
          about={open.id}
          asks={[
            { kind: 'whole', name: 'mostTags', label: 'Tags at the most', required: true },
            {
              kind: 'whole',
              name: 'titleLength',
              label: 'Signs of a title',
              hint: 'empty: as long as it is',
            },
            {
              kind: 'prose',
              name: 'columns',
              label: 'Columns of its list, a line each',
              lines: 8,
              hint: `its head = one of ${LISTING_FIELDS.join(', ')}`,
            },
          ]}
          first={{
            mostTags: open.rules.mostTags as Figure,
            titleLength: open.rules.titleLength as Figure,
            columns: writeColumns(open.rules.columns),
          }}
          input={(v) => ({
            channelId: open.id,
            mostTags: Number(v.mostTags),
            titleLength: v.titleLength === null || v.titleLength === '' ? null : Number(v.titleLength),
            columns: v.columns,
          })}
          onClose={() => setOpen(null)}
        />
      )}
    </Page>
  );
}
