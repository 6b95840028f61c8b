import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import type { Crop } from '@/core/crop/crop';
import type { Um } from '@/core/measure';
import type { LaidPiece } from '@/core/sheets/pieces';
import type { Db } from '@/store/db';
import { findRows } from '@/store/rows';
import { cropOf, viewedPixels } from '../works/workPage';

/** What is seen of a piece when it comes from the printer: the picture it was laid with, as it is cut, where it lies on the piece. */
export type PieceFace = {
  picture: string;
  pixels: { width: number; height: number };
  cut: Crop;
  at: { x: Um; y: Um; width: Um; height: Um };
};

/**
 * The faces of laid pieces by their ids: those that are sizes of a work whose picture is still here.
 *
 * A piece may be larger than the sheet that it becomes, by strips that are torn or cut off: the sheet lies in its middle.
 */
export async function facesOf(db: Db, pieces: readonly LaidPiece[]): Promise<Record<string, PieceFace>> {
  const shown = pieces.flatMap(({ formatId, picture, ...piece }) =>
    formatId && picture ? [{ ...piece, formatId, picture }] : [],
  );
  const [formats, masters] = await Promise.all([
    findRows(db, 'formats', { id: shown.map(({ formatId }) => formatId) }),
    findRows(db, 'masters', { sha256: shown.map(({ picture }) => picture) }),
  ]);
  const faces = shown.flatMap((piece): [string, PieceFace][] => {
    const format = formats.find(({ id }) => id === piece.formatId);
    const master = masters.find((m) => m.sha256 === piece.picture && m.workId === format?.workId);
    if (!format || !master) return [];
    const image = imageOf(format);
    const borders = bordersOf(format);
    const sheet = sheetOf(image, borders);
    const at = {
      x: (piece.width - sheet.width) / 2 + borders.left,
      y: (piece.height - sheet.height) / 2 + borders.top,
      ...image,
    };
    const { picture } = piece;
    return [[piece.id, { picture, pixels: viewedPixels(master), cut: cropOf(format, master), at }]];
  });
  return Object.fromEntries(faces);
}
