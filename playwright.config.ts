import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

// A free one, so that a server left behind by a run that was stopped is in nobody's way; workers are handed the same.
const freePort = () =>
  execFileSync(process.execPath, [
    '-e',
    "const s = require('net').createServer().listen(0, '127.0.0.1', () => { console.log(s.address().port); s.close(); })",
  ])
    .toString()
    .trim();
const PORT = (process.env.GLASSINE_E2E_PORT ??= freePort());
const CRAFT_PORT = (process.env.GLASSINE_E2E_CRAFT_PORT ??= freePort());
// Workers load this file again: the folder is made once and handed on.
const data = (process.env.GLASSINE_E2E_DATA ??= mkdtempSync(join(tmpdir(), 'glassine-e2e-')));

/** A server of its own on an empty folder. */
const serving = (port: string, folder: string) => ({
  command: `node node_modules/next/dist/bin/next start -H 127.0.0.1 -p ${port} --keepAliveTimeout 130000`,
  url: `http://127.0.0.1:${port}/studio`,
  env: {
    GLASSINE_DATA: folder,
    GLASSINE_HOST: '127.0.0.1',
    GLASSINE_LISTENS: '127.0.0.1',
    NODE_ENV: 'production',
    NEXT_TELEMETRY_DISABLED: '1',
  },
  reuseExistingServer: false,
  timeout: 180_000,
});

export default defineConfig({
  testDir: 'tests/e2e',
  // A folder of its own: what lies in it is cleared at the start, and the unit tests' bundles beside it are in use by then.
  outputDir: 'test-results/browser',
  workers: 2,
  projects: [
    // Two studios, two stories, side by side: the tests of each build on each other's records no more than two windows of one
    // studio do. The one begins by keys and goes on to what is sold; the other by a thumb, and goes on to what is made.
    { name: 'story', testMatch: /[127]-.*\.spec\.ts/, workers: 1 },
    {
      name: 'craft',
      testMatch: /[03-6]-.*\.spec\.ts/,
      workers: 1,
      use: { baseURL: `http://127.0.0.1:${CRAFT_PORT}` },
    },
    // The pages that the stories have filled are only read: two at a time, or one of two cores would wait.
    {
      name: 'walk',
      testMatch: /8-walk\.spec\.ts/,
      fullyParallel: true,
      dependencies: ['story', 'craft'],
    },
    { name: 'hands', testMatch: /9-hands\.spec\.ts/, workers: 1, dependencies: ['story'] },
  ],
  timeout: 900_000,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    // A button that never comes fails by itself, not by the whole story's time.
    actionTimeout: 90_000,
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: 'reduce' },
    // A trace takes a picture of the page at every step: a third of all the time. Asked for where something has to be found out.
    trace: process.env.GLASSINE_TRACE ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env.CHROMIUM || '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--no-first-run',
      ],
    },
  },
  webServer: [serving(PORT, data), serving(CRAFT_PORT, `${data}-craft`)],
});
