import type { TargetReading } from '../colour/target';
import type { Evenness, LightGrid } from './evenness';
import type { Keystone, Quad } from './quad';
import type { Joint } from './stitch';
import type { Speck } from './dust';

/** A check of a capture, as it was read; the file made from it, where one was, by its master. */
export type CaptureCheck =
  | { kind: 'evenness'; reading: Evenness; grid: LightGrid; madeMasterId?: string }
  | { kind: 'target'; corners: Quad; chart: string; reading: TargetReading; madeMasterId?: string }
  | {
      kind: 'keystone';
      corners: Quad;
      reading: Keystone;
      /** Share the edges bow by, outward positive; null where their middles were not set. */ bow:
        number | null;
      madeMasterId?: string;
    }
  | { kind: 'joint'; besideName: string; reading: Joint }
  | { kind: 'dust'; specks: (Speck & { done: boolean })[]; total: number };

/** What was made of a master, so that an altered print is never called a facsimile. */
export type Derived = {
  how:
    | 'evenness corrected'
    | 'colours fitted to a target'
    | 'squared'
    | 'turned to a printing space'
    | 'joined';
  says: string;
};
