import { readFile } from 'node:fs/promises';
import { beginPlan, expect, saved, test } from './support.ts';

test('everything is saved in one file; taken in again it says what is new, the same and different', async ({
  page,
}) => {
  await beginPlan(page, 'Moved along');
  await page.getByText('Whose design it is').click();
  await page.getByLabel('Designed by').fill('A folder of the marsh');
  const year = page.getByLabel('Year', { exact: true });
  await year.fill('20');
  await expect(page.getByText('A year has four figures.')).toBeVisible();
  await year.fill('2019');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Designed by')).toHaveValue('A folder of the marsh');
  await expect(year).toHaveValue('2019');
  await page.goto('/settings');
  const own = page.getByRole('region', { name: 'Everything in one file' });
  await expect(own).toContainText('Nothing is written to a disk here');
  const download = page.waitForEvent('download');
  await own.getByRole('link', { name: 'Save everything' }).click();
  const file = await (await download).path();
  expect((await readFile(file)).subarray(0, 2).toString()).toBe('PK');
  await own.getByRole('button', { name: 'Take in such a file…' }).click();
  await page.getByLabel('File to bring in').setInputFiles({
    name: 'all.zip',
    mimeType: 'application/zip',
    buffer: await readFile(file),
  });
  const brings = page.getByRole('group', { name: 'What it brings' });
  await expect(brings).toContainText(/It brings 0 new, \d+ the same as here\./);
  await brings.getByRole('button', { name: 'Leave it' }).click();
  await expect(brings).toBeHidden();
});

test.describe('a file that is none', () => {
  test.use({ expectTrouble: { allow: [/status of 400.*archive/] } });

  test('is refused in one sentence', async ({ page }) => {
    await page.goto('/settings');
    await page.getByRole('button', { name: 'Take in such a file…' }).click();
    await page.getByLabel('File to bring in').setInputFiles({
      name: 'knots.zip',
      mimeType: 'application/zip',
      buffer: Buffer.from('PK knots'),
    });
    await expect(page.getByRole('alert')).toContainText('This file is no ZIP archive');
  });
});
