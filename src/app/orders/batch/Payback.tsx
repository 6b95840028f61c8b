'use client';
import { useState } from 'react';
import { InputError } from '@/core/errors';
import { moneyOrNull, readNumber, toDecimals } from '@/core/measure';
import { asPayback, OWN_KINDS, type OwnKind, type OwnOrNot } from '@/core/price/ownOrNot';
import {
  payback,
  paybackRanges,
  type Assumption,
  type PaybackAnswer,
  type PaybackRange,
} from '@/core/price/payback';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { Columns, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { BatchPage } from '@/studio/sales/batchPage';
import { PaybackRanges } from './PaybackRanges';

type Worked =
  | (PaybackAnswer & { ranges: PaybackRange[]; outlay: number; others: number; own: number })
  | { wrong: InputError };
type Unit = 'money' | 'minutes' | 'share' | 'count';
type Asked = { key: string; label: string; unit: Unit; first: string; hint?: string };

const PER_MONTH: Record<OwnKind, string> = {
  printer: 'Prints a month',
  capture: 'Prints of it a month',
  'label printer': 'Parcels a month',
  framing: 'Frames a month',
};
const PIECES: Record<OwnKind, string> = {
  printer: 'prints',
  capture: 'prints',
  'label printer': 'labels',
  framing: 'frames',
};
/** What the figures of the one question mean for each thing. */
const ASSUMED: Record<OwnKind, Record<Assumption, string>> = {
  printer: {
    outlay: 'the printer and its inks',
    labPrice: 'what others ask',
    ownCost: 'what one costs you',
    perMonth: 'how many a month',
  },
  capture: {
    outlay: 'what the capture costs more',
    labPrice: 'what a print leaves then',
    ownCost: 'what it leaves now',
    perMonth: 'how many a month',
  },
  'label printer': {
    outlay: 'the label printer',
    labPrice: 'a label as you make it now',
    ownCost: 'a label off the roll',
    perMonth: 'how many parcels',
  },
  framing: {
    outlay: 'the tools',
    labPrice: 'what the framer asks',
    ownCost: 'what a frame costs you',
    perMonth: 'how many a month',
  },
};

/** Whether something of one's own pays: a printer, a bought capture, a label printer, framing; each asked for what it is made of. */
export function Payback({
  means,
  printers,
  ratePerHour,
  minutes,
}: Pick<BatchPage, 'means' | 'printers' | 'ratePerHour' | 'minutes'>) {
  const [kind, setKind] = useState<OwnKind>('printer');
  const asks = useAsks(kind, { means, printers, ratePerHour, minutes });
  return (
    <Stack $gap={12}>
      <PanelTitle>
        Own or not <span>after how many it has paid for itself</span>
      </PanelTitle>
      <Select
        label="What would be yours"
        value={kind}
        onChange={setKind}
        options={OWN_KINDS.map((key) => ({ key, name: key }))}
        width={200}
      />
      <OwnKindForm key={kind} kind={kind} asks={asks} ratePerHour={ratePerHour} />
    </Stack>
  );
}

function OwnKindForm({ kind, asks, ratePerHour }: { kind: OwnKind; asks: Asked[]; ratePerHour: number }) {
  const { currency, money } = useUnits();
  const [typed, setTyped] = useState(() =>
    Object.fromEntries(asks.map(({ key, first }) => [key, first])),
  );
  const worked = work(kind, asks, typed, { currency, ratePerHour });
  const words = ASSUMED[kind];
  return (
    <Columns $aside={420}>
      {'wrong' in worked ? (
        <div role="alert">
          <MarkedText kind="fails">{wrongSentence(worked.wrong, asks, words)}</MarkedText>
        </div>
      ) : (
        <Stack $gap={10}>
          <p>
            It has paid for itself after <b>{worked.count}</b> {PIECES[kind]}
            {worked.months === null
              ? '; at none a month, never.'
              : `: ${toDecimals(worked.months, 1)} months at ${typed.perMonth} a month.`}
          </p>
          <Small>
            {money(worked.outlay)} ÷ ({money(worked.others)} − {money(worked.own)}): {words.outlay}, over{' '}
            {words.labPrice} less {words.ownCost}; an hour of yours counts {money(ratePerHour)}.
          </Small>
          <PaybackRanges ranges={worked.ranges} months={worked.months ?? 0} words={words} />
          <Small>
            Most hangs on {words[worked.ranges[0]!.assumption]}: each bar is that figure alone a fifth
            lower and higher.
          </Small>
        </Stack>
      )}
      <Fields $columns="1fr 1fr">
        {asks.map(({ key, label, unit, hint }) => (
          <Field
            key={key}
            label={unit === 'money' ? `${label}, ${currency}` : label}
            value={typed[key] ?? ''}
            onChange={(value) => setTyped((was) => ({ ...was, [key]: value }))}
            inputMode="decimal"
            hint={hint}
          />
        ))}
      </Fields>
    </Columns>
  );
}

function work(
  kind: OwnKind,
  asks: readonly Asked[],
  typed: Record<string, string>,
  { currency, ratePerHour }: { currency: string; ratePerHour: number },
): Worked {
  const read = (text: string, unit: Unit): number => {
    if (unit === 'money') return moneyOrNull(text, currency) ?? NaN;
    const number = readNumber(text) ?? NaN;
    return unit === 'share' ? number / 100 : number;
  };
  try {
    const figures = Object.fromEntries(asks.map(({ key, unit }) => [key, read(typed[key] ?? '', unit)]));
    const question = asPayback({ ...figures, kind, ratePerHour } as OwnOrNot);
    return {
      ...payback(question),
      ranges: paybackRanges(question),
      outlay: question.outlay,
      others: question.labPrice,
      own: question.ownCost,
    };
  } catch (error) {
    if (error instanceof InputError) return { wrong: error };
    throw error;
  }
}

function wrongSentence(
  { field, expected }: InputError,
  asks: readonly Asked[],
  words: Record<Assumption, string>,
): string {
  const label = asks.find(({ key }) => key === field)?.label;
  if (label) return `${label}: expected ${expected}.`;
  return field === 'ownCost'
    ? `It never pays: ${words.ownCost} is not below ${words.labPrice}.`
    : `${words[field as Assumption] ?? field}: expected ${expected}.`;
}

/** The fields of each kind, with what the records tell as their first figures. */
function useAsks(
  kind: OwnKind,
  { means, printers, ratePerHour, minutes }: Parameters<typeof Payback>[0],
): Asked[] {
  const { bareMoney, money } = useUnits();
  const bare = (minor: number) => bareMoney(minor).replace(/\u2009/g, '');
  const { sold } = means;
  const material = means.material ?? 600;
  const hands = Math.round(((minutes.inspect + minutes.trim) / 60) * ratePerHour);
  const leaves = means.leaves ?? 2_000;
  const aMonth = (count: number): Asked => ({
    key: 'perMonth',
    label: PER_MONTH[kind],
    unit: 'count',
    first: String(Math.max(1, Math.round(count / 12))),
    hint: `${sold} prints sold in a year`,
  });
  switch (kind) {
    case 'printer':
      return [
        {
          key: 'machine',
          label: 'The printer',
          unit: 'money',
          first: bare(printers[0]?.outlay ?? 120_000),
        },
        {
          key: 'firstInks',
          label: 'Its first set of inks',
          unit: 'money',
          first: '0',
          hint: 'where it comes apart',
        },
        {
          key: 'labPrint',
          label: 'Others ask for a print',
          unit: 'money',
          first: bare((material + hands) * 2),
        },
        {
          key: 'ownMaterial',
          label: 'Paper and ink of one',
          unit: 'money',
          first: bare(material),
          hint: `your prints: ${money(material)} on average`,
        },
        {
          key: 'minutes',
          label: 'Minutes at it, a print',
          unit: 'minutes',
          first: String(minutes.inspect + minutes.trim),
          hint: 'loading, looking, cutting',
        },
        aMonth(sold),
      ];
    case 'capture':
      return [
        { key: 'asked', label: 'The photographer asks', unit: 'money', first: '180.00' },
        {
          key: 'ownCapture',
          label: 'A capture of your own',
          unit: 'money',
          first: bare(ratePerHour * 2),
          hint: 'two hours of yours',
        },
        {
          key: 'leavesNow',
          label: 'A print leaves now',
          unit: 'money',
          first: bare(leaves),
          hint: 'your prints, on average',
        },
        {
          key: 'leavesThen',
          label: 'And from the better file',
          unit: 'money',
          first: bare(Math.round(leaves * 1.2)),
          hint: 'larger, or for more',
        },
        aMonth(means.count ? sold / means.count : 0),
      ];
    case 'label printer':
      return [
        { key: 'machine', label: 'The label printer', unit: 'money', first: '110.00' },
        { key: 'sheetLabel', label: 'A label of the sheets', unit: 'money', first: '0.18' },
        { key: 'rollLabel', label: 'A label of the roll', unit: 'money', first: '0.04' },
        {
          key: 'minutesNow',
          label: 'Minutes a label now',
          unit: 'minutes',
          first: '3',
          hint: 'print, cut, tape on',
        },
        { key: 'minutesThen', label: 'Minutes a label then', unit: 'minutes', first: '0.5' },
        aMonth(sold),
      ];
    case 'framing':
      return [
        { key: 'tools', label: 'Saw, cutter, joiner', unit: 'money', first: '600.00' },
        { key: 'framerAsks', label: 'The framer asks', unit: 'money', first: '95.00' },
        {
          key: 'ownMaterial',
          label: 'Moulding, glass, board of one',
          unit: 'money',
          first: '38.00',
          hint: 'with what is cut away',
        },
        {
          key: 'minutes',
          label: 'Minutes a frame',
          unit: 'minutes',
          first: String(minutes.mount + minutes.frame),
        },
        { key: 'spoilRate', label: 'Cut wrong, %', unit: 'share', first: '5' },
        { ...aMonth(sold / 4), hint: 'a guess: say yours' },
      ];
  }
}
