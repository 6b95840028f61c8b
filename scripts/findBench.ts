// What the one field costs in a studio that has sold for years.
import { sql } from 'drizzle-orm';
import { insertRow } from '@/store/rows';
import { findAnything, HITS_UNDER_FIELD } from '@/studio/reports/find';
import { Studio } from '@/studio/studio';

type Timed = { name: string; ms: number; target: string };

const BUYERS = 8_000;
const ORDERS = 12_000;
const LINES = 80_000;
/** A letter, a common name, a rare number, words that every line holds. */
const QUESTIONS = ['o', 'oda', '11987', 'order 12', 'night ferry'];

/** @param dataDir an empty folder; @param timed how a piece of work is timed, in milliseconds */
export async function findBench(
  dataDir: string,
  timed: (work: () => Promise<unknown>) => Promise<number>,
): Promise<Timed[]> {
  const studio = await Studio.open({ dataDir, who: 'Maren' });
  await fill(studio);
  const times: number[] = [];
  for (const question of QUESTIONS) {
    await findAnything(studio, question, HITS_UNDER_FIELD);
    times.push(await timed(() => findAnything(studio, question, HITS_UNDER_FIELD)));
  }
  await studio.close();
  return [
    {
      name: `anything found among ${(BUYERS + ORDERS + LINES).toLocaleString('en').replaceAll(',', ' ')} rows, the slowest of ${QUESTIONS.length} questions`,
      ms: Math.max(...times),
      target: '≤ 50 ms',
    },
  ];
}

async function fill(studio: Studio): Promise<void> {
  const createdAt = '2026-01-02T10:00:00Z';
  await studio.store.write(async (tx) => {
    await insertRow(tx, 'buyers', {
      id: 'first',
      name: 'Oda Brennick',
      address: ['Lower Mole 12'],
      country: 'XA',
      createdAt,
    });
    const upTo = (count: number) =>
      sql`WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${count})`;
    await tx.run(sql`${upTo(BUYERS)}
      INSERT INTO buyers (id, name, address, country, created_at)
      SELECT printf('B%08d', i), 'Oda ' || char(65 + i % 26, 97 + i % 25) || 'nick ' || i, b.address, 'XA', b.created_at
      FROM n, buyers b WHERE b.id = 'first'`);
    await tx.run(sql`${upTo(ORDERS)}
      INSERT INTO orders (id, number, buyer_id, state, ordered_on, ship_by, carriage_minor, changed_at)
      SELECT printf('O%08d', i), i, printf('B%08d', 1 + i % ${BUYERS}), 'delivered', '2026-01-01', '2026-01-05', 0, ${createdAt} FROM n`);
    await tx.run(sql`${upTo(LINES)}
      INSERT INTO journal (id, at, who, act, subject, subject_id, says)
      SELECT printf('J%08d', i), ${createdAt}, 'Maren', 'packParcel', 'order', printf('O%08d', 1 + i % ${ORDERS}),
        'Packed order ' || (i % ${ORDERS}) || ': Night Ferry 13/' || (i % 100) FROM n`);
  });
}
