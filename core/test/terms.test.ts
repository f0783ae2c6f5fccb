import { describe, expect, test } from '@jest/globals';
import { allSigns } from '../src/drawing/index.ts';
import { buildCastPlans } from '../src/demo/index.ts';
import { partTerms, terms } from '../src/references/index.ts';
import { replaySequence, sayStep } from '../src/sequence/index.ts';

describe('terms of sentences', () => {
  test('put together, the parts of every sentence of the cast are the sentence, and most have a term', () => {
    let [all, withTerm] = [0, 0];
    for (const plan of Object.values(buildCastPlans())) {
      const sequence = { sheet: plan.sheet.shape, points: plan.points, steps: plan.steps };
      replaySequence({ ...sequence, steps: [] });
      for (const step of plan.steps) {
        const sentence = sayStep(step, sequence);
        const parts = partTerms(sentence);
        expect(parts.map((p) => p.text).join('')).toBe(sentence);
        expect(parts.every((p) => p.text !== '')).toBe(true);
        all++;
        if (parts.some((p) => p.term)) withTerm++;
      }
    }
    expect(withTerm / all).toBeGreaterThan(0.6);
  });

  test('each names what it is', () => {
    const found = partTerms(
      'Bring corner B to m3, through all layers; 30° counter-clockwise, behind. To taste.',
    );
    expect(found.flatMap((p) => (p.term ? [[p.text, p.term.word]] : []))).toEqual([
      ['corner B', 'corner'],
      ['m3', 'mark'],
      ['layers', 'layer'],
      ['counter-clockwise', 'clockwise'],
      ['behind', 'behind'],
      ['To taste', 'to taste'],
    ]);
    expect(new Set(terms.map((t) => t.word)).size).toBe(terms.length);
  });

  test('every sign of the pictures has its meaning and its drawing', () => {
    const signs = allSigns();
    expect(signs.length).toBeGreaterThan(18);
    for (const { means, drawing } of signs) {
      expect(means).not.toBe('');
      expect(drawing.items.length).toBeGreaterThan(0);
    }
  });
});
