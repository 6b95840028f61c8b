'use client';
import { useCallback, useMemo, useState } from 'react';
import { eyeBlur, finestSeen, pixelsMelt } from '@/core/colour/eye';
import { surroundGrey, type Screen } from '@/core/colour/screen';
import { drawShown, screenRatio, useSoftProof } from '@/app/useSoftProof';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Field';
import { Aside, Columns, FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Loupe, useBox, type View } from '@/ui/Loupe';
import { Working } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { ProofAsk, ProofShown } from '@/workers/softProof';

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

/** The picture pixel for pixel, and beside it as the eye sees it from where one stands. */
export function DistanceView({ title, master, sizes, surround }: Props) {
  const [sizeId, setSize] = useState(sizes.at(-1)!.id);
  const size = sizes.find((s) => s.id === sizeId)!;
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
      papers: [],
      threshold: null,
      sigma,
    }),
    [source, view, box, sigma],
  );
  const { shown, error } = useSoftProof(startWorker, ask);
  const { length } = useUnits();
  const melts = pixelsMelt(size.ppi);
  const stand = (d: number) => setSlide(slideOf(d));
  return (
    <Columns $aside={300}>
      <div ref={ref}>
        <Row style={{ paddingBottom: 12, alignItems: 'end', flexWrap: 'wrap' }}>
          <Select
            label="Printed at"
            value={sizeId}
            onChange={(id) => {
              setSize(id);
              stand(sizes.find((s) => s.id === id)!.judged);
            }}
            options={sizes.map((s) => ({ key: s.id, name: s.name }))}
            width={220}
          />
          <label style={{ color: t.ink2, fontSize: 12, flex: 1, minWidth: 240 }}>
            nose <span style={{ float: 'right' }}>wall</span>
            <input
              type="range"
              min={0}
              max={1}
              step={0.005}
              value={slide}
              onChange={(e) => setSlide(Number(e.target.value))}
              aria-label="How far away you stand"
              aria-valuetext={length(distance)}
              style={{ width: '100%', accentColor: t.ink }}
            />
          </label>
          <Button onPress={() => stand(size.judged)}>Where it is judged</Button>
          <Button onPress={() => setView({ ...view, zoom: 1 })}>1:1</Button>
        </Row>
        {error && (
          <p role="alert">
            <MarkedText kind="fails">{error}</MarkedText>
          </p>
        )}
        <div
          style={{
            background: surroundGrey(surround),
            color: surround >= 7 ? '#000' : '#fff',
            padding: 26,
            display: 'grid',
            gridTemplateColumns: '1fr 1fr',
            gap: 14,
          }}
          data-ready={shown ? Math.round(shown.ms) : undefined}
        >
          <Half
            box={box}
            view={view}
            onView={setView}
            shown={shown}
            soft={false}
            label={`${title}, pixel for pixel`}
            says={
              view.zoom === 1
                ? '1:1, a pixel of the file to a pixel of this screen'
                : `${Math.round(view.zoom * 100)} % of 1:1`
            }
          />
          <Half
            box={box}
            view={view}
            onView={setView}
            shown={shown}
            soft
            label={`${title}, as seen from ${length(distance)}`}
            says={`as the eye sees the print from ${length(distance)}`}
          />
        </div>
        <Small>
          The right half is softened by one minute of arc. Look at both from your usual place at the
          screen.
        </Small>
      </div>
      <Aside>
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
                ['Finest seen', `${(finestSeen(distance) / 1_000).toFixed(2)} mm on the print`],
                ['Captured', `${size.ppi.toFixed(0)} ppi at this size`],
                ['Softened by', `${sigma.toFixed(2)} px on this screen`],
              ]}
            />
            <Working
              working={{
                title: 'What the eye parts',
                steps: [
                  {
                    sum: `${length(distance)} × tan(1′)`,
                    result: `${(finestSeen(distance) / 1_000).toFixed(3)} mm`,
                  },
                  {
                    sum: `${(finestSeen(distance) / 1_000).toFixed(3)} mm × ${size.ppi.toFixed(0)} ppi ÷ 25.4 ÷ 2.355`,
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
      </Aside>
    </Columns>
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
