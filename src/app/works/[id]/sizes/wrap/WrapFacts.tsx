'use client';
import { groupBy } from '@/core/groups';
import type { Stick } from '@/core/mounting/bars';
import { toDecimals } from '@/core/measure';
import { wrapWorking } from '@/core/mounting/wrap';
import { Working } from '@/ui/Callout';
import { FactList, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import type { WrapDesk, Worked } from './useWrapDesk';

/** What the wrap takes, and what there is to say of it. */
export function WrapFacts({ desk, worked: w }: { desk: WrapDesk; worked: Worked }) {
  const { unit, size, length } = useUnits();
  return (
    <>
      <FactList
        rows={[
          [
            'Canvas',
            <Working key="s" working={wrapWorking(w.wrap, unit)}>
              {size(w.plan.sheet)}
              {w.list.length > 1 ? `, ${w.list.length} of them` : ''}
            </Working>,
          ],
          ['Diagonal', `${length(w.plan.diagonal)}, both within 1.5 mm`],
          [
            'To be coated',
            `${toDecimals(w.coated / 1e6, 3)} m², ${w.coatMl} ml in ${desk.counts.coats} coats`,
          ],
          ['Bars', w.cuts.map((b) => `${b.count} of ${length(b.length)}`).join(', ')],
        ]}
      />
      <Stack $gap={6}>
        {w.list.length > 1 && desk.across === 'left out' && (
          <MarkedText kind="care">
            {toDecimals(100 * w.unseen, 1)} % of the picture lies behind the gaps and is not seen.
          </MarkedText>
        )}
        {w.findings.map((x) => (
          <Verdict key={x.word} finding={x} />
        ))}
        <MarkedText kind={w.bars.proven ? 'holds' : 'care'}>
          {toBuy(w.bars.sticks, desk.lengths.um.stockLength, length)}
          {w.bars.wasteShare > 0 && `, ${toDecimals(100 * w.bars.wasteShare, 1)} % waste`}
          {w.bars.proven ? '; less will not do' : '; less may do, not all ways were tried'}.
        </MarkedText>
      </Stack>
    </>
  );
}

/** "1 stick of 2400 mm to buy, out of 2 offcuts the rest". */
function toBuy(sticks: readonly Stick[], stockLength: number, length: (um: number) => string): string {
  const offcuts = sticks.filter(({ isOffcut }) => isOffcut).length;
  const bought = groupBy(
    sticks.filter(({ isOffcut }) => !isOffcut),
    (stick) => stick.length ?? stockLength,
  );
  const sum = [...bought]
    .map(([long, list]) => `${list.length} ${list.length === 1 ? 'stick' : 'sticks'} of ${length(long)}`)
    .join(' and ');
  const fromOffcuts = offcuts ? `${offcuts} ${offcuts === 1 ? 'offcut' : 'offcuts'} on hand` : '';
  if (!sum) return `Nothing to buy: all of it comes out of ${fromOffcuts}`;
  return `${sum} to buy${fromOffcuts && `, the rest out of ${fromOffcuts}`}`;
}
