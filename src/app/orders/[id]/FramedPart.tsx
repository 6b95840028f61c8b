'use client';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { arriving } from '@/ui/arriving';
import { Button, Row } from '@/ui/Button';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { ScaleDrawing, useScale } from '@/ui/ScaleDrawing';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

const OpeningSheet = arriving(async () => (await import('./OpeningSheet')).OpeningSheet);

type Passage = PackingModel['passages'][number];
type Box = { width: number; height: number; depth: number };

/** What a boxed piece must pass between the studio and the buyer's wall, each drawn with the box in it, and what stands against it. */
export function FramedPart({ table }: { table: PackingModel }) {
  const { order, parcel, plan, passages } = table;
  const action = useAction();
  const [isAdding, setAdding] = useState(false);
  const outer = parcel
    ? { length: parcel.lengthUm, width: parcel.widthUm, height: parcel.heightUm }
    : plan!.outer;
  const box = { width: outer.length, height: outer.width, depth: outer.height };
  const { length } = useUnits();
  return (
    <Panel>
      <PanelTitle>
        Door, stair, lift, vehicle{' '}
        <span>
          the box: {length(box.width)} × {length(box.height)} × {length(box.depth)}
        </span>
      </PanelTitle>
      <div
        style={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fit, minmax(min(260px, 100%), 1fr))',
          gap: 20,
          marginTop: 10,
        }}
      >
        {passages.map((passage) => (
          <div key={passage.id}>
            <PassageDrawing passage={passage} box={box} />
            <Verdict finding={passage.finding} />
            <Row $gap={8} style={{ marginTop: 4 }}>
              <Small>{passage.isBuyers ? 'the buyer’s end' : 'our end'}</Small>
              <Button
                quiet
                isDisabled={action.isPending}
                aria-label={`It is not passed: ${passage.name}`}
                onPress={() => void action.run('removeOpening', { id: passage.id })}
              >
                Not passed
              </Button>
            </Row>
          </div>
        ))}
      </div>
      {passages.length === 0 && (
        <p style={{ margin: '8px 0' }}>
          Nothing is measured yet: the door of the room, the stair, the lift, the vehicle, and the same at
          the buyer’s.
        </p>
      )}
      <Row style={{ marginTop: 12 }}>
        <Button onPress={() => setAdding(true)}>Measure an opening</Button>
      </Row>
      <Instead table={table} />
      {isAdding && <OpeningSheet orderId={order.id} onClose={() => setAdding(false)} />}
    </Panel>
  );
}

/** The opening seen from the front with the box going through it, to scale. */
function PassageDrawing({ passage, box }: { passage: Passage; box: Box }) {
  const { length } = useUnits();
  return (
    <ScaleDrawing
      width={Math.max(passage.width, box.depth)}
      height={Math.max(passage.height, passage.way === 'on its side' ? box.width : box.height)}
      space={{ width: 260, height: 230 }}
      room={{ left: 12, right: 10, top: 8, bottom: 40 }}
      label={`${passage.name}, ${length(passage.width)} × ${length(passage.height)}, with the box ${passage.way === 'none' ? 'that does not pass' : passage.way}`}
      name={`passage-${passage.kind}`}
    >
      <PassageFront passage={passage} box={box} />
    </ScaleDrawing>
  );
}

function PassageFront({ passage, box }: { passage: Passage; box: Box }) {
  const px = useScale();
  const [w, h] = [px(passage.width), px(passage.height)];
  const isSide = passage.way === 'on its side';
  const [bw, bh] = [px(box.depth), px(isSide ? box.width : box.height)];
  const stroke = passage.passes ? t.holds : t.fails;
  // Leaning as far as its section allows; drawn at the angle of the opening's diagonal.
  const angle = passage.way === 'tilted' ? (Math.atan2(w, h) * 180) / Math.PI : 0;
  return (
    <>
      <rect x="0" y="0" width={w} height={h} fill={t.white} stroke={t.ink} strokeWidth="1.4" />
      <g transform={angle ? `rotate(${angle} ${w / 2} ${h / 2})` : undefined}>
        <rect
          x={(w - bw) / 2}
          y={angle ? (h - bh) / 2 : h - bh}
          width={bw}
          height={bh}
          fill="#e4e4e4"
          stroke={stroke}
          strokeWidth="1.6"
        />
      </g>
      <text x="4" y="14" fontSize="11" fill={t.ink2}>
        {passage.kind}
      </text>
    </>
  );
}

/** The other way: posted rolled, and framed near the buyer, as one sum against the box. */
function Instead({ table: { instead, helpers, buyer } }: { table: PackingModel }) {
  const { money } = useUnits();
  if (!instead) return null;
  const { boxed, rolled, framer, frames, framesHereMinor, moreMinor } = instead;
  const sum = (way: NonNullable<typeof boxed>) => way.materialMinor + way.postageMinor;
  const here = framesHereMinor ?? 0;
  const parts = (way: NonNullable<typeof boxed>) =>
    `${money(way.materialMinor)} from the shelf, ${money(way.postageMinor)} by ${way.service}`;
  return (
    <Stack $gap={4} style={{ marginTop: 14 }}>
      <strong>Or rolled, and framed near the buyer</strong>
      {moreMinor !== null && (
        <p>
          {moreMinor === 0
            ? 'Both come to the same.'
            : `Rolled and framed there is ${money(Math.abs(moreMinor))} ${moreMinor > 0 ? 'dearer' : 'cheaper'} than framed here and boxed.`}
        </p>
      )}
      <Small>
        Framed here and boxed:{' '}
        {boxed
          ? `${money(sum(boxed) + here)} (${parts(boxed)}, ${framesHereMinor === null ? 'the frame not quoted yet' : `${money(here)} for framing`})`
          : 'no service takes it'}
        .{' '}
        {framer && rolled
          ? `Rolled and framed there: ${money(sum(rolled) + frames * framer.priceMinor)} (${parts(rolled)}, ${frames > 1 ? `${frames} × ` : ''}${money(framer.priceMinor)} to ${framer.name} in ${framer.place}, ${framer.days} days${framer.isNear ? '' : `, but in ${framer.country}`}).`
          : framer
            ? 'It cannot go rolled.'
            : 'No framer is in the address book: record one under Papers, Carriers.'}{' '}
        A frame that is opened is mended by {nearestRepairer(helpers, buyer.country)}, not by the buyer.
      </Small>
    </Stack>
  );
}

function nearestRepairer(helpers: PackingModel['helpers'], country: string): string {
  const able = helpers.filter(({ craft }) => craft === 'repairer' || craft === 'framer');
  const near = able.find((each) => each.country === country);
  return near ? `${near.name} in ${near.place}` : 'a framer near the buyer (none is in the address book)';
}
