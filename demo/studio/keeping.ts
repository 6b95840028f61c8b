import { reissueCertificate, writeCertificates } from '@/studio/editions/certificateActions';
import { consignPrints, settleConsignment } from '@/studio/editions/consignmentActions';
import { openEdition } from '@/studio/editions/editionActions';
import { handleImpressions } from '@/studio/editions/impressionActions';
import { noteKeeper, notePen } from '@/studio/editions/keeperActions';
import { bringOver, readNotebook } from '@/studio/editions/paperActions';
import { holdBack, reserveNumbers } from '@/studio/editions/reservationActions';
import { recordBuyer } from '@/studio/orders/orderActions';
import { findRows } from '@/store/rows';
import type { Studio } from '@/studio/studio';
import type { DemoClock, When } from './clock';
import type { Known } from './fill';

const day = (days: number, hour = 11): When => ({ days, hour });

/** A run that was begun in a notebook, before there was anything better. */
const NOTEBOOK = `no,what became of it,name,date
1,kept,,2026-01-20
2,sold,Ruve Tallis,2026-01-28
3,sold,the Kroon library,2026-02-06
4,sold,Ane Morvik,2026-02-21
5,signed,,
6,signed,,
7,signed,,
8,destroyed,,2026-02-02
9,,,
`;

/** What stands round the register: certificates, what is held for somebody, what shops have, who has a print now. */
export function scheduleKeeping(studio: Studio, clock: DemoClock, known: Known): void {
  clock.at(day(163, 14), () => tryPens(studio, known));
  clock.at(day(51), () => giveToShop(studio, clock, known));
  clock.at(day(40), () => giveToGallery(studio, clock, known));
  clock.at(day(6, 16), () => settleGallery(studio, clock));
  clock.at(day(45), () => certify(studio, known));
  clock.at(day(30), () => reissue(studio, known));
  clock.at(day(4), () => hold(studio, clock, known));
  clock.at(day(120, 16), () => bringNotebook(studio, clock, known));
  clock.at(day(21), () => changeHands(studio, clock, known));
}

async function printsOf(studio: Studio, known: Known, work: string) {
  const editionId = known.editions.get(work)!;
  const all = await findRows(studio.db, 'impressions', { editionId }, { orderBy: ['number'] });
  return { editionId, all, run: all.filter((i) => i.kind === 'run' || i.kind === 'open') };
}

async function tryPens(studio: Studio, known: Known): Promise<void> {
  const paperId = known.papers.get('rag')!;
  await notePen(studio, { paperId, pen: 'pencil 2B', worked: true, note: 'sits well, does not shine' });
  await notePen(studio, {
    paperId,
    pen: 'gel pen 0.5',
    worked: false,
    note: 'scrapes the coating, still wet after an hour',
  });
  await notePen(studio, {
    paperId: known.papers.get('sound')!,
    pen: 'pigment liner 0.3',
    worked: true,
    note: '',
  });
}

async function giveToShop(studio: Studio, clock: DemoClock, known: Known): Promise<void> {
  const { run } = await printsOf(studio, known, 'ferry');
  const { id: shop } = await recordBuyer(studio, {
    name: 'The Harbour Shop',
    preferredName: 'Pell',
    email: '',
    address: 'Quay 3\nHaldenness',
    country: 'Norrholm',
    mayWriteSince: null,
    notes: '',
  });
  const channels = await findRows(studio.db, 'channels', { name: 'The Harbour Shop' });
  await consignPrints(studio, {
    buyerId: shop!,
    channelId: channels[0]?.id ?? null,
    sinceOn: clock.day(51),
    dueOn: clock.day(6),
    theirShare: 0.4,
    bearsDamage: 'the shop, from the door on',
    notes: 'By the window, out of the sun.',
    items: [{ impressionId: run.find((i) => i.number === 6)!.id, price: '95' }],
  });
}

async function giveToGallery(studio: Studio, clock: DemoClock, known: Known): Promise<void> {
  const { run } = await printsOf(studio, known, 'quarry');
  const here = run.filter((i) => i.state === 'signed').slice(0, 2);
  const { id: gallery } = await recordBuyer(studio, {
    name: 'Room Nine',
    preferredName: 'Ilva',
    email: '',
    address: 'Tanner’s Row 9\nOst Kroon',
    country: 'Norrholm',
    mayWriteSince: null,
    notes: '',
  });
  await consignPrints(studio, {
    buyerId: gallery!,
    channelId: null,
    sinceOn: clock.day(40),
    dueOn: clock.day(-50),
    theirShare: 0.5,
    bearsDamage: 'the gallery',
    notes: '',
    items: here.map((i) => ({ impressionId: i.id, price: '140' })),
  });
}

async function settleGallery(studio: Studio, clock: DemoClock): Promise<void> {
  const notes = await findRows(studio.db, 'consignments', {}, { orderBy: ['-number'] });
  const items = await findRows(studio.db, 'consignmentItems', { consignmentId: notes[0]!.id });
  await settleConsignment(studio, {
    id: notes[0]!.id,
    on: clock.day(6),
    paid: 'paid',
    items: items.slice(0, 1).map((item) => ({ itemId: item.id, outcome: 'sold' as const, note: '' })),
  });
}

async function certify(studio: Studio, known: Known): Promise<void> {
  const { editionId, all } = await printsOf(studio, known, 'ferry');
  const sold = all.filter((i) => (i.state === 'delivered' || i.state === 'gifted') && !i.certifiedAt);
  if (sold.length === 0) return;
  await writeCertificates(studio, { editionId, impressionIds: sold.map((i) => i.id) });
}

async function reissue(studio: Studio, known: Known): Promise<void> {
  const { run } = await printsOf(studio, known, 'boat');
  await reissueCertificate(studio, {
    impressionId: run.find((i) => i.number === 1)!.id,
    why: 'Lost when the owner moved house; the print was seen.',
  });
}

async function hold(studio: Studio, clock: DemoClock, known: Known): Promise<void> {
  const ferry = known.editions.get('ferry')!;
  await reserveNumbers(studio, {
    editionId: ferry,
    impressionId: null,
    quantity: 2,
    forWhom: 'the Kroon library',
    untilOn: clock.day(-2),
    note: 'Waits for their committee.',
  });
  const { run, editionId } = await printsOf(studio, known, 'kiln');
  const number = (n: number) => run.find((i) => i.number === n)!.id;
  await reserveNumbers(studio, {
    editionId,
    impressionId: number(20),
    quantity: 1,
    forWhom: 'Ane Morvik',
    untilOn: clock.day(-24),
    note: 'Born on the 20th.',
  });
  await holdBack(studio, { impressionId: number(60), why: 'The last one stays with the artist.' });
}

async function bringNotebook(studio: Studio, clock: DemoClock, known: Known): Promise<void> {
  const formatId = known.formats.get('lamp 297 x 420 mm');
  if (!formatId) return;
  const { id } = await openEdition(studio, {
    workId: known.works.get('lamp')!,
    kind: 'limited',
    size: 20,
    proofs: { AP: 1, PP: 0, HC: 0 },
    run: 'per size',
    formatId,
    signing: 'back',
  });
  const today = clock.day(121);
  const lines = await readNotebook(studio, id!, NOTEBOOK);
  await bringOver(studio, {
    editionId: id!,
    formatId,
    paperId: known.papers.get('ledger')!,
    lines: lines.map((line) => ({
      number: line.number!,
      state: line.state!,
      buyer: line.buyer,
      // The demo is made on whatever day it is: no note of the notebook lies after it.
      on: line.on && line.on <= today ? line.on : today,
    })),
  });
}

async function changeHands(studio: Studio, clock: DemoClock, known: Known): Promise<void> {
  const { editionId, all } = await printsOf(studio, known, 'boat');
  const given = all.find((i) => i.state === 'gifted');
  if (!given) return;
  await noteKeeper(studio, {
    impressionId: given.id,
    name: 'Dorte Hallen',
    how: 'resold',
    sinceOn: clock.day(21),
    note: 'She wrote; the certificate went with it.',
  });
  const kept = all.find((i) => i.kind === 'AP' && i.state === 'signed');
  if (kept)
    await handleImpressions(studio, { editionId, impressionIds: [kept.id], act: 'kept', note: '' });
}
