import { notFound } from 'next/navigation';
import { studio } from '@/app/server';
import { loadWorkPage } from '@/studio/works/workPage';

/** The work a station's page is about, or the page that says there is none. */
export async function wholeOf(params: Promise<{ id: string }>) {
  const s = await studio();
  const whole = await loadWorkPage(s, (await params).id);
  if (!whole) notFound();
  return { ...whole, studio: s };
}
export type Params = { params: Promise<{ id: string }> };
