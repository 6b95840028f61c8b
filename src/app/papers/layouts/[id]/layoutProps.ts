import type { ShownCost } from '@/studio/prices/shownCosts';
import type { Minor, Size, Um } from '@/core/measure';
import type { LotForLayout } from '@/core/sheets/layoutFacts';
import type { Laid, LaidPiece } from '@/core/sheets/pieces';
import type { Ground } from '@/core/sheets/snap';
import type { SizePick } from '@/studio/formats/sizePicks';
import type { PieceFace } from '@/studio/layouts/faces';
import type { Shortest } from '@/studio/layouts/shortest';

/** A layout as its page shows it. */
export type LaidOut = {
  id: string;
  name: string;
  ground: Ground;
  pieces: LaidPiece[];
  /** What is seen of each piece, by its id. */
  faces: Record<string, PieceFace>;
  placements: Laid[];
  state: 'laid' | 'queued' | 'printed';
  printedAt: string | null;
};

/** A proof that was asked for on this paper. */
export type AskedProof = { id: string; says: string; width: Um; height: Um };

export type LayoutProps = {
  layout: LaidOut;
  paper: { name: string; pricePerM2: Minor };
  /** The printer it would go to, and what all its colours cost on a square metre. */
  ink: { name: string; perM2Minor: Minor } | null;
  /** Sizes that can be added, the first of them. */
  offered: SizePick[];
  lots: LotForLayout[];
  asked: AskedProof[];
  /** What the products of the sizes on it cost. */
  costs: ShownCost[];
  /** Of a roll: what no layout of its pieces can be shorter than, and what straight cuts would take. */
  shortest: Shortest | null;
};

/** A roll lies on its side on the screen, so that its length runs across. */
export const isRoll = (ground: Ground): boolean => ground.height === null;
export const sheetOf = (ground: Ground): Size => ({ width: ground.width, height: ground.height! });
