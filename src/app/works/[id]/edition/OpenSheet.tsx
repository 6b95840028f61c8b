'use client';
import type { FormatModel } from '@/app/models';
import { useRouter } from 'next/navigation';
import { ActionSheet } from '@/app/ActionSheet';
import { signingRoom } from '@/core/crop/border';
import { coversSentence, proofShareFinding, type EditionKind } from '@/core/edition/declare';
import { adviseNumber } from '@/core/edition/pace';
import {
  incomeOf,
  madeInRun,
  parseNumbers,
  parseTiers,
  PLACES,
  saleable,
  tierPrice,
  type EditionTerms,
  type Placed,
  type PlaceInRun,
  type RunSchool,
} from '@/core/edition/terms';
import type { OpeningQuestions } from '@/studio/editions/opening';
import { useUnits } from '@/ui/Units';
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
  remake: 'remake' | 'retire';
  numbers: EditionTerms['numbers'];
  heldBack: string;
  tiers: string;
  /** Beside each other with what can be placed. */
  placed: PlaceInRun[];
  saysMade: boolean;
  outside: string;
  notMade: string;
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

const REMAKE: Ask = {
  kind: 'choice',
  name: 'remake',
  label: 'A destroyed number',
  options: [
    { key: 'remake', name: 'is made again, once its destruction is recorded' },
    { key: 'retire', name: 'is retired' },
  ],
};
const SOLD_AS: readonly Ask[] = [
  {
    kind: 'choice',
    name: 'numbers',
    label: 'Numbers are sold',
    options: [
      { key: 'next free', name: 'in their order' },
      { key: 'buyer chooses', name: 'as the buyer chooses' },
    ],
  },
  { kind: 'text', name: 'heldBack', label: 'Kept by the artist', hint: 'numbers, such as 1, 7–9' },
  {
    kind: 'text',
    name: 'tiers',
    label: 'Price tiers',
    hint: 'from a number on, such as 31 20 %, 37 50 %',
  },
  {
    kind: 'text',
    name: 'outside',
    label: 'Also outside the run',
    hint: 'in words, such as postcards, minis',
  },
  { kind: 'text', name: 'notMade', label: 'Never made', hint: 'in words, such as digital copies' },
];

const SAYS_MADE: Ask = {
  kind: 'tick',
  name: 'saysMade',
  label: 'Name its sizes, papers and processes: nothing else is numbered in it',
};

/** A count while it is being typed; nothing where it is none. */
function wholeOf(typed: Count): number | null {
  const text = String(typed).trim();
  return /^\d{1,6}$/.test(text) ? Number(text) : null;
}

/** What is being typed, as far as it can be read; what cannot is said by the field itself when it is sent. */
function readOr<T>(read: () => T, otherwise: T): T {
  try {
    return read();
  } catch {
    return otherwise;
  }
}

const namesOf = (typed: string): string[] =>
  typed
    .split(/[,;\n]+/)
    .map((name) => name.trim())
    .filter(Boolean);

/** Declares an edition; the sentence it will be known by is written while it is filled in. */
export function OpenSheet({
  workId,
  formats,
  remake,
  school,
  opening,
  closedRuns,
  onClose,
}: {
  workId: string;
  formats: FormatModel[];
  remake: 'remake' | 'retire';
  school: RunSchool;
  opening: OpeningQuestions;
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
      REMAKE,
      ...SOLD_AS,
      ...(opening.offered.length > 0 ? [SAYS_MADE] : []),
      ...opening.placeable.map((each, i): Ask => ({
        kind: 'choice',
        name: `placed.${i}`,
        label: each.kind === 'line' ? `The line ${each.name}` : `Finish: ${each.name}`,
        options: each.onDemand ? PLACES.filter((place) => place !== 'in the run') : [...PLACES],
        hint: each.onDemand
          ? `${each.onDemand} prints it on demand and keeps no numbers: it cannot be in the run`
          : undefined,
      })),
    ];
  };
  return (
    <ActionSheet<'openEdition', Values>
      act="openEdition"
      title="Open an edition"
      label="Declare it"
      about={workId}
      width={680}
      asks={asksOf}
      first={{
        kind: 'open',
        signing: school.signing,
        size: 40,
        proofs: { AP: 4, PP: 0, HC: 0 },
        name: '',
        run: 'all sizes',
        formatId: formats[0]!.id,
        remake,
        numbers: school.numbers,
        heldBack: '',
        tiers: '',
        saysMade: false,
        placed: opening.placeable.map((each) => (each.onDemand ? 'outside it' : 'in the run')),
        outside: '',
        notMade: '',
      }}
      input={(values) => inputOf(workId, values, opening)}
      onDone={(done) => router.push(`/register/${done.id}`)}
      onClose={onClose}
      below={(values) => <Declared {...{ values, formats, opening }} />}
    />
  );
}

/** What is declared of lines, finishes, and whatever is named in words; what is in the run need not be said. */
function placedOf(values: Values, opening: OpeningQuestions): Placed[] {
  const named = (typed: string, place: PlaceInRun): Placed[] =>
    namesOf(typed).map((name) => ({ kind: 'other', id: '', name, place }));
  return [
    ...opening.placeable.flatMap(({ kind, id, name }, i): Placed[] => {
      const place = values.placed[i] ?? 'in the run';
      return place === 'in the run' ? [] : [{ kind, id, name, place }];
    }),
    ...named(values.outside, 'outside it'),
    ...named(values.notMade, 'not made'),
  ];
}

/** An open edition has no total and no proofs outside it, whatever was typed before it was made one. */
const inputOf = (workId: string, values: Values, opening: OpeningQuestions) => {
  const { kind, run, signing, formatId, name, size, proofs } = values;
  return kind === 'open'
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
        remake: values.remake,
        numbers: values.numbers,
        heldBack: values.heldBack,
        tiers: values.tiers,
        placed: placedOf(values, opening),
        saysMade: values.saysMade,
      };
};

/** What follows from what is typed: whether the number suits what sold, the share of proofs, room to sign, the income, the sentence. */
function Declared({
  values,
  formats,
  opening,
}: {
  values: Values;
  formats: FormatModel[];
  opening: OpeningQuestions;
}) {
  const { money, currency } = useUnits();
  const { kind, signing, size, proofs, run, name, remake } = values;
  const total = wholeOf(size);
  const outside = {
    AP: wholeOf(proofs.AP) ?? 0,
    PP: wholeOf(proofs.PP) ?? 0,
    HC: wholeOf(proofs.HC) ?? 0,
  };
  const tiers = readOr(() => parseTiers(values.tiers), []);
  const heldBack = total === null ? [] : readOr(() => parseNumbers(values.heldBack, total), []);
  const placed = placedOf(values, opening);
  const made = madeInRun(opening.offered, placed, run === 'per size' ? values.formatId : null);
  const terms = { numbers: values.numbers, heldBack, tiers, placed, ...(values.saysMade && { made }) };
  const { firstPriceMinor: first } = opening;
  const noRoom =
    signing === 'front'
      ? formats
          .map((format) => ({ format, finding: signingRoom(format.borders) }))
          .find(({ finding }) => finding.verdict === 'fails')
      : undefined;
  return (
    <Stack style={{ marginTop: 16 }}>
      {kind === 'limited' && total !== null && total > 0 && (
        <>
          <Verdict
            finding={adviseNumber({
              size: total,
              sold: opening.sold,
              days: opening.days,
              price: first === null ? null : money(first),
              sizes: formats.length,
              signMinutes: opening.signMinutes,
            })}
          />
          <Verdict finding={proofShareFinding(total, outside)} />
          {first !== null && (
            <p>
              Sold out at today’s smallest price it brings{' '}
              {money(incomeOf(saleable(total, heldBack), first, tiers, currency))}
              {tiers.length > 0 &&
                `: ${money(first)} at first, ${tiers.map((tier) => `${money(tierPrice(first, tier.from, tiers, currency))} from number ${tier.from}`).join(', ')}`}
              .
            </p>
          )}
        </>
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
        {coversSentence({ kind, size: total, proofs: outside, run, remake, name: name.trim(), terms })}
        <p style={{ marginTop: 8 }}>
          What is declared is kept: the number never grows, and nothing outside is moved in. It can be
          closed early.
        </p>
      </Callout>
    </Stack>
  );
}
