import { readFile, writeFile } from 'node:fs/promises';
import { beginPlan, expect, openCopy, pleat, saved, test, write } from './support.ts';

test('from a wanted height to a sheet, the right side up and a printed cutting plan', async ({ page }) => {
  await page.goto('/plan/demo-heron/paper');
  const window = page.getByRole('region', { name: 'Sheet window' });
  await expect(window.getByTestId('window-sentence')).toContainText(/All hold from 2[34]\d/);
  await expect(window.locator('[data-band]')).toHaveCount(8);
  await expect(window.getByTestId('stock-tick').first()).toBeVisible();

  // The height drags every reading along; what the diary has taught stays in both.
  const wanted = page.getByTestId('wanted-side');
  const before = Number.parseFloat((await wanted.textContent())!);
  await pleat(page, 'Brief').click();
  await write(page, 'Wanted size', '150');
  await pleat(page, 'Paper').click();
  await expect
    .poll(async () => Math.abs(Number.parseFloat((await wanted.textContent())!) - (before * 150) / 165))
    .toBeLessThan(0.6);
  const side = (await wanted.textContent())!;
  await page.locator('button.solid', { hasText: `Take ${side}` }).click();
  await expect(pleat(page, 'Paper')).toContainText(side);
  await expect(page.getByTestId('practice')).toContainText('To practise with comfort take 720 mm');

  await expect(
    page.getByRole('list', { name: 'Parts to practise on' }).getByRole('listitem').first(),
  ).toContainText(/steps? \d+.*square at [A-D]/);

  // By fingers alone no size holds; tweezers are offered and open it again.
  await page.getByLabel('Narrow places are folded with').selectOption('fingers');
  await expect(window.getByTestId('window-sentence')).toContainText('No size holds for all');
  const remedies = window.getByRole('list', { name: 'What opens the window' });
  await remedies.getByRole('button', { name: 'Do this' }).first().click();
  await expect(window.getByTestId('window-sentence')).toContainText('All hold from');

  const sides = page.getByRole('region', { name: 'Which side up' });
  await expect(sides.locator('[data-side=own]')).toContainText('slate up, as planned');
  await sides.getByRole('button', { name: 'Begin with this side up' }).click();
  await expect(sides.locator('[data-side=own]')).toContainText('oat up, as planned');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();

  const cutting = page.getByRole('region', { name: 'Cutting' });
  await cutting
    .getByLabel('Stock sheet', { exact: true })
    .selectOption({ label: 'Moth mulberry, 640 mm × 960 mm' });
  // 640 / 221 by 960 / 221, rounded down.
  await expect(cutting.getByTestId('cutting-sentence')).toContainText('gives 8');
  await cutting.getByLabel('Trim off each edge, mm').fill('30');
  await expect(cutting.getByTestId('cutting-sentence')).toContainText('gives 8');
  const [pdf] = await Promise.all([
    page.waitForEvent('download'),
    cutting.getByRole('link', { name: 'Print it full size (PDF)' }).click(),
  ]);
  expect((await readFile(await pdf.path())).subarray(0, 5).toString()).toBe('%PDF-');
  const [dxf] = await Promise.all([
    page.waitForEvent('download'),
    cutting.getByRole('link', { name: 'Save as DXF' }).click(),
  ]);
  expect((await readFile(await dxf.path(), 'utf8')).match(/^LINE$/gm)!.length).toBeGreaterThan(8);
  await saved(page);
});

test('a wished depth is given by the angle the halves are opened to, and then bounds the sheet', async ({
  page,
}) => {
  // The otter's halves hang together wherever one would open it, and that is said.
  await openCopy(page, 'demo-otter');
  await pleat(page, 'Finish').click();
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Leave out shaping step 1' }).click();
  await pleat(page, 'Brief').click();
  await page.getByRole('button', { name: 'a depth' }).click();
  await page.getByLabel('Also deep, how').selectOption('about');
  await write(page, 'Also deep', '60');
  await pleat(page, 'Finish').click();
  await expect(
    page.getByText(/Left flat, the model is [\d.]+ mm deep; wished are 60 mm.*choose one in Finish/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Choose the edge it opens at' }).click();
  await expect(page.getByRole('status').getByText('Choose one end of the edge')).toBeVisible();
  const form = page.getByRole('group', { name: 'The finished flat form over its feet' });
  await form.getByRole('button').first().press('Enter');
  await expect(page.getByRole('status').getByText('Choose the other end')).toBeVisible();
  await form.getByRole('button').last().press('Enter');
  await expect(page.getByTestId('depth')).toContainText('its halves hang together elsewhere');
  // A kite opens at its axis.
  await beginPlan(page, 'Kite tail');
  await write(page, 'Wanted size', '120');
  await page.getByRole('button', { name: 'a depth' }).click();
  await page.getByLabel('Also deep, how').selectOption('about');
  await write(page, 'Also deep', '60');
  await pleat(page, 'Parts').click();
  await page.getByRole('button', { name: 'Choose Book fold' }).click();
  await page.getByRole('button', { name: 'Begin the folds with this base' }).click();
  await pleat(page, 'Finish').click();
  await page.getByRole('button', { name: /^Open it to \d+°$/ }).click();
  await expect(page.getByTestId('depth')).toContainText(/it is (5[89]|6[01])[\d.]* mm deep/);
  await pleat(page, 'Paper').click();
  const window = page.getByRole('region', { name: 'Sheet window' });
  await expect(window.locator('[data-band=depth]')).toContainText('60 mm ± 10 %, as opened');
});

test('papers are ranked with what speaks against them, and the drawer goes out and in as CSV', async ({
  page,
}, info) => {
  await page.goto('/plan/demo-heron/paper');
  const papers = page.getByRole('region', { name: 'Which paper' });
  await expect(papers.getByRole('row').last()).toContainText(/not measured|too small|no size|water/);
  await page.goto('/drawer');
  await page.getByRole('button', { name: 'change Lamp tissue laminate' }).click();
  await page.getByRole('button', { name: /Read caliper \(simulated\)/ }).click();
  await page.getByRole('button', { name: 'Take the measure' }).click();
  await expect(page.getByRole('dialog').getByRole('status')).toContainText(/0\.0\d+ ± 0\.0005 mm, .* g\/m²/);
  await page.getByRole('button', { name: 'Close' }).click();
  const [saving] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save as CSV' }).click(),
  ]);
  const csv = await readFile(await saving.path(), 'utf8');
  const bad = info.outputPath('bad.csv');
  await writeFile(bad, csv.replace('widthMm', 'breadth'));
  await page.getByRole('button', { name: 'Bring in a CSV' }).click();
  await page.getByLabel('File to bring in').setInputFiles(bad);
  await expect(page.getByRole('alert')).toContainText('no column "widthMm"');
  const good = info.outputPath('good.csv');
  await writeFile(good, csv);
  await page.getByLabel('File to bring in').setInputFiles(good);
  const brought = page.getByRole('region', { name: 'A drawer of papers' });
  await expect(brought).toContainText('11 papers, 11 of them in place of the same here.');
  await brought.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('a long-bodied animal gets bases with a body between two hubs', async ({ page }) => {
  await beginPlan(page, 'Long otter');
  await pleat(page, 'Parts').click();
  await page.getByRole('button', { name: 'Long-bodied animal' }).click();
  await page.getByRole('button', { name: 'Choose Four thirds about a body' }).click();
  const limbs = page.getByRole('region', { name: 'Limb by limb' });
  await expect(limbs).toContainText('Line: wanted from');
  await expect(limbs).toContainText('Between the two hubs the back wants 70 mm');
  await saved(page);
});
