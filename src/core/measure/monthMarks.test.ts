import { monthMarks } from './day';

test('every beginning of a month in between, the first and last day among them', () => {
  expect(monthMarks('2026-11-01', '2027-01-01', 6)).toEqual(['2026-11-01', '2026-12-01', '2027-01-01']);
  expect(monthMarks('2026-11-02', '2026-12-31', 6)).toEqual(['2026-12-01']);
  expect(monthMarks('2026-11-02', '2026-11-30', 6)).toEqual([]);
});

test('where there are too many, those that divide a year', () => {
  expect(monthMarks('2026-02-10', '2027-02-20', 5).map((day) => day.slice(0, 7))).toEqual([
    '2026-04',
    '2026-07',
    '2026-10',
    '2027-01',
  ]);
  expect(monthMarks('2020-02-10', '2027-02-20', 6)).toHaveLength(7);
});
