import { beginPlan, expect, model, pleat, saved, sentence, test } from './support.ts';

test('an edge is hemmed twice by keys and points, with its width, and the step is said', async ({ page }) => {
  await beginPlan(page, 'Reed');
  await pleat(page, 'Folds').click();
  await expect(page.getByText('No steps yet. Every fold')).toBeVisible();
  await page.keyboard.press('1');
  const point = (name: string) => model(page).getByRole('button', { name, exact: true });
  await point('A').click();
  await point('B').click();
  await point('O').click();
  await page.getByLabel('Folded over by, % of the side').fill('10');
  await page.getByLabel('Over', { exact: true }).selectOption('twice');
  await expect(page.getByRole('img', { name: 'What the fold gives' })).toBeVisible();

  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(pleat(page, 'Folds')).toContainText('1, all flat');
  await expect(sentence(page)).toContainText('Hem edge AB: valley-fold it over by 1/10 of the side');
  await expect(sentence(page)).toContainText('towards the centre O, and over once more.');
  await saved(page);
});

test('a refused fold shows what would work, and one of all layers what could be held; either is taken', async ({
  page,
}) => {
  await page.goto('/bases/bird');
  await page.getByRole('button', { name: 'Begin a plan with this base' }).click();
  await expect(page).toHaveURL(/\/plan\/.+\/folds$/);
  await page.getByRole('button', { name: /^Step 7,/ }).click();
  // Corners of a base lie on each other: they are taken by keyboard.
  const take = async (name: string): Promise<void> => {
    await model(page).getByRole('button', { name, exact: true }).focus();
    await page.keyboard.press('Enter');
  };
  await page.keyboard.press('v');
  await take('C');
  await take('O');
  const ways = page.getByRole('region', { name: 'What would work' });
  await expect(ways).toContainText('Tried, and it folds:');

  await ways.getByRole('button', { name: /as a mountain fold/ }).click();
  await expect(pleat(page, 'Folds')).toContainText('8, all flat');
  await expect(sentence(page)).toContainText('Mountain-fold corner C to the centre O');
  // All layers at once, but for what is held.
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).toContainText('7, all flat');
  await page.keyboard.press('v');
  await take('A');
  await take('O');
  await page.getByLabel('all layers').check();
  await expect(ways).toContainText('All layers move; or hold some:');

  await ways.getByRole('button', { name: /holding corner C/ }).click();
  await expect(sentence(page)).toContainText('all layers; the layers behind stay');
  await saved(page);
});
