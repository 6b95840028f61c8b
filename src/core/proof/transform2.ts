import FFT from 'fft.js';

/**
 * A two-dimensional spectrum, real and imaginary parts side by side, column after column: one transposition less each way, and
 * products of two spectra do not care how they lie.
 */
export type Spectrum = { width: number; height: number; data: Float64Array };

const transforms = new Map<number, FFT>();
function transformOf(length: number): FFT {
  let transform = transforms.get(length);
  if (!transform) transforms.set(length, (transform = new FFT(length)));
  return transform;
}

/** So many rows are turned into columns at once: they lie together in the cache, both where they are read and written. */
const BLOCK = 8;

/**
 * The spectrum of a picture in the corner of a raster of zeros.
 *
 * @param real values of the picture, row after row
 * @param imaginary those of a second picture of its size, carried along; null for none
 * @param room sides of the raster, powers of two
 * @example forward([1, 0, 0, 0], null, { width: 2, height: 2 }, { width: 4, height: 4 }).data[6] // 1
 */
export function forward(
  real: ArrayLike<number>,
  imaginary: ArrayLike<number> | null,
  size: { width: number; height: number },
  room: { width: number; height: number },
): Spectrum {
  const { width, height } = room;
  const across = transformOf(width);
  const rows = Array.from({ length: BLOCK }, () => new Float64Array(2 * width));
  const line = new Float64Array(2 * width);
  const columns = new Float64Array(2 * width * height);

  // Rows below the picture are zeros, and so are their transforms.
  for (let top = 0; top < size.height; top += BLOCK) {
    const many = Math.min(BLOCK, size.height - top);
    for (let k = 0; k < many; k++) {
      const start = (top + k) * size.width;
      for (let x = 0; x < size.width; x++) {
        line[2 * x] = real[start + x]!;
        line[2 * x + 1] = imaginary ? imaginary[start + x]! : 0;
      }
      across.transform(rows[k]!, line);
    }
    for (let x = 0; x < width; x++)
      for (let k = 0, at = 2 * (x * height + top); k < many; k++, at += 2) {
        columns[at] = rows[k]![2 * x]!;
        columns[at + 1] = rows[k]![2 * x + 1]!;
      }
  }

  const data = new Float64Array(columns.length);
  const down = transformOf(height);
  for (let at = 0; at < data.length; at += 2 * height)
    down.transform(data.subarray(at, at + 2 * height), columns.subarray(at, at + 2 * height));
  return { width, height, data };
}

/**
 * The picture of a spectrum, row after row, real and imaginary parts side by side.
 *
 * @example backward(forward([5, 0, 0, 7], null, { width: 2, height: 2 }, { width: 2, height: 2 }))[6] // 7
 */
export function backward({ width, height, data }: Spectrum): Float64Array {
  const down = transformOf(height);
  const columns = new Float64Array(data.length);
  for (let at = 0; at < data.length; at += 2 * height)
    down.inverseTransform(columns.subarray(at, at + 2 * height), data.subarray(at, at + 2 * height));

  const across = transformOf(width);
  const rows = Array.from({ length: BLOCK }, () => new Float64Array(2 * width));
  const picture = new Float64Array(data.length);
  for (let top = 0; top < height; top += BLOCK) {
    const many = Math.min(BLOCK, height - top);
    for (let x = 0; x < width; x++)
      for (let k = 0, at = 2 * (x * height + top); k < many; k++, at += 2) {
        rows[k]![2 * x] = columns[at]!;
        rows[k]![2 * x + 1] = columns[at + 1]!;
      }
    for (let k = 0; k < many; k++) {
      const start = 2 * (top + k) * width;
      across.inverseTransform(picture.subarray(start, start + 2 * width), rows[k]!);
    }
  }
  return picture;
}
