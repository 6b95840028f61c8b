import { useDeferredValue, useMemo, useState } from 'react';
import { useAction } from '@/app/useAction';
import { moneyOrNull, readNumber } from '@/core/measure';
import { toPricePoint, whatIf, type WhatIf, type WhatIfAnswer } from '@/core/price/whatIf';
import type { ListedProduct, PriceListRows } from '@/studio/prices/priceList';
import { useUnits } from '@/ui/Units';

/** What is typed into the what-if. */
export const NOTHING_CHANGED = {
  hour: '',
  paper: '',
  paperId: '',
  fees: '',
  margin: '',
  keeps: 'prices',
  step: '1',
};
export type Asked = typeof NOTHING_CHANGED;

/** One product under the what-if: null where it has no price yet. */
export type Moved = { now: WhatIfAnswer; then: WhatIfAnswer } | null;

/** A figure in per cent; null where it is none. An empty field is nothing. */
export const percentOrNull = (typed: string): number | null => {
  const text = typed.replace('%', '').trim();
  return text === '' ? 0 : readNumber(text);
};

const asItIs = (ratePerHour: number): WhatIf => ({
  ratePerHour,
  paperFactor: 1,
  paperId: null,
  feePoints: 0,
  keeps: 'prices',
});

/** The price list and its what-if: every price and share as it is, as it would be, and the keeping of it. */
export function usePriceList({ works, ratePerHour }: PriceListRows) {
  const action = useAction();
  const { currency } = useUnits();
  const [asked, setAsked] = useState<Asked>(NOTHING_CHANGED);
  // A key that is typed is shown at once; thousands of prices follow it.
  const looked = useDeferredValue(asked);
  const [search, setSearch] = useState('');
  const [validFrom, setValidFrom] = useState('');

  const hour = looked.hour.trim() ? moneyOrNull(looked.hour, currency) : ratePerHour;
  const paper = percentOrNull(looked.paper);
  const fees = percentOrNull(looked.fees);
  const margin = percentOrNull(looked.margin);
  const wrong = {
    hour: hour === null || hour < 0 ? 'Expected an amount such as "30.00".' : null,
    paper: paper === null || paper <= -100 ? 'Expected a percentage such as "12".' : null,
    margin: margin === null || margin < 0 || margin >= 100 ? 'Expected a percentage such as "50".' : null,
    fees: fees === null || Math.abs(fees) > 90 ? 'Expected points such as "2".' : null,
  };
  const isRight = Object.values(wrong).every((each) => each === null);
  const products = useMemo(() => works.flatMap((work) => work.products), [works]);
  const nowOf = useMemo(() => {
    const now = asItIs(ratePerHour);
    return new Map(
      products.flatMap(({ id, price, cost, terms }) =>
        price === null || terms === null ? [] : [[id, whatIf(price, cost, terms, now, now)] as const],
      ),
    );
  }, [products, ratePerHour]);
  const moved = useMemo(() => {
    const now = asItIs(ratePerHour);
    const then: WhatIf = isRight
      ? {
          ratePerHour: hour!,
          paperFactor: 1 + paper! / 100,
          paperId: looked.paperId || null,
          feePoints: fees! / 100,
          // A margin that is typed moves the prices: it is what they are to leave.
          keeps: looked.margin.trim() ? 'margins' : (looked.keeps as WhatIf['keeps']),
          margin: looked.margin.trim() ? margin! / 100 : null,
        }
      : now;
    const step = Number(looked.step);
    const of = ({ id, price, cost, terms }: ListedProduct): Moved => {
      if (price === null || terms === null) return null;
      const answer = whatIf(price, cost, terms, now, then);
      const point = then.keeps === 'margins' ? toPricePoint(answer.price, step) : answer.price;
      return {
        now: nowOf.get(id)!,
        // At the price point a little more is left: said as it is.
        then:
          point === answer.price ? answer : whatIf(point, cost, terms, now, { ...then, keeps: 'prices' }),
      };
    };
    return new Map(products.map((product) => [product.id, of(product)]));
  }, [
    products,
    nowOf,
    ratePerHour,
    isRight,
    hour,
    paper,
    fees,
    looked.paperId,
    looked.keeps,
    looked.margin,
    margin,
    looked.step,
  ]);

  const changes = useMemo(
    () =>
      products.flatMap(({ id, price }) => {
        const each = moved.get(id);
        return each && each.then.price !== price
          ? [{ productId: id, price: each.then.price, question: null }]
          : [];
      }),
    [products, moved],
  );
  const wanted = search.trim().toLowerCase();
  return {
    action,
    asked,
    ask: <K extends keyof Asked>(key: K, value: Asked[K]) =>
      setAsked((was) => ({ ...was, [key]: value })),
    isAsked: JSON.stringify(asked) !== JSON.stringify(NOTHING_CHANGED),
    putBack: () => setAsked(NOTHING_CHANGED),
    wrong,
    moved,
    changes,
    search,
    setSearch,
    shown: wanted ? works.filter((work) => work.title.toLowerCase().includes(wanted)) : works,
    validFrom,
    setValidFrom,
    async keep() {
      const done = await action.run('keepPrices', { validFrom: validFrom || null, changes });
      if (done) setAsked(NOTHING_CHANGED);
    },
  };
}
export type PriceList = ReturnType<typeof usePriceList>;
