import { describe, expect, test } from '@jest/globals';
import { bases, findBase, foldBase } from '../src/bases/index.ts';
import { PARTING_EFFORT, designBases, partBase } from '../src/design/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import { checkState } from '../src/folded/index.ts';
import { type Figure, leavesOf, startingFigures, toPackingTask } from '../src/parts/index.ts';
import { often } from './long.ts';
import { star } from './trees.ts';

const part = (figure: Figure, base: string) =>
  partBase(figure, foldBase(findBase(base)!), buildEffort(PARTING_EFFORT));
const planned = (figure: Figure, base: string, way: 'split' | 'graft') => {
  const made = part(figure, base);
  if (!made.ok) throw new Error(made.fault.text);
  return made.value.find((p) => p.way === way);
};

describe('sheets of split flaps, worked out', () => {
  // The waterbomb base has four flaps from its corners, each as long as half an edge.
  const flap = 0.5;
  const withToes = (toes: number, length: number): Figure => {
    const plain = star(4);
    const names = Array.from({ length: toes }, (_, i) => `toe ${i}`);
    return {
      ...plain,
      nodes: [...plain.nodes, ...names],
      limbs: [
        ...plain.limbs.map((l, i) => (i === 0 ? l : { ...l, length: 2 })),
        ...names.map((to) => ({ name: to, from: 'e0', to, length })),
      ],
    };
  };

  test('two ends of a corner ask for one plus root two of their length', () => {
    const two = planned(withToes(2, 0.5), 'waterbomb', 'split')!;
    expect(two.plannedMm).toBeCloseTo((1 + 0.5 * (1 + Math.SQRT2)) / flap, 9);
    expect(two.bundles).toHaveLength(1);
    expect(two.bundles[0]!.limbs).toHaveLength(2);
  });

  test('three ends of a corner ask for three times their length', () => {
    expect(planned(withToes(3, 0.5), 'waterbomb', 'split')!.plannedMm).toBeCloseTo(2.5 / flap, 9);
  });

  test('a strip grafted along two edges is as wide as the ends ask, beside the base as it was', () => {
    const grafted = planned(withToes(3, 0.5), 'waterbomb', 'graft')!;
    expect(grafted.stripMm).toBeCloseTo(1.5, 9);
    expect(grafted.plannedMm).toBeCloseTo(2 / flap + 1.5, 9);
  });
});

describe('bases with too few flaps', () => {
  const squares = bases.filter((b) => b.sheet.kind === 'square').map((b) => b.id);

  test('a base that has flaps enough is told so', () => {
    const made = part(star(4), 'bird');
    expect(made.ok ? '' : made.fault.text).toMatch(/has a flap for every limb/);
  });

  test('a figure of more ends than a base of its own may have is told the limit, and at once', () => {
    const made = part(star(60), 'waterbomb');
    expect(made.ok ? '' : made.fault.text).toMatch(/at most 14 ends, and this one has 60/);
  });

  test('ends that part nowhere together cannot share a flap', () => {
    const made = part(star(12), 'kite');
    expect(made.ok ? '' : made.fault.text).toMatch(/are enough; take a base of its own|no free flap/);
  });

  const eared = startingFigures.find((f) => f.name === 'Animal with ears and a tail')!;
  test('an animal with ears and a tail folds from a fish base whose ends are split', () => {
    const made = planned(eared, 'fish', 'split')!;
    expect(made.bundles.flatMap((b) => b.limbs)).toHaveLength(6);
    expect(made.offer).toBeDefined();
    const { design, folded, match } = made.offer!;
    expect(checkState(design.state)).toEqual([]);
    expect(design.sideMm).toBeCloseTo(made.plannedMm, 6);
    expect(folded.flaps).toHaveLength(leavesOf(eared).length);
    expect(match.missingFlaps).toBe(0);
  });

  // The law: what is made is verified, serves every limb, and needs no less than any base can.
  const figures = startingFigures.slice(...(often(0, 1) ? [0] : [5, 6]));
  test.each(figures.map((f) => [f.name, f] as const))(
    '%s: no pattern is smaller than the bound',
    (_, figure) => {
      const task = toPackingTask({ ...figure, symmetry: 'none' }, { kind: 'square' });
      const least = designBases({ ...figure, symmetry: 'none' }, { kind: 'square' }, buildEffort(700), {
        completions: 1,
      });
      const bound = least.ok ? least.value.boundMm : 0;
      expect(bound).toBeGreaterThan(0);
      expect(task.distances).toHaveLength(leavesOf(figure).length);
      for (const base of squares) {
        const made = part(figure, base);
        if (!made.ok) {
          expect(made.fault.text.length).toBeGreaterThan(20);
          continue;
        }
        for (const { offer, bundles } of made.value) {
          const shared = bundles.flatMap((b) => b.limbs);
          expect(new Set(shared).size).toBe(shared.length);
          if (!offer) continue;
          expect(checkState(offer.design.state)).toEqual([]);
          expect(offer.match.assignment).toHaveLength(leavesOf(figure).length);
          expect(offer.design.sideMm).toBeGreaterThan(0.97 * bound);
        }
      }
    },
  );
});
