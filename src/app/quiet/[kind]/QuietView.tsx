'use client';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { ActionSheet } from '@/app/ActionSheet';
import { Lessons } from '@/app/NotesPart';
import type { QuietTask } from '@/core/quiet/tasks';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import { CONTENT } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';

/** Over everything, the rule at the top included: nothing on it but the step. */
const Whole = styled.main`
  position: fixed;
  inset: 0;
  z-index: 50;
  overflow-y: auto;
  background: ${t.wall};
  display: grid;
  grid-template-rows: auto 1fr auto;
  padding: 24px 40px;
  ${narrow} {
    padding: 16px;
  }
`;
const Head = styled.header`
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 8px 24px;
  h1 {
    font-size: 15px;
    font-weight: 600;
  }
`;
const Step = styled.section`
  align-self: center;
  max-width: 1000px;
  padding: 16px 0;
  p.says {
    font-size: clamp(28px, 4.4vw, 54px);
    line-height: 1.2;
    text-wrap: balance;
  }
  p.figure {
    font-size: clamp(24px, 3.4vw, 42px);
    line-height: 1.3;
    font-weight: 600;
    padding-top: 14px;
  }
  p.why {
    font-size: clamp(16px, 1.6vw, 20px);
    line-height: 1.45;
    color: ${t.ink2};
    padding-top: 16px;
  }
  ul {
    font-size: clamp(18px, 2vw, 26px);
    line-height: 1.5;
    padding-top: 12px;
  }
`;
const Rule = styled.ol`
  display: flex;
  gap: 4px;
  padding: 8px 0 14px;
  li {
    flex: 1;
    height: 4px;
    background: ${t.line};
  }
  li[data-done] {
    background: ${t.ink};
  }
`;
const Foot = styled.footer`
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  justify-content: space-between;
  align-items: center;
  button,
  a {
    min-height: 48px;
    padding: 0 22px;
    font-size: 17px;
  }
`;

/** What comes before the steps: what is needed, the caution, what was learned, and a try on scrap. */
const BEFORE = ['ready', 'rehearse'] as const;

/** One step at a time in large type. The screen stays on; space, a pedal (page down), an arrow or a tap goes on. */
export function QuietView({
  task,
  lessons,
}: {
  task: QuietTask;
  lessons: { id: string; text: string }[];
}) {
  const last = BEFORE.length + task.steps.length;
  const [at, setAt] = useState(0);
  const [isWrong, setIsWrong] = useState(false);
  useScreenKeptOn();
  const on = () => setAt((now) => Math.min(last, now + 1));
  const back = () => setAt((now) => Math.max(0, now - 1));
  useKeys([
    ...['Space', 'ArrowRight', 'PageDown'].map((key) => ({ key, label: 'next step', run: on })),
    ...['ArrowLeft', 'PageUp'].map((key) => ({ key, label: 'step before', run: back })),
    { key: 'w', label: 'something went wrong', run: () => setIsWrong(true) },
  ]);
  return (
    <Whole id={CONTENT} tabIndex={-1} data-quiet-step={at}>
      <Head>
        <h1>
          {task.title}
          {task.about && `: ${task.about}`}
        </h1>
        <Row>
          <ButtonLink quiet href="/quiet">
            Leave
          </ButtonLink>
        </Row>
      </Head>
      <Step aria-live="polite" onClick={on}>
        <What task={task} at={at} lessons={lessons} />
      </Step>
      <div>
        <Rule aria-hidden="true">
          {Array.from({ length: last }, (_, k) => (
            <li key={k} data-done={k < at || undefined} />
          ))}
        </Rule>
        <Foot>
          <Row>
            <Button onPress={back} isDisabled={at === 0} keyName="←">
              Back
            </Button>
            <Button onPress={() => setIsWrong(true)} keyName="W">
              Something went wrong
            </Button>
          </Row>
          {at < last ? (
            <Button main onPress={on} keyName="space">
              {nextWords(at)}
            </Button>
          ) : (
            <Button main onPress={() => setAt(BEFORE.length)}>
              The next one
            </Button>
          )}
        </Foot>
      </div>
      {isWrong && <WrongSheet task={task} at={at} onClose={() => setIsWrong(false)} />}
    </Whole>
  );
}

const nextWords = (at: number): string =>
  at === 0 ? 'All is here' : at === 1 ? 'It went well on scrap' : 'Done, next';

function What({
  task,
  at,
  lessons,
}: {
  task: QuietTask;
  at: number;
  lessons: { id: string; text: string }[];
}) {
  if (at === 0)
    return (
      <>
        <p className="says">On the table:</p>
        <ul>
          {task.needs.map((need) => (
            <li key={need}>{need}</li>
          ))}
        </ul>
        <p className="why">
          <MarkedText kind="care">{task.caution}</MarkedText>
        </p>
        <Lessons lessons={lessons} />
      </>
    );
  if (at === 1)
    return (
      <>
        <p className="figure">On scrap first</p>
        <p className="says">{task.rehearse}</p>
      </>
    );
  const step = task.steps[at - BEFORE.length];
  if (!step) return <p className="says">Done. Put the tools away before you look at it again.</p>;
  return (
    <>
      <p className="says">{step.says}</p>
      {step.figure && <p className="figure">{step.figure}</p>}
      {step.why && <p className="why">{step.why}</p>}
    </>
  );
}

/** What went wrong, kept as a lesson of this act: it is said the next time before the first step. */
function WrongSheet({ task, at, onClose }: { task: QuietTask; at: number; onClose: () => void }) {
  const step = task.steps[at - BEFORE.length];
  return (
    <ActionSheet
      act="addNote"
      title="What went wrong?"
      label="Keep it"
      about={`quiet ${task.kind}`}
      first={{ text: '', isLesson: true }}
      asks={[
        {
          kind: 'prose',
          name: 'text',
          label: 'In your words',
          required: true,
          lines: 3,
          autoFocus: true,
        },
        { kind: 'tick', name: 'isLesson', label: 'Say it the next time, before the first step' },
      ]}
      input={({ text, isLesson }) => ({
        ...{ subject: 'hands', subjectId: task.kind, isLesson },
        text: step && at >= BEFORE.length ? `${text} (at “${step.says}”)` : text,
      })}
      onClose={onClose}
    />
  );
}

/** As long as hands are busy the screen must not go dark; where the browser cannot promise that, nothing is lost. */
function useScreenKeptOn() {
  useEffect(() => {
    let isOver = false;
    let held: WakeLockSentinel | null = null;
    void navigator.wakeLock
      ?.request('screen')
      .then((lock) => {
        held = lock;
        if (isOver) void lock.release();
      })
      .catch(() => null);
    return () => {
      isOver = true;
      void held?.release();
    };
  }, []);
}
