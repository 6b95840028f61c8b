'use client';
import { useRouter } from 'next/navigation';
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  useTransition,
  type ReactNode,
} from 'react';
import styled from 'styled-components';
import { Button } from './Button';
import { Field } from './Field';
import { CONTENT } from './Layout';
import { MarkedText } from './Verdict';
import { useSentence } from './Units';
import { outbox, type Outgoing } from './outbox';
import { contextHeaders, newKey, seenNow } from './seen';
import { narrow, t } from './tokens';

export type Undo = { act: string; input: unknown; label?: string };
export type ActionAnswer = {
  message: string;
  id?: string;
  undo?: Undo;
  job?: string;
};
export type Changed = {
  who: string;
  at: string;
  fields: { field: string; now: string; yours: string | null }[];
};
/**
 * What went wrong, as the server said it. `field` names the input; `overridable` asks for a reason; `changed` tells what another
 * window did meanwhile, and `keepMine` writes over it all the same.
 */
export type ActionError = {
  message: string;
  field?: string;
  expected?: string;
  /** What else was wrong with what was sent: all of it is said at once. */
  also?: { field: string; expected: string }[];
  overridable?: boolean;
  changed?: Changed;
  keepMine?: () => Promise<ActionAnswer | null>;
};

type Said = ActionAnswer & { key: number };
type Acts = {
  said: Said | null;
  say: (done: ActionAnswer) => void;
  hush: () => void;
  /** An act runs, or the page is being drawn anew after one. */ settling: boolean;
  began: () => void;
  ended: (refresh: boolean) => void;
};
const Context = createContext<Acts | null>(null);

type Answer<T> = { done: T } | { error: ActionError; isLost?: true };

/** Sends JSON and reads JSON. An answer that never came is told apart: what was asked may have been done. */
export async function postJson<T = ActionAnswer>(
  url: string,
  input: unknown,
  headers: Record<string, string> = {},
): Promise<Answer<T>> {
  try {
    const response = await fetch(url, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body: JSON.stringify(input),
    });
    const body = await response.json();
    return response.ok ? { done: body as T } : { error: body.error as ActionError };
  } catch {
    return {
      isLost: true,
      error: {
        message:
          'Glassine does not answer. What you typed is still here; try again when it runs: what was done already is not done twice.',
      },
    };
  }
}

export function ActionsProvider({ children }: { children: ReactNode }) {
  const router = useRouter();
  const [said, setSaid] = useState<Said | null>(null);
  const [running, setRunning] = useState(0);
  const [refreshing, startRefresh] = useTransition();
  const count = useRef(0);
  const say = useCallback((done: ActionAnswer) => setSaid({ ...done, key: ++count.current }), []);
  const hush = useCallback(() => setSaid(null), []);
  const began = useCallback(() => setRunning((n) => n + 1), []);
  const ended = useCallback(
    (refresh: boolean) => {
      setRunning((n) => n - 1);
      if (refresh) startRefresh(() => router.refresh());
    },
    [router],
  );
  const settling = running > 0 || refreshing;
  useNextFocus(settling);
  const value = useMemo<Acts>(
    () => ({ said, say, hush, settling, began, ended }),
    [said, say, hush, settling, began, ended],
  );
  return <Context value={value}>{children}</Context>;
}

/** Where an act took away what it was done with, the focus goes to what comes next: the page's main act, or the page. */
function useNextFocus(settling: boolean) {
  const wasSettling = useRef(false);
  useEffect(() => {
    const isOver = wasSettling.current && !settling;
    wasSettling.current = settling;
    if (!isOver || document.activeElement !== document.body) return;
    const scope = document.querySelector('[role=dialog]') ?? document.getElementById(CONTENT);
    const next = scope?.querySelector<HTMLElement>('[data-main]:not([disabled])') ?? scope;
    (next as HTMLElement | null)?.focus({ preventScroll: true });
  }, [settling]);
}

function useActionsContext(): Acts {
  const acts = useContext(Context);
  if (!acts) throw new Error('useActs outside ActsProvider');
  return acts;
}

/** Says something done where it stays to be read, whatever part of the page is drawn anew. */
export const useAnnounce = () => useActionsContext().say;

type Turn = Promise<ActionAnswer | null>;

/**
 * Acts of one place in the order they were asked for: a quick hand that ticks the next thing before the last answer came loses
 * neither. The same act asked for again while it runs is one act, as for a button pressed twice.
 */
function useInTurn() {
  const waiting = useRef(new Map<string, Turn>());
  const last = useRef<Promise<unknown>>(Promise.resolve());
  return useMemo(() => {
    const take = (name: string, act: (isFirst: boolean) => Turn): Turn => {
      const isFirst = waiting.current.size === 0;
      const turn = (isFirst ? act(true) : last.current.then(() => act(false))).finally(() =>
        waiting.current.delete(name),
      );
      waiting.current.set(name, turn);
      last.current = turn.catch(() => null);
      return turn;
    };
    return { take, running: (name: string) => waiting.current.get(name) };
  }, []);
}

/**
 * Acts from a place on the screen, one after the other: whether it runs, what went wrong, and the running of them. `settling` is true
 * while an act of any place runs and until the page shows what came of it: what is moved by hand waits so long, or it would
 * be lost when the page is drawn anew.
 *
 * Every act carries a key of its own; one whose answer was lost is sent again under the same. It also says how new the page was
 * when this place came up, so that nothing another window changed since is written over unseen.
 */
export function useAction() {
  const { say, settling, began, ended } = useActionsContext();
  const [running, setRunning] = useState(0);
  const [error, setError] = useState<ActionError | null>(null);
  const [refused, setRefused] = useState<{ act: string; input: unknown } | null>(null);
  const inTurn = useInTurn();
  const lost = useRef<Outgoing | null>(null);
  // What the fields of this place were filled with; after its first act it follows the page.
  const base = useRef<number | undefined>(undefined);
  useEffect(() => {
    base.current = seenNow();
  }, []);

  const deliver = useCallback(
    (outgoing: Outgoing): Promise<ActionAnswer | null> =>
      inTurn.take(`${outgoing.act} ${outgoing.input}`, async (isFirst) => {
        // What an act before it in the queue was refused for stays to be read.
        if (isFirst) setError(null);
        setRunning((n) => n + 1);
        began();
        const { act, headers } = outgoing;
        const input: unknown = JSON.parse(outgoing.input);
        const result = await postJson(`/api/act/${act}`, input, headers);
        outbox.answered(outgoing.key);
        lost.current = 'isLost' in result && result.isLost ? outgoing : null;
        setRunning((n) => n - 1);
        ended('done' in result);
        if ('done' in result) {
          base.current = undefined;
          say(result.done);
          return result.done;
        }
        setError(result.error);
        setRefused({ act, input });
        return null;
      }),
    [inTurn, say, began, ended],
  );
  const send = useCallback(
    (act: string, given: unknown, asOf: number | undefined): Promise<ActionAnswer | null> => {
      const input = JSON.stringify(given);
      const same = inTurn.running(`${act} ${input}`);
      if (same) return same;
      const isAgain = lost.current?.act === act && lost.current.input === input;
      const key = isAgain ? lost.current!.key : newKey();
      const outgoing = { act, input, key, headers: contextHeaders(key, asOf) };
      outbox.add(outgoing);
      return deliver(outgoing);
    },
    [inTurn, deliver],
  );
  const run = useCallback(
    (act: string, input: unknown) =>
      send(act, input, act === 'undo' ? undefined : (base.current ?? seenNow())),
    [send],
  );
  const fieldError = useCallback(
    (field: string) => {
      const fault = [error, ...(error?.also ?? [])].find(
        (each) => each?.field === field || each?.field?.startsWith(`${field}.`),
      );
      return fault ? `Expected ${fault.expected}.` : null;
    },
    [error],
  );
  const shown = useMemo(
    () =>
      error?.changed && refused
        ? { ...error, keepMine: () => send(refused.act, refused.input, undefined) }
        : error,
    [error, refused, send],
  );
  return {
    run,
    isPending: running > 0,
    settling,
    error: shown,
    /** Sends what an earlier page of this window asked for and had no answer to. */
    deliver,
    fieldError,
    clear: () => setError(null),
  };
}

const Alert = styled.div`
  border: 1px solid ${t.fails};
  background: ${t.white};
  padding: 10px 12px;
  margin: 10px 0;
  display: grid;
  gap: 10px;
  > div {
    display: flex;
    gap: 10px;
    align-items: end;
    flex-wrap: wrap;
  }
`;

const Both = styled.table`
  border-collapse: collapse;
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 4px 12px 4px 0;
    border-bottom: 1px solid ${t.hair};
    font-weight: normal;
  }
`;

/** What went wrong, said once, near the act. Where a reason may overrule it, it asks for one. */
export function ErrorCallout({
  error,
  onReason,
  fields = [],
}: {
  error: ActionError | null;
  onReason?: (reason: string) => void;
  fields?: readonly string[];
}) {
  const [reason, setReason] = useState('');
  if (
    !error ||
    (error.field && fields.some((f) => error.field === f || error.field!.startsWith(`${f}.`)))
  )
    return null;
  const asks = error.overridable && onReason;
  return (
    <Alert role="alert">
      <MarkedText kind={asks ? 'care' : 'fails'}>{error.message}</MarkedText>
      {error.changed && error.changed.fields.length > 0 && (
        <Both>
          <thead>
            <tr>
              <th scope="col">What</th>
              <th scope="col">Now, by {error.changed.who}</th>
              <th scope="col">Yours</th>
            </tr>
          </thead>
          <tbody>
            {error.changed.fields.map((f) => (
              <tr key={f.field}>
                <th scope="row">{f.field}</th>
                <td>{f.now}</td>
                <td>{f.yours}</td>
              </tr>
            ))}
          </tbody>
        </Both>
      )}
      {error.keepMine && (
        <div>
          <Button onPress={() => void error.keepMine?.()}>Keep mine all the same</Button>
        </div>
      )}
      {asks && (
        <div>
          <Field label="Reason, kept with the record" value={reason} onChange={setReason} width={320} />
          <Button onPress={() => onReason(reason)} isDisabled={!reason.trim()}>
            Go on all the same
          </Button>
        </div>
      )}
    </Alert>
  );
}

const Bar = styled.div`
  position: fixed;
  left: 24px;
  bottom: 20px;
  z-index: 70;
  max-width: min(680px, calc(100vw - 48px));
  background: ${t.slip};
  border: 1px solid ${t.slipEdge};
  padding: 9px 12px;
  display: flex;
  gap: 16px;
  align-items: center;
  &[data-empty] {
    padding: 0;
    border: 0;
    pointer-events: none;
  }
  ${narrow} {
    left: 8px;
    right: 8px;
    bottom: 8px;
    max-width: none;
  }
`;

/** What was just done, and the way back where there is one. */
export function LastAction() {
  const { said, hush } = useActionsContext();
  const action = useAction();
  const sentence = useSentence();
  const { deliver } = action;
  const router = useRouter();
  useEffect(() => {
    if (outbox.isPageOlder()) router.refresh();
    for (const each of outbox.waiting()) void deliver(each);
  }, [deliver, router]);
  if (action.error)
    return (
      <Bar role="alert">
        <MarkedText kind="fails">{action.error.message}</MarkedText>
        <Button
          quiet
          onPress={() => {
            action.clear();
            hush();
          }}
        >
          Close
        </Button>
      </Bar>
    );
  const { undo } = said ?? {};
  return (
    // One region that lasts: what is said is heard also when the last thing said is put away.
    <Bar role="status" data-empty={!said || undefined}>
      {said && <span key={said.key}>{sentence(said.message)}</span>}
      {undo && (
        <Button
          keyName="u"
          isDisabled={action.isPending}
          onPress={() => void action.run(undo.act, undo.input)}
        >
          {undo.label ?? 'Undo'}
        </Button>
      )}
      {said && (
        <Button quiet onPress={hush} aria-label="Close this note">
          Close
        </Button>
      )}
    </Bar>
  );
}

export function useUndo(): (() => void) | null {
  const { said } = useActionsContext();
  const action = useAction();
  const undo = said?.undo;
  return undo ? () => void action.run(undo.act, undo.input) : null;
}
