import { furnished } from '../../../tests/unit/helpers/house';
import { offerFormat } from './formatActions';
import { printableSizes, sizes } from './sizePicks';
import { recordWork } from '../works/workActions';
import { WORK } from '../../../tests/unit/helpers/house';

test('sizes are found by title, name and their sides in either unit; what may not be printed is left out where it is to be printed', async () => {
  const f = await furnished({ withMaster: false });
  const kept = (await recordWork(f.studio, { ...WORK, title: 'Locked Boat', mayPrint: 'not yet' })).id!;
  for (let i = 0; i < 24; i++)
    await offerFormat(f.studio, { workId: kept, size: `${300 + i} x 200 mm`, family: 'own' });
  const found = async (typed: string, picker = sizes) =>
    (await picker.find(f.studio, typed)).map(({ title, width }) => `${title} ${width / 1_000}`);
  expect(await found('locked 307')).toEqual(['Locked Boat 307']);
  expect(await found('boat')).toHaveLength(20);
  expect(await found('locked', printableSizes)).toEqual([]);
  // 305 mm are 12.01 in.
  expect(await found('locked 12.01')).toEqual(['Locked Boat 305']);

  const first = await sizes.first(f.studio);
  expect(first).toHaveLength(20);
  const [last] = await sizes.find(f.studio, 'locked 323');
  expect((await sizes.first(f.studio, [last!.id, null]))[0]).toEqual(last);
  expect(await sizes.first(f.studio, [first[3]!.id])).toEqual(first);
  // Something written is found at once.
  await offerFormat(f.studio, { workId: kept, size: '777 x 200 mm', family: 'own' });
  expect(await found('777')).toEqual(['Locked Boat 777']);
});
