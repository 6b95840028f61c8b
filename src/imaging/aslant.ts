import { quadToSquareMap, reversedMap, throughSquare, type Quad } from '@/core/capture/quad';

/** Pixels as rows of so many channels, 8 bits each. */
export type Raster = { data: Uint8Array; width: number; height: number };

/** Each pixel is looked at in four places, so that edges are smooth. */
const WITHIN = [0.25, 0.75] as const;

/**
 * Lays a picture with its own transparency into another, stretched to four corners as a plane in the distance is.
 *
 * @param into RGB, changed in place
 * @param layer RGBA; where it is as large as its quad's sides nothing of it is lost
 */
export function layAslant(into: Raster, layer: Raster, quad: Quad): void {
  const back = reversedMap(quadToSquareMap(quad));
  const [xs, ys] = [quad.map(({ x }) => x), quad.map(({ y }) => y)];
  const left = Math.max(0, Math.floor(Math.min(...xs)));
  const right = Math.min(into.width, Math.ceil(Math.max(...xs)));
  const top = Math.max(0, Math.floor(Math.min(...ys)));
  const bottom = Math.min(into.height, Math.ceil(Math.max(...ys)));
  const sum = new Float64Array(4);
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++) {
      sum.fill(0);
      for (const dy of WITHIN)
        for (const dx of WITHIN) {
          const { x: u, y: v } = throughSquare(back, x + dx, y + dy);
          if (u >= 0 && u < 1 && v >= 0 && v < 1) addSample(layer, u, v, sum);
        }
      const alpha = sum[3]! / (4 * 255);
      if (alpha === 0) continue;
      const at = (y * into.width + x) * 3;
      for (let c = 0; c < 3; c++) {
        const over = sum[c]! / sum[3]!;
        into.data[at + c] = Math.round(into.data[at + c]! * (1 - alpha) + over * alpha);
      }
    }
}

/** Adds a place of a picture to a sum, its colours weighted by how opaque they are; between pixels it is their mean. */
function addSample({ data, width, height }: Raster, u: number, v: number, sum: Float64Array): void {
  const fx = Math.min(width - 1, Math.max(0, u * width - 0.5));
  const fy = Math.min(height - 1, Math.max(0, v * height - 0.5));
  const [x, y] = [Math.floor(fx), Math.floor(fy)];
  const [rx, ry] = [fx - x, fy - y];
  for (let k = 0; k < 4; k++) {
    const px = Math.min(width - 1, x + (k & 1));
    const py = Math.min(height - 1, y + (k >> 1));
    const weight = (k & 1 ? rx : 1 - rx) * (k >> 1 ? ry : 1 - ry);
    const at = (py * width + px) * 4;
    const alpha = data[at + 3]! * weight;
    for (let c = 0; c < 3; c++) sum[c]! += data[at + c]! * alpha;
    sum[3]! += alpha;
  }
}
