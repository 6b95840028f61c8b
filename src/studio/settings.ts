import { InputError } from '@/core/errors';
import { USUAL_SCREEN, type Screen } from '@/core/colour/screen';
import { USUAL_LIMITS, type Limits } from '@/core/proof/compare';
import { isTimeZone, localDay, parseLength, parseSize } from '@/core/measure';
import { dayNumber } from '@/core/parcel/shipBy';
import { readSchool } from '@/core/calc/resolution';
import { checkSchool, FAMILY_NAMES, type FamilyName, type School } from '@/core/resolution';
import { patchRow } from '@/store/rows';
import { studio as studioTable } from '@/store/schema';
import { act } from './act';
import { FIRST_SETTINGS } from './firstSettings';
import {
  array,
  count,
  day,
  just,
  name,
  line,
  oneOf,
  orNull,
  prose,
  schoolSchema,
  typed,
} from './schemas';
import { FINE_PRINT, type FinePrint } from '@/core/stock/finePrint';
import { noteInJournal } from './studio';

type SettingsInput = {
  name: string;
  artist: string;
  address: string;
  unit: 'mm' | 'in';
  currency: string;
  timeZone: string;
  school: School;
  families: FamilyName[];
  handlingDays: number;
  workdays: number[];
  holidays: string;
  remake: 'remake' | 'retire';
  border: string;
  /** Sizes of the studio's own, a line each. */
  ownSizes?: string;
};

/** Changes how the studio works: its name, units, schools and promises. */
export const changeSettings = act<SettingsInput>(
  just(
    {
      name,
      artist: name,
      address: prose,
      unit: oneOf('mm', 'in'),
      currency: { type: 'string', pattern: '^[A-Z]{3}$' },
      timeZone: line,
      school: schoolSchema,
      families: array(oneOf(...FAMILY_NAMES), { minItems: 1 }),
      handlingDays: count(0, 60),
      workdays: array(count(0, 6), { minItems: 1, maxItems: 7 }),
      holidays: prose,
      remake: oneOf('remake', 'retire'),
      border: typed,
      ownSizes: prose,
    },
    ['ownSizes'],
  ),
  async (studio, input) => {
    if (!isTimeZone(input.timeZone))
      throw new InputError('timeZone', input.timeZone, 'a time zone such as "Europe/Lisbon" or "UTC"');
    const holidays = input.holidays.split(/[\s,;]+/).filter(Boolean);
    holidays.forEach((h) => dayNumber(h, 'holidays'));
    const { address, border, ownSizes, ...rest } = input;
    const school = checkSchool(readSchool(input.school));
    const own = ownSizes
      ?.split(/[\n;]+/)
      .map((l) => l.trim())
      .filter(Boolean)
      .map((l) => parseSize(l, input.unit, 'ownSizes'))
      .sort((a, b) => a.width * a.height - b.width * b.height);
    if (own && own.length > 40) throw new InputError('ownSizes', own.length, 'up to 40 sizes');
    if (
      input.families.includes('the studio’s own') &&
      !(own ?? (await studio.settings()).ownSizes).length
    )
      throw new InputError(
        'ownSizes',
        ownSizes ?? '',
        'at least one size, a line each, when the studio’s own family is shown',
      );
    const row = {
      ...rest,
      school,
      ...(own && { ownSizes: own }),
      holidays,
      address: address
        .split('\n')
        .map((l) => l.trim())
        .filter(Boolean),
      borderUm: parseLength(border, input.unit, 'border'),
    };
    return studio.store.write(async (tx) => {
      const before = await studio.settings(tx);
      await patchRow(tx, studioTable, FIRST_SETTINGS.id, row);
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'studio',
        subjectId: 'studio',
        says: 'Changed how the studio works',
        before,
        after: row,
      });
      return { says: 'Kept.' };
    });
  },
);

const BASES = ['cotton', 'alpha cellulose', 'resin-coated', 'canvas', 'washi', 'card'];

/** Sets what the studio calls a fine print: papers, process, resolution, white. Every size is held against it where it is listed. */
export const defineFinePrint = act<FinePrint>(
  just({
    bases: array(oneOf(...BASES), { minItems: 1, maxItems: 6 }),
    process: line,
    ppi: count(72, 1_440),
    brightener: oneOf('none', 'little', 'much'),
  }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const before = (await studio.settings(tx)).finePrint ?? FINE_PRINT;
      await patchRow(tx, studioTable, FIRST_SETTINGS.id, { finePrint: input });
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'studio',
        subjectId: 'studio',
        says: 'Changed what is called a fine print',
        before,
        after: input,
      });
      return {
        says: 'Kept: every size is held against it.',
        undo: { act: 'defineFinePrint', input: before },
      };
    }),
);

type ScreenInput = Screen & { limits: Limits; referenceDays: number | null };
/** Sets the screen proofs are looked at on, what a proof may differ by, and how often prints are held against their reference. */
export const setScreen = act<ScreenInput>(
  just({
    calibratedOn: orNull(day),
    everyDays: count(1, 730),
    whiteK: count(3_000, 10_000),
    luminance: count(20, 600),
    surround: { enum: [5, 6, 7, 8] },
    limits: just({
      mean: { type: 'number', minimum: 0.5, maximum: 20 },
      p95: { type: 'number', minimum: 1, maximum: 40 },
    }),
    referenceDays: orNull(count(1, 3_650)),
  }),
  async (studio, { limits, referenceDays, ...screen }) => {
    const { timeZone } = await studio.settings();
    if (screen.calibratedOn && screen.calibratedOn > localDay(studio.now(), timeZone))
      throw new InputError('calibratedOn', screen.calibratedOn, 'a day that is not in the future');
    if (limits.p95 < limits.mean)
      throw new InputError('limits', limits.p95, 'a 95th percentile not below the mean');
    return studio.store.write(async (tx) => {
      const before = await studio.settings(tx);
      await patchRow(tx, studioTable, FIRST_SETTINGS.id, { screen, proofLimits: limits, referenceDays });
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'studio',
        subjectId: 'studio',
        says: `Screen calibrated ${screen.calibratedOn ?? 'on no day known'}, ${screen.whiteK} K, ${screen.luminance} cd/m²`,
        before: { screen: before.screen, limits: before.proofLimits },
        after: { screen, limits },
      });
      return {
        says: 'Kept.',
        undo: {
          act: 'setScreen',
          input: {
            ...(before.screen ?? USUAL_SCREEN),
            limits: before.proofLimits ?? USUAL_LIMITS,
            referenceDays: before.referenceDays,
          },
        },
      };
    });
  },
);
