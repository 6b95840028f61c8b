'use client';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import { SIGNINGS, type Signing } from '@/core/edition/impressionStates';
import { formatMoney } from '@/core/measure';
import { TIMED_ACTS, type TimedAct } from '@/core/product/words';
import { Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { useUnits } from '@/ui/Units';
import type { ProductCell } from '@/studio/prices/pricePage';
import { MarketSheet } from './MarketSheet';
import type { PriceProps, PriceSheet } from './priceProps';

type Props = PriceProps & { sheet: Exclude<PriceSheet, 'offer'>; cell: ProductCell; onClose: () => void };

/** The sheets of the price station: lines, quotes, what is paid once, hours and guesses. */
export function PriceSheets(props: Props) {
  switch (props.sheet) {
    case 'line':
      return <LineSheet {...props} />;
    case 'quote':
      return <QuoteSheet {...props} />;
    case 'rates':
      return <RatesSheet {...props} />;
    case 'outlays':
      return <OutlaysSheet {...props} />;
    case 'market':
      return <MarketSheet {...props} />;
    default:
      return null;
  }
}

const AS_PROOFED = { key: '', name: 'as its last proof' };
const NEW = { key: 'new', name: 'a new line' };

/** A line of prints the studio sells in: how and on what, what goes in, whether it is called fine. */
function LineSheet({ lines, papers, routes, onClose }: Props) {
  const [at, setAt] = useState(lines[0]?.id ?? NEW.key);
  const line = lines.find((each) => each.id === at);
  return (
    <ActionSheet
      key={at}
      act="saveLine"
      title={line ? `The line ${line.name}` : 'A new line'}
      label="Keep it"
      about={at}
      first={{
        name: line?.name ?? '',
        paperId: line?.paperId ?? '',
        routeId: line?.routeId ?? '',
        signing: (line?.signing ?? 'front') as Signing,
        finePrint: line?.finePrint ?? false,
        certificate: line?.goesIn.includes('certificate') ?? false,
        careSheet: line?.goesIn.includes('care sheet') ?? false,
        card: line?.goesIn.includes('card') ?? false,
        notes: line?.notes ?? '',
      }}
      asks={[
        { kind: 'text', name: 'name', label: 'Name', required: true },
        { kind: 'choice', name: 'signing', label: 'Signed', options: SIGNINGS },
        { kind: 'choice', name: 'paperId', label: 'Paper', options: [AS_PROOFED, ...papers] },
        { kind: 'choice', name: 'routeId', label: 'Route', options: [AS_PROOFED, ...routes] },
        { kind: 'tick', name: 'finePrint', label: 'May be called a fine print' },
        { kind: 'tick', name: 'certificate', label: 'A certificate goes in' },
        { kind: 'tick', name: 'careSheet', label: 'A care sheet goes in' },
        { kind: 'tick', name: 'card', label: 'A card goes in' },
        { kind: 'prose', name: 'notes', label: 'Notes' },
      ]}
      input={({ certificate, careSheet, card, paperId, routeId, ...values }) => ({
        ...values,
        id: line?.id ?? null,
        paperId: paperId || null,
        routeId: routeId || null,
        goesIn: [
          ...(certificate ? ['certificate' as const] : []),
          ...(careSheet ? ['care sheet' as const] : []),
          ...(card ? ['card' as const] : []),
        ],
      })}
      onClose={onClose}
    >
      <Row style={{ marginBottom: 14 }}>
        <Select
          label="Which line"
          value={at}
          options={[...lines.map(({ id, name }) => ({ key: id, name })), NEW]}
          onChange={setAt}
          width={260}
        />
      </Row>
    </ActionSheet>
  );
}

/** What others ask for the finish of one product, and whether it is numbered. */
function QuoteSheet({ cell, onClose }: Props) {
  return (
    <ActionSheet
      act="quoteProduct"
      title={cell.name}
      label="Keep it"
      about={cell.productId ?? 'new'}
      first={{
        quote: cell.quote.sum,
        from: cell.quote.from,
        on: cell.quote.on ?? '',
        inEdition: cell.inEdition,
        currency: cell.quote.foreign?.currency ?? '',
        foreign: cell.quote.foreign ? shownForeign(cell.quote.foreign) : '',
        rate: (cell.quote.foreign?.rate ?? null) as number | string | null,
      }}
      asks={[
        {
          kind: 'money',
          name: 'quote',
          label: `Asked for its finish (${cell.finish})`,
          hint: 'mat, frame, bars or panel; empty: none',
        },
        { kind: 'text', name: 'from', label: 'By whom' },
        { kind: 'day', name: 'on', label: 'On' },
        { kind: 'tick', name: 'inEdition', label: 'Numbered in the limited run, where there is one' },
        {
          kind: 'text',
          name: 'currency',
          label: 'Asked in another currency',
          hint: 'such as USD; else empty',
        },
        { kind: 'text', name: 'foreign', label: 'So much of it' },
        {
          kind: 'number',
          name: 'rate',
          label: 'One of it is, of yours',
          hint: 'as you read it that day',
        },
      ]}
      input={({ quote, from, on, inEdition, currency, foreign, rate }) => ({
        id: cell.productId!,
        quote: quote ?? '',
        from,
        on: on || null,
        inEdition,
        foreign: currency.trim()
          ? { currency: currency.trim().toUpperCase(), sum: foreign, rate: Number(rate) }
          : null,
      })}
      onClose={onClose}
    />
  );
}

const shownForeign = ({ sum, currency }: { sum: number; currency: string }): string =>
  formatMoney(sum, currency, { bare: true }).replace(/\u2009/g, '');

const ACT_NAMES: Record<TimedAct, string> = {
  trim: 'To trim, min',
  sign: 'To sign and number, min',
  inspect: 'To inspect, min',
  mount: 'To mount, min',
  frame: 'To frame, min',
  stretch: 'To stretch, min',
  pack: 'To pack, min',
};

/** What an hour is worth, minutes by act, and the guesses that stand until the records tell. */
function RatesSheet({ rates, ownRates, onClose }: Props) {
  const { currency } = useUnits();
  const minutes = Object.fromEntries(TIMED_ACTS.map((act) => [act, rates.minutes[act]])) as Record<
    TimedAct,
    number | string
  >;
  return (
    <ActionSheet
      act="setCostRates"
      title="Hours and guesses"
      label="Reckon with these"
      about="rates"
      width={640}
      columns="1fr 1fr 1fr"
      first={{
        ratePerHour: rates.ratePerHour as number | string,
        ...minutes,
        prepMinutes: rates.prepMinutes as number | string,
        expectedPrints: rates.expectedPrints as number | string,
        spoilRate: rates.spoilRate as number | string,
        minutesPerM2: rates.minutesPerM2 as number | string,
        printsPerOrder: rates.printsPerOrder as number | string,
        carriageIn: rates.carriageIn ?? '',
      }}
      asks={[
        { kind: 'money', name: 'ratePerHour', label: `An hour of yours, ${currency}`, required: true },
        ...TIMED_ACTS.map((act) => ({
          kind: 'number' as const,
          name: act,
          label: ACT_NAMES[act],
          required: true,
        })),
        { kind: 'number', name: 'prepMinutes', label: 'Preparing a file, min', required: true },
        { kind: 'whole', name: 'expectedPrints', label: 'Prints expected of a work', required: true },
        { kind: 'share', name: 'spoilRate', label: 'Spoiled, until 20 are printed', required: true },
        { kind: 'number', name: 'minutesPerM2', label: 'A m² prints in, min', required: true },
        { kind: 'whole', name: 'printsPerOrder', label: 'Sent to a lab together', required: true },
        {
          kind: 'text',
          name: 'carriageIn',
          label: 'Carriage in the price within',
          hint: 'a country; empty: asked apart',
        },
      ]}
      input={(values) => ({
        ratePerHour: values.ratePerHour,
        minutes: Object.fromEntries(TIMED_ACTS.map((act) => [act, Number(values[act])])) as Record<
          TimedAct,
          number
        >,
        prepMinutes: Number(values.prepMinutes),
        expectedPrints: Number(values.expectedPrints),
        spoilRate: Number(values.spoilRate),
        minutesPerM2: Number(values.minutesPerM2),
        printsPerOrder: Number(values.printsPerOrder),
        carriageIn: values.carriageIn,
      })}
      onClose={onClose}
    >
      {!ownRates && <p>These are starting figures of ours, until you say your own.</p>}
    </ActionSheet>
  );
}

/** What a work cost once, over how many prints, and what its original is offered for. */
function OutlaysSheet({ workId, outlays, rates, onClose }: Props) {
  const { currency } = useUnits();
  return (
    <ActionSheet
      act="noteOutlays"
      title="Paid once for this work"
      label="Keep it"
      about={workId}
      first={{
        capture: outlays.capture || null,
        expectedPrints: outlays.expectedPrints as number | string | null,
        askingPrice: outlays.askingPrice,
      }}
      asks={[
        {
          kind: 'money',
          name: 'capture',
          label: `Its capture cost, ${currency}`,
          hint: 'a scan or a photographer',
        },
        {
          kind: 'whole',
          name: 'expectedPrints',
          label: 'Prints expected of it',
          hint: `empty: ${rates.expectedPrints}, as for all`,
        },
        {
          kind: 'money',
          name: 'askingPrice',
          label: `The original is offered for, ${currency}`,
          hint: 'also where it is not for sale',
        },
      ]}
      input={({ capture, expectedPrints, askingPrice }) => ({
        workId,
        capture: capture ?? '',
        expectedPrints: expectedPrints === null || expectedPrints === '' ? null : Number(expectedPrints),
        askingPrice: askingPrice ?? '',
      })}
      onClose={onClose}
    />
  );
}
