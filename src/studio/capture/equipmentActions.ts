import type { Equipment } from '@/core/capture/equipment';
import { InputError } from '@/core/errors';
import { parseFigure, parseLength, parseSum, parseSize } from '@/core/measure';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  flag,
  id,
  name,
  objectSchema,
  oneOf,
  orNull,
  typed,
  type Static,
  moneyInput,
} from '../schemas';
import { noteInJournal } from '../studio';

function whole(text: string, field: string, expected: string): number {
  return parseFigure(text, field, expected);
}

function pixelsOf(text: string): { width: number; height: number } {
  const m = /^\s*(\d{2,6})\s*[x×]\s*(\d{2,6})\s*(px)?\s*$/i.exec(text);
  if (!m) throw new InputError('pixels', text, 'pixels such as "6000 x 4000"');
  const [a, b] = [Number(m[1]), Number(m[2])];
  return { width: Math.max(a, b), height: Math.min(a, b) };
}

const equipmentInput = objectSchema({
  id: orNull(id),
  kind: oneOf('scanner', 'camera', 'lens', 'professional'),
  name,
  size: typed,
  pixels: typed,
  ppi: typed,
  steps: typed,
  seconds: typed,
  film: flag,
  focal: typed,
  price: moneyInput,
  days: typed,
  readOn: orNull(day),
});

type EquipmentInput = Static<typeof equipmentInput>;

/** Records or changes a scanner, a camera, a lens, or a professional's offer. */
export const recordEquipment = defineAction({
  name: 'recordEquipment',
  input: equipmentInput,

  async run({ studio, tx, input }) {
    const { unit, currency } = await studio.settings();
    const spec = specOf(input, unit, currency, await studio.today());

    if (input.id) {
      const was = await rowById(tx, 'equipment', input.id, 'id');
      await patchRow(tx, 'equipment', input.id, { name: input.name.trim(), spec });
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'equipment',
        subjectId: input.id,
        says: `Changed ${input.name}`,
        before: was.spec,
        after: spec,
      });
      return { message: `${input.name} is changed.`, id: input.id };
    }
    const newId = studio.newId();
    await insertRow(tx, 'equipment', { id: newId, name: input.name.trim(), spec });
    await noteInJournal(studio, tx, {
      act: 'recorded',
      subject: 'equipment',
      subjectId: newId,
      says: `Recorded ${input.name}`,
      after: spec,
    });
    return { message: `${input.name} is recorded.`, id: newId };
  },
});

function specOf(q: EquipmentInput, unit: 'mm' | 'in', currency: string, today: string): Equipment {
  switch (q.kind) {
    case 'scanner': {
      const opticalPpi = whole(q.ppi, 'ppi', 'its optical pixels per inch, such as 2400');
      const steps = q.steps.trim()
        ? q.steps
            .split(/[\s,;/]+/)
            .filter(Boolean)
            .map((s, i) => whole(s, `steps[${i}]`, 'a ppi it can be set to'))
        : [300, 600, 1_200, 2_400].filter((s) => s <= opticalPpi);
      return {
        kind: 'scanner',
        bed: parseSize(q.size, unit, 'size'),
        opticalPpi,
        steps: steps.sort((a, b) => a - b),
        secondsAt600: whole(q.seconds, 'seconds', 'seconds of one pass at 600 ppi'),
        film: q.film,
      };
    }
    case 'camera':
      return { kind: 'camera', sensor: pixelsOf(q.pixels), sensorSize: parseSize(q.size, unit, 'size') };
    case 'lens':
      return { kind: 'lens', focal: parseLength(q.focal, 'mm', 'focal') };
    case 'professional':
      return {
        kind: 'professional',
        price: parseSum(q.price, currency, 'price'),
        days: whole(q.days, 'days', 'working days'),
        pixels: pixelsOf(q.pixels),
        readOn: q.readOn ?? today,
      };
  }
}

/** Puts a thing away that is no longer used, or brings it back. */
export const putAwayEquipment = defineAction({
  name: 'putAwayEquipment',
  input: objectSchema({ id, away: flag }),

  async run({ studio, tx, input }) {
    const thing = await rowById(tx, 'equipment', input.id, 'id');
    await patchRow(tx, 'equipment', input.id, { archivedAt: input.away ? studio.now() : null });
    await noteInJournal(studio, tx, {
      act: input.away ? 'put away' : 'brought back',
      subject: 'equipment',
      subjectId: input.id,
      says: `${thing.name} ${input.away ? 'put away' : 'brought back'}`,
    });
    return { message: `${thing.name} is ${input.away ? 'put away' : 'back'}.` };
  },
});
