import { codeBody, cutSigned, headBody, readCode, readHead } from './code';
import { fillWords } from './certificate';
import { coversSentence, coversShort } from './declare';
import { readPaperRows } from './fromPaper';
import { addDays } from '../measure/day';
import { lineWords } from './lineWords';
import { nextAct } from './nextAct';
import { adviseNumber, paceOf, salesSteps } from './pace';
import { PLAIN_TERMS } from './terms';
import { printsFrom, toHaveReady } from './toHaveReady';
import { judgeCode } from './verdict';
import { whatItIs } from './asPrinted';

describe('what a certificate’s code comes to', () => {
  const claim = {
    certificate: '01C',
    issue: 1,
    number: '3/40',
    title: 'Night Ferry',
    image: { width: 400_000, height: 300_000 },
    sheet: { width: 450_000, height: 350_000 },
    printedOn: '2026-11-02',
    issuedOn: '2026-11-20',
    key: 'abcd0123',
  };
  const text = `${codeBody(claim)}|sig`;
  const keys: Parameters<typeof judgeCode>[1] = [{ name: 'abcd0123', retiredOn: null }];
  const word = (
    given: string,
    { known = keys, good = true, voids = [] as Parameters<typeof judgeCode>[3] } = {},
  ) => judgeCode(given, known, () => good, voids).finding.word;

  test('genuine, with what it says', () => {
    const { finding } = judgeCode(text, keys, () => true, []);
    expect(finding).toMatchObject({ verdict: 'holds', word: 'genuine' });
    expect(finding.says).toContain('3/40 of Night Ferry, picture 400 × 300 mm');
  });
  test('an unknown key, a signature that does not fit, no code at all', () => {
    expect(word(text, { known: [] })).toBe('unknown key');
    expect(word(text, { good: false })).toBe('altered');
    for (const odd of ['', 'GL2', 'GL2|a|b|c|d|e|f|g|h|i|j', codeBody(claim)])
      expect(word(odd)).toBe('no code');
  });
  test('a key that was retired before the day it names', () => {
    expect(word(text, { known: [{ name: 'abcd0123', retiredOn: '2026-11-19' }] })).toBe('retired key');
    expect(word(text, { known: [{ name: 'abcd0123', retiredOn: '2026-11-20' }] })).toBe('older key');
  });
  test('void, and replaced by another', () => {
    const line = { certificate: '01C', number: '3/40', title: '', voidedOn: '2026-11-22' };
    expect(word(text, { voids: [{ ...line, replacedBy: null }] })).toBe('void');
    expect(word(text, { voids: [{ ...line, replacedBy: '01D' }] })).toBe('replaced');
  });
  test('words with strokes, slashes and signs of any script come back as they were', () => {
    const odd = { ...claim, number: '3/40, second | run', title: 'Ночной паром 50 % | “x”' };
    expect(readCode(codeBody(odd))).toEqual(odd);
    expect(cutSigned(`${codeBody(odd)}|s`)!.body).toBe(codeBody(odd));
  });
  test('a head of the register the same', () => {
    const head = { entries: 374, hash: 'a'.repeat(64), at: '2026-11-29T10:00:00.000Z', key: 'abcd0123' };
    expect(readHead(headBody(head))).toEqual(head);
    expect(readHead(headBody({ ...head, hash: 'zz' }))).toBeNull();
  });
});

describe('how fast a run goes', () => {
  test('nine left at three in 181 days are gone in 543 more', () => {
    const pace = paceOf({
      soldOn: ['2026-03-01', '2026-05-01', '2026-06-10'],
      openedOn: '2026-01-01',
      left: 9,
      today: '2026-07-01',
    });
    expect(pace).toMatchObject({ sold: 3, days: 181, goneOn: '2027-12-26' });
    expect(pace.says).toBe('3 sold in 181 days, 0.5 a month (it could well be 0.1 to 1.3); 9 left.');
  });
  test('two say too little; what sold more than a year ago does not count', () => {
    const q = { openedOn: '2024-01-01', left: 9, today: '2026-07-01' };
    expect(paceOf({ ...q, soldOn: ['2026-05-01', '2026-06-01'] }).goneOn).toBeNull();
    expect(paceOf({ ...q, soldOn: ['2024-05-01', '2024-05-02', '2024-05-03'] }).says).toBe(
      'None sold in 365 days: too few to say when the 9 left will be gone.',
    );
    expect(paceOf({ ...q, left: 0, soldOn: [] }).says).toBe('None is left to sell.');
  });

  test('of a thousand days of sales the first, the last and some between are told, none out of its place', () => {
    const days = Array.from({ length: 1_000 }, (_, i) => addDays('2020-01-01', i));
    const soldOn = days.flatMap((day, i) => (i % 3 === 0 ? [day, day] : [day]));
    const steps = salesSteps(soldOn);
    expect([steps.length, steps[0], steps.at(-1)]).toEqual([
      120,
      ['2020-01-01', 2],
      [days.at(-1), soldOn.length],
    ]);
    for (const [day, sold] of steps) expect(soldOn.filter((other) => other <= day)).toHaveLength(sold);
  });
  test('a number weighed by what sold: fits, long, short, untested', () => {
    const q = { sold: 12, days: 365, price: '95.00', sizes: 2, signMinutes: 3 };
    expect(adviseNumber({ ...q, size: 40 })).toMatchObject({ verdict: 'holds', word: 'fits' });
    expect(adviseNumber({ ...q, size: 40 }).says).toContain('40 would take about 3.3 years');
    expect(adviseNumber({ ...q, size: 40 }).says).toContain('Signing 40 at 3 min takes 2.0 h.');
    expect(adviseNumber({ ...q, size: 200 }).word).toBe('long');
    expect(adviseNumber({ ...q, size: 5 }).word).toBe('short');
    expect(adviseNumber({ ...q, size: 40, sold: 2 }).word).toBe('untested');
  });
});

describe('a notebook', () => {
  const read = (...rows: string[][]) =>
    readPaperRows([['No.', 'state', 'buyer', 'date'], ...rows], { size: 10, today: '2026-11-24' });

  test('clear lines are read as they are meant', () => {
    expect(
      read(['1/10', 'sold', 'Ane', '17.5.2024'], ['2', '', '', ''], ['no. 3', 'signed', '', '']),
    ).toEqual([
      { line: 2, number: 1, state: 'delivered', buyer: 'Ane', on: '2024-05-17', doubts: [] },
      { line: 3, number: 2, state: 'declared', buyer: '', on: null, doubts: [] },
      { line: 4, number: 3, state: 'signed', buyer: '', on: null, doubts: [] },
    ]);
  });
  test.each([
    [['11', 'signed', '', ''], '11 is not in a run of 10.'],
    [['1/40', 'signed', '', ''], 'It says “of 40”, and the run is of 10.'],
    [['?', 'signed', '', ''], '“?” is no number.'],
    [['1', 'somewhere', '', ''], '“somewhere” is no state that is known.'],
    [['1', 'sold', '', '2024-05-17'], 'It has gone, and nobody is named.'],
    [['1', 'sold', 'Ane', ''], 'It was sold, and no day says when.'],
    [['1', 'sold', 'Ane', '5/6/2024'], '“5/6/2024” is no day that can be read: write 2024-05-17.'],
    [['1', 'sold', 'Ane', '2027-01-01'], '2027-01-01 has not come yet.'],
    [['1', 'free', 'Ane', ''], 'Ane is named, and it is not said to be sold.'],
  ])('%j is doubtful', (row, doubt) => expect(read(row)[0]!.doubts).toContain(doubt));
  test('a number that stands twice is said at the second', () => {
    const lines = read(['4', 'signed', '', ''], ['4', 'kept', '', '']);
    expect([lines[0]!.doubts, lines[1]!.doubts]).toEqual([[], ['Number 4 stands in line 2 already.']]);
  });
  test('a table without numbers is refused', () =>
    expect(() => readPaperRows([['a', 'b']], { size: 10, today: '2026-11-24' })).toThrow(
      expect.objectContaining({ field: 'table' }),
    ));
});

describe('sentences', () => {
  test('what an edition covers, with everything that was declared', () =>
    expect(
      coversSentence({
        kind: 'limited',
        size: 40,
        proofs: { AP: 4, PP: 0, HC: 0 },
        run: 'all sizes',
        remake: 'remake',
        terms: {
          ...PLAIN_TERMS,
          made: {
            sizes: [
              { id: 'a', name: '400 × 300 mm' },
              { id: 'b', name: '240 × 180 mm' },
            ],
            papers: [{ id: 'r', name: 'Harrow Rag' }],
            processes: ['pigment inkjet'],
          },
          heldBack: [1, 2, 3],
          placed: [
            { kind: 'finish', id: 'on bars', name: 'canvas on bars', place: 'outside it' },
            { kind: 'other', id: '', name: 'postcards', place: 'outside it' },
            { kind: 'other', id: '', name: 'digital copies', place: 'not made' },
          ],
        },
      }),
    ).toBe(
      'One run of 40 for all of this together, and 4 artist’s proofs outside it; made at 400 × 300 mm and 240 × 180 mm, on Harrow Rag, by pigment inkjet; canvas on bars and postcards stand outside the run, uncounted; digital copies are not made; numbers 1–3 stay with the artist; a destroyed impression may be made again under its number, once its destruction is recorded.',
    ));
  test('a sister run in a few words', () =>
    expect(coversShort({ size: 20, name: '', format: null })).toBe('20 in all sizes'));
  test('a print says what it is, never that it is an original', () => {
    const says = whatItIs({ work: { medium: 'oil on board', year: 2024 }, process: 'etching' });
    expect(says).toBe('A print after the original, oil on board, 2024. Made as an etching print.');
    expect(says).not.toMatch(/original print/);
  });
  test('words of the studio’s own, with the field that there is none of', () =>
    expect(fillWords('{number} of “{ title }”, {colour}', { number: '3/40', title: 'Ferry' })).toEqual({
      words: '3/40 of “Ferry”, {colour}',
      unknown: ['colour'],
    }));
  test.each([
    [
      'printed',
      { format: 'A4', paper: 'Rag', override: 'fair', because: 'stale' },
      'Printed at A4 on Rag. Printed all the same: fair (stale)',
    ],
    ['signed', { pen: 'pencil 2B' }, 'Signed. With pencil 2B'],
    ['dispatched', { order: 104, service: 'letter' }, 'Sent for order 104, letter'],
    ['allocated', { order: 104 }, 'Taken for order 104 at picking'],
    ['released', { order: 104 }, 'Put back from order 104'],
    ['reserved', { until: '2026-12-01' }, 'Held for somebody until 2026-12-01'],
    [
      'brought over',
      { to: 'delivered', on: '2024-05-17' },
      'Brought over from a notebook: delivered, 2024-05-17',
    ],
    ['something new', null, 'something new'],
  ])('%s %j reads “%s”', (act, body, words) => expect(lineWords(act, body)).toBe(words));
});

describe('what an edition wants next', () => {
  const q = { counts: {}, signing: 'front' as const, ready: 0, promised: 0, free: 9, isClosed: false };
  test.each([
    [{ counts: { inspected: 2, printed: 3 } }, 'sign', '2 prints to sign.'],
    [
      { counts: { inspected: 2 }, signing: 'on request' as const, ready: 2 },
      null,
      '2 ready; nothing waits for hands.',
    ],
    [
      { counts: { printed: 1 }, promised: 2 },
      'inspect',
      '2 prints sold and 0 ready: 1 print to inspect.',
    ],
    [{ promised: 3, ready: 1 }, 'print', '3 prints sold and 1 ready: 2 more to print.'],
    [{ promised: 1, ready: 4 }, 'orders', '1 print sold and 4 ready.'],
    [{}, 'print', 'None lies ready to be sold.'],
    [{ free: 0 }, null, 'Every number is sold, promised or kept back.'],
    [{ isClosed: true, ready: 2 }, null, 'Closed; 2 still here.'],
  ])('%j: %s', (more, at, says) => expect(nextAct({ ...q, ...more })).toMatchObject({ at, says }));
});

describe('what it takes to have more ready', () => {
  const one = {
    sheet: { width: 450_000, height: 350_000 },
    format: '400 × 300 mm',
    paper: 'Harrow Rag',
    onHand: [{ form: 'roll' as const, width: 610_000, length: 2_000_000 }],
    ink: { colour: 'black', ml: 1, perPrint: 0.25 },
    wrapping: [{ name: 'board A3', onHand: 3 }],
    inspectMinutes: 2,
    signMinutes: 3,
  };
  test.each([
    // One across either way: 5 × 350 + 4 × 5 = 1 770 mm of 2 m.
    [{ form: 'roll' as const, width: 610_000, length: 2_000_000 }, 5],
    // 915 mm: two of 450 across and 350 long, or two of 350 across and 450 long.
    [{ form: 'roll' as const, width: 915_000, length: 1_000_000 }, 4],
    [{ form: 'sheet' as const, width: 483_000, height: 329_000, count: 10 }, 0],
    [{ form: 'sheet' as const, width: 700_000, height: 1_000_000, count: 3 }, 6],
  ])('%j gives %i', (stock, prints) => expect(printsFrom(stock, one.sheet)).toBe(prints));

  test('four are there; for six, one print of paper, two of ink and three boards are short', () => {
    expect(toHaveReady(one, 3).map(({ verdict }) => verdict)).toEqual([
      'holds',
      'holds',
      'holds',
      'holds',
    ]);
    expect(toHaveReady(one, 6).map(({ verdict, says }) => [verdict, says])).toEqual([
      ['fails', 'Harrow Rag for 5 at 400 × 300 mm is on hand; 1 short.'],
      ['fails', '1.5 ml of black, the colour that runs out first; 1.0 ml are left; 2 short.'],
      ['fails', 'board A3: 3 on hand; 3 short.'],
      ['holds', '30 min: 12 min to inspect and 18 min to sign.'],
    ]);
    expect(toHaveReady(one, 40).at(-1)!.says).toBe('3.3 h: 80 min to inspect and 2.0 h to sign.');
  });
});
