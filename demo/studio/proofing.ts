import { writeMatrixProfile } from '@/core/colour/icc';
import { SRGB_PRIMARIES, srgbCurve } from '@/core/colour/space';
import { INSPECTION, type Inspected } from '@/core/proof/inspection';
import { practicePress } from '@/simulators/practicePress';
import { findRows } from '@/store/rows';
import { currentMaster } from '@/store/works';
import { inspectPrint } from '@/studio/editions/inspectionActions';
import { jobEnd } from '@/studio/jobs';
import { practiceProof } from '@/studio/proofs/comparisons';
import {
  bringInProfile,
  MOST_PROFILE_BYTES,
  profileByPractice,
  profilesAtHand,
} from '@/studio/proofs/profiles';
import { clientAnswered, judgeProof, sendToClient } from '@/studio/proofs/roundActions';
import { type SheetInput } from '@/studio/proofs/sheets';
import { countGamut } from '@/studio/proofs/softProofActions';
import { setScreen } from '@/studio/settings/settingActions';
import type { Studio } from '@/studio/studio';
import type { DemoClock } from './clock';
import type { Known } from './fill';
import { makeProofSheet, proposeSnippets } from '@/studio/proofs/sheetActions';

const ended = async (studio: Studio, started: { job: string }) => {
  const over = await jobEnd(studio, started.job as string);
  if (!over.ok) throw new Error(over.message);
  return over;
};

/** Profiles, the screen, proof sheets with their rounds, what the client said, and counts of what a paper cannot show. */
export function scheduleProofing(
  clock: DemoClock,
  studio: Studio,
  known: Known,
  onStep: (says: string) => void,
): void {
  const paper = (key: string) => known.papers.get(key)!,
    route = (key: string) => known.routes.get(key)!,
    format = (key: string) => known.formats.get(key)!;
  const machine = async () => (await findRows(studio.db, 'machines'))[0]!.id;
  clock.at({ days: 42, hour: 9 }, async () => {
    onStep('profiling two papers');
    await setScreen(studio, {
      calibratedOn: clock.day(42),
      everyDays: 30,
      whiteK: 5_000,
      luminance: 120,
      surround: 6,
      limits: { mean: 3, p95: 6 },
      referenceDays: 120,
    });
    const machineId = await machine();
    await profileByPractice(studio, practicePress, {
      paperId: paper('rag'),
      machineId,
      routeId: null,
      setting: 'rag, finest, slow',
      version: 2,
    });
    await profileByPractice(studio, practicePress, {
      paperId: paper('kelp'),
      machineId,
      routeId: null,
      setting: 'textured, fine',
      version: 4,
    });
    // The lab says only that it wants sRGB: a matrix, and all that is known.
    const bytes = writeMatrixProfile('sRGB as the lab takes it', SRGB_PRIMARIES, srgbCurve);
    const received = await studio.objects.receive(
      (async function* () {
        yield bytes;
      })(),
      'lab-srgb.icc',
      { limit: MOST_PROFILE_BYTES, known: () => true },
    );
    await bringInProfile(studio, {
      paperId: paper('lantern'),
      machineId: null,
      routeId: route('lab'),
      setting: '',
      fileName: 'lab-srgb.icc',
      received,
      sure: false,
    });
  });
  const sheet = async (
    of: Pick<SheetInput, 'what' | 'changed'> & {
      format: string;
      paper: string;
      ppi: number;
      adjust?: SheetInput['adjust'];
    },
  ) =>
    ended(
      studio,
      await makeProofSheet(studio, {
        formatId: format(of.format),
        paperId: paper(of.paper),
        routeId: route('own'),
        machineId: await machine(),
        lotId: null,
        intent: 'relative colorimetric',
        ppi: of.ppi,
        kernel: 'mitchell',
        sharpen: { amount: 60, radius: 0.9, threshold: 2 },
        adjust: of.adjust ?? null,
        untaggedIs: null,
        changed: of.changed,
        cost: '1.90',
        what: of.what,
      }),
    );
  const latest = async (key: string) =>
    (
      await findRows(
        studio.db,
        'proofs',
        { formatId: format(key), paperId: paper('kelp') },
        { orderBy: ['-round'] },
      )
    )[0]!;
  // A first proof that is off, what comparing back advised, and a second that is nearer.
  clock.at({ days: 34, hour: 10 }, async () => {
    onStep('proofing in rounds');
    await sheet({
      format: 'kiln 240 x 180 mm',
      paper: 'kelp',
      ppi: 150,
      what: { kind: 'reduced', longSideUm: 120_000 },
      changed: 'the paper',
    });
    await ended(
      studio,
      await practiceProof(studio, practicePress, {
        proofId: (await latest('kiln 240 x 180 mm')).id,
        celsius: 33,
        twice: true,
        untaggedIs: null,
      }),
    );
  });
  clock.at({ days: 33, hour: 15 }, async () => {
    await judgeProof(studio, {
      id: (await latest('kiln 240 x 180 mm')).id,
      verdict: 'adjust',
      place: 'beside the original',
      light: 'D50 lamp on the bench',
      distance: '',
      words: 'Frost too blue and the shed too heavy, as the figures say.',
      reason: '',
    });
  });
  clock.at({ days: 32, hour: 9 }, async () => {
    const first = await latest('kiln 240 x 180 mm');
    const [compared] = await findRows(studio.db, 'comparisons', { proofId: first.id });
    await sheet({
      format: 'kiln 240 x 180 mm',
      paper: 'kelp',
      ppi: 150,
      what: { kind: 'reduced', longSideUm: 120_000 },
      changed: 'the adjustment, as comparing back advised',
      adjust: compared?.body.way === 'scan' ? compared.body.advice : null,
    });
    await ended(
      studio,
      await practiceProof(studio, practicePress, {
        proofId: (await latest('kiln 240 x 180 mm')).id,
        celsius: 33,
        twice: true,
        untaggedIs: null,
      }),
    );
  });
  clock.at({ days: 31, hour: 10 }, async () => {
    const p = await latest('kiln 240 x 180 mm');
    await judgeProof(studio, {
      id: p.id,
      verdict: 'accept',
      place: 'beside the original',
      light: 'D50 lamp on the bench',
      distance: '',
      words: 'Frost right now.',
      reason: '',
    });
    await sendToClient(studio, { id: p.id, to: 'Maud Ellery' });
  });
  clock.at({ days: 28, hour: 10 }, async () => {
    await clientAnswered(studio, {
      id: (await latest('kiln 240 x 180 mm')).id,
      answer: 'accepted',
      words: 'Yes. I know it will look a little softer than the painting from near.',
    });
  });
  clock.at({ days: 3, hour: 9 }, async () => {
    onStep('a snippet sheet of the ferry');
    const found = await proposeSnippets(studio, {
      formatId: format('ferry 800 x 600 mm'),
      paperId: paper('rag'),
      routeId: route('own'),
      machineId: await machine(),
      width: '55 mm',
      height: '55 mm',
      untaggedIs: null,
    });
    const regions = (
      found.regions as { left: number; top: number; width: number; height: number; says: string }[]
    )
      .slice(0, 3)
      .map(({ left, top, width, height, says }) => ({ left, top, width, height, says }));
    await sheet({
      format: 'ferry 800 x 600 mm',
      paper: 'rag',
      ppi: 300,
      what: { kind: 'snippet', regions },
      changed: 'the printer was serviced',
    });
    const rag = (await profilesAtHand(studio.db)).find((p) => p.profile.paperId === paper('rag'))!;
    const master = (await currentMaster(studio.db, known.works.get('ferry')!))!;
    await ended(
      studio,
      await countGamut(studio, { masterId: master.id, profileId: rag.profile.id, untaggedIs: null }),
    );
  });
  clock.at({ hoursAgo: 26 }, async () => {
    const [waiting] = await findRows(studio.db, 'proofs', {
      formatId: format('ferry 400 x 300 mm'),
      paperId: paper('kelp'),
    });
    if (waiting) await sendToClient(studio, { id: waiting.id, to: 'the Harbour Shop' });
  });
  clock.at({ hoursAgo: 5 }, async () => {
    // One print looked over and passed, beside two that wait.
    const [one] = await findRows(studio.db, 'impressions', {
      editionId: known.editions.get('ferry')!,
      number: 25,
      state: 'printed',
    });
    if (one)
      await inspectPrint(studio, {
        impressionId: one.id,
        points: Object.fromEntries(INSPECTION.map((p) => [p, 'right'])) as Inspected['points'],
        measured: '',
        words: '',
        bears: null,
      });
  });
}
