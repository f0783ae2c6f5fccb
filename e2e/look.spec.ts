import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, test } from './support.ts';

// The views do not know each other: each worker takes the next one.
test.describe.configure({ mode: 'parallel' });

const owl = '/plan/demo-owl';
const views = [
  '/',
  '/calendar',
  '/practice',
  '/practice/squash',
  '/diary',
  '/signs',
  '/follow',
  '/drawer',
  '/bin',
  '/bases/bird',
  '/settings',
  ...['brief', 'parts', 'paper', 'marks', 'folds', 'finish', 'bench', 'diary'].map((s) => `${owl}/${s}`),
  '/plan/demo-sketch/marks',
];

async function open(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await expect(page.locator('main')).toBeVisible();
  await page.waitForLoadState('networkidle');
}

/** Fails with the rules broken and where; `rules` names those that are looked at, all where it does not. */
async function checkAxe(page: Page, what: string, rules?: string[]): Promise<void> {
  const builder = new AxeBuilder({ page });
  const { violations } = await (rules ? builder.withRules(rules) : builder).analyze();
  const told = violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.target.join(' '))
        .slice(0, 3)
        .join(' | ')}`,
  );
  expect({ what, told }).toEqual({ what, told: [] });
}

const sizes = [
  [1024, 768],
  [1280, 800],
  [1920, 1080],
  [820, 1180],
] as const;

for (const path of views)
  test(`${path}: axe finds nothing, contrast holds in the dark too, nothing runs out at four sizes`, async ({
    page,
  }) => {
    await page.emulateMedia({ colorScheme: 'light', reducedMotion: 'reduce' });
    await open(page, path);
    await checkAxe(page, path);
    await page.emulateMedia({ colorScheme: 'dark', reducedMotion: 'reduce' });
    await expect(page.locator('html')).toHaveAttribute('data-theme', 'lamp');
    await checkAxe(page, `${path} in the dark`, ['color-contrast', 'link-in-text-block']);
    for (const [width, height] of sizes) {
      await page.setViewportSize({ width, height });
      const over = await page.evaluate(
        () =>
          new Promise<number>((resolve) =>
            requestAnimationFrame(() => resolve(document.documentElement.scrollWidth - window.innerWidth)),
          ),
      );
      expect({ path, width, isOver: over > 0 }).toEqual({ path, width, isOver: false });
    }
  });

test('axe finds nothing on the bench, while authoring, and in the palette', async ({ page }) => {
  await open(page, `${owl}/bench`);
  await page.getByRole('button', { name: /^Go on at step/ }).click();
  await expect(page.getByTestId('bench-sentence')).not.toBeEmpty();
  await checkAxe(page, 'bench');
  await page.getByRole('button', { name: /^Leave the bench/ }).click();
  await open(page, `${owl}/folds`);
  await page.keyboard.press('v');
  await expect(page.getByTestId('composer')).toBeVisible();
  await checkAxe(page, 'authoring');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog')).toBeVisible();
  await checkAxe(page, 'palette');
});

test('the bench on a tablet: swiping turns the page, touch targets are large', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 820, height: 1180 }, hasTouch: true });
  const page = await context.newPage();
  await page.goto('/plan/demo-sketch/bench');
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  const bench = page.getByRole('region', { name: 'Bench' });
  await expect(page.getByTestId('bench-sentence')).toContainText('Fold and unfold along diagonal AC.');
  const swipe = async (from: number, to: number): Promise<void> => {
    await page.mouse.move(from, 500);
    await page.mouse.down();
    await page.mouse.move(to, 500, { steps: 4 });
    await page.mouse.up();
  };
  await swipe(600, 200);
  await expect(page.getByTestId('bench-sentence')).toContainText('halving the angle');
  await swipe(200, 600);
  await expect(page.getByTestId('bench-sentence')).toContainText('diagonal AC');
  for (const name of [/^Next/, /^Stuck here/]) {
    const box = (await bench.getByRole('button', { name }).boundingBox())!;
    expect(box.height).toBeGreaterThanOrEqual(72);
  }
  await context.close();
});
