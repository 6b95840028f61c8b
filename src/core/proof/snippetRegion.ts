import type { Size, Um } from '../measure';
import type { Region } from './plan';

/**
 * A region of so much of the print, in the middle of its cut; no larger than the cut.
 *
 * @param crop of the picture, in pixels
 * @param image the print, in micrometres
 * @param size how much of the print, in micrometres
 * @returns the region in pixels of the picture
 * @example middleRegion({ left: 0, top: 0, width: 4000, height: 3000 }, { width: 400000, height: 300000 }, { width: 60000, height: 60000 }) // { left: 1700, top: 1200, width: 600, height: 600 }
 */
export function middleRegion(crop: Region, image: Size, size: Size): Region {
  const scale = crop.width / image.width;
  const pixels = (um: Um, most: number) => Math.min(Math.max(LEAST_PX, Math.round(um * scale)), most);
  const width = pixels(size.width, crop.width);
  const height = pixels(size.height, crop.height);
  return {
    left: Math.round(crop.left + (crop.width - width) / 2),
    top: Math.round(crop.top + (crop.height - height) / 2),
    width,
    height,
  };
}

/** Fewer pixels show nothing. */
const LEAST_PX = 16;

/**
 * Where a region comes to lie that is moved: never beyond the cut, on whole pixels.
 *
 * @example movedWithin({ left: 0, top: 0, width: 4000, height: 3000 }, { left: 0, top: 0, width: 600, height: 600 }, 3900, -20) // { left: 3400, top: 0 }
 */
export function movedWithin(
  crop: Region,
  region: Region,
  left: number,
  top: number,
): Pick<Region, 'left' | 'top'> {
  const within = (at: number, least: number, room: number) =>
    Math.round(Math.min(least + room, Math.max(least, at)));
  return {
    left: within(left, crop.left, crop.width - region.width),
    top: within(top, crop.top, crop.height - region.height),
  };
}

/** A region without what is said of it, on whole pixels. */
export const wholePixels = ({ left, top, width, height }: Region): Region => ({
  left: Math.round(left),
  top: Math.round(top),
  width: Math.round(width),
  height: Math.round(height),
});
