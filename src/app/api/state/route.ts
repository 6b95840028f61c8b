import { whyClosed } from '@/app/server';

/** Whether the studio is open, and if not, why. */
export async function GET() {
  const says = await whyClosed();
  return Response.json({ open: says === null, says }, { status: says === null ? 200 : 503 });
}
