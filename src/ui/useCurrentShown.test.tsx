/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import { useCurrentShown } from './useCurrentShown';

/** Seven places of 150 px in a strip of 390: the box of each follows how far the strip is moved. */
function Strip({ here }: { here: number }) {
  const ref = useCurrentShown<HTMLOListElement>(String(here));
  return (
    <ol ref={ref}>
      {[0, 1, 2, 3, 4, 5, 6].map((i) => (
        <li key={i} aria-current={i === here ? 'page' : undefined} data-at={i * 150} />
      ))}
    </ol>
  );
}
beforeEach(() => {
  jest.spyOn(Element.prototype, 'getBoundingClientRect').mockImplementation(function (this: Element) {
    const strip = this.closest('ol')!;
    return this === strip
      ? new DOMRect(0, 0, 390, 60)
      : new DOMRect(Number(this.getAttribute('data-at')) - strip.scrollLeft, 0, 150, 60);
  });
  globalThis.DOMRect ??= class {
    right: number;
    constructor(
      readonly left: number,
      readonly top: number,
      readonly width: number,
      readonly height: number,
    ) {
      this.right = left + width;
    }
  } as unknown as typeof DOMRect;
});
afterEach(() => jest.restoreAllMocks());

test('the place one is at stands in the middle of its strip, and comes there when one goes on', () => {
  const { rerender } = render(<Strip here={4} />);
  const strip = screen.getByRole('list');
  expect(strip.scrollLeft).toBe(4 * 150 - (390 - 150) / 2);
  rerender(<Strip here={5} />);
  expect(strip.scrollLeft).toBe(5 * 150 - (390 - 150) / 2);
});

test('where nothing is current the strip stays', () => {
  render(<Strip here={9} />);
  expect(screen.getByRole('list').scrollLeft).toBe(0);
});
