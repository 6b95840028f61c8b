import { readSheetFigures, type SheetFigures, type SheetKind } from './sheetForm';

const TYPED: SheetFigures = {
  ppi: '300',
  width: '60',
  height: '60',
  acrossBy: '2',
  downBy: '2',
  each: '2',
  cell: '40',
  sharpen: '80',
  radius: '1.0',
};
const read = (change: Partial<SheetFigures>, kind: SheetKind = 'thumbnails', unit: 'mm' | 'in' = 'mm') =>
  readSheetFigures({ ...TYPED, ...change }, kind, unit);

test('a comma is a decimal sign everywhere, and lengths know their units', () => {
  const { figures, problems } = read(
    {
      acrossBy: '1,5',
      width: '80,5',
      height: '2 1/2 in',
      cell: '3,2 cm',
      sharpen: '62,5',
      radius: '0,8',
    },
    'strip',
  );
  expect(problems).toEqual({});
  expect(figures).toMatchObject({
    acrossBy: 1.5,
    width: 80_500,
    height: 63_500,
    cell: 32_000,
    sharpen: 62.5,
    radius: 0.8,
  });
  expect(read({ width: '3', height: '4' }, 'snippet', 'in').figures).toMatchObject({
    width: 76_200,
    height: 101_600,
  });
});

test.each([
  ['thumbnails', { each: '2,5' }, { each: 'Expected a whole number from 1 to 6.' }],
  ['thumbnails', { each: 'two' }, { each: 'Expected a whole number from 1 to 6.' }],
  ['strip', { acrossBy: '' }, { acrossBy: 'Expected a number from 0.01 to 200.' }],
  ['snippet', { ppi: '1,250' }, { ppi: 'Expected a number from 60 to 1440.' }],
  ['snippet', { sharpen: 'much' }, { sharpen: 'Expected a number from 0 to 500.' }],
  ['snippet', { height: '80.5.1' }, { height: expect.stringContaining('a length from 5 to 1000 mm') }],
  // What the kind of sheet does not use may say what it likes.
  ['whole', { width: 'x', each: 'x', cell: 'x', acrossBy: 'x' }, {}],
  ['snippet', { each: 'x', cell: 'x', downBy: 'x' }, {}],
] as const)('%s with %j never becomes something else in silence', (kind, change, problems) =>
  expect(read(change, kind).problems).toEqual(problems),
);
