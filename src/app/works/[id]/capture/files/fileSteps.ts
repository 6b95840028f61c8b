import type { Borders } from '@/core/crop/border';
import { STRETCHED_FROM } from '@/core/resolution/stretched';
import type { MarkKind } from '@/ui/Verdict';
import type { FileMaster, OfferedSize } from './fileProps';
import type { PrintFileForm } from './usePrintFileForm';

/** The way from the master to the file, step by step. */
export const FILE_STEPS = [
  'master',
  'capture',
  'crop',
  'resize',
  'output',
  'border',
  'space',
  'file',
] as const;
export type FileStep = (typeof FILE_STEPS)[number];

/** A step as it stands: its name, its figure, a second line, and its mark. */
export type StepLine = { step: FileStep; name: string; figure: string; detail: string; mark: MarkKind };

type Said = { length: (um: number) => string };

const px = ({ width, height }: { width: number; height: number }) => `${width} × ${height}`;
const maskWords = (amount: string, radius: string) => `${amount} % · ${radius} px`;

/** Every step of a print file as it is asked for, in a figure and a few words. */
export function stepLines(form: PrintFileForm, master: FileMaster, said: Said): StepLine[] {
  const { asked, chosen } = form;
  return [
    {
      step: 'master',
      name: 'master',
      figure: px(master.pixels),
      detail: [master.bits && `${master.bits} bit`, shortSpace(master.space)].filter(Boolean).join(', '),
      mark: master.isUntagged && asked.untaggedIs === 'ask' ? 'fails' : 'holds',
    },
    {
      step: 'capture',
      name: 'sharpen, capture',
      figure: asked.captureSharpen ? maskWords(asked.captureAmount, asked.captureRadius) : 'not',
      detail: asked.smooth ? `noise down ${asked.strength} %` : 'noise left',
      mark: asked.captureSharpen || asked.smooth ? 'holds' : 'none',
    },
    cropLine(chosen),
    resizeLine(form),
    {
      step: 'output',
      name: 'sharpen, output',
      figure: asked.sharpen ? maskWords(asked.amount, asked.radius) : 'not',
      detail: asked.sharpen ? `threshold ${asked.threshold}` : 'a print needs some',
      mark: asked.sharpen ? 'holds' : 'care',
    },
    {
      step: 'border',
      name: 'border',
      figure: asked.borderInFile ? bordersWords(chosen.borders, said) : 'none in the file',
      detail: asked.borderInFile ? 'in the file' : 'left to the sheet',
      mark: 'holds',
    },
    {
      step: 'space',
      name: 'to its space',
      figure: asked.space,
      detail: asked.intent,
      mark: 'holds',
    },
    {
      step: 'file',
      name: 'file',
      figure: asked.file === 'TIFF' ? `TIFF, ${asked.bits} bit` : `JPEG at ${asked.quality}`,
      detail: form.pixels ? `${px(form.pixels.sheet)} px` : 'no such resolution',
      mark: form.pixels ? 'holds' : 'fails',
    },
  ];
}

/** A profile's name without what stands in brackets behind it. */
const shortSpace = (label: string) => label.replace(/\s*\(.*\)$/, '');

function cropLine({ crop }: OfferedSize): StepLine {
  const turned = crop?.degrees ? `, turned ${crop.degrees}°` : '';
  return {
    step: 'crop',
    name: 'crop',
    figure: crop ? px(crop) : 'not known',
    detail: crop ? `from ${crop.left}, ${crop.top}${turned}` : '',
    mark: crop ? 'holds' : 'none',
  };
}

function resizeLine({ factor, chosen, ppi, asked }: PrintFileForm): StepLine {
  const isLarger = factor !== null && factor > 1;
  const mark = chosen.check && factor !== null ? markOf(factor) : 'none';
  return {
    step: 'resize',
    name: isLarger ? 'enlarge' : 'make smaller',
    figure: factor === null ? 'not known' : `× ${factor.toFixed(2)}`,
    detail: `${asked.kernel} to ${ppi} ppi`,
    mark,
  };
}

/** Up to half as large again is stretched; beyond it the file is too thin. */
function markOf(factor: number): MarkKind {
  if (factor > 1 / STRETCHED_FROM) return 'fails';
  return factor > 1 ? 'care' : 'holds';
}

function bordersWords({ top, right, bottom, left }: Borders, { length }: Said): string {
  const sides = [top, right, bottom, left];
  if (sides.every((side) => side === top)) return length(top);
  return sides.map((side) => length(side).replace(/ .*/, '')).join(' · ');
}
