import fc from 'fast-check';
import { InputError } from '../errors';
import { clockOf, hoursOf, readClock, readHours } from './clock';

test('a moment and a span are read back from how they are shown', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1_439 }), (minutes) => {
      expect(readClock(clockOf(minutes), 'starts')).toBe(minutes);
      expect(readHours(hoursOf(minutes), 'hours')).toBe(minutes);
    }),
  );
});

test.each([
  ['9', 540],
  ['9.30', 570],
  ['09:00', 540],
  ['8h', 480],
])('%s is minute %d of the day', (text, minutes) => expect(readClock(text, 'starts')).toBe(minutes));

test.each([
  ['2:15', 135],
  ['1.25 h', 75],
  ['0', 0],
  ['2 h 5', 125],
])('%s are %d minutes', (text, minutes) => expect(readHours(text, 'hours')).toBe(minutes));

test.each(['24:00', '9:75', '', 'noon', '-1'])('%s is no time of the day', (text) =>
  expect(() => readClock(text, 'starts')).toThrow(InputError),
);

test.each(['25 h', '', 'an hour', '1 h 99 h', '1441 min'])('%s is no span of a day', (text) =>
  expect(() => readHours(text, 'hours')).toThrow(InputError),
);
