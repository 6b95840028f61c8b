import type { Borders } from '../crop/border';
import type { From } from '../drawing/shopDrawings';
import { roundHalfEven, type Size, type Um } from '../measure';
import { matOuter, mounting, RABBET_PLAY_UM, type MountPlan } from '../mounting/mount';
import { madePiece } from '../parcel/made';
import type { Framing } from './plan';

/** A frame's face where nobody has said another. */
export const MOULDING_UM: Um = 20_000;
/** A wire hangs about so far down its frame until somebody measures it. */
const DROP_SHARE = 0.1;

/**
 * How a print hangs when it is framed as its plan says: the frame's outer size, what shows of the print, an estimated weight, and
 * a guess at its wire until that is measured. A canvas on bars hangs without a frame; a print with no plan in a frame of its sheet's size.
 *
 * @param q.moulding width of the frame's face
 * Source: handbook §7: rabbet = mat outer + 3 mm, the lip lies over it.
 */
export function framingOf(q: {
  workId: string;
  formatId: string;
  title: string;
  picture: string | null;
  from: From;
  image: Size;
  sheet: Size;
  borders: Borders;
  plan: MountPlan | null;
  moulding: Um;
}): Framing {
  const { workId, formatId, title, picture, from, image } = q;
  const { outer, moulding, window, weight } = q.plan?.kind === 'wrap' ? onBars(image) : inFrame(q);
  return {
    ...{ workId, formatId, title, picture, from, outer, moulding, window, weight },
    drop: roundHalfEven((outer.height * DROP_SHARE) / 5_000) * 5_000,
    isDropMeasured: false,
    hooks: 1,
  };
}

function onBars(image: Size) {
  return {
    outer: image,
    moulding: 0,
    window: { left: 0, top: 0, ...image },
    weight: madePiece('on bars', image)!.weight,
  };
}

function inFrame(q: {
  image: Size;
  sheet: Size;
  borders: Borders;
  plan: MountPlan | null;
  moulding: Um;
}) {
  const { image, sheet, borders, plan, moulding } = q;
  const lip = plan && 'frameLip' in plan ? plan.frameLip : 0;
  const rabbet = plan && plan.kind !== 'wrap' ? mounting(plan, sheet, image, 'mm').rabbet : sheet;
  const outer = {
    width: rabbet.width + 2 * (moulding - lip),
    height: rabbet.height + 2 * (moulding - lip),
  };
  const weight = madePiece('framed', rabbet)!.weight;
  if (plan?.kind === 'mat') {
    const seen = {
      width: Math.min(image.width, plan.window.width),
      height: Math.min(image.height, plan.window.height),
    };
    const mat = matOuter(plan.window, plan.side, plan.bottom);
    const matTop = moulding - lip + Math.round(RABBET_PLAY_UM / 2);
    return {
      ...{ outer, moulding, weight },
      window: {
        left: Math.round((outer.width - seen.width) / 2),
        top: matTop + Math.round((mat.height - plan.bottom - plan.side - seen.height) / 2) + plan.side,
        ...seen,
      },
    };
  }
  // The sheet lies in the middle of the frame, its picture where its borders put it.
  return {
    ...{ outer, moulding, weight },
    window: {
      left: Math.round((outer.width - sheet.width) / 2) + borders.left,
      top: Math.round((outer.height - sheet.height) / 2) + borders.top,
      ...image,
    },
  };
}
