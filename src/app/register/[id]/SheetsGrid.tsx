'use client';
import type { EditionModel } from '@/app/models';
import { GridList, GridListItem, type Selection } from 'react-aria-components';
import styled from 'styled-components';
import { impressionLabel, stateWord, type ImpressionState } from '@/core/edition/impressionStates';

import { narrow, t } from '@/ui/tokens';
import type { SheetLine } from './EditionView';

/** What a sheet looks like in each state; the word under it says the same. */
type Look = 'corners' | 'printed' | 'gone' | 'torn';
const LOOKS: Record<ImpressionState, Look> = {
  declared: 'corners',
  printed: 'printed',
  inspected: 'printed',
  signed: 'printed',
  certified: 'printed',
  allocated: 'printed',
  returned: 'printed',
  kept: 'printed',
  dispatched: 'gone',
  delivered: 'gone',
  gifted: 'gone',
  consigned: 'gone',
  spoiled: 'torn',
  destroyed: 'torn',
  lost: 'torn',
};

const Grid = styled(GridList)`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(92px, 1fr));
  gap: 12px;
  outline: none;
  ${narrow} {
    grid-template-columns: repeat(auto-fill, minmax(84px, 1fr));
    gap: 10px;
  }
` as typeof GridList;
const Cell = styled(GridListItem)`
  position: relative;
  height: 66px;
  padding: 5px 7px;
  cursor: default;
  outline: none;
  display: flex;
  flex-direction: column;
  justify-content: space-between;
  font-size: 12px;
  line-height: 14px;
  border: 1px solid ${t.ink3};
  background: ${t.white};
  &[data-look='corners'] {
    border-color: transparent;
    background: none;
    color: ${t.ink2};
  }
  &[data-look='gone'] {
    background: ${t.wall};
  }
  &[data-outside] {
    border-style: dashed;
  }
  /* Proofs outside the run begin a line of their own. */
  &[data-begins] {
    grid-column-start: 1;
    margin-top: 14px;
  }
  &[data-begins] ~ & {
    margin-top: 14px;
  }
  &[data-selected] {
    border: 2px solid ${t.ink};
    padding: 4px 6px;
  }
  &[data-focus-visible] {
    outline: 2px solid ${t.ink};
    outline-offset: 3px;
  }
  img {
    position: absolute;
    inset: 6px 8px 21px;
    width: calc(100% - 16px);
    height: calc(100% - 27px);
    object-fit: contain;
    object-position: left;
  }
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
  b {
    position: relative;
    font-size: 14px;
  }
  span {
    position: relative;
    color: ${t.ink2};
    text-align: right;
    white-space: nowrap;
  }
  .foot {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    margin-top: auto;
  }
` as typeof GridListItem;

const isOutside = (r: SheetLine) => r.impression.kind !== 'run' && r.impression.kind !== 'open';

type Props = {
  rows: SheetLine[];
  edition: EditionModel;
  picture: string | null;
  selected: Selection;
  onSelect: (s: Selection) => void;
};

/** The sheets of an edition: not printed yet by their corners, printed with their picture, gone grey with a stroke of the pen, destroyed torn. */
export function SheetsGrid({ rows, edition, picture, selected, onSelect }: Props) {
  return (
    <Grid
      aria-label="Impressions"
      layout="grid"
      selectionMode="multiple"
      selectionBehavior="replace"
      selectedKeys={selected}
      onSelectionChange={onSelect}
      dependencies={[picture, edition]}
      items={rows.map((r, i) => ({
        id: r.impression.id,
        row: r,
        begins: isOutside(r) && i > 0 && !isOutside(rows[i - 1]!),
      }))}
    >
      {({ row, begins }) => {
        const { impression: i, orderNumber } = row;
        const look = LOOKS[i.state];
        const word =
          i.state === 'allocated' && orderNumber ? `for ${orderNumber}` : stateWord(i.state, edition);
        const short =
          i.kind === 'run'
            ? String(i.number)
            : impressionLabel(i.kind, i.number, edition.size, edition.name);
        return (
          <Cell
            id={i.id}
            textValue={`${impressionLabel(i.kind, i.number, edition.size, edition.name)}, ${word}`}
            data-look={look}
            data-outside={isOutside(row) || undefined}
            data-begins={begins || undefined}
          >
            {look === 'printed' && picture && (
              <img src={`/api/pictures/${picture}/thumb`} alt="" loading="lazy" />
            )}
            <Drawn look={look} />
            <div className="foot" style={look === 'printed' ? undefined : { margin: 0 }}>
              <b>{short}</b>
              <span>{word}</span>
            </div>
          </Cell>
        );
      }}
    </Grid>
  );
}

function Drawn({ look }: { look: Look }) {
  return (
    <svg viewBox="0 0 100 66" preserveAspectRatio="none" aria-hidden="true">
      {look === 'corners' && (
        <path
          d="M1 13V1H13M87 1H99V13M99 53V65H87M13 65H1V53"
          fill="none"
          stroke={t.ink3}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {look === 'gone' && (
        <path
          d="M16 52c6-7 9 4 14-1s7-4 11 0 7-6 12-1 7-2 12-1"
          fill="none"
          stroke={t.ink2}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {look === 'torn' && (
        <path
          d="M52 0L46 16L56 30L48 46L53 66"
          fill="none"
          stroke={t.fails}
          strokeWidth="1.5"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}
