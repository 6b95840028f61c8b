import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { defineAction } from './action';
import { ACTIONS, registryOf } from './registry';
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
