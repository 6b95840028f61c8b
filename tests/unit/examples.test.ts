import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** Every `@example expression // result` of core's docstrings is run; a docstring that lies fails here. */
const ROOT = join(process.cwd(), 'src/core');
const files = (dir: string): string[] =>
  readdirSync(dir).flatMap((name) => {
    const path = join(dir, name);
    return statSync(path).isDirectory()
      ? files(path)
      : /\.ts$/.test(name) && !/\.test\.ts$/.test(name)
        ? [path]
        : [];
  });

type Example = { file: string; expression: string; result: string };
const examples: Example[] = [];
const scope: Record<string, unknown> = {};
for (const path of files(ROOT)) {
  // eslint-disable-next-line @typescript-eslint/no-require-imports -- every module of core, found by looking
  Object.assign(scope, require(path) as object);
  // A result may stand on the line after the expression.
  const text = readFileSync(path, 'utf8').replace(/\n \* \/\/ /g, ' // ');
  for (const m of text.matchAll(/@example (.+?) \/\/ (.+?)(?: \*\/)?$/gm))
    examples.push({ file: path.slice(ROOT.length + 1), expression: m[1]!, result: m[2]! });
}
const names = Object.keys(scope).filter((n) => /^[A-Za-z_$]\w*$/.test(n) && n !== 'default');
const evaluate = (code: string): unknown =>
  new Function(...names, `return (${code});`)(...names.map((n) => scope[n]));

test('core is documented with examples', () => {
  expect(examples.length).toBeGreaterThan(45);
});

test.each(examples)('$file: $expression', ({ expression, result }) => {
  expect(evaluate(expression)).toEqual(evaluate(result));
});
