'use client';
import { useState } from 'react';
import type { ChainCheck } from '@/core/edition/chain';
import { Button } from '@/ui/Button';
import { MarkedText } from '@/ui/Verdict';
import { useUnits } from '@/ui/Units';
import { useAsked } from '@/ui/useAsked';

/** Up to so many entries the chain is walked at once, without being asked. */
const AT_ONCE = 20_000;

/** Whether the register's chain is whole, and when that was last looked at. */
export function ChainLine({ entries }: { entries: number }) {
  const { time } = useUnits();
  const [isAsked, setAsked] = useState(entries <= AT_ONCE);
  const asked = useAsked<ChainCheck & { checkedAt: string }>(
    isAsked && entries > 0 ? '/api/register/check' : null,
    // More entries than were walked: the answer is of yesterday.
    { version: String(entries) },
  );
  const check = asked.answer === null || asked.isSilent ? 'failed' : (asked.answer ?? null);
  const busy = asked.isAsking;
  const look = () => (isAsked ? asked.again() : setAsked(true));
  if (entries === 0) return null;
  return (
    <div role="status" style={{ display: 'flex', gap: 10, alignItems: 'baseline', flexWrap: 'wrap' }}>
      {check === null && (
        <MarkedText kind="none">
          {busy
            ? `Walking the chain of ${entries} entries…`
            : `The chain of ${entries} entries has not been walked since this page was opened.`}
        </MarkedText>
      )}
      {check === 'failed' && <MarkedText kind="care">The chain could not be walked just now.</MarkedText>}
      {check &&
        check !== 'failed' &&
        (check.whole ? (
          <MarkedText kind="holds">
            The chain of {check.entries} entries is whole, checked {time(check.checkedAt)}.
          </MarkedText>
        ) : (
          <MarkedText kind="fails">
            The chain is broken. {check.says} Everything before it still stands.
          </MarkedText>
        ))}
      <Button quiet onPress={look} isDisabled={busy}>
        Check it {check ? 'again' : 'now'}
      </Button>
    </div>
  );
}
