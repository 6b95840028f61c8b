import { useMemo, useState } from 'react';
import { equipmentFor, type Equipment } from '@/core/capture/equipment';
import { planCapture, type CapturePlan, type Subject, type Way } from '@/core/capture/plan';
import { InputError } from '@/core/errors';
import { parseMoney, parseSize, readNumber, type Size, type UnitSystem } from '@/core/measure';
import { useUnits } from '@/ui/Units';

export type EquipmentItem = { id: string; name: string; spec: Equipment };
/** What is known of a work before anything is typed. */
export type PlannerStart = Subject & { print: Size | null };
export const KINDS = [
  'painting',
  'drawing',
  'photograph on film',
  'digital photograph',
  'born digital',
] as const;

/** The question as it stands in the fields: texts as typed, so that half a figure is nothing lost. */
export type PlannerTexts = {
  kind: (typeof KINDS)[number];
  original: string;
  print: string;
  ppi: string;
  smears: boolean;
  thick: boolean;
  gloss: boolean;
  fill: string;
  overlap: string;
  hour: string;
  left: string;
  expected: string;
};
export type PlannerAnswer =
  | { state: 'unasked' }
  | { state: 'unreadable'; field: string; expected: string }
  | { state: 'planned'; plan: CapturePlan; print: Size; original: Size | null };

/** The plan that the typed figures come to, or the field that cannot be read. */
export function planFrom(
  texts: PlannerTexts,
  { equipment, unit, currency }: { equipment: EquipmentItem[]; unit: UnitSystem; currency: string },
): PlannerAnswer {
  if (!texts.print.trim()) return { state: 'unasked' };
  try {
    const original = texts.original.trim() ? parseSize(texts.original, unit, 'original') : null;
    const print = parseSize(texts.print, unit, 'print');
    const plan = planCapture({
      subject: {
        kind: texts.kind,
        original,
        smears: texts.smears,
        thick: texts.thick,
        gloss: texts.gloss,
      },
      print,
      ppi: numberBetween(texts.ppi, 'ppi', 30, 1_440),
      fill: numberBetween(texts.fill, 'fill', 10, 100) / 100,
      overlap: numberBetween(texts.overlap, 'overlap', 5, 60) / 100,
      hourMinor: parseMoney(texts.hour, currency, 'hour'),
      leftPerPrint: parseMoney(texts.left, currency, 'left'),
      expected: numberBetween(texts.expected, 'expected', 0, 100_000),
      currency,
      unit,
      ...equipmentFor(equipment),
    });
    return { state: 'planned', plan, print, original };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { state: 'unreadable', field: error.field, expected: error.expected };
  }
}

/** The way that is looked at: the chosen one while it is among the plan's, else the advised one. */
export function wayToShow(plan: CapturePlan, chosen: string | null): Way | null {
  const named = (name: string | null) => plan.ways.find((way) => way.name === name);
  return named(chosen) ?? named(plan.advised) ?? plan.ways[0] ?? null;
}

/** Where the checklist of a session stands: the question goes with it, for it is printed from nothing else. */
export function checklistHref(way: Way, texts: PlannerTexts, workId: string | null): string {
  const flags = (['smears', 'thick', 'gloss'] as const).filter((flag) => texts[flag]);
  return `/api/session?${new URLSearchParams({
    kind: way.kind,
    name: way.name,
    ...(workId && { work: workId }),
    original: texts.original,
    print: texts.print,
    ppi: texts.ppi,
    fill: texts.fill,
    overlap: texts.overlap,
    what: texts.kind,
    ...Object.fromEntries(flags.map((flag) => [flag, '1'])),
  })}`;
}

/** What is typed for planning a capture, and the plan it comes to. */
export function usePlanner({
  start,
  equipment,
  currency,
}: {
  start: PlannerStart;
  equipment: EquipmentItem[];
  currency: string;
}) {
  const { unit, size } = useUnits();
  const [texts, setTexts] = useState<PlannerTexts>(() => ({
    kind: start.kind as PlannerTexts['kind'],
    original: start.original ? size(start.original) : '',
    print: start.print ? size(start.print) : '',
    ppi: '300',
    smears: start.smears,
    thick: start.thick,
    gloss: start.gloss,
    fill: '90',
    overlap: '20',
    hour: '30.00',
    left: '25.00',
    expected: '20',
  }));
  const [chosen, choose] = useState<string | null>(null);
  const answer = useMemo(
    () => planFrom(texts, { equipment, unit, currency }),
    [texts, equipment, unit, currency],
  );

  return {
    texts,
    set:
      <K extends keyof PlannerTexts>(key: K) =>
      (value: PlannerTexts[K]) =>
        setTexts((was) => ({ ...was, [key]: value })),
    answer,
    wrong: (field: string) =>
      answer.state === 'unreadable' && answer.field === field ? `Expected ${answer.expected}.` : null,
    way: answer.state === 'planned' ? wayToShow(answer.plan, chosen) : null,
    choose,
  };
}

export type Planner = ReturnType<typeof usePlanner>;

function numberBetween(text: string, field: string, least: number, most: number): number {
  const number = readNumber(text);
  if (number === null || number < least || number > most)
    throw new InputError(field, text, `a number from ${least} to ${most}`);
  return number;
}
