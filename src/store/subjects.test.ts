import { furnished, order, withPrints } from '../../tests/unit/helpers/house';
import { findRows } from './rows';
import { worksOfSubjects } from './subjects';

test('whatever belongs to a work is known to be about it, with its picture; a paper and a stranger are about none', async () => {
  const f = await furnished();
  const { db } = f.studio;
  const { editionId, ids } = await withPrints(f, 4, 2);
  const orderId = await order(f, editionId);
  const [price] = await findRows(db, 'prices');
  const about = [f.workId, f.masterId, f.formatId, editionId, ids[0]!, orderId, price!.id];
  const found = await worksOfSubjects(db, [...about, f.paperId, f.routeId, 'nobody']);
  expect([...found.keys()].sort()).toEqual([...about].sort());
  const [master] = await findRows(db, 'masters');
  for (const work of found.values())
    expect(work).toEqual({
      workId: f.workId,
      title: expect.any(String),
      picture: master!.sha256,
    });
});

test('a work without a picture is named all the same; asked for nothing, nothing is asked', async () => {
  const f = await furnished({ withMaster: false });
  const found = await worksOfSubjects(f.studio.db, [f.formatId]);
  expect(found.get(f.formatId)).toMatchObject({ workId: f.workId, picture: null });
  expect((await worksOfSubjects(f.studio.db, [])).size).toBe(0);
});

test('the longest page of a journal is one question', async () => {
  const f = await furnished({ withMaster: false });
  const many = Array.from({ length: 100 }, (_, i) => `01J${String(i).padStart(23, '0')}`);
  expect((await worksOfSubjects(f.studio.db, [...many, f.workId])).get(f.workId)).toBeDefined();
});
