import type { Page } from '@playwright/test';
import { beginPlan, expect, model, openCopy, pleat, saved, sentence, test, tool, write } from './support.ts';

const pieces = (page: Page) => page.getByRole('navigation', { name: 'Pieces of the model' });
const openPiece = (page: Page, name: string) =>
  pieces(page).getByRole('button', { name, exact: true }).click();
const openWhole = (page: Page) => pieces(page).getByRole('link', { name: 'The whole' }).click();

/** The triangle's corner C is laid onto B. */
async function foldInHalf(page: Page): Promise<void> {
  await tool(page, 'Fold', 'Valley fold');
  for (const name of ['C', 'B']) await model(page).getByRole('button', { name, exact: true }).last().click();
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(page.getByTestId('composer')).toHaveCount(0);
}

test('a figure of two halves of one square: each is folded, they fit to the tenth, and their cuts are told', async ({
  page,
}) => {
  test.slow();
  await beginPlan(page, 'Reed pair');
  await page.getByLabel('House rules').selectOption({ label: 'whatever serves: a cut, two pieces, glue' });
  await page.getByRole('link', { name: 'a second piece' }).click();
  await expect(sentence(page)).toContainText('This model is folded from one piece of paper');
  await page.getByLabel('What the new piece is').fill('Second half');
  await page.getByLabel('Its sheet').selectOption({ label: 'the other half of the first one’s square' });
  await page.getByRole('button', { name: 'Add a piece' }).click();
  // It is open at once, on a sheet of its own shape.
  await expect(pieces(page).getByRole('button', { name: 'Second half' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await foldInHalf(page);
  await expect(pleat(page, 'Folds')).toContainText('1, all flat');
  await openPiece(page, 'Reed pair');
  await expect(pleat(page, 'Folds')).not.toContainText('1, all flat');
  await foldInHalf(page);
  // Both halves have one side: what is written for one holds for the other.
  await pleat(page, 'Paper').click();
  await page.getByRole('button', { name: 'choose Marsh gold two-colour' }).click();
  await write(page, 'Leg', '120');
  await openPiece(page, 'Second half');
  await expect(page.getByLabel('Leg', { exact: true })).toHaveValue('120 mm');
  await openWhole(page);
  await expect(sentence(page)).toContainText('2 pieces, and nothing joins them yet');
  await page.getByRole('button', { name: 'Join two pieces' }).click();
  const join = page.getByRole('group', { name: 'Join two pieces' });
  await join.getByLabel('How', { exact: true }).selectOption({ label: 'edge to edge' });
  await join.getByLabel('What it is called').fill('Backs');
  for (const side of ['The edge that goes in, or on', 'Where it goes'])
    for (const point of ['A', 'O'])
      await join
        .getByRole('group', { name: side, exact: true })
        .getByRole('button', { name: point, exact: true })
        .click();
  await join.getByRole('button', { name: 'See whether it fits' }).click();
  await expect(page.getByText(/they fit to 0 mm/)).toBeVisible();
  await expect(sentence(page)).toContainText('All joins hold');
  const sheets = page.getByRole('region', { name: 'Sheets' });
  await expect(sheets).toContainText('1 of Marsh gold two-colour');
  await sheets.getByRole('button', { name: 'How the sheets are cut' }).click();
  await expect(page.getByRole('dialog')).toContainText('cut along its diagonal last');
  await page.keyboard.press('Escape');
  await saved(page);
  await page.reload();
  await expect(sentence(page)).toContainText('All joins hold');
});

test('the ferry keeper and his boat: judged, made snug, bent apart, folded piece by piece, and stand on the stage together', async ({
  page,
}) => {
  test.slow();
  await openCopy(page, 'demo-ferry');
  await openWhole(page);
  await expect(sentence(page)).toContainText(/All joins hold\. Together it stands, 149\.\d mm tall/);
  await expect(page.getByTestId('fit-hem-in-hull')).toContainText(/It goes in, with 0\.\d mm to spare/);
  await expect(page.getByTestId('whole-window')).toContainText('height of the whole binds');
  await page.getByRole('button', { name: /^Boat from / }).click();
  await expect(page.getByTestId('fit-hem-in-hull')).toContainText('sits snug');
  await write(page, 'How far past it', '40');
  await expect(page.getByTestId('fit-hem-in-hull')).toContainText('does not go in so far');
  await expect(sentence(page)).toContainText('One join does not hold yet');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('fit-hem-in-hull')).toContainText('sits snug');

  // The boat is a plan of its own: its paper, its folds, its bench.
  await page.getByRole('button', { name: 'Open Boat' }).click();
  await expect(pleat(page, 'Folds')).toContainText('20, all flat');
  await expect(pleat(page, 'Brief')).toContainText('150 mm tall');
  await pleat(page, 'Finish').click();
  await expect(pleat(page, 'Finish')).toContainText('2 shaping steps');
  await pleat(page, 'Bench').click();
  await expect(sentence(page)).toContainText('22 steps');
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  for (let step = 0; step < 22; step++) await page.keyboard.press('Space');
  await expect(page.getByTestId('together')).toContainText(
    'Slide the edge from HL to HR of the ferry keeper into the pocket',
  );
  await page.getByRole('button', { name: 'Take the Ferry keeper' }).click();
  await expect(sentence(page)).toContainText('26 steps');
  await expect(page.getByRole('region', { name: 'Runs' })).toHaveCount(0);

  // Left out, the keeper is a model of one piece again; undone, both are back.
  await openWhole(page);
  await page.getByRole('button', { name: 'Leave out Boat' }).click();
  await expect(pieces(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(sentence(page)).toContainText('All joins hold');
});
