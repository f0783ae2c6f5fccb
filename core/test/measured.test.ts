import { describe, expect, test } from '@jest/globals';
import { findBase } from '../src/bases/index.ts';
import { checkSequence } from '../src/checks/index.ts';
import { crossSection, toMeasures, toModel } from '../src/folded/index.ts';
import { distance } from '../src/geometry/index.ts';
import { halvingsTo, writeHalvings } from '../src/ways/index.ts';
import { type ReplayedStep, type Step, replaySequence, sayStep, write } from '../src/sequence/index.ts';

const { at, on, along, across, between, through, writeStep } = write;
const [A, B, C, D, O] = [at('A'), at('B'), at('C'), at('D'), at('O')];
const fold = (steps: readonly Step[]): readonly ReplayedStep[] =>
  replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [...steps] }).steps;
const lastOf = (...steps: Step[]): ReplayedStep => fold(steps).at(-1)!;
const kite = findBase('kite')!.steps;

describe('a flap to a measure', () => {
  test.each([0.6, 0.8, 1.2])(
    'the sheet narrowed to %f of its side is that wide at the axis point',
    (width) => {
      const step = lastOf(
        writeStep('n', {
          kind: 'narrow',
          sense: 'valley',
          tip: A,
          axis: O,
          edges: [B, D],
          layers: 'flap',
          width,
        }),
      );
      expect(step.refusal).toBeUndefined();
      const middle = toModel(step.after, [0.5, 0.5])!;
      const tip = toModel(step.after, [0, 0])!;
      const way = distance(tip, middle);
      const ray = { onSheet: [0, 0] as const, tip, along: [Math.SQRT1_2, Math.SQRT1_2] as const };
      expect(crossSection(step.after, ray, way * (1 - 1e-9)).width).toBeCloseTo(width, 6);
    },
  );

  test('without a width its edges come to the axis, as a kite', () => {
    const step = lastOf(
      writeStep('n', { kind: 'narrow', sense: 'valley', tip: A, axis: O, edges: [B, D], layers: 'flap' }),
    );
    const byHand = toMeasures(fold(kite).at(-1)!.after);
    expect(toMeasures(step.after).silhouetteArea).toBeCloseTo(byHand.silhouetteArea, 9);
  });

  test('its sentence says how wide, and a width the paper does not have is refused', () => {
    const narrow = (width: number): Step =>
      writeStep('n', {
        kind: 'narrow',
        sense: 'valley',
        tip: A,
        axis: O,
        edges: [B, D],
        layers: 'flap',
        width,
      });
    expect(sayStep(narrow(0.25), { sheet: { kind: 'square' }, points: {}, steps: [narrow(0.25)] })).toContain(
      'until it is 1/4 of the side wide there',
    );
    expect(lastOf(narrow(1.9)).refusal).toBeDefined();
  });

  test('a flap cut back to a share of its length is that long', () => {
    // The kite's long point, from the corner A to where the layers end, kept to a quarter of its way.
    const steps = fold([
      ...kite,
      writeStep('short', {
        kind: 'fold',
        sense: 'mountain',
        line: across(between(C, A, 0.25), through(C, A)),
        flap: [A],
        layers: 'all',
      }),
    ]);
    const step = steps.at(-1)!;
    expect(step.refusal).toBeUndefined();
    const [far, fold1] = [toModel(step.after, [1, 1])!, step.trace!.chords[0]!.from];
    const across1 = Math.abs((fold1[0] - far[0]) * Math.SQRT1_2 + (fold1[1] - far[1]) * Math.SQRT1_2);
    expect(across1).toBeCloseTo(Math.SQRT2 / 4, 9);
  });
});

describe('creases and pinches only where they are needed', () => {
  test('a crease between two points rests only between them', () => {
    const step = lastOf(
      writeStep('c', {
        kind: 'crease',
        sense: 'valley',
        line: through(A, C),
        through: 'all',
        span: [along(A, C, '1/4'), O],
      }),
    );
    const [crease] = step.after.resting;
    expect(step.after.resting).toHaveLength(1);
    expect(distance(crease!.from, crease!.to)).toBeCloseTo(Math.SQRT2 / 4, 9);
    expect(sayStep(step.step, { sheet: { kind: 'square' }, points: {}, steps: [step.step] })).toContain(
      'only from 1/4 of the way from A to C to O',
    );
  });

  test('a span beside the paper leaves nothing and is refused', () => {
    const step = lastOf(
      writeStep('c', {
        kind: 'crease',
        sense: 'valley',
        line: through(A, C),
        through: 'all',
        span: [on(2, 2), on(3, 3)],
      }),
    );
    expect(step.refusal?.text).toMatch(/landmark|paper|sheet/);
  });

  test('a pinch goes through one layer, or through all that lie there', () => {
    const half = writeStep('h', {
      kind: 'fold',
      sense: 'valley',
      line: through(A, C),
      flap: [D],
      layers: 'flap',
    });
    const pinch = (layers: 'flap' | 'all'): Step =>
      writeStep('p', { kind: 'pinch', sense: 'valley', line: write.onto(B, O), on: [B, O], layers });
    expect(lastOf(half, pinch('flap')).after.resting).toHaveLength(1);
    const both = lastOf(half, pinch('all')).after.resting;
    expect(both).toHaveLength(2);
    // One on each wing, mirrored in the diagonal.
    const [a, b] = both.map((r) => [(r.from[0] + r.to[0]) / 2, (r.from[1] + r.to[1]) / 2]);
    expect([a![0], a![1]]).toEqual([expect.closeTo(b![1]!, 9), expect.closeTo(b![0]!, 9)]);
  });
});

describe('shares found by halving', () => {
  test('the chain is read off the binary digits and ends at the share', () => {
    expect(halvingsTo('5/8')).toEqual([0.5, 0.25, 0.625]);
    expect(halvingsTo('1/2')).toEqual([0.5]);
    expect(halvingsTo('17/32')!.at(-1)).toBe(17 / 32);
    expect(halvingsTo('1/3')).toBeUndefined();
    expect(halvingsTo('0')).toBeUndefined();
    expect(halvingsTo('9/8')).toBeUndefined();
  });

  test.each(['1/8', '3/8', '5/16', '11/16', '31/32'])(
    'the pinches for %s land there when folded',
    (share) => {
      const steps = writeHalvings({ from: A, to: B, shares: [share], prefix: 'x' })!;
      const replayed = fold(steps);
      expect(replayed.some((s) => s.refusal)).toBe(false);
      const [top, bottom] = share.split('/').map(Number);
      const mark = replayed.at(-1)!.trail!.mark!;
      expect(mark[0]).toBeCloseTo(top! / bottom!, 12);
      expect(mark[1]).toBeCloseTo(0, 12);
      const use = writeStep('use', {
        kind: 'fold',
        sense: 'valley',
        line: across(along(A, B, share), through(A, B)),
        flap: [B],
        layers: 'flap',
      });
      const found = checkSequence(
        replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [...steps, use] }),
      );
      expect(found.map((f) => f.kind)).toEqual([]);
    },
  );

  test('several shares on one way share their pinches', () => {
    expect(writeHalvings({ from: A, to: B, shares: ['5/8', '1/8', '3/4'], prefix: 'x' })).toHaveLength(5);
    expect(writeHalvings({ from: A, to: B, shares: ['1/2', '1/3'], prefix: 'x' })).toBeUndefined();
  });
});

describe('limbs in sentences', () => {
  test('a corner is called by the limb its flap becomes', () => {
    const step = writeStep('f', {
      kind: 'fold',
      sense: 'valley',
      line: write.onto(C, O),
      flap: [C],
      layers: 'flap',
    });
    const sequence = { sheet: { kind: 'square' } as const, points: {}, steps: [step] };
    expect(sayStep(step, { ...sequence, limbs: { C: 'Neck and bill' } })).toBe(
      'Valley-fold corner C (neck and bill) to the centre O.',
    );
    expect(sayStep(step, sequence)).toBe('Valley-fold corner C to the centre O.');
  });
});
