import { beginPlan, expect, model, pleat, rail, saved, sentence, test, write, tool } from './support.ts';

/** What the engine must find, worked out by hand: a kite base with its blunt corner folded to the centre, stood upright. */
const ratio = 1.5 / Math.SQRT2;
const target = 80;
const side = target / ratio;

interface Owned {
  planId: string;
  record: { predictedMm: number; measuredMm: number };
}

/** The learned factor by the formula of docs/learning.md, from all entries of the server. */
function learned(own: readonly Owned[], others: readonly Owned[]): number {
  const factorsOf = (list: readonly Owned[]): number[] =>
    list.map((e) => e.record.measuredMm / e.record.predictedMm);
  const mean = (list: readonly number[]): number => list.reduce((s, f) => s + f, 0) / list.length;
  const plans = [...new Set(others.map((e) => e.planId))].map((id) =>
    factorsOf(others.filter((e) => e.planId === id)),
  );
  const all = [factorsOf(own), ...plans].filter((f) => f.length > 0);
  const squares = all.reduce((s, f) => s + f.reduce((q, v) => q + (v - mean(f)) ** 2, 0), 0);
  const scatter = (8 * 0.012 ** 2 + squares) / (8 + all.reduce((s, f) => s + f.length - 1, 0));
  // Weighted means: the folder, each plan counting once, and then this plan.
  const folder = [
    [1, 1 / 0.03 ** 2],
    ...plans.map((f) => [mean(f), 1 / (0.01 ** 2 + scatter / f.length)]),
  ] as [number, number][];
  const weight = folder.reduce((s, [, w]) => s + w, 0);
  const ofFolder = folder.reduce((s, [f, w]) => s + f * w, 0) / weight;
  if (own.length === 0) return ofFolder;
  const [prior, mine] = [1 / (1 / weight + 0.01 ** 2), own.length / scatter];
  return (prior * ofFolder + mine * mean(factorsOf(own))) / (prior + mine);
}

test('from a wish to a diary entry, and the next plan is computed with it', async ({ page }) => {
  const diaryOf = async (): Promise<Owned[]> =>
    (await page.request.get('/api/diary')).json() as Promise<Owned[]>;
  const before = await diaryOf();
  const factorBefore = learned([], before);

  await beginPlan(page, 'Marsh wren');
  const planId = page.url().split('/')[4]!;
  await write(page, 'Wanted size', '8 cm');
  await expect(page.locator('[data-wish=target]')).toContainText('80 mm within 5 % tall');
  await page.getByLabel('Part', { exact: true }).fill('breast');
  await page.getByRole('button', { name: 'Add part' }).click();
  await page.getByRole('button', { name: /^breast:/ }).click();
  await expect(page.getByRole('button', { name: 'breast: oat; change' })).toBeVisible();
  await expect(pleat(page, 'Brief')).toContainText('80 mm tall');

  await pleat(page, 'Parts').click();
  await page.getByRole('button', { name: 'Add a limb' }).click();
  await write(page, 'Name', 'Body');
  await write(page, 'Length', '60');
  await page.getByRole('button', { name: 'Choose Kite base' }).click();
  await expect(sentence(page)).toContainText('from a sheet of 60 mm; the body decides');
  await expect(page.locator('[data-base="kite"]')).toContainText('flaps 1.00, 0.41');
  await page.getByText('bases with too few flaps').click();
  for (const base of ['book', 'cupboard'])
    await expect(page.locator(`[data-base="${base}"]`)).toContainText('no free flap');
  await page.getByRole('button', { name: 'Begin the folds with this base' }).click();
  await expect(pleat(page, 'Parts')).toContainText('from 60 mm');

  await pleat(page, 'Folds').click();
  await expect(pleat(page, 'Folds')).toContainText('3, all flat');
  await page.getByRole('button', { name: /^Step 3,/ }).click();
  await tool(page, 'Fold', 'Valley fold');
  await model(page).getByRole('button', { name: 'C', exact: true }).click();
  await model(page).getByRole('button', { name: 'O', exact: true }).click();
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(sentence(page)).toContainText('Valley-fold corner C to the centre O.');
  await tool(page, 'Turn', 'Rotate');
  await page.getByLabel('Degrees, counter-clockwise').fill('-135');
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(sentence(page)).toContainText('Rotate by 135° clockwise.');
  await expect(pleat(page, 'Folds')).toContainText('5, all flat');
  await expect(pleat(page, 'Folds')).toContainText('4 facets, 3 layers at most');
  await page.getByLabel('Note to this step').fill('Beak up.');

  await pleat(page, 'Paper').click();
  const wanted = side / factorBefore;
  await expect(page.getByTestId('wanted-side')).toHaveText(`${Number(wanted.toFixed(1))} mm`);
  await page.getByRole('button', { name: 'choose Ferry dark blue square' }).click();
  await write(page, 'Side', String(Math.round(side)));
  const chosen = Math.round(side);
  await expect(page.getByText('Cut from Ferry dark blue square')).toBeVisible();
  const thickness = 3 * 0.08;
  await expect(rail(page, 'Thickness')).toContainText(thickness.toFixed(2));
  const narrowest = (Math.SQRT2 - 1) * chosen;
  await expect(rail(page, 'Narrowest flap')).toContainText(narrowest.toFixed(1));
  await expect(rail(page, 'Bulk')).toContainText(((2 * 0.08) / narrowest).toFixed(2));

  await pleat(page, 'Marks').click();
  await page.getByRole('button', { name: 'Ask for this mark' }).click();
  await expect(page.locator('[data-way]')).toHaveCount(5);
  await expect(page.locator('[data-way="crossing"]')).toContainText('4 creases, 2 of them pinches');
  await page.getByRole('button', { name: /^Put into the sequence\s*: Corner to the middle/ }).click();
  await expect(page.locator('[data-way="corner"]')).toContainText('In the sequence');
  await expect(pleat(page, 'Marks')).toContainText(/±0\.\d\d mm/);
  await expect(pleat(page, 'Folds')).toContainText('9, all flat');
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).toContainText('5, all flat');
  await page.keyboard.press('Control+y');
  await expect(pleat(page, 'Folds')).toContainText('9, all flat');

  await pleat(page, 'Brief').click();
  const blue = {
    front: Number((await rail(page, 'Seen from the front').locator('b').first().textContent()) ?? 0),
    back: Number((await rail(page, 'Seen from the front').locator('b').nth(1).textContent()) ?? 0),
  };
  const kite = Math.SQRT2 - 1 + (Math.SQRT2 - 1) ** 2;
  expect(blue.front + blue.back).toBeCloseTo(((kite - 0.125) * chosen * chosen) / 100, 0);

  await pleat(page, 'Finish').click();
  await page.getByRole('button', { name: 'By hand' }).click();
  await page.getByLabel('By hand, not computed').fill('Round the back');
  const finish = page.getByRole('group', { name: /finished flat form/ });
  const feet = finish.getByRole('button');
  await expect(feet.first()).toBeVisible();
  const placed = await Promise.all(
    (await feet.all()).map(async (f) => ({ f, box: (await f.boundingBox())! })),
  );
  const ground = Math.max(...placed.map((p) => p.box.y));
  const lowest = placed.filter((p) => p.box.y > ground - 3).sort((a, b) => a.box.x - b.box.x);
  await lowest[0]!.f.click();
  await lowest.at(-1)!.f.click();
  await expect(page.getByTestId('flat-balance')).toContainText('The flat form balances');
  await expect(pleat(page, 'Finish')).toContainText(/\d+(\.\d)? mm inside/);
  await page.getByLabel('knife or trimmer').check();
  await expect(page.getByText('Cut away from the hand')).toBeVisible();

  await pleat(page, 'Bench').click();
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  const bench = page.getByRole('region', { name: 'Bench' });
  await expect(page.getByTestId('bench-sentence')).not.toBeEmpty();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Space');
  await bench.getByRole('button', { name: /^Stuck here/ }).click();
  await bench.getByRole('button', { name: /^Leave the bench/ }).click();
  await expect(sentence(page)).toContainText('waits at step 4');
  await page.getByRole('button', { name: 'Go on at step 4' }).click();
  await bench.getByRole('button', { name: /^Next/ }).click();
  await bench.getByRole('button', { name: /^Back/ }).click();
  for (let i = 0; i < 7; i++) await page.keyboard.press('ArrowRight');
  await expect(bench).toContainText('Folded, in');
  await bench.getByRole('button', { name: 'Write the diary entry' }).click();

  await write(page, 'Measured height', '78');
  await page.getByLabel('Does it stand').selectOption('yes');
  await page.getByLabel('What to change next time').fill('A softer paper.');
  await page.getByRole('button', { name: 'Keep this entry' }).click();
  await expect(page.getByText('Kept. Paper computes with it from now on.')).toBeVisible();
  await expect.poll(async () => (await diaryOf()).filter((e) => e.planId === planId)).toHaveLength(1);
  const all = await diaryOf();
  const [own, others] = [all.filter((e) => e.planId === planId), all.filter((e) => e.planId !== planId)];
  expect(own).toHaveLength(1);
  expect(own[0]!.record.predictedMm).toBeCloseTo(ratio * chosen, 6);
  await expect(page.getByTestId('learned-ratio')).toHaveText((ratio * learned(own, others)).toFixed(3));
  await expect(pleat(page, 'Diary')).toContainText(`ratio ${(ratio * learned(own, others)).toFixed(3)}`);
  await expect(pleat(page, 'Bench')).toContainText('1 run');
  await pleat(page, 'Paper').click();
  await expect(page.getByTestId('wanted-side')).toHaveText(
    `${Number((side / learned(own, others)).toFixed(1))} mm`,
  );
  await saved(page);

  await beginPlan(page, 'Second wren');
  await write(page, 'Wanted size', '100');
  await pleat(page, 'Parts').click();
  await page.getByRole('button', { name: 'Choose Book fold' }).click();
  await page.getByRole('button', { name: 'Begin the folds with this base' }).click();
  await pleat(page, 'Paper').click();
  await expect(page.getByTestId('wanted-side')).toHaveText(
    `${Number((100 / learned([], all)).toFixed(1))} mm`,
  );
});

test('the plan is there again after the page is loaded anew, step and all', async ({ page }) => {
  await page.goto('/plan/demo-heron/brief');
  await page.getByLabel('Pose').fill('standing on one leg');
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Pose')).toHaveValue('standing on one leg');
  await page.getByRole('button', { name: 'Earlier revisions' }).click();
  const oldest = page.getByRole('dialog').getByRole('listitem').last();
  await oldest.getByRole('button', { name: 'Go back to this' }).click();
  await expect(page.getByLabel('Pose')).toHaveValue('standing, neck drawn into an S');
  await saved(page);
});
