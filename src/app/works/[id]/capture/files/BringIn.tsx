'use client';
import { ErrorCallout, type ActionError } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { UploadProgress, useUpload } from '@/ui/useUpload';
import { MarkedText } from '@/ui/Verdict';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { OfferedSize, RouteChoice } from './fileProps';

export function BringIn({ sizes, routes }: { sizes: OfferedSize[]; routes: RouteChoice[] }) {
  const { size } = useUnits();
  const router = useRouter();
  const [formatId, setFormat] = useState(sizes[0]!.id);
  const [ppi, setPpi] = useState('300');
  const [error, setError] = useState<ActionError | null>(null);
  const [said, setSaid] = useState<{ says: string; holds: boolean } | null>(null);
  const { upload, isSending, send: sendUp } = useUpload();
  const input = useRef<HTMLInputElement>(null);
  const send = async (file: File) => {
    setError(null);
    setSaid(null);
    const answer = await sendUp<{ says: string; holds: boolean }>(
      `/api/printfile?${new URLSearchParams({ name: file.name, format: formatId, ppi, route: routes[0]?.id ?? '' })}`,
      file,
    );
    if ('error' in answer) setError(answer.error);
    else {
      setSaid(answer.done);
      router.refresh();
    }
  };
  return (
    <Stack $gap={8} style={{ paddingTop: 14 }}>
      <Row $gap={12} style={{ alignItems: 'end' }}>
        <Select
          label="Bring one in, made for"
          value={formatId}
          onChange={setFormat}
          options={sizes.map((s) => ({ key: s.id, name: size(s.image) }))}
          width={190}
        />
        <Field label="at pixels per inch" value={ppi} onChange={setPpi} width={110} />
        <input
          ref={input}
          type="file"
          hidden
          accept=".tif,.tiff,.jpg,.jpeg,.png"
          aria-label="Print file made elsewhere"
          onChange={(e) => {
            const f = e.target.files?.[0];
            if (f) void send(f);
            e.target.value = '';
          }}
        />
        <Button onPress={() => input.current?.click()} isDisabled={isSending}>
          Choose the file
        </Button>
      </Row>
      <UploadProgress upload={upload} />
      {said && <MarkedText kind={said.holds ? 'holds' : 'fails'}>{said.says}</MarkedText>}
      <ErrorCallout error={error} />
    </Stack>
  );
}
