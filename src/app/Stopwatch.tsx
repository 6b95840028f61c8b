'use client';
import { useEffect, useState } from 'react';
import { wholeOrTyped } from '@/core/measure';
import type { TimedAct } from '@/core/product/words';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Small } from '@/ui/Layout';
import { useAction } from './useAction';

const WORDS: Record<TimedAct, string> = {
  trim: 'trimming',
  sign: 'signing',
  inspect: 'inspecting',
  mount: 'mounting',
  frame: 'framing',
  stretch: 'stretching',
  pack: 'packing',
};

const kept = (act: TimedAct) => `glassine_watch_${act}`;

/** Times an act while it is done; the mean of several stands in costs instead of typed minutes. It runs on through a reload. */
export function Stopwatch({ act }: { act: TimedAct }) {
  const action = useAction();
  const [since, setSince] = useState<number | null>(null);
  const [seconds, setSeconds] = useState(0);
  const [prints, setPrints] = useState('1');
  useEffect(() => {
    const was = Number(window.sessionStorage.getItem(kept(act)));
    if (was) queueMicrotask(() => setSince(was));
  }, [act]);
  useEffect(() => {
    if (since === null) return;
    const tick = () => setSeconds(Math.max(0, Math.round((Date.now() - since) / 1_000)));
    const timer = window.setInterval(tick, 1_000);
    queueMicrotask(tick);
    return () => window.clearInterval(timer);
  }, [since]);
  const begin = () => {
    const now = Date.now();
    window.sessionStorage.setItem(kept(act), String(now));
    setSince(now);
    setSeconds(0);
  };
  const stop = () => {
    window.sessionStorage.removeItem(kept(act));
    setSince(null);
  };
  const keep = async () => {
    const took = Math.max(1, seconds);
    if (await action.run('noteTiming', { act, seconds: took, prints: wholeOrTyped(prints) as number }))
      stop();
  };
  if (since === null)
    return (
      <Row>
        <Button quiet onPress={begin}>
          Time {WORDS[act]}
        </Button>
      </Row>
    );
  return (
    <div role="group" aria-label={`Stopwatch, ${WORDS[act]}`}>
      <Row style={{ alignItems: 'end' }}>
        <b>
          {Math.floor(seconds / 60)}:{String(seconds % 60).padStart(2, '0')}
        </b>
        <Field
          label="For how many prints"
          value={prints}
          onChange={setPrints}
          width={130}
          inputMode="numeric"
          wrong={action.fieldError('prints')}
        />
        <Button onPress={() => void keep()} isDisabled={action.isPending}>
          Keep the time
        </Button>
        <Button quiet onPress={stop}>
          Let it go
        </Button>
      </Row>
      <Small>{WORDS[act]} is timed; after three times the mean stands in what prints cost.</Small>
      <ErrorCallout error={action.error} fields={['prints']} />
    </div>
  );
}
