/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react';
import { ChartBox, labelEvery } from './ChartBox';

/** Stands for the browser's: tells every box that is watched how wide it is. */
class Observer {
  static all: Observer[] = [];
  constructor(private readonly tell: () => void) {
    Observer.all.push(this);
  }
  observe() {}
  disconnect() {}
  static widen(box: Element, width: number) {
    Object.defineProperty(box, 'clientWidth', { configurable: true, value: width });
    act(() => Observer.all.forEach((each) => each.tell()));
  }
}
beforeEach(() => {
  Observer.all = [];
  Object.assign(globalThis, { ResizeObserver: Observer });
});

const drawn = () => {
  render(
    <ChartBox most={600} height={100} label="Sold by month">
      {(width) => <text x={width - 6}>end</text>}
    </ChartBox>,
  );
  const svg = screen.getByRole('img', { name: 'Sold by month' });
  return { svg, box: svg.parentElement!, end: () => screen.getByText('end').getAttribute('x') };
};

test('a chart is drawn for the width it has: a unit of it is a pixel, so its words keep their size', () => {
  const { svg, box, end } = drawn();
  Observer.widen(box, 340);
  expect([svg.getAttribute('viewBox'), svg.getAttribute('width'), end()]).toEqual([
    '0 0 340 100',
    '340',
    '334',
  ]);
  Observer.widen(box, 500);
  expect([svg.getAttribute('viewBox'), end()]).toEqual(['0 0 500 100', '494']);
});

test('never wider than asked; hidden, it keeps the width it had', () => {
  const { box, end } = drawn();
  Observer.widen(box, 2_000);
  expect(end()).toBe('594');
  Observer.widen(box, 300);
  Observer.widen(box, 0);
  expect(end()).toBe('294');
});

test('where labels would lie over each other, every second, third, … is written', () => {
  expect([labelEvery(54, 80), labelEvery(54, 54), labelEvery(54, 30), labelEvery(54, 18)]).toEqual([
    1, 1, 2, 3,
  ]);
});
