import { fileWords } from '@/core/words';
import { sayAdjustment } from '@/core/colour/adjust';
import { RefusedError } from '@/core/errors';
import { formatLength, formatSize, localDay } from '@/core/measure';
import { coverage } from '@/core/proof/plan';
import { proofPageHtml } from '@/paperwork/proofPage';
import type { Proof } from '@/store/proofs';
import { rowById } from '@/store/rows';
import { readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Studio } from '../studio';
import { cropOf } from '../works/workPage';

/** A view of a proof sheet as a small JPEG, made when it is asked for: the browser keeps it. */
export async function sheetView(studio: Studio, proof: Proof): Promise<Buffer> {
  if (!proof.printFileSha)
    throw new RefusedError('This proof was not made here: there is no file of it.');
  const passing = await studio.objects.passing();
  try {
    const path = await studio.objects.soundPath(proof.printFileSha, proof.fileName);
    await studio.imaging.do('showSheet', [path, passing]).done;
    return await readFile(passing);
  } finally {
    await rm(passing, { force: true });
  }
}

/** A page about one proof that needs nothing but itself: to send by any means, and to be answered in writing. */
export async function clientPage(
  studio: Studio,
  proofId: string,
): Promise<{ name: string; html: string }> {
  const proof = await rowById(studio.db, 'proofs', proofId, 'proof');
  const [work, format, paper, route, master, settings] = [
    await rowById(studio.db, 'works', proof.workId, 'work'),
    await rowById(studio.db, 'formats', proof.formatId),
    await rowById(studio.db, 'papers', proof.paperId),
    await rowById(studio.db, 'routes', proof.routeId),
    await rowById(studio.db, 'masters', proof.masterId),
    await studio.settings(),
  ];
  const { unit } = settings;
  const image = { width: format.imageWidthUm, height: format.imageHeightUm };
  const view = await readFile(join(studio.objects.derivedDir(master.sha256), 'view.jpg')).catch(
    () => null,
  );
  const shown = proof.plan?.pictures.filter((p) => p.role === 'snippet').map((p) => p.from) ?? [];
  const share = shown.length ? coverage(cropOf(format, master), shown) : 1;
  const pictures = [
    ...(proof.photoSha
      ? [{ says: 'The proof, photographed', jpeg: await readFile(studio.objects.pathOf(proof.photoSha)) }]
      : []),
    ...(proof.printFileSha
      ? [{ says: 'The proof sheet, as its file', jpeg: await sheetView(studio, proof) }]
      : []),
    ...(view ? [{ says: 'The whole picture', jpeg: view }] : []),
  ];
  const html = await proofPageHtml({
    studio: settings.name || settings.artist,
    title: work.title,
    pictures,
    facts: [
      ['Size of the print', formatSize(image, unit)],
      ['Paper', paper.name],
      ['Printed by', route.name],
      ['Round', String(proof.round)],
      ['Made', localDay(proof.madeAt ?? proof.askedAt, settings.timeZone)],
      ['Adjusted', proof.adjust ? sayAdjustment(proof.adjust) : 'not at all'],
      ['Look at it', `dry, in the light it will hang in, from ${formatLength(proof.distanceUm, unit)}`],
    ],
    cautions: [
      share < 1 &&
        `This sheet shows ${(100 * share).toFixed(share < 0.1 ? 1 : 0)} % of the picture: it is no evidence for the rest.`,
      'A screen shows colours only nearly: the printed proof decides.',
      proof.words.trim(),
    ].filter((x): x is string => Boolean(x)),
  });
  return {
    name: `proof_${fileWords(work.title)}_round-${proof.round}.html`,
    html,
  };
}
