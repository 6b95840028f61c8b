'use client';
import { useState } from 'react';
import type { ChainCheck } from '@/core/edition/chain';
import { Button } from '@/ui/Button';
import { MarkedText } from '@/ui/Verdict';
import { useUnits } from '@/ui/Units';
import { useAsked } from '@/ui/useAsked';

/** Whether the register's chain is whole, and when that was last looked at. */
export function ChainLine({ entries }: { entries: number }) {
  const { time } = useUnits();
  const [times, setTimes] = useState(0);
  const asked = useAsked<ChainCheck & { checkedAt: string }>(
    entries > 0 ? `/api/register/check${times > 0 ? '?whole' : ''}` : null,
    // More entries than were walked: the answer is of yesterday.
    { version: `${entries} ${times}` },
  );
  const check = asked.answer === null || asked.isSilent ? 'failed' : (asked.answer ?? null);
  const busy = asked.isAsking;
  if (entries === 0) return null;
  return (
    <div role="status" style={{ display: 'flex', gap: 10, alignItems: 'baseline', flexWrap: 'wrap' }}>
      {check === null && (
        <MarkedText kind="none">Walking the chain of {entries.toLocaleString('en')} entries…</MarkedText>
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
      <Button quiet onPress={() => setTimes(times + 1)} isDisabled={busy}>
        Check it from its first line
      </Button>
    </div>
  );
}
