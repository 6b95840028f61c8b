import bidiFactory from 'bidi-js';
import { ascentOf, fontsOfLetters, type Face, type FontName } from './typeface';

/** PDF points to the millimetre. */
export const PT_PER_MM = 72 / 25.4;

export type TextStyle = {
  face?: Face;
  size?: number;
  colour?: string;
  width?: number;
  align?: 'left' | 'right' | 'center';
  leading?: number;
};

/** A piece of a line in one font and one direction, in the order it is seen from the left. */
export type Run = { text: string; font: FontName; rightToLeft: boolean };

const INK = '#17202b';
const bidi = bidiFactory();

/**
 * A sheet of paper in millimetres, on which text of any script is set; what draws is up to the kind of sheet.
 * Right-to-left lines are ordered after UAX #9 and set from the right edge unless something else is asked.
 */
export abstract class Sheet {
  constructor(
    readonly widthMm: number,
    readonly heightMm: number,
  ) {}

  /** How many points a run takes at a size. */
  protected abstract measure(run: Run, size: number): number;
  protected abstract drawRun(run: Run, xMm: number, yMm: number, size: number, colour: string): void;
  abstract line(x1: number, y1: number, x2: number, y2: number, weight?: number, colour?: string): void;
  abstract box(x: number, y: number, w: number, h: number, weight?: number, colour?: string): void;
  abstract fill(x: number, y: number, w: number, h: number, colour?: string): void;

  /**
   * Sets text in a column, breaking lines where it must.
   *
   * @param x left edge, mm
   * @param y top of the first line, mm
   * @returns the y below the last line, mm
   */
  text(text: string, x: number, y: number, style: TextStyle = {}): number {
    const {
      face = 'sans',
      size = 9,
      colour = INK,
      width = this.widthMm - x - 12,
      align,
      leading = 1.35,
    } = style;
    const step = (size * leading) / PT_PER_MM;
    for (const line of this.linesOf(text, width, face, size)) {
      const w = this.widthOf(line, face, size);
      const side = align ?? (startsFromRight(line) ? 'right' : 'left');
      let at = side === 'right' ? x + width - w : side === 'center' ? x + (width - w) / 2 : x;
      for (const run of runsOf(line, face)) {
        // Fonts stand above their baselines by different heights; in one line they stand on one, the house's own.
        const lift = (ascentOf(`${face}:latin`) - ascentOf(run.font)) * size;
        this.drawRun(run, at, y + lift / PT_PER_MM, size, colour);
        at += this.measure(run, size) / PT_PER_MM;
      }
      y += step;
    }
    return y;
  }

  /** How many millimetres a line takes. */
  widthOf(text: string, face: Face, size: number): number {
    return runsOf(text, face).reduce((sum, run) => sum + this.measure(run, size), 0) / PT_PER_MM;
  }

  /** The lines a text breaks into; a word longer than the column is cut rather than run off the paper. */
  linesOf(text: string, width: number, face: Face, size: number): string[] {
    return text.split('\n').flatMap((paragraph) => {
      const lines: string[] = [];
      let line = '';
      const add = (word: string) => {
        const longer = line ? `${line} ${word}` : word;
        if (this.widthOf(longer, face, size) <= width) {
          line = longer;
          return;
        }
        if (line) lines.push(line);
        line = word;
        while (this.widthOf(line, face, size) > width && line.length > 1) {
          let n = line.length - 1;
          while (n > 1 && this.widthOf(line.slice(0, n), face, size) > width) n--;
          lines.push(line.slice(0, n));
          line = line.slice(n);
        }
      };
      paragraph.split(/[ \t]+/).forEach(add);
      return [...lines, line];
    });
  }

  /** The largest size not above `most` at which a line fits a width. */
  fitting(text: string, width: number, face: Face, most: number, least: number): number {
    for (let size = most; size > least; size -= 0.5)
      if (this.widthOf(text, face, size) <= width) return size;
    return least;
  }
}

const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/u;

/** Whether a line reads from the right: its first letter with a direction does. */
function startsFromRight(line: string): boolean {
  if (!RIGHT_TO_LEFT.test(line)) return false;
  return (bidi.getEmbeddingLevels(line, 'auto').paragraphs[0]?.level ?? 0) % 2 === 1;
}

/** The pieces of a line in the order they are seen, each in one font. */
function runsOf(line: string, face: Face): Run[] {
  const letters = fontsOfLetters(line, face);
  if (!RIGHT_TO_LEFT.test(line))
    return joined(letters.map(({ letter, font }) => ({ letter, font, level: 0 })));
  const { levels, paragraphs } = bidi.getEmbeddingLevels(line, 'auto');
  let unit = 0;
  const leveled = letters.map(({ letter, font }) => {
    const level = levels[unit] ?? paragraphs[0]?.level ?? 0;
    unit += letter.length;
    const mirrored = level % 2 ? (bidi.getMirroredCharacter(letter) ?? letter) : letter;
    return { letter: mirrored, font, level };
  });
  return inSeenOrder(joined(leveled));
}

type Leveled = Run & { level: number };

function joined(letters: readonly { letter: string; font: FontName; level: number }[]): Leveled[] {
  const runs: Leveled[] = [];
  for (const { letter, font, level } of letters) {
    const last = runs.at(-1);
    if (last && last.font === font && last.level === level) last.text += letter;
    else runs.push({ text: letter, font, level, rightToLeft: level % 2 === 1 });
  }
  return runs;
}

/** UAX #9, rule L2, over whole runs: from the highest level down, what lies at it or above is turned round. */
function inSeenOrder(runs: readonly Leveled[]): Leveled[] {
  const seen = [...runs];
  const highest = Math.max(...runs.map(({ level }) => level));
  for (let level = highest; level > 0; level--)
    for (let i = 0; i < seen.length; i++) {
      let end = i;
      while (end < seen.length && seen[end]!.level >= level) end++;
      if (end === i) continue;
      seen.splice(i, end - i, ...seen.slice(i, end).reverse());
      i = end;
    }
  return seen;
}
