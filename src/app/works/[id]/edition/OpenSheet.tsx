'use client';
import type { FormatModel } from '@/app/models';
import { signingRoom } from '@/core/crop/border';
import { coversSentence, proofShareFinding, type EditionKind } from '@/core/edition/declare';
import { SIGNINGS, type Signing } from '@/core/edition/impressionStates';
import { wholeOrTyped } from '@/core/measure';
import { useRouter } from 'next/navigation';
import { useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Callout, DialogActions, FormDialog } from '@/ui/Callout';
import { Field, Fields, Select } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import { Verdict } from '@/ui/Verdict';

const whole = (text: string) => (/^\s*\d{1,6}\s*$/.test(text) ? Number(text) : null);
const SIGNING_NAMES: Record<Signing, string> = {
  front: 'front, under the picture',
  back: 'back',
  'on request': 'on request',
  'certificate only': 'on the certificate only',
};

/** Declares an edition; the sentence it will be known by is written while it is filled in. */
export function OpenSheet({
  workId,
  formats,
  remake,
  closedRuns,
  onClose,
}: {
  workId: string;
  formats: FormatModel[];
  remake: 'remake' | 'retire';
  /** Limited runs of this work that are closed: their numbers exist for ever, so a later one needs a name. */
  closedRuns: number;
  onClose: () => void;
}) {
  const router = useRouter();
  const action = useAction();
  const [kind, setKind] = useState<EditionKind>('open');
  const [size, setSize] = useState('40');
  const [AP, setAP] = useState('4');
  const [PP, setPP] = useState('0');
  const [HC, setHC] = useState('0');
  const [run, setRun] = useState<'all sizes' | 'per size'>('all sizes');
  const [formatId, setFormat] = useState(formats[0]!.id);
  const [name, setName] = useState('');
  const [signing, setSigning] = useState<Signing>('front');
  const n = whole(size);
  const proofs = { AP: whole(AP) ?? 0, PP: whole(PP) ?? 0, HC: whole(HC) ?? 0 };
  const noRoom =
    signing === 'front'
      ? formats
          .map((f) => ({ f, finding: signingRoom(f.borders) }))
          .find((x) => x.finding.verdict === 'fails')
      : undefined;
  const save = async () => {
    const limited = kind === 'limited';
    const input = {
      workId,
      kind,
      run: limited ? run : ('all sizes' as const),
      signing,
      formatId: limited && run === 'per size' ? formatId : null,
      name: limited ? name : '',
      size: limited ? wholeOrTyped(size) : null,
      proofs: limited
        ? { AP: wholeOrTyped(AP), PP: wholeOrTyped(PP), HC: wholeOrTyped(HC) }
        : { AP: 0, PP: 0, HC: 0 },
    };
    const done = await action.run('openEdition', input);
    if (done) {
      onClose();
      router.push(`/register/${done.id}`);
    }
  };
  return (
    <FormDialog title="Open an edition" isOpen onClose={onClose} width={620}>
      <Stack>
        <Fields $columns="1fr 1fr">
          <Select<EditionKind>
            label="Kind"
            value={kind}
            onChange={setKind}
            options={[
              { key: 'open', name: 'open, no total' },
              { key: 'limited', name: 'limited to a number' },
            ]}
          />
          <Select<Signing>
            label="Signed"
            value={signing}
            onChange={setSigning}
            options={SIGNINGS.map((s) => ({ key: s, name: SIGNING_NAMES[s] }))}
          />
        </Fields>
        {kind === 'limited' && (
          <>
            <Fields $columns="repeat(4, 1fr)">
              <Field label="Run of" value={size} onChange={setSize} wrong={action.fieldError('size')} />
              <Field
                label="Artist’s proofs"
                value={AP}
                onChange={setAP}
                wrong={action.fieldError('proofs.AP')}
              />
              <Field
                label="Printer’s proofs"
                value={PP}
                onChange={setPP}
                wrong={action.fieldError('proofs.PP')}
              />
              <Field
                label="Not for sale"
                value={HC}
                onChange={setHC}
                wrong={action.fieldError('proofs.HC')}
              />
            </Fields>
            {closedRuns > 0 && (
              <Field
                label="Name of this later run"
                hint="The numbers of the closed run exist once for ever. This name stands beside every number of the new one."
                value={name}
                onChange={setName}
                wrong={action.fieldError('name')}
              />
            )}
            <Fields $columns="1fr 1fr">
              <Select
                label="Covers"
                value={run}
                onChange={setRun}
                options={[
                  { key: 'all sizes', name: 'one run for all sizes' },
                  { key: 'per size', name: 'this size only' },
                ]}
              />
              {run === 'per size' && (
                <Select
                  label="Size"
                  value={formatId}
                  onChange={setFormat}
                  options={formats.map((f) => ({ key: f.id, name: f.name }))}
                />
              )}
            </Fields>
            {n !== null && n > 0 && <Verdict finding={proofShareFinding(n, proofs)} />}
          </>
        )}
        {noRoom && (
          <Verdict
            finding={{
              ...noRoom.finding,
              verdict: 'care',
              says: `${noRoom.f.name}: ${noRoom.finding.says}`,
            }}
          />
        )}
        <Callout>
          <h3>The sentence it will be known by</h3>
          {coversSentence({ kind, size: n, proofs, run, remake, name: name.trim() })}
        </Callout>
        <ErrorCallout
          error={action.error}
          fields={['size', 'name', 'proofs.AP', 'proofs.PP', 'proofs.HC']}
        />
      </Stack>
      <DialogActions
        label="Declare it"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}
