import { writeFileSync } from 'node:fs';
import { expect, openCopy, pleat, sent, test } from './support.ts';

/** A grey picture of 400 x 300 px, as a camera could have saved it. */
async function picture(page: import('@playwright/test').Page, path: string): Promise<void> {
  const data = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [400, 300];
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = '#888';
    pen.fillRect(0, 0, 400, 300);
    return canvas.toDataURL('image/png').split(',')[1]!;
  });
  writeFileSync(path, Buffer.from(data, 'base64'));
}

test('an open sink is practised twice with a day between, by keys, and comes back later', async ({
  page,
}) => {
  test.slow();
  await page.clock.setFixedTime(new Date('2027-03-02T20:00:00'));
  await page.goto('/practice');
  const row = page.locator('tr[data-skill="open sink"]');
  await expect(row).toBeVisible({ timeout: 60_000 });
  await expect(page.getByTestId('practice-sentence')).toContainText('moves worth a drill');
  const fold = async (): Promise<void> => {
    await page.goto('/practice/open%20sink');
    await page.getByRole('button', { name: 'Fold along: easy' }).click({ timeout: 60_000 });
    const drill = page.getByRole('region', { name: 'Drill' });
    await expect(page.getByTestId('drill-step')).not.toBeEmpty();
    for (let i = 0; i < 12 && (await page.getByTestId('drill-step').isVisible()); i++)
      await page.keyboard.press('Space');
    await expect(drill.getByRole('heading', { name: 'How did it go?' })).toBeVisible();
    await page.keyboard.press('1');
    await expect(drill).toBeHidden();
    await expect(page.getByRole('status').filter({ hasText: 'Noted.' })).toBeVisible();
    await sent(page);
  };
  await fold();
  await page.clock.setFixedTime(new Date('2027-03-04T20:00:00'));
  await fold();
  await page.goto('/practice');
  // Known on thin layers; the newt asks for eight.
  await expect(row.getByTestId('readiness')).toContainText('known');
  await expect(row).not.toContainText('today');
});

test('a drill that was begun keeps its place through a closed tab', async ({ page }) => {
  await page.goto('/practice/inside%20reverse');
  await page.getByRole('button', { name: 'Fold along: half-way' }).click({ timeout: 60_000 });
  await page.keyboard.press('ArrowRight');
  const said = await page.getByTestId('drill-step').textContent();
  await page.goto('about:blank');
  await page.goto('/practice/inside%20reverse');
  await expect(page.getByTestId('drill-step')).toHaveText(said!, { timeout: 60_000 });
  await page.getByRole('button', { name: 'Leave the drill, keep the place' }).click();
  await expect(page.getByRole('button', { name: 'Other drills of this move' })).toBeVisible();
  await page.getByRole('button', { name: 'Other drills of this move' }).click();
  await expect(page.getByRole('button', { name: 'Fold along: easy' })).toBeVisible({ timeout: 60_000 });
});

test('a move no drill can be computed for says so, and an unknown one too', async ({ page }) => {
  await page.goto('/practice/refold');
  await expect(page.getByText('no drill can be computed for it')).toBeVisible({ timeout: 60_000 });
  await page.goto('/practice/levitation');
  await expect(page.getByText('There is no move “levitation”')).toBeVisible({ timeout: 60_000 });
});

test('a second window follows the bench, and a tablet by a code once the room is opened', async ({
  page,
  context,
  browser,
}) => {
  test.slow();
  await openCopy(page, 'demo-heron');
  await pleat(page, 'Bench').click();
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  const sentence = page.getByTestId('bench-sentence');
  await expect(sentence).not.toBeEmpty();
  const other = await context.newPage();
  await other.goto('/follow');
  await expect(other.getByTestId('follow-sentence')).toHaveText((await sentence.textContent())!);
  await page.bringToFront();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('2 of 42').first()).toBeVisible();
  await expect(other.getByTestId('follow-sentence')).toHaveText((await sentence.textContent())!);
  // Closed until it is opened.
  await page.getByRole('button', { name: 'Second screen' }).click();
  await expect(page.getByTestId('room-code')).toBeHidden();
  await page.getByRole('button', { name: 'Open the bench to the room' }).click();
  const code = (await page.getByTestId('room-code').textContent())!;
  const address = (await page.getByTestId('room-address').textContent())!.split(' or ')[0]!;
  const tablet = await (await browser.newContext()).newPage();
  const port = new URL(address).port;
  await tablet.goto(`http://127.0.0.1:${port}/`);
  await tablet.getByLabel('Code').fill('000000');
  await tablet.getByRole('button', { name: 'Follow' }).click();
  await expect(tablet.getByText('That is not the code')).toBeVisible();
  await tablet.getByLabel('Code').fill(code);
  await tablet.getByRole('button', { name: 'Follow' }).click();
  await expect(tablet.locator('#says')).toHaveText((await sentence.textContent())!);
  await expect(tablet.locator('#pictures img')).toHaveCount(2);
  await page.keyboard.press('Escape');
  await page.keyboard.press('ArrowRight');
  await expect(tablet.locator('#says')).toHaveText((await sentence.textContent())!);
  await page.getByRole('button', { name: /^Open to the room/ }).click();
  await page.getByRole('button', { name: 'Close the room' }).click();
  await expect(tablet.getByText('The bench is away')).toBeVisible();
  await tablet.context().close();
});

test('by keys: enlarged, layers apart, stopped in the middle', async ({ page }) => {
  test.slow();
  await openCopy(page, 'demo-heron');
  await pleat(page, 'Bench').click();
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  await expect(page.getByTestId('bench-sentence')).not.toBeEmpty();
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText('21 of 42').first()).toBeVisible();
  const becomes = page.getByRole('heading', { name: 'It becomes' });
  await expect(becomes).toBeVisible();
  await page.keyboard.press('e');
  await expect(becomes).toBeHidden();
  await page.keyboard.press('e');
  await expect(becomes).toBeVisible();
  await page.keyboard.press('p');
  await expect(
    page
      .getByTitle(/its layers apart/)
      .or(page.getByText('Step 21, its layers apart'))
      .first(),
  ).toBeAttached();
  await page.keyboard.press('p');
  await page.keyboard.press('h');
  const stop = page.getByRole('region', { name: 'Stop in the middle' });
  await expect(stop).toContainText('You can put it down here.');
  await expect(stop).toContainText('It lies flat');
  await page.keyboard.press('h');
  await expect(stop).toBeHidden();
});

test('a photograph is added to an entry, measured, and there again after a reload', async ({
  page,
}, info) => {
  test.slow();
  await openCopy(page, 'demo-hare');
  await pleat(page, 'Folds').click();
  await pleat(page, 'Diary').click();
  const form = page.getByRole('form', { name: 'New entry' });
  await form
    .getByLabel(/^Measured (height|length)$/)
    .first()
    .fill('100');
  await form
    .getByLabel(/^Measured (height|length)$/)
    .first()
    .press('Tab');
  const note = await form
    .getByText(/^foreseen/)
    .first()
    .textContent();
  const foreseen = Number(/foreseen ([\d.]+)/.exec(note!)![1]);
  await form
    .getByLabel(/^Measured (height|length)$/)
    .first()
    .fill(String(Math.round(foreseen)));
  await form.getByRole('button', { name: 'Keep this entry' }).click();
  const photos = page.getByRole('region', { name: 'Photographs' });
  const path = info.outputPath('hare.png');
  await picture(page, path);
  await photos.locator('input[type=file]').setInputFiles(path);
  const leaf = page.getByRole('dialog');
  const img = leaf.getByRole('img', { name: /The photograph/ });
  await expect(img).toBeVisible();
  const mark = async (a: [number, number], b: [number, number]): Promise<void> => {
    await img.click({ position: { x: a[0], y: a[1] } });
    await img.click({ position: { x: b[0], y: b[1] } });
  };
  await leaf.getByLabel('The length you know, mm').fill('50');
  await leaf.getByLabel('The length you know, mm').press('Enter');
  await mark([100, 50], [100, 250]);
  await leaf.getByLabel('Name of the next length').fill('left ear');
  await mark([200, 50], [200, 170]);
  await leaf.getByLabel('Name of the next length').fill('right ear');
  await mark([260, 50], [260, 150]);
  await expect(leaf.getByRole('list', { name: 'Lengths' })).toContainText('30.0 mm');
  await expect(leaf.getByTestId('left-right')).toContainText('The left one is 5.0 mm longer.');
  await expect(leaf.locator('figcaption')).toBeVisible();
  await sent(page);
  await page.reload();
  await photos.getByRole('button', { name: 'Measure hare.png' }).click({ timeout: 60_000 });
  await expect(leaf.getByTestId('left-right')).toContainText('The left one is 5.0 mm longer.');
  await leaf.getByRole('button', { name: 'Take this photograph out' }).click();
  await expect(photos.getByText('None yet.')).toBeVisible();
  await photos.locator('input[type=file]').setInputFiles({
    name: 'notes.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('no picture'),
  });
  await expect(photos.getByText('notes.txt is no picture this browser can read')).toBeVisible();
});
