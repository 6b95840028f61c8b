'use client';
import styled from 'styled-components';
import { readableOn, surroundGrey } from '@/core/colour/screen';
import { Small } from '@/ui/Layout';
import { SCREEN_WORDS } from '@/ui/screenSpace';
import { MarkedText } from '@/ui/Verdict';
import { Pane } from './Pane';
import { percent } from './softProps';
import type { SoftProofDesk } from './useSoftProofDesk';

const Surround = styled.div`
  padding: 26px;
  display: grid;
  gap: 14px;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
`;

/** The picture as each chosen paper will show it, in the grey it is judged in. */
export function ProofPanes({ desk, title }: { desk: SoftProofDesk; title: string }) {
  const { shown, surround, show } = desk;
  const place = { box: desk.box, view: desk.view, onView: desk.move, shown };
  const saysOf = (paper: string, at: number) => {
    const out = shown?.after[at];
    const share = out ? `; ${percent(out.outShare)} of what is in view is out of gamut` : '';
    return `${paper}: ${desk.intent}${share}`;
  };
  return (
    <>
      {desk.error && (
        <p role="alert">
          <MarkedText kind="fails">{desk.error}</MarkedText>
        </p>
      )}
      <Surround
        style={{ background: surroundGrey(surround), color: readableOn(surround) }}
        data-ready={shown ? Math.round(shown.ms) : undefined}
      >
        {show === 'beside' && (
          <Pane {...place} label={`${title}, the picture`} what="before" split={0} says="the picture" />
        )}
        {desk.chosen.map((id, i) => {
          const { paper } = desk.paperOf(id);
          return (
            <Pane
              key={id}
              {...place}
              label={`${title} on ${paper}`}
              what={show === 'picture' ? 'before' : i}
              split={show === 'split' ? desk.split : 0}
              says={saysOf(paper, i)}
            />
          );
        })}
      </Surround>
      <Small>
        Drag to move, wheel or + − to zoom. What is marked is striped black and white, so that it shows on
        any colour.{' '}
        {shown && desk.ask && <>{beyondScreen(shown.beyondScreen, SCREEN_WORDS[desk.ask.screen])} </>}
        {shown && <>Last drawn in {Math.round(shown.ms)} ms.</>}
      </Small>
    </>
  );
}

/** What this screen has no colour for: no proof on it is nearer than that. */
const beyondScreen = (share: number, screen: string): string =>
  share === 0
    ? `Nothing in view is beyond this screen’s colours (${screen}).`
    : `${percent(share)} of what is in view is beyond this screen’s colours (${screen}) by more than 3 ΔE00: it shows the nearest it has.`;
