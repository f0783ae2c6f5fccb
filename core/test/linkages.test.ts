import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../src/chance/index.ts';
import type { FlatState } from '../src/folded/index.ts';
import { type Line, type Point, between, isTurned } from '../src/geometry/index.ts';
import { buildCastPlans } from '../src/demo/index.ts';
import { crimp, reflectBeyond } from '../src/moves/index.ts';
import { replaySequence } from '../src/sequence/index.ts';
import { type Play, PLAY_FRAMES, buildPlay, buildPlayMesh } from '../src/play/index.ts';
import { often } from './long.ts';
import { fold, square, through } from './builders.ts';

/** The sheet folded along its diagonal AC: a flap at C of two layers, its spine on AC. */
const triangle = (): FlatState => fold(square(), through([0, 0], [1, 1]), [0.9, 0.1]);
const tip: Point = [0.99, 0.995];

/** Reverses the tip along a line that crosses the spine at a share of it, at an angle from it in degrees. */
function reverse(share: number, degrees: number): { before: FlatState; after: FlatState } | undefined {
  const before = triangle();
  const [corner, along]: [Point, number] = [between([0, 0], [1, 1], share), ((45 + degrees) * Math.PI) / 180];
  const line: Line = through(corner, [corner[0] + Math.cos(along), corner[1] + Math.sin(along)]);
  const made = reflectBeyond(before, { line, flap: [tip], mode: 'auto', step: 'r' });
  return made.ok ? { before, after: made.value.state } : undefined;
}

/** The largest change of length of a side and the farthest a corner leaves the mirror image of its twin. */
function strainOf(play: Play): number {
  let worst = 0;
  const [first] = play.frames;
  const far = (x: Float32Array, u: number, v: number): number =>
    Math.hypot(x[3 * u]! - x[3 * v]!, x[3 * u + 1]! - x[3 * v + 1]!, x[3 * u + 2]! - x[3 * v + 2]!);
  for (let t = 0; t < play.triangles.length; t += 3)
    for (const [a, b] of [
      [0, 1],
      [1, 2],
      [2, 0],
    ] as const) {
      const [u, v] = [play.triangles[t + a]!, play.triangles[t + b]!];
      const rest = far(first!, u, v);
      for (const frame of play.frames) worst = Math.max(worst, Math.abs(far(frame, u, v) - rest));
    }
  return worst;
}

describe('a reverse fold moves as a linkage of plates', () => {
  test.each([
    ['inside, a little', 0.7, 20],
    ['inside, half a turn of the tip', 0.7, 45],
    ['inside, nearly back', 0.7, 80],
    ['outside, a little', 0.7, 160],
    ['outside, half way', 0.7, 135],
    ['outside, steep', 0.75, 110],
  ])('%s: nothing is stretched, nothing goes through', (_, share, degrees) => {
    const states = reverse(share, degrees);
    expect(states).toBeDefined();
    const play = buildPlay(states!.before, states!.after)!;
    expect([play.kind, play.isCovered]).toEqual(['linked', false]);
    expect(play.truth.crossings).toBe(0);
    expect(strainOf(play)).toBeLessThan(1e-5);
    expect(play.frames).toHaveLength(PLAY_FRAMES);
    const mesh = buildPlayMesh(states!.before, states!.after)!;
    // The last frame is the second state; the halves of the tip part on the way.
    const last = play.frames.at(-1)!;
    mesh.second.forEach((p, v) => {
      expect(last[3 * v]).toBeCloseTo(p[0], 6);
      expect(last[3 * v + 1]).toBeCloseTo(p[1], 6);
    });
    const middle = play.frames[(PLAY_FRAMES - 1) / 2]!;
    const heights = middle.filter((__, k) => k % 3 === 2);
    expect(Math.max(...heights)).toBeGreaterThan(0.01);
    // What lies in front goes to the front as far as what lies behind goes back.
    expect(Math.max(...heights)).toBeCloseTo(-Math.min(...heights), 6);
  });

  test('random lines across the flap, in and out: each linkage is exact', () => {
    const chance = buildChance(5);
    let linked = 0;
    const tries = often(12, 200);
    for (let k = 0; k < tries; k++) {
      const states = reverse(0.6 + 0.3 * chance(), 15 + 150 * chance());
      const play = states && buildPlay(states.before, states.after);
      if (play?.kind !== 'linked') continue;
      linked++;
      expect(strainOf(play)).toBeLessThan(1e-5);
      expect(play.truth.leap).toBeLessThan(0.15);
    }
    expect(linked).toBeGreaterThan(0.7 * tries);
  });
});

/** Crimps the tip between two lines that cross the spine at shares of it, at angles in degrees; both alike in one point. */
function crimped(
  shares: readonly [number, number],
  degrees: readonly [number, number],
  mode: 'inside' | 'outside',
): { before: FlatState; after: FlatState } | undefined {
  const before = triangle();
  const [near, far] = shares.map((share, i): Line => {
    const corner = between([0, 0], [1, 1], share);
    const along = ((45 + degrees[i]!) * Math.PI) / 180;
    return through(corner, [corner[0] + Math.cos(along), corner[1] + Math.sin(along)]);
  });
  const made = crimp(before, { lines: [near!, far!], flap: [tip], mode, step: 'c' });
  return made.ok ? { before, after: made.value.state } : undefined;
}

describe('a crimp moves as a linkage of plates', () => {
  test.each([
    ['inside, lines from one point', [0.7, 0.7], [80, 65], 'inside'],
    ['outside, lines from one point', [0.7, 0.7], [80, 65], 'outside'],
    ['inside, lines apart', [0.65, 0.75], [85, 75], 'inside'],
    ['outside, lines apart', [0.65, 0.75], [105, 95], 'outside'],
  ] as const)('%s', (_, shares, degrees, mode) => {
    const states = crimped(shares, degrees, mode);
    expect(states).toBeDefined();
    const play = buildPlay(states!.before, states!.after)!;
    expect([play.kind, play.isCovered]).toEqual(['linked', false]);
    expect(play.truth.crossings).toBe(0);
    expect(strainOf(play)).toBeLessThan(1e-5);
    // What lies still before and after lies still all the way.
    const mesh = buildPlayMesh(states!.before, states!.after)!;
    const rest = mesh.triangles.flatMap((corners, t) => (mesh.still[t] ? [...corners] : []));
    const far = rest.reduce((a, b) =>
      mesh.first[b]![0] + mesh.first[b]![1] < mesh.first[a]![0] + mesh.first[a]![1] ? b : a,
    );
    for (const frame of play.frames) expect(frame[3 * far]).toBeCloseTo(mesh.first[far]![0], 6);
  });

  test('random crimps, in and out: each linkage is exact', () => {
    const chance = buildChance(9);
    let [made, linked] = [0, 0];
    for (let k = 0; k < often(16, 200); k++) {
      const near = 0.55 + 0.2 * chance();
      // Lines that lean to the tip are crimped inside, those that lean to the body outside.
      const first = k % 2 === 0 ? 50 + 40 * chance() : 105 + 40 * chance();
      const states = crimped(
        [near, near + 0.05 + 0.1 * chance()],
        [first, first - 5 - 20 * chance()],
        k % 2 === 0 ? 'inside' : 'outside',
      );
      if (!states) continue;
      made++;
      const play = buildPlay(states.before, states.after);
      if (play?.kind !== 'linked') continue;
      linked++;
      expect(strainOf(play)).toBeLessThan(1e-5);
    }
    expect(made).toBeGreaterThan(8);
    expect(linked).toBeGreaterThan(0.9 * made);
  });

  test('paper that lies over what opens is told: the wings of the heron over its body', () => {
    const { sheet, points, steps } = buildCastPlans().heron!;
    const body = replaySequence({ sheet: sheet.shape, points, steps }).steps.find(
      (t) => t.step.id === 'body',
    )!;
    const play = buildPlay(body.before, body.after)!;
    expect([play.kind, play.isCovered]).toEqual(['linked', true]);
  });

  test('the tip of a crimp is only turned: no fold within it changes', () => {
    let crimps = 0;
    for (const { sheet, points, steps } of Object.values(buildCastPlans()))
      for (const { move, before, after } of replaySequence({ sheet: sheet.shape, points, steps }).steps) {
        if (move.kind !== 'crimp') continue;
        crimps++;
        const mesh = buildPlayMesh(before, after)!;
        const isTip = (t: number): boolean => !mesh.still[t] && !isTurned(mesh.motions[t]!);
        const changed = mesh.hinges.filter((h) => isTip(h.left) && isTip(h.right) && h.from !== h.to);
        expect(changed).toEqual([]);
        const play = buildPlay(before, after)!;
        expect([play.kind, play.isCovered]).toEqual(['linked', false]);
      }
    expect(crimps).toBe(3);
  });
});
