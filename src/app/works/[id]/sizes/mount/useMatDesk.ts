import { useMemo, useState } from 'react';
import type { CutterModel, MountModel, SupplyModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { sheetOf, type Borders } from '@/core/crop/border';
import type { Size } from '@/core/measure';
import {
  matFindings,
  MINIMUM_HOLD_UM,
  overlapLines,
  precutMatSuits,
  type Tolerance,
} from '@/core/mounting/mat';
import { matOuter, mounting, type MatPlan } from '@/core/mounting/mount';
import { useUnits } from '@/ui/Units';
import { attempt } from '../attempt';
import { typedSides, useTypedLengths } from '../typedLengths';
import type { Seen } from './MountView';

/** What most mats are made of, before anybody says otherwise. */
const USUAL = {
  side: 60_000,
  bottom: 70_000,
  board: 1_500,
  glazing: 2_000,
  backing: 3_000,
  print: 480,
  frameLip: 6_000,
  minimumHold: MINIMUM_HOLD_UM,
};
/** While nobody has said how exactly they cut. */
const UNASKED: Tolerance = { sheet: 1_000, image: 1_000, window: 1_000, placing: 1_000 };

/** A border this wide takes a signature, so the window leaves some of it to be seen. */
const BORDER_FOR_SIGNING = 25_000;

/** The window to begin with: 5 mm of white on each side where one signs there, else the image's edge covered by 3 mm. */
export function firstWindow(image: Size, borders: Borders): Size {
  const open = Math.min(...Object.values(borders)) >= BORDER_FOR_SIGNING ? 10_000 : -6_000;
  return { width: image.width + open, height: image.height + open };
}

export const toleranceOf = (cutter: CutterModel | null): Tolerance =>
  cutter
    ? {
        sheet: cutter.toleranceSheetUm,
        image: cutter.toleranceImageUm,
        window: cutter.toleranceWindowUm,
        placing: cutter.placingUm,
      }
    : UNASKED;

/** What is typed for a mat, what it holds and covers, what lies ready that would do, and the keeping of it. */
export function useMatDesk({
  title,
  seen: { format },
  mount,
  cutters,
  kits,
}: {
  title: string;
  seen: Seen;
  mount: MountModel | null;
  cutters: CutterModel[];
  kits: SupplyModel[];
}) {
  const action = useAction();
  const { unit, size } = useUnits();
  const { image } = format;
  const sheet = sheetOf(image, format.borders);
  const kept = mount?.plan.kind === 'mat' ? mount.plan : null;
  const [cutterId, setCutter] = useState((kept ? kept.cutterId : cutters[0]?.id) ?? '');
  const window = kept?.window ?? firstWindow(image, format.borders);
  const lengths = useTypedLengths({
    windowWidth: window.width,
    windowHeight: window.height,
    ...USUAL,
    ...(kept && lengthsOf(kept)),
  });

  const plan = useMemo((): MatPlan => {
    const { windowWidth, windowHeight, ...rest } = lengths.um;
    return {
      kind: 'mat',
      cutterId: cutterId || null,
      tolerance: toleranceOf(cutters.find((c) => c.id === cutterId) ?? null),
      window: { width: windowWidth, height: windowHeight },
      ...rest,
    };
  }, [cutters, cutterId, lengths.um]);
  const question = {
    sheet,
    image,
    window: plan.window,
    tolerance: plan.tolerance,
    minimumHold: plan.minimumHold,
  };
  const worked = attempt(() => ({
    overlaps: overlapLines(question, unit),
    findings: matFindings(question, unit),
    mounted: mounting(plan, sheet, image, unit),
  }));

  return {
    action,
    sheet,
    image,
    cutterId,
    setCutter,
    lengths,
    plan,
    worked,
    outer: matOuter(plan.window, plan.side, plan.bottom),
    hasKits: kits.length > 0,
    fitting: kits.filter((kit) => {
      const mat = precutMatOf(kit);
      return mat !== null && precutMatSuits(mat, question);
    }),
    wrong: (key: LengthKey) =>
      action.fieldError(key === 'windowWidth' || key === 'windowHeight' ? 'window' : key),
    keep: () => {
      const { windowWidth, windowHeight, ...rest } = lengths.sent();
      return action.run('keepMount', {
        kind: 'mat',
        formatId: format.id,
        cutterId: cutterId || null,
        window: typedSides(windowWidth, windowHeight),
        ...rest,
      });
    },
    drop: () => mount && action.run('dropMount', { id: mount.id }),
    takeKit: (id: string) => action.run('useSupply', { id, count: 1, why: `${title}, ${size(image)}` }),
  };
}

export type MatDeskModel = ReturnType<typeof useMatDesk>;
type LengthKey = keyof typeof USUAL | 'windowWidth' | 'windowHeight';

const lengthsOf = (plan: MatPlan) => ({
  side: plan.side,
  bottom: plan.bottom,
  board: plan.board,
  glazing: plan.glazing,
  backing: plan.backing,
  print: plan.print,
  frameLip: plan.frameLip,
  minimumHold: plan.minimumHold,
});

/** A supply that is a mat with a window; a mat without one is board. */
const precutMatOf = ({ widthUm, heightUm, windowWidthUm, windowHeightUm }: SupplyModel) =>
  windowWidthUm && windowHeightUm
    ? {
        outer: { width: widthUm, height: heightUm },
        window: { width: windowWidthUm, height: windowHeightUm },
      }
    : null;
