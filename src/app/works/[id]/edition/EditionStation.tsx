'use client';
import type { EditionModel, FormatModel, WorkModel } from '@/app/models';
import { useState } from 'react';
import styled from 'styled-components';
import { STATE_WORDS, stateWord, type ImpressionState } from '@/core/edition/impressionStates';

import { Button, ButtonLink, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import { EmptyState, Lead, Small, Stack } from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { OpenSheet } from './OpenSheet';
import { useUnits } from '@/ui/Units';

type Props = {
  work: WorkModel;
  editions: { edition: EditionModel; counts: Record<string, number> }[];
  formats: FormatModel[];
  remake: 'remake' | 'retire';
  picture: string | null;
};

const One = styled.section`
  border-top: 1px solid ${t.ink};
  padding: 12px 0 18px;
  display: grid;
  gap: 8px;
  h2 {
    font-weight: 600;
  }
`;
const States = styled.dl`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 26px;
  div {
    display: flex;
    gap: 6px;
    align-items: baseline;
  }
  dt {
    color: ${t.ink2};
  }
  dd {
    font-weight: 600;
  }
`;
const ORDER = Object.keys(STATE_WORDS) as ImpressionState[];

/** How many stand under each word; two states that are one to the person are counted together. */
function byWord(counts: Record<string, number>, edition: EditionModel): [string, number][] {
  const words = new Map<string, number>();
  for (const s of ORDER) {
    const word = stateWord(s, edition);
    if (counts[s]) words.set(word, (words.get(word) ?? 0) + counts[s]);
  }
  return [...words];
}

/** The editions of a work: what each covers, how far each has come, and the opening of another. */
export function EditionStation({ work, editions, formats, remake, picture }: Props) {
  const [opening, setOpening] = useState(false);
  const ready = work.mayPrint === 'yes' && formats.length > 0;
  useKeys(ready ? [{ key: 'o', label: 'open an edition', run: () => setOpening(true) }] : []);
  return (
    <Stack>
      <Row style={{ justifyContent: 'space-between' }}>
        <Lead>
          What is declared here is declared once: the number never grows, and every impression keeps its
          line in the register for good.
        </Lead>
        {ready && editions.length > 0 && (
          <Button keyName="o" onPress={() => setOpening(true)}>
            Open another
          </Button>
        )}
      </Row>
      {editions.length === 0 && (
        <EmptyState title="No edition yet">
          <p>
            {work.mayPrint !== 'yes'
              ? 'This work may not be printed yet; Original says when it may.'
              : !formats.length
                ? 'An edition needs a size on offer first: tick one under Sizes.'
                : 'Open, or limited to a number with its proofs outside. Open suits what is small and untested; a limited run is a promise to everyone who buys from it.'}
          </p>
          {ready && (
            <div>
              <Button main keyName="o" onPress={() => setOpening(true)}>
                Open an edition
              </Button>
            </div>
          )}
        </EmptyState>
      )}
      {editions.map(({ edition: e, counts }) => (
        <OneEdition key={e.id} edition={e} counts={counts} picture={picture} />
      ))}
      <Callout style={{ maxWidth: 620 }}>
        <h3>What the law asks</h3>Some places lay down what an edition and its certificate must state, and
        how long the seller answers for it. Glassine keeps the record; it does not claim to satisfy any
        law. Ask someone licensed where you sell.
      </Callout>
      {opening && (
        <OpenSheet
          workId={work.id}
          formats={formats}
          remake={remake}
          closedRuns={editions.filter((e) => e.edition.kind === 'limited' && e.edition.closedAt).length}
          onClose={() => setOpening(false)}
        />
      )}
    </Stack>
  );
}

function OneEdition({
  edition: e,
  counts,
}: {
  edition: EditionModel;
  counts: Record<string, number>;
  picture: string | null;
}) {
  const { day } = useUnits();
  const proofs = e.proofs.AP + e.proofs.PP + e.proofs.HC;
  return (
    <One>
      <Row style={{ justifyContent: 'space-between' }}>
        <h2>
          {e.kind === 'open'
            ? 'Open edition'
            : `Limited to ${e.size}${e.name ? `, ${e.name}` : ''}${proofs ? ` and ${proofs} ${proofs === 1 ? 'proof' : 'proofs'} outside the run` : ''}`}
          {e.closedAt && <Small> closed {day(e.closedAt)}</Small>}
        </h2>
        <ButtonLink href={`/works/${e.workId}/edition/inspect`}>Look prints over</ButtonLink>
        <ButtonLink href={`/register/${e.id}`} main={!e.closedAt}>
          Open its sheets
        </ButtonLink>
      </Row>
      <p>{e.covers}</p>
      <Small>
        Declared {day(e.openedAt)}; signed{' '}
        {e.signing === 'front' || e.signing === 'back' ? `on the ${e.signing}` : e.signing}.
      </Small>
      <States>
        {byWord(counts, e).map(([word, n]) => (
          <div key={word}>
            <dt>{word}</dt>
            <dd>{n}</dd>
          </div>
        ))}
        {Object.keys(counts).length === 0 && (
          <div>
            <dt>nothing printed yet</dt>
          </div>
        )}
      </States>
    </One>
  );
}
