import { describe, expect, test } from '@jest/globals';
import {
  buildFlatSheet,
  checkState,
  facetOnModel,
  foldsOf,
  joinSegments,
  refuseLater,
  toMeasures,
} from '../src/folded/index.ts';
import type { FlatState } from '../src/folded/index.ts';
import { creaseAlong, foldOver, rotateModel, turnOver, unfoldStep } from '../src/moves/index.ts';
import { flat, fold, footprint, onto, refusalOf, square, through } from './builders.ts';

describe('refusals', () => {
  test('say their sentence once, and only where it is read', () => {
    let asked = 0;
    const refusal = refuseLater({ kind: 'through', at: [0, 0] }, () => `said ${++asked} times`);
    expect([refusal.kind, asked]).toEqual(['through', 0]);
    expect([refusal.text, refusal.text]).toEqual(['said 1 times', 'said 1 times']);
    expect({ ...refusal }).toEqual({ kind: 'through', at: [0, 0], text: 'said 1 times' });
    expect(structuredClone(refusal)).toEqual({ kind: 'through', at: [0, 0], text: 'said 1 times' });
  });
});

describe('simple folds', () => {
  test('a book fold halves the square', () => {
    const state = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const m = toMeasures(state);
    expect([m.width, m.height, m.facets, m.spot.layers]).toEqual([0.5, 1, 2, 2]);
    expect(m.silhouetteArea).toBeCloseTo(0.5, 12);
    expect(foldsOf(state)[0]!.sense).toBe('valley');
    expect(checkState(state)).toEqual([]);
  });

  test('a mountain fold gives the same shape with the other sense and order', () => {
    const valley = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const mountain = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5], { sense: 'mountain' });
    expect(footprint(mountain)).toEqual(footprint(valley));
    expect(foldsOf(mountain)[0]!.sense).toBe('mountain');
    expect(toMeasures(valley).fromFront.back).toBeCloseTo(0.5, 12);
    expect(toMeasures(mountain).fromFront.front).toBeCloseTo(0.5, 12);
  });

  test('fold then unfold gives the sheet back with one more resting crease', () => {
    const folded = foldOver(square(), {
      line: onto([1, 0], [0.2, 0.6]),
      sense: 'valley',
      flap: [[0.99, 0.01]],
      hold: [],
      layers: 'flap',
      step: 'a',
    });
    if (!folded.ok) throw new Error(folded.fault.text);
    const opened = unfoldStep(folded.value.state, {
      before: square(),
      after: folded.value.state,
      step: 'b',
    });
    if (!opened.ok) throw new Error(opened.fault.text);
    expect(footprint(opened.value.state)).toEqual(footprint(square()));
    expect(opened.value.state.resting).toHaveLength(1);
    expect(opened.value.state.resting[0]).toMatchObject({ sense: 'valley', pressed: 'full' });
  });

  test('folding on a resting crease takes it up again', () => {
    const creased = creaseAlong(square(), {
      line: onto([1, 0], [0, 0]),
      sense: 'valley',
      through: 'all',
      soft: false,
      step: 'c',
    });
    if (!creased.ok) throw new Error(creased.fault.text);
    expect(creased.value.state.resting).toHaveLength(1);
    expect(fold(creased.value.state, onto([1, 0], [0, 0]), [0.9, 0.5]).resting).toHaveLength(0);
  });

  test('only the top layer of a book moves unless all are taken', () => {
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const line = onto([0, 0], [0.3, 0]);
    const top = fold(book, line, [0.99, 0.5]);
    expect(top.facets).toHaveLength(3);
    const all = fold(book, line, [0.01, 0.5], { layers: 'all' });
    expect(all.facets).toHaveLength(4);
    expect(checkState(top)).toEqual([]);
    expect(checkState(all)).toEqual([]);
  });

  test('turning over twice and rotating a full turn change nothing', () => {
    const state = fold(square(), onto([1, 0], [0.3, 0.4]), [0.99, 0.01]);
    const twice = turnOver(turnOver(state, 'sideways').state, 'sideways').state;
    expect(footprint(twice)).toEqual(footprint(state));
    expect([...twice.order]).toEqual([...state.order]);
    expect(footprint(rotateModel(state, 360).state)).toEqual(footprint(state));
    expect(toMeasures(turnOver(state, 'sideways').state).fromFront).toEqual(toMeasures(state).fromBehind);
  });

  test('creasing a folded model leaves alternating senses', () => {
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const creased = creaseAlong(book, {
      line: through([0, 0.5], [1, 0.5]),
      sense: 'valley',
      through: 'all',
      soft: false,
      step: 'c',
    });
    if (!creased.ok) throw new Error(creased.fault.text);
    expect(creased.value.state.resting.map((r) => r.sense).sort()).toEqual(['mountain', 'valley']);
  });

  test('a pinch is short and lies in one layer', () => {
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const pinched = creaseAlong(book, {
      line: through([0.25, 0], [0.25, 1]),
      sense: 'valley',
      through: 'all',
      pinch: { at: [0.25, 0], reach: 0.02, layers: 'flap' },
      soft: false,
      step: 'p',
    });
    if (!pinched.ok) throw new Error(pinched.fault.text);
    expect(pinched.value.state.resting).toHaveLength(1);
    const [mark] = pinched.value.state.resting;
    expect(Math.hypot(mark!.to[0] - mark!.from[0], mark!.to[1] - mark!.from[1])).toBeCloseTo(0.02, 9);
    expect(mark!.pressed).toBe('pinch');
  });
});

describe('every refusal has its case', () => {
  test('empty: the line misses the paper', () => {
    expect(refusalOf(square(), through([2, 0], [2, 1]), [0.5, 0.5])).toBe('empty');
  });

  test('reference: the flap point lies off the sheet, on the line, or on both sides', () => {
    expect(refusalOf(square(), through([0.5, 0], [0.5, 1]), [3, 3])).toBe('reference');
    expect(refusalOf(square(), through([0.5, 0], [0.5, 1]), [0.5, 0.2])).toBe('reference');
    expect(
      refusalOf(square(), through([0.5, 0], [0.5, 1]), [0.2, 0.2], {
        flap: [
          [0.2, 0.2],
          [0.8, 0.2],
        ],
      }),
    ).toBe('reference');
  });

  test('through: a layer that stays lies on the flap, and folding behind is offered', () => {
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const result = foldOver(book, {
      line: onto([0, 0], [0.3, 0]),
      sense: 'valley',
      flap: [[0.01, 0.5]],
      layers: 'flap',
      hold: [],
      step: 't',
    });
    expect(result.ok).toBe(false);
    if (result.ok) return;
    expect(result.fault.kind).toBe('through');
    expect(result.fault.text).toContain('mountain-fold it to the other side');
    expect(result.fault.at).toBeDefined();
    expect(refusalOf(book, onto([0, 0], [0.3, 0]), [0.01, 0.5], { sense: 'mountain' })).toBe('made');
  });

  test('tear: paper that hangs together cannot be held back', () => {
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const across = through([0, 0.5], [1, 0.5]);
    expect(refusalOf(book, across, [0.9, 0.9], { hold: [[0.1, 0.9]] })).toBe('tear');
  });

  test('sliver: an edge too short to fold', () => {
    expect(refusalOf(square(), through([0, 0.00005], [1, 0.5]), [0.5, 0.9])).toBe('sliver');
  });

  test('a refused unfolding says what to choose', () => {
    const result = unfoldStep(square(), { before: square(), after: square(), step: 'u' });
    expect(result.ok ? '' : result.fault.kind).toBe('reference');
  });
});

describe('the checker can fail: each law broken on purpose', () => {
  const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
  const lawsOf = (state: FlatState): string[] => [...new Set(checkState(state).map((v) => v.law))];

  test('area', () => {
    expect(lawsOf({ ...book, vertices: book.vertices.map(([x, y]) => [x * 0.9, y] as const) })).toContain(
      'area',
    );
  });
  test('continuity', () => {
    const facets = book.facets.map((f, i) =>
      i === 0 ? { ...f, placement: { ...f.placement, tx: f.placement.tx + 0.01 } } : f,
    );
    expect(lawsOf({ ...book, facets })).toContain('continuity');
  });
  test('order', () => {
    expect(lawsOf({ ...book, order: new Int8Array(4) })).toContain('order');
  });
  test('maekawa and crossing', () => {
    const quarter = fold(book, through([0, 0.5], [1, 0.5]), [0.1, 0.9], { layers: 'all' });
    expect(checkState(quarter)).toEqual([]);
    const n = quarter.facets.length;
    const swapped = new Int8Array(quarter.order);
    const stack = [...Array(n).keys()].sort((f, g) => quarter.order[g * n + f]!);
    const [a, b] = [stack[1]!, stack[2]!];
    swapped[a * n + b] = -1;
    swapped[b * n + a] = 1;
    const laws = lawsOf({ ...quarter, order: swapped });
    expect(laws.some((l) => l === 'crossing' || l === 'maekawa')).toBe(true);
  });
});

test('stretches of one line are joined to their union, others are left alone', () => {
  const from = (a: number, b: number) => ({ from: [a, 0] as const, to: [b, 0] as const });
  expect(joinSegments([from(0, 1), from(0, 0.5), from(1, 2)], () => true)).toEqual([from(0, 2)]);
  expect(joinSegments([from(0, 1), from(1.5, 2)], () => true)).toHaveLength(2);
  expect(joinSegments([from(0, 1), { from: [1, 0] as const, to: [1, 1] as const }], () => true)).toHaveLength(
    2,
  );
});

test.each([{ kind: 'rectangle', width: 2, height: 3 } as const, { kind: 'triangle' } as const])(
  'other sheets fold too: $kind',
  (shape) => {
    const state = fold(flat(shape), through([0.5, 0], [0.5, 1]), [0.9, 0.05]);
    expect(checkState(state)).toEqual([]);
    expect(buildFlatSheet(shape).facets).toHaveLength(1);
    expect(facetOnModel(state, 0).length).toBeGreaterThanOrEqual(3);
  },
);
