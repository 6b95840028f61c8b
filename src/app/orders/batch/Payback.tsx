'use client';
import { useState } from 'react';
import { InputError } from '@/core/errors';
import { moneyOrNull, readNumber, toDecimals } from '@/core/measure';
import {
  payback,
  paybackRanges,
  type Assumption,
  type PaybackAnswer,
  type PaybackRange,
} from '@/core/price/payback';
import { Field, Fields } from '@/ui/Field';
import { Columns, PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { BatchPage } from '@/studio/sales/batchPage';

type PaybackWorked = (PaybackAnswer & { ranges: PaybackRange[] }) | { wrong: InputError };

const WORDS: Record<Assumption, string> = {
  outlay: 'the outlay',
  labPrice: 'what others ask',
  ownCost: 'what one costs you',
  perMonth: 'how many a month',
};

/** Whether something of one's own pays: a printer, a bought capture, a label printer, own framing. */
export function Payback({ things, printers }: Pick<BatchPage, 'things' | 'printers'>) {
  const { currency, bareMoney, money } = useUnits();
  const sold = things.reduce((sum, thing) => sum + thing.sold, 0);
  const mean = things.length
    ? Math.round(things.reduce((sum, x) => sum + x.making, 0) / things.length)
    : 900;
  const [typed, setTyped] = useState({
    outlay: bareMoney(printers[0]?.outlay ?? 120_000).replace(/\u2009/g, ''),
    labPrice: bareMoney(mean * 2).replace(/\u2009/g, ''),
    ownCost: bareMoney(mean).replace(/\u2009/g, ''),
    perMonth: String(Math.max(1, Math.round(sold / 12))),
  });
  const set = (key: keyof typeof typed) => (value: string) =>
    setTyped((was) => ({ ...was, [key]: value }));
  const question = {
    outlay: moneyOrNull(typed.outlay, currency) ?? NaN,
    labPrice: moneyOrNull(typed.labPrice, currency) ?? NaN,
    ownCost: moneyOrNull(typed.ownCost, currency) ?? NaN,
    perMonth: readNumber(typed.perMonth) ?? NaN,
  };
  const worked = ((): PaybackWorked => {
    try {
      return { ...payback(question), ranges: paybackRanges(question) };
    } catch (error) {
      if (error instanceof InputError) return { wrong: error };
      throw error;
    }
  })();
  return (
    <Stack $gap={12}>
      <PanelTitle>
        Own or not{' '}
        <span>a printer with its first inks, a bought capture, a label printer, own framing</span>
      </PanelTitle>
      <Columns $aside={420}>
        {'wrong' in worked ? (
          <div role="alert">
            <MarkedText kind="fails">
              {WORDS[worked.wrong.field as Assumption]}: expected {worked.wrong.expected}.
            </MarkedText>
          </div>
        ) : (
          <Stack $gap={10}>
            <p>
              It has paid for itself after <b>{worked.count}</b> prints
              {worked.months === null
                ? '; at none a month, never.'
                : `: ${toDecimals(worked.months, 1)} months at ${typed.perMonth} a month.`}
            </p>
            <Ranges ranges={worked.ranges} months={worked.months ?? 0} />
            <Small>
              Most hangs on {WORDS[worked.ranges[0]!.assumption]}: each bar is that figure alone a fifth
              lower and higher.
            </Small>
          </Stack>
        )}
        <Fields $columns="1fr 1fr">
          <Field
            label={`Outlay, ${currency}`}
            value={typed.outlay}
            onChange={set('outlay')}
            inputMode="decimal"
          />
          <Field
            label={`Others ask, ${currency}`}
            value={typed.labPrice}
            onChange={set('labPrice')}
            inputMode="decimal"
          />
          <Field
            label={`One costs you, ${currency}`}
            value={typed.ownCost}
            onChange={set('ownCost')}
            inputMode="decimal"
            hint={`your prints: ${money(mean)} on average`}
          />
          <Field
            label="Prints a month"
            value={typed.perMonth}
            onChange={set('perMonth')}
            inputMode="decimal"
            hint={`${sold} sold in a year`}
          />
        </Fields>
      </Columns>
    </Stack>
  );
}

const WIDTH = 640;
/** Months by each assumption a fifth lower and higher, on one scale. */
function Ranges({ ranges, months }: { ranges: readonly PaybackRange[]; months: number }) {
  const finite = ranges.flatMap(({ low, high }) => [low, high]).filter((m): m is number => m !== null);
  const most = Math.max(1, months, ...finite) * 1.08;
  const x = (m: number) => 170 + (m / most) * (WIDTH - 230);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${ranges.length * 26 + 8}`}
      width="100%"
      role="img"
      aria-label={ranges
        .map(
          ({ assumption, low, high }) => `${WORDS[assumption]}: ${shown(low)} to ${shown(high)} months`,
        )
        .join('; ')}
    >
      {ranges.map(({ assumption, low, high }, i) => {
        const ends = [low ?? most, high ?? most].sort((a, b) => a - b) as [number, number];
        return (
          <g key={assumption} transform={`translate(0 ${i * 26})`}>
            <text x="0" y="17" fontSize="13" fill={t.ink}>
              {WORDS[assumption]}
            </text>
            <rect
              x={x(ends[0])}
              y="6"
              width={Math.max(2, x(ends[1]) - x(ends[0]))}
              height="14"
              fill="#b9c0c6"
            />
            <text x={x(ends[1]) + 6} y="17" fontSize="12" fill={t.ink2}>
              {shown(Math.min(low ?? Infinity, high ?? Infinity))}–
              {low === null || high === null ? 'never' : shown(Math.max(low, high))}
            </text>
          </g>
        );
      })}
      <path d={`M${x(months)} 0V${ranges.length * 26}`} stroke={t.ink} />
    </svg>
  );
}

const shown = (months: number | null): string =>
  months === null || !Number.isFinite(months) ? 'never' : String(toDecimals(months, 1));
