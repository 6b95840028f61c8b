/** Luminance steps at quality 50. Source: ITU-T T.81, table K.1, in zigzag order. */
const LUMINANCE = [
  16, 11, 12, 14, 12, 10, 16, 14, 13, 14, 18, 17, 16, 19, 24, 40, 26, 24, 22, 22, 24, 49, 35, 37, 29, 40,
  58, 51, 61, 60, 57, 51, 56, 55, 64, 72, 92, 78, 64, 68, 87, 69, 55, 56, 80, 109, 81, 87, 95, 98, 103,
  104, 103, 62, 77, 113, 121, 112, 100, 120, 92, 101, 103, 99,
];

export type JpegQuality = {
  quality: number;
  /** The steps are the usual ones; otherwise the figure is the nearest usual. */ usual: boolean;
};

/**
 * The quality a JPEG was written at, on the usual scale of 1–100, from its table of luminance steps.
 *
 * @param head the file's first bytes, as far as its tables
 * @returns null where there is no table
 * Source: ITU-T T.81, B.2.4.1; scaling as in the Independent JPEG Group's library.
 * @example jpegQuality(new Uint8Array([0xff, 0xd8])) // null
 */
export function jpegQuality(head: Uint8Array): JpegQuality | null {
  const table = luminanceTable(head);
  if (!table) return null;
  let best = { quality: 1, off: Infinity };
  for (let quality = 1; quality <= 100; quality++) {
    const scale = quality < 50 ? 5_000 / quality : 200 - 2 * quality;
    const off = LUMINANCE.reduce(
      (a, v, i) =>
        a + Math.abs(Math.min(255, Math.max(1, Math.floor((v * scale + 50) / 100))) - table[i]!),
      0,
    );
    if (off < best.off) best = { quality, off };
  }
  return { quality: best.quality, usual: best.off <= 64 * 0.5 };
}

function luminanceTable(b: Uint8Array): number[] | null {
  for (let at = 2; at + 4 < b.length && b[at] === 0xff;) {
    const marker = b[at + 1]!;
    const length = b[at + 2]! * 256 + b[at + 3]!;
    if (marker === 0xda) return null;
    if (marker === 0xdb) {
      for (let t = at + 4; t < at + 2 + length;) {
        const wide = b[t]! >> 4,
          id = b[t]! & 15,
          size = wide ? 128 : 64;
        if (t + 1 + size > b.length) return null;
        if (id === 0)
          return Array.from({ length: 64 }, (_, i) =>
            wide ? b[t + 1 + 2 * i]! * 256 + b[t + 2 + 2 * i]! : b[t + 1 + i]!,
          );
        t += 1 + size;
      }
    }
    at += 2 + length;
  }
  return null;
}
