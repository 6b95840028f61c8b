'use client';
import type { FormatModel, PriceModel } from '@/app/models';
import type { Size } from '@/core/measure';

import type { CostSuggestion } from '@/studio/prices/costs';
import { EmptyState, Lead, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { Mark } from '@/ui/Verdict';
import { useState } from 'react';
import styled from 'styled-components';
import { PriceDesk } from './PriceDesk';

export type PriceLine = { format: FormatModel; price: PriceModel | null; suggestion: CostSuggestion };
type Props = { lines: PriceLine[]; originalPrice: number | null; originalSize: Size | null };

const Tabs = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0;
  border-bottom: 1px solid ${t.ink};
  button {
    border: 0;
    background: none;
    padding: 7px 16px 8px;
    cursor: pointer;
    display: grid;
    gap: 1px;
    text-align: left;
    border-left: 1px solid ${t.hair};
    color: ${t.ink2};
  }
  button[aria-pressed='true'] {
    background: ${t.white};
    color: ${t.ink};
    box-shadow: inset 0 3px 0 ${t.ink};
    font-weight: 600;
  }
  small {
    font-size: 12px;
    font-weight: 400;
    display: flex;
    gap: 6px;
    align-items: center;
  }
`;

/** What each size sells for, and who keeps what of it. */
export function PriceView({ lines, originalPrice, originalSize }: Props) {
  const [at, setAt] = useState(lines.find((l) => !l.price)?.format.id ?? lines[0]?.format.id ?? '');
  const { size, money } = useUnits();
  const open = lines.find((l) => l.format.id === at) ?? lines[0];
  if (!open)
    return (
      <EmptyState title="Nothing to price yet">
        <p>
          A price belongs to a size on offer. Tick one under Sizes; its paper, ink and wrapping are then
          reckoned from your own records.
        </p>
      </EmptyState>
    );
  const copyFrom = lines.find((l) => l.price && l.format.id !== open.format.id)?.price ?? null;
  return (
    <Stack>
      <Lead>
        The price is worked out from what a print costs you and what you want to keep of it. Beside it
        stands what others would say.
      </Lead>
      <Tabs aria-label="Sizes on offer">
        {lines.map((l) => (
          <li key={l.format.id}>
            <button type="button" aria-pressed={l === open} onClick={() => setAt(l.format.id)}>
              {size(l.format.image)}
              <small>
                <Mark kind={l.price ? 'holds' : 'none'} size={9} />
                {l.price ? money(l.price.priceMinor) : 'no price yet'}
              </small>
            </button>
          </li>
        ))}
      </Tabs>
      <PriceDesk
        key={`${open.format.id}:${open.price?.decidedAt ?? ''}`}
        line={open}
        others={lines.filter((l) => l !== open)}
        copyFrom={copyFrom}
        originalPrice={originalPrice}
        originalSize={originalSize}
      />
      <Small>Prices are kept without tax. Taxes differ by place; ask someone licensed to advise.</Small>
    </Stack>
  );
}
