import { impressionLabel } from '@/core/edition/impressionStates';
import { formatMoney } from '@/core/measure';
import { csv } from '@/paperwork/csv';
import { ordersWithBuyers, wholeRegister } from '@/store/reports';
import type { Studio } from '../studio';

/** The register as a table, one line an entry, with the hashes that chain it. */
export async function registerCsv(studio: Studio): Promise<string> {
  const rows = await wholeRegister(studio.db);
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
  const rows = await ordersWithBuyers(studio.db);
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
