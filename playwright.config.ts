import { defineConfig } from '@playwright/test';
import { chromiumArgs, findChromium } from './scripts/chromium.mjs';

const json = process.env.JADE_E2E_JSON;

/** Every worker starts a server with a database of its own (e2e/support.ts), so that two run side by side. */
export default defineConfig({
  testDir: 'e2e',
  workers: Number(process.env.JADE_E2E_WORKERS ?? 2),
  timeout: 150_000,
  // A busy machine can be too slow for one journey: it is tried once more on a server of its own, and that is said.
  retries: 1,
  expect: { timeout: 20_000 },
  reporter: json ? [['list'], ['json', { outputFile: json }]] : [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: 'reduce' },
    colorScheme: 'light',
    locale: 'en-GB',
    // The worker that keeps the page answers before the network does; journeys that want it say so.
    serviceWorkers: 'block',
    launchOptions: { executablePath: findChromium(), args: chromiumArgs },
  },
});
