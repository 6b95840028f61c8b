import { ratioOf } from '../layout/ratio';
import { array, calc, lengthSchema, object, readLength, readSize, sizeSchema, type LengthInput, type SizeInput } from './kit';

const ratioSide = { anyOf: [lengthSchema, { type: 'number', exclusiveMinimum: 0 }] };

export const layoutCalcs = [
  calc<{ picture: { width: LengthInput; height: LengthInput }; frames: SizeInput[] }, unknown>({
    name: 'layout.ratio',
    says: 'How a picture meets frames of other shapes: what filling loses, what fitting leaves white',
    units: { 'fill.lostShare': '0–1 of the area', 'fit.left': 'µm', 'fit.right': 'µm', 'fit.top': 'µm', 'fit.bottom': 'µm' },
    source: '1 − min(r/q, q/r)',
    schema: object({ picture: object({ width: ratioSide, height: ratioSide }), frames: array(sizeSchema, { minItems: 1, maxItems: 500 }) }),
    run: ({ picture, frames }) => {
      const side = (v: LengthInput, f: string) => (typeof v === 'number' ? v : readLength(v, f));
      const shape = { width: side(picture.width, 'picture.width'), height: side(picture.height, 'picture.height') };
      return frames.map((f, i) => {
        const frame = readSize(f, `frames[${i}]`);
        return { frame, ...ratioOf(shape, frame) };
      });
    },
  }),
];
