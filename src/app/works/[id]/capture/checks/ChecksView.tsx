'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { CaptureCheck } from '@/core/capture/checks';
import type { Point, Quad } from '@/core/capture/quad';
import type { Master } from '@/store/works';
import { useAction } from '@/app/useAction';
import type { ActionInput } from '@/studio/registry';
import { postJson, ErrorCallout, type ActionError } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Select } from '@/ui/Field';
import { JobProgress } from '@/ui/Job';
import { Aside, Columns, PanelTitle, Small, Stack } from '@/ui/Layout';
import {
  DragPoint,
  drawSource,
  Loupe,
  toScreen,
  useBox,
  wholeView,
  type Source,
  type View,
} from '@/ui/Loupe';
import { Callout } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { MarkedText, Verdict, type MarkKind } from '@/ui/Verdict';
import { sendFile } from '@/ui/sendFile';

type Check = { id: string; at: string; body: CaptureCheck };
type Props = {
  workId: string;
  master: Master;
  size: { width: number; height: number };
  checks: Check[];
  practice: string;
  names: Record<string, string>;
  hasTarget: boolean;
};
type Shows = 'square' | 'target';
const CORNERS = ['top left corner', 'top right corner', 'bottom right corner', 'bottom left corner'];
const EDGES = [
  'middle of the top edge',
  'middle of the right edge',
  'middle of the lower edge',
  'middle of the left edge',
];
const midsOf = (q: Quad): Quad =>
  q.map((p, i) => ({
    x: Math.round((p.x + q[(i + 1) % 4]!.x) / 2),
    y: Math.round((p.y + q[(i + 1) % 4]!.y) / 2),
  })) as unknown as Quad;

/** Evenness, target, squareness and joints of the current capture. */
export function ChecksView({ workId, master, size, checks, practice, hasTarget }: Props) {
  const find = <K extends CaptureCheck['kind']>(kind: K) =>
    checks.find((c) => c.body.kind === kind)?.body as Extract<CaptureCheck, { kind: K }> | undefined;
  const [shows, setShows] = useState<Shows>('square');
  const kept = shows === 'square' ? find('keystone')?.corners : find('target')?.corners;
  const inset = { x: size.width * 0.08, y: size.height * 0.08 };
  const [corners, setCorners] = useState<Record<Shows, Quad | null>>({ square: null, target: null });
  const quad: Quad = corners[shows] ??
    kept ?? [
      { x: inset.x, y: inset.y },
      { x: size.width - inset.x, y: inset.y },
      { x: size.width - inset.x, y: size.height - inset.y },
      { x: inset.x, y: size.height - inset.y },
    ];
  const [mids, setMids] = useState<Quad | null>(null);
  const action = useAction();
  const move = (i: number) => (p: Point) =>
    setCorners((was) => ({
      ...was,
      [shows]: quad.map((c, j) =>
        j === i
          ? {
              x: Math.round(Math.min(size.width, Math.max(0, p.x))),
              y: Math.round(Math.min(size.height, Math.max(0, p.y))),
            }
          : c,
      ) as unknown as Quad,
    }));
  const guess = async () => {
    const done = await action.run('guessCorners', { id: master.id });
    if (done?.corners) setCorners((was) => ({ ...was, [shows]: done.corners as Quad }));
  };
  return (
    <Columns $aside={404}>
      <Stack $gap={10}>
        <Row $gap={14}>
          <Select
            label="The four corners are those of"
            value={shows}
            onChange={(k) => {
              setShows(k);
              setMids(null);
            }}
            options={[
              { key: 'square', name: 'the work, for its squareness' },
              { key: 'target', name: 'a 24-patch target' },
            ]}
            width={230}
          />
          <Button onPress={() => void guess()} isDisabled={action.isPending}>
            Find them for me
          </Button>
          {shows === 'square' && (
            <Button onPress={() => setMids(mids ? null : midsOf(quad))}>
              {mids ? 'Leave the edges out' : 'Set the edges’ middles too'}
            </Button>
          )}
        </Row>
        <Corners
          master={master}
          size={size}
          quad={quad}
          mids={mids}
          onMove={move}
          onMid={(i) => (p) =>
            setMids((was) => (was ? (was.map((m, j) => (j === i ? p : m)) as unknown as Quad) : was))
          }
          grid={shows === 'target'}
        />
        <Small>
          Drag a corner, or move it with the arrow keys once it has the focus: one pixel, ten with shift.
          The wheel looks closer.
        </Small>
        <ErrorCallout error={action.error} />
      </Stack>
      <Aside>
        {shows === 'square' ? (
          <Squareness master={master} quad={quad} mids={mids} check={find('keystone')} />
        ) : (
          <TargetPart master={master} quad={quad} check={find('target')} practice={practice} />
        )}
        <EvennessPart workId={workId} master={master} check={find('evenness')} />
        <JointPart master={master} check={find('joint')} />
        {shows === 'square' && hasTarget && !find('target') && <FitHere master={master} />}
        <Practice workId={workId} />
      </Aside>
    </Columns>
  );
}

function Corners({
  master,
  size,
  quad,
  mids,
  grid,
  onMove,
  onMid,
}: {
  master: Master;
  size: { width: number; height: number };
  quad: Quad;
  mids: Quad | null;
  grid: boolean;
  onMove: (i: number) => (p: Point) => void;
  onMid: (i: number) => (p: Point) => void;
}) {
  const [ref, box] = useBox(0.66, 600);
  const source = useMemo<Source>(
    () => ({ sha256: master.sha256, width: size.width, height: size.height }),
    [master.sha256, size.width, size.height],
  );
  const [own, setOwn] = useState<View | null>(null);
  const view = useMemo(() => own ?? wholeView(source, box), [own, source, box]);
  const draw = useCallback(
    (ctx: CanvasRenderingContext2D, onCome: () => void) => drawSource(ctx, source, view, box, onCome),
    [source, view, box],
  );
  const at = (p: Point) => toScreen(view, box, p.x, p.y);
  const mix = (a: Point, b: Point, k: number) => ({ x: a.x + (b.x - a.x) * k, y: a.y + (b.y - a.y) * k });
  const lines = grid
    ? [
        ...[1, 2, 3, 4, 5].map((i) => [mix(quad[0], quad[1], i / 6), mix(quad[3], quad[2], i / 6)]),
        ...[1, 2, 3].map((i) => [mix(quad[0], quad[3], i / 4), mix(quad[1], quad[2], i / 4)]),
      ]
    : [];
  const path = (points: readonly Point[]) =>
    points.map((p, i) => `${i ? 'L' : 'M'}${at(p).x} ${at(p).y}`).join('');
  return (
    <div ref={ref}>
      <Loupe
        box={box}
        view={view}
        onView={setOwn}
        label={`${master.fileName}, with the corners to set`}
        draw={draw}
      >
        <svg width={box.width} height={box.height} aria-hidden="true">
          {[3, 1.2].map((w) => (
            <g key={w} fill="none" stroke={w === 3 ? '#fff' : t.ink} strokeWidth={w}>
              <path d={`${path(quad)}Z`} />
              {lines.map((l, i) => (
                <path key={i} d={path(l as Point[])} strokeDasharray="4 3" />
              ))}
            </g>
          ))}
        </svg>
        {quad.map((p, i) => (
          <DragPoint key={i} at={p} view={view} box={box} label={CORNERS[i]!} onMove={onMove(i)} />
        ))}
        {mids?.map((p, i) => (
          <DragPoint key={`m${i}`} at={p} view={view} box={box} label={EDGES[i]!} onMove={onMid(i)} />
        ))}
      </Loupe>
    </div>
  );
}

/** An act that ends in a job, and its line. */
function useJob() {
  const action = useAction();
  const [job, setJob] = useState<string | null>(null);
  const begin = async <N extends 'makeCopy'>(name: N, input: ActionInput<N>) => {
    const done = await action.run(name, input);
    if (typeof done?.job === 'string') setJob(done.job);
  };
  return {
    begin,
    busy: action.isPending,
    line: (
      <>
        {job && <JobProgress key={job} job={job} />}
        <ErrorCallout error={action.error} />
      </>
    ),
  };
}

function Squareness({
  master,
  quad,
  mids,
  check,
}: {
  master: Master;
  quad: Quad;
  mids: Quad | null;
  check?: Extract<CaptureCheck, { kind: 'keystone' }>;
}) {
  const action = useAction();
  const job = useJob();
  const mark: MarkKind = !check
    ? 'none'
    : check.reading.word === 'square'
      ? 'holds'
      : check.reading.word === 'tilted'
        ? 'fails'
        : 'care';
  return (
    <section>
      <PanelTitle>Squareness</PanelTitle>
      <Stack $gap={8}>
        <MarkedText kind={mark}>
          {check
            ? check.reading.says
            : 'Set the four corners of the work, then read how far the camera was off.'}
        </MarkedText>
        {check?.bow !== null && check?.bow !== undefined && (
          <MarkedText
            kind={Math.abs(check.bow) > 0.003 ? 'care' : 'holds'}
          >{`Edges bow by ${(100 * check.bow).toFixed(2)} % of their length${Math.abs(check.bow) > 0.003 ? ': a lens too wide, too near' : ''}.`}</MarkedText>
        )}
        <Row>
          <Button
            onPress={() => void action.run('checkSquare', { id: master.id, corners: quad, mids })}
            isDisabled={action.isPending}
          >
            Read the corners
          </Button>
          {check && check.reading.word !== 'square' && !check.madeMasterId && (
            <Button
              onPress={() => void job.begin('makeCopy', { id: master.id, of: 'keystone' })}
              isDisabled={job.busy}
            >
              Make a squared copy, {check.reading.squared.width} × {check.reading.squared.height} px
            </Button>
          )}
        </Row>
        {job.line}
        <ErrorCallout error={action.error} />
      </Stack>
    </section>
  );
}

const Patches = styled.div`
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 3px;
  div {
    display: grid;
    grid-template-columns: 1fr 1fr;
    height: 26px;
  }
  small {
    grid-column: 1 / -1;
    font-size: 11px;
    line-height: 13px;
    color: ${t.ink2};
    text-align: center;
  }
`;
const css = ([L, a, b]: readonly [number, number, number]) => `lab(${L} ${a} ${b})`;

function TargetPart({
  master,
  quad,
  check,
  practice,
}: {
  master: Master;
  quad: Quad;
  check?: Extract<CaptureCheck, { kind: 'target' }>;
  practice: string;
}) {
  const [reference, setReference] = useState(practice);
  const [chart, setChart] = useState('the practice chart');
  const action = useAction();
  const job = useJob();
  const r = check?.reading;
  return (
    <section>
      <PanelTitle>Target of 24 patches</PanelTitle>
      <Stack $gap={8}>
        {r ? (
          <Verdict
            finding={{
              verdict: r.mean <= 3 ? 'holds' : r.after.mean <= 3 ? 'care' : 'fails',
              word: '',
              says: `Mean ΔE00 ${r.mean.toFixed(1)}, worst ${r.worst.delta.toFixed(1)} (${r.worst.id}). A 3 × 3 fit brings it to ${r.after.mean.toFixed(1)}, worst ${r.after.worst.toFixed(1)}.`,
            }}
          />
        ) : (
          <MarkedText kind="none">
            Lay the grid over the target, then read it against its reference.
          </MarkedText>
        )}
        {r && (
          <>
            <Small>
              White balance from its neutral row: red × {r.gains[0].toFixed(3)}, green × 1.000, blue ×{' '}
              {r.gains[2].toFixed(3)}, in linear light.
            </Small>
            <Patches role="img" aria-label="Patches: captured left, reference right, ΔE00 under each">
              {r.patches.map((p) => (
                <div key={p.id} title={p.id}>
                  <span style={{ background: css(p.lab) }} />
                  <span style={{ background: css(p.reference) }} />
                  <small>{p.delta.toFixed(1)}</small>
                </div>
              ))}
            </Patches>
          </>
        )}
        <Field label="The chart is called" value={chart} onChange={setChart} />
        <Field
          label="Its reference, a CGATS text"
          value={reference}
          onChange={setReference}
          lines={5}
          wrong={action.fieldError('reference')}
          hint="Lab or XYZ under D50; the made-up practice chart stands here until you put in your own"
        />
        <Row>
          <Button
            onPress={() =>
              void action.run('checkTarget', { id: master.id, corners: quad, chart, reference })
            }
            isDisabled={action.isPending}
          >
            Read the target
          </Button>
          {r && (
            <Button
              onPress={() => void job.begin('makeCopy', { id: master.id, of: 'target' })}
              isDisabled={job.busy}
            >
              Make a fitted copy
            </Button>
          )}
        </Row>
        {job.line}
        <ErrorCallout error={action.error} fields={['reference']} />
      </Stack>
    </section>
  );
}

function FitHere({ master }: { master: Master }) {
  const job = useJob();
  return (
    <section>
      <PanelTitle>Colours fitted to a target</PanelTitle>
      <Stack $gap={8}>
        <Small>
          A target was read in another capture of this work. If that was taken in the same light, its fit
          serves here too.
        </Small>
        <Row>
          <Button
            onPress={() => void job.begin('makeCopy', { id: master.id, of: 'target' })}
            isDisabled={job.busy}
          >
            Make a fitted copy of this one
          </Button>
        </Row>
        {job.line}
      </Stack>
    </section>
  );
}

/** A button that chooses a file and sends it to be read, not kept. */
function SendFile({ url, label, onSaid }: { url: string; label: string; onSaid: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [error, setError] = useState<ActionError | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const send = async (file: File) => {
    setError(null);
    setShare(0);
    const answer = await sendFile(`${url}?name=${encodeURIComponent(file.name)}`, file, {
      onProgress: (sent, total) => setShare(total ? sent / total : 1),
    });
    setShare(null);
    if ('error' in answer) setError(answer.error);
    else onSaid();
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        accept=".tif,.tiff,.jpg,.jpeg,.png,.webp"
        aria-label={label}
        onChange={(e) => {
          const f = e.target.files?.[0];
          if (f) void send(f);
          e.target.value = '';
        }}
      />
      <Button onPress={() => input.current?.click()} isDisabled={share !== null}>
        {share === null ? label : share < 1 ? `Sending, ${Math.round(100 * share)} %` : 'Reading it'}
      </Button>
      <ErrorCallout error={error} />
    </>
  );
}

const Falloff = styled.svg`
  width: 100%;
  max-width: 280px;
  border: 1px solid ${t.line};
  background: #fff;
  display: block;
`;

function EvennessPart({
  workId,
  master,
  check,
}: {
  workId: string;
  master: Master;
  check?: Extract<CaptureCheck, { kind: 'evenness' }>;
}) {
  const router = useRouter();
  const job = useJob();
  const practise = usePractice(workId);
  const c = check?.reading.corners;
  return (
    <section>
      <PanelTitle>Evenness of light</PanelTitle>
      <Stack $gap={8}>
        {check ? (
          <Verdict finding={check.reading} />
        ) : (
          <MarkedText kind="none">
            Bring in a frame of blank board, taken in the same place under the same lamps. Its light map
            is kept, the frame is not.
          </MarkedText>
        )}
        {check && c && (
          <Falloff
            viewBox="0 0 240 132"
            role="img"
            aria-label="Stops each corner lies under the centre, and the light over the frame"
          >
            <LightMap grid={check.grid} x={44} y={14} width={152} height={104} />
            {(
              [
                ['topLeft', 40, 22, 'end'],
                ['topRight', 200, 22, 'start'],
                ['bottomRight', 200, 116, 'start'],
                ['bottomLeft', 40, 116, 'end'],
              ] as const
            ).map(([k, x, y, anchor]) => (
              <text key={k} x={x} y={y} fontSize="11" textAnchor={anchor} fill={t.ink}>
                {c[k] >= 0 ? '−' : '+'}
                {Math.abs(c[k]).toFixed(2)}
              </text>
            ))}
            <text x="200" y="70" fontSize="11" fill={t.ink2}>
              stops
            </text>
          </Falloff>
        )}
        <Row>
          <SendFile
            url={`/api/check/${master.id}/board`}
            label="Bring in the blank frame"
            onSaid={() => router.refresh()}
          />
          {check && check.reading.verdict === 'care' && !check.madeMasterId && (
            <Button
              onPress={() => void job.begin('makeCopy', { id: master.id, of: 'evenness' })}
              isDisabled={job.busy}
            >
              Make a corrected copy
            </Button>
          )}
          <Button quiet onPress={() => void practise.begin('camera', 'blank board')}>
            Practise with the simulated camera
          </Button>
        </Row>
        {job.line}
        {practise.line}
      </Stack>
    </section>
  );
}

/** The light over a frame as a few grey steps, a quarter of a stop each at most. */
function LightMap({
  grid,
  x,
  y,
  width,
  height,
}: {
  grid: { width: number; height: number; light: ArrayLike<number> };
  x: number;
  y: number;
  width: number;
  height: number;
}) {
  const most = Math.max(...Array.from(grid.light));
  const [cols, rows] = [24, Math.max(8, Math.round((24 * grid.height) / grid.width))];
  return (
    <g>
      {Array.from({ length: cols * rows }, (_, i) => {
        const [cx, cy] = [i % cols, Math.floor(i / cols)];
        const light =
          grid.light[
            Math.min(grid.height - 1, Math.floor(((cy + 0.5) * grid.height) / rows)) * grid.width +
              Math.min(grid.width - 1, Math.floor(((cx + 0.5) * grid.width) / cols))
          ]!;
        const stops = Math.min(0.5, Math.log2(most / Math.max(1e-6, light)));
        return (
          <rect
            key={i}
            x={x + (cx * width) / cols}
            y={y + (cy * height) / rows}
            width={width / cols + 0.3}
            height={height / rows + 0.3}
            fill={t.ink}
            fillOpacity={1.6 * stops}
          />
        );
      })}
      <rect x={x} y={y} width={width} height={height} fill="none" stroke={t.ink} />
    </g>
  );
}

function JointPart({
  master,
  check,
}: {
  master: Master;
  check?: Extract<CaptureCheck, { kind: 'joint' }>;
}) {
  const router = useRouter();
  const r = check?.reading;
  return (
    <section>
      <PanelTitle>Joint to the next tile</PanelTitle>
      <Stack $gap={8}>
        <MarkedText
          kind={!r ? 'none' : r.word === 'joins' ? 'holds' : r.word === 'step of tone' ? 'care' : 'fails'}
        >
          {r
            ? `${check!.besideName}: ${r.says}`
            : 'Bring in the neighbouring tile of the same scan: where they overlap, and any step of tone between them, is found.'}
        </MarkedText>
        <Row>
          <SendFile
            url={`/api/check/${master.id}/beside`}
            label="Bring in the tile beside it"
            onSaid={() => router.refresh()}
          />
        </Row>
      </Stack>
    </section>
  );
}

function usePractice(workId: string) {
  const [job, setJob] = useState<string | null>(null);
  const [error, setError] = useState<ActionError | null>(null);
  const begin = async (
    device: 'flatbed' | 'camera',
    shows: 'work' | 'blank board' | 'target',
    onlyPass: number | null = null,
  ) => {
    setError(null);
    const answer = await postJson<{ job: string }>('/api/capture', {
      device,
      workId,
      ppi: 150,
      longSidePx: 2_400,
      shows,
      onlyPass,
    });
    if ('error' in answer) setError(answer.error);
    else setJob(answer.done.job);
  };
  return {
    begin,
    line: (
      <>
        {job && <JobProgress key={job} job={job} />}
        <ErrorCallout error={error} />
      </>
    ),
  };
}

function Practice({ workId }: { workId: string }) {
  const practise = usePractice(workId);
  return (
    <Callout>
      <h3>Practise, simulated</h3>
      <p>
        Stand-ins for a flatbed and a camera capture this work with honest faults: soft optics, noise,
        dust, falling light, a cast, a camera not quite level. What they make is labelled as simulated and
        comes in like any file.
      </p>
      <Row style={{ marginTop: 8 }}>
        <Button onPress={() => void practise.begin('flatbed', 'work')}>Simulated flatbed</Button>
        <Button onPress={() => void practise.begin('camera', 'work')}>Simulated camera</Button>
        <Button onPress={() => void practise.begin('camera', 'target')}>Camera with a target</Button>
      </Row>
      {practise.line}
    </Callout>
  );
}
