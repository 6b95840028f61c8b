import type { ChainCheck } from '@/core/edition/chain';
import { impressionLabel, stateWord } from '@/core/edition/impressionStates';
import { walkChain } from '@/store/chainCheck';
import { historyOf } from '@/store/editions';
import { localDay } from '@/core/measure';
import { pricesOn } from '@/store/products';
import { keepersOf } from '@/store/editionFigures';
import { evidenceOf } from '@/store/evidence';
import { findRow, findRows, rowById, type Row } from '@/store/rows';
import { currentMaster } from '@/store/works';
import { type Studio } from '../studio';

/**
 * Whether the register’s chain is whole. From its first line the first time, and whenever somebody asks for that; in between from
 * where it was found whole.
 */
export async function checkRegister(studio: Studio, { fromStart = true } = {}): Promise<ChainCheck> {
  // Whoever comes while the first walk is on goes along with it.
  if (!fromStart && studio.chainWalking) return studio.chainWalking;
  const walking = walkChain(studio.store, fromStart ? null : studio.chainMark);
  studio.chainWalking = walking;
  try {
    const check = await walking;
    studio.chainMark = check.whole ? { seq: check.entries, hash: check.lastHash } : null;
    return check;
  } finally {
    if (studio.chainWalking === walking) studio.chainWalking = null;
  }
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
  const [certificate] = await findRows(studio.db, 'certificates', { impressionId, voidedAt: null });
  return {
    impression,
    label: impressionLabel(impression.kind, impression.number, edition.size, edition.name),
    word: stateWord(impression.state, edition),
    format: format?.name ?? null,
    paper: paper?.name ?? null,
    proofRound: proof?.round ?? null,
    certificate: certificate
      ? { id: certificate.id, issue: certificate.issue, code: certificate.code }
      : null,
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
  const ofSize = await pricesOn(db, localDay(studio.now(), timeZone), {
    formatIds: [impression.formatId],
  });
  return ofSize.length ? Math.min(...ofSize.map((price) => price.priceMinor)) : null;
}

export type ImpressionDetail = Awaited<ReturnType<typeof loadImpression>>;

/** Everything the page of one impression shows. */
export async function impressionPage(studio: Studio, impressionId: string) {
  const { db } = studio;
  const detail = await loadImpression(studio, impressionId);
  const { impression } = detail;
  const edition = await rowById(db, 'editions', impression.editionId);
  const [work, certificates, inspections, keepers, items, line, mounts] = await Promise.all([
    rowById(db, 'works', edition.workId),
    findRows(db, 'certificates', { impressionId }, { orderBy: ['-issue'] }),
    findRows(db, 'inspections', { impressionId }, { orderBy: ['-at'] }),
    keepersOf(db, impressionId),
    findRows(db, 'consignmentItems', { impressionId }, { orderBy: ['-id'] }),
    impression.orderLineId ? findRow(db, 'orderLines', impression.orderLineId) : null,
    impression.formatId ? findRows(db, 'mounts', { formatId: impression.formatId }) : [],
  ]);
  const order = line ? await rowById(db, 'orders', line.orderId) : null;
  const buyer = order ? await rowById(db, 'buyers', order.buyerId) : null;
  const there = items.find((item) => item.outcome === 'there');
  const note = there ? await rowById(db, 'consignments', there.consignmentId) : null;
  const shop = note ? await rowById(db, 'buyers', note.buyerId) : null;
  const master = await currentMaster(db, work.id);
  const pictures = await evidenceOf(db, 'impression', [impressionId]);
  return {
    ...detail,
    pictures: pictures.get(impressionId) ?? [],
    edition,
    title: work.title,
    certificates,
    inspections,
    keepers,
    order: order && { id: order.id, number: order.number, buyer: buyer!.name, state: order.state },
    consignment:
      note && shop && there
        ? {
            id: note.id,
            number: note.number,
            shop: shop.name,
            dueOn: note.dueOn,
            priceMinor: there.priceMinor,
          }
        : null,
    mounts: mounts.map((mount) => mount.kind),
    picture: master?.state === 'ready' ? master.sha256 : null,
  };
}

/** What lies on the table to be signed: passed prints of an edition, in their order, with what is known of pens on their paper. */
export async function signingTable(studio: Studio, editionId: string) {
  const { db } = studio;
  const edition = await findRow(db, 'editions', editionId);
  if (!edition) return null;
  const [work, waiting] = await Promise.all([
    rowById(db, 'works', edition.workId),
    findRows(db, 'impressions', { editionId, state: 'inspected' }, { orderBy: ['kind', 'number'] }),
  ]);
  const paperIds = [...new Set(waiting.flatMap((i) => (i.paperId ? [i.paperId] : [])))];
  const [papers, trials, timings, master] = await Promise.all([
    paperIds.length ? findRows(db, 'papers', { id: paperIds }) : [],
    paperIds.length ? findRows(db, 'penTrials', { paperId: paperIds }, { orderBy: ['-at'] }) : [],
    findRows(db, 'timings', { act: 'sign' }, { orderBy: ['-at'], limit: 20 }),
    currentMaster(db, work.id),
  ]);
  const prints = timings.reduce((sum, each) => sum + each.prints, 0);
  const seconds = timings.reduce((sum, each) => sum + each.seconds, 0);
  return {
    edition,
    title: work.title,
    artist: (await studio.settings()).artist,
    picture: master?.state === 'ready' ? master.sha256 : null,
    /** How long one takes, by the stopwatch; nothing: nobody has timed it. */
    secondsEach: prints > 0 ? seconds / prints : null,
    papers: papers.map((paper) => ({
      id: paper.id,
      name: paper.name,
      trials: trials
        .filter((trial) => trial.paperId === paper.id)
        .map(({ pen, worked, note, at }) => ({ pen, worked, note, at })),
    })),
    sheets: waiting.map((i) => ({
      id: i.id,
      label: impressionLabel(i.kind, i.number, edition.size, edition.name),
      paperId: i.paperId,
      image: i.asPrinted?.image ?? null,
      sheet: i.asPrinted?.sheet ?? null,
      format: i.asPrinted?.format ?? '',
    })),
  };
}

export type SigningTable = NonNullable<Awaited<ReturnType<typeof signingTable>>>;
