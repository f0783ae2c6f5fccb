import { readFile } from 'node:fs/promises';
import { beginPlan, expect, sentence, test } from './support.ts';

test('a booklet, a pattern at full size and files for other programs are taken along', async ({ page }) => {
  test.slow();
  await page.goto('/plan/demo-moth/brief');
  await expect(sentence(page)).toContainText('the wished size holds');
  await page.getByRole('button', { name: 'Take along' }).click();
  const leaf = page.getByRole('dialog', { name: 'Take it with you' });
  const save = async (name: string): Promise<[string, string]> => {
    const download = page.waitForEvent('download');
    await leaf.getByRole('button', { name, exact: true }).click();
    const file = await download;
    return [file.suggestedFilename(), await readFile(await file.path(), 'latin1')];
  };
  await leaf.getByLabel('Folded by').fill('A folder of the marsh');
  const [booklet, pdf] = await save('Save the booklet');
  expect([booklet, pdf.slice(0, 5)]).toEqual(['moth-booklet.pdf', '%PDF-']);
  await expect(leaf.getByRole('status')).toHaveText('Saved as moth-booklet.pdf.');
  const [pattern, svg] = await save('SVG in mm');
  expect(pattern).toBe('moth-pattern.svg');
  expect(svg).toMatch(/width="[\d.]+mm" height="[\d.]+mm"/);
  await leaf.getByLabel('the other side of the paper up').check();
  const [, other] = await save('SVG in mm');
  expect(other).not.toBe(svg);
  const [fold, text] = await save('Save FOLD');
  expect(fold).toBe('moth.fold');
  const frames = (JSON.parse(text) as { file_frames: { frame_title: string }[] }).file_frames;
  expect(frames.at(-1)!.frame_title).toBe('shaped');
  expect((await save('DXF in mm'))[1]).toContain('SECTION');
  expect((await save('PDF over pages'))[1].slice(0, 5)).toBe('%PDF-');
  // Who folds it is remembered.
  await leaf.getByRole('button', { name: 'Close' }).click();
  await page.reload();
  await page.getByRole('button', { name: 'Take along' }).click();
  await expect(leaf.getByLabel('Folded by')).toHaveValue('A folder of the marsh');
});

test.describe('where pages cannot be written', () => {
  test.use({ expectTrouble: { allow: [/status of 400.*pattern\.pdf/, /ERR_FAILED.*booklet\.pdf/] } });

  test('a plan in which nothing is folded says so; with the server away the SVG is written all the same', async ({
    page,
  }) => {
    await beginPlan(page, 'Bare sheet');
    await page.getByRole('button', { name: 'Take along' }).click();
    const leaf = page.getByRole('dialog', { name: 'Take it with you' });
    await leaf.getByRole('button', { name: 'PDF over pages' }).click();
    await expect(leaf.getByRole('status')).toContainText('Nothing is creased yet');
    await page.goto('/plan/demo-moth/folds');
    await expect(sentence(page)).toContainText(/./);
    await page.getByRole('button', { name: 'Take along' }).click();
    await page.route('**/api/*.pdf*', (route) => route.abort());
    await leaf.getByRole('button', { name: 'Save the booklet' }).click();
    await expect(leaf.getByRole('status')).toContainText('The server that writes pages is away');
    const download = page.waitForEvent('download');
    await leaf.getByRole('button', { name: 'SVG in mm' }).click();
    expect((await download).suggestedFilename()).toBe('moth-pattern.svg');
  });
});

test('a web page for a friend opens from the disk alone, and its figure turns; strips and pictures are saved', async ({
  page,
  context,
}, info) => {
  test.slow();
  await page.goto('/plan/demo-hare/folds');
  await expect(sentence(page)).toContainText(/./);
  await page.getByRole('button', { name: 'Take along' }).click();
  const leaf = page.getByRole('dialog', { name: 'Take it with you' });
  const download = async (act: () => Promise<void>): Promise<[string, string]> => {
    const waits = page.waitForEvent('download');
    await act();
    const file = await waits;
    const path = info.outputPath(file.suggestedFilename());
    await file.saveAs(path);
    return [file.suggestedFilename(), path];
  };
  const [name, path] = await download(() => leaf.getByRole('button', { name: 'Save Web page' }).click());
  expect(name).toBe('hare.html');
  const friend = await context.newPage();
  const asked: string[] = [];
  friend.on('request', (r) => asked.push(r.url()));
  await friend.goto(`file://${path}`);
  const figure = friend.getByRole('img', { name: /drag it, or press the arrow keys/ });
  await expect(friend.getByRole('heading', { name: 'Shaping' })).toBeVisible();
  const before = await figure.screenshot();
  await figure.focus();
  await friend.keyboard.press('ArrowLeft');
  const turned = await figure.screenshot();
  expect(turned.equals(before)).toBe(false);
  const box = (await figure.boundingBox())!;
  await friend.mouse.move(box.x + 200, box.y + 200);
  await friend.mouse.down();
  await friend.mouse.move(box.x + 320, box.y + 220);
  await friend.mouse.up();
  expect((await figure.screenshot()).equals(turned)).toBe(false);
  expect(asked.filter((url) => !/^(file|data):/.test(url))).toEqual([]);
  await friend.close();
  await leaf.getByLabel('What is on it').selectOption('strips with the marks of each edge');
  const [, strip] = await download(() => leaf.getByRole('button', { name: 'SVG in mm' }).click());
  expect(await readFile(strip, 'utf8')).toContain(', from A</text>');
  await leaf.getByLabel('px wide').fill('640');
  await leaf.getByLabel('px wide').blur();
  const [picture, png] = await download(() => leaf.getByRole('button', { name: 'Save PNG' }).click());
  expect(picture).toBe('hare-finished.png');
  const bytes = await readFile(png);
  expect([bytes.readUInt32BE(16), bytes.readUInt32BE(20)]).toEqual([640, 640]);
});
