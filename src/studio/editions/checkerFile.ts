import { localDay } from '@/core/measure';
import { checkerHtml } from '@/paperwork/checkerPage';
import type { Studio } from '../studio';
import { voidList } from './checking';
import { knownKeys } from './signingKeys';

/** The studio's checking page as it is today: its keys, and the certificates that are void by now. */
export async function checkerFile(studio: Studio): Promise<string> {
  const { name, timeZone } = await studio.settings();
  const { signed } = await voidList(studio);
  const keys = await knownKeys(studio);
  return checkerHtml({
    studio: name,
    savedOn: await studio.today(),
    keys: keys.map((key) => ({
      name: key.id,
      publicKey: key.publicKey.toString('base64url'),
      retiredOn: key.retiredAt ? localDay(key.retiredAt, timeZone) : null,
    })),
    list: signed,
  });
}
