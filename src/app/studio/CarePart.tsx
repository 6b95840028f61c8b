'use client';
import { useState } from 'react';
import { wholeOrTyped } from '@/core/measure';
import type { Care } from '@/core/care';
import type { StudioCheck } from '@/studio/care/studioCheck';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import { useJob } from '@/ui/Job';
import { FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';

type Props = {
  dataDir: string;
  care: Care | null;
  sinceBackup: number | null;
  check: StudioCheck | null;
};

/** How the studio's folder is looked after: its backup, and whether everything in it is as it should be. */
export function CarePart({ dataDir, care, sinceBackup, check }: Props) {
  return (
    <section id="care">
      <PanelTitle>Kept on this machine</PanelTitle>
      <Stack $gap={14} style={{ marginTop: 8 }}>
        <FactList rows={[['Folder', <Small key="d">{dataDir}</Small>]]} />
        <Small>
          Pictures lie in it byte for byte under their SHA-256, records in one SQLite file, copies put
          aside before every change of its shape. Nothing leaves this machine.
        </Small>
        <Backups care={care} since={sinceBackup} />
        <WholeStudio check={check} />
      </Stack>
    </section>
  );
}

function Backups({ care, since }: { care: Care | null; since: number | null }) {
  const action = useAction();
  const job = useJob();
  const { day } = useUnits();
  const [folder, setFolder] = useState(care?.folder ?? '');
  const [every, setEvery] = useState(care?.everyDays ? String(care.everyDays) : '');
  const everyDays = every.trim() ? wholeOrTyped(every) : null;
  const backUp = async () => {
    const isNew = folder.trim() !== (care?.folder ?? '');
    if (isNew && !(await action.run('setCare', { folder, everyDays }))) return;
    const done = await action.run('backUpNow', {});
    if (done?.job) job.begin(String(done.job));
  };
  return (
    <Stack $gap={8}>
      <MarkedText kind={since === null ? 'fails' : !care?.lastWell ? 'care' : 'holds'}>
        {since === null
          ? 'Never backed up: this disk is the only place the studio is.'
          : `Last backed up ${day(care!.lastAt)}${since > 0 ? `, ${since} ${since === 1 ? 'day' : 'days'} ago` : ''}.`}
      </MarkedText>
      {care && !care.lastWell && <Small>The last try: {care.lastSays}</Small>}
      <Fields $columns="1fr 110px">
        <Field
          label="Folder for backups"
          hint="The whole path; best on another disk"
          value={folder}
          onChange={setFolder}
          wrong={action.fieldError('folder')}
        />
        <Field
          label="Every so many days"
          hint="Empty: when asked"
          value={every}
          onChange={setEvery}
          wrong={action.fieldError('everyDays')}
        />
      </Fields>
      <Row>
        <Button
          onPress={() => void action.run('setCare', { folder, everyDays })}
          isDisabled={action.isPending || job.goesOn}
        >
          Keep
        </Button>
        <Button
          onPress={() => void backUp()}
          isDisabled={action.isPending || job.goesOn || !folder.trim()}
        >
          Back up now
        </Button>
      </Row>
      <ErrorCallout error={action.error} fields={['folder', 'everyDays']} />
      {job.line}
    </Stack>
  );
}

function WholeStudio({ check }: { check: StudioCheck | null }) {
  const action = useAction();
  const job = useJob();
  const { day } = useUnits();
  const look = async () => {
    const done = await action.run('checkNow', {});
    if (done?.job) job.begin(String(done.job));
  };
  return (
    <Stack $gap={8}>
      {check && (
        <>
          <MarkedText kind={check.faults.length ? 'fails' : 'holds'}>
            {check.faults.length
              ? `${check.faults.length === 1 ? '1 thing is not as it' : `${check.faults.length} things are not as they`} should be, looked over ${day(check.at)}.`
              : `Everything was as it should be, looked over ${day(check.at)}: ${check.files.sound} files, ${check.head.entries} lines of the register.`}
          </MarkedText>
          {check.faults.length > 0 && (
            <ul>
              {check.faults.slice(0, 30).map((f) => (
                <li key={f.says} style={{ padding: '3px 0' }}>
                  {f.says}
                </li>
              ))}
            </ul>
          )}
          {check.remarks.map((remark) => (
            <Small key={remark}>{remark}</Small>
          ))}
          {check.head.entries > 0 && (
            <Small style={{ overflowWrap: 'anywhere' }}>
              Note this line elsewhere, and a register that was written anew is found by it:{' '}
              {check.head.entries}:{check.head.hash}
            </Small>
          )}
        </>
      )}
      <Row>
        <Button onPress={() => void look()} isDisabled={action.isPending || job.goesOn}>
          Look the studio over
        </Button>
      </Row>
      <ErrorCallout error={action.error} />
      {job.line}
    </Stack>
  );
}

/** Ends this session, or every one, where a passphrase is asked. */
export function LeavePart() {
  const [says, setSays] = useState('');
  const leave = async (everywhere: boolean) => {
    const answer = await fetch('/api/leave', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ everywhere }),
    }).catch(() => null);
    if (answer?.ok) location.assign('/enter');
    else setSays('Glassine does not answer.');
  };
  return (
    <section>
      <PanelTitle>This session</PanelTitle>
      <Row style={{ marginTop: 8 }}>
        <Button onPress={() => void leave(false)}>Leave</Button>
        <Button quiet onPress={() => void leave(true)}>
          Leave on every machine
        </Button>
      </Row>
      {says && <Small role="alert">{says}</Small>}
    </section>
  );
}
