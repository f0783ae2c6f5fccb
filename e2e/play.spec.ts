import { beginPlan, expect, pleat, sentence, test } from './support.ts';

test('a step is played as a moving sheet: frame by frame to the exact end, back by hand, from another side', async ({
  page,
}) => {
  await page.emulateMedia({ reducedMotion: 'no-preference' });
  await page.goto('/plan/demo-heron/folds');
  await page.getByRole('button', { name: /^Step 19,/ }).click();
  await expect(sentence(page)).toContainText('Step 19:');
  await page.getByRole('button', { name: 'Play the fold' }).click();
  const motion = page.getByTestId('motion');
  await expect(motion).toHaveAttribute('data-kind', 'solved');
  await expect(motion).toHaveAttribute('data-moment', '1.000');
  await expect(page.getByRole('button', { name: 'Again' })).toBeVisible();
  // A machine without a graphics card draws slowly, but never only the ends.
  const drawn = Number(await motion.getAttribute('data-frames'));
  expect(drawn).toBeGreaterThan(8);
  await expect(page.getByText(/nothing stretches by more than 0\.\d %/)).toBeVisible();
  const end = await motion.screenshot();
  await page.getByLabel('How far folded').fill('0.4');
  await expect(motion).toHaveAttribute('data-moment', '0.400');
  const middle = await motion.screenshot();
  expect(middle.equals(end)).toBe(false);
  await motion.focus();
  await motion.press('ArrowLeft');
  await expect.poll(async () => (await motion.screenshot()).equals(middle)).toBe(false);
  await page.getByRole('button', { name: 'The next step' }).click();
  await expect(page.getByRole('dialog', { name: 'Step 20 in motion' })).toBeVisible();
  await expect(motion).toBeVisible();
});

test('where motion is unwanted the two flat states are shown one over the other', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.goto('/plan/demo-hare/folds');
  await expect(sentence(page)).toContainText('Step 24:');
  // The strip runs to the last step when the plan opens; a click while it runs can miss.
  await expect(async () => {
    await page.getByRole('button', { name: /^Step 1,/ }).click();
    await expect(sentence(page)).toContainText('Step 1:', { timeout: 2000 });
  }).toPass();
  await page.getByRole('button', { name: 'Play the fold' }).click();
  const stills = page.getByTestId('stills');
  await expect(stills).toHaveAttribute('data-kind', 'rigid');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await page.getByLabel('How far folded').fill('1');
  await expect(stills.getByRole('img', { name: 'After the fold' })).toBeVisible();
});

test('a plan that is begun has nothing to play yet', async ({ page }) => {
  await beginPlan(page, 'Still');
  await pleat(page, 'Folds').click();
  await expect(page.getByRole('button', { name: 'Begin with a base' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play the fold' })).toHaveCount(0);
});
