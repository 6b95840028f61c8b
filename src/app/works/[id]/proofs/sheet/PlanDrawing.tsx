import type { ProofPlan } from '@/core/proof/plan';
import { Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';

/** The sheet as it will lie on paper. */
export function PlanDrawing({
  plan,
  sha256,
  picture,
  label,
}: {
  plan: ProofPlan;
  sha256: string;
  picture: { width: number; height: number };
  label: string;
}) {
  const { width, height } = plan.sheet;
  return (
    <figure>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`The proof sheet, ${label}`}
        style={{
          width: '100%',
          maxHeight: 430,
          display: 'block',
          background: '#fff',
          outline: `1px solid ${t.ink}`,
        }}
      >
        {plan.pictures.map((p, i) => {
          const k = p.size.width / p.from.width;
          return (
            <svg
              key={i}
              x={p.at.x}
              y={p.at.y}
              width={p.size.width}
              height={p.size.height}
              viewBox={`0 0 ${p.size.width} ${p.size.height}`}
              overflow="hidden"
            >
              <image
                href={`/api/pictures/${sha256}/view`}
                x={-p.from.left * k}
                y={-p.from.top * k}
                width={picture.width * k}
                height={picture.height * k}
                preserveAspectRatio="none"
                transform={
                  plan.straighten &&
                  `rotate(${-plan.straighten.degrees} ${(plan.straighten.x - p.from.left) * k} ${(plan.straighten.y - p.from.top) * k})`
                }
              />
            </svg>
          );
        })}
        {plan.texts.map((x, i) => (
          <text
            key={i}
            data-on-paper
            x={x.at.x}
            y={x.at.y}
            fontSize={x.capital * 1.45}
            fontFamily="Newsreader Variable, Newsreader, serif"
            fontStyle="italic"
            fill={t.ink}
          >
            {x.text}
          </text>
        ))}
      </svg>
      <figcaption style={{ paddingTop: 4 }}>
        <Small>
          {label} at {plan.ppi} ppi: {Math.round((width / 25_400) * plan.ppi)} ×{' '}
          {Math.round((height / 25_400) * plan.ppi)} px
        </Small>
      </figcaption>
    </figure>
  );
}
