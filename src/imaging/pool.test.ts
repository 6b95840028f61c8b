import { join } from 'node:path';
import { folder, picture, saved } from '../../tests/unit/helpers/files';
import { ImagingPool } from './pool';

const pool = new ImagingPool();
afterAll(() => pool.end());

/** A search for a layout that takes long enough for others to wait for it. */
const search = (onStep?: (step: string) => void) =>
  pool.do(
    'nest',
    [
      {
        kind: 'roll',
        width: 1_118_000,
        height: null,
        margin: 5_000,
        gap: 4_000,
        cuts: 'tight',
        effort: 25_000_000,
        pieces: Array.from({ length: 30 }, (_, i) => ({
          id: `p${i}`,
          width: 100_000 + 7_000 * i,
          height: 150_000 + 3_000 * i,
          count: 3,
          rotate: true,
        })),
      },
    ],
    onStep,
  );

test('what takes long waits in turn and is told how many are before it; what is quick does not wait for it', async () => {
  const path = await saved(await folder(), 'a.png', await picture(60, 40).png().toBuffer());
  const steps: string[] = [];
  const ended: string[] = [];
  const note = (name: string) => () => {
    ended.push(name);
  };
  const long = [search().done.then(note('first')), search().done.then(note('second'))];
  const last = search((step) => steps.push(step)).done.then(note('third'));
  const fourth = search();
  const facts = await pool.facts(path, 'a.png').done;
  ended.push('facts');
  expect(facts).toMatchObject({ width: 60, height: 40 });
  fourth.cancel();
  await expect(fourth.done).rejects.toMatchObject({ message: expect.stringContaining('Stopped') });
  await Promise.all([...long, last]);
  expect(steps.some((step) => /^waiting, [12] before it$/.test(step))).toBe(true);
  expect(ended.indexOf('facts')).toBeLessThan(ended.indexOf('third'));
});

test('a reader that ends in the middle is told apart from a file that cannot be read', async () => {
  const dir = await folder();
  const path = await saved(dir, 'b.png', await picture(60, 40).png().toBuffer());
  const nowhere = join(dir, 'no', 'such', 'folder', '\0');
  const failed = pool.derive(path, nowhere, 'b.png').done;
  await expect(failed).rejects.toMatchObject({
    message: expect.stringContaining('file itself may be sound'),
  });
});
