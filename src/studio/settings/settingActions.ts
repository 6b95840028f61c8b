import { readSchool } from '@/core/calc/resolution';
import { SIGNINGS } from '@/core/edition/impressionStates';
import { NUMBER_ORDERS } from '@/core/edition/terms';
import { InputError } from '@/core/errors';
import { isTimeZone, localDay, parseLength, parseSize } from '@/core/measure';
import { dayNumber } from '@/core/measure/day';
import { checkSchool, FAMILY_NAMES } from '@/core/resolution';
import { FINE_PRINT } from '@/core/stock/finePrint';
import { BRIGHTENERS, PAPER_BASES } from '@/core/stock/paperWords';
import { patchRow } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  lengthInput,
  line,
  listOf,
  name,
  objectSchema,
  oneOf,
  oneOfNumbers,
  orNull,
  prose,
  schoolSchema,
  Type,
  wholeNumber,
} from '../schemas';
import { noteInJournal } from '../studio';
import { FIRST_SETTINGS } from './firstSettings';
/** Changes how the studio works: its name, units, schools and promises. */
export const changeSettings = defineAction({
  name: 'changeSettings',
  input: objectSchema({
    name,
    artist: name,
    address: prose,
    unit: oneOf('mm', 'in'),
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    timeZone: line,
    school: schoolSchema,
    families: listOf(oneOf(...FAMILY_NAMES), { minItems: 1 }),
    handlingDays: wholeNumber(0, 60),
    workdays: listOf(wholeNumber(0, 6), { minItems: 1, maxItems: 7 }),
    holidays: prose,
    remake: oneOf('remake', 'retire'),
    /** How runs are numbered and signed where nothing else is said. */
    runSchool: Type.Optional(
      objectSchema({ numbers: oneOf(...NUMBER_ORDERS), signing: oneOf(...SIGNINGS) }),
    ),
    border: lengthInput,
    ownSizes: Type.Optional(prose),
  }),

  async run({ studio, tx, input }) {
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

    const before = await studio.settings(tx);
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, row);
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: 'studio',
      says: 'Changed how the studio works',
      before,
      after: row,
    });
    return { message: 'Kept.' };
  },
});

/** Sets what the studio calls a fine print: papers, process, resolution, white. Every size is held against it where it is listed. */
export const defineFinePrint = defineAction({
  name: 'defineFinePrint',
  input: objectSchema({
    bases: listOf(oneOf(...PAPER_BASES), { minItems: 1, maxItems: PAPER_BASES.length }),
    process: line,
    ppi: wholeNumber(72, 1_440),
    brightener: oneOf(...BRIGHTENERS),
  }),

  async run({ studio, tx, input }) {
    const before = (await studio.settings(tx)).finePrint ?? FINE_PRINT;
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, { finePrint: input });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: 'studio',
      says: 'Changed what is called a fine print',
      before,
      after: input,
    });
    return { message: 'Kept: every size is held against it.' };
  },
});

/** Sets the screen proofs are looked at on, what a proof may differ by, and how often prints are held against their reference. */
export const setScreen = defineAction({
  name: 'setScreen',
  input: objectSchema({
    calibratedOn: orNull(day),
    everyDays: wholeNumber(1, 730),
    whiteK: wholeNumber(3_000, 10_000),
    luminance: wholeNumber(20, 600),
    surround: oneOfNumbers(5, 6, 7, 8),
    limits: objectSchema({
      mean: Type.Number({ minimum: 0.5, maximum: 20 }),
      p95: Type.Number({ minimum: 1, maximum: 40 }),
    }),
    referenceDays: orNull(wholeNumber(1, 3_650)),
  }),

  async run({ studio, tx, input: { limits, referenceDays, ...screen } }) {
    const { timeZone } = await studio.settings();
    if (screen.calibratedOn && screen.calibratedOn > localDay(studio.now(), timeZone))
      throw new InputError('calibratedOn', screen.calibratedOn, 'a day that is not in the future');
    if (limits.p95 < limits.mean)
      throw new InputError('limits', limits.p95, 'a 95th percentile not below the mean');

    const before = await studio.settings(tx);
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, { screen, proofLimits: limits, referenceDays });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: 'studio',
      says: `Screen calibrated ${screen.calibratedOn ?? 'on no day known'}, ${screen.whiteK} K, ${screen.luminance} cd/m²`,
      before: { screen: before.screen, limits: before.proofLimits },
      after: { screen, limits },
    });
    return { message: 'Kept.' };
  },
});
