import { InputError } from '@/core/errors';
import { isTimeZone } from '@/core/measure';
import {
  STARTING_KEYS,
  STARTING_NOTE,
  STARTING_PAPERS,
  STARTING_PRINTERS,
  STARTING_SETS,
  type StartingSet,
} from '@/core/startingSets';
import { patchRow } from '@/store/rows';
import { defineAction } from '../action';
import { recordEquipment } from '../capture/equipmentActions';
import { recordPaper } from '../papers/paperActions';
import { recordRoute } from '../routes/routeActions';
import { line, listOf, name, objectSchema, oneOf, Type } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { FIRST_SETTINGS } from './firstSettings';

const NO_EQUIPMENT = {
  id: null,
  size: '',
  pixels: '',
  ppi: '',
  steps: '',
  seconds: '',
  film: false,
  focal: '',
  price: '',
  days: '',
  readOn: null,
};

/** Records what a starting set stands for, by the acts that record anything else. */
async function recordSet(studio: Studio, key: StartingSet): Promise<void> {
  const { name: called } = STARTING_SETS[key];
  const paper = STARTING_PAPERS[key];
  if (paper) {
    const { thicknessUm, ...rest } = paper;
    await recordPaper(studio, {
      ...rest,
      name: called,
      thickness: thicknessUm,
      mayRoll: true,
      pricePerM2: 0,
      sizes: '',
      permanence: '',
      notes: STARTING_NOTE,
    });
    return;
  }
  if (key === 'flatbed') {
    const flatbed = { size: '216 x 297 mm', ppi: '2400', steps: '300 600 1200 2400', seconds: '60' };
    await recordEquipment(studio, { ...NO_EQUIPMENT, ...flatbed, kind: 'scanner', name: called });
    return;
  }
  if (key === 'camera') {
    const camera = { pixels: '6000 x 4000', size: '36 x 24 mm' };
    await recordEquipment(studio, { ...NO_EQUIPMENT, ...camera, kind: 'camera', name: called });
    await recordEquipment(studio, {
      ...NO_EQUIPMENT,
      kind: 'lens',
      name: 'A lens of 60 mm',
      focal: '60 mm',
    });
    return;
  }
  const isOwn = STARTING_PRINTERS[key] !== undefined;
  await recordRoute(studio, {
    name: called,
    kind: isOwn ? 'own printer' : 'lab',
    process: isOwn ? 'pigment inkjet (giclée)' : 'photographic print',
    leadDays: isOwn ? 1 : 5,
    ppi: '300',
    space: isOwn ? 'opRGB' : 'sRGB',
    fileKinds: isOwn ? 'TIFF' : 'JPEG',
    addsBorder: isOwn,
    givesProofs: isOwn,
    pricePerM2: 0,
    minimum: 0,
    notes: STARTING_NOTE,
  });
}

/** A studio's first morning: who it is, how it measures, and the kinds of things it has, with figures that say they are starts. */
export const beginStudio = defineAction({
  name: 'beginStudio',
  input: objectSchema({
    name,
    artist: name,
    unit: oneOf('mm', 'in'),
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    timeZone: line,
    sets: listOf(oneOf(...STARTING_KEYS), { maxItems: STARTING_KEYS.length }),
  }),

  async run({ studio, tx, input: { sets, ...who } }) {
    if (!isTimeZone(who.timeZone))
      throw new InputError('timeZone', who.timeZone, 'a time zone such as "Europe/Lisbon" or "UTC"');
    await patchRow(tx, 'studio', FIRST_SETTINGS.id, who);
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: 'studio',
      says: `${who.name} began`,
      after: who,
    });
    for (const key of new Set(sets)) await recordSet(studio, key);
    const things = sets.length === 1 ? 'one thing' : `${sets.length} things`;
    return {
      message: sets.length
        ? `${who.name} has begun, with ${things} on starting figures.`
        : `${who.name} has begun.`,
    };
  },
});
