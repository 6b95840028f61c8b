import { emptyStudio, refused } from '../../tests/unit/helpers/house';
import { ACTIONS, performByName, registryOf } from './registry';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { defineAction } from './action';
import { id, objectSchema } from './schemas';
const named = (name: string) =>
  defineAction({
    name,
    input: objectSchema({ id }),
    async run() {
      return { message: 'done' };
    },
  });

test('two actions of one name are refused', () => {
  expect([...registryOf([named('one'), named('two'), () => 0, 'three']).keys()]).toEqual(['one', 'two']);
  expect(() => registryOf([named('one'), named('one')])).toThrow('Two actions are called one.');
});

test('every action that is declared anywhere can be asked for by its name', () => {
  const files = readdirSync(__dirname, { recursive: true, encoding: 'utf8' });
  const sources = files.filter((file) => /Actions\.ts$|jobs\.ts$/.test(file));
  const declared = sources.flatMap((file) =>
    [
      ...readFileSync(join(__dirname, file), 'utf8').matchAll(
        /define(?:Long)?Action\(\{\s*name: '(\w+)'/g,
      ),
    ].map(([, name]) => name!),
  );
  expect(declared.length).toBeGreaterThan(120);
  expect([...declared].sort()).toEqual([...ACTIONS.keys()].sort());
});

test('every act refuses input that is not its own, and says which field', async () => {
  const studio = await emptyStudio();
  expect(ACTIONS.size).toBeGreaterThan(35);
  for (const name of ACTIONS.keys()) {
    const error = await refused((async () => performByName(studio, name, { nonsense: true }))());
    expect([name, typeof error.field]).toEqual([name, 'string']);
  }
  expect((await refused((async () => performByName(studio, 'toString', {}))())).field).toBe('act');
});

test('every action is done by name in a test of its own', () => {
  const root = join(__dirname, '../..');
  const inTests = ['src', 'tests/unit', 'demo'].flatMap((place) =>
    readdirSync(join(root, place), { recursive: true, encoding: 'utf8' })
      .filter((file) => /\.test\.tsx?$/.test(file))
      .map((file) => readFileSync(join(root, place, file), 'utf8')),
  );
  const untried = [...ACTIONS.keys()].filter((name) => {
    const done = new RegExp(`\\b${name}\\(|'${name}'`);
    return !inTests.some((text) => done.test(text));
  });
  expect(untried).toEqual([]);
});
