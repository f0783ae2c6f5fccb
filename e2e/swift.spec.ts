import type { Page } from '@playwright/test';
import { beginPlan, expect, model, pleat, saved, sentence, test } from './support.ts';

/** Most keys and most clicks a standing bird may take, from an empty sheet. */
const [MOST_KEYS, MOST_CLICKS] = [60, 30];

/** Keys pressed one by one, counted; a word counts as its letters. */
function countKeys(page: Page) {
  let count = 0;
  return {
    press: async (...keys: string[]): Promise<void> => {
      for (const key of keys) {
        count++;
        await page.keyboard.press(key);
      }
    },
    type: async (word: string): Promise<void> => {
      for (const letter of word) {
        count++;
        await page.keyboard.press(letter);
      }
    },
    count: () => count,
  };
}

/** A plan of its own with a valley fold and a crease, made by keys. */
async function beginWithTwo(page: Page, name: string): Promise<void> {
  await beginPlan(page, name);
  await page.keyboard.press('Escape');
  await pleat(page, 'Folds').click();
  await expect(sentence(page)).toContainText('Choose a move to begin.');
  for (const [key, from, to] of [
    ['v', 'b', 'd'],
    ['c', 'a', 'c'],
  ] as const) {
    await page.keyboard.press(key);
    for (const point of [from, to]) {
      await named(page).fill(point);
      await page.keyboard.press('Enter');
    }
    await keep(page).click();
    await expect(composer(page)).toHaveCount(0);
  }
  await expect(pleat(page, 'Folds')).toContainText('2, all flat');
}

const composer = (page: Page) => page.getByTestId('composer');
const named = (page: Page) => page.getByLabel('Point by name');
const keep = (page: Page) => page.getByRole('button', { name: 'Keep this fold' });

test('a standing bird from an empty sheet in under 60 keys, points chosen by their names', async ({
  page,
}) => {
  await beginPlan(page, 'Marsh lantern');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  const keys = countKeys(page);
  await keys.press('Alt+5');
  await expect(sentence(page)).toContainText('Choose a move to begin.');
  await keys.press('0');
  await expect(page.getByLabel('Its name')).toBeFocused();
  await keys.type('bird');
  await keys.press('Enter');
  await expect(pleat(page, 'Folds')).toContainText('12 facets, 8 layers at most');
  for (const [tip, degrees, at] of [
    ['b', '120', 'midab'],
    ['d', '-120', 'midda'],
  ] as const) {
    await keys.press('i');
    await expect(named(page)).toBeFocused();
    await keys.press('ArrowUp', 'ArrowUp');
    await expect(composer(page)).toContainText('Choose where the limb bends');
    await keys.press('Shift+Tab');
    await expect(page.getByLabel('Turns by, in degrees')).toBeFocused();
    await keys.type(degrees);
    await keys.press('Tab');
    await keys.type(at);
    await keys.press('Enter');
    await expect(composer(page)).toContainText('Choose the tip of the limb');
    await expect(named(page)).toBeFocused();
    await keys.type(tip);
    await keys.press('Enter');
    // What is kept next has the focus already, and then the tool the next fold begins with.
    await expect(keep(page)).toBeFocused();
    await keys.press('Enter');
    await expect(composer(page)).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Inside reverse' })).toBeFocused();
    await expect(sentence(page)).toContainText('Inside-reverse-fold');
  }
  await expect(pleat(page, 'Folds')).toContainText(/all flat/);
  expect(keys.count()).toBeLessThan(MOST_KEYS);
  await saved(page);
});

test('a standing bird from an empty sheet in under 30 clicks', async ({ page }) => {
  await beginPlan(page, 'Reed lantern');
  await page.keyboard.press('Escape');
  let clicks = 0;
  const click = async (target: { click: () => Promise<void> }, count = 1): Promise<void> => {
    clicks += count;
    await target.click();
  };
  await click(pleat(page, 'Folds'));
  await click(page.getByRole('button', { name: 'Begin with a base' }));
  await click(page.getByRole('button', { name: /^(Bird base )?Bird base/ }));
  await expect(pleat(page, 'Folds')).toContainText('12 facets, 8 layers at most');
  await click(page.getByRole('tab', { name: 'Reverse and crimp' }));
  for (const [tip, degrees, at] of [
    ['B', '120', 'mid AB'],
    // The middles of all four edges lie on each other.
    ['D', '-120', 'mid AB'],
  ] as const) {
    await click(page.getByRole('toolbar').getByRole('button', { name: 'Inside reverse' }));
    // A list that is opened and a line of it.
    clicks += 2;
    await page.getByLabel('Find the crease by').selectOption({ label: 'by how far a limb turns' });
    const field = page.getByLabel('Turns by, in degrees');
    await click(field);
    await field.fill(degrees);
    const mark = (name: string) => model(page).getByRole('button', { name, exact: true }).last();
    await click(mark(at));
    await click(mark(tip));
    await click(keep(page));
    await expect(composer(page)).toHaveCount(0);
  }
  await expect(sentence(page)).toContainText('Inside-reverse-fold');
  expect(clicks).toBeLessThan(MOST_CLICKS);
  await saved(page);
});

test('a name nobody has is said, Backspace takes a choice back, arrows go from point to point', async ({
  page,
}) => {
  await beginPlan(page, 'Sedge');
  await page.keyboard.press('Escape');
  await pleat(page, 'Folds').click();
  await expect(sentence(page)).toContainText('Choose a move to begin.');
  await page.keyboard.press('v');
  await named(page).fill('zz');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('No point here is called “zz”.');
  await named(page).fill('b');
  await page.keyboard.press('Enter');
  await expect(composer(page)).toContainText('Choose the place it comes to');
  await page.keyboard.press('Backspace');
  await expect(composer(page)).toContainText('Choose the point to bring');
  const point = (name: string) => model(page).getByRole('button', { name, exact: true });
  await point('A').focus();
  for (const [key, name] of [
    ['ArrowRight', 'mid AB'],
    ['ArrowRight', 'B'],
    ['ArrowUp', 'mid BC'],
    ['ArrowLeft', 'O'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(point(name)).toBeFocused();
  }
  await page.keyboard.press('Enter');
  await expect(composer(page)).toContainText('Chosen: O');
});

test('a step is changed in one choice, the rest stays; undoing says what it takes back', async ({ page }) => {
  await beginWithTwo(page, 'Sweet flag');
  await page.getByRole('button', { name: /^Step 1,/ }).click();
  await expect(sentence(page)).toContainText('Valley-fold corner B to corner D.');
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await expect(composer(page)).toContainText('Changing step 1. Keep the fold, or choose again.');
  await composer(page).getByRole('button', { name: 'D', exact: true }).click();
  await expect(composer(page)).toContainText('Choose the place it comes to.');
  // Put away, it is as it was, and looked at again.
  await page.keyboard.press('Escape');
  await expect(composer(page)).toHaveCount(0);
  await expect(sentence(page)).toContainText('Valley-fold corner B to corner D.');
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await composer(page).getByRole('button', { name: 'D', exact: true }).click();
  await named(page).fill('o');
  await page.keyboard.press('Enter');
  await keep(page).click();
  await expect(sentence(page)).toContainText('Valley-fold corner B to the centre O.');
  await page.getByRole('button', { name: /^Step 2,/ }).click();
  await expect(page.getByText(/^Step 2:/).first()).toBeAttached();
  await page.getByRole('button', { name: /^Leave out/ }).click();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Undone: leaving out step 2, crease', { exact: true })).toBeVisible();
});

test('the model is looked at closer by key, wheel and word, and seen whole again', async ({ page }) => {
  await page.goto('/plan/demo-heron/folds');
  await page.getByRole('button', { name: /^Step 33,/ }).click();
  await expect(page.getByText(/^Step 33:/).first()).toBeAttached();
  await page.keyboard.press('o');
  const widthOf = async (): Promise<number> =>
    (await model(page).first().locator('polygon').last().boundingBox())!.width;
  const whole = await widthOf();
  await named(page).fill('HD');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Closer' }).click();
  await page.getByRole('button', { name: 'Closer' }).click();
  expect(await widthOf()).toBeGreaterThan(whole * 1.9);
  // The point chosen last stays in sight.
  await expect(model(page).first().getByRole('button', { name: 'HD', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'All of it' }).click();
  expect(await widthOf()).toBeCloseTo(whole, 0);
  const box = (await model(page).first().boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.wheel(0, -400);
  await expect.poll(widthOf).toBeGreaterThan(whole * 1.9);
});

test('a place anywhere along an edge is chosen with its share and length shown', async ({ page }) => {
  await beginWithTwo(page, 'Sedge');
  await page.keyboard.press('v');
  const picture = page.getByRole('group', { name: /The model after/ }).first();
  const placeOf = async (name: string): Promise<[number, number]> => {
    const kite = picture.getByRole('button', { name, exact: true }).locator('circle').first();
    const r = (await kite.boundingBox())!;
    return [r.x + r.width / 2, r.y + r.height / 2];
  };
  const [a, b] = [await placeOf('A'), await placeOf('D')];
  const t = 0.3;
  await page.mouse.move(a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), { steps: 3 });
  await expect(page.getByTestId('spot')).toContainText(/^\S+ A–D/);
  const shown = (await page.getByTestId('spot').locator('text').textContent())!.split(',')[0]!;
  await page.mouse.down();
  await page.mouse.up();
  await expect(page.getByTestId('composer').getByRole('button', { name: shown })).toBeVisible();
});

test('all keys are listed at ?', async ({ page }) => {
  await page.goto('/plan/demo-heron/folds');
  await expect(page.getByText(/^Step \d+:/).first()).toBeAttached();
  await page.keyboard.press('?');
  const leaf = page.getByRole('dialog', { name: 'Keys' });
  await expect(leaf).toContainText('Valley fold');
  await expect(leaf).toContainText('choose the point of that name');
});

test('a point let go anywhere on the paper is a fold to taste, whose range is tried and which is kept', async ({
  page,
}) => {
  await beginPlan(page, 'Rush');
  await page.keyboard.press('Escape');
  await pleat(page, 'Folds').click();
  await expect(sentence(page)).toContainText('Choose a move to begin.');
  const picture = (await page.getByRole('img', { name: /The model after/ }).boundingBox())!;
  const size = Math.min(picture.width, picture.height) - 80;
  const [cx, cy] = [picture.x + picture.width / 2, picture.y + picture.height / 2];
  const at = (x: number, y: number): [number, number] => [cx + (x - 0.5) * size, cy - (y - 0.5) * size];
  await page.mouse.move(...at(0, 0));
  await page.mouse.down();
  await page.mouse.move(...at(0.2, 0.2), { steps: 5 });
  await page.mouse.move(...at(0.31, 0.17), { steps: 5 });
  // How far it is brought is said while it is dragged.
  await expect(page.getByTestId('drag-ghost')).toContainText(/0\.3\d\d sides/);
  await page.mouse.up();
  const offered = page.getByRole('region', { name: 'Moves that bring it there' });
  await expect(offered.getByRole('heading')).toHaveText('A to there, to taste');
  await offered
    .getByRole('button', { name: /^(After: )?.*valley/ })
    .first()
    .click();
  await expect(sentence(page)).toContainText('To taste.');
  await page.getByLabel('How exact').selectOption({ label: 'to taste, rather less' });
  await expect(sentence(page)).toContainText('To taste, rather less than drawn.');
  await page.getByRole('button', { name: 'Its range…' }).click();
  const range = page.getByRole('dialog', { name: 'Step 1 at the ends of its range' });
  await expect(range).toContainText('At the least every step folds');
  await expect(range.getByRole('img')).toHaveCount(2);
});

test('ways of a stretch stand side by side, and one is chosen from its column', async ({ page }) => {
  await page.goto('/plan/demo-heron/folds');
  await page.getByRole('button', { name: /^Step 30,/ }).click();
  await expect(page.getByText(/^Step 30:/).first()).toBeAttached();
  await page.getByRole('button', { name: 'Passage…' }).click();
  const ways = page.getByRole('table', { name: 'Ways side by side' });
  await expect(ways.getByRole('columnheader')).toHaveCount(2);
  await expect(ways.getByRole('row', { name: /^Narrowest/ })).toContainText('mm');
  await expect(ways.getByRole('row', { name: /^Folds/ })).toHaveText(/every step.*every step/);
  await ways.getByRole('button', { name: /^Fold "Pointed" instead/ }).click();
  await expect(pleat(page, 'Folds')).toContainText('36, all flat');
  // Other journeys of this worker find the heron as it was.
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).toContainText('37, all flat');
  await saved(page);
});

test('a stretch is folded on other flaps of the base, as a second way', async ({ page }) => {
  await page.goto('/plan/demo-heron/folds');
  await page.getByRole('button', { name: /^Step 32,/ }).click();
  await expect(page.getByText(/^Step 32:/).first()).toBeAttached();
  await page.getByRole('button', { name: 'Passage…' }).click();
  await page.getByRole('button', { name: 'Could other flaps be folded so?' }).click();
  const offers = page.getByRole('list', { name: 'On other flaps' });
  await expect(offers.getByRole('img').first()).toBeVisible();
  await offers.getByRole('button', { name: 'Fold it mirrored in A–C' }).click();
  await page.getByRole('button', { name: 'Passage…' }).click();
  await expect(page.getByRole('table', { name: 'Ways side by side' })).toContainText(
    'On others, mirrored in A–C',
  );
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).toContainText('37, all flat');
  await saved(page);
});

test('a fold is opened again by setting it anew on the sheet', async ({ page }) => {
  await beginPlan(page, 'Sallow');
  await page.keyboard.press('Escape');
  await pleat(page, 'Folds').click();
  await expect(sentence(page)).toContainText('Choose a move to begin.');
  await page.keyboard.press('v');
  for (const name of ['b', 'd']) {
    await named(page).fill(name);
    await page.keyboard.press('Enter');
  }
  await keep(page).click();
  await expect(pleat(page, 'Folds')).toContainText('2 facets');
  await page.keyboard.press('2');
  const crease = page.getByRole('button', { name: /^crease (A to C|C to A):/ });
  for (let k = 0; k < 4; k++) {
    await crease.focus();
    await page.keyboard.press('Enter');
  }
  await expect(crease).toHaveAccessibleName(/: opened$/);
  await named(page).fill('d');
  await page.keyboard.press('Enter');
  await keep(page).click();
  await expect(pleat(page, 'Folds')).toContainText('1 facet,');
});

test('a plan is copied, and the copy is a plan of its own', async ({ page }) => {
  await page.goto('/plan/demo-sketch/brief');
  await page.getByRole('button', { name: 'Copy this plan' }).click();
  await expect(page.getByTestId('ribbon')).toContainText('first idea, copy');
  await expect(page).not.toHaveURL(/demo-sketch/);
});

test('two revisions stand side by side, with what differs', async ({ page }) => {
  await beginWithTwo(page, 'Bog bean');
  await saved(page);
  await page.getByRole('button', { name: /^Step 2,/ }).click();
  await expect(page.getByText(/^Step 2:/).first()).toBeAttached();
  await page.getByRole('button', { name: /^Leave out/ }).click();
  await saved(page);
  await pleat(page, 'Brief').click();
  await page.getByRole('button', { name: 'Earlier revisions' }).click();
  await page.getByRole('button', { name: 'Look at it beside' }).first().click();
  const beside = page.getByRole('region', { name: /beside what is now/ });
  await expect(beside.getByRole('listitem').first()).toHaveText('step 2, crease, is left out');
  await expect(beside.getByRole('img')).toHaveCount(2);
});

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });

  test('points are chosen with a finger; what it covers is shown beside it', async ({ page }) => {
    await beginPlan(page, 'Alder');
    await page.keyboard.press('Escape');
    await pleat(page, 'Folds').click();
    await expect(sentence(page)).toContainText('Choose a move to begin.');
    await page.getByRole('toolbar').getByRole('button', { name: 'Valley fold' }).tap();
    const picture = model(page).first();
    const box = (await picture.boundingBox())!;
    const touch = (type: string) =>
      picture.dispatchEvent(type, {
        pointerType: 'touch',
        clientX: box.x + box.width / 2,
        clientY: box.y + box.height / 2,
        bubbles: true,
      });
    await touch('pointerdown');
    await expect(page.getByTestId('loupe')).toBeVisible();
    await touch('pointerup');
    await expect(page.getByTestId('loupe')).toHaveCount(0);
    for (const name of ['C', 'A']) await picture.getByRole('button', { name, exact: true }).last().tap();
    await expect(keep(page)).toBeVisible();
    await keep(page).tap();
    await expect(sentence(page)).toContainText('Valley-fold corner C');
  });
});

test('a collapse is shown stopped twice on its way, and says what it is', async ({ page }) => {
  await page.goto('/plan/demo-heron/folds');
  await page.getByRole('button', { name: /^Step 17,/ }).click();
  await expect(sentence(page)).toContainText('Collapse to the preliminary base, on the 6 creases drawn.');
  await expect(page.getByRole('region', { name: 'On the way' }).getByRole('img')).toHaveCount(2);
});
