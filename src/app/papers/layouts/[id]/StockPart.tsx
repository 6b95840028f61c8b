'use client';
import styled from 'styled-components';
import { groupBy } from '@/core/groups';
import { stockFinding, type StockUse, type StockWay } from '@/core/sheets/stockChoice';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { useStock } from './useStock';
import type { LayoutDesk } from './useLayoutDesk';

const Ways = styled.ol`
  > li {
    padding: 10px 0 12px;
    border-top: 1px solid ${t.hair};
    display: grid;
    gap: 7px;
  }
`;
const Sheets = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: flex-start;
`;

/** Which paper on hand to cut for the pieces of a layout: each way drawn to one scale, with what it costs and what of that is lost. */
export function StockPart({ desk }: { desk: LayoutDesk }) {
  const stock = useStock(desk.layout);
  const { money } = useUnits();
  const { action, ways } = stock;
  return (
    <section>
      <PanelTitle>
        Which paper to cut <span>of what is on hand</span>
      </PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 6 }}>
        <Row style={{ alignItems: 'flex-start' }}>
          <Select<'tight' | 'straight'>
            label="Laid"
            value={stock.cuts}
            onChange={stock.setCuts}
            width={150}
            options={[
              { key: 'tight', name: 'tight' },
              { key: 'straight', name: 'for straight cuts' },
            ]}
          />
          <Field
            label="Offcuts kept from"
            value={stock.leastOffcut}
            onChange={stock.setLeastOffcut}
            width={130}
            hint="its shorter side"
            wrong={action.fieldError('leastOffcut')}
          />
        </Row>
        <Row>
          <Button onPress={() => void stock.look()} isDisabled={!desk.canLay || action.isPending}>
            {action.isPending ? 'One moment…' : 'Look at what is on hand'}
          </Button>
        </Row>
        <ErrorCallout error={action.error} fields={['leastOffcut']} />
        {ways && (
          <div aria-live="polite">
            <Said ways={ways} say={money} />
          </div>
        )}
        {ways && ways.length > 0 && (
          <Ways aria-label="Ways to cut them">
            {ways.map((way, i) => (
              <Way
                key={i}
                way={way}
                scale={scaleOf(ways)}
                isBusy={action.isPending}
                onLay={() => void stock.lay(way)}
              />
            ))}
          </Ways>
        )}
      </Stack>
    </section>
  );
}

function Said({ ways, say }: { ways: readonly StockWay[]; say: (minor: number) => string }) {
  const { verdict, says } = stockFinding(ways, say);
  return <MarkedText kind={verdict}>{says}</MarkedText>;
}

function Way({
  way,
  scale,
  isBusy,
  onLay,
}: {
  way: StockWay;
  scale: number;
  isBusy: boolean;
  onLay: () => void;
}) {
  const { money, size, length } = useUnits();
  const nameOf = ({ paper, taken }: StockUse) =>
    paper.height === null
      ? `${length(taken)} of the ${length(paper.width)} roll`
      : size({ width: paper.width, height: paper.height });
  const name = counted(way.uses.map(nameOf));
  const offcuts = counted(
    way.uses.flatMap(({ offcut }) =>
      offcut ? [size({ width: offcut.width, height: offcut.height })] : [],
    ),
  );
  return (
    <li>
      <strong>{name}</strong>
      <Sheets role="img" aria-label={`${name}, drawn to scale`}>
        {way.uses.map((use, i) => (
          <SmallSheet key={i} use={use} scale={scale} />
        ))}
      </Sheets>
      <span>
        {money(way.cost)} of paper
        {way.kept > 0 && (
          <>
            , of it {money(way.kept)} stay: {offcuts}
          </>
        )}
        . <strong>{money(way.lost)}</strong> {way.kept > 0 ? 'are lost.' : 'are used up.'}{' '}
        <Small>from {counted(way.uses.map(({ lot }) => `lot ${lot.name}`))}</Small>
      </span>
      <Row>
        <Button onPress={onLay} isDisabled={isBusy} aria-label={`Lay it on ${name}`}>
          Lay it so
        </Button>
      </Row>
    </li>
  );
}

/** Like things counted, in the order they stand. */
function counted(names: readonly string[]): string {
  const alike = groupBy(names, (name) => name);
  return [...alike].map(([name, { length }]) => (length > 1 ? `${length} × ${name}` : name)).join(', ');
}

const LONGEST_PX = 170;
/** One scale for all, so that a large sheet is seen to be one; in pixels to the micrometre. */
const scaleOf = (ways: readonly StockWay[]): number =>
  LONGEST_PX /
  Math.max(...ways.flatMap(({ uses }) => uses.flatMap(({ paper, taken }) => [paper.width, taken])));

/** A sheet with its pieces; hatched is what is kept. A roll lies on its side. */
function SmallSheet({
  use: { paper, taken, placements, offcut },
  scale,
}: {
  use: StockUse;
  scale: number;
}) {
  const isRoll = paper.height === null;
  const [wide, high] = isRoll ? [taken, paper.width] : [paper.width, taken];
  const px = (um: number) => um * scale;
  const place = (x: number, y: number, w: number, h: number) =>
    isRoll
      ? { x: px(y), y: px(x), width: px(h), height: px(w) }
      : { x: px(x), y: px(y), width: px(w), height: px(h) };
  return (
    <svg
      width={px(wide) + 2}
      height={px(high) + 2}
      viewBox={`-1 -1 ${px(wide) + 2} ${px(high) + 2}`}
      aria-hidden="true"
    >
      <defs>
        <pattern
          id="kept-offcut"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V6" stroke={t.holds} strokeWidth="1" />
        </pattern>
      </defs>
      <rect width={px(wide)} height={px(high)} fill={t.white} stroke={t.ink} />
      {offcut && (
        <rect
          {...place(paper.width - offcut.width, taken - offcut.height, offcut.width, offcut.height)}
          fill="url(#kept-offcut)"
        />
      )}
      {placements.map((p) => (
        <rect
          key={p.id}
          {...place(p.x, p.y, p.width, p.height)}
          fill={t.line}
          stroke={t.ink3}
          strokeWidth="0.6"
        />
      ))}
    </svg>
  );
}
