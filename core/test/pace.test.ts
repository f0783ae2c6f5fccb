import { describe, expect, test } from '@jest/globals';
import { buildChance, toNormal } from '../src/chance/index.ts';
import { type StepTime, learnPaces, paceOf, timeKindOf, timesOfRuns } from '../src/schedule/index.ts';

const time = (run: string, kind: string, seconds: number, foreseenSeconds = 60): StepTime => ({
  run,
  kind,
  seconds,
  foreseenSeconds,
});

describe('honest time', () => {
  test.each([
    [0.4, 240, 'paged'],
    [8, 60, 'paged'],
    [9.1, 60, 'folded'],
    [1.5, 3, 'paged'],
    [60, 60, 'folded'],
    [479, 60, 'folded'],
    [481, 60, 'paused'],
    [170, 6, 'folded'],
    [54_000, 60, 'paused'],
  ])('%d s where %d s were foreseen is %s', (seconds, foreseenSeconds, what) => {
    expect(timeKindOf({ seconds, foreseenSeconds })).toBe(what);
  });

  test('one run of quick presses changes no forecast, and is told', () => {
    const paged = Array.from({ length: 31 }, (_, i) => time('r', i % 2 ? 'sink' : 'fold', 0.4));
    const learned = learnPaces(paged);
    expect([learned.pace, learned.runs, learned.steps, learned.paged]).toEqual([1, 0, 0, 31]);
    expect(learned.byRun.r).toEqual({ folded: 0, paged: 31, paused: 0 });
    const honest = [time('s', 'fold', 72), time('s', 'fold', 72)];
    expect(learnPaces([...honest, ...paged]).pace).toBe(learnPaces(honest).pace);
  });

  test('an evening that lay overnight counts for the steps that were folded', () => {
    const run = [time('r', 'fold', 66), time('r', 'fold', 40_000), time('r', 'fold', 66)];
    const learned = learnPaces(run);
    expect([learned.steps, learned.paused]).toEqual([2, 1]);
    expect(learned.pace).toBeGreaterThan(1);
    expect(learned.pace).toBeLessThan(1.1);
  });

  test('the pace is drawn towards 1 while runs are few, and follows them when they are many', () => {
    const runs = (n: number): StepTime[] => Array.from({ length: n }, (_, i) => time(`r${i}`, 'fold', 120));
    const paces = [0, 1, 3, 10, 100].map((n) => learnPaces(runs(n)).pace);
    expect(paces[0]).toBe(1);
    // One run of twice the time: log 2 / (1 + 0.09 / 0.16), by hand.
    expect(paces[1]).toBeCloseTo(Math.exp(Math.log(2) / (1 + 0.09 / 0.16)), 12);
    for (let i = 1; i < paces.length; i++) expect(paces[i]!).toBeGreaterThan(paces[i - 1]!);
    expect(paces[4]).toBeCloseTo(2, 1);
    const wide = [1, 10].map((n) => learnPaces(runs(n))).map((l) => l.high / l.low);
    expect(wide[1]).toBeLessThan(wide[0]!);
  });

  test('many steps of one run are one run', () => {
    const one = learnPaces(Array.from({ length: 40 }, () => time('r', 'fold', 120)));
    expect(one.pace).toBeCloseTo(learnPaces([time('r', 'fold', 120)]).pace, 12);
  });

  test('a kind has a pace of its own, drawn towards the common one; a kind never timed has the common one', () => {
    const times = Array.from({ length: 6 }, (_, i) => [
      time(`r${i}`, 'fold', 60),
      time(`r${i}`, 'sink', 240),
    ]).flat();
    const learned = learnPaces(times);
    const [fold, sink] = [paceOf(learned, 'fold'), paceOf(learned, 'sink')];
    expect(fold).toBeLessThan(learned.pace);
    expect(sink).toBeGreaterThan(learned.pace);
    expect(sink).toBeLessThan(4);
    expect(paceOf(learned, 'petal')).toBe(learned.pace);
    expect(paceOf(1.3, 'petal')).toBe(1.3);
  });

  test('law: of folders drawn from the prior, nine in ten have their pace within the 90 % range', () => {
    const chance = buildChance(11);
    let inside = 0;
    const folders = 3000;
    for (let f = 0; f < folders; f++) {
      const own = 0.4 * toNormal(chance);
      const runs = 1 + Math.floor(chance() * 6);
      const times = Array.from({ length: runs }, (_, r) =>
        time(`r${r}`, 'fold', 100 * Math.exp(own + 0.3 * toNormal(chance)), 100),
      );
      const { low, high } = learnPaces(times);
      if (low <= Math.exp(own) && Math.exp(own) <= high) inside++;
    }
    expect(inside / folders).toBeGreaterThan(0.88);
    expect(inside / folders).toBeLessThan(0.92);
  });
});

test('runs of other plans teach the pace by what they say themselves; what they do not say is left out', () => {
  const run = (id: string, seconds: number, known: boolean) => ({
    id,
    startedAt: `2026-11-0${id}T19:00:00.000Z`,
    steps: [
      { seconds, kind: known ? 'sink' : null, foreseenSeconds: known ? 200 : null },
      { seconds: 1, kind: 'sink', foreseenSeconds: 200 },
    ],
  });
  const times = timesOfRuns([run('1', 400, true), run('2', 400, true), run('3', 400, false)]);
  expect(times.map((t) => [t.run, t.seconds])).toEqual([
    ['3', 1],
    ['2', 400],
    ['2', 1],
    ['1', 400],
    ['1', 1],
  ]);
  const learned = learnPaces(times);
  expect(learned.runs).toBe(2);
  expect(learned.paged).toBe(3);
  expect(paceOf(learned, 'sink')).toBeGreaterThan(paceOf(learned, 'petal'));
  expect(paceOf(learned, 'petal')).toBeGreaterThan(1.2);
});
