import type { Day } from '../measure/day';

export const ATTENTION_KINDS = ['looks', 'likes', 'questions', 'visitors at a stall'] as const;
export type AttentionKind = (typeof ATTENTION_KINDS)[number];

/** What was noticed of a work, or of all of them, somewhere and for some days. */
export type Attention = {
  id: string;
  workId: string | null;
  place: string;
  kind: AttentionKind;
  count: number;
  from: Day;
  until: Day;
  notes: string;
};
/** The same beside what was sold in those days: two figures, and no sum of them. */
export type AttentionBeside = Attention & { sold: number };

/**
 * Attention beside the sales of the same days and, where it is about one, of the same work. Neither is made of the other: nothing here is
 * added, divided or ranked across them.
 *
 * Source: handbook §17.
 * @example besideSales([{ id: 'a', workId: 'w', place: 'a window', kind: 'looks', count: 90, from: '2026-05-01', until: '2026-05-31', notes: '' }], [{ orderedOn: '2026-05-09', workId: 'w', quantity: 2 }, { orderedOn: '2026-06-01', workId: 'w', quantity: 1 }])[0].sold // 2
 */
export const besideSales = (
  all: readonly Attention[],
  lines: readonly { orderedOn: Day; workId: string; quantity: number }[],
): AttentionBeside[] =>
  all.map((each) => ({
    ...each,
    sold: lines
      .filter(
        ({ orderedOn, workId }) =>
          orderedOn >= each.from &&
          orderedOn <= each.until &&
          (each.workId === null || each.workId === workId),
      )
      .reduce((sum, line) => sum + line.quantity, 0),
  }));
