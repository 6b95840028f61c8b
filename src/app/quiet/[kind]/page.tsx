import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { QUIET_KINDS, QUIET_NAMES, type QuietKind } from '@/core/quiet/tasks';
import { quietScreen } from '@/studio/quiet/quiet';
import { QuietView } from './QuietView';

type Props = {
  params: Promise<{ kind: string }>;
  searchParams: Promise<Record<string, string | undefined>>;
};

const kindOf = (word: string): QuietKind | null => QUIET_KINDS.find((kind) => kind === word) ?? null;

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const kind = kindOf((await params).kind);
  return { title: kind ? QUIET_NAMES[kind] : 'Not found' };
}

async function QuietKindPage({ params, searchParams }: Props) {
  const kind = kindOf((await params).kind);
  if (!kind) notFound();
  const q = await queryOf(searchParams);
  const { task, lessons } = await quietScreen(await studio(), kind, {
    ...{ formatId: q.format ?? null, wallId: q.wall ?? null },
  });
  return <QuietView task={task} lessons={lessons.map(({ id, text }) => ({ id, text }))} />;
}

export default seen(QuietKindPage);
