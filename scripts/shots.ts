// Pictures of the main views, 1280 × 800, into docs/screenshots/. Wants a running demo studio: npm run shots [-- base out only…]
import { mkdir } from 'node:fs/promises';
import { chromium, type Page } from '@playwright/test';

const [base = 'http://127.0.0.1:3210', out = 'docs/screenshots', ...only] = process.argv.slice(2);

const workId = async (page: Page, title: string): Promise<string> => {
  await page.goto(`${base}/works?q=${encodeURIComponent(title)}`);
  const href = await page.locator('ul[aria-label="Works"] a').first().getAttribute('href');
  return href!.split('/')[2]!;
};
const station = (title: string, name: string) => async (page: Page) => {
  await page.goto(`${base}/works/${await workId(page, title)}/${name}`);
};
const orderOf =
  (show: string, nth = 0) =>
  async (page: Page) => {
    await page.goto(`${base}/orders?show=${show}`);
    await page.goto(
      base +
        (await page
          .locator('table[aria-label="Orders"] tbody a')
          .nth(nth * 2)
          .getAttribute('href'))!,
    );
  };

/** Every view by the name of its picture, and the way to it. */
const VIEWS: Record<string, (page: Page) => Promise<unknown>> = {
  bench: (page) => page.goto(`${base}/`),
  capture: station('Night Ferry', 'capture'),
  sizes: station('Night Ferry', 'sizes'),
  file: async (page) => {
    await station('Night Ferry', 'capture/files')(page);
    await page.locator('[data-ready]').first().waitFor();
  },
  proofs: station('Kiln Yard', 'proofs'),
  soft: async (page) => {
    await station('Kiln Yard', 'proofs/soft')(page);
    await page.getByText('Mark what is out of gamut').click();
    await page.locator('[data-ready]').waitFor();
    await page.waitForTimeout(2_500);
    await page.evaluate(() => scrollTo(0, 10));
    await page.waitForTimeout(400);
  },
  price: async (page) => {
    await station('Night Ferry', 'price')(page);
    await page.getByRole('button', { name: /^400 × 300 mm, Harrow cotton, mounted/ }).click();
  },
  listings: (page) => page.goto(`${base}/orders/listings`),
  income: (page) => page.goto(`${base}/orders/income`),
  papers: async (page) => {
    await page.goto(`${base}/papers`);
    await page.getByRole('link', { name: 'Harrow Rag 310' }).click();
    await page.waitForURL(/paper\/./);
  },
  layout: async (page) => {
    await page.goto(`${base}/papers/layouts`);
    await page.getByRole('link', { name: 'Rag, this week' }).click();
    await page.waitForURL(/layouts\/./);
  },
  register: (page) => page.goto(`${base}/register`),
  signing: async (page) => {
    await ferrySheets(page);
    await page.getByRole('link', { name: 'Sign at the table' }).click();
    await page.waitForURL(/\/sign$/);
  },
  certificate: async (page) => {
    await ferrySheets(page);
    await page.getByRole('row', { name: /^1\/40/ }).click();
    const href = await page.getByRole('link', { name: 'Certificate as PDF' }).getAttribute('href');
    await showPdf(page, await (await page.request.get(base + href!)).body());
  },
  lane: (page) => page.goto(`${base}/orders`),
  packing: orderOf('packed'),
  wall: async (page) => {
    await page.goto(`${base}/wall`);
    await page.getByRole('link', { name: /^The long wall/ }).click();
    await page.getByRole('heading', { name: /^The long wall/ }).waitFor();
    await page.waitForTimeout(600);
  },
  week: (page) => page.goto(`${base}/week`),
  quiet: async (page) => {
    await page.goto(`${base}/quiet`);
    await page.getByRole('combobox', { name: 'The size it is done to' }).fill('Salt Pans, Low Sun, 300');
    await page.getByRole('option').first().click();
    await page.getByRole('link', { name: 'Tearing an edge' }).click();
    await page.waitForURL(/quiet\/tear/);
    await page.locator('html[data-keys~="Space"]').waitFor();
    for (let step = 0; step < 3; step += 1) await page.keyboard.press('Space');
  },
};

async function ferrySheets(page: Page): Promise<void> {
  await page.goto(`${base}/register`);
  await page.getByRole('link', { name: 'Night Ferry, Slack Water' }).click();
  await page.waitForURL(/register\/./);
}

/** Draws the first page of a PDF on grey, as a reader of its own does: a browser without a screen shows none. */
async function showPdf(page: Page, pdf: Buffer): Promise<void> {
  await page.goto('about:blank');
  await page.setContent('<body style="margin:0;background:#dcdcdc"><canvas></canvas></body>');
  for (const script of ['pdf.mjs', 'pdf.worker.mjs'])
    await page.addScriptTag({ path: `node_modules/pdfjs-dist/legacy/build/${script}`, type: 'module' });
  await page.waitForFunction(() => 'pdfjsLib' in globalThis && 'pdfjsWorker' in globalThis);
  await page.evaluate(async (base64) => {
    const { pdfjsLib } = globalThis as unknown as { pdfjsLib: typeof import('pdfjs-dist') };
    pdfjsLib.GlobalWorkerOptions.workerSrc = 'none';
    const data = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
    const first = await (await pdfjsLib.getDocument({ data }).promise).getPage(1);
    const viewport = first.getViewport({ scale: 1_180 / first.view[2]! });
    const canvas = document.querySelector('canvas')!;
    canvas.width = viewport.width;
    canvas.height = viewport.height;
    canvas.style.margin = `${Math.max(0, (800 - viewport.height) / 2)}px 50px`;
    await first.render({ canvasContext: canvas.getContext('2d')!, viewport }).promise;
  }, pdf.toString('base64'));
}

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
await mkdir(out, { recursive: true });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
page.on('pageerror', (e) => console.error('page error:', e.message));
page.on('console', (m) => {
  if (m.type() === 'error') console.error('console:', m.text());
});
for (const [name, go] of Object.entries(VIEWS)) {
  if (only.length && !only.includes(name)) continue;
  await go(page);
  await page.waitForLoadState('networkidle');
  await page.screenshot({ path: `${out}/${name}.png` });
  console.log(name);
}
await browser.close();
