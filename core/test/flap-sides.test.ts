import { describe, expect, test } from '@jest/globals';
import { bases, findBase, foldBase } from '../src/bases/index.ts';
import { buildArrangement, layersUnder, paperWithin } from '../src/folded/index.ts';
import { type Point, add, isTurned, scale, subtract, toUnit } from '../src/geometry/index.ts';
import { type Figure, limbsOf, matchBase, taskOfFigure } from '../src/parts/index.ts';
import { star } from './trees.ts';

const flapOf = (base: string, tip: string) => foldBase(findBase(base)!).flaps.find((f) => f.tip === tip)!;

describe('which side of the paper a flap shows', () => {
  test('of a sheet folded once with a valley fold only the back shows', () => {
    expect(flapOf('diagonal', 'A').front).toBe(0);
  });

  test('a flap of one layer shows one side on each face', () => {
    const flap = flapOf('kite', 'C');
    expect([flap.layers, flap.front]).toEqual([1, 0.5]);
  });

  // An independent count: layers of the whole model under places across the flap, those of others left out.
  const withFlaps = bases.map(foldBase).filter((b) => b.flaps.length > 0);
  test.each(withFlaps.map((b) => [b.base.id, b] as const))(
    '%s: as places across its flaps show',
    (_, folded) => {
      const { state, flaps } = folded;
      const map = buildArrangement(state);
      for (const { tipOnModel, tipOnSheet, root, length, width, front } of flaps) {
        const along = toUnit(subtract(root, tipOnModel));
        const across: Point = [-along[1], along[0]];
        const middle = add(tipOnModel, scale(along, length * 0.49));
        const within = paperWithin(state, { onSheet: tipOnSheet, tip: tipOnModel, along }, length * 0.5);
        const own = new Set([...(within?.part ?? [])].map((i) => within!.mesh.pieces[i]!.parent));
        let [shown, seen] = [0, 0];
        for (let k = -400; k <= 400; k++) {
          const at = add(middle, scale(across, (width * (k + 0.37)) / 400));
          const layers = layersUnder(map, at).filter((f) => own.has(f));
          if (layers.length === 0) continue;
          seen += 2;
          if (!isTurned(state.facets[layers[0]!]!.placement)) shown++;
          if (isTurned(state.facets[layers.at(-1)!]!.placement)) shown++;
        }
        expect(seen).toBeGreaterThan(0);
        expect(Math.abs(shown / seen - front)).toBeLessThan(0.05);
      }
    },
  );
});

describe('limbs that want a side of the paper', () => {
  const wanting = (side: 'front' | 'back'): Figure => {
    const plain = star(4);
    return { ...plain, limbs: plain.limbs.map((l, i) => (i === 0 ? { ...l, side } : l)) };
  };
  const match = (figure: Figure, base: string) =>
    matchBase(foldBase(findBase(base)!), taskOfFigure(figure, limbsOf(figure, [])));

  test('a base whose flaps show it is as cheap as before; one that does not says so and costs more', () => {
    const plain = match(star(4), 'bird');
    expect(plain.otherSides).toEqual([]);
    const [front, back] = [match(wanting('front'), 'bird'), match(wanting('back'), 'bird')];
    expect(front.otherSides).toEqual([]);
    expect(front.cost).toBeCloseTo(plain.cost, 12);
    expect(back.otherSides.map((o) => [o.limb.name, o.wants, o.share])).toEqual([['L0', 'back', 1]]);
    expect(back.cost).toBeCloseTo(plain.cost + 0.4 * 0.5, 12);
    expect(back.sideMm).toBe(plain.sideMm);
  });

  test('where flaps differ, the limb gets one that shows its side', () => {
    for (const side of ['front', 'back'] as const) {
      const made = match(wanting(side), 'blintzed-preliminary');
      const tip = made.assignment.find((a) => a.limb.name === 'L0')!.flapTip;
      expect(flapOf('blintzed-preliminary', tip).front).toBe(side === 'front' ? 1 : 0);
      expect(made.otherSides).toEqual([]);
    }
  });
});
