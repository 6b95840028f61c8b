import {
  formatModel,
  paperModel,
  proofModel,
  routeModel,
  type FormatModel,
  type PaperModel,
  type ProofModel,
  type RouteModel,
} from '@/app/models';
import type { ProofLine as ProofState } from '@/studio/proofs/rounds';

/** One round as the proofs' page shows it: what was asked, how dry it is, and what has changed since. */
export type ProofLine = Omit<ProofState, 'proof' | 'format' | 'paper' | 'route'> & {
  proof: ProofModel;
  format: FormatModel;
  paper: PaperModel;
  route: RouteModel;
};

export const proofLine = ({ dry, stale, lot, days, ...records }: ProofState): ProofLine => ({
  proof: proofModel(records.proof),
  format: formatModel(records.format),
  paper: paperModel(records.paper),
  route: routeModel(records.route),
  dry,
  stale,
  lot,
  days,
});
