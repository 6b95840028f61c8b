// Shows what each step does to a place of a print file, by the arithmetic that makes the file itself. A worker of its own, so that
// a slider never waits.
import * as Comlink from 'comlink';
import { edgeProfile, haloOf, type EdgeProfile, type Halo } from '@/core/printfile/halo';
import type { Picture } from '@/core/printfile/sharpen';
import {
  regionNeeded,
  stagesOf,
  windowInFile,
  type Stages,
  type StagesAsk,
} from '@/core/printfile/stages';
import { transformOf, type Transform } from '@/imaging/transforms';
import { engine, fetched, SCREENS } from './engine';
import { regionOf, type PictureSource } from './tiles';

/** Steps whose effect is seen in the pixels. */
export type SeenStep = 'master' | 'capture' | 'resize' | 'output';

export type StepsAsk = StagesAsk & {
  source: PictureSource;
  step: SeenStep;
  /** Amounts to try beside each other, per cent; of the step that sharpens. */
  trials: readonly number[];
};

export type StepsShown = {
  before: ImageBitmap;
  after: ImageBitmap;
  trials: ImageBitmap[];
  edge: EdgeProfile | null;
  halo: Halo | null;
  /** The middle of what is shown, as shares of the image: it may lie further in than was asked. */
  at: { x: number; y: number };
};

/** As large as a trial is drawn. */
export const TRIAL = { width: 140, height: 44 };

let held: { url: string; transform: Transform<Uint8Array> } | null = null;
async function toScreen(profileUrl: string): Promise<Transform<Uint8Array>> {
  if (held?.url === profileUrl) return held.transform;
  held?.transform.end();
  const transform = transformOf<Uint8Array>(await engine(), {
    from: await fetched(profileUrl),
    to: SCREENS.srgb,
    intent: 'relative colorimetric',
    bpc: true,
    bits: 8,
    padded: true,
  });
  held = { url: profileUrl, transform };
  return transform;
}

function bitmapOf(
  { data, width, height }: Picture,
  transform: Transform<Uint8Array>,
): Promise<ImageBitmap> {
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let i = 0, o = 0; i < data.length; i += 3, o += 4)
    for (let c = 0; c < 3; c++) rgba[o + c] = data[i + c]! / 257;
  const seen = new Uint8ClampedArray(transform.run(rgba).buffer as ArrayBuffer);
  for (let i = 3; i < seen.length; i += 4) seen[i] = 255;
  return createImageBitmap(new ImageData(seen, width, height));
}

const BEFORE_AND_AFTER: Record<SeenStep, [keyof Stages, keyof Stages]> = {
  master: ['master', 'master'],
  capture: ['master', 'captured'],
  resize: ['coarse', 'resized'],
  output: ['resized', 'sharpened'],
};

/** The same place with another amount of the step that is looked at. */
const withAmount = (ask: StepsAsk, amount: number): StagesAsk => {
  const mask = {
    radius: 1,
    threshold: 2,
    ...(ask.step === 'capture' ? ask.capture.sharpen : ask.sharpen),
  };
  const sharpen = { ...mask, amount };
  return ask.step === 'capture'
    ? { ...ask, window: TRIAL, capture: { ...ask.capture, sharpen } }
    : { ...ask, window: TRIAL, sharpen };
};

async function stagesAt(ask: StagesAsk & { source: PictureSource }): Promise<Stages> {
  const box = regionNeeded(ask);
  return stagesOf(await regionOf(ask.source, box), box, ask);
}

const api = {
  async show(ask: StepsAsk): Promise<StepsShown> {
    const transform = await toScreen(ask.source.profileUrl);
    const [first, last] = BEFORE_AND_AFTER[ask.step];
    const stages = await stagesAt(ask);
    const [before, after] = [stages[first], stages[last]];
    const trials: ImageBitmap[] = [];
    for (const amount of ask.trials) {
      const tried = await stagesAt({ ...withAmount(ask, amount), source: ask.source });
      trials.push(await bitmapOf(tried[last], transform));
    }
    const edge =
      before === after ? null : edgeProfile(stages[first === 'coarse' ? 'resized' : first], after);
    const file = windowInFile(ask);
    const shown: StepsShown = {
      before: await bitmapOf(before, transform),
      after: await bitmapOf(after, transform),
      trials,
      edge,
      halo: edge && haloOf(edge),
      at: {
        x: (file.left + file.width / 2) / ask.to.width,
        y: (file.top + file.height / 2) / ask.to.height,
      },
    };
    return Comlink.transfer(shown, [shown.before, shown.after, ...trials]);
  },
};
export type FileStepsWorker = typeof api;
Comlink.expose(api);
