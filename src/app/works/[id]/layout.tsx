import { masterModel, workModel } from '@/app/models';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { studio } from '@/app/server';
import { loadWorkPage } from '@/studio/works/workPage';
import { WorkTable } from './WorkTable';

export async function generateMetadata({ params }: { params: Promise<{ id: string }> }) {
  const whole = await loadWorkPage(await studio(), (await params).id);
  if (!whole) return { title: 'No such work' };
  const { title } = whole.work;
  return { title: { default: title, template: `%s · ${title} · Glassine` } };
}

export default async function WorkLayout({
  params,
  children,
}: {
  params: Promise<{ id: string }>;
  children: ReactNode;
}) {
  const whole = await loadWorkPage(await studio(), (await params).id);
  if (!whole) notFound();
  const { work, current, findings, beside } = whole;
  return (
    <WorkTable
      work={workModel(work)}
      current={current && masterModel(current)}
      findings={findings}
      beside={beside}
    >
      {children}
    </WorkTable>
  );
}
