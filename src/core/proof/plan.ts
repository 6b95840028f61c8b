import type { Adjustment } from '../colour/adjust';
import { InputError } from '../errors';
import type { Size, Um } from '../measure';
import { UM_PER_INCH } from '../measure';
import type { Pixels } from '../resolution';

/** A place on the picture, in its own pixels. */
export type Region = { left: number; top: number; width: number; height: number };
export type Place = { x: Um; y: Um };

/** What lies on a proof sheet: a part of the picture at the final scale, all of it made small, or one of several variants. */
export type SheetPicture = {
  role: 'whole' | 'snippet' | 'reduced' | 'variant';
  says: string;
  from: Region;
  at: Place;
  size: Size;
  adjust: Adjustment | null;
  /** Sharpened by so many per cent instead of by what the sheet is; only where that is what is tried. */
  sharpen?: number;
  /** Printed beside it. */ number: number | null;
};
/** A line of print: capitals so high, its letters standing on `at`. */
export type SheetText = { text: string; at: Place; capital: Um };

/** The picture is first turned upright by so many degrees about a point of it, in its own pixels. */
export type Straighten = { degrees: number; x: number; y: number };

/** Everything needed to print a proof sheet again. Parts of the picture are parts of it straightened, where its cut is. */
export type ProofPlan = {
  sheet: Size;
  ppi: number;
  pictures: SheetPicture[];
  texts: SheetText[];
  straighten?: Straighten;
};

/** The turn of a cut, about its middle. @example straightenOf({ left: 100, top: 0, width: 400, height: 300, degrees: 2 }) // { degrees: 2, x: 300, y: 150 } */
export const straightenOf = (crop: Region & { degrees?: number }): Straighten | undefined =>
  crop.degrees
    ? { degrees: crop.degrees, x: crop.left + crop.width / 2, y: crop.top + crop.height / 2 }
    : undefined;

/**
 * Where a part of the straightened picture is cut from the picture as it is: a box of its size that is turned upright about
 * its own middle.
 *
 * @example ownCut({ left: 0, top: 40, width: 20, height: 20 }, { degrees: 90, x: 50, y: 50 }) // { left: 40, top: 0, width: 20, height: 20, degrees: 90 }
 */
export function ownCut(part: Region, s: Straighten | undefined): Region & { degrees?: number } {
  if (!s) return part;
  const a = (s.degrees * Math.PI) / 180,
    dx = part.left + part.width / 2 - s.x,
    dy = part.top + part.height / 2 - s.y;
  const at = (v: number) => Math.round(v * 1e6) / 1e6;
  return {
    ...part,
    left: at(s.x + dx * Math.cos(a) - dy * Math.sin(a) - part.width / 2),
    top: at(s.y + dx * Math.sin(a) + dy * Math.cos(a) - part.height / 2),
    degrees: s.degrees,
  };
}

const GAP: Um = 4_000,
  MARGIN: Um = 8_000,
  CAPITAL: Um = 1_900,
  LINE: Um = 4_200;
/** The reduced whole is so large along its longer side. */
const REDUCED: Um = 60_000;

const textRoom = (lines: readonly string[]) => lines.length * LINE + 1_500;
const sizeAt = (r: Region, ppi: number): Size => ({
  width: Math.round((r.width / ppi) * UM_PER_INCH),
  height: Math.round((r.height / ppi) * UM_PER_INCH),
});
const ppiOf = (crop: Region, image: Size) => crop.width / (image.width / UM_PER_INCH);

/** A caption broken into lines no wider than there is room. @example brokenLines('one two three', 7) // ['one two', 'three'] */
export function brokenLines(text: string, letters: number): string[] {
  const lines: string[] = [];
  for (const part of text.split('\n')) {
    let line = '';
    for (const word of part.split(' ')) {
      if (line && line.length + 1 + word.length > letters) {
        lines.push(line);
        line = word;
      } else line = line ? `${line} ${word}` : word;
    }
    if (line) lines.push(line);
  }
  return lines;
}
/** Letters that stand beside each other in a width: a little over half a capital each. */
const lettersIn = (width: Um) => Math.max(8, Math.floor(width / (CAPITAL * 0.78)));
const texts = (lines: readonly string[], x: Um, y: Um): SheetText[] =>
  lines.map((text, i) => ({ text, at: { x, y: y + LINE * i + CAPITAL }, capital: CAPITAL }));

type Common = {
  /** The cut of the picture the size is made of, and the image it becomes. */ crop: Region & {
    degrees?: number;
  };
  image: Size;
  picture: Pixels;
  caption: string;
};

/**
 * A snippet sheet: regions of the picture at the final pixel scale, beside each other, the whole made small, and the caption.
 *
 * @param regions in pixels of the picture, straightened where the cut is, inside the size's crop
 * @param ppi of the print file: pixels of the sheet to an inch
 * @throws InputError for no region, or one outside the crop
 * Source: handbook §9, snippet.
 */
export function snippetPlan(
  q: Common & { regions: readonly (Region & { says: string })[]; ppi: number; adjust: Adjustment | null },
): ProofPlan {
  if (!q.regions.length) throw new InputError('regions', 0, 'at least one region of the picture');
  const scale = ppiOf(q.crop, q.image);
  for (const [i, r] of q.regions.entries()) {
    if (
      !(r.width >= 16 && r.height >= 16) ||
      r.left < q.crop.left ||
      r.top < q.crop.top ||
      r.left + r.width > q.crop.left + q.crop.width + 1 ||
      r.top + r.height > q.crop.top + q.crop.height + 1
    )
      throw new InputError(
        `regions[${i}]`,
        `${r.width} × ${r.height} at ${r.left}, ${r.top}`,
        'a region of at least 16 pixels inside the cut of this size',
      );
  }
  const pictures: SheetPicture[] = [];
  let x = MARGIN,
    tall = 0;
  for (const [i, r] of q.regions.entries()) {
    const size = sizeAt(r, scale);
    pictures.push({
      role: 'snippet',
      says: r.says,
      from: whole(r),
      at: { x, y: MARGIN },
      size,
      adjust: q.adjust,
      number: i + 1,
    });
    x += size.width + GAP;
    tall = Math.max(tall, size.height);
  }
  const k = REDUCED / Math.max(q.image.width, q.image.height);
  const reduced = { width: Math.round(q.image.width * k), height: Math.round(q.image.height * k) };
  // Numbers of the snippets stand under them; the whole and the caption share the strip below.
  const below = MARGIN + tall + LINE + GAP;
  pictures.push({
    role: 'reduced',
    says: 'the whole',
    from: whole(q.crop),
    at: { x: MARGIN, y: below },
    size: reduced,
    adjust: q.adjust,
    number: null,
  });
  const width = Math.max(x - GAP + MARGIN, MARGIN + reduced.width + GAP + 90_000 + MARGIN);
  const lines = brokenLines(q.caption, lettersIn(width - 2 * MARGIN - reduced.width - GAP));
  const height = below + Math.max(reduced.height, textRoom(lines)) + MARGIN;
  return {
    sheet: { width, height },
    ppi: q.ppi,
    pictures,
    ...turned(q.crop),
    texts: [
      ...pictures
        .filter((p) => p.number)
        .map((p) => ({
          text: `${p.number}  ${p.says}`,
          at: { x: p.at.x, y: p.at.y + p.size.height + 1_200 + CAPITAL },
          capital: CAPITAL,
        })),
      ...texts(lines, MARGIN + reduced.width + GAP, below),
    ],
  };
}

/** A whole proof: the image at its size with a caption under it. */
export function wholePlan(
  q: Common & {
    ppi: number;
    adjust: Adjustment | null;
    /** Smaller than the print: a reduced whole. */ longSide?: Um;
  },
): ProofPlan {
  const k = q.longSide ? Math.min(1, q.longSide / Math.max(q.image.width, q.image.height)) : 1;
  const size = { width: Math.round(q.image.width * k), height: Math.round(q.image.height * k) };
  const width = Math.max(size.width, 90_000) + 2 * MARGIN;
  const lines = brokenLines(q.caption, lettersIn(width - 2 * MARGIN));
  const y = MARGIN + size.height + GAP;
  return {
    sheet: { width, height: y + textRoom(lines) + MARGIN },
    ppi: q.ppi,
    pictures: [
      {
        role: k === 1 ? 'whole' : 'reduced',
        says: k === 1 ? 'the whole' : 'the whole, made smaller',
        from: whole(q.crop),
        at: { x: MARGIN, y: MARGIN },
        size,
        adjust: q.adjust,
        number: null,
      },
    ],
    texts: texts(lines, MARGIN, y),
    ...turned(q.crop),
  };
}

export const STEPPED = ['lightness', 'contrast', 'saturation', 'warmth', 'tint', 'sharpening'] as const;
export type Step = {
  of: (typeof STEPPED)[number];
  by: number;
  /** Steps to each side of the middle. */ each: number;
};

/** What can be stepped, as it stands in one variant; sharpening in per cent. */
export type Variant = Adjustment & { sharpening: number };

/**
 * The variants a strip or grid shows: one thing stepped across, or two across and down, the middle one unchanged.
 *
 * @throws InputError for two steps of the same kind, more than 49 variants, or sharpening below nought
 * @example variantsOf({ of: 'lightness', by: 2, each: 1 }, null, { ...NO_ADJUSTMENT, sharpening: 60 }).map((v) => v.lightness) // [-2, 0, 2]
 */
export function variantsOf(across: Step, down: Step | null, base: Variant): Variant[] {
  if (down && down.of === across.of)
    throw new InputError('down', down.of, `another adjustment than ${across.of}`);
  const count = (2 * across.each + 1) * (down ? 2 * down.each + 1 : 1);
  if (!(across.each >= 1 && count <= 49) || (down && down.each < 1))
    throw new InputError('each', across.each, 'at least 1 step to each side, and 49 variants at most');
  for (const s of [across, down])
    if (s && !(Math.abs(s.by) > 0)) throw new InputError('by', s.by, 'a step that is not nought');
  const least = (s: Step) => base.sharpening - Math.abs(s.by) * s.each;
  for (const s of [across, down])
    if (s?.of === 'sharpening' && least(s) < 0)
      throw new InputError(
        'each',
        s.each,
        `steps that stay at 0 % or more: ${base.sharpening} % less ${s.each} × ${Math.abs(s.by)} does not`,
      );
  const stepped = (a: Variant, s: Step, k: number): Variant => ({
    ...a,
    [s.of]: Math.round((a[s.of] + s.by * k) * 1_000) / 1_000,
  });
  const range = (n: number) => Array.from({ length: 2 * n + 1 }, (_, i) => i - n);
  return (down ? range(down.each) : [0]).flatMap((j) =>
    range(across.each).map((i) => {
      const a = stepped(base, across, i);
      return down ? stepped(a, down, j) : a;
    }),
  );
}

/** What a step is called on the sheet. @example sayStep('lightness', -2) // 'L* −2' */
export const sayStep = (of: Step['of'], v: number): string =>
  ({
    lightness: `L* ${signed(v)}`,
    warmth: `b* ${signed(v)}`,
    tint: `a* ${signed(v)}`,
    contrast: `contrast ${v}`,
    saturation: `saturation ${v}`,
    sharpening: `sharpened ${v} %`,
  })[of];
const signed = (v: number) => (v > 0 ? `+${v}` : v < 0 ? `−${-v}` : '0');

/**
 * A strip or a grid: the same part of the picture again and again, each changed by a step and numbered.
 *
 * @param region the part of the picture each variant shows; at the final scale where `scaled` is null, otherwise so wide
 */
export function stripPlan(
  q: Common & {
    region: Region;
    ppi: number;
    across: Step;
    down: Step | null;
    base: Adjustment;
    /** Per cent that the sheet is sharpened by. */
    sharpening: number;
    cellWidth: Um | null;
  },
): ProofPlan {
  const variants = variantsOf(q.across, q.down, { ...q.base, sharpening: q.sharpening });
  const isSharpened = [q.across, q.down].some((s) => s?.of === 'sharpening');
  const columns = 2 * q.across.each + 1;
  const full = sizeAt(q.region, ppiOf(q.crop, q.image));
  const k = q.cellWidth ? q.cellWidth / full.width : 1;
  const cell = { width: Math.round(full.width * k), height: Math.round(full.height * k) };
  if (cell.width < 8_000) throw new InputError('cellWidth', cell.width, 'variants at least 8 mm wide');
  const pictures: SheetPicture[] = [],
    labels: SheetText[] = [];
  const step = { x: cell.width + GAP, y: cell.height + LINE + GAP };
  variants.forEach((variant, i) => {
    const { sharpening, ...adjust } = variant;
    const at = { x: MARGIN + (i % columns) * step.x, y: MARGIN + Math.floor(i / columns) * step.y };
    const says = [q.across, q.down]
      .filter((s) => s !== null)
      .map((s) => sayStep(s.of, variant[s.of]))
      .join(', ');
    pictures.push({
      role: 'variant',
      says,
      from: whole(q.region),
      at,
      size: cell,
      adjust,
      ...(isSharpened && { sharpen: sharpening }),
      number: i + 1,
    });
    labels.push({
      text: `${i + 1}  ${says}`,
      at: { x: at.x, y: at.y + cell.height + 1_200 + CAPITAL },
      capital: CAPITAL,
    });
  });
  const rows = Math.ceil(variants.length / columns);
  const width = Math.max(columns * step.x - GAP, 90_000) + 2 * MARGIN;
  const y = MARGIN + rows * step.y;
  const lines = brokenLines(q.caption, lettersIn(width - 2 * MARGIN));
  return {
    sheet: { width, height: y + textRoom(lines) + MARGIN },
    ppi: q.ppi,
    pictures,
    texts: [...labels, ...texts(lines, MARGIN, y)],
    ...turned(q.crop),
  };
}

const turned = (crop: Common['crop']) => {
  const straighten = straightenOf(crop);
  return straighten && { straighten };
};
const whole = (r: Region): Region => ({
  left: Math.round(r.left),
  top: Math.round(r.top),
  width: Math.round(r.width),
  height: Math.round(r.height),
});

/**
 * How much of the picture a sheet's snippets show, each part counted once.
 *
 * @returns 0–1 of the size's cut
 * Source: handbook §17: a snippet of 4 % is no evidence for the rest.
 * @example coverage({ left: 0, top: 0, width: 100, height: 100 }, [{ left: 0, top: 0, width: 20, height: 20 }, { left: 10, top: 0, width: 20, height: 20 }]) // 0.06
 */
export function coverage(crop: Region, regions: readonly Region[]): number {
  const xs = [...new Set(regions.flatMap((r) => [r.left, r.left + r.width]))].sort((a, b) => a - b);
  const ys = [...new Set(regions.flatMap((r) => [r.top, r.top + r.height]))].sort((a, b) => a - b);
  let area = 0;
  for (let i = 1; i < xs.length; i++)
    for (let j = 1; j < ys.length; j++) {
      if (
        regions.some(
          (r) =>
            r.left <= xs[i - 1]! &&
            r.left + r.width >= xs[i]! &&
            r.top <= ys[j - 1]! &&
            r.top + r.height >= ys[j]!,
        )
      )
        area += (xs[i]! - xs[i - 1]!) * (ys[j]! - ys[j - 1]!);
    }
  return area / (crop.width * crop.height);
}
