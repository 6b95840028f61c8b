'use client';
import Link from 'next/link';
import styled from 'styled-components';
import type { ImpressionState } from '@/core/edition/impressionStates';
import type { EditionModel } from '@/app/models';
import type { EditionAlert, EditionFigures } from '@/studio/editions/figures';
import { DataTable, type Column } from '@/ui/DataTable';
import {
  EmptyState,
  PageHeader,
  Lead,
  Pagination,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Thumbnail,
  Page,
  WorkTitle,
} from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { Mark } from '@/ui/Verdict';
import { ChainLine } from './ChainLine';
import { PaceChart } from './PaceChart';
import { RegisterNav } from './RegisterNav';
import { useUnits } from '@/ui/Units';

type Line = {
  edition: EditionModel;
  title: string;
  sha256: string | null;
  counts: Record<string, number>;
  figures: EditionFigures;
};

const Bar = styled.span`
  display: flex;
  width: 150px;
  height: 12px;
  border: 1px solid ${t.ink3};
  i {
    display: block;
    height: 100%;
    border-right: 1px solid ${t.sheet};
  }
`;
const Alerts = styled.ul`
  display: grid;
  gap: 8px;
  li {
    display: grid;
    grid-template-columns: 14px 128px minmax(0, 1fr) auto;
    gap: 10px;
    align-items: baseline;
  }
  b {
    font-weight: 600;
  }
`;

const sum = (c: Record<string, number>, ...states: ImpressionState[]) =>
  states.reduce((a, s) => a + (c[s] ?? 0), 0);
const gone = (c: Record<string, number>) =>
  sum(c, 'dispatched', 'delivered', 'gifted', 'kept', 'consigned');
const house = (c: Record<string, number>) =>
  sum(c, 'printed', 'inspected', 'signed', 'certified', 'allocated', 'returned');
const lost = (c: Record<string, number>) => sum(c, 'spoiled', 'destroyed', 'lost');

/** Every edition: how far it has come, what is left of it, and when at this pace it is gone. */
export function EditionsView({
  lines,
  alerts,
  total,
  page,
  perPage,
  entries,
}: {
  lines: Line[];
  alerts: EditionAlert[];
  total: number;
  page: number;
  perPage: number;
  entries: number;
}) {
  const { sentence } = useUnits();
  return (
    <Page>
      <RegisterNav />
      <PageHeader>
        <div>
          <PageTitle>The register</PageTitle>
          <Lead>
            Every impression and everything that happened to it, in the order it happened. Nothing in it
            is ever changed; what was wrong is put right by a later line.
          </Lead>
          <ChainLine entries={entries} />
        </div>
      </PageHeader>
      {alerts.length > 0 && (
        <Panel style={{ marginBottom: 16 }}>
          <PanelTitle>Wants somebody</PanelTitle>
          <Alerts>
            {alerts.map((alert) => (
              <li key={alert.says}>
                <Mark kind={alert.verdict} />
                <b>{alert.word}</b>
                <span>{sentence(alert.says)}</span>
                <Link href={alert.href} prefetch={false}>
                  {alert.act}
                </Link>
              </li>
            ))}
          </Alerts>
        </Panel>
      )}
      <Panel>
        {lines.length === 0 ? (
          <EmptyState title="No edition yet">
            <p>
              An edition is a declared run of prints of a work: open, or limited to a number that never
              grows. It is opened from a work, at its station Edition.
            </p>
          </EmptyState>
        ) : (
          <DataTable
            label="Editions"
            rows={lines}
            columns={COLUMNS}
            keyOf={(line) => line.edition.id}
            lineOf={(line) => <EditionLine line={line} />}
            isOnePage={total > lines.length}
            isMiddle
          />
        )}
        <Pagination page={page} perPage={perPage} total={total} href={(p) => `/register?page=${p}`} />
      </Panel>
    </Page>
  );
}

function kindWords(e: EditionModel): string {
  if (e.kind === 'open') return 'open';
  const proofs = e.proofs.AP + e.proofs.PP + e.proofs.HC;
  const outside = proofs ? ` + ${proofs} ${proofs === 1 ? 'proof' : 'proofs'}` : '';
  return `limited to ${e.size}${e.name ? `, ${e.name}` : ''}${outside}`;
}

const COLUMNS: readonly Column<Line>[] = [
  { key: 'picture', head: 'Picture', isUnheaded: true },
  { key: 'title', head: 'Work and edition', by: (line) => line.title },
  { key: 'run', head: 'Run', by: ({ edition }) => (edition.kind === 'open' ? null : edition.size) },
  { key: 'sold', head: 'Sold', by: ({ figures }) => figures.sold, isFigure: true },
  { key: 'ready', head: 'Ready', by: ({ figures }) => figures.ready, isFigure: true },
  { key: 'out', head: 'Out', by: ({ figures }) => figures.out, isFigure: true },
  { key: 'free', head: 'Free', by: ({ figures }) => figures.free, isFigure: true },
  { key: 'income', head: 'Brought in', by: ({ figures }) => figures.incomeMinor, isFigure: true },
  { key: 'left', head: 'Still brings', by: ({ figures }) => figures.leftMinor, isFigure: true },
  { key: 'since', head: 'Sold since it was opened', by: ({ figures }) => figures.openedOn },
  { key: 'pace', head: 'At this pace', by: ({ figures }) => figures.pace.goneOn },
];

function EditionLine({ line }: { line: Line }) {
  const { edition: e, title, sha256, counts: c, figures: f } = line;
  const { day, date, money, today } = useUnits();
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
        <br />
        <Small>
          {kindWords(e)}
          {e.closedAt && `, closed ${day(e.closedAt)}, ${unprinted} never printed`}
        </Small>
      </td>
      <td>
        <Bar
          role="img"
          aria-label={`${gone(c)} gone, ${house(c)} in the house, ${unprinted} ${e.closedAt ? 'never printed' : 'to print'}, ${lost(c)} lost or destroyed`}
        >
          {part(gone(c), t.ink3)}
          {part(house(c), t.line)}
          {part(lost(c), t.fails)}
        </Bar>
      </td>
      <td className="n">{f.sold}</td>
      <td className="n">{f.ready}</td>
      <td className="n">{f.out}</td>
      <td className="n">
        {f.free ?? '–'}
        {f.reserved > 0 && (
          <>
            <br />
            <Small>{f.reserved} held</Small>
          </>
        )}
      </td>
      <td className="n">
        {f.incomeMinor === 0 && f.sold > 0 ? <Small>not noted</Small> : money(f.incomeMinor)}
      </td>
      <td className="n">
        {f.leftMinor === null ? '–' : money(f.leftMinor)}
        {f.tier && (
          <>
            <br />
            <Small>
              {f.tier.priceMinor !== null && `${money(f.tier.priceMinor)} `}from no. {f.tier.from}, in{' '}
              {f.tier.in}
            </Small>
          </>
        )}
      </td>
      <td>
        <PaceChart figures={f} openedOn={f.openedOn} today={today()} />
      </td>
      <td>
        {f.pace.goneOn && e.kind === 'limited' ? (
          <>gone about {date(f.pace.goneOn)}</>
        ) : (
          <Small>{e.kind === 'open' ? `${f.pace.perMonth.toFixed(1)} a month` : 'cannot be told'}</Small>
        )}
        {e.kind === 'limited' && f.pace.goneOn && (
          <>
            <br />
            <Small>{f.pace.perMonth.toFixed(1)} a month</Small>
          </>
        )}
      </td>
    </tr>
  );
}
