import { custodyLine } from './custody';

const move = (leftOn: string, backOn: string | null, dueOn: string | null = null) => ({
  leftOn,
  backOn,
  dueOn,
});
const said = (line: ReturnType<typeof custodyLine>) =>
  line.map((span) => `${span.where} ${span.from} to ${span.to}: ${span.days}`);

test('time away and time at home follow each other without a gap, the newest first', () => {
  const moves = [move('2026-03-01', '2026-03-11'), move('2026-05-01', '2026-05-02')];
  expect(said(custodyLine(moves, '2026-05-12', '2026-02-01'))).toEqual([
    'home 2026-05-02 to null: 10',
    'away 2026-05-01 to 2026-05-02: 1',
    'home 2026-03-11 to 2026-05-01: 51',
    'away 2026-03-01 to 2026-03-11: 10',
    'home 2026-02-01 to 2026-03-01: 28',
  ]);
});

test('what is away now has no end, is counted to today, and is late after the day it was due', () => {
  const away = (dueOn: string | null) => custodyLine([move('2026-11-01', null, dueOn)], '2026-11-28')[0]!;
  expect(away('2026-11-27')).toMatchObject({ where: 'away', to: null, days: 27, isLate: true });
  expect(away('2026-11-28')).toMatchObject({ isLate: false });
  expect(away(null)).toMatchObject({ isLate: false });
});

test('one that left the day it came back was never at home between; one that never left has no line', () => {
  const moves = [move('2026-03-05', '2026-03-09'), move('2026-03-01', '2026-03-05')];
  expect(said(custodyLine(moves, '2026-03-09'))).toEqual([
    'home 2026-03-09 to null: 0',
    'away 2026-03-05 to 2026-03-09: 4',
    'away 2026-03-01 to 2026-03-05: 4',
  ]);
  expect(custodyLine([], '2026-03-09')).toEqual([]);
});
