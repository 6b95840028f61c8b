import type { ComparedBody, Limits } from '@/core/proof/compare';

/** A proof that can be held against its picture. */
export type ProofChoice = {
  id: string;
  round: number;
  kind: string;
  format: string;
  paper: string;
  state: string;
  /** It is a sheet that was made here. */
  sheet: boolean;
  /** The practice press knows its paper. */
  practice: boolean;
};

/** One comparison that was made: of captures, or of readings. */
export type Comparison = {
  id: string;
  proofId: string;
  at: string;
  fileNames: string[];
  body: ComparedBody;
};
export type ScanBody = Extract<ComparedBody, { way: 'scan' }>;
export type ReadingsBody = Extract<ComparedBody, { way: 'readings' }>;

export type CompareProps = {
  workId: string;
  aim: 'match' | 'improve';
  limits: Limits;
  untagged: boolean;
  /** The proof the page was asked for. */
  start: string | null;
  proofs: ProofChoice[];
  comparisons: Comparison[];
};

/** A figure with its sign; what rounds to nothing has none. @example signed(-1.24) // '−1.2' */
export function signed(value: number): string {
  const figure = Math.abs(value).toFixed(1);
  if (Math.abs(value) < 0.05) return figure;
  return value < 0 ? `−${figure}` : `+${figure}`;
}
