import type { Mg, Um } from '../measure';
import type { PackedInsert, Supply, SupplyKind } from './pack';

export const INSERT_RULES = ['all', 'fine line', 'limited', 'gift in turn'] as const;
export type InsertRuleWord = (typeof INSERT_RULES)[number];

/** What goes in with which orders. What lies on the packing shelf or among the goods is taken from there when the parcel is sealed. */
export type InsertRule = {
  name: string;
  rule: InsertRuleWord;
  supplyId: string | null;
  goodsId: string | null;
  weight: Mg;
  thickness: Um;
  /** Left of it, where that is counted; nothing: it is printed when it is wanted. */
  onHand: number | null;
};

export type InsertFacts = {
  orderNumber: number;
  prints: number;
  limited: number;
  hasFineLine: boolean;
  isGift: boolean;
};

const WHY: Record<InsertRuleWord, string> = {
  all: 'with every parcel',
  'fine line': 'with what is called a fine print',
  limited: 'one for each number of a limited run',
  'gift in turn': 'gifts in turn',
};

/** Kinds that go in by rule as long as nobody has made rules. */
const USUAL: readonly { kind: SupplyKind; rule: InsertRuleWord; why: string }[] = [
  { kind: 'care sheet', rule: 'all', why: 'how to handle and hang it' },
  { kind: 'card', rule: 'all', why: 'with the buyer’s name' },
];

/**
 * What goes into a parcel beside its prints, by the studio's rules: gifts in turn, by the order's number, from those that are left.
 *
 * @example insertsFor({ orderNumber: 7, prints: 1, limited: 0, hasFineLine: false, isGift: false }, [{ name: 'card', rule: 'all', supplyId: null, goodsId: null, weight: 5000, thickness: 400, onHand: null }]).length // 1
 */
export function insertsFor(facts: InsertFacts, rules: readonly InsertRule[]): InsertInParcel[] {
  const gifts = rules.filter(({ rule, onHand }) => rule === 'gift in turn' && onHand !== 0);
  const gift = gifts.length ? gifts[facts.orderNumber % gifts.length] : undefined;
  return rules
    .filter((each) => each.rule !== 'gift in turn' || each === gift)
    .map((each) => ({ each, count: countOf(each.rule, facts) }))
    .filter(({ count }) => count > 0)
    .map(({ each, count }) => ({
      name: each.name,
      count,
      weight: each.weight,
      thickness: each.thickness,
      why: WHY[each.rule],
      supplyId: each.supplyId,
      goodsId: each.goodsId,
    }));
}

export type InsertInParcel = PackedInsert & { goodsId: string | null };

function countOf(rule: InsertRuleWord, facts: InsertFacts): number {
  switch (rule) {
    case 'limited':
      return facts.limited;
    case 'fine line':
      return facts.hasFineLine ? 1 : 0;
    default:
      return 1;
  }
}

/**
 * Where nobody has made rules: a care sheet and a card, if the shelf has any.
 *
 * @example usualInserts([]) // []
 */
export function usualInserts(shelf: readonly Supply[]): InsertInParcel[] {
  return USUAL.flatMap(({ kind, why }) => {
    const ofKind = shelf.filter((s) => s.kind === kind);
    const supply = ofKind.find((s) => s.onHand > 0) ?? ofKind[0];
    return supply
      ? [
          {
            name: supply.name,
            count: 1,
            weight: supply.weight,
            thickness: supply.thickness ?? (kind === 'card' ? 400 : 120),
            why,
            supplyId: supply.id,
            goodsId: null,
            kind,
          },
        ]
      : [];
  });
}

/**
 * Everything that goes in beside the prints: by the studio's rules, or as is usual where it has none; and what the lines of the order's
 * products say goes in, where the rules did not put it in already.
 *
 * @example allInserts({ rules: [], shelf: [], goesIn: ['card'], facts: { orderNumber: 1, prints: 1, limited: 0, hasFineLine: false, isGift: false } }) // []
 */
export function allInserts(q: {
  rules: readonly InsertRule[];
  shelf: readonly Supply[];
  goesIn: readonly string[];
  facts: InsertFacts;
}): InsertInParcel[] {
  const kindOf = new Map(q.shelf.map((s) => [s.id, s.kind]));
  const ruled = (q.rules.length ? insertsFor(q.facts, q.rules) : usualInserts(q.shelf)).map((each) => ({
    ...each,
    kind: each.supplyId ? kindOf.get(each.supplyId) : undefined,
  }));
  const there = new Set<string | undefined>(ruled.map(({ kind }) => kind));
  const byLine = [...new Set(q.goesIn)]
    .filter((kind) => !there.has(kind))
    .flatMap((kind): InsertInParcel[] => {
      const ofKind = q.shelf.filter((s) => s.kind === kind);
      const supply = ofKind.find((s) => s.onHand > 0) ?? ofKind[0];
      if (!supply) return [];
      return [
        {
          name: supply.name,
          count: kind === 'certificate' ? Math.max(1, q.facts.limited) : 1,
          weight: supply.weight,
          thickness: supply.thickness ?? 300,
          why: 'goes in with this line',
          supplyId: supply.id,
          goodsId: null,
          kind: supply.kind,
        },
      ];
    });
  return [...ruled, ...byLine];
}
