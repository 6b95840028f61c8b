import { formatLength, formatSize } from '@/core/measure';
import { queuedLayouts } from '@/store/layouts';
import { findRows } from '@/store/rows';
import { inkReport, machinesAtHand, type InkReport, type Machine } from '../machines/machines';
import { lotsOnHand } from '../papers/lots';
import { type Studio } from '../studio';
import { type Layout } from './layouts';

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
  const [rows, machines] = await Promise.all([queuedLayouts(db), machinesAtHand(db)]);
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
export async function editionFor(studio: Studio, workId: string, formatId: string) {
  const open = await findRows(studio.db, 'editions', { workId, closedAt: null });
  return (
    open
      .filter((e) => e.formatId === null || e.formatId === formatId)
      .sort((a, b) => Number(b.kind === 'limited') - Number(a.kind === 'limited'))[0] ?? null
  );
}

export const declaredOf = (studio: Studio, editionId: string, n: number) =>
  findRows(
    studio.db,
    'impressions',
    { editionId, kind: 'run', state: 'declared' },
    { orderBy: ['number'], limit: n },
  );

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
