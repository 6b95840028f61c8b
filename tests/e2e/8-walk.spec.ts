import type { Page } from '@playwright/test';
import { expect } from '@playwright/test';
import { CRAFT, walk as test } from './hands';
import { obstacles } from './obstacles';
import { pressEveryButton, refuseEverything, SHEETS, type Opened } from './sheets';
import { findPages, pagePatterns } from './walk';

const isFull = process.env.GLASSINE_TRIALS === 'full';

const STUDIOS = [`http://127.0.0.1:${process.env.GLASSINE_E2E_PORT}`, CRAFT];
/** From the smallest phone to a wide desk, and the widths between at which columns fold. */
const WIDTHS = [320, 390, 768, 900, 1024, 1280, 1440];
/** Where they are held against the guidelines. */
const LOOKED_AT = [390, 1280];
const sidewaysOf = (page: Page) =>
  page.evaluate(() => {
    const { scrollWidth, clientWidth } = document.documentElement;
    return scrollWidth - clientWidth;
  });

/** Script of a page, compressed, when it has loaded and nobody has touched it yet. */
const scriptKbOf = (page: Page) =>
  page.evaluate(() => {
    const loaded = performance.getEntriesByType('resource') as PerformanceResourceTiming[];
    const scripts = loaded.filter(({ name }) => name.includes('/_next/static/') && name.endsWith('.js'));
    return scripts.reduce((sum, script) => sum + script.encodedBodySize, 0) / 1_000;
  });
const MOST_SCRIPT_KB = 220;

/** What is written in a drawing and cannot be read, with its height; a page of paper drawn small is looked at, not read. */
const smallWordsOf = (page: Page) =>
  page.evaluate((least) => {
    const words = [...document.querySelectorAll<SVGTextElement>('main svg text:not([data-on-paper])')];
    return words.flatMap((text) => {
      const scale = text.getScreenCTM();
      const size = scale && parseFloat(getComputedStyle(text).fontSize) * Math.hypot(scale.a, scale.b);
      const isShown = text.getBoundingClientRect().width > 0;
      return isShown && size && size < least ? [`${text.textContent}: ${size.toFixed(1)} px`] : [];
    });
  }, LEAST_TEXT_PX);
const LEAST_TEXT_PX = 10.9;

/** Parts that measure themselves answer a little after the window has changed; what stays is a fault. */
const expectNoSidewaysScroll = (page: Page, where: string) =>
  expect.poll(() => sidewaysOf(page), { message: where }).toBeLessThanOrEqual(0);

test.describe('every page there is, found by following links', () => {
  /** Where each is: in the one studio, or else in the other. */
  const found = new Map<string, string>();
  test.beforeAll(async ({ playwright }) => {
    for (const baseURL of STUDIOS) {
      const request = await playwright.request.newContext({ baseURL });
      for (const [pattern, path] of await findPages(request))
        if (!found.has(pattern)) found.set(pattern, `${baseURL}${path}`);
      await request.dispose();
    }
  });

  test('each is reached from the bench', () => {
    expect(pagePatterns().filter((pattern) => !found.has(pattern))).toEqual([]);
  });

  for (const [at, pattern] of pagePatterns().entries())
    test(`${pattern}: titled, without an error, never wider than the window, fit for everybody (WCAG 2.2 AA)`, async ({
      page,
    }) => {
      const errors: string[] = [];
      page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
      page.on('pageerror', (error) => errors.push(error.message));
      await page.goto(found.get(pattern)!);
      expect.soft(await scriptKbOf(page), 'kB of script').toBeLessThanOrEqual(MOST_SCRIPT_KB);
      const title = await page.title();
      expect.soft(title).toMatch(pattern === '/' ? /^Glassine$/ : /^.+ · Glassine$/);
      // A station of a work is told from the same station of another, and from the work's others.
      if (pattern.startsWith('/works/[id]')) expect.soft(title.split(' · ')).toHaveLength(3);
      expect.soft(await page.locator('main').count()).toBe(1);
      expect.soft(await page.locator('main h1').count()).toBe(1);
      for (const width of WIDTHS) {
        await page.setViewportSize({ width, height: 800 });
        await expectNoSidewaysScroll(page, `at ${width} px`);
        await expect.poll(() => smallWordsOf(page), { message: `at ${width} px` }).toEqual([]);
        const look = LOOKED_AT.indexOf(width);
        if (look < 0) continue;
        // Colours at one of the two widths, every other page at the other; a full trial tells them apart at both.
        const colours = isFull || look === at % LOOKED_AT.length;
        expect.soft(await obstacles(page, { colours }), `at ${width} px`).toEqual([]);
      }
      expect(errors).toEqual([]);
    });

  /** Pages with many sheets and many kinds of acts; `npm run trials` presses every button of every page. */
  const SAMPLE = [
    ['/papers', '/papers/order'],
    ['/studio', '/works/[id]/original'],
    ['/works/[id]/proofs', '/register/[id]'],
  ];
  for (const patterns of isFull ? pagePatterns().map((pattern) => [pattern]) : SAMPLE)
    test(`${patterns.join(' ')}: every sheet that a button opens, and what a refused act says, fit for everybody`, async ({
      page,
    }) => {
      await refuseEverything(page);
      const done = new Set<string>();
      const opened: Opened[] = [];
      for (const pattern of patterns)
        await pressEveryButton(page, found.get(pattern)!, done, async (each) => {
          opened.push(each);
          // Refusals are drawn by one part: the first few tell what the others would.
          const isNew =
            each.is === 'a sheet' || opened.filter((other) => other.is === each.is).length < 4;
          if (!isNew) return;
          const within = each.is === 'a sheet' ? SHEETS : undefined;
          expect.soft(await obstacles(page, { within }), `${pattern}: ${each.button}`).toEqual([]);
        });
      if (isFull) return;
      expect(opened.filter((each) => each.is === 'a sheet').length).toBeGreaterThan(2);
      expect(opened.some((each) => each.is === 'a refusal')).toBe(true);
    });
});
