'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { useAction, useAnnounce } from './Actions';
import { Button, Row } from './Button';
import { t } from './tokens';
import { MarkedText } from './Verdict';

type State = {
  message: string;
  share: number | null;
  secondsLeft: number | null;
  over: null | { ok: boolean; message: string; id?: string };
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
  const [state, setState] = useState<State | null>(null);
  const [silent, setSilent] = useState(false);
  const router = useRouter();
  const action = useAction();
  const say = useAnnounce();
  useEffect(() => {
    let over = false;
    let timer: ReturnType<typeof setTimeout>;
    const look = async () => {
      const answer = await fetch(`/api/jobs/${job}`).catch(() => null);
      if (over) return;
      if (!answer) {
        // Drawing the page anew without an answer would lose it, with all that was typed: wait.
        setSilent(true);
        timer = setTimeout(look, 1_500);
        return;
      }
      setSilent(false);
      const now = answer.ok ? ((await answer.json().catch(() => null)) as State | null) : null;
      if (over) return;
      setState(
        now ?? {
          message: '',
          share: null,
          secondsLeft: null,
          over: {
            ok: false,
            message: 'Glassine was started anew meanwhile: nothing of it was kept. Begin it again.',
          },
        },
      );
      if (!now || now.over) {
        if (now?.over?.ok) say({ message: now.over.message });
        onOver?.(now?.over?.ok ?? false);
        router.refresh();
        return;
      }
      timer = setTimeout(look, 600);
    };
    timer = setTimeout(look, 150);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [job, onOver, router, say]);
  if (state?.over)
    return (
      <Bar role={state.over.ok ? 'status' : 'alert'}>
        <MarkedText kind={state.over.ok ? 'holds' : 'fails'}>{state.over.message}</MarkedText>
      </Bar>
    );
  if (silent)
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
