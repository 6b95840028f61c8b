import { RefusedError } from '@/core/errors';
import { formatLength, formatSize } from '@/core/measure';
import { findRows, insertRow, patchRow, patchWhere, removeRow, removeWhere, rowById } from '@/store/rows';
import { defineAction } from '../action';
import { inkForLayout } from '../machines/machines';
import { chargeStock } from '../papers/lots';
import { flag, id, objectSchema } from '../schemas';
import { noteInJournal } from '../studio';
import { unprintedLayout } from './unprintedLayout';

/** Sends a layout to the print queue, or takes it back from there. */
export const queueLayout = defineAction({
  name: 'queueLayout',
  input: objectSchema({ id, queued: flag }),

  async run({ studio, tx, input }) {
    const layout = await unprintedLayout(tx, input.id);
    if (input.queued && !layout.placements.length)
      throw new RefusedError('Nothing lies on it yet: add pieces first.');
    await patchRow(tx, 'layouts', layout.id, {
      state: input.queued ? 'queued' : 'laid',
      changedAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      act: input.queued ? 'queued' : 'took back',
      subject: 'layout',
      subjectId: layout.id,
      says: `${input.queued ? 'Sent' : 'Took'} ${layout.name} ${input.queued ? 'to' : 'from'} the print queue`,
    });
    return {
      message: input.queued ? `${layout.name} waits to be printed.` : `${layout.name} is off the queue.`,
    };
  },
});

/** Marks a layout as printed: its paper leaves the oldest lot that fits, at what that lot cost. */
export const printLayout = defineAction({
  name: 'printLayout',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const layout = await unprintedLayout(tx, input.id);
    if (!layout.placements.length) throw new RefusedError('Nothing lies on it yet: add pieces first.');
    const charged = await chargeStock(studio, tx, {
      paperId: layout.paperId,
      form: layout.kind,
      widthUm: layout.widthUm,
      heightUm: layout.heightUm,
      amount: layout.kind === 'sheet' ? 1 : layout.lengthUm,
      kind: 'printed',
      why: layout.name,
      layoutId: layout.id,
    });
    const machineId = await inkForLayout(studio, tx, layout);
    await patchRow(tx, 'layouts', layout.id, {
      state: 'printed',
      printedAt: studio.now(),
      changedAt: studio.now(),
    });
    // Proof sheets that lay on it are here now, and begin to dry.
    const sheets = layout.pieces.flatMap((p) => (p.proofId ? [p.proofId] : []));
    if (sheets.length)
      await patchWhere(
        tx,
        'proofs',
        { id: sheets, state: 'asked' },
        { state: 'made', madeAt: studio.now() },
      );
    const { unit } = await studio.settings();
    const used =
      layout.kind === 'sheet'
        ? `one sheet of ${formatSize({ width: layout.widthUm, height: layout.heightUm! }, unit)}`
        : `${formatLength(layout.lengthUm, unit)} of roll`;
    await noteInJournal(studio, tx, {
      act: 'printed',
      subject: 'layout',
      subjectId: layout.id,
      says: `Printed ${layout.name}: ${used} from ${charged.lots.join(', ')}`,
      after: charged,
    });
    return {
      message: `${layout.name} is printed: ${used} left ${charged.lots.join(', ')}.`,
      lots: charged.lots,
      machineId,
    };
  },
});

/** Takes a printing back that was noted by mistake: the paper returns by a move of its own. */
export const unprintLayout = defineAction({
  name: 'unprintLayout',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const layout = await rowById(tx, 'layouts', input.id, 'id');
    if (layout.state !== 'printed') throw new RefusedError(`${layout.name} is not printed.`);
    const moves = await findRows(tx, 'stockMoves', { layoutId: layout.id });
    const byLot = new Map<string, { amount: number; costMinor: number }>();
    for (const m of moves) {
      const was = byLot.get(m.lotId) ?? { amount: 0, costMinor: 0 };
      byLot.set(m.lotId, { amount: was.amount + m.amount, costMinor: was.costMinor + m.costMinor });
    }
    for (const [lotId, m] of byLot)
      if (m.amount)
        await insertRow(tx, 'stockMoves', {
          id: studio.newId(),
          lotId,
          at: studio.now(),
          kind: 'corrected',
          amount: -m.amount,
          costMinor: -m.costMinor,
          why: `${layout.name} was not printed after all`,
          layoutId: layout.id,
        });
    await removeWhere(tx, 'inkUse', { layoutId: layout.id });
    const sheets = layout.pieces.flatMap((p) => (p.proofId ? [p.proofId] : []));
    if (sheets.length)
      await patchWhere(tx, 'proofs', { id: sheets, state: 'made' }, { state: 'asked', madeAt: null });
    await patchRow(tx, 'layouts', layout.id, {
      state: 'queued',
      printedAt: null,
      changedAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      act: 'corrected',
      subject: 'layout',
      subjectId: layout.id,
      says: `${layout.name} was not printed after all; its paper is back`,
    });
    return { message: `${layout.name} is back in the queue and its paper in the drawer.` };
  },
});

/** Removes a layout that was not printed. */
export const removeLayout = defineAction({
  name: 'removeLayout',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const layout = await unprintedLayout(tx, input.id);
    await removeRow(tx, 'layouts', layout.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'layout',
      subjectId: layout.id,
      says: `Removed the layout ${layout.name}`,
      before: layout,
    });
    return { message: `${layout.name} is removed.` };
  },
});
