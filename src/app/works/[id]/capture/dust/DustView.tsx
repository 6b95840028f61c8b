'use client';
import type { MasterModel } from '@/app/models';
import { useCallback, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Speck } from '@/core/capture/dust';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check } from '@/ui/Field';
import { JobProgress } from '@/ui/Job';
import { useKeys } from '@/ui/Keys';
import { Aside, Columns, EmptyState, PanelTitle, Small, Stack } from '@/ui/Layout';
import { drawSource, Loupe, toScreen, useBox, type Source, type View } from '@/ui/Loupe';
import { t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';

type Found = { id: string; at: string; specks: (Speck & { done: boolean })[]; total: number };
const List = styled.ol`
  max-height: 62vh;
  overflow: auto;
  border-bottom: 1px solid ${t.hair};
  li {
    display: grid;
    grid-template-columns: auto 34px minmax(0, 1fr);
    gap: 8px;
    padding: 5px 6px;
    border-bottom: 1px solid ${t.hair};
    align-items: center;
    cursor: pointer;
  }
  li[data-lit] {
    background: ${t.pressed};
    box-shadow: inset 3px 0 0 ${t.ink};
  }
`;

/** Specks of the current master, the largest first, at one to one, checked off by keyboard. */
export function DustView({
  master,
  size,
  check,
}: {
  master: MasterModel;
  size: { width: number; height: number };
  check: Found | null;
}) {
  const action = useAction();
  const [job, setJob] = useState<string | null>(null);
  const first = check
    ? Math.max(
        0,
        check.specks.findIndex((s) => !s.done),
      )
    : 0;
  const [at, setAt] = useState(first);
  const [marks, setMarks] = useState<Record<number, boolean>>({});
  const isDone = (i: number) => marks[i] ?? check?.specks[i]?.done ?? false;
  const [ref, box] = useBox(0.66, 600);
  const source = useMemo<Source>(
    () => ({ sha256: master.sha256, width: size.width, height: size.height }),
    [master.sha256, size.width, size.height],
  );
  const speck = check?.specks[at];
  const [own, setOwn] = useState<{ at: number; view: View } | null>(null);
  const view = useMemo<View>(
    () =>
      own?.at === at
        ? own.view
        : { x: speck?.x ?? size.width / 2, y: speck?.y ?? size.height / 2, zoom: 1 },
    [own, at, speck, size],
  );
  const draw = useCallback(
    (ctx: CanvasRenderingContext2D, onCome: () => void) => drawSource(ctx, source, view, box, onCome),
    [source, view, box],
  );
  const count = check?.specks.length ?? 0;
  const step = (d: number) => {
    if (count) setAt((was) => Math.min(count - 1, Math.max(0, was + d)));
  };
  const tick = async (i: number, done: boolean) => {
    if (!check) return;
    // The next one is looked at straight away: a quick hand must not take back what it just ticked.
    setMarks((was) => ({ ...was, [i]: done }));
    if (done) setAt(Math.min(count - 1, i + 1));
    if (await action.run('tickSpeck', { id: check.id, at: i, done })) return;
    setMarks((was) => ({ ...was, [i]: !done }));
    setAt(i);
  };
  useKeys([
    { key: 'j', label: 'the next speck', run: () => step(1) },
    { key: 'k', label: 'the speck before', run: () => step(-1) },
    { key: 'd', label: 'this speck is dealt with', run: () => void tick(at, !isDone(at)) },
    {
      key: 'z',
      label: 'the speck at one to one, four to one and back',
      run: () =>
        setOwn({ at, view: { x: speck?.x ?? 0, y: speck?.y ?? 0, zoom: view.zoom >= 4 ? 1 : 4 } }),
    },
  ]);
  const look = async () => {
    const done = await action.run('lookForDust', { id: master.id });
    if (typeof done?.job === 'string') setJob(done.job);
  };
  const left = check ? check.specks.filter((_, i) => !isDone(i)).length : 0;
  const ring = speck && toScreen(view, box, speck.x + 0.5, speck.y + 0.5);
  return (
    <Columns $aside={330}>
      <Stack $gap={8}>
        {!check && !job && (
          <EmptyState title="Not looked over yet">
            <p>
              Specks are small things that differ from all that surrounds them: dust on the glass, on the
              sensor, on the work. They are found over the whole file and shown one by one. The master is
              never mended: what you do about them is logged with the prep.
            </p>
            <div>
              <Button main onPress={() => void look()} isDisabled={action.isPending}>
                Look for specks
              </Button>
            </div>
          </EmptyState>
        )}
        {job && <JobProgress job={job} />}
        <div ref={ref}>
          {check && count > 0 && (
            <Loupe
              box={box}
              view={view}
              onView={(v) => setOwn({ at, view: v })}
              label={`${master.fileName} about speck ${at + 1}`}
              draw={draw}
            >
              <svg width={box.width} height={box.height} aria-hidden="true">
                {ring &&
                  speck &&
                  [4, 1.4].map((w) => (
                    <circle
                      key={w}
                      cx={ring.x}
                      cy={ring.y}
                      r={Math.max(12, speck.size * view.zoom * 0.9)}
                      fill="none"
                      stroke={w === 4 ? '#fff' : t.ink}
                      strokeWidth={w}
                    />
                  ))}
              </svg>
            </Loupe>
          )}
        </div>
        {speck && (
          <Row $gap={16}>
            <Small>
              Speck {at + 1} of {count} at {speck.x}, {speck.y} px: {speck.size} px across,{' '}
              {Math.abs(speck.contrast)} of 255 {speck.contrast > 0 ? 'lighter' : 'darker'} than about it.
              Seen at{' '}
              {view.zoom >= 1 ? `${view.zoom.toFixed(0)} : 1` : `1 : ${(1 / view.zoom).toFixed(1)}`}.
            </Small>
          </Row>
        )}
        <ErrorCallout error={action.error} />
      </Stack>
      <Aside>
        {check && (
          <section>
            <PanelTitle>
              Specks{' '}
              <span>
                {left} of {count} left
              </span>
            </PanelTitle>
            <Stack $gap={8}>
              <MarkedText kind={left === 0 ? 'holds' : 'care'}>
                {count === 0
                  ? 'None found: the file is clean.'
                  : left === 0
                    ? 'Every listed speck is dealt with.'
                    : `${left} to look at${check.total > count ? `; ${check.total} were found, the ${count} largest are listed` : ''}.`}
              </MarkedText>
              <List aria-label="Specks by size">
                {check.specks.map((s, i) => (
                  <li
                    key={i}
                    data-lit={i === at || undefined}
                    aria-current={i === at || undefined}
                    onClick={() => setAt(i)}
                  >
                    <Check
                      checked={isDone(i)}
                      onChange={(done) => void tick(i, done)}
                      label={`Speck ${i + 1}, dealt with`}
                    />
                    <span>{i + 1}</span>
                    <Small>
                      {s.size} px, {Math.abs(s.contrast)} {s.contrast > 0 ? 'lighter' : 'darker'}, at{' '}
                      {s.x}, {s.y}
                    </Small>
                  </li>
                ))}
              </List>
              <Row>
                <Button keyName="k" onPress={() => step(-1)} isDisabled={at === 0}>
                  Before
                </Button>
                <Button keyName="j" onPress={() => step(1)} isDisabled={at >= count - 1}>
                  Next
                </Button>
                <Button keyName="d" main onPress={() => void tick(at, !isDone(at))} isDisabled={!count}>
                  {isDone(at) ? 'Not yet' : 'Dealt with'}
                </Button>
              </Row>
              <Button onPress={() => void look()} isDisabled={action.isPending}>
                Look again
              </Button>
            </Stack>
          </section>
        )}
      </Aside>
    </Columns>
  );
}
