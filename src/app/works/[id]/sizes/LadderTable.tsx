'use client';
import { DETAIL_WARNS, truePpi } from '@/core/capture/readings';
import { inGroups } from '@/core/groups';
import { toDecimals } from '@/core/measure';
import { shownPpi, type Rung } from '@/core/resolution';
import { Check } from '@/ui/Field';
import { Scroll, Small, Table } from '@/ui/Layout';
import { Working } from '@/ui/Slip';
import { useUnits } from '@/ui/Units';
import { Marked } from '@/ui/Verdict';

type Props = {
  rungs: Rung[]; chosen: Rung; lit: string | null; busy: boolean;
  onLit: (key: string | null) => void; onChoose: (key: string) => void; isOffered: (r: Rung) => boolean; onOffer: (r: Rung) => void;
  /** Share of the pixels’ detail that the file truly holds, where it was measured. */
  detailShare: number | null;
};

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

/** What a verdict says in the narrow room of a table. */
export function shortVerdict(r: Rung): string {
  const spare = 1 / r.check.factor;
  if (r.check.verdict === 'holds') return spare < 1.005 ? 'Holds, just' : `Holds, ${toDecimals(spare, 1).toFixed(1)} ×`;
  if (r.check.verdict === 'stretched') return `Stretched ${toDecimals(r.check.factor, 2).toFixed(2)} ×`;
  return `Too thin, ${Math.round(100 * spare)} %`;
}

/** What of the count carries detail: shown beside it, and marked where it is under 70 % of it. */
function TruePpi({ ppi, share }: { ppi: number; share: number }) {
  const shown = Math.round(truePpi(ppi, share));
  const working = { title: 'true ppi', steps: [{ sum: `${shownPpi(ppi)} ppi × ${Math.round(100 * share)} % of the pixels’ detail`, result: `${shown} ppi` }], notes: ['The verdict uses the count; under 70 % of it the file is enlarged or soft, and a snippet proof tells.'], source: 'Measured on the textured parts of the file: radial power spectrum, noise taken off.' };
  return <Working working={working}>{share < DETAIL_WARNS ? <Marked kind="care">{shown}</Marked> : shown}</Working>;
}

/** The ladder in figures. Pointing at a line lights its sheet; ticking one offers it. */
export function LadderTable({ rungs, chosen, lit, busy, onLit, onChoose, isOffered, onOffer, detailShare }: Props) {
  const { unit, bareSize, size, length } = useUnits();
  return (
    <Scroll>
      <Table aria-label="Sizes against this file" $middle>
        <thead>
          <tr>
            <th>Offer</th><th>Size, {unit}</th><th className="n">ppi</th>{detailShare !== null && <th className="n">True ppi</th>}<th className="n">Asked</th><th className="n">Lost to crop</th><th className="n">Judged from</th><th>Finding</th>
          </tr>
        </thead>
        <tbody>
          {inGroups(rungs, (r) => r.family).map(({ key, items }) => [
            <tr key={key} className="group"><td colSpan={detailShare === null ? 7 : 8}>{key}</td></tr>,
            ...items.map((r) => (
              <tr key={r.key} data-lit={r.key === chosen.key || r.key === lit || undefined} aria-current={r.key === chosen.key || undefined} onPointerEnter={() => onLit(r.key)} onPointerLeave={() => onLit(null)} onClick={() => onChoose(r.key)}>
                <td><Check checked={isOffered(r)} disabled={busy || (r.check.verdict === 'too thin' && !isOffered(r))} onChange={() => onOffer(r)} label={`Offer ${size(r.frame)}`} /></td>
                <th scope="row">{bareSize(r.frame)}{r.name && <Small> {r.name}</Small>}</th>
                <td className="n"><Working working={r.check.working}>{shownPpi(r.check.ppi, r.check.requiredPpi)}</Working></td>
                {detailShare !== null && <td className="n"><TruePpi ppi={r.check.ppi} share={detailShare} /></td>}
                <td className="n">{toDecimals(r.check.requiredPpi, 0)}</td>
                <td className="n">{r.ratio.exact ? 'exact' : percent(r.ratio.fill.lostShare)}</td>
                <td className="n">{length(Math.round(r.check.judgedDistance / 10_000) * 10_000)}</td>
                <td style={{ whiteSpace: 'nowrap' }}><Marked kind={r.check.finding.verdict}>{shortVerdict(r)}</Marked></td>
              </tr>
            )),
          ])}
        </tbody>
      </Table>
    </Scroll>
  );
}
