import { RefusedError } from '@/core/errors';
import { formatMoney } from '@/core/measure';
import { findRows, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { inkForLayout } from '../machines/machines';
import { chargeStock } from '../papers/lots';
import { flag, id, line, name, objectSchema } from '../schemas';
import { noteInJournal } from '../studio';
import { declaredOf, editionFor } from './printQueue';
import { printLayout } from './layoutPrintActions';
import { printImpressions } from '../editions/impressionActions';

/**
 * Marks a layout as printed and, if wanted, the impressions with it. Paper and ink move first; numbers that the register
 * refuses (no accepted proof, none left) are said, and stay to be noted at their edition.
 */
export const printQueued = defineAction({
  name: 'printQueued',
  input: objectSchema({ id, advance: flag, reason: line }),

  async run({ studio, input }) {
    const layout = await rowById(studio.db, 'layouts', input.id, 'id');
    const done = await printLayout(studio, { id: layout.id });
    if (!input.advance) return done;
    const says: string[] = [];
    for (const p of layout.pieces) {
      const count = layout.placements.filter((x) => x.id.split('#')[0] === p.id).length;
      if (!p.formatId || !p.workId || !count) continue;
      const edition = await editionFor(studio, p.workId, p.formatId);
      if (!edition) continue;
      const next = edition.kind === 'limited' ? await declaredOf(studio, edition.id, count) : [];
      try {
        if (edition.kind === 'limited' && next.length < count)
          throw new RefusedError(`only ${next.length} numbers are left`);
        says.push(
          (
            await printImpressions(studio, {
              editionId: edition.id,
              impressionIds: edition.kind === 'limited' ? next.map((i) => i.id) : null,
              count: edition.kind === 'open' ? count : null,
              formatId: p.formatId,
              paperId: layout.paperId,
              reason: input.reason,
              lot: done.lots.join(', '),
              machineId: done.machineId,
            })
          ).message,
        );
      } catch (error) {
        if (!(error instanceof RefusedError)) throw error;
        says.push(`${p.says} is not in the register: ${error.message}`);
      }
    }
    // Numbers that came into the register stay there; a layout alone can be taken back.
    return { ...done, message: [done.message, ...says].join(' '), undo: says.length ? null : undefined };
  },
});

/** A misprint: paper and ink are gone as spoiled, with the reason and who bears it; the layout stays in the queue. */
export const misprintLayout = defineAction({
  name: 'misprintLayout',
  input: objectSchema({ id, why: name, bears: name }),

  async run({ studio, tx, input }) {
    const layout = await rowById(tx, 'layouts', input.id, 'id');
    if (layout.state !== 'queued') throw new RefusedError(`${layout.name} is not in the queue.`);
    const why = `${layout.name}, misprint: ${input.why.trim()}; borne by ${input.bears.trim()}`;
    const charged = await chargeStock(studio, tx, {
      paperId: layout.paperId,
      form: layout.kind,
      widthUm: layout.widthUm,
      heightUm: layout.heightUm,
      amount: layout.kind === 'sheet' ? 1 : layout.lengthUm,
      kind: 'spoiled',
      why,
      layoutId: null,
    });
    await inkForLayout(studio, tx, { ...layout, id: null });
    await noteInJournal(studio, tx, {
      act: 'spoiled',
      subject: 'layout',
      subjectId: layout.id,
      says: why,
      after: charged,
    });
    const affected = [...new Set(layout.pieces.flatMap((p) => (p.workId ? [p.workId] : [])))];
    const titles = affected.length ? await findRows(tx, 'works', { id: affected }) : [];
    const { currency } = await studio.settings(tx);
    return {
      message: `Spoiled: ${formatMoney(charged.costMinor, currency)} of paper from ${charged.lots.join(', ')}${titles.length ? ` (${titles.map((t) => t.title).join(', ')})` : ''}. ${layout.name} stays in the queue.`,
    };
  },
});
