'use client';
import { postJson, useAnnounce } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields, Select } from '@/ui/Field';
import { Panel, PanelTitle, Stack } from '@/ui/Layout';
import { sendFile } from '@/ui/sendFile';
import { t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Choice } from './profileProps';

export function BringIn({
  papers,
  routes,
  machines,
}: {
  papers: Choice[];
  routes: Choice[];
  machines: Choice[];
}) {
  const [paper, setPaper] = useState(papers[0]?.key ?? ''),
    [by, setBy] = useState(machines[0] ? `m ${machines[0].key}` : ''),
    [setting, setSetting] = useState('');
  const [file, setFile] = useState<File | null>(null),
    [busy, setBusy] = useState(''),
    [error, setError] = useState<{ says: string; sure: boolean } | null>(null);
  const [version, setVersion] = useState<'2' | '4'>('4');
  const say = useAnnounce(),
    router = useRouter();
  const to = {
    machineId: by.startsWith('m ') ? by.slice(2) : null,
    routeId: by.startsWith('r ') ? by.slice(2) : null,
  };
  const send = async (sure: boolean) => {
    if (!file) return;
    setBusy('reading');
    setError(null);
    const q = new URLSearchParams({
      name: file.name,
      paper,
      setting,
      ...(to.machineId && { machine: to.machineId }),
      ...(to.routeId && { route: to.routeId }),
      ...(sure && { sure: 'yes' }),
    });
    const answer = await sendFile(`/api/profiles?${q}`, file);
    if ('done' in answer) {
      say({ message: answer.done.message });
      router.refresh();
    } else setError({ says: answer.error.message, sure: answer.error.overridable === true });
    setBusy('');
  };
  const practise = async () => {
    setBusy('profiling');
    setError(null);
    const answer = await postJson('/api/practice', {
      what: 'profile',
      paperId: paper,
      ...to,
      setting,
      version: Number(version),
    });
    if ('done' in answer) {
      say({ message: answer.done.message });
      router.refresh();
    } else setError({ says: answer.error.message, sure: false });
    setBusy('');
  };
  return (
    <Panel>
      <PanelTitle>Bring in a profile</PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 8 }}>
        <Select label="Paper" value={paper} onChange={setPaper} options={papers} />
        <Select
          label="Printed by"
          value={by}
          onChange={setBy}
          options={[
            { key: '', name: 'any machine or route' },
            ...machines.map((m) => ({ key: `m ${m.key}`, name: m.name })),
            ...routes.map((r) => ({ key: `r ${r.key}`, name: r.name })),
          ]}
        />
        <Field
          label="Setting"
          value={setting}
          onChange={setSetting}
          hint="media setting and quality it was made at"
        />
        <label
          style={{
            display: 'block',
            border: `1px dashed ${t.ink3}`,
            background: t.white,
            padding: '10px 12px',
          }}
        >
          ICC file
          <input
            type="file"
            accept=".icc,.icm"
            onChange={(e) => {
              setFile(e.target.files?.[0] ?? null);
              setError(null);
            }}
            aria-label="ICC file"
            style={{ display: 'block', marginTop: 6, maxWidth: '100%' }}
          />
        </label>
        <Row>
          <Button main onPress={() => void send(false)} isDisabled={!file || busy !== ''}>
            {busy === 'reading' ? 'Reading…' : 'Read and keep it'}
          </Button>
        </Row>
        {error && (
          <div role="alert">
            <MarkedText kind="fails">{error.says}</MarkedText>
            {error.sure && (
              <Row style={{ paddingTop: 6 }}>
                <Button onPress={() => void send(true)}>Keep it all the same</Button>
              </Row>
            )}
          </div>
        )}
        <PanelTitle>
          Or practise <span>a made-up press</span>
        </PanelTitle>
        <p>
          The practice press prints like a real one, on papers of yours that it makes up: its profile is a
          true ICC file, and every lot is a little off it.
        </p>
        <Fields $columns="1fr 1fr">
          <Select<'2' | '4'>
            label="ICC version"
            value={version}
            onChange={setVersion}
            options={[
              { key: '4', name: 'version 4' },
              { key: '2', name: 'version 2' },
            ]}
          />
        </Fields>
        <Row>
          <Button onPress={() => void practise()} isDisabled={!paper || busy !== ''}>
            {busy === 'profiling' ? 'Profiling, some seconds…' : 'Profile this paper'}
          </Button>
        </Row>
      </Stack>
    </Panel>
  );
}
