import { useState } from 'react';
import type { MountModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { numberOrTyped, parseLengthList, readNumber } from '@/core/measure';
import { cutBars } from '@/core/mounting/bars';
import {
  coatMl,
  panels,
  wrapCanvas,
  wrapFindings,
  type WrapEdge,
  type WrapQuestion,
} from '@/core/mounting/wrap';
import { useUnits } from '@/ui/Units';
import { attempt } from '../attempt';
import type { Seen } from '../mount/MountView';
import { useTypedLengths } from '../typedLengths';

/** What most canvases are stretched on, before anybody says otherwise. */
const USUAL = {
  depth: 38_000,
  foldOver: 40_000,
  barWidth: 40_000,
  maxUnbraced: 800_000,
  stockLength: 2_400_000,
  kerf: 3_000,
  gap: 20_000,
};
type Lists = Record<'otherLengths' | 'offcuts', string>;
type Counts = { columns: string; rows: string; coats: string; mlPerM2: string };

/** What is typed for a wrap, what it comes to in canvas, bars and coats, and the keeping of it. */
export function useWrapDesk({ seen, mount }: { seen: Seen; mount: MountModel | null }) {
  const action = useAction();
  const { unit, length } = useUnits();
  const kept = mount?.plan.kind === 'wrap' ? mount.plan : null;
  const lengths = useTypedLengths({ ...USUAL, ...(kept && lengthsOf(kept)) });
  const [edge, setEdge] = useState<WrapEdge>(kept?.edge ?? 'mirrored');
  const [across, setAcross] = useState<'left out' | 'bridged'>(kept?.panels.across ?? 'left out');
  const [counts, setCounts] = useState<Counts>({
    columns: String(kept?.panels.columns ?? 1),
    rows: String(kept?.panels.rows ?? 1),
    coats: String(kept?.coats ?? 2),
    mlPerM2: String(kept?.mlPerM2 ?? 110),
  });
  const number = (key: keyof Counts) => numberOrTyped(counts[key]);
  const { um } = lengths;
  /** Lengths one after the other: as they were typed, else the micrometres that were kept. */
  const [typedLists, setTypedLists] = useState<Partial<Lists>>({});
  const keptList = (key: keyof Lists) => kept?.[key] ?? [];
  const listed = (key: keyof Lists) => {
    const typed = typedLists[key];
    return typed === undefined ? keptList(key) : attempt(() => parseLengthList(typed, unit, key)).value;
  };

  const worked = attempt(() => {
    const list = panels({
      picture: seen.format.image,
      columns: number('columns'),
      rows: number('rows'),
      gap: um.gap,
      across,
    });
    const wrap: WrapQuestion = {
      face: list[0]!.face,
      depth: um.depth,
      foldOver: um.foldOver,
      edge,
      maxUnbraced: um.maxUnbraced,
      barWidth: um.barWidth,
    };
    const plan = wrapCanvas(wrap);
    // Every panel is stretched on bars of its own, out of the same stock.
    const cuts = [...plan.bars, ...plan.braces.filter((b) => b.length > 0)].map((b) => ({
      ...b,
      count: b.count * list.length,
    }));
    const coated = plan.coatedArea * list.length;
    return {
      list,
      wrap,
      plan,
      cuts,
      bars: cutBars({
        stockLength: um.stockLength,
        otherLengths: listed('otherLengths') ?? [],
        offcuts: listed('offcuts') ?? [],
        kerf: um.kerf,
        cuts,
      }),
      findings: wrapFindings(wrap, unit),
      coated,
      coatMl: Math.ceil(coatMl(coated, readNumber(counts.coats) ?? 0, readNumber(counts.mlPerM2) ?? 0)),
      /** What of the picture lies behind the gaps. */
      unseen: 1 - list.reduce((sum, p) => sum + p.from.width * p.from.height, 0),
      firstPart: partOf(seen.from, list[0]!.from),
    };
  });

  return {
    action,
    lengths,
    edge,
    setEdge,
    across,
    setAcross,
    counts,
    setCount: (key: keyof Counts) => (value: string) => setCounts((was) => ({ ...was, [key]: value })),
    list: (key: keyof Lists) =>
      typedLists[key] ??
      keptList(key)
        .map((l) => length(l))
        .join('; '),
    setList: (key: keyof Lists) => (value: string) => setTypedLists((was) => ({ ...was, [key]: value })),
    listWrong: (key: keyof Lists) =>
      action.fieldError(key) ??
      (listed(key) ? undefined : 'Expected lengths one after the other, such as “900 mm; 1.2 m”.'),
    hasPanels: number('columns') > 1 || number('rows') > 1,
    worked,
    keep: () =>
      action.run('keepMount', {
        kind: 'wrap',
        formatId: seen.format.id,
        edge,
        across,
        columns: number('columns'),
        rows: number('rows'),
        coats: number('coats'),
        mlPerM2: number('mlPerM2'),
        otherLengths: typedLists.otherLengths ?? keptList('otherLengths'),
        offcuts: typedLists.offcuts ?? keptList('offcuts'),
        ...lengths.sent(),
      }),
    drop: () => mount && action.run('dropMount', { id: mount.id }),
  };
}

export type WrapDesk = ReturnType<typeof useWrapDesk>;
export type Worked = NonNullable<WrapDesk['worked']['value']>;

type KeptWrap = Extract<MountModel['plan'], { kind: 'wrap' }>;
const lengthsOf = ({ panels: { gap }, ...plan }: KeptWrap) => ({
  depth: plan.depth,
  foldOver: plan.foldOver,
  barWidth: plan.barWidth,
  maxUnbraced: plan.maxUnbraced,
  stockLength: plan.stockLength,
  kerf: plan.kerf,
  gap,
});

type Part = { left: number; top: number; width: number; height: number };
/** A part of what is seen, as a part of the whole picture. */
const partOf = (seen: Part, part: Part): Part => ({
  left: seen.left + part.left * seen.width,
  top: seen.top + part.top * seen.height,
  width: part.width * seen.width,
  height: part.height * seen.height,
});
