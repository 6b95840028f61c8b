'use client';
import type { MasterModel } from '@/app/models';
import { useCallback, useMemo } from 'react';
import styled from 'styled-components';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check } from '@/ui/Field';
import { JobProgress } from '@/ui/Job';
import { useKeys } from '@/ui/Keys';
import { Aside, Columns, EmptyState, PanelTitle, Small, Stack } from '@/ui/Layout';
import { drawSource, Loupe, toScreen, type Source } from '@/ui/Loupe';
import { useBox } from '@/ui/useBox';
import { t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { standingOf, useDustDesk, type DustCheck, type DustDesk } from './useDustDesk';

type Pixels = { width: number; height: number };
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
  size: Pixels;
  check: DustCheck | null;
}) {
  const desk = useDustDesk({ masterId: master.id, size, check });
  const { action, at, step, tick, isDone, zoom } = desk;
  useKeys([
    { key: 'j', label: 'the next speck', run: () => step(1) },
    { key: 'k', label: 'the speck before', run: () => step(-1) },
    { key: 'd', label: 'this speck is dealt with', run: () => void tick(at, !isDone(at)) },
    { key: 'z', label: 'the speck at one to one, four to one and back', run: zoom },
  ]);
  return (
    <Columns $aside={330}>
      <Stack $gap={8}>
        {!check && !desk.job && <NotLookedOver desk={desk} />}
        {desk.job && <JobProgress job={desk.job} />}
        <SpeckLoupe desk={desk} master={master} size={size} />
        <SpeckFacts desk={desk} />
        <ErrorCallout error={action.error} />
      </Stack>
      <Aside>{check && <SpeckList desk={desk} total={check.total} />}</Aside>
    </Columns>
  );
}

function NotLookedOver({ desk }: { desk: DustDesk }) {
  return (
    <EmptyState title="Not looked over yet">
      <p>
        Specks are small things that differ from all that surrounds them: dust on the glass, on the
        sensor, on the work. They are found over the whole file and shown one by one. The master is never
        mended: what you do about them is logged with the prep.
      </p>
      <div>
        <Button main onPress={() => void desk.look()} isDisabled={desk.action.isPending}>
          Look for specks
        </Button>
      </div>
    </EmptyState>
  );
}

/** The master about the speck, with a ring round it. */
function SpeckLoupe({
  desk: { speck, view, setView, at },
  master,
  size,
}: {
  desk: DustDesk;
  master: MasterModel;
  size: Pixels;
}) {
  const [ref, box] = useBox(0.66, 600);
  const source = useMemo<Source>(
    () => ({ sha256: master.sha256, width: size.width, height: size.height }),
    [master.sha256, size.width, size.height],
  );
  const { x, y, zoom } = view;
  const draw = useCallback(
    (ctx: CanvasRenderingContext2D, onCome: () => void) =>
      drawSource(ctx, source, { x, y, zoom }, box, onCome),
    [source, x, y, zoom, box],
  );
  const ring = speck && toScreen(view, box, speck.x + 0.5, speck.y + 0.5);
  return (
    <div ref={ref}>
      {speck && ring && (
        <Loupe
          box={box}
          view={view}
          onView={setView}
          label={`${master.fileName} about speck ${at + 1}`}
          draw={draw}
        >
          <svg width={box.width} height={box.height} aria-hidden="true">
            {[4, 1.4].map((width) => (
              <circle
                key={width}
                cx={ring.x}
                cy={ring.y}
                r={Math.max(12, speck.size * view.zoom * 0.9)}
                fill="none"
                stroke={width === 4 ? '#fff' : t.ink}
                strokeWidth={width}
              />
            ))}
          </svg>
        </Loupe>
      )}
    </div>
  );
}

function SpeckFacts({ desk: { speck, specks, at, view } }: { desk: DustDesk }) {
  if (!speck) return null;
  const seenAt = view.zoom >= 1 ? `${view.zoom.toFixed(0)} : 1` : `1 : ${(1 / view.zoom).toFixed(1)}`;
  return (
    <Row $gap={16}>
      <Small>
        Speck {at + 1} of {specks.length} at {speck.x}, {speck.y} px: {speck.size} px across,{' '}
        {Math.abs(speck.contrast)} of 255 {speck.contrast > 0 ? 'lighter' : 'darker'} than about it. Seen
        at {seenAt}.
      </Small>
    </Row>
  );
}

function SpeckList({ desk, total }: { desk: DustDesk; total: number }) {
  const { specks, at, setAt, step, tick, isDone, left, action } = desk;
  const count = specks.length;
  return (
    <section>
      <PanelTitle>
        Specks{' '}
        <span>
          {left} of {count} left
        </span>
      </PanelTitle>
      <Stack $gap={8}>
        <MarkedText kind={left === 0 ? 'holds' : 'care'}>
          {standingOf({ left, listed: count, total })}
        </MarkedText>
        <List aria-label="Specks by size">
          {specks.map((speck, i) => (
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
                {speck.size} px, {Math.abs(speck.contrast)} {speck.contrast > 0 ? 'lighter' : 'darker'},
                at {speck.x}, {speck.y}
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
        <Button onPress={() => void desk.look()} isDisabled={action.isPending}>
          Look again
        </Button>
      </Stack>
    </section>
  );
}
