import { describe, expect, test } from '@jest/globals';
import { buildOwlPlan, buildOwlSteps } from '../../src/demo/index.ts';
import { checkState, layersUnder, buildArrangement, toMeasures, toOutline } from '../../src/folded/index.ts';
import { areaOf } from '../../src/geometry/index.ts';
import { replaySequence, sayStep, stepsUsedBy } from '../../src/sequence/index.ts';

const sequence = { sheet: { kind: 'square' as const }, points: {}, steps: buildOwlSteps() };
const replay = replaySequence(sequence);
const last = replay.steps.at(-1)!.after;

describe('the barn owl of simple folds', () => {
  test('replays without a refusal, and every state keeps every law', () => {
    expect(replay.steps.flatMap((s) => (s.refusal ? [`${s.number}: ${s.refusal.text}`] : []))).toEqual([]);
    for (const s of replay.steps)
      expect({ step: s.number, broken: checkState(s.after) }).toEqual({ step: s.number, broken: [] });
  });

  test('has the worked-out facets, layers, size and colours', () => {
    const m = toMeasures(last);
    expect(m.facets).toBe(25);
    expect(m.spot.layers).toBe(6);
    expect(m.width).toBeCloseTo(0.6187, 4);
    expect(m.height).toBeCloseTo(0.9723, 4);
    expect(m.silhouetteArea).toBeCloseTo(0.447, 3);
    expect(m.fromFront.back).toBeCloseTo(0.1645, 4);
    expect(m.layersMean).toBeCloseTo(2.2, 1);
    expect(90 / m.height).toBeCloseTo(92.6, 1);
  });

  test('is the same on both sides of its axis', () => {
    const m = toMeasures(last);
    expect(m.centroid[0]).toBeCloseTo((m.bounds.minX + m.bounds.maxX) / 2, 9);
  });

  test('its outline encloses the silhouette, and layers are found under a point', () => {
    const map = buildArrangement(last);
    const outline = toOutline(map);
    expect(outline.reduce((s, loop) => s + areaOf(loop), 0)).toBeCloseTo(
      toMeasures(last, map).silhouetteArea,
      9,
    );
    expect(layersUnder(map, toMeasures(last, map).centroid).length).toBeGreaterThan(0);
    expect(layersUnder(map, [9, 9])).toEqual([]);
  });

  test('uses no mark before it is made, and says every step in a sentence of its own', () => {
    const done = new Set<string>();
    for (const step of sequence.steps) {
      for (const used of stepsUsedBy(step.move)) expect(done.has(used)).toBe(true);
      done.add(step.id);
    }
    const sentences = sequence.steps.map((s) => sayStep(s, sequence));
    expect(new Set(sentences).size).toBe(sentences.length);
    expect(sentences[4]).toBe('Bring corner B to the centre O and pinch only the line from O to B.');
    expect(sentences.every((s) => s.endsWith('.') && !s.includes('undefined'))).toBe(true);
  });

  test('repeats mirror their originals: both halves of the paper carry the same creases', () => {
    const mirrored = last.resting.filter((r) =>
      last.resting.some(
        (s) =>
          Math.hypot(s.from[0] - r.from[1], s.from[1] - r.from[0]) < 1e-9 ||
          Math.hypot(s.to[0] - r.from[1], s.to[1] - r.from[0]) < 1e-9,
      ),
    );
    expect(mirrored.length).toBeGreaterThan(20);
  });

  test('an edit near the end reuses every state before it', () => {
    const plan = buildOwlPlan();
    const edited = plan.steps.slice(0, -1);
    const again = replaySequence({ ...sequence, steps: edited }, replay);
    expect(again.steps.every((s, i) => s.after === replay.steps[i]!.after)).toBe(true);
  });
});
