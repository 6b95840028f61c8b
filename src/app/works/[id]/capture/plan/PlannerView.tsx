'use client';
import styled from 'styled-components';
import type { Size } from '@/core/measure';
import type { Way } from '@/core/capture/plan';
import { ButtonLink, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { Select } from '@/ui/Choices';
import { Check, Field, Fields } from '@/ui/Field';
import { Aside, Columns, EmptyState, PanelTitle, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { EquipmentSheet } from './EquipmentSheet';
import {
  checklistHref,
  KINDS,
  usePlanner,
  type EquipmentItem,
  type Planner,
  type PlannerStart,
} from './usePlanner';
import { WayDrawing } from './WayDrawing';
import { WaysTable } from './WaysTable';

const Advice = styled.p`
  font: italic 19px/25px ${t.serif};
  max-width: 76ch;
  text-wrap: pretty;
  padding: 2px 0 4px;
`;
type Props = {
  workId: string | null;
  title: string;
  picture: string | null;
  equipment: EquipmentItem[];
  currency: string;
  start: PlannerStart;
};

/** All ways of capturing an original side by side, and the one advised. */
export function PlannerView({ workId, title, picture, equipment, currency, start }: Props) {
  const planner = usePlanner({ start, equipment, currency });
  return (
    <Columns $aside={330}>
      <Stack>
        <Subject planner={planner} isPrintAsked={!start.print} />
        <Plan planner={planner} workId={workId} title={title} picture={picture} />
      </Stack>
      <Aside>
        <Figures planner={planner} currency={currency} />
        <EquipmentSheet things={equipment} currency={currency} />
        {planner.texts.smears && (
          <Callout>
            <h3>This surface smears</h3>It is never laid face down on glass, nor dragged between tiles.
            Photograph it, or have it scanned without contact. Pastel and pigment dust: air, and no breath
            on it.
          </Callout>
        )}
      </Aside>
    </Columns>
  );
}

/** What is to be captured, and for which print. */
function Subject({ planner, isPrintAsked }: { planner: Planner; isPrintAsked: boolean }) {
  const { texts, set, wrong } = planner;
  return (
    <>
      <Fields $columns="repeat(auto-fill, minmax(150px, 1fr))">
        <Select
          label="What it is"
          value={texts.kind}
          onChange={set('kind')}
          options={KINDS.map((k) => ({ key: k, name: k }))}
        />
        <Field
          label={texts.kind === 'photograph on film' ? 'Size of the frame' : 'Size of the original'}
          value={texts.original}
          onChange={set('original')}
          hint="such as 400 x 300 mm, A5"
          wrong={wrong('original')}
        />
        <Field
          label="Largest print wanted"
          value={texts.print}
          onChange={set('print')}
          hint="the image, without border"
          wrong={wrong('print')}
          autoFocus={isPrintAsked}
        />
        <Field
          label="Pixels per inch asked"
          value={texts.ppi}
          onChange={set('ppi')}
          wrong={wrong('ppi')}
        />
      </Fields>
      <Row $gap={22}>
        <Check checked={texts.smears} onChange={set('smears')}>
          Its surface smears
        </Check>
        <Check checked={texts.thick} onChange={set('thick')}>
          It does not lie flat
        </Check>
        <Check checked={texts.gloss} onChange={set('gloss')}>
          It is glossy
        </Check>
      </Row>
    </>
  );
}

/** The advice, the ways compared, and the one looked at drawn over the original. */
function Plan({
  planner: { answer, way, choose, texts },
  workId,
  title,
  picture,
}: { planner: Planner } & Pick<Props, 'workId' | 'title' | 'picture'>) {
  if (answer.state === 'unasked')
    return (
      <EmptyState title="Say the largest print">
        <p>
          The largest print decides everything that follows: pixels, passes, light and cost. All ways then
          stand here side by side.
        </p>
      </EmptyState>
    );
  if (answer.state === 'unreadable')
    return (
      <EmptyState title="One figure cannot be read yet">
        <p>It is named above; the plan appears as soon as it can be worked out.</p>
      </EmptyState>
    );
  return (
    <>
      <Advice role="status">{answer.plan.advice}</Advice>
      {answer.plan.ways.length > 0 && <WaysTable plan={answer.plan} shown={way} onChoose={choose} />}
      {way && answer.original && (
        <>
          <WayDrawing
            way={way}
            original={answer.original}
            picture={picture}
            overlap={Number(texts.overlap) / 100}
            title={title}
          />
          <CameraFacts way={way} original={answer.original} />
        </>
      )}
      {way && (
        <Row>
          <ButtonLink href={checklistHref(way, texts, workId)} target="_blank">
            Print the checklist of this session
          </ButtonLink>
        </Row>
      )}
    </>
  );
}

/** What the plan assumes of hands, time and sales. */
function Figures({ planner: { texts, set, wrong }, currency }: { planner: Planner; currency: string }) {
  const figures = [
    ['fill', 'Work fills the frame by, %'],
    ['overlap', 'Tiles overlap by, %'],
    ['hour', `An hour of yours, ${currency}`],
    ['left', `A print leaves, ${currency}`],
    ['expected', 'Prints expected'],
  ] as const;
  return (
    <section>
      <PanelTitle>Figures it works with</PanelTitle>
      <Fields $columns="1fr 1fr">
        {figures.map(([key, label]) => (
          <Field key={key} label={label} value={texts[key]} onChange={set(key)} wrong={wrong(key)} />
        ))}
      </Fields>
    </section>
  );
}

function CameraFacts({ way, original }: { way: Way; original: Size }) {
  const { length } = useUnits();
  const camera = way.camera;
  if (!camera) return null;
  return (
    <Stack $gap={5}>
      <MarkedText kind="none">
        Lens:{' '}
        {camera.distance
          ? `${camera.lens}, ${length(Math.round(camera.distance / 10_000) * 10_000)} from the work. Move the camera, not the zoom.`
          : 'record one to see how far it stands.'}
      </MarkedText>
      <MarkedText kind="none">
        Lamps: two alike at 45°, {length(camera.lamp)} or more from the middle of the work; nearer, the
        corners fall under it by more than 0.10 stops.
      </MarkedText>
      <MarkedText kind="none">
        Level: the lens at the middle of the work, {length(Math.round(original.height / 2))} above its
        lower edge and {length(Math.round(original.width / 2))} from its side; the sensor parallel to it
        both ways.
      </MarkedText>
    </Stack>
  );
}
