import { checkResolution, largestPrint, type Pixels, type School } from '../resolution';
import {
  array,
  calc,
  lengthSchema,
  object,
  pixelsSchema,
  readLength,
  readSize,
  sizeSchema,
  type LengthInput,
  type SizeInput,
} from './kit';

type SchoolInput =
  | { kind: 'flat'; ppi: number }
  | { kind: 'stepped'; steps: { upTo?: LengthInput; ppi: number }[] }
  | { kind: 'distance'; distance?: LengthInput };

const ppi = { type: 'number', exclusiveMinimum: 0, maximum: 10_000 };
const kind = (value: string) => ({ const: value });

export const schoolSchema = {
  type: 'object',
  required: ['kind'],
  discriminator: { propertyName: 'kind' },
  oneOf: [
    object({ kind: kind('flat'), ppi }),
    object({
      kind: kind('stepped'),
      steps: array(object({ upTo: lengthSchema, ppi }, ['upTo']), { minItems: 1, maxItems: 50 }),
    }),
    object({ kind: kind('distance'), distance: lengthSchema }, ['distance']),
  ],
};

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
  calc<{ pixels: Pixels; print: SizeInput; school: SchoolInput }, unknown>({
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
    schema: object({ pixels: pixelsSchema, print: sizeSchema, school: schoolSchema }),
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
  calc<{ pixels: Pixels; ppi: number }, unknown>({
    name: 'resolution.largest',
    says: 'The largest print a file carries at a resolution',
    units: { width: 'µm', height: 'µm' },
    source: 'Pixels ÷ ppi',
    schema: object({ pixels: pixelsSchema, ppi }),
    run: ({ pixels, ppi: asked }) => largestPrint(pixels, asked),
  }),
];
