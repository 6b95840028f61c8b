declare module '@fontsource-variable/archivo/wdth.css';
declare module '@fontsource-variable/newsreader/wght-italic.css';
declare module '@fontsource-variable/newsreader/wght.css';

declare module 'fft.js' {
  /** A radix-4 transform of a fixed power-of-two length. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(out: number[], data: ArrayLike<number>): void;
    transform(out: number[], data: ArrayLike<number>): void;
  }
}

declare module 'lcms-wasm' {
  export type Lcms = {
    cmsOpenProfileFromMem(bytes: Uint8Array, length: number): number;
    cmsCloseProfile(profile: number): void;
    cmsCreateLab4Profile(white: null): number;
    cmsGetColorSpaceASCII(profile: number): string | null;
    cmsFormatterForColorspaceOfProfile(profile: number, bytes: number, float: boolean): number;
    cmsCreateTransform(from: number, fromFormat: number, to: number, toFormat: number, intent: number, flags: number): number;
    cmsDeleteTransform(transform: number): void;
    cmsDoTransform<T extends Uint8Array | Uint16Array | Float32Array>(transform: number, pixels: T, count: number): T;
  };
  export function instantiate(options?: { locateFile?: (name: string) => string; wasmBinary?: Uint8Array }): Promise<Lcms>;
  export const INTENT_PERCEPTUAL: number;
  export const INTENT_RELATIVE_COLORIMETRIC: number;
  export const cmsFLAGS_BLACKPOINTCOMPENSATION: number;
  export const cmsFLAGS_NOCACHE: number;
  export const cmsFLAGS_HIGHRESPRECALC: number;
}

declare module 'fontkit' {
  export type Glyph = { path: { toSVG(): string }; advanceWidth: number };
  export type Font = { capHeight: number; unitsPerEm: number; hasGlyphForCodePoint(point: number): boolean; layout(text: string): { glyphs: Glyph[] } };
  export function openSync(path: string): Font;
}
