// Makes src/store/schema/documents.schema.json from the types in documentTypes.ts. With --check it only says whether the file
// is what the types ask for.
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { createGenerator } from 'ts-json-schema-generator';

const place = (path) => fileURLToPath(new URL(`../${path}`, import.meta.url));
const FILE = place('src/store/schema/documents.schema.json');

const schema = createGenerator({
  path: place('src/store/schema/documentTypes.ts'),
  tsconfig: place('tsconfig.json'),
  type: 'Documents',
  skipTypeCheck: true,
  // Rows written by a Glassine that knew more are read all the same.
  additionalProperties: true,
  expose: 'none',
  jsDoc: 'none',
}).createSchema('Documents');

const text = `${JSON.stringify(schema)}\n`;
const isCurrent = (() => {
  try {
    return readFileSync(FILE, 'utf8') === text;
  } catch {
    return false;
  }
})();

if (process.argv.includes('--check')) {
  if (!isCurrent) {
    console.error(
      'The types of stored documents changed. Raise the version of what changed in src/store/schema/documents.ts, with an upgrade from the one before, and run "npm run shapes".',
    );
    process.exit(1);
  }
} else {
  writeFileSync(FILE, text);
  console.log(isCurrent ? 'The shapes are as they were.' : 'The shapes were made anew.');
}
