import type { ListedOrder } from '@/core/order/orderList';
import type { Drift, InkModel } from '@/core/colour/inks';
import type { Size } from '@/core/measure';
import type { Faults } from '@/core/capture/faults';

/** A scale on the packing table. What comes from it is a reading, with the scale's own error. */
export interface Scale {
  readonly name: string;
  /** @returns milligrams */
  read(on: { loadMg: number; parcelId: string }): Promise<number>;
}

/** One pass of a device over an original, before any file exists: what part of it, how large, and the device's own faults. */
export type Pass = {
  name: string;
  part: { left: number; top: number; width: number; height: number };
  to: { width: number; height: number };
  ppi: number | null;
  shows: 'work' | 'blank board' | 'target';
  faults: Faults;
  seed: number;
};

/** A flatbed or a camera. What it delivers is a file; how that comes about is its own affair. */
export interface CaptureDevice {
  readonly name: string;
  readonly kind: 'flatbed' | 'camera';
  /** True for a stand-in: what it makes is labelled so everywhere. */
  readonly simulated: boolean;
  passes(q: {
    original: Size;
    ppi: number;
    longSidePx: number;
    shows: Pass['shows'];
    seed: number;
  }): Pass[];
}

/** How a page that was printed and scanned was laid on the glass, and what the scanner adds. */
export type PageScan = {
  long: number;
  scale: number;
  shiftX: number;
  shiftY: number;
  degrees: number;
  noise: number;
  cast: readonly [number, number, number];
  seed: number;
};

/** A printer with its scanner and its instrument, for practice: how its papers truly print, and how that wanders. */
export interface PracticePress {
  readonly name: string;
  readonly simulated: true;
  /** How it prints a paper when that is profiled. */
  paperModel(paper: { name: string; base: string; surface: string; brightener: string }): InkModel;
  /** How far a lot and a day's warmth take it from there. */
  drift(q: { lot: string; celsius: number }): Drift;
  scan(seed: number): PageScan;
}

/** A shop on the net, from which orders are fetched. */
export interface Shop {
  readonly name: string;
  readonly simulated: boolean;
  /** What it sold up to a day, as a list would have it. */
  orders(today: string): Promise<ListedOrder[]>;
}

/** A carrier's counter: it sells labels, and says where a parcel is. */
export interface CarrierDesk {
  readonly name: string;
  readonly simulated: boolean;
  buyLabel(q: { carrier: string; orderNumber: number }): Promise<{ tracking: string }>;
  track(q: {
    tracking: string;
    dispatchedAt: string;
    days: number;
    now: string;
  }): Promise<{ at: string; says: string }[]>;
}

/** A printer of labels. It takes a page of dots and says what it did with it. */
export interface LabelPrinter {
  readonly name: string;
  readonly simulated: boolean;
  print(page: { png: Buffer; width: number; height: number }): Promise<{ says: string }>;
}
