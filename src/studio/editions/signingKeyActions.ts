import { findRow, insertRow, patchRow } from '@/store/rows';
import { renewStudioKey } from '@/paperwork/seal';
import { defineLongAction } from '../action';
import { name, objectSchema } from '../schemas';
import { noteInJournal } from '../studio';
import { keyInUse } from './signingKeys';

/**
 * Signs with a new key from now on. What the old one signed until today stays good; what it signs later is told from that by its
 * day.
 */
export const renewSigningKey = defineLongAction({
  name: 'renewSigningKey',
  input: objectSchema({ why: name }),
  final: true,

  async run({ studio, input }) {
    const { old, key } = await renewStudioKey(studio.options.dataDir);
    const at = studio.now();
    await studio.store.write(async (tx) => {
      const row = {
        publicKey: old.publicKey.toString('base64url'),
        retiredAt: at,
        why: input.why.trim(),
      };
      if (await findRow(tx, 'signingKeys', old.name)) await patchRow(tx, 'signingKeys', old.name, row);
      else await insertRow(tx, 'signingKeys', { id: old.name, madeAt: at, ...row });
      await keyInUse(studio, tx);
      await noteInJournal(studio, tx, {
        act: 'changed',
        subject: 'studio',
        subjectId: key.name,
        says: `Certificates are signed with the key ${key.name} from now on; ${old.name} is retired: ${input.why.trim()}`,
      });
    });
    return {
      message: `The key ${key.name} signs from now on. Save the checking page anew, and make a backup: without the key nobody can sign in the studio’s name, you included.`,
    };
  },
});
