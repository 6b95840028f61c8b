import { checkResolution, largestPrint, type School } from '../resolution';
import {
  calc,
  lengthSchema,
  listOf,
  objectSchema,
  pixelsSchema,
  readLength,
  readSize,
  sizeSchema,
  type Static,
  taggedUnion,
  Type,
} from './kit';

const ppi = Type.Number({ exclusiveMinimum: 0, maximum: 10_000 });

export const schoolSchema = taggedUnion('kind', [
  objectSchema({ kind: Type.Literal('flat'), ppi }),
  objectSchema({
    kind: Type.Literal('stepped'),
    steps: listOf(objectSchema({ upTo: Type.Optional(lengthSchema), ppi }), {
      minItems: 1,
      maxItems: 50,
    }),
  }),
  objectSchema({ kind: Type.Literal('distance'), distance: Type.Optional(lengthSchema) }),
]);

type SchoolInput = Static<typeof schoolSchema>;

/** Reads the lengths of a school as typed. */
export function readSchool(s: SchoolInput): School {
  if (s.kind === 'flat') return s;
  if (s.kind === 'distance')
    return {
      kind: 'distance',
      ...(s.distance !== undefined && { distance: readLength(s.distance, 'school.distance') }),
    };
  return {
    kind: 'stepped',
    steps: s.steps.map((step, i) => ({
      ppi: step.ppi,
      ...(step.upTo !== undefined && { upTo: readLength(step.upTo, `school.steps[${i}].upTo`) }),
    })),
  };
}

const exact = (x: number) => Math.round(x * 1e4) / 1e4;

export const resolutionCalcs = [
  calc({
    name: 'resolution.check',
    says: 'Whether a file carries a print, under a school',
    units: {
      ppi: 'pixels per inch',
      requiredPpi: 'pixels per inch',
      factor: 'linear, required ÷ available',
      judgedDistance: 'µm',
      ppiAtJudged: 'pixels per inch',
      ppiAtNose: 'pixels per inch at 400 mm',
    },
    source: 'Pixels ÷ printed inches; one minute of arc, ISO 8596',
    schema: objectSchema({ pixels: pixelsSchema, print: sizeSchema, school: schoolSchema }),
    run: ({ pixels, print, school }) => {
      const r = checkResolution(pixels, readSize(print, 'print'), readSchool(school));
      return {
        ppi: exact(r.ppi),
        requiredPpi: exact(r.requiredPpi),
        factor: exact(r.factor),
        judgedDistance: r.judgedDistance,
        ppiAtJudged: exact(r.ppiAtJudged),
        ppiAtNose: exact(r.ppiAtNose),
        verdict: r.verdict,
        finding: r.finding,
        working: r.working,
      };
    },
  }),
  calc({
    name: 'resolution.largest',
    says: 'The largest print a file carries at a resolution',
    units: { width: 'µm', height: 'µm' },
    source: 'Pixels ÷ ppi',
    schema: objectSchema({ pixels: pixelsSchema, ppi }),
    run: ({ pixels, ppi: asked }) => largestPrint(pixels, asked),
  }),
];
