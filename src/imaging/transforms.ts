import type { Lcms } from 'lcms-wasm';
import type { Intent, ShownAs } from '@/core/colour/intents';

// Runs on the server and in a browser's worker alike: the engine is handed in, however it was started. Its own file is not
// bundled, so its flags stand here. Source: lcms2.h, version 2.16.
const cmsFLAGS_NOCACHE = 0x0040,
  cmsFLAGS_NOOPTIMIZE = 0x0100,
  cmsFLAGS_HIGHRESPRECALC = 0x0400,
  cmsFLAGS_BLACKPOINTCOMPENSATION = 0x2000,
  cmsFLAGS_SOFTPROOFING = 0x4000;

/** What a transform leads from and to: a profile's bytes, or L*a*b* under D50 as plain figures. */
export type End = Uint8Array | 'Lab';

export type TransformAsk = {
  from: End;
  to: End;
  intent: Intent;
  /** Black-point compensation: the darkest the one side has becomes the darkest of the other. */
  bpc: boolean;
  /** Of the samples that go in and come out; Lab is 32-bit floating point whatever is asked. */
  bits: 8 | 16;
  /** Eight bits in and out, sixteen in between: what a screen shows, rounded once. `bits` is passed over. */
  screen?: boolean;
  /** Samples in fours, the fourth passed over: pixels of a canvas. */
  padded?: boolean;
  /** In between the colours of a paper: a soft proof. */
  proof?: { profile: Uint8Array; shown: ShownAs };
  /** Every pixel through the whole chain: slower, without the engine's own table in between. */
  exact?: boolean;
};

type Samples = Uint8Array | Uint8ClampedArray | Uint16Array | Float32Array;
/** Pixels of one space to those of another. What `run` returns is the caller's to keep. */
export type Transform<T = Uint16Array> = {
  channels: { from: number; to: number };
  run: (samples: Samples) => T;
  end: () => void;
};

// Source: ICC.1:2022, table 23.
const NUMBERS: Readonly<Record<Intent, number>> = {
  perceptual: 0,
  'relative colorimetric': 1,
  saturation: 2,
  'absolute colorimetric': 3,
};
const CHANNELS: Readonly<Record<string, number>> = { RGB: 3, CMYK: 4, GRAY: 1, Lab: 3, XYZ: 3 };
/** One sample more to each pixel, which is passed over. */
const EXTRA_ONE = 1 << 7;

function open(cms: Lcms, end: End): number {
  if (end === 'Lab') return cms.cmsCreateLab4Profile(null);
  const at = cms._malloc(end.length);
  cms.HEAPU8.set(end, at);
  const profile = cms._cmsOpenProfileFromMem(at, end.length);
  cms._free(at);
  return profile;
}

/**
 * A transform of the colour engine.
 *
 * @throws Error when a profile cannot be opened, or the two do not fit each other
 */
export function transformOf<T extends Samples = Uint16Array>(cms: Lcms, ask: TransformAsk): Transform<T> {
  const profiles: number[] = [];
  const take = (end: End): number => {
    const profile = open(cms, end);
    if (!profile) {
      profiles.forEach((p) => cms._cmsCloseProfile(p));
      throw new Error('a profile could not be opened');
    }
    profiles.push(profile);
    return profile;
  };
  const [a, b] = [take(ask.from), take(ask.to)];
  const count = (p: number) => CHANNELS[cms.cmsGetColorSpaceASCII(p) ?? ''] ?? 3;
  const pad = ask.padded ? 1 : 0;
  const side = (end: End, profile: number, bits: number) => {
    const bytes = end === 'Lab' ? 4 : bits / 8;
    return {
      bytes,
      samples: count(profile) + pad,
      format:
        cms._cmsFormatterForColorspaceOfProfile(profile, bytes, end === 'Lab' ? 1 : 0) |
        (pad ? EXTRA_ONE : 0),
    };
  };
  const from = side(ask.from, a, ask.screen ? 16 : ask.bits),
    to = side(ask.to, b, ask.screen ? 8 : ask.bits);
  const flags =
    cmsFLAGS_NOCACHE |
    (ask.exact ? cmsFLAGS_NOOPTIMIZE : ask.screen ? SCREEN_GRID << 16 : cmsFLAGS_HIGHRESPRECALC) |
    (ask.bpc ? cmsFLAGS_BLACKPOINTCOMPENSATION : 0);
  const transform = ask.proof
    ? cms._cmsCreateProofingTransform(
        a,
        from.format,
        b,
        to.format,
        take(ask.proof.profile),
        NUMBERS[ask.intent],
        NUMBERS[ask.proof.shown === 'paper white' ? 'absolute colorimetric' : 'relative colorimetric'],
        flags | cmsFLAGS_SOFTPROOFING,
      )
    : cms._cmsCreateTransform(a, from.format, b, to.format, NUMBERS[ask.intent], flags);
  if (!transform) {
    profiles.forEach((p) => cms._cmsCloseProfile(p));
    throw new Error('the profiles do not fit each other');
  }
  let room = { pixels: 0, from: 0, to: 0 };
  const kind = (bytes: number) => (bytes === 4 ? Float32Array : bytes === 2 ? Uint16Array : Uint8Array);
  return {
    channels: { from: from.samples, to: to.samples },
    run: (samples) => {
      const pixels = samples.length / from.samples,
        step = ask.screen ? Math.min(pixels, PART) : pixels;
      if (step > room.pixels) {
        if (room.pixels) {
          cms._free(room.from);
          cms._free(room.to);
        }
        room = {
          pixels: step,
          from: cms._malloc(step * from.samples * from.bytes),
          to: cms._malloc(step * to.samples * to.bytes),
        };
        // Growing memory may have moved it: views are made anew below.
        if (!room.from || !room.to) throw new Error(`no memory for ${step} pixels`);
      }
      const out = new (kind(to.bytes))(pixels * to.samples);
      for (let at = 0; at < pixels; at += step) {
        const n = Math.min(step, pixels - at),
          into = new (kind(from.bytes))(cms.HEAPU8.buffer, room.from, n * from.samples);
        if (ask.screen) widen(samples, at * from.samples, into);
        else into.set(samples);
        cms._cmsDoTransform(transform, room.from, room.to, n);
        out.set(new (kind(to.bytes))(cms.HEAPU8.buffer, room.to, n * to.samples), at * to.samples);
      }
      return out as unknown as T;
    },
    end: () => {
      cms._cmsDeleteTransform(transform);
      profiles.forEach((p) => cms._cmsCloseProfile(p));
      if (room.pixels) {
        cms._free(room.from);
        cms._free(room.to);
      }
    },
  };
}

/**
 * Points along each side of the table a screen's pixels go through. The engine's usual 49, with eight bits rounded on the way
 * in, miss by up to 1.4 ΔE00 in the dark of a paper; these, with sixteen and one rounding at the end, stay under 1.
 */
const SCREEN_GRID = 57;
/** So many pixels at a time stay near the processor. */
const PART = 8_192;
// A loop by itself, where it is made fast.
function widen(from: Samples, at: number, to: Samples) {
  for (let i = 0; i < to.length; i++) to[i] = from[at + i]! * 257;
}

/** Whether black-point compensation belongs to an intent where nobody chose otherwise. Source: handbook §6. */
export const usualBpc = (intent: Intent): boolean => intent === 'relative colorimetric';
