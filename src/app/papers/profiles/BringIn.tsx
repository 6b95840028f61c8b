'use client';
import { postJson, useAnnounce, type ActionAnswer } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { FilePick } from '@/ui/FilePick';
import { Panel, PanelTitle, Stack } from '@/ui/Layout';
import { UploadProgress, useUpload } from '@/ui/useUpload';
import { MarkedText } from '@/ui/Verdict';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type Choice } from './profileProps';

type Props = { papers: Choice[]; routes: Choice[]; machines: Choice[] };

/** What a profile is for, the file, and the two ways to one: brought in, or made by the practice press. */
function useBringIn({ papers, machines }: Props) {
  const [paper, setPaper] = useState(papers[0]?.key ?? '');
  const [by, setBy] = useState(machines[0] ? `m ${machines[0].key}` : '');
  const [setting, setSetting] = useState('');
  const [file, setFile] = useState<File | null>(null);
  const [busy, setBusy] = useState<'' | 'reading' | 'profiling'>('');
  const { upload, send: sendUp } = useUpload();
  const [error, setError] = useState<{ says: string; sure: boolean } | null>(null);
  const [version, setVersion] = useState<'2' | '4'>('4');
  const say = useAnnounce();
  const router = useRouter();
  const to = {
    machineId: by.startsWith('m ') ? by.slice(2) : null,
    routeId: by.startsWith('r ') ? by.slice(2) : null,
  };
  const during = async (
    what: 'reading' | 'profiling',
    work: () => ReturnType<typeof postJson<ActionAnswer>>,
  ) => {
    setBusy(what);
    setError(null);
    const answer = await work();
    if ('done' in answer) {
      say({ message: answer.done.message });
      router.refresh();
    } else setError({ says: answer.error.message, sure: answer.error.overridable === true });
    setBusy('');
  };
  return {
    upload,
    paper,
    setPaper,
    by,
    setBy,
    setting,
    setSetting,
    file,
    busy,
    error,
    version,
    setVersion,
    takeFile(chosen: File | null) {
      setFile(chosen);
      setError(null);
    },
    async send(isSure: boolean) {
      if (!file) return;
      const q = new URLSearchParams({
        name: file.name,
        paper,
        setting,
        ...(to.machineId && { machine: to.machineId }),
        ...(to.routeId && { route: to.routeId }),
        ...(isSure && { sure: 'yes' }),
      });
      await during('reading', () => sendUp(`/api/profiles?${q}`, file));
    },
    practise: () =>
      during('profiling', () =>
        postJson('/api/practice', {
          what: 'profile',
          paperId: paper,
          ...to,
          setting,
          version: Number(version),
        }),
      ),
  };
}
type BringInDesk = ReturnType<typeof useBringIn>;

export function BringIn(props: Props) {
  const desk = useBringIn(props);
  return (
    <Panel>
      <PanelTitle>Bring in a profile</PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 8 }}>
        <ProfileFields {...props} desk={desk} />
        <Practise desk={desk} />
      </Stack>
    </Panel>
  );
}

function ProfileFields({ papers, routes, machines, desk }: Props & { desk: BringInDesk }) {
  const { error } = desk;
  return (
    <>
      <Select label="Paper" value={desk.paper} onChange={desk.setPaper} options={papers} />
      <Select
        label="Printed by"
        value={desk.by}
        onChange={desk.setBy}
        options={[
          { key: '', name: 'any machine or route' },
          ...machines.map((m) => ({ key: `m ${m.key}`, name: m.name })),
          ...routes.map((r) => ({ key: `r ${r.key}`, name: r.name })),
        ]}
      />
      <Field
        label="Setting"
        value={desk.setting}
        onChange={desk.setSetting}
        hint="media setting and quality it was made at"
      />
      <FilePick label="ICC file" accept=".icc,.icm" onFile={desk.takeFile} />
      <Row>
        <Button main onPress={() => void desk.send(false)} isDisabled={!desk.file || desk.busy !== ''}>
          {desk.busy === 'reading' ? 'Reading…' : 'Read and keep it'}
        </Button>
      </Row>
      <UploadProgress upload={desk.upload} />
      {error && (
        <div role="alert">
          <MarkedText kind="fails">{error.says}</MarkedText>
          {error.sure && (
            <Row style={{ paddingTop: 6 }}>
              <Button onPress={() => void desk.send(true)}>Keep it all the same</Button>
            </Row>
          )}
        </div>
      )}
    </>
  );
}

function Practise({ desk }: { desk: BringInDesk }) {
  return (
    <>
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
          value={desk.version}
          onChange={desk.setVersion}
          options={[
            { key: '4', name: 'version 4' },
            { key: '2', name: 'version 2' },
          ]}
        />
      </Fields>
      <Row>
        <Button onPress={() => void desk.practise()} isDisabled={!desk.paper || desk.busy !== ''}>
          {desk.busy === 'profiling' ? 'Profiling, some seconds…' : 'Profile this paper'}
        </Button>
      </Row>
    </>
  );
}
