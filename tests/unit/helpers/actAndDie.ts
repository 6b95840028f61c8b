// A process of its own that does one act and is killed by itself just before a certain statement of its transaction.
import { createClient } from '@libsql/client';
import { performByName } from '@/studio/registry';
import { Studio } from '@/studio/studio';

const [dataDir, name, input, at] = process.argv.slice(2);
const studio = await Studio.open({ dataDir: dataDir! });
const probe = createClient({ url: ':memory:' });
const transaction = Object.getPrototypeOf(await probe.transaction('write'));
const execute = transaction.execute;
let count = 0;
transaction.execute = function (...args: unknown[]) {
  if (++count === Number(at)) process.kill(process.pid, 'SIGKILL');
  return execute.apply(this, args);
};
await performByName(studio, name!, JSON.parse(input!));
process.stdout.write(`done ${count}\n`);
process.exit(0);
