import { RefusedError } from '@/core/errors';

export type FileKind = 'TIFF' | 'JPEG' | 'PNG' | 'WebP';

const ENDINGS: Record<FileKind, readonly string[]> = {
  TIFF: ['tif', 'tiff'],
  JPEG: ['jpg', 'jpeg', 'jpe'],
  PNG: ['png'],
  WebP: ['webp'],
};
/** How many first bytes are enough to know a file by. */
export const SNIFF_BYTES = 12;

/**
 * Knows a picture file by its first bytes, never by its name.
 *
 * Source: TIFF 6.0 and BigTIFF headers; ISO 10918-1; ISO 15948; RFC 9649.
 * @example sniff(Uint8Array.from([0xff, 0xd8, 0xff, 0xe0])) // 'JPEG'
 */
export function sniff(head: Uint8Array): FileKind | null {
  const text = String.fromCharCode(...head.subarray(0, 12));
  if (/^(II[*+]\0|MM\0[*+])/s.test(text)) return 'TIFF';
  if (head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff) return 'JPEG';
  if (text.startsWith('\x89PNG\r\n\x1a\n')) return 'PNG';
  if (text.startsWith('RIFF') && text.slice(8) === 'WEBP') return 'WebP';
  return null;
}

/**
 * Refuses what is not a picture and what calls itself something it is not.
 *
 * @throws RefusedError with the sentence for the person
 */
export function kindOrRefuse(fileName: string, head: Uint8Array): FileKind {
  const kind = sniff(head);
  if (head.length === 0) throw new RefusedError(`“${fileName}” is empty: 0 bytes came in.`);
  if (!kind)
    throw new RefusedError(
      `“${fileName}” is not a picture Glassine reads. TIFF, JPEG, PNG and WebP are taken in, known by their content.`,
    );
  const ending = /\.([a-z0-9]+)$/i.exec(fileName)?.[1]?.toLowerCase();
  const promised =
    ending && (Object.keys(ENDINGS) as FileKind[]).find((k) => ENDINGS[k].includes(ending));
  if (promised && promised !== kind) {
    throw new RefusedError(
      `“${fileName}” says it is ${promised} but holds ${kind}. Give it the ending .${ENDINGS[kind][0]} if that is right, and bring it in again.`,
    );
  }
  return kind;
}
