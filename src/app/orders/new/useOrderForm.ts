import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { moneyOrNull, readNumber, wholeOrTyped, type Minor } from '@/core/measure';
import type { OrderKind } from '@/core/order/orderWords';
import { useKeptValues } from '@/ui/form/useKeptValues';
import { useUnits } from '@/ui/Units';
import { useAsked } from '../useAsked';
import type { CartLine } from '../usePromise';
import type { LinePrices } from '@/studio/orders/tiers';
import { offerKey, type Offer } from './offers';
import { EMPTY_BUYER, type BuyerValues } from './BuyerForm';

export type OrderLine = {
  key: number;
  offer: string;
  quantity: string;
  price: string;
  /** The set it is a part of. */
  setId?: string;
};
export const SOMEBODY_NEW = 'new';

/** What a line comes to: as typed, else at the price of its size; null while a figure is missing. */
export function lineSum(
  line: OrderLine,
  offer: Offer | undefined,
  currency: string,
  tiers: LinePrices = null,
): Minor | null {
  if (!line.price.trim() && tiers)
    return tiers.reduce((sum, { priceMinor, quantity }) => sum + priceMinor * quantity, 0);
  const each = line.price.trim() ? moneyOrNull(line.price, currency) : (offer?.priceMinor ?? null);
  const count = readNumber(line.quantity);
  return each === null || count === null ? null : each * count;
}

/** The lines of a set as prints by themselves. */
const apart = (lines: readonly OrderLine[], setId: string | undefined): OrderLine[] =>
  lines.map(({ setId: own, ...line }) => ({ ...line, ...(own && own !== setId && { setId: own }) }));

/** One line changed. As many of a set are as many of each of its prints; another print in its place ends the set. */
function changed(lines: readonly OrderLine[], key: number, patch: Partial<OrderLine>): OrderLine[] {
  const setId = lines.find((line) => line.key === key)?.setId;
  const { quantity } = patch;
  const together =
    setId && quantity !== undefined
      ? lines.map((line) => (line.setId === setId ? { ...line, quantity } : line))
      : patch.offer === undefined
        ? lines
        : apart(lines, setId);
  return together.map((line) => (line.key === key ? { ...line, ...patch } : line));
}

/** Goods that can be asked for beside prints. */
export type GoodsOffer = { id: string; name: string; priceMinor: Minor; onHand: number };
export type GoodsLine = { key: number; goodsId: string; quantity: string; price: string };
export type StageLine = { key: number; name: string; dueOn: string | null; amount: string };

/** What a line of goods comes to; null while a figure is missing. */
function goodsSum(line: GoodsLine, goods: readonly GoodsOffer[], currency: string): Minor | null {
  const known = goods.find(({ id }) => id === line.goodsId)?.priceMinor ?? null;
  const each = line.price.trim() ? moneyOrNull(line.price, currency) : known;
  const count = readNumber(line.quantity);
  return each === null || count === null ? null : each * count;
}

type Terms = {
  channelId: string;
  carriage: string;
  message: string;
  notes: string;
  wantsSignature: boolean;
  paid: boolean;
  kind: OrderKind;
  notBeforeOn: string | null;
  giftNote: string;
  discount: string;
  discountWhy: string;
  needsTracked: boolean;
  insure: string;
  needsDays: string;
};

/** How an order goes, as it is sent: what nobody asked for is left out. */
function orderTerms({ channelId, kind, notBeforeOn, needsDays, ...terms }: Terms) {
  const { carriage, message, notes, wantsSignature, paid, ...more } = terms;
  const asked = Object.fromEntries(
    Object.entries(more).filter(([, value]) => value !== '' && value !== false),
  );
  return {
    ...{ carriage, message, notes, wantsSignature, paid },
    channelId: channelId || null,
    ...asked,
    ...(kind !== 'sale' && { kind }),
    ...(notBeforeOn && { notBeforeOn }),
    ...(needsDays.trim() && { needsDays: wholeOrTyped(needsDays) }),
  };
}

/** An order as it is taken: who buys, what at which price, and how it goes. */
export function useOrderForm({
  buyers,
  offers,
  goods = [],
}: {
  buyers: readonly { id: string }[];
  offers: readonly Offer[];
  goods?: GoodsOffer[];
}) {
  const router = useRouter();
  const action = useAction();
  const { currency } = useUnits();
  const [buyerId, setBuyer] = useState(buyers[0]?.id ?? SOMEBODY_NEW);
  const [newBuyer, setNewBuyer] = useState<BuyerValues>(EMPTY_BUYER);
  const [nextKey, setNextKey] = useState(1);
  const lineOf = (key: number): OrderLine => ({
    key,
    offer: offers[0] ? offerKey(offers[0]) : '',
    quantity: '1',
    price: '',
  });
  const isUntouched = ({ key, ...line }: OrderLine) =>
    key === 0 && JSON.stringify({ key, ...line }) === JSON.stringify(lineOf(0));
  const [lines, setLines] = useState<OrderLine[]>(() => (offers.length ? [lineOf(0)] : []));
  const [terms, setTerms] = useState({
    channelId: '',
    carriage: '',
    message: '',
    notes: '',
    wantsSignature: false,
    paid: true,
    kind: 'sale' as OrderKind,
    notBeforeOn: null as string | null,
    giftNote: '',
    discount: '',
    discountWhy: '',
    needsTracked: false,
    insure: '',
    needsDays: '',
  });
  const [goodsLines, setGoodsLines] = useState<GoodsLine[]>([]);
  const [stages, setStages] = useState<StageLine[]>([]);

  const typed = { buyerId, newBuyer, nextKey, lines, terms, goodsLines, stages };
  const draft = useKeptValues('placeOrder:new', typed, (begun) => {
    setBuyer(begun.buyerId);
    setNewBuyer(begun.newBuyer);
    setNextKey(begun.nextKey);
    setLines(begun.lines);
    setTerms(begun.terms);
    setGoodsLines(begun.goodsLines);
    setStages(begun.stages);
  });

  const offerOf = (line: OrderLine) => offers.find((offer) => offerKey(offer) === line.offer);
  const inCart = lines.flatMap((line): { key: number; line: CartLine }[] => {
    const offer = offerOf(line);
    const quantity = readNumber(line.quantity);
    if (!offer || quantity === null || !Number.isInteger(quantity) || quantity < 1) return [];
    const { editionId, formatId, productId } = offer;
    const { setId } = line;
    return [
      { key: line.key, line: { editionId, formatId, productId, quantity, ...(setId && { setId }) } },
    ];
  });
  const cart = inCart.map((each) => each.line);
  const answered = useAsked<LinePrices[]>('/api/orders/prices', cart.length > 0 ? { lines: cart } : null);
  /** What a line is taken for under the tiers of its run, as far as that is known. */
  const tiersOf = (line: OrderLine): LinePrices =>
    answered?.[inCart.findIndex(({ key }) => key === line.key)] ?? null;
  const sums = lines.map((line) => lineSum(line, offerOf(line), currency, tiersOf(line)));
  const carriage = terms.carriage.trim() ? moneyOrNull(terms.carriage, currency) : 0;
  const goodsSums = goodsLines.map((line) => goodsSum(line, goods, currency));
  const discount = terms.discount.trim() ? moneyOrNull(terms.discount, currency) : 0;
  const parts = [...sums, ...goodsSums, carriage, discount === null ? null : -discount];
  const total = parts.includes(null) ? null : parts.reduce<number>((sum, part) => sum + part!, 0);

  /** The buyer's id, recorded first where it is somebody new; null where that was refused. */
  const recordedBuyer = async (): Promise<string | null> => {
    if (buyerId !== SOMEBODY_NEW) return buyerId;
    const recorded = await action.run('recordBuyer', newBuyer);
    // Recorded once: when the order itself is refused, taking it again must not record them again.
    if (recorded?.id) setBuyer(recorded.id);
    return recorded?.id ?? null;
  };
  const take = async () => {
    const buyer = await recordedBuyer();
    if (buyer === null) return;
    const placed = await action.run('placeOrder', {
      buyerId: buyer,
      ...orderTerms(terms),
      orderedOn: null,
      ...(goodsLines.length && {
        goods: goodsLines.map(({ goodsId, quantity, price }) => ({
          goodsId,
          quantity: wholeOrTyped(quantity),
          price,
        })),
      }),
      ...(stages.length && {
        stages: stages.map(({ name, dueOn, amount }) => ({ name, dueOn, amount })),
      }),
      lines: lines.map((line) => ({
        editionId: offerOf(line)?.editionId ?? '',
        formatId: offerOf(line)?.formatId ?? '',
        productId: offerOf(line)?.productId ?? null,
        quantity: wholeOrTyped(line.quantity),
        price: line.price,
        ...(line.setId && { setId: line.setId }),
      })),
    });
    if (!placed) return;
    draft.end();
    router.push(`/orders/${placed.id}`);
  };

  return {
    action,
    slip: draft.slip,
    buyerId,
    setBuyer,
    newBuyer,
    setNewBuyer,
    lines,
    offerOf,
    tiersOf,
    changeLine: (key: number, patch: Partial<OrderLine>) => setLines((all) => changed(all, key, patch)),
    addSet: (set: { id: string; parts: readonly Offer[] }) => {
      const parts = set.parts.map((offer, i) => ({
        ...{ key: nextKey + i, offer: offerKey(offer), quantity: '1', price: '' },
        setId: set.id,
      }));
      // The line a new order begins with is only an offer: whoever buys a set has not asked for it.
      setLines((all) => [...(all.length === 1 && isUntouched(all[0]!) ? [] : all), ...parts]);
      setNextKey(nextKey + parts.length);
    },
    addLine: () => {
      setLines((all) => [...all, lineOf(nextKey)]);
      setNextKey(nextKey + 1);
    },
    leaveOut: (key: number) =>
      setLines((all) =>
        apart(all, all.find((line) => line.key === key)?.setId).filter((line) => line.key !== key),
      ),
    goods,
    goodsLines,
    setGoodsLines,
    stages,
    setStages,
    cart,
    paste: (found: { lines: Pick<OrderLine, 'offer' | 'quantity'>[]; buyer: Partial<BuyerValues> }) => {
      setBuyer(SOMEBODY_NEW);
      setNewBuyer((was) => ({ ...was, ...found.buyer }));
      setLines(found.lines.map((line, i) => ({ key: nextKey + i, price: '', ...line })));
      setNextKey(nextKey + found.lines.length);
    },
    terms,
    setTerm:
      <K extends keyof typeof terms>(key: K) =>
      (value: (typeof terms)[K]) =>
        setTerms((was) => ({ ...was, [key]: value })),
    total,
    take,
  };
}

export type OrderForm = ReturnType<typeof useOrderForm>;
