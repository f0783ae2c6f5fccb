import { expect, openCopy, pleat, test } from './support.ts';

test('paged through, stuck with a reason, and a wait that goes on while no page is open', async ({
  page,
}) => {
  test.slow();
  await page.clock.setFixedTime(new Date('2026-12-02T20:00:00'));
  await openCopy(page, 'demo-newt');
  await pleat(page, 'Bench').click();
  const says = page.getByTestId('stage-sentence');
  await expect(says).toContainText('at your pace');
  const foreseen = /steps, (.*?) at your pace/.exec((await says.textContent())!)![1]!;
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  const bench = page.getByRole('region', { name: 'Bench' });
  await expect(page.getByTestId('bench-sentence')).not.toBeEmpty();
  await bench.getByRole('button', { name: /^Stuck here/ }).click();
  await bench
    .getByRole('group', { name: 'What is it?' })
    .getByRole('button', { name: 'layers fight' })
    .click();
  await expect(bench.getByRole('status').filter({ hasText: 'Noted, with what it is.' })).toBeVisible();
  await expect(bench.getByRole('group', { name: 'What is it?' })).toBeHidden();
  // Quick presses to the end fold nothing; what is waited for has a page of its own on the way.
  const rest = page.getByTestId('bench-rest');
  for (let i = 0; i < 60 && !(await rest.isVisible()); i++) await page.keyboard.press('Space');
  await expect(rest).toContainText('Let it dry for 14 h.');
  const dry = bench.getByRole('button', { name: 'Begin to wait: dry' });
  await dry.click();
  await expect(bench.getByRole('timer')).toHaveText('dry: 14 h left');
  // Shaping has its own pages, with the figure in space.
  await page.keyboard.press('ArrowLeft');
  await expect(bench.getByText(/^The figure after shaping step/).first()).toBeAttached();
  await page.keyboard.press('ArrowRight');
  for (let i = 0; i < 6 && !(await bench.getByText('Folded, in').isVisible()); i++)
    await page.keyboard.press('Space');
  await expect(bench).toContainText('Folded, in');
  await bench.getByRole('button', { name: /^Leave the bench/ }).click();
  await expect(page.getByRole('region', { name: 'Runs' })).toContainText(
    'steps paged through: your pace leaves them out',
  );
  await expect(says).toContainText(`${foreseen} at your pace`);
  // The page is away for the night; the wait ends at ten in the morning.
  await expect(page.getByTestId('save-state')).toHaveText('saved');
  await page.goto('about:blank');
  await page.clock.setFixedTime(new Date('2026-12-03T10:30:00'));
  await page.goto('/');
  const over = page.getByRole('alert', { name: 'Waits that are over' });
  await expect(over).toContainText('Newt');
  await expect(over).toContainText('dry, over since 3 Dec 2026, 10:00');
  await over.getByRole('button', { name: 'Seen' }).click();
  await expect(over).toBeHidden();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Newt' }).first()).toBeVisible({ timeout: 30_000 });
  await expect(over).toBeHidden();
});

test('at the bench pictures are mirrored, and the sentence is spoken, only where it is wished', async ({
  page,
}) => {
  test.slow();
  await page.addInitScript(() => {
    const said: string[] = [];
    Object.assign(window, { said });
    window.speechSynthesis.speak = (u) => void said.push(u.text);
  });
  await openCopy(page, 'demo-hare');
  await pleat(page, 'Bench').click();
  await page.getByRole('button', { name: 'Begin a new run' }).click();
  const picture = page
    .getByRole('group', { name: 'Step 1, what to fold' })
    .or(page.getByRole('img', { name: 'Step 1, what to fold' }));
  await expect(picture.first()).toBeVisible();
  // It fits itself into the room under its sentence first.
  let plain = '';
  await expect
    .poll(async () => {
      const before = plain;
      plain = await picture.first().innerHTML();
      return plain === before;
    })
    .toBe(true);
  const said = () => page.evaluate(() => (window as unknown as { said: string[] }).said);
  expect(await said()).toEqual([]);
  await page.getByLabel('mirrored').check();
  await expect.poll(() => picture.first().innerHTML()).not.toBe(plain);
  await page.getByLabel('mirrored').uncheck();
  await expect.poll(() => picture.first().innerHTML()).toBe(plain);
  // The change before may still be on its way to the server and back.
  await page.getByLabel('spoken').click();
  await expect.poll(async () => (await said()).length).toBe(1);
  expect((await said())[0]).toBe(await page.getByTestId('bench-sentence').textContent());
  await page.getByLabel('spoken').uncheck();
});
