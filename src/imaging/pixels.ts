import { open, rm, type FileHandle } from 'node:fs/promises';
import sharp, { type Sharp } from 'sharp';

/** A picture's own numbers, upright, on white where it was see-through, laid out row by row on disk. */
export type PixelFile = {
  width: number;
  height: number;
  channels: number;
  bits: 8 | 16;
  /** Samples of so many rows from `y`, interleaved. The array is used again by the next call. */
  rows: (y: number, count: number) => Promise<Uint8Array | Uint16Array>;
  close: () => Promise<void>;
};

/** Bytes before the first sample in the library's plain format. */
const HEAD = 64;

/** The space a file's own numbers are read in: grey stays grey, Lab is read as colours, deep files stay deep. */
function spaceOf(space: string | undefined, isDeep: boolean): string {
  switch (space) {
    case 'cmyk':
      return 'cmyk';
    case 'b-w':
    case 'grey16':
      return isDeep ? 'grey16' : 'b-w';
    case 'lab':
    case 'labs':
      return 'srgb';
    default:
      return isDeep ? 'rgb16' : 'srgb';
  }
}

/** The file as its own numbers say, no profile applied, 8 or 16 bit as it came. */
export async function ownNumbers(path: string): Promise<{ image: Sharp; bits: 8 | 16; space: string }> {
  const options = { limitInputPixels: false, failOn: 'error', page: 0, ignoreIcc: true } as const;
  const m = await sharp(path, options).metadata();
  const deep = m.depth !== 'uchar' && m.depth !== 'char';
  const space = spaceOf(m.space, deep);
  const opened = sharp(path, options);
  // Unless it is told to stay in them, the library takes inks to RGB by a profile of its own before anything else is done.
  const upright = (space === 'cmyk' ? opened.pipelineColourspace('cmyk') : opened).autoOrient();
  return {
    image: (m.hasAlpha ? upright.flatten({ background: '#ffffff' }) : upright).toColourspace(space),
    bits: deep && space !== 'cmyk' ? 16 : 8,
    space,
  };
}

/**
 * Decodes a picture once, end to end, into a passing file beside `scratch`, and opens that for reading by rows. Memory stays
 * small however large the picture is.
 *
 * @param scratch where the passing file goes; it is removed by `close`
 */
export async function openPixels(path: string, scratch: string): Promise<PixelFile> {
  const { image, bits } = await ownNumbers(path);
  const plain = `${scratch}.v`;
  const info = await image.toFile(plain);
  return readPlain(plain, info.width, info.height, info.channels, bits);
}

export async function readPlain(
  plain: string,
  width: number,
  height: number,
  channels: number,
  bits: 8 | 16,
): Promise<PixelFile> {
  const file: FileHandle = await open(plain, 'r');
  const rowBytes = (width * channels * bits) / 8;
  let buffer = Buffer.alloc(0);
  return {
    width,
    height,
    channels,
    bits,
    async rows(y, count) {
      if (buffer.length < rowBytes * count) buffer = Buffer.from(new ArrayBuffer(rowBytes * count));
      const n = rowBytes * count;
      const { bytesRead } = await file.read(buffer, 0, n, HEAD + y * rowBytes);
      if (bytesRead < n) throw new Error(`the passing file of ${width} × ${height} px ends early`);
      return bits === 16 ? new Uint16Array(buffer.buffer, 0, n / 2) : new Uint8Array(buffer.buffer, 0, n);
    },
    async close() {
      await file.close();
      await rm(plain, { force: true });
    },
  };
}
