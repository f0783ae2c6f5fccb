import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { drawStep } from '../src/drawing/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import { buildFlatSheet } from '../src/folded/index.ts';
import {
  type Line,
  type Point,
  distance,
  lineAlong,
  linesOntoBoth,
  lineThrough,
  mirrorPoint,
  realRoots,
  sideOf,
} from '../src/geometry/index.ts';
import { MarkTable, amplificationOf, findMark, proveExact } from '../src/alignments/index.ts';
import { defaultSigma } from '../src/slips/index.ts';
import { findWays, judgeConstruction, writeMark } from '../src/ways/index.ts';
import { type LineRef, type PointRef, resolveLine } from '../src/references/index.ts';
import { nameSteps, replaySequence, sayStep, stepSchema } from '../src/sequence/index.ts';
import type { SheetShape } from '../src/sheet/index.ts';
import { type Surd, Tower } from '../src/surd/index.ts';

const square: SheetShape = { kind: 'square' };
const paper: SheetShape = { kind: 'rectangle', width: 1.414, height: 1 };
const half: SheetShape = { kind: 'triangle' };
const at = (name: string): PointRef => ({ kind: 'named', name });
const through = (a: string, b: string): LineRef => ({ kind: 'through', a: at(a), b: at(b) });

describe('roots of polynomials', () => {
  const root = fc.integer({ min: -40, max: 40 }).map((n) => n / 8);
  test('a cubic built from three roots has just these', () => {
    fc.assert(
      fc.property(root, root, root, fc.integer({ min: 1, max: 9 }), (a, b, c, lead) => {
        const cubic = [-a * b * c, a * b + b * c + c * a, -(a + b + c), 1].map((v) => v * lead);
        const wanted = [...new Set([a, b, c])].sort((x, y) => x - y);
        // Equal roots come out only as near as the root of what doubles keep.
        const isSingle = wanted.length === 3;
        const found = realRoots(cubic);
        if (isSingle) expect(found).toHaveLength(3);
        for (const w of wanted)
          expect(Math.min(...found.map((f) => Math.abs(f - w)))).toBeLessThan(isSingle ? 1e-9 : 1e-3);
      }),
    );
  });
  test('lower degrees, and none', () => {
    expect(realRoots([-6, 2])).toEqual([3]);
    expect(realRoots([-2, 0, 1]).map((x) => x.toFixed(12))).toEqual(['-1.414213562373', '1.414213562373']);
    expect(realRoots([0, 0, 1])).toEqual([0]);
    expect(realRoots([1, 0, 1])).toEqual([]);
    expect(realRoots([1])).toEqual([]);
    expect(realRoots([0, 0, 0, 0])).toEqual([]);
    expect(realRoots([0, 0, 0, 2])).toEqual([0]);
  });
});

describe('two points onto two lines', () => {
  // Whole hundredths: evenly spread, where doubles would crowd about nought.
  const share = fc.integer({ min: -100, max: 100 }).map((n) => n / 100);
  const place = fc.tuple(share, share);
  const line = fc
    .tuple(place, fc.integer({ min: 0, max: 179 }))
    .map(([p, turn]): Line =>
      lineAlong(p, [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]),
    );
  test('every crease brings both onto their lines, and lines that cross have one at least', () => {
    fc.assert(
      fc.property(place, line, place, line, (p, on, q, onto) => {
        const clear = Math.min(Math.abs(sideOf(on, p)), Math.abs(sideOf(onto, q))) > 0.05;
        const turn = on.normal[0] * onto.normal[1] - on.normal[1] * onto.normal[0];
        fc.pre(clear && Math.abs(turn) > 0.05 && distance(p, q) > 0.05);
        const ways = linesOntoBoth(p, on, q, onto);
        expect(ways.length).toBeGreaterThan(0);
        expect(ways.length).toBeLessThanOrEqual(3);
        for (const crease of ways) {
          expect(Math.abs(sideOf(on, mirrorPoint(crease, p)))).toBeLessThan(1e-9);
          // Where the first point lands far off, the second comes as near as that leaves digits.
          const far = Math.max(1, distance(p, mirrorPoint(crease, p)));
          expect(Math.abs(sideOf(onto, mirrorPoint(crease, q)))).toBeLessThan(1e-7 * far);
        }
      }),
    );
  });
  test('the cube root of two (Beloch 1936)', () => {
    const [crease, ...others] = linesOntoBoth(
      [-1, 0],
      lineAlong([1, 0], [0, 1]),
      [0, -2],
      lineAlong([0, 2], [1, 0]),
    );
    expect(others).toEqual([]);
    const slope = -crease!.normal[0] / crease!.normal[1];
    // The crease rises by the cube root of one half: its reciprocal is that of two.
    expect(Math.abs(slope) ** -3).toBeCloseTo(2, 9);
  });
  test('a point that lies on its line already has no way', () => {
    const axis = lineThrough([0, 0], [1, 0])!;
    expect(linesOntoBoth([0.5, 0], axis, [0, 1], lineThrough([0, 0], [1, 1])!)).toEqual([]);
  });
});

describe('numbers of cubics', () => {
  const whole = (tower: Tower, n: number): Surd => tower.ratio(BigInt(n));
  test('the cube root of two cubed is two, and nothing beside it', () => {
    const tower = new Tower();
    const root = tower.rootNear(
      [-2, 0, 0, 1].map((n) => whole(tower, n)),
      1.2,
    )!;
    const cubed = tower.times(root, tower.times(root, root));
    expect(tower.isZero(tower.subtract(cubed, whole(tower, 2)))).toBe(true);
    expect(tower.isZero(tower.subtract(root, tower.decimal('1.259921049894873')!))).toBe(false);
    expect(tower.toNumber(tower.inverse(root))).toBeCloseTo(2 ** (-1 / 3), 14);
  });
  test('the cosine of 20 degrees makes that of 60', () => {
    const tower = new Tower();
    const cosine = tower.rootNear(
      [-1, -6, 0, 8].map((n) => whole(tower, n)),
      0.94,
    )!;
    expect(tower.toNumber(cosine)).toBeCloseTo(Math.cos(Math.PI / 9), 14);
    const cubed = tower.times(cosine, tower.times(cosine, cosine));
    const threefold = tower.subtract(
      tower.times(whole(tower, 4), cubed),
      tower.times(whole(tower, 3), cosine),
    );
    expect(tower.isZero(tower.subtract(threefold, tower.ratio(1n, 2n)))).toBe(true);
  });
  test('a cubic that comes apart is known by the root that is meant', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: -9, max: 9 }), { minLength: 3, maxLength: 3 }),
        (roots) => {
          const [a, b, c] = roots as [number, number, number];
          const tower = new Tower();
          const cubic = [-a * b * c, a * b + b * c + c * a, -(a + b + c), 1].map((n) => whole(tower, n));
          const root = tower.rootNear(cubic, a + 0.1)!;
          expect(tower.isZero(tower.subtract(root, whole(tower, a)))).toBe(true);
          expect(tower.isZero(tower.subtract(root, whole(tower, b)))).toBe(false);
          // Not zero, though it has a root in common with the cubic.
          const other = tower.subtract(root, whole(tower, b));
          const one = tower.times(other, tower.inverse(other));
          expect(tower.isZero(tower.subtract(one, whole(tower, 1)))).toBe(true);
        },
      ),
    );
  });
  test('square roots above it are decided only where they are known', () => {
    const tower = new Tower();
    const three = tower.sqrt(whole(tower, 3))!;
    tower.rootNear(
      [-2, 0, 0, 1].map((n) => whole(tower, n)),
      1.2,
    );
    expect(tower.sqrt(whole(tower, 12))).toEqual(tower.times(three, whole(tower, 2)));
    expect(tower.sqrt(whole(tower, 5))).toBeUndefined();
    expect(tower.rootNear([whole(tower, 1)], 0)).toBeUndefined();
  });
});

describe('a step that brings two points onto two lines', () => {
  const both: LineRef = {
    kind: 'ontoBoth',
    from: at('A'),
    on: through('mid AB', 'mid CD'),
    other: at('mid DA'),
    onto: through('A', 'C'),
    near: { kind: 'sheet', at: [0.5, 0.3] },
  };
  const step = stepSchema.parse({
    id: 'b',
    move: { kind: 'crease', sense: 'valley', line: both, through: 'all' },
  });

  test('both lie on their lines, and the sentence names all four', () => {
    const { sequence, steps } = replaySequence({ sheet: square, points: {}, steps: [step] });
    const crease = steps[0]!.trail!.creases[0]!;
    const line = lineThrough(crease.from, crease.to)!;
    expect(mirrorPoint(line, [0, 0])[0]).toBeCloseTo(0.5, 12);
    const [x, y] = mirrorPoint(line, [0, 0.5]);
    expect(x).toBeCloseTo(y, 12);
    expect(sayStep(step, sequence)).toBe(
      'Fold and unfold corner A onto the line from the middle of AB to the middle of CD and the middle of DA onto diagonal AC, both at once.',
    );
  });
  test('the picture has an arrow for each of both, from where it lies to where it lands', () => {
    const { sequence, steps } = replaySequence({ sheet: square, points: {}, steps: [step] });
    const { items } = drawStep(steps[0]!, nameSteps(sequence.steps));
    const arrows = items.flatMap((i) => (i.kind === 'arrow' ? [i] : []));
    expect(arrows.map((a) => a.from)).toEqual([
      [0, 0],
      [0, 0.5],
    ]);
    expect(arrows[0]!.to[0]).toBeCloseTo(0.5, 12);
    expect(arrows[1]!.to[0]).toBeCloseTo(arrows[1]!.to[1], 12);
    const chosen = items.filter((i) => i.kind === 'landmark' && i.look === 'chosen');
    expect(chosen).toHaveLength(2);
  });
  test('a repeat on the other side is its mirror image', () => {
    const mirror = { kind: 'mirror', in: ['B', 'D'] };
    const repeat = stepSchema.parse({ id: 'r', move: { kind: 'repeat', of: 'b', map: mirror } });
    const { steps } = replaySequence({ sheet: square, points: {}, steps: [step, repeat] });
    const [one, other] = steps.map((s) => s.trail!.creases[0]!);
    const image = (p: Point): Point => [1 - p[1], 1 - p[0]];
    const line = lineThrough(other!.from, other!.to)!;
    for (const p of [one!.from, one!.to]) expect(Math.abs(sideOf(line, image(p)))).toBeLessThan(1e-9);
  });
  test('no such crease: the sentence says what to choose', () => {
    const flat = {
      state: buildFlatSheet(square),
      points: {},
      trails: new Map(),
      numbers: new Map(),
    };
    const found = resolveLine({ ...both, from: at('mid AB') } as LineRef, flat);
    expect(found.ok ? '' : found.fault.text).toMatch(/choose points that lie off their lines/);
  });
});

describe('marks with a fold of two marks onto two lines', () => {
  let table: MarkTable;
  beforeAll(() => {
    table = new MarkTable(square, true);
    for (let level = 1; level <= 3; level++) table.grow(level, buildEffort(Infinity), level < 3);
  });
  const isBoth = (id: number): boolean => table.originOf(id).kind === 'ontoBoth';

  test.each(['1/3', '2/9', '5/12', '6/27', '11/33'])(
    '%s is proved, and what lies beside it refuted',
    (share) => {
      const [top, bottom] = share.split('/').map(Number) as [number, number];
      const target = { kind: 'share', edge: 'AB', share: top / bottom } as const;
      const found = findMark(table, target, { creases: 6, tolerance: 1e-9, best: 60, each: true });
      if (!found.ok) throw new Error(found.fault);
      const exact = found.value.filter((a) => a.exact && a.lines.some(isBoth)).slice(0, 12);
      expect(exact.length).toBeGreaterThan(0);
      for (const answer of exact) {
        const written = (says: string) => ({ kind: 'share', edge: 'AB', share: says }) as const;
        expect(proveExact(table, answer, written(share))).toBe(true);
        expect(proveExact(table, answer, written(`${share}+1/10000000000`))).toBe(false);
        expect(amplificationOf(table, answer)).toBeGreaterThan(0);
        const { replay } = writeMark(table, answer, 'm', 'AB');
        expect(replay.steps.filter((s) => s.refusal)).toEqual([]);
      }
    },
  );

  test.each([
    ['square', square],
    ['root two', paper],
    ['half square', half],
  ])('are offered on a %s only where they are wanted, and land where they say', (_, sheet) => {
    const wish = { kind: 'share', edge: 'AB', share: 0.3217 } as const;
    const waysOf = (both: boolean) => {
      const found = findWays(sheet, wish, { prefix: 'w', near: 0.3 / 300, both });
      if (!found.ok) throw new Error(found.fault);
      return found.value;
    };
    const takes = (way: { steps: readonly { move: object }[] }): boolean =>
      JSON.stringify(way.steps).includes('"ontoBoth"');
    expect(waysOf(false).ways.filter(takes)).toEqual([]);
    const { target, ways } = waysOf(true);
    const own = ways.filter(takes);
    expect(own.length).toBeGreaterThan(0);
    for (const way of own) {
      const judged = judgeConstruction(way, target, sheet, 300, defaultSigma);
      expect(judged.replay.steps.filter((s) => s.refusal)).toEqual([]);
      expect(judged.missMm).toBeLessThan(0.3001);
    }
  });
});

describe('thirds of an angle', () => {
  const angles: [string, SheetShape, Point, number, number][] = [
    ['a third of 60 on a square', square, [0, 0], 20, 6],
    ['two thirds of 60', square, [0, 0], 40, 6],
    ['two thirds of 75', square, [0, 0], 50, 6],
    ['a third of 30 from the other side', square, [0, 0], 80, 7],
    ['a third of 15', square, [0, 0], 5, 8],
    ['two thirds of 52.5', square, [0, 0], 35, 7],
    ['at corner B', square, [1, 0], 110, 6],
    ['at corner C', square, [1, 1], 20, 6],
    ['on a root-two sheet', paper, [0, 0], 20, 7],
    ['on a half square', half, [0, 0], 40, 7],
  ];
  test.each(angles)('%s', (_, sheet, corner, degrees, steps) => {
    const found = findWays(
      sheet,
      { kind: 'line', through: corner, degrees },
      { prefix: 't', near: 0.2 / 300 },
    );
    if (!found.ok) throw new Error(found.fault);
    const third = found.value.ways.find((w) => w.id === 'third')!;
    expect(third.exact).toBe(true);
    expect(third.steps.length).toBeLessThanOrEqual(steps);
    const judged = judgeConstruction(third, found.value.target, sheet, 300, defaultSigma);
    expect(judged.replay.steps.filter((s) => s.refusal)).toEqual([]);
    expect(judged.missMm).toBeLessThan(1e-9);
    expect(judged.amplification).toBeGreaterThan(0);
  });
  test('where halving or single folds are exact already, and where the whole angle is not, there is none', () => {
    for (const degrees of [22.5, 30, 15, 17.3]) {
      const found = findWays(
        square,
        { kind: 'line', through: [0, 0], degrees },
        { prefix: 't', near: 0.5 / 300 },
      );
      expect(found.ok && found.value.ways.length > 0 && found.value.ways.every((w) => w.id !== 'third')).toBe(
        true,
      );
    }
  });
});
