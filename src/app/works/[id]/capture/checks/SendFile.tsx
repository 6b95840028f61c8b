'use client';
import { ErrorCallout, type ActionError } from '@/ui/Actions';
import { Button } from '@/ui/Button';
import { sendFile } from '@/ui/sendFile';
import { useRef, useState } from 'react';

/** A button that chooses a file and sends it to be read, not kept. */
export function SendFile({ url, label, onSaid }: { url: string; label: string; onSaid: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [error, setError] = useState<ActionError | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const send = async (file: File) => {
    setError(null);
    setShare(0);
    const answer = await sendFile(`${url}?name=${encodeURIComponent(file.name)}`, file, {
      onProgress: (sent, total) => setShare(total ? sent / total : 1),
    });
    setShare(null);
    if ('error' in answer) setError(answer.error);
    else onSaid();
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        accept=".tif,.tiff,.jpg,.jpeg,.png,.webp"
        aria-label={label}
        onChange={(e) => {
          const f = e.target.files?.[0];
          if (f) void send(f);
          e.target.value = '';
        }}
      />
      <Button onPress={() => input.current?.click()} isDisabled={share !== null}>
        {share === null ? label : share < 1 ? `Sending, ${Math.round(100 * share)} %` : 'Reading it'}
      </Button>
      <ErrorCallout error={error} />
    </>
  );
}
