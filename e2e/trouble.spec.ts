import { beginPlan, expect, model, pleat, saved, sentence, test, write } from './support.ts';

test('sizes that are none are told with the limit and the remedy, and nothing is lost', async ({ page }) => {
  await beginPlan(page, 'Rail');
  const size = page.getByLabel('Wanted size');
  for (const [typed, told] of [
    ['0', 'more than 0'],
    ['-4', 'more than 0'],
    ['9 furlongs', 'not a unit'],
    ['99999 cm', 'more than 5 m'],
    ['tall', 'not a length'],
  ] as const) {
    await size.fill(typed);
    await expect(page.getByRole('alert')).toContainText(told);
    await size.press('Enter');
    await expect(size).toHaveValue(typed);
  }
  await write(page, 'Wanted size', '3 1/2 in');
  await expect(sentence(page)).toContainText('88.9 mm');
  await page.getByLabel('Copies').fill('1.5');
  await expect(page.getByRole('alert')).toContainText('whole number from 1 to 200');
});

test('a file that is no plan is refused with a sentence', async ({ page }) => {
  await page.goto('/');
  await page
    .getByLabel('Plan file')
    .setInputFiles({ name: 'notes.json', mimeType: 'application/json', buffer: Buffer.from('hello') });
  await expect(page.getByRole('status').filter({ hasText: 'not a plan file' })).toBeVisible();
});

test.describe('provoked answers of the server', () => {
  test.use({
    expectTrouble: { allow: [/Failed to load resource/, /net::ERR_FAILED/, /status of (400|409)/] },
  });

  test('a JSON file that is no plan names what is missing', async ({ page }) => {
    await page.goto('/');
    await page.getByLabel('Plan file').setInputFiles({
      name: 'plan.json',
      mimeType: 'application/json',
      buffer: Buffer.from('{"format":"other"}'),
    });
    await expect(page.getByRole('status').filter({ hasText: 'This file is not a plan' })).toBeVisible();
  });

  test('the server goes away in mid-edit: work goes on, is kept, and is saved when it is back', async ({
    page,
  }) => {
    await beginPlan(page, 'Bittern');
    await saved(page);
    await page.route('**/api/plans/*', (route) => route.abort());
    await page.getByLabel('Pose').fill('hidden in the reeds');
    await expect(page.getByTestId('save-notice')).toContainText('The server is away');
    await page.getByLabel('Subject').fill('Great bittern');
    await expect(page.getByTestId('save-state')).not.toHaveText('saved');
    await page.unroute('**/api/plans/*');
    await saved(page);
    await page.reload();
    await expect(page.getByLabel('Pose')).toHaveValue('hidden in the reeds');
    await expect(page.getByLabel('Subject')).toHaveValue('Great bittern');
  });

  test('a page closed while the server is away has the work when it is opened again', async ({ page }) => {
    await beginPlan(page, 'Snipe');
    await saved(page);
    await page.route('**/api/plans/*', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    );
    await page.getByLabel('Pose').fill('probing the mud');
    await expect(page.getByTestId('save-notice')).toBeVisible();
    await page.unroute('**/api/plans/*');
    await page.reload();
    await expect(page.getByLabel('Pose')).toHaveValue('probing the mud');
    await saved(page);
  });

  test('two windows on one plan: the later one is asked, and neither version is lost', async ({
    page,
    context,
  }) => {
    await beginPlan(page, 'Teal');
    await saved(page);
    const other = await context.newPage();
    await other.goto(page.url());
    await other.getByLabel('Pose').fill('theirs');
    await saved(other);
    await page.getByLabel('Pose').fill('mine');
    await expect(page.getByTestId('save-notice')).toContainText('changed in another window');
    await page.getByRole('button', { name: 'Put mine on top' }).click();
    await saved(page);
    await other.getByLabel('Subject').fill('Teal drake');
    await expect(other.getByTestId('save-notice')).toContainText('changed in another window');
    await other.getByRole('button', { name: 'Take theirs' }).click();
    await expect(other.getByLabel('Pose')).toHaveValue('mine');
    await other.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(other.getByLabel('Pose')).toHaveValue('theirs');
    await saved(other);
  });

  test('a plan that is not there, a screen that breaks, an address that is none', async ({ page }) => {
    await page.goto('/plan/nowhere/folds');
    await expect(page.getByRole('heading', { name: 'This plan is not here' })).toBeVisible();
    await page.goto('/somewhere/else');
    await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  });
});

test('a fold that cannot be is refused in the picture with the reason, and another is offered', async ({
  page,
}) => {
  await beginPlan(page, 'Plover');
  await pleat(page, 'Folds').click();
  await expect(page.getByText('No steps yet. Every fold')).toBeVisible();
  await page.keyboard.press('v');
  await model(page).getByRole('button', { name: 'B', exact: true }).click();
  await model(page).getByRole('button', { name: 'A', exact: true }).click();
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(pleat(page, 'Folds')).toContainText('1, all flat');
  // The lower layer of the book, folded towards the viewer, would have to pass through the upper one.
  await page.keyboard.press('v');
  await model(page).getByRole('button', { name: 'A', exact: true }).press('Enter');
  await model(page).getByRole('button', { name: 'mid AB', exact: true }).click();
  await expect(page.getByText('Paper would pass through itself')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep this fold' })).toHaveCount(0);
  await page.keyboard.press('m');
  await expect(page.getByRole('button', { name: 'Keep this fold' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('composer')).toHaveCount(0);
});

test('a step whose landmark is gone keeps its place, says what is missing, and is mended by undo', async ({
  page,
}) => {
  await page.goto('/plan/demo-owl/folds');
  await page.getByRole('button', { name: /^Step 30,/ }).click();
  await page.getByRole('button', { name: /^Leave out \(used by/ }).click();
  await expect(pleat(page, 'Folds')).toContainText('stuck');
  await expect(
    page.getByText(/cannot be folded\. The step to be repeated is gone|refers to is gone/).first(),
  ).toBeVisible();
  await page
    .getByRole('button', { name: /^Mend step/ })
    .first()
    .click();
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).toContainText('40, all flat');
  await page.getByRole('button', { name: /^Step 34,/ }).press('Alt+ArrowLeft');
  await expect(pleat(page, 'Folds')).toContainText('40');
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).toContainText('40, all flat');
  await saved(page);
});

test('a size that no paper in the drawer has is told', async ({ page }) => {
  await beginPlan(page, 'Crane');
  await write(page, 'Wanted size', '2 m'.replace(' m', '000'));
  await pleat(page, 'Parts').click();
  await page.getByRole('button', { name: 'Choose Book fold' }).click();
  await page.getByRole('button', { name: 'Begin the folds with this base' }).click();
  await pleat(page, 'Paper').click();
  await expect(page.getByText(/No paper in the drawer is large enough/)).toBeVisible();
});
