'use client';
import type { FormatModel, PaperChoice, RouteModel } from '@/app/models';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { PROOF_KINDS, type ProofKind, type ProofVerdict } from '@/core/proof/proofStates';

import type { ProofLine } from './proofLine';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import { FilePick } from '@/ui/FilePick';
import { Small, Stack } from '@/ui/Layout';
import { FormDialog, DialogActions } from '@/ui/FormDialog';
import { useUnits } from '@/ui/Units';
import { UploadProgress, useUpload } from '@/ui/useUpload';
import { MarkedText } from '@/ui/Verdict';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptSheet } from '@/ui/form/useKeptValues';

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
  papers: PaperChoice[];
  routes: RouteModel[];
  lines: ProofLine[];
  onClose: () => void;
}) {
  const { currency } = useUnits();
  const last = lines[0];
  const live = papers.filter((p) => !p.discontinued);
  const lastOf = (asked: { formatId: string; paperId: string; routeId: string }) =>
    lines.find(
      (l) =>
        l.format.id === asked.formatId && l.paper.id === asked.paperId && l.route.id === asked.routeId,
    );
  return (
    <ActionSheet
      act="askProof"
      title="Record a round"
      label="Record it"
      about={formats[0]!.id}
      first={{
        formatId: formats.find((f) => f.id === last?.format.id)?.id ?? formats[0]!.id,
        kind: 'whole' as ProofKind,
        paperId: last?.paper.id ?? live[0]?.id ?? papers[0]!.id,
        routeId: last?.route.id ?? routes[0]!.id,
        changed: '',
        cost: null as number | string | null,
        made: true,
      }}
      asks={(asked) => [
        {
          kind: 'choice',
          name: 'formatId',
          label: 'Size',
          options: formats.map((f) => ({ key: f.id, name: f.name })),
        },
        {
          kind: 'choice',
          name: 'kind',
          label: 'What kind',
          options: PROOF_KINDS.map((k) => ({ key: k, name: KIND_NAMES[k] })),
        },
        {
          kind: 'choice',
          name: 'paperId',
          label: 'Paper',
          options: papers.map((p) => ({
            key: p.id,
            name: p.discontinued ? `${p.name} (discontinued)` : p.name,
          })),
        },
        {
          kind: 'choice',
          name: 'routeId',
          label: 'Route',
          options: routes.map((r) => ({ key: r.id, name: r.name })),
        },
        {
          kind: 'text',
          name: 'changed',
          label: 'Changed since the last round',
          hint: lastOf(asked)?.proof.words
            ? `The last was judged: “${lastOf(asked)!.proof.words}”`
            : 'one thing, e.g. “lightness +4 in the shadows”',
        },
        { kind: 'money', name: 'cost', label: `What it cost, ${currency}` },
        { kind: 'tick', name: 'made', label: 'It is made, and drying now' },
      ]}
      input={({ cost, ...asked }) => ({ ...asked, cost: cost ?? '' })}
      onClose={onClose}
    >
      {(asked) => (
        <p style={{ marginBottom: 12 }}>
          Round {(lastOf(asked)?.proof.round ?? 0) + 1} of this size on this paper by this route.
        </p>
      )}
    </ActionSheet>
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
  return (
    <ActionSheet
      act="judgeProof"
      title={`Judge round ${p.round}`}
      label="Judge it so"
      about={p.id}
      asksReason
      first={{
        verdict: 'accept' as ProofVerdict,
        place: p.place || 'beside the original',
        light: 'daylight, D50 booth',
        distance: p.distanceUm as number | string,
        words: '',
      }}
      asks={({ verdict }) => [
        { kind: 'choice', name: 'verdict', label: 'Verdict', options: VERDICTS },
        { kind: 'text', name: 'place', label: 'Where' },
        { kind: 'text', name: 'light', label: 'In what light' },
        {
          kind: 'length',
          name: 'distance',
          label: 'From how far',
          hint: 'the distance this size is judged from',
        },
        {
          kind: 'prose',
          name: 'words',
          label: 'In words',
          lines: 3,
          hint:
            verdict === 'accept' ? 'what to watch for in later prints' : 'what is off, and by how much',
        },
      ]}
      input={(judged, reason) => ({ ...judged, id: p.id, reason })}
      onClose={onClose}
      below={({ verdict }) =>
        verdict === 'accept' &&
        p.kind !== 'whole' && (
          <Small>A {p.kind} can be accepted, but only a whole proof becomes the reference.</Small>
        )
      }
    >
      <Stack $gap={8} style={{ marginBottom: 12 }}>
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
      </Stack>
    </ActionSheet>
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
  const kept = useKeptSheet(
    `clientAnswered:${p.id}`,
    { to, words },
    (begun) => {
      setTo(begun.to);
      setWords(begun.words);
    },
    onClose,
  );
  const { upload, send } = useUpload();
  const photo = async (file: File) => {
    setSays('');
    const url = `/api/proofs/${p.id}/photo?name=${encodeURIComponent(file.name)}`;
    const answer = await send(url, file);
    setSays('done' in answer ? answer.done.message : answer.error.message);
    router.refresh();
  };
  const answer = async (how: 'accepted' | 'asks for changes') => {
    if (await action.run('clientAnswered', { id: p.id, answer: how, words })) kept.close();
  };
  return (
    <FormDialog
      title={`Round ${p.round} of ${format.name}`}
      isOpen
      isWritten={kept.isWritten}
      onClose={kept.close}
    >
      <DraftSlip {...kept.slip} />
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
