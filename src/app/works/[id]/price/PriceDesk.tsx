'use client';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { InputError } from '@/core/errors';
import { moneyOrNull, roundHalfEven, toDecimals, type Size } from '@/core/measure';
import { priceOfOriginal } from '@/core/price/ofOriginal';
import {
  keeperFinding,
  sharesOf,
  solvePrice,
  type PriceAnswer,
  type PriceQuestion,
} from '@/core/price/solve';
import { readPriceQuestion, type TypedLine } from '@/core/price/typedQuestion';
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

type Line = TypedLine & { key: number };
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
const keyed = (list: TypedLine[]): Line[] => list.map((l) => ({ ...l, key: ++count }));
const percentOf = (share: number) => String(toDecimals(share * 100, 3));

type Props = {
  line: PriceLine;
  others: PriceLine[];
  copyFrom: PriceModel | null;
  originalPrice: number | null;
  originalSize: Size | null;
};

/** What is typed for one price, what it leads to, and the keeping of it. */
function usePriceDesk({ line, copyFrom }: Props) {
  const { currency, bareMoney } = useUnits();
  const action = useAction();
  const { format, price, suggestion } = line;
  const kept = price?.question ?? copyFrom?.question ?? null;
  const fees = kept ?? FIRST_FEES;
  const begin = price?.question.costs ?? [
    ...suggestion.costs,
    { name: 'trimming, signing, packing: time', amount: 400 },
  ];
  const inMoney = (list: { name: string; amount: number }[]) =>
    keyed(list.map((l) => ({ name: l.name, amount: bareMoney(l.amount) })));
  const [costs, setCosts] = useState(() => inMoney(begin));
  const [fixedFees, setFixedFees] = useState(() => inMoney(fees.fixedFees));
  const [shareFees, setShareFees] = useState(() =>
    keyed(fees.shareFees.map((fee) => ({ name: fee.name, amount: percentOf(fee.share) }))),
  );
  const [carriageCharged, setCarriage] = useState(bareMoney(kept?.carriageCharged ?? 0));
  const [margin, setMargin] = useState(percentOf(kept?.margin ?? 0.5));
  const [given, setGiven] = useState(percentOf(kept?.given ?? 0));
  const [own, setOwn] = useState(price ? bareMoney(price.priceMinor) : '');

  const worked = useMemo((): { question: PriceQuestion; answer: PriceAnswer } | { wrong: InputError } => {
    try {
      const typed = { costs, fixedFees, shareFees, carriageCharged, margin, given };
      const question = readPriceQuestion(typed, currency);
      return { question, answer: solvePrice(question, currency) };
    } catch (error) {
      if (error instanceof InputError) return { wrong: error };
      throw error;
    }
  }, [costs, fixedFees, shareFees, carriageCharged, margin, given, currency]);

  const ownMinor = moneyOrNull(own, currency);
  const isOwnWrong = own.trim() !== '' && ownMinor === null;
  const isOwnPrice = ownMinor !== null && ownMinor > 0;
  return {
    action,
    price,
    lists: { costs, setCosts, fixedFees, setFixedFees, shareFees, setShareFees },
    wishes: { margin, setMargin, given, setGiven, carriageCharged, setCarriage },
    own,
    setOwn,
    isOwnWrong,
    worked,
    canSave: !action.isPending && 'question' in worked && !isOwnWrong,
    /** The price to look at: one's own, or the one worked out. */
    shownOf: (answer: PriceAnswer) => (isOwnPrice ? ownMinor : answer.price),
    save() {
      if ('question' in worked)
        void action.run('setPrice', {
          formatId: format.id,
          question: worked.question,
          price: own.trim(),
        });
    },
    remove: () => void action.run('removePrice', { formatId: format.id }),
  };
}
type Desk = ReturnType<typeof usePriceDesk>;

/** The costs, fees and wishes behind one price, the price they lead to, and who keeps what. */
export function PriceDesk(props: Props) {
  const { price, suggestion } = props.line;
  const desk = usePriceDesk(props);
  const { currency } = useUnits();
  const { lists, worked, action } = desk;
  return (
    <Columns $aside={420}>
      <Stack $gap={18}>
        <Amounts
          title="What one print costs"
          note={price ? 'as kept with the price' : suggestion.because}
          lines={lists.costs}
          onChange={lists.setCosts}
          unit={currency}
          field="costs"
        />
        <Amounts
          title="Fees for each sale"
          note="a fixed sum"
          lines={lists.fixedFees}
          onChange={lists.setFixedFees}
          unit={currency}
          field="fixed fees"
        />
        <Amounts
          title="Fees by share"
          note="of all the buyer pays, carriage too"
          lines={lists.shareFees}
          onChange={lists.setShareFees}
          unit="%"
          field="share fees"
        />
      </Stack>
      <Stack $gap={14}>
        <Wishes desk={desk} />
        {'wrong' in worked ? (
          <div role="alert">
            <MarkedText kind="fails">
              {worked.wrong.field}: expected {worked.wrong.expected}.
            </MarkedText>
          </div>
        ) : (
          <Solved {...props} desk={desk} question={worked.question} answer={worked.answer} />
        )}
        <ErrorCallout error={action.error} fields={['price']} />
        <Row>
          <Button main isDisabled={!desk.canSave} onPress={desk.save}>
            {price ? 'Change the price' : 'Set this price'}
          </Button>
          {price && (
            <Button quiet isDisabled={action.isPending} onPress={desk.remove}>
              Take the price away
            </Button>
          )}
        </Row>
      </Stack>
    </Columns>
  );
}

function Wishes({ desk: { wishes } }: { desk: Desk }) {
  const { currency } = useUnits();
  return (
    <section>
      <PanelTitle>What you want</PanelTitle>
      <Row style={{ alignItems: 'flex-start', marginTop: 8 }}>
        <Field
          label="To keep, % of the price"
          value={wishes.margin}
          onChange={wishes.setMargin}
          width={150}
        />
        <Field label="Given away, %" value={wishes.given} onChange={wishes.setGiven} width={110} />
        <Field
          label={`Carriage charged, ${currency}`}
          value={wishes.carriageCharged}
          onChange={wishes.setCarriage}
          width={130}
        />
      </Row>
    </section>
  );
}

/** The price that the costs and wishes lead to, one's own beside it, and who keeps what of it. */
function Solved({
  desk,
  question,
  answer,
  ...beside
}: Props & { desk: Desk; question: PriceQuestion; answer: PriceAnswer }) {
  const { currency, money } = useUnits();
  const shown = desk.shownOf(answer);
  const shares = sharesOf(shown, question);
  return (
    <>
      <Answer data-testid="solved">
        <Working working={answer.working}>{money(answer.price)}</Working>{' '}
        <small>leaves you {desk.wishes.margin} % of it</small>
      </Answer>
      <Field
        label="Sell it for another sum"
        value={desk.own}
        onChange={desk.setOwn}
        width={170}
        hint="empty: the sum worked out above"
        wrong={
          desk.action.fieldError('price') ??
          (desk.isOwnWrong ? 'Expected an amount such as "53.00".' : null)
        }
      />
      <SharesBar shares={shares} price={shown} />
      <Verdict finding={keeperFinding(shares, currency)} />
      <BesideOthers {...beside} shown={shown} />
    </>
  );
}

/** What others would say to this price. */
function BesideOthers({
  line,
  others,
  shown,
  originalPrice,
  originalSize,
}: Omit<Props, 'copyFrom'> & { shown: number }) {
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
