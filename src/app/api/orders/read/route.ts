import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { typedText } from '@/app/typedText';
import { InputError } from '@/core/errors';
import type { OrderMapping } from '@/core/order/orderList';
import { readList } from '@/studio/orders/readList';

const LONGEST = 12_000_000;

/** Reads a list of orders of a source and says line by line what is kept out; nothing is kept by it. */
export async function POST(request: Request) {
  const query = new URL(request.url).searchParams;
  const text = await typedText(request, LONGEST);
  return answer(async () =>
    readList(await studio(), {
      text,
      source: (query.get('source') ?? '').slice(0, 200),
      mapping: mappingOf(query.get('mapping')),
    }),
  );
}

function mappingOf(text: string | null): OrderMapping | null {
  if (!text) return null;
  try {
    const columns: unknown = JSON.parse(text);
    const isMapping =
      typeof columns === 'object' &&
      columns !== null &&
      Object.values(columns).every(
        (heads) => Array.isArray(heads) && heads.every((head) => typeof head === 'string'),
      );
    if (isMapping) return { columns: columns as OrderMapping['columns'] };
  } catch {
    // Said below, as for any other text.
  }
  throw new InputError('mapping', text.slice(0, 80), 'an object of lists of column heads');
}
