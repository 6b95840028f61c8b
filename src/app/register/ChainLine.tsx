'use client';
import { useCallback, useEffect, useState } from 'react';
import type { ChainCheck } from '@/core/edition/chain';
import { Button } from '@/ui/Button';
import { MarkedText } from '@/ui/Verdict';

/** Up to so many entries the chain is walked at once, without being asked. */
const AT_ONCE = 20_000;

/** Whether the register's chain is whole, and when that was last looked at. */
export function ChainLine({ entries }: { entries: number }) {
  const [check, setCheck] = useState<(ChainCheck & { checkedAt: string }) | 'failed' | null>(null);
  const [busy, setBusy] = useState(false);
  const look = useCallback(async () => {
    setBusy(true);
    const answer = await fetch('/api/register/check')
      .then((r) => (r.ok ? r.json() : 'failed'))
      .catch(() => 'failed');
    setCheck(answer);
    setBusy(false);
  }, []);
  useEffect(() => {
    if (entries === 0 || entries > AT_ONCE) return;
    const timer = setTimeout(() => void look(), 0);
    return () => clearTimeout(timer);
  }, [entries, look]);
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
            The chain of {check.entries} entries is whole, checked {check.checkedAt.slice(11, 16)} UTC.
          </MarkedText>
        ) : (
          <MarkedText kind="fails">
            The chain is broken. {check.says} Everything before it still stands.
          </MarkedText>
        ))}
      <Button quiet onPress={() => void look()} isDisabled={busy}>
        Check it {check ? 'again' : 'now'}
      </Button>
    </div>
  );
}
