'use client';
import styled from 'styled-components';
import { useAction } from '@/app/useAction';
import type { ListingBody, ParagraphState, PictureKind } from '@/core/listing/listing';
import type { Untrue } from '@/studio/listings/listings';
import type { Listing } from '@/studio/prices/listing';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import { Columns, EmptyState, PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { KeptListingPart } from './KeptListingPart';

export const ListingSheet = styled.div`
  border: 1px solid ${t.line};
  background: ${t.white};
  padding: 18px 22px;
  max-width: 74ch;
  display: grid;
  gap: 9px;
  font: 15px/23px ${t.serif};
  > p:first-child {
    font-style: italic;
    font-size: 19px;
  }
`;

export type KeptProps = {
  id: string;
  body: ListingBody;
  states: ParagraphState[];
  untrue: Untrue[];
  /** Those that go with it, and whether each is made. */
  pictures: { name: string; kind: PictureKind; isMade: boolean }[];
};
export type ListingProps = {
  workId: string;
  facts: Listing;
  /** What is kept of it; nothing: it is not written yet. */
  kept: KeptProps | null;
  channels: { id: string; name: string; mostTags: number }[];
};

/** What is said of a work to a buyer: written from the records, kept by paragraph, and held against the facts of today. */
export function ListingView(props: ListingProps) {
  const { facts, kept } = props;
  if (kept) return <KeptListingPart {...props} kept={kept} />;
  if (!facts.ready) return <NotYet facts={facts} />;
  return <ToWrite {...props} />;
}

function NotYet({ facts }: { facts: Listing }) {
  return (
    <EmptyState title="Not yet to be listed">
      <p>
        A listing is written from the records: it needs a size that holds and has a price, and an edition
        that is open.
      </p>
      <div>
        <Stack $gap={6}>
          {facts.left.map((l) => (
            <MarkedText key={l.name} kind="care">
              {l.name} stays out: {l.why}.
            </MarkedText>
          ))}
        </Stack>
      </div>
    </EmptyState>
  );
}

function ToWrite({ workId, facts }: ListingProps) {
  const action = useAction();
  const write = () => void action.run('writeListing', { workId });
  useKeys([{ key: 'w', label: 'write the listing', run: write }]);
  return (
    <Columns $aside={340}>
      <Stack>
        <ListingSheet>
          {facts.paragraphs.map((p) => (
            <p key={p}>{p}</p>
          ))}
        </ListingSheet>
        <Row>
          <Button main keyName="w" isDisabled={action.isPending} onPress={write}>
            Write it so
          </Button>
          <Small>
            Each paragraph can be put into other words; it is held against its fact from then on.
          </Small>
        </Row>
        <ErrorCallout error={action.error} />
      </Stack>
      <BesideListing facts={facts} />
    </Columns>
  );
}

/** Whether it may be called a fine print, and which sizes stay out and why. */
export function BesideListing({ facts }: { facts: Listing }) {
  return (
    <Stack>
      <section>
        <PanelTitle>Called a fine print?</PanelTitle>
        <Stack $gap={6} style={{ marginTop: 8 }}>
          {facts.finePrint.map((f) => (
            <Verdict key={f.says} finding={f} />
          ))}
          <Small>What deserves the word is the studio’s own definition, under Studio.</Small>
        </Stack>
      </section>
      {facts.left.length > 0 && (
        <section>
          <PanelTitle>Left out</PanelTitle>
          <Stack $gap={6} style={{ marginTop: 8 }}>
            {facts.left.map((l) => (
              <MarkedText key={l.name} kind="care">
                {l.name}: {l.why}
              </MarkedText>
            ))}
          </Stack>
        </section>
      )}
    </Stack>
  );
}
