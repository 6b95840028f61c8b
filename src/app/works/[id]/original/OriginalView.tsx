'use client';
import { useState } from 'react';
import styled from 'styled-components';
import type { WorkModel } from '@/app/models';
import { arriving } from '@/ui/arriving';
import { Button, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import { EmptyState, FactList, PanelTitle } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { ObjectDrawing } from './ObjectDrawing';

/** Asked for when the facts are changed. */
const WorkForm = arriving(async () => (await import('@/app/works/WorkForm')).WorkForm);

const Beside = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 28px;
  align-items: start;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
/** A card as it hangs beside a picture. */
const Label = styled.section`
  background: ${t.white};
  border: 1px solid ${t.line};
  padding: 20px 22px;
  display: grid;
  gap: 14px;
  h2 {
    font: italic 22px/27px ${t.serif};
  }
`;
const MAY_PRINT = {
  yes: { mark: 'holds', says: 'May be printed' },
  'not yet': { mark: 'care', says: 'May not be printed yet' },
  no: { mark: 'fails', says: 'May not be printed' },
} as const;

/** The original: the object to scale, and its facts on a label beside it, changed in place. */
export function OriginalView({
  work,
  artist,
  picture,
}: {
  work: WorkModel;
  artist: string;
  picture: string | null;
}) {
  const [isChanging, setChanging] = useState(false);
  useKeys([{ key: 'e', label: 'change the facts of the original', run: () => setChanging(true) }]);
  if (isChanging)
    return (
      <section>
        <PanelTitle>
          The facts of the original{' '}
          <Button quiet onPress={() => setChanging(false)}>
            Back to the label
          </Button>
        </PanelTitle>
        <WorkForm work={work} onKept={() => setChanging(false)} />
      </section>
    );
  return (
    <Beside>
      {work.widthUm && work.heightUm ? (
        <ObjectDrawing title={work.title} width={work.widthUm} height={work.heightUm} picture={picture} />
      ) : (
        <EmptyState title="No size is known">
          <p>
            Measured once, the original is drawn here to scale, and a capture is planned from it. A file
            that was never an object has none.
          </p>
        </EmptyState>
      )}
      <FactsLabel work={work} artist={artist} onChange={() => setChanging(true)} />
    </Beside>
  );
}

function FactsLabel({
  work,
  artist,
  onChange,
}: {
  work: WorkModel;
  artist: string;
  onChange: () => void;
}) {
  const { size, other, money, date } = useUnits();
  const measured = work.widthUm && work.heightUm ? { width: work.widthUm, height: work.heightUm } : null;
  const mayPrint = MAY_PRINT[work.mayPrint];
  return (
    <Label aria-label="Its label">
      <div>
        {artist && <p>{artist}</p>}
        <h2>
          {work.title}
          {work.year ? `, ${work.year}` : ''}
        </h2>
        <p>{work.medium || work.kind}</p>
        {measured && (
          <p>
            {size(measured)} ({other(measured)})
          </p>
        )}
      </div>
      <MarkedText kind={mayPrint.mark}>{mayPrint.says}</MarkedText>
      <FactList
        rows={[
          ['Kept by', work.owner],
          ['Sold for', work.soldPriceMinor ? money(work.soldPriceMinor) : ''],
          ['Dry since', date(work.drySince)],
          ['Varnish', work.varnish],
          ['Surface', work.surface],
          ['Smears', work.smears ? 'yes: never face down on glass' : ''],
          ['Signature', work.signature === 'not said' ? '' : work.signature],
          ['Rights', work.rights],
          ['Notes', work.notes],
        ]}
      />
      <Row>
        <Button keyName="e" onPress={onChange}>
          Change the facts
        </Button>
      </Row>
    </Label>
  );
}
