import { chainWalk, type ChainCheck } from '@/core/edition/chain';
import { impressionLabel, stateWord } from '@/core/edition/impressionStates';
import { historyOf, readRegister } from '@/store/editions';
import { findRow, findRows, rowById } from '@/store/rows';
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
  const price = impression.formatId
    ? (await findRows(studio.db, 'prices', { formatId: impression.formatId }, { limit: 1 }))[0]
    : undefined;
  return {
    impression,
    label: impressionLabel(impression.kind, impression.number, edition.size, edition.name),
    word: stateWord(impression.state, edition),
    format: format?.name ?? null,
    paper: paper?.name ?? null,
    proofRound: proof?.round ?? null,
    priceMinor: price?.priceMinor ?? null,
    history,
  };
}
export type ImpressionDetail = Awaited<ReturnType<typeof loadImpression>>;
