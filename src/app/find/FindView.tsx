'use client';
import Link from 'next/link';
import styled from 'styled-components';
import { GLOSSARY } from '@/core/find/glossary';
import type { HitGroup } from '@/core/find/hits';
import {
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { narrow } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const Words = styled.dl`
  columns: 2;
  column-gap: 40px;
  div {
    break-inside: avoid;
    padding: 5px 0;
  }
  dt {
    font-weight: 600;
  }
  ${narrow} {
    columns: 1;
  }
`;

/** What was found for a few words or a number, by kind; before anything is asked, the words of the craft. */
export function FindView({ text, groups, most }: { text: string; groups: HitGroup[]; most: number }) {
  const count = groups.reduce((sum, { hits }) => sum + hits.length, 0);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{text ? `“${text}”` : 'Find'}</PageTitle>
          <Lead>
            {text && (count ? `${count} found. ` : 'Nothing found. ')}
            Every word may be the beginning of one. A print is found as it is signed: 13/40, AP IV, no. 7,
            with or without its title.
          </Lead>
        </div>
      </PageHeader>
      <Panel>
        {text === '' ? (
          <TheWords />
        ) : count === 0 ? (
          <EmptyState title="Nothing of that name">
            <p>
              Try the beginning of a title or a name, an order’s or a parcel’s number, a paper, or a word
              of the craft. <Link href="/find">All words of the craft</Link> stand on a page of their own.
            </p>
          </EmptyState>
        ) : (
          <Stack $gap={20}>
            {groups.map((group) => (
              <Group key={group.title} group={group} most={most} />
            ))}
          </Stack>
        )}
      </Panel>
    </Page>
  );
}

function Group({ group: { title, hits }, most }: { group: HitGroup; most: number }) {
  const { sentence } = useUnits();
  return (
    <section>
      <PanelTitle>{title}</PanelTitle>
      <ul>
        {hits.map(({ id, href, name, note }) => (
          <li key={id} style={{ padding: '5px 0' }}>
            <Link href={href} prefetch={false}>
              {sentence(name)}
            </Link>{' '}
            <Small>{sentence(note)}</Small>
          </li>
        ))}
      </ul>
      {hits.length === most && <Small>The first {most}; another word narrows them.</Small>}
    </section>
  );
}

function TheWords() {
  return (
    <>
      <PanelTitle>Words of the craft, as they are meant here</PanelTitle>
      <Words>
        {GLOSSARY.map(({ word, also = [], says, href }) => (
          <div key={word}>
            <dt>
              <Link href={href} prefetch={false}>
                {word}
              </Link>{' '}
              {also.length > 0 && <Small>also {also.join(', ')}</Small>}
            </dt>
            <dd>{says}</dd>
          </div>
        ))}
      </Words>
    </>
  );
}
