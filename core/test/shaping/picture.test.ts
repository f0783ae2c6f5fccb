import { describe, expect, test } from '@jest/globals';
import {
  buildFerryPlan,
  buildHeronPlan,
  buildMothPlan,
  buildNewtPlan,
  buildOtterPlan,
  buildOwlPlan,
} from '../../src/demo/index.ts';
import { drawForm } from '../../src/drawing/index.ts';
import { buildArrangement } from '../../src/folded/index.ts';
import { type Point, areaOf, centroidOf, isInside } from '../../src/geometry/index.ts';
import { readPosed } from '../../src/readings/index.ts';
import { replaySequence } from '../../src/sequence/index.ts';
import { flatForm, toSurface } from '../../src/shaping/index.ts';
import type { Plan } from '../../src/plan/index.ts';

const foldedOf = ({ sheet, points, steps }: Plan) => replaySequence({ sheet: sheet.shape, points, steps });
const upright = (p: readonly Point[]): Point[] => (areaOf(p) < 0 ? [...p].reverse() : [...p]);

describe('the picture of a figure in space', () => {
  test.each(
    [
      buildOwlPlan(),
      buildHeronPlan(),
      buildOtterPlan(),
      buildNewtPlan(),
      buildMothPlan(),
      buildFerryPlan(),
    ].map((p) => [p.name, p] as const),
  )(
    '%s, still flat: from the front the top layer is seen everywhere, from behind the lowest',
    (_name, plan) => {
      const state = foldedOf(plan).steps.at(-1)!.after;
      const form = flatForm(state);
      const cells = buildArrangement(state).cells.filter((c) => c.layers.length > 0 && c.area > 1e-5);
      for (const z of [1, -1]) {
        const { items } = drawForm(form, { up: [0, 1, 0], towards: [0, 0, z] });
        const facets = items.flatMap((i) => (i.kind === 'facet' ? [i] : []));
        const wrong = cells.filter((cell) => {
          const [x, y] = centroidOf(cell.outline);
          const at: Point = [x * z, y];
          const seen = facets.findLast((f) => isInside(upright(f.points), at, -1e-9));
          return seen?.facet !== (z > 0 ? cell.layers[0] : cell.layers.at(-1));
        });
        expect({ z, wrong: wrong.length, of: cells.length }).toEqual({ z, wrong: 0, of: cells.length });
      }
    },
  );

  test('paper edge on is darker, and a shaped figure is as wide as its depth from the side', () => {
    const plan = buildHeronPlan();
    const { shaped, pose, sideMm } = readPosed(plan, foldedOf(plan));
    const side = drawForm(shaped.form, { up: pose.up, towards: [1, 0, 0] });
    expect((side.bounds.maxX - side.bounds.minX) * sideMm).toBeGreaterThan(0.8 * pose.depthMm);
    const shades = side.items.flatMap((i) => (i.kind === 'facet' ? [i.depth] : []));
    const front = drawForm(shaped.form, { up: pose.up, towards: [0, 0, 1] });
    const lit = front.items.flatMap((i) => (i.kind === 'facet' ? [i.depth] : []));
    const mean = (list: number[]): number => list.reduce((s, v) => s + v, 0) / list.length;
    expect(mean(shades)).toBeGreaterThan(mean(lit) + 3);
  });

  test('on its table nothing lies under it, and the weight stands over its foot', () => {
    const plan = buildHeronPlan();
    const { shaped, pose, sideMm } = readPosed(plan, foldedOf(plan));
    const { triangles, pieces, foot, weight, support } = toSurface(
      shaped.form,
      { sideMm, caliperMm: 0.09 },
      pose,
    );
    const heights = Array.from(triangles).filter((_, i) => i % 3 === 1);
    expect(Math.min(...heights)).toBeCloseTo(0, 4);
    expect(pieces).toHaveLength(triangles.length / 9);
    expect([foot[0], foot[2]]).toEqual([expect.closeTo(weight[0], 6), expect.closeTo(weight[2], 6)]);
    expect(support.length).toBeGreaterThan(2);
  });
});
