import { InputError } from '@/core/errors';
import { isTimeZone, parseLength } from '@/core/measure';
import { dayNumber } from '@/core/parcel/shipBy';
import { FAMILY_NAMES, type FamilyName, type School } from '@/core/resolution';
import { patchRow } from '@/store/rows';
import { studio as studioTable } from '@/store/schema';
import { act } from './act';
import { FIRST_SETTINGS } from './firstSettings';
import { array, count, just, name, line, oneOf, prose, schoolSchema, typed } from './schemas';
import { noteInJournal } from './studio';

type SettingsInput = {
  name: string; artist: string; address: string; unit: 'mm' | 'in'; currency: string; timeZone: string; school: School; families: FamilyName[];
  handlingDays: number; workdays: number[]; holidays: string; remake: 'remake' | 'retire'; border: string;
};

/** Changes how the studio works: its name, units, schools and promises. */
export const changeSettings = act<SettingsInput>(
  just({
    name, artist: name, address: prose, unit: oneOf('mm', 'in'), currency: { type: 'string', pattern: '^[A-Z]{3}$' }, timeZone: line, school: schoolSchema,
    families: array(oneOf(...FAMILY_NAMES), { minItems: 1 }), handlingDays: count(0, 60), workdays: array(count(0, 6), { minItems: 1, maxItems: 7 }),
    holidays: prose, remake: oneOf('remake', 'retire'), border: typed,
  }),
  async (studio, input) => {
    if (!isTimeZone(input.timeZone)) throw new InputError('timeZone', input.timeZone, 'a time zone such as "Europe/Lisbon" or "UTC"');
    const holidays = input.holidays.split(/[\s,;]+/).filter(Boolean);
    holidays.forEach((h) => dayNumber(h, 'holidays'));
    const { address, border, ...rest } = input;
    const row = { ...rest, holidays, address: address.split('\n').map((l) => l.trim()).filter(Boolean), borderUm: parseLength(border, input.unit, 'border') };
    return studio.store.write(async (tx) => {
      const before = await studio.settings(tx);
      await patchRow(tx, studioTable, FIRST_SETTINGS.id, row);
      await noteInJournal(studio, tx, { act: 'changed', subject: 'studio', subjectId: 'studio', says: 'Changed how the studio works', before, after: row });
      return { says: 'Kept.' };
    });
  },
);
