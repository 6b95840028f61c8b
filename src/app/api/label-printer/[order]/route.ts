import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { simulatedLabelPrinter } from '@/simulators/labelPrinter';
import { printLabel } from '@/studio/orders/post';

/** Sends the label of an order to the simulated label printer. */
export async function POST(_: Request, { params }: { params: Promise<{ order: string }> }) {
  return answer(async () => printLabel(await studio(), simulatedLabelPrinter, (await params).order));
}
