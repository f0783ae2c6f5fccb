import { describe, expect, test } from '@jest/globals';
import { type FlatState, checkState, facetOnModel, toMeasures, toModel } from '../src/folded/index.ts';
import { type Point, boundsOf } from '../src/geometry/index.ts';
import { type RefoldCrease, collapse as collapseOn, reflectBeyond, rotateModel } from '../src/moves/index.ts';
import { fold, onto, square, through } from './builders.ts';

const half: Point[] = [
  [0.5, 0],
  [1, 0.5],
  [0.5, 1],
  [0, 0.5],
];
const corners: Point[] = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
];
const collapse = (
  state: FlatState,
  mountains: readonly Point[],
  valleys: readonly Point[],
  anchor: Point,
): FlatState => {
  const centre: Point = [0.5, 0.5];
  const result = collapseOn(state, {
    creases: [
      ...mountains.map((to) => ({ frame: 'sheet' as const, from: centre, to, wish: 'mountain' as const })),
      ...valleys.map((to) => ({ frame: 'sheet' as const, from: centre, to, wish: 'valley' as const })),
    ],
    anchor,
    step: 'c',
  });
  if (!result.ok) throw new Error(result.fault.text);
  return result.value.state;
};
const preliminary = (): FlatState => collapse(square(), half, [corners[1]!, corners[3]!], [0.2, 0.2]);
const waterbomb = (): FlatState => collapse(square(), corners, [half[1]!, half[3]!], [0.5, 0.1]);

describe('collapse of the unfolded sheet', () => {
  test('the preliminary base: four layers, a square of a quarter, corners together', () => {
    const state = preliminary();
    expect(checkState(state)).toEqual([]);
    const m = toMeasures(state);
    expect(m.silhouetteArea).toBeCloseTo(0.25, 12);
    expect(m.layersMean).toBeCloseTo(4, 9);
    const at = corners.map((c) => toModel(state, c)!);
    for (const p of at) expect(Math.hypot(p[0] - at[0]![0], p[1] - at[0]![1])).toBeLessThan(1e-12);
    expect(m.fromFront.front).toBeCloseTo(0.25, 12);
  });

  test('the waterbomb base: a triangle of a quarter', () => {
    const state = waterbomb();
    expect(checkState(state)).toEqual([]);
    expect(toMeasures(state).silhouetteArea).toBeCloseTo(0.25, 12);
  });

  test('it keeps its anchor, also on a sheet lying turned and rotated', () => {
    const start = rotateModel(square(), 30).state;
    const state = collapse(start, half, [corners[1]!, corners[3]!], [0.2, 0.2]);
    expect(checkState(state)).toEqual([]);
    const [before, after] = [toModel(start, [0.2, 0.2])!, toModel(state, [0.2, 0.2])!];
    expect(Math.hypot(before[0] - after[0], before[1] - after[1])).toBeLessThan(1e-12);
  });

  test('a wrong sense, a missing crease and a folded sheet are refused with the reason', () => {
    const bad = collapseOn(square(), {
      creases: half.map((to): RefoldCrease => ({ frame: 'sheet', from: [0.5, 0.5], to, wish: 'valley' })),
      anchor: [0.2, 0.2],
      step: 'c',
    });
    expect(bad.ok ? '' : bad.fault.text).toContain('must differ by 2');
    const missing = collapseOn(square(), {
      creases: [{ frame: 'sheet', from: [0.5, 0.5], to: [0.5, 0], wish: 'valley' }],
      anchor: [0.2, 0.2],
      step: 'c',
    });
    expect(missing.ok ? '' : missing.fault.text).toContain('a fold ends inside the paper');
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    expect(collapseOn(book, { creases: [], anchor: [0.2, 0.2], step: 'c' }).ok).toBe(false);
  });
});

describe('reverse folds and the open sink', () => {
  const reflect = (
    state: FlatState,
    line: ReturnType<typeof through>,
    flap: Point,
    mode: 'inside' | 'outside' | 'sink',
  ) => reflectBeyond(state, { line, flap: [flap], mode, step: 'r' });
  /** The sheet folded along its diagonal AC, the corners B and D together: a two-layer flap at C with its spine on AC. */
  const triangle = (): FlatState => fold(square(), through([0, 0], [1, 1]), [0.9, 0.1]);

  test('an inside reverse fold puts the tip between its layers: the outer layers keep their place', () => {
    const result = reflect(triangle(), through([0.7, 0.7], [0.7, 1]), [0.99, 0.995], 'inside');
    if (!result.ok) throw new Error(result.fault.text);
    const { state } = result.value;
    expect(checkState(state)).toEqual([]);
    expect(state.facets).toHaveLength(4);
    expect(toMeasures(state).spot.layers).toBe(4);
    expect(result.value.made.length).toBeGreaterThan(0);
  });

  test('an outside reverse fold goes around: the tip bends over the spine and lies on top on both sides', () => {
    const over = through([0.7, 0.7], [0.2, 1]);
    const result = reflect(triangle(), over, [0.99, 0.995], 'outside');
    if (!result.ok) throw new Error(result.fault.text);
    const { state } = result.value;
    expect(checkState(state)).toEqual([]);
    expect(toMeasures(state).fromFront.front).toBeGreaterThan(0.01);
    expect(toMeasures(triangle()).fromFront.front).toBeCloseTo(0, 12);
  });

  test('which of the two it must be is decided by the side the tip bends to, and the refusal names it', () => {
    const away = through([0.7, 0.7], [0.7, 1]);
    const over = through([0.7, 0.7], [0.2, 1]);
    const wrong = [
      reflect(triangle(), away, [0.99, 0.995], 'outside'),
      reflect(triangle(), over, [0.99, 0.995], 'inside'),
    ];
    expect(wrong.map((w) => (w.ok ? '' : w.fault.text))).toEqual([
      expect.stringContaining('try the inside'),
      expect.stringContaining('try the outside'),
    ]);
  });

  test('the corner of a preliminary base is sunk open: same silhouette less the corner', () => {
    const state = preliminary();
    const apex = toModel(state, [0.5, 0.5])!;
    const tip = toModel(state, [0, 0])!;
    const at = (t: number): Point => [apex[0] + (tip[0] - apex[0]) * t, apex[1] + (tip[1] - apex[1]) * t];
    const result = reflect(state, onto(apex, at(0.5)), [0.5, 0.5], 'sink');
    if (!result.ok) throw new Error(result.fault.text);
    expect(checkState(result.value.state)).toEqual([]);
    const before = boundsOf(state.facets.flatMap((_, f) => facetOnModel(state, f)));
    const after = boundsOf(result.value.state.facets.flatMap((_, f) => facetOnModel(result.value.state, f)));
    expect(after.maxX - after.minX).toBeLessThanOrEqual(before.maxX - before.minX + 1e-12);
    expect(toMeasures(result.value.state).silhouetteArea).toBeCloseTo(0.25 - 0.03125, 9);
  });

  test('what cannot be is refused with its reason', () => {
    const one = reflect(square(), through([0.5, 0], [0.5, 1]), [0.9, 0.5], 'inside');
    expect(one.ok ? '' : one.fault.text).toContain('one layer');
    const none = reflect(triangle(), through([0.7, 0.7], [0.7, 1]), [0.99, 0.995], 'sink');
    expect(none.ok ? '' : none.fault.kind).toBe('empty');
  });
});
