import { deltaE00 } from '../colour/difference';
import { calc, objectSchema, Type } from './kit';

const chroma = Type.Number({ minimum: -200, maximum: 200, description: 'a* and b* from −200 to 200' });
const lab = Type.Tuple([
  Type.Number({ minimum: 0, maximum: 100, description: 'L* from 0, black, to 100, white' }),
  chroma,
  chroma,
]);

export const colourCalcs = [
  calc({
    name: 'colour.difference',
    says: 'How different two colours look',
    units: { deltaE00: 'ΔE00, about 1 is just seen' },
    source: 'CIEDE2000: Sharma, Wu, Dalal 2005',
    schema: objectSchema({ a: lab, b: lab }),
    run: ({ a, b }) => ({ deltaE00: Math.round(deltaE00(a, b) * 1e4) / 1e4 }),
  }),
];
