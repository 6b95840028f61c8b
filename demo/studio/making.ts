import { handleImpressions, printImpressions } from '@/studio/editions/impressionActions';
import { findRows } from '@/store/rows';
import * as editions from '@/studio/editions/editionActions';
import { changeBorder } from '@/studio/formats/formatActions';
import * as proofs from '@/studio/proofs/roundActions';
import { setPrice } from '@/studio/prices/priceActions';
import type { PriceQuestion } from '@/core/price/solve';
import type { Studio } from '@/studio/studio';
import type { DemoClock, When } from './clock';
import type { Known } from './fill';

type Round = {
  format: string;
  paper: string;
  route: string;
  asked: When;
  made?: When;
  judged?: When;
  kind?: 'whole' | 'snippet' | 'strip';
  changed?: string;
  cost?: string;
  verdict?: 'accept' | 'adjust' | 'reject';
  words?: string;
  light?: string;
};

const day = (days: number, hour = 11): When => ({ days, hour });

const ROUNDS: readonly Round[] = [
  {
    format: 'ferry 400 x 300 mm',
    paper: 'rag',
    route: 'own',
    asked: day(182),
    made: day(182, 12),
    judged: day(181, 13),
    verdict: 'adjust',
    words: 'The water is 2 too dark in L*; the lit windows are right.',
    cost: '4.10',
  },
  {
    format: 'ferry 400 x 300 mm',
    paper: 'rag',
    route: 'own',
    asked: day(180),
    made: day(180, 12),
    judged: day(178, 13),
    verdict: 'accept',
    words: 'Water and windows both right. Watch the red of the funnel.',
    changed: 'lightness +4 below the mid tones',
    cost: '4.10',
  },
  {
    format: 'ferry 240 x 180 mm',
    paper: 'rag',
    route: 'own',
    asked: day(177),
    made: day(177, 12),
    judged: day(175, 10),
    verdict: 'accept',
    words: 'As the larger one.',
    cost: '1.80',
  },
  {
    format: 'ferry 800 x 600 mm',
    paper: 'rag',
    route: 'own',
    asked: day(66),
    made: day(66, 12),
    judged: day(64, 10),
    kind: 'snippet',
    verdict: 'accept',
    words: 'Ferry and moon at full scale: the strokes hold from 1.4 m.',
    cost: '2.20',
  },
  {
    format: 'ferry 800 x 600 mm',
    paper: 'rag',
    route: 'own',
    asked: day(62),
    made: day(62, 12),
    judged: day(60, 15),
    verdict: 'accept',
    words: 'Whole sheet even, no banding in the sky.',
    cost: '14.90',
  },
  {
    format: 'ferry 400 x 300 mm',
    paper: 'kelp',
    route: 'own',
    asked: { hoursAgo: 31 },
    made: { hoursAgo: 30 },
    changed: 'the paper, nothing else',
    cost: '4.60',
  },
  {
    format: 'kiln 400 x 300 mm',
    paper: 'rag',
    route: 'own',
    asked: day(152),
    made: day(152, 12),
    judged: day(150, 9),
    verdict: 'accept',
    words: 'Frost keeps its blue beside the original.',
    cost: '4.10',
  },
  {
    format: 'kiln 240 x 180 mm',
    paper: 'rag',
    route: 'own',
    asked: day(149),
    made: day(149, 12),
    judged: day(147, 9),
    verdict: 'accept',
    cost: '1.80',
  },
  {
    format: 'pans 300 x 300 mm',
    paper: 'kelp',
    route: 'own',
    asked: day(136),
    made: day(136, 12),
    judged: day(134, 9),
    verdict: 'accept',
    words: 'The chalk looks like chalk.',
    cost: '4.20',
  },
  {
    format: 'pans 200 x 200 mm',
    paper: 'kelp',
    route: 'own',
    asked: day(136, 14),
    made: day(136, 15),
    judged: day(134, 10),
    verdict: 'accept',
    cost: '2.20',
  },
  {
    format: 'pans 300 x 300 mm',
    paper: 'rag',
    route: 'own',
    asked: { hoursAgo: 6 },
    made: { hoursAgo: 5 },
    changed: 'the paper',
    cost: '3.90',
  },
  {
    format: 'lamp 210 x 297 mm',
    paper: 'ledger',
    route: 'own',
    asked: day(296),
    made: day(296, 12),
    judged: day(295, 9),
    verdict: 'accept',
    words: 'The wash does not block up.',
    light: 'daylight at the north window',
    cost: '1.10',
  },
  {
    format: 'quarry 300 x 240 mm',
    paper: 'lantern',
    route: 'lab',
    asked: day(396),
    made: day(390),
    judged: day(387),
    verdict: 'accept',
    words: 'Grain as on the light table.',
    cost: '9.00',
  },
  {
    format: 'quarry 500 x 400 mm',
    paper: 'lantern',
    route: 'lab',
    asked: day(9),
    kind: 'snippet',
    cost: '11.50',
  },
  {
    format: 'chart 300 x 240 mm',
    paper: 'tin',
    route: 'own',
    asked: day(117),
    made: day(117, 12),
    judged: day(114),
    verdict: 'reject',
    words: 'Metal shines through the shallow water: the depths cannot be read.',
    cost: '3.40',
  },
  {
    format: 'chart 300 x 240 mm',
    paper: 'lantern',
    route: 'own',
    asked: day(113),
    made: day(113, 12),
    judged: day(110),
    verdict: 'accept',
    changed: 'the paper',
    cost: '2.10',
  },
  {
    format: 'breakwater 800 x 200 mm',
    paper: 'sound',
    route: 'own',
    asked: day(78),
    made: day(78, 12),
    judged: day(76),
    verdict: 'accept',
    words: 'The sun does not clip.',
    cost: '5.80',
  },
  {
    format: 'breakwater 1000 x 250 mm',
    paper: 'sound',
    route: 'own',
    asked: day(2),
    kind: 'strip',
    cost: '3.00',
  },
  {
    format: 'boat 240 x 180 mm',
    paper: 'rag',
    route: 'own',
    asked: day(258),
    made: day(258, 12),
    judged: day(256),
    verdict: 'accept',
    words: 'As near as a CMYK file comes; the red stays short.',
    cost: '1.80',
  },
];

type Opening = Parameters<typeof editions.openEdition>[1];
const NO_PROOFS = { AP: 0, PP: 0, HC: 0 };
type EditionPlan = {
  work: string;
  opened: When;
  closed?: When;
  open: Omit<Opening, 'workId' | 'formatId'>;
  onlyFormat?: string;
};
const EDITIONS: readonly EditionPlan[] = [
  {
    work: 'ferry',
    opened: day(176),
    open: {
      kind: 'limited',
      size: 40,
      proofs: { AP: 4, PP: 0, HC: 0 },
      run: 'all sizes',
      signing: 'front',
      tiers: [
        { from: 31, raise: 0.2 },
        { from: 37, raise: 0.5 },
      ],
      placed: [
        { kind: 'finish', id: 'on bars', name: 'canvas on bars', place: 'outside it' },
        { kind: 'other', id: '', name: 'postcards', place: 'outside it' },
        { kind: 'other', id: '', name: 'digital copies', place: 'not made' },
      ],
    },
  },
  {
    work: 'kiln',
    opened: day(146),
    open: {
      kind: 'limited',
      size: 60,
      proofs: { AP: 4, PP: 1, HC: 0 },
      run: 'all sizes',
      signing: 'front',
    },
  },
  {
    work: 'pans',
    opened: day(133),
    open: { kind: 'open', size: null, proofs: NO_PROOFS, run: 'all sizes', signing: 'on request' },
  },
  {
    work: 'lamp',
    opened: day(294),
    open: {
      kind: 'limited',
      size: 25,
      proofs: { AP: 2, PP: 0, HC: 0 },
      run: 'per size',
      signing: 'back',
    },
    onlyFormat: 'lamp 210 x 297 mm',
  },
  {
    work: 'quarry',
    opened: day(386),
    open: { kind: 'open', size: null, proofs: NO_PROOFS, run: 'all sizes', signing: 'front' },
  },
  {
    work: 'chart',
    opened: day(109),
    open: { kind: 'open', size: null, proofs: NO_PROOFS, run: 'all sizes', signing: 'certificate only' },
  },
  {
    work: 'breakwater',
    opened: day(75),
    open: {
      kind: 'limited',
      size: 15,
      proofs: { AP: 2, PP: 0, HC: 1 },
      run: 'all sizes',
      signing: 'front',
    },
  },
  {
    work: 'boat',
    opened: day(255),
    closed: day(100),
    open: {
      kind: 'limited',
      size: 10,
      proofs: { AP: 1, PP: 0, HC: 0 },
      run: 'all sizes',
      signing: 'front',
    },
  },
];

/** A batch of prints: numbers of a run (or how many more of an open edition), and how far they have come since. */
type Batch = {
  work: string;
  format: string;
  paper: string;
  printed: When;
  numbers?: [from: number, to: number];
  kind?: 'AP' | 'HC';
  count?: number;
  reason?: string;
  passed?: When;
  signed?: When;
  certified?: When;
};
const BATCHES: readonly Batch[] = [
  {
    work: 'ferry',
    format: 'ferry 400 x 300 mm',
    paper: 'rag',
    printed: day(172),
    numbers: [1, 8],
    passed: day(171),
    signed: day(170),
    certified: day(170, 14),
  },
  {
    work: 'ferry',
    format: 'ferry 240 x 180 mm',
    paper: 'rag',
    printed: day(166),
    numbers: [9, 14],
    passed: day(165),
    signed: day(164),
  },
  {
    work: 'ferry',
    format: 'ferry 400 x 300 mm',
    paper: 'rag',
    printed: day(166, 14),
    numbers: [1, 2],
    kind: 'AP',
    passed: day(165, 14),
    signed: day(164, 14),
  },
  {
    work: 'ferry',
    format: 'ferry 800 x 600 mm',
    paper: 'rag',
    printed: day(57),
    numbers: [15, 16],
    passed: day(56),
    signed: day(55),
  },
  {
    work: 'ferry',
    format: 'ferry 400 x 300 mm',
    paper: 'rag',
    printed: day(15),
    numbers: [17, 20],
    passed: day(14),
    signed: day(13),
  },
  {
    work: 'ferry',
    format: 'ferry 400 x 300 mm',
    paper: 'rag',
    printed: day(4),
    numbers: [21, 24],
    passed: day(2),
  },
  {
    work: 'ferry',
    format: 'ferry 240 x 180 mm',
    paper: 'rag',
    printed: { hoursAgo: 8 },
    numbers: [25, 27],
  },
  {
    work: 'kiln',
    format: 'kiln 400 x 300 mm',
    paper: 'rag',
    printed: day(144),
    numbers: [1, 5],
    passed: day(143),
    signed: day(142),
  },
  {
    work: 'kiln',
    format: 'kiln 240 x 180 mm',
    paper: 'rag',
    printed: day(144, 14),
    numbers: [6, 10],
    passed: day(143, 14),
    signed: day(142, 14),
  },
  {
    work: 'kiln',
    format: 'kiln 400 x 300 mm',
    paper: 'rag',
    printed: day(11),
    numbers: [11, 13],
    reason: 'Only the bottom border grew; the picture is printed as before.',
    passed: day(10),
  },
  {
    work: 'pans',
    format: 'pans 300 x 300 mm',
    paper: 'kelp',
    printed: day(131),
    count: 6,
    passed: day(130),
  },
  {
    work: 'pans',
    format: 'pans 200 x 200 mm',
    paper: 'kelp',
    printed: day(129),
    count: 12,
    passed: day(128),
  },
  {
    work: 'lamp',
    format: 'lamp 210 x 297 mm',
    paper: 'ledger',
    printed: day(292),
    numbers: [1, 8],
    passed: day(291),
    signed: day(290),
  },
  {
    work: 'quarry',
    format: 'quarry 300 x 240 mm',
    paper: 'lantern',
    printed: day(380),
    count: 4,
    passed: day(378),
    signed: day(377),
  },
  {
    work: 'chart',
    format: 'chart 300 x 240 mm',
    paper: 'lantern',
    printed: day(108),
    count: 8,
    passed: day(105),
  },
  {
    work: 'breakwater',
    format: 'breakwater 800 x 200 mm',
    paper: 'sound',
    printed: day(73),
    numbers: [1, 5],
    passed: day(72),
    signed: day(71),
  },
  {
    work: 'breakwater',
    format: 'breakwater 800 x 200 mm',
    paper: 'sound',
    printed: day(73, 15),
    numbers: [1, 1],
    kind: 'HC',
    passed: day(72, 15),
    signed: day(71, 15),
  },
  {
    work: 'boat',
    format: 'boat 240 x 180 mm',
    paper: 'rag',
    printed: day(252),
    numbers: [1, 6],
    passed: day(251),
    signed: day(250),
    certified: day(250, 15),
  },
];

type HandAct = Parameters<typeof handleImpressions>[1]['act'];
type Fate = { work: string; kind?: 'AP' | 'HC'; number: number; act: HandAct; when: When; note?: string };
const FATES: readonly Fate[] = [
  {
    work: 'ferry',
    number: 7,
    act: 'spoiled',
    when: day(169),
    note: 'Scuff at the lower edge from the drawer; ours.',
  },
  {
    work: 'ferry',
    number: 7,
    act: 'destroyed',
    when: day(169, 16),
    note: 'Torn through twice, photo kept.',
  },
  { work: 'ferry', kind: 'AP', number: 1, act: 'kept', when: day(163) },
  {
    work: 'ferry',
    kind: 'AP',
    number: 2,
    act: 'gifted',
    when: day(120),
    note: 'To the ferry’s last mate, on her retirement.',
  },
  {
    work: 'kiln',
    number: 13,
    act: 'spoiled',
    when: day(9),
    note: 'A crease from the roll end; paper’s fault, 3.90 borne by us.',
  },
  { work: 'breakwater', kind: 'HC', number: 1, act: 'kept', when: day(70) },
  { work: 'boat', number: 3, act: 'destroyed', when: day(200), note: 'Coffee. Cut up before a witness.' },
  { work: 'boat', number: 3, act: 'remade', when: day(199) },
  { work: 'boat', number: 1, act: 'gifted', when: day(198), note: 'To the painting’s owner.' },
];

/** What each size sells for; an empty sum is the one worked out from its costs. */
const PRICES: readonly [format: string, price: string, paperAndPrint: number, margin: number][] = [
  ['ferry 240 x 180 mm', '48.00', 560, 0.5],
  ['ferry 400 x 300 mm', '95.00', 1040, 0.6],
  ['ferry 800 x 600 mm', '280.00', 2760, 0.6],
  ['kiln 240 x 180 mm', '52.00', 560, 0.5],
  ['kiln 400 x 300 mm', '110.00', 1040, 0.6],
  ['pans 200 x 200 mm', '', 520, 0.55],
  ['pans 300 x 300 mm', '', 980, 0.55],
  ['lamp 210 x 297 mm', '60.00', 480, 0.6],
  ['lamp 297 x 420 mm', '60.00', 820, 0.6],
  ['quarry 300 x 240 mm', '', 1250, 0.45],
  ['chart 300 x 240 mm', '34.00', 610, 0.3],
  ['chart 500 x 400 mm', '', 1390, 0.5],
  ['breakwater 800 x 200 mm', '160.00', 1480, 0.6],
  ['boat 240 x 180 mm', '45.00', 560, 0.5],
];

/** Proofs, editions, prints and prices of the demo studio, each at its time. */
export function scheduleMaking(studio: Studio, clock: DemoClock, known: Known): void {
  for (const r of ROUNDS) scheduleRound(studio, clock, known, r);
  for (const e of EDITIONS) {
    clock.at(e.opened, async () => {
      const { id } = await editions.openEdition(studio, {
        ...e.open,
        workId: known.works.get(e.work)!,
        formatId: e.onlyFormat ? known.formats.get(e.onlyFormat)! : null,
      });
      known.editions.set(e.work, id!);
    });
    if (e.closed)
      clock.at(e.closed, () =>
        editions.closeEdition(studio, {
          id: known.editions.get(e.work)!,
          reason: 'The paper it was begun on is no longer the same.',
        }),
      );
  }
  for (const b of BATCHES) scheduleBatch(studio, clock, known, b);
  for (const f of FATES) {
    clock.at(f.when, async () =>
      handleImpressions(studio, {
        editionId: known.editions.get(f.work)!,
        impressionIds: await idsOf(studio, known, f.work, f.kind ?? 'run', [f.number, f.number]),
        act: f.act,
        note: f.note ?? '',
      }),
    );
  }
  // After its proof was accepted: from then on that proof is stale.
  clock.at(day(20), () =>
    changeBorder(studio, {
      id: known.formats.get('kiln 400 x 300 mm')!,
      top: '25 mm',
      right: '25 mm',
      bottom: '35 mm',
      left: '25 mm',
    }),
  );
  clock.at(day(74), async () => {
    for (const [format, price, made, margin] of PRICES) {
      const question: PriceQuestion = {
        costs: [
          { name: 'paper, ink and wear', amount: made },
          { name: 'share of capture and proofs', amount: 210 },
          { name: 'trimming, signing, packing: time', amount: 400 },
          { name: 'board, sleeve, mailer', amount: 245 },
        ],
        fixedFees: [{ name: 'payment', amount: 30 }],
        shareFees: [
          { name: 'payment share', share: 0.019 },
          { name: 'market’s share', share: 0.065 },
        ],
        carriageCharged: 0,
        margin,
        given: 0.02,
      };
      await setPrice(studio, { formatId: known.formats.get(format)!, question, price });
    }
  });
}

function scheduleRound(studio: Studio, clock: DemoClock, known: Known, r: Round): void {
  let proofId = '';
  clock.at(r.asked, async () => {
    const { id } = await proofs.askProof(studio, {
      formatId: known.formats.get(r.format)!,
      paperId: known.papers.get(r.paper)!,
      routeId: known.routes.get(r.route)!,
      kind: r.kind ?? 'whole',
      changed: r.changed ?? '',
      cost: r.cost ?? '',
      made: false,
    });
    proofId = id!;
  });
  if (r.made) clock.at(r.made, () => proofs.proofMade(studio, { id: proofId }));
  const { judged, verdict } = r;
  if (judged && verdict)
    clock.at(judged, () =>
      proofs.judgeProof(studio, {
        id: proofId,
        verdict,
        light: r.light ?? 'D50 lamp on the bench',
        distance: '',
        words: r.words ?? '',
        reason: '',
      }),
    );
}

function scheduleBatch(studio: Studio, clock: DemoClock, known: Known, b: Batch): void {
  let ids: string[] = [];
  const editionId = () => known.editions.get(b.work)!;
  clock.at(b.printed, async () => {
    const impressionIds = b.numbers
      ? await idsOf(studio, known, b.work, b.kind ?? 'run', b.numbers)
      : null;
    const done = await printImpressions(studio, {
      editionId: editionId(),
      impressionIds,
      count: b.count ?? null,
      formatId: known.formats.get(b.format)!,
      paperId: known.papers.get(b.paper)!,
      reason: b.reason ?? '',
    });
    ids = done.ids as string[];
  });
  for (const [when, act] of [
    [b.passed, 'passed'],
    [b.signed, 'signed'],
    [b.certified, 'certified'],
  ] as const) {
    if (when)
      clock.at(when, () =>
        handleImpressions(studio, { editionId: editionId(), impressionIds: ids, act, note: '' }),
      );
  }
}

async function idsOf(
  studio: Studio,
  known: Known,
  work: string,
  kind: 'run' | 'AP' | 'HC',
  [from, to]: readonly [number, number],
): Promise<string[]> {
  const all = await findRows(studio.db, 'impressions', { editionId: known.editions.get(work)! });
  return all.filter((i) => i.kind === kind && i.number >= from && i.number <= to).map((i) => i.id);
}
