import { InputError } from '../errors';
import { KERNELS } from './resample';

/** One thing done to a master on the way to a print file. */
export const STEP_KINDS = [
  'crop',
  'clean',
  'remove',
  'tone',
  'evenness',
  'colour',
  'square',
  'sharpen',
  'noise',
  'resample',
  'border',
  'convert',
  'flatten',
  'save',
  'note',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];
export type PrepStep = {
  kind: StepKind;
  says: string;
  figures: Record<string, number | string>;
  by: 'hand' | 'Glassine';
  at?: string;
};

const STARTS: [RegExp, StepKind][] = [
  [/^(crop|trim)/i, 'crop'],
  [/^(clean|dust|spot)/i, 'clean'],
  [/^(remove|take out|heal)/i, 'remove'],
  [/^(tone|curve|level|contrast|lift|darken|lighten|warm|cool|saturat)/i, 'tone'],
  [/^(even)/i, 'evenness'],
  [/^(colou?r|white balance|wb\b|gains)/i, 'colour'],
  [/^(square|straighten|keystone|rotate)/i, 'square'],
  [/^(sharpen|usm|unsharp)/i, 'sharpen'],
  [/^(noise|nr\b|denoise)/i, 'noise'],
  [/^(resample|enlarge|reduce|resize|scale)/i, 'resample'],
  [/^(border|canvas)/i, 'border'],
  [/^(convert|profile)/i, 'convert'],
  [/^(flatten|8 ?bit)/i, 'flatten'],
  [/^(save|export)/i, 'save'],
];

/**
 * Reads one line of a prep as people type it: the first word says what was done, figures with their signs are kept by name.
 *
 * @throws InputError for an empty line or one over 200 characters
 * Source: handbook §1, prep.
 * @example parseStep('sharpen 80% 1.2px 3').figures // { amount: 80, radius: 1.2, threshold: 3 }
 * @example parseStep('resample lanczos 4800x3600 to 9449x7087').figures // { kernel: 'lanczos3', from: '4800 × 3600', to: '9449 × 7087' }
 */
export function parseStep(line: string): PrepStep {
  const says = line.trim().replace(/\s+/g, ' ');
  if (!says || says.length > 200)
    throw new InputError(
      'step',
      line,
      'one line, such as "sharpen 80% 1.2px 3" or "resample lanczos 4800x3600 to 9449x7087"',
    );
  const kind = STARTS.find(([start]) => start.test(says))?.[1] ?? 'note';
  return {
    kind,
    says: says[0]!.toUpperCase() + says.slice(1),
    figures: figuresOf(kind, says),
    by: 'hand',
  };
}

function figuresOf(kind: StepKind, says: string): Record<string, number | string> {
  const percent = /(-?\d+(?:\.\d+)?)\s*%/.exec(says),
    pixels = /(\d+(?:\.\d+)?)\s*px/i.exec(says);
  const pairs = [...says.matchAll(/(\d{2,6})\s*[x×]\s*(\d{2,6})/gi)].map((m) => `${m[1]} × ${m[2]}`);
  switch (kind) {
    case 'sharpen': {
      const threshold = /(?:threshold|t|px)\s*[:=]?\s*(\d+(?:\.\d+)?)\s*$/i.exec(says);
      return {
        ...(percent && { amount: Number(percent[1]) }),
        ...(pixels && { radius: Number(pixels[1]) }),
        ...(threshold && { threshold: Number(threshold[1]) }),
      };
    }
    case 'resample': {
      const kernel =
        KERNELS.find((k) => says.toLowerCase().includes(k.replace(/\d/, ''))) ??
        (/bicubic/i.test(says) ? 'cubic' : undefined);
      return {
        ...(kernel && { kernel }),
        ...(pairs.length > 1 && { from: pairs[0]! }),
        ...(pairs.length && { to: pairs.at(-1)! }),
      };
    }
    default:
      return {
        ...(percent && { percent: Number(percent[1]) }),
        ...(pairs.length && { pixels: pairs.at(-1)! }),
      };
  }
}

/**
 * Orders of steps that a careful person would question, as sentences: sharpening before resampling, converting before tone,
 * a second look for dust left out, a signature nobody asked about.
 *
 * @param signature what is said of it under Original
 * @example questionsOf([{ kind: 'sharpen', says: '', figures: {}, by: 'hand' }, { kind: 'resample', says: '', figures: {}, by: 'hand' }]).length // 2
 */
export function questionsOf(
  steps: readonly PrepStep[],
  signature:
    'not said' | 'none in the picture' | 'stays in prints' | 'to be removed' = 'none in the picture',
): string[] {
  const at = (kind: StepKind) => steps.findIndex((s) => s.kind === kind);
  const last = (kind: StepKind) => steps.map((s) => s.kind).lastIndexOf(kind);
  const resampled = last('resample');
  return [
    resampled >= 0 &&
      last('sharpen') >= 0 &&
      last('sharpen') < resampled &&
      'Sharpened before resampling only: sharpening belongs to the size, after it.',
    at('convert') >= 0 &&
      last('tone') > at('convert') &&
      'Tones were changed after converting to the printing space: colours may have left it again.',
    resampled >= 0 &&
      last('clean') < resampled &&
      'No dust check after resampling and sharpening: both make specks plainer.',
    signature === 'not said' &&
      'Is there a signature in the picture, and is it to be removed? Say so under Original.',
    signature === 'to be removed' &&
      !steps.some((s) => s.kind === 'remove' && /signature/i.test(s.says)) &&
      'The signature is to be removed, and no step says that it was.',
    signature === 'stays in prints' &&
      steps.some((s) => s.kind === 'remove' && /signature/i.test(s.says)) &&
      'The signature was removed, though under Original it is to stay.',
    at('flatten') >= 0 &&
      last('tone') > at('flatten') &&
      'Tones were changed after flattening to 8 bit: skies may band.',
  ].filter((x) => x !== false);
}

/** What was altered, beyond the picture's tones: a print of it is no facsimile. @example alterationsOf([{ kind: 'remove', says: 'Remove the signature', figures: {}, by: 'hand' }]) // ['Remove the signature'] */
export const alterationsOf = (steps: readonly PrepStep[]): string[] =>
  steps.filter((s) => s.kind === 'remove').map((s) => s.says);
