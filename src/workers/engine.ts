// The colour engine, and what it is fed with, for the workers that show pictures.
import type { Lcms } from 'lcms-wasm';
import { P3_PRIMARIES, SRGB_PRIMARIES, srgbCurve } from '@/core/colour/space';
import { writeMatrixProfile } from '@/core/colour/icc';

const ENGINE = '/api/engine/lcms.js';
let loaded: Promise<Lcms> | null = null;
/** The colour engine. */
// As it was published, not bundled: it finds its own other half, and bundlers trip over how.
export const engine = (): Promise<Lcms> =>
  (loaded ??= (async () => {
    const { instantiate } = (await import(
      /* webpackIgnore: true */ /* turbopackIgnore: true */ ENGINE
    )) as typeof import('lcms-wasm');
    return instantiate({ locateFile: () => '/api/engine/lcms.wasm' });
  })());
const bytesOf = new Map<string, Promise<Uint8Array>>();
/** What is at an address, asked for once. */
export const fetched = (url: string) => {
  let b = bytesOf.get(url);
  if (!b) {
    b = fetch(url).then(async (r) => {
      if (!r.ok) throw new Error(`${url} did not come`);
      return new Uint8Array(await r.arrayBuffer());
    });
    bytesOf.set(url, b);
    b.catch(() => bytesOf.delete(url));
  }
  return b;
};
/** The screen as pages take it to be, by what a canvas of it is called. */
export const SCREENS: Readonly<Record<PredefinedColorSpace, Uint8Array>> = {
  srgb: writeMatrixProfile('sRGB (IEC 61966-2-1)', SRGB_PRIMARIES, srgbCurve),
  'display-p3': writeMatrixProfile('Display P3', P3_PRIMARIES, srgbCurve),
};
