import { describe, expect, test } from '@jest/globals';
import { findBase, foldBase } from '../src/bases/index.ts';
import { type FlatState, checkState, foldsOf, toMeasures, toModel } from '../src/folded/index.ts';
import { type Point, distance } from '../src/geometry/index.ts';
import {
  type MoveResult,
  type RefoldCrease,
  collapse,
  lineCrease,
  listCollapses,
  petal,
  rabbitEar,
  refold,
  squash,
  swivel,
  unfoldStep,
} from '../src/moves/index.ts';
import type { Outcome } from '../src/outcome/index.ts';
import type { Refusal } from '../src/folded/index.ts';
import { fold, footprint, onto, square, through } from './builders.ts';

const base = (id: string): FlatState => foldBase(findBase(id)!).state;
const made = (result: Outcome<MoveResult, Refusal>): MoveResult => {
  if (!result.ok) throw new Error(`${result.fault.kind}: ${result.fault.text}`);
  expect(checkState(result.value.state)).toEqual([]);
  return result.value;
};
const refused = (result: Outcome<MoveResult, Refusal>): string => (result.ok ? 'made' : result.fault.text);
const O: Point = [0.5, 0.5];
const corners: Point[] = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
];
const middles: Point[] = [
  [0.5, 0],
  [1, 0.5],
  [0.5, 1],
  [0, 0.5],
];
const spoke = (to: Point, wish: RefoldCrease['wish']): RefoldCrease => ({
  frame: 'sheet',
  from: O,
  to,
  wish,
});
const apart = (state: FlatState, p: Point, q: Point): number =>
  distance(toModel(state, p)!, toModel(state, q)!);

describe('collapse with senses to be found', () => {
  test('the preliminary base has 18 assignments of senses, one order of layers each', () => {
    const found = listCollapses(square(), {
      creases: [...middles, corners[1]!, corners[3]!].map((to) => spoke(to, 'folded')),
      anchor: [0.2, 0.2],
      step: 'c',
    });
    if (!found.ok) throw new Error(found.fault.text);
    expect(found.value).toHaveLength(18);
    const senses = found.value.map((r) =>
      foldsOf(r.state)
        .map((f) => f.sense)
        .join(),
    );
    expect(new Set(senses).size).toBe(18);
    for (const r of found.value) expect(checkState(r.state)).toEqual([]);
  });

  test('a second collapse leaves what is folded as it is: the fish base in two halves', () => {
    const [i, j]: Point[] = [
      [Math.SQRT1_2, 1 - Math.SQRT1_2],
      [1 - Math.SQRT1_2, Math.SQRT1_2],
    ];
    const half = (tip: Point, centre: Point, foot: Point): RefoldCrease[] =>
      [corners[0]!, corners[2]!, tip]
        .map((from): RefoldCrease => ({ frame: 'sheet', from, to: centre, wish: 'valley' }))
        .concat([{ frame: 'sheet', from: centre, to: foot, wish: 'mountain' }]);
    const first = made(
      collapse(square(), { creases: half(corners[1]!, i!, [i![0], 0]), anchor: O, step: 'a' }),
    ).state;
    const both = made(
      collapse(first, { creases: half(corners[3]!, j!, [0, j![1]]), anchor: O, step: 'b' }),
    ).state;
    expect(footprint(both)).toEqual(footprint(base('fish')));
    expect(toModel(both, corners[1]!)).toEqual(toModel(first, corners[1]!));
  });

  test('creases given as the model lies go through every layer', () => {
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const at = (x: number, y: number): Point => [x, y];
    const crease = (from: Point, to: Point, wish: RefoldCrease['wish']): RefoldCrease => ({
      frame: 'model',
      from,
      to,
      on: 'all',
      wish,
    });
    // A waterbomb of the book: its long edge halved, both layers together.
    const result = made(
      collapse(book, {
        creases: [
          crease(at(0.25, 0.5), at(0, 0.25), 'mountain'),
          crease(at(0.25, 0.5), at(0.5, 0.25), 'mountain'),
          crease(at(0.25, 0.5), at(0.5, 0.75), 'mountain'),
          crease(at(0.25, 0.5), at(0, 0.75), 'mountain'),
          crease(at(0.25, 0.5), at(0, 0.5), 'valley'),
          crease(at(0.25, 0.5), at(0.5, 0.5), 'valley'),
        ],
        anchor: [0.25, 0.1],
        step: 'c',
      }),
    );
    expect(toMeasures(result.state).spot.layers).toBe(8);
  });

  test('what cannot close says which vertex, or that a crease is missing', () => {
    const loose = collapse(base('preliminary'), {
      creases: [lineCrease(through([0.1, 0], [0.3, 0.4]), [[0.2, 0.2]], 'valley')],
      anchor: [0.45, 0.45],
      step: 'c',
    });
    expect(refused(loose)).toMatch(/3 folded creases meet.*No single crease more closes it/);
    expect(
      refused(
        collapse(square(), {
          creases: [spoke([0.5, 0], 'valley'), spoke([0.5, 1], 'mountain')],
          anchor: [0.2, 0.2],
          step: 'c',
        }),
      ),
    ).toContain('cannot be collapsed');
    expect(
      refused(
        collapse(square(), { creases: middles.map((m) => spoke(m, 'folded')), anchor: [5, 5], step: 'c' }),
      ),
    ).toContain('off the sheet');
  });
});

describe('squash folds', () => {
  const press = (to: Point, more: Partial<Parameters<typeof squash>[1]> = {}) =>
    squash(base('preliminary'), {
      apex: O,
      hinge: corners[0]!,
      ridge: middles[0]!,
      to,
      front: [[0.35, 0.1]],
      back: [[0.65, 0.1]],
      side: 'front',
      step: 's',
      ...more,
    });

  test('symmetric: the ridge comes to lie on the hinge, and the raw edges on each other', () => {
    const pre = base('preliminary');
    const { state } = made(press(toModel(pre, corners[0]!)!));
    expect(state.facets).toHaveLength(8);
    const [apex, ridge, tip] = [O, middles[0]!, corners[0]!].map((p) => toModel(state, p)!) as [
      Point,
      Point,
      Point,
    ];
    const cross = (ridge[0] - apex[0]) * (tip[1] - apex[1]) - (ridge[1] - apex[1]) * (tip[0] - apex[0]);
    expect(Math.abs(cross)).toBeLessThan(1e-12);
    expect(distance(apex, ridge)).toBeCloseTo(0.5, 12);
  });

  test.each([-20, -10, 10, 20])(
    'asymmetric: the ridge lands where it is asked to, %i degrees off',
    (degrees) => {
      const pre = base('preliminary');
      const [apex, tip] = [toModel(pre, O)!, toModel(pre, corners[0]!)!];
      const a = (degrees * Math.PI) / 180;
      const v: Point = [tip[0] - apex[0], tip[1] - apex[1]];
      const to: Point = [
        apex[0] + v[0] * Math.cos(a) - v[1] * Math.sin(a),
        apex[1] + v[0] * Math.sin(a) + v[1] * Math.cos(a),
      ];
      const { state } = made(press(to));
      const ridge = toModel(state, middles[0]!)!;
      const off = Math.atan2(
        v[0] * (ridge[1] - apex[1]) - v[1] * (ridge[0] - apex[0]),
        v[0] * (ridge[0] - apex[0]) + v[1] * (ridge[1] - apex[1]),
      );
      expect((off * 180) / Math.PI).toBeCloseTo(degrees, 9);
    },
  );

  test('the wrong layer, points on each other and points off the sheet are refused', () => {
    const tip = toModel(base('preliminary'), corners[0]!)!;
    expect(refused(press(tip, { back: [[0.35, 0.1]] }))).not.toBe('made');
    expect(refused(press(tip, { hinge: O }))).toContain('lie on each other');
    expect(refused(press(tip, { ridge: [3, 3] }))).toContain('off the sheet');
  });
});

describe('petal, rabbit ear and swivel', () => {
  const [p, q]: Point[] = [
    [0.5, Math.tan(Math.PI / 8) / 2],
    [Math.tan(Math.PI / 8) / 2, 0.5],
  ];

  test('a petal lifts the tip to its mirror image in the hinge; its raw edges meet in the middle, in front', () => {
    const pre = base('preliminary');
    const { state } = made(
      petal(pre, {
        tip: corners[0]!,
        hinge: [p!, q!],
        flap: [[0.2, 0.2]],
        side: 'front',
        step: 'p',
      }),
    );
    const [was, now] = [toModel(pre, corners[0]!)!, toModel(state, corners[0]!)!];
    const [a, b] = [toModel(pre, p!)!, toModel(pre, q!)!];
    for (const end of [a, b]) expect(distance(end, was)).toBeCloseTo(distance(end, now), 12);
    expect(distance(was, now)).toBeCloseTo(1, 12);
    expect(toMeasures(state).fromFront.front).toBeGreaterThan(toMeasures(state).fromFront.back * 3);
  });

  test('a petal behind is the same seen from the other face', () => {
    const bird = base('bird');
    const flipped = foldBase({ ...findBase('bird')!, id: 'twice' }).state;
    expect(footprint(bird)).toEqual(footprint(flipped));
    const m = toMeasures(bird);
    expect(m.fromFront.front).toBeCloseTo(m.fromBehind.front, 9);
  });

  test('tip and hinge in one line, and a flap that ends at the hinge, are refused', () => {
    const pre = base('preliminary');
    const bad = { tip: corners[0]!, flap: [[0.2, 0.2]] as Point[], side: 'front' as const, step: 'p' };
    expect(refused(petal(pre, { ...bad, hinge: [corners[0]!, O] }))).toContain('one line');
    expect(refused(petal(pre, { ...bad, hinge: [[9, 9], q!] }))).toContain('off the sheet');
  });

  test('a rabbit ear brings both edges of the corner to the base line, and points where it is told to', () => {
    for (const towards of [0, 1] as const) {
      const { state } = made(
        rabbitEar(square(), {
          tip: corners[1]!,
          base: [corners[0]!, corners[2]!],
          towards,
          on: 'all',
          anchor: O,
          side: 'front',
          step: 'e',
        }),
      );
      const ear = toModel(state, corners[1]!)!;
      expect(Math.abs(ear[0] - ear[1])).toBeLessThan(1e-12);
      expect(ear[0] < 0.5).toBe(towards === 0);
      // The edge on the far side of the ear is not creased: it lies along the base with all its length.
      expect(apart(state, corners[towards === 0 ? 2 : 0]!, corners[1]!)).toBeCloseTo(1, 12);
    }
    expect(
      refused(
        rabbitEar(square(), {
          tip: O,
          base: [corners[0]!, corners[2]!],
          towards: 0,
          on: 'all',
          anchor: O,
          side: 'front',
          step: 'e',
        }),
      ),
    ).toContain('one line');
  });

  test('a swivel finds the crease of the layer drawn along from the angles at its pivot', () => {
    // A book fold: the top layer's lower edge is swung up about a pivot on the fold, the layer beneath follows.
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const pivot: Point = [0.5, 0.6];
    const result = made(
      swivel(book, {
        pivot,
        through: [0.75, 0],
        flap: [0.6, 0.1],
        drawn: [0.45, 0.1],
        anchor: [0.2, 0.9],
        side: 'front',
        step: 'w',
      }),
    );
    const at = foldsOf(result.state).filter(
      (f) => distance(f.from, pivot) < 1e-9 || distance(f.to, pivot) < 1e-9,
    );
    expect(at).toHaveLength(4);
    expect(
      refused(
        swivel(book, {
          pivot: [0.2, 0.2],
          through: [0.3, 0.3],
          flap: [0.25, 0.25],
          drawn: [0.1, 0.15],
          anchor: [0.2, 0.9],
          side: 'front',
          step: 'w',
        }),
      ),
    ).not.toBe('made');
  });
});

describe('refolding in general', () => {
  test('a line alone on one layer, with a point to bring, is a simple fold', () => {
    const result = made(
      refold(square(), {
        creases: [lineCrease(onto([1, 0], [0, 0]), 'all', 'valley')],
        free: [],
        folds: 'free',
        bring: [{ point: [1, 0], to: [0, 0] }],
        anchor: [0.1, 0.5],
        side: 'front',
        picks: [],
        step: 'f',
      }),
    );
    expect(footprint(result.state)).toEqual(footprint(fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5])));
    expect(result.trace!.layersAtCrease).toBe(1);
  });

  test('a closed corner laid over a line has every order that sinking it has', () => {
    const waterbomb = base('waterbomb');
    const before = toMeasures(waterbomb);
    const result = listCollapses(waterbomb, {
      creases: [lineCrease(through([0, 0.2], [1, 0.2]), 'all', 'folded')],
      anchor: [0.5, 0.05],
      step: 'l',
    });
    if (!result.ok) throw new Error(result.fault.text);
    // Every way the folded-down corner can be ordered: the same menu as for sinking it.
    expect(result.value).toHaveLength(11);
    for (const r of result.value) {
      expect(checkState(r.state)).toEqual([]);
      expect(toMeasures(r.state).silhouetteArea).toBeLessThan(before.silhouetteArea);
    }
  });

  test('no place, nothing parted and a point off the sheet say so', () => {
    const ask = {
      creases: [lineCrease(through([0.5, 0], [0.5, 1]), 'all')],
      free: [],
      folds: 'free' as const,
      anchor: [0.2, 0.2] as Point,
      side: 'front' as const,
      picks: [],
      step: 'f',
    };
    expect(refused(refold(square(), { ...ask, bring: [{ point: [0.9, 0.9], to: [0.2, 0.1] }] }))).toContain(
      'cannot come to rest there',
    );
    expect(
      refused(refold(square(), { ...ask, creases: [lineCrease(through([3, 0], [3, 1]), 'all')], bring: [] })),
    ).toContain('part nothing');
  });
});

describe('unfolding steps of several creases', () => {
  test.each(['collapse', 'petal'])('a %s undone gives back where all paper lay', (which) => {
    const start = which === 'collapse' ? square() : base('preliminary');
    const done =
      which === 'collapse'
        ? collapse(start, {
            creases: [
              ...middles.map((m) => spoke(m, 'mountain')),
              spoke(corners[1]!, 'valley'),
              spoke(corners[3]!, 'valley'),
            ],
            anchor: [0.2, 0.2],
            step: 'x',
          })
        : petal(start, {
            tip: corners[0]!,
            hinge: [
              [0.5, Math.tan(Math.PI / 8) / 2],
              [Math.tan(Math.PI / 8) / 2, 0.5],
            ],
            flap: [[0.2, 0.2]],
            side: 'front',
            step: 'x',
          });
    const { state } = made(done);
    const opened = made(unfoldStep(state, { before: start, after: state, step: 'u' }));
    expect({ facets: opened.state.facets, order: opened.state.order }).toEqual({
      facets: start.facets,
      order: start.order,
    });
    expect(opened.state.resting.length).toBeGreaterThan(start.resting.length);
  });
});
