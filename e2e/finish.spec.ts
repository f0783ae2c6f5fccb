import type { Page } from '@playwright/test';
import { expect, openCopy, pleat, saved, sentence, test } from './support.ts';

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

test('a figure that cannot stand says so with what it falls on, and what was tried', async ({ page }) => {
  await openCopy(page, 'demo-hare');
  await pleat(page, 'Finish').click();
  await expect(sentence(page)).toContainText('It stands on');
  await page.getByRole('button', { name: 'Leave out shaping step 1' }).click();
  await expect(sentence(page)).toContainText(/unsure|does not stand/);
  await page.getByRole('button', { name: 'What would make it so?' }).click();
  await expect(page.getByRole('region', { name: 'What would make it stand' })).toContainText(
    /No amount that was tried|at \d/,
  );
});

test('after the last fold the bench says how the figure is shaped, and what each bend is set to', async ({
  page,
}) => {
  await page.goto('/plan/demo-moth/bench');
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  await expect(page.getByRole('region', { name: 'Bench' })).toBeVisible();
  const said = page.getByTestId('bench-sentence');
  // The last pages are those of the shaping, each with the figure in space.
  for (let i = 0; i < 60 && !/Turn corner D/.test((await said.textContent()) ?? ''); i++) {
    await page.keyboard.press('PageDown');
    await page.waitForTimeout(60);
  }
  await expect(said).toContainText('Turn corner D');
  await expect(page.getByTestId('bench-set')).toContainText(/Set it to \d+°/);
  await expect(page.getByText(/^The figure after shaping step/).first()).toBeAttached();
});

test('a leg is dragged in space as far as its range goes, the other goes along, and undo takes it back', async ({
  page,
}) => {
  await page.goto('/plan/demo-heron/finish');
  await expect(sentence(page)).toContainText('It stands on');
  const canvas = page.getByRole('img', { name: /^Heron; turn it/ });
  await expect(canvas).toBeVisible();
  const box = (await canvas.boundingBox())!;
  const isGrip = (): Promise<boolean> => canvas.evaluate((e) => e.style.cursor === 'grab');
  // The legs reach down from the middle: the pointer looks for one from below.
  const find = async (): Promise<readonly [number, number] | undefined> => {
    for (let y = box.height * 0.92; y > box.height * 0.5; y -= 8)
      for (let x = box.width * 0.4; x < box.width * 0.65; x += 8) {
        await page.mouse.move(box.x + x, box.y + y);
        if (await isGrip()) return [box.x + x, box.y + y];
      }
    return undefined;
  };
  await expect.poll(async () => (await find()) !== undefined).toBe(true);
  const [x, y] = (await find())!;
  const amount = page.getByLabel('Step 1, degrees');
  await expect(amount).toHaveValue('10');
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 12; i++) await page.mouse.move(x - 4 * i, y);
  await expect(sentence(page)).toContainText(/^Step 1 at \d/);
  await page.mouse.up();
  await expect(sentence(page)).not.toContainText('Step 1 at');
  const dragged = Number(await amount.inputValue());
  expect(dragged).not.toBe(10);
  expect(dragged).toBeGreaterThanOrEqual(8);
  expect(dragged).toBeLessThanOrEqual(14);
  await page.keyboard.press('Control+z');
  await expect(amount).toHaveValue('10');
  await expect(sentence(page)).toContainText('It stands on');
  await saved(page);
});

test('the shaping is played from flat to finished, and looked at as the audience does', async ({ page }) => {
  await page.goto('/plan/demo-moth/finish');
  await expect(sentence(page)).toContainText('It lies on');
  await page.getByRole('button', { name: 'Play the shaping' }).click();
  const where = page.getByLabel('Where the shaping is');
  await expect(where).toHaveAttribute('max', '20');
  await expect.poll(async () => Number(await where.inputValue())).toBe(20);
  await where.fill('0');
  await expect(where).toHaveAttribute('aria-valuetext', 'flat');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(where).toBeHidden();
  await page.getByRole('button', { name: 'Audience' }).click();
  await page.getByLabel('m away').fill('3');
  await expect(page.getByRole('button', { name: 'Audience' })).toHaveAttribute('aria-pressed', 'true');
});

test('shaping damp is planned by room and paper: water, working time, drying, what it is held with', async ({
  page,
}) => {
  await page.goto('/plan/demo-moth/finish');
  await expect(sentence(page)).toContainText('It lies on');
  await page.getByLabel('wet folding').check();
  const damp = page.getByRole('region', { name: 'Shaping damp' });
  const row = damp.getByRole('row').nth(1);
  await expect(row).toContainText(/1, held.*cm².*ml.*min/);
  const dries = async (): Promise<string> => (await row.getByRole('cell').last().textContent())!;
  const before = await dries();
  await damp.getByLabel('Humidity, %').fill('90');
  await expect.poll(dries).not.toBe(before);
  await expect(damp).toContainText('clips with a scrap of card');
  await saved(page);
  await page.reload();
  await expect(damp.getByLabel('Humidity, %')).toHaveValue('90');
  await damp.getByLabel('Humidity, %').fill('50');
  await page.getByLabel('wet folding').uncheck();
  await expect(damp).toBeHidden();
  await saved(page);
});

test('waits are kept with a step, said at the bench, and counted in its forecast', async ({ page }) => {
  await page.goto('/plan/demo-moth/finish');
  await expect(sentence(page)).toContainText('It lies on');
  await page.getByRole('button', { name: 'Wait…' }).first().click();
  const leaf = page.getByRole('dialog');
  await leaf.getByRole('button', { name: 'Add it' }).click();
  const time = leaf.getByLabel('dry', { exact: true });
  await time.fill('3 moons');
  await expect(leaf.getByRole('alert')).toContainText('"moons" is not a unit of time');
  await time.fill('2 h 15');
  await time.press('Enter');
  await leaf.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('list', { name: 'Shaping steps' })).toContainText('Let it dry for 2 h 15.');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Wait 2 h 15…' })).toBeVisible();
  await page.goto('/plan/demo-moth/bench');
  await expect(sentence(page)).toContainText('and 2 h 15 of waiting');
});

test('shaping is taken from another plan, and says what it leans on', async ({ page }) => {
  await page.goto('/plan/demo-sketch/finish');
  await page.getByRole('button', { name: 'From another plan…' }).click();
  const leaf = page.getByRole('dialog', { name: 'Shaping from another plan' });
  await leaf.getByLabel('Plan').selectOption({ label: 'Heron' });
  await expect(leaf.getByRole('list', { name: 'Its shaping steps' })).toContainText('Turn corner D');
  await leaf.getByRole('button', { name: 'Take shaping step 1' }).click();
  const steps = page.getByRole('list', { name: 'Shaping steps' });
  await expect(steps).toContainText('Turn corner D');
  await expect(steps).toContainText('The same on the other side');
  await saved(page);
});

test('a strip that was tried says what bends are set to; an action and a lock are read', async ({ page }) => {
  await page.goto('/plan/demo-heron/finish');
  await expect(sentence(page)).toContainText('It stands on');
  await page.getByRole('button', { name: 'Try a strip of it' }).click();
  await rail(page).getByLabel('keeps, °').fill('90');
  await expect(rail(page)).toContainText('1: set to 10° to keep 10°');
  const action = page.getByRole('region', { name: 'Action' });
  await action.getByLabel('What it does').fill('Steps out');
  await action.getByLabel('held at').selectOption('C');
  await action.getByLabel('pulled at').selectOption('D');
  await action.getByLabel('watched').selectOption('A');
  await action.getByRole('button', { name: 'See what moves' }).click();
  await expect(action).toContainText(/Step 1 moves from 8\.0° to 14\.0°; pulled by [\d.]+ mm/);
  const locks = page.getByRole('region', { name: 'Locks' });
  await locks.getByLabel('What it locks').fill('Bill');
  await locks.getByRole('button', { name: 'See whether it holds' }).click();
  await expect(locks).toContainText(/The tab is [\d.]+ mm wide .*: (it goes in|it is [\d.]+ mm too wide)/);
  await saved(page);
});

test('the newt walks, the otter and the hare stand', async ({ page }) => {
  test.slow();
  for (const [id, says] of [
    ['demo-newt', /^It lies on .*hind leg/],
    ['demo-otter', /^It stands on the right foreleg, the left foreleg and T2/],
    ['demo-hare', /^It stands on the hind foot/],
  ] as const) {
    await page.goto(`/plan/${id}/finish`);
    await expect(sentence(page)).toHaveText(says, { timeout: 30_000 });
  }
});
