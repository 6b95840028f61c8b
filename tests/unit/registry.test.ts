import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CALCS, runCalc } from '@/core/calc';
import { InputError } from '@/core/errors';

type Recorded = { name: string; input: unknown; answer?: unknown; refused?: string };

const recorded = readFileSync(join(__dirname, 'recorded/registry.jsonl'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line) as Recorded);

const asked = (name: string) => recorded.filter((question) => question.name === name);

test('five hundred questions are recorded and some of what came later, some of every calculation', () => {
  expect(recorded).toHaveLength(700);
  expect(new Set(recorded.map(({ name }) => name))).toEqual(new Set(CALCS.keys()));
});

test.each([...CALCS.keys()])('%s answers as it was recorded', (name) => {
  for (const { input, answer, refused } of asked(name))
    expect({ input, ...now(name, input) }).toEqual({ input, answer, refused });
});

function now(name: string, input: unknown): Pick<Recorded, 'answer' | 'refused'> {
  try {
    // Through JSON, as an answer leaves the house.
    return { answer: JSON.parse(JSON.stringify(runCalc(name, input))), refused: undefined };
  } catch (error) {
    if (error instanceof InputError) return { answer: undefined, refused: error.message };
    throw error;
  }
}
