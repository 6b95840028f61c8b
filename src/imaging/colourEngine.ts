import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { instantiate, type Lcms } from 'lcms-wasm';
import sharp from 'sharp';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, writeMatrixProfile } from '@/core/colour/icc';
import { SRGB_PRIMARIES, srgbCurve } from '@/core/colour/space';
import type { FileSpace, Intent } from '@/core/printfile/spec';
import { transformOf, usualBpc, type Transform } from './transforms';

let engine: Promise<Lcms> | null = null;
/** The colour engine, started once to a process. */
export function lcms(): Promise<Lcms> {
  engine ??= (async () => {
    const wasm = createRequire(import.meta.url).resolve('lcms-wasm/dist/lcms.wasm');
    return instantiate({ wasmBinary: await readFile(wasm), locateFile: () => wasm });
  })();
  return engine;
}

/**
 * A transform between two profiles, 16 bit each way.
 *
 * @throws when a profile cannot be used
 */
export async function transformBetween(
  from: Uint8Array,
  to: Uint8Array,
  intent: Intent,
  bpc = usualBpc(intent),
): Promise<Transform> {
  return transformOf(await lcms(), { from, to, intent, bpc, bits: 16 });
}

/** Numbers of a profile's space as L*a*b* under D50. @param samples 0–65535 */
export async function toLab(profile: Uint8Array, samples: Uint16Array): Promise<Float32Array> {
  const transform = transformOf<Float32Array>(await lcms(), {
    from: profile,
    to: 'Lab',
    intent: 'relative colorimetric',
    bpc: false,
    bits: 16,
  });
  try {
    return transform.run(samples);
  } finally {
    transform.end();
  }
}

let cmyk: Promise<Uint8Array> | null = null;
/** The profile of a space print files are made in. The CMYK one is the decoder library's own, of coated stock in general. */
export async function profileOf(space: Exclude<FileSpace, 'as the master'>): Promise<Uint8Array> {
  if (space === 'opRGB') return writeMatrixProfile('opRGB (IEC 61966-2-5)', OPRGB_PRIMARIES, OPRGB_GAMMA);
  if (space === 'sRGB') return writeMatrixProfile('sRGB (IEC 61966-2-1)', SRGB_PRIMARIES, srgbCurve);
  cmyk ??= (async () => {
    const tagged = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } })
      .withIccProfile('cmyk')
      .tiff()
      .toBuffer();
    return new Uint8Array((await sharp(tagged).metadata()).icc!);
  })();
  return cmyk;
}
