import { beginPlan, expect, model, pleat, rail, saved, sentence, test, tool, sent } from './support.ts';

test('a blintz is folded by keyboard alone: one corner, then three repeats', async ({ page }) => {
  await beginPlan(page, 'Lantern');
  await page.keyboard.press('Alt+5');
  await expect(page.getByText('No steps yet. Every fold')).toBeVisible();
  await page.keyboard.press('v');
  await model(page).getByRole('button', { name: 'B', exact: true }).press('Enter');
  await model(page).getByRole('button', { name: 'O', exact: true }).press('Enter');
  await page.getByRole('button', { name: 'Keep this fold' }).press('Enter');
  await expect(sentence(page)).toContainText('Valley-fold corner B to the centre O.');
  for (const degrees of [90, 180, 270]) {
    await page.getByRole('button', { name: 'Repeat…' }).press('Enter');
    await page.getByLabel('Repeat it').selectOption({ label: `turned by ${degrees}°` });
    await page.getByRole('button', { name: 'Repeat', exact: true }).press('Enter');
  }
  await expect(pleat(page, 'Folds')).toContainText('4, all flat');
  await expect(pleat(page, 'Folds')).toContainText('5 facets, 2 layers at most');
  await expect(rail(page, 'Silhouette')).toContainText('1.000 × 1.000');
  await page.keyboard.press('PageUp');
  await expect(sentence(page)).toContainText('Repeat step 1 turned by 180°');
});

test('the layers to move are chosen on the comb, and those that hang together come along', async ({
  page,
}) => {
  await page.goto('/plan/demo-sketch/folds');
  await page.getByRole('button', { name: /^Step 3,/ }).click();
  await expect(page.getByText(/^Step 3:/).first()).toBeAttached();
  await page.keyboard.press('v');
  await page.getByLabel('Find the crease by').selectOption('across');
  for (const name of ['O', 'A', 'C']) await model(page).getByRole('button', { name, exact: true }).click();
  await expect(page.getByText('Choose the paper that moves')).toBeVisible();
  const box = (await model(page).boundingBox())!;
  const comb = page.getByRole('radiogroup', { name: 'How many layers move' });
  // The click waits until the picture stands still; its box is that of the moment.
  await model(page).click({ position: { x: box.width * 0.4, y: box.height * 0.66 } });
  await expect(comb.getByRole('radio')).toHaveCount(2);
  await comb.getByRole('radio').nth(1).click();
  await expect(page.getByRole('button', { name: 'Keep this fold' })).toBeVisible();
});

test('pinch, fold and unfold, unfold and turn over are made on the model; a step is changed', async ({
  page,
}) => {
  await beginPlan(page, 'Reed');
  await pleat(page, 'Folds').click();
  const choose = async (...names: string[]): Promise<void> => {
    for (const name of names) await model(page).getByRole('button', { name, exact: true }).click();
  };
  const keep = async (): Promise<void> => page.getByRole('button', { name: 'Keep this fold' }).click();
  await page.getByRole('button', { name: /^Pinch/ }).click();
  await choose('A', 'B');
  await keep();
  await expect(sentence(page)).toContainText('Bring corner A to corner B and pinch only edge AB.');
  await page.getByRole('button', { name: /^Fold and unfold/ }).click();
  await choose('D', 'm1');
  await keep();
  await expect(sentence(page)).toContainText('Fold and unfold corner D to m1.');
  await tool(page, 'Fold', 'Valley fold');
  await choose('C', 'D');
  await keep();
  await tool(page, 'Layers', 'Unfold');
  await page.getByLabel('Unfold step').selectOption({ label: '3 valley' });
  await keep();
  await expect(sentence(page)).toContainText('Unfold step 3.');
  await tool(page, 'Turn', 'Turn over');
  await keep();
  await expect(pleat(page, 'Folds')).toContainText('5, all flat');
  await page.getByRole('button', { name: /^Step 2,/ }).click();
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  // All choices are filled in: one is opened and chosen anew, the other stays.
  await page.getByTestId('composer').getByRole('button', { name: 'D', exact: true }).click();
  await choose('C');
  await keep();
  await expect(sentence(page)).toContainText('Fold and unfold corner C to m1.');
  await expect(pleat(page, 'Folds')).toContainText('5, all flat');
});

test('sheet and model are linked: a facet pointed at lights in both', async ({ page }) => {
  await page.goto('/plan/demo-owl/folds');
  await expect(page.getByRole('button', { name: /^Step 40,/ })).toBeVisible();
  const lit = page.locator('[data-lit]');
  await expect(lit).toHaveCount(0);
  const modelPicture = page.getByRole('img', { name: /^The model/ });
  const box = (await modelPicture.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 30);
  await expect(lit).toHaveCount(2);
});

test('steps are dragged to another place', async ({ page }) => {
  await page.goto('/plan/demo-newt/folds');
  const [first, second] = [
    page.getByRole('button', { name: /^Step 1,/ }),
    page.getByRole('button', { name: /^Step 2,/ }),
  ];
  await first.click();
  await expect(sentence(page)).toContainText('diagonal AC');
  const [a, b] = [(await first.boundingBox())!, (await second.boundingBox())!];
  await page.mouse.move(a.x + 30, a.y + 40);
  await page.mouse.down();
  await page.mouse.move(b.x + 40, b.y + 40, { steps: 12 });
  await page.mouse.up();
  await expect(sentence(page)).toContainText('Step 2: Fold and unfold along diagonal AC.');
  await expect(async () => {
    await first.click();
    await expect(sentence(page)).toContainText('diagonal BD', { timeout: 500 });
  }).toPass();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  // The cards change places again while the undone plan is folded, so the click is made until it meets its card.
  await expect(async () => {
    await first.click();
    await expect(sentence(page)).toContainText('diagonal AC', { timeout: 500 });
  }).toPass();
  await saved(page);
});

test('everything is found by name', async ({ page }) => {
  await page.goto('/plan/demo-owl/brief');
  await expect(page.getByLabel('Name of the plan')).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Stage, plan, step or action').fill('step 36');
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toContainText('Valley-fold straight across c1 at m8.');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Stage, plan, step or action').fill('lamp');
  await page.keyboard.press('Enter');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'lamp');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Stage, plan, step or action').fill('as the system');
  await page.keyboard.press('Enter');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'day');
});

test('the sheet is chosen on the window by key, and every figure follows', async ({ page }) => {
  await page.goto('/plan/demo-owl/paper');
  const slider = page.getByRole('slider', { name: /Side/ });
  await slider.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByLabel('Side', { exact: true }).first()).toBeVisible();
  await expect(pleat(page, 'Paper')).toContainText('104.5 mm');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(pleat(page, 'Paper')).toContainText('104 mm');
  await saved(page);
});

test('the drawer is sorted, a paper is put in, taken out and put back; units change everywhere', async ({
  page,
}) => {
  await page.goto('/drawer');
  const rows = page.getByRole('row');
  await expect(rows).toHaveCount(12);
  await page.getByRole('button', { name: 'Sheets' }).click();
  await page.getByRole('button', { name: 'Put a paper in' }).click();
  await page.getByRole('button', { name: 'Keep this paper' }).click();
  await expect(page.getByText('The paper has no name')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Newt green');
  await page.getByRole('button', { name: 'Keep this paper' }).click();
  await expect(rows).toHaveCount(13);
  await page.getByRole('button', { name: 'take out Newt green' }).click();
  await expect(rows).toHaveCount(12);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(rows).toHaveCount(13);
  await page.getByRole('button', { name: 'take out Newt green' }).click();
  await sent(page);
  await page.goto('/settings');
  await page.getByLabel('Lengths in').selectOption('in');
  await sent(page);
  await page.goto('/plan/demo-owl/paper');
  await expect(page.getByTestId('wanted-side')).toHaveText('4 1/8 in');
  await page.goto('/settings');
  await page.getByLabel('Fingers from').fill('99');
  await expect(page.getByText('Not changed: widths must fall')).toBeVisible();
  await page.getByLabel('Lengths in').selectOption('mm');
  await sent(page);
});

test('a reverse fold is made on the model; the wrong kind is refused and names the right one', async ({
  page,
}) => {
  await beginPlan(page, 'Stork');
  await pleat(page, 'Folds').click();
  await expect(page.getByText('No steps yet. Every fold')).toBeVisible();
  const choose = async (...names: string[]): Promise<void> => {
    for (const name of names) await model(page).getByRole('button', { name, exact: true }).click();
  };
  await page.keyboard.press('v');
  await choose('B', 'D');
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(pleat(page, 'Folds')).toContainText('1, all flat');
  await page.keyboard.press('o');
  await choose('C', 'mid BC');
  await expect(page.getByText('try the inside reverse fold')).toBeVisible();
  await page.keyboard.press('i');
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(sentence(page)).toContainText('Inside-reverse-fold corner C to the middle of BC.');
  await expect(pleat(page, 'Folds')).toContainText('4 facets, 4 layers at most');
});

test('edits that come faster than the pictures leave none of them out', async ({ page }) => {
  await beginPlan(page, 'Quick reed');
  await pleat(page, 'Marks').click();
  await page.getByRole('button', { name: 'Ask for this mark' }).click();
  await page.getByRole('button', { name: /^Put into the sequence\s*: Corner to the middle/ }).click();
  await expect(pleat(page, 'Folds')).toContainText('4, all flat');
  // The last picture is under way when the next edit comes, again and again.
  const frames = (n: number): Promise<void> =>
    page.evaluate(async (left) => {
      for (; left > 0; left--) await new Promise(requestAnimationFrame);
    }, n);
  for (let i = 0; i < 12; i++) {
    await page.keyboard.press('Control+z');
    await frames(i % 3);
    await page.keyboard.press('Control+y');
    await frames(i % 4);
  }
  await expect(pleat(page, 'Folds')).toContainText('4, all flat');
  await pleat(page, 'Folds').click();
  await expect(page.getByRole('region', { name: 'Steps' }).getByRole('img')).toHaveCount(4);
});
