import { type Browser, chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { buildPlan } from '../core/src/plan/index.ts';
import { generateSteps } from '../core/test/generated.ts';
import { type Row, median, row } from '../cli/src/bench/index.ts';
import { chromiumArgs, findChromium } from './chromium.mjs';

/** How long the pages take in the browser, on a server of its own with the demo's data. */
export async function timePages(): Promise<Row[]> {
  const rows: Row[] = [];
  const note = (what: string, ms: number): void => void rows.push(row(what, ms));
  const port = 4891;
  const server = spawn('node', ['--import', 'tsx', 'server/src/main.ts'], {
    env: { ...process.env, PORT: String(port), DB_FILE: ':memory:', SEED: 'demo' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve) => server.stdout.once('data', () => resolve()));
  const browser = await chromium.launch({ executablePath: findChromium(), args: chromiumArgs });
  try {
    const [cast, folds, redraw]: [number[], number[], number[]] = [[], [], []];
    for (let i = 0; i < 3; i++) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      let began = performance.now();
      await page.goto(`http://127.0.0.1:${port}/`);
      await page.getByRole('group', { name: 'The cast at one scale' }).waitFor();
      cast.push(performance.now() - began);
      began = performance.now();
      await page.goto(`http://127.0.0.1:${port}/plan/demo-owl/folds`);
      await page.getByRole('button', { name: /^Step 40,/ }).waitFor();
      folds.push(performance.now() - began);
      await page.getByRole('button', { name: /^Step 39,/ }).click();
      redraw.push(
        await page.evaluate(async () => {
          const button = [...document.querySelectorAll('button')].find((b) =>
            b.textContent?.startsWith('Leave out'),
          )!;
          const strip = document.querySelector('[data-testid="strip"]')!;
          const before = strip.children.length;
          const start = performance.now();
          button.click();
          await new Promise<void>((resolve) => {
            const watch = new MutationObserver(() => strip.children.length < before && resolve());
            watch.observe(strip, { childList: true });
          });
          return performance.now() - start;
        }),
      );
      await page.getByRole('button', { name: 'Undo', exact: true }).click();
      await page.getByTestId('save-state').getByText('saved').waitFor();
      await page.close();
    }
    await timeLongPlan(browser, `http://127.0.0.1:${port}`, note);
    note('cast: from asking for the page to the silhouettes', median(cast));
    note('folds of the owl: from asking for the page to the strip', median(folds));
    note('folds of the owl: a step left out until the strip has changed', median(redraw));
  } finally {
    await browser.close();
    server.kill('SIGTERM');
  }
  return rows;
}

/** A plan of 200 steps: how long until it can be worked on; and how a corner dragged over the table keeps up. */
async function timeLongPlan(
  browser: Browser,
  base: string,
  note: (what: string, ms: number) => void,
): Promise<void> {
  const plan = { ...buildPlan('Long plan'), steps: generateSteps(200, 3) };
  const made = await fetch(`${base}/api/plans`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ plan }),
  });
  if (!made.ok) throw new Error(`The long plan was not taken: ${await made.text()}`);
  const { id } = (await made.json()) as { id: string };
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  // By the page's own clock, when the strip has been painted: asked from outside, the answer waits for the next pause.
  await page.addInitScript({
    content: `new MutationObserver(function (changes, watch) {
      if (document.querySelectorAll('[data-testid=strip] > li').length <= 200) return;
      watch.disconnect();
      requestAnimationFrame(function () { setTimeout(function () { window.stripStands = performance.now(); }); });
    }).observe(document, { childList: true, subtree: true });`,
  });
  const opened: number[] = [];
  for (let i = 0; i < 5; i++) {
    await page.goto(`${base}/plan/${id}/folds`);
    await page.locator('[data-testid=strip] > li').nth(200).waitFor();
    let at: unknown;
    for (let tries = 0; tries < 100 && typeof at !== 'number'; tries++) {
      at = await page.evaluate('window.stripStands');
      await page.waitForTimeout(20);
    }
    if (typeof at !== 'number') throw new Error('The strip of the long plan was never painted.');
    opened.push(at);
  }
  note('a plan of 200 steps: from asking for the page to the strip', median(opened));
  await page.close();
  const newt = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await newt.goto(`${base}/plan/demo-newt/folds`);
  await newt.getByRole('button', { name: /^Step 34,/ }).click();
  const picture = newt.getByRole('img', { name: /^The model after/ });
  const box = (await picture.boundingBox())!;
  // The tip of the tail: the drawn point farthest to the right.
  const tip = await picture.evaluate((svg) => {
    let best = { x: 0, y: 0 };
    for (const shape of svg.querySelectorAll<SVGGeometryElement>('path, polygon')) {
      const toScreen = shape.getScreenCTM()!;
      for (let i = 0; i <= 60; i++) {
        const at = shape.getPointAtLength((shape.getTotalLength() * i) / 60).matrixTransform(toScreen);
        if (at.x > best.x) best = { x: at.x, y: at.y };
      }
    }
    return best;
  });
  await newt.mouse.move(tip.x, tip.y);
  await newt.mouse.down();
  // As text: names the compiler adds to inner functions are unknown on the page.
  await newt.evaluate(
    `window.frameGaps = []; window.lastFrame = performance.now();
     requestAnimationFrame(function tick(now) {
       frameGaps.push(now - lastFrame); lastFrame = now; requestAnimationFrame(tick);
     })`,
  );
  for (let i = 0; i < 120; i++)
    await newt.mouse.move(
      box.x + box.width * (0.5 + 0.3 * Math.cos(i / 9)),
      box.y + box.height * (0.5 + 0.3 * Math.sin(i / 9)),
    );
  const gaps = await newt.evaluate(() => (window as unknown as { frameGaps: number[] }).frameGaps.slice(2));
  await newt.mouse.up();
  note('a corner of the newt dragged: from frame to frame', median(gaps));
  note(
    'a corner of the newt dragged: slowest frame of twenty',
    [...gaps].sort((a, b) => b - a)[Math.floor(gaps.length / 20)]!,
  );
  await newt.close();
}
