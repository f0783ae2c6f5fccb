import { describe, expect, test } from '@jest/globals';
import { findBase, foldBase } from '../src/bases/index.ts';
import { PARTING_EFFORT, partBase } from '../src/design/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import {
  type Figure,
  keepBase,
  keptBaseSchema,
  limbsOf,
  matchOfKept,
  scaleFigure,
  startingFigures,
} from '../src/parts/index.ts';
import { buildPlan, planSchema } from '../src/plan/index.ts';

const hare = startingFigures.find((f) => f.name === 'Hare-like animal')!;
const made = partBase(hare, foldBase(findBase('fish')!), buildEffort(PARTING_EFFORT));
const offer = made.ok ? made.value.find((p) => p.offer)!.offer! : undefined;
const kept = keepBase({ ...offer!.match, sideMm: offer!.match.sideMm! }, offer!.design.layersMax, hare);

describe('a base made for one figure, kept in its plan', () => {
  test('serves the figure as it did when it was made', () => {
    expect(keptBaseSchema.safeParse(kept).success).toBe(true);
    const match = matchOfKept(kept, hare)!;
    expect(match.sideMm).toBeCloseTo(offer!.match.sideMm!, 9);
    expect(match.limiting!.limb.id).toBe(offer!.match.limiting!.limb.id);
    expect(match.assignment.map((a) => [a.limb.id, a.flapTip])).toEqual(
      offer!.match.assignment.map((a) => [a.limb.id, a.flapTip]),
    );
  });

  test('asks for a sheet as much larger as the figure becomes', () => {
    const height = 2 * hare.limbs.reduce((s, l) => s + l.length, 0);
    const larger = scaleFigure(hare, 'height', height);
    if (!larger.ok) throw new Error('the figure is scaled');
    const by = limbsOf(larger.value, [])[0]!.lengthMm / limbsOf(hare, [])[0]!.lengthMm;
    expect(by).not.toBeCloseTo(1, 1);
    expect(matchOfKept(kept, larger.value)!.sideMm! / kept.sideMm).toBeCloseTo(by, 2);
  });

  test.each(hare.limbs.map((l) => l.name))('serves no figure whose %s is longer', (name) => {
    const other: Figure = {
      ...hare,
      limbs: hare.limbs.map((l) => (l.name === name ? { ...l, length: l.length * 1.1 } : l)),
    };
    expect(matchOfKept(kept, other)).toBeUndefined();
  });

  test('serves no figure with a limb more', () => {
    const other: Figure = {
      ...hare,
      nodes: [...hare.nodes, 'fin tip'],
      limbs: [...hare.limbs, { name: 'fin', from: 'body', to: 'fin tip', length: 10 }],
    };
    expect(matchOfKept(kept, other)).toBeUndefined();
  });

  test('a plan with it is read back, and one without it has none', () => {
    const plan = { ...buildPlan('Marsh hare'), figure: hare, limbs: limbsOf(hare, []), ownBase: kept };
    expect(planSchema.parse(JSON.parse(JSON.stringify(plan))).ownBase).toEqual(kept);
    const { ownBase: _, ...older } = plan;
    expect(planSchema.parse(JSON.parse(JSON.stringify(older))).ownBase).toBeNull();
  });
});
