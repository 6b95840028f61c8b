import { rm } from 'node:fs/promises';
import { desc, eq, inArray } from 'drizzle-orm';
import { sayAdjustment } from '@/core/colour/adjust';
import { PRACTICE_CHART } from '@/core/colour/practiceChart';
import { writeCgats } from '@/core/colour/target';
import { InputError, RefusedError } from '@/core/errors';
import { compareReadings, USUAL_LIMITS } from '@/core/proof/compare';
import { straightenOf, type ProofPlan } from '@/core/proof/plan';
import type { Received } from '@/imaging/objects';
import { readReadings } from '@/paperwork/readReadings';
import type { Db } from '@/store/db';
import type { Proof } from '@/store/proofs';
import { findRow, insertRow, removeRow, rowById } from '@/store/rows';
import { comparisons, formats, lots, masters, profiles, proofs, type ComparedBody } from '@/store/schema';
import { act } from './act';
import { startJob, type Follow } from './jobs';
import type { PracticePress } from './ports';
import { meaningOf } from './proofSheets';
import { array, id, just, line, oneOf, orNull } from './schemas';
import { cropOf } from './stations';
import { noteInJournal, type Studio } from './studio';

export type ComparisonRow = typeof comparisons.$inferSelect;
export const comparisonsOf = (db: Db, proofIds: readonly string[]): Promise<ComparisonRow[]> =>
  proofIds.length
    ? db
        .select()
        .from(comparisons)
        .where(inArray(comparisons.proofId, [...proofIds]))
        .orderBy(desc(comparisons.at), desc(comparisons.id))
    : Promise.resolve([]);

async function comparable(studio: Studio, proofId: string) {
  const proof = await rowById(studio.db, proofs, proofId, 'proof');
  if (proof.state === 'asked')
    throw new RefusedError(`Round ${proof.round} is not made yet: there is nothing to compare.`);
  const master = await rowById(studio.db, masters, proof.masterId);
  const format = await rowById(studio.db, formats, proof.formatId);
  const profile = proof.formula.profileId
    ? await findRow(studio.db, profiles, proof.formula.profileId)
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
): Promise<{ says: string; sha256: string; fileName: string }> {
  await comparable(studio, given.proofId);
  await studio.imaging.facts(given.received.path, given.fileName).done;
  await studio.objects.keep(given.received);
  return { says: `${given.fileName} is here.`, sha256: given.received.sha256, fileName: given.fileName };
}

const untagged = { anyOf: [oneOf('sRGB', 'opRGB'), { type: 'null' }] };
type Captured = {
  proofId: string;
  captures: { sha256: string; fileName: string }[];
  untaggedIs: 'sRGB' | 'opRGB' | null;
};
/** Compares a proof with its picture by one capture of it, or two of the same page. */
export const compareCaptures = act<Captured>(
  just({
    proofId: id,
    captures: array(just({ sha256: { type: 'string', pattern: '^[0-9a-f]{64}$' }, fileName: line }), {
      minItems: 1,
      maxItems: 2,
    }),
    untaggedIs: untagged,
  }),
  async (studio, input) => {
    await comparable(studio, input.proofId);
    for (const [i, c] of input.captures.entries())
      if (!(await studio.objects.has(c.sha256)))
        throw new InputError(`captures[${i}]`, c.fileName, 'a capture that was brought in');
    if (input.captures[1] && input.captures[1].sha256 === input.captures[0]!.sha256)
      throw new InputError(
        'captures[1]',
        input.captures[1].fileName,
        'a second capture of the same page; this is the very same file',
      );
    return {
      says: 'Comparing.',
      more: {
        job: startJob(studio, (follow) =>
          compareKept(studio, follow, input.proofId, input.captures, input.untaggedIs),
        ),
      },
    };
  },
);

async function compareKept(
  studio: Studio,
  follow: Follow,
  proofId: string,
  files: { sha256: string; fileName: string }[],
  untaggedIs: 'sRGB' | 'opRGB' | null,
): Promise<{ says: string; id: string }> {
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

async function keepComparison(
  studio: Studio,
  proof: Proof,
  captures: { sha256: string; fileName: string }[],
  body: ComparedBody,
  says: string,
) {
  const newId = studio.newId();
  await studio.store.write(async (tx) => {
    await insertRow(tx, comparisons, {
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
  return { says, id: newId };
}

/** Takes a comparison out again, for one made of the wrong file. */
export const removeComparison = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const row = await rowById(tx, comparisons, input.id, 'id');
    await removeRow(tx, comparisons, row.id);
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'proof',
      subjectId: row.proofId,
      says: 'Took a comparison out',
      before: row,
    });
    return { says: 'Taken out. The captures stay in the studio’s folder.' };
  }),
);

const text = { type: 'string', maxLength: 400_000 };
/** Compares patch readings, CGATS or CSV, with their reference: the practice chart, or a second file. */
export const compareReadingTexts = act<{
  proofId: string;
  fileName: string;
  readings: string;
  reference: string | null;
}>(
  just({ proofId: id, fileName: line, readings: text, reference: orNull(text) }),
  async (studio, given) => {
    const proof = await rowById(studio.db, proofs, given.proofId, 'proof');
    const result = compareReadings(
      readReadings(given.readings, 'readings'),
      given.reference
        ? readReadings(given.reference, 'reference')
        : PRACTICE_CHART.map((p) => ({ id: p.id, lab: p.lab })),
    );
    const says = `${result.patches.length} patches: mean ${result.mean.toFixed(1)} ΔE00, 95th percentile ${result.p95.toFixed(1)}, the worst is ${result.worst}.${result.left.length ? ` ${result.left.length} have no reference and are left out.` : ''}`;
    return keepComparison(
      studio,
      proof,
      [],
      { way: 'readings', fileName: given.fileName, ...result },
      says,
    );
  },
);

/** Begins the next round with what a comparison advises. */
export const takeAdvice = act<{ id: string }>(just({ id }), (studio, input) =>
  studio.store.write(async (tx) => {
    const row = await rowById(tx, comparisons, input.id, 'id');
    if (row.body.way !== 'scan')
      throw new RefusedError(
        'Readings of patches say how the paper prints, not how the picture is to be changed.',
      );
    const proof = await rowById(tx, proofs, row.proofId);
    const advice = row.body.advice;
    return {
      says: `The next round is adjusted: ${sayAdjustment(advice)}.`,
      id: proof.id,
      more: {
        adjust: advice,
        href: `/works/${proof.workId}/proofs/sheet?from=${proof.id}&advice=${row.id}`,
      },
    };
  }),
);

/**
 * Has the practice press print a proof and scan it, once or twice: the whole loop can be practised without paper. A proof that
 * is only asked for is made by it.
 */
export async function practiceProof(
  studio: Studio,
  press: PracticePress,
  q: { proofId: string; celsius: number; twice: boolean; untaggedIs: 'sRGB' | 'opRGB' | null },
): Promise<{ says: string; more: { job: string } }> {
  if (!(q.celsius >= 5 && q.celsius <= 40))
    throw new InputError('celsius', q.celsius, 'a room from 5 to 40 °C');
  const proof = await rowById(studio.db, proofs, q.proofId, 'proof');
  if (!proof.printFileSha || !proof.plan)
    throw new RefusedError(
      'The practice press prints proof sheets that were made here; this one was not.',
    );
  const profile = proof.formula.profileId
    ? await findRow(studio.db, profiles, proof.formula.profileId)
    : undefined;
  if (!profile?.practice)
    throw new RefusedError(
      'The practice press knows only papers it profiled itself: let it make a profile of this paper first, under Papers, Profiles.',
    );
  const model = profile.practice,
    lot = proof.formula.lotId
      ? ((await findRow(studio.db, lots, proof.formula.lotId))?.name ?? 'no lot')
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
        await tx
          .update(proofs)
          .set({ state: 'made', madeAt: studio.now() })
          .where(eq(proofs.id, proof.id));
        await noteInJournal(studio, tx, {
          act: 'made',
          subject: 'proof',
          subjectId: proof.id,
          says: `Round ${proof.round} was printed by the ${press.name}, at ${q.celsius} °C`,
        });
      });
    return compareKept(studio, follow, proof.id, files, q.untaggedIs);
  });
  return { says: `The ${press.name} is at work.`, more: { job } };
}

/** Has the practice press print its chart on a proof's paper and the practice instrument read it: a CGATS text. */
export async function practiceReadingsOf(
  studio: Studio,
  press: PracticePress,
  q: { proofId: string; celsius: number },
): Promise<{ name: string; text: string }> {
  const proof = await rowById(studio.db, proofs, q.proofId, 'proof');
  const profile = proof.formula.profileId
    ? await findRow(studio.db, profiles, proof.formula.profileId)
    : undefined;
  if (!profile?.practice)
    throw new RefusedError(
      'The practice instrument reads only papers the practice press profiled itself.',
    );
  const lot = proof.formula.lotId
    ? ((await findRow(studio.db, lots, proof.formula.lotId))?.name ?? 'no lot')
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
