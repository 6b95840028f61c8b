import { tileGrid } from '@/core/capture/tiles';
import { tilesLaid } from '@/core/capture/plan';
import { UM_PER_INCH } from '@/core/measure';
import type { CaptureDevice, Pass } from '@/studio/ports';

/** The glass of the simulated flatbed: A4 and a little. */
const BED = { width: 216_000, height: 297_000 };
const WHOLE = { left: 0, top: 0, width: 1, height: 1 };

/**
 * A simulated flatbed: soft by a little over half a pixel, a speck here and there, a faint cast, and its lamp a trifle
 * stronger at one tile than at the next. What does not fit its glass is scanned in tiles.
 */
export const simulatedFlatbed: CaptureDevice = {
  name: 'simulated flatbed',
  kind: 'flatbed',
  simulated: true,
  passes({ original, ppi, seed }) {
    const px = (um: number) => Math.max(16, Math.round((um / UM_PER_INCH) * ppi));
    const grid = tileGrid(original, BED);
    const { tile, at } = tilesLaid(original, BED, grid);
    const faults = (i: number) => ({
      blur: 0.6,
      noise: 0.9,
      dust: 14,
      falloff: 0.04,
      cast: [1 + 0.02 * i, 1 + 0.015 * i, 0.97 + 0.015 * i] as const,
      tilt: 0,
      turn: 0,
      fill: 1,
    });
    const single = at.length === 1;
    return at.map(({ x, y }, i): Pass => {
      const [left, top] = [Math.max(0, x), Math.max(0, y)];
      const [w, h] = single
        ? [original.width, original.height]
        : [Math.min(tile.width, original.width - left), Math.min(tile.height, original.height - top)];
      return {
        name: single
          ? `simulated-flatbed_${ppi}ppi.tif`
          : `simulated-flatbed_${ppi}ppi_tile-${i + 1}-of-${at.length}.tif`,
        part: {
          left: left / original.width,
          top: top / original.height,
          width: w / original.width,
          height: h / original.height,
        },
        to: { width: px(w), height: px(h) },
        ppi,
        shows: 'work',
        faults: faults(i),
        seed: seed + i,
      };
    });
  },
};

/** A simulated camera on a stand that was not quite levelled, under two lamps that were not quite even. */
export const simulatedCamera: CaptureDevice = {
  name: 'simulated camera',
  kind: 'camera',
  simulated: true,
  passes({ original, longSidePx, shows, seed }) {
    const wide = original.width >= original.height;
    const [long, short] = [longSidePx, Math.round(longSidePx / 1.5)];
    const to = wide ? { width: long, height: short } : { width: short, height: long };
    return [
      {
        name: `simulated-camera${shows === 'work' ? '' : `_${shows.replace(' ', '-')}`}.tif`,
        part: WHOLE,
        to,
        ppi: null,
        shows,
        faults: {
          blur: 0.75,
          noise: 1.6,
          dust: shows === 'work' ? 3 : 0,
          falloff: shows === 'target' ? 0 : 0.27,
          cast: [1.06, 1, 0.9],
          tilt: shows === 'work' ? 2.2 : 0,
          turn: shows === 'blank board' ? 0 : 0.6,
          fill: shows === 'blank board' ? 1 : shows === 'target' ? 0.7 : 0.86,
        },
        seed,
      },
    ];
  },
};

export const CAPTURE_DEVICES = { flatbed: simulatedFlatbed, camera: simulatedCamera };
