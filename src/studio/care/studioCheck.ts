import { chainWalk, type ChainCheck } from '@/core/edition/chain';
import { impressionLabel } from '@/core/edition/impressionStates';
import { replayLine, type Replayed } from '@/core/edition/replay';
import { documentFaults } from '@/store/columnFaults';
import { readRegister } from '@/store/editions';
import { allNamings } from '@/store/hashes';
import { freeByEdition, lotsBelowNothing, suppliesOutOfStep } from '@/store/soundness';
import { brokenTriggers } from '@/store/triggers';
import { duplicateNumbers, foreignKeyFaults, standingImpressions } from '@/store/wholeness';
import type { Studio } from '../studio';

/** One thing that is not as it should be, in a sentence, and what can be done about it. */
export type Fault = {
  about: 'database' | 'guards' | 'register' | 'numbers' | 'stock' | 'files';
  says: string;
};

export type StudioCheck = {
  at: string;
  faults: Fault[];
  /** Remarks that are no faults: files nothing names, a clock behind the records. */
  remarks: string[];
  files: { sound: number; damaged: number; missing: number; unnamed: number };
  register: ChainCheck;
  /** To be written down elsewhere: a chain that was rewritten or cut short no longer ends in it. */
  head: { entries: number; hash: string };
};

/**
 * Looks the whole studio over: the database, its guards, the register from its first line, every number and order against the
 * register, stock against its moves, and every file against its hash.
 *
 * @param known a head of the chain noted elsewhere: the register must still hold it
 */
export async function checkStudio(
  studio: Studio,
  known?: { entries: number; hash: string },
  onStep: (says: string) => void = () => {},
): Promise<StudioCheck> {
  const faults: Fault[] = [];
  const fault = (about: Fault['about'], says: string) => faults.push({ about, says });
  onStep('the database');
  await checkDatabase(studio, fault);
  onStep('the register');
  const { register, standing, head } = await walkRegister(studio, known, fault);
  await holdAgainstRegister(studio, standing, fault);
  await checkStock(studio, fault);
  onStep('the files');
  const { files, remarks } = await checkFiles(studio, fault, onStep);
  if (register.whole && isClockBehind(head.at, studio.now()))
    remarks.push(
      `The clock of this machine stands before the last line of the register (${head.at}): it was put back, and days are counted wrongly until it is right.`,
    );
  return {
    at: studio.now(),
    faults,
    remarks,
    files,
    register,
    head: { entries: head.entries, hash: head.hash },
  };
}

type Note = (about: Fault['about'], says: string) => void;

async function checkDatabase(studio: Studio, fault: Note): Promise<void> {
  const integrity = await studio.store.integrity();
  if (integrity !== 'ok')
    fault('database', `The database is damaged: ${integrity.slice(0, 300)}. Restore a backup.`);
  for (const f of await foreignKeyFaults(studio.db))
    fault('database', `A row of ${f.table} names something of ${f.parent} that is not there.`);
  for (const f of await documentFaults(studio.db))
    fault('database', `${f.table} ${f.rowId}: ${f.column} does not have its shape, ${f.fault}.`);
  for (const name of await brokenTriggers(studio.db))
    fault('guards', `The guard ${name} is missing or was altered. It is put back at the next start.`);
}

async function walkRegister(
  studio: Studio,
  known: { entries: number; hash: string } | undefined,
  fault: Note,
) {
  const walk = chainWalk();
  const standing = new Map<string, Replayed>();
  let broken: ChainCheck | null = null;
  let head = { entries: 0, hash: '', at: '' };
  let hasKnown = !known || known.entries === 0;
  for await (const entry of readRegister(studio.db)) {
    broken ??= walk.next(entry);
    if (known && entry.seq === known.entries) hasKnown = entry.hash === known.hash;
    head = { entries: entry.seq, hash: entry.hash, at: entry.at };
    replayLine(standing, entry);
  }
  const register = broken ?? walk.end();
  if (!register.whole) fault('register', register.says);
  if (!hasKnown)
    fault(
      'register',
      `Line ${known!.entries} of the register no longer is what was noted elsewhere: the register was cut short, or written anew to its end.`,
    );
  return { register, standing, head };
}

async function holdAgainstRegister(
  studio: Studio,
  standing: Map<string, Replayed>,
  fault: Note,
): Promise<void> {
  for (const { table, number, title } of await duplicateNumbers(studio.db))
    fault('numbers', `${number} of ${title} exists twice in ${table}: one number is two prints.`);
  const seen = new Set<string>();
  for (const i of await standingImpressions(studio.db)) {
    seen.add(i.id);
    const says = standing.get(i.id);
    const label = `${impressionLabel(i.kind, i.number, i.size, i.runName)} of ${i.title}`;
    const state = says?.state ?? 'declared';
    if (state !== i.state)
      fault(
        'numbers',
        `${label} is “${i.state}”, and by the register it is “${state}”. One of the two was changed by hand.`,
      );
    else if ((says?.order ?? null) !== i.order && i.state !== 'declared')
      fault(
        'numbers',
        `${label} is held for ${orderName(i.order)}, and by the register for ${orderName(says?.order ?? null)}.`,
      );
  }
  for (const id of standing.keys()) {
    if (!seen.has(id))
      fault('numbers', `The register tells of an impression ${id} that is no longer kept.`);
  }
}

const orderName = (order: number | null): string => (order === null ? 'no order' : `order ${order}`);

async function checkStock(studio: Studio, fault: Note): Promise<void> {
  for (const lot of await lotsBelowNothing(studio.db))
    fault('stock', `${lot.name} comes to less than nothing by its moves.`);
  for (const s of await suppliesOutOfStep(studio.db))
    fault('stock', `${s.name}: ${s.onHand} on hand, and its moves add up to ${s.sum}. Count it.`);
  for (const e of await freeByEdition(studio.db, await studio.today())) {
    if (e.free < 0)
      fault(
        'numbers',
        `${e.promised + e.reserved} numbers of ${e.title} are promised or reserved, and ${e.unsold} are there.`,
      );
  }
}

async function checkFiles(studio: Studio, fault: Note, onStep: (says: string) => void) {
  const named = new Map<string, string[]>();
  for (const n of await allNamings(studio.db))
    named.set(n.sha256, [...(named.get(n.sha256) ?? []), n.what]);
  const files = { sound: 0, damaged: 0, missing: 0, unnamed: 0 };
  let done = 0;
  for (const [sha256, whats] of named) {
    const state = await studio.objects.stateOf(sha256);
    files[state]++;
    onStep(`the files, ${++done} of ${named.size}`);
    if (state === 'sound') continue;
    const how = state === 'missing' ? 'is not in the folder' : 'was changed on the disk';
    fault(
      'files',
      `The file of ${whats[0]}${whats.length > 1 ? ` and ${whats.length - 1} more` : ''} ${how} (${sha256.slice(0, 12)}…). Bring the same file in again, or restore it.`,
    );
  }
  for await (const sha256 of studio.objects.all()) {
    if (named.has(sha256)) continue;
    files.unnamed++;
  }
  const remarks = files.unnamed
    ? [
        `${files.unnamed} ${files.unnamed === 1 ? 'file is' : 'files are'} named by nothing any more; they are swept away eight days after they came.`,
      ]
    : [];
  return { files, remarks };
}

/** A minute is no clock put back. */
export const isClockBehind = (last: string, now: string): boolean =>
  last !== '' && Date.parse(now) < Date.parse(last) - 60_000;
