// Runs in a process of its own: a file that brings the decoder down takes nothing else with it, and stopping a reading
// is stopping the process.
import sharp from 'sharp';
import workerpool from 'workerpool';
import { InputError, RefusedError } from '@/core/errors';
import { chooseStock, type StockQuestion } from '@/core/sheets/stockChoice';
import { layMixed, type MixedQuestion } from '@/core/sheets/mixed';
import { derive, deriveInks } from './derive';
import { makeCopy } from './copies';
import { readFacts } from './facts';
import { makeListingPicture } from './listingPicture';
import { measurePicture } from './measure';
import { checkPrintFile, makePrintFile } from './printFile';
import { compareBack, practiceReadings } from './compareBack';
import { practiceScan } from './practice';
import { profileOf } from './colourEngine';
import {
  gamutOf,
  gamutStatistics,
  makeProofSheet,
  readProfile,
  showSheet,
  snippetRegions,
  tileProfile,
} from './proofing';
import { writePaperProfile } from './paperProfile';
import { findDust, guessCorners, lightGrid, patchMeans, readPixel, smallGrey } from './sample';
import { hangAslantInPhotograph, hangInPhotograph, smallLab } from './showing';
import { simulate } from './simulate';

sharp.cache(false);

/** What a task answers: an error of ours crosses the process border as plain words. */
export type Answer<T> = { ok: true; value: T } | { ok: false; message: string };

async function answered<T>(work: Promise<T>): Promise<Answer<T>> {
  try {
    return { ok: true, value: await work };
  } catch (error) {
    if (error instanceof RefusedError) return { ok: false, message: error.message };
    throw error;
  }
}

/** What a calculation answers, or what is wrong with its input. */
export type Calculated = { answer: unknown } | { fault: ReturnType<InputError['toJSON']> };

async function calculated(name: string, input: unknown): Promise<Calculated> {
  // All calculations and their schemas: read by the first that asks for one, not by every worker that starts.
  const { runCalc } = await import('@/core/calc');
  try {
    return { answer: runCalc(name, input) };
  } catch (error) {
    if (error instanceof InputError) return { fault: error.toJSON() };
    throw error;
  }
}

const progress = (step: string, share: number) => workerpool.workerEmit({ step, share });

const tasks = {
  facts: (path: string, fileName: string) => answered(readFacts(path, fileName)),
  derive: (path: string, into: string, fileName: string) =>
    answered(derive(path, into, fileName, (step) => workerpool.workerEmit({ step })).then(() => true)),
  measure: (path: string, scratch: string) =>
    answered(measurePicture(path, scratch, (step) => workerpool.workerEmit({ step }))),
  printFile: (q: Parameters<typeof makePrintFile>[0]) =>
    answered(makePrintFile(q, progress).then(() => true)),
  checkPrintFile: (path: string, asked: Parameters<typeof checkPrintFile>[1]) =>
    answered(checkPrintFile(path, asked)),
  copy: (q: Parameters<typeof makeCopy>[0]) => answered(makeCopy(q, progress).then(() => true)),
  capture: (q: Parameters<typeof simulate>[0]) => answered(simulate(q, progress).then(() => true)),
  lightGrid: (path: string) => answered(lightGrid(path)),
  smallGrey: (path: string) => answered(smallGrey(path)),
  patchMeans: (path: string, corners: Parameters<typeof patchMeans>[1]) =>
    answered(patchMeans(path, corners)),
  guessCorners: (path: string) => answered(guessCorners(path)),
  findDust: (path: string, scratch: string, noise: number) =>
    answered(findDust(path, scratch, noise, progress)),
  readPixel: (path: string, x: number, y: number) => answered(readPixel(path, x, y)),
  profile: (path: string) => answered(readProfile(path)),
  spaceGamut: (space: 'sRGB' | 'opRGB') =>
    answered(profileOf(space).then((bytes) => gamutOf(bytes, 'RGB'))),
  gamut: (q: Parameters<typeof gamutStatistics>[0]) => answered(gamutStatistics(q, progress)),
  regions: (q: Parameters<typeof snippetRegions>[0]) => answered(snippetRegions(q)),
  proofSheet: (q: Parameters<typeof makeProofSheet>[0]) =>
    answered(makeProofSheet(q, progress).then(() => true)),
  tileProfile: (path: string, said: 'sRGB' | 'opRGB', of?: 'tiles' | 'inks') =>
    answered(tileProfile(path, said, of)),
  showSheet: (path: string, out: string) => answered(showSheet(path, out).then(() => true)),
  compareBack: (q: Parameters<typeof compareBack>[0]) => answered(compareBack(q, progress)),
  practiceScan: (q: Parameters<typeof practiceScan>[0]) =>
    answered(practiceScan(q, progress).then(() => true)),
  practiceReadings: (q: Parameters<typeof practiceReadings>[0]) => answered(practiceReadings(q)),
  paperProfile: (q: Parameters<typeof writePaperProfile>[0]) =>
    answered(writePaperProfile(q).then(() => true)),
  smallLab: (path: string) => answered(smallLab(path)),
  hangAslantInPhotograph: (q: Parameters<typeof hangAslantInPhotograph>[0]) =>
    answered(hangAslantInPhotograph(q).then(() => true)),
  hangInPhotograph: (q: Parameters<typeof hangInPhotograph>[0]) =>
    answered(hangInPhotograph(q).then(() => true)),
  listingPicture: (q: Parameters<typeof makeListingPicture>[0]) => answered(makeListingPicture(q)),
  deriveInks: (path: string, folder: string) => answered(deriveInks(path, folder).then(() => true)),
  /** A long search for a shorter layout: away from the process that answers pages. */
  nest: (q: MixedQuestion) => answered((async () => layMixed(q))()),
  /** Which paper on hand to cut: many such searches, each a short one. */
  stock: (q: StockQuestion) => answered((async () => chooseStock(q))()),
  /** A calculation of the registry that takes seconds. What is wrong with what it was asked is told as it is there. */
  calc: (name: string, input: unknown) => answered(calculated(name, input)),
  peakMemory: () => process.resourceUsage().maxRSS,
};
export type ImagingTasks = typeof tasks;

/** Says that a task has left the queue before it does it. */
function announced(): Record<string, (...args: never[]) => unknown> {
  const wrapped: Record<string, (...args: never[]) => unknown> = {};
  for (const [name, task] of Object.entries(tasks)) {
    wrapped[name] = (...args) => {
      workerpool.workerEmit({ began: true });
      return (task as (...given: never[]) => unknown)(...args);
    };
  }
  return wrapped;
}

workerpool.worker(announced());
