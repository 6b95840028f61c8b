'use client';
import type { FormatModel } from '@/app/models';
import { useRouter } from 'next/navigation';
import { ActionSheet } from '@/app/ActionSheet';
import { signingRoom } from '@/core/crop/border';
import { coversSentence, proofShareFinding, type EditionKind } from '@/core/edition/declare';
import { SIGNINGS, type Signing } from '@/core/edition/impressionStates';
import { Callout } from '@/ui/Callout';
import type { Ask } from '@/ui/form/fields';
import { Stack } from '@/ui/Layout';
import { Verdict } from '@/ui/Verdict';

type Count = number | string;
type Values = {
  kind: EditionKind;
  signing: Signing;
  size: Count;
  proofs: { AP: Count; PP: Count; HC: Count };
  name: string;
  run: 'all sizes' | 'per size';
  formatId: string;
};

const SIGNING_NAMES: Record<Signing, string> = {
  front: 'front, under the picture',
  back: 'back',
  'on request': 'on request',
  'certificate only': 'on the certificate only',
};
const ALWAYS: readonly Ask[] = [
  {
    kind: 'choice',
    name: 'kind',
    label: 'Kind',
    options: [
      { key: 'open', name: 'open, no total' },
      { key: 'limited', name: 'limited to a number' },
    ],
  },
  {
    kind: 'choice',
    name: 'signing',
    label: 'Signed',
    options: SIGNINGS.map((s) => ({ key: s, name: SIGNING_NAMES[s] })),
  },
];
const OF_A_RUN: readonly Ask[] = [
  { kind: 'whole', name: 'size', label: 'Run of', required: true },
  { kind: 'whole', name: 'proofs.AP', label: 'Artist’s proofs', required: true },
  { kind: 'whole', name: 'proofs.PP', label: 'Printer’s proofs', required: true },
  { kind: 'whole', name: 'proofs.HC', label: 'Not for sale', required: true },
];
const LATER_NAME: Ask = {
  kind: 'text',
  name: 'name',
  label: 'Name of this later run',
  hint: 'The numbers of the closed run exist once for ever. This name stands beside every number of the new one.',
};
const COVERS: Ask = {
  kind: 'choice',
  name: 'run',
  label: 'Covers',
  options: [
    { key: 'all sizes', name: 'one run for all sizes' },
    { key: 'per size', name: 'this size only' },
  ],
};

/** A count while it is being typed; nothing where it is none. */
function wholeOf(typed: Count): number | null {
  const text = String(typed).trim();
  return /^\d{1,6}$/.test(text) ? Number(text) : null;
}

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
  const asksOf = ({ kind, run }: Values): readonly Ask[] => {
    if (kind === 'open') return ALWAYS;
    const sizes = formats.map((f) => ({ key: f.id, name: f.name }));
    return [
      ...ALWAYS,
      ...OF_A_RUN,
      ...(closedRuns > 0 ? [LATER_NAME] : []),
      COVERS,
      ...(run === 'per size'
        ? [{ kind: 'choice', name: 'formatId', label: 'Size', options: sizes } as const]
        : []),
    ];
  };
  return (
    <ActionSheet<'openEdition', Values>
      act="openEdition"
      title="Open an edition"
      label="Declare it"
      about={workId}
      width={620}
      asks={asksOf}
      first={{
        kind: 'open',
        signing: 'front',
        size: 40,
        proofs: { AP: 4, PP: 0, HC: 0 },
        name: '',
        run: 'all sizes',
        formatId: formats[0]!.id,
      }}
      input={(values) => inputOf(workId, values)}
      onDone={(done) => router.push(`/register/${done.id}`)}
      onClose={onClose}
      below={(values) => <Declared {...{ values, formats, remake }} />}
    />
  );
}

/** An open edition has no total and no proofs outside it, whatever was typed before it was made one. */
const inputOf = (workId: string, { kind, run, signing, formatId, name, size, proofs }: Values) =>
  kind === 'open'
    ? {
        workId,
        kind,
        signing,
        run: 'all sizes' as const,
        formatId: null,
        name: '',
        size: null,
        proofs: { AP: 0, PP: 0, HC: 0 },
      }
    : {
        workId,
        kind,
        signing,
        run,
        formatId: run === 'per size' ? formatId : null,
        name,
        // What is no number is named by the schema that checks it.
        size: size as number,
        proofs: proofs as { AP: number; PP: number; HC: number },
      };

/** What follows from what is typed: the share of proofs, room to sign, the sentence. */
function Declared({
  values: { kind, signing, size, proofs, run, name },
  formats,
  remake,
}: {
  values: Values;
  formats: FormatModel[];
  remake: 'remake' | 'retire';
}) {
  const total = wholeOf(size);
  const outside = {
    AP: wholeOf(proofs.AP) ?? 0,
    PP: wholeOf(proofs.PP) ?? 0,
    HC: wholeOf(proofs.HC) ?? 0,
  };
  const noRoom =
    signing === 'front'
      ? formats
          .map((format) => ({ format, finding: signingRoom(format.borders) }))
          .find(({ finding }) => finding.verdict === 'fails')
      : undefined;
  return (
    <Stack style={{ marginTop: 16 }}>
      {kind === 'limited' && total !== null && total > 0 && (
        <Verdict finding={proofShareFinding(total, outside)} />
      )}
      {noRoom && (
        <Verdict
          finding={{
            ...noRoom.finding,
            verdict: 'care',
            says: `${noRoom.format.name}: ${noRoom.finding.says}`,
          }}
        />
      )}
      <Callout>
        <h3>The sentence it will be known by</h3>
        {coversSentence({ kind, size: total, proofs: outside, run, remake, name: name.trim() })}
      </Callout>
    </Stack>
  );
}
