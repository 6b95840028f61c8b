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

  test('what was read is kept until anybody has written, and never inside an act', async () => {
    const studio = await emptyStudio();
    let reads = 0;
    const titles = () =>
      studio.untilWritten('titles', async () => {
        reads++;
        return (await findRows(studio.db, 'works')).map((work) => work.title);
      });
    expect([await titles(), await titles(), reads]).toEqual([[], [], 1]);
    await recordWork(studio, WORK);
    expect([await titles(), await titles(), reads]).toEqual([['Night Ferry'], ['Night Ferry'], 2]);
    await studio.store.write(async () => {
      await titles();
      await titles();
    });
    expect(reads).toBe(4);
  });

  test('what could not be read is asked for again', async () => {
    const studio = await emptyStudio();
    let isThere = false;
    const read = () =>
      studio.untilWritten('shelf', async () => {
        if (!isThere) throw new Error('not there');
        return 'there';
      });
    await expect(read()).rejects.toThrow('not there');
    isThere = true;
    expect(await read()).toBe('there');
  });
});
