'use client';
import type { BenchDrawing } from '@/core/bench/lines';
import { t } from '@/ui/tokens';

/** What a line is about, drawn small. */
export function BenchDrawn({ kind, small }: { kind: BenchDrawing; small?: boolean }) {
  const line = { stroke: t.ink2, fill: 'none' } as const;
  return (
    <svg width={small ? 34 : 50} height={small ? 23 : 34} viewBox="0 0 50 34" aria-hidden="true">
      {kind === 'flat' && (
        <>
          <rect x="6.5" y="2.5" width="36" height="29" {...line} fill="#e9e2cf" />
          <rect x="10.5" y="6.5" width="28" height="21" {...line} fill="#f4f0e4" />
        </>
      )}
      {kind === 'tube' && (
        <>
          <path d="M3.5 11.5H42V22.5H3.5Z" {...line} fill="#e9e2cf" />
          <ellipse cx="42" cy="17" rx="4" ry="5.5" {...line} fill="#f4f0e4" />
        </>
      )}
      {kind === 'proof' && (
        <>
          <rect x="4.5" y="2.5" width="40" height="29" {...line} fill="#fff" />
          <rect x="8" y="6" width="24" height="15" fill="#777" />
          <path d="M8 26.5H24" {...line} />
          <path d="M35 9l3 3 5-7" stroke={t.ink} strokeWidth="1.5" fill="none" />
        </>
      )}
      {kind === 'sheets' && (
        <>
          <rect x="13.5" y="2.5" width="32" height="22" {...line} fill="#fff" />
          <rect x="8.5" y="6.5" width="32" height="22" {...line} fill="#fff" />
          <rect x="3.5" y="10.5" width="32" height="22" {...line} fill="#fff" />
          <path d="M15 28c3-3 5 2 7-1s4 1 8-1" stroke={t.ink} fill="none" />
        </>
      )}
      {kind === 'picture' && (
        <>
          <rect x="7.5" y="2.5" width="36" height="29" fill="#a9a9a9" stroke={t.ink2} />
          <path d="M8 25L20 14L28 21L35 15L43 23V31H8Z" fill="#707070" />
        </>
      )}
      {kind === 'refused' && (
        <>
          <path d="M6.5 2.5H26L30 10L25 16L31 22L27 31.5H6.5Z" {...line} fill="#fff" />
          <path d="M36 12l8 10M44 12l-8 10" stroke={t.fails} strokeWidth="1.5" />
        </>
      )}
    </svg>
  );
}
