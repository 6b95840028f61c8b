import { spawnSync } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { recordBuyer } from '@/studio/orders/orderActions';
import { bundled } from './helpers/bundle';
import { folder } from './helpers/files';
import { BUYER, emptyStudio, furnished, withPrints } from './helpers/house';

/** One of the commands that look after a studio, as a person types it. */
const care = (data: string, ...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [bundled('scripts/care.ts'), ...args], {
    encoding: 'utf8',
    env: { ...process.env, GLASSINE_DATA: data },
  });
  return { status, said: `${stdout}${stderr}` };
};

test('backup, verify and restore say what they did, and end with an error when they did not', async () => {
  const studio = await emptyStudio();
  await recordBuyer(studio, BUYER);
  const data = studio.options.dataDir;
  const [into, target] = [join(await folder(), 'backup'), join(await folder(), 'restored')];
  expect(care(data, 'backup', into)).toMatchObject({
    status: 0,
    said: expect.stringMatching(/backed up in/),
  });
  expect(care(data, 'verify', into)).toEqual({ status: 0, said: 'The backup is whole.\n' });
  expect(care(data, 'restore', into, target)).toMatchObject({ status: 0 });
  expect(existsSync(join(target, 'glassine.db'))).toBe(true);
  expect(care(data, 'restore', into, target)).toMatchObject({
    status: 1,
    said: expect.stringMatching(/is not empty/),
  });
  writeFileSync(join(into, 'manifest.json'), '{}');
  expect(care(data, 'verify', into)).toMatchObject({
    status: 1,
    said: expect.stringMatching(/no manifest that can be read/),
  });
  expect(care(data, 'backup')).toMatchObject({
    status: 2,
    said: expect.stringMatching(/npm run backup -- <folder/),
  });
});

test('check says what is wrong, and gives the line to know the register by, which finds one that was cut short', async () => {
  const f = await furnished({ withMaster: false });
  await withPrints(f, 3, 2);
  const data = f.studio.options.dataDir;
  const { status, said } = care(data, 'check');
  expect([status, said]).toEqual([0, expect.stringMatching(/The studio is whole\./)]);
  const line = /know the register by: (\d+:[0-9a-f]{64})/.exec(said)![1]!;
  expect(care(data, 'check', line).status).toBe(0);
  const [entries, hash] = line.split(':');
  expect(care(data, 'check', `${Number(entries) + 1}:${hash}`)).toMatchObject({
    status: 1,
    said: expect.stringMatching(/the register was cut short/),
  });
  expect(care(data, 'check', 'nonsense').status).toBe(2);
});
