'use client';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import type { Size } from '@/core/measure';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { JobProgress } from '@/ui/Job';
import { useKeys } from '@/ui/Keys';
import { Small, Stack } from '@/ui/Layout';
import { drawSource, Loupe, toScreen, wholeView, type Source, type View } from '@/ui/Loupe';
import { useBox, type Box } from '@/ui/useBox';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

export type Side = {
  key: string;
  name: string;
  kind: 'master' | 'print file';
  sha256: string;
  width: number;
  height: number;
  inMaster: { left: number; top: number; width: number; height: number } | null;
  of: string | null;
  ready: boolean;
};
type Way = 'side by side' | 'wipe' | 'difference';
const WAYS: readonly Way[] = ['side by side', 'wipe', 'difference'];
const Pair = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  > div {
    min-width: 0;
  }
`;
const Bar = styled.div`
  background: #cfcfcf;
  padding: 10px;
`;
const Readout = styled.dl`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 26px;
  min-height: 38px;
  dt {
    color: ${t.ink2};
    font-size: 12px;
  }
  dd {
    font-variant-numeric: tabular-nums;
  }
`;

/** Two captures, or a capture and its print file: linked at every zoom, side by side, by a wipe, or by their difference. */
export function CompareView({ sides, original }: { sides: Side[]; original: Size | null }) {
  const [a, setA] = useState(sides[0]!.key);
  const [b, setB] = useState(
    (sides.find((s) => s.of === sides[0]!.key && s.kind === 'print file') ?? sides[1] ?? sides[0]!).key,
  );
  const [way, setWay] = useState<Way>('side by side');
  const action = useAction();
  const [job, setJob] = useState<string | null>(null);
  const [one, two] = [
    sides.find((s) => s.key === a) ?? sides[0]!,
    sides.find((s) => s.key === b) ?? sides[0]!,
  ];
  const missing = [one, two].find((s) => !s.ready);
  const ready = async (s: Side) => {
    const done = await action.run('viewPrintFile', { id: s.key });
    if (typeof done?.job === 'string') setJob(done.job);
  };
  const options = sides.map((s) => ({
    key: s.key,
    name: `${s.name}${s.kind === 'print file' ? ', print file' : ''}`,
  }));
  return (
    <Stack $gap={10}>
      <Row $gap={16} style={{ alignItems: 'end' }}>
        <Select label="One" value={a} onChange={setA} options={options} width={390} />
        <Select label="and the other" value={b} onChange={setB} options={options} width={390} />
        <Select
          label="Looked at"
          value={way}
          onChange={setWay}
          options={WAYS.map((w) => ({ key: w, name: w }))}
          width={140}
        />
      </Row>
      {missing ? (
        <Row>
          <Small>{missing.name} has not been made ready to look into.</Small>
          <Button onPress={() => void ready(missing)} isDisabled={action.isPending}>
            Make it ready
          </Button>
        </Row>
      ) : (
        <Looking key={`${a}${b}`} one={one} two={two} way={way} original={original} />
      )}
      {job && <JobProgress key={job} job={job} />}
      <ErrorCallout error={action.error} />
    </Stack>
  );
}

/** Both in the pixels of the first one's master: a print file lies where its crop was, another capture over the whole. */
function placed(s: Side, base: Side): Source {
  const own = { sha256: s.sha256, width: s.width, height: s.height };
  if (s === base)
    return { ...own, frame: s.inMaster ?? { left: 0, top: 0, width: s.width, height: s.height } };
  if (s.inMaster && (base.key === s.of || base.of === s.of)) return { ...own, frame: s.inMaster };
  if (base.inMaster && base.of === s.key)
    return { ...own, frame: { left: 0, top: 0, width: s.width, height: s.height } };
  const b = base.inMaster ?? { left: 0, top: 0, width: base.width, height: base.height };
  return { ...own, frame: b };
}

type Drawer = (ctx: CanvasRenderingContext2D, onCome: () => void) => void;
type Shown = { first: Source; second: Source; view: View; box: Box };

/** The second over the first: right of the wipe, or as the difference of both. */
function drawOver(
  ctx: CanvasRenderingContext2D,
  onCome: () => void,
  { first, second, view, box }: Shown,
  way: Way,
  cut: number,
): void {
  drawSource(ctx, first, view, box, onCome);
  ctx.save();
  if (way === 'wipe') {
    ctx.beginPath();
    ctx.rect(cut * box.width, 0, box.width, box.height);
    ctx.clip();
    ctx.fillStyle = '#bfbfbf';
    ctx.fillRect(0, 0, box.width, box.height);
    drawSource(ctx, second, view, box, onCome);
  } else drawDifference(ctx, onCome, { second, view, box });
  ctx.restore();
}

function drawDifference(
  ctx: CanvasRenderingContext2D,
  onCome: () => void,
  { second, view, box }: Omit<Shown, 'first'>,
): void {
  // Put together apart first: coarse tiles lie under fine ones, and each would count.
  const apart = new OffscreenCanvas(ctx.canvas.width, ctx.canvas.height);
  const other = apart.getContext('2d')! as unknown as CanvasRenderingContext2D;
  other.scale(ctx.canvas.width / box.width, ctx.canvas.height / box.height);
  drawSource(other, second, view, box, onCome);
  ctx.globalCompositeOperation = 'difference';
  ctx.drawImage(apart, 0, 0, box.width, box.height);
  // Four times as plain, or nobody would see a difference of a few levels.
  ctx.globalCompositeOperation = 'lighter';
  for (let i = 0; i < 2; i++) ctx.drawImage(ctx.canvas, 0, 0, box.width, box.height);
}

/** What part of both is looked at, how large, and where the pointer and the wipe stand. */
function useLooking({ one, two, way }: { one: Side; two: Side; way: Way }) {
  const [ref, whole] = useBox(0.52, 600);
  const box = useMemo<Box>(
    () =>
      way === 'side by side'
        ? { width: Math.floor((whole.width - 32) / 2), height: whole.height }
        : { width: whole.width - 20, height: whole.height },
    [whole, way],
  );
  const [first, second] = useMemo(() => [placed(one, one), placed(two, one)] as const, [one, two]);
  const [own, setOwn] = useState<View | null>(null);
  const view = useMemo(() => own ?? wholeView(first, box), [own, first, box]);
  const [cut, setCut] = useState(0.5);
  const [at, setAt] = useState<{ x: number; y: number } | null>(null);
  const frame = first.frame!;
  const to = useCallback(
    (zoom: number) =>
      setOwn({
        x: own?.x ?? frame.left + frame.width / 2,
        y: own?.y ?? frame.top + frame.height / 2,
        zoom,
      }),
    [own, frame],
  );
  const zooms = {
    whole: () => setOwn(null),
    oneToOne: () => to(first.width / frame.width),
    fourToOne: () => to((4 * first.width) / frame.width),
  };
  useKeys([
    { key: '0', label: 'the whole picture', run: zooms.whole },
    { key: 'o', label: 'one to one', run: zooms.oneToOne },
    { key: 'p', label: 'four to one', run: zooms.fourToOne },
  ]);
  const drawA = useCallback<Drawer>(
    (ctx, onCome) =>
      way === 'side by side'
        ? drawSource(ctx, first, view, box, onCome)
        : drawOver(ctx, onCome, { first, second, view, box }, way, cut),
    [first, second, view, box, way, cut],
  );
  const drawB = useCallback<Drawer>(
    (ctx, onCome) => drawSource(ctx, second, view, box, onCome),
    [second, view, box],
  );
  return {
    ref,
    box,
    view,
    first,
    second,
    zooms,
    /** Screen pixels to a pixel of the first. */
    zoom: (view.zoom * frame.width) / first.width,
    cut,
    setCut,
    at,
    drawA,
    drawB,
    hand: { box, view, onView: setOwn, onPoint: setAt },
  };
}
type LookingDesk = Omit<ReturnType<typeof useLooking>, 'ref'>;

function Looking({ one, two, way, original }: { one: Side; two: Side; way: Way; original: Size | null }) {
  const { ref, ...desk } = useLooking({ one, two, way });
  const { box, view, at, first, second, cut, hand } = desk;
  const cross = <Cross at={at} view={view} box={box} />;
  return (
    <div ref={ref}>
      <Bar>
        {way === 'side by side' ? (
          <Pair>
            <div>
              <Loupe {...hand} label={`One: ${one.name}`} draw={desk.drawA}>
                {cross}
              </Loupe>
              <Small>{one.name}</Small>
            </div>
            <div>
              <Loupe {...hand} label={`The other: ${two.name}`} draw={desk.drawB}>
                {cross}
              </Loupe>
              <Small>{two.name}</Small>
            </div>
          </Pair>
        ) : (
          <Loupe {...hand} label={`${one.name} and ${two.name}, ${way}`} draw={desk.drawA}>
            <svg width={box.width} height={box.height} aria-hidden="true">
              {way === 'wipe' && <path d={`M${cut * box.width} 0V${box.height}`} stroke={t.ink} />}
            </svg>
            {cross}
          </Loupe>
        )}
      </Bar>
      <LookingControls desk={desk} way={way} name={one.name} />
      <Numbers at={at} one={one} two={two} first={first} second={second} original={original} />
    </div>
  );
}

/** How near to look, and where the wipe stands. */
function LookingControls({ desk, way, name }: { desk: LookingDesk; way: Way; name: string }) {
  const { zooms, zoom } = desk;
  return (
    <Row $gap={14} style={{ padding: '8px 0' }}>
      <Button keyName="0" onPress={zooms.whole}>
        Whole
      </Button>
      <Button keyName="o" onPress={zooms.oneToOne}>
        1 : 1
      </Button>
      <Button keyName="p" onPress={zooms.fourToOne}>
        4 : 1
      </Button>
      {way === 'wipe' && (
        <label>
          <Small>Wipe </Small>
          <input
            type="range"
            min={0}
            max={1}
            step={0.01}
            value={desk.cut}
            onChange={(e) => desk.setCut(Number(e.target.value))}
            aria-label="Where the wipe stands"
          />
        </label>
      )}
      <Small>
        {zoom >= 1 ? `${zoom.toFixed(1)} : 1` : `1 : ${(1 / zoom).toFixed(1)}`} of {name}. Drag to move,
        wheel or + and − to zoom; both move together.
        {way === 'difference' ? ' The difference is shown four times as strong.' : ''}
      </Small>
    </Row>
  );
}

function Cross({ at, view, box }: { at: { x: number; y: number } | null; view: View; box: Box }) {
  if (!at) return null;
  const p = toScreen(view, box, at.x, at.y);
  return (
    <svg width={box.width} height={box.height} aria-hidden="true">
      {[2.4, 1].map((w) => (
        <path
          key={w}
          d={`M${p.x - 9} ${p.y}h6M${p.x + 3} ${p.y}h6M${p.x} ${p.y - 9}v6M${p.x} ${p.y + 3}v6`}
          stroke={w > 2 ? '#fff' : t.ink}
          strokeWidth={w}
        />
      ))}
    </svg>
  );
}

type Pixel = { values: number[]; bits: number; lab: [number, number, number] | null };
const inside = (s: Source, at: { x: number; y: number }) => {
  const f = s.frame!;
  const x = Math.floor(((at.x - f.left) / f.width) * s.width),
    y = Math.floor(((at.y - f.top) / f.height) * s.height);
  return x >= 0 && y >= 0 && x < s.width && y < s.height ? { x, y } : null;
};

/** The numbers under the pointer, of both, as the files have them. */
function Numbers({
  at,
  one,
  two,
  first,
  second,
  original,
}: {
  at: { x: number; y: number } | null;
  one: Side;
  two: Side;
  first: Source;
  second: Source;
  original: Size | null;
}) {
  const { length } = useUnits();
  const [read, setRead] = useState<Record<string, Pixel | null>>({});
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const spots = useMemo(
    () =>
      [
        [one, first],
        [two, second],
      ].map(([side, s]) => ({ side: side as Side, spot: at ? inside(s as Source, at) : null })),
    [at, one, two, first, second],
  );
  useEffect(() => {
    clearTimeout(timer.current);
    timer.current = setTimeout(async () => {
      for (const { side, spot } of spots) {
        if (!spot) continue;
        const url =
          side.kind === 'master' ? `/api/masters/${side.key}/pixel` : `/api/printfile/${side.key}/pixel`;
        const pixel = await fetch(`${url}?x=${spot.x}&y=${spot.y}`)
          .then((r) => (r.ok ? r.json() : null))
          .catch(() => null);
        setRead((was) => ({ ...was, [side.key]: pixel }));
      }
    }, 160);
    return () => clearTimeout(timer.current);
  }, [spots]);
  const mm =
    at && original
      ? `${length(Math.round(((at.x - first.frame!.left) / first.frame!.width) * original.width))}, ${length(Math.round(((at.y - first.frame!.top) / first.frame!.height) * original.height))} of the original`
      : null;
  return (
    <Readout aria-live="off">
      {spots.map(({ side, spot }, i) => {
        const p = read[side.key];
        return (
          <div key={`${side.key}${i}`}>
            <dt>{side.name}</dt>
            <dd>
              {spot
                ? `${spot.x}, ${spot.y} px${p ? `: ${p.values.join(' ')} of ${p.bits === 16 ? '65535' : '255'}${p.lab ? `; L* ${p.lab[0].toFixed(1)} a* ${p.lab[1].toFixed(1)} b* ${p.lab[2].toFixed(1)}` : ''}` : ''}`
                : 'point at a place to read its numbers'}
            </dd>
          </div>
        );
      })}
      {mm && (
        <div>
          <dt>Where</dt>
          <dd>{mm}</dd>
        </div>
      )}
    </Readout>
  );
}
