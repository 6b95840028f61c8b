'use client';
import { formatWeight } from '@/core/measure';
import { Working } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

/** What it should weigh beside what the scale says, and what the difference could be. */
export function WeightBeside({ table: { parcel, weighing, scale } }: { table: PackingModel }) {
  const { weight } = useUnits();
  const expected = parcel?.expectedMg ?? weighing!.weight;
  const off = parcel?.scaleMg ? parcel.scaleMg - parcel.expectedMg : 0;
  const guess = scale?.verdict === 'fails' ? likelyPart(parcel?.layers ?? [], off) : null;
  return (
    <section aria-label="Weight">
      <p style={{ display: 'flex', gap: 24 }}>
        <strong>
          <Working working={weighing!.working}>{weight(expected)}</Working> expected
        </strong>
        {parcel?.scaleMg ? <span>{weight(parcel.scaleMg)} on the scale</span> : null}
      </p>
      {scale && (
        <div style={{ marginTop: 6 }}>
          <Verdict finding={scale} />
          {guess && <p style={{ marginTop: 4 }}>{guess}</p>}
        </div>
      )}
    </section>
  );
}

/** Near enough to be that part: a tenth of it, or two grams. */
const isNear = (part: number, off: number) => Math.abs(part - off) <= Math.max(2_000, part / 10);

/** The part of the parcel that weighs what is too little, to be looked for first. */
function likelyPart(
  layers: readonly { name: string; count: number; weight: number }[],
  off: number,
): string | null {
  if (off >= 0) return null;
  const near = layers
    .map((l) => ({ name: l.name, one: l.weight / Math.max(1, l.count) }))
    .filter(({ one }) => isNear(one, -off))
    .sort((a, b) => Math.abs(a.one + off) - Math.abs(b.one + off))[0];
  return near ? `${near.name} alone weighs ${formatWeight(near.one)}: look for it first.` : null;
}
