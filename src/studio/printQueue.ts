import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { RefusedError } from '@/core/errors';
import { formatLength, formatMoney, formatSize } from '@/core/measure';
import { editions, impressions, layouts, papers, works } from '@/store/schema';
import { rowById } from '@/store/rows';
import { act } from './act';
import { printImpressions } from './editions';
import { printLayout, type Layout } from './layouts';
import { chargeStock, lotsOnHand } from './lots';
import { inkForLayout, inkReport, machinesAtHand, type InkReport, type Machine } from './machines';
import { flag, id, just, line, name } from './schemas';
import { noteInJournal, type Studio } from './studio';

export type Queued = {
  layout: Layout;
  paper: string;
  machine: Machine | null;
  lot: string | null;
  lacks: string | null;
  register: { workId: string; title: string; count: number; numbers: string }[];
};

/** What waits to be printed, by paper and machine, with what is lacking for it and which numbers it would bring. */
export async function printQueue(
  studio: Studio,
): Promise<{ queue: Queued[]; inks: Map<string, InkReport[]> }> {
  const { db } = studio;
  const { unit } = await studio.settings();
  const [rows, machines] = await Promise.all([
    db
      .select({ layout: layouts, paper: papers.name })
      .from(layouts)
      .innerJoin(papers, eq(papers.id, layouts.paperId))
      .where(eq(layouts.state, 'queued'))
      .orderBy(asc(papers.name), asc(layouts.widthUm), asc(layouts.changedAt)),
    machinesAtHand(db),
  ]);
  const lots = rows.length ? await lotsOnHand(db, [...new Set(rows.map((r) => r.layout.paperId))]) : [];
  const queue = await Promise.all(
    rows.map(async ({ layout, paper }): Promise<Queued> => {
      const amount = layout.kind === 'roll' ? layout.lengthUm : 1;
      const fits = lots.filter(
        (l) =>
          l.paperId === layout.paperId &&
          l.form === layout.kind &&
          (layout.kind === 'roll'
            ? l.widthUm === layout.widthUm
            : [l.widthUm, l.heightUm].sort().join() === [layout.widthUm, layout.heightUm].sort().join()),
      );
      const lot = fits.find((l) => l.onHand >= amount);
      const shown =
        layout.kind === 'roll'
          ? `${formatLength(amount, unit)} of ${formatLength(layout.widthUm, unit)} roll`
          : `a sheet of ${formatSize({ width: layout.widthUm, height: layout.heightUm! }, unit)}`;
      return {
        layout,
        paper,
        machine:
          [...machines].sort((a, b) => a.widthUm - b.widthUm).find((m) => m.widthUm >= layout.widthUm) ??
          null,
        lot: lot?.name ?? null,
        lacks: lot ? null : `no lot has ${shown}`,
        register: await wouldBring(studio, layout),
      };
    }),
  );
  const inks = new Map<string, InkReport[]>();
  for (const m of machines) inks.set(m.id, await inkReport(studio, m));
  return { queue, inks };
}

/** The edition that prints of a format belong to: a run that is still open, the limited one first. */
async function editionFor(studio: Studio, workId: string, formatId: string) {
  const open = await studio.db
    .select()
    .from(editions)
    .where(and(eq(editions.workId, workId), isNull(editions.closedAt)));
  return (
    open
      .filter((e) => e.formatId === null || e.formatId === formatId)
      .sort((a, b) => Number(b.kind === 'limited') - Number(a.kind === 'limited'))[0] ?? null
  );
}

const declaredOf = (studio: Studio, editionId: string, n: number) =>
  studio.db
    .select()
    .from(impressions)
    .where(
      and(
        eq(impressions.editionId, editionId),
        eq(impressions.kind, 'run'),
        eq(impressions.state, 'declared'),
      ),
    )
    .orderBy(asc(impressions.number))
    .limit(n);

async function wouldBring(studio: Studio, layout: Layout): Promise<Queued['register']> {
  const list: Queued['register'] = [];
  // Two pieces of one edition take their numbers one after the other.
  const taken = new Map<string, number>();
  for (const p of layout.pieces) {
    if (!p.formatId || !p.workId) continue;
    const count = layout.placements.filter((x) => x.id.split('#')[0] === p.id).length;
    const edition = await editionFor(studio, p.workId, p.formatId);
    if (!edition || !count) continue;
    const before = taken.get(edition.id) ?? 0;
    taken.set(edition.id, before + count);
    const next =
      edition.kind === 'limited'
        ? (await declaredOf(studio, edition.id, before + count)).slice(before)
        : [];
    list.push({
      workId: p.workId,
      title: p.says,
      count,
      numbers:
        edition.kind === 'open'
          ? `${count} of the open edition`
          : next.length < count
            ? `only ${next.length} numbers are left of the ${count} it wants`
            : `no. ${next[0]!.number}${count > 1 ? `–${next.at(-1)!.number}` : ''} of ${edition.size}`,
    });
  }
  return list;
}

/**
 * Marks a layout as printed and, if wanted, the impressions with it. Paper and ink move first; numbers that the register
 * refuses (no accepted proof, none left) are said, and stay to be noted at their edition.
 */
export const printQueued = act<{ id: string; advance: boolean; reason: string }>(
  just({ id, advance: flag, reason: line }),
  async (studio, input) => {
    const layout = await rowById(studio.db, layouts, input.id, 'id');
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
            })
          ).says,
        );
      } catch (error) {
        if (!(error instanceof RefusedError)) throw error;
        says.push(`${p.says} is not in the register: ${error.says}`);
      }
    }
    // Numbers that came into the register stay there; a layout alone can be taken back.
    return { ...done, says: [done.says, ...says].join(' '), undo: says.length ? null : undefined };
  },
);

/** A misprint: paper and ink are gone as spoiled, with the reason and who bears it; the layout stays in the queue. */
export const misprintLayout = act<{ id: string; why: string; bears: string }>(
  just({ id, why: name, bears: name }),
  (studio, input) =>
    studio.store.write(async (tx) => {
      const layout = await rowById(tx, layouts, input.id, 'id');
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
        layoutId: `misprint ${layout.id}`,
      });
      await inkForLayout(studio, tx, { ...layout, id: `misprint ${layout.id}` });
      await noteInJournal(studio, tx, {
        act: 'spoiled',
        subject: 'layout',
        subjectId: layout.id,
        says: why,
        after: charged,
      });
      const affected = [...new Set(layout.pieces.flatMap((p) => (p.workId ? [p.workId] : [])))];
      const titles = affected.length
        ? await tx.select({ title: works.title }).from(works).where(inArray(works.id, affected))
        : [];
      const { currency } = await studio.settings(tx);
      return {
        says: `Spoiled: ${formatMoney(charged.costMinor, currency)} of paper from ${charged.lots.join(', ')}${titles.length ? ` (${titles.map((t) => t.title).join(', ')})` : ''}. ${layout.name} stays in the queue.`,
      };
    }),
);
