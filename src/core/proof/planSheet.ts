import { NO_ADJUSTMENT, type Adjustment } from '../colour/adjust';
import type { Size, Um } from '../measure';
import { snippetPlan, stripPlan, wholePlan, type ProofPlan, type Region, type Step } from './plan';

/** What a proof sheet shows: parts at the final scale, the whole, or one or two things stepped. */
export type SheetContents =
  | { kind: 'snippet'; regions: (Region & { says: string })[] }
  | { kind: 'whole' }
  | { kind: 'reduced'; longSideUm: Um }
  | {
      kind: 'strip' | 'thumbnails';
      region: Region;
      across: Step;
      down: Step | null;
      cellWidthUm: Um | null;
    };

export type SheetQuestion = {
  what: SheetContents;
  crop: Region & { degrees?: number };
  image: Size;
  picture: { width: number; height: number };
  caption: string;
  ppi: number;
  /** Nothing: as the file is. */
  adjust: Adjustment | null;
  /** Per cent that the sheet is sharpened by; nothing: not. */
  sharpening?: number;
};

/**
 * The sheet as it will lie on paper.
 *
 * @throws InputError for regions outside the cut, or a sheet too large to be made
 */
export function planSheet({ what, adjust, sharpening = 0, ...common }: SheetQuestion): ProofPlan {
  switch (what.kind) {
    case 'snippet':
      return snippetPlan({ ...common, regions: what.regions, adjust });
    case 'whole':
      return wholePlan({ ...common, adjust });
    case 'reduced':
      return wholePlan({ ...common, adjust, longSide: what.longSideUm });
    default:
      return stripPlan({
        ...common,
        region: what.region,
        across: what.across,
        down: what.down,
        base: adjust ?? NO_ADJUSTMENT,
        sharpening,
        cellWidth: what.cellWidthUm,
      });
  }
}
