import type { Minor, Size, Um } from '../measure';
import type { Pixels } from '../resolution';
import type { OwnCamera, OwnLens, OwnScanner, Professional } from './plan';

/** A thing to capture with, as it is kept. */
export type Equipment =
  | {
      kind: 'scanner';
      bed: Size;
      opticalPpi: number;
      steps: number[];
      secondsAt600: number;
      film: boolean;
    }
  | { kind: 'camera'; sensor: Pixels; sensorSize: Size }
  | { kind: 'lens'; focal: Um }
  | { kind: 'professional'; price: Minor; days: number; pixels: Pixels; readOn: string };

/**
 * Everything kept, sorted by what the planner asks for.
 *
 * @example equipmentFor([{ name: 'Sixty', spec: { kind: 'lens', focal: 60000 } }]).lenses[0].focal // 60000
 */
export function equipmentFor(kept: readonly { name: string; spec: Equipment }[]): {
  scanners: OwnScanner[];
  cameras: OwnCamera[];
  lenses: OwnLens[];
  professionals: Professional[];
} {
  const of = <K extends Equipment['kind']>(kind: K) =>
    kept.flatMap(({ name, spec }) =>
      spec.kind === kind ? [{ name, ...(spec as Extract<Equipment, { kind: K }>) }] : [],
    );
  return {
    scanners: of('scanner'),
    cameras: of('camera'),
    lenses: of('lens'),
    professionals: of('professional'),
  };
}
