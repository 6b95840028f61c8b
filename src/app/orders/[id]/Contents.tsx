'use client';
import Link from 'next/link';
import styled from 'styled-components';
import { ProductCosts } from '@/app/ProductCosts';
import { Check } from '@/ui/Field';
import { Panel, PanelTitle, Small, Thumbnail, WorkTitle } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

const Line = styled.li`
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr) auto;
  gap: 6px 14px;
  padding: 10px 0;
  border-bottom: 1px solid ${t.hair};
  align-items: start;
  ul {
    display: grid;
    gap: 6px;
    margin-top: 6px;
  }
  ${narrow} {
    grid-template-columns: minmax(0, 1fr) auto;
    > :first-child {
      display: none;
    }
  }
`;

type Props = {
  table: PackingModel;
  ticked: ReadonlySet<string>;
  onTick: (id: string, on: boolean) => void;
};

/** What is said over the contents, in each state of an order. */
const ASKS: Partial<Record<PackingModel['order']['state'], string>> = {
  new: 'numbers are chosen at picking',
  picked: 'tick each as you lay it out',
  packed: 'tick each again as it goes in',
};

/** What is in the order: each piece by its number, ticked once as it is laid out and once more as it goes in. */
export function Contents({ table, ticked, onTick }: Props) {
  const { order, lines, goods } = table;
  return (
    <Panel>
      <PanelTitle>
        In the parcel <span>{ASKS[order.state] ?? ''}</span>
      </PanelTitle>
      <ul aria-label="What is in the parcel">
        {lines.map((line) => (
          <PrintLine key={line.line.id} {...{ table, ticked, onTick }} of={line} />
        ))}
        {goods.map((g) => (
          <GoodsLine key={g.id} {...{ table, ticked, onTick }} of={g} />
        ))}
      </ul>
    </Panel>
  );
}

/** Whether pieces are ticked now, and which were when they went in. */
function useTicks({ order, parcel }: PackingModel, ticked: ReadonlySet<string>) {
  const isTicking = order.state === 'picked' || order.state === 'packed';
  const kept = new Set(parcel?.tickedAtPacking ?? []);
  return {
    isTicking,
    has: (id: string) => (isTicking ? ticked.has(id) : kept.has(id)),
    wasSeen: (id: string) => kept.has(id),
  };
}

function PrintLine({
  table,
  ticked,
  onTick,
  of: { line, title, format, workId, sha256, setName },
}: Props & { of: PackingModel['lines'][number] }) {
  const { size, money } = useUnits();
  const ticks = useTicks(table, ticked);
  const mine = table.prints.filter((p) => p.lineId === line.id);
  return (
    <Line>
      <Thumbnail $w={66} $h={50}>
        {sha256 && <img src={`/api/pictures/${sha256}/thumb`} alt="" loading="lazy" />}
      </Thumbnail>
      <div>
        <Link href={`/works/${workId}/edition`} prefetch={false}>
          <WorkTitle>{title}</WorkTitle>
        </Link>{' '}
        <Small>
          {size(format.image)}
          {mine[0] ? ` on ${mine[0].paper}` : ''}
          {setName && `, of the set ${setName}`}
        </Small>
        <br />
        <ProductCosts costs={table.costs.filter((cost) => cost.productId === line.productId)} />
        <ul>
          {mine.map((p) => (
            <li key={p.id}>
              <Check
                checked={ticks.has(p.id)}
                disabled={!ticks.isTicking}
                onChange={(on) => onTick(p.id, on)}
              >
                <strong>{p.label}</strong>{' '}
                <Small>
                  {p.signed ? 'signed' : 'not signed'}
                  {p.scuffs ? ', scuffs: interleave it' : ''}
                  {ticks.wasSeen(p.id) ? ', seen going in' : ''}
                </Small>
              </Check>
            </li>
          ))}
          {mine.length < line.quantity && table.order.state === 'new' && (
            <li>
              <MarkedText kind="none">
                <Small>{line.quantity} to pick</Small>
              </MarkedText>
            </li>
          )}
        </ul>
      </div>
      <span>
        {line.quantity} × {money(line.priceMinor)}
      </span>
    </Line>
  );
}

function GoodsLine({ table, ticked, onTick, of: g }: Props & { of: PackingModel['goods'][number] }) {
  const { money } = useUnits();
  const ticks = useTicks(table, ticked);
  return (
    <Line>
      <span />
      <div>
        {table.order.state === 'new' ? (
          <strong>{g.name}</strong>
        ) : (
          <Check
            checked={ticks.has(g.id)}
            disabled={!ticks.isTicking}
            onChange={(on) => onTick(g.id, on)}
          >
            <strong>
              {g.quantity} × {g.name}
            </strong>
          </Check>
        )}{' '}
        <Small>{g.onHand} on hand</Small>
      </div>
      <span>
        {g.quantity} × {money(g.priceMinor)}
      </span>
    </Line>
  );
}
