import { beginPlan, expect, model, openCopy, pleat, rail, saved, sentence, test, write } from './support.ts';

test('a part without a corner is painted on the finished form, and judged from both sides', async ({
  page,
}) => {
  await page.goto('/plan/demo-newt/brief');
  await page.getByLabel('Part', { exact: true }).fill('back');
  await page.getByRole('button', { name: 'Add part' }).click();
  await expect(page.getByText('Where it is, nothing says')).toBeVisible();
  await page.getByRole('button', { name: 'Paint back' }).click();
  const skin = page.getByRole('img', { name: 'The finished skin, to paint on' });
  const box = (await skin.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  await page.getByRole('button', { name: 'This place is it' }).click();
  const verdict = page.getByTestId('wish-verdict').last();
  await expect(verdict).toContainText(/100 % of it shows pond green from the front/);
  // Another colour is wished for: the wish fails, and turning the sheet over does not rewrite it.
  await page.getByRole('button', { name: /^back: pond green/ }).click();
  await expect(verdict).toContainText(/0 % of it shows marigold/);
  await pleat(page, 'Paper').click();
  await page.getByRole('button', { name: 'Begin with this side up' }).click();
  await pleat(page, 'Brief').click();
  await expect(page.getByRole('button', { name: /^back: marigold/ })).toBeVisible();
  await expect(verdict).toContainText(/100 % of it shows marigold/);
  await saved(page);
});

test('a side of half a millimetre is counted, not drawn, also after a reload; a sheet of 148 to 210 is taken', async ({
  page,
}) => {
  await openCopy(page, 'demo-moth');
  await pleat(page, 'Paper').click();
  await write(page, 'Side', '0.5');
  const cutting = page.getByTestId('cutting-sentence');
  await expect(cutting).toContainText(/gives \d{5,}/);
  await expect(page.getByText('So many are counted, not drawn')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(cutting).toContainText(/gives \d{5,}/);
  await page.getByLabel('Shape of the sheet').selectOption('rectangle');
  await page.getByLabel('Width, parts').fill('148');
  await page.getByLabel('Height, parts').fill('210');
  await expect(page.getByRole('alert')).toHaveCount(0);
  // On a sheet three times as long as wide the bar is as long as it says.
  await page.getByLabel('Width, parts').fill('3');
  await page.getByLabel('Height, parts').fill('1');
  await write(page, 'Shorter side', '100');
  await pleat(page, 'Folds').click();
  const sheet = page.getByRole('figure', { name: 'Sheet' });
  await expect(sheet).toContainText('50 mm');
  const corners = await sheet
    .locator('polygon')
    .evaluateAll((all) => all.map((p) => p.getBoundingClientRect()).map((r) => [r.left, r.right]));
  const drawn = Math.max(...corners.map((c) => c[1]!)) - Math.min(...corners.map((c) => c[0]!));
  const bar = (await sheet.locator('figcaption path').boundingBox())!.width;
  expect(bar / drawn).toBeCloseTo(50 / 300, 1);
  await saved(page);
});

test('a preview is of the plan it was asked about: the fold under it changed, the picture changes', async ({
  page,
}) => {
  await beginPlan(page, 'Ruff');
  await pleat(page, 'Folds').click();
  await expect(page.getByText('No steps yet. Every fold')).toBeVisible();
  const fold = async (key: string, from: string, to: string): Promise<void> => {
    await page.keyboard.press(key);
    await model(page).getByRole('button', { name: from, exact: true }).click();
    await model(page).getByRole('button', { name: to, exact: true }).click();
  };
  await fold('v', 'C', 'O');
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(pleat(page, 'Folds')).toContainText('1, all flat');
  await fold('v', 'B', 'D');
  const outcome = page.getByRole('img', { name: 'What the fold gives' });
  await expect(page.getByRole('button', { name: 'Keep this fold' })).toBeVisible();
  const before = await outcome.innerHTML();
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).toContainText('no steps yet');
  await expect.poll(() => outcome.innerHTML()).not.toBe(before);
});

test('what a press means where two points lie close is the nearer one', async ({ page }) => {
  await page.goto('/plan/demo-newt/folds');
  await expect(pleat(page, 'Folds')).toContainText('38, all flat');
  await page.keyboard.press('v');
  await page.getByRole('button', { name: 'Sheet large' }).click();
  const marks = page.getByRole('group', { name: /The sheet after/ }).getByRole('button');
  await expect(marks.first()).toBeVisible();
  const look = () =>
    marks.evaluateAll((all) =>
      all.map((m) => {
        const r = m.querySelector('circle')!.getBoundingClientRect();
        return { name: m.getAttribute('aria-label')!, x: r.x + r.width / 2, y: r.y + r.height / 2 };
      }),
    );
  // A press goes where the kites are when nothing moves any more: two looks that see the same.
  let placed = await look();
  await expect
    .poll(
      async () => {
        const before = placed;
        placed = await look();
        return JSON.stringify(before) === JSON.stringify(placed);
      },
      { intervals: [300] },
    )
    .toBe(true);
  const close = placed.flatMap((a, i) =>
    placed.slice(i + 1).flatMap((b) => {
      const d = Math.hypot(a.x - b.x, a.y - b.y);
      return d > 3 && d < 16 ? [[a, b]] : [];
    }),
  );
  expect(close.length).toBeGreaterThan(0);
  for (const one of close[0]!) {
    await page.mouse.click(one.x, one.y);
    await expect(
      page.getByTestId('composer').getByRole('button', { name: one.name, exact: true }),
    ).toBeVisible();
    await page.keyboard.press('Escape');
    await page.keyboard.press('v');
    await expect(page.getByTestId('composer')).toContainText('Choose the point to bring.');
  }
});

test('at 820 px the pleats keep their names, and feet are chosen anew from the verdict', async ({ page }) => {
  await page.setViewportSize({ width: 820, height: 1180 });
  await page.goto('/plan/demo-heron/finish');
  for (const name of ['Brief', 'Parts', 'Paper', 'Marks', 'Folds', 'Bench', 'Diary']) {
    const label = pleat(page, name).getByText(name, { exact: true });
    await expect(label).toBeVisible();
    expect((await label.boundingBox())!.height).toBeGreaterThan(20);
  }
  await expect(sentence(page)).toContainText('It stands on');
  await page.getByRole('button', { name: 'Choose the feet anew' }).click();
  const feet = page.getByRole('group', { name: /finished flat form/ }).getByRole('button');
  await feet.first().press('Enter');
  await feet.nth(1).press('Enter');
  const other = page.getByRole('button', { name: 'Choose other foot points' });
  if (await other.isVisible()) {
    await other.click();
    await expect(page.getByText('Choose a foot point on the model.')).toBeVisible();
  }
});

test.describe('a browser that writes decimals with a comma', () => {
  test.use({ locale: 'de-DE' });
  test('figures, lengths and dates follow it, and a comma is read', async ({ page }) => {
    await page.goto('/plan/demo-hare/paper');
    await expect(rail(page, 'Thickness')).toContainText(/\d,\d\d/);
    await write(page, 'Side', '180,5');
    await expect(page.getByLabel('Side', { exact: true }).first()).toHaveValue('180,5 mm');
    await saved(page);
    await page.goto('/plan/demo-owl/diary');
    await expect(page.getByRole('heading', { name: 'What became of the sheet' })).toBeVisible();
    await expect(page.getByRole('table').first()).toContainText(/\d{1,2}\. [A-Z][a-zä]+\.? \d{4}/);
    await saved(page);
  });
});

test('one size for one figure: the cast says what its brief reckons by the diary', async ({ page }) => {
  await page.goto('/');
  const card = page.getByRole('listitem').getByRole('link', { name: /^otter/i });
  await expect(card).toContainText(/\d+ × \d+ mm from/);
  const [, tall, long] = (await card.innerText()).match(/(\d+) × (\d+) mm from/)!;
  await card.click();
  const answer = page.getByRole('region', { name: 'What the folds give' });
  await expect(answer).toContainText('by the diary');
  const [, reckoned, way] = (await answer.innerText()).match(/and\s([\d.]+)\smm\s(tall|long) by the diary/)!;
  expect(Math.abs(Number(reckoned) - Number(way === 'tall' ? tall : long))).toBeLessThanOrEqual(0.51);
});

test('the size of a base is that of its picture, as it stands', async ({ page }) => {
  for (const base of ['fish', 'bird', 'kite']) {
    await page.goto(`/bases/${base}`);
    const sentence = page.getByTestId('base-sentence');
    await expect(sentence).toContainText(/\d\.\d+ × \d\.\d+/);
    const [, width, height] = (await sentence.innerText()).match(/(\d\.\d+) × (\d\.\d+)/)!.map(Number);
    const drawn = await page
      .getByRole('img', { name: / base, folded$/ })
      .locator('polygon')
      .evaluateAll((all) =>
        all.map((p) => p.getBoundingClientRect()).map((r) => [r.left, r.right, r.top, r.bottom]),
      );
    const span = (low: number, high: number): number =>
      Math.max(...drawn.map((r) => r[high]!)) - Math.min(...drawn.map((r) => r[low]!));
    expect(span(0, 1) / span(2, 3)).toBeCloseTo(width! / height!, 1);
  }
});

test('a step never takes more minutes than the whole it is set against', async ({ page }) => {
  await page.goto('/plan/demo-moth/folds');
  const time = rail(page, 'Time');
  const steps = page.getByRole('button', { name: /^Step \d+,/ });
  await expect(steps.first()).toBeVisible();
  for (const step of await steps.all()) {
    await step.click();
    await expect(time).toContainText(/of/);
    const [, part, whole] = (await time.innerText()).match(/([\d.]+)\s+of ([\d.]+) min/)!.map(Number);
    expect(part!).toBeLessThanOrEqual(whole!);
  }
});

test('while a plan is being folded its brief says so, and never that nothing is folded', async ({ page }) => {
  await page.addInitScript(() => {
    const seen: string[] = [];
    (window as unknown as { seen: string[] }).seen = seen;
    new MutationObserver(() => {
      const text = document.body?.innerText ?? '';
      for (const said of ['Nothing is folded yet', 'Folding the plan'])
        if (text.includes(said) && !seen.includes(said)) seen.push(said);
    }).observe(document, { subtree: true, childList: true, characterData: true });
  });
  await page.goto('/plan/demo-newt/brief');
  await expect(page.getByRole('region', { name: 'What the folds give' })).toBeVisible();
  expect(await page.evaluate(() => (window as unknown as { seen: string[] }).seen)).toEqual([
    'Folding the plan',
  ]);
});
