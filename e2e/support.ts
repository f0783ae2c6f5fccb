import { spawn } from 'node:child_process';
import { type Locator, type Page, expect, test as base } from '@playwright/test';

const FIRST_PORT = 4899;

/** Every test fails on an error in the page or its console; journeys that provoke one say so. */
export const test = base.extend<{ calm: void; expectTrouble: { allow: RegExp[] } }, { address: string }>({
  address: [
    async ({ playwright: _playwright }, use, { workerIndex }) => {
      const port = FIRST_PORT + workerIndex;
      const env = { ...process.env, PORT: String(port), DB_FILE: ':memory:', SEED: 'demo', LOG: 'silent' };
      const server = spawn('node', ['--import', 'tsx', 'server/src/main.ts'], { env, stdio: 'ignore' });
      const address = `http://127.0.0.1:${port}`;
      await expect
        .poll(
          () =>
            fetch(`${address}/api/health`).then(
              (r) => r.ok,
              () => false,
            ),
          { timeout: 60_000 },
        )
        .toBe(true);
      await use(address);
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGTERM');
      await ended;
    },
    { scope: 'worker', timeout: 90_000 },
  ],
  baseURL: ({ address }, use) => use(address),
  expectTrouble: [{ allow: [] }, { option: true }],
  calm: [
    async ({ page, expectTrouble }, use) => {
      const errors: string[] = [];
      page.on('pageerror', (e) => errors.push(e.message));
      page.on('console', (m) => m.type() === 'error' && errors.push(`${m.text()} ${m.location().url}`));
      await use();
      // A change sent again after its page has gone finds itself there already: that is answered 409, and no trouble.
      const allowed = [...expectTrouble.allow, /status of 409/];
      expect(errors.filter((e) => !allowed.some((a) => a.test(e)))).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

export const model = (page: Page): Locator => page.getByRole('group', { name: /The model/ });
export const pleat = (page: Page, name: string): Locator =>
  page.getByTestId('ribbon').getByRole('link', { name: new RegExp(`^${name}`) });
export const rail = (page: Page, label: string): Locator => page.locator(`[data-reading="${label}"]`);
export const sentence = (page: Page): Locator => page.getByTestId('stage-sentence');

/** Takes a move from the tray. */
export async function tool(page: Page, group: string, name: string): Promise<void> {
  await page.getByRole('tab', { name: group, exact: true }).click();
  await page.getByRole('toolbar').getByRole('button', { name, exact: true }).click();
}

/** Begins a plan on the cast page and waits for its brief. */
export async function beginPlan(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByLabel('A new plan for a').fill(name);
  await page.getByRole('button', { name: 'Begin the plan' }).click();
  await expect(page.getByLabel('Name of the plan')).toHaveValue(name);
}

/** Writes a length into a field and leaves it. */
export async function write(page: Page, label: string | RegExp, text: string): Promise<void> {
  const field = page.getByLabel(label, { exact: typeof label === 'string' });
  await field.fill(text);
  await field.press('Enter');
}

/** Waits until nothing this page has changed is on its way any more. */
export const sent = async (page: Page): Promise<void> =>
  expect
    .poll(() =>
      page.evaluate(() => Object.keys(localStorage).filter((k) => k.startsWith('jade-kite:unsent')).length),
    )
    .toBe(0);

export const saved = async (page: Page): Promise<void> =>
  expect(page.getByTestId('save-state')).toHaveText('saved');

/** Opens a copy of a plan, so that other tests find the plan itself as it was. */
export async function openCopy(page: Page, id: string): Promise<void> {
  await page.goto(`/plan/${id}/brief`);
  await page.getByRole('button', { name: 'Copy this plan' }).click();
  await page.waitForURL((url) => !url.pathname.includes(id));
}
