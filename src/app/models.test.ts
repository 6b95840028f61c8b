import { exactOr } from './exact';
import { formatModel, lotModel, paperModel } from './models';

test('a size is its image, its borders, and what is cut and added', () => {
  const row = {
    id: 'f',
    workId: 'w',
    name: '400 × 300 mm',
    family: 'own',
    imageWidthUm: 400_000,
    imageHeightUm: 300_000,
    borderTopUm: 1,
    borderRightUm: 2,
    borderBottomUm: 3,
    borderLeftUm: 4,
    crop: null,
    finish: null,
    createdAt: '2026-11-02T10:00:00.000Z',
    archivedAt: null,
  };
  expect(formatModel(row)).toEqual({
    id: 'f',
    name: '400 × 300 mm',
    image: { width: 400_000, height: 300_000 },
    borders: { top: 1, right: 2, bottom: 3, left: 4 },
    crop: null,
    finish: null,
  });
});

test('what no page looks at stays on the server', () => {
  const row = { id: 'p', name: 'Harrow Rag', secret: 'never sent' } as never;
  expect(Object.keys(paperModel(row))).not.toContain('secret');
  expect(paperModel(row)).toMatchObject({ id: 'p', name: 'Harrow Rag' });
  const lot = { id: 'l', onHand: 3, received: 25, costOfAll: 1 } as never;
  expect(lotModel(lot)).toMatchObject({ id: 'l', onHand: 3, received: 25 });
  expect(lotModel(lot)).not.toHaveProperty('costOfAll');
});

test.each([
  ['203 mm', '203 mm', 203_200, 203_200],
  ['204 mm', '203 mm', 203_200, '204 mm'],
  ['', '203 mm', 203_200, ''],
  ['', '', null, ''],
  ['0', '0', 0, 0],
  ['8 × 10 in', '8 × 10 in', { width: 203_251, height: 254_049 }, { width: 203_251, height: 254_049 }],
])('a field of %j that showed %j for %j sends %j', (typed, shown, figure, sent) =>
  expect(exactOr(typed, shown, figure as number | null)).toEqual(sent),
);
