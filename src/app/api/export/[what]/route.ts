import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { InputError } from '@/core/errors';
import { checkerFile } from '@/studio/editions/checkerFile';
import { signedHead, voidList } from '@/studio/editions/checking';
import { ordersCsv, registerCsv, registerJson, REGISTER_SCHEMA } from '@/studio/reports/exports';
import { outgoingCalendar } from '@/studio/orders/outgoing';
import { ratesCsv } from '@/studio/orders/ratesCsv';
import { priceListCsv } from '@/studio/prices/priceList';
import { orderListCsv } from '@/studio/papers/papers';
import { weekCalendar } from '@/studio/week/calendar';
import { letterCsv } from '@/studio/people/people';
import type { Studio } from '@/studio/studio';

type Export = {
  kind: string;
  of: (studio: Studio, query: URLSearchParams) => Promise<string> | AsyncGenerator<string>;
};
const csv = (of: Export['of']): Export => ({ kind: 'text/csv', of });
const text = (of: Export['of']): Export => ({ kind: 'text/plain', of });

const EXPORTS: Record<string, Export> = {
  'register.csv': csv(registerCsv),
  'register.json': { kind: 'application/json', of: registerJson },
  'register.schema.json': {
    kind: 'application/schema+json',
    of: async () => JSON.stringify(REGISTER_SCHEMA, null, 2),
  },
  'register-head.txt': text(async (s) => `${await signedHead(s)}\n`),
  'void-certificates.txt': text(async (s) => `${(await voidList(s)).signed}\n`),
  'certificates.html': { kind: 'text/html', of: checkerFile },
  'orders.csv': csv(ordersCsv),
  'to-leave.ics': { kind: 'text/calendar', of: outgoingCalendar },
  'week.ics': { kind: 'text/calendar', of: weekCalendar },
  'rates.csv': csv(ratesCsv),
  'to-order.csv': csv(orderListCsv),
  'price-list.csv': csv(priceListCsv),
  'letter.csv': csv(letterCsv),
};

export async function GET(request: Request, { params }: { params: Promise<{ what: string }> }) {
  try {
    const { what } = await params;
    if (!Object.hasOwn(EXPORTS, what))
      throw new InputError('export', what, `one of ${Object.keys(EXPORTS).join(', ')}`);
    const { kind, of } = EXPORTS[what]!;
    const made = of(await studio(), new URL(request.url).searchParams);
    return new Response(made instanceof Promise ? await made : streamOf(made), {
      headers: {
        'content-type': `${kind}; charset=utf-8`,
        'content-disposition': `attachment; filename="${what}"`,
      },
    });
  } catch (error) {
    return errorResponse(error);
  }
}

/** Piece by piece, as fast as whoever reads it: a register of any length takes the memory of one piece. */
function streamOf(pieces: AsyncGenerator<string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    async pull(controller) {
      const { value, done } = await pieces.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    async cancel() {
      await pieces.return(undefined);
    },
  });
}
