import { open, type FileHandle } from 'node:fs/promises';

/** How many pictures a file holds, where its decoder tells of the first one only; and whether it is a camera's raw file. */
export type HeaderFacts = { isRaw: boolean; pictures: number | null; cielab8: boolean };

const NOTHING: HeaderFacts = { isRaw: false, pictures: null, cielab8: false };

/** No header of a picture is longer; what lies behind it is pixels. */
const MOST_HEAD = 1 << 20;

/**
 * Looks into a file's header for what its decoder keeps to itself.
 *
 * Source: TIFF 6.0 and TIFF/EP (ISO 12234-2) for raw files; CIPA DC-007 for several pictures in one JPEG; PNG third edition for
 * animation.
 */
export async function readHeader(path: string, kind: string): Promise<HeaderFacts> {
  const file = await open(path, 'r');
  try {
    if (kind === 'TIFF') return await tiffFacts(file);
    const head = await bytesAt(file, 0, MOST_HEAD);
    if (kind === 'JPEG') return { ...NOTHING, pictures: picturesInJpeg(head) };
    if (kind === 'PNG') return { ...NOTHING, pictures: framesInPng(head) };
    return NOTHING;
  } finally {
    await file.close();
  }
}

async function bytesAt(file: FileHandle, at: number, count: number): Promise<Buffer> {
  const { buffer, bytesRead } = await file.read(Buffer.alloc(count), 0, count, at);
  return buffer.subarray(0, bytesRead);
}

const PHOTOMETRIC = 262;
const BITS_PER_SAMPLE = 258;
const SUB_FOLDERS = 330;
/** A tag that only raw files of the open kind carry. */
const RAW_VERSION = 50706;
/** A colour filter's pattern, and linear light of a sensor. */
const RAW_PHOTOMETRICS = [32803, 34892];
const CIELAB = 8;
const MOST_FOLDERS = 64;

type Folder = Map<number, number[]>;

/** Every folder of tags in a TIFF of the ordinary kind; BigTIFF holds no raw files that we know of. */
async function tiffFacts(file: FileHandle): Promise<HeaderFacts> {
  const head = await bytesAt(file, 0, 16);
  if (head.length < 8) return NOTHING;
  const isLittle = head.toString('latin1', 0, 2) === 'II';
  const u16 = (b: Buffer, at: number) => (isLittle ? b.readUInt16LE(at) : b.readUInt16BE(at));
  const u32 = (b: Buffer, at: number) => (isLittle ? b.readUInt32LE(at) : b.readUInt32BE(at));
  if (u16(head, 2) !== 42) return NOTHING;
  // One maker's raw files are marked behind the header, and otherwise look like a picture.
  const isMarked = head.toString('latin1', 8, 10) === 'CR';

  const readFolder = async (at: number): Promise<{ tags: Folder; next: number } | null> => {
    const count = await bytesAt(file, at, 2);
    if (count.length < 2) return null;
    const entries = Math.min(u16(count, 0), 1_000);
    const body = await bytesAt(file, at + 2, entries * 12 + 4);
    const tags: Folder = new Map();
    for (let i = 0; i < entries && 12 * i + 12 <= body.length; i++) {
      const values = await valuesOf(body, 12 * i);
      if (values) tags.set(u16(body, 12 * i), values);
    }
    const next = body.length >= entries * 12 + 4 ? u32(body, entries * 12) : 0;
    return { tags, next };
  };

  const valuesOf = async (body: Buffer, at: number): Promise<number[] | null> => {
    const type = u16(body, at + 2);
    const count = Math.min(u32(body, at + 4), 16);
    const size = { 1: 1, 3: 2, 4: 4, 13: 4 }[type];
    if (!size) return null;
    const inside = count * size <= 4;
    const bytes = inside
      ? body.subarray(at + 8, at + 12)
      : await bytesAt(file, u32(body, at + 8), count * size);
    if (bytes.length < count * size) return null;
    const read = (i: number) =>
      size === 1 ? bytes[i]! : size === 2 ? u16(bytes, 2 * i) : u32(bytes, 4 * i);
    return Array.from({ length: count }, (_, i) => read(i));
  };

  const todo = [u32(head, 4)];
  const seen = new Set<number>();
  let isRaw = isMarked;
  let cielab8 = false;
  while (todo.length && seen.size < MOST_FOLDERS) {
    const at = todo.pop()!;
    if (at === 0 || seen.has(at)) continue;
    seen.add(at);
    const folder = await readFolder(at);
    if (!folder) continue;
    const { tags, next } = folder;
    const photometric = tags.get(PHOTOMETRIC)?.[0] ?? -1;
    if (tags.has(RAW_VERSION) || RAW_PHOTOMETRICS.includes(photometric)) isRaw = true;
    if (photometric === CIELAB && tags.get(BITS_PER_SAMPLE)?.[0] === 8) cielab8 = true;
    todo.push(next, ...(tags.get(SUB_FOLDERS) ?? []));
  }
  return { isRaw, pictures: null, cielab8 };
}

/** The count in a JPEG's list of further pictures, or null. */
function picturesInJpeg(head: Buffer): number | null {
  for (let at = 2; at + 4 <= head.length && head[at] === 0xff;) {
    const marker = head[at + 1]!;
    if (marker === 0xda) return null;
    const length = head.readUInt16BE(at + 2);
    const isList = marker === 0xe2 && head.toString('latin1', at + 4, at + 8) === 'MPF\0';
    if (isList) return countIn(head.subarray(at + 8, at + 2 + length));
    at += 2 + length;
  }
  return null;
}

const NUMBER_OF_PICTURES = 0xb001;

function countIn(list: Buffer): number | null {
  if (list.length < 10) return null;
  const isLittle = list.toString('latin1', 0, 2) === 'II';
  const u16 = (at: number) => (isLittle ? list.readUInt16LE(at) : list.readUInt16BE(at));
  const u32 = (at: number) => (isLittle ? list.readUInt32LE(at) : list.readUInt32BE(at));
  const first = u32(4);
  if (first + 2 > list.length) return null;
  for (let i = 0; i < u16(first); i++) {
    const at = first + 2 + 12 * i;
    if (at + 12 > list.length) return null;
    if (u16(at) === NUMBER_OF_PICTURES) return u32(at + 8);
  }
  return null;
}

/** The frames of an animated PNG, or null for a still one. */
function framesInPng(head: Buffer): number | null {
  for (let at = 8; at + 12 <= head.length;) {
    const length = head.readUInt32BE(at);
    const type = head.toString('latin1', at + 4, at + 8);
    if (type === 'acTL') return head.readUInt32BE(at + 8);
    if (type === 'IDAT') return null;
    at += 12 + length;
  }
  return null;
}
