'use client';
import { ErrorCallout, type ActionError } from '@/ui/Actions';
import { Button } from '@/ui/Button';
import { UploadProgress, useUpload } from '@/ui/useUpload';
import { useRef, useState } from 'react';

/** A button that chooses a file and sends it to be read, not kept. */
export function SendFile({ url, label, onSaid }: { url: string; label: string; onSaid: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [error, setError] = useState<ActionError | null>(null);
  const { upload, isSending, send: sendUp } = useUpload();
  const send = async (file: File) => {
    setError(null);
    const answer = await sendUp(`${url}?name=${encodeURIComponent(file.name)}`, file);
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
      <Button onPress={() => input.current?.click()} isDisabled={isSending}>
        {label}
      </Button>
      <UploadProgress upload={upload} />
      <ErrorCallout error={error} />
    </>
  );
}
