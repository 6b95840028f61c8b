import { randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  test as base,
  expect,
  type APIRequestContext,
  type APIResponse,
  type BrowserContext,
  type Locator,
  type Page,
} from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { writeTiff } from '../../src/imaging/tiff';
import { mouse, type Hand } from './hand';

/** A page is gone to when it answers: what is typed into it before its script runs is lost. */
export function answering(page: Page): Page {
  const goTo = page.goto.bind(page);
  page.goto = async (url, options) => {
    const response = await goTo(url, options);
    await page.waitForFunction(
      () => !document.querySelector('script[src*="_next"]') || document.documentElement.dataset.answers,
    );
    return response;
  };
  return page;
}

export const test = base.extend({ page: ({ page }, use) => use(answering(page)) });

/** For pages that are only looked at: all in one browser, as a person would have them, so that each is not read anew. */
export const walk = base.extend<object, { desk: BrowserContext }>({
  desk: [
    async ({ browser }, use) => {
      const desk = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        reducedMotion: 'reduce',
      });
      await use(desk);
      await desk.close();
    },
    { scope: 'worker' },
  ],
  page: async ({ desk }, use) => {
    const page = await desk.newPage();
    await use(answering(page));
    await page.close();
  },
});

/** The studio in which things are made: its shelves are full. */
export const CRAFT = `http://127.0.0.1:${process.env.GLASSINE_E2E_CRAFT_PORT}`;

/** Where the studio under test stands; its own pages come from there. */
export const origin = (): string => test.info().project.use.baseURL!;

/**
 * An act sent by a script. A server may close a connection it kept at the very moment one more request goes out on it: the key
 * makes sending it again the same act.
 */
export async function send(page: Page, name: string, input: unknown): Promise<APIResponse> {
  const headers = { origin: origin(), 'x-glassine-key': randomUUID() };
  return page.request.post(`/api/act/${name}`, { data: input, headers, maxRetries: 2 });
}

/** An act that is done, and what it answers. */
export async function act(page: Page, name: string, input: unknown) {
  const response = await send(page, name, input);
  expect(response.status(), await response.text()).toBe(200);
  return response.json();
}

/** Presses a key of the work, once the part of the page that it belongs to is there and no sheet lies over it. */
export async function press(page: Page, key: string): Promise<void> {
  await expect(page.locator(`html[data-keys~="${key}"]`)).toBeAttached();
  await expect(page.locator('[role=dialog], [role=alertdialog], [data-arriving]')).toHaveCount(0);
  await page.keyboard.press(key);
}

/** The sheet that lies over the page, or else the page; a sheet that was asked for is waited for. */
async function inHand(page: Page): Promise<Page | Locator> {
  await expect(page.locator('[data-arriving]')).toHaveCount(0);
  const sheet = page.getByRole('dialog').last();
  return (await sheet.count()) ? sheet : page;
}

/** Chooses in one of the house's selects. */
export async function choose(
  page: Page,
  label: string,
  option: string | RegExp,
  hand: Hand = mouse,
): Promise<void> {
  const root = await inHand(page);
  const field = root
    .getByRole('button', { name: new RegExp(`${label}$`) })
    .or(root.getByRole('button', { name: new RegExp(`^${label}|${label}`) }))
    .first();
  await hand.pick(page, field, option);
}

/** Fills fields by their labels. */
export async function fill(
  page: Page,
  values: Record<string, string>,
  hand: Hand = mouse,
): Promise<void> {
  const root = await inHand(page);
  for (const [label, value] of Object.entries(values))
    await hand.write(root.getByLabel(label, { exact: true }).first(), value);
}

/** Waits until the studio has said what was done. */
export async function said(page: Page, text: string | RegExp): Promise<void> {
  await expect(page.getByRole('status').filter({ hasText: text }).first()).toBeVisible();
}

/** A TIFF of 16 bits with stripes fine enough to measure, written to disk. */
export async function makeTiff(name: string, width: number, height: number, seed = 0): Promise<string> {
  const path = join(mkdtempSync(join(tmpdir(), 'glassine-file-')), name);
  await writeTiff(
    path,
    { width, height, bits: 16, channels: 3, ppi: 300, taken: '2026:11:04 10:12:00' },
    (from, rows) => {
      const band = new Uint16Array(width * rows * 3);
      for (let i = 0; i < band.length; i++)
        band[i] = ((i * 2654435761 + from * 40503 + seed) >>> 8) & 0xffff;
      return band;
    },
  );
  return path;
}

export function makeFile(name: string, bytes: Uint8Array | string): string {
  const path = join(mkdtempSync(join(tmpdir(), 'glassine-file-')), name);
  writeFileSync(path, bytes);
  return path;
}

export type ReadPdf = { pages: { widthMm: number; heightMm: number; text: string }[]; title: string };

/** Reads a PDF back: its pages' sizes and all of its words. */
export async function readPdf(request: APIRequestContext, url: string): Promise<ReadPdf> {
  const response = await request.get(url);
  expect(response.status()).toBe(200);
  expect(response.headers()['content-type']).toBe('application/pdf');
  const doc = await getDocument({ data: new Uint8Array(await response.body()), verbosity: 0 }).promise;
  const pages = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n);
    const { width, height } = page.getViewport({ scale: 1 });
    const content = await page.getTextContent();
    pages.push({
      widthMm: (width / 72) * 25.4,
      heightMm: (height / 72) * 25.4,
      text: joined(
        content.items.flatMap((i) =>
          'str' in i ? [{ str: i.str, transform: i.transform as number[], width: i.width }] : [],
        ),
      ),
    });
  }
  const { info } = await doc.getMetadata();
  return { pages, title: (info as { Title?: string }).Title ?? '' };
}

type Run = { str: string; transform: number[]; width: number };

/** Runs of type as words: two that touch on one line are one word, set from two halves of a typeface. */
function joined(runs: Run[]): string {
  let text = '',
    end = Number.NaN,
    line = Number.NaN;
  for (const { str, transform, width } of runs) {
    const touches = Math.abs(transform[5]! - line) < 0.5 && Math.abs(transform[4]! - end) < 0.6;
    text += (touches ? '' : ' ') + str;
    [end, line] = [transform[4]! + width, transform[5]!];
  }
  return text.replace(/\s+/g, ' ').trim();
}
