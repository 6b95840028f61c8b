import { useState } from 'react';
import { isNone, NO_ADJUSTMENT } from '@/core/colour/adjust';
import type { Intent } from '@/core/colour/intents';
import type { Kernel } from '@/core/printfile/resample';
import { coverage, type ProofPlan, type Region } from '@/core/proof/plan';
import { planSheet, type SheetQuestion } from '@/core/proof/planSheet';
import { readSheetFigures, type SheetFigures, type SheetKind } from '@/core/proof/sheetForm';
import { middleRegion, wholePixels } from '@/core/proof/snippetRegion';
import { ppiForPrint } from '@/core/resolution';
import { useAction } from '@/app/useAction';
import { useKeptValues } from '@/ui/form/useKeptValues';
import { useJob } from '@/ui/Job';
import { useUnits } from '@/ui/Units';
import { STEPS, type NamedRegion, type SheetProps, type StepOf } from './sheetProps';

const MOST_REGIONS = 6;
const REDUCED_UM = 180_000;

/** A sheet as it would lie on paper, or why it cannot. */
type Drawn = { plan: ProofPlan | null; cannot: string };

function drawn(question: SheetQuestion): Drawn {
  try {
    return { plan: planSheet(question), cannot: '' };
  } catch (error) {
    return {
      plan: null,
      cannot: error instanceof Error ? error.message : 'This sheet cannot be laid out.',
    };
  }
}

/** What is chosen for a proof sheet: begun from the round that is made again, where there is one. */
function firstChoices(p: SheetProps) {
  const { start } = p;
  return {
    formatId: p.formats.find((f) => f.id === start?.formatId)?.id ?? p.formats[0]!.id,
    paperId: p.papers.find((x) => x.id === start?.paperId)?.id ?? p.papers[0]!.id,
    routeId: start?.routeId ?? p.routes[0]!.id,
    machineId: p.machines[0]?.id ?? '',
    lotId: '',
    intent: start?.intent ?? ('relative colorimetric' as Intent),
    kernel: 'mitchell' as Kernel,
    kind: 'snippet' as SheetKind,
    adjust: start?.adjust ?? NO_ADJUSTMENT,
    across: 'lightness' as StepOf,
    down: 'warmth' as StepOf,
    changed: start?.changed ?? '',
    cost: '',
    untaggedIs: '' as 'sRGB' | 'opRGB' | '',
  };
}
type Chosen = ReturnType<typeof firstChoices>;

/** The figures of a sheet as they are typed, read, and what is wrong with them. */
function useSheetFigures(kind: SheetKind, ppi: number) {
  const { length, unit } = useUnits();
  const [typed, setTyped] = useState<SheetFigures>({
    ppi: String(ppi),
    sharpen: '80',
    radius: '1.0',
    width: length(60_000),
    height: length(60_000),
    acrossBy: '2',
    downBy: '2',
    each: '2',
    cell: length(40_000),
  });
  const type = (field: keyof SheetFigures) => (text: string) =>
    setTyped((was) => ({ ...was, [field]: text }));
  return { typed, type, putTyped: setTyped, ...readSheetFigures(typed, kind, unit) };
}
type ReadFigures = ReturnType<typeof useSheetFigures>['figures'];

/** The regions of the picture that a sheet shows: the middle until others are chosen. */
function useSheetRegions(begin: () => NamedRegion[], middle: NamedRegion, kind: SheetKind) {
  const [regions, setRegions] = useState<NamedRegion[]>(begin);
  const isPart = kind === 'snippet' || kind === 'strip';
  const shown = isPart ? regionsShown(regions, middle, kind) : [];
  return {
    isPart,
    shown,
    chosenRegions: regions,
    setRegions,
    canAdd: kind === 'snippet' && shown.length < MOST_REGIONS,
    addRegion: () => setRegions([...shown, middle]),
    leaveOut: (at: number) => setRegions(shown.filter((_, i) => i !== at)),
    moveRegion: (at: number, to: Partial<Region>) =>
      setRegions((all) => (all.length ? all : shown).map((r, i) => (i === at ? { ...r, ...to } : r))),
  };
}

/** What is chosen and typed for a proof sheet, what it comes to, and what can be done with it. */
export function useProofSheetForm(p: SheetProps) {
  const [chosen, setChosen] = useState(() => firstChoices(p));
  const choose =
    <K extends keyof Chosen>(what: K) =>
    (value: Chosen[K]) =>
      setChosen((was) => ({ ...was, [what]: value }));
  const { kind, adjust } = chosen;
  const format = p.formats.find((f) => f.id === chosen.formatId)!;
  const routeOf = (id: string) => p.routes.find((r) => r.id === id) ?? p.routes[0]!;
  const route = routeOf(chosen.routeId);
  const { typed, type, putTyped, figures, problems } = useSheetFigures(
    kind,
    ppiForPrint(route.ppiSteps, format.image),
  );
  const middle: NamedRegion = {
    ...middleRegion(format.crop, format.image, figures),
    says: 'chosen by hand',
  };
  const { isPart, shown, chosenRegions, setRegions, ...regions } = useSheetRegions(
    () => keptRegions(p, chosen.formatId),
    middle,
    kind,
  );
  const draft = useKeptValues(
    `makeProofSheet:${p.workId}`,
    { chosen, typed, regions: chosenRegions },
    (begun) => {
      // A format that is offered no longer is not chosen again.
      const isOffered = p.formats.some(({ id }) => id === begun.chosen.formatId);
      setChosen(isOffered ? begun.chosen : { ...begun.chosen, formatId: chosen.formatId });
      putTyped(begun.typed);
      setRegions(begun.regions);
    },
  );
  const propose = useAction();
  const make = useAction();
  const job = useJob();

  const what = whatIsMade(chosen, figures, shown, format.crop);
  const sheet = drawn({
    what,
    crop: format.crop,
    image: format.image,
    picture: { width: p.master.width, height: p.master.height },
    caption: `${p.title}, ${format.name}, the next round`,
    ppi: figures.ppi,
    adjust,
    sharpening: figures.sharpen,
  });
  const where = {
    formatId: chosen.formatId,
    paperId: chosen.paperId,
    routeId: chosen.routeId,
    machineId: route.own ? chosen.machineId || null : null,
    untaggedIs: chosen.untaggedIs || null,
  };

  return {
    ...chosen,
    ...regions,
    choose,
    slip: draft.slip,
    format,
    route,
    isPart,
    typed,
    problems,
    regions: shown,
    share: isPart ? coverage(format.crop, shown) : 1,
    sheet,
    propose,
    make,
    job,
    type,
    canMake: sheet.plan !== null && Object.keys(problems).length === 0 && !make.isPending,
    takeFormat(id: string) {
      choose('formatId')(id);
      setRegions([]);
    },
    takeRoute(id: string) {
      choose('routeId')(id);
      type('ppi')(String(ppiForPrint(routeOf(id).ppiSteps, format.image)));
    },
    step(axis: 'across' | 'down', of: StepOf) {
      choose(axis)(of);
      type(axis === 'across' ? 'acrossBy' : 'downBy')(STEPS.find((s) => s.key === of)!.by);
    },
    async proposeRegions() {
      const { width, height } = figures;
      const done = await propose.run('proposeSnippets', { ...where, width, height });
      if (done) setRegions(done.regions.map((r) => ({ ...wholePixels(r), says: r.says })));
    },
    async makeSheet() {
      const { sharpen, radius, ppi } = figures;
      const { lotId, intent, kernel, changed, cost } = chosen;
      const done = await make.run('makeProofSheet', {
        ...where,
        lotId: lotId || null,
        intent,
        ppi,
        kernel,
        sharpen: sharpen > 0 ? { amount: sharpen, radius, threshold: 2 } : null,
        adjust: isNone(adjust) ? null : adjust,
        changed,
        cost,
        what,
      });
      if (!done) return;
      draft.end();
      job.begin(done.job);
    },
  };
}
export type ProofSheetForm = ReturnType<typeof useProofSheetForm>;

/** The regions of the round that is made again. */
function keptRegions({ start }: SheetProps, formatId: string): NamedRegion[] {
  if (!start?.plan || start.formatId !== formatId) return [];
  return start.plan.pictures
    .filter((picture) => picture.role === 'snippet')
    .map(({ from, says }) => ({ ...from, says }));
}

/** A strip is of one region; where none is chosen yet, it is the middle. */
function regionsShown(regions: NamedRegion[], middle: NamedRegion, kind: SheetKind): NamedRegion[] {
  if (!regions.length) return [middle];
  return kind === 'strip' ? regions.slice(0, 1) : regions;
}

/** The sheet that is asked for: its kind, with what belongs to that kind. */
function whatIsMade(
  { kind, across, down }: Chosen,
  figures: ReadFigures,
  shown: readonly NamedRegion[],
  crop: Region,
): SheetQuestion['what'] {
  const step = (of: StepOf, by: number) => ({ of, by, each: figures.each });
  if (kind === 'snippet') return { kind, regions: [...shown] };
  if (kind === 'whole') return { kind };
  if (kind === 'reduced') return { kind, longSideUm: REDUCED_UM };
  const isGrid = kind === 'thumbnails';
  return {
    kind,
    region: wholePixels(isGrid ? crop : shown[0]!),
    across: step(across, figures.acrossBy),
    down: isGrid ? step(down, figures.downBy) : null,
    cellWidthUm: isGrid ? figures.cell : null,
  };
}
