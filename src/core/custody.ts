import { daysBetween, type Day } from './measure/day';

/** A time away: when it left, when it came back, or when it is due. */
export type Move = { leftOn: Day; backOn: Day | null; dueOn: Day | null };
export type CustodySpan<M> =
  | { where: 'away'; from: Day; to: Day | null; days: number; move: M; isLate: boolean }
  | { where: 'home'; from: Day; to: Day | null; days: number };

/**
 * An original's time as it was spent: away with whom, at home in between, the newest first. What is still going on has no end, and
 * its days are counted to today.
 *
 * @param moves in any order; two that overlap are as they were noted
 * @param since the day from which it is known to have been here; nothing: from its first leaving
 * @example custodyLine([], '2026-11-28') // []
 */
export function custodyLine<M extends Move>(
  moves: readonly M[],
  today: Day,
  since: Day | null = null,
): CustodySpan<M>[] {
  const ordered = [...moves].sort((a, b) => (a.leftOn < b.leftOn ? -1 : 1));
  const spans: CustodySpan<M>[] = [];
  let home = since;
  for (const move of ordered) {
    if (home !== null && home < move.leftOn)
      spans.push({ where: 'home', from: home, to: move.leftOn, days: daysBetween(home, move.leftOn) });
    spans.push({
      where: 'away',
      from: move.leftOn,
      to: move.backOn,
      days: daysBetween(move.leftOn, move.backOn ?? today),
      move,
      isLate: move.backOn === null && move.dueOn !== null && move.dueOn < today,
    });
    home = move.backOn;
  }
  if (home !== null && home <= today)
    spans.push({ where: 'home', from: home, to: null, days: daysBetween(home, today) });
  return spans.reverse();
}
