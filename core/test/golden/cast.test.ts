import { describe, expect, test } from '@jest/globals';
import { castFigures } from '../../src/demo/cast/index.ts';
import { buildCastPlans } from '../../src/demo/index.ts';
import { checkState, toMeasures } from '../../src/folded/index.ts';
import { checkLayers } from '../../src/layers/index.ts';
import { rotateModel } from '../../src/moves/index.ts';
import { replaySequence, sayStep } from '../../src/sequence/index.ts';
import { castSentences } from './castSentences.ts';

/** Facets, most layers anywhere, and width and height of the side as the figure stands. */
const known: Record<keyof typeof castFigures, [number, number, number, number]> = {
  heron: [140, 60, 0.4174, 0.6931],
  otter: [88, 24, 0.9702, 0.3758],
  hare: [54, 24, 0.463, 0.6109],
  barnOwl: [41, 12, 0.6187, 0.8839],
  newt: [238, 80, 0.9026, 0.4177],
  moth: [66, 20, 0.75, 0.4844],
  ferryKeeper: [165, 64, 0.3156, 0.47],
};

describe.each(Object.entries(castFigures))('the %s of the cast', (name, figure) => {
  const sequence = { sheet: { kind: 'square' as const }, points: figure.points, steps: figure.steps };
  const replay = replaySequence(sequence);
  const last = replay.steps.at(-1)!.after;

  test('every step folds', () => {
    expect(replay.steps.flatMap((s) => (s.refusal ? [`${s.number} ${s.refusal.text}`] : []))).toEqual([]);
  });

  test('two verifiers that share no code agree on every state', () => {
    for (const step of replay.steps) {
      expect([step.number, checkState(step.after)]).toEqual([step.number, []]);
      expect([step.number, checkLayers(step.after)]).toEqual([step.number, []]);
    }
  });

  test('it comes out as known: facets, layers, size', () => {
    const m = toMeasures(rotateModel(last, figure.stands).state);
    const [facets, layers, width, height] = known[name as keyof typeof castFigures];
    expect([m.facets, m.spot.layers]).toEqual([facets, layers]);
    expect(m.width).toBeCloseTo(width, 4);
    expect(m.height).toBeCloseTo(height, 4);
    expect(m.layersMean * m.silhouetteArea).toBeCloseTo(1, 6);
  });

  test('folding it again gives the same bit for bit, and every step has its sentence', () => {
    const again = replaySequence(sequence).steps.at(-1)!.after;
    expect(again.order).toEqual(last.order);
    expect(again.facets).toEqual(last.facets);
    const sentences = figure.steps.map((s) => sayStep(s, sequence));
    expect(sentences.filter((s) => s.length < 8 || s.includes('undefined') || s.includes('gone'))).toEqual(
      [],
    );
  });
});

describe('what the steps say', () => {
  const plans = Object.values(buildCastPlans());

  test.each(plans.map((p) => [p.name, p] as const))('the %s says each step as it was read', (name, plan) => {
    const limbs = Object.fromEntries(plan.limbs.flatMap((l) => (l.tip === null ? [] : [[l.tip, l.name]])));
    const sequence = { sheet: plan.sheet.shape, points: plan.points, steps: plan.steps, limbs };
    expect(plan.steps.map((s) => sayStep(s, sequence))).toEqual(castSentences[name]);
  });

  test('no sentence runs on, names a coordinate with long decimals, or says a gone step', () => {
    for (const sentence of Object.values(castSentences).flat()) {
      expect(sentence.length).toBeLessThanOrEqual(160);
      expect(sentence).not.toMatch(/\d\.\d{4}|undefined|NaN|gone/);
      expect(sentence).toMatch(/^[A-Z].*\.$/);
    }
  });
});
