import { deltaE00, type Lab } from '../colour/difference';
import { array, calc, object } from './kit';

const lab = array({ type: 'number' }, { minItems: 3, maxItems: 3 });

export const colourCalcs = [
  calc<{ a: Lab; b: Lab }, unknown>({
    name: 'colour.difference',
    says: 'How different two colours look',
    units: { deltaE00: 'ΔE00, about 1 is just seen' },
    source: 'CIEDE2000: Sharma, Wu, Dalal 2005',
    schema: object({ a: lab, b: lab }),
    run: ({ a, b }) => ({ deltaE00: Math.round(deltaE00(a, b) * 1e4) / 1e4 }),
  }),
];
