import { asc, eq } from 'drizzle-orm';
import { formatMoney } from '@/core/measure';
import { csv } from '@/paperwork/csv';
import { buyers, editions, impressions, orders, register, works } from '@/store/schema';
import { impressionLabel } from '@/core/edition/states';
import type { Studio } from './studio';

/** The register as a table, one line an entry, with the hashes that chain it. */
export async function registerCsv(studio: Studio): Promise<string> {
  const rows = await studio.db
    .select({ r: register, title: works.title, i: impressions, size: editions.size, run: editions.name })
    .from(register)
    .leftJoin(editions, eq(editions.id, register.editionId))
    .leftJoin(works, eq(works.id, editions.workId))
    .leftJoin(impressions, eq(impressions.id, register.impressionId))
    .orderBy(asc(register.seq));
  return csv([
    ['entry', 'at (UTC)', 'who', 'act', 'work', 'number', 'details', 'hash before', 'hash'],
    ...rows.map(({ r, title, i, size, run }) => [
      r.seq,
      r.at,
      r.who,
      r.act,
      title,
      i ? impressionLabel(i.kind, i.number, size, run ?? '') : '',
      JSON.stringify(r.body),
      r.prevHash,
      r.hash,
    ]),
  ]);
}

export async function ordersCsv(studio: Studio): Promise<string> {
  const { currency } = await studio.settings();
  const rows = await studio.db
    .select({ o: orders, b: buyers })
    .from(orders)
    .innerJoin(buyers, eq(buyers.id, orders.buyerId))
    .orderBy(asc(orders.number));
  return csv([
    [
      'order',
      'ordered on',
      'leaves by',
      'state',
      'buyer',
      'country',
      `carriage (${currency})`,
      'paid at (UTC)',
    ],
    ...rows.map(({ o, b }) => [
      o.number,
      o.orderedOn,
      o.shipBy,
      o.state,
      b.name,
      b.country,
      formatMoney(o.carriageMinor, currency, { bare: true }).replace(/\u2009/g, ''),
      o.paidAt,
    ]),
  ]);
}
