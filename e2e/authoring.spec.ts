import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { beginPlan, expect, model, pleat, saved, sentence, test, tool } from './support.ts';

const sheet = (page: Page) => page.getByRole('group', { name: /The sheet after/ });
const mark = (page: Page, name: string | RegExp) =>
  model(page).getByRole('button', { name, exact: true }).last();

async function findBy(page: Page, method: string): Promise<void> {
  await page.getByLabel('Find the crease by').selectOption({ label: method });
}

async function keep(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Keep this fold' }).click();
  await expect(page.getByTestId('composer')).toHaveCount(0);
}

/** A crease between two landmarks, by pointer. */
async function crease(page: Page, a: string, b: string, behind = false): Promise<void> {
  await tool(page, 'Fold', 'Fold and unfold');
  await findBy(page, 'through two points');
  if (behind) await page.getByLabel('behind').check();
  await mark(page, a).click();
  await mark(page, b).click();
  await keep(page);
}

async function turnCrease(
  page: Page,
  ends: readonly [string, string],
  sense: 'valley' | 'mountain',
): Promise<void> {
  const [a, b] = ends;
  const line = sheet(page).getByRole('button', { name: new RegExp(`^crease (${a} to ${b}|${b} to ${a}):`) });
  for (let click = 0; click < (sense === 'valley' ? 1 : 2); click++) {
    await line.focus();
    await page.keyboard.press('Enter');
  }
  await expect(line).toHaveAccessibleName(new RegExp(`: ${sense}$`));
}

test('a new user folds the preliminary base and the bird base from an empty plan, by pointer', async ({
  page,
}) => {
  await beginPlan(page, 'Reed crane');
  await pleat(page, 'Folds').click();
  await expect(sentence(page)).toContainText('Choose a move to begin.');
  await crease(page, 'A', 'C');
  await expect(sentence(page)).toContainText('Fold and unfold along diagonal AC.');
  await crease(page, 'B', 'D');
  await crease(page, 'mid AB', 'mid CD', true);
  await crease(page, 'mid BC', 'mid DA', true);

  await tool(page, 'Collapse', 'Collapse');
  for (const middle of ['mid AB', 'mid BC', 'mid CD', 'mid DA'])
    await turnCrease(page, ['O', middle], 'mountain');
  await turnCrease(page, ['O', 'B'], 'valley');
  await expect(page.getByTestId('composer')).toContainText('Chosen: 1 valley, 4 mountain.');
  // Paper that stays where it is: any place of the sheet, which is large while its creases are chosen.
  await sheet(page).click({ position: { x: 90, y: 140 } });
  // One spoke is missing yet: the refusal says so, with the place, and draws the crease that is missing.
  await expect(page.getByRole('group', { name: /The model/ })).toBeVisible();
  await expect(page.getByText(/5 folded creases meet.*One more crease closes it/)).toBeVisible();
  await expect(page.getByTestId('missing-creases').locator('line')).toHaveCount(1);
  await turnCrease(page, ['O', 'D'], 'valley');
  await keep(page);
  await expect(pleat(page, 'Folds')).toContainText('6 facets, 4 layers at most');

  await tool(page, 'Collapse', 'Petal fold');
  await expect(page.getByTestId('composer')).toContainText('Choose the tip that is lifted.');
  // All corners lie on each other now, and the middles two by two: the upper ones bear the names.
  for (const corner of [/^[A-D]$/, 'O', /^mid (AB|CD)$/, /^mid (BC|DA)$/]) await mark(page, corner).click();
  await keep(page);
  await expect(sentence(page)).toContainText('Petal-fold');
  await page.getByRole('button', { name: 'Repeat…' }).click();
  await page.getByLabel('Repeat it').selectOption({ label: 'turned by 180°' });
  await page.getByLabel('behind').check();
  await page.getByRole('button', { name: 'Repeat', exact: true }).click();
  await expect(sentence(page)).toContainText('turned by 180°, behind');
  await expect(pleat(page, 'Folds')).toContainText('7, all flat');
  await expect(pleat(page, 'Folds')).toContainText('12 facets, 8 layers at most');
  await saved(page);

  // A standing bird: two of the points become neck and tail, turned by an angle.
  for (const [tip, degrees] of [
    ['B', '120'],
    ['D', '-120'],
  ] as const) {
    await tool(page, 'Reverse and crimp', 'Inside reverse');
    await findBy(page, 'by how far a limb turns');
    await page.getByLabel('Turns by, in degrees').fill(degrees);
    await page.keyboard.press('Tab');
    await expect(page.getByTestId('composer')).toContainText('Choose where the limb bends.');
    await mark(page, /^mid /).click();
    await mark(page, tip).click();
    await expect(page.getByText('It becomes')).toBeVisible();
    await keep(page);
    await expect(sentence(page)).toContainText('Inside-reverse-fold');
  }
  await expect(pleat(page, 'Folds')).toContainText('9, all flat');
  await saved(page);
});

/** Stretches of the sixteen creases that a bird base folds on, as the page names them, with their senses. */
const birdStretches: Readonly<Record<'valley' | 'mountain', readonly string[]>> = {
  valley: [
    'D to c2 × c6',
    'c2 × c6 to c2 × c16',
    'O to c2 × c16',
    'O to c2 × c15',
    'c2 × c5 to c2 × c15',
    'B to c2 × c5',
    'c1 × c13 to c3 × c5',
    'c1 × c13 to c4 × c6',
    'c1 × c14 to c3 × c10',
    'c1 × c14 to c4 × c8',
  ],
  mountain: [
    'O to c3 × c5',
    'O to c3 × c10',
    'O to c4 × c8',
    'O to c4 × c6',
    'A to c5 × c11',
    'c3 × c5 to c5 × c11',
    'A to c6 × c7',
    'c4 × c6 to c6 × c7',
    'B to c7 × c9',
    'c3 × c5 to c7 × c9',
    'B to c5 × c8',
    'c4 × c8 to c5 × c8',
    'stretch 45',
    'stretch 46',
    'stretch 51',
    'stretch 52',
    'stretch 57',
    'stretch 58',
    'D to c6 × c12',
    'c6 × c12 to c3 × c10',
  ],
};

test('a whole bird base is collapsed at once on sixteen resting creases, stretch by stretch', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const named = (name: string) => ({ kind: 'named', name });
  const at = (x: string, y: string) => ({ kind: 'sheet', at: [x, y] });
  const through = (a: unknown, b: unknown) => ({ kind: 'through', a, b });
  const bisector = (from: string, corner: string, to: string) => ({
    kind: 'bisector',
    from: named(from),
    at: named(corner),
    to: named(to),
  });
  const [near, far] = ['tan(22.5)/2', '1-tan(22.5)/2'];
  const lines = [
    through(named('A'), named('C')),
    through(named('B'), named('D')),
    through(named('mid AB'), named('mid CD')),
    through(named('mid BC'), named('mid DA')),
    ...['BAC', 'DAC', 'ABD', 'CBD', 'BCA', 'DCA', 'ADB', 'CDB'].map(([p, q, r]) => bisector(p!, q!, r!)),
    through(at('1/2', near), at(near, '1/2')),
    through(at('1/2', far), at(far, '1/2')),
    through(at('1/2', near), at(far, '1/2')),
    through(at(near, '1/2'), at('1/2', far)),
  ];
  const steps = lines.map((line, i) => ({
    id: `c${i + 1}`,
    move: { kind: 'crease', sense: 'valley', line, through: 'all' },
  }));
  const sketch = await (await page.request.get('/api/plans/demo-sketch')).json();
  const plan = { ...sketch.plan, name: 'Reed crane at once', marks: [], repeats: [], steps };
  const { id } = await (await page.request.post('/api/plans', { data: { plan } })).json();
  await page.goto(`/plan/${id}/folds`);
  await expect(pleat(page, 'Folds')).toContainText('16, all flat');
  await tool(page, 'Collapse', 'Collapse');
  for (const sense of ['valley', 'mountain'] as const)
    for (const name of birdStretches[sense]) {
      const line = (state: string) =>
        sheet(page).getByRole('button', { name: `crease ${name}: ${state}`, exact: true });
      await line('not used').press('Enter');
      if (sense === 'mountain') await line('valley').press('Enter');
      await expect(line(sense)).toHaveCount(1);
    }
  await expect(page.getByTestId('composer')).toContainText('Chosen: 10 valley, 20 mountain.');
  await sheet(page).click({ position: { x: 90, y: 140 } });
  await expect(page.getByText('It becomes')).toBeVisible();
  await keep(page);
  await expect(pleat(page, 'Folds')).toContainText('12 facets, 8 layers at most');
  await saved(page);
});

test('a point that is dragged brings the moves that take it there', async ({ page }) => {
  await beginPlan(page, 'Moth');
  await pleat(page, 'Folds').click();
  const from = await page.getByRole('img', { name: /The model after/ }).boundingBox();
  if (!from) throw new Error('the model is not drawn');
  // Corner B lies at the lower right of the square, corner D at the upper left.
  const size = Math.min(from.width, from.height) - 80;
  const [cx, cy] = [from.x + from.width / 2, from.y + from.height / 2];
  const corner = (dx: number, dy: number): [number, number] => [cx + (dx * size) / 2, cy + (dy * size) / 2];
  await page.mouse.move(...corner(1, 1));
  await page.mouse.down();
  await page.mouse.move(...corner(0.5, 0.5), { steps: 6 });
  await expect(page.getByTestId('drag-ghost').locator('polygon')).toHaveCount(1);
  await page.mouse.move(...corner(-1, -1), { steps: 8 });
  await page.mouse.up();
  const offered = page.getByRole('region', { name: 'Moves that bring it there' });
  await expect(offered.getByRole('heading')).toHaveText('B to D');
  await expect(offered.getByRole('listitem')).toHaveCount(3);
  await offered.getByRole('button', { name: /mountain/ }).click();
  await expect(sentence(page)).toContainText('Mountain-fold corner B to corner D.');
  await expect(pleat(page, 'Folds')).toContainText('1, all flat');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(pleat(page, 'Folds')).not.toContainText('1, all flat');
});

/** Presses Tab until the named control has the focus. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let k = 0; k < 260; k++) {
    const at = await page.evaluate(() => {
      const e = document.activeElement;
      const labels = e && 'labels' in e ? (e.labels as NodeListOf<HTMLLabelElement> | null) : null;
      const label = labels?.[0]?.childNodes[0]?.textContent?.trim() || labels?.[0]?.textContent?.trim();
      return label ?? e?.getAttribute('aria-label') ?? e?.textContent ?? '';
    });
    if (name.test(at)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`no control ${String(name)} can be reached by Tab`);
}

test('the bird base and a standing bird are folded with the keyboard alone', async ({ page }) => {
  await beginPlan(page, 'Marsh lantern');
  await page.keyboard.press('Escape');
  await pleat(page, 'Folds').focus();
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toContainText('Choose a move to begin.');
  const press = async (...names: RegExp[]): Promise<void> => {
    for (const name of names) {
      await tabTo(page, name);
      await page.keyboard.press('Enter');
    }
  };
  const kept = async (): Promise<void> => {
    await press(/^Keep this fold$/);
    await expect(page.getByTestId('composer')).toHaveCount(0);
  };
  for (const [a, b] of [
    ['A', 'B'],
    ['B', 'C'],
    ['B', 'D'],
    ['A', 'C'],
  ] as const) {
    await page.keyboard.press('c');
    await expect(page.getByTestId('composer')).toBeVisible();
    await press(new RegExp(`^${a}$`), new RegExp(`^${b}$`));
    await kept();
  }
  await expect(pleat(page, 'Folds')).toContainText('4, all flat');
  await page.keyboard.press('x');
  const clicked = async (a: string, b: string, times: number): Promise<void> => {
    await tabTo(page, new RegExp(`^crease (${a} to ${b}|${b} to ${a}):`));
    for (let k = 0; k < times; k++) await page.keyboard.press('Enter');
  };
  for (const middle of ['mid AB', 'mid BC', 'mid CD', 'mid DA']) await clicked('O', middle, 2);
  await clicked('O', 'B', 1);
  await clicked('O', 'D', 1);
  // Paper that stays where it is, by a landmark of its own.
  await press(/^A$/);
  await kept();
  await expect(pleat(page, 'Folds')).toContainText('6 facets, 4 layers at most');

  await page.keyboard.press('e');
  await press(/^A$/, /^O$/, /^mid AB$/, /^mid DA$/);
  await kept();
  await expect(sentence(page)).toContainText('Petal-fold');
  await press(/^Repeat…$/);
  await tabTo(page, /^Repeat it$/);
  await page.keyboard.type('turned by 180');
  await tabTo(page, /^behind$/);
  await page.keyboard.press('Space');
  await press(/^Repeat$/);
  await expect(pleat(page, 'Folds')).toContainText('12 facets, 8 layers at most');

  for (const [tip, degrees] of [
    ['B', '120'],
    ['D', '-120'],
  ] as const) {
    await page.keyboard.press('i');
    await tabTo(page, /^Find the crease by$/);
    await page.keyboard.type('by how far');
    await tabTo(page, /^Turns by/);
    await page.keyboard.press('Control+a');
    await page.keyboard.type(degrees);
    await press(/^mid (AB|BC|CD|DA)$/, new RegExp(`^${tip}$`));
    await kept();
    await expect(sentence(page)).toContainText('Inside-reverse-fold');
  }
  await expect(pleat(page, 'Folds')).toContainText('9, all flat');
  await saved(page);
});

test('what to see to stands in one list, and a drawing is saved as SVG and PNG', async ({ page }) => {
  await page.goto('/plan/demo-newt/folds');
  await page.getByRole('button', { name: /^Step 19,/ }).click();
  await page.getByText(/things to see to in the whole sequence/).click();
  const list = page.getByRole('list', { name: 'To see to in the whole sequence' });
  await expect(list.getByRole('listitem').first()).toBeVisible();
  const first = list.getByRole('button').first();
  const step = (await first.textContent())!.match(/step (\d+)/i)![1]!;
  await first.click();
  await expect(sentence(page)).toContainText(`Step ${step}:`);
  for (const [name, start] of [
    ['SVG', '<svg'],
    ['PNG', '\u0089PNG'],
  ] as const) {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name, exact: true }).click();
    const file = await download;
    expect(file.suggestedFilename()).toBe(`newt-${step.padStart(3, '0')}.${name.toLowerCase()}`);
    const content = await readFile(await file.path(), 'latin1');
    expect(content.startsWith(start)).toBe(true);
    expect(content.length).toBeGreaterThan(1000);
  }
});
