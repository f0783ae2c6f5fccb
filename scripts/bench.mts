/** npm run bench: how long the engine and the pages take on this machine. Prints medians; nothing here passes or fails. */
import { spawn } from 'node:child_process';
import { chromium } from '@playwright/test';
import { drawModel } from '../core/src/drawing/index.ts';
import { buildPlan } from '../core/src/plan/index.ts';
import { toReadings } from '../core/src/readings/index.ts';
import { replaySequence } from '../core/src/sequence/index.ts';
import { defaultSettings } from '../core/src/settings/index.ts';
import { buildOwlSteps } from '../core/src/demo/index.ts';
import { generateSteps } from '../core/test/generated.ts';
import { chromiumArgs, findChromium } from './chromium.mjs';

const median = (times: number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
function time(runs: number, work: () => unknown): number {
  work();
  return median(
    Array.from({ length: runs }, () => {
      const began = performance.now();
      work();
      return performance.now() - began;
    }),
  );
}

/** Thumbnails with more resting creases show none, as on the page. */
const MOST_RESTING = 80;

const rows: { what: string; ms: string }[] = [];
const note = (what: string, ms: number): void => void rows.push({ what, ms: ms.toFixed(1) });

for (const [name, steps] of [
  ['owl', buildOwlSteps()],
  ['generated', generateSteps(40, 11)],
] as const) {
  const sequence = { sheet: { kind: 'square' as const }, points: {}, steps };
  const whole = replaySequence(sequence);
  const facets = whole.steps.at(-1)!.after.facets.length;
  note(
    `${name}, ${steps.length} steps, ${facets} facets: replay from nothing`,
    time(9, () => replaySequence(sequence)),
  );
  const edit = (at: number): void => {
    const crease = {
      ...steps[0]!,
      id: `edit-${at}`,
      move: {
        kind: 'crease',
        sense: 'valley',
        line: {
          kind: 'through',
          a: { kind: 'sheet', at: [0.1, 0.2] },
          b: { kind: 'sheet', at: [0.3, 0.25] },
        },
        through: 'all',
        soft: false,
      } as const,
    };
    const changed = { ...sequence, steps: [...steps.slice(0, at), crease, ...steps.slice(at)] };
    const replay = replaySequence(changed, whole);
    replay.steps.slice(at).forEach((s) => drawModel(s.after, MOST_RESTING));
    const plan = {
      ...buildPlan('bench'),
      steps: changed.steps,
      sheet: { shape: sequence.sheet, sideMm: 200 },
    };
    toReadings({
      plan,
      replay,
      runs: [],
      diary: [],
      otherDiary: [],
      limits: defaultSettings.limits,
      sigma: defaultSettings.sigma,
      unit: 'mm',
    });
  };
  for (const at of [5, 20, 35])
    note(
      `${name}: crease put in at step ${at}, replay, drawings, readings`,
      time(9, () => edit(at)),
    );
}

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
  note('cast: from asking for the page to the silhouettes', median(cast));
  note('folds of the owl: from asking for the page to the strip', median(folds));
  note('folds of the owl: a step left out until the strip has changed', median(redraw));
} finally {
  await browser.close();
  server.kill('SIGTERM');
}
console.table(rows);
