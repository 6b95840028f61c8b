import { findRows } from '@/store/rows';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { folder } from '../../tests/unit/helpers/files';
import { emptyStudio, WORK } from '../../tests/unit/helpers/house';
import { recordWork } from './works/workActions';
describe('the studio', () => {
  test('a database named by an address is brought up to date and written to like the file beside the pictures', async () => {
    const [dataDir, elsewhere] = [await folder(), await folder()];
    const remote = { url: `file:${join(elsewhere, 'remote.db')}` };
    const studio = await emptyStudio({ dataDir, remote });
    await recordWork(studio, WORK);
    expect((await emptyStudio({ dataDir, remote })).options.remote).toBe(remote);
    expect((await findRows(studio.db, 'works'))[0]!.title).toBe('Night Ferry');
    expect(readdirSync(dataDir)).not.toContain('glassine.db');
    expect(readdirSync(elsewhere)).toContain('remote.db');
  });
});
