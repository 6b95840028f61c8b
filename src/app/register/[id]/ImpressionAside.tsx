'use client';
import type { EditionModel } from '@/app/models';
import Link from 'next/link';
import styled from 'styled-components';
import { lineWords } from '@/core/edition/lineWords';

import type { ImpressionDetail } from '@/studio/editions/editions';
import { FactList, PanelTitle, Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useAsked } from '@/ui/useAsked';
import { useUnits } from '@/ui/Units';

export const History = styled.ol`
  li {
    display: grid;
    grid-template-columns: 108px minmax(0, 1fr);
    gap: 4px 10px;
    padding: 4px 0;
  }
  small {
    color: ${t.ink2};
    font-size: 12px;
  }
`;
/** One impression: where it is, what it is made of, and what happened to it. */
export function ImpressionAside({
  id,
  edition,
  stamp,
}: {
  id: string | null;
  edition: EditionModel;
  stamp: string;
}) {
  const { answer: whole } = useAsked<ImpressionDetail>(id && `/api/impressions/${id}`, {
    version: stamp,
  });
  const { money, moment } = useUnits();
  if (!id) return <Small>Choose a sheet to see where it is and what happened to it.</Small>;
  if (!whole || whole.impression.id !== id) return <Small>Looking it up…</Small>;
  const { impression: i, history } = whole;
  const last = history[0];
  return (
    <section aria-label={`Impression ${whole.label}`}>
      <PanelTitle>
        No. {whole.label} <span>{whole.format ?? ''}</span>
      </PanelTitle>
      <FactList
        rows={[
          ['Where', <strong key="w">{whole.word}</strong>],
          ['Paper', whole.paper],
          [
            'Held against',
            whole.proofRound
              ? `proof round ${whole.proofRound}`
              : i.printedAt
                ? 'no accepted proof'
                : null,
          ],
          ['Price', whole.priceMinor !== null ? money(whole.priceMinor) : null],
          [
            'Certificate',
            whole.certificate ? (
              <a key="c" href={`/api/documents/certificate/${i.id}`} target="_blank" rel="noreferrer">
                {whole.certificate.issue > 1
                  ? `number ${whole.certificate.issue}, as PDF`
                  : 'open it as PDF'}
              </a>
            ) : (
              'none written'
            ),
          ],
        ]}
      />
      <p style={{ margin: '10px 0 20px' }}>
        <Link href={`/register/impressions/${i.id}`} prefetch={false}>
          Everything about it
        </Link>
      </p>
      <PanelTitle>What happened to it</PanelTitle>
      <History>
        {history.map((h) => (
          <li key={h.seq}>
            <small>{moment(h.at)}</small>
            <span>{lineWords(h.act, h.body)}</span>
          </li>
        ))}
        <li>
          <small>{moment(edition.openedAt)}</small>
          <span>{edition.kind === 'open' ? 'Edition opened' : 'Number declared'}</span>
        </li>
      </History>
      {last && (
        <p style={{ borderTop: `1px solid ${t.line}`, marginTop: 8, paddingTop: 8 }}>
          <Small>
            Entry {last.seq} follows {last.seq - 1} · {last.hash.slice(0, 4)} {last.hash.slice(4, 8)} …{' '}
            {last.hash.slice(-4)}.
          </Small>
        </p>
      )}
    </section>
  );
}
