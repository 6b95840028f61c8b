import { accountOf, type Entry } from './account';

const entry = (kind: Entry['kind'], says: string, sum: number, minutes = 0): Entry => ({
  kind,
  says,
  sum,
  minutes,
});

describe('a job’s account, worked by hand', () => {
  const entries = [
    entry('quote', 'canvas print', 18_000),
    entry('quote', 'bars', 4_200),
    entry('quote', 'bars', 4_600),
    entry('cost', 'canvas print', 17_450),
    entry('cost', 'bars', 4_600),
    entry('cost', 'bars', 350),
    entry('cost', 'tape and two bags', 410),
    entry('hours', 'stretching', 0, 150),
    entry('loss', 'the corner that was torn: repair', 2_900),
    entry('loss', 'stretched again', 0, 45),
    entry('deposit', 'a third', 20_000),
  ];
  // Costs 228.10; hours 2.5 × 24.00 = 60.00; losses 29.00 + 0.75 × 24.00 = 47.00.
  const account = accountOf(entries, 2_400, 60_000, 'EUR');

  test('with losses and without them', () => {
    expect(account).toMatchObject({
      costs: 22_810,
      hours: { minutes: 150, worth: 6_000 },
      losses: 4_700,
      totalWithoutLosses: 28_810,
      total: 33_510,
    });
  });

  test('each cost stands beside its last quote, and what was never quoted says so', () => {
    expect(account.differences).toEqual([
      { says: 'canvas print', quoted: 18_000, paid: 17_450, difference: -550 },
      { says: 'bars', quoted: 4_600, paid: 4_950, difference: 350 },
      { says: 'tape and two bags', quoted: null, paid: 410, difference: null },
    ]);
  });

  test('what the client still owes, and what is left', () => {
    expect([account.received, account.due, account.left, account.leftWithoutLosses]).toEqual([
      20_000, 40_000, 26_490, 31_190,
    ]);
    expect(account.finding).toMatchObject({ verdict: 'care', word: 'less than it could' });
    expect(account.finding.says).toContain('47.00');
  });

  test('in profit without losses, short, and not agreed', () => {
    const few = [entry('cost', 'frame', 5_000)];
    expect(accountOf(few, 2_400, 9_000, 'EUR').finding.verdict).toBe('holds');
    expect(accountOf(few, 2_400, 4_000, 'EUR').finding).toMatchObject({
      verdict: 'fails',
      word: 'a loss',
    });
    const open = accountOf(few, 2_400, null, 'EUR');
    expect([open.due, open.left, open.finding.word]).toEqual([null, null, 'nothing agreed']);
  });
});
