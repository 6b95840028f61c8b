'use client';
import { useState } from 'react';
import styled from 'styled-components';
import type { Listing } from '@/studio/prices/listing';
import { Button } from '@/ui/Button';
import { Columns, EmptyState, PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { MarkedText, Verdict } from '@/ui/Verdict';

const Text = styled.div`
  border: 1px solid ${t.line};
  background: ${t.white};
  padding: 18px 22px;
  max-width: 68ch;
  display: grid;
  gap: 9px;
  font: 15px/23px ${t.serif};
  > p:first-child {
    font-style: italic;
    font-size: 19px;
  }
`;

/** What can be said of a work to a buyer today, written from the records. */
export function ListingView({ listing }: { listing: Listing }) {
  const [copied, setCopied] = useState(false);
  if (!listing.ready) {
    return (
      <EmptyState title="Not yet to be listed">
        <p>
          A listing is written from the records: it needs a size that holds and has a price, and an
          edition that is open.
        </p>
        <div>
          <Stack $gap={6}>
            {listing.left.map((l) => (
              <MarkedText key={l.name} kind="care">
                {l.name} stays out: {l.why}.
              </MarkedText>
            ))}
          </Stack>
        </div>
      </EmptyState>
    );
  }
  const copy = () => {
    void navigator.clipboard?.writeText(listing.paragraphs.join('\n\n')).then(() => setCopied(true));
  };
  return (
    <Columns $aside={340}>
      <Text>
        {listing.paragraphs.map((p) => (
          <p key={p}>{p}</p>
        ))}
      </Text>
      <Stack>
        <section>
          <PanelTitle>Use it</PanelTitle>
          <div style={{ margin: '10px 0' }}>
            <Button main onPress={copy}>
              {copied ? 'Copied' : 'Copy the text'}
            </Button>
          </div>
          <Small role="status">
            {copied
              ? 'The text is on the clipboard.'
              : 'Only sizes that hold and have a price are in it.'}
          </Small>
        </section>
        <section>
          <PanelTitle>Called a fine print?</PanelTitle>
          <Stack $gap={6} style={{ marginTop: 8 }}>
            {listing.finePrint.map((f) => (
              <Verdict key={f.says} finding={f} />
            ))}
            <Small>What deserves the word is the studio’s own definition, under Studio.</Small>
          </Stack>
        </section>
        {listing.left.length > 0 && (
          <section>
            <PanelTitle>Left out</PanelTitle>
            <Stack $gap={6} style={{ marginTop: 8 }}>
              {listing.left.map((l) => (
                <MarkedText key={l.name} kind="care">
                  {l.name}: {l.why}
                </MarkedText>
              ))}
            </Stack>
          </section>
        )}
      </Stack>
    </Columns>
  );
}
