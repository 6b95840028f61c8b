import { orderWhole } from '@/store/orders';
import { findRows } from '@/store/rows';
import { furnished, numbersOf, refused, withPrints, WORK } from '../../../tests/unit/helpers/house';
import { openEdition } from '../editions/editionActions';
import { printImpressions } from '../editions/impressionActions';
import { offerFormat } from '../formats/formatActions';
import { pickOrder, placeOrder } from '../orders/orderActions';
import { cartPrices } from '../orders/tiers';
import { recordWork } from '../works/workActions';
import { setPrice } from './priceActions';
import { withdrawProduct } from './productActions';
import { endSet, keepSet } from './setActions';
import { setOffers, soldSets } from './sets';

jest.setTimeout(60_000);
const QUESTION = { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0.5, given: 0 };

/** Two works with a size, a price and a run each: 53.10 of five, 30.00 of four. */
async function twoWorks() {
  const f = await furnished({ withMaster: false });
  const { studio } = f;
  const { editionId } = await withPrints(f, 5, 3);
  const workId = (await recordWork(studio, { ...WORK, title: 'Kelp', series: 'Shore' })).id!;
  const formatId = (await offerFormat(studio, { workId, size: '90 x 60 mm', family: 'own' })).id!;
  await setPrice(studio, { formatId, price: '30', question: QUESTION });
  const other = await withPrints({ ...f, workId, formatId }, 4, 1);
  const products = await findRows(studio.db, 'products');
  const productOf = (id: string) => products.find((each) => each.formatId === id)!.id;
  const members = [
    { editionId, formatId: f.formatId, productId: productOf(f.formatId) },
    { editionId: other.editionId, formatId, productId: productOf(formatId) },
  ];
  return { f, members };
}
type Two = Awaited<ReturnType<typeof twoWorks>>;

const set = (members: Two['members'], more: Partial<Parameters<typeof keepSet>[1]> = {}) => ({
  ...{ id: null, name: 'Harbour pair', members, price: '74.79', sameNumber: false, notes: '' },
  ...more,
});
const linesOf = (members: Two['members'], setId: string, quantity = 1) =>
  members.map((member) => ({ ...member, quantity, price: '', setId }));
const place = ({ studio, buyerId }: Two['f'], lines: ReturnType<typeof linesOf>) =>
  placeOrder(studio, {
    ...{ buyerId, lines, carriage: '', message: '', wantsSignature: false, paid: true },
    ...{ orderedOn: null, notes: '' },
  });

describe('prints that are sold together', () => {
  test('a set is judged by its parts, and sold at their shares of its price', async () => {
    const { f, members } = await twoWorks();
    const { studio } = f;
    const setId = (await keepSet(studio, set(members))).id!;
    const [shown] = await soldSets(studio);
    // 53.10 and 30.00 are 83.10 one by one; 74.79 is nine tenths of it: 47.79 and 27.00.
    expect(shown!.judged).toMatchObject({ singles: 8_310, shares: [4_779, 2_700] });
    expect(shown!.judged.finding.says).toContain('less than one by one, 10 %');
    expect(shown!.free).toBe(4);
    expect(shown!.members.map(({ title }) => title)).toEqual(['Night Ferry', 'Kelp']);

    const lines = linesOf(members, setId);
    const prices = [[{ priceMinor: 4_779, quantity: 1 }], [{ priceMinor: 2_700, quantity: 1 }]];
    const asked = { lines: lines.map(({ price: _, ...line }) => line) };
    expect(await cartPrices(studio, asked)).toEqual(prices);
    const orderId = (await place(f, lines)).id!;
    const kept = await findRows(studio.db, 'orderLines', { orderId });
    expect(kept.map(({ priceMinor }) => priceMinor).sort()).toEqual([2_700, 4_779]);
    expect(kept.every((line) => line.setId === setId)).toBe(true);
    expect((await orderWhole(studio.db, orderId))!.lines.map(({ setName }) => setName)).toEqual([
      'Harbour pair',
      'Harbour pair',
    ]);
    expect((await soldSets(studio))[0]!.free).toBe(3);
  });

  test('a part of a set is not sold at the set’s price, nor one part more often than another', async () => {
    const { f, members } = await twoWorks();
    const setId = (await keepSet(f.studio, set(members))).id!;
    const [first, second] = linesOf(members, setId);
    for (const lines of [[first!], [first!, { ...second!, quantity: 2 }], [first!, first!]])
      expect(await refused(place(f, lines))).toMatchObject({
        field: 'lines[0].setId',
        message: expect.stringContaining('all 2 prints of the set'),
      });
    await endSet(f.studio, { id: setId, ended: true });
    expect((await refused(place(f, [first!, second!]))).message).toContain('a set that is still sold');
    expect(await soldSets(f.studio)).toEqual([]);
    await endSet(f.studio, { id: setId, ended: false });
    expect((await soldSets(f.studio)).length).toBe(1);
  });

  test('under one number the lowest that every run still has goes into the order, and to nobody else', async () => {
    const { f, members } = await twoWorks();
    const { studio } = f;
    const setId = (await keepSet(studio, set(members, { sameNumber: true }))).id!;
    // 1 of the first run is promised by name: 2 is the lowest that both still have.
    const [one] = await numbersOf(studio, members[0]!.editionId);
    const single = { ...members[0]!, quantity: 1, price: '', numbers: [one!.id] };
    await placeOrder(studio, {
      ...{ buyerId: f.buyerId, lines: [single], carriage: '', message: '', wantsSignature: false },
      ...{ paid: true, orderedOn: null, notes: '' },
    });
    expect((await soldSets(studio))[0]).toMatchObject({ free: 3, numbers: [2, 3, 4] });
    const orderId = (await place(f, linesOf(members, setId))).id!;
    const lines = await findRows(studio.db, 'orderLines', { orderId });
    const wanted = await findRows(studio.db, 'impressions', { id: lines.flatMap((l) => l.wanted!) });
    expect(wanted.map(({ number }) => number)).toEqual([2, 2]);
    expect((await soldSets(studio))[0]).toMatchObject({ free: 2, numbers: [3, 4] });
    // The second run has one print ready, its number 1: 2 has to be printed first, and picking says so.
    expect((await refused(pickOrder(studio, { id: orderId }))).message).toContain(
      '2/4 was asked for and is to print',
    );
    expect((await refused(place(f, linesOf(members, setId, 3)))).message).toContain('at most 2');
  });

  test('a number that is printed in another size, or a print that is no longer offered, is none of a set', async () => {
    const { f, members } = await twoWorks();
    const { studio, workId, paperId } = f;
    await keepSet(studio, set(members, { sameNumber: true }));
    expect((await soldSets(studio))[0]!.numbers).toEqual([1, 2, 3, 4]);
    const larger = (await offerFormat(studio, { workId, size: '200 x 150 mm', family: 'own' })).id!;
    const { editionId } = members[0]!;
    const fourth = (await numbersOf(studio, editionId))[3]!.id;
    await printImpressions(studio, {
      ...{ editionId, impressionIds: [fourth], count: null, formatId: larger, paperId },
      reason: 'no proof in this test',
    });
    expect((await soldSets(studio))[0]).toMatchObject({ free: 3, numbers: [1, 2, 3] });
    await withdrawProduct(studio, { id: members[1]!.productId });
    expect((await soldSets(studio))[0]).toMatchObject({ free: 0, numbers: [] });
    expect(await setOffers(studio)).toEqual([]);
  });

  test('what cannot stand in a set is refused at its field', async () => {
    const { f, members } = await twoWorks();
    const { studio, workId } = f;
    const [a, b] = members as [Two['members'][0], Two['members'][0]];
    const keep = (more: Parameters<typeof set>[1], parts = members) =>
      refused(keepSet(studio, set(parts, more)));
    expect((await keep({}, [a, a])).field).toBe('members[1].productId');
    expect((await keep({}, [a, { ...b, editionId: a.editionId }])).field).toBe('members[1].productId');
    expect((await keep({ price: '' })).field).toBe('price');
    expect((await keep({ price: 'dear' })).field).toBe('price');
    const open = await openEdition(studio, {
      ...{ workId, kind: 'open', size: null, proofs: { AP: 0, PP: 0, HC: 0 } },
      ...{ run: 'all sizes', formatId: null, signing: 'front' },
    });
    expect((await keep({ sameNumber: true }, [{ ...a, editionId: open.id! }, b])).message).toContain(
      'an open one has no numbers',
    );
  });

  test('an order form is offered whole sets only', async () => {
    const { f, members } = await twoWorks();
    await keepSet(f.studio, set(members));
    const [offer] = await setOffers(f.studio);
    expect(offer).toMatchObject({ name: 'Harbour pair', priceMinor: 7_479, free: 4 });
    expect(offer!.parts.map(({ title }) => title)).toEqual(['Night Ferry', 'Kelp']);
    await place(f, linesOf(members, offer!.id, 4));
    expect(await setOffers(f.studio)).toEqual([]);
  });
});
