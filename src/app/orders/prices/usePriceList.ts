import { useMemo, useState } from 'react';
import { useAction } from '@/app/useAction';
import { moneyOrNull, readNumber } from '@/core/measure';
import { toPricePoint, whatIf, type WhatIf, type WhatIfAnswer } from '@/core/price/whatIf';
import type { ListedProduct, PriceListRows } from '@/studio/prices/priceList';
import { useUnits } from '@/ui/Units';

/** What is typed into the what-if. */
export const NOTHING_CHANGED = { hour: '', paper: '', paperId: '', fees: '', keeps: 'prices', step: '1' };
export type Asked = typeof NOTHING_CHANGED;

/** One product under the what-if: null where it has no price yet. */
export type Moved = { now: WhatIfAnswer; then: WhatIfAnswer } | null;

/** A figure in per cent; null where it is none. An empty field is nothing. */
export const percentOrNull = (typed: string): number | null => {
  const text = typed.replace('%', '').trim();
  return text === '' ? 0 : readNumber(text);
};

/** The price list and its what-if: every price and share as it is, as it would be, and the keeping of it. */
export function usePriceList({ works, ratePerHour }: PriceListRows) {
  const action = useAction();
  const { currency } = useUnits();
  const [asked, setAsked] = useState<Asked>(NOTHING_CHANGED);
  const [search, setSearch] = useState('');
  const [validFrom, setValidFrom] = useState('');

  const hour = asked.hour.trim() ? moneyOrNull(asked.hour, currency) : ratePerHour;
  const paper = percentOrNull(asked.paper);
  const fees = percentOrNull(asked.fees);
  const wrong = {
    hour: hour === null || hour < 0 ? 'Expected an amount such as "30.00".' : null,
    paper: paper === null || paper <= -100 ? 'Expected a percentage such as "12".' : null,
    fees: fees === null || Math.abs(fees) > 90 ? 'Expected points such as "2".' : null,
  };
  const isRight = Object.values(wrong).every((each) => each === null);
  const moved = useMemo(() => {
    const now: WhatIf = { ratePerHour, paperFactor: 1, paperId: null, feePoints: 0, keeps: 'prices' };
    const then: WhatIf = isRight
      ? {
          ratePerHour: hour!,
          paperFactor: 1 + paper! / 100,
          paperId: asked.paperId || null,
          feePoints: fees! / 100,
          keeps: asked.keeps as WhatIf['keeps'],
        }
      : now;
    const step = Number(asked.step);
    const of = (product: ListedProduct): Moved => {
      const { price, cost, terms } = product;
      if (price === null || terms === null) return null;
      const answer = whatIf(price, cost, terms, now, then);
      const point = then.keeps === 'margins' ? toPricePoint(answer.price, step) : answer.price;
      return {
        now: whatIf(price, cost, terms, now, now),
        // At the price point a little more is left: said as it is.
        then:
          point === answer.price ? answer : whatIf(point, cost, terms, now, { ...then, keeps: 'prices' }),
      };
    };
    return new Map(works.flatMap((work) => work.products.map((product) => [product.id, of(product)])));
  }, [works, ratePerHour, isRight, hour, paper, fees, asked.paperId, asked.keeps, asked.step]);

  const changes = works
    .flatMap((work) => work.products)
    .filter((product) => {
      const each = moved.get(product.id);
      return each && each.then.price !== product.price;
    })
    .map((product) => ({
      productId: product.id,
      price: moved.get(product.id)!.then.price,
      question: null,
    }));
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
