import { open } from 'node:fs/promises';

export type TiffSpec = {
  width: number; height: number; bits: 8 | 16; channels: 1 | 3;
  /** Pixels per inch to write into the file; none writes no density. */
  ppi?: number;
  profile?: Uint8Array;
  /** Local time of the capture, "YYYY:MM:DD HH:MM:SS". */
  taken?: string;
  description?: string;
};

/**
 * Writes an uncompressed TIFF strip by strip, so that a picture larger than memory would do can be made.
 * `row(y)` gives one row of samples; for 16 bits, in the machine's own (little-endian) order.
 *
 * Source: TIFF 6.0.
 */
export async function writeTiff(path: string, spec: TiffSpec, band: (fromRow: number, rows: number) => Uint8Array | Uint16Array) {
  const { width, height, bits, channels } = spec;
  const rowBytes = (width * channels * bits) / 8;
  const rowsPerStrip = Math.max(1, Math.floor((1 << 20) / rowBytes));
  const strips = Math.ceil(height / rowsPerStrip);
  const head = header(spec, rowBytes, rowsPerStrip, strips);
  const file = await open(path, 'w');
  try {
    await file.write(head);
    for (let s = 0; s < strips; s++) {
      const rows = Math.min(rowsPerStrip, height - s * rowsPerStrip);
      const samples = band(s * rowsPerStrip, rows);
      await file.write(new Uint8Array(samples.buffer, samples.byteOffset, rows * rowBytes));
    }
  } finally {
    await file.close();
  }
}

function header(spec: TiffSpec, rowBytes: number, rowsPerStrip: number, strips: number): Buffer {
  const { width, height, bits, channels, ppi, profile, taken, description } = spec;
  const ascii = (s: string) => Buffer.from(`${s}\0`, 'latin1');
  const longs = (...v: number[]) => { const b = Buffer.alloc(4 * v.length); v.forEach((x, i) => b.writeUInt32LE(x, 4 * i)); return b; };
  const shorts = (...v: number[]) => { const b = Buffer.alloc(2 * v.length); v.forEach((x, i) => b.writeUInt16LE(x, 2 * i)); return b; };
  const sizes = Array.from({ length: strips }, (_, s) => Math.min(rowsPerStrip, height - s * rowsPerStrip) * rowBytes);
  const SHORT = 3, LONG = 4, RATIONAL = 5, ASCII = 2, UNDEFINED = 7;
  const tags: [tag: number, type: number, count: number, data: Buffer][] = [
    [256, LONG, 1, longs(width)], [257, LONG, 1, longs(height)],
    [258, SHORT, channels, shorts(...Array<number>(channels).fill(bits))],
    [259, SHORT, 1, shorts(1)], [262, SHORT, 1, shorts(channels === 1 ? 1 : 2)],
    ...(description ? [[270, ASCII, description.length + 1, ascii(description)] as [number, number, number, Buffer]] : []),
    [273, LONG, strips, Buffer.alloc(4 * strips)],
    [277, SHORT, 1, shorts(channels)], [278, LONG, 1, longs(rowsPerStrip)], [279, LONG, strips, longs(...sizes)],
    ...(ppi ? [[282, RATIONAL, 1, longs(ppi, 1)], [283, RATIONAL, 1, longs(ppi, 1)], [296, SHORT, 1, shorts(2)]] as [number, number, number, Buffer][] : []),
    ...(taken ? [[306, ASCII, taken.length + 1, ascii(taken)] as [number, number, number, Buffer]] : []),
    ...(profile ? [[34675, UNDEFINED, profile.length, Buffer.from(profile)] as [number, number, number, Buffer]] : []),
  ];
  const ifd = Buffer.alloc(2 + 12 * tags.length + 4);
  ifd.writeUInt16LE(tags.length, 0);
  let spill = 8 + ifd.length;
  const after: Buffer[] = [];
  let offsetsAt = -1;
  tags.forEach(([tagId, type, count, data], i) => {
    const at = 2 + 12 * i;
    ifd.writeUInt16LE(tagId, at); ifd.writeUInt16LE(type, at + 2); ifd.writeUInt32LE(count, at + 4);
    if (data.length <= 4) { data.copy(ifd, at + 8); if (tagId === 273) offsetsAt = -2 - (at + 8); return; }
    ifd.writeUInt32LE(spill, at + 8);
    if (tagId === 273) offsetsAt = spill;
    const even = data.length % 2 ? Buffer.concat([data, Buffer.alloc(1)]) : data;
    after.push(even);
    spill += even.length;
  });
  const start = (spill + 15) & ~15;
  const whole = Buffer.alloc(start);
  whole.write('II', 0, 'latin1'); whole.writeUInt16LE(42, 2); whole.writeUInt32LE(8, 4);
  ifd.copy(whole, 8);
  let at = 8 + ifd.length;
  for (const b of after) { b.copy(whole, at); at += b.length; }
  let offset = start;
  sizes.forEach((size, s) => {
    whole.writeUInt32LE(offset, offsetsAt >= 0 ? offsetsAt + 4 * s : 8 + (-offsetsAt - 2));
    offset += size;
  });
  return whole;
}
