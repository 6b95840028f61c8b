import { GENESIS } from '@/core/edition/chain';
import { impressionLabel } from '@/core/edition/impressionStates';
import { formatMoney } from '@/core/measure';
import { csv } from '@/paperwork/csv';
import { ordersWithBuyers, registerJsonPieces, registerPieces } from '@/store/reports';
import type { Studio } from '../studio';

/** The register as a table, one line an entry, with the hashes that chain it; a piece at a time, so that no length is too long. */
export async function* registerCsv(studio: Studio): AsyncGenerator<string> {
  yield csv([['entry', 'at (UTC)', 'who', 'act', 'work', 'number', 'details', 'hash before', 'hash']]);
  for await (const rows of registerPieces(studio.db))
    yield csv(
      rows.map(([seq, at, who, act, title, kind, number, size, run, body, prevHash, hash]) => [
        ...[seq, at, who, act, title],
        kind && number !== null ? impressionLabel(kind, number, size, run ?? '') : '',
        ...[body, prevHash, hash],
      ]),
    ).replace(/^\uFEFF/, '');
}

/** The register as JSON, every field as it is hashed: whoever has it can walk the chain. */
export async function* registerJson(studio: Studio): AsyncGenerator<string> {
  yield `{"$schema":"register.schema.json","genesis":"${GENESIS}","entries":[`;
  let isFirst = true;
  for await (const lines of registerJsonPieces(studio.db)) {
    yield `${isFirst ? '' : ','}\n${lines}`;
    isFirst = false;
  }
  yield '\n]}\n';
}

const TEXT = { type: 'string' } as const;
const HASH = { type: 'string', pattern: '^[0-9a-f]{64}$' } as const;

/** What the JSON of a register holds, and in words how a line is hashed. */
export const REGISTER_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'A register of impressions',
  description:
    'Each hash is SHA-256, in hex, over the UTF-8 text of the JSON array [seq, at, who, act, editionId, impressionId, body, prevHash], without spaces and with the keys of every object in order. The first entry follows the genesis hash.',
  type: 'object',
  required: ['genesis', 'entries'],
  properties: {
    $schema: TEXT,
    genesis: HASH,
    entries: {
      type: 'array',
      items: {
        type: 'object',
        additionalProperties: false,
        required: ['seq', 'at', 'who', 'act', 'editionId', 'impressionId', 'body', 'prevHash', 'hash'],
        properties: {
          seq: { type: 'integer', minimum: 1 },
          at: { type: 'string', description: 'UTC, ISO 8601' },
          who: TEXT,
          act: TEXT,
          editionId: TEXT,
          impressionId: { type: ['string', 'null'] },
          body: { description: 'what the act needs: sizes, paper, reason; never a buyer’s name' },
          prevHash: HASH,
          hash: HASH,
        },
      },
    },
  },
} as const;

export async function ordersCsv(studio: Studio): Promise<string> {
  const { currency } = await studio.settings();
  const rows = await ordersWithBuyers(studio.db);
  const money = (minor: number | null) =>
    minor === null ? '' : formatMoney(minor, currency, { bare: true }).replace(/\u2009/g, '');
  return csv([
    [
      'order',
      'ordered on',
      'leaves by',
      'planned for',
      'state',
      'kind',
      'buyer',
      'country',
      'things in it',
      `things (${currency})`,
      `taken off (${currency})`,
      `carriage (${currency})`,
      'paid at (UTC)',
      'source',
      'called there',
      'tracking',
      `postage (${currency})`,
    ],
    ...rows.map(({ o, b, things, sum, tracking, postageMinor }) => [
      o.number,
      o.orderedOn,
      o.shipBy,
      o.plannedOn,
      o.state,
      o.kind,
      b.name,
      b.country,
      things,
      money(sum + o.discountMinor),
      money(o.discountMinor),
      money(o.carriageMinor),
      o.paidAt,
      o.source,
      o.sourceRef,
      tracking,
      money(postageMinor),
    ]),
  ]);
}
