import { findRow, findRows } from '@/store/rows';
import { emptyStudio, refused, SERVICE, SHELF } from '../../../tests/unit/helpers/house';
import { performByName } from '../registry';
import { putSupplyBack, recordService, recordSupply, useSupply } from './shelfActions';

const shelf = async () => {
  const studio = await emptyStudio();
  const id = (await recordSupply(studio, { ...SHELF[0]!, onHand: 10, reorderAt: 4 })).id!;
  const onHand = async () => (await findRow(studio.db, 'supplies', id))!.onHand;
  const moves = async () =>
    (await findRows(studio.db, 'supplyMoves', { supplyId: id }, { orderBy: ['id'] })).map((m) => [
      m.kind,
      m.amount,
    ]);
  return { studio, id, onHand, moves };
};

describe('the packing shelf', () => {
  test('what is used leaves it, with its reason; at the reorder point it says so', async () => {
    const { studio, id, onHand, moves } = await shelf();
    expect((await useSupply(studio, { id, count: 5, why: 'two mats' })).message).toBe('board: 5 left.');
    expect((await useSupply(studio, { id, count: 1, why: '' })).message).toBe(
      'board: 4 left, to be ordered.',
    );
    expect([await onHand(), await moves()]).toEqual([
      4,
      [
        ['counted', 10],
        ['used', -5],
        ['used', -1],
      ],
    ]);
    const [note] = await findRows(studio.db, 'journal', { act: 'used' }, { orderBy: ['at', 'id'] });
    expect(note!.says).toBe('Used 5 × board: two mats');
  });

  test('more than lies there is not used', async () => {
    const { studio, id, onHand } = await shelf();
    expect((await refused(useSupply(studio, { id, count: 11, why: '' }))).message).toMatch(
      /^10 of board are on hand, not 11/,
    );
    expect(await onHand()).toBe(10);
  });

  test('what was not needed is put back, and that can be taken back', async () => {
    const { studio, id, onHand, moves } = await shelf();
    await useSupply(studio, { id, count: 3, why: '' });
    const done = await putSupplyBack(studio, { id, count: 2 });
    expect(done.message).toBe('board: 9 on hand.');
    await performByName(studio, 'undo', done.undo!.input);
    expect([await onHand(), (await moves()).length]).toEqual([7, 2]);
  });

  test('counted anew, the difference is a move; what is known of it is set', async () => {
    const { studio, id, onHand, moves } = await shelf();
    await recordSupply(studio, { ...SHELF[0]!, id, name: 'board A4', onHand: 7, acidFree: 'yes' });
    expect([await onHand(), (await moves()).at(-1)]).toEqual([7, ['counted', -3]]);
    expect(await findRow(studio.db, 'supplies', id)).toMatchObject({ name: 'board A4', acidFree: true });
    await recordSupply(studio, { ...SHELF[0]!, id, onHand: 7, acidFree: 'not said' });
    expect(await findRow(studio.db, 'supplies', id)).toMatchObject({ acidFree: null });
  });

  test('only a mat has a window', async () => {
    const { studio } = await shelf();
    const given = { ...SHELF[0]!, window: '8 x 10 in' };
    expect(await refused(recordSupply(studio, given))).toMatchObject({ field: 'window' });
    await recordSupply(studio, { ...given, kind: 'mat' });
  });

  test('tape has no size; no price is none', async () => {
    const { studio } = await shelf();
    const { id } = await recordSupply(studio, { ...SHELF[0]!, kind: 'tape', size: '', price: '' });
    expect(await findRow(studio.db, 'supplies', id!)).toMatchObject({
      widthUm: 0,
      heightUm: 0,
      priceMinor: 0,
    });
  });
});

test('a service keeps what it carries, and the day its price was read', async () => {
  const studio = await emptyStudio();
  const { id } = await recordService(studio, { ...SERVICE, insured: '' });
  expect(await findRow(studio.db, 'services', id!)).toMatchObject({
    insuredMinor: 0,
    maxLengthUm: 900_000,
    maxWeightMg: 5_000_000,
    readOn: '2026-10-01',
  });
  const wrong = refused((async () => recordService(studio, { ...SERVICE, readOn: '2026-02-30' }))());
  expect(await wrong).toMatchObject({ field: 'readOn' });
});
