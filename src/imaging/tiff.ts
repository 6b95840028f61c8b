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
  /** With addresses of eight bytes; nothing said: where the file would be too large for those of four. */
  isBig?: boolean;
};

/**
 * Writes an uncompressed TIFF band by band, so that a picture larger than memory would do can be made. Samples of 16 bits are
 * in the machine's own (little-endian) order.
 *
 * Source: TIFF 6.0; beyond 4 GB the BigTIFF of libtiff 4.
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

/** What lies before the pixels is small; so much is left for it. */
const HEAD_BYTES = 64 * 1_048_576;
const LARGEST_SMALL = 2 ** 32 - HEAD_BYTES;

const ASCII = 2;
const SHORT = 3;
const LONG = 4;
const RATIONAL = 5;
const UNDEFINED = 7;
const LONG8 = 16;
type Tag = { id: number; type: number; count: number; data: Buffer };

const ascii = (id: number, text: string): Tag => {
  const data = Buffer.from(`${text}\0`, 'latin1');
  return { id, type: ASCII, count: data.length, data };
};
const shorts = (id: number, ...values: number[]): Tag => {
  const data = Buffer.alloc(2 * values.length);
  values.forEach((value, i) => data.writeUInt16LE(value, 2 * i));
  return { id, type: SHORT, count: values.length, data };
};
const longs = (id: number, ...values: number[]): Tag => {
  const data = Buffer.alloc(4 * values.length);
  values.forEach((value, i) => data.writeUInt32LE(value, 4 * i));
  return { id, type: LONG, count: values.length, data };
};
const ratio = (id: number, value: number): Tag => ({ ...longs(id, value, 1), type: RATIONAL, count: 1 });
/** Addresses in the file, as wide as the kind of file has them. */
const addresses = (id: number, values: readonly number[], isBig: boolean): Tag => {
  if (!isBig) return longs(id, ...values);
  const data = Buffer.alloc(8 * values.length);
  values.forEach((value, i) => data.writeBigUInt64LE(BigInt(value), 8 * i));
  return { id, type: LONG8, count: values.length, data };
};

/** Everything before the pixels: what they are, and where each strip of them begins. */
function header(spec: TiffSpec, rowBytes: number, rowsPerStrip: number, strips: number): Buffer {
  const sizes = Array.from(
    { length: strips },
    (_, s) => Math.min(rowsPerStrip, spec.height - s * rowsPerStrip) * rowBytes,
  );
  const isBig = spec.isBig ?? rowBytes * spec.height > LARGEST_SMALL;
  // How long it becomes does not hang on where the strips lie: it is laid out twice.
  const start = laidOut(tagsOf(spec, rowsPerStrip, sizes, 0, isBig), isBig).length;
  return laidOut(tagsOf(spec, rowsPerStrip, sizes, start, isBig), isBig);
}

function tagsOf(
  { width, height, bits, channels, ppi, profile, taken, description }: TiffSpec,
  rowsPerStrip: number,
  sizes: readonly number[],
  start: number,
  isBig: boolean,
): Tag[] {
  let next = start;
  const offsets = sizes.map((size) => {
    next += size;
    return next - size;
  });
  const photometric = { 1: 1, 3: 2, 4: 5 }[channels];
  // In rising order, as the format asks.
  return [
    longs(256, width),
    longs(257, height),
    shorts(258, ...Array<number>(channels).fill(bits)),
    shorts(259, 1),
    shorts(262, photometric),
    ...(description ? [ascii(270, description)] : []),
    addresses(273, offsets, isBig),
    shorts(277, channels),
    longs(278, rowsPerStrip),
    addresses(279, sizes, isBig),
    ...(ppi ? [ratio(282, ppi), ratio(283, ppi), shorts(296, 2)] : []),
    ...(taken ? [ascii(306, taken)] : []),
    ...(profile
      ? [{ id: 34_675, type: UNDEFINED, count: profile.length, data: Buffer.from(profile) }]
      : []),
  ];
}

/** The head of the file, the list of its tags, and behind it what does not fit into them; filled up to sixteen bytes. */
function laidOut(tags: readonly Tag[], isBig: boolean): Buffer {
  const [head, count, entry, inside] = isBig ? [16, 8, 20, 8] : [8, 2, 12, 4];
  const number = (into: Buffer, value: number, at: number) =>
    isBig ? into.writeBigUInt64LE(BigInt(value), at) : into.writeUInt32LE(value, at);
  const list = Buffer.alloc(count + entry * tags.length + (isBig ? 8 : 4));
  if (isBig) number(list, tags.length, 0);
  else list.writeUInt16LE(tags.length, 0);
  const outside: Buffer[] = [];
  let next = head + list.length;
  tags.forEach(({ id, type, count: values, data }, i) => {
    const at = count + entry * i;
    list.writeUInt16LE(id, at);
    list.writeUInt16LE(type, at + 2);
    number(list, values, at + 4);
    const value = at + entry - inside;
    if (data.length <= inside) {
      data.copy(list, value);
      return;
    }
    number(list, next, value);
    // Each value begins at an even place.
    const padded = Buffer.concat([data, Buffer.alloc(data.length % 2)]);
    outside.push(padded);
    next += padded.length;
  });
  const first = Buffer.alloc(head);
  first.write('II', 0, 'latin1');
  first.writeUInt16LE(isBig ? 43 : 42, 2);
  if (isBig) first.writeUInt16LE(8, 4);
  number(first, head, isBig ? 8 : 4);
  return Buffer.concat([first, list, ...outside, Buffer.alloc((16 - (next % 16)) % 16)]);
}
