import { join } from 'node:path';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { fileWords } from '@/core/words';
import { RefusedError } from '@/core/errors';
import { formatMoney, formatSize } from '@/core/measure';
import { pixelsPerMm, placeInPhotograph, type HungAtBuyers } from '@/core/wall/buyerWall';
import { hookLines } from '@/core/wall/check';
import { drillTiles } from '@/core/wall/drill';
import { drawWall } from '@/core/wall/drawWall';
import { fixingFor, pieceWords } from '@/core/wall/hooks';
import { layWall } from '@/core/wall/lay';
import { drillSheetPdf, wallLabelsPdf } from '@/paperwork/wallSheets';
import { pricesOn, productsAtHand } from '@/store/products';
import { findRow, rowById } from '@/store/rows';
import { artistOf } from '@/store/settings';
import type { Document } from '../reports/documents';
import type { Studio } from '../studio';

/** The drill sheet: every hook on its page at true size, and an overview with its measures to begin with. */
export async function drillSheet(studio: Studio, wallId: string): Promise<Document> {
  const wall = await rowById(studio.db, 'walls', wallId, 'wallId');
  const { plan } = wall;
  if (!plan.pieces.length)
    throw new RefusedError(`Nothing hangs on ${wall.name} yet: there is nothing to drill.`);
  const { unit, name } = await studio.settings();
  const laid = layWall(plan);
  const isLetter = unit === 'in';
  const paper = {
    width: isLetter ? 279_400 : 297_000,
    height: isLetter ? 215_900 : 210_000,
    margin: 10_000,
  };
  const bytes = await drillSheetPdf({
    ...{ studio: name, wall: wall.name, unit, paper, at: studio.now() },
    drawing: drawWall({ title: wall.name, plan, unit }),
    tiles: drillTiles(plan, paper),
    faces: plan.faces,
    hooks: hookLines(plan, laid).map((line) => ({
      ...line,
      says: pieceWords(line.piece, unit),
      fixing: fixingFor(line.piece, plan.surface, unit).says,
    })),
    guessed: plan.pieces.flatMap((p, i) => (p.isDropMeasured ? [] : [i + 1])),
  });
  return { name: `drill-sheet_${fileWords(wall.name)}.pdf`, bytes };
}

/** Cards to stand or pin beside the pictures: title, artist, year, what it is, and what it costs where it has a price. */
export async function wallLabels(studio: Studio, wallId: string): Promise<Document> {
  const wall = await rowById(studio.db, 'walls', wallId, 'wallId');
  if (!wall.plan.pieces.length)
    throw new RefusedError(`Nothing hangs on ${wall.name} yet: there is nothing to label.`);
  const settings = await studio.settings();
  const { unit, name } = settings;
  const [artist, priceOf] = await Promise.all([artistOf(studio.db, settings.id), labelPrices(studio)]);
  const cards = await Promise.all(
    wall.plan.pieces.map(async (piece) => {
      const work = piece.workId ? await findRow(studio.db, 'works', piece.workId) : undefined;
      return {
        title: piece.title,
        artist: artist || name,
        facts: [
          [work?.medium, work?.year].filter(Boolean).join(', '),
          formatSize({ width: piece.window.width, height: piece.window.height }, unit),
        ].filter(Boolean),
        price: piece.formatId ? (priceOf.get(piece.formatId) ?? null) : null,
      };
    }),
  );
  const bytes = await wallLabelsPdf({
    studio: name,
    wall: wall.name,
    cards,
    letter: unit === 'in',
    at: studio.now(),
  });
  return { name: `labels_${fileWords(wall.name)}.pdf`, bytes };
}

/** A buyer's wall with what hangs on it, to scale, as a picture to send. */
export async function buyerWallPicture(studio: Studio, wallId: string): Promise<Document> {
  const wall = await rowById(studio.db, 'buyerWalls', wallId, 'wallId');
  const { known, rectangle, pieces } = wall.hung;
  if (!known && !rectangle)
    throw new RefusedError(
      'Say first which length in the photograph is known: nothing is to scale before.',
    );
  const folder = await mkdtemp(join(tmpdir(), 'glassine-wall-'));
  try {
    const out = join(folder, 'wall.png');
    const photograph = await studio.objects.soundPath(wall.sha256, wall.fileName);
    const dressed = ({ piece }: HungAtBuyers) => ({
      isFramed: piece.moulding > 0,
      picture: piece.picture
        ? { path: join(studio.objects.derivedDir(piece.picture), 'view.jpg'), from: piece.from }
        : null,
    });
    if (rectangle) {
      const hung = pieces.map((each) => ({
        ...dressed(each),
        framing: each.piece,
        middle: each.middle,
        known: rectangle,
      }));
      await studio.imaging.do('hangAslantInPhotograph', [{ photograph, hung, out }]).done;
    } else {
      const scale = pixelsPerMm(known!);
      const hung = pieces.map((each) => ({
        ...dressed(each),
        ...placeInPhotograph(each.piece, each.middle, scale),
      }));
      await studio.imaging.do('hangInPhotograph', [{ photograph, hung, out }]).done;
    }
    return { name: `wall_${fileWords(wall.name)}.png`, bytes: await readFile(out), type: 'image/png' };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** What a label says a size costs: framed as it hangs, or, where it is not sold so, its print alone. */
async function labelPrices(studio: Studio): Promise<Map<string, string>> {
  const [{ currency }, today] = await Promise.all([studio.settings(), studio.today()]);
  const [rows, prices] = await Promise.all([productsAtHand(studio.db), pricesOn(studio.db, today)]);
  const minorOf = new Map(prices.map((price) => [price.productId, price.priceMinor]));
  const said = new Map<string, { minor: number; isFramed: boolean }>();
  for (const { product, format } of rows) {
    const minor = minorOf.get(product.id);
    if (minor === undefined) continue;
    const isFramed = product.finish === 'framed';
    const known = said.get(format.id);
    if (!known || (isFramed && !known.isFramed) || (isFramed === known.isFramed && minor < known.minor))
      said.set(format.id, { minor, isFramed });
  }
  return new Map(
    [...said].map(([formatId, { minor, isFramed }]) => [
      formatId,
      `${formatMoney(minor, currency)}${isFramed ? '' : ', unframed'}`,
    ]),
  );
}
