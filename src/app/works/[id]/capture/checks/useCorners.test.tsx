/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import type { CaptureCheck } from '@/core/capture/checks';
import type { Quad } from '@/core/capture/quad';
import { answering, renderModel } from '../../../../../../tests/unit/helpers/hooks';
import { checkOf, useCorners } from './useCorners';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
const size = { width: 1_000, height: 500 };
const square: Quad = [
  { x: 10, y: 20 },
  { x: 910, y: 22 },
  { x: 905, y: 470 },
  { x: 12, y: 468 },
];
const keystone = { body: { kind: 'keystone', corners: square } as unknown as CaptureCheck };
const corners = (checks: { body: CaptureCheck }[] = []) =>
  renderModel(() => useCorners({ masterId: 'm', size, checks })).result;

test('begins a little within the picture, or where the corners were kept', () => {
  expect(corners().current.quad).toEqual([
    { x: 80, y: 40 },
    { x: 920, y: 40 },
    { x: 920, y: 460 },
    { x: 80, y: 460 },
  ]);
  expect(corners([keystone]).current.quad).toEqual(square);
});

test('a corner is moved to a whole pixel, and never out of the picture', () => {
  const model = corners([keystone]);
  act(() => model.current.moveCorner(2)({ x: 900.4, y: 512 }));
  expect(model.current.quad).toEqual([square[0], square[1], { x: 900, y: 500 }, square[3]]);
  act(() => model.current.moveCorner(0)({ x: -3, y: 19.6 }));
  expect(model.current.quad[0]).toEqual({ x: 0, y: 20 });
});

test('the work’s corners and a target’s are two things', () => {
  const model = corners([keystone]);
  act(() => model.current.moveCorner(0)({ x: 50, y: 50 }));
  act(() => model.current.setThoseOf('target'));
  expect(model.current.quad[0]).toEqual({ x: 80, y: 40 });
  act(() => model.current.moveCorner(0)({ x: 300, y: 200 }));
  act(() => model.current.setThoseOf('square'));
  expect(model.current.quad[0]).toEqual({ x: 50, y: 50 });
});

test('the edges’ middles begin half-way, are moved by themselves, and go with another thing', () => {
  const model = corners([keystone]);
  act(() => model.current.toggleMiddles());
  expect(model.current.middles).toEqual([
    { x: 460, y: 21 },
    { x: 908, y: 246 },
    { x: 459, y: 469 },
    { x: 11, y: 244 },
  ]);
  act(() => model.current.moveMiddle(0)({ x: 460, y: 30 }));
  expect(model.current.middles![0]).toEqual({ x: 460, y: 30 });
  expect(model.current.quad).toEqual(square);
  act(() => model.current.setThoseOf('target'));
  expect(model.current.middles).toBeNull();
  act(() => model.current.toggleMiddles());
  act(() => model.current.toggleMiddles());
  expect(model.current.middles).toBeNull();
});

test('found corners take the place of those there were; found none, they stay', async () => {
  const sent = answering({ guessCorners: { message: 'found', corners: square } });
  const model = corners();
  await act(() => model.current.guess());
  expect(sent).toEqual([{ url: '/api/act/guessCorners', input: { id: 'm' } }]);
  expect(model.current.quad).toEqual(square);
  answering({ guessCorners: { error: { message: 'No corners stand out.' } } });
  await act(() => model.current.guess());
  expect(model.current.quad).toEqual(square);
  expect(model.current.action.error?.message).toBe('No corners stand out.');
});

test('a check is found by its kind', () => {
  expect(checkOf([keystone], 'keystone')).toBe(keystone.body);
  expect(checkOf([keystone], 'dust')).toBeUndefined();
});
