import AxeBuilder from '@axe-core/playwright';
import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { beginPlan, expect, pleat, saved, test } from './support.ts';
import { baseFile, moleculeFile, reedBeetle } from './patterns.ts';

/** Opens "Bring in" on the cast page and gives it a file. */
async function bring(page: Page, name: string, buffer: Buffer): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'Bring in…' }).click();
  await give(page, name, buffer);
}

const give = (page: Page, name: string, buffer: Buffer): Promise<void> =>
  page.getByLabel('File to bring in').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });

const leaf = (page: Page) => page.getByRole('dialog', { name: 'Bring in' });

test('three patterns become plans: creases in a folder’s order, one collapse, all flat', async ({ page }) => {
  test.setTimeout(120_000);
  for (const [name, file, stretches, steps] of [
    ['Reed cup', baseFile('preliminary', 'Reed cup'), '6 folded stretches, 6 facets', '4, all flat'],
    ['Marsh frog', baseFile('frog', 'Marsh frog'), '38 folded stretches', '24, all flat'],
    ['Six about a body', moleculeFile('Six about a body'), '63 folded stretches', '22, all flat'],
  ] as const) {
    await bring(page, `${name}.fold`, file);
    await expect(leaf(page).getByRole('status').first()).toContainText(`It lies flat: ${stretches}`);
    await expect(leaf(page).getByRole('radio', { name: 'Order 1', exact: true })).toHaveAttribute(
      'aria-checked',
      'true',
    );
    await leaf(page).getByLabel('How long is its side?').fill('210');
    await leaf(page).getByLabel('How long is its side?').blur();
    await leaf(page).getByRole('button', { name: 'Begin the plan with it' }).click();
    const open = leaf(page).getByRole('button', { name: 'Open the plan' });
    await expect(open.or(pleat(page, 'Folds').filter({ hasText: /all flat/ }))).toBeVisible({
      timeout: 60_000,
    });
    if (await open.isVisible()) await open.click();
    await expect(page).toHaveURL(/\/folds$/);
    await expect(pleat(page, 'Folds')).toContainText(steps, { timeout: 30_000 });
    await expect(page.getByRole('button', { name: /^Step 1,.*crease/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /collapse/ }).last()).toBeVisible();
    await pleat(page, 'Paper').click();
    await expect(page.getByText('210 mm').first()).toBeVisible();
  }
});

test('a drawing is explained on its picture: a joined end, an added crossing, a crease 2 degrees off, mended', async ({
  page,
}) => {
  await bring(page, 'reed beetle.svg', reedBeetle);
  const own = leaf(page);
  await expect(own.getByRole('status').first()).toHaveText('One vertex cannot lie flat.');
  await expect(own).toContainText('1 end joined in 1 place, the farthest 1.3 units off');
  await expect(own).toContainText('2 crossings without a point of its own added');
  await expect(own).toContainText('Left out: 5 lines beside the sheet, 1 text.');
  const places = own.getByRole('region', { name: 'Places that hinder' });
  await expect(places).toContainText('turn the crease to (360.5, 50) by 2.00°');
  const { violations } = await new AxeBuilder({ page }).include('[role="dialog"]').analyze();
  expect(violations.map((v) => v.id)).toEqual([]);
  // The picture bears the number of the place.
  await expect(own.getByRole('img', { name: 'The pattern as it lies in the file' })).toContainText('1');
  await places.getByRole('button', { name: 'Move it there' }).click();
  await expect(own.getByRole('status').first()).toContainText('It lies flat: 7 folded stretches');
  await own.getByRole('button', { name: 'Back to as it was drawn' }).click();
  await expect(own.getByRole('status').first()).toHaveText('One vertex cannot lie flat.');
});

test('what a line is can be said anew, and the picture follows', async ({ page }) => {
  await bring(page, 'reed beetle.svg', reedBeetle);
  const own = leaf(page);
  await own.getByRole('button', { name: 'Move it there' }).click();
  await expect(own.getByRole('status').first()).toContainText('2 resting');
  const grey = own.getByRole('listitem').filter({ hasText: 'solid' });
  const lines = own.getByRole('region', { name: 'Which line is what' });
  await expect(lines.getByRole('combobox')).toHaveCount(5);
  await lines.getByRole('combobox').nth(4).selectOption('leave out');
  await expect(own.getByRole('status').first()).not.toContainText('resting');
  await lines.getByRole('combobox').nth(2).selectOption('leave out');
  await expect(own.getByRole('status').first()).not.toContainText('It lies flat');
  await expect(grey.first()).toBeVisible();
});

test('a .fold saved from a plan comes in again as the same pattern, with its own order of layers', async ({
  page,
}) => {
  await page.goto('/plan/demo-heron/folds');
  await page.getByRole('button', { name: 'Take along' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: /^Save .*FOLD/i }).click();
  const file = await readFile(await (await download).path());
  await page.getByRole('button', { name: 'Close' }).click();
  await bring(page, 'heron.fold', file);
  await expect(leaf(page).getByRole('status').first()).toContainText(
    'It lies flat: 255 folded stretches, 140 facets.',
  );
  await expect(leaf(page)).toContainText('All ends meet; nothing had to be joined.');
});

test('a pattern let fall on a plan without steps becomes its beginning', async ({ page }) => {
  await beginPlan(page, 'Water shrew');
  await saved(page);
  const data = await page.evaluateHandle((text) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([text], 'shrew.fold', { type: 'application/json' }));
    return transfer;
  }, baseFile('fish', '').toString());
  await page.dispatchEvent('body', 'drop', { dataTransfer: data });
  await expect(leaf(page).getByLabel('as the beginning of this plan')).toBeChecked();
  await leaf(page).getByRole('button', { name: 'Begin the plan with it' }).click();
  await expect(leaf(page)).toBeHidden();
  await expect(pleat(page, 'Folds')).toContainText('8, all flat');
  await expect(page.getByText('Whose design it is: nobody is named')).toBeVisible();
  await expect(page.getByLabel('Published or found in')).toHaveValue('shrew.fold, which names no designer');
  // With steps of its own the plan takes no second beginning.
  await page.dispatchEvent('body', 'drop', { dataTransfer: data });
  await expect(leaf(page)).toContainText('what comes in becomes a plan of its own');
});

test('hostile and foreign files get one sentence, and the page lives', async ({ page }) => {
  for (const [name, text, says] of [
    ['photo.png', '\u0089PNG', '"photo.png" is nothing this program knows.'],
    ['empty.svg', '', 'is empty'],
    ['far.fold', '{"vertices_coords":[[0,0],[1e308,0]],"edges_vertices":[[0,1]]}', 'coordinates go up to'],
    ['script.svg', '<svg><script>window.hurt=1</script></svg>', 'no straight lines'],
    ['plan.json', '{"format":"other"}', 'This file is not a plan'],
    ['papers.csv', 'name,breadth\nx,3', 'no column'],
  ] as const) {
    await bring(page, name, Buffer.from(text));
    await expect(leaf(page).getByRole('alert')).toContainText(says);
    await page.getByRole('button', { name: 'Close' }).click();
    await expect(leaf(page)).toBeHidden();
  }
  expect(await page.evaluate(() => (window as { hurt?: number }).hurt)).toBeUndefined();
});

test('an own plan bears the folder’s name from Settings, and the booklet asks for none', async ({ page }) => {
  await page.goto('/settings');
  await page.getByLabel('Your name').fill('A folder of the marsh');
  await beginPlan(page, 'Sedge wren');
  await expect(page.getByText('Whose design it is: A folder of the marsh')).toBeVisible();
  await page.getByRole('button', { name: 'Take along' }).click();
  await expect(page.getByLabel('Folded by')).toHaveValue('A folder of the marsh');
  await page.goto('/settings');
  await page.getByLabel('Your name').fill('');
});
