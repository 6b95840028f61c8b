import { hangRow } from '../wall/hang';
import { calc, lengthSchema, listOf, objectSchema, readLength, readSize, Type } from './kit';

export const wallCalcs = [
  calc({
    name: 'wall.hang',
    says: 'Where the hooks of a row of frames go, from the left end and the floor',
    units: { 'hooks.x': 'µm', 'hooks.y': 'µm', gap: 'µm' },
    source: '(span − Σ widths) ÷ (n + 1), or a given gap; centre + height ÷ 2 − drop',
    schema: objectSchema({
      span: lengthSchema,
      centre: lengthSchema,
      frames: listOf(objectSchema({ width: lengthSchema, height: lengthSchema, drop: lengthSchema }), {
        minItems: 1,
        maxItems: 500,
      }),
      gap: Type.Optional(lengthSchema),
    }),
    run: ({ span, centre, frames, gap }) =>
      hangRow({
        span: readLength(span, 'span'),
        centre: readLength(centre, 'centre'),
        gap: gap === undefined ? null : readLength(gap, 'gap'),
        frames: frames.map((f, i) => ({
          ...readSize(f, `frames[${i}]`),
          drop: readLength(f.drop, `frames[${i}].drop`),
        })),
      }),
  }),
];
