import { isTimeZone } from './measure';
import { placeOf } from './place';

test.each([
  ['America/New_York', 'in', 'USD'],
  ['America/Indiana/Knox', 'in', 'USD'],
  ['America/Toronto', 'in', 'CAD'],
  ['America/Argentina/Salta', 'mm', 'EUR'],
  ['Europe/London', 'mm', 'GBP'],
  ['Europe/Lisbon', 'mm', 'EUR'],
  ['Asia/Tokyo', 'mm', 'JPY'],
  ['UTC', 'mm', 'EUR'],
])('%s is offered %s and %s', (zone, unit, currency) => {
  expect(placeOf(zone)).toEqual({ unit, currency });
});

test('every zone there is gets a currency that there is', () => {
  const currencies = new Set(Intl.supportedValuesOf('currency'));
  for (const zone of Intl.supportedValuesOf('timeZone')) {
    expect(isTimeZone(zone)).toBe(true);
    expect(currencies.has(placeOf(zone).currency)).toBe(true);
  }
});
