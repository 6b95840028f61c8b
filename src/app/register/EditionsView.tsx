'use client';
import Link from 'next/link';
import styled from 'styled-components';
import type { ImpressionState } from '@/core/edition/impressionStates';
import type { EditionModel } from '@/app/models';
import {
  EmptyState,
  PageHeader,
  Lead,
  Pagination,
  PageTitle,
  ScrollArea,
  Panel,
  Small,
  Table,
  Thumbnail,
  Page,
  WorkTitle,
} from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { ChainLine } from './ChainLine';
import { useUnits } from '@/ui/Units';

type Line = {
  edition: EditionModel;
  title: string;
  sha256: string | null;
  counts: Record<string, number>;
};

const Bar = styled.span`
  display: flex;
  width: 220px;
  height: 14px;
  border: 1px solid ${t.ink3};
  i {
    display: block;
    height: 100%;
    border-right: 1px solid ${t.sheet};
  }
`;

const sum = (c: Record<string, number>, ...states: ImpressionState[]) =>
  states.reduce((a, s) => a + (c[s] ?? 0), 0);
const gone = (c: Record<string, number>) =>
  sum(c, 'dispatched', 'delivered', 'gifted', 'kept', 'consigned');
const house = (c: Record<string, number>) =>
  sum(c, 'printed', 'inspected', 'signed', 'certified', 'allocated', 'returned');
const lost = (c: Record<string, number>) => sum(c, 'spoiled', 'destroyed', 'lost');

/** Every edition, with how far it has come. */
export function EditionsView({
  lines,
  total,
  page,
  perPage,
  entries,
}: {
  lines: Line[];
  total: number;
  page: number;
  perPage: number;
  entries: number;
}) {
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>The register</PageTitle>
          <Lead>
            Every impression and everything that happened to it, in the order it happened. Nothing in it
            is ever changed; what was wrong is put right by a later line.
          </Lead>
          <ChainLine entries={entries} />
        </div>
        <a href="/api/export/register.csv" download>
          Save it as CSV
        </a>
      </PageHeader>
      <Panel>
        {lines.length === 0 ? (
          <EmptyState title="No edition yet">
            <p>
              An edition is a declared run of prints of a work: open, or limited to a number that never
              grows. It is opened from a work, at its station Edition.
            </p>
          </EmptyState>
        ) : (
          <ScrollArea>
            <Table aria-label="Editions" $middle>
              <thead>
                <tr>
                  <th />
                  <th>Work</th>
                  <th>Edition</th>
                  <th>Run</th>
                  <th className="n">Gone</th>
                  <th className="n">In the house</th>
                  <th className="n">To print</th>
                  <th className="n">Lost or destroyed</th>
                  <th>Opened</th>
                </tr>
              </thead>
              <tbody>
                {lines.map((l) => (
                  <EditionLine key={l.edition.id} line={l} />
                ))}
              </tbody>
            </Table>
          </ScrollArea>
        )}
        <Pagination page={page} perPage={perPage} total={total} href={(p) => `/register?page=${p}`} />
      </Panel>
    </Page>
  );
}

function EditionLine({ line: { edition: e, title, sha256, counts: c } }: { line: Line }) {
  const { day } = useUnits();
  const proofs = e.proofs.AP + e.proofs.PP + e.proofs.HC;
  const unprinted = c.declared ?? 0;
  const whole = Math.max(1, gone(c) + house(c) + lost(c) + unprinted);
  const part = (n: number, background: string) =>
    n ? <i style={{ width: `${(100 * n) / whole}%`, background }} /> : null;
  return (
    <tr>
      <td>
        <Thumbnail $w={54} $h={42}>
          {sha256 && <img src={`/api/pictures/${sha256}/thumb`} alt="" loading="lazy" />}
        </Thumbnail>
      </td>
      <td>
        <Link href={`/register/${e.id}`} prefetch={false}>
          <WorkTitle>{title}</WorkTitle>
        </Link>
      </td>
      <td>
        {e.kind === 'open'
          ? 'open'
          : `limited to ${e.size}${e.name ? `, ${e.name}` : ''}${proofs ? ` + ${proofs} ${proofs === 1 ? 'proof' : 'proofs'}` : ''}`}
        {e.closedAt && (
          <Small>
            , closed {day(e.closedAt)}
            {unprinted > 0 && `, ${unprinted} never printed`}
          </Small>
        )}
      </td>
      <td>
        <Bar
          role="img"
          aria-label={`${gone(c)} gone, ${house(c)} in the house, ${unprinted} ${e.closedAt ? 'never printed' : 'to print'}`}
        >
          {part(gone(c), t.ink3)}
          {part(house(c), t.line)}
          {part(lost(c), t.fails)}
        </Bar>
      </td>
      <td className="n">{gone(c)}</td>
      <td className="n">{house(c)}</td>
      <td className="n">{e.kind === 'open' || e.closedAt ? '–' : unprinted}</td>
      <td className="n">{lost(c)}</td>
      <td>{day(e.openedAt)}</td>
    </tr>
  );
}
