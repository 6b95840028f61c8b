import { findRows } from '@/store/rows';
import { emptyStudio, furnished, refused } from '../../../tests/unit/helpers/house';
import { addEntry, closeAccount, removeEntry, saveAccount } from './accountActions';
import { archiveChannel, saveChannel } from './channelActions';
import { archiveGoods, moveGoodsBy, saveGoods } from './goodsActions';

const CARD = {
  id: null,
  name: 'Ferry card',
  kind: 'card' as const,
  cost: '0.80',
  price: '3.50',
  onHand: 40,
  weight: '12 g',
  thickness: '0.4 mm',
  notes: '',
};
const MARKET = {
  id: null,
  name: 'market',
  kind: 'marketplace' as const,
  shareFees: [{ name: 'market', share: 0.095 }],
  fixedFees: [{ name: 'payment', amount: '0.30' }],
  shareOfRetail: 0,
  taxOnFees: 0.2,
  monthly: '',
  perListing: '0.20',
  listings: 6,
  partner: null,
  stall: null,
  readOn: null,
  notes: '',
};

describe('goods that are no prints', () => {
  test('their number is the sum of its moves, and never falls below nothing', async () => {
    const studio = await emptyStudio();
    const { id } = await saveGoods(studio, CARD);
    await moveGoodsBy(studio, { id: id!, kind: 'sold', count: 12, why: 'the winter fair' });
    await moveGoodsBy(studio, { id: id!, kind: 'received', count: 5, why: '' });
    await expect(moveGoodsBy(studio, { id: id!, kind: 'gave', count: 34, why: '' })).rejects.toThrow(
      '33 of Ferry card are on hand, not 34.',
    );
    await saveGoods(studio, { ...CARD, id: id!, onHand: 30 });
    const [card] = await findRows(studio.db, 'goods');
    expect(card).toMatchObject({ onHand: 30, costMinor: 80, weightMg: 12_000, thicknessUm: 400 });
    const moves = await findRows(studio.db, 'goodsMoves');
    expect(moves.reduce((sum, move) => sum + move.amount, 0)).toBe(30);
    await archiveGoods(studio, { id: id! });
    await expect(archiveGoods(studio, { id: id! })).rejects.toThrow(/not sold any more/);
  });

  test('a price below nothing and a weight without a figure are refused by their fields', async () => {
    const studio = await emptyStudio();
    expect((await refused(saveGoods(studio, { ...CARD, price: '-1' }))).field).toBe('price');
    expect((await refused(saveGoods(studio, { ...CARD, weight: 'light' }))).field).toBe('weight');
  });
});

describe('channels', () => {
  test('rules are kept as sums and shares, with the day they were read', async () => {
    const studio = await emptyStudio();
    const { id } = await saveChannel(studio, MARKET);
    const [channel] = await findRows(studio.db, 'channels');
    expect(channel!.rules).toMatchObject({
      shareFees: [{ name: 'market', share: 0.095 }],
      fixedFees: [{ name: 'payment', amount: 30 }],
      perListing: 20,
      listings: 6,
      taxOnFees: 0.2,
    });
    expect(channel!.readOn).toMatch(/^\d{4}-\d\d-\d\d$/);
    await saveChannel(studio, { ...MARKET, id: id!, name: 'the market', listings: 8 });
    expect((await findRows(studio.db, 'channels'))[0]!.rules.listings).toBe(8);
    await archiveChannel(studio, { id: id! });
    await expect(archiveChannel(studio, { id: id! })).rejects.toThrow(/any more/);
  });

  test.each([
    [{ shareFees: [{ name: 'a', share: 0.7 }], shareOfRetail: 0.5 }, 'shareFees'],
    [{ fixedFees: [{ name: 'a', amount: 'much' }] }, 'fixedFees[0].amount'],
    [{ stall: { fee: 'x', hours: 8, km: 0, perKm: '0', days: 1, perMonth: 1 } }, 'stall.fee'],
  ])('%j is refused: %s', async (wrong, field) => {
    const studio = await emptyStudio();
    expect((await refused(saveChannel(studio, { ...MARKET, ...wrong }))).field).toBe(field);
  });

  test('two of one name are refused', async () => {
    const studio = await emptyStudio();
    await saveChannel(studio, MARKET);
    expect((await refused(saveChannel(studio, { ...MARKET, name: 'Market' }))).field).toBe('name');
  });
});

describe('a job’s account', () => {
  test('lines come and go until it is closed, and it can be opened again', async () => {
    const { studio, workId } = await furnished({ withMaster: false });
    const { id } = await saveAccount(studio, {
      id: null,
      name: 'Altar canvas',
      workId,
      client: 'the parish',
      agreed: '600',
      notes: '',
    });
    const line = {
      accountId: id!,
      kind: 'cost' as const,
      says: 'bars',
      who: 'the joiner',
      sum: '46',
      minutes: 0,
      on: null,
    };
    const { id: entryId } = await addEntry(studio, line);
    await addEntry(studio, { ...line, kind: 'hours', says: 'stretching', sum: '', minutes: 150 });
    await expect(addEntry(studio, { ...line, sum: '' })).rejects.toThrow(/a sum, or minutes/);
    expect((await removeEntry(studio, { id: entryId! })).message).toBe('bars is out of the account.');
    await closeAccount(studio, { id: id!, closed: true });
    await expect(addEntry(studio, line)).rejects.toThrow('The account of Altar canvas is closed.');
    await expect(closeAccount(studio, { id: id!, closed: true })).rejects.toThrow(/closed already/);
    await closeAccount(studio, { id: id!, closed: false });
    await addEntry(studio, line);
    const rows = await findRows(studio.db, 'accountEntries', {}, { orderBy: ['id'] });
    expect(rows.map((row) => [row.kind, row.sumMinor, row.minutes])).toEqual([
      ['hours', 0, 150],
      ['cost', 4_600, 0],
    ]);
  });
});
