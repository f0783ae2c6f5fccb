import { beginPlan, expect, model, pleat, saved, test, write } from './support.ts';

test('sizes that are none are told with the limit and the remedy, and nothing is lost', async ({ page }) => {
  await beginPlan(page, 'Rail');
  const size = page.getByLabel('Wanted size', { exact: true });
  for (const [typed, told] of [
    ['0', 'more than 0'],
    ['-4', 'more than 0'],
    ['9 furlongs', 'not a unit'],
    ['99999 cm', 'more than 5 m'],
    ['tall', 'not a length'],
  ] as const) {
    await size.fill(typed);
    await expect(page.getByRole('alert')).toContainText(told);
    await size.press('Enter');
    await expect(size).toHaveValue(typed);
  }
  await write(page, 'Wanted size', '3 1/2 in');
  await expect(size).toHaveValue('88.9 mm');
  await page.getByLabel('Copies', { exact: true }).fill('1.5');
  await expect(page.getByRole('alert')).toContainText('whole number from 1 to 200');
});

test('a file that is no plan is refused with a sentence', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Bring in…' }).click();
  await page
    .getByLabel('File to bring in')
    .setInputFiles({ name: 'notes.json', mimeType: 'application/json', buffer: Buffer.from('{hello') });
  await expect(page.getByRole('alert')).toContainText('not a plan file');
});

test.describe('provoked answers of the server', () => {
  test.use({
    expectTrouble: { allow: [/Failed to load resource/, /net::ERR_FAILED/, /status of (400|409)/] },
  });

  test('the server goes away in mid-edit: work goes on, is kept, and is saved when it is back', async ({
    page,
  }) => {
    await beginPlan(page, 'Bittern');
    await saved(page);
    await page.route('**/api/plans/*', (route) => route.abort());
    await page.getByLabel('Pose').fill('hidden in the reeds');
    await expect(page.getByTestId('save-notice')).toContainText('The server is away');
    await page.getByLabel('Subject').fill('Great bittern');
    await expect(page.getByTestId('save-state')).not.toHaveText('saved');
    await page.unroute('**/api/plans/*');
    await saved(page);
    await page.reload();
    await expect(page.getByLabel('Pose')).toHaveValue('hidden in the reeds');
    await expect(page.getByLabel('Subject')).toHaveValue('Great bittern');
  });

  test('a page closed while the server is away has the work when it is opened again', async ({ page }) => {
    await beginPlan(page, 'Snipe');
    await saved(page);
    await page.route('**/api/plans/*', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    );
    await page.getByLabel('Pose').fill('probing the mud');
    await expect(page.getByTestId('save-notice')).toBeVisible();
    await page.unroute('**/api/plans/*');
    await page.reload();
    await expect(page.getByLabel('Pose')).toHaveValue('probing the mud');
    await saved(page);
  });

  test('two windows on one plan: different parts merge by themselves, and a window without changes follows', async ({
    page,
    context,
  }) => {
    await beginPlan(page, 'Teal');
    await saved(page);
    const other = await context.newPage();
    await other.goto(page.url());
    await other.getByLabel('Pose').fill('theirs');
    await saved(other);
    await expect(page.getByLabel('Pose')).toHaveValue('theirs');
    await page.route('**/api/plans/*', (route) => route.abort());
    await page.getByLabel('Subject').fill('Teal drake');
    await expect(page.getByTestId('save-notice')).toContainText('The server is away');
    await other.getByLabel('Copies', { exact: true }).fill('3');
    await saved(other);
    await page.unroute('**/api/plans/*');
    await saved(page);
    await expect(page.getByLabel('Copies', { exact: true })).toHaveValue('3');
    await expect(other.getByLabel('Subject')).toHaveValue('Teal drake');
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByLabel('Subject')).toHaveValue('Teal');
    await expect(page.getByLabel('Copies', { exact: true })).toHaveValue('3');
  });

  test('two windows on one part: both values are shown, one is chosen, the other is fetched back', async ({
    page,
    context,
  }) => {
    await beginPlan(page, 'Shelduck');
    await saved(page);
    const other = await context.newPage();
    await other.goto(page.url());
    await page.route('**/api/plans/*', (route) => route.abort());
    await page.getByLabel('Pose').fill('swimming');
    await page.getByLabel('Subject').fill('Shelduck pair');
    await expect(page.getByTestId('save-notice')).toContainText('The server is away');
    await other.getByLabel('Pose').fill('preening');
    await saved(other);
    await page.unroute('**/api/plans/*');
    const panel = page.getByRole('alert', { name: 'Two versions' });
    await expect(panel.getByRole('row', { name: /Pose/ })).toContainText('swimming');
    await expect(panel.getByRole('row')).toHaveCount(2);
    await panel.getByRole('radio', { name: 'preening' }).check();
    await panel.getByRole('button', { name: 'Go on with these' }).click();
    await saved(page);
    await expect(page.getByLabel('Pose')).toHaveValue('preening');
    await expect(page.getByLabel('Subject')).toHaveValue('Shelduck pair');
    await page.getByRole('button', { name: 'Earlier revisions' }).click();
    await page.getByRole('button', { name: 'Fetch it back' }).click();
    await expect(page.getByLabel('Pose')).toHaveValue('swimming');
    await saved(page);
  });

  test('a window closed undecided loses nothing: the next one is asked in its place', async ({
    page,
    context,
  }) => {
    await beginPlan(page, 'Gadwall');
    await saved(page);
    const other = await context.newPage();
    await other.goto(page.url());
    await other.route('**/api/plans/*', (route) => route.abort());
    await other.getByLabel('Pose').fill('of the closed window');
    await expect(other.getByTestId('save-notice')).toContainText('The server is away');
    await page.getByLabel('Pose').fill('of the other');
    await saved(page);
    await other.close();
    await expect(page.getByRole('alert', { name: 'Two versions' })).toContainText('of the closed window');
    await page.getByRole('radio', { name: 'of the closed window' }).check();
    await page.getByRole('button', { name: 'Go on with these' }).click();
    await saved(page);
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'Gadwall' })).toBeVisible();
  });

  test('left while the server is away, a plan waits on Cast and is saved from there', async ({ page }) => {
    await beginPlan(page, 'Smew');
    await saved(page);
    await page.route('**/api/plans/*', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    );
    await page.getByLabel('Pose').fill('diving');
    await page
      .getByRole('link', { name: /: to the cast/ })
      .first()
      .click();
    const waiting = page.getByRole('list', { name: 'Changes not yet sent' });
    await expect(waiting).toContainText(/Smew changed .* saved when the server is back/);
    await page.unroute('**/api/plans/*');
    await expect(waiting).toHaveCount(0);
    await page.getByRole('link', { name: /Smew/ }).first().click();
    await expect(page.getByLabel('Pose')).toHaveValue('diving');
    await saved(page);
  });

  test('a bench run goes on where it was, with its times and what was stuck, though the server and the tab went', async ({
    page,
    context,
  }) => {
    await page.goto('/plan/demo-heron/bench');
    await page.getByRole('button', { name: 'Begin a new run' }).click();
    await page.keyboard.press('Space');
    await page.route('**/api/**', (route) => route.abort());
    await page.waitForTimeout(1200);
    await page.getByRole('button', { name: 'Stuck here' }).click();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    await expect(
      page
        .getByRole('group', { name: 'Step 4, what to fold' })
        .or(page.getByRole('img', { name: 'Step 4, what to fold' }))
        .first(),
    ).toBeVisible();
    // A renderer that is killed in the very moment may still hold its last write to the browser's storage.
    await page.waitForTimeout(2000);
    await page.close();
    const later = await context.newPage();
    await later.goto('/plan/demo-heron/bench');
    await expect(later.getByTestId('stage-sentence')).toContainText('waits at step 4');
    await expect(later.getByRole('row').nth(1)).toContainText('2');
    const runs = async () =>
      (await (await later.request.get('/api/plans/demo-heron/runs')).json()) as {
        record: { at: number; steps: { seconds: number; stuck: boolean }[] };
      }[];
    await expect.poll(async () => (await runs()).at(-1)!.record.at).toBe(3);
    expect((await runs()).at(-1)!.record.steps[1]).toMatchObject({
      stuck: true,
      seconds: expect.any(Number),
    });
    expect((await runs()).at(-1)!.record.steps[1]!.seconds).toBeGreaterThanOrEqual(1);
  });

  test('a plan that is not there, a screen that breaks, an address that is none', async ({ page }) => {
    await page.goto('/plan/nowhere/folds');
    await expect(page.getByRole('heading', { name: 'This plan is not here' })).toBeVisible();
    await page.goto('/somewhere/else');
    await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  });
});

test('deleting asks, goes into the bin, and everything comes back from there', async ({ page }) => {
  await beginPlan(page, 'Pochard');
  await saved(page);
  await page.getByRole('button', { name: 'Delete this plan' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: 'Delete this plan' }).click();
  await page.getByRole('button', { name: 'Put it into the bin' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Pochard lies in the bin' })).toBeInViewport();
  await page.goto('/drawer');
  const out = page.getByRole('button', { name: /^take out/ }).first();
  const taken = (await out.textContent())!.replace('take out ', '');
  await out.click();
  await expect(page.getByText(`${taken} was taken out.`)).toBeVisible();
  await page.goto('/');
  await page.getByRole('link', { name: /^Bin, \d+ things/ }).click();
  await expect(page.getByRole('row', { name: /Pochard/ })).toContainText('plan');
  await page
    .getByRole('row', { name: taken })
    .getByRole('button', { name: /bring back/ })
    .click();
  await expect(page.getByRole('row', { name: taken })).toHaveCount(0);
  await page
    .getByRole('row', { name: /Pochard/ })
    .getByRole('button', { name: /bring back/ })
    .click();
  await page.getByRole('link', { name: 'Back to the cast' }).click();
  await expect(page.getByRole('heading', { name: 'Pochard' })).toBeVisible();
});

test('what is typed into a form is there again after the tab was closed', async ({ page, context }) => {
  await page.goto('/drawer');
  await page.getByRole('button', { name: 'Put a paper in' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Sedge');
  await page.getByLabel('Note').fill('half typed');
  await page.close();
  const again = await context.newPage();
  await again.goto('/drawer');
  await again.getByRole('button', { name: 'Put a paper in' }).click();
  await expect(again.getByLabel('Note')).toHaveValue('half typed');
  await again.getByRole('button', { name: 'Keep this paper' }).click();
  await expect(again.getByRole('row', { name: /Sedge/ })).toBeVisible();
});

test.describe('with the worker that keeps the page', () => {
  test.use({
    serviceWorkers: 'allow',
    expectTrouble: { allow: [/Failed to load resource/, /ERR_INTERNET_DISCONNECTED|ERR_FAILED/] },
  });

  test('the server gone right after a plan opened, every stage opens, also after a reload', async ({
    page,
    context,
  }) => {
    await page.goto('/plan/demo-newt/brief');
    await expect(page.getByLabel('Name of the plan')).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => true));
    await context.setOffline(true);
    await page.getByLabel('Pose').fill('under a stone');
    await expect(page.getByTestId('save-notice')).toContainText('Go on working');
    await expect(page.getByTestId('save-notice')).not.toContainText('not opened yet');
    for (const stage of ['Parts', 'Paper', 'Marks', 'Folds', 'Finish', 'Bench', 'Diary']) {
      await pleat(page, stage).click();
      await expect(page.getByTestId('stage-sentence')).toBeVisible();
    }
    await page.reload();
    await expect(page.getByRole('heading', { name: 'The server is away' })).toBeVisible();
    await context.setOffline(false);
    await page.getByRole('button', { name: 'Try again' }).click();
    await pleat(page, 'Brief').click();
    await expect(page.getByLabel('Pose')).toHaveValue('under a stone');
    await saved(page);
  });
});

test('a fold that cannot be is refused in the picture with the reason, and another is offered', async ({
  page,
}) => {
  await beginPlan(page, 'Plover');
  await pleat(page, 'Folds').click();
  await expect(page.getByText('No steps yet. Every fold')).toBeVisible();
  await page.keyboard.press('v');
  await model(page).getByRole('button', { name: 'B', exact: true }).click();
  await model(page).getByRole('button', { name: 'A', exact: true }).click();
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(pleat(page, 'Folds')).toContainText('1, all flat');
  // The lower layer of the book, folded towards the viewer, would have to pass through the upper one.
  await page.keyboard.press('v');
  await model(page).getByRole('button', { name: 'A', exact: true }).press('Enter');
  await model(page).getByRole('button', { name: 'mid AB', exact: true }).click();
  await expect(page.getByText('Paper would pass through itself')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep this fold' })).toHaveCount(0);
  await page.keyboard.press('m');
  await expect(page.getByRole('button', { name: 'Keep this fold' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('composer')).toHaveCount(0);
});

test('a step whose landmark is gone keeps its place, says what is missing, and is mended by undo', async ({
  page,
}) => {
  await page.goto('/plan/demo-owl/folds');
  await page.getByRole('button', { name: /^Step 30,/ }).click();
  await page.getByRole('button', { name: /^Leave out \(used by/ }).click();
  await expect(pleat(page, 'Folds')).toContainText('stuck');
  await expect(
    page.getByText(/cannot be folded\. The step to be repeated is gone|refers to is gone/).first(),
  ).toBeVisible();
  await page
    .getByRole('button', { name: /^Mend step/ })
    .first()
    .click();
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).toContainText('40, all flat');
  await page.getByRole('button', { name: /^Step 34,/ }).press('Alt+ArrowLeft');
  await expect(pleat(page, 'Folds')).toContainText('40');
  await page.keyboard.press('Control+z');
  await expect(pleat(page, 'Folds')).toContainText('40, all flat');
  await saved(page);
});

test('a size that no paper in the drawer has is told', async ({ page }) => {
  await beginPlan(page, 'Crane');
  await write(page, 'Wanted size', '2 m'.replace(' m', '000'));
  await pleat(page, 'Parts').click();
  await page.getByRole('button', { name: 'Choose Book fold' }).click();
  await page.getByRole('button', { name: 'Begin the folds with this base' }).click();
  await pleat(page, 'Paper').click();
  await expect(page.getByText(/No paper in the drawer is large enough/)).toBeVisible();
});

test('a fold engine that closes without a word is noticed, said and started again', async ({ page }) => {
  await page.addInitScript(() => {
    const Real = window.Worker;
    const made: Worker[] = [];
    Object.assign(window, { madeWorkers: made });
    window.Worker = class extends Real {
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        made.push(this);
      }
    };
  });
  await page.goto('/plan/demo-newt/folds');
  await expect(pleat(page, 'Folds')).toContainText('38, all flat');
  await expect
    .poll(() =>
      page.evaluate(async () =>
        ((await navigator.locks.query()).held ?? []).some((l) => /worker/.test(l.name!)),
      ),
    )
    .toBe(true);
  await page.evaluate(() => {
    const [engine] = (window as unknown as { madeWorkers: Worker[] }).madeWorkers;
    engine!.terminate();
  });
  await expect(page.getByRole('alert')).toContainText('The fold engine stopped');
  // Started again, it answers: the note goes, and a step left out is counted.
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: /^Step 34,/ }).click();
  await page.getByRole('button', { name: /^Leave out/ }).click();
  await expect(pleat(page, 'Folds')).toContainText('37, all flat');
});
