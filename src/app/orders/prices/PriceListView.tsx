'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { ActionSheet } from '@/app/ActionSheet';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import {
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import type { ListColumn, ListedWork, PriceListRows } from '@/studio/prices/priceList';
import { SalesNav } from '../SalesNav';
import { usePriceList, type Moved, type PriceList } from './usePriceList';

const WORK_WIDTH = 164;
const COLUMN_WIDTH = 172;
const LINE_HEIGHT = 22;

const Frame = styled.div`
  overflow: auto;
  max-height: max(360px, calc(100vh - 330px));
  border-top: 1px solid ${t.ink};
  border-bottom: 1px solid ${t.line};
`;
const Head = styled.div`
  display: flex;
  position: sticky;
  top: 0;
  z-index: 2;
  background: ${t.sheet};
  border-bottom: 1px solid ${t.line};
  span {
    flex: none;
    width: ${COLUMN_WIDTH}px;
    padding: 6px 8px;
    border-left: 1px solid ${t.hair};
  }
  span:first-child {
    width: ${WORK_WIDTH}px;
    border-left: 0;
    padding-left: 0;
  }
  b {
    display: block;
  }
`;
const WorkLine = styled.div`
  display: flex;
  position: absolute;
  left: 0;
  right: 0;
  border-bottom: 1px solid ${t.hair};
`;
const WorkName = styled.div`
  flex: none;
  width: ${WORK_WIDTH}px;
  padding: 8px 10px 8px 0;
  display: flex;
  gap: 10px;
  img {
    width: 40px;
    height: 32px;
    object-fit: contain;
    flex: none;
  }
  a {
    font: italic 15px/18px ${t.serif};
  }
`;
const Cell = styled.div`
  flex: none;
  width: ${COLUMN_WIDTH}px;
  padding: 7px 8px 7px 8px;
  border-left: 1px solid ${t.hair};
  font-size: 13px;
  div {
    display: grid;
    grid-template-columns: auto 1fr 38px;
    gap: 6px;
    height: ${LINE_HEIGHT}px;
    align-items: center;
    white-space: nowrap;
  }
  b {
    text-align: right;
  }
  small {
    text-align: right;
    color: ${t.ink2};
    font-size: 12px;
  }
  [data-moved] small {
    color: ${t.ink};
    font-weight: 600;
  }
`;
const Asks = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: flex-start;
  ${narrow} {
    display: grid;
  }
`;

/** Everything that is for sale, works down, lines and finishes across; and what would be if a cost changed. */
export function PriceListView(props: PriceListRows) {
  const list = usePriceList(props);
  const [isTaxing, setTaxing] = useState(false);
  const { works } = props;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Price list</PageTitle>
          <Lead>
            Each price with the share of it that stays with you. Change an hour, a fee or a paper below:
            every figure moves before anything is kept.
          </Lead>
        </div>
        <Row>
          <ButtonLink href="/api/documents/price-list/now" target="_blank">
            Price list as PDF
          </ButtonLink>
          <ButtonLink href="/api/export/price-list.csv">CSV</ButtonLink>
          <Button onPress={() => setTaxing(true)}>Tax on papers</Button>
        </Row>
      </PageHeader>
      <SalesNav />
      {works.length === 0 ? (
        <Panel>
          <EmptyState title="Nothing is for sale yet">
            <p>A product is a size of a work in a line and a finish: offer some under Price of a work.</p>
          </EmptyState>
        </Panel>
      ) : (
        <Panel>
          <Stack $gap={14}>
            <WhatIfPanel list={list} {...props} />
            <Grid list={list} {...props} />
          </Stack>
        </Panel>
      )}
      {isTaxing && <TaxSheet taxShown={props.taxShown} onClose={() => setTaxing(false)} />}
    </Page>
  );
}

/** The rate of tax that papers show beside prices kept without. */
function TaxSheet({ taxShown, onClose }: { taxShown: number | null; onClose: () => void }) {
  return (
    <ActionSheet
      act="showTax"
      title="Tax on papers"
      label="Keep it"
      about="tax"
      first={{ share: taxShown as number | string | null }}
      asks={[
        {
          kind: 'share',
          name: 'share',
          label: 'Shown at',
          hint: 'empty: none; prices are kept without tax whatever is shown',
        },
      ]}
      input={({ share }) => ({ share: share === null || share === '' ? null : Number(share) })}
      onClose={onClose}
    >
      <p>Taxes differ by place: ask someone licensed to advise what you owe and must show.</p>
    </ActionSheet>
  );
}

function WhatIfPanel({ list, papers, ratePerHour }: PriceListRows & { list: PriceList }) {
  const { currency, bareMoney } = useUnits();
  const { asked, ask, wrong, changes, action } = list;
  return (
    <section aria-label="What if">
      <Stack $gap={10}>
        <PanelTitle>
          What if <span>{list.isAsked ? 'looked at, not kept' : 'nothing changed'}</span>
        </PanelTitle>
        <Asks>
          <Field
            label={`An hour costs, ${currency}`}
            value={asked.hour}
            onChange={(hour) => ask('hour', hour)}
            placeholder={bareMoney(ratePerHour)}
            wrong={wrong.hour}
            width={120}
            inputMode="decimal"
          />
          <Field
            label="Paper dearer by, %"
            value={asked.paper}
            onChange={(paper) => ask('paper', paper)}
            placeholder="0"
            wrong={wrong.paper}
            width={130}
            inputMode="decimal"
          />
          <Select
            label="Which paper"
            value={asked.paperId}
            onChange={(paperId) => ask('paperId', paperId)}
            options={[
              { key: '', name: 'all papers' },
              ...papers.map(({ id, name }) => ({ key: id, name })),
            ]}
            width={190}
          />
          <Field
            label="Fees more by, points"
            value={asked.fees}
            onChange={(fees) => ask('fees', fees)}
            placeholder="0"
            wrong={wrong.fees}
            width={130}
            inputMode="decimal"
          />
          <Field
            label="To keep of each, %"
            value={asked.margin}
            onChange={(margin) => ask('margin', margin)}
            placeholder="as now"
            wrong={wrong.margin}
            width={130}
            inputMode="decimal"
          />
          <Select
            label="And then"
            value={asked.keeps}
            onChange={(keeps) => ask('keeps', keeps)}
            options={[
              { key: 'prices', name: 'prices stay, shares move' },
              { key: 'margins', name: 'shares stay, prices move' },
            ]}
            width={210}
          />
          <Select
            label="Prices end"
            value={asked.step}
            onChange={(step) => ask('step', step)}
            options={[
              { key: '1', name: 'as they come' },
              { key: '50', name: 'on a half' },
              { key: '100', name: 'whole' },
              { key: '500', name: 'in fives' },
            ]}
            width={130}
          />
        </Asks>
        <Row>
          {changes.length > 0 && (
            <>
              <Field label="Valid from" type="date" value={list.validFrom} onChange={list.setValidFrom} />
              <Button main isDisabled={action.isPending} onPress={() => void list.keep()}>
                {changes.length === 1 ? 'Keep this price' : `Keep these ${changes.length} prices`}
              </Button>
            </>
          )}
          {list.isAsked && (
            <Button quiet onPress={list.putBack}>
              As it is
            </Button>
          )}
        </Row>
        <ErrorCallout error={action.error} fields={[]} />
      </Stack>
    </section>
  );
}

/** The grid itself: only the works that are seen are drawn, however many there are. */
function Grid({ list, works, columns }: PriceListRows & { list: PriceList }) {
  const frame = useRef<HTMLDivElement>(null);
  const { shown } = list;
  const heights = useMemo(() => new Map(works.map((work) => [work.id, heightOf(work)])), [works]);
  // eslint-disable-next-line react-hooks/incompatible-library -- the virtualizer is asked anew at every drawing, and holds no memo of ours
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => frame.current,
    estimateSize: (i) => heights.get(shown[i]!.id)!,
    getItemKey: (i) => shown[i]!.id,
    overscan: 6,
    initialRect: { width: 1_200, height: 600 },
  });
  const width = WORK_WIDTH + columns.length * COLUMN_WIDTH;
  return (
    <Stack $gap={8}>
      <Row>
        <Field
          label="Find a work"
          hideLabel
          placeholder="Find a work"
          value={list.search}
          onChange={list.setSearch}
          width={220}
        />
        <Small role="status">
          {shown.length} works, {shown.reduce((sum, work) => sum + work.products.length, 0)} products
        </Small>
      </Row>
      <Frame ref={frame} tabIndex={0} role="region" aria-label="Price list, scrolls">
        <div role="table" aria-label="Prices" style={{ width }}>
          <Head role="row">
            <span role="columnheader">Work</span>
            {columns.map((column) => (
              <span role="columnheader" key={column.key}>
                <b>{column.line}</b>
                {column.finish}
              </span>
            ))}
          </Head>
          <div role="rowgroup" style={{ height: rows.getTotalSize(), position: 'relative' }}>
            {rows.getVirtualItems().map((row) => (
              <WorkLine key={row.key} role="row" style={{ top: row.start, height: row.size }}>
                <WorkRow work={shown[row.index]!} columns={columns} moved={list.moved} />
              </WorkLine>
            ))}
          </div>
        </div>
      </Frame>
      <Small>
        Costs are those of today, by the same calculation as everywhere. Prices are kept without tax.
      </Small>
    </Stack>
  );
}

const heightOf = (work: ListedWork): number => {
  const inColumn = new Map<string, number>();
  for (const { column } of work.products) inColumn.set(column, (inColumn.get(column) ?? 0) + 1);
  return Math.max(52, Math.max(0, ...inColumn.values()) * LINE_HEIGHT + 16);
};

/** Drawn anew only when its own figures moved, not at every step of the scroll. */
const WorkRow = memo(function WorkRow({
  work,
  columns,
  moved,
}: {
  work: ListedWork;
  columns: readonly ListColumn[];
  moved: ReadonlyMap<string, Moved>;
}) {
  return (
    <>
      <WorkName role="rowheader">
        {work.picture && <img src={`/api/pictures/${work.picture}/thumb`} alt="" loading="lazy" />}
        <a href={`/works/${work.id}/price`}>{work.title}</a>
      </WorkName>
      {columns.map((column) => (
        <Cell key={column.key} role="cell">
          {work.products
            .filter((product) => product.column === column.key)
            .map((product) => (
              <PriceLine key={product.id} size={product.size} moved={moved.get(product.id) ?? null} />
            ))}
        </Cell>
      ))}
    </>
  );
});

function PriceLine({ size, moved }: { size: string; moved: Moved }) {
  const { bareMoney } = useUnits();
  if (!moved)
    return (
      <div>
        <span>{size}</span>
        <small style={{ gridColumn: '2 / 4' }}>no price yet</small>
      </div>
    );
  const { now, then } = moved;
  const isOther = then.price !== now.price;
  const hasMoved = isOther || then.left !== now.left;
  const share = `${Math.round(100 * then.share)} %`;
  return (
    <div
      data-moved={hasMoved || undefined}
      title={`leaves ${bareMoney(then.left)}${hasMoved ? `, now ${bareMoney(now.left)}` : ''}`}
    >
      <span>{size}</span>
      <b>
        {isOther && <s style={{ fontWeight: 400 }}>{bareMoney(now.price)}</s>} {bareMoney(then.price)}
      </b>
      <small>{share}</small>
    </div>
  );
}
