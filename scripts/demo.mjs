// npm run demo [-- --fresh]: installs what is missing, builds, makes the demo studio, serves it, prints the address.
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { build, install, root, run, serve } from './house.mjs';

const data = process.env.GLASSINE_DATA || join(root, '.demo/studio');
const fresh = process.argv.includes('--fresh');
install();
build();
if (fresh) {
  if (process.env.GLASSINE_DATA) {
    console.error(
      '--fresh removes a studio, and GLASSINE_DATA names one of your own. Leave GLASSINE_DATA out, or remove that folder yourself.',
    );
    process.exit(2);
  }
  rmSync(data, { recursive: true, force: true });
}
console.log('The demo studio:');
run(process.execPath, ['--import', 'tsx', 'demo/main.ts'], {
  env: { ...process.env, GLASSINE_DATA: data },
});
serve({ data, port: 3210 });
