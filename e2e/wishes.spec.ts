import { expect, openCopy, pleat, saved, sentence, test, write } from './support.ts';

test('wishes entered in one line are judged, contradict each other, and are changed where they stand', async ({
  page,
}) => {
  test.slow();
  await openCopy(page, 'demo-heron');
  const line = page.getByLabel('Say it in one line');
  await line.fill('heron, purple');
  await line.press('Enter');
  await expect(page.getByRole('alert')).toContainText('"purple" is not understood');
  await expect(line).toHaveValue('heron, purple');
  await line.fill('2 herons, exactly 120 mm tall, at most 60 mm long, by 19 December 2031');
  await line.press('Enter');
  await expect(line).toHaveValue('');
  await expect(page.getByLabel('Copies', { exact: true })).toHaveValue('2');
  await expect(page.getByLabel('Wanted size', { exact: true })).toHaveValue('120 mm');
  await expect(page.getByLabel('Wanted size, how')).toHaveValue('exactly');
  await expect(page.getByLabel('Also long', { exact: true })).toHaveValue('60 mm');
  await expect(page.getByLabel('Needed on')).toHaveValue('2031-12-19');
  const [tall, long] = ['target', 'other'].map((id) => page.locator(`[data-wish="${id}"]`));
  // On the sheet of the plan both are too large; no sheet meets both.
  await expect(tall!).toContainText(/tall: [\d.]+ mm too large/);
  await expect(tall!.getByTestId('conflict')).toContainText(
    /at most 60 mm long makes it [\d.]+ mm tall.*too small/,
  );
  await expect(long!.getByTestId('conflict')).toContainText(
    /exactly 120 mm tall makes it [\d.]+ mm long.*too large/,
  );
  await expect(sentence(page)).toContainText('no sheet meets both with these folds');
  await write(page, 'Also long', '100');
  await expect(tall!.getByTestId('conflict')).toBeHidden();
  await tall!.getByRole('button', { name: /^Take a sheet of/ }).click();
  await expect(tall!).toContainText('holds: 120 mm tall');
  await expect(long!).toContainText('holds');
  await expect(sentence(page)).toContainText('all 2 wished sizes hold');
  await expect(pleat(page, 'Brief')).toContainText('120 mm tall');
  // Words are changed where they stand.
  await page.getByLabel('Wanted size, how').selectOption('least');
  await expect(tall!).toContainText('at least 120 mm tall');
  await expect(pleat(page, 'Brief')).toContainText('≥ 120 mm tall');
  await page.getByLabel('Also long, how').selectOption('between');
  await page.getByLabel('Also long, upper end').fill('90');
  await page.getByLabel('Also long, upper end').press('Enter');
  await expect(page.getByRole('alert')).toContainText('larger than the lower one');
  await page.getByRole('button', { name: 'Leave out the length' }).click();
  await expect(long!).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(long!).toBeVisible();
  await expect(page.getByTestId('hardest')).toContainText(
    /Hardest to make is step \d+, outside reverse fold through \d+ layers/,
  );
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Wanted size, how')).toHaveValue('least');
});
