import type { Size, Um } from '../measure';

/** One grid of pieces, all lying the same way, or a part that is cut in two at a length from its near edge. */
type Part =
  { kind: 'grid'; columns: number; rows: number; turned: boolean } | { kind: 'cut'; along: Cut; at: Um };
type Cut = 'down' | 'across';
type Grid = { count: number; columns: number; rows: number; turned: boolean };

/** Sums looked at in all; about half a second's work. A sheet that needs more is searched among the simpler cuts. */
const MOST_SUMS = 6e7;

/**
 * The most pieces of one size that straight cuts from edge to edge free from a sheet, each cut parting what an earlier one
 * left, pieces lying either way round: an exact dynamic programme over the lengths that sums of the two sides reach.
 *
 * A length between two such sums holds no more than the lower one, so only the sums are looked at; and of two halves one
 * is looked at, since the other is its mirror.
 *
 * Sources: J. C. Herz, Recursive computational procedure for two-dimensional stock cutting, 1972 (normal patterns);
 * J. E. Beasley, Algorithms for unconstrained two-dimensional guillotine cutting, 1985.
 */
export class Halves {
  private readonly across: Float64Array;
  private readonly down: Float64Array;
  /** By place across and place down: the most that a part of that size holds. */
  private readonly most: Int32Array;
  /** False where so many pieces fit that only the simpler cuts were searched. */
  readonly isExact: boolean;

  /**
   * @param w a piece's width and @param h its height, each with the gutter
   * @param area what is to be cut, with one gutter more on each side
   */
  constructor(
    private readonly w: Um,
    private readonly h: Um,
    private readonly turns: boolean,
    private readonly area: Size,
  ) {
    // One grid is the most where nothing turns.
    const whole = turns ? this.pointsWithin(Infinity) : NOTHING;
    const { across, down } = sumsOf(whole) > MOST_SUMS ? this.fewerPoints() : whole;
    this.isExact = across.length === whole.across.length && down.length === whole.down.length;
    this.across = across;
    this.down = down;
    this.most = turns ? this.fill() : new Int32Array(0);
  }

  /** Calls back for each piece with its corner and whether it lies the other way. */
  lay(put: (x: Um, y: Um, turned: boolean) => void): void {
    this.layPart(this.area.width, this.area.height, 0, 0, put);
  }

  /** The sums of sides up to each length of the area, of one of the two sides at most so many. */
  private pointsWithin(others: number) {
    return {
      across: sums(this.w, this.h, this.area.width, others),
      down: sums(this.w, this.h, this.area.height, others),
    };
  }

  private fewerPoints() {
    let [some, tooMany] = [0, Math.ceil(Math.max(this.area.width, this.area.height) / this.h) + 1];
    while (tooMany - some > 1) {
      const middle = (some + tooMany) >> 1;
      if (sumsOf(this.pointsWithin(middle)) > MOST_SUMS) tooMany = middle;
      else some = middle;
    }
    return this.pointsWithin(some);
  }

  private gridOf(width: Um, height: Um): Grid {
    const way = (w: Um, h: Um, turned: boolean): Grid => {
      const [columns, rows] = [Math.floor(width / w), Math.floor(height / h)];
      return { count: columns * rows, columns, rows, turned };
    };
    const upright = way(this.w, this.h, false);
    const turned = way(this.h, this.w, true);
    return this.turns && turned.count > upright.count ? turned : upright;
  }

  private fill(): Int32Array {
    const { across, down } = this;
    const rows = down.length;
    const most = new Int32Array(across.length * rows);
    const restsAcross = restsOf(across);
    const restsDown = restsOf(down);
    const row = new Int32Array(rows);
    for (let i = 0; i < across.length; i++) {
      for (let j = 0; j < rows; j++) row[j] = this.gridOf(across[i]!, down[j]!).count;
      for (const [k, rest] of restsAcross[i]!.entries()) {
        const [one, other] = [k * rows, rest * rows];
        for (let j = 0; j < rows; j++) {
          const sum = most[one + j]! + most[other + j]!;
          if (sum > row[j]!) row[j] = sum;
        }
      }
      for (let j = 0; j < rows; j++) {
        const rests = restsDown[j]!;
        let best = row[j]!;
        for (let k = 0; k < rests.length; k++) {
          const sum = row[k]! + row[rests[k]!]!;
          if (sum > best) best = sum;
        }
        row[j] = best;
      }
      most.set(row, i * rows);
    }
    return most;
  }

  private mostOf(width: Um, height: Um): number {
    if (!this.turns) return this.gridOf(width, height).count;
    const [i, j] = [floorOf(this.across, width), floorOf(this.down, height)];
    return i < 0 || j < 0 ? 0 : this.most[i * this.down.length + j]!;
  }

  /** How a part is cut so that it holds the most; one grid unless cutting it holds more: a grid is the easier one to cut. */
  private partOf(width: Um, height: Um): Part {
    const most = this.mostOf(width, height);
    const grid = this.gridOf(width, height);
    if (grid.count >= most) return { kind: 'grid', ...grid };
    for (const at of this.across) {
      if (at >= width) break;
      if (this.mostOf(at, height) + this.mostOf(width - at, height) === most)
        return { kind: 'cut', along: 'down', at };
    }
    for (const at of this.down) {
      if (at >= height) break;
      if (this.mostOf(width, at) + this.mostOf(width, height - at) === most)
        return { kind: 'cut', along: 'across', at };
    }
    throw new Error(`no cut of ${width} × ${height} gives the ${most} pieces it should`);
  }

  private layPart(
    width: Um,
    height: Um,
    x: Um,
    y: Um,
    put: (x: Um, y: Um, turned: boolean) => void,
  ): void {
    const part = this.partOf(width, height);
    if (part.kind === 'grid') {
      const [w, h] = part.turned ? [this.h, this.w] : [this.w, this.h];
      for (let row = 0; row < part.rows; row++)
        for (let column = 0; column < part.columns; column++)
          put(x + column * w, y + row * h, part.turned);
      return;
    }
    const { at } = part;
    if (part.along === 'down') {
      this.layPart(at, height, x, y, put);
      this.layPart(width - at, height, x + at, y, put);
    } else {
      this.layPart(width, at, x, y, put);
      this.layPart(width, height - at, x, y + at, put);
    }
  }
}

const NOTHING = { across: new Float64Array(), down: new Float64Array() };

/** Every sum of whole sides up to a length, in order; of one of the two at most so many. */
function sums(w: Um, h: Um, most: Um, others: number): Float64Array {
  const found = new Set<number>();
  const gather = (many: Um, few: Um) => {
    for (let n = 0; n <= others && n * few <= most; n++)
      for (let at = n * few; at <= most; at += many) found.add(at);
  };
  gather(w, h);
  if (others !== Infinity) gather(h, w);
  found.delete(0);
  return Float64Array.from(found).sort();
}

const sumsOf = ({ across, down }: { across: Float64Array; down: Float64Array }): number =>
  (across.length * down.length * (across.length + down.length)) / 4;

/**
 * For each length, by the place of the shorter half: the place of what is left of it. Halves that leave nothing, and those
 * longer than what they leave, are not among them.
 */
function restsOf(lengths: Float64Array): Int32Array[] {
  return Array.from(lengths, (length) => {
    const rests: number[] = [];
    for (let k = 0, rest = lengths.length - 1; 2 * lengths[k]! <= length; k++) {
      while (rest >= 0 && lengths[rest]! > length - lengths[k]!) rest--;
      if (rest < 0) break;
      rests.push(rest);
    }
    return Int32Array.from(rests);
  });
}

/** The place of the longest length that is no longer than one; −1 where all are longer. */
function floorOf(lengths: Float64Array, length: Um): number {
  let [low, high] = [-1, lengths.length];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (lengths[middle]! <= length) low = middle;
    else high = middle;
  }
  return low;
}
