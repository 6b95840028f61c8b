'use client';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { InputError } from '@/core/errors';
import {
  moneyOrNull,
  parseMoney,
  roundHalfEven,
  toDecimals,
  type Size,
  readNumber,
} from '@/core/measure';
import { priceOfOriginal } from '@/core/price/ofOriginal';
import {
  keeperFinding,
  sharesOf,
  solvePrice,
  type PriceAnswer,
  type PriceQuestion,
} from '@/core/price/solve';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Columns, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Working } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { SharesBar } from './SharesBar';
import type { PriceModel } from '@/app/models';
import type { PriceLine } from './PriceView';

type Line = { key: number; name: string; amount: string };
const Rows = styled.div`
  display: grid;
  gap: 6px;
  > div {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 110px 64px;
    gap: 8px;
    align-items: center;
  }
`;
const Answer = styled.p`
  font: 27px/34px ${t.sans};
  font-weight: 600;
  small {
    font-size: 13px;
    font-weight: 400;
    color: ${t.ink2};
  }
`;

const FIRST_FEES: Pick<PriceQuestion, 'fixedFees' | 'shareFees'> = {
  fixedFees: [{ name: 'payment', amount: 30 }],
  shareFees: [{ name: 'payment share', share: 0.019 }],
};

let count = 0;
const keyed = (list: { name: string; amount: string }[]): Line[] =>
  list.map((l) => ({ ...l, key: ++count }));
const percentOf = (share: number) => String(toDecimals(share * 100, 3));

/** A share typed as a percentage. */
function readPercent(text: string, field: string): number {
  const percent = readNumber(text.replace('%', ''));
  if (percent === null || percent < 0) throw new InputError(field, text, 'a percentage such as "9.5"');
  return percent / 100;
}

type Props = {
  line: PriceLine;
  others: PriceLine[];
  copyFrom: PriceModel | null;
  originalPrice: number | null;
  originalSize: Size | null;
};

/** The costs, fees and wishes behind one price, the price they lead to, and who keeps what. */
export function PriceDesk({ line, others, copyFrom, originalPrice, originalSize }: Props) {
  const { currency, money, bareMoney } = useUnits();
  const action = useAction();
  const { format, price, suggestion } = line;
  const kept = price?.question ?? copyFrom?.question ?? null;
  const begin = price?.question.costs ?? [
    ...suggestion.costs,
    { name: 'trimming, signing, packing: time', amount: 400 },
  ];
  const [costs, setCosts] = useState(() =>
    keyed(begin.map((c) => ({ name: c.name, amount: bareMoney(c.amount) }))),
  );
  const [fixed, setFixed] = useState(() =>
    keyed((kept ?? FIRST_FEES).fixedFees.map((c) => ({ name: c.name, amount: bareMoney(c.amount) }))),
  );
  const [shares, setShares] = useState(() =>
    keyed((kept ?? FIRST_FEES).shareFees.map((c) => ({ name: c.name, amount: percentOf(c.share) }))),
  );
  const [carriage, setCarriage] = useState(bareMoney(kept?.carriageCharged ?? 0));
  const [margin, setMargin] = useState(percentOf(kept?.margin ?? 0.5));
  const [given, setGiven] = useState(percentOf(kept?.given ?? 0));
  const [own, setOwn] = useState(price ? bareMoney(price.priceMinor) : '');

  const worked = useMemo((): { question: PriceQuestion; answer: PriceAnswer } | { wrong: InputError } => {
    try {
      const amounts = (list: Line[], field: string) =>
        list
          .filter((c) => c.name.trim() || c.amount.trim())
          .map((c, i) => ({
            name: c.name.trim() || 'unnamed',
            amount: parseMoney(c.amount || '0', currency, `${field}[${i}].amount`),
          }));
      const question: PriceQuestion = {
        costs: amounts(costs, 'costs'),
        fixedFees: amounts(fixed, 'fixedFees'),
        shareFees: shares
          .filter((s) => s.name.trim() || s.amount.trim())
          .map((s, i) => ({
            name: s.name.trim() || 'unnamed',
            share: readPercent(s.amount || '0', `shareFees[${i}].share`),
          })),
        carriageCharged: parseMoney(carriage || '0', currency, 'carriageCharged'),
        margin: readPercent(margin, 'margin'),
        given: readPercent(given || '0', 'given'),
      };
      return { question, answer: solvePrice(question, currency) };
    } catch (error) {
      if (error instanceof InputError) return { wrong: error };
      throw error;
    }
  }, [costs, fixed, shares, carriage, margin, given, currency]);

  const ownMinor = moneyOrNull(own, currency);
  const shown =
    'answer' in worked ? (ownMinor !== null && ownMinor > 0 ? ownMinor : worked.answer.price) : null;
  const bar = 'answer' in worked && shown !== null ? sharesOf(shown, worked.question) : null;
  const save = () => {
    if ('question' in worked)
      void action.run('setPrice', { formatId: format.id, question: worked.question, price: own.trim() });
  };
  return (
    <Columns $aside={420}>
      <Stack $gap={18}>
        <Amounts
          title="What one print costs"
          note={price ? 'as kept with the price' : suggestion.because}
          lines={costs}
          onChange={setCosts}
          unit={currency}
          field="costs"
        />
        <Amounts
          title="Fees for each sale"
          note="a fixed sum"
          lines={fixed}
          onChange={setFixed}
          unit={currency}
          field="fixed fees"
        />
        <Amounts
          title="Fees by share"
          note="of all the buyer pays, carriage too"
          lines={shares}
          onChange={setShares}
          unit="%"
          field="share fees"
        />
      </Stack>
      <Stack $gap={14}>
        <section>
          <PanelTitle>What you want</PanelTitle>
          <Row style={{ alignItems: 'flex-start', marginTop: 8 }}>
            <Field label="To keep, % of the price" value={margin} onChange={setMargin} width={150} />
            <Field label="Given away, %" value={given} onChange={setGiven} width={110} />
            <Field
              label={`Carriage charged, ${currency}`}
              value={carriage}
              onChange={setCarriage}
              width={130}
            />
          </Row>
        </section>
        {'wrong' in worked ? (
          <div role="alert">
            <MarkedText kind="fails">
              {worked.wrong.field}: expected {worked.wrong.expected}.
            </MarkedText>
          </div>
        ) : (
          <>
            <Answer data-testid="solved">
              <Working working={worked.answer.working}>{money(worked.answer.price)}</Working>{' '}
              <small>leaves you {margin} % of it</small>
            </Answer>
            <Field
              label="Sell it for another sum"
              value={own}
              onChange={setOwn}
              width={170}
              hint="empty: the sum worked out above"
              wrong={
                action.fieldError('price') ??
                (own.trim() && ownMinor === null ? 'Expected an amount such as "53.00".' : null)
              }
            />
            {bar && shown !== null && <SharesBar shares={bar} price={shown} />}
            {bar && <Verdict finding={keeperFinding(bar, currency)} />}
            {shown !== null && (
              <Beside_
                line={line}
                others={others}
                shown={shown}
                originalPrice={originalPrice}
                originalSize={originalSize}
              />
            )}
          </>
        )}
        <ErrorCallout error={action.error} fields={['price']} />
        <Row>
          <Button
            main
            isDisabled={action.isPending || 'wrong' in worked || (own.trim() !== '' && ownMinor === null)}
            onPress={save}
          >
            {price ? 'Change the price' : 'Set this price'}
          </Button>
          {price && (
            <Button
              quiet
              isDisabled={action.isPending}
              onPress={() => void action.run('removePrice', { formatId: format.id })}
            >
              Take the price away
            </Button>
          )}
        </Row>
      </Stack>
    </Columns>
  );
}

/** What others would say to this price. */
function Beside_({
  line,
  others,
  shown,
  originalPrice,
  originalSize,
}: {
  line: PriceLine;
  others: PriceLine[];
  shown: number;
  originalPrice: number | null;
  originalSize: Size | null;
}) {
  const { money, size } = useUnits();
  const image = line.format.image;
  const third =
    originalPrice && originalSize ? priceOfOriginal(originalPrice, originalSize, image) : null;
  const area = image.width * image.height;
  const odd = others.find(
    (o) =>
      o.price &&
      (o.format.image.width * o.format.image.height < area
        ? o.price.priceMinor > shown
        : o.price.priceMinor < shown),
  );
  return (
    <Stack $gap={5}>
      {third !== null && (
        <Small>
          A third of the original, scaled by the root of the area, would be {money(roundHalfEven(third))}{' '}
          at {size(image)}.
        </Small>
      )}
      {originalPrice === null && (
        <Small>No price of the original is recorded: a third of it would stand here as a check.</Small>
      )}
      {odd?.price && (
        <MarkedText kind="care">
          {odd.format.name} sells for {money(odd.price.priceMinor)}: a larger print is usually not the
          cheaper one.
        </MarkedText>
      )}
    </Stack>
  );
}

function Amounts({
  title,
  note,
  lines,
  onChange,
  unit,
  field,
}: {
  title: string;
  note: string;
  lines: Line[];
  onChange: (lines: Line[]) => void;
  unit: string;
  field: string;
}) {
  const change = (key: number, patch: Partial<Line>) =>
    onChange(lines.map((l) => (l.key === key ? { ...l, ...patch } : l)));
  return (
    <section>
      <PanelTitle>
        {title} <span>{note}</span>
      </PanelTitle>
      <Rows style={{ marginTop: 8 }}>
        {lines.map((l, i) => (
          <div key={l.key}>
            <Field
              label={`${title} ${i + 1}, name`}
              hideLabel
              value={l.name}
              onChange={(name) => change(l.key, { name })}
              placeholder="what for"
            />
            <Field
              label={`${title} ${i + 1}, ${unit}`}
              hideLabel
              value={l.amount}
              onChange={(amount) => change(l.key, { amount })}
              placeholder={unit}
            />
            <Row $gap={4}>
              <Small>{unit}</Small>
              <Button
                quiet
                aria-label={`Remove ${l.name || `line ${i + 1}`} from ${field}`}
                onPress={() => onChange(lines.filter((x) => x.key !== l.key))}
              >
                ×
              </Button>
            </Row>
          </div>
        ))}
      </Rows>
      <div style={{ marginTop: 6 }}>
        <Button quiet onPress={() => onChange([...lines, ...keyed([{ name: '', amount: '' }])])}>
          Add a line
        </Button>
      </div>
    </section>
  );
}
