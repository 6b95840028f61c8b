'use client';
import styled from 'styled-components';
import { priceLeaves } from '@/core/price/leaves';
import { ScrollArea, Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import type { PriceColumn, ProductCell } from '@/studio/prices/pricePage';
import type { PriceProps } from './priceProps';

const CELL = 96;
const Grid = styled.table`
  border-collapse: collapse;
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 0 9px 12px 0;
    font-weight: 400;
  }
  thead th {
    padding: 0 9px 6px 0;
    border-bottom: 1px solid ${t.line};
    white-space: nowrap;
    vertical-align: bottom;
  }
  thead b {
    display: block;
  }
  tbody td,
  tbody th {
    border-bottom: 1px solid ${t.hair};
    padding-top: 12px;
  }
  tbody th {
    min-width: 138px;
    padding-right: 14px;
  }
  tbody th img {
    display: block;
    margin-bottom: 4px;
    border: 1px solid ${t.line};
  }
  tbody th b {
    display: block;
    white-space: nowrap;
  }
  /* A new line of prints begins at a rule. */
  [data-starts] {
    border-left: 1px solid ${t.hair};
    padding-left: 9px;
  }
`;
const Cell = styled.button`
  display: grid;
  gap: 8px;
  width: ${CELL}px;
  min-height: 54px;
  padding: 6px 8px;
  border: 1px solid ${t.line};
  background: ${t.second};
  color: ${t.ink};
  text-align: left;
  cursor: pointer;
  align-content: space-between;
  &[aria-pressed='true'] {
    background: ${t.white};
    outline: 2px solid ${t.ink};
    outline-offset: -1px;
  }
  &[data-state='not made'],
  &[data-state='too thin'] {
    background: none;
    border-style: dashed;
    color: ${t.ink2};
    place-content: center;
    text-align: center;
  }
  span {
    display: flex;
    justify-content: space-between;
    gap: 4px;
    align-items: baseline;
    white-space: nowrap;
  }
  small {
    font-size: 12px;
    color: ${t.ink2};
  }
`;

type Props = PriceProps & { chosen: ProductCell; onChoose: (cell: ProductCell) => void };

/** Sizes down, lines and finishes across: the price of each, and how much of it stays. */
export function ProductGrid({ rows, columns, cells, picture, chosen, onChoose }: Props) {
  const { size } = useUnits();
  const largest = Math.max(...rows.map((row) => row.image.width));
  const starts = (i: number) => (i > 0 && columns[i]!.lineId !== columns[i - 1]!.lineId) || undefined;
  return (
    <ScrollArea>
      <Grid aria-label="What can be bought of it">
        <thead>
          <tr>
            <td />
            {columns.map((column, i) => (
              <th key={`${column.lineId}:${column.finish}`} scope="col" data-starts={starts(i)}>
                <b>{isFirstOfLine(columns, i) ? column.lineName : '\u00a0'}</b>
                {column.finish}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.formatId}>
              <th scope="row">
                {picture && (
                  <img
                    src={`/api/pictures/${picture}/thumb`}
                    alt=""
                    width={Math.max(34, Math.round((row.image.width / largest) * 112))}
                  />
                )}
                <b>{size(row.image)}</b>
                <Small>{row.says}</Small>
              </th>
              {columns.map((column, i) => {
                const cell = cells.find(
                  (each) =>
                    each.formatId === row.formatId &&
                    each.lineId === column.lineId &&
                    each.finish === column.finish,
                )!;
                return (
                  <td key={cell.key} data-starts={starts(i)}>
                    <ProductButton cell={cell} isChosen={cell.key === chosen.key} onChoose={onChoose} />
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Grid>
    </ScrollArea>
  );
}

const isFirstOfLine = (columns: readonly PriceColumn[], i: number) =>
  i === 0 || columns[i]!.lineId !== columns[i - 1]!.lineId;

/** One product: its price and what stays of it, or why it has none. */
function ProductButton({
  cell,
  isChosen,
  onChoose,
}: {
  cell: ProductCell;
  isChosen: boolean;
  onChoose: (cell: ProductCell) => void;
}) {
  const { bareMoney, money } = useUnits();
  const leaves = cell.price ? priceLeaves(cell.price.minor, cell.price.question, cell.cost.lines) : null;
  const name = cell.price
    ? `${cell.name}: ${money(cell.price.minor)}, leaves ${money(leaves!.keeps)}`
    : `${cell.name}: ${cell.cost.lacks ?? (cell.state === 'offered' ? 'no price yet' : cell.state)}`;
  return (
    <Cell
      type="button"
      aria-pressed={isChosen}
      aria-label={name}
      data-state={cell.state}
      onClick={() => onChoose(cell)}
    >
      {leaves ? (
        <>
          <span>
            <b>{bareMoney(cell.price!.minor)}</b>
            <small>{Math.round(100 * leaves.share)} %</small>
          </span>
          <SmallBar share={leaves.share} isWeak={!leaves.isLargest} />
        </>
      ) : (
        <small>{cell.state === 'offered' ? (cell.cost.lacks ?? 'no price yet') : cell.state}</small>
      )}
    </Cell>
  );
}

/** What goes out and what stays, at a glance; hatched where the artist has not the largest share. */
function SmallBar({ share, isWeak }: { share: number; isWeak: boolean }) {
  const stays = Math.max(0, Math.min(1, share)) * 78;
  return (
    <svg width="78" height="9" viewBox="0 0 78 9" aria-hidden="true">
      <rect width="78" height="9" fill="#b8b8b8" />
      <rect x={78 - stays} width={stays} height="9" fill={isWeak ? t.care : t.ink} />
      {isWeak && <path d={`M${78 - stays} 0v9`} stroke={t.white} strokeWidth="2" />}
    </svg>
  );
}
