import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { InputError } from '@/core/errors';
import { ordersCsv, registerCsv } from '@/studio/reports/exports';
import { priceListCsv } from '@/studio/prices/priceList';
import { orderListCsv } from '@/studio/papers/papers';

const TABLES = {
  'register.csv': registerCsv,
  'orders.csv': ordersCsv,
  'to-order.csv': orderListCsv,
  'price-list.csv': priceListCsv,
};

export async function GET(_: Request, { params }: { params: Promise<{ what: string }> }) {
  try {
    const { what } = await params;
    if (!Object.hasOwn(TABLES, what))
      throw new InputError('export', what, `one of ${Object.keys(TABLES).join(', ')}`);
    const text = await TABLES[what as keyof typeof TABLES](await studio());
    return new Response(text, {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${what}"`,
      },
    });
  } catch (error) {
    return errorResponse(error);
  }
}
