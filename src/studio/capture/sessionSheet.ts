import { equipmentFor } from '@/core/capture/equipment';
import { planCapture, sessionSteps, type PlanQuestion, type Subject } from '@/core/capture/plan';
import { InputError } from '@/core/errors';
import { formatSize, parseSize } from '@/core/measure';
import { sessionPdf } from '@/paperwork/session';
import { rowById } from '@/store/rows';
import type { Document } from '../reports/documents';
import type { Studio } from '../studio';
import { equipmentAtHand } from './equipment';

export type SessionAsk = {
  way: string;
  workId: string | null;
  original: string;
  print: string;
  ppi: number;
  fill: number;
  overlap: number;
  kind: Subject['kind'];
  smears: boolean;
  thick: boolean;
  gloss: boolean;
};

/** The checklist of a capture session, on paper, with the figures of its plan. */
export async function sessionSheet(studio: Studio, ask: SessionAsk): Promise<Document> {
  const s = await studio.settings();
  const work = ask.workId ? await rowById(studio.db, 'works', ask.workId, 'work') : null;
  const original = ask.original.trim() ? parseSize(ask.original, s.unit, 'original') : null;
  const print = parseSize(ask.print, s.unit, 'print');
  const q: PlanQuestion = {
    subject: { kind: ask.kind, original, smears: ask.smears, thick: ask.thick, gloss: ask.gloss },
    print,
    ppi: ask.ppi,
    fill: ask.fill,
    overlap: ask.overlap,
    hourMinor: 0,
    leftPerPrint: 1,
    expected: 1,
    currency: s.currency,
    unit: s.unit,
    ...equipmentFor(await equipmentAtHand(studio.db)),
  };
  const way = planCapture(q).ways.find((w) => w.name === ask.way);
  if (!way) throw new InputError('way', ask.way, 'one of the ways of the plan');
  const bytes = await sessionPdf({
    studio: s.name,
    title: work?.title ?? 'An original',
    facts: [work?.medium, original && formatSize(original, s.unit)].filter(Boolean).join(', '),
    plan: `${way.name}, for a print of ${formatSize(print, s.unit)} at ${ask.ppi} ppi`,
    finding: way.finding.says,
    steps: sessionSteps(way.kind, {
      smears: ask.smears,
      gloss: ask.gloss,
      way,
      overlap: ask.overlap,
      unit: s.unit,
    }),
    cautions: [
      ask.smears
        ? 'The surface smears: never face down on glass, never dragged. Pastel and pigment dust: air, and no blowing.'
        : '',
      way.kind === 'camera'
        ? 'Lamps are hot; cables trail: tape them down. Two people carry anything over 1.2 m.'
        : '',
      way.kind === 'flatbed' ? 'Glass edges cut; wipe with the plug out.' : '',
    ].filter(Boolean),
    at: studio.now(),
    letter: s.unit === 'in',
  });
  return { name: 'capture-session.pdf', bytes };
}
