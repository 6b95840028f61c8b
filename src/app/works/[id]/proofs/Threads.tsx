'use client';
import Link from 'next/link';
import { useState } from 'react';
import styled from 'styled-components';
import { useAction } from '@/app/useAction';
import { sayAdjustment } from '@/core/colour/adjust';
import type { Mark } from '@/core/finding';
import { coverage, type ProofPlan } from '@/core/proof/plan';
import { adjustmentSteps, threadsOf, type Thread } from '@/core/proof/threads';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink } from '@/ui/Button';
import { Small } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, type MarkKind } from '@/ui/Verdict';
import type { ProofLine } from './proofLine';
import { ClientSheet } from './ProofSheets';

/** A proof held against its picture: how far it is off, and how far it may be. */
export type Compared = {
  verdict: Mark;
  word: string;
  mean: number;
  p95: number;
  limits: { mean: number; p95: number };
};

const OneThreadPart = styled.section`
  border-top: 1px solid ${t.ink};
  h2 {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    align-items: baseline;
    padding: 10px 0 4px;
    font: italic 19px/24px ${t.serif};
  }
  h2 > * {
    font: 13px/18px ${t.sans};
  }
`;
const Line = styled.li`
  display: grid;
  grid-template-columns: 34px 132px minmax(0, 1fr) minmax(0, 1.2fr) 168px;
  gap: 6px 18px;
  padding: 12px 0;
  border-bottom: 1px solid ${t.hair};
  align-items: start;
  .round {
    font: italic 19px/22px ${t.serif};
  }
  p {
    line-height: 17px;
  }
  button {
    width: 100%;
  }
  figure {
    background: #cfcfcf;
    padding: 4px;
    display: grid;
    gap: 4px;
    justify-items: center;
  }
  img {
    max-width: 100%;
    max-height: 92px;
    display: block;
  }
  ${narrow} {
    grid-template-columns: 34px minmax(0, 1fr);
    > :nth-child(n + 3) {
      grid-column: 2;
    }
  }
`;
const Steps = styled.dl`
  display: grid;
  grid-template-columns: max-content max-content minmax(0, 1fr);
  gap: 0 10px;
  font-size: 12px;
  line-height: 17px;
  dt {
    color: ${t.ink2};
  }
  .was {
    color: ${t.ink3};
    text-decoration: line-through;
  }
`;

const STATE: Record<ProofLine['proof']['state'], { mark: MarkKind; word: string }> = {
  asked: { mark: 'none', word: 'asked for' },
  made: { mark: 'care', word: 'to judge' },
  accepted: { mark: 'holds', word: 'accepted' },
  adjust: { mark: 'care', word: 'adjust and proof again' },
  rejected: { mark: 'fails', word: 'rejected' },
};

type Shared = {
  workId: string;
  compared: Record<string, Compared>;
  /** The one that waits to be judged, which the key is for. */
  next: ProofLine | undefined;
  onJudge: (line: ProofLine) => void;
};

/** Rounds by size and paper: each beside the one that it answers. */
export function Threads({ lines, ...shared }: Shared & { lines: ProofLine[] }) {
  return threadsOf(lines, ({ format, paper }) => `${format.id} ${paper.id}`).map((thread) => (
    <OneThread key={thread.key} {...shared} thread={thread} />
  ));
}

function OneThread({ thread: { rounds }, ...shared }: Shared & { thread: Thread<ProofLine> }) {
  const [newest] = rounds as [ProofLine];
  const state = STATE[newest.proof.state];
  return (
    <OneThreadPart aria-label={`${newest.format.name} on ${newest.paper.name}`}>
      <h2>
        {newest.format.name} on {newest.paper.name}
        <MarkedText kind={state.mark}>
          <Small>
            {rounds.length === 1 ? 'one round' : `${rounds.length} rounds`}, {state.word}
          </Small>
        </MarkedText>
      </h2>
      <ol aria-label="Rounds, newest first">
        {rounds.map((line, i) => (
          <OneRound key={line.proof.id} {...shared} line={line} before={rounds[i + 1]} />
        ))}
      </ol>
    </OneThreadPart>
  );
}

type Round = Shared & { line: ProofLine; before: ProofLine | undefined };

function OneRound({ line, before, ...shared }: Round) {
  const { proof: p } = line;
  return (
    <Line data-state={p.state}>
      <span className="round">{p.round}</span>
      <Pictures line={line} />
      <Made line={line} before={before} />
      <Judged line={line} workId={shared.workId} compared={shared.compared[p.id]} />
      <Acts line={line} {...shared} />
    </Line>
  );
}

/** The sheet as it was sent, and the photograph of what came of it. */
function Pictures({ line: { proof: p } }: { line: ProofLine }) {
  if (!p.printFileSha && !p.photoSha) return <Small>no picture kept</Small>;
  return (
    <figure>
      {p.printFileSha && (
        <img src={`/api/proofs/${p.id}/view`} alt={`The sheet of round ${p.round}`} loading="lazy" />
      )}
      {p.photoSha && (
        <img src={`/api/proofs/${p.id}/photo`} alt={`Photograph of round ${p.round}`} loading="lazy" />
      )}
    </figure>
  );
}

/** What was proofed, by whom, and what moved since the round before. */
function Made({ line, before }: { line: ProofLine; before: ProofLine | undefined }) {
  const { money } = useUnits();
  const { proof: p, route } = line;
  const shows = p.plan ? coverageOf(p.plan) : null;
  const steps = before ? adjustmentSteps(before.proof.adjust, p.adjust) : [];
  // Figures say more than the sentence that was written of them.
  const others = p.changes.filter((change) => steps.length === 0 || !/adjust/i.test(change));
  return (
    <div>
      <p>
        <strong>{p.kind === 'whole' ? 'whole proof' : p.kind}</strong>{' '}
        <Small>
          by {route.name}
          {p.costMinor > 0 ? `, ${money(p.costMinor)}` : ''}
        </Small>
      </p>
      {p.changed && (
        <p>
          <Small>Changed: {p.changed}</Small>
        </p>
      )}
      {steps.length > 0 && (
        <Steps aria-label={`What moved since round ${before!.proof.round}`}>
          {steps.map(({ what, was, now }) => (
            <div key={what} style={{ display: 'contents' }}>
              <dt>{what}</dt>
              <dd className="was">{was}</dd>
              <dd>{now}</dd>
            </div>
          ))}
        </Steps>
      )}
      {p.changes.length > 1 ? (
        <MarkedText kind="care">
          Differs from the round before in {p.changes.length} things: {p.changes.join(', ')}
        </MarkedText>
      ) : (
        others.map((change) => (
          <p key={change}>
            <Small>Glassine sees one difference from the round before: {change}</Small>
          </p>
        ))
      )}
      {!before && p.adjust && (
        <p>
          <Small>Adjusted: {sayAdjustment(p.adjust)}</Small>
        </p>
      )}
      {p.printFileSha && (
        <p>
          <Small>
            <a href={`/api/proofs/${p.id}/sheet`} download>
              {p.fileName}
            </a>
            {shows !== null && shows < 0.25 ? `, shows ${(100 * shows).toFixed(1)} % of the picture` : ''}
          </Small>
        </p>
      )}
    </div>
  );
}

/** How it stands: drying, judged, stale, compared back, with a client. */
function Judged({
  line,
  workId,
  compared,
}: {
  line: ProofLine;
  workId: string;
  compared: Compared | undefined;
}) {
  const { proof: p, stale, lot } = line;
  const state = STATE[p.state];
  return (
    <div>
      <p>
        <MarkedText kind={state.mark}>
          {state.word}
          {p.reference ? ', the reference' : ''}
        </MarkedText>
      </p>
      <p>
        <Small>
          <When line={line} />
        </Small>
      </p>
      {p.words && <p style={{ whiteSpace: 'pre-line' }}>“{p.words}”</p>}
      {stale.length > 0 && (
        <p>
          <MarkedText kind="care">Stale: {stale.join(' and ')} changed since</MarkedText>
        </p>
      )}
      {lot && (
        <p>
          <MarkedText kind="care">{lot}</MarkedText>
        </p>
      )}
      {compared && <ComparedBars proofId={p.id} workId={workId} compared={compared} />}
      <Client proof={p} />
    </div>
  );
}

/** When it was asked, how long it has dried, or how it was judged. */
function When({ line: { proof: p, paper, route, dry, days } }: { line: ProofLine }) {
  const { day, length } = useUnits();
  if (p.state === 'asked')
    return `asked ${day(p.askedAt)}, ${route.leadDays === 1 ? 'a day' : `${route.leadDays} days`} said`;
  if (p.state === 'made')
    return dry.left > 0
      ? `${dry.hours} h of ${paper.dryHours} dried: ${dry.left} h to go`
      : `${dry.hours} h dried, ${paper.dryHours} wanted; judge it from ${length(p.distanceUm)}`;
  if (!p.judgedAt) return null;
  const dried = p.driedHours !== null ? `dried ${p.driedHours} h` : '';
  const facts = [
    `judged ${day(p.judgedAt)}`,
    p.place,
    `from ${length(p.distanceUm)}`,
    p.light && `in ${p.light}`,
    dried,
  ];
  return facts.filter(Boolean).join(', ') + (days ? `; ${days} days after asking` : '');
}

const BAR = { width: 150, height: 8 };

/** How far it is off, drawn against how far it may be: the tick is the limit. */
function ComparedBars({
  proofId,
  workId,
  compared: c,
}: {
  proofId: string;
  workId: string;
  compared: Compared;
}) {
  const bars = [
    { name: 'mean', value: c.mean, limit: c.limits.mean },
    { name: 'of 95 in 100', value: c.p95, limit: c.limits.p95 },
  ];
  const most = Math.max(...bars.map(({ value, limit }) => Math.max(value, 1.4 * limit)));
  const px = (value: number) => (value / most) * BAR.width;
  return (
    <div>
      <MarkedText kind={c.verdict}>
        Compared back: {c.word}, mean {c.mean.toFixed(1)} ΔE00
      </MarkedText>
      {bars.map(({ name, value, limit }) => (
        <div key={name} style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
          <svg width={BAR.width + 2} height={BAR.height + 4} aria-hidden="true">
            <rect x="1" y="2" width={px(value)} height={BAR.height} fill={t.ink2} />
            <path d={`M${1 + px(limit)} 0V${BAR.height + 4}`} stroke={t.fails} strokeWidth="1.5" />
          </svg>
          <Small>
            {name} {value.toFixed(1)} of {limit}
          </Small>
        </div>
      ))}
      <Small>
        <Link href={`/works/${workId}/proofs/compare?proof=${proofId}`} prefetch={false}>
          the figures
        </Link>
      </Small>
    </div>
  );
}

function clientMark(answer: string): MarkKind {
  if (answer === 'accepted') return 'holds';
  return answer === 'waiting' ? 'none' : 'care';
}

function Client({ proof: { client } }: { proof: ProofLine['proof'] }) {
  const { day } = useUnits();
  if (!client) return null;
  return (
    <p>
      <MarkedText kind={clientMark(client.answer)}>
        {client.answer === 'waiting'
          ? `With ${client.to} since ${day(client.sentAt)}`
          : `${client.to}: ${client.answer}, ${day(client.answeredAt)}`}
      </MarkedText>
      {client.words && <> “{client.words}”</>}
    </p>
  );
}

function Acts({ line, workId, compared, next, onJudge }: Shared & { line: ProofLine }) {
  const { proof: p } = line;
  const [client, setClient] = useState(false);
  const action = useAction();
  const isNext = line === next;
  return (
    <div>
      {p.state === 'made' && (
        <Button main={isNext} keyName={isNext ? 'j' : undefined} onPress={() => onJudge(line)}>
          Judge it
        </Button>
      )}
      {p.state === 'asked' && (
        <Button onPress={() => void action.run('proofMade', { id: p.id })}>It is here</Button>
      )}
      {p.state !== 'asked' && !compared[p.id] && (
        <ButtonLink quiet href={`/works/${workId}/proofs/compare?proof=${p.id}`}>
          Compare it back
        </ButtonLink>
      )}
      {p.state !== 'asked' && (
        <Button quiet onPress={() => setClient(true)}>
          {p.client ? 'The client’s answer' : 'Photo, client'}
        </Button>
      )}
      {client && <ClientSheet line={line} onClose={() => setClient(false)} />}
      {(p.state === 'asked' || p.state === 'made') && (
        <Button
          quiet
          isDisabled={action.isPending}
          onPress={() => void action.run('takeBackProof', { id: p.id })}
        >
          Take it back
        </Button>
      )}
      <ErrorCallout error={action.error} />
    </div>
  );
}

/** How much of the picture a sheet's snippets show; the reduced whole beside them says what the whole is. */
function coverageOf(plan: ProofPlan): number | null {
  const whole = plan.pictures.find(({ role }) => role === 'reduced');
  const snippets = plan.pictures.filter(({ role }) => role === 'snippet');
  if (!whole || snippets.length === 0) return null;
  return coverage(
    whole.from,
    snippets.map(({ from }) => from),
  );
}
