import { InputError } from '@/core/errors';
import { parseMoney, parseSize } from '@/core/measure';
import { insertRow, patchRow, rowById } from '@/store/rows';
import { SIGNATURES, WORK_KINDS, works, type Signature, type WorkKind } from '@/store/schema';
import { act } from './act';
import { count, day, flag, id, just, line, name, oneOf, orNull, prose, typed } from './schemas';
import { noteInJournal } from './studio';

export type WorkInput = {
  id?: string;
  title: string;
  year: number | null;
  medium: string;
  kind: WorkKind;
  /** As typed, e.g. "380 x 285 mm"; empty for a picture that has no physical size. */
  size: string;
  owner: string;
  soldPrice: string;
  drySince: string | null;
  varnish: string;
  surface: string;
  smears: boolean;
  mayPrint: 'yes' | 'not yet' | 'no';
  rights: string;
  notes: string;
  /** Whether the picture carries a signature, and whether prints show it. */
  signature?: Signature;
};

const schema = just(
  {
    id,
    title: name,
    year: orNull(count(1, 9999)),
    medium: line,
    kind: oneOf(...WORK_KINDS),
    size: typed,
    owner: line,
    soldPrice: typed,
    drySince: orNull(day),
    varnish: line,
    surface: line,
    smears: flag,
    mayPrint: oneOf('yes', 'not yet', 'no'),
    rights: prose,
    notes: prose,
    signature: oneOf(...SIGNATURES),
  },
  ['id', 'signature'],
);

/** Records an original, or changes what is recorded of it. */
export const recordWork = act<WorkInput>(schema, async (studio, input) => {
  const settings = await studio.settings();
  const size = input.size.trim() ? parseSize(input.size, settings.unit, 'size') : null;
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
    soldPriceMinor: input.soldPrice.trim()
      ? parseMoney(input.soldPrice, settings.currency, 'soldPrice')
      : null,
    drySince: input.drySince,
    varnish: input.varnish,
    surface: input.surface,
    smears: input.smears,
    mayPrint: input.mayPrint,
    rights: input.rights,
    notes: input.notes,
    ...(input.signature && { signature: input.signature }),
  };
  return studio.store.write(async (tx) => {
    if (input.id) {
      const before = await rowById(tx, works, input.id, 'id');
      await patchRow(tx, works, input.id, row);
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'work',
        subjectId: input.id,
        says: `Changed the record of ${row.title}`,
        before,
        after: row,
      });
      return { says: `${row.title} is recorded.`, id: input.id };
    }
    const newId = studio.newId();
    await insertRow(tx, works, { id: newId, createdAt: studio.now(), ...row });
    await noteInJournal(studio, tx, {
      act: 'recorded',
      subject: 'work',
      subjectId: newId,
      says: `Recorded ${row.title}`,
      after: row,
    });
    return { says: `${row.title} is recorded.`, id: newId };
  });
});

/** Puts a work away: it stays in every record but out of the lists. */
export const archiveWork = act<{ id: string; archived: boolean }>(
  just({ id, archived: flag }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const work = await rowById(tx, works, input.id, 'id');
      await patchRow(tx, works, input.id, { archivedAt: input.archived ? studio.now() : null });
      await noteInJournal(studio, tx, {
        act: input.archived ? 'archived' : 'restored',
        subject: 'work',
        subjectId: input.id,
        says: `${input.archived ? 'Put away' : 'Brought back'} ${work.title}`,
      });
      return {
        says: input.archived ? `${work.title} is put away.` : `${work.title} is back.`,
        undo: { act: 'archiveWork', input: { id: input.id, archived: !input.archived } },
      };
    }),
);
