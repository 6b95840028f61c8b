import { RefusedError } from '@/core/errors';
import { findRow } from '@/store/rows';
import { defineAction } from '../action';
import { id, objectSchema } from '../schemas';
import { measuring } from './measure';
import { notYetRead } from './notYetRead';

/** Measures a master again, after Glassine has learned to measure better or a first measuring was cut off. */
export const measureAgain = defineAction({
  name: 'measureAgain',
  input: objectSchema({ id }),

  async run({ studio, input }) {
    const master = await findRow(studio.db, 'masters', input.id);
    if (!master) throw new RefusedError('That master is no longer here.');
    if (master.state !== 'ready') throw new RefusedError(notYetRead(master));
    studio.store.afterCommit(() => void measuring(studio, input.id));
    return { message: `${master.fileName} is being measured.` };
  },
});
