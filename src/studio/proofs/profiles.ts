import { fileWords } from '@/core/words';
import type { ProfileFacts } from '@/core/colour/profileFacts';
import type { InkModel } from '@/core/colour/inks';
import { InputError, RefusedError } from '@/core/errors';
import type { Received } from '@/imaging/objects';
import type { Db, Tx } from '@/store/db';
import { profileLines, profilesWithNames } from '@/store/proofs';
import { findRows, insertRow, rowById, type Row } from '@/store/rows';
import { rm } from 'node:fs/promises';
import type { PracticePress } from '../ports';
import { noteInJournal, type Studio } from '../studio';

export type Profile = Row<'profiles'>;

/** An ICC profile larger than this is something else. */
export const MOST_PROFILE_BYTES = 32 * 1024 * 1024;

/** Profiles with the names of what they belong to: those of own machines first, the newest first. */
export const profilesAtHand = (db: Db) => profilesWithNames(db);

/** All of them by name, and one with all it says: the one asked for, or else the first that is not put away. */
export async function profileShelf(db: Db, askedId?: string) {
  const lines = await profileLines(db);
  const open =
    lines.find((line) => line.id === askedId) ?? lines.find((line) => !line.archivedAt) ?? lines[0];
  const [whole] = open ? await profilesWithNames(db, open.id) : [];
  return { lines, open: whole ?? null };
}

/** The profile a paper is printed through now: the newest for the machine or route, or the newest that names neither. */
export async function currentProfile(
  db: Db | Tx,
  q: { paperId: string; machineId?: string | null; routeId?: string | null },
): Promise<Profile | undefined> {
  const all = await findRows(
    db,
    'profiles',
    { paperId: q.paperId, archivedAt: null },
    { orderBy: ['-receivedAt', '-id'] },
  );
  return (
    all.find(
      (p) => (q.machineId && p.machineId === q.machineId) || (q.routeId && p.routeId === q.routeId),
    ) ??
    all.find((p) => !p.machineId && !p.routeId) ??
    (q.machineId || q.routeId ? undefined : all[0])
  );
}

export type ProfileBelongs = {
  paperId: string;
  machineId: string | null;
  routeId: string | null;
  setting: string;
};

async function belongs(studio: Studio, q: ProfileBelongs) {
  const paper = await rowById(studio.db, 'papers', q.paperId, 'paperId');
  const machine = q.machineId ? await rowById(studio.db, 'machines', q.machineId, 'machineId') : null;
  const route = q.routeId ? await rowById(studio.db, 'routes', q.routeId, 'routeId') : null;
  if (machine && route && route.kind !== 'own printer')
    throw new InputError('routeId', route.name, 'either an own printer or a lab’s route, not both');
  if (q.setting.length > 120) throw new InputError('setting', q.setting, 'up to 120 letters');
  return { paper, machine, route };
}

/** Why a profile may not be the right one for what it is kept for; nothing: it fits. */
function doubtOf(
  facts: ProfileFacts,
  route: Row<'routes'> | null,
  machine: Row<'machines'> | null,
): string | null {
  if (facts.model === 'grey')
    return 'it is a profile of grey, and prints of colours cannot be foreseen through it';
  if (route) {
    const takesCmyk = /CMYK/.test(route.space) && !/RGB/.test(route.space);
    if (facts.model !== (takesCmyk ? 'CMYK' : 'RGB'))
      return `it is a profile of ${facts.model}, and ${route.name} takes ${route.space}`;
  }
  if (!machine) return null;
  if (facts.model === 'CMYK') return `it is a profile of CMYK, and ${machine.name} is sent RGB`;
  if (facts.describes !== 'a printer’s paper')
    return `it describes ${facts.describes}, and says nothing of how ${machine.name} prints on this paper`;
  return null;
}

/**
 * Keeps a profile under its hash, with the paper, the machine or route, and the setting it is for.
 *
 * @param sure when it is to be kept although it does not fit what it is for
 * @throws RefusedError for a damaged file, one of another kind, or one that does not fit
 */
export async function bringInProfile(
  studio: Studio,
  given: ProfileBelongs & { fileName: string; received: Received; sure: boolean },
): Promise<{ message: string; id: string }> {
  const { paper, machine, route } = await belongs(studio, given);
  const { facts, gamut } = await studio.imaging.do('profile', [given.received.path]).done;
  const all = await findRows(studio.db, 'profiles', { sha256: given.received.sha256, archivedAt: null });
  const same = all.find(
    (p) =>
      p.paperId === paper.id &&
      p.machineId === (machine?.id ?? null) &&
      p.routeId === (route?.id ?? null) &&
      p.setting === given.setting.trim(),
  );
  if (same) return { message: `${given.fileName} is kept for ${paper.name} already.`, id: same.id };
  const elsewhere = all[0] && all[0].paperId !== paper.id;
  const doubt =
    doubtOf(facts, route, machine) ??
    (elsewhere ? 'the very same file is kept for another paper already' : null);
  if (doubt && !given.sure)
    throw new RefusedError(
      `${given.fileName} does not fit ${paper.name}: ${doubt}. Keep it all the same only if you know why.`,
      true,
    );
  await studio.objects.keep(given.received);
  return keepProfile(
    studio,
    {
      ...given,
      sha256: given.received.sha256,
      facts,
      gamut,
      practice: null,
      notes: doubt ? `Kept although ${doubt}.` : '',
    },
    paper.name,
  );
}

async function keepProfile(
  studio: Studio,
  p: ProfileBelongs &
    Pick<Profile, 'sha256' | 'fileName' | 'facts' | 'gamut' | 'notes'> & { practice: InkModel | null },
  paper: string,
): Promise<{ message: string; id: string }> {
  const newId = studio.newId();
  await studio.store.write(async (tx) => {
    await insertRow(tx, 'profiles', {
      id: newId,
      sha256: p.sha256,
      fileName: p.fileName,
      paperId: p.paperId,
      machineId: p.machineId,
      routeId: p.routeId,
      setting: p.setting.trim(),
      facts: p.facts,
      gamut: p.gamut,
      practice: p.practice,
      notes: p.notes,
      receivedAt: studio.now(),
    });
    await noteInJournal(studio, tx, {
      act: 'brought in',
      subject: 'profile',
      subjectId: newId,
      says: `Brought in the profile ${p.fileName} for ${paper}`,
      after: { sha256: p.sha256, label: p.facts.label },
    });
  });
  return {
    message: `${p.fileName} is kept for ${paper}: ${p.facts.model}, ICC ${p.facts.version}, ${p.facts.works}; its colours fill ${p.gamut.volume.toLocaleString('en-GB').replaceAll(',', ' ')} cubic L*a*b* units.`,
    id: newId,
  };
}

/** Has the practice press profile a paper: a true ICC file, of a paper that is made up. */
export async function profileByPractice(
  studio: Studio,
  press: PracticePress,
  q: ProfileBelongs & { version: 2 | 4 },
): Promise<{ message: string; id: string }> {
  const { paper } = await belongs(studio, q);
  const model = press.paperModel(paper);
  const out = await studio.objects.passing();
  try {
    await studio.imaging.do('paperProfile', [
      {
        label: `${paper.name}, ${press.name}`.normalize('NFD').replace(/[^\x20-\x7e]/g, ''),
        version: q.version,
        model,
        out,
      },
    ]).done;
    const { facts, gamut } = await studio.imaging.do('profile', [out]).done;
    const { sha256 } = await studio.objects.adopt(out);
    const fileName = `${fileWords(paper.name)}_practice-v${q.version}.icc`;
    return await keepProfile(
      studio,
      { ...q, sha256, fileName, facts, gamut, practice: model, notes: 'Made by the practice press.' },
      paper.name,
    );
  } finally {
    await rm(out, { force: true });
  }
}

/** Has the outlines of the spaces files are kept in worked out, once for as long as the server runs. */
export async function prepareSpaces(studio: Studio): Promise<void> {
  studio.spaces ??= Promise.all(
    (['sRGB', 'opRGB'] as const).map(async (name) => ({
      name,
      gamut: await studio.imaging.do('spaceGamut', [name]).done,
    })),
  );
  try {
    studio.spacesReady = await studio.spaces;
  } catch {
    studio.spaces = null;
  }
}

/** The outlines, to draw papers against, as far as they are there: no page waits for a worker. */
export function referenceSpaces(studio: Studio): { name: string; gamut: Profile['gamut'] }[] {
  if (!studio.spacesReady.length) void prepareSpaces(studio);
  return studio.spacesReady;
}
