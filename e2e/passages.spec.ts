import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, test, beginPlan, model, pleat, saved, sentence, write } from './support.ts';

const strip = (page: Page) => page.getByTestId('strip');
const card = (page: Page, name: RegExp) => strip(page).getByRole('button', { name });

async function openPlan(page: Page, id: string, steps: number): Promise<void> {
  await page.goto(`/plan/${id}/folds`);
  await expect(card(page, new RegExp(`^Step ${steps},`))).toBeVisible();
}

test('a passage is folded again on the other side, follows its original, and can be folded up', async ({
  page,
}) => {
  await openPlan(page, 'demo-sketch', 4);
  await card(page, /^Step 2,/).click();
  await expect(sentence(page)).toContainText('halving the angle');
  // The second edge is left out and made anew as a repeat of the first, with a pinch put in later.
  await card(page, /^Step 3,/).click();
  await expect(sentence(page)).toContainText('Step 3:');
  await page.getByRole('button', { name: /^Leave out/ }).click();
  await expect(card(page, /^Step 4,/)).toHaveCount(0);
  await card(page, /^Step 1,/).click();
  await page.getByRole('button', { name: 'Repeat…' }).click();
  await page.getByLabel('to step').fill('2');
  await page.getByLabel('Repeat it').selectOption({ label: 'mirrored in A–C' });
  await expect(page.getByText('2 steps are folded once more, and follow their originals')).toBeVisible();
  await page.getByRole('button', { name: 'Repeat', exact: true }).click();
  await expect(sentence(page)).toContainText('Repeat step 1 on the other side of AC');
  await expect(strip(page).getByRole('button', { name: /1 to 2 again/ })).toBeVisible();

  // Elsewhere in the plan the run stands as one card; choosing it opens it.
  await card(page, /^Step 1,/).click();
  const folded = card(page, /1 to 2 again, mirrored in A–C, 2 steps/);
  await expect(folded).toBeVisible();
  await folded.click();
  await expect(card(page, /^Step 4, repeat/)).toBeVisible();

  // A step put between the two of the passage is repeated as well.
  await card(page, /^Step 1,/).click();
  await page.keyboard.press('c');
  for (const corner of ['B', 'C'])
    await model(page).getByRole('button', { name: corner, exact: true }).click();
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(card(page, /^Step 7,/)).toBeVisible();
  await expect(card(page, /1 to 3 again, mirrored in A–C, 3 steps/)).toBeVisible();
  await saved(page);
});

/** A new plan with the kite of another one in it, open at its last step. */
async function beginKite(page: Page, name: string): Promise<void> {
  await beginPlan(page, name);
  await pleat(page, 'Folds').click();
  await page.getByRole('button', { name: 'Take a passage from another plan' }).click();
  const leaf = page.getByRole('dialog', { name: 'Passage' });
  await leaf.getByLabel('Plan').selectOption({ label: 'Barn owl' });
  await leaf.getByRole('button', { name: 'Take "Start"' }).click();
  await expect(card(page, /^Step 4,/)).toBeVisible();
}

test('a passage is taken from another plan and folds here; a stretch gets a second way', async ({ page }) => {
  await beginKite(page, 'Borrowed');
  await expect(strip(page).getByRole('button', { name: /cannot be folded/ })).toHaveCount(0);
  await card(page, /^Step 3,/).click();
  await page.getByRole('button', { name: 'Passage…' }).click();
  const leaf = page.getByRole('dialog', { name: 'Passage' });
  await leaf.getByLabel('From step').fill('3');
  await leaf.getByLabel('to step').fill('3');
  await leaf.getByLabel('This way is called').fill('With the diagonal');
  await leaf.getByLabel('The other').fill('Without');
  await leaf.getByRole('button', { name: 'Begin the other way' }).click();
  await expect(strip(page).getByRole('button', { name: /Without/ })).toBeVisible();
  await page.getByRole('button', { name: /^Leave out/ }).click();
  await expect(card(page, /^Step 4,/)).toHaveCount(0);
  await card(page, /^Step 2,/).click();
  await page.getByRole('button', { name: 'Passage…' }).click();
  await expect(leaf.getByText(/It can still be chosen after step \d, not later/)).toBeVisible();
  await leaf.getByRole('button', { name: 'Fold "With the diagonal" instead' }).click();
  await expect(card(page, /^Step 4,/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(card(page, /^Step 4,/)).toHaveCount(0);
  await saved(page);
});

test('a step does not go before what it uses: the strip says why and nothing moves', async ({ page }) => {
  await openPlan(page, 'demo-owl', 40);
  await card(page, /^Step 7,/).click();
  await expect(sentence(page)).toContainText('Step 7:');
  await page.getByRole('button', { name: 'Earlier' }).click();
  const before = await sentence(page).textContent();
  await expect(async () => {
    await page.getByRole('button', { name: 'Earlier' }).click();
    await expect(page.getByRole('status').filter({ hasText: /can go no earlier/ })).toBeVisible({
      timeout: 500,
    });
  }).toPass();
  expect(before).not.toBeNull();
});

test('what a plan lacks is mended in one click: the sheet grows until every flap can be folded', async ({
  page,
}) => {
  await beginPlan(page, 'Mended');
  await pleat(page, 'Paper').click();
  await write(page, 'Side', '9');
  await pleat(page, 'Folds').click();
  await page.getByRole('button', { name: 'Take a passage from another plan' }).click();
  const leaf = page.getByRole('dialog', { name: 'Passage' });
  await leaf.getByLabel('Plan').selectOption({ label: 'Hare' });
  await leaf.getByRole('button', { name: 'Take "Base"' }).click();
  const list = page.getByRole('list', { name: 'To see to in the whole sequence' });
  const before = page.getByRole('list', { name: 'Before folding' });
  await page.getByText(/to see to in the whole sequence/).click();
  await list.getByRole('button', { name: /too small even for tweezers/ }).click();
  await before.getByRole('button', { name: /^Take a .* mm sheet/ }).click();
  await expect(list.getByRole('button', { name: /too small even for tweezers/ })).toHaveCount(0);
  await saved(page);
});

test('a flap is cut back to a length in mm, a crease pressed only between two points, and a part kept clean', async ({
  page,
}) => {
  await beginPlan(page, 'Measured');
  await pleat(page, 'Paper').click();
  await write(page, 'Side', '200');
  await pleat(page, 'Folds').click();
  await expect(page.getByRole('button', { name: 'Begin with a base' })).toBeVisible();
  await page.keyboard.press('m');
  await page.getByLabel('Find the crease by').selectOption({ label: 'to a length of the flap' });
  for (const corner of ['C', 'A'])
    await model(page).getByRole('button', { name: corner, exact: true }).click();
  await write(page, 'Keeps a length of', '220');
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(sentence(page)).toContainText('Mountain-fold straight across');
  // The sheet from A along its diagonal is now 220 mm long: 220 / sqrt 2 to either side, and 200 where it is whole.
  await expect(page.locator('[data-reading="Silhouette"]')).toContainText('200 × 200');

  await page.keyboard.press('c');
  await page.getByLabel('Find the crease by').selectOption({ label: 'through two points' });
  for (const corner of ['B', 'D'])
    await model(page).getByRole('button', { name: corner, exact: true }).click();
  await page.getByLabel('only between them').check();
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(sentence(page)).toContainText('only from B to D');

  await pleat(page, 'Finish').click();
  await page.getByLabel('Part to keep clean').fill('the face');
  await page.getByRole('button', { name: 'Keep it clean' }).click();
  await expect(page.getByRole('button', { name: 'take out the face' })).toBeVisible();
  await pleat(page, 'Folds').click();
  await page
    .getByTestId('strip')
    .getByRole('button', { name: /^Step 2,/ })
    .click();
  const before = page.getByRole('list', { name: 'Before folding' });
  await expect(before).toContainText('stays visible on the face');
  await before.getByRole('button', { name: 'Press it softly' }).click();
  await expect(sentence(page)).toContainText('softly');
  await expect(before).toHaveCount(0);
  await saved(page);
});

test('the model is looked through, fanned and held against what it was; all drawings are saved', async ({
  page,
}) => {
  await openPlan(page, 'demo-hare', 24);
  await card(page, /^Step 12,/).click();
  await expect(sentence(page)).toContainText('Step 12:');
  const picture = page.getByRole('figure', { name: 'Model' }).locator('svg');
  await page.getByText('What it becomes', { exact: true }).click();
  // How it is folded stands beside what it becomes then.
  await expect(page.getByRole('heading', { name: 'How it is folded' })).toBeVisible();
  const plain = await picture.innerHTML();
  for (const word of ['See through', 'Fanned', 'Against before']) {
    await page.getByText(word, { exact: true }).click();
    await expect.poll(async () => (await picture.innerHTML()) !== plain).toBe(true);
    await page.getByText('What it becomes', { exact: true }).click();
    await expect.poll(async () => (await picture.innerHTML()) === plain).toBe(true);
  }
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'all as SVG' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('hare-steps.zip');
  const content = await readFile(await file.path(), 'latin1');
  expect(content.startsWith('PK')).toBe(true);
  expect(content.split('hare-012.svg')).toHaveLength(3);
});
