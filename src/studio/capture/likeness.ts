import { join } from 'node:path';
import { isAlike, likenessOf, readLikeness, writeLikeness } from '@/core/capture/likeness';
import { findColumns, findRows, patchRows } from '@/store/rows';
import type { Studio } from '../studio';

/** Another work whose picture looks like this one's. */
export type LookAlike = { workId: string; title: string; fileName: string; receivedAt: string };

/** What a file that was read looks like, as it is kept; empty where it is too small to say. */
export async function likenessOfFile(studio: Studio, sha256: string): Promise<string> {
  const small = join(studio.objects.derivedDir(sha256), 'thumb.jpg');
  const picture = await studio.imaging.do('smallLab', [small]).done;
  return picture.width < 8 || picture.height < 8 ? '' : writeLikeness(likenessOf(picture));
}

/** Looks at pictures that came in before likeness was kept, one after another, beside everything else. */
export async function fillLikenesses(studio: Studio): Promise<void> {
  const left = await findColumns(studio.db, 'masters', ['id', 'sha256'], {
    likeness: '',
    state: 'ready',
  });
  for (const { id, sha256 } of left) {
    if (studio.closed) return;
    // A picture whose small one is gone is looked at when it is made anew.
    const likeness = await likenessOfFile(studio, sha256).catch(() => '');
    if (likeness && !studio.closed)
      await studio.store.write((tx) => patchRows(tx, 'masters', [id], { likeness }));
  }
}

/** Other works that look like captures of the same original, the newest first. */
export async function lookAlikes(studio: Studio, workId: string): Promise<LookAlike[]> {
  const masters = await findColumns(
    studio.db,
    'masters',
    ['workId', 'fileName', 'likeness', 'receivedAt'],
    { current: true, state: 'ready' },
  );
  const own = masters.find((master) => master.workId === workId);
  if (!own?.likeness) return [];
  const looks = readLikeness(own.likeness);
  const alike = masters.filter(
    ({ workId: other, likeness }) =>
      other !== workId && likeness !== '' && isAlike(looks, readLikeness(likeness)),
  );
  if (!alike.length) return [];
  const works = await findRows(studio.db, 'works', {
    id: alike.map(({ workId: id }) => id),
    archivedAt: null,
  });
  return alike
    .flatMap(({ workId: id, fileName, receivedAt }) => {
      const work = works.find((each) => each.id === id);
      return work ? [{ workId: id, title: work.title, fileName, receivedAt }] : [];
    })
    .sort((a, b) => (a.receivedAt < b.receivedAt ? 1 : -1));
}
