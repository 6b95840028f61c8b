import styled from 'styled-components';
import {
  SHEET_LOOKS,
  type ImpressionKind,
  type ImpressionState,
  type SheetLook,
} from '@/core/edition/impressionStates';
import { t } from '@/ui/tokens';

export type SmallSheet = { kind: ImpressionKind; number: number; state: ImpressionState };

const LOOK_WORDS: Record<SheetLook, string> = {
  gone: 'gone',
  here: 'in the house',
  torn: 'lost or destroyed',
  corners: 'not printed',
};
const LEGEND: readonly SheetLook[] = ['gone', 'here', 'torn', 'corners'];

const WIDTH = 640;
const GAP = 4;
const Drawing = styled.svg`
  width: 100%;
  height: auto;
  max-width: ${WIDTH}px;
  display: block;
`;
const Legend = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-top: 8px;
  font-size: 13px;
  color: ${t.ink2};
  li {
    display: flex;
    gap: 6px;
    align-items: center;
  }
`;

/** Sheets small enough that all of a run are in one look, and not smaller than can be told apart. */
const CELLS: readonly { upTo: number; w: number }[] = [
  { upTo: 60, w: 28 },
  { upTo: 160, w: 20 },
  { upTo: 500, w: 12 },
  { upTo: Infinity, w: 7 },
];
function cellOf(count: number): { w: number; h: number } {
  const { w } = CELLS.find(({ upTo }) => count <= upTo)!;
  return { w, h: Math.round(w * 0.72) };
}

const countOf = (sheets: readonly SmallSheet[], look: SheetLook): number =>
  sheets.filter((each) => SHEET_LOOKS[each.state] === look).length;

/** An edition as its sheets: in their numbers' order, the proofs outside it after a gap. */
export function EditionDrawing({
  states,
  isClosed,
}: {
  states: readonly SmallSheet[];
  isClosed: boolean;
}) {
  if (!states.length) return <p>No print yet: its impressions stand here as they are made.</p>;
  const run = states.filter((each) => each.kind === 'run' || each.kind === 'open');
  const proofs = states.filter((each) => each.kind !== 'run' && each.kind !== 'open');
  const cell = cellOf(states.length);
  const across = Math.floor((WIDTH + GAP) / (cell.w + GAP));
  const rowsOfRun = Math.ceil(run.length / across);
  const place = (i: number, from: number) => ({
    x: (i % across) * (cell.w + GAP),
    y: from + Math.floor(i / across) * (cell.h + GAP),
  });
  const proofsFrom = rowsOfRun * (cell.h + GAP) + (proofs.length ? 8 : 0);
  const height = proofsFrom + Math.ceil(proofs.length / across) * (cell.h + GAP);
  const drawn = [
    ...run.map((each, i) => ({ each, ...place(i, 0) })),
    ...proofs.map((each, i) => ({ each, ...place(i, proofsFrom) })),
  ];
  const counts = LEGEND.map((look) => ({
    look,
    n: countOf(run, look),
    ofProofs: countOf(proofs, look),
  })).filter(({ n, ofProofs }) => n + ofProofs > 0);
  const words = (look: SheetLook) =>
    look === 'corners' && isClosed ? 'never printed' : LOOK_WORDS[look];
  // Of the run as the register counts it; the proofs stand outside it here too.
  const counted = ({ look, n, ofProofs }: (typeof counts)[number]) =>
    [
      n > 0 && `${n} ${words(look)}`,
      ofProofs > 0 &&
        `${ofProofs} ${ofProofs === 1 ? 'proof' : 'proofs'}${n > 0 ? '' : ` ${words(look)}`}`,
    ]
      .filter(Boolean)
      .join(' and ');
  return (
    <>
      <Drawing
        viewBox={`-0.5 -0.5 ${WIDTH + 1} ${height}`}
        role="img"
        aria-label={`The sheets of the edition: ${counts.map(counted).join(', ')}`}
      >
        {drawn.map(({ each, x, y }) => (
          <Small
            key={`${each.kind} ${each.number}`}
            look={SHEET_LOOKS[each.state]}
            {...{ x, y }}
            {...cell}
          />
        ))}
      </Drawing>
      <Legend aria-hidden="true">
        {counts.map((each) => (
          <li key={each.look}>
            <svg width={22} height={16} viewBox="-0.5 -0.5 22 16">
              <Small look={each.look} x={0} y={0} w={20} h={14} />
            </svg>
            {counted(each)}
          </li>
        ))}
      </Legend>
    </>
  );
}

function Small({ look, x, y, w, h }: { look: SheetLook; x: number; y: number; w: number; h: number }) {
  const c = w / 4;
  switch (look) {
    case 'corners':
      return (
        <path
          d={`M${x} ${y + c}V${y}H${x + c}M${x + w - c} ${y}H${x + w}V${y + c}M${x + w} ${y + h - c}V${y + h}H${x + w - c}M${x + c} ${y + h}H${x}V${y + h - c}`}
          fill="none"
          stroke={t.ink3}
        />
      );
    case 'gone':
      return (
        <g>
          <rect x={x} y={y} width={w} height={h} fill={t.line} stroke={t.ink3} />
          {w > 10 && (
            <path
              d={`M${x + w * 0.15} ${y + h * 0.72}q${w * 0.12} ${-h * 0.5} ${w * 0.22} 0t${w * 0.2} 0t${w * 0.24} ${-h * 0.08}`}
              fill="none"
              stroke={t.ink}
              strokeWidth={0.9}
            />
          )}
        </g>
      );
    case 'torn':
      return (
        <g>
          <rect x={x} y={y} width={w} height={h} fill={t.white} stroke={t.fails} />
          <path
            d={`M${x + w * 0.55} ${y}L${x + w * 0.42} ${y + h * 0.4}L${x + w * 0.58} ${y + h * 0.6}L${x + w * 0.45} ${y + h}`}
            fill="none"
            stroke={t.fails}
          />
        </g>
      );
    case 'here':
      return (
        <g>
          <rect x={x} y={y} width={w} height={h} fill={t.white} stroke={t.ink} />
          {w > 10 && (
            <rect x={x + w * 0.16} y={y + h * 0.16} width={w * 0.68} height={h * 0.5} fill={t.ink3} />
          )}
        </g>
      );
  }
}
