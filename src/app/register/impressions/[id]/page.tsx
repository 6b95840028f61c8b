import { editionModel } from '@/app/models';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { impressionPage } from '@/studio/editions/editions';
import { findRow } from '@/store/rows';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { ImpressionView } from './ImpressionView';

type Props = { params: Promise<{ id: string }> };

export const metadata: Metadata = { title: 'Impression' };

async function ImpressionPage({ params }: Props) {
  const s = await studio();
  const { id } = await params;
  if (!(await findRow(s.db, 'impressions', id))) notFound();
  const { edition, impression, certificates, inspections, keepers, history, ...rest } =
    await impressionPage(s, id);
  return (
    <ImpressionView
      {...rest}
      id={impression.id}
      state={impression.state}
      pen={impression.pen}
      isHeldBack={impression.heldBack}
      signedAt={impression.signedAt}
      edition={editionModel(edition)}
      facts={impression.asPrinted}
      certificates={certificates.map((each) => ({
        id: each.id,
        issue: each.issue,
        issuedAt: each.issuedAt,
        why: each.why,
        voidedAt: each.voidedAt,
        voidWhy: each.voidWhy,
      }))}
      inspections={inspections.map(({ id: key, at, body }) => ({ id: key, at, body }))}
      keepers={keepers.map(({ id: key, name, how, sinceOn, note }) => ({
        id: key,
        name,
        how,
        sinceOn,
        note,
      }))}
      history={history.map(({ seq, at, who, act, body, hash }) => ({ seq, at, who, act, body, hash }))}
    />
  );
}

export default seen(ImpressionPage);
