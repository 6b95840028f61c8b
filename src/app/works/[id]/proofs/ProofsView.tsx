'use client';
import type { FormatModel, PaperModel, RouteModel } from '@/app/models';
import Link from 'next/link';
import { useState } from 'react';
import styled from 'styled-components';

import type { ProofLine } from './proofLine';
import { useAction } from '@/app/useAction';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import { EmptyState, Lead, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, type MarkKind } from '@/ui/Verdict';
import { sayAdjustment } from '@/core/colour/adjust';
import type { Mark } from '@/core/finding';
import { coverage, type ProofPlan } from '@/core/proof/plan';
import { AskSheet, ClientSheet, JudgeSheet } from './ProofSheets';

type Compared = Record<string, { verdict: Mark; word: string; says: string }>;
type Props = {
  workId: string;
  compared: Compared;
  formats: FormatModel[];
  papers: PaperModel[];
  routes: RouteModel[];
  lines: ProofLine[];
  hasMaster: boolean;
  advice: { id: string; name: string; reasons: string[] }[];
};

const Line = styled.li`
  display: grid;
  grid-template-columns: 66px minmax(0, 1.1fr) minmax(0, 1.4fr) 168px;
  gap: 4px 18px;
  padding: 11px 0;
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
  ${narrow} {
    grid-template-columns: 50px minmax(0, 1fr);
    > :nth-child(n + 3) {
      grid-column: 2;
    }
  }
`;
const List = styled.ol`
  border-top: 1px solid ${t.ink};
`;

const STATE: Record<ProofLine['proof']['state'], { mark: MarkKind; word: string }> = {
  asked: { mark: 'none', word: 'asked for' },
  made: { mark: 'care', word: 'to judge' },
  accepted: { mark: 'holds', word: 'accepted' },
  adjust: { mark: 'care', word: 'adjust and proof again' },
  rejected: { mark: 'fails', word: 'rejected' },
};

/** The rounds of proofing a work has been through, newest first. */
export function ProofsView({
  workId,
  compared,
  formats,
  papers,
  routes,
  lines,
  hasMaster,
  advice,
}: Props) {
  const [asking, setAsking] = useState(false);
  const [judging, setJudging] = useState<ProofLine | null>(null);
  const action = useAction();
  const { money } = useUnits();
  const spent = lines.reduce((sum, l) => sum + l.proof.costMinor, 0),
    days = lines.reduce((sum, l) => sum + (l.days ?? 0), 0);
  const nextToJudge =
    lines.find((l) => l.proof.state === 'made' && l.dry.left === 0) ??
    lines.find((l) => l.proof.state === 'made');
  const ready = hasMaster && formats.length > 0 && papers.length > 0 && routes.length > 0;
  useKeys([
    ...(nextToJudge
      ? [{ key: 'j', label: 'judge the proof that waits', run: () => setJudging(nextToJudge) }]
      : []),
    ...(ready ? [{ key: 'r', label: 'record the next round', run: () => setAsking(true) }] : []),
  ]);
  const lacks = [
    !hasMaster && 'a file (Capture)',
    !formats.length && 'a size on offer (Sizes)',
    !papers.length && 'a paper (Papers)',
    !routes.length && 'a route (Papers)',
  ].filter(Boolean);
  return (
    <Stack>
      <Row style={{ justifyContent: 'space-between' }}>
        <Lead>
          A proof is judged dry, beside the original, in the light the print will hang in. The accepted
          whole proof becomes the reference later prints are held against.
        </Lead>
        {ready && (
          <Row>
            <ButtonLink href={`/works/${workId}/proofs/sheet`} main={!nextToJudge}>
              Make a proof sheet
            </ButtonLink>
            <Button keyName="r" onPress={() => setAsking(true)}>
              Record a round
            </Button>
          </Row>
        )}
      </Row>
      {lines.length === 0 && (
        <EmptyState title="No proof yet">
          <p>
            {ready
              ? 'Record a snippet, a strip or a whole proof of one size on one paper by one route. Its round is counted, its drying time kept, and it comes to the bench when it can be judged.'
              : `A proof needs ${lacks.join(', ')} first.`}
          </p>
        </EmptyState>
      )}
      {lines.length > 0 && (
        <List aria-label="Proofs, newest first">
          {lines.map((l) => (
            <OneProof
              key={l.proof.id}
              line={l}
              first={l === nextToJudge}
              onJudge={() => setJudging(l)}
              onHere={() => void action.run('proofMade', { id: l.proof.id })}
              workId={workId}
              compared={compared[l.proof.id]}
            />
          ))}
        </List>
      )}
      {lines.length > 0 && (
        <Small>
          {lines.length} {lines.length === 1 ? 'round' : 'rounds'} so far: {money(spent)} and {days}{' '}
          {days === 1 ? 'day' : 'days'} from asking to judging.
        </Small>
      )}
      {advice.length > 0 && (
        <section style={{ maxWidth: 760 }}>
          <PanelTitle>
            Papers that may suit <span>by kind and surface; a proof decides</span>
          </PanelTitle>
          <ul aria-label="Papers that may suit" style={{ display: 'grid', gap: 4, paddingTop: 6 }}>
            {advice.map((a) => (
              <li key={a.id}>
                <Link href={`/papers/paper/${a.id}`} prefetch={false}>
                  <strong>{a.name}</strong>
                </Link>
                : {a.reasons.join('; ')}.
              </li>
            ))}
          </ul>
        </section>
      )}
      <Callout style={{ maxWidth: 560 }}>
        <h3>One thing at a time</h3>A round that changes two things at once cannot say which of them
        helped. A snippet speaks only for the part of the picture it shows.
      </Callout>
      {asking && (
        <AskSheet
          formats={formats}
          papers={papers}
          routes={routes}
          lines={lines}
          onClose={() => setAsking(false)}
        />
      )}
      {judging && <JudgeSheet key={judging.proof.id} line={judging} onClose={() => setJudging(null)} />}
    </Stack>
  );
}

function OneProof({
  line,
  first,
  onJudge,
  onHere,
  workId,
  compared,
}: {
  line: ProofLine;
  first: boolean;
  onJudge: () => void;
  onHere: () => void;
  workId: string;
  compared: Compared[string] | undefined;
}) {
  const { day } = useUnits();
  const { proof: p, format, paper, route, dry, stale, lot, days } = line;
  const [client, setClient] = useState(false);
  const shows = p.plan ? coverageOf(p.plan) : null;
  const { length, money } = useUnits();
  const action = useAction();
  const state = STATE[p.state];
  return (
    <Line data-state={p.state}>
      <span className="round">{p.round}</span>
      <div>
        <p>
          <strong>{format.name}</strong>, {p.kind}
          {p.kind === 'whole' ? ' proof' : ''}
        </p>
        <p>
          <Small>
            {paper.name} by {route.name}
            {p.costMinor > 0 ? `, ${money(p.costMinor)}` : ''}
          </Small>
        </p>
        {p.changed && (
          <p>
            <Small>Changed: {p.changed}</Small>
          </p>
        )}
        {p.changes.length > 0 && (
          <p>
            {p.changes.length > 1 ? (
              <MarkedText kind="care">
                Differs from the round before in {p.changes.length} things: {p.changes.join(', ')}
              </MarkedText>
            ) : (
              <Small>Glassine sees one difference from the round before: {p.changes[0]}</Small>
            )}
          </p>
        )}
        {p.adjust && (
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
              {shows !== null && shows < 0.25
                ? `, shows ${(100 * shows).toFixed(1)} % of the picture`
                : ''}
            </Small>
          </p>
        )}
      </div>
      <div>
        <p>
          <MarkedText kind={state.mark}>
            {state.word}
            {p.reference ? ', the reference' : ''}
          </MarkedText>
        </p>
        {p.state === 'made' && (
          <p>
            <Small>
              {dry.left > 0
                ? `${dry.hours} h of ${paper.dryHours} dried: ${dry.left} h to go`
                : `${dry.hours} h dried, ${paper.dryHours} wanted; judge it from ${length(p.distanceUm)}`}
            </Small>
          </p>
        )}
        {p.state === 'asked' && (
          <p>
            <Small>
              asked {day(p.askedAt)}, {route.leadDays} days said
            </Small>
          </p>
        )}
        {p.judgedAt && (
          <p>
            <Small>
              judged {day(p.judgedAt)}
              {p.place ? `, ${p.place}` : ''}, from {length(p.distanceUm)}
              {p.light ? `, in ${p.light}` : ''}
              {p.driedHours !== null ? `, dried ${p.driedHours} h` : ''}
              {days ? `; ${days} days after asking` : ''}
            </Small>
          </p>
        )}
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
        {compared && (
          <p>
            <MarkedText kind={compared.verdict}>
              Compared back: {compared.word}, {compared.says}
            </MarkedText>{' '}
            <Small>
              <Link href={`/works/${workId}/proofs/compare?proof=${p.id}`} prefetch={false}>
                the figures
              </Link>
            </Small>
          </p>
        )}
        {p.client && (
          <p>
            <MarkedText
              kind={
                p.client.answer === 'accepted' ? 'holds' : p.client.answer === 'waiting' ? 'none' : 'care'
              }
            >
              {p.client.answer === 'waiting'
                ? `With ${p.client.to} since ${day(p.client.sentAt)}`
                : `${p.client.to}: ${p.client.answer}, ${day(p.client.answeredAt)}`}
            </MarkedText>
            {p.client.words && <> “{p.client.words}”</>}
          </p>
        )}
      </div>
      <div>
        {p.state === 'made' && (
          <Button main={first} keyName={first ? 'j' : undefined} onPress={onJudge}>
            Judge it
          </Button>
        )}
        {p.state === 'asked' && <Button onPress={onHere}>It is here</Button>}
        {p.state !== 'asked' && !compared && (
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
      </div>
    </Line>
  );
}

/** How much of the picture a sheet's snippets show; the reduced whole beside them says what the whole is. */
function coverageOf(plan: ProofPlan): number | null {
  const whole = plan.pictures.find((p) => p.role === 'reduced'),
    snippets = plan.pictures.filter((p) => p.role === 'snippet');
  return whole && snippets.length
    ? coverage(
        whole.from,
        snippets.map((s) => s.from),
      )
    : null;
}
