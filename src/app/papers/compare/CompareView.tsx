'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { parseSize, type Size } from '@/core/measure';
import type { papersBeside } from '@/studio/papers/papers';
import { Button, Row } from '@/ui/Button';
import { Check, Field } from '@/ui/Field';
import {
  EmptyState,
  PageHeader,
  Lead,
  PageTitle,
  ScrollArea,
  Panel,
  Small,
  Table,
  Page,
} from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { PapersNav } from '../PapersNav';

type Beside = Awaited<ReturnType<typeof papersBeside>>[number];
/** How the whites stand to each other; a screen shows no paper's own. */
const WHITE = { none: '#f6f2e9', little: '#f8f8f6', much: '#f4f7fc' } as const;
const Patch = styled.span`
  display: inline-block;
  width: 42px;
  height: 18px;
  border: 1px solid ${t.line};
  vertical-align: middle;
  margin-right: 8px;
`;

/** Up to four papers side by side: white, weight, surface, price of a piece, what passed on each. */
export function CompareView({
  all,
  ids,
  piece,
  rows,
}: {
  all: { id: string; name: string }[];
  ids: string[];
  piece: Size;
  rows: Beside[];
}) {
  const router = useRouter();
  const { size, money, unit, withUnit } = useUnits();
  const [typed, setTyped] = useState(size(piece));
  const go = (next: string[], p = typed) =>
    router.replace(`/papers/compare?ids=${next.join(',')}&piece=${encodeURIComponent(withUnit(p))}`);
  const readable = (() => {
    try {
      parseSize(withUnit(typed), unit);
      return true;
    } catch {
      return false;
    }
  })();
  const line = (name: string, of: (b: Beside) => React.ReactNode) => (
    <tr>
      <th scope="row">{name}</th>
      {rows.map((b) => (
        <td key={b.paper.id}>{of(b)}</td>
      ))}
    </tr>
  );
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Papers side by side</PageTitle>
          <Lead>Up to four. The price of a piece follows the lot that would be used.</Lead>
        </div>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            go(ids);
          }}
        >
          <Row style={{ alignItems: 'end' }}>
            <Field
              label="A piece of"
              value={typed}
              onChange={setTyped}
              width={150}
              wrong={readable ? null : 'Expected a size such as "450 x 350 mm".'}
            />
            <Button type="submit" isDisabled={!readable}>
              Price it
            </Button>
          </Row>
        </form>
      </PageHeader>
      <PapersNav />
      <Panel>
        <Row $gap={16} role="group" aria-label="Papers to compare" style={{ paddingBottom: 12 }}>
          {all.map((p) => (
            <Check
              key={p.id}
              checked={ids.includes(p.id)}
              disabled={!ids.includes(p.id) && ids.length >= 4}
              onChange={(on) => go(on ? [...ids, p.id] : ids.filter((x) => x !== p.id))}
            >
              {p.name}
            </Check>
          ))}
        </Row>
        {rows.length < 2 ? (
          <EmptyState title="Tick two to four papers">
            <p>
              They stand beside each other here: white and brightener, weight, surface, price, and what
              has passed on them.
            </p>
          </EmptyState>
        ) : (
          <ScrollArea>
            <Table aria-label="Papers side by side">
              <thead>
                <tr>
                  <th />
                  {rows.map((b) => (
                    <th key={b.paper.id}>
                      <Link href={`/papers/paper/${b.paper.id}`}>{b.paper.name}</Link>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {line('White', (b) => (
                  <>
                    <Patch style={{ background: WHITE[b.paper.brightener] }} aria-hidden="true" />
                    brightener {b.paper.brightener}
                  </>
                ))}
                {line('Base', (b) => b.paper.base)}
                {line('Surface', (b) => b.paper.surface)}
                {line('Weight', (b) => `${b.paper.gsm} g/m²`)}
                {line('Thickness', (b) => `${(b.paper.thicknessUm / 1000).toFixed(2)} mm`)}
                {line(`A piece of ${size(piece)}`, (b) => (
                  <>
                    {money(b.pieceMinor)} <Small>{b.from}</Small>
                  </>
                ))}
                {line(
                  'Dries',
                  (b) =>
                    `${b.paper.dryHours} h${b.paper.gasOutHours ? `, ${b.paper.gasOutHours} h before glazing` : ''}`,
                )}
                {line('May be rolled', (b) => (b.paper.mayRoll ? 'yes' : 'no: flat only'))}
                {line('Scuffs', (b) => (b.paper.scuffs ? 'yes' : 'no'))}
                {line('Permanence', (b) => b.paper.permanence || <Small>no claim on record</Small>)}
                {line(
                  'Sample',
                  (b) => `${b.paper.sample}${b.paper.sampleNotes ? `: ${b.paper.sampleNotes}` : ''}`,
                )}
                {line('Passed on it', (b) =>
                  b.passed.length ? b.passed.join(', ') : <Small>nothing yet</Small>,
                )}
                {line('Made', (b) =>
                  b.paper.discontinued ? <MarkedText kind="fails">discontinued</MarkedText> : 'yes',
                )}
              </tbody>
            </Table>
          </ScrollArea>
        )}
        <Small>
          The patches show how the whites stand to each other, not the papers’ own white: lay swatches
          beside each other in the light they will hang in.
        </Small>
      </Panel>
    </Page>
  );
}
