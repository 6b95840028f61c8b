import type { AsPrinted } from '@/core/edition/asPrinted';
import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import type { Tx } from '@/store/db';
import { findRow, findRows, type Row } from '@/store/rows';
import { currentMaster } from '@/store/works';
import type { Studio } from '../studio';

/** What is known of a printing beside its size and paper: the roll or sheets it came from, the machine, the route. */
export type PrintedWith = { lot?: string | null; machineId?: string | null; routeId?: string | null };

/**
 * What a print of a size on a paper is today, to be kept with it for good. What nobody knows stays empty: a fact that is guessed
 * would be sworn to later.
 */
export async function asPrintedToday(
  studio: Studio,
  tx: Tx,
  q: {
    format: Row<'formats'>;
    paper: Row<'papers'>;
    proof: Row<'proofs'> | null;
    at: string;
    who: string;
    with: PrintedWith;
  },
): Promise<AsPrinted> {
  const { format, paper, proof } = q;
  const [work, settings, file] = await Promise.all([
    findRow(tx, 'works', format.workId),
    studio.settings(tx),
    newestFile(tx, format.id),
  ]);
  const formula = proof?.formula ?? null;
  const master = await masterOf(tx, format.workId, file?.masterId ?? proof?.masterId ?? null);
  const route = await named(tx, 'routes', q.with.routeId ?? proof?.routeId ?? file?.routeId);
  const machine = await named(tx, 'machines', q.with.machineId ?? formula?.machineId);
  const profile = await named(tx, 'profiles', formula?.profileId);
  const lot = q.with.lot ?? (await named(tx, 'lots', formula?.lotId))?.name ?? null;
  const proofFile = proof?.printFileSha ? { name: proof.fileName, sha256: proof.printFileSha } : null;
  return {
    work: {
      title: work!.title,
      year: work!.year,
      medium: work!.medium,
      artist: settings.artist || settings.name,
    },
    format: format.name,
    image: imageOf(format),
    sheet: sheetOf(imageOf(format), bordersOf(format)),
    paper: { name: paper.name, base: paper.base, surface: paper.surface, gsm: paper.gsm },
    lot,
    route: route?.name ?? null,
    process: route?.process ?? null,
    machine: machine?.name ?? null,
    master: master && { name: master.fileName, sha256: master.sha256 },
    file: file?.sha256 ? { name: file.fileName, sha256: file.sha256 } : proofFile,
    profile: profile?.fileName ?? null,
    intent: formula?.intent ?? proof?.intent ?? null,
    formula,
    proof: proof && { id: proof.id, round: proof.round },
    printedAt: q.at,
    who: q.who,
    reconstructed: false,
  };
}

/** The file of a size that was made last: what goes to the printer. */
async function newestFile(tx: Tx, formatId: string): Promise<Row<'printFiles'> | undefined> {
  const [file] = await findRows(
    tx,
    'printFiles',
    { formatId, state: 'ready' },
    { orderBy: ['-madeAt', '-id'], limit: 1 },
  );
  return file;
}

const masterOf = async (tx: Tx, workId: string, masterId: string | null) =>
  (masterId ? await findRow(tx, 'masters', masterId) : undefined) ??
  (await currentMaster(tx, workId)) ??
  null;

const named = <T extends 'routes' | 'machines' | 'profiles' | 'lots'>(
  tx: Tx,
  table: T,
  id: string | null | undefined,
): Promise<Row<T> | undefined> => (id ? findRow(tx, table, id) : Promise.resolve(undefined));
