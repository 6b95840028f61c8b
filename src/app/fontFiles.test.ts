import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fontFiles } from './fontFiles';

test('only the cuts that every page is set in are asked for with it; where nothing was built, none', () => {
  const folder = mkdtempSync(join(tmpdir(), 'glassine-fonts-'));
  for (const name of [
    'archivo-latin-wdth-normal.1h4.woff2',
    'archivo-latin-ext-wdth-normal.27s.woff2',
    'newsreader-latin-wght-italic.1pg.woff2',
    'newsreader-latin-wght-normal.0rb.woff2',
    'newsreader-vietnamese-wght-normal.2e8.woff2',
    'icon.3-o.svg',
  ])
    writeFileSync(join(folder, name), '');
  expect(fontFiles(folder).sort()).toEqual([
    '/_next/static/media/archivo-latin-wdth-normal.1h4.woff2',
    '/_next/static/media/newsreader-latin-wght-italic.1pg.woff2',
    '/_next/static/media/newsreader-latin-wght-normal.0rb.woff2',
  ]);
  expect(fontFiles(join(folder, 'nowhere'))).toEqual([]);
});
