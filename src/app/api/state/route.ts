import { whyClosed } from '@/app/server';

/** Whether the studio is open, and if not, why. */
export async function GET() {
  const reason = await whyClosed();
  return Response.json(
    { open: reason === null, message: reason },
    { status: reason === null ? 200 : 503 },
  );
}
