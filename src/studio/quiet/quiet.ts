import { imageOf, bordersOf } from '@/core/crop/border';
import { NO_FINISH } from '@/core/crop/finish';
import type { MountPlan } from '@/core/mounting/mount';
import { NOTHING_KNOWN, quietTask, type QuietFacts, type QuietKind } from '@/core/quiet/tasks';
import { hookLines } from '@/core/wall/check';
import { layWall } from '@/core/wall/lay';
import { lessonsOf, type NotedThing } from '@/store/notes';
import { findRow, findRows } from '@/store/rows';
import type { Studio } from '../studio';

/** What a quiet screen is opened for: a size, a wall, or nothing in particular. */
export type QuietAsk = { formatId: string | null; wallId: string | null };

/** An act of the hands with the figures of what it is done to, and what was learned of it before. */
export async function quietScreen(studio: Studio, kind: QuietKind, ask: QuietAsk) {
  const { unit } = await studio.settings();
  const none: QuietFacts = { ...NOTHING_KNOWN, unit };
  const { facts, things } = ask.wallId
    ? await ofWall(studio, none, ask.wallId)
    : ask.formatId
      ? await ofFormat(studio, none, ask.formatId)
      : { facts: none, things: [] };
  const lessons = await lessonsOf(studio.db, [{ subject: 'hands', subjectId: kind }, ...things]);
  return { task: quietTask(kind, facts), lessons };
}

type Known = { facts: QuietFacts; things: NotedThing[] };

async function ofFormat(studio: Studio, none: QuietFacts, formatId: string): Promise<Known> {
  const format = await findRow(studio.db, 'formats', formatId);
  if (!format) return { facts: none, things: [] };
  const [work, [mount], [proof]] = await Promise.all([
    findRow(studio.db, 'works', format.workId),
    findRows(studio.db, 'mounts', { formatId, kind: 'wrap' }, { limit: 1 }),
    findRows(studio.db, 'proofs', { formatId, state: 'accepted' }, { orderBy: ['-id'], limit: 1 }),
  ]);
  const paper = proof ? await findRow(studio.db, 'papers', proof.paperId) : undefined;
  const plan = mount?.plan as MountPlan | undefined;
  return {
    facts: {
      ...none,
      about: `${work!.title}, ${format.name}`,
      image: imageOf(format),
      borders: bordersOf(format),
      finish: format.finish ?? NO_FINISH,
      wrap: plan?.kind === 'wrap' ? plan : null,
      paper: paper ?? null,
    },
    // What sells, or what a picture wants of its colours, is no matter of these hands.
    things: paper ? [{ subject: 'paper', subjectId: paper.id }] : [],
  };
}

async function ofWall(studio: Studio, none: QuietFacts, wallId: string): Promise<Known> {
  const wall = await findRow(studio.db, 'walls', wallId);
  if (!wall) return { facts: none, things: [] };
  const { plan, name } = wall;
  const lines = hookLines(plan, layWall(plan));
  return {
    facts: {
      ...none,
      about: name,
      hooks: lines.flatMap(({ piece, hooks }) =>
        hooks.map(({ x, y }) => ({ title: piece.title, fromLeft: x, fromFloor: y })),
      ),
    },
    things: [],
  };
}
