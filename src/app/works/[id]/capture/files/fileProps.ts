import type { Borders } from '@/core/crop/border';
import type { Size } from '@/core/measure';
import type { FileSpaceChoice } from '@/core/printfile/routeWants';
import type { FileCheck } from '@/core/printfile/spec';
import type { Crop } from '@/core/crop/crop';
import type { PassedFigures } from '@/core/printfile/passedFigures';
import type { PrepStep } from '@/core/printfile/steps';
import type { Pixels, PpiStep, ResolutionCheck } from '@/core/resolution';
import type { MayPrint, Signature } from '@/core/works';

/** The master that print files are made of. */
export type FileMaster = {
  id: string;
  fileName: string;
  isUntagged: boolean;
  sha256: string;
  /** As it is looked at, in pixels. */
  pixels: Pixels;
  bits: number | null;
  /** What its numbers are in, in a word. */
  space: string;
};

/** Settings whose proof passed at nearly the same enlargement. */
export type PassedBefore = {
  prepId: string;
  title: string;
  factor: number;
  round: number;
  settings: string;
  figures: PassedFigures;
};

/** A size that is offered, as a file is made for it. */
export type OfferedSize = {
  id: string;
  image: Size;
  borders: Borders;
  isWrapped: boolean;
  check: ResolutionCheck | null;
  /** Of the master, in its pixels; null without one. */
  crop: Crop | null;
  passed: PassedBefore[];
};

export type RouteChoice = {
  id: string;
  name: string;
  ppiSteps: PpiStep[];
  addsBorder: boolean;
  space: FileSpaceChoice;
  fileKind: 'TIFF' | 'JPEG';
};

export type PrepLog = {
  id: string;
  name: string;
  masterId: string;
  formatId: string | null;
  factor: number | null;
  steps: PrepStep[];
};

/** A print file in the list: what it is, and what has changed since it was made. */
export type FileLine = {
  id: string;
  fileName: string;
  hasFile: boolean;
  image: Size | null;
  check: FileCheck | null;
  bytes: number | null;
  route: string | null;
  remark: string;
  madeAt: string;
  /** Sentences of what it no longer agrees with. */
  stale: string[];
};

export type FilesProps = {
  mayPrint: MayPrint;
  signature: Signature;
  master: FileMaster | null;
  sizes: OfferedSize[];
  routes: RouteChoice[];
  preps: PrepLog[];
  files: FileLine[];
};
