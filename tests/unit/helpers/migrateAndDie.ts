// A process of its own that brings a database up to date and is killed by itself just before a certain statement of the change.
import { createClient } from '@libsql/client';
import { Store } from '@/store/db';

const [dataDir, at] = process.argv.slice(2);
const client = Object.getPrototypeOf(createClient({ url: ':memory:' }));
const { migrate } = client;
client.migrate = function (statements: unknown[]) {
  const watched = new Proxy(statements, {
    get(target, key, receiver) {
      if (key === at) process.kill(process.pid, 'SIGKILL');
      return Reflect.get(target, key, receiver);
    },
  });
  return migrate.call(this, watched);
};
await (await Store.open(dataDir!)).close();
