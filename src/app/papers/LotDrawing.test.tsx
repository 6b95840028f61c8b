/** @jest-environment jsdom */
import { cleanup } from '@testing-library/react';
import { rollDiameter } from '@/core/stock/shelf';
import { renderPart } from '../../../tests/unit/helpers/hooks';
import type { LotModel } from '../models';
import { LotDrawing } from './LotDrawing';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
afterEach(cleanup);

const roll = {
  id: 'r',
  name: 'HR-1',
  form: 'roll',
  widthUm: 610_000,
  heightUm: null,
  onHand: 6_000_000,
  received: 12_000_000,
} as unknown as LotModel;
const stack = { ...roll, form: 'sheet', widthUm: 210_000, heightUm: 297_000, onHand: 20, received: 25 };

/** What is drawn: its label, and each rectangle's figures; a pattern's own are left out. */
function drawn(lot: LotModel, promised: number) {
  const { container } = renderPart(<LotDrawing lot={lot} thickness={480} promised={promised} />);
  const rects = [...container.querySelectorAll('svg > rect')].map((rect) => ({
    width: Number(rect.getAttribute('width')),
    height: Number(rect.getAttribute('height')),
    isHatched: rect.getAttribute('fill')!.startsWith('url('),
  }));
  const label = container.querySelector('svg')!.getAttribute('aria-label');
  return { rects, label, sheets: container.querySelectorAll('svg > path').length + 1 };
}

test('a roll is as wide as it is and as thick as what is left, within how it came, all to one scale', () => {
  const { rects, label } = drawn(roll, 0);
  expect(label).toBe('HR-1: 6 m left of 12 m, 610 mm wide');
  const [outline, body] = rects;
  const scale = body!.width / 610;
  expect(outline!.height).toBeCloseTo((rollDiameter(12_000_000, 480) / 1_000) * scale, 6);
  expect(body!.height).toBeCloseTo((rollDiameter(6_000_000, 480) / 1_000) * scale, 6);
  expect(rects.some(({ isHatched }) => isHatched)).toBe(false);
});

test('as much of a roll is hatched as is promised of it', () => {
  const hatched = drawn(roll, 1_500_000).rects.filter(({ isHatched }) => isHatched);
  const body = drawn(roll, 0).rects[1]!;
  expect(hatched).toHaveLength(1);
  expect(hatched[0]!.width / body.width).toBeCloseTo(1.5 / 6, 9);
});

test('a stack has a line for each sheet, the promised ones on top', () => {
  const { rects, sheets, label } = drawn(stack as LotModel, 5);
  expect([sheets, label]).toEqual([20, 'HR-1: 20 of 25 sheets left, 210 × 297 mm']);
  expect(rects[1]!.isHatched).toBe(true);
  expect(rects[1]!.height / rects[0]!.height).toBeCloseTo(5 / 20, 9);
});

test('a thick stack is drawn no higher than a shelf', () => {
  const many = drawn({ ...stack, onHand: 400, received: 400 } as LotModel, 0);
  expect([many.sheets, many.rects[0]!.height]).toEqual([45, 66]);
});
