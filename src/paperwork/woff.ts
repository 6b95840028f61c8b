import { inflateSync } from 'node:zlib';

const HEADER = 44;
const ENTRY = 20;
const SFNT_HEADER = 12;
const SFNT_ENTRY = 16;

/**
 * A font as the web has it, unpacked to the plain form that programs read. The reader of fonts would unpack each table anew for
 * each paper, and more slowly than the machine's own zlib.
 *
 * @param woff the file, WOFF 1.0
 * @returns the same tables in the same order, as an OpenType file
 * @throws Error for anything else. Source: W3C, WOFF File Format 1.0, §3–5
 */
export function unpackWoff(woff: Buffer): Buffer {
  if (woff.toString('latin1', 0, 4) !== 'wOFF') throw new Error('This is no WOFF file.');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = HEADER + i * ENTRY;
    const offset = woff.readUInt32BE(at + 4);
    const packed = woff.readUInt32BE(at + 8);
    const length = woff.readUInt32BE(at + 12);
    const bytes = woff.subarray(offset, offset + packed);
    return {
      tag: woff.subarray(at, at + 4),
      checksum: woff.readUInt32BE(at + 16),
      // A table that would not become smaller lies there as it is.
      bytes: packed < length ? inflateSync(bytes) : bytes,
    };
  });
  const sfnt = Buffer.alloc(woff.readUInt32BE(16));
  const step = 2 ** Math.floor(Math.log2(count));
  sfnt.writeUInt32BE(woff.readUInt32BE(4), 0);
  sfnt.writeUInt16BE(count, 4);
  sfnt.writeUInt16BE(step * SFNT_ENTRY, 6);
  sfnt.writeUInt16BE(Math.log2(step), 8);
  sfnt.writeUInt16BE((count - step) * SFNT_ENTRY, 10);
  let end = SFNT_HEADER + count * SFNT_ENTRY;
  for (const [i, { tag, checksum, bytes }] of tables.entries()) {
    const at = SFNT_HEADER + i * SFNT_ENTRY;
    tag.copy(sfnt, at);
    sfnt.writeUInt32BE(checksum, at + 4);
    sfnt.writeUInt32BE(end, at + 8);
    sfnt.writeUInt32BE(bytes.length, at + 12);
    bytes.copy(sfnt, end);
    // Each table begins at a multiple of four.
    end += (bytes.length + 3) & ~3;
  }
  return sfnt;
}
