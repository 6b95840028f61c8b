'use client';
import type { EditionModel, FormatModel, ImpressionModel, PaperModel } from '@/app/models';
import { mayDo } from '@/core/edition/impressionStates';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { Selection } from 'react-aria-components';
import styled from 'styled-components';

import { useAction } from '@/app/useAction';
import type { ActionInput } from '@/studio/registry';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { useKeys } from '@/ui/Keys';
import {
  Columns,
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Pagination,
  Panel,
  Small,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { ChainLine } from '../ChainLine';
import { CloseSheet, PrintSheet, ReasonSheet, type ReasonAct } from './EditionSheets';
import { ImpressionAside } from './ImpressionAside';
import { SheetsGrid } from './SheetsGrid';

/** A number of the edition, with the names of what it is and whom it is held for. */
export type SheetLine = {
  impression: ImpressionModel;
  formatName: string | null;
  paperName: string | null;
  orderNumber: number | null;
  orderId: string | null;
};
type Props = {
  edition: EditionModel;
  title: string;
  rows: SheetLine[];
  counts: Record<string, number>;
  page: number;
  perPage: number;
  formats: FormatModel[];
  papers: PaperModel[];
  entries: number;
  /** Numbers of a run that are neither gone nor promised; nothing for an open edition. */
  free: number | null;
  picture: string | null;
  begin: 'sign' | 'inspect' | null;
};

const Acts = styled(Row)`
  position: sticky;
  bottom: 0;
  background: inherit;
  padding: 12px 0 4px;
  margin-top: 12px;
  justify-content: space-between;
`;
const sheetsWord = (n: number) => (n === 1 ? '1 sheet' : `${n} sheets`);

/** An edition drawn as its sheets; one or many are chosen, then one act is done to all of them. */
export function EditionView({
  edition,
  title,
  rows,
  counts,
  free,
  page,
  perPage,
  formats,
  papers,
  entries,
  picture,
  begin,
}: Props) {
  const { day } = useUnits();
  const first = useMemo(() => {
    const wants = begin === 'sign' ? ['inspected'] : begin === 'inspect' ? ['printed', 'returned'] : [];
    return rows
      .filter((r) => wants.includes(r.impression.state) && ['run', 'open'].includes(r.impression.kind))
      .map((r) => r.impression.id);
  }, [rows, begin]);
  const [selected, setSelected] = useState<Selection>(() => new Set(first));
  const [sheet, setSheet] = useState<'print' | 'close' | ReasonAct | null>(null);
  const action = useAction();
  const chosen = rows
    .filter((r) => selected === 'all' || selected.has(r.impression.id))
    .map((r) => r.impression);
  const ids = chosen.map((i) => i.id);
  const all = (name: Parameters<typeof mayDo>[0]) =>
    chosen.length > 0 &&
    chosen.every((i) => mayDo(name, i.state) && (!i.orderLineId || name === 'certified'));
  const handle = (name: ActionInput<'handleImpressions'>['act']) =>
    void action.run('handleImpressions', {
      editionId: edition.id,
      impressionIds: ids,
      act: name,
      note: '',
    });
  const toPrint = chosen.length > 0 && chosen.every((i) => i.state === 'declared');
  const total = Object.values(counts).reduce((a, b) => a + b, 0);
  const mayPrint =
    !edition.closedAt &&
    formats.length > 0 &&
    papers.length > 0 &&
    (edition.kind === 'open' || toPrint || chosen.length === 0);
  useKeys([
    ...(all('signed')
      ? [{ key: 's', label: `sign ${sheetsWord(chosen.length)}`, run: () => handle('signed') }]
      : []),
    ...(all('passed')
      ? [
          {
            key: 'i',
            label: `pass ${sheetsWord(chosen.length)} at inspection`,
            run: () => handle('passed'),
          },
        ]
      : []),
    ...(all('spoiled')
      ? [{ key: 'l', label: 'spoil, with the reason', run: () => setSheet('spoiled') }]
      : []),
    ...(mayPrint ? [{ key: 'p', label: 'record prints', run: () => setSheet('print') }] : []),
  ]);
  const gone = (counts.dispatched ?? 0) + (counts.delivered ?? 0);
  const ready =
    (counts.signed ?? 0) +
    (counts.certified ?? 0) +
    (['on request', 'certificate only'].includes(edition.signing) ? (counts.inspected ?? 0) : 0);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>
            <Link href={`/works/${edition.workId}/edition`} prefetch={false}>
              {title}
            </Link>
          </PageTitle>
          <Lead>
            {edition.covers} Declared {day(edition.openedAt)}. {gone} gone, {ready} ready,{' '}
            {edition.kind === 'open'
              ? `${total} made so far`
              : edition.closedAt
                ? `${counts.declared ?? 0} never printed`
                : `${counts.declared ?? 0} not yet printed`}
            {free !== null && `, ${Math.max(0, free)} free to sell`}.
            {edition.closedAt && ` Closed ${day(edition.closedAt)}.`}
          </Lead>
          <ChainLine entries={entries} />
        </div>
        {!edition.closedAt && (
          <Button quiet onPress={() => setSheet('close')}>
            Close the edition
          </Button>
        )}
      </PageHeader>
      <Columns $aside={372}>
        <Panel>
          {rows.length === 0 ? (
            <EmptyState title="No print yet">
              <p>
                Impressions of an open edition are counted as they are made. Record the first prints and
                they stand here, one sheet each.
              </p>
            </EmptyState>
          ) : (
            <SheetsGrid
              rows={rows}
              edition={edition}
              picture={picture}
              selected={selected}
              onSelect={setSelected}
            />
          )}
          <Pagination
            page={page}
            perPage={perPage}
            total={total}
            href={(p) => `/register/${edition.id}?page=${p}`}
          />
          <ErrorCallout error={action.error} />
          <Acts>
            <Row>
              {all('signed') && (
                <Button main keyName="s" isDisabled={action.isPending} onPress={() => handle('signed')}>
                  Sign {chosen.length}
                </Button>
              )}
              {all('passed') && (
                <Button
                  main={!all('signed')}
                  keyName="i"
                  isDisabled={action.isPending}
                  onPress={() => handle('passed')}
                >
                  Pass {chosen.length}
                </Button>
              )}
              {all('spoiled') && (
                <Button keyName="l" onPress={() => setSheet('spoiled')}>
                  Spoil
                </Button>
              )}
              {all('certified') && (
                <Button isDisabled={action.isPending} onPress={() => handle('certified')}>
                  Certificates written
                </Button>
              )}
              {all('kept') && (
                <Button isDisabled={action.isPending} onPress={() => handle('kept')}>
                  Keep
                </Button>
              )}
              {all('gifted') && <Button onPress={() => setSheet('gifted')}>Give away</Button>}
              {all('consigned') && <Button onPress={() => setSheet('consigned')}>To a shop</Button>}
              {all('delivered') && (
                <Button isDisabled={action.isPending} onPress={() => handle('delivered')}>
                  Sold there
                </Button>
              )}
              {all('returned') && <Button onPress={() => setSheet('returned')}>Came back</Button>}
              {all('lost') && <Button onPress={() => setSheet('lost')}>Lost</Button>}
              {all('destroyed') && <Button onPress={() => setSheet('destroyed')}>Destroyed</Button>}
              {all('remade') && edition.remake === 'remake' && (
                <Button isDisabled={action.isPending} onPress={() => handle('remade')}>
                  Make the number again
                </Button>
              )}
              {mayPrint && (
                <Button
                  keyName="p"
                  main={chosen.length === 0 || toPrint}
                  onPress={() => setSheet('print')}
                >
                  {toPrint ? `Record ${chosen.length} printed` : 'Record prints'}
                </Button>
              )}
            </Row>
            <Small>
              {chosen.length
                ? `${chosen.length} chosen, shift and arrows for more`
                : 'Choose sheets to act on them'}
            </Small>
          </Acts>
        </Panel>
        <div>
          <ImpressionAside
            id={ids.at(-1) ?? null}
            edition={edition}
            stamp={
              rows
                .map((r) => r.impression.changedAt)
                .sort()
                .at(-1) ?? ''
            }
          />
          {begin === 'sign' && (
            <Callout style={{ marginTop: 20 }}>
              <h3>Before you sign</h3>Try the pen on a scrap of this paper: pigment surfaces scrape under
              some. Number left, title middle, signature right, all under the picture. Clean, dry hands;
              one sheet on the table at a time.
            </Callout>
          )}
          {begin === 'inspect' && (
            <Callout style={{ marginTop: 20 }}>
              <h3>Look for</h3>Size within tolerance, corners, scratches, missing ink or banding, specks,
              colour beside the reference. Hold it by the edges, in the light it will hang in.
            </Callout>
          )}
        </div>
      </Columns>
      {sheet === 'print' && (
        <PrintSheet
          edition={edition}
          chosen={toPrint ? chosen : []}
          rows={rows}
          formats={formats}
          papers={papers}
          onClose={() => setSheet(null)}
        />
      )}
      {sheet === 'close' && <CloseSheet edition={edition} onClose={() => setSheet(null)} />}
      {sheet && sheet !== 'print' && sheet !== 'close' && (
        <ReasonSheet act={sheet} edition={edition} chosen={chosen} onClose={() => setSheet(null)} />
      )}
    </Page>
  );
}
