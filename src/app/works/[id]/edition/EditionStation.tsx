'use client';
import type { EditionModel, FormatModel, WorkModel } from '@/app/models';
import { useState } from 'react';
import styled from 'styled-components';
import { nextAct } from '@/core/edition/nextAct';
import type { RunSchool } from '@/core/edition/terms';
import type { EditionFigures } from '@/studio/editions/figures';
import type { OpeningQuestions } from '@/studio/editions/opening';

import { Button, ButtonLink, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import { EmptyState, FactList, Lead, Small, Stack } from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { narrow, t } from '@/ui/tokens';
import type { OneMade } from '@/core/edition/toHaveReady';
import { ToHaveReady } from './ToHaveReady';
import { EditionDrawing, type SmallSheet } from './EditionDrawing';
import { OpenSheet } from './OpenSheet';
import { useUnits } from '@/ui/Units';

type OfEdition = {
  edition: EditionModel;
  counts: Record<string, number>;
  figures: EditionFigures;
  states: SmallSheet[];
  /** What one more takes; nothing: none was printed yet, or none will be. */
  making: OneMade | null;
};
type Props = {
  work: WorkModel;
  editions: OfEdition[];
  opening: OpeningQuestions;
  formats: FormatModel[];
  remake: 'remake' | 'retire';
  school: RunSchool;
  picture: string | null;
};

const One = styled.section`
  border-top: 1px solid ${t.ink};
  padding: 14px 0 22px;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 10px 36px;
  h2 {
    font-weight: 600;
    grid-column: 1 / -1;
  }
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Next = styled.p`
  font-size: 18px;
  line-height: 24px;
  margin-bottom: 10px;
`;

/** The editions of a work: what each covers, how far each has come, and the opening of another. */
export function EditionStation({ work, editions, formats, opening, remake, school }: Props) {
  const [isOpening, setOpening] = useState(false);
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
      {editions.map((each) => (
        <OneEdition key={each.edition.id} {...each} />
      ))}
      <Callout style={{ maxWidth: 620 }}>
        <h3>What the law asks</h3>Some places lay down what an edition and its certificate must state, and
        how long the seller answers for it. Glassine keeps the record; it does not claim to satisfy any
        law. Ask someone licensed where you sell.
      </Callout>
      {isOpening && (
        <OpenSheet
          workId={work.id}
          formats={formats}
          remake={remake}
          school={school}
          opening={opening}
          closedRuns={editions.filter((e) => e.edition.kind === 'limited' && e.edition.closedAt).length}
          onClose={() => setOpening(false)}
        />
      )}
    </Stack>
  );
}

function OneEdition({ edition: e, counts, figures: f, states, making }: OfEdition) {
  const { day, date, money } = useUnits();
  const proofs = e.proofs.AP + e.proofs.PP + e.proofs.HC;
  const next = nextAct({
    counts,
    signing: e.signing,
    ready: f.ready,
    promised: f.promised,
    free: f.free,
    isClosed: e.closedAt !== null,
  });
  return (
    <One>
      <h2>
        {e.kind === 'open'
          ? 'Open edition'
          : `Limited to ${e.size}${e.name ? `, ${e.name}` : ''}${proofs ? ` and ${proofs} ${proofs === 1 ? 'proof' : 'proofs'} outside the run` : ''}`}
        {e.closedAt && <Small> closed {day(e.closedAt)}</Small>}
      </h2>
      <div>
        <EditionDrawing states={states} isClosed={e.closedAt !== null} />
        <p style={{ marginTop: 12 }}>{e.covers}</p>
        <Small>
          Declared {day(e.openedAt)}; signed{' '}
          {e.signing === 'front' || e.signing === 'back' ? `on the ${e.signing}` : e.signing}.{' '}
          <a href={`/api/documents/opening-statement/${e.id}`} target="_blank" rel="noreferrer">
            Opening statement
          </a>
        </Small>
        {making && <ToHaveReady one={making} />}
      </div>
      <div>
        <Next>{next.says}</Next>
        <Row style={{ marginBottom: 14 }}>
          {next.at && (
            <ButtonLink main href={placeOfAct(e, next.at)}>
              {next.label}
            </ButtonLink>
          )}
          <ButtonLink href={`/register/${e.id}`}>Open its sheets</ButtonLink>
          {next.at !== 'inspect' && (
            <ButtonLink href={`/works/${e.workId}/edition/inspect`}>Look prints over</ButtonLink>
          )}
        </Row>
        <FactList
          rows={[
            ['Sold', `${f.sold}, ${money(f.incomeMinor)} so far`],
            [
              'Still to be had',
              f.free === null
                ? null
                : `${f.free}${f.promised ? `, ${f.promised} promised` : ''}${f.reserved ? `, ${f.reserved} held` : ''}`,
            ],
            ['Those bring', f.leftMinor === null ? null : `${money(f.leftMinor)} at the smallest price`],
            [
              'Next number',
              f.next &&
                `${f.next.number}${f.next.priceMinor === null ? '' : `, from ${money(f.next.priceMinor)}`}`,
            ],
            [
              'Next tier',
              f.tier &&
                `from number ${f.tier.from}, in ${f.tier.in}${f.tier.priceMinor === null ? '' : `: from ${money(f.tier.priceMinor)}`}`,
            ],
            ['Pace', e.kind === 'open' ? `${f.pace.perMonth.toFixed(1)} a month` : f.pace.says],
            [
              'At this pace',
              e.kind === 'limited' && f.pace.goneOn && `the last goes about ${date(f.pace.goneOn)}`,
            ],
            ['With shops', f.out ? String(f.out) : null],
          ]}
        />
      </div>
    </One>
  );
}

function placeOfAct(e: EditionModel, at: 'inspect' | 'sign' | 'print' | 'orders'): string {
  if (at === 'inspect') return `/works/${e.workId}/edition/inspect`;
  if (at === 'sign') return `/register/${e.id}/sign`;
  return at === 'orders' ? '/orders' : `/register/${e.id}`;
}
