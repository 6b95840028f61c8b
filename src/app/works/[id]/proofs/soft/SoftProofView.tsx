'use client';
import Link from 'next/link';
import { useCallback, useMemo, useState } from 'react';
import styled from 'styled-components';
import { surroundGrey, type Screen } from '@/core/colour/screen';
import type { Finding } from '@/core/finding';
import { INTENTS, type Intent } from '@/core/colour/intents';
import type { IntentAdvice } from '@/core/colour/intentAdvice';
import { shareAbove, type GamutStatistics } from '@/core/colour/outOfGamut';
import { drawShown, screenRatio, useSoftProof } from '@/app/useSoftProof';
import { useAction } from '@/app/useAction';
import { Button, Row } from '@/ui/Button';
import { Check, Select } from '@/ui/Field';
import { useJob } from '@/ui/Job';
import { useKeys } from '@/ui/Keys';
import { Aside, Columns, FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Loupe, useBox, wholeView, type View } from '@/ui/Loupe';
import { t } from '@/ui/tokens';
import { MarkedText, Verdict } from '@/ui/Verdict';
import type { ProofAsk, ProofShown } from '@/workers/softProof';
import { GamutMap } from './GamutMap';

export type PaperChoice = {
  id: string;
  paper: string;
  by: string;
  setting: string;
  intents: Intent[];
  white: readonly number[];
  black: readonly number[];
  volume: number;
};
type Count = { profileId: string; at: string; statistics: GamutStatistics; advice: IntentAdvice };
type Master = {
  id: string;
  sha256: string;
  fileName: string;
  untagged: boolean;
  /** Looked at through its sRGB copy. */ copy: boolean;
  width: number;
  height: number;
};
type Props = {
  workId: string;
  title: string;
  master: Master;
  papers: PaperChoice[];
  counts: Count[];
  screen: Screen;
  screenSays: Finding;
  start: string | null;
};
type Show = 'proof' | 'picture' | 'split' | 'beside';

const startWorker = () =>
  new Worker(new URL('../../../../../workers/softProof.ts', import.meta.url), { type: 'module' });

const Surround = styled.div`
  padding: 26px;
  display: grid;
  gap: 14px;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
`;
const Under = styled.p`
  padding-top: 6px;
  font-size: 12px;
  line-height: 15px;
`;
const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: end;
  padding-bottom: 12px;
  label {
    color: ${t.ink2};
    font-size: 12px;
    line-height: 15px;
  }
  input[type='range'] {
    width: 130px;
    accent-color: ${t.ink};
  }
`;
const percent = (v: number) => `${(100 * v).toFixed(v < 0.1 ? 1 : 0)} %`;
const named = (p: PaperChoice) => `${p.paper}, ${p.by}`;

/** The picture as a paper will show it, live. */
export function SoftProofView({
  workId,
  title,
  master,
  papers,
  counts,
  screen,
  screenSays,
  start,
}: Props) {
  const [chosen, setChosen] = useState<string[]>([
    papers.find((p) => p.id === start)?.id ?? papers[0]!.id,
  ]);
  const first = papers.find((p) => p.id === chosen[0])!;
  const [intent, setIntent] = useState<Intent>('relative colorimetric');
  const [bpc, setBpc] = useState(true);
  const [paperWhite, setPaperWhite] = useState(false);
  const [map, setMap] = useState(false);
  const [threshold, setThreshold] = useState(3);
  const [show, setShow] = useState<Show>('split');
  const [split, setSplit] = useState(0.5);
  const [surround, setSurround] = useState(screen.surround);
  const [is, setIs] = useState<'sRGB' | 'opRGB' | ''>('');
  const [ref, outer] = useBox(0.5, 470);
  const panes = show === 'beside' ? chosen.length + 1 : chosen.length;
  const box = useMemo(
    () => ({
      width: Math.max(120, Math.floor((outer.width - 52 - 14 * (panes - 1)) / panes)),
      height: Math.max(200, outer.height - 52),
    }),
    [outer, panes],
  );
  const source = useMemo(
    () => ({
      sha256: master.sha256,
      width: master.width,
      height: master.height,
      profileUrl: `/api/masters/${master.id}/profile${is ? `?is=${is}` : ''}`,
    }),
    [master, is],
  );
  const [moved, setMoved] = useState<View | null>(null);
  const view = useMemo(() => moved ?? wholeView(source, box), [moved, source, box]);
  const known = !master.untagged || is !== '';
  const ask = useMemo<ProofAsk | null>(
    () =>
      known
        ? {
            source,
            view,
            width: box.width,
            height: box.height,
            ratio: screenRatio(),
            papers: chosen.map((profileId) => ({ profileId, intent, bpc, paperWhite })),
            threshold: map ? threshold : null,
            sigma: null,
          }
        : null,
    [known, source, view, box, chosen, intent, bpc, paperWhite, map, threshold],
  );
  const { shown, error } = useSoftProof(startWorker, ask);
  const action = useAction();
  const job = useJob();
  const zoom = (z: number) => setMoved({ ...view, zoom: z });
  useKeys([
    {
      key: 'v',
      label: 'proof, picture, or both split',
      run: () => setShow((s) => (s === 'proof' ? 'picture' : s === 'picture' ? 'split' : 'proof')),
    },
    { key: 'g', label: 'mark what is out of gamut', run: () => setMap((m) => !m) },
    {
      key: 'i',
      label: 'the other intent',
      run: () => setIntent((i) => (i === 'perceptual' ? 'relative colorimetric' : 'perceptual')),
    },
    { key: 'w', label: 'the paper’s own white', run: () => setPaperWhite((p) => !p) },
    { key: '0', label: 'the whole picture', run: () => setMoved(null) },
    { key: '1', label: 'one to one', run: () => zoom(1) },
  ]);
  const toggle = (id: string, on: boolean) =>
    setChosen((c) => (on ? [...c, id].slice(-3) : c.length > 1 ? c.filter((x) => x !== id) : c));
  const count = counts.find((c) => c.profileId === first.id);
  const run = async () => {
    const done = await action.run('countGamut', {
      masterId: master.id,
      profileId: first.id,
      untaggedIs: is || null,
    });
    if (done?.job) job.begin(done.job as string);
  };
  return (
    <Columns $aside={316}>
      <div ref={ref}>
        <Bar>
          <Select
            label="Paper and machine"
            value={first.id}
            onChange={(id) => setChosen((c) => [id, ...c.slice(1).filter((x) => x !== id)])}
            options={papers.map((p) => ({ key: p.id, name: named(p) }))}
            width={326}
          />
          <Select<Intent>
            label="Intent"
            value={intent}
            onChange={setIntent}
            options={INTENTS.map((i) => ({ key: i, name: i }))}
            width={174}
          />
          <Select<Show>
            label="Show"
            value={show}
            onChange={setShow}
            options={[
              { key: 'split', name: 'split: picture, proof' },
              { key: 'proof', name: 'the proof' },
              { key: 'picture', name: 'the picture' },
              { key: 'beside', name: 'side by side' },
            ]}
            width={164}
          />
          <Row>
            <Button isDisabled={moved === null} keyName="0" onPress={() => setMoved(null)}>
              Whole
            </Button>
            <Button keyName="1" onPress={() => zoom(1)}>
              1:1
            </Button>
          </Row>
        </Bar>
        <Bar>
          <Check checked={bpc} onChange={setBpc}>
            Black-point compensation
          </Check>
          <Check checked={paperWhite} onChange={setPaperWhite}>
            The paper’s own white
          </Check>
          <Check checked={map} onChange={setMap}>
            Mark what is out of gamut
          </Check>
          <label>
            above {threshold.toFixed(1)} ΔE00
            <br />
            <input
              type="range"
              min={0.5}
              max={12}
              step={0.5}
              value={threshold}
              onChange={(e) => setThreshold(Number(e.target.value))}
              aria-label="Out of gamut above, ΔE00"
            />
          </label>
          {show === 'split' && (
            <label>
              divided at {Math.round(100 * split)} %<br />
              <input
                type="range"
                min={0}
                max={1}
                step={0.01}
                value={split}
                onChange={(e) => setSplit(Number(e.target.value))}
                aria-label="Where picture and proof are divided"
              />
            </label>
          )}
        </Bar>
        {master.untagged && (
          <Row style={{ paddingBottom: 12 }}>
            <MarkedText kind="care">{master.fileName} is untagged: what do its numbers mean?</MarkedText>
            <Button onPress={() => setIs('sRGB')} isDisabled={is === 'sRGB'}>
              sRGB
            </Button>
            <Button onPress={() => setIs('opRGB')} isDisabled={is === 'opRGB'}>
              opRGB
            </Button>
          </Row>
        )}
        {error && (
          <p role="alert">
            <MarkedText kind="fails">{error}</MarkedText>
          </p>
        )}
        <Surround
          style={{ background: surroundGrey(surround), color: surround >= 7 ? '#000' : '#fff' }}
          data-ready={shown ? Math.round(shown.ms) : undefined}
        >
          {show === 'beside' && (
            <Pane
              box={box}
              view={view}
              onView={setMoved}
              label={`${title}, the picture`}
              shown={shown}
              what="before"
              split={0}
              says="the picture"
            />
          )}
          {chosen.map((id, i) => {
            const p = papers.find((x) => x.id === id)!;
            return (
              <Pane
                key={id}
                box={box}
                view={view}
                onView={setMoved}
                label={`${title} on ${p.paper}`}
                shown={shown}
                what={show === 'picture' ? 'before' : i}
                split={show === 'split' ? split : 0}
                says={`${p.paper}: ${intent}${shown?.after[i] ? `; ${percent(shown.after[i].outShare)} of what is in view is out of gamut` : ''}`}
              />
            );
          })}
        </Surround>
        <Small>
          Drag to move, wheel or + − to zoom. What is marked is striped black and white, so that it shows
          on any colour.{' '}
          {master.copy && (
            <>
              A CMYK file is shown from its sRGB copy: what lies beyond sRGB shows as its edge; counting
              the whole file uses its own numbers.{' '}
            </>
          )}
          {shown && <>Last drawn in {Math.round(shown.ms)} ms.</>}
        </Small>
      </div>
      <Aside>
        <section>
          <PanelTitle>The screen</PanelTitle>
          <Stack $gap={6} style={{ paddingTop: 6 }}>
            <Verdict finding={screenSays} />
            <Small>
              <Link href="/studio#screen">Note a calibration</Link>
            </Small>
            <Select
              label="Surround of the picture"
              value={String(surround)}
              onChange={(v) => setSurround(Number(v) as Screen['surround'])}
              options={['5', '6', '7', '8'].map((n) => ({ key: n, name: `N${n} grey` }))}
              width={130}
            />
          </Stack>
        </section>
        <section>
          <PanelTitle>
            Side by side <span>up to three</span>
          </PanelTitle>
          <Stack $gap={5} style={{ paddingTop: 8 }}>
            {papers.map((p) => (
              <Check key={p.id} checked={chosen.includes(p.id)} onChange={(on) => toggle(p.id, on)}>
                {named(p)}
              </Check>
            ))}
          </Stack>
        </section>
        <section>
          <PanelTitle>
            The whole file <span>{first.paper}</span>
          </PanelTitle>
          <Stack $gap={9} style={{ paddingTop: 8 }}>
            {count ? (
              <>
                <p>
                  <MarkedText
                    kind={shareAbove(count.statistics.shares, threshold) > 0.1 ? 'care' : 'holds'}
                  >
                    {percent(shareAbove(count.statistics.shares, threshold))} of{' '}
                    {(count.statistics.pixels / 1e6).toFixed(1)} megapixels is out of gamut, above{' '}
                    {threshold.toFixed(1)} ΔE00.
                  </MarkedText>
                </p>
                <FactList
                  rows={[
                    ['Worst', `${count.statistics.worst.toFixed(1)} ΔE00`],
                    ['The rest moves by', `${count.statistics.meanInside.toFixed(2)} ΔE00`],
                    [
                      'Mostly',
                      count.statistics.sectors
                        .slice(0, 3)
                        .map((s) => `${s.name} ${percent(s.share)}`)
                        .join(', ') || 'nothing out',
                    ],
                  ]}
                />
                <GamutMap
                  columns={count.statistics.map.columns}
                  rows={count.statistics.map.rows}
                  values={count.statistics.map.mean.map((v) => v / Math.max(6, 2 * threshold))}
                  label="Where colours are out: the darker, the further"
                />
                <p>
                  <strong>Intent</strong>
                </p>
                <Verdict finding={count.advice.finding} />
                <GamutMap
                  columns={count.advice.map.columns}
                  rows={count.advice.map.rows}
                  values={count.advice.map.kept.map((v) => (v === null ? 0 : 1 - v))}
                  label="Where differences vanish by relative colorimetric: the darker, the more"
                />
                {count.advice.advised !== intent && (
                  <Button onPress={() => setIntent(count.advice.advised)}>
                    Look at it by {count.advice.advised}
                  </Button>
                )}
              </>
            ) : (
              <p>
                How much of all {((master.width * master.height) / 1e6).toFixed(1)} megapixels this paper
                cannot show, in which hues and where; and which intent keeps more.
              </p>
            )}
            {job.line}
            {!job.goesOn && (
              <Button main={!count} onPress={() => void run()} isDisabled={action.isPending || !known}>
                {count ? 'Count again' : 'Count the whole file'}
              </Button>
            )}
            {action.error && <MarkedText kind="fails">{action.error.message}</MarkedText>}
            <FactList
              rows={[
                [
                  'Paper white',
                  `L* ${first.white[0]!.toFixed(1)}, b* ${first.white[2]!.toFixed(1).replace('-', '−')}`,
                ],
                ['Deepest black', `L* ${first.black[0]!.toFixed(1)}`],
                ['Reach', `${Math.round(first.volume / 1_000)} thousand L*a*b* units`],
              ]}
            />
            <Small>
              <Link href={`/papers/profiles?open=${first.id}`}>The profile</Link> ·{' '}
              <Link href={`/works/${workId}/proofs/sheet`}>Make a proof sheet</Link>
            </Small>
          </Stack>
        </section>
      </Aside>
    </Columns>
  );
}

type PaneProps = {
  box: { width: number; height: number };
  view: View;
  onView: (v: View) => void;
  label: string;
  shown: ProofShown | null;
  what: 'before' | number;
  split: number;
  says: string;
};

function Pane({ box, view, onView, label, shown, what, split, says }: PaneProps) {
  const draw = useCallback(
    (ctx: CanvasRenderingContext2D) => {
      ctx.clearRect(0, 0, box.width, box.height);
      if (!shown) return;
      const picture = what === 'before' ? shown.before : shown.after[what]?.picture;
      if (!picture) return;
      drawShown(ctx, picture, shown, view, box);
      if (split > 0 && what !== 'before') {
        const x = split * box.width;
        ctx.save();
        ctx.beginPath();
        ctx.rect(0, 0, x, box.height);
        ctx.clip();
        ctx.clearRect(0, 0, x, box.height);
        drawShown(ctx, shown.before, shown, view, box);
        ctx.restore();
        ctx.fillStyle = '#000';
        ctx.fillRect(x - 1, 0, 1, box.height);
        ctx.fillStyle = '#fff';
        ctx.fillRect(x, 0, 1, box.height);
      }
    },
    [box, view, shown, what, split],
  );
  return (
    <div>
      <Loupe box={box} view={view} onView={onView} label={label} draw={draw} clear />
      {<Under>{says}</Under>}
    </div>
  );
}
