'use client';
import { useCallback, useMemo, useState } from 'react';
import styled from 'styled-components';
import { eyeBlur, finestSeen, pixelsMelt } from '@/core/colour/eye';
import { readableOn, surroundGrey, type Screen } from '@/core/colour/screen';
import { drawShown, screenRatio, useSoftProof } from '@/app/useSoftProof';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Aside, Columns, FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Loupe, type View } from '@/ui/Loupe';
import { useBox } from '@/ui/useBox';
import { Working } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { ProofAsk, ProofShown } from '@/workers/softProof';
import { screenSpace } from '@/ui/screenSpace';

type SizeChoice = { id: string; name: string; ppi: number; judged: number };
type Props = {
  title: string;
  master: { id: string; sha256: string; width: number; height: number };
  sizes: SizeChoice[];
  surround: Screen['surround'];
};
const startWorker = () =>
  new Worker(new URL('../../../../../workers/softProof.ts', import.meta.url), { type: 'module' });
/** From a nose's length to across the room. */
const NEAR = 150_000,
  FAR = 6_000_000;
const at = (slide: number) => Math.round(NEAR * (FAR / NEAR) ** slide);
const slideOf = (distance: number) =>
  Math.log(Math.min(FAR, Math.max(NEAR, distance)) / NEAR) / Math.log(FAR / NEAR);

/** Where one stands, what the eye parts from there, and the picture softened to that. */
function useDistanceDesk({ master, sizes }: Pick<Props, 'master' | 'sizes'>) {
  const [sizeId, setSize] = useState(sizes.at(-1)!.id);
  const sizeOf = (id: string) => sizes.find((s) => s.id === id)!;
  const size = sizeOf(sizeId);
  const [slide, setSlide] = useState(slideOf(size.judged));
  const distance = Math.abs(slide - slideOf(size.judged)) < 1e-9 ? size.judged : at(slide);
  const [ref, outer] = useBox(0.5, 460);
  const box = useMemo(
    () => ({ width: Math.floor((outer.width - 66) / 2), height: outer.height - 52 }),
    [outer],
  );
  const [view, setView] = useState<View>({ x: master.width / 2, y: master.height / 2, zoom: 1 });
  const sigma = eyeBlur(distance, size.ppi) * view.zoom;
  const source = useMemo(
    () => ({
      sha256: master.sha256,
      width: master.width,
      height: master.height,
      profileUrl: `/api/masters/${master.id}/profile`,
    }),
    [master],
  );
  const ask = useMemo<ProofAsk>(
    () => ({
      source,
      view,
      width: box.width,
      height: box.height,
      ratio: screenRatio(),
      screen: screenSpace(),
      papers: [],
      threshold: null,
      sigma,
    }),
    [source, view, box, sigma],
  );
  return {
    ref,
    box,
    view,
    setView,
    size,
    slide,
    setSlide,
    distance,
    sigma,
    ...useSoftProof(startWorker, ask),
    standBack: () => setSlide(slideOf(size.judged)),
    takeSize(id: string) {
      setSize(id);
      setSlide(slideOf(sizeOf(id).judged));
    },
  };
}
type DistanceDesk = Omit<ReturnType<typeof useDistanceDesk>, 'ref'>;

/** The picture pixel for pixel, and beside it as the eye sees it from where one stands. */
export function DistanceView({ title, master, sizes, surround }: Props) {
  const { ref, ...desk } = useDistanceDesk({ master, sizes });
  const { box, view, setView, shown, error, distance } = desk;
  const { length } = useUnits();
  const both = { box, view, onView: setView, shown };
  return (
    <Columns $aside={300}>
      <div ref={ref}>
        <Standing desk={desk} sizes={sizes} />
        {error && (
          <p role="alert">
            <MarkedText kind="fails">{error}</MarkedText>
          </p>
        )}
        <Surround
          style={{ background: surroundGrey(surround), color: readableOn(surround) }}
          data-ready={shown ? Math.round(shown.ms) : undefined}
        >
          <Half
            {...both}
            soft={false}
            label={`${title}, pixel for pixel`}
            says={
              view.zoom === 1
                ? '1:1, a pixel of the file to a pixel of this screen'
                : `${Math.round(view.zoom * 100)} % of 1:1`
            }
          />
          <Half
            {...both}
            soft
            label={`${title}, as seen from ${length(distance)}`}
            says={`as the eye sees the print from ${length(distance)}`}
          />
        </Surround>
        <Small>
          The right half is softened by one minute of arc. Look at both from your usual place at the
          screen.
        </Small>
      </div>
      <Aside>
        <HowFar size={desk.size} distance={distance} sigma={desk.sigma} />
      </Aside>
    </Columns>
  );
}

const Surround = styled.div`
  padding: 26px;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
`;

const Slide = styled.label`
  color: ${t.ink2};
  font-size: 12px;
  flex: 1;
  min-width: 240px;
  span {
    float: right;
  }
  input {
    width: 100%;
    accent-color: ${t.ink};
  }
`;

/** Which print it is, and how far from it one stands. */
function Standing({ desk, sizes }: { desk: DistanceDesk; sizes: SizeChoice[] }) {
  const { length } = useUnits();
  return (
    <Row style={{ paddingBottom: 12, alignItems: 'end', flexWrap: 'wrap' }}>
      <Select
        label="Printed at"
        value={desk.size.id}
        onChange={desk.takeSize}
        options={sizes.map((s) => ({ key: s.id, name: s.name }))}
        width={220}
      />
      <Slide>
        nose <span>wall</span>
        <input
          type="range"
          min={0}
          max={1}
          step={0.005}
          value={desk.slide}
          onChange={(e) => desk.setSlide(Number(e.target.value))}
          aria-label="How far away you stand"
          aria-valuetext={length(desk.distance)}
        />
      </Slide>
      <Button onPress={desk.standBack}>Where it is judged</Button>
      <Button onPress={() => desk.setView({ ...desk.view, zoom: 1 })}>1:1</Button>
    </Row>
  );
}

/** What can be told apart from here, in a sentence, in figures, and how that comes. */
function HowFar({ size, distance, sigma }: { size: SizeChoice; distance: number; sigma: number }) {
  const { length } = useUnits();
  const melts = pixelsMelt(size.ppi);
  const finestMm = finestSeen(distance) / 1_000;
  return (
    <section>
      <PanelTitle>How far to stand</PanelTitle>
      <Stack $gap={8} style={{ paddingTop: 6 }}>
        <p>
          <MarkedText kind={distance < melts ? 'care' : 'holds'}>
            {distance < melts
              ? `From ${length(distance)} the file’s pixels can still be told apart; they melt from ${length(melts)} on.`
              : `From ${length(distance)} no pixel of the file can be told from its neighbour.`}
          </MarkedText>
        </p>
        <FactList
          rows={[
            ['Judged from', length(size.judged)],
            ['Pixels melt from', length(melts)],
            ['Finest seen', `${finestMm.toFixed(2)} mm on the print`],
            ['Captured', `${size.ppi.toFixed(0)} ppi at this size`],
            ['Softened by', `${sigma.toFixed(2)} px on this screen`],
          ]}
        />
        <Working
          working={{
            title: 'What the eye parts',
            steps: [
              { sum: `${length(distance)} × tan(1′)`, result: `${finestMm.toFixed(3)} mm` },
              {
                sum: `${finestMm.toFixed(3)} mm × ${size.ppi.toFixed(0)} ppi ÷ 25.4 ÷ 2.355`,
                result: `σ ${eyeBlur(distance, size.ppi).toFixed(2)} px of the file`,
              },
            ],
            notes: [
              'A bell curve one minute of arc wide at half its height.',
              'A snippet of a large print is judged from the large print’s distance, not from its own.',
            ],
            source: 'The eye parts one minute of arc',
          }}
        >
          How that comes
        </Working>
      </Stack>
    </section>
  );
}

function Half({
  box,
  view,
  onView,
  shown,
  soft,
  label,
  says,
}: {
  box: { width: number; height: number };
  view: View;
  onView: (v: View) => void;
  shown: ProofShown | null;
  soft: boolean;
  label: string;
  says: string;
}) {
  const draw = useCallback(
    (ctx: CanvasRenderingContext2D) => {
      const image = shown && (soft ? shown.soft : shown.before);
      if (image) drawShown(ctx, image, shown, view, box);
    },
    [box, view, shown, soft],
  );
  return (
    <div>
      <Loupe box={box} view={view} onView={onView} label={label} draw={draw} clear />
      <p style={{ paddingTop: 6, fontSize: 12, lineHeight: '15px' }}>{says}</p>
    </div>
  );
}
