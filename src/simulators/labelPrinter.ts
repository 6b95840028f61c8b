import type { LabelPrinter } from '@/studio/ports';

/** What the head of a label printer of 203 dots to the inch takes: 4 inches wide. */
const HEAD_DOTS = 812;

/** A label printer, for practice: it refuses a page that its head could not print, as a real one would cut it off. */
export const simulatedLabelPrinter: LabelPrinter = {
  name: 'the simulated label printer',
  simulated: true,
  async print({ width, height }) {
    if (width > HEAD_DOTS) return { says: `Not printed: ${width} dots wide, its head has ${HEAD_DOTS}.` };
    return { says: `Printed ${width} × ${height} dots at 203 to the inch.` };
  },
};
