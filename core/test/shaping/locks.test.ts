import { describe, expect, test } from '@jest/globals';
import { buildHeronPlan, buildOtterPlan } from '../../src/demo/index.ts';
import { facetsAt, findFlaps } from '../../src/folded/index.ts';
import { type Point, apply, distance } from '../../src/geometry/index.ts';
import type { Plan } from '../../src/plan/index.ts';
import { Reader } from '../../src/references/index.ts';
import { poseAsk, readPosed } from '../../src/readings/index.ts';
import { contextAfter, replaySequence } from '../../src/sequence/index.ts';
import { type LockRead, glueDotMm2, readLock } from '../../src/shaping/index.ts';

function open(plan: Plan) {
  const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
  const { shaped, sideMm } = readPosed(plan, replay);
  const reader = new Reader(contextAfter(replay), (line) => line);
  const places = Object.keys(plan.points).map((name) => reader.paper({ kind: 'named', name }));
  const { material } = poseAsk(plan, replay, sideMm);
  const read = (tab: string, mouth: [Point, Point], caliperMm = material.caliperMm) =>
    readLock({ tab, mouth }, replay, shaped, { ...material, caliperMm });
  return { plan, replay, shaped, places, material, read, flaps: findFlaps(shaped.flat.state) };
}

describe.each([
  ['heron', open(buildHeronPlan())],
  ['otter', open(buildOtterPlan())],
])('locks of the %s', (_, { replay, shaped, places, material, read, flaps }) => {
  const pairs = places.slice(0, 7).flatMap((a, i) => places.slice(i + 1, 7).map((b) => [a, b] as const));
  const locks = flaps
    .slice(0, 2)
    .flatMap((f) => pairs.map(([a, b]) => ({ f, a, b, lock: read(f.tip, [a, b]) })))
    .filter((l): l is typeof l & { lock: LockRead } => typeof l.lock !== 'string');
  const apartAfter = (n: number, a: Point, b: Point): number => {
    const state = n === 0 ? replay.start : replay.steps[n - 1]!.after;
    const [p, q] = [a, b].map((own) => apply(state.facets[facetsAt(state, own)[0]!]!.placement, own));
    return distance(p!, q!);
  };

  test('law: it goes in where the tab is no wider than the mouth less the thickness of the tab', () => {
    expect(locks.length).toBeGreaterThan(10);
    for (const { f, a, b, lock } of locks) {
      const flat = apartAfter(replay.steps.length, a, b) * material.sideMm;
      expect(lock.mouthMm).toBeCloseTo(flat, 9);
      expect(lock.freeMm).toBeCloseTo(flat - f.layers * material.caliperMm, 9);
      expect(lock.fits).toBe(f.width * material.sideMm <= flat - f.layers * material.caliperMm);
    }
    const thin = locks.map(({ f, a, b }) => read(f.tip, [a, b], 0.001) as LockRead);
    const thick = locks.map(({ f, a, b }) => read(f.tip, [a, b], 300) as LockRead);
    expect([thin.some((l) => l.fits), thick.some((l) => l.fits)]).toEqual([true, false]);
  });

  test('law: thicker paper never makes a tab fit that did not', () => {
    for (const { f, a, b, lock } of locks) {
      const thick = read(f.tip, [a, b], 1) as LockRead;
      expect(!thick.fits || lock.fits).toBe(true);
    }
  });

  test('law: from the step it is ready on the mouth is as it ends, and before it it was not', () => {
    for (const { a, b, lock } of locks) {
      const end = apartAfter(replay.steps.length, a, b);
      expect(apartAfter(lock.mouthReady, a, b)).toBeCloseTo(end, 7);
      if (lock.mouthReady > 0) expect(apartAfter(lock.mouthReady - 1, a, b)).not.toBeCloseTo(end, 7);
      expect(lock.tabReady).toBeLessThanOrEqual(replay.steps.length);
    }
  });

  test('a flap that is not free and a mouth without width are told; glue takes a third of half the tab', () => {
    expect(read('Z', [places[0]!, places[1]!])).toBe('no such flap');
    expect(read(flaps[0]!.tip, [places[0]!, places[0]!])).toBe('no mouth');
    const { lock } = locks[0]!;
    expect(glueDotMm2(lock)).toBeLessThan((lock.tabMm * lock.tabLengthMm) / 2);
    expect(shaped.steps.length).toBeGreaterThan(0);
  });
});
