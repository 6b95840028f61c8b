import { expect, type Page } from '@playwright/test';
import { test } from './hands';
import { obstacles } from './obstacles';
import { pagePatterns } from './walk';

/** Pages of nothing in particular: there are no works, papers or orders yet that others could be about. */
const PAGES = pagePatterns().filter((pattern) => !pattern.includes('['));
const WIDTHS = [1280, 390];

/** Places of the house: `orders` for `/orders/new`. */
const PLACES = [...new Set(PAGES.map((path) => path.split('/')[1]!))];
const sidewaysOf = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

test('the places of an empty studio have their pages', () => {
  expect(PAGES.length).toBeGreaterThan(30);
});

for (const place of PLACES)
  test(`/${place} of an empty studio: every page says what belongs there, and is fit for everybody (WCAG 2.2 AA)`, async ({
    page,
  }) => {
    const errors: string[] = [];
    page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
    page.on('pageerror', (error) => errors.push(error.message));
    const pages = PAGES.filter((path) => path.split('/')[1] === place);
    for (const [at, path] of pages.entries()) {
      await page.setViewportSize({ width: 1280, height: 800 });
      const response = await page.goto(path);
      expect.soft(response!.status(), path).toBe(200);
      expect.soft(await page.locator('main h1').count(), path).toBe(1);
      for (const [n, width] of WIDTHS.entries()) {
        await page.setViewportSize({ width, height: 800 });
        const where = `${path} at ${width} px`;
        // Colours at one of the two widths, every other page at the other.
        const colours = n === at % WIDTHS.length;
        expect.soft(await obstacles(page, { colours }), where).toEqual([]);
        await expect.poll(() => sidewaysOf(page), { message: where }).toBeLessThanOrEqual(0);
      }
    }
    expect(errors).toEqual([]);
  });
