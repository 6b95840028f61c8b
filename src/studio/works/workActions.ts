import { InputError } from '@/core/errors';
import { isBlank, parseSum, parseSize } from '@/core/measure';
import { MAY_PRINT, SIGNATURES, WORK_KINDS } from '@/core/works';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  flag,
  id,
  line,
  moneyInput,
  name,
  objectSchema,
  oneOf,
  orNull,
  prose,
  sizeInput,
  Type,
  wholeNumber,
  type Static,
} from '../schemas';
import { noteInJournal } from '../studio';

const workInput = objectSchema({
  id: Type.Optional(id),
  title: name,
  year: orNull(wholeNumber(1, 9999)),
  medium: line,
  kind: oneOf(...WORK_KINDS),
  size: sizeInput,
  owner: line,
  soldPrice: moneyInput,
  drySince: orNull(day),
  varnish: line,
  surface: line,
  smears: flag,
  mayPrint: oneOf(...MAY_PRINT),
  rights: prose,
  notes: prose,
  signature: Type.Optional(oneOf(...SIGNATURES)),
  series: Type.Optional(line),
});

export type WorkInput = Static<typeof workInput>;

/** Records an original, or changes what is recorded of it. */
export const recordWork = defineAction({
  name: 'recordWork',
  input: workInput,

  async run({ studio, tx, input }) {
    const settings = await studio.settings();
    const size = isBlank(input.size) ? null : parseSize(input.size, settings.unit, 'size');
    if (input.drySince && input.drySince > (await studio.today()))
      throw new InputError('drySince', input.drySince, 'a day that is not in the future');
    const row = {
      title: input.title.trim(),
      year: input.year,
      medium: input.medium.trim(),
      kind: input.kind,
      widthUm: size?.width ?? null,
      heightUm: size?.height ?? null,
      owner: input.owner.trim(),
      soldPriceMinor: isBlank(input.soldPrice)
        ? null
        : parseSum(input.soldPrice, settings.currency, 'soldPrice'),
      drySince: input.drySince,
      varnish: input.varnish,
      surface: input.surface,
      smears: input.smears,
      mayPrint: input.mayPrint,
      rights: input.rights,
      notes: input.notes,
      ...(input.signature && { signature: input.signature }),
      ...(input.series !== undefined && { series: input.series.trim() }),
    };

    if (input.id) {
      const before = await rowById(tx, 'works', input.id, 'id');
      await patchRow(tx, 'works', input.id, row);
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'work',
        subjectId: input.id,
        says: `Changed the record of ${row.title}`,
        before,
        after: row,
      });
      return { message: `${row.title} is recorded.`, id: input.id };
    }
    const newId = studio.newId();
    await insertRow(tx, 'works', { id: newId, createdAt: studio.now(), ...row });
    await noteInJournal(studio, tx, {
      act: 'recorded',
      subject: 'work',
      subjectId: newId,
      says: `Recorded ${row.title}`,
      after: row,
    });
    return { message: `${row.title} is recorded.`, id: newId };
  },
});

/** Puts a work away: it stays in every record but out of the lists. */
export const archiveWork = defineAction({
  name: 'archiveWork',
  input: objectSchema({ id, archived: flag }),

  async run({ studio, tx, input }) {
    const work = await rowById(tx, 'works', input.id, 'id');
    await patchRow(tx, 'works', input.id, { archivedAt: input.archived ? studio.now() : null });
    await noteInJournal(studio, tx, {
      act: input.archived ? 'archived' : 'restored',
      subject: 'work',
      subjectId: input.id,
      says: `${input.archived ? 'Put away' : 'Brought back'} ${work.title}`,
    });
    return { message: input.archived ? `${work.title} is put away.` : `${work.title} is back.` };
  },
});
