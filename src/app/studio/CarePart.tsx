'use client';
import { useState } from 'react';
import type { Care } from '@/store/schema';
import type { WholeCheck } from '@/studio/wholeCheck';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Button, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import { useJob } from '@/ui/Job';
import { Facts, SheetTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { Marked } from '@/ui/Verdict';

type Props = { dataDir: string; care: Care | null; sinceBackup: number | null; check: WholeCheck | null };

/** How the studio's folder is looked after: its backup, and whether everything in it is as it should be. */
export function CarePart({ dataDir, care, sinceBackup, check }: Props) {
  return (
    <section id="care">
      <SheetTitle>Kept on this machine</SheetTitle>
      <Stack $gap={14} style={{ marginTop: 8 }}>
        <Facts rows={[['Folder', <Small key="d">{dataDir}</Small>]]} />
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
  const act = useAct();
  const job = useJob();
  const { day } = useUnits();
  const [folder, setFolder] = useState(care?.folder ?? '');
  const [every, setEvery] = useState(care?.everyDays ? String(care.everyDays) : '');
  const everyDays = every.trim() ? (/^\d{1,3}$/.test(every.trim()) ? Number(every) : every) : null;
  const backUp = async () => {
    const isNew = folder.trim() !== (care?.folder ?? '');
    if (isNew && !(await act.run('setCare', { folder, everyDays }))) return;
    const done = await act.run('backUpNow', {});
    if (done?.more?.job) job.begin(String(done.more.job));
  };
  return (
    <Stack $gap={8}>
      <Marked kind={since === null ? 'fails' : !care?.lastWell ? 'care' : 'holds'}>
        {since === null
          ? 'Never backed up: this disk is the only place the studio is.'
          : `Last backed up ${day(care!.lastAt)}${since > 0 ? `, ${since} ${since === 1 ? 'day' : 'days'} ago` : ''}.`}
      </Marked>
      {care && !care.lastWell && <Small>The last try: {care.lastSays}</Small>}
      <Fields $columns="1fr 110px">
        <Field
          label="Folder for backups"
          hint="The whole path; best on another disk"
          value={folder}
          onChange={setFolder}
          wrong={act.wrong('folder')}
        />
        <Field
          label="Every so many days"
          hint="Empty: when asked"
          value={every}
          onChange={setEvery}
          wrong={act.wrong('everyDays')}
        />
      </Fields>
      <Row>
        <Button
          onPress={() => void act.run('setCare', { folder, everyDays })}
          isDisabled={act.busy || job.goesOn}
        >
          Keep
        </Button>
        <Button onPress={() => void backUp()} isDisabled={act.busy || job.goesOn || !folder.trim()}>
          Back up now
        </Button>
      </Row>
      <TroubleNote trouble={act.trouble} fields={['folder', 'everyDays']} />
      {job.line}
    </Stack>
  );
}

function WholeStudio({ check }: { check: WholeCheck | null }) {
  const act = useAct();
  const job = useJob();
  const { day } = useUnits();
  const look = async () => {
    const done = await act.run('checkNow', {});
    if (done?.more?.job) job.begin(String(done.more.job));
  };
  return (
    <Stack $gap={8}>
      {check && (
        <>
          <Marked kind={check.faults.length ? 'fails' : 'holds'}>
            {check.faults.length
              ? `${check.faults.length === 1 ? '1 thing is not as it' : `${check.faults.length} things are not as they`} should be, looked over ${day(check.at)}.`
              : `Everything was as it should be, looked over ${day(check.at)}: ${check.files.sound} files, ${check.head.entries} lines of the register.`}
          </Marked>
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
        <Button onPress={() => void look()} isDisabled={act.busy || job.goesOn}>
          Look the studio over
        </Button>
      </Row>
      <TroubleNote trouble={act.trouble} />
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
      <SheetTitle>This session</SheetTitle>
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
