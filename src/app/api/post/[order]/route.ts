import { answer, jsonOf } from '@/app/respond';
import { studio } from '@/app/server';
import { simulatedCarrier } from '@/simulators/carrier';
import { buyLabel, whereItIs } from '@/studio/orders/post';

type Params = { params: Promise<{ order: string }> };

/** Buys a label for a parcel from the simulated carrier: its code goes into the form, and is kept with the parcel when it leaves. */
export async function POST(request: Request, { params }: Params) {
  return answer(async () =>
    buyLabel(await studio(), simulatedCarrier, (await params).order, await jsonOf(request)),
  );
}

/** Where a posted parcel is, as the simulated carrier says. */
export async function GET(_: Request, { params }: Params) {
  return answer(async () => whereItIs(await studio(), simulatedCarrier, (await params).order));
}
