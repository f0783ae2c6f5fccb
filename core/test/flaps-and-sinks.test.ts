import { describe, expect, test } from '@jest/globals';
import { findBase, foldBase } from '../src/bases/index.ts';
import {
  type FlatState,
  type Refusal,
  checkState,
  facetsAt,
  foldsOf,
  toMeasures,
  toModel,
} from '../src/folded/index.ts';
import { type Line, type Point, distance, mirrorLine } from '../src/geometry/index.ts';
import {
  type MoveResult,
  accordion,
  crimp,
  foldOver,
  foldSeveral,
  listReflections,
  pleat,
  rearrange,
  reflectBeyond,
  singleOut,
  unfoldStep,
} from '../src/moves/index.ts';
import type { Outcome } from '../src/outcome/index.ts';
import { fold, footprint, onto, square, through } from './builders.ts';

const base = (id: string): FlatState => foldBase(findBase(id)!).state;
const made = (result: Outcome<MoveResult, Refusal>): FlatState => {
  if (!result.ok) throw new Error(`${result.fault.kind}: ${result.fault.text}`);
  expect(checkState(result.value.state)).toEqual([]);
  return result.value.state;
};
const refused = (result: Outcome<MoveResult, Refusal>): string => (result.ok ? 'made' : result.fault.text);
const O: Point = [0.5, 0.5];
/** The sheet folded along its diagonal AC: a flap at C with two layers and its spine on AC. */
const triangle = (): FlatState => fold(square(), through([0, 0], [1, 1]), [0.9, 0.1]);
const tip: Point = [0.99, 0.995];
const parallel = (t: number): Line => through([t, t], [t, 1]);

describe('the menu of a closed corner', () => {
  const menu = (state: FlatState, line: Line) => {
    const found = listReflections(state, { line, flap: [O], step: 'x' });
    if (!found.ok) throw new Error(found.fault.text);
    return found.value;
  };
  const kinds = (list: ReturnType<typeof menu>): Record<string, number> => {
    const count: Record<string, number> = {};
    for (const { kind } of list) count[kind] = (count[kind] ?? 0) + 1;
    return count;
  };
  const bombMenu = () => {
    const bomb = base('waterbomb');
    const [apex, foot] = [toModel(bomb, O)!, toModel(bomb, [0.5, 0])!];
    return menu(bomb, onto(apex, [(apex[0] + foot[0]) / 2, (apex[1] + foot[1]) / 2]));
  };

  test('a waterbomb’s apex has 11 results: up, down, one open sink, eight closed or mixed', () => {
    const found = bombMenu();
    expect(kinds(found)).toEqual({ valley: 1, mountain: 1, 'open sink': 1, 'mixed sink': 8 });
    for (const { result } of found) expect(checkState(result.state)).toEqual([]);
    expect(new Set(found.map((f) => f.result.state.order.join())).size).toBe(11);
  });

  test('a bird base’s closed point between its raised flaps has 9: one open sink, eight closed or mixed', () => {
    const bird = base('bird');
    const t = Math.tan(Math.PI / 8) / 2;
    const [apex, p, q] = [O, [0.5, t] as Point, [t, 0.5] as Point].map((x) => toModel(bird, x)!) as [
      Point,
      Point,
      Point,
    ];
    const to: Point = [0, 1].map((i) => apex[i]! + ((p[i]! + q[i]!) / 2 - apex[i]!) * 1.3) as never;
    expect(kinds(menu(bird, onto(apex, to)))).toEqual({ 'open sink': 1, 'mixed sink': 8 });
  });

  test('the relations that go with a result single it out, and choose it again', () => {
    const bomb = base('waterbomb');
    const [apex, foot] = [toModel(bomb, O)!, toModel(bomb, [0.5, 0])!];
    const line = onto(apex, [(apex[0] + foot[0]) / 2, (apex[1] + foot[1]) / 2]);
    const found = bombMenu();
    for (const { picks, result } of found) {
      expect(picks.length).toBeGreaterThan(0);
      const again = made(reflectBeyond(bomb, { line, flap: [O], mode: 'free', picks, step: 'y' }));
      expect(again.order).toEqual(result.state.order);
    }
    expect(singleOut(found[0]!.result.state, [found[0]!.result.state])).toEqual([]);
  });

  test('closed: a mixed result is taken; unsink brings an open sink out again, only creases are left', () => {
    const pre = base('preliminary');
    const [apex, end] = [toModel(pre, O)!, toModel(pre, [0, 0])!];
    const line = onto(apex, [(apex[0] + end[0]) / 2, (apex[1] + end[1]) / 2]);
    const closed = made(reflectBeyond(pre, { line, flap: [O], mode: 'closed', step: 'c' }));
    const open = made(reflectBeyond(pre, { line, flap: [O], mode: 'sink', step: 's' }));
    expect(footprint(closed)).toEqual(footprint(open));
    expect(closed.order).not.toEqual(open.order);
    const out = made(reflectBeyond(open, { line, flap: [O], mode: 'unsink', step: 'o' }));
    expect(footprint(out)).toEqual(footprint(pre));
    expect(out.resting.length).toBeGreaterThan(pre.resting.length);
    expect(refused(reflectBeyond(pre, { line, flap: [O], mode: 'unsink', step: 'o' }))).toContain(
      'nothing sunk',
    );
    expect(
      refused(reflectBeyond(triangle(), { line: parallel(0.7), flap: [tip], mode: 'closed', step: 'c' })),
    ).toContain('nothing to sink');
  });
});

describe('reverse folds', () => {
  test('auto finds the kind from the side the tip bends to', () => {
    const away = made(
      reflectBeyond(triangle(), { line: parallel(0.7), flap: [tip], mode: 'auto', step: 'r' }),
    );
    const inside = made(
      reflectBeyond(triangle(), { line: parallel(0.7), flap: [tip], mode: 'inside', step: 'r' }),
    );
    expect(away.order).toEqual(inside.order);
    const over = through([0.7, 0.7], [0.2, 1]);
    const auto = made(reflectBeyond(triangle(), { line: over, flap: [tip], mode: 'auto', step: 'r' }));
    expect(auto.order).toEqual(
      made(reflectBeyond(triangle(), { line: over, flap: [tip], mode: 'outside', step: 'r' })).order,
    );
  });

  test('the tip of a bird base’s flap is reversed through all its layers, front and back parted at the spine', () => {
    const half = fold(
      base('bird'),
      through(toModel(base('bird'), O)!, toModel(base('bird'), [0, 0])!),
      [0.75, 0.02],
      {
        layers: 'all',
        sense: 'mountain',
      },
    );
    const c: Point = [1, 1];
    const [cAt, oAt] = [toModel(half, c)!, toModel(half, [0, 1])!];
    const middle: Point = [cAt[0] * 0.6 + oAt[0] * 0.4, cAt[1] * 0.6 + oAt[1] * 0.4];
    const line = through(middle, [middle[0] + (oAt[1] - cAt[1]) + 0.3, middle[1] - (oAt[0] - cAt[0]) + 0.1]);
    const tried = reflectBeyond(half, { line, flap: [c], mode: 'auto', step: 'r' });
    const state = made(tried);
    expect(state.facets.length).toBeGreaterThan(half.facets.length);
    expect(distance(toModel(state, c)!, cAt)).toBeGreaterThan(0.05);
  });
});

describe('crimps, pleats and accordions', () => {
  const lines: [Line, Line] = [through([0.7, 0.7], [0.62, 1]), through([0.75, 0.75], [0.79, 1])];

  test('a crimp in one commit turns the tip by twice the angle between its lines', () => {
    const start = triangle();
    const state = made(crimp(start, { lines, flap: [tip], mode: 'auto', step: 'k' }));
    const at = (s: FlatState, p: Point): Point => toModel(s, p)!;
    const angle = (s: FlatState): number => {
      const [p, q] = [at(s, [1, 1]), at(s, [0.9, 0.9])];
      return Math.atan2(p[1] - q[1], p[0] - q[0]);
    };
    const lean = (l: Line): number => Math.atan2(l.normal[1], l.normal[0]);
    const turned = Math.abs(angle(state) - angle(start)) % Math.PI;
    const wanted = Math.abs(2 * (lean(lines[1]) - lean(lines[0]))) % Math.PI;
    expect(Math.min(turned, Math.PI - turned)).toBeCloseTo(Math.min(wanted, Math.PI - wanted), 9);
  });

  test('it is what two reverse folds of one kind give, where those can be made', () => {
    const start = triangle();
    const once = made(crimp(start, { lines, flap: [tip], mode: 'inside', step: 'k' }));
    const first = made(reflectBeyond(start, { line: lines[0], flap: [tip], mode: 'inside', step: 'a' }));
    const second = made(
      reflectBeyond(first, { line: mirrorLine(lines[0], lines[1]), flap: [tip], mode: 'inside', step: 'b' }),
    );
    expect(footprint(once)).toEqual(footprint(second));
  });

  test('one layer, lines that part no tip and points before the lines are refused', () => {
    const one = crimp(square(), {
      lines: [through([0.7, 0], [0.7, 1]), through([0.8, 0], [0.8, 1])],
      flap: [[0.95, 0.5]],
      mode: 'auto',
      step: 'k',
    });
    expect(refused(one)).toContain('pleat a single layer instead');
    expect(refused(crimp(triangle(), { lines, flap: [[0.1, 0.12]], mode: 'auto', step: 'k' }))).not.toBe(
      'made',
    );
    expect(refused(crimp(triangle(), { lines, flap: [[7, 7]], mode: 'auto', step: 'k' }))).toContain(
      'beyond both lines',
    );
  });

  test('a pleat brings back only what its first fold has moved', () => {
    const state = made(
      pleat(square(), {
        lines: [through([0.5, 0], [0.5, 1]), through([0.6, 0], [0.6, 1])],
        flap: [[0.9, 0.5]],
        sense: 'mountain',
        layers: 'flap',
        hold: [],
        step: 'p',
      }),
    );
    const m = toMeasures(state);
    expect(m.width).toBeCloseTo(0.8, 12);
    expect(m.spot.layers).toBe(3);
    expect(m.fromFront.front).toBeCloseTo(0.8, 12);
    const all = made(
      pleat(triangle(), {
        lines: [through([0.5, 0], [0.5, 1]), through([0.6, 0], [0.6, 1])],
        flap: [[0.9, 0.95]],
        sense: 'valley',
        layers: 'all',
        hold: [],
        step: 'p',
      }),
    );
    expect(toMeasures(all).width).toBeCloseTo(0.8, 12);
  });

  test('an accordion of a flap: n pleats, every one as deep as the first', () => {
    const ask = {
      lines: [parallel(0.6), parallel(0.68)] as [Line, Line],
      flap: [tip],
      step: 'a',
    };
    const state = made(accordion(triangle(), { ...ask, pleats: 4 }));
    expect(state.facets).toHaveLength(2 * 5);
    expect(toModel(state, [1, 1])![0]).toBeCloseTo(1 - 4 * 0.08, 9);
    expect(
      refused(accordion(triangle(), { ...ask, lines: [parallel(0.6), onto([0, 0], [1, 0.5])], pleats: 2 })),
    ).toContain('side by side');
    const single = made(accordion(square(), { ...ask, flap: [[0.99, 0.5]], pleats: 4 }));
    expect(single.facets).toHaveLength(5);
    expect(foldsOf(single).map((f) => f.sense)).toEqual(['valley', 'mountain', 'valley', 'mountain']);
    expect(toModel(single, [1, 0.5])![0]).toBeCloseTo(1 - 4 * 0.08, 9);
    // Eight pleats of that depth would run off the paper: the second line is then the last one.
    const even = made(
      accordion(square(), { ...ask, lines: [parallel(0.6), parallel(0.9)], flap: [[0.99, 0.5]], pleats: 4 }),
    );
    expect(foldsOf(even).map((f) => Math.round(f.from[0] * 1e9) / 1e9)).toEqual([0.6, 0.7, 0.8, 0.9]);
    expect(
      refused(
        accordion(square(), {
          ...ask,
          lines: [parallel(1.1), parallel(1.2)],
          flap: [[0.99, 0.5]],
          pleats: 3,
        }),
      ),
    ).toContain('misses the flap');
  });
});

describe('tucking in, pulling out, several folds at once', () => {
  /** Two flaps from one side, the second over the first. */
  const stacked = (): FlatState => {
    const first = fold(square(), onto([1, 0], [0.55, 0.5]), [0.99, 0.01]);
    return fold(first, onto([1, 1], [0.55, 0.45]), [0.99, 0.99]);
  };

  test('a tucked flap lies right against its hinge layer; the layers over it stay over it', () => {
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    // The lower left corner of the bottom layer, in between; from outside the top layer is in the way.
    const ask = {
      line: onto([0, 0], [0.3, 0.3]),
      sense: 'valley' as const,
      flap: [[0.01, 0.01] as Point],
      layers: 'flap' as const,
      hold: [],
      step: 't',
    };
    expect(refused(foldOver(book, ask))).toContain('on top of');
    const state = made(foldOver(book, { ...ask, tuck: true }));
    const n = state.facets.length;
    const facet = (p: Point): number => facetsAt(state, p)[0]!;
    const [corner, bottom, top] = [facet([0.05, 0.05]), facet([0.3, 0.6]), facet([0.7, 0.6])];
    expect(state.order[corner * n + bottom]).toBe(1);
    expect(state.order[top * n + corner]).toBe(1);
  });

  test('a layer is pulled out over its neighbour and nothing else moves', () => {
    const state = stacked();
    const n = state.facets.length;
    const [lower, upper]: Point[] = [
      [0.95, 0.02],
      [0.97, 0.97],
    ];
    const [f, g] = [facetsAt(state, lower!)[0]!, facetsAt(state, upper!)[0]!];
    expect(state.order[g * n + f]).toBe(1);
    const out = rearrange(state, { flap: [lower!], picks: [[lower!, upper!]], step: 'r' });
    const result = made(out);
    expect(result.order[f * n + g]).toBe(1);
    expect(footprint(result)).toEqual(footprint(state));
    expect(refused(rearrange(result, { flap: [lower!], picks: [[lower!, upper!]], step: 'r' }))).toContain(
      'already',
    );
    expect(refused(rearrange(state, { flap: [], picks: [], step: 'r' }))).toContain('which layers');
    // A layer joined along its fold cannot change sides with what it hangs on.
    const base2: Point = [0.2, 0.2];
    expect(
      refused(
        rearrange(state, {
          flap: [base2],
          picks: [
            [base2, lower!],
            [base2, upper!],
          ],
          step: 'r',
        }),
      ),
    ).toMatch(/joined|made/);
  });

  test('several folds in one step: the blintz; the first that cannot be made names its number', () => {
    const corners: Point[] = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ];
    const folds = corners.map((p) => ({
      line: onto(p, O),
      flap: [p],
      sense: 'valley' as const,
      layers: 'flap' as const,
    }));
    const state = made(foldSeveral(square(), { folds, step: 'b' }));
    expect(footprint(state)).toEqual(footprint(base('blintz')));
    const bad = { ...folds[1]!, flap: [[9, 9] as Point] };
    expect(refused(foldSeveral(square(), { folds: [folds[0]!, bad], step: 'b' }))).toContain('Fold 2 of 2');
  });

  test('numbers and orders do not depend on the way: corners folded in any turn give the same state', () => {
    const corners: Point[] = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ];
    const inTurn = (list: readonly number[]): FlatState =>
      list.reduce((s, i) => fold(s, onto(corners[i]!, [0.4, 0.55]), corners[i]!), square());
    const [a, b] = [inTurn([0, 2]), inTurn([2, 0])];
    expect(a.facets.map((f) => f.loop)).toEqual(b.facets.map((f) => f.loop));
    expect(a.vertices.flat().map((v) => v.toFixed(9))).toEqual(b.vertices.flat().map((v) => v.toFixed(9)));
  });
});

describe('every move is undone by unfolding', () => {
  const cases: [string, () => { start: FlatState; done: Outcome<MoveResult, Refusal>; flap: Point[] }][] = [
    [
      'inside reverse',
      () => {
        const start = triangle();
        return {
          start,
          done: reflectBeyond(start, { line: parallel(0.7), flap: [tip], mode: 'inside', step: 'x' }),
          flap: [tip],
        };
      },
    ],
    [
      'crimp',
      () => {
        const start = triangle();
        const lines: [Line, Line] = [parallel(0.6), parallel(0.66)];
        return { start, done: crimp(start, { lines, flap: [tip], mode: 'inside', step: 'x' }), flap: [tip] };
      },
    ],
    [
      'pleat',
      () => {
        const start = square();
        const lines: [Line, Line] = [through([0.5, 0], [0.5, 1]), through([0.6, 0], [0.6, 1])];
        return {
          start,
          done: pleat(start, {
            lines,
            flap: [[0.9, 0.5]],
            sense: 'valley',
            layers: 'flap',
            hold: [],
            step: 'x',
          }),
          flap: [[0.9, 0.5]],
        };
      },
    ],
    [
      'open sink',
      () => {
        const start = base('preliminary');
        const [apex, end] = [toModel(start, O)!, toModel(start, [0, 0])!];
        const line = onto(apex, [(apex[0] + end[0]) / 2, (apex[1] + end[1]) / 2]);
        return { start, done: reflectBeyond(start, { line, flap: [O], mode: 'sink', step: 'x' }), flap: [O] };
      },
    ],
  ];

  test.each(cases)('%s', (_name, build) => {
    const { start, done } = build();
    if (!done.ok) throw new Error(done.fault.text);
    const opened = made(unfoldStep(done.value.state, { before: start, after: done.value.state, step: 'u' }));
    expect({ facets: opened.facets, order: opened.order }).toEqual({
      facets: start.facets,
      order: start.order,
    });
  });
});
