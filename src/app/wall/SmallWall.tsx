'use client';
import { faceLeft, wallHeight, wallWidth } from '@/core/wall/check';
import { layWall } from '@/core/wall/lay';
import type { WallPlan } from '@/core/wall/plan';
import { t } from '@/ui/tokens';

/** A wall with what hangs on it, small and to scale. @param k screen units to the micrometre */
export function SmallWall({ plan, k }: { plan: WallPlan; k: number }) {
  const laid = layWall(plan);
  const [wide, high] = [wallWidth(plan), wallHeight(plan)];
  return (
    <svg
      width={wide * k + 2}
      height={high * k + 2}
      viewBox={`0 0 ${wide * k + 2} ${high * k + 2}`}
      aria-hidden="true"
      style={{ display: 'block', maxWidth: '100%', height: 'auto' }}
    >
      <g transform="translate(1 1)">
        {plan.faces.map((face, i) => {
          const x = faceLeft(plan, i) * k;
          const top = (of: number) => (high - of) * k;
          return (
            <path
              key={i}
              d={`M${x} ${high * k}V${top(face.leftHeight)}L${x + face.width * k} ${top(face.rightHeight)}V${high * k}Z`}
              fill={t.second}
              stroke={t.ink}
            />
          );
        })}
        {plan.obstacles.map((o) => (
          <rect
            key={o.id}
            x={(faceLeft(plan, o.face) + o.left) * k}
            y={(high - o.bottom - o.height) * k}
            width={o.width * k}
            height={o.height * k}
            fill={t.wall}
            stroke={t.line}
          />
        ))}
        {plan.pieces.map((p, i) => {
          const at = laid.at[i]!;
          const [x, y] = [(faceLeft(plan, at.face) + at.left) * k, (high - at.top) * k];
          return (
            <g key={p.id}>
              <rect x={x} y={y} width={p.outer.width * k} height={p.outer.height * k} fill={t.ink} />
              {p.picture && (
                <image
                  href={`/api/pictures/${p.picture}/thumb`}
                  x={x + p.moulding * k}
                  y={y + p.moulding * k}
                  width={(p.outer.width - 2 * p.moulding) * k}
                  height={(p.outer.height - 2 * p.moulding) * k}
                  preserveAspectRatio="xMidYMid slice"
                />
              )}
            </g>
          );
        })}
      </g>
    </svg>
  );
}
