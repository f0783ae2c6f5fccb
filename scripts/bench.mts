/**
 * npm run bench: how long the engine and the pages take on this machine. Prints medians beside those of the committed
 * table in docs/benchmarks.md; nothing here passes or fails. `npm run bench -- engine` leaves the pages out, `--write`
 * puts the new figures into the table.
 */
import { spawn } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { type Browser, chromium } from '@playwright/test';
import { bases, foldBase } from '../core/src/bases/index.ts';
import { buildChance } from '../core/src/chance/index.ts';
import { type PatternInput, buildPattern, foldPattern } from '../core/src/creases/index.ts';
import { castFigures } from '../core/src/demo/cast/index.ts';
import {
  buildHeronPlan,
  buildNewtPlan,
  buildOwlSteps,
  foldAtRandom,
  lanternDrawer,
} from '../core/src/demo/index.ts';
import { DRAFT_CALLS, draftFigure } from '../core/src/draft/index.ts';
import { drawModel } from '../core/src/drawing/index.ts';
import { buildEffort } from '../core/src/effort/index.ts';
import { type FlatState, facetOnModel, facetOnSheet } from '../core/src/folded/index.ts';
import { patternOf } from '../core/src/formats/index.ts';
import { type Line, type Point, boundsOf, centroidOf, lineOnto } from '../core/src/geometry/index.ts';
import { buildLayerProblem, countOrders, searchOrder } from '../core/src/layers/index.ts';
import { canDeepen, deepen } from '../core/src/alignments/index.ts';
import { judgeSequence, mostReplays } from '../core/src/slips/index.ts';
import { type MarkWish, findWays } from '../core/src/ways/index.ts';
import { foldOver, ghostOf, reflectBeyond } from '../core/src/moves/index.ts';
import { buildPlan } from '../core/src/plan/index.ts';
import { playStep } from '../core/src/play/index.ts';
import { toReadings, toWindowInput } from '../core/src/readings/index.ts';
import { replaySequence, write } from '../core/src/sequence/index.ts';
import { defaultSettings } from '../core/src/settings/index.ts';
import { toWindow } from '../core/src/window/index.ts';
import { generateSteps } from '../core/test/generated.ts';
import { poses } from '../core/test/poses.ts';
import { mapPattern, problem } from '../core/test/patterns.ts';
import { chromiumArgs, findChromium } from './chromium.mjs';

const TABLE = 'docs/benchmarks.md';

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

const rows: { what: string; ms: string; before: string }[] = [];
const before = new Map(
  readFileSync(TABLE, 'utf8')
    .split('\n')
    .flatMap((line): [string, string][] => {
      const [, what, ms] = line.split('|').map((c) => c.trim());
      return what && ms && /^[\d.]+$/.test(ms) ? [[what, ms]] : [];
    }),
);
const note = (what: string, ms: number): void =>
  void rows.push({ what, ms: ms.toFixed(1), before: before.get(what) ?? '' });

/** Layer order of one folded stack of about so many facets, senses known and unknown; and how the time grows. */
function timeLayers(): void {
  const points: { facets: number; ms: number }[] = [];
  for (const wanted of [100, 300, 1000, 2000]) {
    const input = patternOf(foldAtRandom(wanted, 7));
    for (const known of [true, false]) {
      const asked: PatternInput = known
        ? input
        : {
            ...input,
            edges: input.edges.map((e) => ({ ...e, assignment: e.assignment === 'B' ? 'B' : 'U' })),
          };
      const built = buildPattern(asked);
      if (!built.ok) throw new Error(built.fault[0]!.text);
      const pattern = built.value;
      if (!known && pattern.facets.length > 1500) continue;
      const ms = time(wanted > 500 ? 1 : 5, () => {
        const found = searchOrder(buildLayerProblem(pattern, foldPattern(pattern)), buildEffort(1e8));
        if (found.kind !== 'found') throw new Error(found.kind);
      });
      note(
        `first order, ${pattern.facets.length} facets in one stack, senses ${known ? 'known' : 'unknown'}`,
        ms,
      );
      if (known) points.push({ facets: pattern.facets.length, ms });
    }
  }
  const [a, b] = [points[1]!, points.at(-1)!];
  const exponent = Math.log(b.ms / a.ms) / Math.log(b.facets / a.facets);
  process.stdout.write(
    `first order grows as facets to the ${exponent.toFixed(2)} (pairs to the ${(exponent / 2).toFixed(2)})\n`,
  );
}

function timeCounts(): void {
  for (const [name, columns, lines] of [
    ['strip of 10 stamps', 10, 1],
    ['map 2 x 6', 6, 2],
    ['map 3 x 3', 3, 3],
  ] as const) {
    const asked = problem(mapPattern(columns, lines));
    note(
      `all orders counted, ${name}`,
      time(1, () => countOrders(asked, buildEffort(1e9))),
    );
  }
}

/** Moves along random lines: right through one stack, the worst case of each, and across a figure as folders fold them. */
function timeMoves(): void {
  const { points, steps } = castFigures.newt;
  const newt = replaySequence({ sheet: { kind: 'square' }, points, steps }).steps.at(-1)!.after;
  const states = [50, 200, 500].map((wanted) => foldAtRandom(wanted, 5));
  for (const state of states) timeMovesOn(state, `${state.facets.length} facets in one stack`);
  timeMovesOn(newt, `the newt's ${newt.facets.length} facets`);
}

function timeMovesOn(state: FlatState, where: string): void {
  const chance = buildChance(99);
  const box = boundsOf(state.facets.flatMap((_, f) => facetOnModel(state, f)));
  const at = (): Point => [
    box.minX + chance() * (box.maxX - box.minX),
    box.minY + chance() * (box.maxY - box.minY),
  ];
  const tries = Array.from({ length: 24 }, () => ({
    line: lineOnto(at(), at())!,
    flap: [centroidOf(facetOnSheet(state, Math.floor(chance() * state.facets.length)))],
  }));
  const moves: Record<string, (line: Line, flap: Point[]) => { ok: boolean }> = {
    'placement alone (ghost)': (line, flap) => ghostOf(state, { line, flap, hold: [], layers: 'all' }),
    'valley fold, all layers': (line, flap) =>
      foldOver(state, { line, flap, hold: [], layers: 'all', sense: 'valley', step: 'x' }),
    'tucked fold': (line, flap) =>
      foldOver(state, { line, flap, hold: [], layers: 'flap', tuck: true, sense: 'valley', step: 'x' }),
    'reverse fold': (line, flap) => reflectBeyond(state, { line, flap, mode: 'auto', step: 'x' }),
    'open sink tried': (line, flap) => reflectBeyond(state, { line, flap, mode: 'sink', step: 'x' }),
  };
  for (const [name, make] of Object.entries(moves)) {
    // The first round warms the compiler up, as a session at the table would have done.
    const rounds = [0, 1].map(() =>
      tries.flatMap(({ line, flap }) => {
        const began = performance.now();
        const tried = make(line, flap);
        return tried.ok || name === 'open sink tried' ? [performance.now() - began] : [];
      }),
    );
    note(`${name}, ${where}`, median(rounds[1]!));
  }
}

/** Every kind of move as the cast makes it: the median and the slowest over all figures, with the facets it had. */
function timeKinds(): void {
  const times = new Map<string, { ms: number; facets: number }[]>();
  for (const { points, steps } of Object.values(castFigures)) {
    const sequence = { sheet: { kind: 'square' as const }, points, steps };
    const whole = replaySequence(sequence);
    whole.steps.forEach(({ move, after }, i) => {
      const upTo = { ...sequence, steps: steps.slice(0, i + 1) };
      const before = { sequence: upTo, start: whole.start, steps: whole.steps.slice(0, i) };
      const ms = time(3, () => replaySequence(upTo, before));
      times.set(move.kind, [...(times.get(move.kind) ?? []), { ms, facets: after.facets.length }]);
    });
  }
  for (const [kind, list] of [...times].sort(([a], [b]) => a.localeCompare(b))) {
    const slowest = list.reduce((a, b) => (b.ms > a.ms ? b : a));
    note(`${kind} in the cast, ${list.length} of them: median`, median(list.map((t) => t.ms)));
    note(`${kind} in the cast: slowest, ${slowest.facets} facets`, slowest.ms);
  }
}

function timeCast(): void {
  for (const [name, { points, steps }] of Object.entries(castFigures)) {
    const sequence = { sheet: { kind: 'square' as const }, points, steps };
    const facets = replaySequence(sequence).steps.at(-1)!.after.facets.length;
    note(
      `the ${name} of the cast, ${steps.length} steps, ${facets} facets: replay from nothing`,
      time(3, () => replaySequence(sequence)),
    );
  }
}

/** Motions between two flat states: one of each kind in the cast, and how many kinds of each are shown. */
function timeMotions(): void {
  const times = new Map<string, { ms: number; facets: number; shown: boolean }[]>();
  for (const { points, steps } of Object.values(castFigures)) {
    const whole = replaySequence({ sheet: { kind: 'square' }, points, steps });
    for (const step of whole.steps) {
      const began = performance.now();
      const play = playStep(step);
      if (!play) continue;
      const own = {
        ms: performance.now() - began,
        facets: step.after.facets.length,
        shown: play.kind !== 'none',
      };
      times.set(step.move.kind, [...(times.get(step.move.kind) ?? []), own]);
    }
  }
  for (const [kind, list] of [...times].sort(([a], [b]) => a.localeCompare(b))) {
    const shown = list.filter((t) => t.shown).length;
    note(`motion of a ${kind}, ${shown} of ${list.length} shown: median`, median(list.map((t) => t.ms)));
    note(`motion of a ${kind}: slowest`, Math.max(...list.map((t) => t.ms)));
  }
}

/** Drafts of the poses they are measured on: how many come out as wanted, how many can be read, and how long it takes. */
function timeDrafts(): void {
  const folded = bases.filter((b) => b.sheet.kind === 'square').map(foldBase);
  const times: number[] = [];
  let [accepted, readable] = [0, 0];
  for (const figure of poses) {
    const began = performance.now();
    const made = draftFigure(figure, folded, buildEffort(DRAFT_CALLS), { own: { kind: 'square' } });
    times.push(performance.now() - began);
    const best = made.ok ? made.value[0]!.verdict : undefined;
    if (best?.isAccepted) accepted++;
    if (best?.isAccepted && best.isReadable) readable++;
    process.stderr.write(
      `${figure.name}: ${best ? `${best.isAccepted ? 'accepted' : 'not accepted'}, ${best.isReadable ? 'readable' : 'not readable'}, ${Math.round(best.outlineOff * 100)} % off` : 'none'}\n`,
    );
  }
  note(
    `draft of a pose, ${accepted} of ${poses.length} accepted, ${readable} also readable: median`,
    median(times),
  );
  note('draft of a pose: slowest', Math.max(...times));
}

/** The window of the sheet, as it is computed at every frame of a drag. */
function timeWindow(): void {
  const plan = buildHeronPlan();
  const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
  const { limits, sigma } = defaultSettings;
  const none = { runs: [], diary: [], otherDiary: [], limits, sigma, unit: 'mm' as const };
  const input = toWindowInput(plan, toReadings({ plan, replay, ...none }), limits, lanternDrawer);
  if (!input) throw new Error('broken promise: the heron is folded');
  note(
    'the window of the sheet computed anew, a thousand times',
    time(9, () => {
      for (let i = 0; i < 1000; i++) toWindow(input);
    }),
  );
}

/** The tables of marks, and what an answer from them takes. */
function timeMarks(): void {
  const sheets = {
    square: { kind: 'square' },
    'root-two sheet': { kind: 'rectangle', width: 1.414, height: 1 },
    'half square': { kind: 'triangle' },
  } as const;
  for (const [name, sheet] of Object.entries(sheets)) {
    const ask = (wish: MarkWish): void => void findWays(sheet, wish, { prefix: 'b', near: 0.2 / 300 });
    const began = performance.now();
    canDeepen(sheet);
    note(`marks: quick table of a ${name}`, performance.now() - began);
    const deeper = performance.now();
    if (canDeepen(sheet)) {
      deepen(sheet, () => undefined);
      note(`marks: four creases of a ${name}`, performance.now() - deeper);
    }
    const liked = performance.now();
    findWays(
      sheet,
      { kind: 'share', edge: 'AB', share: 0.3217 },
      { prefix: 'b', near: 0.2 / 300, both: true },
    );
    note(`marks: first answer with two marks onto two lines, ${name}`, performance.now() - liked);
    for (const [what, wish] of [
      ['1/19 of an edge', { kind: 'share', edge: 'AB', share: '1/19' }],
      ['a place', { kind: 'point', at: [0.3141, 0.2718] }],
      ['a line', { kind: 'line', through: [0, 0], degrees: 23 }],
    ] as const)
      note(
        `marks: ways to ${what}, ${name}`,
        time(5, () => ask(wish)),
      );
  }
}

/** A hand's slips carried through whole figures. */
function timeSlips(): void {
  const { sigma } = defaultSettings;
  for (const [name, plan] of [
    ['heron', buildHeronPlan()],
    ['newt', buildNewtPlan()],
  ] as const) {
    const { steps, points, sheet } = plan;
    const replay = replaySequence({ sheet: sheet.shape, points, steps });
    const began = performance.now();
    judgeSequence({ replay, pairs: [], sigma }, buildEffort(mostReplays(replay)));
    note(`marks: slips through the ${steps.length} steps of the ${name}`, performance.now() - began);
  }
}

/** A step put into a plan: replay, drawings and readings. */
function timeEdits(): void {
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
      const crease = write.writeStep(`edit-${at}`, {
        kind: 'crease',
        sense: 'valley',
        line: {
          kind: 'through',
          a: { kind: 'sheet', at: [0.1, 0.2] },
          b: { kind: 'sheet', at: [0.3, 0.25] },
        },
        through: 'all',
      });
      const changed = { ...sequence, steps: [...steps.slice(0, at), crease, ...steps.slice(at)] };
      const replay = replaySequence(changed, whole);
      replay.steps.slice(at).forEach((s) => drawModel(s.after, MOST_RESTING));
      const plan = {
        ...buildPlan('bench'),
        steps: changed.steps,
        sheet: { ...buildPlan('bench').sheet, shape: sequence.sheet, sideMm: 200 },
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
}

if (process.argv.includes('drafts')) timeDrafts();
else if (!process.argv.includes('pages')) {
  timeLayers();
  timeCounts();
  timeMoves();
  timeKinds();
  timeCast();
  timeMotions();
  timeEdits();
  timeWindow();
  timeMarks();
  timeSlips();
}
if (!process.argv.includes('engine') && !process.argv.includes('drafts')) await timePages();

async function timePages(): Promise<void> {
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
    await timeLongPlan(browser, `http://127.0.0.1:${port}`);
    note('cast: from asking for the page to the silhouettes', median(cast));
    note('folds of the owl: from asking for the page to the strip', median(folds));
    note('folds of the owl: a step left out until the strip has changed', median(redraw));
  } finally {
    await browser.close();
    server.kill('SIGTERM');
  }
}

/** A plan of 200 steps: how long until it can be worked on; and how a corner dragged over the table keeps up. */
async function timeLongPlan(browser: Browser, base: string): Promise<void> {
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

console.table(rows);
if (process.argv.includes('--write')) {
  // Drafts take minutes and are measured by themselves: their rows stay when they are not.
  const own = process.argv.includes('drafts')
    ? []
    : [...before].filter(([what]) => what.startsWith('draft of'));
  const kept = [...rows, ...own.map(([what, ms]) => ({ what, ms }))];
  const width = Math.max(...kept.map((r) => r.what.length));
  const table = [
    `| ${'what'.padEnd(width)} | ms     |`,
    `| ${'-'.repeat(width)} | ------ |`,
    ...kept.map((r) => `| ${r.what.padEnd(width)} | ${r.ms.padEnd(6)} |`),
  ].join('\n');
  const text = readFileSync(TABLE, 'utf8');
  writeFileSync(TABLE, text.replace(/\|[\s\S]*\|/, table));
}
