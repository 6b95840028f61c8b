'use client';
import styled from 'styled-components';
import { narrow, t } from '@/ui/tokens';
import type { PackingModel } from './packingModel';

const Strip = styled.ol`
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  border-top: 1px solid ${t.ink};
  margin-bottom: 14px;
  li {
    padding: 5px 6px 0;
    font-size: 12px;
    color: ${t.ink3};
    border-left: 1px solid ${t.line};
    position: relative;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  li[data-done] {
    color: ${t.ink};
    box-shadow: inset 0 3px 0 ${t.ink};
  }
  li[aria-current] {
    color: ${t.ink};
    font-weight: 600;
    box-shadow: inset 0 3px 0 ${t.holds};
  }
  ${narrow} {
    grid-auto-flow: row;
    grid-template-columns: repeat(5, 1fr);
    grid-auto-columns: auto;
  }
`;

const STEPS = [
  'pick',
  'tick',
  'how',
  'wrap',
  'weigh',
  'tick again',
  'seal',
  'service',
  'label',
  'gone',
] as const;
type Step = (typeof STEPS)[number];

/** How far the work on a parcel is, from the left to the right; what is to do now stands out. */
export function StepsStrip({ table, ticked }: { table: PackingModel; ticked: ReadonlySet<string> }) {
  const now = stepNow(table, ticked);
  const at = now === null ? STEPS.length : STEPS.indexOf(now);
  return (
    <Strip aria-label="The work on this parcel">
      {STEPS.map((step, i) => (
        <li key={step} data-done={i < at || undefined} aria-current={i === at ? 'step' : undefined}>
          {step}
        </li>
      ))}
    </Strip>
  );
}

function stepNow(
  { order, parcel, prints, goods }: PackingModel,
  ticked: ReadonlySet<string>,
): Step | null {
  const isTicked = [...prints, ...goods].every(({ id }) => ticked.has(id));
  switch (order.state) {
    case 'new':
      return 'pick';
    case 'picked':
      return isTicked ? 'wrap' : 'tick';
    case 'packed':
      if (!parcel?.scaleMg) return 'weigh';
      return isTicked ? 'seal' : 'tick again';
    case 'sealed':
      return parcel?.labelledAt ? 'gone' : 'service';
    default:
      return null;
  }
}
