'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useEffectEvent, useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { useAction, useAnnounce } from './Actions';
import { Button, Row } from './Button';
import { t } from './tokens';
import { useAsked } from './useAsked';
import { MarkedText } from './Verdict';

type State = {
  message: string;
  share: number | null;
  secondsLeft: number | null;
  over: null | { ok: boolean; message: string; id?: string };
};
const isJobOver = (state: State) => state.over !== null;
/** What a studio that was started anew knows of a job: nothing. */
const LOST: State = {
  message: '',
  share: null,
  secondsLeft: null,
  over: {
    ok: false,
    message: 'Glassine was started anew meanwhile: nothing of it was kept. Begin it again.',
  },
};
const Bar = styled.div`
  background: ${t.white};
  border: 1px solid ${t.line};
  padding: 9px 11px;
  display: grid;
  gap: 7px;
  progress {
    width: 100%;
    height: 4px;
    appearance: none;
    border: 0;
    background: ${t.hair};
    &::-webkit-progress-bar {
      background: ${t.hair};
    }
    &::-webkit-progress-value {
      background: ${t.ink};
    }
  }
`;

/** Follows a piece of work that goes on beside the page, with a way to stop it; says how it ended and refreshes the page then. */
export function JobProgress({ job, onOver }: { job: string; onOver?: (ok: boolean) => void }) {
  const { answer, isSilent } = useAsked<State>(`/api/jobs/${job}`, { every: 600, isOver: isJobOver });
  const router = useRouter();
  const action = useAction();
  const say = useAnnounce();
  const state = answer === null ? LOST : answer;
  const finish = useEffectEvent((ended: NonNullable<State['over']>) => {
    if (ended.ok) say({ message: ended.message });
    onOver?.(ended.ok);
    router.refresh();
  });
  const over = state?.over;
  useEffect(() => {
    if (over) finish(over);
  }, [over]);
  if (state?.over)
    return (
      <Bar role={state.over.ok ? 'status' : 'alert'}>
        <MarkedText kind={state.over.ok ? 'holds' : 'fails'}>{state.over.message}</MarkedText>
      </Bar>
    );
  // Drawing the page anew without an answer would lose it, with all that was typed: it is waited for.
  if (isSilent)
    return (
      <Bar role="status">
        <MarkedText kind="care">
          Glassine does not answer. What you typed is still here; this goes on, or says that it was lost,
          when Glassine runs again.
        </MarkedText>
      </Bar>
    );
  return (
    <Bar role="status">
      <span>
        {state
          ? `${state.message[0]?.toUpperCase() ?? ''}${state.message.slice(1)}${state.share !== null ? `, ${Math.round(100 * state.share)} %` : ''}${state.secondsLeft ? `, about ${state.secondsLeft} s left` : ''}.`
          : 'Beginning.'}{' '}
        Everything else can go on meanwhile.
      </span>
      <progress max={1} value={state?.share ?? undefined} aria-label="Progress" />
      <Row>
        <Button onPress={() => void action.run('stopJob', { id: job })} isDisabled={action.isPending}>
          Stop
        </Button>
      </Row>
    </Bar>
  );
}

/** One piece of work begun from a place on the page: whether it goes on, and its line. Why it failed stays until it is begun again. */
export function useJob(): { begin: (job: string) => void; goesOn: boolean; line: ReactNode } {
  const [job, setJob] = useState<{ id: string; failed: boolean } | null>(null);
  const over = useCallback(
    (ok: boolean) => setJob((was) => (ok || !was ? null : { ...was, failed: true })),
    [],
  );
  return {
    begin: useCallback((id: string) => setJob({ id, failed: false }), []),
    goesOn: job !== null && !job.failed,
    line: job && <JobProgress key={job.id} job={job.id} onOver={over} />,
  };
}
