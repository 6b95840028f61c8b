import { fileWords } from '../words';
import type { Finding, Mark } from '../finding';
import { InputError } from '../errors';
import { formatSize, parseSize, UM_PER_INCH, type Size, type Um } from '../measure';
import type { Pixels } from '../resolution';
import type { Adjustment } from '../colour/adjust';
import type { Intent } from '../colour/intents';
import type { ColourSpace } from '../colour/space';
import type { Kernel } from './resample';
import type { CaptureSteps, UnsharpMask } from './sharpen';

export const FILE_SPACES = ['opRGB', 'sRGB', 'as the master', 'CMYK'] as const;
export type FileSpace = (typeof FILE_SPACES)[number];
export { INTENTS, type Intent } from '../colour/intents';
export type Border = { top: Um; right: Um; bottom: Um; left: Um };

/** How a print file is made of a master. */
export type PrintSpec = {
  /** The image, without border. */
  image: Size;
  border: Border | null;
  ppi: number;
  /** In pixels of the master as it is looked at; with degrees, the box before the picture is straightened about its middle. */
  crop: { left: number; top: number; width: number; height: number; degrees?: number };
  /** So much of the image’s edge is printed again, mirrored, round it: for a canvas that is folded over bars. */
  mirror?: Um;
  /** Printed in the border under the image, in its middle: capitals so high, standing so far under the image’s edge. */
  title?: { text: string; capital: Um; under: Um };
  kernel: Kernel;
  /** After resampling, for the print. */
  sharpen: UnsharpMask | null;
  /** In the master's own pixels, before resampling. */
  capture?: CaptureSteps;
  space: FileSpace;
  intent: Intent;
  bits: 8 | 16;
  file: 'TIFF' | { jpeg: number };
  /** What an untagged master's numbers are taken to mean: asked of a person, never guessed. */
  untaggedIs: 'sRGB' | 'opRGB' | null;
  /** What proofs led to: the same for every pixel. */
  adjust?: Adjustment;
};

/**
 * Which parts of what a print file was made as differ from what its size is now, in words; none: it still agrees.
 *
 * @example staleSpec({ image: { width: 1, height: 1 }, border: null, crop: { left: 0, top: 0, width: 5, height: 5 } }, { image: { width: 1, height: 1 }, border: null, crop: { left: 2, top: 0, width: 5, height: 5 } }) // ['the crop']
 */
export function staleSpec(
  made: Pick<PrintSpec, 'image' | 'border' | 'crop' | 'mirror' | 'title'>,
  now: Pick<PrintSpec, 'image' | 'border' | 'crop' | 'mirror' | 'title'>,
): string[] {
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  const parts = (b: Border | null) => b && [b.top, b.right, b.bottom, b.left];
  const line = (t: PrintSpec['title']) => t && [t.text, t.capital, t.under];
  const place = (c: PrintSpec['crop']) => [c.left, c.top, c.width, c.height, c.degrees ?? 0];
  return [
    !same([made.image.width, made.image.height], [now.image.width, now.image.height]) && 'the image size',
    !same(parts(made.border), parts(now.border)) && 'the border',
    !same(place(made.crop), place(now.crop)) && 'the crop',
    !same(line(made.title), line(now.title)) && 'the title line',
    (made.mirror ?? 0) !== (now.mirror ?? 0) && 'the mirrored edge',
  ].filter((x) => x !== false);
}

export type FileCheck = {
  findings: Finding[];
  pixels: Pixels;
  bits: number;
  space: string;
  density: number | null;
  holds: boolean;
};

const px = (um: Um, ppi: number) => Math.round((um / UM_PER_INCH) * ppi);

/**
 * The pixels of a print file: image, mirrored edge, border and sheet at its ppi.
 *
 * @example filePixels({ width: 600000, height: 450000 }, null, 300).sheet // { width: 7087, height: 5315 }
 */
export function filePixels(
  image: Size,
  border: Border | null,
  ppi: number,
  mirror: Um = 0,
): {
  image: Pixels;
  sheet: Pixels;
  border: { top: number; right: number; bottom: number; left: number };
  mirror: number;
} {
  if (!(ppi > 0 && ppi <= 2_400))
    throw new InputError('ppi', ppi, 'pixels per inch above zero, up to 2 400');
  const b = border ?? { top: 0, right: 0, bottom: 0, left: 0 };
  const m = px(mirror, ppi);
  const sheet = {
    width: px(image.width + b.left + b.right + 2 * mirror, ppi),
    height: px(image.height + b.top + b.bottom + 2 * mirror, ppi),
  };
  const inner = {
    left: px(b.left, ppi),
    top: px(b.top, ppi),
    right: px(b.right, ppi),
    bottom: px(b.bottom, ppi),
  };
  // The sheet decides: rounding each part by itself could miss it by a pixel.
  return {
    sheet,
    border: inner,
    mirror: m,
    image: {
      width: sheet.width - inner.left - inner.right - 2 * m,
      height: sheet.height - inner.top - inner.bottom - 2 * m,
    },
  };
}

/** Required over available pixels, along the side that governs. @example resampleFactor({ width: 4800 }, { width: 7087 }).toFixed(3) // '1.476' */
export const resampleFactor = (from: { width: number }, to: { width: number }): number =>
  to.width / from.width;

/**
 * A file's name with its size first, so that the person at the upload form sees the size.
 *
 * @param sheet whole, border included
 * Source: handbook §7.
 * @example printFileName({ width: 300000, height: 400000 }, 'Night Ferry, Slack Water', 2, 'mm', 'tif') // '300x400mm_night-ferry-slack-water_v2.tif'
 */
export function printFileName(
  sheet: Size,
  title: string,
  version: number,
  unit: 'mm' | 'in',
  ending: string,
): string {
  const side = (um: Um) =>
    unit === 'mm'
      ? String(Math.round(um / 100) / 10)
      : String(Math.round((um / UM_PER_INCH) * 100) / 100);
  const words = fileWords(title);
  return `${side(sheet.width)}x${side(sheet.height)}${unit}_${words}_v${version}.${ending}`;
}

/** The size a file's name promises, or null where it names none. @example sizeInName('300x400mm_night-ferry_v2.tif') // { width: 300000, height: 400000 } */
export function sizeInName(name: string): Size | null {
  const m = /(\d+(?:[.,]\d+)?)\s*[x×]\s*(\d+(?:[.,]\d+)?)\s*(mm|cm|in)(?![a-z])/i.exec(name);
  return m ? parseSize(`${m[1]!.replace(',', '.')}x${m[2]!.replace(',', '.')} ${m[3]}`) : null;
}

/**
 * Holds a finished file against what it should be: pixels ÷ ppi is the sheet to one pixel, the profile is the one asked, the
 * depth too, and its name promises no other size.
 *
 * @param found what was read from the finished file itself
 * Source: handbook §7.
 */
export function checkFile(
  asked: { name: string; sheet: Size; ppi: number; bits: number | null; space: FileSpace | null },
  found: { pixels: Pixels; bits: number; density: number | null; space: ColourSpace },
): FileCheck {
  const want = { width: px(asked.sheet.width, asked.ppi), height: px(asked.sheet.height, asked.ppi) };
  const off = Math.max(
    Math.abs(found.pixels.width - want.width),
    Math.abs(found.pixels.height - want.height),
  );
  const { width: w, height: h } = found.pixels;
  const say = (verdict: Mark, word: string, says: string): Finding => ({
    verdict,
    word,
    says,
    because: [
      { name: 'pixels', value: `${w} × ${h}` },
      { name: 'asked', value: `${want.width} × ${want.height}` },
    ],
  });
  const sheet = formatSize(asked.sheet, 'mm');
  const swapped = off > 1 && Math.abs(w - want.height) <= 1 && Math.abs(h - want.width) <= 1;
  const findings = [
    swapped
      ? say(
          'fails',
          'turned',
          `Portrait and landscape are swapped: ${w} × ${h} px where ${want.width} × ${want.height} was asked for ${sheet}.`,
        )
      : off <= 1
        ? say('holds', 'right size', `${w} × ${h} px ÷ ${asked.ppi} ppi is ${sheet}, to one pixel.`)
        : say(
            'fails',
            'wrong size',
            `${w} × ${h} px ÷ ${asked.ppi} ppi is ${formatSize({ width: Math.round((w / asked.ppi) * UM_PER_INCH), height: Math.round((h / asked.ppi) * UM_PER_INCH) }, 'mm')}; the sheet is ${sheet}, ${want.width} × ${want.height} px.`,
          ),
  ];
  const named = sizeInName(asked.name);
  if (!named)
    findings.push(
      say(
        'care',
        'unnamed size',
        `Its name, ${asked.name}, does not say the size: the person at the upload form cannot see it.`,
      ),
    );
  else if (Math.abs(px(named.width, asked.ppi) - w) > 1 || Math.abs(px(named.height, asked.ppi) - h) > 1)
    findings.push(
      say(
        'fails',
        'name promises another size',
        `Its name promises ${formatSize(named, 'mm')}, which at ${asked.ppi} ppi is ${px(named.width, asked.ppi)} × ${px(named.height, asked.ppi)} px; the file has ${w} × ${h}.`,
      ),
    );
  const space = asked.space === null || asked.space === 'as the master' ? null : asked.space;
  if (found.space.model === 'none')
    findings.push(
      say(
        'fails',
        'untagged',
        `No profile in it: whoever prints it must guess. ${space ?? 'A profile'} was asked.`,
      ),
    );
  else if (space && found.space.name !== space)
    findings.push(say('fails', 'other space', `It is in ${found.space.name}; ${space} was asked.`));
  else findings.push(say('holds', found.space.name, `In ${found.space.name}, with its profile.`));
  if (asked.bits && found.bits !== asked.bits)
    findings.push(say('fails', 'other depth', `${found.bits} bit; ${asked.bits} was asked.`));
  if (found.density === null || Math.abs(found.density - asked.ppi) > 0.5)
    findings.push(
      say(
        'care',
        'density',
        `Its density says ${found.density === null ? 'nothing' : `${Math.round(found.density * 10) / 10} ppi`}, not ${asked.ppi}: some programs place it by that.`,
      ),
    );
  return {
    findings,
    pixels: found.pixels,
    bits: found.bits,
    space: found.space.name,
    density: found.density,
    holds: findings.every((f) => f.verdict !== 'fails'),
  };
}
