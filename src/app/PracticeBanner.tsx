'use client';
import { useState } from 'react';
import { postJson, type ActionError } from '@/ui/Actions';
import { Button, ButtonLink } from '@/ui/Button';
import { TopStrip } from '@/ui/TopStrip';
import { MarkedText } from '@/ui/Verdict';
import { goTo, PRACTICE_ADDRESS } from './practiceAddress';

/** Over every page of the practice studio: that nothing here is real, and the way back. */
export function PracticeBanner() {
  const [isSure, setSure] = useState(false);
  const [error, setError] = useState<ActionError | null>(null);
  const leave = async (go: 'out' | 'anew') => {
    const result = await postJson(PRACTICE_ADDRESS, { go });
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
