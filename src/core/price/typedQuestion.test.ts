import { readPercent, readPriceQuestion, type TypedQuestion } from './typedQuestion';

const typed = (more: Partial<TypedQuestion> = {}): TypedQuestion => ({
  costs: [],
  fixedFees: [],
  shareFees: [],
  carriageCharged: '',
  margin: '50',
  given: '',
  ...more,
});

test('money is read to the minor unit, percentages to shares; what is empty is nothing', () => {
  expect(
    readPriceQuestion(
      typed({
        costs: [{ name: ' paper ', amount: '2.37' }],
        fixedFees: [{ name: 'payment', amount: '' }],
        shareFees: [{ name: 'shop', amount: '9.5 %' }],
        carriageCharged: '4',
        given: '2',
      }),
      'EUR',
    ),
  ).toEqual({
    costs: [{ name: 'paper', amount: 237 }],
    fixedFees: [{ name: 'payment', amount: 0 }],
    shareFees: [{ name: 'shop', share: 0.095 }],
    carriageCharged: 400,
    margin: 0.5,
    given: 0.02,
  });
});

test('a line with neither name nor amount is left out; an amount without a name still counts', () => {
  const costs = [
    { name: '', amount: ' ' },
    { name: '', amount: '1.20' },
  ];
  expect(readPriceQuestion(typed({ costs }), 'EUR').costs).toEqual([{ name: 'unnamed', amount: 120 }]);
});

test('what cannot be read is named by its line', () => {
  const costs = [
    { name: 'paper', amount: '2.37' },
    { name: 'ink', amount: 'some' },
  ];
  expect(() => readPriceQuestion(typed({ costs }), 'EUR')).toThrow(/costs\[1\]\.amount/);
  expect(() => readPriceQuestion(typed({ margin: '' }), 'EUR')).toThrow(/margin/);
  expect(() => readPercent('-3', 'given')).toThrow(/a percentage such as "9.5"/);
});
