'use client';
import type { PackPlan } from '@/core/parcel/pack';
import type { Size, Um } from '@/core/measure';
import { Dimension, ScaleDrawing, useScale } from '@/ui/ScaleDrawing';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const SPACE = { width: 420, height: 300 };

/** The parcel to scale: a flat one as its layers laid on each other, a tube from the side with its end, a box from the front and cut open from the side. */
export function ParcelDrawing({ plan }: { plan: PackPlan }) {
  const { size } = useUnits();
  const outer = {
    flat: { width: plan.outer.length, height: plan.outer.width },
    rolled: { width: plan.outer.length + plan.outer.width * 1.4, height: plan.outer.width },
    boxed: { width: plan.outer.length + plan.outer.height * 1.5, height: plan.outer.width },
  }[plan.form];
  return (
    <ScaleDrawing
      width={outer.width}
      height={outer.height}
      space={SPACE}
      name={`parcel-${plan.form}`}
      label={`The parcel, ${plan.form}, ${size({ width: plan.outer.length, height: plan.outer.width })}`}
    >
      {plan.form === 'flat' && <Flat plan={plan} />}
      {plan.form === 'rolled' && <Tube plan={plan} />}
      {plan.form === 'boxed' && <BoxFromFront plan={plan} />}
    </ScaleDrawing>
  );
}

/** A thing as it lies in the parcel: its long side along the parcel's. */
const lying = (s: Size): Size => (s.width >= s.height ? s : { width: s.height, height: s.width });

function Flat({ plan }: { plan: PackPlan }) {
  const px = useScale();
  const { length, bareSize } = useUnits();
  const outer = { width: plan.outer.length, height: plan.outer.width };
  const of = (kind: string): Size | null => {
    const s = plan.needs.find((n) => n.kind === kind)?.supply;
    return s ? lying({ width: s.width, height: s.height }) : null;
  };
  const prints = plan.parts.flatMap((p) => ('size' in p ? [lying(p.size)] : []));
  const layers: { name: string; size: Size; fill: string }[] = [
    { name: 'mailer', size: outer, fill: '#d9d9d9' },
    ...(of('sleeve') ? [{ name: 'sleeve', size: of('sleeve')!, fill: '#ececec' }] : []),
    ...(of('board') ? [{ name: 'board', size: of('board')!, fill: '#c4c4c4' }] : []),
    ...prints.slice(0, 1).map((s) => ({
      name: prints.length > 1 ? `${prints.length} prints` : 'print',
      size: s,
      fill: t.white,
    })),
  ];
  const [w, h] = [px(outer.width), px(outer.height)];
  return (
    <>
      {layers.map((l) => {
        const [lw, lh] = [Math.min(px(l.size.width), w), Math.min(px(l.size.height), h)];
        return (
          <rect
            key={l.name}
            x={(w - lw) / 2}
            y={(h - lh) / 2}
            width={lw}
            height={lh}
            fill={l.fill}
            stroke={t.ink2}
            strokeWidth={l.name === 'mailer' ? 1.2 : 0.8}
            strokeDasharray={l.name === 'sleeve' ? '4 2' : undefined}
          />
        );
      })}
      {layers.map((l, i) => (
        <text
          key={l.name}
          x={w / 2}
          y={h / 2 - (layers.length - 1) * 8 + i * 16 + 4}
          textAnchor="middle"
          fontSize="11"
          fill={t.ink}
        >
          {l.name} {bareSize(l.size)}
        </text>
      ))}
      <Dimension x1={0} y1={h + 14} x2={w} y2={h + 14} label={length(outer.width)} />
      <Dimension x1={-14} y1={h} x2={-14} y2={0} label={length(outer.height)} />
    </>
  );
}

function Tube({ plan }: { plan: PackPlan }) {
  const px = useScale();
  const { length } = useUnits();
  const tube = plan.needs.find((n) => n.kind === 'tube');
  const inside: Um = tube?.supply?.width ?? tube?.least.width ?? plan.outer.width;
  const prints = plan.parts.flatMap((p) => ('size' in p ? [Math.min(p.size.width, p.size.height)] : []));
  const [w, d, bore] = [px(plan.outer.length), px(plan.outer.width), px(inside)];
  const roll = Math.min(px(Math.max(...prints, 0)), w - 4);
  const cx = w + d * 0.85;
  return (
    <>
      <rect x="0" y="0" width={w} height={d} fill="#d9d9d9" stroke={t.ink2} />
      <path d={`M${px(10_000)} 0V${d}M${w - px(10_000)} 0V${d}`} stroke={t.ink2} />
      <rect
        x={(w - roll) / 2}
        y={(d - bore) / 2 + 2}
        width={roll}
        height={Math.max(4, bore - 4)}
        fill={t.white}
        stroke={t.ink3}
        strokeDasharray="4 2"
      />
      <text x={w / 2} y={d / 2 + 4} textAnchor="middle" fontSize="11" fill={t.ink}>
        {prints.length > 1 ? `${prints.length} prints` : 'print'}, picture side in
      </text>
      <circle cx={cx} cy={d / 2} r={d / 2} fill="#d9d9d9" stroke={t.ink2} />
      <circle cx={cx} cy={d / 2} r={bore / 2} fill={t.sheet} stroke={t.ink2} />
      <path
        d={`M${cx} ${d / 2}m${-bore / 4} 0a${bore / 4} ${bore / 4} 0 1 1 ${bore / 2} 0a${bore / 3} ${bore / 3} 0 1 1 ${-bore / 1.6} 0`}
        fill="none"
        stroke={t.ink}
        strokeWidth="0.9"
      />
      <Dimension x1={0} y1={d + 14} x2={w} y2={d + 14} label={length(plan.outer.length)} />
      <Dimension x1={-14} y1={d} x2={-14} y2={0} label={length(plan.outer.width)} />
      <text x={cx} y={d + 29} textAnchor="middle" fontSize="11" fill={t.ink2}>
        {length(inside)} inside
      </text>
    </>
  );
}

/** A box with the largest piece in it, 50 mm clear all round, and beside it the same cut open, piece behind piece. */
function BoxFromFront({ plan }: { plan: PackPlan }) {
  const px = useScale();
  const { length } = useUnits();
  const [w, h, d] = [px(plan.outer.length), px(plan.outer.width), px(plan.outer.height)];
  const pieces = plan.layers.filter(({ kind }) => kind === 'print');
  const largest = pieces.map(({ size }) => lying(size!)).sort((a, b) => b.width - a.width)[0];
  const side = w + d / 2;
  const clear = px(57_000);
  const thick = (piece: (typeof pieces)[number]) => Math.max(2, px(piece.thickness));
  return (
    <>
      <rect x="0" y="0" width={w} height={h} fill="#d9d9d9" stroke={t.ink2} strokeWidth="1.2" />
      {largest && (
        <rect
          x={(w - px(largest.width)) / 2}
          y={(h - px(largest.height)) / 2}
          width={px(largest.width)}
          height={px(largest.height)}
          fill={t.white}
          stroke={t.ink}
        />
      )}
      <text x={w / 2} y={h / 2 + 4} textAnchor="middle" fontSize="11" fill={t.ink}>
        50 mm clear all round
      </text>
      <rect x={side} y="0" width={d} height={h} fill="#ececec" stroke={t.ink2} strokeWidth="1.2" />
      {pieces.map((piece, i) => {
        const tall = px(lying(piece.size!).height);
        const before = pieces.slice(0, i).reduce((sum, each) => sum + thick(each) + px(20_000), 0);
        return (
          <rect
            key={piece.name}
            x={side + clear + before}
            y={h - clear - tall}
            width={thick(piece)}
            height={tall}
            fill={t.white}
            stroke={t.ink}
          />
        );
      })}
      <Dimension x1={0} y1={h + 14} x2={w} y2={h + 14} label={length(plan.outer.length)} />
      <Dimension x1={-14} y1={h} x2={-14} y2={0} label={length(plan.outer.width)} />
      <Dimension x1={side} y1={h + 14} x2={side + d} y2={h + 14} label={length(plan.outer.height)} />
    </>
  );
}
