import { formats } from '@/store/schema';
import { eq } from 'drizzle-orm';
import { furnished, refused } from '../../../tests/unit/helpers/house';
import * as formatActs from './formatActions';
describe('sizes', () => {
  test('a size is offered once, keeps its micrometres, and comes back by undo', async () => {
    const f = await furnished({ withMaster: false });
    const offered = await formatActs.offerFormat(f.studio, {
      workId: f.workId,
      size: '203200 um x 254000 um',
      family: 'inch photo',
    });
    expect(
      (await formatActs.offerFormat(f.studio, { workId: f.workId, size: '8x10 in', family: 'own' })).id,
    ).toBe(offered.id);
    await formatActs.changeBorder(f.studio, {
      id: offered.id!,
      top: '1 in',
      right: '1/16 in',
      bottom: '40',
      left: '0',
    });
    expect(
      (await f.studio.db.select().from(formats).where(eq(formats.id, offered.id!)))[0],
    ).toMatchObject({
      imageWidthUm: 203_200,
      borderTopUm: 25_400,
      borderRightUm: 1_588,
      borderBottomUm: 40_000,
      borderLeftUm: 0,
    });
    expect(
      (
        await refused(
          formatActs.changeBorder(f.studio, {
            id: offered.id!,
            top: 'wide',
            right: '0',
            bottom: '0',
            left: '0',
          }),
        )
      ).field,
    ).toBe('top');
  });
});
