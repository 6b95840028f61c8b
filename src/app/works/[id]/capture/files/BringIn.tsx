'use client';
import { ErrorCallout, type ActionError } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Select } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import { sendFile } from '@/ui/sendFile';
import { useUnits } from '@/ui/Units';
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
  const [share, setShare] = useState<number | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const send = async (file: File) => {
    setError(null);
    setSaid(null);
    setShare(0);
    const answer = await sendFile<{ says: string; holds: boolean }>(
      `/api/printfile?${new URLSearchParams({ name: file.name, format: formatId, ppi, route: routes[0]?.id ?? '' })}`,
      file,
      { onProgress: (sent, total) => setShare(total ? sent / total : 1) },
    );
    setShare(null);
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
        <Button onPress={() => input.current?.click()} isDisabled={share !== null}>
          {share === null ? 'Choose the file' : `Sending, ${Math.round(100 * share)} %`}
        </Button>
      </Row>
      {said && <MarkedText kind={said.holds ? 'holds' : 'fails'}>{said.says}</MarkedText>}
      <ErrorCallout error={error} />
    </Stack>
  );
}
