/** Takes one current picture of each main view from the demo data into docs/screenshots (or a folder given). */
import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import { reedBeetle } from '../e2e/patterns.ts';
import { chromiumArgs, findChromium } from './chromium.mjs';

const [folder = 'docs/screenshots', only] = process.argv.slice(2);
const port = 4890;
const base = `http://127.0.0.1:${port}`;

interface View {
  readonly name: string;
  readonly path: string;
  readonly size?: { width: number; height: number };
  readonly lamp?: boolean;
  readonly act?: (page: Page) => Promise<void>;
}

const owl = '/plan/demo-owl';
const views: View[] = [
  {
    name: 'cast',
    path: '/',
    act: async (page) =>
      page.getByRole('link', { name: 'Heron: open its folds' }).waitFor({ timeout: 60000 }),
  },
  {
    name: 'calendar',
    path: '/calendar',
    act: async (page) => page.getByTestId('calendar-sentence').waitFor({ timeout: 60000 }),
  },
  {
    name: 'practice',
    path: '/practice/open%20sink',
    act: async (page) => page.getByText('As in your plan').first().waitFor({ timeout: 60000 }),
  },
  { name: 'brief', path: `${owl}/brief` },
  {
    name: 'parts',
    path: '/plan/demo-heron/parts',
    act: async (page) => {
      const own = page.locator('[data-base="own-sheet"]');
      await own.getByRole('button', { name: /^its paper/ }).click({ timeout: 60000 });
      await own.getByRole('img', { name: /with the paper of/ }).waitFor();
      await own.evaluate((e) => e.scrollIntoView({ block: 'center' }));
    },
  },
  {
    name: 'parts-draft',
    path: '/plan/demo-sketch/parts',
    size: { width: 1280, height: 800 },
    act: async (page) => {
      await page.getByRole('button', { name: 'Begin another figure' }).click();
      await page.getByRole('button', { name: 'Long-bodied animal' }).click();
      await page.getByText('Four thirds about a body').first().waitFor();
      await page.getByRole('tab', { name: 'Drafts' }).click();
      await page.getByRole('button', { name: 'Draft a sequence' }).click();
      await page.locator('[data-draft]').first().waitFor({ timeout: 60000 });
      await page.getByRole('button', { name: 'Draft again' }).waitFor({ timeout: 120000 });
      await page.getByRole('region', { name: 'Drafts' }).scrollIntoViewIfNeeded();
      await page
        .locator('[data-draft]')
        .first()
        .evaluate((e) => e.scrollIntoView({ block: 'center' }));
    },
  },
  { name: 'paper', path: '/plan/demo-heron/paper' },
  {
    name: 'marks',
    path: '/plan/demo-heron/marks',
    act: async (page) => {
      await page.getByRole('button', { name: 'A line or an angle' }).click();
      await page.getByLabel('Angle from the lower edge, °').fill('20');
      await page.getByRole('button', { name: 'Ask for this line' }).click();
      await page.getByRole('status').filter({ hasText: 'Looking through' }).waitFor();
      await page
        .getByRole('status')
        .filter({ hasText: 'Looking through' })
        .waitFor({ state: 'detached', timeout: 60000 });
    },
  },
  { name: 'folds', path: `${owl}/folds` },
  {
    name: 'folds-lamp',
    path: `${owl}/folds`,
    lamp: true,
    act: async (page) => page.getByRole('button', { name: /^Step 36,/ }).click(),
  },
  {
    name: 'folds-making',
    path: '/plan/demo-sketch/folds',
    act: async (page) => {
      await page.keyboard.press('v');
      await page
        .getByRole('group', { name: /The model/ })
        .getByRole('button', { name: 'C', exact: true })
        .click();
      await page
        .getByRole('group', { name: /The model/ })
        .getByRole('button', { name: 'A', exact: true })
        .click();
      await page.getByRole('button', { name: 'Keep this fold' }).waitFor();
    },
  },
  {
    name: 'folds-motion',
    path: '/plan/demo-heron/folds',
    act: async (page) => {
      await page.emulateMedia({ reducedMotion: 'no-preference' });
      await page.getByRole('button', { name: /^Step 19,/ }).click();
      await page.getByRole('button', { name: 'Play the fold' }).click();
      await page.getByLabel('How far folded').fill('0.4');
      await page.waitForTimeout(800);
    },
  },
  {
    name: 'bringing',
    path: '/',
    act: async (page) => {
      await page.getByRole('button', { name: 'Bring in…' }).click();
      await page
        .getByLabel('File to bring in')
        .setInputFiles({ name: 'reed beetle.svg', mimeType: 'image/svg+xml', buffer: reedBeetle });
      await page.getByText('One vertex cannot lie flat.').waitFor();
    },
  },
  { name: 'finish', path: `${owl}/finish` },
  {
    name: 'bench',
    path: `${owl}/bench`,
    size: { width: 820, height: 1180 },
    act: async (page) => {
      await page.getByRole('button', { name: /Go on at step/ }).click();
      // The step with a check of an earlier slip.
      for (let i = 0; i < 2; i++) await page.getByRole('button', { name: /^Next/ }).click();
      await page.getByTestId('bench-check').waitFor({ timeout: 30000 });
    },
  },
  { name: 'diary', path: `${owl}/diary` },
  { name: 'bases', path: '/bases/frog' },
  { name: 'drawer', path: '/drawer' },
  {
    name: 'whole',
    path: '/plan/demo-ferry/whole',
    act: async (page) => page.getByTestId('whole-sizes').waitFor({ timeout: 60000 }),
  },
];

mkdirSync(folder, { recursive: true });
const server = spawn('node', ['--import', 'tsx', 'server/src/main.ts'], {
  env: { ...process.env, PORT: String(port), DB_FILE: ':memory:', SEED: 'demo' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise<void>((resolve) => server.stdout.once('data', () => resolve()));
const browser = await chromium.launch({ executablePath: findChromium(), args: chromiumArgs });
try {
  for (const view of views.filter((v) => !only || only.split(',').includes(v.name))) {
    const context = await browser.newContext({
      serviceWorkers: 'block',
      locale: 'en-GB',
      viewport: view.size ?? { width: 1280, height: 800 },
      colorScheme: view.lamp ? 'dark' : 'light',
      reducedMotion: 'reduce',
    });
    const page = await context.newPage();
    page.on('pageerror', (error) => process.stderr.write(`${view.name}: ${error.message}\n`));
    page.on(
      'console',
      (message) => message.type() === 'error' && process.stderr.write(`${view.name}: ${message.text()}\n`),
    );
    await page.goto(base + view.path);
    await page.waitForLoadState('networkidle');
    await page.waitForTimeout(700);
    await view.act?.(page);
    await page.waitForTimeout(300);
    await page.screenshot({ path: `${folder}/${view.name}.png` });
    await context.close();
  }
} finally {
  await browser.close();
  server.kill('SIGTERM');
}
