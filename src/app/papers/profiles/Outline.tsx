'use client';
import type { GamutFacts } from '@/core/colour/gamut';
import { t } from '@/ui/tokens';
import { linearScale } from '@/ui/chartScale';
import { line } from 'd3-shape';
import { type Props } from './profileProps';

/** A cut through the gamut at one lightness: the paper drawn full, the files' spaces by their lines only. */
export function Outline({
  level,
  own,
  spaces,
}: {
  level: number;
  own: GamutFacts;
  spaces: Props['spaces'];
}) {
  const side = 330,
    x = linearScale([-110, 110], [0, side]),
    y = linearScale([110, -110], [0, side]);
  const draw = line<readonly [number, number]>(
    (d) => x(d[0]),
    (d) => y(d[1]),
  );
  const at = (g: GamutFacts) => g.slices.find((s) => s.L === level)?.lines ?? [];
  const path = (g: GamutFacts) =>
    at(g)
      .map(([a1, b1, a2, b2]) =>
        draw([
          [a1, b1],
          [a2, b2],
        ]),
      )
      .join('');
  const area = at(own)
    .map(([a1, b1, a2, b2]) =>
      draw([
        [0, 0],
        [a1, b1],
        [a2, b2],
        [0, 0],
      ]),
    )
    .join('');
  return (
    <svg
      width={side}
      height={side}
      role="img"
      aria-label={`Outline of the gamut at L* ${level} in a*, b*, against ${spaces.map((s) => s.name).join(' and ')}`}
      style={{ background: '#fff', outline: `1px solid ${t.line}`, maxWidth: '100%' }}
    >
      {[-100, -50, 0, 50, 100].map((v) => (
        <g key={v}>
          <path d={`M${x(v)} 0V${side}M0 ${y(v)}H${side}`} stroke={v === 0 ? t.line : '#eee'} />
        </g>
      ))}
      <path d={area} fill="#d9d9d9" />
      <path d={path(own)} stroke={t.ink} strokeWidth={2} fill="none" />
      {spaces.map((s, i) => (
        <path
          key={s.name}
          d={path(s.gamut)}
          stroke={t.ink2}
          strokeWidth={1.1}
          strokeDasharray={i ? '7 3' : '2 3'}
          fill="none"
        />
      ))}
      {/* Over the outline, which would hide them. */}
      {[-100, -50, 50, 100].map((v) => (
        <text key={v} x={x(v)} y={y(0) + 12} fontSize={11} fill={t.ink2} textAnchor="middle">
          {String(v).replace('-', '−')}
        </text>
      ))}
      <text x={side - 6} y={y(0) - 5} fontSize={11} textAnchor="end" fill={t.ink2}>
        a*
      </text>
      <text x={x(0) + 6} y={13} fontSize={11} fill={t.ink2}>
        b*
      </text>
      <g fontSize={11} fill={t.ink} transform={`translate(8 ${side - 44})`}>
        <path d="M0 4H24" stroke={t.ink} strokeWidth={2} />
        <text x={30} y={8}>
          this paper
        </text>
        {spaces.map((s, i) => (
          <g key={s.name} transform={`translate(0 ${14 * (i + 1)})`}>
            <path d="M0 4H24" stroke={t.ink2} strokeDasharray={i ? '7 3' : '2 3'} />
            <text x={30} y={8}>
              {s.name}
            </text>
          </g>
        ))}
      </g>
    </svg>
  );
}
