import type { Page } from '@playwright/test';
import { expect, pleat, saved, sentence, test } from './support.ts';

const rail = (page: Page) => page.getByRole('complementary', { name: 'Readings' });
const chooser = (page: Page) => page.getByRole('group', { name: 'The flat form, to choose points on' });
const composer = (page: Page) => page.getByTestId('shaping-composer');

test('the heron stands on its feet; with its legs closer together it is less deep, and undo brings them back', async ({
  page,
}) => {
  await page.goto('/plan/demo-heron/finish');
  await expect(sentence(page)).toContainText(/^It stands on .*: its weight is \d/);
  await expect(pleat(page, 'Finish')).toContainText(/stands, \d+(\.\d)? mm/);
  await expect(page.getByRole('img', { name: /^Heron; turn it/ })).toBeVisible();
  const steps = page.getByRole('list', { name: 'Shaping steps' });
  await expect(steps).toContainText('Turn corner D (left leg) by 10°');
  await expect(steps).toContainText('The same on the other side');
  const depth = async (): Promise<number> =>
    Number(await rail(page).getByText('Depth').locator('..').locator('b').textContent());
  const before = await depth();
  // Legs closer together: less deep.
  await page.getByLabel('Step 1, degrees').fill('8');
  await expect.poll(depth).toBeLessThan(before);
  await page.keyboard.press('Control+z');
  await expect.poll(depth).toBe(before);
  await saved(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'this view as SVG' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('heron-in-space.svg');
});

test('a part is turned by points and an amount: it is shown before it is kept, and is there again', async ({
  page,
}) => {
  await page.goto('/plan/demo-heron/finish');
  await expect(sentence(page)).toContainText('It stands on');
  await page.keyboard.press('t');
  await expect(composer(page)).toContainText('Choose the part: its tip.');
  await chooser(page).getByRole('button', { name: 'A', exact: true }).click();
  await expect(composer(page)).toContainText('Choose where the line crosses the part.');
  await chooser(page).getByRole('button', { name: 'N1', exact: true }).click();
  await expect(composer(page)).toContainText('The figure shows it.');
  await page.getByLabel('Degrees, towards you').fill('-25');
  await expect(composer(page)).toContainText('The figure shows it.');
  await page.getByRole('button', { name: 'Keep this shaping' }).click();
  const steps = page.getByRole('list', { name: 'Shaping steps' });
  await expect(steps).toContainText('by 25° away from you');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('list', { name: 'Shaping steps' })).toContainText('by 25° away from you');
  await page.getByRole('button', { name: 'Leave out shaping step 3' }).click();
  await expect(page.getByRole('list', { name: 'Shaping steps' })).not.toContainText('by 25° away from you');
  await saved(page);
});

test('a figure that cannot stand says so with what it falls on, and that no single amount helps', async ({
  page,
}) => {
  await page.goto('/plan/demo-ferry/finish');
  await expect(sentence(page)).toContainText(/unsure|does not stand/);
  await page.getByRole('button', { name: 'What would make it so?' }).click();
  await expect(page.getByRole('region', { name: 'What would make it stand' })).toContainText(
    /No single amount|Step \d+ at/,
  );
});

test('after the last fold the bench says how the figure is shaped, and what each bend is set to', async ({
  page,
}) => {
  await page.goto('/plan/demo-moth/bench');
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  await expect(page.getByRole('region', { name: 'Bench' })).toBeVisible();
  for (let i = 0; i < 20; i++) await page.keyboard.press('PageDown');
  const shape = page.getByRole('region', { name: 'Shape it now' });
  await expect(shape).toContainText('Turn corner D');
  await expect(shape).toContainText(/Set it to \d+°/);
  await expect(shape.getByRole('img')).toHaveCount(3);
});
