import { createHash } from 'node:crypto';
import type { Scale } from '@/studio/ports';

/** The step of the display and the spread of an honest kitchen-sized parcel scale. */
const STEP_MG = 1_000;
const SPREAD = 0.012;

/**
 * A simulated parcel scale: shows whole grams, a little off, and always the same for the same parcel, as a scale that was
 * not touched would. It knows only what is supposed to be in the parcel, so it can never find a missing print by itself.
 */
export const simulatedScale: Scale = {
  name: 'simulated scale',
  async read({ loadMg, parcelId }) {
    const turn = createHash('sha256').update(parcelId).digest().readUInt16BE(0) / 65_535;
    return Math.max(STEP_MG, Math.round((loadMg * (1 + (turn - 0.5) * 2 * SPREAD)) / STEP_MG) * STEP_MG);
  },
};
