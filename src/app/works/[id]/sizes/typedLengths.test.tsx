/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { renderModel } from '../../../../../tests/unit/helpers/hooks';
import { typedSides, useTypedLengths } from './typedLengths';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
const lengths = (unit: 'mm' | 'in' = 'mm') =>
  renderModel(() => useTypedLengths({ side: 50_001, bottom: 76_200 }), { unit }).result;

test('what nobody touched keeps its micrometres, however it is read', () => {
  const { current } = lengths('in');
  expect(current.typed.bottom).toBe('3 in');
  expect(current.touched).toBe(false);
  expect(current.sent()).toEqual({ side: 50_001, bottom: 76_200 });
});

test('what is typed is understood in the unit being read', () => {
  const model = lengths('in');
  act(() => model.current.type('side')('2 1/2'));
  expect(model.current.um.side).toBe(63_500);
  expect(model.current.typed.side).toBe('2 1/2');
  expect([model.current.touched, model.current.sent().side]).toEqual([true, 63_500]);
});

test('half typed, it stays what it was, and goes to the server as it stands', () => {
  const model = lengths();
  act(() => model.current.type('side')('60 m'));
  act(() => model.current.type('side')('sixty'));
  expect(model.current.um.side).toBe(60_000_000);
  expect(model.current.typed.side).toBe('sixty');
  expect([model.current.touched, model.current.sent().side]).toEqual([true, 'sixty']);
});

test('set from elsewhere, a field forgets what was typed into it', () => {
  const model = lengths();
  act(() => model.current.type('side')('nonsense'));
  act(() => model.current.set({ side: 40_000 }));
  expect(model.current.typed.side).toBe('40 mm');
  expect(model.current.sent()).toEqual({ side: 40_000, bottom: 76_200 });
});

test.each([
  [300_000, 400_000, { width: 300_000, height: 400_000 }],
  ['wide', 400_000, 'wide x 400000 um'],
  [300_000, 'high', '300000 um x high'],
])('sides of %j and %j go as %j', (width, height, sent) =>
  expect(typedSides(width, height)).toEqual(sent),
);
