import { chromium } from '@playwright/test';
const [, , ...list] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-sync', '--no-first-run'] });
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
p.on('console', (m) => { if (m.type() === 'error') console.log('console', m.text().slice(0, 300)); });
p.on('pageerror', (e) => console.log('pageerror', e.message.slice(0, 300)));
const base = 'http://127.0.0.1:3210';
await p.goto(base + '/works');
const works: Record<string, string> = {};
for (const a of await p.locator('a[href^="/works/"]').all()) { const t = (await a.textContent())?.trim() ?? ''; const h = await a.getAttribute('href'); if (h && t) works[t.slice(0, 40)] = h; }
for (const item of list) {
  const [work, path, file, full] = item.split('|');
  let url = path!;
  if (work) { const key = Object.keys(works).find((k) => k.includes(work)); const id = works[key!]!.split('/')[2]; url = `/works/${id}/${path}`; }
  await p.goto(base + url);
  await p.waitForLoadState('networkidle');
  if (full?.startsWith('layout')) { await p.getByRole('link', { name: full.slice(7) }).click(); await p.waitForURL(/layouts\/./); await p.waitForLoadState('networkidle'); }
  if (full?.startsWith('choose')) { await p.getByRole('button', { name: /Size$/ }).first().click(); await p.getByRole('option', { name: full.slice(7) }).first().click(); await p.waitForTimeout(300); }
  if (full?.startsWith('key')) { await p.keyboard.press(full.slice(4)); await p.waitForTimeout(300); }
  await p.screenshot({ path: `/tmp/${file}.png`, fullPage: full === 'full' });
}
await b.close();
