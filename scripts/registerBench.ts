// The register at length: a run of a thousand, and three hundred thousand lines.
import { walkChain } from '@/store/chainCheck';
import { sheetsOf, stateCounts } from '@/store/editions';
import { findRows, rowById } from '@/store/rows';
import { openEdition } from '@/studio/editions/editionActions';
import { figuresOf } from '@/studio/editions/figures';
import { handleImpressions, printImpressions } from '@/studio/editions/impressionActions';
import { offerFormat } from '@/studio/formats/formatActions';
import { recordPaper } from '@/studio/papers/paperActions';
import { registerCsv } from '@/studio/reports/exports';
import { Studio } from '@/studio/studio';
import { recordWork } from '@/studio/works/workActions';
import { lengthenRegister } from './longRegister';

type Timed = { name: string; ms: number; target: string };

const LINES = 300_000;

/** @param dataDir an empty folder; @param timed how a piece of work is timed, in milliseconds */
export async function registerBench(
  dataDir: string,
  timed: (work: () => Promise<unknown>) => Promise<number>,
): Promise<Timed[]> {
  const studio = await Studio.open({ dataDir, who: 'Maren' });
  const { editionId, ids } = await aThousand(studio);
  const out: Timed[] = [];
  const sign = (from: number) =>
    handleImpressions(studio, {
      editionId,
      impressionIds: ids.slice(from, from + 300),
      act: 'signed',
      note: '',
    });
  out.push({
    name: '300 of a run of 1 000 signed in one act',
    ms: await timed(() => sign(0)),
    target: '≤ 1 s',
  });
  const today = await studio.today();
  out.push({
    name: 'what the page of a run of 1 000 asks of the records',
    ms: await timed(async () => {
      const edition = await rowById(studio.db, 'editions', editionId);
      const counts = await stateCounts(studio.db, editionId);
      await sheetsOf(studio.db, editionId, today);
      await figuresOf(studio, [edition], new Map([[editionId, counts]]));
    }),
    target: '≤ 150 ms',
  });
  await lengthenRegister(studio.store, LINES);
  out.push({
    name: `the chain of ${LINES.toLocaleString('en').replaceAll(',', ' ')} entries, in a process of its own`,
    ms: await timed(() => walkChain(studio.store, null)),
    target: '≤ 5 s',
  });
  const [end] = await findRows(studio.db, 'register', {}, { orderBy: ['-seq'], limit: 1 });
  out.push({
    name: 'the same from a mark ten entries before its end',
    ms: await timed(async () => {
      const [mark] = await findRows(studio.db, 'register', { seq: end!.seq - 10 });
      await walkChain(studio.store, { seq: mark!.seq, hash: mark!.hash });
    }),
    target: '≤ 0.2 s',
  });
  out.push({
    name: 'the register of that length as CSV, piece by piece',
    ms: await timed(async () => {
      for await (const piece of registerCsv(studio)) if (!piece) throw new Error('an empty piece');
    }),
    target: '≤ 10 s',
  });
  await studio.close();
  return out;
}

async function aThousand(studio: Studio): Promise<{ editionId: string; ids: string[] }> {
  const workId = (
    await recordWork(studio, {
      title: 'A long run',
      year: 2025,
      medium: 'oil',
      kind: 'painting',
      size: '400 x 300 mm',
      owner: '',
      soldPrice: '',
      drySince: null,
      varnish: '',
      surface: '',
      smears: false,
      mayPrint: 'yes',
      rights: '',
      notes: '',
    })
  ).id!;
  const formatId = (await offerFormat(studio, { workId, size: '200 x 150 mm', family: 'own' })).id!;
  const paperId = (
    await recordPaper(studio, {
      name: 'Rag',
      base: 'cotton',
      surface: 'matte',
      gsm: 300,
      thickness: '0.5 mm',
      brightener: 'none',
      mayRoll: true,
      scuffs: false,
      dryHours: 0,
      pricePerM2: '20',
      sizes: '',
      permanence: '',
      notes: '',
    })
  ).id!;
  const { id } = await openEdition(studio, {
    workId,
    kind: 'limited',
    size: 1_000,
    proofs: { AP: 0, PP: 0, HC: 0 },
    run: 'all sizes',
    formatId: null,
    signing: 'front',
  });
  const rows = await findRows(studio.db, 'impressions', { editionId: id! }, { orderBy: ['number'] });
  const ids = rows.map((row) => row.id);
  for (const half of [ids.slice(0, 500), ids.slice(500)])
    await printImpressions(studio, {
      editionId: id!,
      impressionIds: half,
      count: null,
      formatId,
      paperId,
      reason: 'measured',
    });
  await handleImpressions(studio, { editionId: id!, impressionIds: ids, act: 'passed', note: '' });
  return { editionId: id!, ids };
}
