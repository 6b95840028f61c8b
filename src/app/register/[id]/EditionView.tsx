'use client';
import type { EditionModel, FormatModel, PaperModel } from '@/app/models';
import Link from 'next/link';
import { useMemo } from 'react';
import styled from 'styled-components';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import {
  Columns,
  EmptyState,
  FactList,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { ChainLine } from '../ChainLine';
import {
  CloseSheet,
  ConsignSheet,
  HoldSheet,
  PrintSheet,
  ReasonSheet,
  ReserveSheet,
} from './EditionSheets';
import { ImpressionAside } from './ImpressionAside';
import { SheetsGrid } from './SheetsGrid';
import { unpackSheet, type PackedSheet, type SheetLine } from './sheets';
import { madeOrDeclared, standing, useEditionDesk, wordGroup, type EditionDesk } from './useEditionDesk';

type Reservation = {
  id: string;
  number: number | null;
  quantity: number;
  forWhom: string;
  untilOn: string;
};
type Props = {
  edition: EditionModel;
  title: string;
  sheets: PackedSheet[];
  counts: Record<string, number>;
  formats: FormatModel[];
  papers: Pick<PaperModel, 'id' | 'name'>[];
  channels: { id: string; name: string }[];
  reservations: Reservation[];
  last: { formatId: string | null; paperId: string | null } | null;
  entries: number;
  /** Numbers of a run that are neither gone, promised nor kept back; nothing for an open edition. */
  free: number | null;
  firstPriceMinor: number | null;
  picture: string | null;
  /** What the page is opened for. */
  begin: 'sign' | 'inspect' | 'print' | null;
};

const Acts = styled(Row)`
  position: sticky;
  bottom: 0;
  background: inherit;
  padding: 12px 0 4px;
  margin-top: 12px;
  justify-content: space-between;
`;
const FilterRow = styled(Row)`
  align-items: end;
  margin-bottom: 14px;
  flex-wrap: wrap;
`;
const sheetsWord = (n: number) => (n === 1 ? '1 sheet' : `${n} sheets`);

/** An edition drawn as its sheets; one or many are chosen, then one act is done to all of them. */
export function EditionView(props: Props) {
  const { edition, counts, formats, papers, picture, begin } = props;
  const rows = useMemo(() => props.sheets.map(unpackSheet), [props.sheets]);
  const desk = useEditionDesk({
    edition,
    rows,
    begin,
    hasPaperAndSize: formats.length > 0 && papers.length > 0,
  });
  const { chosen } = desk;
  useKeys(keysOf(desk));
  return (
    <Page>
      <Head {...props} onClose={() => desk.openSheet('close')} />
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
            <>
              <SheetFilterBar {...{ rows, desk, edition, formats }} />
              <SheetsGrid
                rows={desk.shown}
                edition={edition}
                picture={picture}
                selected={desk.selected}
                onSelect={desk.select}
              />
              <p style={{ marginTop: 8 }}>
                <Small>
                  {desk.shown.length === rows.length
                    ? `${madeOrDeclared(counts)} sheets`
                    : `${desk.shown.length} of ${rows.length} sheets`}
                </Small>
              </p>
            </>
          )}
          <ErrorCallout error={desk.action.error} />
          <ActsOnChosen desk={desk} remake={edition.remake} />
        </Panel>
        <div>
          <ImpressionAside id={chosen.at(-1)?.id ?? null} edition={edition} stamp={`${props.entries}`} />
          <Held reservations={props.reservations} />
          {(begin === 'sign' || begin === 'inspect') && <HowTo begin={begin} />}
        </div>
      </Columns>
      <OpenedSheet {...props} rows={rows} desk={desk} />
    </Page>
  );
}

/** Which sheets are drawn, and all of them chosen at once. */
function SheetFilterBar({
  rows,
  desk,
  edition,
  formats,
}: {
  rows: SheetLine[];
  desk: EditionDesk;
  edition: EditionModel;
  formats: FormatModel[];
}) {
  const { filter, setFilter, shown } = desk;
  const groups = useMemo(() => {
    const found = new Map<string, number>();
    for (const row of rows) {
      const word = wordGroup(row, edition);
      found.set(word, (found.get(word) ?? 0) + 1);
    }
    return [...found];
  }, [rows, edition]);
  return (
    <FilterRow>
      <Select
        label="Show"
        value={filter.word}
        onChange={(word) => setFilter({ ...filter, word })}
        options={[
          { key: '', name: `all ${rows.length}` },
          ...groups.map(([word, n]) => ({ key: word, name: `${word}, ${n}` })),
        ]}
      />
      {formats.length > 1 && (
        <Select
          label="Size"
          value={filter.formatId}
          onChange={(formatId) => setFilter({ ...filter, formatId })}
          options={[
            { key: '', name: 'every size' },
            ...formats.map((format) => ({ key: format.id, name: format.name })),
          ]}
        />
      )}
      <Field
        label="Numbers"
        value={filter.numbers}
        onChange={(numbers) => setFilter({ ...filter, numbers })}
        placeholder="7, 12–20"
        width={130}
      />
      <Button
        quiet
        isDisabled={shown.length === 0}
        onPress={() => desk.select(new Set(shown.map((row) => row.impression.id)))}
      >
        Choose {shown.length === rows.length ? 'all' : `these ${shown.length}`}
      </Button>
      {desk.chosen.length > 0 && (
        <Button quiet onPress={() => desk.select(new Set())}>
          Choose none
        </Button>
      )}
    </FilterRow>
  );
}

/** What is held for somebody, until when, and letting it go. */
function Held({ reservations }: { reservations: readonly Reservation[] }) {
  const { date } = useUnits();
  const action = useAction();
  if (!reservations.length) return null;
  return (
    <section style={{ marginTop: 24 }}>
      <PanelTitle>Held for somebody</PanelTitle>
      <FactList
        rows={reservations.map((each) => [
          each.forWhom,
          <span key={each.id}>
            {each.number ? `number ${each.number}` : `${each.quantity} of the run`}, until{' '}
            {date(each.untilOn)}{' '}
            <Button quiet onPress={() => void action.run('endReservation', { id: each.id })}>
              Let go
            </Button>
          </span>,
        ])}
      />
      <ErrorCallout error={action.error} />
    </section>
  );
}

/** The sheet that asks for what an act needs to be told. */
function OpenedSheet({
  edition,
  formats,
  papers,
  channels,
  last,
  free,
  firstPriceMinor,
  rows,
  desk,
}: Props & { rows: SheetLine[]; desk: EditionDesk }) {
  const { sheet, openSheet, chosen } = desk;
  const onClose = () => openSheet(null);
  switch (sheet) {
    case null:
      return null;
    case 'print':
      return (
        <PrintSheet
          {...{ edition, rows, formats, papers, last, onClose }}
          chosen={desk.toPrint ? chosen : []}
        />
      );
    case 'close':
      return <CloseSheet {...{ edition, onClose }} />;
    case 'reserve':
      return <ReserveSheet {...{ edition, free, onClose }} chosen={chosen[0] ?? null} />;
    case 'hold':
      return <HoldSheet {...{ edition, onClose }} chosen={chosen[0]!} />;
    case 'consign':
      return <ConsignSheet {...{ edition, channels, firstPriceMinor, chosen, onClose }} />;
    default:
      return <ReasonSheet act={sheet} {...{ edition, chosen, onClose }} />;
  }
}

/** The keys that do something to what is chosen just now. */
function keysOf({ chosen, mayAll, mayPrint, mayReserve, handle, openSheet }: EditionDesk) {
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
    mayReserve && { key: 'r', label: 'hold a number for somebody', run: () => openSheet('reserve') },
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
      <Row>
        <ButtonLink href={`/register/${edition.id}/sign`}>Sign at the table</ButtonLink>
        <a href={`/api/documents/opening-statement/${edition.id}`} target="_blank" rel="noreferrer">
          Opening statement
        </a>
        <a href={`/api/documents/edition-register/${edition.id}`} target="_blank" rel="noreferrer">
          Register as PDF
        </a>
        {edition.kind === 'limited' && !edition.closedAt && (
          <Link href={`/register/${edition.id}/notebook`}>From a notebook</Link>
        )}
        {!edition.closedAt && (
          <Button quiet onPress={onClose}>
            Close the edition
          </Button>
        )}
      </Row>
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
        {mayAll('certified') && (
          <Button isDisabled={action.isPending} onPress={() => void desk.certify()}>
            {count === 1 ? 'Write its certificate' : `Write ${count} certificates`}
          </Button>
        )}
        {desk.haveCertificates && (
          <a
            href={`/api/documents/certificates/${chosen.map((each) => each.id).join(',')}`}
            target="_blank"
            rel="noreferrer"
          >
            {count === 1 ? 'Certificate as PDF' : `${count} certificates as one PDF`}
          </a>
        )}
        {desk.mayConsign && <Button onPress={() => openSheet('consign')}>To a shop</Button>}
        {desk.mayReserve && (
          <Button keyName="r" onPress={() => openSheet('reserve')}>
            Hold for somebody
          </Button>
        )}
        {desk.mayHold && <Button onPress={() => openSheet('hold')}>Keep back</Button>}
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
  { act: 'kept', label: 'Keep' },
  { act: 'delivered', label: 'Sold there' },
] as const;
const WITH_REASON = [
  { act: 'gifted', label: 'Give away' },
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
