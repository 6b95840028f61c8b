import { open, type FileHandle } from 'node:fs/promises';

export type TiffSpec = {
  width: number;
  height: number;
  bits: 8 | 16;
  channels: 1 | 3 | 4;
  /** Pixels per inch to write into the file; none writes no density. */
  ppi?: number;
  profile?: Uint8Array;
  /** Local time of the capture, "YYYY:MM:DD HH:MM:SS". */
  taken?: string;
  description?: string;
};

/**
 * Writes an uncompressed TIFF band by band, so that a picture larger than memory would do can be made. Samples of 16 bits are
 * in the machine's own (little-endian) order.
 *
 * Source: TIFF 6.0.
 */
export class TiffWriter {
  private constructor(
    private readonly file: FileHandle,
    private readonly rowBytes: number,
  ) {}

  static async create(path: string, spec: TiffSpec): Promise<TiffWriter> {
    const rowBytes = (spec.width * spec.channels * spec.bits) / 8;
    const rowsPerStrip = Math.max(1, Math.floor((1 << 20) / rowBytes));
    const file = await open(path, 'w');
    await file.write(header(spec, rowBytes, rowsPerStrip, Math.ceil(spec.height / rowsPerStrip)));
    return new TiffWriter(file, rowBytes);
  }

  /** The next rows, as many as given. */
  async write(samples: Uint8Array | Uint16Array, rows: number): Promise<void> {
    const bytes = new Uint8Array(samples.buffer, samples.byteOffset, rows * this.rowBytes);
    for (let at = 0; at < bytes.length;) at += (await this.file.write(bytes, at)).bytesWritten;
  }

  async close(): Promise<void> {
    await this.file.close();
  }
}

/** Writes a whole TIFF; `band(y, n)` gives so many rows of samples. */
export async function writeTiff(
  path: string,
  spec: TiffSpec,
  band: (fromRow: number, rows: number) => Uint8Array | Uint16Array,
) {
  const rowsAtOnce = Math.max(1, Math.floor((1 << 20) / ((spec.width * spec.channels * spec.bits) / 8)));
  const tiff = await TiffWriter.create(path, spec);
  try {
    for (let y = 0; y < spec.height; y += rowsAtOnce) {
      const n = Math.min(rowsAtOnce, spec.height - y);
      await tiff.write(band(y, n), n);
    }
  } finally {
    await tiff.close();
  }
}

function header(spec: TiffSpec, rowBytes: number, rowsPerStrip: number, strips: number): Buffer {
  const { width, height, bits, channels, ppi, profile, taken, description } = spec;
  const ascii = (s: string) => Buffer.from(`${s}\0`, 'latin1');
  const longs = (...v: number[]) => {
    const b = Buffer.alloc(4 * v.length);
    v.forEach((x, i) => b.writeUInt32LE(x, 4 * i));
    return b;
  };
  const shorts = (...v: number[]) => {
    const b = Buffer.alloc(2 * v.length);
    v.forEach((x, i) => b.writeUInt16LE(x, 2 * i));
    return b;
  };
  const sizes = Array.from(
    { length: strips },
    (_, s) => Math.min(rowsPerStrip, height - s * rowsPerStrip) * rowBytes,
  );
  const SHORT = 3,
    LONG = 4,
    RATIONAL = 5,
    ASCII = 2,
    UNDEFINED = 7;
  const tags: [tag: number, type: number, count: number, data: Buffer][] = [
    [256, LONG, 1, longs(width)],
    [257, LONG, 1, longs(height)],
    [258, SHORT, channels, shorts(...Array<number>(channels).fill(bits))],
    [259, SHORT, 1, shorts(1)],
    [262, SHORT, 1, shorts(channels === 1 ? 1 : channels === 4 ? 5 : 2)],
    ...(description
      ? [[270, ASCII, description.length + 1, ascii(description)] as [number, number, number, Buffer]]
      : []),
    [273, LONG, strips, Buffer.alloc(4 * strips)],
    [277, SHORT, 1, shorts(channels)],
    [278, LONG, 1, longs(rowsPerStrip)],
    [279, LONG, strips, longs(...sizes)],
    ...(ppi
      ? ([
          [282, RATIONAL, 1, longs(ppi, 1)],
          [283, RATIONAL, 1, longs(ppi, 1)],
          [296, SHORT, 1, shorts(2)],
        ] as [number, number, number, Buffer][])
      : []),
    ...(taken ? [[306, ASCII, taken.length + 1, ascii(taken)] as [number, number, number, Buffer]] : []),
    ...(profile
      ? [[34675, UNDEFINED, profile.length, Buffer.from(profile)] as [number, number, number, Buffer]]
      : []),
  ];
  const ifd = Buffer.alloc(2 + 12 * tags.length + 4);
  ifd.writeUInt16LE(tags.length, 0);
  let spill = 8 + ifd.length;
  const after: Buffer[] = [];
  let offsetsAt = -1;
  tags.forEach(([tagId, type, count, data], i) => {
    const at = 2 + 12 * i;
    ifd.writeUInt16LE(tagId, at);
    ifd.writeUInt16LE(type, at + 2);
    ifd.writeUInt32LE(count, at + 4);
    if (data.length <= 4) {
      data.copy(ifd, at + 8);
      if (tagId === 273) offsetsAt = -2 - (at + 8);
      return;
    }
    ifd.writeUInt32LE(spill, at + 8);
    if (tagId === 273) offsetsAt = spill;
    const even = data.length % 2 ? Buffer.concat([data, Buffer.alloc(1)]) : data;
    after.push(even);
    spill += even.length;
  });
  const start = (spill + 15) & ~15;
  const whole = Buffer.alloc(start);
  whole.write('II', 0, 'latin1');
  whole.writeUInt16LE(42, 2);
  whole.writeUInt32LE(8, 4);
  ifd.copy(whole, 8);
  let at = 8 + ifd.length;
  for (const b of after) {
    b.copy(whole, at);
    at += b.length;
  }
  let offset = start;
  sizes.forEach((size, s) => {
    whole.writeUInt32LE(offset, offsetsAt >= 0 ? offsetsAt + 4 * s : 8 + (-offsetsAt - 2));
    offset += size;
  });
  return whole;
}
