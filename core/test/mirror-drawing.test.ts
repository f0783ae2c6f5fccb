import { expect, test } from '@jest/globals';
import { buildCastPlans } from '../src/demo/index.ts';
import { arrowPath, drawStep, mirrorDrawing } from '../src/drawing/index.ts';
import { areaOf } from '../src/geometry/index.ts';
import { nameSteps, replaySequence } from '../src/sequence/index.ts';

test('law: every picture of the cast, mirrored twice, is itself; once, each facet has turned and every name stays', () => {
  for (const plan of Object.values(buildCastPlans())) {
    const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
    const names = nameSteps(replay.sequence.steps);
    for (const step of replay.steps) {
      const drawing = drawStep(step, names);
      const mirrored = mirrorDrawing(drawing);
      expect(mirrorDrawing(mirrored)).toEqual(drawing);
      const wide = (d: typeof drawing): number => d.bounds.maxX - d.bounds.minX;
      expect(wide(mirrored)).toBeCloseTo(wide(drawing), 12);
      drawing.items.forEach((item, i) => {
        const other = mirrored.items[i]!;
        if (item.kind === 'facet' && other.kind === 'facet')
          expect(areaOf(other.points)).toBeCloseTo(-areaOf(item.points), 12);
        if (item.kind === 'landmark') expect(other).toMatchObject({ name: item.name, look: item.look });
        if (item.kind === 'line') expect(other).toMatchObject({ style: item.style });
      });
    }
  }
});

test('a mirrored arrow is drawn as the mirror image of its path', () => {
  const numbers = (d: string): number[] => [...d.matchAll(/-?[\d.]+/g)].map((m) => Number(m[0]));
  const bounds = { minX: 0, minY: 0, maxX: 1, maxY: 1 };
  for (const to of [
    [100, 20],
    [-60, 30],
    [0, 80],
  ] as const)
    for (const bend of [0.3, -0.2]) {
      const arrow = { kind: 'arrow', style: 'valley', from: [0, 0], to, bend } as const;
      const [mirrored] = mirrorDrawing({ items: [arrow], bounds }).items;
      if (mirrored?.kind !== 'arrow') throw new Error('no arrow');
      const [own] = arrowPath('valley', arrow.from, arrow.to, arrow.bend);
      const [other] = arrowPath('valley', mirrored.from, mirrored.to, mirrored.bend);
      const [a, b] = [numbers(own!.d), numbers(other!.d)];
      expect(b).toHaveLength(a.length);
      a.forEach((v, k) => expect(b[k]).toBeCloseTo(k % 2 === 0 ? -v : v, 1));
    }
});
