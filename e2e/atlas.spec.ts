import { expect, saved, test } from './support.ts';

test('the atlas lays a base open and begins a plan with its steps', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: /^Base atlas/ }).click();
  const list = page.getByRole('navigation', { name: 'Bases' });
  await list.getByRole('link', { name: /^Frog base/ }).click();
  await expect(page.getByTestId('base-sentence')).toContainText(
    '5 flaps of 0.354 and 4 of 0.146 of the side.',
  );
  await expect(page.getByRole('row')).toHaveCount(10);
  await expect(page.getByTestId('efficiency')).toHaveText('No smaller sheet can hold these flaps.');
  // Every base of the list is folded in its turn and says its flaps.
  await expect(list.getByText('folding …')).toHaveCount(0);
  await list.getByRole('link', { name: /^Bird base 5 flaps/ }).click();
  await expect(page).toHaveURL(/\/bases\/bird$/);
  const sentence = page.getByTestId('base-sentence');
  await expect(sentence).toContainText('4 flaps of 0.500 and 1 of 0.207 of the side.');
  await expect(sentence).toContainText('12 facets, at most 8 layers');
  await page.getByLabel('Longest flap wanted').fill('45');
  await page.keyboard.press('Enter');
  await expect(page.getByText('from a side of 90 mm')).toBeVisible();
  await expect(page.getByRole('img', { name: 'Step 6' })).toBeVisible();
  await page.getByRole('button', { name: 'Begin a plan with this base' }).click();
  await expect(page).toHaveURL(/\/plan\/.+\/folds$/);
  await page.getByRole('button', { name: /^Step 7,/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Folds');
  await expect(page.getByTestId('stage-sentence')).toContainText(
    'Repeat step 6 turned by 180°, behind: petal-fold',
  );
  await expect(page.getByTestId('stage-sentence')).toContainText('from R to S');
  await expect(page.getByRole('list', { name: 'Before folding' })).toContainText(
    'During step 7 the model does not lie flat',
  );
  await saved(page);
});

test('an unknown base says so, and the palette finds a base by its name', async ({ page }) => {
  await page.goto('/bases/dragon');
  await expect(page.getByText('There is no base “dragon” in the atlas')).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Stage, plan, step or action').fill('windmill');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 2, name: 'Windmill base' })).toBeVisible();
  await expect(page.getByTestId('efficiency')).toContainText('could come from 50 % of this sheet');
});
