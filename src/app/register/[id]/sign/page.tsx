import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { signingTable } from '@/studio/editions/editions';
import { editionModel } from '@/app/models';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { SigningView } from './SigningView';

export const metadata: Metadata = { title: 'Signing' };

async function SigningPage({ params }: { params: Promise<{ id: string }> }) {
  const table = await signingTable(await studio(), (await params).id);
  if (!table) notFound();
  const { edition, ...rest } = table;
  return <SigningView {...rest} edition={editionModel(edition)} />;
}

export default seen(SigningPage);
