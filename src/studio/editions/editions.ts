import { chainWalk, type ChainCheck } from '@/core/edition/chain';
import { impressionLabel, stateWord } from '@/core/edition/impressionStates';
import { historyOf, readRegister } from '@/store/editions';
import { localDay } from '@/core/measure';
import { pricesOn } from '@/store/products';
import { findRow, rowById, type Row } from '@/store/rows';
import { type Studio } from '../studio';

/** Walks the whole register, a thousand lines at a time, and says whether it is unbroken. */
export async function checkRegister(studio: Studio): Promise<ChainCheck> {
  const walk = chainWalk();
  for await (const entry of readRegister(studio.db)) {
    const broken = walk.next(entry);
    if (broken) return broken;
  }
  return walk.end();
}

/** An impression with the words for what it is and the lines the register has of it, newest first. */
export async function loadImpression(studio: Studio, impressionId: string) {
  const impression = await rowById(studio.db, 'impressions', impressionId, 'impression');
  const [edition, history, format, paper, proof] = await Promise.all([
    rowById(studio.db, 'editions', impression.editionId),
    historyOf(studio.db, impression.id),
    impression.formatId ? rowById(studio.db, 'formats', impression.formatId) : null,
    impression.paperId ? rowById(studio.db, 'papers', impression.paperId) : null,
    impression.proofId ? findRow(studio.db, 'proofs', impression.proofId) : null,
  ]);
  const priceMinor = await askedFor(studio, impression);
  return {
    impression,
    label: impressionLabel(impression.kind, impression.number, edition.size, edition.name),
    word: stateWord(impression.state, edition),
    format: format?.name ?? null,
    paper: paper?.name ?? null,
    proofRound: proof?.round ?? null,
    priceMinor,
    history,
  };
}
/** What it was sold for; until then, what a print of its size sells for. */
async function askedFor(studio: Studio, impression: Row<'impressions'>): Promise<number | null> {
  const { db } = studio;
  const line = impression.orderLineId ? await findRow(db, 'orderLines', impression.orderLineId) : null;
  if (line) return line.priceMinor;
  if (!impression.formatId) return null;
  const { timeZone } = await studio.settings();
  const now = await pricesOn(db, localDay(studio.now(), timeZone));
  const ofSize = now.filter((price) => price.formatId === impression.formatId);
  return ofSize.length ? Math.min(...ofSize.map((price) => price.priceMinor)) : null;
}

export type ImpressionDetail = Awaited<ReturnType<typeof loadImpression>>;
