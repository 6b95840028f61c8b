import { findRows, insertRow, removeRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { startJob } from '../jobs';
import { id, objectSchema, oneOf, Type } from '../schemas';
import { meaningOf } from './sheets';

/** Counts how much of a whole master a paper cannot show, and measures which intent serves it better. */
export const countGamut = defineAction({
  name: 'countGamut',
  input: objectSchema({
    masterId: id,
    profileId: id,
    untaggedIs: Type.Union([oneOf('sRGB', 'opRGB'), Type.Null()]),
  }),

  async run({ studio, input }) {
    const master = await rowById(studio.db, 'masters', input.masterId, 'masterId');
    const profile = await rowById(studio.db, 'profiles', input.profileId, 'profileId');
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
        const [old] = await findRows(tx, 'gamutCounts', { sha256: master.sha256, profileId: profile.id });
        if (old) await removeRow(tx, 'gamutCounts', old.id);
        await insertRow(tx, 'gamutCounts', {
          id: studio.newId(),
          sha256: master.sha256,
          profileId: profile.id,
          at: studio.now(),
          body: statistics,
          advice,
        });
      });
      return {
        message: `${(100 * statistics.outShare).toFixed(1)} % of ${master.fileName} is out of this paper’s gamut. ${advice.finding.says}`,
      };
    });
    return { message: 'Counting.', job };
  },
});
