'use client';
import type { FormatModel, PaperModel, RouteModel } from '@/app/models';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { PROOF_KINDS, type ProofKind, type ProofVerdict } from '@/core/proof/proofStates';

import type { ProofLine } from './proofLine';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Check, Field, Fields } from '@/ui/Field';
import { FilePick } from '@/ui/FilePick';
import { Small, Stack } from '@/ui/Layout';
import { FormDialog, DialogActions } from '@/ui/FormDialog';
import { useUnits } from '@/ui/Units';
import { UploadProgress, useUpload } from '@/ui/useUpload';
import { MarkedText } from '@/ui/Verdict';

const KIND_NAMES: Record<ProofKind, string> = {
  whole: 'whole, at full size',
  snippet: 'snippet at the final scale',
  strip: 'test strip',
  thumbnails: 'sheet of thumbnails',
  reduced: 'reduced whole',
};

/** Records the next round: which size on which paper by which route, and what changed since the last. */
export function AskSheet({
  formats,
  papers,
  routes,
  lines,
  onClose,
}: {
  formats: FormatModel[];
  papers: PaperModel[];
  routes: RouteModel[];
  lines: ProofLine[];
  onClose: () => void;
}) {
  const last = lines[0];
  const live = papers.filter((p) => !p.discontinued);
  const [formatId, setFormat] = useState(
    formats.find((f) => f.id === last?.format.id)?.id ?? formats[0]!.id,
  );
  const [paperId, setPaper] = useState(last?.paper.id ?? live[0]?.id ?? papers[0]!.id);
  const [routeId, setRoute] = useState(last?.route.id ?? routes[0]!.id);
  const [kind, setKind] = useState<ProofKind>('whole');
  const [changed, setChanged] = useState('');
  const [cost, setCost] = useState('');
  const [made, setMade] = useState(true);
  const action = useAction();
  const { currency } = useUnits();
  const before = lines.find(
    (l) => l.format.id === formatId && l.paper.id === paperId && l.route.id === routeId,
  );
  const save = async () => {
    if (await action.run('askProof', { formatId, paperId, routeId, kind, changed, cost, made }))
      onClose();
  };
  return (
    <FormDialog title={`Record round ${(before?.proof.round ?? 0) + 1}`} isOpen onClose={onClose}>
      <Stack>
        <Fields $columns="1fr 1fr">
          <Select
            label="Size"
            value={formatId}
            onChange={setFormat}
            options={formats.map((f) => ({ key: f.id, name: f.name }))}
          />
          <Select<ProofKind>
            label="What kind"
            value={kind}
            onChange={setKind}
            options={PROOF_KINDS.map((k) => ({ key: k, name: KIND_NAMES[k] }))}
          />
          <Select
            label="Paper"
            value={paperId}
            onChange={setPaper}
            options={papers.map((p) => ({
              key: p.id,
              name: p.discontinued ? `${p.name} (discontinued)` : p.name,
            }))}
          />
          <Select
            label="Route"
            value={routeId}
            onChange={setRoute}
            options={routes.map((r) => ({ key: r.id, name: r.name }))}
          />
        </Fields>
        <Field
          label="Changed since the last round"
          value={changed}
          onChange={setChanged}
          hint={
            before?.proof.words
              ? `The last was judged: “${before.proof.words}”`
              : 'one thing, e.g. “lightness +4 in the shadows”'
          }
          wrong={action.fieldError('changed')}
        />
        <Field
          label={`What it cost, ${currency}`}
          value={cost}
          onChange={setCost}
          width={140}
          wrong={action.fieldError('cost')}
        />
        <Check checked={made} onChange={setMade}>
          It is made, and drying now
        </Check>
        <ErrorCallout error={action.error} fields={['changed', 'cost']} />
      </Stack>
      <DialogActions
        label="Record it"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}

const VERDICTS: readonly { key: ProofVerdict; name: string }[] = [
  { key: 'accept', name: 'accept it' },
  { key: 'adjust', name: 'adjust and proof again' },
  { key: 'reject', name: 'reject it: another paper, route or file' },
];

/** Judges one proof, where and how it was looked at. */
export function JudgeSheet({ line, onClose }: { line: ProofLine; onClose: () => void }) {
  const { proof: p, format, paper, dry } = line;
  const { length, withUnit } = useUnits();
  const action = useAction();
  const [verdict, setVerdict] = useState<ProofVerdict>('accept');
  const [light, setLight] = useState('daylight, D50 booth');
  const [shown] = useState(length(p.distanceUm));
  const [distance, setDistance] = useState(shown);
  const [place, setPlace] = useState(p.place || 'beside the original');
  const [words, setWords] = useState('');
  const save = async (reason = '') => {
    const exact = distance === shown ? p.distanceUm : withUnit(distance);
    if (
      await action.run('judgeProof', { id: p.id, verdict, light, distance: exact, words, reason, place })
    )
      onClose();
  };
  return (
    <FormDialog title={`Judge round ${p.round}`} isOpen onClose={onClose}>
      <Stack>
        <p>
          {format.name} on {paper.name}, {p.kind}.{' '}
          <Small>
            {p.changed ? `Changed since the last: ${p.changed}.` : 'Nothing was noted as changed.'}
          </Small>
        </p>
        {dry.left > 0 && (
          <MarkedText kind="care">
            Only {dry.hours} h of {paper.dryHours} dried; colours still move for {dry.left} h.
          </MarkedText>
        )}
        <Select<ProofVerdict>
          label="Verdict"
          value={verdict}
          onChange={setVerdict}
          options={VERDICTS}
          width={330}
        />
        <Fields $columns="1fr 1fr">
          <Field label="Where" value={place} onChange={setPlace} wrong={action.fieldError('place')} />
          <Field
            label="In what light"
            value={light}
            onChange={setLight}
            wrong={action.fieldError('light')}
          />
          <Field
            label="From how far"
            value={distance}
            onChange={setDistance}
            hint="the distance this size is judged from"
            wrong={action.fieldError('distance')}
          />
        </Fields>
        <Field
          label="In words"
          value={words}
          onChange={setWords}
          lines={3}
          hint={
            verdict === 'accept' ? 'what to watch for in later prints' : 'what is off, and by how much'
          }
          wrong={action.fieldError('words')}
        />
        {verdict === 'accept' && p.kind !== 'whole' && (
          <Small>A {p.kind} can be accepted, but only a whole proof becomes the reference.</Small>
        )}
        <ErrorCallout
          error={action.error}
          fields={['light', 'distance', 'words']}
          onReason={(reason) => void save(reason)}
        />
      </Stack>
      <DialogActions
        label="Judge it so"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={onClose}
      />
    </FormDialog>
  );
}

/** A photograph of a proof, the page for the client, and what the client said. */
export function ClientSheet({ line, onClose }: { line: ProofLine; onClose: () => void }) {
  const { day } = useUnits();
  const { proof: p, format } = line;
  const action = useAction();
  const router = useRouter();
  const [to, setTo] = useState(p.client?.to ?? ''),
    [words, setWords] = useState(''),
    [says, setSays] = useState('');
  const { upload, send } = useUpload();
  const photo = async (file: File) => {
    setSays('');
    const url = `/api/proofs/${p.id}/photo?name=${encodeURIComponent(file.name)}`;
    const answer = await send(url, file);
    setSays('done' in answer ? answer.done.message : answer.error.message);
    router.refresh();
  };
  const answer = async (how: 'accepted' | 'asks for changes') => {
    if (await action.run('clientAnswered', { id: p.id, answer: how, words })) onClose();
  };
  return (
    <FormDialog title={`Round ${p.round} of ${format.name}`} isOpen onClose={onClose}>
      <Stack>
        <FilePick
          label="Photograph of the proof"
          accept=".jpg,.jpeg,.png,.tif,.tiff,.webp"
          onFile={(file) => {
            if (file) void photo(file);
          }}
        />
        <UploadProgress upload={upload} />
        {says && (
          <p role="status">
            <Small>{says}</Small>
          </p>
        )}
        {p.photoSha && (
          <img
            src={`/api/proofs/${p.id}/photo?${p.photoSha.slice(0, 8)}`}
            alt={`Round ${p.round}, photographed`}
            style={{
              maxHeight: 180,
              maxWidth: '100%',
              display: 'block',
              background: '#959595',
              padding: 10,
            }}
          />
        )}
        <p>
          <a href={`/api/proofs/${p.id}/page`} download>
            The page for the client
          </a>{' '}
          <Small>
            One file with its pictures in it: send it by any means. It asks for an answer in writing.
          </Small>
        </p>
        {!p.client && (
          <Fields $columns="1fr">
            <Field label="Sent to" value={to} onChange={setTo} wrong={action.fieldError('to')} />
          </Fields>
        )}
        {p.client && (
          <>
            <p>
              Sent to {p.client.to}, {day(p.client.sentAt)}
              {p.client.answer !== 'waiting' && `; ${p.client.answer}, ${day(p.client.answeredAt)}`}.
            </p>
            <Field
              label="Their answer, in their words"
              value={words}
              onChange={setWords}
              lines={2}
              wrong={action.fieldError('words')}
              hint="a limit they know and accept, such as softness from near, belongs here"
            />
          </>
        )}
        <ErrorCallout error={action.error} fields={['to', 'words']} />
        {p.client && (
          <Row>
            <Button onPress={() => void answer('accepted')} isDisabled={action.isPending}>
              They accept it
            </Button>
            <Button onPress={() => void answer('asks for changes')} isDisabled={action.isPending}>
              They ask for changes
            </Button>
          </Row>
        )}
      </Stack>
      {!p.client && (
        <DialogActions
          label="Note that it was sent"
          busy={action.isPending}
          onDo={() => {
            void action.run('sendToClient', { id: p.id, to }).then((done) => {
              if (done) onClose();
            });
          }}
          onClose={onClose}
        />
      )}
    </FormDialog>
  );
}
