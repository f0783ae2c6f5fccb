import { beginPlan, expect, model, pleat, saved, sentence, test, tool, write } from './support.ts';

test('any fraction of an edge is found by folding; what is none is told', async ({ page }) => {
  await beginPlan(page, 'Eleven parts');
  await pleat(page, 'Marks').click();
  const mark = page.getByLabel('Mark', { exact: true });
  await mark.fill('11/3');
  await page.getByRole('button', { name: 'Ask for this mark' }).click();
  await expect(page.getByRole('alert')).toContainText('write a fraction between 0 and 1');
  await mark.fill('3/11');
  await page.getByRole('button', { name: 'Ask for this mark' }).click();
  await expect(page.locator('[data-way]').first()).toContainText(/creases.*(exact|mm off by itself)/);
  await page
    .getByRole('button', { name: /^Put into the sequence/ })
    .first()
    .click();
  await expect(page.locator('[data-way]').first()).toContainText('In the sequence');
  await expect(pleat(page, 'Folds')).toContainText('all flat');
  await saved(page);
});

test('a decimal, the golden ratio, a place and an angle are asked for; the deeper table is built with progress and stopped', async ({
  page,
}) => {
  await beginPlan(page, 'Reed angles');
  await pleat(page, 'Marks').click();
  const ways = page.getByRole('region', { name: 'Ways to fold it' });
  await page.getByLabel('Mark', { exact: true }).fill('phi');
  await page.getByRole('button', { name: 'Ask for this mark' }).click();
  await expect(ways.locator('[data-way]').first()).toContainText('3 creases, exact');
  await expect(ways.locator('[data-way]').first()).toContainText('proved in exact numbers');
  await ways.getByRole('button', { name: 'Stop' }).click();
  await expect(ways.getByRole('status')).toHaveCount(0);

  await page.getByRole('button', { name: 'A place on the sheet' }).click();
  await write(page, 'Across, from A', '2');
  await expect(page.getByRole('alert')).toContainText('lies off the sheet');
  await write(page, 'Across, from A', '50 mm');
  await write(page, 'Up, from A', '0.375');
  await expect(page.getByRole('list', { name: 'Marks asked for' })).toContainText('place (0.25, 0.375)');
  await expect(ways.locator('[data-way]').first()).toContainText('exact');

  await page.getByRole('button', { name: 'A line or an angle' }).click();
  await page.getByRole('button', { name: '11.25°' }).click();
  await page.getByRole('button', { name: 'Ask for this line' }).click();
  await expect(ways).toContainText('Halve the angle at A 3 times');
  await ways.getByRole('button', { name: /^Put into the sequence.*Halve the angle at A 3 times/ }).click();
  await expect(pleat(page, 'Folds')).toContainText('3, all flat');
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).not.toContainText('3, all flat');
  await saved(page);
});

test('twenty degrees is a third of sixty; two marks onto two lines are offered where they are liked, and kept so', async ({
  page,
}) => {
  await beginPlan(page, 'Reed thirds');
  await pleat(page, 'Marks').click();
  const ways = page.getByRole('region', { name: 'Ways to fold it' });
  await page.getByRole('button', { name: 'A line or an angle' }).click();
  await write(page, 'Angle from the lower edge, °', '20');
  const third = ways.locator('[data-way="third"]');
  await expect(third).toContainText('A third of 60°');
  await expect(third).toContainText('both at once');
  await ways.getByRole('button', { name: /^Put into the sequence.*A third of 60°/ }).click();
  await expect(pleat(page, 'Folds')).toContainText('6, all flat');

  await page.getByRole('button', { name: 'A mark on an edge' }).click();
  await write(page, 'Mark', '0.3217');
  await expect(ways.locator('[data-way^="found"]').first()).toBeVisible();
  await expect(ways.locator('[data-way^="both"]')).toHaveCount(0);
  const liked = page.getByLabel('also two marks onto two lines');
  await liked.check();
  await expect(ways.locator('[data-way^="both"]').first()).toContainText('both at once');
  await write(page, 'Near enough, mm', '0.35');
  await page.reload();
  await expect(liked).toBeChecked();
  await expect(page.getByLabel('Near enough, mm')).toHaveValue('0.35');
  await expect(ways.locator('[data-way^="both"]').first()).toContainText('both at once');
  await liked.uncheck();
  await expect(ways.locator('[data-way^="both"]')).toHaveCount(0);
  await write(page, 'Near enough, mm', '0.2');
});

test('a line pointed at by two places is asked for by them, and proved where its angle is none', async ({
  page,
}) => {
  await beginPlan(page, 'Reed line');
  await pleat(page, 'Marks').click();
  await page.getByRole('button', { name: 'A line or an angle' }).click();
  const sheet = page.getByRole('group', { name: 'The sheet with its creases, to point at' });
  const box = (await sheet.boundingBox())!;
  // Its corners lie a margin inside the picture; near to them they are taken exactly.
  const at = (x: number, y: number) => ({
    position: { x: 18 + x * (box.width - 36), y: box.height - 18 - y * (box.height - 36) },
  });
  await sheet.click(at(0, 0));
  await expect(page.getByText('Point at a second place of the line')).toBeVisible();
  await sheet.click(at(1, 0.5));
  await expect(page.getByText('by way of (1, 1/2)')).toBeVisible();
  await page.getByRole('button', { name: 'Ask for this line' }).click();
  await expect(page.getByRole('list', { name: 'Marks asked for' })).toContainText(
    'line from (0, 0) to (1, 1/2)',
  );
  await expect(page.locator('[data-way^="found"]').first()).toContainText('proved in exact numbers');
});

test('a place that is made gets a name, counts for the error, and a later fold takes it', async ({
  page,
}) => {
  await beginPlan(page, 'Reed place');
  await pleat(page, 'Paper').click();
  await write(page, 'Side', '240 mm');
  await pleat(page, 'Marks').click();
  const ways = page.getByRole('region', { name: 'Ways to fold it' });
  await page.getByRole('button', { name: 'A place on the sheet' }).click();
  await page.getByLabel('Across, from A').fill('1/4');
  await write(page, 'Up, from A', '3/8');
  await ways
    .getByRole('button', { name: /^Put into the sequence/ })
    .first()
    .click();
  await expect(ways.locator('[data-way]').first()).toContainText('In the sequence, as P1');
  await expect(page.getByRole('list', { name: 'Marks asked for' })).toContainText('P1');
  await expect(sentence(page)).toContainText(/true to ±0\.\d+ mm/);

  await pleat(page, 'Folds').click();
  await tool(page, 'Fold', 'Fold and unfold');
  await model(page).getByRole('button', { name: 'A', exact: true }).click();
  await model(page).getByRole('button', { name: 'P1', exact: true }).click();
  await expect(page.getByText('corner A to P1').first()).toBeVisible();
});

test('a fold that is only held says so, and can be pressed after all', async ({ page }) => {
  await beginPlan(page, 'Reed hold');
  await pleat(page, 'Marks').click();
  await page.getByRole('button', { name: 'Ask for this mark' }).click();
  await page.getByRole('button', { name: /^Put into the sequence.*Corner to the middle of a side/ }).click();
  await pleat(page, 'Folds').click();
  await page.getByRole('button', { name: /^Step 2,/ }).click();
  await expect(sentence(page)).toContainText('hold it without pressing, it is opened again');
  await page.getByRole('button', { name: 'Press it' }).click();
  await expect(sentence(page)).not.toContainText('hold it');
  await page.getByRole('button', { name: 'Only hold it' }).click();
  await expect(sentence(page)).toContainText('hold it without pressing');
  await expect(pleat(page, 'Folds')).toContainText('all flat');
  await saved(page);
});

test('eleven parts with the middle third kept clear: compared, put into the sequence and folded along', async ({
  page,
}) => {
  await beginPlan(page, 'Eleven reeds');
  await pleat(page, 'Paper').click();
  await write(page, 'Side', '297 mm');
  await pleat(page, 'Marks').click();
  await page.getByRole('button', { name: 'Equal parts' }).click();
  const parts = page.getByRole('region', { name: 'Equal parts' });
  await parts.getByLabel('Parts').fill('11');
  await parts.getByLabel('Parts').press('Enter');
  await parts
    .getByLabel('No construction crease on')
    .selectOption({ label: 'the middle third of the sheet' });
  await parts.getByRole('button', { name: 'Divide it' }).click();
  const rows = parts.getByRole('row');
  await expect(rows.nth(1)).toContainText(/\/11 exactly, the rest by halving/);
  await expect(rows.nth(1)).toContainText('yes');
  await expect(rows.filter({ hasText: 'Guess' })).toContainText('no');
  await parts
    .getByRole('button', { name: /^Put into the sequence/ })
    .first()
    .click();
  await expect(pleat(page, 'Folds')).toContainText(/\d+, all flat/);
  await pleat(page, 'Folds').click();
  await page.getByRole('button', { name: /^Step 1, pinch/ }).click();
  await expect(sentence(page)).toContainText('pinch');
  // What is kept clear is not forgotten on the way, here or for other questions of the plan.
  await pleat(page, 'Marks').click();
  await page.getByRole('button', { name: 'Equal parts' }).click();
  await expect(parts.getByLabel('No construction crease on')).toHaveValue('middle');
  await pleat(page, 'Bench').click();
  await page.getByRole('button', { name: /Begin/ }).first().click();
  await expect(page.getByTestId('bench-sentence')).toContainText('pinch');
  await saved(page);
});

test('a grid is divided both ways, and all of it is put into the sequence', async ({ page }) => {
  await beginPlan(page, 'Reed grid');
  await pleat(page, 'Marks').click();
  await page.getByRole('button', { name: 'Equal parts' }).click();
  const parts = page.getByRole('region', { name: 'Equal parts' });
  await parts.getByLabel('Parts').fill('3');
  await parts.getByLabel('both ways, a grid').check();
  await parts.getByRole('button', { name: 'Divide it' }).click();
  const rule = parts.getByRole('row').filter({ hasText: 'Measured with a rule, both ways' });
  await expect(rule).toContainText('4');
  await parts
    .getByRole('button', { name: /^Put into the sequence.*Measured with a rule, both ways/ })
    .click();
  await expect(pleat(page, 'Folds')).toContainText('4, all flat');
  await saved(page);
});

test('a part of the skin is painted, and marks are found around it', async ({ page }) => {
  await page.goto('/plan/demo-otter/finish');
  const skin = page.getByRole('img', { name: 'The finished skin, to paint on' });
  await skin.scrollIntoViewIfNeeded();
  const box = (await skin.boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.35, box.y + box.height * 0.5);
  await page.mouse.down();
  for (let i = 1; i <= 12; i++)
    await page.mouse.move(box.x + box.width * (0.35 + i * 0.02), box.y + box.height * 0.52);
  await page.mouse.up();
  const keep = page.getByRole('button', { name: /^Keep (this part|these \d+ parts) clean$/ });
  await expect(keep).toBeVisible();
  await page.getByLabel('Part to keep clean').fill('the back');
  await keep.click();
  await expect(page.getByRole('region', { name: 'Clean skin' }).getByRole('listitem')).toContainText(
    'the back',
  );
  await saved(page);

  await pleat(page, 'Marks').click();
  await page.getByLabel('Mark', { exact: true }).fill('3/16');
  await page.getByRole('button', { name: 'Ask for this mark' }).click();
  const ways = page.getByRole('region', { name: 'Ways to fold it' });
  await ways.getByLabel('No construction crease on').selectOption({ label: 'the back, kept clean' });
  await expect(ways.locator('[data-way]').first()).toContainText('creases');
  await expect(ways.locator('[data-way]').first()).not.toContainText('creases the part to keep clear');
});

test('slips are carried through the whole sequence: what comes out untrue, from which steps, and where to check', async ({
  page,
}) => {
  await page.goto('/plan/demo-owl/marks');
  await page.getByRole('button', { name: 'The whole sequence' }).click();
  const whole = page.getByRole('region', { name: 'Accuracy of the sequence' });
  await whole.getByRole('button', { name: 'Reckon the whole sequence' }).click();
  await expect(whole.getByRole('row').nth(1)).toContainText(/±[\d.]+.*step \d+/);
  await expect(whole.getByRole('heading', { name: 'Where to stop and check' })).toBeVisible();
  await expect(whole.getByRole('listitem').first()).toContainText('look back at step');
  await expect(whole.getByText('Reckon it again')).toBeEnabled();
});

test('a place the steps use and nothing shows is listed, and marked in one click', async ({ page }) => {
  await beginPlan(page, 'Reed mark');
  await pleat(page, 'Marks').click();
  await page.getByRole('button', { name: 'What the steps use' }).click();
  const used = page.getByRole('region', { name: 'Marks the steps use' });
  await expect(used).toContainText('Nothing is folded yet');

  // A fold at a third of an edge that nothing shows.
  const corner = (name: string) => ({ kind: 'named', name });
  const edge = { kind: 'through', a: corner('A'), b: corner('B') };
  const at = { kind: 'along', from: corner('A'), to: corner('B'), share: '1/3' };
  const move = {
    kind: 'fold',
    sense: 'valley',
    line: { kind: 'across', at, to: edge },
    flap: [corner('B')],
    layers: 'all',
  };
  const sketch = await (await page.request.get('/api/plans/demo-sketch')).json();
  const plan = { ...sketch.plan, name: 'Reed third', marks: [], repeats: [], steps: [{ id: 'use', move }] };
  const { id } = await (await page.request.post('/api/plans', { data: { plan } })).json();
  await page.goto(`/plan/${id}/marks`);
  const kind = page.getByRole('button', { name: 'What the steps use' });
  await expect(kind).toContainText('1');
  await kind.click();
  await expect(used).toContainText('and nothing marks that place');
  await used.getByRole('button', { name: /^Pinch it first/ }).click();
  await expect(used).toContainText('Nothing has to be marked');
  await expect(pleat(page, 'Folds')).toContainText(/[2-9], all flat/);
});

test('a drill teaches the slip of a hand, and a miss that is none is told', async ({ page }) => {
  await page.goto('/settings');
  const drill = page.getByRole('region', { name: 'Drill' });
  await drill.getByLabel('What was measured, mm').fill('0.5 half');
  await expect(drill.getByRole('alert')).toContainText('“half” is no length');
  await drill.getByLabel('What was measured, mm').fill('0.5 0.5 0.5 0.5 0.5 0.5 0.5 0.5');
  await expect(drill.getByTestId('drill')).toContainText('8 folds say 0.50 mm');
  await drill.getByRole('button', { name: 'Take it as mine' }).click();
  await expect(page.getByLabel('Edge to edge', { exact: false }).first()).toHaveValue('0.43');
  await page.getByRole('button', { name: 'Back to the rules of thumb' }).click();
  await expect(page.getByLabel('Edge to edge', { exact: false }).first()).toHaveValue('0.25');
});

test('the bench asks to check where a slip shows; what is measured there teaches the hand, once', async ({
  page,
}) => {
  const sketch = await (await page.request.get('/api/plans/demo-sketch')).json();
  const { id } = await (
    await page.request.post('/api/plans', { data: { plan: { ...sketch.plan, name: 'Reed check' } } })
  ).json();
  await page.goto(`/plan/${id}/bench`);
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  const bench = page.getByRole('region', { name: 'Bench' });
  await bench.getByRole('button', { name: /^Next/ }).click();
  await bench.getByRole('button', { name: /^Next/ }).click();
  const check = page.getByTestId('bench-check');
  await expect(check).toContainText('When it is folded, check:');
  await expect(check).toContainText('look back at step 2');
  const off = check.getByLabel('off by');
  await off.fill('some');
  await off.press('Enter');
  await expect(check.getByRole('alert')).toContainText('Write how far it is off in mm');
  // Keys in the field write; they do not turn the page.
  await off.fill('1 ');
  await off.press('ArrowLeft');
  await expect(page.getByTestId('bench-sentence')).toContainText('corner D');
  await off.press('Enter');
  await expect(check.getByRole('button')).toHaveText('Noted');
  await bench.getByRole('button', { name: /^Leave the bench/ }).click();

  await page.goto('/settings');
  const learned = page.getByTestId('bench-checks');
  await expect(learned).toContainText(/^1 check of all plans.*your slips are 1\.\d+ times/);
  await learned.getByRole('button', { name: 'Take it as mine' }).click();
  await expect(page.getByRole('region', { name: 'Checks at the bench' })).toContainText(
    'Nothing was measured since',
  );
  await expect(page.getByLabel('Point to point')).not.toHaveValue('0.3');
  await page.getByRole('button', { name: 'Back to the rules of thumb' }).click();
  await expect(page.getByLabel('Point to point')).toHaveValue('0.3');
});
