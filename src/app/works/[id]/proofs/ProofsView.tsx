'use client';
import type { FormatModel, PaperChoice, RouteModel } from '@/app/models';
import Link from 'next/link';
import { useState } from 'react';

import type { ProofLine } from './proofLine';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import { EmptyState, Lead, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { AskSheet, JudgeSheet } from './ProofSheets';
import { Threads, type Compared } from './Threads';

type Props = {
  workId: string;
  compared: Record<string, Compared>;
  formats: FormatModel[];
  papers: PaperChoice[];
  routes: RouteModel[];
  lines: ProofLine[];
  hasMaster: boolean;
  advice: { id: string; name: string; reasons: string[] }[];
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
        <Threads
          lines={lines}
          workId={workId}
          compared={compared}
          next={nextToJudge}
          onJudge={setJudging}
        />
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
