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

type Proofing = {
  clock: DemoClock;
  studio: Studio;
  known: Known;
  onStep: (says: string) => void;
};

/** Profiles, the screen, proof sheets with their rounds, what the client said, and counts of what a paper cannot show. */
export function scheduleProofing(
  clock: DemoClock,
  studio: Studio,
  known: Known,
  onStep: (says: string) => void,
): void {
  const proofing = { clock, studio, known, onStep };
  scheduleProfiles(proofing);
  scheduleRounds(proofing);
  scheduleSnippets(proofing);
  scheduleLastLooks(proofing);
}

const ownPrinter = async (studio: Studio) => (await findRows(studio.db, 'machines'))[0]!.id;

function scheduleProfiles({ clock, studio, known, onStep }: Proofing): void {
  const paper = (key: string) => known.papers.get(key)!;
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
    const machineId = await ownPrinter(studio);
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
      routeId: known.routes.get('lab')!,
      setting: '',
      fileName: 'lab-srgb.icc',
      received,
      sure: false,
    });
  });
}

type Sheet = Pick<SheetInput, 'what' | 'changed'> & {
  format: string;
  paper: string;
  ppi: number;
  adjust?: SheetInput['adjust'];
};

async function makeSheet({ studio, known }: Proofing, of: Sheet): Promise<void> {
  await ended(
    studio,
    await makeProofSheet(studio, {
      formatId: known.formats.get(of.format)!,
      paperId: known.papers.get(of.paper)!,
      routeId: known.routes.get('own')!,
      machineId: await ownPrinter(studio),
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
}

const KILN = 'kiln 240 x 180 mm';

/** A first proof that is off, what comparing back advised, and a second that is nearer and passes. */
function scheduleRounds(proofing: Proofing): void {
  const { clock, studio, known, onStep } = proofing;
  const latest = async () => {
    const of = { formatId: known.formats.get(KILN)!, paperId: known.papers.get('kelp')! };
    return (await findRows(studio.db, 'proofs', of, { orderBy: ['-round'] }))[0]!;
  };
  const round = (changed: string, adjust: SheetInput['adjust'] = null) =>
    makeSheet(proofing, {
      format: KILN,
      paper: 'kelp',
      ppi: 150,
      what: { kind: 'reduced', longSideUm: 120_000 },
      changed,
      adjust,
    });
  const printAndCompare = async () =>
    ended(
      studio,
      await practiceProof(studio, practicePress, {
        proofId: (await latest()).id,
        celsius: 33,
        twice: true,
        untaggedIs: null,
      }),
    );
  const judge = async (verdict: 'adjust' | 'accept', words: string) =>
    judgeProof(studio, {
      id: (await latest()).id,
      verdict,
      place: 'beside the original',
      light: 'D50 lamp on the bench',
      distance: '',
      words,
      reason: '',
    });
  clock.at({ days: 34, hour: 10 }, async () => {
    onStep('proofing in rounds');
    await round('the paper');
    await printAndCompare();
  });
  clock.at({ days: 33, hour: 15 }, async () => {
    await judge('adjust', 'Frost too blue and the shed too heavy, as the figures say.');
  });
  clock.at({ days: 32, hour: 9 }, async () => {
    const [compared] = await findRows(studio.db, 'comparisons', { proofId: (await latest()).id });
    const advice = compared?.body.way === 'scan' ? compared.body.advice : null;
    await round('the adjustment, as comparing back advised', advice);
    await printAndCompare();
  });
  clock.at({ days: 31, hour: 10 }, async () => {
    await judge('accept', 'Frost right now.');
    await sendToClient(studio, { id: (await latest()).id, to: 'Maud Ellery' });
  });
  clock.at({ days: 28, hour: 10 }, async () => {
    await clientAnswered(studio, {
      id: (await latest()).id,
      answer: 'accepted',
      words: 'Yes. I know it will look a little softer than the painting from near.',
    });
  });
}

function scheduleSnippets(proofing: Proofing): void {
  const { clock, studio, known, onStep } = proofing;
  const rag = () => known.papers.get('rag')!;
  clock.at({ days: 3, hour: 9 }, async () => {
    onStep('a snippet sheet of the ferry');
    const found = await proposeSnippets(studio, {
      formatId: known.formats.get('ferry 800 x 600 mm')!,
      paperId: rag(),
      routeId: known.routes.get('own')!,
      machineId: await ownPrinter(studio),
      width: '55 mm',
      height: '55 mm',
      untaggedIs: null,
    });
    const regions = (
      found.regions as { left: number; top: number; width: number; height: number; says: string }[]
    )
      .slice(0, 3)
      .map(({ left, top, width, height, says }) => ({ left, top, width, height, says }));
    await makeSheet(proofing, {
      format: 'ferry 800 x 600 mm',
      paper: 'rag',
      ppi: 300,
      what: { kind: 'snippet', regions },
      changed: 'the printer was serviced',
    });
    const profiled = (await profilesAtHand(studio.db)).find((p) => p.profile.paperId === rag())!;
    const master = (await currentMaster(studio.db, known.works.get('ferry')!))!;
    await ended(
      studio,
      await countGamut(studio, { masterId: master.id, profileId: profiled.profile.id, untaggedIs: null }),
    );
  });
}

/** A proof out with a shop, and one print looked over and passed, beside two that wait. */
function scheduleLastLooks({ clock, studio, known }: Proofing): void {
  clock.at({ hoursAgo: 26 }, async () => {
    const [waiting] = await findRows(studio.db, 'proofs', {
      formatId: known.formats.get('ferry 400 x 300 mm')!,
      paperId: known.papers.get('kelp')!,
    });
    if (waiting) await sendToClient(studio, { id: waiting.id, to: 'the Harbour Shop' });
  });
  clock.at({ hoursAgo: 5 }, async () => {
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
