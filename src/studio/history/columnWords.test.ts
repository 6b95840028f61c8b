import { columnInWords, valueInWords } from './columnWords';

const settings = { unit: 'mm' as const, currency: 'EUR' };

test.each([
  ['sold_price_minor', 'sold price'],
  ['width_um', 'width'],
  ['weight_mg', 'weight'],
  ['supplier_id', 'supplier'],
  ['may_write_since', 'may write since'],
])('%s is called %s', (column, words) => expect(columnInWords(column)).toBe(words));

test.each([
  ['width_um', 420_000, '420 mm'],
  ['price_minor', 1_250, '12.50 EUR'],
  ['year', 2025, '2025'],
  ['notes', '', 'nothing'],
  ['notes', null, 'nothing'],
  ['address', '["Quay 4","Haldenness"]', 'Quay 4, Haldenness'],
  ['address', '{"version":1,"body":["Quay 4","Haldenness"]}', 'Quay 4, Haldenness'],
  ['school', '{"version":1,"body":{"kind":"flat","ppi":300}}', 'as it was set there'],
  ['school', '{"kind":"flat","ppi":300}', 'as it was set there'],
  ['notes', '[not a list', '[not a list'],
])('%s of %j reads %s', (column, value, words) =>
  expect(valueInWords(column, value, settings).replace(/\u2009|\u00a0/g, ' ')).toBe(words),
);
