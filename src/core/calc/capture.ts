import { planCamera } from '../capture/camera';
import { planCanvas } from '../capture/canvas';
import { planScan } from '../capture/scan';
import {
  calc,
  listOf,
  objectSchema,
  oneOfNumbers,
  pixelsSchema,
  readSize,
  sizeSchema,
  Type,
} from './kit';

const ppi = Type.Number({ exclusiveMinimum: 0, maximum: 20_000 });
const overlap = Type.Number({ minimum: 0, maximum: 0.9 });
const bits = oneOfNumbers(8, 16, 32);
const channels = Type.Integer({ minimum: 1, maximum: 8 });
const exact = (x: number) => Math.round(x * 1e4) / 1e4;

export const captureCalcs = [
  calc({
    name: 'capture.scan',
    says: 'What to scan an original at for a print, in how many tiles, and what it weighs on disk',
    units: { neededPpi: 'pixels per inch', scanPpi: 'pixels per inch', bytes: 'bytes, uncompressed' },
    source: 'printPpi × printSide ÷ originalSide; n = ceil((L − o·b) ÷ (b − o·b))',
    schema: objectSchema({
      original: sizeSchema,
      print: sizeSchema,
      ppi,
      scanner: objectSchema({
        bed: sizeSchema,
        opticalPpi: ppi,
        steps: listOf(ppi, { minItems: 1, maxItems: 50 }),
      }),
      overlap: Type.Optional(overlap),
      bits: Type.Optional(bits),
      channels: Type.Optional(channels),
    }),
    run: ({ original, print, scanner, ...rest }) => {
      const plan = planScan({
        ...rest,
        original: readSize(original, 'original'),
        print: readSize(print, 'print'),
        scanner: { ...scanner, bed: readSize(scanner.bed, 'scanner.bed') },
      });
      return { ...plan, neededPpi: exact(plan.neededPpi) };
    },
  }),
  calc({
    name: 'capture.camera',
    says: 'What a camera puts on the picture, and how many frames a print asks for',
    units: { pixelsOnPicture: 'pixels', ppi: 'pixels per inch of the print, one frame' },
    source: 'Sensor pixels × fill along the governing side; the tile formula in pixels',
    schema: objectSchema({
      original: sizeSchema,
      sensor: pixelsSchema,
      fill: Type.Number({ exclusiveMinimum: 0, maximum: 1 }),
      print: sizeSchema,
      ppi,
      overlap: Type.Optional(overlap),
    }),
    run: ({ original, print, ...rest }) => {
      const plan = planCamera({
        ...rest,
        original: readSize(original, 'original'),
        print: readSize(print, 'print'),
      });
      return { ...plan, ppi: exact(plan.ppi) };
    },
  }),
  calc({
    name: 'capture.canvas',
    says: 'A digital canvas for the largest print wanted, and how many layers a memory holds',
    units: { pixels: 'pixels', layerBytes: 'bytes', layers: 'whole layers' },
    source: 'side × ppi; w × h × channels × bytes a layer',
    schema: objectSchema({
      largest: sizeSchema,
      ppi,
      bits,
      channels,
      budgetBytes: Type.Integer({ minimum: 1 }),
    }),
    run: (q) => planCanvas({ ...q, largest: readSize(q.largest, 'largest') }),
  }),
];
