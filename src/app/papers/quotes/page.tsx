import { evidenceOf } from '@/store/evidence';
import { quoteModel, sentJobModel } from '@/app/models';
import { queryOf } from '@/app/query';
import { seen } from '@/app/seen';
import { studio } from '@/app/server';
import { localDay } from '@/core/measure';
import { findRow, findRows } from '@/store/rows';
import { sizes } from '@/studio/formats/sizePicks';
import { shownCosts } from '@/studio/prices/shownCosts';
import { compareRoutes, quotesOf, sentOut } from '@/studio/routes/routes';
import type { Metadata } from 'next';
import { QuotesView } from './QuotesView';

export const metadata: Metadata = { title: 'Compare routes' };

async function QuotesPage({ searchParams }: { searchParams: Promise<{ size?: string; n?: string }> }) {
  const s = await studio();
  const q = await queryOf(searchParams);
  const offered = await sizes.first(s, [q.size]);
  const chosen = offered.find(({ id }) => id === q.size) ?? offered[0] ?? null;
  const format = chosen && (await findRow(s.db, 'formats', chosen.id));
  const asked = Number(q.n ?? 1),
    quantity = Number.isInteger(asked) && asked > 0 && asked <= 100_000 ? asked : 1;
  const [rows, kept, sent, all, costs] = await Promise.all([
    format ? compareRoutes(s, format, quantity) : Promise.resolve([]),
    format ? quotesOf(s.db, [format.id]) : Promise.resolve([]),
    sentOut(s.db),
    findRows(s.db, 'routes'),
    shownCosts(s, format ? [format.id] : []),
  ]);
  const pictures = await evidenceOf(
    s.db,
    'sent job',
    sent.map(({ id }) => id),
  );
  return (
    <QuotesView
      pictures={Object.fromEntries(pictures)}
      offered={offered}
      chosen={format?.id ?? null}
      quantity={quantity}
      rows={rows}
      costs={costs}
      kept={kept.map(quoteModel)}
      sent={sent.map(sentJobModel)}
      routes={all.map(({ id, name }) => ({ id, name }))}
      today={localDay(s.now(), (await s.settings()).timeZone)}
    />
  );
}

export default seen(QuotesPage);
