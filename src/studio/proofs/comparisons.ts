import { writeCgats } from '@/core/colour/target';
import { InputError, RefusedError } from '@/core/errors';
import type { ComparedBody } from '@/core/proof/compare';
import { USUAL_LIMITS } from '@/core/proof/compare';
import { straightenOf, type ProofPlan } from '@/core/proof/plan';
import type { Received } from '@/imaging/objects';
import type { Db } from '@/store/db';
import type { Proof } from '@/store/proofs';
import { findRow, findRows, insertRow, patchWhere, rowById, type Row } from '@/store/rows';
import { rm } from 'node:fs/promises';
import { startJob, type Follow } from '../jobs';
import type { PracticePress } from '../ports';
import { Type } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { cropOf } from '../works/workPage';
import { meaningOf } from './sheets';

export type ComparisonRow = Row<'comparisons'>;
export const comparisonsOf = (db: Db, proofIds: readonly string[]): Promise<ComparisonRow[]> =>
  proofIds.length
    ? findRows(db, 'comparisons', { proofId: proofIds }, { orderBy: ['-at', '-id'] })
    : Promise.resolve([]);

export async function comparable(studio: Studio, proofId: string) {
  const proof = await rowById(studio.db, 'proofs', proofId, 'proof');
  if (proof.state === 'asked')
    throw new RefusedError(`Round ${proof.round} is not made yet: there is nothing to compare.`);
  const master = await rowById(studio.db, 'masters', proof.masterId);
  const format = await rowById(studio.db, 'formats', proof.formatId);
  const profile = proof.formula.profileId
    ? await findRow(studio.db, 'profiles', proof.formula.profileId)
    : undefined;
  // A proof made elsewhere is the whole picture, as far as anybody knows.
  const image = { width: format.imageWidthUm, height: format.imageHeightUm };
  const crop = cropOf(format, master),
    straighten = straightenOf(crop);
  const plan: ProofPlan = proof.plan ?? {
    ...(straighten && { straighten }),
    sheet: image,
    ppi: 300,
    texts: [],
    pictures: [
      {
        role: 'whole',
        says: 'the whole',
        from: crop,
        at: { x: 0, y: 0 },
        size: image,
        adjust: null,
        number: null,
      },
    ],
  };
  return { proof, master, profile, plan };
}

/** Keeps a capture of a proof under its hash, to be compared. */
export async function keepCapture(
  studio: Studio,
  given: { proofId: string; fileName: string; received: Received },
): Promise<{ message: string; sha256: string; fileName: string }> {
  await comparable(studio, given.proofId);
  await studio.imaging.facts(given.received.path, given.fileName).done;
  await studio.objects.keep(given.received);
  return {
    message: `${given.fileName} is here.`,
    sha256: given.received.sha256,
    fileName: given.fileName,
  };
}

export async function compareKept(
  studio: Studio,
  follow: Follow,
  proofId: string,
  files: { sha256: string; fileName: string }[],
  untaggedIs: 'sRGB' | 'opRGB' | null,
): Promise<{ message: string; id: string }> {
  const { proof, master, profile, plan } = await comparable(studio, proofId);
  const limits = (await studio.settings()).proofLimits ?? USUAL_LIMITS;
  const { objects } = studio;
  const masterPath = await objects.soundPath(master.sha256, master.fileName);
  const scans = await Promise.all(files.map((f) => objects.soundPath(f.sha256, f.fileName)));
  const profilePath = profile ? await objects.soundPath(profile.sha256, profile.fileName) : null;
  const body = await follow((onStep) =>
    studio.imaging.do(
      'compareBack',
      [
        {
          master: masterPath,
          untaggedIs: meaningOf(master, untaggedIs),
          plan,
          scans,
          profile: profilePath,
          was: proof.adjust,
          limits,
        },
      ],
      onStep,
    ),
  );
  return keepComparison(studio, proof, files, { way: 'scan', ...body }, body.finding.says);
}

export async function keepComparison(
  studio: Studio,
  proof: Proof,
  captures: { sha256: string; fileName: string }[],
  body: ComparedBody,
  says: string,
) {
  const newId = studio.newId();
  await studio.store.write(async (tx) => {
    await insertRow(tx, 'comparisons', {
      id: newId,
      proofId: proof.id,
      at: studio.now(),
      way: body.way,
      captures,
      body,
    });
    await noteInJournal(studio, tx, {
      act: 'compared',
      subject: 'proof',
      subjectId: proof.id,
      says: `Compared round ${proof.round} with its picture. ${says}`,
    });
  });
  return { message: says, id: newId };
}

export const text = Type.String({ maxLength: 400_000 });

/**
 * Has the practice press print a proof and scan it, once or twice: the whole loop can be practised without paper. A proof that
 * is only asked for is made by it.
 */
export async function practiceProof(
  studio: Studio,
  press: PracticePress,
  q: { proofId: string; celsius: number; twice: boolean; untaggedIs: 'sRGB' | 'opRGB' | null },
): Promise<{ message: string; job: string }> {
  if (!(q.celsius >= 5 && q.celsius <= 40))
    throw new InputError('celsius', q.celsius, 'a room from 5 to 40 °C');
  const proof = await rowById(studio.db, 'proofs', q.proofId, 'proof');
  if (!proof.printFileSha || !proof.plan)
    throw new RefusedError(
      'The practice press prints proof sheets that were made here; this one was not.',
    );
  const profile = proof.formula.profileId
    ? await findRow(studio.db, 'profiles', proof.formula.profileId)
    : undefined;
  if (!profile?.practice)
    throw new RefusedError(
      'The practice press knows only papers it profiled itself: let it make a profile of this paper first, under Papers, Profiles.',
    );
  const model = profile.practice,
    lot = proof.formula.lotId
      ? ((await findRow(studio.db, 'lots', proof.formula.lotId))?.name ?? 'no lot')
      : 'no lot';
  const job = startJob(studio, async (follow) => {
    const files: { sha256: string; fileName: string }[] = [];
    for (let i = 0; i < (q.twice ? 2 : 1); i++) {
      const out = await studio.objects.passing();
      try {
        const file = await studio.objects.soundPath(proof.printFileSha!, proof.fileName);
        const profilePath = await studio.objects.soundPath(profile.sha256, profile.fileName);
        await follow((onStep) =>
          studio.imaging.do(
            'practiceScan',
            [
              {
                file,
                profile: profilePath,
                intent: proof.intent ?? 'relative colorimetric',
                model,
                drift: press.drift({ lot, celsius: q.celsius }),
                scan: press.scan(proof.round * 10 + i + 1),
                out,
                untaggedIs: null,
              },
            ],
            onStep,
          ),
        );
        const kept = await studio.objects.adopt(out);
        files.push({ sha256: kept.sha256, fileName: `practice-scan_round-${proof.round}_${i + 1}.tif` });
      } finally {
        await rm(out, { force: true });
      }
    }
    if (proof.state === 'asked')
      await studio.store.write(async (tx) => {
        await patchWhere(tx, 'proofs', { id: proof.id }, { state: 'made', madeAt: studio.now() });
        await noteInJournal(studio, tx, {
          act: 'made',
          subject: 'proof',
          subjectId: proof.id,
          says: `Round ${proof.round} was printed by the ${press.name}, at ${q.celsius} °C`,
        });
      });
    return compareKept(studio, follow, proof.id, files, q.untaggedIs);
  });
  return { message: `The ${press.name} is at work.`, job };
}

/** Has the practice press print its chart on a proof's paper and the practice instrument read it: a CGATS text. */
export async function practiceReadingsOf(
  studio: Studio,
  press: PracticePress,
  q: { proofId: string; celsius: number },
): Promise<{ name: string; text: string }> {
  const proof = await rowById(studio.db, 'proofs', q.proofId, 'proof');
  const profile = proof.formula.profileId
    ? await findRow(studio.db, 'profiles', proof.formula.profileId)
    : undefined;
  if (!profile?.practice)
    throw new RefusedError(
      'The practice instrument reads only papers the practice press profiled itself.',
    );
  const lot = proof.formula.lotId
    ? ((await findRow(studio.db, 'lots', proof.formula.lotId))?.name ?? 'no lot')
    : 'no lot';
  const read = await studio.imaging.do('practiceReadings', [
    {
      profile: await studio.objects.soundPath(profile.sha256, profile.fileName),
      model: profile.practice,
      drift: press.drift({ lot, celsius: q.celsius }),
      seed: proof.round,
    },
  ]).done;
  return {
    name: `practice-readings_round-${proof.round}.txt`,
    text: writeCgats('Practice chart as printed, read by a practice instrument', read),
  };
}
