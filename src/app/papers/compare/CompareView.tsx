'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { sizeOrNull, type Size } from '@/core/measure';
import type { PaperModel } from '@/app/models';
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

type Beside = {
  paper: PaperModel;
  /** Titles that passed on it. */
  passed: string[];
  pieceMinor: number;
  /** What the price is of: a lot, or the list. */
  from: string;
};
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

type Line = { name: string; of: (beside: Beside) => ReactNode };

/** What is compared, line by line. */
function useLines(piece: Size): Line[] {
  const { size, money } = useUnits();
  const yesOr = (isSo: boolean, otherwise: string) => (isSo ? 'yes' : otherwise);
  return [
    {
      name: 'White',
      of: ({ paper }) => (
        <>
          <Patch style={{ background: WHITE[paper.brightener] }} aria-hidden="true" />
          brightener {paper.brightener}
        </>
      ),
    },
    { name: 'Base', of: ({ paper }) => paper.base },
    { name: 'Surface', of: ({ paper }) => paper.surface },
    { name: 'Weight', of: ({ paper }) => `${paper.gsm} g/m²` },
    { name: 'Thickness', of: ({ paper }) => `${(paper.thicknessUm / 1000).toFixed(2)} mm` },
    {
      name: `A piece of ${size(piece)}`,
      of: ({ pieceMinor, from }) => (
        <>
          {money(pieceMinor)} <Small>{from}</Small>
        </>
      ),
    },
    {
      name: 'Dries',
      of: ({ paper }) =>
        `${paper.dryHours} h${paper.gasOutHours ? `, ${paper.gasOutHours} h before glazing` : ''}`,
    },
    { name: 'May be rolled', of: ({ paper }) => yesOr(paper.mayRoll, 'no: flat only') },
    { name: 'Scuffs', of: ({ paper }) => yesOr(paper.scuffs, 'no') },
    { name: 'Permanence', of: ({ paper }) => paper.permanence || <Small>no claim on record</Small> },
    {
      name: 'Sample',
      of: ({ paper }) => `${paper.sample}${paper.sampleNotes ? `: ${paper.sampleNotes}` : ''}`,
    },
    {
      name: 'Passed on it',
      of: ({ passed }) => (passed.length ? passed.join(', ') : <Small>nothing yet</Small>),
    },
    {
      name: 'Made',
      of: ({ paper }) =>
        paper.discontinued ? <MarkedText kind="fails">discontinued</MarkedText> : 'yes',
    },
  ];
}

type Props = {
  all: { id: string; name: string }[];
  ids: string[];
  piece: Size;
  rows: Beside[];
};

/** Up to four papers side by side: white, weight, surface, price of a piece, what passed on each. */
export function CompareView({ all, ids, piece, rows }: Props) {
  const router = useRouter();
  const { size, withUnit } = useUnits();
  const go = (next: string[], pieceText = size(piece)) =>
    router.replace(
      `/papers/compare?ids=${next.join(',')}&piece=${encodeURIComponent(withUnit(pieceText))}`,
    );
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Papers side by side</PageTitle>
          <Lead>Up to four. The price of a piece follows the lot that would be used.</Lead>
        </div>
        <PieceForm piece={piece} onAsk={(text) => go(ids, text)} />
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
          <BesideTable rows={rows} piece={piece} />
        )}
        <Small>
          The patches show how the whites stand to each other, not the papers’ own white: lay swatches
          beside each other in the light they will hang in.
        </Small>
      </Panel>
    </Page>
  );
}

/** The piece whose price is compared. */
function PieceForm({ piece, onAsk }: { piece: Size; onAsk: (text: string) => void }) {
  const { size, unit, withUnit } = useUnits();
  const [typed, setTyped] = useState(size(piece));
  const isReadable = sizeOrNull(withUnit(typed), unit) !== null;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        onAsk(typed);
      }}
    >
      <Row style={{ alignItems: 'end' }}>
        <Field
          label="A piece of"
          value={typed}
          onChange={setTyped}
          width={150}
          wrong={isReadable ? null : 'Expected a size such as "450 x 350 mm".'}
        />
        <Button type="submit" isDisabled={!isReadable}>
          Price it
        </Button>
      </Row>
    </form>
  );
}

function BesideTable({ rows, piece }: { rows: Beside[]; piece: Size }) {
  const lines = useLines(piece);
  return (
    <ScrollArea>
      <Table aria-label="Papers side by side">
        <thead>
          <tr>
            <th />
            {rows.map(({ paper }) => (
              <th key={paper.id}>
                <Link href={`/papers/paper/${paper.id}`}>{paper.name}</Link>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.name}>
              <th scope="row">{line.name}</th>
              {rows.map((beside) => (
                <td key={beside.paper.id}>{line.of(beside)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}
