import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { cmsFLAGS_BLACKPOINTCOMPENSATION, cmsFLAGS_HIGHRESPRECALC, cmsFLAGS_NOCACHE, INTENT_PERCEPTUAL, INTENT_RELATIVE_COLORIMETRIC, instantiate, type Lcms } from 'lcms-wasm';
import sharp from 'sharp';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, writeMatrixProfile } from '@/core/colour/icc';
import { SRGB_PRIMARIES, srgbCurve } from '@/core/colour/space';
import type { FileSpace, Intent } from '@/core/printfile/spec';

let engine: Promise<Lcms> | null = null;
/** The colour engine, started once to a process. */
export function lcms(): Promise<Lcms> {
  engine ??= (async () => {
    const wasm = createRequire(import.meta.url).resolve('lcms-wasm/dist/lcms.wasm');
    return instantiate({ wasmBinary: await readFile(wasm), locateFile: () => wasm });
  })();
  return engine;
}

/** Samples of one space to those of another, 16 bit each way. */
export type Transform = { channels: { from: number; to: number }; run: (samples: Uint16Array) => Uint16Array; end: () => void };

/**
 * A transform between two profiles.
 *
 * @throws when a profile cannot be used
 */
export async function transformBetween(from: Uint8Array, to: Uint8Array, intent: Intent): Promise<Transform> {
  const cms = await lcms();
  const [a, b] = [cms.cmsOpenProfileFromMem(from, from.length), cms.cmsOpenProfileFromMem(to, to.length)];
  if (!a || !b) throw new Error('a profile could not be opened');
  const flags = cmsFLAGS_NOCACHE | cmsFLAGS_HIGHRESPRECALC | (intent === 'relative colorimetric' ? cmsFLAGS_BLACKPOINTCOMPENSATION : 0);
  const count = (p: number) => ({ RGB: 3, CMYK: 4, GRAY: 1 })[cms.cmsGetColorSpaceASCII(p) ?? ''] ?? 3;
  const channels = { from: count(a), to: count(b) };
  const transform = cms.cmsCreateTransform(a, cms.cmsFormatterForColorspaceOfProfile(a, 2, false), b, cms.cmsFormatterForColorspaceOfProfile(b, 2, false), intent === 'perceptual' ? INTENT_PERCEPTUAL : INTENT_RELATIVE_COLORIMETRIC, flags);
  if (!transform) throw new Error('the profiles do not fit each other');
  return {
    channels,
    run: (samples) => cms.cmsDoTransform(transform, samples, samples.length / channels.from),
    end: () => { cms.cmsDeleteTransform(transform); cms.cmsCloseProfile(a); cms.cmsCloseProfile(b); },
  };
}

/** Numbers of a profile's space as L*a*b* under D50. @param samples 0–65535 */
export async function toLab(profile: Uint8Array, samples: Uint16Array): Promise<Float32Array> {
  const cms = await lcms();
  const [a, lab] = [cms.cmsOpenProfileFromMem(profile, profile.length), cms.cmsCreateLab4Profile(null)];
  if (!a) throw new Error('a profile could not be opened');
  const transform = cms.cmsCreateTransform(a, cms.cmsFormatterForColorspaceOfProfile(a, 2, false), lab, cms.cmsFormatterForColorspaceOfProfile(lab, 4, true), INTENT_RELATIVE_COLORIMETRIC, cmsFLAGS_NOCACHE);
  const channels = ({ RGB: 3, CMYK: 4, GRAY: 1 })[cms.cmsGetColorSpaceASCII(a) ?? ''] ?? 3;
  const out = cms.cmsDoTransform(transform, samples as never, samples.length / channels) as unknown as Float32Array;
  cms.cmsDeleteTransform(transform); cms.cmsCloseProfile(a); cms.cmsCloseProfile(lab);
  return out;
}

let cmyk: Promise<Uint8Array> | null = null;
/** The profile of a space print files are made in. The CMYK one is the decoder library's own, of coated stock in general. */
export async function profileOf(space: Exclude<FileSpace, 'as the master'>): Promise<Uint8Array> {
  if (space === 'opRGB') return writeMatrixProfile('opRGB (IEC 61966-2-5)', OPRGB_PRIMARIES, OPRGB_GAMMA);
  if (space === 'sRGB') return writeMatrixProfile('sRGB (IEC 61966-2-1)', SRGB_PRIMARIES, srgbCurve);
  cmyk ??= (async () => {
    const tagged = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } }).withIccProfile('cmyk').tiff().toBuffer();
    return new Uint8Array((await sharp(tagged).metadata()).icc!);
  })();
  return cmyk;
}
