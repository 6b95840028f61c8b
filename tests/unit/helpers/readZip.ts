import { inflateRawSync } from 'node:zlib';

/**
 * The files of a ZIP, read by its directory at the end as APPNOTE.TXT 6.3 has it: by none of the code that wrote it.
 *
 * @returns the bytes of each file by its name
 */
export function readZip(zip: Buffer): Map<string, Buffer> {
  const end = zip.lastIndexOf(Buffer.from([0x50, 0x4b, 5, 6]));
  const count = zip.readUInt16LE(end + 10);
  let at = zip.readUInt32LE(end + 16);
  const files = new Map<string, Buffer>();
  for (let i = 0; i < count; i += 1) {
    const method = zip.readUInt16LE(at + 10);
    const packed = zip.readUInt32LE(at + 20);
    const size = zip.readUInt32LE(at + 24);
    const lengths = [28, 30, 32].map((offset) => zip.readUInt16LE(at + offset));
    const local = zip.readUInt32LE(at + 42);
    const name = zip.toString('utf8', at + 46, at + 46 + lengths[0]!);
    const from = local + 30 + zip.readUInt16LE(local + 26) + zip.readUInt16LE(local + 28);
    const bytes = zip.subarray(from, from + packed);
    const whole = method === 0 ? bytes : inflateRawSync(bytes);
    if (whole.length !== size)
      throw new Error(`${name} has ${whole.length} bytes where ${size} are said`);
    files.set(name, whole);
    at += 46 + lengths.reduce((sum, n) => sum + n, 0);
  }
  return files;
}
