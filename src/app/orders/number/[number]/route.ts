import { NextResponse } from 'next/server';
import { errorResponse } from '@/app/respond';
import { studio } from '@/app/server';
import { InputError } from '@/core/errors';
import { findColumns } from '@/store/rows';

/** Leads to the order of a number, as a slip or a label says it. */
export async function GET(request: Request, { params }: { params: Promise<{ number: string }> }) {
  try {
    const { number } = await params;
    const s = await studio();
    const wanted = Number(number);
    const [order] = Number.isSafeInteger(wanted)
      ? await findColumns(s.db, 'orders', ['id'], { number: wanted })
      : [];
    if (!order) throw new InputError('number', number, 'the number of an order there is');
    return NextResponse.redirect(new URL(`/orders/${order.id}`, request.url));
  } catch (error) {
    return errorResponse(error);
  }
}
