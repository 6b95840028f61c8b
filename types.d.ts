declare module '@fontsource-variable/archivo/wdth.css';
declare module '@fontsource-variable/newsreader/wght-italic.css';
declare module '@fontsource-variable/newsreader/wght.css';

declare module 'fft.js' {
  /** A radix-4 transform of a fixed power-of-two length. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(out: number[] | Float64Array, data: ArrayLike<number>): void;
    transform(out: number[] | Float64Array, data: ArrayLike<number>): void;
    inverseTransform(out: number[] | Float64Array, data: ArrayLike<number>): void;
  }
}

declare module 'lcms-wasm' {
  /** The engine's C interface; profiles, transforms and buffers are numbers: places in its own memory. */
  export type Lcms = {
    HEAPU8: Uint8Array<ArrayBuffer>;
    _malloc(bytes: number): number;
    _free(at: number): void;
    _cmsOpenProfileFromMem(at: number, bytes: number): number;
    _cmsCloseProfile(profile: number): void;
    _cmsDeleteTransform(transform: number): void;
    _cmsDoTransform(transform: number, from: number, to: number, pixels: number): void;
    _cmsCreateTransform(
      from: number,
      fromFormat: number,
      to: number,
      toFormat: number,
      intent: number,
      flags: number,
    ): number;
    _cmsCreateProofingTransform(
      from: number,
      fromFormat: number,
      to: number,
      toFormat: number,
      proof: number,
      intent: number,
      proofIntent: number,
      flags: number,
    ): number;
    _cmsFormatterForColorspaceOfProfile(profile: number, bytes: number, float: number): number;
    cmsCreateLab4Profile(white: null): number;
    cmsGetColorSpaceASCII(profile: number): string | null;
  };
  export function instantiate(options?: {
    locateFile?: (name: string) => string;
    wasmBinary?: Uint8Array;
  }): Promise<Lcms>;
}

declare module 'fontkit' {
  export type Glyph = { path: { toSVG(): string }; advanceWidth: number };
  export type Font = {
    capHeight: number;
    ascent: number;
    unitsPerEm: number;
    hasGlyphForCodePoint(point: number): boolean;
    layout(text: string): {
      glyphs: Glyph[];
      positions: { xAdvance: number; xOffset: number; yOffset: number }[];
      advanceWidth: number;
    };
  };
  export function create(bytes: Uint8Array): Font;
  export function openSync(path: string): Font;
}
