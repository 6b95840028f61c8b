import { open, stat } from 'node:fs/promises';
import exifr from 'exifr';
import sharp, { type Metadata } from 'sharp';
import { RefusedError } from '@/core/errors';
import { profileLabel } from '@/core/colour/icc';
import { readHeader } from './headers';
import { kindOrRefuse, SNIFF_BYTES, type FileKind } from './kinds';

/** What a file says of itself, before anything is measured. */
export type FileFacts = {
  kind: FileKind;
  /** As stored, before any orientation flag. */
  width: number;
  height: number;
  bits: number;
  channels: number;
  alpha: boolean;
  colour: 'RGB' | 'grey' | 'CMYK' | 'Lab';
  pages: number;
  density: number | null;
  densityUnit: 'inch' | 'cm' | 'none';
  orientation: number;
  compression: string;
  profileLabel: string | null;
  profileBytes: number;
  /** Local time of the capture as the file has it, `YYYY-MM-DDTHH:MM:SS`, with no zone. */
  capturedAt: string | null;
};

/** More than this is not taken in: 1 000 megapixels, a print of 2.7 × 2.7 m at 300 ppi. */
export const MOST_PIXELS = 1_000_000_000;

const BITS: Record<string, number> = {
  uchar: 8,
  char: 8,
  ushort: 16,
  short: 16,
  uint: 32,
  int: 32,
  float: 32,
  double: 64,
};
const COLOURS: Record<string, FileFacts['colour']> = {
  'b-w': 'grey',
  grey16: 'grey',
  cmyk: 'CMYK',
  lab: 'Lab',
  labs: 'Lab',
};

/** Source: TIFF 6.0, tag 259, and its later registrations. */
const TIFF_COMPRESSIONS: Record<number, string> = {
  1: 'no',
  5: 'lzw',
  7: 'jpeg',
  8: 'deflate',
  32773: 'packbits',
  32946: 'deflate',
};

/**
 * Reads a file's facts from its header.
 *
 * @throws RefusedError with a sentence when it is not a picture, lies about its kind, or has too many pixels
 */
export async function readFacts(path: string, fileName: string): Promise<FileFacts> {
  const kind = kindOrRefuse(fileName, await firstBytes(path));
  const header = await readHeader(path, kind);
  if (header.isRaw)
    throw new RefusedError(
      `“${fileName}” is a camera’s raw file: what its sensor saw, not yet a picture. Develop it first, and bring in a TIFF of 16 bits.`,
    );
  if (header.cielab8)
    throw new RefusedError(
      `“${fileName}” holds CIELab colours in 8 bits, which are not read. Save it with 16 bits, or in a wide RGB space.`,
    );
  let m: Metadata;
  try {
    m = await sharp(path, { limitInputPixels: false, failOn: 'none' }).metadata();
  } catch (error) {
    throw new RefusedError(
      `“${fileName}” begins like a ${kind} but cannot be read: ${plainReason(error)}.`,
    );
  }
  // A multi-page file is read by its first page.
  const height = m.pageHeight ?? m.height;
  if (!(m.width > 0 && height > 0))
    throw new RefusedError(
      `“${fileName}” says it has ${m.width} × ${height} pixels: there is no picture in it.`,
    );
  if (m.width * height > MOST_PIXELS) {
    throw new RefusedError(
      `“${fileName}” says it has ${m.width} × ${height} pixels, ${Math.round((m.width * height) / 1e6)} megapixels. Up to ${MOST_PIXELS / 1e6} are taken in; send it in parts.`,
    );
  }
  if (kind === 'JPEG') await refuseHollow(path, fileName, m.width * height);
  const tags = (await exifr
    .parse(path, {
      ifd0: { pick: ['ModifyDate', 'DateTime', 'Compression'] },
      exif: { pick: ['DateTimeOriginal'] },
      reviveValues: false,
      translateValues: false,
    } as object)
    .catch(() => undefined)) as Record<string, string> | undefined;
  return {
    kind,
    width: m.width,
    height,
    bits: bitsOf(m),
    channels: m.channels ?? 3,
    alpha: m.hasAlpha ?? false,
    colour: COLOURS[m.space ?? ''] ?? 'RGB',
    pages: Math.max(m.pages ?? 1, header.pictures ?? 1),
    density: m.density ?? null,
    densityUnit: m.density ? ((m.resolutionUnit as 'inch' | 'cm') ?? 'inch') : 'none',
    orientation: m.orientation ?? 1,
    compression: m.compression ?? TIFF_COMPRESSIONS[Number(tags?.Compression)] ?? '',
    profileLabel: m.icc ? labelOf(m.icc) : null,
    profileBytes: m.icc?.length ?? 0,
    capturedAt: isoLocal(tags?.DateTimeOriginal ?? tags?.ModifyDate ?? tags?.DateTime),
  };
}

function labelOf(icc: Uint8Array): string {
  try {
    return profileLabel(icc) || 'a profile without a name';
  } catch {
    return 'a damaged profile';
  }
}

async function firstBytes(path: string): Promise<Uint8Array> {
  const file = await open(path, 'r');
  try {
    const { buffer, bytesRead } = await file.read(new Uint8Array(SNIFF_BYTES), 0, SNIFF_BYTES, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

function isoLocal(text: string | undefined): string | null {
  const m = /^(\d{4})[:-](\d{2})[:-](\d{2})[ T](\d{2}:\d{2}:\d{2})/.exec(text ?? '');
  return m ? `${m[1]}-${m[2]}-${m[3]}T${m[4]}` : null;
}

/** Pixels of a byte that no JPEG reaches, be its picture one colour from edge to edge. */
const MOST_PIXELS_A_BYTE = 2_000;

/**
 * Refuses a JPEG that claims more pixels than its bytes can hold: reading it would take minutes to find nothing.
 *
 * Source: ISO 10918-1. A block of 64 pixels takes no less than a fraction of a bit in any of its codings.
 */
async function refuseHollow(path: string, fileName: string, pixels: number): Promise<void> {
  const { size } = await stat(path);
  if (size * MOST_PIXELS_A_BYTE < pixels)
    throw new RefusedError(
      `“${fileName}” says it has ${Math.round(pixels / 1e6)} megapixels, and its ${size} bytes cannot hold them. It is damaged, or was made up.`,
    );
}

/** As stored: one, two and four bits are unpacked to eight by the decoder, and are still one, two and four. */
function bitsOf(m: Metadata): number {
  const stored = (m as { bitsPerSample?: number }).bitsPerSample;
  return stored === 1 || stored === 2 || stored === 4 ? stored : (BITS[m.depth as string] ?? 8);
}

/** What decoders complain of, in words of ours; their own are for those who write decoders. */
const COMPLAINTS: readonly [RegExp, string][] = [
  [
    /premature|truncat|too early|unexpected end|end of (file|image|stream)|read (error|gave)|out of (data|order)|short/i,
    'it ends too early',
  ],
  [/header|magic|not a |bad \w+ format|IHDR|signature/i, 'its header is damaged'],
  [
    /compression|codec|unsupported|not supported|unable to call|no loader/i,
    'it is packed in a way that is not read',
  ],
  [/crc|checksum|adler|corrupt|invalid|huffman|marker|code/i, 'its data are damaged'],
];

/** Why a file cannot be read, for a person. @example plainReason(new Error('VipsJpeg: premature end of JPEG image')) // 'it ends too early' */
export function plainReason(error: unknown): string {
  const text = String(error instanceof Error ? error.message : error);
  return COMPLAINTS.find(([pattern]) => pattern.test(text))?.[1] ?? 'its data are damaged';
}
