import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, test } from './support.ts';

/** The calendar as it is on the morning of the first of December. */
async function openCalendar(page: Page): Promise<void> {
  await page.clock.setFixedTime(new Date('2026-12-01T10:00:00'));
  await page.goto('/calendar');
  await expect(page.getByTestId('calendar-sentence')).toBeVisible({ timeout: 60_000 });
}

const sentence = (page: Page) => page.getByTestId('calendar-sentence');
const blocks = (page: Page, name: string | RegExp) =>
  page.getByRole('group', { name: /Evenings with/ }).getByRole('button', { name });

/** Events of an iCalendar file that begin at an hour, begin and end in minutes, and the title; notes of a whole day are left out. */
function eventsOf(text: string): { title: string; from: number; to: number }[] {
  return text
    .replace(/\r?\n[ \t]/g, '')
    .split('BEGIN:VEVENT')
    .slice(1)
    .flatMap((event) => {
      const begin = /DTSTART[^:]*:(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)/.exec(event);
      if (!begin) return [];
      const [, y, mo, d, h, mi] = begin.map(Number);
      const hours = Number(/DURATION:PT(?:(\d+)H)?/.exec(event)?.[1] ?? 0);
      const minutes = Number(/DURATION:PT(?:\d+H)?(?:(\d+)M)?/.exec(event)?.[1] ?? 0);
      const from = Date.UTC(y!, mo! - 1, d, h, mi) / 60_000;
      return [{ title: /SUMMARY:(.*)/.exec(event)![1]!.trim(), from, to: from + 60 * hours + minutes }];
    });
}

test('the figures of the marsh are planned for the show: in time, without collision, the sheets known', async ({
  page,
}) => {
  test.slow();
  await openCalendar(page);
  await expect(sentence(page)).toHaveText(
    /^\d+ models, \d+ foldings, \d+ evenings: all of it is ready in time\.$/,
  );
  const models = page.getByRole('region', { name: 'Models' });
  for (const name of ['Barn owl', 'Heron', 'Otter', 'Hare', 'Newt', 'Moth', 'Ferry keeper'])
    await expect(models.getByRole('link', { name, exact: true }).first()).toBeVisible();
  await expect(models.getByRole('listitem').filter({ hasText: 'Moth' })).toContainText(
    '5 wanted, 1 to try, 1 more for tries that fail',
  );
  await expect(
    page.getByRole('region', { name: 'Sheets' }).getByRole('listitem').filter({ hasText: 'Moth mulberry' }),
  ).toContainText('in the drawer');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as iCalendar' }).click();
  const events = eventsOf(await readFile(await (await download).path(), 'utf8'));
  const evenings = events.filter((e) => !/: (dry|press)/.test(e.title)).sort((a, b) => a.from - b.from);
  expect(evenings.length).toBeGreaterThan(12);
  const clashes = evenings.slice(1).filter((e, i) => e.from < evenings[i]!.to - 1);
  expect(clashes).toEqual([]);
  const dries = events.filter((e) => e.title.startsWith('Newt') && e.title.includes('dry'));
  expect(dries.length).toBeGreaterThan(0);
  for (const d of dries) expect(d.to - d.from).toBe(840);
});

test('the sheets of all models are cut together, in the order of the cuts', async ({ page }) => {
  test.slow();
  await page.clock.setFixedTime(new Date('2026-12-01T12:00:00'));
  await page.goto('/calendar');
  await page.getByRole('button', { name: 'How the sheets are cut' }).click({ timeout: 60_000 });
  const leaf = page.getByRole('dialog');
  const heron = leaf.getByRole('region', { name: 'Heron slate two-colour' });
  await expect(heron.getByTestId('cutting-says')).toContainText('no way of cutting takes fewer');
  await expect(heron.getByRole('img', { name: /Heron 240 mm/ })).toBeVisible();
  const gold = leaf.getByRole('region', { name: 'Marsh gold two-colour' });
  await expect(gold.getByRole('img', { name: /Barn owl 104 mm/ }).first()).toBeVisible();
  await expect(gold.getByText(/2 cuts/).first()).toBeVisible();
});

test('an evening is moved by hand and stays there; the rest follows; let go, it goes back', async ({
  page,
}) => {
  test.slow();
  await openCalendar(page);
  const first = blocks(page, /^Ferry keeper/).first();
  const before = await first.getAttribute('aria-label');
  // By key: a narrow block's words reach over its neighbour.
  await first.press('Enter');
  const own = page.getByRole('region', { name: /^Ferry keeper/ });
  await own.getByLabel('Hold it on').fill('2026-12-05');
  await expect(own).toContainText('5 December 2026');
  await expect(own).toContainText('held');
  await expect(sentence(page)).toBeVisible();
  await page.reload();
  await expect(sentence(page)).toBeVisible({ timeout: 60_000 });
  await expect(blocks(page, /^Ferry keeper.*held$/).first()).toBeVisible();
  await blocks(page, /^Ferry keeper.*held$/)
    .first()
    .press('Enter');
  await page.getByRole('button', { name: 'Let it go' }).click();
  await expect(blocks(page, /held$/)).toHaveCount(0);
  await expect(blocks(page, /^Ferry keeper/).first()).toHaveAttribute('aria-label', before!);
});

test('what is late is said with how much, and a remedy that was tried mends it; no evening at all is told', async ({
  page,
}) => {
  test.slow();
  await openCalendar(page);
  for (const day of ['Mon', 'Sat', 'Sun']) await page.getByLabel(`Minutes of an evening, ${day}`).fill('0');
  await expect(sentence(page)).toContainText(/ late/);
  const helps = page.getByRole('region', { name: 'What would help' });
  const solving = helps
    .getByRole('listitem')
    .filter({ hasText: 'nothing is late then' })
    .filter({ has: page.getByRole('button', { name: 'Take it' }) });
  await solving.first().getByRole('button', { name: 'Take it' }).click();
  await expect(sentence(page)).toContainText('all of it is ready in time');
  for (const day of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'])
    await page.getByLabel(`Minutes of an evening, ${day}`).fill('0');
  await expect(
    page.getByText('No evening has any time; give at least one day of the week some minutes.'),
  ).toBeVisible();
  for (const [day, minutes] of [
    ['Mon', 60],
    ['Tue', 60],
    ['Wed', 60],
    ['Thu', 60],
    ['Sat', 120],
    ['Sun', 120],
  ] as const)
    await page.getByLabel(`Minutes of an evening, ${day}`).fill(String(minutes));
  await expect(sentence(page)).toContainText('all of it is ready in time');
});
