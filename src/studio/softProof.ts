import { and, eq } from 'drizzle-orm';
import type { PrintSpec } from '@/core/printfile/spec';
import type { Db } from '@/store/db';
import { insertRow, removeRow, rowById } from '@/store/rows';
import { gamutCounts, masters, profiles } from '@/store/schema';
import { act } from './act';
import { startJob } from './jobs';
import { meaningOf } from './proofSheets';
import { id, just, oneOf } from './schemas';
import type { Studio } from './studio';

export type GamutCountRow = typeof gamutCounts.$inferSelect;
export const gamutCountsOf = (db: Db, sha256: string): Promise<GamutCountRow[]> =>
  db.select().from(gamutCounts).where(eq(gamutCounts.sha256, sha256));

/** Counts how much of a whole master a paper cannot show, and measures which intent serves it better. */
export const countGamut = act<{
  masterId: string;
  profileId: string;
  untaggedIs: PrintSpec['untaggedIs'];
}>(
  just({
    masterId: id,
    profileId: id,
    untaggedIs: { anyOf: [oneOf('sRGB', 'opRGB'), { type: 'null' }] },
  }),
  async (studio: Studio, input) => {
    const master = await rowById(studio.db, masters, input.masterId, 'masterId');
    const profile = await rowById(studio.db, profiles, input.profileId, 'profileId');
    const untaggedIs = meaningOf(master, input.untaggedIs);
    const job = startJob(studio, async (follow) => {
      const scratch = await studio.objects.passing();
      const path = await studio.objects.soundPath(master.sha256, master.fileName);
      const profilePath = await studio.objects.soundPath(profile.sha256, profile.fileName);
      const { statistics, advice } = await follow((onStep) =>
        studio.imaging.do(
          'gamut',
          [
            {
              master: path,
              scratch,
              profile: profilePath,
              untaggedIs,
            },
          ],
          onStep,
        ),
      );
      await studio.store.write(async (tx) => {
        const [old] = await tx
          .select({ id: gamutCounts.id })
          .from(gamutCounts)
          .where(and(eq(gamutCounts.sha256, master.sha256), eq(gamutCounts.profileId, profile.id)));
        if (old) await removeRow(tx, gamutCounts, old.id);
        await insertRow(tx, gamutCounts, {
          id: studio.newId(),
          sha256: master.sha256,
          profileId: profile.id,
          at: studio.now(),
          body: statistics,
          advice,
        });
      });
      return {
        says: `${(100 * statistics.outShare).toFixed(1)} % of ${master.fileName} is out of this paper’s gamut. ${advice.finding.says}`,
      };
    });
    return { says: 'Counting.', more: { job } };
  },
);
