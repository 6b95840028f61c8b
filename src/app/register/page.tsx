import { editionModel } from '@/app/models';
import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { editionsPage, registerLength } from '@/store/editions';
import { pageOf, queryOf } from '@/app/query';
import { studio } from '../server';
import { EditionsView } from './EditionsView';

export const metadata: Metadata = { title: 'Register' };
const A_PAGE = 50;

async function RegisterPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const { db } = await studio();
  const page = pageOf((await queryOf(searchParams)).page);
  const [{ total, lines }, length] = await Promise.all([
    editionsPage(db, page, A_PAGE),
    registerLength(db),
  ]);
  return (
    <EditionsView
      lines={lines.map((line) => ({ ...line, edition: editionModel(line.edition) }))}
      total={total}
      page={page}
      perPage={A_PAGE}
      entries={length.entries}
    />
  );
}

export default seen(RegisterPage);
