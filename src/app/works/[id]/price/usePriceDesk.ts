import { useMemo, useState } from 'react';
import { useAction } from '@/app/useAction';
import { useKeptValues } from '@/ui/form/useKeptValues';
import { InputError } from '@/core/errors';
import { moneyOrNull, toDecimals } from '@/core/measure';
import { liveQuestion } from '@/core/price/live';
import { solvePrice, type PriceAnswer, type PriceQuestion } from '@/core/price/solve';
import { readPriceQuestion, type TypedLine } from '@/core/price/typedQuestion';
import { useUnits } from '@/ui/Units';
import type { ProductCell } from '@/studio/prices/pricePage';

export type Line = TypedLine & { key: number };

const FIRST_FEES: Pick<PriceQuestion, 'fixedFees' | 'shareFees'> = {
  fixedFees: [{ name: 'payment', amount: 30 }],
  shareFees: [{ name: 'payment share', share: 0.019 }],
};
const percentOf = (share: number) => String(toDecimals(share * 100, 3));

/** What is typed for one price, what it leads to with what the product costs today, and the keeping of it. */
export function usePriceDesk({
  cell,
  cells,
  onDone,
}: {
  cell: ProductCell;
  cells: readonly ProductCell[];
  onDone: () => void;
}) {
  const { currency, bareMoney } = useUnits();
  const action = useAction();
  const { price, cost } = cell;
  const kept = price?.question ?? cells.find((other) => other.price)?.price?.question ?? null;
  const fees = kept ?? FIRST_FEES;
  const [nextKey, setNextKey] = useState(100);
  const keyed = (list: TypedLine[]): Line[] => list.map((line, i) => ({ ...line, key: i }));
  const inMoney = (list: readonly { name: string; amount: number }[]) =>
    keyed(list.map((line) => ({ name: line.name, amount: bareMoney(line.amount) })));
  const [costs, setCosts] = useState(() =>
    inMoney((price?.question.costs ?? []).filter((line) => line.own)),
  );
  const [fixedFees, setFixedFees] = useState(() => inMoney(fees.fixedFees));
  const [shareFees, setShareFees] = useState(() =>
    keyed(fees.shareFees.map((fee) => ({ name: fee.name, amount: percentOf(fee.share) }))),
  );
  const [carriageCharged, setCarriage] = useState(bareMoney(kept?.carriageCharged ?? 0));
  const [margin, setMargin] = useState(percentOf(kept?.margin ?? 0.5));
  const [given, setGiven] = useState(percentOf(kept?.given ?? 0));
  const [own, setOwn] = useState(price ? bareMoney(price.minor) : '');
  const [validFrom, setValidFrom] = useState('');
  const about = { formatId: cell.formatId, lineId: cell.lineId, finish: cell.finish };
  const draft = useKeptValues(
    `setPrice:${about.formatId}/${about.lineId}/${about.finish}`,
    { costs, fixedFees, shareFees, carriageCharged, margin, given, own, validFrom, nextKey },
    (begun) => {
      setCosts(begun.costs);
      setFixedFees(begun.fixedFees);
      setShareFees(begun.shareFees);
      setCarriage(begun.carriageCharged);
      setMargin(begun.margin);
      setGiven(begun.given);
      setOwn(begun.own);
      setValidFrom(begun.validFrom);
      setNextKey(begun.nextKey);
    },
  );
  const finish = () => {
    draft.end();
    onDone();
  };

  const worked = useMemo((): { question: PriceQuestion; answer: PriceAnswer } | { wrong: InputError } => {
    try {
      const typed = { costs, fixedFees, shareFees, carriageCharged, margin, given };
      const read = readPriceQuestion(typed, currency);
      const own = read.costs.map((line) => ({ ...line, own: true }));
      const question = liveQuestion({ ...read, costs: own }, cost.lines);
      return { question, answer: solvePrice(question, currency) };
    } catch (error) {
      if (error instanceof InputError) return { wrong: error };
      throw error;
    }
  }, [costs, fixedFees, shareFees, carriageCharged, margin, given, currency, cost.lines]);

  const ownMinor = moneyOrNull(own, currency);
  const isOwnWrong = own.trim() !== '' && ownMinor === null;
  const isOwnPrice = ownMinor !== null && ownMinor > 0;
  return {
    action,
    slip: draft.slip,
    leave: finish,
    lists: { costs, setCosts, fixedFees, setFixedFees, shareFees, setShareFees },
    wishes: { margin, setMargin, given, setGiven, carriageCharged, setCarriage },
    own,
    setOwn,
    isOwnWrong,
    validFrom,
    setValidFrom,
    worked,
    canSave: !action.isPending && 'question' in worked && !isOwnWrong,
    /** The price to look at: one's own, or the one worked out. */
    shownOf: (answer: PriceAnswer) => (isOwnPrice ? ownMinor : answer.price),
    newLine(): Line {
      setNextKey(nextKey + 1);
      return { name: '', amount: '', key: nextKey };
    },
    async save() {
      if (!('question' in worked)) return;
      const done = await action.run('setPrice', {
        ...about,
        question: worked.question,
        price: own.trim(),
        validFrom: validFrom || null,
      });
      if (done) finish();
    },
    remove: () => void action.run('removePrice', about).then((done) => done && finish()),
  };
}
export type Desk = ReturnType<typeof usePriceDesk>;
