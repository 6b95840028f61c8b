import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { simulatedScale } from '@/simulators/scale';
import { readScale } from '@/studio/orders/parcels';

/** Reads the scale on the packing table with an order's parcel on it. */
export async function POST(_: Request, { params }: { params: Promise<{ order: string }> }) {
  return answer(async () => readScale(await studio(), simulatedScale, (await params).order));
}
