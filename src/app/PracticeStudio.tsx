'use client';
import { useEffect, useState } from 'react';
import { postJson, type ActionError } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { TopStrip } from '@/ui/TopStrip';
import { useAsked } from '@/ui/useAsked';
import { MarkedText } from '@/ui/Verdict';
import type { PracticeState } from './practiceStudio';

const ADDRESS = '/api/practice-studio';
const EVERY_MS = 1_500;

/** A whole page, so that nothing of the one studio is left on the screen of the other. */
const goTo = (path: string) => window.location.assign(path);

/** The way into the practice studio, and what is to be known of it. */
export function PracticePart() {
  const [isAsked, setAsked] = useState(false);
  const [error, setError] = useState<ActionError | null>(null);
  const { answer } = useAsked<PracticeState>(isAsked ? ADDRESS : null, {
    every: EVERY_MS,
    isOver: (state) => state.is !== 'making',
  });
  const enter = async () => {
    setError(null);
    const result = await postJson<PracticeState>(ADDRESS, { go: 'in' });
    if ('error' in result) return setError(result.error);
    if (result.done.is === 'ready') goTo('/');
    else setAsked(true);
  };
  useEffect(() => {
    if (isAsked && answer?.is === 'ready') void postJson(ADDRESS, { go: 'in' }).then(() => goTo('/'));
  }, [isAsked, answer?.is]);
  const isMaking = isAsked && (answer === undefined || answer?.is === 'making');
  const trouble = error?.message ?? (answer?.is === 'none' ? answer.trouble : null);
  return (
    <section id="practice">
      <PanelTitle>Practice studio</PanelTitle>
      <Stack $gap={10} style={{ marginTop: 8 }}>
        <Small>
          A made-up studio with pictures, papers, editions and orders in every state, to look round and to
          spoil. It lies in a folder of its own: nothing of yours is in it, and nothing done there reaches
          yours.
        </Small>
        {isMaking && (
          <MarkedText kind="none">
            <span role="status">
              Being made, some minutes the first time{answer?.is === 'making' && `: ${answer.says}`}. Stay
              here, or come back later.
            </span>
          </MarkedText>
        )}
        {trouble && <MarkedText kind="fails">{trouble}</MarkedText>}
        <Row>
          <Button onPress={() => void enter()} isDisabled={isMaking}>
            Go into the practice studio
          </Button>
        </Row>
      </Stack>
    </section>
  );
}

/** Over every page of the practice studio: that nothing here is real, and the way back. */
export function PracticeBanner() {
  const [isSure, setSure] = useState(false);
  const [error, setError] = useState<ActionError | null>(null);
  const leave = async (go: 'out' | 'anew') => {
    const result = await postJson(ADDRESS, { go });
    if ('error' in result) return setError(result.error);
    goTo(go === 'anew' ? '/studio#practice' : '/');
  };
  return (
    <TopStrip aria-label="Practice studio">
      <span>The practice studio: everything in it is made up, and may be spoiled.</span>
      <ButtonLink href="/guide" quiet>
        Be led the whole way
      </ButtonLink>
      <Button onPress={() => void leave('out')}>Back to your own</Button>
      {isSure ? (
        <Button onPress={() => void leave('anew')}>Yes: all that was done here goes</Button>
      ) : (
        <Button quiet onPress={() => setSure(true)}>
          Make it as it was at first
        </Button>
      )}
      {error && <MarkedText kind="fails">{error.message}</MarkedText>}
    </TopStrip>
  );
}
