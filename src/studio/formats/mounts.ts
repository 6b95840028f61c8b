import { parseLength, parseLengthList, type UnitSystem } from '@/core/measure';
import { type MountPlan } from '@/core/mounting/mount';
import { panels, WRAP_EDGES, type WrapQuestion } from '@/core/mounting/wrap';
import type { Db } from '@/store/db';
import { findRows, type Row } from '@/store/rows';
import {
  each,
  id,
  objectSchema,
  oneOf,
  orNull,
  taggedUnion,
  Type,
  lengthInput,
  sizeInput,
  wholeNumber,
  type Static,
} from '../schemas';

export type Cutter = Row<'cutters'>;
export type Mount = Row<'mounts'>;
export const cuttersAtHand = (db: Db): Promise<Cutter[]> =>
  findRows(db, 'cutters', { archivedAt: null }, { orderBy: ['name'] });
export const mountsOf = (db: Db, workId: string): Promise<Mount[]> => findRows(db, 'mounts', { workId });
const lengthList = Type.Union([
  Type.String({ maxLength: 400 }),
  Type.Array(lengthInput, { maxItems: 40 }),
]);
const lengths = <const K extends readonly string[]>(...names: K) => each(names, lengthInput);
export const mountInput = taggedUnion('kind', [
  objectSchema({
    kind: Type.Literal('mat'),
    formatId: id,
    cutterId: orNull(id),
    window: sizeInput,
    ...lengths('side', 'bottom', 'board', 'glazing', 'backing', 'print', 'frameLip', 'minimumHold'),
  }),
  objectSchema({
    kind: Type.Literal('float'),
    formatId: id,
    ...lengths('gap', 'spacer', 'glazing', 'backing', 'print'),
  }),
  objectSchema({
    kind: Type.Literal('frame'),
    formatId: id,
    ...lengths('frameLip', 'spacer', 'glazing', 'backing', 'print'),
  }),
  objectSchema({
    kind: Type.Literal('wrap'),
    formatId: id,
    edge: oneOf(...WRAP_EDGES),
    coats: wholeNumber(0, 12),
    mlPerM2: Type.Number({ minimum: 0, maximum: 2_000 }),
    columns: wholeNumber(1, 9),
    rows: wholeNumber(1, 9),
    across: oneOf('left out', 'bridged'),
    ...lengths('depth', 'foldOver', 'maxUnbraced', 'barWidth', 'stockLength', 'kerf', 'gap'),
    otherLengths: Type.Optional(lengthList),
    offcuts: Type.Optional(lengthList),
  }),
]);

/** Lengths that were typed one after the other, or that were understood before. */
export const readLengthList = (
  list: Static<typeof lengthList> | undefined,
  unit: UnitSystem,
  field: string,
): number[] =>
  typeof list === 'string'
    ? parseLengthList(list, unit, field)
    : (list ?? []).map((length, i) => parseLength(length, unit, `${field}[${i}]`));

/** The wrap of one panel, as the core asks for it. */
export const wrapOf = (
  plan: Extract<MountPlan, { kind: 'wrap' }>,
  face: { width: number; height: number },
): WrapQuestion => ({
  face,
  depth: plan.depth,
  foldOver: plan.foldOver,
  edge: plan.edge,
  maxUnbraced: plan.maxUnbraced,
  barWidth: plan.barWidth,
});

export const panelsOf = (
  plan: Extract<MountPlan, { kind: 'wrap' }>,
  picture: { width: number; height: number },
) => panels({ picture, ...plan.panels });
export type MountInput = Static<typeof mountInput>;
