import { useState } from 'react';
import type { SettingsModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { USUAL_RUN_SCHOOL } from '@/core/edition/terms';
import { numberOrTyped, wholeOrTyped } from '@/core/measure';
import type { FamilyName, School } from '@/core/resolution';
import type { ActionInput } from '@/studio/registry';
import { useKeptValues } from '@/ui/form/useKeptValues';
import { useUnits } from '@/ui/Units';

type SchoolInput = ActionInput<'changeSettings'>['school'];

/** Steps that most printers would sign, until the studio types its own. */
const USUAL_STEPS = {
  kind: 'stepped' as const,
  steps: [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }],
};

/** The school that is chosen; steps are not typed here, so that those there are stay as they are. */
export function chosenSchool(kind: School['kind'], ppi: string, kept: School): SchoolInput {
  if (kind === 'flat') return { kind, ppi: numberOrTyped(ppi) };
  if (kind === 'distance') return { kind };
  return kept.kind === 'stepped' ? kept : USUAL_STEPS;
}

/** What the studio says of itself: who it is, how it measures and what it promises. */
export function useSettingsForm(kept: SettingsModel) {
  const action = useAction();
  const { length, size, withUnit } = useUnits();
  // As the fields were filled; a text that nobody touched goes back as the figure behind it.
  const [shown] = useState({
    ownSizes: kept.ownSizes.map(size).join('\n'),
    border: length(kept.borderUm),
  });
  const [values, setValues] = useState({
    name: kept.name,
    artist: kept.artist,
    address: kept.address.join('\n'),
    unit: kept.unit,
    currency: kept.currency,
    timeZone: kept.timeZone,
    families: kept.families,
    handlingDays: String(kept.handlingDays),
    workdays: kept.workdays,
    holidays: kept.holidays.join('\n'),
    remake: kept.remake,
    ...(kept.runSchool ?? USUAL_RUN_SCHOOL),
    schoolKind: kept.school.kind,
    ppi: kept.school.kind === 'flat' ? String(kept.school.ppi) : '300',
    ...shown,
  });
  type Values = typeof values;
  const set =
    <K extends keyof Values>(key: K) =>
    (value: Values[K]) =>
      setValues((was) => ({ ...was, [key]: value }));

  const draft = useKeptValues('changeSettings:studio', values, setValues);
  const keep = async () => {
    const { schoolKind, ppi, ownSizes, border, handlingDays, numbers, signing, ...asTyped } = values;
    const done = await action.run('changeSettings', {
      ...asTyped,
      ...(ownSizes !== shown.ownSizes && { ownSizes: ownSizes.split('\n').map(withUnit).join('\n') }),
      school: chosenSchool(schoolKind, ppi, kept.school),
      handlingDays: wholeOrTyped(handlingDays),
      runSchool: { numbers, signing },
      border: border === shown.border ? kept.borderUm : withUnit(border),
    });
    if (done) draft.end();
    return done;
  };

  return {
    action,
    values,
    set,
    slip: draft.slip,
    hasFamily: (name: FamilyName) => values.families.includes(name),
    setFamily: (name: FamilyName) => (isShown: boolean) =>
      set('families')(
        isShown ? [...values.families, name] : values.families.filter((each) => each !== name),
      ),
    setWorkday: (day: number) => (isWorked: boolean) =>
      set('workdays')(
        isWorked ? [...values.workdays, day].sort() : values.workdays.filter((each) => each !== day),
      ),
    /** Without a family no size is shown, and without a working day nothing is ever due. */
    missing:
      (values.families.length === 0 && 'Choose at least one family of sizes.') ||
      (values.workdays.length === 0 && 'Choose at least one working day.') ||
      null,
    keep,
  };
}

export type SettingsForm = ReturnType<typeof useSettingsForm>;
