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
import { type Point, areaOf, centroidOf, isInside, moveBy, rotationRound } from '../../src/geometry/index.ts';
import { readPosed } from '../../src/readings/index.ts';
import { replaySequence } from '../../src/sequence/index.ts';
import { checkForm, flatForm, framesOf, toSurface } from '../../src/shaping/index.ts';
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

  test.each([
    ['Heron', buildHeronPlan(), 3],
    ['Moth', buildMothPlan(), -4],
  ] as const)(
    '%s: paper carried round the axis of a turn lies where the engine folds it at the other amount',
    (_name, plan, more) => {
      const replay = foldedOf(plan);
      const { shaped, pose, sideMm } = readPosed(plan, replay);
      const material = { sideMm, caliperMm: 0.09 };
      const own = toSurface(shaped.form, material, pose);
      const [first] = plan.shaping;
      const changed = plan.shaping.map((s) =>
        s === first && s.act.kind === 'turn' ? { ...s, act: { ...s.act, degrees: s.act.degrees + more } } : s,
      );
      const further = readPosed({ ...plan, shaping: changed }, replay);
      const wanted = toSurface(further.shaped.form, material, pose);
      const turns = own.turns.filter((t) => t.step === first!.id || t.step === plan.shaping[1]!.id);
      expect(turns).toHaveLength(2);
      const carried = new Float32Array(own.triangles);
      for (const { from, axis, radians, pieces } of turns) {
        const by = (Math.sign(radians) * Math.sign(turns[0]!.radians) * more * Math.PI) / 180;
        const motion = rotationRound([...from], [...axis], by);
        own.pieces.forEach((piece, t) => {
          if (!pieces.includes(piece)) return;
          for (let k = t * 9; k < t * 9 + 9; k += 3)
            carried.set(moveBy(motion, [carried[k]!, carried[k + 1]!, carried[k + 2]!]), k);
        });
      }
      // Each stands on its own table: what is compared are the ways from one corner of the body.
      const still = own.pieces.findIndex((p) => turns.every((t) => !t.pieces.includes(p))) * 9;
      const apart = (a: Float32Array, i: number): number => a[i]! - a[still + (i % 3)]!;
      const off = Array.from(carried).map((_, i) => Math.abs(apart(carried, i) - apart(wanted.triangles, i)));
      expect(own.triangles).toHaveLength(wanted.triangles.length);
      expect(Math.max(...off)).toBeLessThan(1e-3);
      expect(Math.max(...Array.from(own.triangles).map((v, i) => Math.abs(v - carried[i]!)))).toBeGreaterThan(
        1,
      );
    },
  );

  test('played, the shaping begins flat and ends as it is kept, each step by itself', () => {
    const plan = buildHeronPlan();
    const replay = foldedOf(plan);
    const { shaped, sideMm } = readPosed(plan, replay);
    const frames = [...framesOf({ replay, steps: plan.shaping, sideMm }, shaped, 4)];
    expect(frames.map((f) => f.step)).toEqual(
      shaped.steps.flatMap((s) => (s.act.kind === 'hand' ? [] : Array<number>(4).fill(s.number))),
    );
    for (const { step, share, form } of frames) {
      const { after } = shaped.steps[step - 1]!;
      if (share === 1) expect(form).toBe(after);
      else expect(Math.abs(form.hinges.at(-1)!.radians)).toBeLessThan(Math.abs(after.hinges.at(-1)!.radians));
      expect(checkForm(form)).toMatchObject({ crossings: 0 });
    }
  });
});
