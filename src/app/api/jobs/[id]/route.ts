import { studio } from '@/app/server';
import { jobState } from '@/studio/jobs';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const state = jobState(await studio(), (await params).id);
  return state
    ? Response.json(state)
    : Response.json({ error: { message: 'No such piece of work.' } }, { status: 404 });
}
