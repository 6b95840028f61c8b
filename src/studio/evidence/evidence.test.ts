import sharp from 'sharp';
import { Readable } from 'node:stream';
import { evidenceOf } from '@/store/evidence';
import { namingsOf } from '@/store/hashes';
import { notesOf } from '@/store/notes';
import { findRows, insertRow } from '@/store/rows';
import { furnished, order, refused, withPrints, type Furnished } from '../../../tests/unit/helpers/house';
import { handleImpressions } from '../editions/impressionActions';
import { addNote, removeNote } from '../notes/noteActions';
import { noteHandover } from '../orders/caseActions';
import { packingTable } from '../orders/packingTable';
import { performByName } from '../registry';
import { keepEvidence, MOST_PICTURES } from './evidence';
import { describeEvidence, removeEvidence } from './evidenceActions';

const jpeg = (red: number) =>
  sharp({ create: { width: 120, height: 90, channels: 3, background: { r: red, g: 90, b: 60 } } })
    .jpeg()
    .toBuffer();

let f: Furnished;
let editionId: string, ids: string[];
beforeAll(async () => {
  f = await furnished({ withMaster: false });
  ({ editionId, ids } = await withPrints(f, 6, 5));
  await handleImpressions(f.studio, {
    ...{ editionId, impressionIds: [ids[0]!], act: 'spoiled', note: 'a scuff at the edge' },
  });
});

async function keep(subject: string, subjectId: string, words = '', bytes?: Uint8Array) {
  const body = bytes ?? (await jpeg(200));
  const received = await f.studio.objects.receive(Readable.from([body]), 'seen.jpg', {
    known: () => true,
  });
  return keepEvidence(f.studio, { subject, subjectId, words, fileName: 'seen.jpg', received });
}
const journalOf = async (subjectId: string) =>
  (await findRows(f.studio.db, 'journal', { subjectId }, { orderBy: ['id'] })).map(({ says }) => says);

describe('a photograph kept with the line that speaks of it', () => {
  test('of a note: it stands with it, goes with it, and comes back when that is undone', async () => {
    const thing = { subject: 'paper' as const, subjectId: f.paperId };
    const note = await addNote(f.studio, { ...thing, text: 'curls in August', isLesson: true });
    const kept = await keep('note', note.id!, ' the lower edge ');
    const pictures = async () => (await notesOf(f.studio.db, thing))[0]?.pictures;
    expect(await pictures()).toMatchObject([{ id: kept.id, words: 'the lower edge' }]);
    const { sha256 } = (await pictures())![0]!;
    expect(await namingsOf(f.studio.db, sha256)).toEqual([{ sha256, what: 'photograph seen.jpg' }]);
    expect(await journalOf(f.paperId)).toContain(
      'Kept a photograph with the note “curls in August”: the lower edge',
    );
    const removed = await removeNote(f.studio, { id: note.id! });
    expect(await evidenceOf(f.studio.db, 'note', [note.id!])).toEqual(new Map());
    await performByName(f.studio, removed.undo!.act, removed.undo!.input);
    expect(await pictures()).toMatchObject([{ id: kept.id }]);
  });

  test('of a spoiled print: what spoiled it is seen beside the words for good', async () => {
    const { id } = await keep('impression', ids[0]!, 'a scuff');
    expect((await evidenceOf(f.studio.db, 'impression', ids)).get(ids[0]!)).toHaveLength(1);
    expect((await journalOf(ids[0]!)).at(-1)).toMatch(
      /^Kept a photograph with Night Ferry, 1\/6: a scuff$/,
    );
    await describeEvidence(f.studio, { id: id!, words: 'a scuff, lower left' });
    expect((await evidenceOf(f.studio.db, 'impression', ids)).get(ids[0]!)![0]!.words).toBe(
      'a scuff, lower left',
    );
    const out = await removeEvidence(f.studio, { id: id! });
    expect(await evidenceOf(f.studio.db, 'impression', ids)).toEqual(new Map());
    await performByName(f.studio, out.undo!.act, out.undo!.input);
    expect((await evidenceOf(f.studio.db, 'impression', ids)).get(ids[0]!)).toHaveLength(1);
  });

  test('of a change of hands: it stands at the order’s packing table', async () => {
    const orderId = await order(f, editionId);
    const hands = { orderId, from: 'the studio', to: 'Pell', condition: 'whole', bears: 'Pell' };
    const { id } = await noteHandover(f.studio, { ...hands, photos: [] });
    await keep('handover', id!);
    const { pictures } = (await packingTable(f.studio, orderId))!;
    expect(pictures[id!]).toHaveLength(1);
  });

  test('what is named by a case or a handover alone is not swept away', async () => {
    const bytes = await jpeg(17);
    const received = await f.studio.objects.receive(Readable.from([bytes]), 'torn.jpg', {
      known: () => true,
    });
    await f.studio.objects.keep(received);
    const [order] = await findRows(f.studio.db, 'orders', {}, { limit: 1 });
    const hands = { orderId: order!.id, from: 'Pell', to: 'the buyer', condition: '', bears: 'Pell' };
    await noteHandover(f.studio, { ...hands, photos: [received.sha256] });
    expect(await namingsOf(f.studio.db, received.sha256)).toEqual([
      { sha256: received.sha256, what: 'photograph at a handover' },
    ]);
    await f.studio.store.write((tx) =>
      insertRow(tx, 'orderCases', {
        ...{ id: 'case1', orderId: order!.id, kind: 'damaged', state: 'open', says: 'a corner' },
        ...{ openedOn: '2026-11-24', photos: [received.sha256] },
      }),
    );
    expect(await namingsOf(f.studio.db, received.sha256)).toHaveLength(2);
    const kept = await keep('case', 'case1');
    expect(kept.message).toMatch(/^The photograph is kept with order \d+, damaged\.$/);
  });

  test('of what came back from others', async () => {
    await f.studio.store.write((tx) =>
      insertRow(tx, 'sentJobs', {
        ...{ id: 'job1', routeId: f.routeId, lines: [], totalMinor: 4_000 },
        ...{ sentOn: '2026-11-02', expectedOn: '2026-11-12' },
      }),
    );
    const kept = await keep('sent job', 'job1', 'banding in the sky');
    expect(kept.message).toContain('on 2026-11-02');
    expect((await journalOf(f.routeId)).at(-1)).toContain('banding in the sky');
  });
});

describe('what is refused', () => {
  test('a kind of thing there is none of, a thing that is not there, a file that is no picture', async () => {
    expect(await refused(keep('planet', 'x'))).toMatchObject({ field: 'subject' });
    expect(await refused(keep('impression', 'x'))).toMatchObject({ field: 'subjectId' });
    const text = new TextEncoder().encode('this is no picture at all');
    const there = () => evidenceOf(f.studio.db, 'impression', ids);
    const before = await there();
    await expect(keep('impression', ids[0]!, '', text)).rejects.toThrow('seen.jpg');
    expect(await there()).toEqual(before);
  });

  test('more than a line can show', async () => {
    const note = await addNote(f.studio, {
      ...{ subject: 'route', subjectId: f.routeId, text: 'late again', isLesson: false },
    });
    const [first] = [await keep('note', note.id!)];
    await f.studio.store.write(async (tx) => {
      const [row] = await findRows(tx, 'evidence', { id: first.id! });
      for (let i = 1; i < MOST_PICTURES; i++) await insertRow(tx, 'evidence', { ...row!, id: `e${i}` });
    });
    await expect(keep('note', note.id!)).rejects.toThrow(`${MOST_PICTURES} photographs lie with`);
  });
});
