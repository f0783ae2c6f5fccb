import { describe, expect, test } from '@jest/globals';
import { bases, findBase } from '../src/bases/index.ts';
import { buildHeronPlan, buildMothPlan } from '../src/demo/index.ts';
import { type Play, buildPlayMesh, drawStill, playStep, triangulate } from '../src/play/index.ts';
import { areaOf } from '../src/geometry/index.ts';
import { type ReplayedStep, replaySequence, write } from '../src/sequence/index.ts';

const { at, onto, through, writeStep } = write;
const baseSteps = (id: string): readonly ReplayedStep[] => {
  const { sheet, points, steps } = findBase(id)!;
  return replaySequence({ sheet, points, steps }).steps;
};
type Written = Parameters<typeof writeStep>[1];
const only = (move: Written): ReplayedStep =>
  replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [writeStep('x', move)] }).steps[0]!;

/** Where the last frame lies, against the engine's own state: only a motion of the plane may lie between. */
function offBy(play: Play, step: ReplayedStep): number {
  const mesh = buildPlayMesh(step.before, step.after)!;
  const last = play.frames.at(-1)!;
  let worst = 0;
  // Distances between all corners of the coarse mesh are those of the engine's state.
  for (let u = 0; u < mesh.points.length; u++)
    for (let v = 0; v < u; v++) {
      const [p, q] = [mesh.second[u]!, mesh.second[v]!];
      const wanted = Math.hypot(p[0] - q[0], p[1] - q[1]);
      const now = Math.hypot(...[0, 1, 2].map((k) => last[3 * u + k]! - last[3 * v + k]!));
      worst = Math.max(worst, Math.abs(now - wanted));
    }
  return worst;
}

describe('the common mesh of two states', () => {
  test('covers the sheet with triangles none of which is flat, and no corner lies in another side', () => {
    for (const step of baseSteps('bird').slice(4)) {
      const mesh = buildPlayMesh(step.before, step.after)!;
      const areas = mesh.triangles.map((t) => areaOf(t.map((v) => mesh.points[v]!)));
      expect(Math.min(...areas)).toBeGreaterThan(1e-6);
      expect(areas.reduce((s, a) => s + a, 0)).toBeCloseTo(1, 9);
      // Euler for a disc: corners - sides + triangles = 1; a corner inside a side would break it.
      const sides = new Set(
        mesh.triangles.flatMap((t) => t.map((v, e) => [v, t[(e + 1) % 3]!].sort((a, b) => a - b).join())),
      );
      expect(mesh.points.length - sides.size + mesh.triangles.length).toBe(1);
    }
  });

  test('corners in the middle of a straight side stay corners', () => {
    const points = [
      [0, 0],
      [0.5, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const;
    const cut = triangulate([0, 1, 2, 3, 4], points);
    expect(cut).toHaveLength(3);
    expect(cut.flat()).toContain(1);
  });
});

describe('simple folds', () => {
  test('turn rigidly: no side changes its length, half way the moved corner stands over its line', () => {
    const step = only({
      kind: 'fold',
      sense: 'valley',
      line: through(at('B'), at('D')),
      flap: [at('C')],
      layers: 'flap',
    });
    const play = playStep(step)!;
    expect([play.kind, play.truth.crossings]).toEqual(['rigid', 0]);
    expect(play.truth.strain).toBeLessThan(1e-6);
    const mesh = buildPlayMesh(step.before, step.after)!;
    const corner = mesh.points.findIndex(([x, y]) => x === 1 && y === 1);
    const middle = play.frames[(play.frames.length - 1) / 2]!;
    expect([0, 1, 2].map((k) => middle[3 * corner + k]!)).toEqual([
      expect.closeTo(0.5, 6),
      expect.closeTo(0.5, 6),
      expect.closeTo(Math.SQRT1_2, 6),
    ]);
    expect(offBy(play, step)).toBeLessThan(1e-6);
  });

  test('a mountain fold goes away from the viewer, on turned paper too', () => {
    const line = through(at('B'), at('D'));
    for (const [sense, sign] of [
      ['valley', 1],
      ['mountain', -1],
    ] as const) {
      const fold: Written = { kind: 'fold', sense, line, flap: [at('C')], layers: 'flap' };
      const after = (steps: Written[]): ReplayedStep =>
        replaySequence({
          sheet: { kind: 'square' },
          points: {},
          steps: steps.map((m, i) => writeStep(`s${i}`, m)),
        }).steps.at(-1)!;
      for (const step of [only(fold), after([{ kind: 'turn', over: 'sideways' }, fold])]) {
        const { frames } = playStep(step)!;
        const heights = frames[24]!.filter((_, i) => i % 3 === 2);
        expect(Math.sign(heights.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a)))).toBe(sign);
      }
    }
  });

  test('a crease is folded and unfolded, and ends as it began', () => {
    const play = playStep(
      only({ kind: 'crease', sense: 'valley', line: onto(at('A'), at('C')), through: 'all' }),
    )!;
    expect(play.frames.at(-1)).toEqual(play.frames[0]);
    expect(Math.max(...play.frames[24]!)).toBeGreaterThan(0.05);
  });

  test.each([
    [{ kind: 'turn', over: 'sideways' }],
    [{ kind: 'turn', over: 'lengthways' }],
    [{ kind: 'rotate', degrees: 90 }],
  ] as const)('the whole model is moved for %j', (move) => {
    const step = only(move);
    const play = playStep(step)!;
    expect([play.kind, play.truth.strain]).toEqual(['rigid', 0]);
    expect(offBy(play, step)).toBeLessThan(1e-6);
  });
});

describe('folds that go together', () => {
  test.each([
    ['preliminary', 5],
    ['waterbomb', 5],
    ['fish', 2],
    ['fish', 3],
    ['bird', 6],
    ['frog', 7],
    ['blintz', 3],
  ])('%s base, step %i: true to paper within what is shown, and ends in the exact state', (id, number) => {
    const step = baseSteps(id)[number - 1]!;
    const play = playStep(step)!;
    expect(play.kind).toBe('solved');
    expect(play.truth.strain).toBeLessThan(0.01);
    expect(play.truth.crossings).toBeLessThanOrEqual(0.5);
    expect(offBy(play, step)).toBeLessThan(1e-6);
    // Between the flat ends the sheet is not flat.
    expect(Math.max(...play.frames[24]!.map((x, i) => (i % 3 === 2 ? Math.abs(x) : 0)))).toBeGreaterThan(
      0.01,
    );
  });

  test('nothing is shown that stretches the paper by over 5 % or goes through itself more than half a side each', () => {
    const steps = bases.slice(0, 8).flatMap((b) => baseSteps(b.id).filter((s) => !s.refusal));
    for (const step of steps) {
      const play = playStep(step);
      if (!play || play.kind === 'none') continue;
      expect(play.truth.strain).toBeLessThanOrEqual(0.05);
      expect(play.truth.crossings).toBeLessThanOrEqual(0.5);
    }
  });

  test('a reverse fold and a pleat in a figure move', () => {
    const { sheet, points, steps } = buildHeronPlan();
    const heron = replaySequence({ sheet: sheet.shape, points, steps }).steps;
    const body = playStep(heron.find((s) => s.step.id === 'body')!)!;
    expect(body.kind).toBe('linked');
    expect(body.truth.strain).toBeLessThan(1e-4);
    const moth = buildMothPlan();
    const pleat = replaySequence({
      sheet: moth.sheet.shape,
      points: moth.points,
      steps: moth.steps,
    }).steps.find((s) => s.step.id === 's15')!;
    const play = playStep(pleat)!;
    expect([play.kind, offBy(play, pleat) < 1e-6]).toEqual(['solved', true]);
  });
});

describe('a motion stopped on its way', () => {
  const collapse = baseSteps('preliminary').at(-1)!;
  const play = playStep(collapse)!;

  test('is drawn in space: all its paper, both sides where both are seen, folds and raw edges as lines', () => {
    const still = drawStill(play, 0.65)!;
    const facets = still.items.filter((i) => i.kind === 'facet');
    expect(facets).toHaveLength(play.triangles.length / 3);
    expect(new Set(facets.map((f) => f.side))).toEqual(new Set(['front', 'back']));
    expect(still.items.filter((i) => i.kind === 'line')).toHaveLength(play.lines.length);
    const { minX, maxX, minY, maxY } = still.bounds;
    expect(maxX - minX).toBeGreaterThan(0.3);
    expect(maxY - minY).toBeGreaterThan(0.3);
  });

  test('at its beginning it is the sheet seen at a slant: its area times the cosine of the slant', () => {
    const start = drawStill(play, 0)!;
    const area = start.items.reduce((sum, i) => {
      if (i.kind !== 'facet') return sum;
      const [p, q, r] = i.points as [[number, number], [number, number], [number, number]];
      return sum + Math.abs((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])) / 2;
    }, 0);
    const [below, aside] = [(38 * Math.PI) / 180, (24 * Math.PI) / 180];
    expect(area).toBeCloseTo(Math.cos(below) * Math.cos(aside), 3);
  });

  test('a motion that is not known gives none', () => {
    expect(drawStill({ ...play, kind: 'none' }, 0.5)).toBeUndefined();
  });
});
