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

/** What is in the order: each print by its number, ticked once at picking (from the register) and once more at sealing (by hand). */
export function Contents({
  table,
  ticked,
  onTick,
}: {
  table: PackingModel;
  ticked: ReadonlySet<string>;
  onTick: (id: string, on: boolean) => void;
}) {
  const { order: o, lines, prints, parcel, costs } = table;
  const { size, money } = useUnits();
  const sealing = o.state === 'packed';
  const kept = new Set(parcel?.tickedAtPacking ?? []);
  return (
    <Panel>
      <PanelTitle>
        In the parcel{' '}
        <span>
          {sealing ? 'tick each as it goes in' : o.state === 'new' ? 'numbers are chosen at picking' : ''}
        </span>
      </PanelTitle>
      <ul aria-label="What is in the parcel">
        {lines.map(({ line, title, format, workId, sha256 }) => {
          const mine = prints.filter((p) => p.lineId === line.id);
          return (
            <Line key={line.id}>
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
                </Small>
                <br />
                <ProductCosts costs={costs.filter((cost) => cost.productId === line.productId)} />
                <ul>
                  {mine.map((p) => (
                    <li key={p.id}>
                      <Check
                        checked={sealing ? ticked.has(p.id) : kept.has(p.id)}
                        disabled={!sealing}
                        onChange={(on) => onTick(p.id, on)}
                      >
                        <strong>{p.label}</strong>{' '}
                        <Small>
                          {p.signed ? 'signed' : 'not signed'}
                          {p.scuffs ? ', scuffs: interleave it' : ''}
                          {kept.has(p.id) ? ', seen going in' : ''}
                        </Small>
                      </Check>
                    </li>
                  ))}
                  {mine.length < line.quantity && o.state === 'new' && (
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
        })}
      </ul>
    </Panel>
  );
}
