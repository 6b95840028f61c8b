import type { PictureSpec } from '../pictures';
import { brushed, clamp, hash, noise, scale, tooth, underdrawing, type Painter } from './kit';
import * as scenes from './scenes';

/** Pixels between the points of the drawing under a painting; strokes are ten times as broad. */
const UNDERDRAWING_STEP = 3;
/** And of the drawing under chalk and wash, whose tooth is finer than their edges. */
const UNDER_CHALK_STEP = 2;
const UNDER_WASH_STEP = 1.5;

/** The painter of a picture: its scene, worked over by the hand and the support it was made with. */
export function painterOf(spec: PictureSpec): Painter {
  const scene = scenes[spec.scene];
  const W = spec.width;
  const plain: Painter = (x, y, out) => scene((x + 0.5) / W, (y + 0.5) / W, out);
  const drawnEvery = (step: number): Painter => {
    const drawn = underdrawing(scene, W, spec.height, step);
    return (x, y, out) => drawn((x + 0.5) / W, (y + 0.5) / W, out);
  };
  switch (spec.hand) {
    case 'brush': {
      const { widthMm, ...brush } = spec.brush!;
      const perMm = W / widthMm;
      const paint = brushed(
        underdrawing(scene, W, spec.height, UNDERDRAWING_STEP),
        W,
        { ...brush, perMm },
        spec.seed,
      );
      return (x, y, out) => {
        paint(x, y, out);
        scale(out, 1 + 0.1 * tooth(x, y, perMm, brush.hairMm * 1.6, spec.seed + 50));
      };
    }
    case 'pastel': {
      const drawn = drawnEvery(UNDER_CHALK_STEP);
      return (x, y, out) => {
        drawn(x, y, out);
        // Chalk catches on the tooth of the paper and leaves its hollows bare.
        const catches =
          tooth(x * 0.8 + y * 0.25, y - x * 0.1, 14, 0.35, spec.seed) +
          0.5 * tooth(x, y, 14, 0.14, spec.seed + 3);
        const bare = catches < -0.22 ? 0.42 : 0;
        out[0] = out[0]! * (1 - bare) + 0.66 * bare;
        out[1] = out[1]! * (1 - bare) + 0.62 * bare;
        out[2] = out[2]! * (1 - bare) + 0.58 * bare;
        scale(out, 1 + 0.09 * catches);
      };
    }
    case 'wash': {
      const drawn = drawnEvery(UNDER_WASH_STEP);
      return (x, y, out) => {
        drawn(x, y, out);
        scale(out, 1 + (0.05 + 0.1 * (1 - out[0]!)) * tooth(x, y, 15.7, 0.16, spec.seed));
      };
    }
    case 'film':
      return (x, y, out) => {
        plain(x, y, out);
        const grain =
          (noise(x / 2.6, y / 2.6, spec.seed) + noise(x / 1.7, y / 1.7, spec.seed + 1) - 1) * 0.1;
        for (let k = 0; k < 3; k++)
          out[k]! += grain * (0.4 + 0.6 * out[k]!) + (hash(x, y, spec.seed + 5 + k) - 0.5) * 0.02;
      };
    case 'sensor':
      return (x, y, out) => {
        plain(x, y, out);
        for (let k = 0; k < 3; k++) out[k]! += (hash(x, y, spec.seed + k) - 0.5) * 0.018;
      };
    case 'screen':
      return plain;
  }
}

/** Rows of samples, 8 or 16 bit, of a painter. */
export function bandOf(
  painter: Painter,
  width: number,
  fromRow: number,
  rows: number,
  bits: 8 | 16,
  channels: 1 | 3,
): Uint8Array | Uint16Array {
  const max = bits === 16 ? 65_535 : 255;
  const samples =
    bits === 16 ? new Uint16Array(width * rows * channels) : new Uint8Array(width * rows * channels);
  const out = new Float64Array(3);
  let i = 0;
  for (let y = fromRow; y < fromRow + rows; y++) {
    for (let x = 0; x < width; x++) {
      painter(x, y, out);
      for (let k = 0; k < channels; k++) samples[i++] = clamp(out[k]!) * max + 0.5;
    }
  }
  return samples;
}
