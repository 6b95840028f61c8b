import { patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { id, objectSchema, Type } from '../schemas';
import { noteInJournal } from '../studio';

/** Puts a profile away, or brings it back: proofs made through it still name it. */
export const putAwayProfile = defineAction({
  name: 'putAwayProfile',
  input: objectSchema({ id, away: Type.Boolean() }),

  async run({ studio, tx, input }) {
    const profile = await rowById(tx, 'profiles', input.id, 'id');
    await patchRow(tx, 'profiles', profile.id, { archivedAt: input.away ? studio.now() : null });
    await noteInJournal(studio, tx, {
      act: input.away ? 'put away' : 'brought back',
      subject: 'profile',
      subjectId: profile.id,
      says: `${profile.fileName} ${input.away ? 'put away' : 'brought back'}`,
    });
    return {
      message: `${profile.fileName} is ${input.away ? 'put away: proofs made through it are stale now' : 'back'}.`,
    };
  },
});
