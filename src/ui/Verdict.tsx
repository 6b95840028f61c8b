'use client';
import styled from 'styled-components';
import type { Finding, Mark as MarkName } from '@/core/finding';
import { t } from './tokens';
import { useSentence } from './Units';

export type MarkKind = MarkName | 'none';

/** The four signs, each cut from a sheet: whole, cut on the diagonal, empty with a bar, corners only. Never alone. */
export function Mark({ kind, size = 11 }: { kind: MarkKind; size?: number }) {
  const colour = { holds: t.holds, care: t.care, fails: t.fails, none: t.ink3 }[kind];
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 11 11"
      aria-hidden="true"
      style={{ flex: 'none', display: 'block' }}
    >
      {kind === 'holds' && <rect width="11" height="11" fill={colour} />}
      {kind === 'care' && (
        <>
          <rect x="0.5" y="0.5" width="10" height="10" fill="#fff" stroke={colour} />
          <path d="M0 0L11 11H0Z" fill={colour} />
        </>
      )}
      {kind === 'fails' && (
        <>
          <rect
            x="0.75"
            y="0.75"
            width="9.5"
            height="9.5"
            fill="#fff"
            stroke={colour}
            strokeWidth="1.5"
          />
          <path d="M2.6 5.5H8.4" stroke={colour} strokeWidth="1.8" />
        </>
      )}
      {kind === 'none' && (
        <path d="M0.5 3V0.5H3M8 0.5H10.5V3M10.5 8V10.5H8M3 10.5H0.5V8" fill="none" stroke={colour} />
      )}
    </svg>
  );
}

const Line = styled.span<{ $strong?: boolean }>`
  display: inline-flex;
  align-items: baseline;
  gap: 7px;
  svg {
    position: relative;
    top: 1px;
    align-self: flex-start;
    margin-top: 3px;
  }
`;

/** A judgement as it stands on the screen: its mark and its words. */
export function Verdict({
  finding,
  short = false,
}: {
  finding: Pick<Finding, 'verdict' | 'word' | 'says'>;
  short?: boolean;
}) {
  const sentence = useSentence();
  return (
    <Line data-verdict={finding.verdict}>
      <Mark kind={finding.verdict} />
      <span>{short ? finding.word : sentence(finding.says)}</span>
    </Line>
  );
}

export function MarkedText({ kind, children }: { kind: MarkKind; children: React.ReactNode }) {
  const sentence = useSentence();
  return (
    <Line data-verdict={kind}>
      <Mark kind={kind} />
      <span>{typeof children === 'string' ? sentence(children) : children}</span>
    </Line>
  );
}
