// A process of its own that takes in a file: slowly, so that it can be killed while it comes; or at once, to be killed
// while it is read.
import { readFile } from 'node:fs/promises';
import { Studio } from '@/studio/studio';
import { takeInMaster } from '@/studio/capture/intake';

const [dataDir, file, mode] = process.argv.slice(2);
const studio = await Studio.open({ dataDir: dataDir! });
const bytes = await readFile(file!);
async function* slowly() {
  for (let i = 0; i < bytes.length; i += 100_000) {
    yield bytes.subarray(i, i + 100_000);
    if (mode === 'slow') {
      process.stdout.write(`sent ${i}\n`);
      await new Promise((r) => setTimeout(r, 20));
    }
  }
}
await takeInMaster(studio, slowly(), { fileName: 'slow.tif', workId: null });
process.stdout.write('in\n');
