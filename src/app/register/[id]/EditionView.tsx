'use client';
import type { EditionModel, FormatModel, ImpressionModel, PaperModel } from '@/app/models';
import Link from 'next/link';
import styled from 'styled-components';

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
import { CloseSheet, PrintSheet, ReasonSheet } from './EditionSheets';
import { Stopwatch } from '@/app/Stopwatch';
import { ImpressionAside } from './ImpressionAside';
import { SheetsGrid } from './SheetsGrid';
import { madeOrDeclared, standing, useEditionDesk, type EditionDesk } from './useEditionDesk';

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
export function EditionView(props: Props) {
  const { edition, rows, counts, page, perPage, formats, papers, picture, begin } = props;
  const desk = useEditionDesk({
    edition,
    rows,
    begin,
    hasPaperAndSize: formats.length > 0 && papers.length > 0,
  });
  const { chosen, sheet, openSheet } = desk;
  useKeys(keysOf(desk));
  return (
    <Page>
      <Head {...props} onClose={() => openSheet('close')} />
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
              selected={desk.selected}
              onSelect={desk.select}
            />
          )}
          <Pagination
            page={page}
            perPage={perPage}
            total={madeOrDeclared(counts)}
            href={(p) => `/register/${edition.id}?page=${p}`}
          />
          <ErrorCallout error={desk.action.error} />
          <ActsOnChosen desk={desk} remake={edition.remake} />
        </Panel>
        <div>
          <ImpressionAside
            id={chosen.at(-1)?.id ?? null}
            edition={edition}
            stamp={
              rows
                .map((r) => r.impression.changedAt)
                .sort()
                .at(-1) ?? ''
            }
          />
          {rows.some((row) => row.impression.state === 'inspected') && <Stopwatch act="sign" />}
          {begin && <HowTo begin={begin} />}
        </div>
      </Columns>
      {sheet === 'print' && (
        <PrintSheet
          edition={edition}
          chosen={desk.toPrint ? chosen : []}
          rows={rows}
          formats={formats}
          papers={papers}
          onClose={() => openSheet(null)}
        />
      )}
      {sheet === 'close' && <CloseSheet edition={edition} onClose={() => openSheet(null)} />}
      {sheet && sheet !== 'print' && sheet !== 'close' && (
        <ReasonSheet act={sheet} edition={edition} chosen={chosen} onClose={() => openSheet(null)} />
      )}
    </Page>
  );
}

/** The keys that do something to what is chosen just now. */
function keysOf({ chosen, mayAll, mayPrint, handle, openSheet }: EditionDesk) {
  const keys = [
    mayAll('signed') && {
      key: 's',
      label: `sign ${sheetsWord(chosen.length)}`,
      run: () => void handle('signed'),
    },
    mayAll('passed') && {
      key: 'i',
      label: `pass ${sheetsWord(chosen.length)} at inspection`,
      run: () => void handle('passed'),
    },
    mayAll('spoiled') && { key: 'l', label: 'spoil, with the reason', run: () => openSheet('spoiled') },
    mayPrint && { key: 'p', label: 'record prints', run: () => openSheet('print') },
  ];
  return keys.filter((key) => key !== false);
}

function Head({
  edition,
  title,
  counts,
  entries,
  free,
  onClose,
}: Pick<Props, 'edition' | 'title' | 'counts' | 'entries' | 'free'> & { onClose: () => void }) {
  const { day } = useUnits();
  return (
    <PageHeader>
      <div>
        <PageTitle>
          <Link href={`/works/${edition.workId}/edition`} prefetch={false}>
            {title}
          </Link>
        </PageTitle>
        <Lead>
          {edition.covers} Declared {day(edition.openedAt)}. {standing(edition, counts)}
          {free !== null && `, ${Math.max(0, free)} free to sell`}.
          {edition.closedAt && ` Closed ${day(edition.closedAt)}.`}
        </Lead>
        <ChainLine entries={entries} />
      </div>
      {!edition.closedAt && (
        <Button quiet onPress={onClose}>
          Close the edition
        </Button>
      )}
    </PageHeader>
  );
}

/** One act for everything chosen: only those that every one of them allows. */
function ActsOnChosen({ desk, remake }: { desk: EditionDesk; remake: EditionModel['remake'] }) {
  const { chosen, mayAll, handle, openSheet, action } = desk;
  const count = chosen.length;
  return (
    <Acts>
      <Row>
        {mayAll('signed') && (
          <Button main keyName="s" isDisabled={action.isPending} onPress={() => void handle('signed')}>
            Sign {count}
          </Button>
        )}
        {mayAll('passed') && (
          <Button
            main={!mayAll('signed')}
            keyName="i"
            isDisabled={action.isPending}
            onPress={() => void handle('passed')}
          >
            Pass {count}
          </Button>
        )}
        {mayAll('spoiled') && (
          <Button keyName="l" onPress={() => openSheet('spoiled')}>
            Spoil
          </Button>
        )}
        {AT_ONCE.filter(({ act }) => mayAll(act)).map(({ act, label }) => (
          <Button key={act} isDisabled={action.isPending} onPress={() => void handle(act)}>
            {label}
          </Button>
        ))}
        {WITH_REASON.filter(({ act }) => mayAll(act)).map(({ act, label }) => (
          <Button key={act} onPress={() => openSheet(act)}>
            {label}
          </Button>
        ))}
        {mayAll('remade') && remake === 'remake' && (
          <Button isDisabled={action.isPending} onPress={() => void handle('remade')}>
            Make the number again
          </Button>
        )}
        {desk.mayPrint && (
          <Button keyName="p" main={count === 0 || desk.toPrint} onPress={() => openSheet('print')}>
            {desk.toPrint ? `Record ${count} printed` : 'Record prints'}
          </Button>
        )}
      </Row>
      <Small>
        {count ? `${count} chosen, shift and arrows for more` : 'Choose sheets to act on them'}
      </Small>
    </Acts>
  );
}

const AT_ONCE = [
  { act: 'certified', label: 'Certificates written' },
  { act: 'kept', label: 'Keep' },
  { act: 'delivered', label: 'Sold there' },
] as const;
const WITH_REASON = [
  { act: 'gifted', label: 'Give away' },
  { act: 'consigned', label: 'To a shop' },
  { act: 'returned', label: 'Came back' },
  { act: 'lost', label: 'Lost' },
  { act: 'destroyed', label: 'Destroyed' },
] as const;

function HowTo({ begin }: { begin: 'sign' | 'inspect' }) {
  if (begin === 'sign')
    return (
      <Callout style={{ marginTop: 20 }}>
        <h3>Before you sign</h3>Try the pen on a scrap of this paper: pigment surfaces scrape under some.
        Number left, title middle, signature right, all under the picture. Clean, dry hands; one sheet on
        the table at a time.
      </Callout>
    );
  return (
    <Callout style={{ marginTop: 20 }}>
      <h3>Look for</h3>Size within tolerance, corners, scratches, missing ink or banding, specks, colour
      beside the reference. Hold it by the edges, in the light it will hang in.
    </Callout>
  );
}
