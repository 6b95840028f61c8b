'use client';
import styled from 'styled-components';
import { groupCosts } from '@/core/cost/ofProduct';
import { areaMm2, roundHalfEven, type Size } from '@/core/measure';
import { liveQuestion } from '@/core/price/live';
import { priceOfOriginal } from '@/core/price/ofOriginal';
import { keeperFinding, sharesOf, type PriceAnswer, type PriceQuestion } from '@/core/price/solve';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { Working } from '@/ui/Callout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import type { ProductCell } from '@/studio/prices/pricePage';
import { CostNotes } from './ProductPanel';
import { SharesBar } from './SharesBar';
import { usePriceDesk, type Desk, type Line } from './usePriceDesk';
import type { PriceProps } from './priceProps';
import { DraftSlip } from '@/ui/form/DraftSlip';

const Rows = styled.div`
  display: grid;
  gap: 6px;
  > div {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 88px 64px;
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

type Props = PriceProps & { cell: ProductCell; onDone: () => void };

/** The wishes and fees behind one price, the price they lead to, and who keeps what. */
export function PriceDesk(props: Props) {
  const { cell } = props;
  const desk = usePriceDesk(props);
  const { currency } = useUnits();
  const { lists, worked, action } = desk;
  return (
    <Stack $gap={14}>
      <PanelTitle>
        {cell.name} <span>{cell.price ? 'another price' : 'no price yet'}</span>
      </PanelTitle>
      <DraftSlip {...desk.slip} />
      <CostNotes cell={cell} />
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
        <Button main isDisabled={!desk.canSave} onPress={() => void desk.save()}>
          {cell.price ? 'Change the price' : 'Set this price'}
        </Button>
        {cell.price && (
          <>
            <Button quiet isDisabled={action.isPending} onPress={desk.remove}>
              Take the price away
            </Button>
            <Button quiet onPress={desk.leave}>
              Leave it
            </Button>
          </>
        )}
      </Row>
      <Amounts
        title="Fees for each sale"
        note="a fixed sum"
        lines={lists.fixedFees}
        onChange={lists.setFixedFees}
        newLine={desk.newLine}
        unit={currency}
        field="fixed fees"
      />
      <Amounts
        title="Fees by share"
        note="of all the buyer pays, carriage too"
        lines={lists.shareFees}
        onChange={lists.setShareFees}
        newLine={desk.newLine}
        unit="%"
        field="share fees"
      />
      <Amounts
        title="Costs of your own"
        note="beside what the records tell"
        lines={lists.costs}
        onChange={lists.setCosts}
        newLine={desk.newLine}
        unit={currency}
        field="costs"
      />
    </Stack>
  );
}

function Wishes({ desk: { wishes } }: { desk: Desk }) {
  const { currency } = useUnits();
  return (
    <Row style={{ alignItems: 'flex-start' }}>
      <Field
        label="To keep, % of the price"
        value={wishes.margin}
        onChange={wishes.setMargin}
        width={150}
        inputMode="decimal"
      />
      <Field
        label="Given away, %"
        value={wishes.given}
        onChange={wishes.setGiven}
        width={100}
        inputMode="decimal"
      />
      <Field
        label={`Carriage charged, ${currency}`}
        value={wishes.carriageCharged}
        onChange={wishes.setCarriage}
        width={140}
        inputMode="decimal"
      />
    </Row>
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
  const shares = sharesOf(shown, liveQuestion(question, groupCosts(beside.cell.cost.lines)));
  return (
    <>
      <Answer data-testid="solved">
        <Working working={answer.working}>{money(answer.price)}</Working>{' '}
        <small>leaves you {desk.wishes.margin} % of it</small>
      </Answer>
      <Row style={{ alignItems: 'flex-start' }}>
        <Field
          label="Sell it for another sum"
          value={desk.own}
          onChange={desk.setOwn}
          width={170}
          inputMode="decimal"
          hint="empty: the sum worked out above"
          wrong={
            desk.action.fieldError('price') ??
            (desk.isOwnWrong ? 'Expected an amount such as "53.00".' : null)
          }
        />
        <Field
          label="Valid from"
          type="date"
          value={desk.validFrom}
          onChange={desk.setValidFrom}
          hint="empty: today"
        />
      </Row>
      <SharesBar shares={shares} price={shown} groups={groupCosts(beside.cell.cost.lines)} />
      <Verdict finding={keeperFinding(shares, currency)} />
      <OtherSchools {...beside} solved={answer.price} />
    </>
  );
}

/** What others would say: a share of the original, what is asked elsewhere, a round sum, fewer sold than hoped. */
function OtherSchools({
  cell,
  original,
  market,
  outlays,
  rates,
  solved,
}: Omit<Props, 'onDone'> & { solved: number }) {
  const { money, size, date } = useUnits();
  const third =
    original.price && original.size ? priceOfOriginal(original.price, original.size, cell.image) : null;
  const expected = outlays.expectedPrints ?? rates.expectedPrints;
  const shared = cell.cost.lines
    .filter((line) => line.kind === 'share')
    .reduce((sum, line) => sum + line.amount, 0);
  return (
    <Stack $gap={4} aria-label="By other schools">
      {third !== null ? (
        <Small>
          A third of the original, scaled by the root of the area, would be {money(roundHalfEven(third))}{' '}
          at {size(cell.image)}.
        </Small>
      ) : (
        <Small>
          No price of the original is recorded, sold or asked (Paid once): a third of it would stand here
          as a check.
        </Small>
      )}
      {nearest(market, cell.image).map((note) => (
        <Small key={note.id}>
          Others ask {money(note.minor)} at {size(note.size)}: {note.says}, seen {date(note.seenOn)}.
        </Small>
      ))}
      <Small>
        A round sum near it: {money(pricePoint(solved))}. If only half of the {expected} prints expected
        are sold, each costs {money(shared)} more.
      </Small>
    </Stack>
  );
}

/** Notes of this work first, then those nearest in area. */
function nearest(market: Props['market'], image: Size): Props['market'] {
  const away = ({ size }: Props['market'][number]) => Math.abs(Math.log(areaMm2(size) / areaMm2(image)));
  return [...market]
    .sort((a, b) => Number(b.isOfThis) - Number(a.isOfThis) || away(a) - away(b))
    .slice(0, 3);
}

/** The next sum that reads round: whole, and above a hundred in fives. */
function pricePoint(price: number): number {
  const step = price >= 10_000 ? 500 : 100;
  return Math.ceil(price / step) * step;
}

function Amounts({
  title,
  note,
  lines,
  onChange,
  newLine,
  unit,
  field,
}: {
  title: string;
  note: string;
  lines: Line[];
  onChange: (lines: Line[]) => void;
  newLine: () => Line;
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
              inputMode="decimal"
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
        <Button quiet onPress={() => onChange([...lines, newLine()])}>
          Add to {field}
        </Button>
      </div>
    </section>
  );
}
