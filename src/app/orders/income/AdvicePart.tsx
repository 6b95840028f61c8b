'use client';
import styled from 'styled-components';
import type { AdviceKind } from '@/core/sales/advice';
import { ButtonLink } from '@/ui/Button';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import type { IncomePage } from '@/studio/sales/incomePage';

const Lines = styled.ul`
  li {
    display: grid;
    grid-template-columns: 108px minmax(0, 1fr) auto;
    gap: 2px 14px;
    align-items: start;
    padding: 9px 0;
    border-bottom: 1px solid ${t.hair};
  }
  @media (max-width: 620px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;
const WORDS: Record<AdviceKind, string> = {
  reprint: 'Print more',
  'offer larger': 'Offer larger',
  retire: 'Retire',
};
const PLACE: Record<AdviceKind, [station: string, label: string]> = {
  reprint: ['edition', 'To its edition'],
  'offer larger': ['sizes', 'To its sizes'],
  retire: ['price', 'To its price'],
};

/** What a year of sales says could be done, each with its figures. */
export function AdvicePart({ advice }: Pick<IncomePage, 'advice'>) {
  const all = advice.flatMap(({ shown }) => shown);
  const more = advice.reduce((sum, each) => sum + each.more, 0);
  return (
    <Stack $gap={6}>
      <PanelTitle>
        What could be done <span>by what sold, never by what was only looked at</span>
      </PanelTitle>
      {all.length === 0 ? (
        <Small>
          Nothing: the drawer holds what two months could well ask for, no largest size is surely the one
          that is wanted, and nothing has been offered for a year in silence.
        </Small>
      ) : (
        <Lines aria-label="What could be done">
          {all.map(({ kind, workId, about, says }) => {
            const [station, label] = PLACE[kind];
            return (
              <li key={`${kind} ${about}`}>
                <b>{WORDS[kind]}</b>
                <span>
                  {about}
                  <br />
                  <Small>{says}</Small>
                </span>
                <ButtonLink quiet href={`/works/${workId}/${station}`} aria-label={`${label}: ${about}`}>
                  {label}
                </ButtonLink>
              </li>
            );
          })}
        </Lines>
      )}
      {more > 0 && <Small>And {more} more of the same kinds, each weighing less.</Small>}
    </Stack>
  );
}
