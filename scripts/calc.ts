// Prints one JSON object and nothing else, so that scripts can read it.
import { CALCS, runCalc } from '@/core/calc';
import { InputError } from '@/core/errors';

const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value)}\n`);
const fail = (error: InputError) => {
  print({ error });
  process.exitCode = 2;
};

const [name = '', text] = process.argv.slice(2);
try {
  if (name === 'list') {
    print({
      calcs: [...CALCS.values()].map(({ name: n, says, units, source, schema }) => ({
        name: n,
        says,
        units,
        source,
        schema,
      })),
    });
  } else {
    let input: unknown;
    try {
      input = JSON.parse(text ?? '');
    } catch {
      throw new InputError('input', text, 'one JSON object');
    }
    print(runCalc(name, input));
  }
} catch (error) {
  if (error instanceof InputError) fail(error);
  else throw error;
}
