import { planCamera } from '../capture/camera';
import { planCanvas } from '../capture/canvas';
import { planScan } from '../capture/scan';
import type { Pixels } from '../resolution';
import { array, calc, object, pixelsSchema, readSize, sizeSchema, type SizeInput } from './kit';

const ppi = { type: 'number', exclusiveMinimum: 0, maximum: 20_000 };
const overlap = { type: 'number', minimum: 0, maximum: 0.9 };
const bits = { enum: [8, 16, 32] };
const channels = { type: 'integer', minimum: 1, maximum: 8 };
const exact = (x: number) => Math.round(x * 1e4) / 1e4;

export const captureCalcs = [
  calc<
    {
      original: SizeInput;
      print: SizeInput;
      ppi: number;
      scanner: { bed: SizeInput; opticalPpi: number; steps: number[] };
      overlap?: number;
      bits?: number;
      channels?: number;
    },
    unknown
  >({
    name: 'capture.scan',
    says: 'What to scan an original at for a print, in how many tiles, and what it weighs on disk',
    units: { neededPpi: 'pixels per inch', scanPpi: 'pixels per inch', bytes: 'bytes, uncompressed' },
    source: 'printPpi × printSide ÷ originalSide; n = ceil((L − o·b) ÷ (b − o·b))',
    schema: object(
      {
        original: sizeSchema,
        print: sizeSchema,
        ppi,
        scanner: object({
          bed: sizeSchema,
          opticalPpi: ppi,
          steps: array(ppi, { minItems: 1, maxItems: 50 }),
        }),
        overlap,
        bits,
        channels,
      },
      ['overlap', 'bits', 'channels'],
    ),
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
  calc<
    {
      original: SizeInput;
      sensor: Pixels;
      fill: number;
      print: SizeInput;
      ppi: number;
      overlap?: number;
    },
    unknown
  >({
    name: 'capture.camera',
    says: 'What a camera puts on the picture, and how many frames a print asks for',
    units: { pixelsOnPicture: 'pixels', ppi: 'pixels per inch of the print, one frame' },
    source: 'Sensor pixels × fill along the governing side; the tile formula in pixels',
    schema: object(
      {
        original: sizeSchema,
        sensor: pixelsSchema,
        fill: { type: 'number', exclusiveMinimum: 0, maximum: 1 },
        print: sizeSchema,
        ppi,
        overlap,
      },
      ['overlap'],
    ),
    run: ({ original, print, ...rest }) => {
      const plan = planCamera({
        ...rest,
        original: readSize(original, 'original'),
        print: readSize(print, 'print'),
      });
      return { ...plan, ppi: exact(plan.ppi) };
    },
  }),
  calc<{ largest: SizeInput; ppi: number; bits: number; channels: number; budgetBytes: number }, unknown>(
    {
      name: 'capture.canvas',
      says: 'A digital canvas for the largest print wanted, and how many layers a memory holds',
      units: { pixels: 'pixels', layerBytes: 'bytes', layers: 'whole layers' },
      source: 'side × ppi; w × h × channels × bytes a layer',
      schema: object({
        largest: sizeSchema,
        ppi,
        bits,
        channels,
        budgetBytes: { type: 'integer', minimum: 1 },
      }),
      run: (q) => planCanvas({ ...q, largest: readSize(q.largest, 'largest') }),
    },
  ),
];
