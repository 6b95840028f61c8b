import type { Pixels } from '../resolution';
import { resample, tapsFor, type Kernel } from './resample';
import {
  doesSharpen,
  doesSmooth,
  sharpenPicture,
  sharpenReach,
  smoothPicture,
  type CaptureSteps,
  type Picture,
  type UnsharpMask,
} from './sharpen';

/** A place of a print file, looked at on its way through the steps. */
export type StagesAsk = {
  /** Of the master, in its pixels. */
  crop: { left: number; top: number; width: number; height: number };
  /** Pixels of the master. */
  master: Pixels;
  /** The image of the print file, in pixels. */
  to: Pixels;
  /** The middle of what is looked at, as shares of the image. */
  at: { x: number; y: number };
  /** How many pixels of it are shown. */
  window: Pixels;
  kernel: Kernel;
  capture: CaptureSteps;
  sharpen: UnsharpMask | null;
};

export type Box = { left: number; top: number; width: number; height: number };

/** Each step's picture: the first two in the master's pixels, the others in the print file's. */
export type Stages = {
  master: Picture;
  captured: Picture;
  /** The captured one, each of its pixels as large as it will be: what enlarging begins with. */
  coarse: Picture;
  resized: Picture;
  sharpened: Picture;
};

/** How far outwards noise reduction looks. */
const SMOOTH_MARGIN = 2;

/**
 * The window in the print file's own pixels, kept inside the image.
 *
 * @example windowInFile({ to: { width: 100, height: 80 }, at: { x: 0, y: 1 }, window: { width: 40, height: 40 } }) // { left: 0, top: 40, width: 40, height: 40 }
 */
export function windowInFile({ to, at, window }: Pick<StagesAsk, 'to' | 'at' | 'window'>): Box {
  return boxWithin(to, at, window);
}

/** The same place in the master's pixels, as many of them as are shown: before anything is resized. */
export function windowInMaster({ crop, at, window }: Pick<StagesAsk, 'crop' | 'at' | 'window'>): Box {
  const box = boxWithin(crop, at, window);
  return { ...box, left: box.left + crop.left, top: box.top + crop.top };
}

function boxWithin(whole: Pixels, at: { x: number; y: number }, window: Pixels): Box {
  const width = Math.min(window.width, whole.width);
  const height = Math.min(window.height, whole.height);
  const place = (share: number, side: number, part: number) =>
    Math.round(Math.min(side - part, Math.max(0, share * side - part / 2)));
  return { left: place(at.x, whole.width, width), top: place(at.y, whole.height, height), width, height };
}

/** What of the master is needed to know both windows exactly, inside the crop: no pixel outside it reaches a print. */
export function regionNeeded(ask: StagesAsk): Box {
  const { crop, to, kernel, capture, sharpen } = ask;
  const file = windowInFile(ask);
  const own = windowInMaster(ask);
  const before =
    (doesSharpen(capture.sharpen) ? sharpenReach(capture.sharpen) : 0) +
    (doesSmooth(capture.smooth) ? SMOOTH_MARGIN : 0);
  const after = doesSharpen(sharpen) ? sharpenReach(sharpen) : 0;
  const side = (
    from: number,
    length: number,
    cropSide: number,
    toSide: number,
    ownFrom: number,
    ownLength: number,
  ) => {
    const step = cropSide / toSide;
    const reach = tapsFor(cropSide, 1, kernel, step).reach + before + 1;
    const first = Math.min(Math.floor((from - after) * step) - reach, ownFrom - before);
    const last = Math.max(
      Math.ceil((from + length + after) * step) + reach,
      ownFrom + ownLength + before,
    );
    return { first: Math.max(0, first), last: Math.min(cropSide, last) };
  };
  const x = side(file.left, file.width, crop.width, to.width, own.left - crop.left, own.width);
  const y = side(file.top, file.height, crop.height, to.height, own.top - crop.top, own.height);
  return {
    left: crop.left + x.first,
    top: crop.top + y.first,
    width: x.last - x.first,
    height: y.last - y.first,
  };
}

/**
 * The window after each step, by the same arithmetic that the print file is made with.
 *
 * @param region the master's own numbers there, of {@link regionNeeded}
 */
export function stagesOf(region: Picture, box: Box, ask: StagesAsk): Stages {
  const { crop, to, capture, sharpen, kernel } = ask;
  const file = windowInFile(ask);
  const own = windowInMaster(ask);
  const sharp = doesSharpen(capture.sharpen) ? sharpenPicture(region, capture.sharpen) : region;
  const captured = doesSmooth(capture.smooth) ? smoothPicture(sharp, capture.smooth) : sharp;

  const reach = doesSharpen(sharpen) ? sharpenReach(sharpen) : 0;
  const wide = grown(file, reach, to);
  const step = { x: crop.width / to.width, y: crop.height / to.height };
  const resizedWide = resampledPart(captured, box, crop, wide, step, kernel);
  const inWide = { ...file, left: file.left - wide.left, top: file.top - wide.top };
  const inRegion = { ...own, left: own.left - box.left, top: own.top - box.top };
  return {
    master: cutOf(region, inRegion),
    captured: cutOf(captured, inRegion),
    coarse: nearest(captured, box, crop, file, step),
    resized: cutOf(resizedWide, inWide),
    sharpened: cutOf(doesSharpen(sharpen) ? sharpenPicture(resizedWide, sharpen) : resizedWide, inWide),
  };
}

function grown(box: Box, by: number, within: Pixels): Box {
  const left = Math.max(0, box.left - by);
  const top = Math.max(0, box.top - by);
  return {
    left,
    top,
    width: Math.min(within.width, box.left + box.width + by) - left,
    height: Math.min(within.height, box.top + box.height + by) - top,
  };
}

/** Samples of the print file from a part of the master, on the grid that the whole would have. */
function resampledPart(
  from: Picture,
  box: Box,
  crop: StagesAsk['crop'],
  part: Box,
  step: { x: number; y: number },
  kernel: Kernel,
): Picture {
  const offset = {
    x: part.left * step.x - (box.left - crop.left),
    y: part.top * step.y - (box.top - crop.top),
  };
  return resample(from, part, kernel, step, offset);
}

function nearest(
  from: Picture,
  box: Box,
  crop: StagesAsk['crop'],
  part: Box,
  step: { x: number; y: number },
): Picture {
  const { channels } = from;
  const data = new Float32Array(part.width * part.height * channels);
  for (let y = 0, o = 0; y < part.height; y++) {
    const sy = Math.floor((part.top + y + 0.5) * step.y) + crop.top - box.top;
    for (let x = 0; x < part.width; x++) {
      const sx = Math.floor((part.left + x + 0.5) * step.x) + crop.left - box.left;
      const at = (Math.min(from.height - 1, sy) * from.width + Math.min(from.width - 1, sx)) * channels;
      for (let c = 0; c < channels; c++) data[o++] = from.data[at + c]!;
    }
  }
  return { data, width: part.width, height: part.height, channels };
}

function cutOf(from: Picture, box: Box): Picture {
  const { channels } = from;
  const data = new Float32Array(box.width * box.height * channels);
  for (let y = 0; y < box.height; y++) {
    const at = ((box.top + y) * from.width + box.left) * channels;
    data.set(from.data.subarray(at, at + box.width * channels), y * box.width * channels);
  }
  return { data, width: box.width, height: box.height, channels };
}
