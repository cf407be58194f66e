import { defineConfig } from '@playwright/test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM, CHROMIUM_FLAGS } from './support/chromium';

export const PORT = Number(process.env.E2E_PORT ?? 4310);

const dataFolder = process.env.E2E_DATA ?? (process.env.E2E_DATA = mkdtempSync(join(tmpdir(), 'yibbo-e2e-')));
const root = join(__dirname, '..');

/** Second looks: the same need by another means, or at an edge. They take as long as the first and run by themselves, `npm run browser`. */
const AGAIN = /@again/;

export default defineConfig({
  testDir: 'journeys',
  outputDir: '../test-results',
  timeout: 60_000,
  expect: { timeout: 10_000 },
  workers: 2,
  fullyParallel: true,
  forbidOnly: true,
  // The machine is shared: a journey that real time has tripped up may try once more, and is then counted as flaky.
  retries: 1,
  reporter: 'line',
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 390, height: 844 },
    // Each journey has a browser of its own, which would keep the whole app first; those without a network allow it.
    serviceWorkers: 'block',
    // A page of its own for each journey, in a browser whose compiled scripts are kept from one to the next.
    reuseContext: true,
    hasTouch: true,
    isMobile: true,
    // An act on something that is not there fails soon, not with the whole journey.
    actionTimeout: 15_000,
    // Recording every journey took a quarter of their time.
    trace: 'on-first-retry',
    launchOptions: { executablePath: CHROMIUM, args: CHROMIUM_FLAGS },
  },
  // The other engines' sound is measured, which a second browser beside them would disturb: they go by themselves, before the rest.
  projects: [
    { name: 'engines', testMatch: 'engines.spec.ts', workers: 1 },
    { name: 'chromium', testIgnore: 'engines.spec.ts', grepInvert: AGAIN },
    { name: 'again', testIgnore: 'engines.spec.ts', grep: AGAIN },
  ],
  webServer: {
    command: 'node server/dist/main.mjs',
    cwd: root,
    url: `http://localhost:${PORT}/api/health`,
    env: { PORT: String(PORT), YIBBO_DATA: dataFolder, YIBBO_ROOT: root, YIBBO_NAMES: 'yibbo.test' },
    reuseExistingServer: false,
  },
});
