'use client';
import type { KeyboardEvent } from 'react';
import { DETAIL_WARNS, truePpi } from '@/core/capture/readings';
import { inGroups } from '@/core/groups';
import { toDecimals } from '@/core/measure';
import { shownPpi, type Rung } from '@/core/resolution';
import { Check } from '@/ui/Field';
import { ScrollArea, Small, Table } from '@/ui/Layout';
import { Working } from '@/ui/Callout';
import { RowRest } from '@/ui/RowRest';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { RungCost } from '@/studio/prices/shownCosts';

type Props = {
  rungs: Rung[];
  chosen: Rung;
  lit: string | null;
  onLit: (key: string | null) => void;
  onChoose: (key: string) => void;
  isOffered: (r: Rung) => boolean;
  onOffer: (r: Rung) => void;
  /** Share of the pixels’ detail that the file truly holds, where it was measured. */
  detailShare: number | null;
  route: { id: string; name: string } | null;
  costs: Record<string, Record<string, RungCost>>;
};

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

/** What a verdict says in the narrow room of a table. */
export function shortVerdict(r: Rung): string {
  const spare = 1 / r.check.factor;
  if (r.check.verdict === 'holds')
    return spare < 1.005 ? 'Holds, just' : `Holds, ${toDecimals(spare, 1).toFixed(1)} ×`;
  if (r.check.verdict === 'stretched') return `Stretched ${toDecimals(r.check.factor, 2).toFixed(2)} ×`;
  return `Too thin, ${Math.round(100 * spare)} %`;
}

/** What of the count carries detail: shown beside it, and marked where it is under 70 % of it. */
function TruePpi({ ppi, share }: { ppi: number; share: number }) {
  const shown = Math.round(truePpi(ppi, share));
  const working = {
    title: 'true ppi',
    steps: [
      {
        sum: `${shownPpi(ppi)} ppi × ${Math.round(100 * share)} % of the pixels’ detail`,
        result: `${shown} ppi`,
      },
    ],
    notes: [
      'The verdict uses the count; under 70 % of it the file is enlarged or soft, and a snippet proof tells.',
    ],
    source: 'Measured on the textured parts of the file: radial power spectrum, noise taken off.',
  };
  return (
    <Working working={working}>
      {share < DETAIL_WARNS ? <MarkedText kind="care">{shown}</MarkedText> : shown}
    </Working>
  );
}

/** What fitting leaves white, and the size of the picture's own shape that needs neither crop nor border. */
function FitBorder({ r }: { r: Rung }) {
  const { bare, unit, size } = useUnits();
  const { fit, exact } = r.ratio;
  if (exact) return <>none</>;
  const sides = fit.left + fit.right > 0;
  const each = sides ? fit.left : fit.top,
    own = { width: r.frame.width - fit.left - fit.right, height: r.frame.height - fit.top - fit.bottom };
  return (
    <Working
      working={{
        title: `white in ${size(r.frame)}`,
        steps: [
          {
            sum: sides
              ? `left ${bare(fit.left)}, right ${bare(fit.right)}`
              : `top ${bare(fit.top)}, bottom ${bare(fit.bottom)}`,
            result: `${bare(sides ? fit.left + fit.right : fit.top + fit.bottom)} ${unit}`,
          },
          { sum: 'the size that needs neither crop nor white', result: size(own) },
        ],
        notes: ['A white border inside a size changes the picture’s shape: each size has its own crop.'],
        source: 'The whole picture in the frame, in its middle.',
      }}
    >
      {bare(each)} {sides ? 'l, r' : 't, b'}
    </Working>
  );
}

/** What one would cost by the chosen route, by the one calculation of every page. */
function RouteCost({ r, routeName, cost }: { r: Rung; routeName: string; cost: RungCost }) {
  const { bareMoney, size } = useUnits();
  return (
    <Working
      working={{
        title: `${size(r.frame)}, loose, by ${routeName}`,
        steps: [
          ...cost.parts.map((part) => ({ sum: part.name, result: part.amount })),
          { sum: 'together', result: bareMoney(cost.total) },
        ],
        notes: [
          'As a loose print of the first line: sheet and border, time, wrapping and all.',
          ...(cost.unwrapped.length
            ? [`Not on the shelf in that size, and not counted: ${cost.unwrapped.join(', ')}.`]
            : []),
        ],
        source: 'the one calculation of every page: cost.ofProduct',
      }}
    >
      {bareMoney(cost.total)}
    </Working>
  );
}

/** The ladder in figures. Pointing at a line lights its sheet; ticking one offers it. */
export function LadderTable(props: Props) {
  const { rungs, chosen, onChoose, detailShare, route } = props;
  const { unit, currency } = useUnits();
  const onStep = (from: string, by: 1 | -1) => {
    const next = rungs[rungs.findIndex(({ key }) => key === from) + by];
    if (!next) return;
    onChoose(next.key);
    document.getElementById(rowId(next.key))?.focus();
  };
  // One figure for all sizes stands above the table; only figures that differ need a column.
  const asksDiffer = new Set(rungs.map((r) => toDecimals(r.check.requiredPpi, 0))).size > 1;
  const columns = 8 + (detailShare === null ? 0 : 1) + (route ? 1 : 0);
  return (
    <ScrollArea>
      <Table aria-label="Sizes against this file" $middle $tight>
        <thead>
          <tr>
            <th>Offer</th>
            <th>Size, {unit}</th>
            <th>Finding</th>
            <th className="n">ppi</th>
            {detailShare !== null && <th className="n">True ppi</th>}
            {asksDiffer && <th className="n">Asked</th>}
            <th className="n">Crop loses</th>
            <th>Or white, {unit}</th>
            {route && <th className="n">Costs, {currency}</th>}
            <th className="n">From, {unit}</th>
          </tr>
        </thead>
        <tbody>
          {inGroups(rungs, (r) => r.family).map(({ key, items }) => [
            <tr key={key} className="group">
              <td colSpan={columns}>{key}</td>
            </tr>,
            ...items.map((r) => (
              <RowRest key={r.key} value={r.key !== chosen.key}>
                <LadderRow {...props} r={r} asksDiffer={asksDiffer} onStep={(by) => onStep(r.key, by)} />
              </RowRest>
            )),
          ])}
        </tbody>
      </Table>
    </ScrollArea>
  );
}

const rowId = (key: string) => `rung ${key}`;

/** One size in figures. The arrows choose the next one. */
function LadderRow({
  r,
  chosen,
  lit,
  onLit,
  onChoose,
  isOffered,
  onOffer,
  detailShare,
  route,
  costs,
  asksDiffer,
  onStep,
}: Omit<Props, 'rungs'> & { r: Rung; asksDiffer: boolean; onStep: (by: 1 | -1) => void }) {
  const { bareSize, bare, size } = useUnits();
  const isChosen = r.key === chosen.key;
  const onKeyDown = (event: KeyboardEvent<HTMLTableRowElement>) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key] as 1 | -1 | undefined;
    if (!by || event.target !== event.currentTarget) return;
    event.preventDefault();
    onStep(by);
  };
  return (
    <tr
      id={rowId(r.key)}
      tabIndex={isChosen ? 0 : -1}
      data-lit={isChosen || r.key === lit || undefined}
      aria-current={isChosen || undefined}
      onPointerEnter={() => onLit(r.key)}
      onPointerLeave={() => onLit(null)}
      onClick={() => onChoose(r.key)}
      onKeyDown={onKeyDown}
    >
      <td>
        <Check
          checked={isOffered(r)}
          disabled={r.check.verdict === 'too thin' && !isOffered(r)}
          onChange={() => onOffer(r)}
          label={`Offer ${size(r.frame)}`}
        />
      </td>
      <th scope="row" style={{ whiteSpace: 'nowrap' }}>
        {bareSize(r.frame)}
        {r.name && <Small> {r.name}</Small>}
      </th>
      <td style={{ whiteSpace: 'nowrap' }}>
        <MarkedText kind={r.check.finding.verdict}>{shortVerdict(r)}</MarkedText>
      </td>
      <td className="n">
        <Working working={r.check.working}>{shownPpi(r.check.ppi, r.check.requiredPpi)}</Working>
      </td>
      {detailShare !== null && (
        <td className="n">
          <TruePpi ppi={r.check.ppi} share={detailShare} />
        </td>
      )}
      {asksDiffer && <td className="n">{toDecimals(r.check.requiredPpi, 0)}</td>}
      <td className="n">{r.ratio.exact ? 'exact' : percent(r.ratio.fill.lostShare)}</td>
      <td style={{ whiteSpace: 'nowrap' }}>
        <FitBorder r={r} />
      </td>
      {route && (
        <td className="n">
          {costs[r.key]?.[route.id] && (
            <RouteCost r={r} routeName={route.name} cost={costs[r.key]![route.id]!} />
          )}
        </td>
      )}
      <td className="n">{bare(Math.round(r.check.judgedDistance / 10_000) * 10_000)}</td>
    </tr>
  );
}
