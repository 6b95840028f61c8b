import { InputError } from '../errors';
import { orientationOf, UM_PER_INCH, type Size, type Um } from '../measure';
import type { Pixels } from '../resolution';
import { tilesAlong, USUAL_OVERLAP, type TileGrid } from './tiles';

export type CameraPlan = { pixelsOnPicture: Pixels; ppi: number; shots: TileGrid };

/**
 * What one frame of a camera puts on the picture, and how many frames a print asks for. The picture fills a share of the
 * sensor along the side that governs; the camera is turned the way the picture lies.
 *
 * @param sensor in pixels, lying
 * @param fill share of the governing side, above 0 to 1
 * @returns ppi of one frame at the print's size, and the frames along each side for `ppi`
 * @throws InputError for a side, a fill or a ppi out of range
 * Source: handbook §4.
 * @example planCamera({ original: { width: 400000, height: 300000 }, sensor: { width: 6000, height: 4000 }, fill: 0.9, print: { width: 400000, height: 300000 }, ppi: 300 }).pixelsOnPicture // { width: 4800, height: 3600 }
 */
export function planCamera(q: {
  original: Size;
  sensor: Pixels;
  fill: number;
  print: Size;
  ppi: number;
  overlap?: number;
}): CameraPlan {
  const { original, fill, print, ppi, overlap = USUAL_OVERLAP } = q;
  for (const [field, size] of [
    ['original', original],
    ['sensor', q.sensor],
    ['print', print],
  ] as const) {
    if (!(size.width > 0 && size.height > 0)) throw new InputError(field, size, 'two sides above zero');
  }
  if (!(fill > 0 && fill <= 1)) throw new InputError('fill', fill, 'a share above 0, up to 1');
  if (!(ppi > 0)) throw new InputError('ppi', ppi, 'pixels per inch above zero');
  const upright = orientationOf(original) === 'portrait' && orientationOf(q.sensor) === 'landscape';
  const sensor = upright ? { width: q.sensor.height, height: q.sensor.width } : q.sensor;
  const scale = Math.min(
    (sensor.width * fill) / original.width,
    (sensor.height * fill) / original.height,
  );
  const pixelsOnPicture = {
    width: Math.round(original.width * scale),
    height: Math.round(original.height * scale),
  };
  const inches = (um: Um) => um / UM_PER_INCH;
  const along = (side: Um, px: number) => tilesAlong(inches(side) * ppi, px * fill, overlap);
  return {
    pixelsOnPicture,
    ppi: Math.min(
      pixelsOnPicture.width / inches(print.width),
      pixelsOnPicture.height / inches(print.height),
    ),
    shots: { columns: along(print.width, sensor.width), rows: along(print.height, sensor.height) },
  };
}

/**
 * How far a lens stands from its subject: `d = f × (subjectSide ÷ sensorSide + 1)`.
 *
 * @param focal length, micrometres
 * @returns micrometres, from the lens
 * Source: handbook §4; thin lens.
 * @example cameraDistance(60000, 400000, 36000) // 726667
 */
export function cameraDistance(focal: Um, subjectSide: Um, sensorSide: Um): Um {
  if (!(focal > 0 && subjectSide > 0 && sensorSide > 0))
    throw new InputError('focal', { focal, subjectSide, sensorSide }, 'lengths above zero');
  return Math.round(focal * (subjectSide / sensorSide + 1));
}
