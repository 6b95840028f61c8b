import { picked, plain } from '@/core/find/pick';
import { groupBy } from '@/core/groups';
import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import { InputError } from '@/core/errors';
import { formatSize, type Um } from '@/core/measure';
import { framingOf, MOULDING_UM } from '@/core/wall/framing';
import type { Framing, WallPlan } from '@/core/wall/plan';
import type { Db, Tx } from '@/store/db';
import { findRows, patchRow, rowById, type Row } from '@/store/rows';
import { currentMaster } from '@/store/works';
import { pictureFor } from '../reports/shopDrawings';
import type { Studio } from '../studio';

export type Wall = Row<'walls'>;
export type BuyerWall = Row<'buyerWalls'>;

/** Walls and stalls, the last changed first. */
export const wallsOf = (db: Db): Promise<Wall[]> =>
  findRows(db, 'walls', { archivedAt: null }, { orderBy: ['-changedAt'] });
export const buyerWallsOf = (db: Db): Promise<BuyerWall[]> =>
  findRows(db, 'buyerWalls', { archivedAt: null }, { orderBy: ['-changedAt'] });

/** A wall with its plan made otherwise. */
export async function changePlan(
  studio: Studio,
  tx: Tx,
  wallId: string,
  change: (plan: WallPlan, wall: Wall) => WallPlan | Promise<WallPlan>,
): Promise<Wall> {
  const wall = await rowById(tx, 'walls', wallId, 'wallId');
  const plan = await change(wall.plan, wall);
  await patchRow(tx, 'walls', wall.id, { plan, changedAt: studio.now() });
  return { ...wall, plan };
}

/**
 * A size of a work as it hangs when it is framed: as its mount is planned, with the picture its crop keeps.
 *
 * @param moulding width of the frame's face; the studio's usual where none is said
 */
export async function framingOfFormat(
  studio: Studio,
  { formatId, mount: kind }: { formatId: string; mount: MountKind | null },
  moulding: Um = MOULDING_UM,
): Promise<Framing> {
  const { db } = studio;
  const format = await rowById(db, 'formats', formatId, 'formatId');
  const work = await rowById(db, 'works', format.workId);
  const [mount] = kind ? await findRows(db, 'mounts', { formatId, kind }, { limit: 1 }) : [];
  if (kind && !mount) throw new InputError('mount', kind, 'one of the mounts this size has');
  const [image, borders] = [imageOf(format), bordersOf(format)];
  const { picture, from } = pictureFor(format, await currentMaster(db, work.id));
  return framingOf({
    ...{ workId: work.id, formatId, title: work.title, picture, from, image, borders, moulding },
    sheet: sheetOf(image, borders),
    plan: mount?.plan ?? null,
  });
}

export type MountKind = Row<'mounts'>['kind'];
/** A size to hang, in one of the ways it is mounted. */
export type OfferedToHang = { formatId: string; mount: MountKind | null; says: string };

const MOUNTED: Record<MountKind, string> = {
  mat: 'in its mat',
  float: 'floating',
  frame: 'in its frame',
  wrap: 'over bars',
};

/** Of what can be hung, the first that have the words somebody typed; twenty at most. */
export async function hangsFor(studio: Studio, typed: string): Promise<OfferedToHang[]> {
  const { all, texts } = await studio.untilWritten('sizes to hang', async () => {
    const offers = await formatsToHang(studio);
    return { all: offers, texts: offers.map(({ says }) => plain(says)) };
  });
  return picked(all, texts, typed);
}

/** Sizes of works that may be printed, to be hung. */
async function formatsToHang(studio: Studio): Promise<OfferedToHang[]> {
  const [works, formats, mounts, { unit }] = await Promise.all([
    findRows(studio.db, 'works', { archivedAt: null }),
    findRows(studio.db, 'formats', { archivedAt: null }),
    findRows(studio.db, 'mounts', {}),
    studio.settings(),
  ]);
  const mountsOf = groupBy(mounts, (mount) => mount.formatId);
  const titles = new Map(works.filter((w) => w.mayPrint === 'yes').map((w) => [w.id, w.title]));
  return formats
    .filter((f) => titles.has(f.workId))
    .flatMap((f): OfferedToHang[] => {
      const says = `${titles.get(f.workId)!}, ${formatSize(imageOf(f), unit)}`;
      const planned = mountsOf.get(f.id) ?? [];
      return planned.length
        ? planned.map(({ kind }) => ({ formatId: f.id, mount: kind, says: `${says}, ${MOUNTED[kind]}` }))
        : [{ formatId: f.id, mount: null, says: `${says}, in a frame of its sheet` }];
    })
    .sort((a, b) => a.says.localeCompare(b.says));
}
