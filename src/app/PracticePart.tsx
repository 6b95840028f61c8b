'use client';
import { useEffect, useState } from 'react';
import { postJson, type ActionError } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useAsked } from '@/ui/useAsked';
import { MarkedText } from '@/ui/Verdict';
import type { PracticeState } from './practiceStudio';
import { goTo, PRACTICE_ADDRESS } from './practiceAddress';

const EVERY_MS = 1_500;

/** The way into the practice studio, and what is to be known of it. */
export function PracticePart() {
  const [isAsked, setAsked] = useState(false);
  const [error, setError] = useState<ActionError | null>(null);
  const { answer } = useAsked<PracticeState>(isAsked ? PRACTICE_ADDRESS : null, {
    every: EVERY_MS,
    isOver: (state) => state.is !== 'making',
  });
  const enter = async () => {
    setError(null);
    const result = await postJson<PracticeState>(PRACTICE_ADDRESS, { go: 'in' });
    if ('error' in result) return setError(result.error);
    if (result.done.is === 'ready') goTo('/');
    else setAsked(true);
  };
  useEffect(() => {
    if (isAsked && answer?.is === 'ready')
      void postJson(PRACTICE_ADDRESS, { go: 'in' }).then(() => goTo('/'));
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
