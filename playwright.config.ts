import { defineConfig } from '@playwright/test';
import { chromiumArgs, findChromium } from './scripts/chromium.mjs';

const port = 4899;
const baseURL = `http://127.0.0.1:${port}`;
const json = process.env.JADE_E2E_JSON;

export default defineConfig({
  testDir: 'e2e',
  workers: 1,
  timeout: 150_000,
  expect: { timeout: 20_000 },
  reporter: json ? [['list'], ['json', { outputFile: json }]] : [['list']],
  use: {
    baseURL,
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: 'reduce' },
    colorScheme: 'light',
    locale: 'en-GB',
    // The worker that keeps the page answers before the network does; journeys that want it say so.
    serviceWorkers: 'block',
    launchOptions: { executablePath: findChromium(), args: chromiumArgs },
  },
  webServer: {
    command: 'node --import tsx server/src/main.ts',
    url: `${baseURL}/api/health`,
    env: { PORT: String(port), DB_FILE: ':memory:', SEED: 'demo', LOG: 'silent' },
    gracefulShutdown: { signal: 'SIGTERM', timeout: 3000 },
  },
});
