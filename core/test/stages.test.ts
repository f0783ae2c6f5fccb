import { describe, expect, test } from '@jest/globals';
import { precreaseState } from '../src/bases/index.ts';
import { DESIGN_EFFORT, type Design, designBases, stageAt, stagesOf } from '../src/design/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import { checkState, foldsOf } from '../src/folded/index.ts';
import { between } from '../src/geometry/index.ts';
import { type Figure, startingFigures } from '../src/parts/index.ts';
import { replaySequence } from '../src/sequence/index.ts';
import { often } from './long.ts';
import { randomTree, star } from './trees.ts';

const square = { kind: 'square' } as const;
const designsOf = (figure: Figure): readonly Design[] => {
  const made = designBases(figure, square, buildEffort(DESIGN_EFFORT), { enough: 2 });
  return made.ok ? made.value.designs : [];
};

describe('a base of its own that collapses polygon by polygon', () => {
  test('one polygon is no stage, and a star of five goes at once', () => {
    for (const design of designsOf(star(4))) expect(stagesOf(design)).toBeUndefined();
    const five = designsOf(star(5));
    expect(five.length).toBeGreaterThan(0);
    for (const design of five) expect(stagesOf(design)).toBeUndefined();
  });

  // The law: every stage folds, is a legal flat state, and only adds to what is folded; the last is the whole base.
  const eared = startingFigures.find((f) => f.name === 'Animal with ears and a tail')!;
  const figures = [eared, randomTree(1, 4), ...(often(0, 1) ? startingFigures : [])];
  test.each(figures.map((f) => [f.name, f] as const))('%s: each stage lies flat', (_, figure) => {
    let staged = 0;
    for (const design of designsOf(figure)) {
      const stages = stagesOf(design);
      if (!stages) continue;
      const made = precreaseState(square, design.state, {
        prefix: 'own',
        by: 'print',
        stageAt: (p) => stageAt(stages, p),
      });
      if (typeof made === 'string') throw new Error(made);
      if (made.stages === 1) continue;
      staged++;
      const replay = replaySequence({ sheet: square, points: {}, steps: made.steps }).steps;
      expect(replay).toHaveLength(made.stages);
      let folded = 0;
      for (const { refusal, after } of replay) {
        expect(refusal).toBeUndefined();
        expect(checkState(after)).toEqual([]);
        const now = foldsOf(after);
        expect(now.length).toBeGreaterThan(folded);
        folded = now.length;
      }
      expect(folded).toBe(foldsOf(design.state).length);
      // The creases of the first stage lie where it says.
      for (const { from, to } of foldsOf(replay[0]!.after))
        expect(stageAt(stages, between(from, to, 0.5))).toBe(0);
    }
    expect(staged).toBeGreaterThan(0);
  });
});
