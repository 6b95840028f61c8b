// A process of its own that picks the orders named on its command line, and prints what came of each.
import { Studio } from '@/studio/studio';
import { pickOrder, unpickOrder } from '@/studio/orders/orderActions';

const [dataDir, mode, ...orderIds] = process.argv.slice(2);
const studio = await Studio.open({ dataDir: dataDir! });
process.stdout.write('open\n');
if (mode === 'once') {
  await new Promise((go) => process.stdin.once('data', go));
  await Promise.all(
    orderIds.map(async (id) => {
      const says = await pickOrder(studio, { id }).then(
        (done) => (done.numbers as string[]).join(','),
        (error) => `refused ${error.message}`,
      );
      process.stdout.write(`${id} ${says}\n`);
    }),
  );
  await studio.close();
  process.exit(0);
}
// Until it is killed: pick and put back, over and over.
for (;;) {
  for (const id of orderIds) {
    await pickOrder(studio, { id });
    process.stdout.write('picked\n');
  }
  for (const id of orderIds) {
    await unpickOrder(studio, { id });
    process.stdout.write('put back\n');
  }
}
