import { describe, expect, test } from '@jest/globals';
import { type Point, type Segment, distance } from '../../src/geometry/index.ts';
import type { LineRef, PointRef } from '../../src/references/index.ts';
import { type Step, replaySequence, sayStep, stepSchema, stepsThatUse } from '../../src/sequence/index.ts';
import { type SheetShape, type SheetSymmetry, mapPoint, symmetriesOf } from '../../src/sheet/index.ts';

const at = (name: string): PointRef => ({ kind: 'named', name });
const through = (a: PointRef, b: PointRef): LineRef => ({ kind: 'through', a, b });
const crease = (id: string, line: LineRef): Step =>
  stepSchema.parse({ id, move: { kind: 'crease', sense: 'valley', line, through: 'all' } });

/** A crease and a pinch that the references below go by: neither is its own image under most symmetries. */
const before: Step[] = [
  crease('c', { kind: 'turned', at: at('A'), towards: at('B'), degrees: 25 }),
  stepSchema.parse({
    id: 'p',
    move: {
      kind: 'pinch',
      sense: 'valley',
      line: {
        kind: 'across',
        at: { kind: 'along', from: at('A'), to: at('B'), share: 0.3 },
        to: through(at('A'), at('B')),
      },
      on: [at('A'), at('B')],
    },
  }),
];
const own = through(at('A'), { kind: 'sheet', at: [0.9, 0.4] });
const side = through(at('B'), { kind: 'sheet', at: [0.55, 0.95] });

/** Every kind of point, none of them on a line of symmetry. */
const points: Record<PointRef['kind'], PointRef> = {
  named: at('own'),
  sheet: { kind: 'sheet', at: ['1/3', 0.21] },
  along: { kind: 'along', from: at('A'), to: at('B'), share: '3/8' },
  between: { kind: 'between', from: at('O'), to: at('B'), share: 0.4 },
  unfolded: { kind: 'unfolded', of: { kind: 'foot', point: at('own'), line: own } },
  meet: { kind: 'meet', a: own, b: side, frame: 'sheet' },
  mark: { kind: 'mark', step: 'p' },
  mirror: { kind: 'mirror', point: at('own'), line: through(at('A'), at('C')) },
  foot: { kind: 'foot', point: { kind: 'sheet', at: [0.3, 0.2] }, line: { kind: 'crease', step: 'c' } },
};

/** Every kind of line. */
const lines: Record<LineRef['kind'], LineRef[]> = {
  through: [through(at('A'), { kind: 'sheet', at: [0.8, 0.7] })],
  onto: [{ kind: 'onto', from: at('A'), to: { kind: 'sheet', at: [0.7, 0.4] } }],
  lineOnto: ([0, 1] as const).flatMap((which) => [
    { kind: 'lineOnto', a: through(at('A'), at('B')), b: own, which },
    { kind: 'lineOnto', a: { kind: 'crease', step: 'c' }, b: side, which },
  ]),
  bisector: [{ kind: 'bisector', from: at('B'), at: at('own'), to: at('C') }],
  across: [{ kind: 'across', at: at('own'), to: { kind: 'crease', step: 'c' } }],
  beside: [{ kind: 'beside', at: at('own'), to: side }],
  turned: [{ kind: 'turned', at: at('A'), towards: at('own'), degrees: 17 }],
  landing: ([0, 1] as const).flatMap((which): LineRef[] => [
    { kind: 'landing', from: at('A'), on: side, by: { kind: 'through', at: at('own') }, which },
    {
      kind: 'landing',
      from: at('B'),
      on: { kind: 'crease', step: 'c' },
      by: { kind: 'through', at: at('O') },
      which,
    },
    { kind: 'landing', from: at('A'), on: side, by: { kind: 'square', to: own }, which: 0 },
  ]),
  ontoBoth: [
    {
      kind: 'ontoBoth',
      from: at('A'),
      on: through({ kind: 'sheet', at: [0.4, 0] }, { kind: 'sheet', at: [0.5, 1] }),
      other: { kind: 'sheet', at: [0, 0.6] },
      onto: own,
      near: { kind: 'sheet', at: [0.43, 0.3] },
    },
  ],
  mirrored: [{ kind: 'mirrored', line: own, in: through(at('mid AB'), at('mid CD')) }],
  crease: [{ kind: 'crease', step: 'c' }],
};

const square: SheetShape = { kind: 'square' };
const ownPoints = { own: { kind: 'sheet', at: [0.35, 0.15] } as PointRef };

function madeBy(steps: readonly Step[]): readonly (readonly Segment[])[] {
  const { steps: replayed } = replaySequence({ sheet: square, points: ownPoints, steps });
  return replayed.map((s) => {
    expect(s.refusal?.text).toBeUndefined();
    return s.trail!.creases;
  });
}

/** Whether two sets of creases lie alike: every end of the one is an end of the other. */
const isAlike = (one: readonly Segment[], other: readonly Segment[]): boolean => {
  const ends = (list: readonly Segment[]): Point[] => list.flatMap((c) => [c.from, c.to]);
  const isIn = (p: Point, list: readonly Segment[]): boolean => ends(list).some((q) => distance(p, q) < 1e-9);
  return ends(one).every((p) => isIn(p, other)) && ends(other).every((p) => isIn(p, one));
};

const repeatOf = (of: string, map: SheetSymmetry): Step =>
  stepSchema.parse({ id: `${of}-r`, move: { kind: 'repeat', of, map } });

const symmetries = symmetriesOf(square).map((s): [string, SheetSymmetry] => [JSON.stringify(s), s]);

/** Those of the lines that cross the sheet: of several ways some do not. */
const crossing = Object.entries(lines).flatMap(([kind, list]) => {
  const made = list.filter(
    (line) =>
      !replaySequence({ sheet: square, points: ownPoints, steps: [...before, crease('x', line)] }).steps.at(
        -1,
      )!.refusal,
  );
  if (made.length === 0) throw new Error(`no line of kind ${kind} crosses the sheet`);
  return made.map((line) => [kind, line] as const);
});

/** Whether a crease repeated under a symmetry is the image of the crease itself. */
function isImage(line: LineRef, map: SheetSymmetry): boolean {
  const repeats = before.map((s) => repeatOf(s.id, map));
  const made = madeBy([...before, ...repeats, crease('x', line), repeatOf('x', map)]);
  const image = made.at(-2)!.map((c) => ({
    from: mapPoint(square, map, c.from),
    to: mapPoint(square, map, c.to),
  }));
  return isAlike(made.at(-1)!, image);
}

describe('a repeat is the image of its step, by whatever it is found', () => {
  test.each(symmetries)('lines: %s', (_, map) => {
    for (const [kind, line] of crossing) expect([kind, line, isImage(line, map)]).toEqual([kind, line, true]);
  });

  test.each(symmetries)('points: %s', (_, map) => {
    for (const [kind, point] of Object.entries(points)) {
      const line: LineRef = { kind: 'turned', at: point, towards: at('C'), degrees: 0 };
      expect([kind, isImage(line, map)]).toEqual([kind, true]);
    }
  });
});

describe('what is said of references', () => {
  test('every kind of line and point has words, and what it is found by is known to be used', () => {
    const says = (line: LineRef): string => {
      const steps = [...before, crease('x', line)];
      const used = stepsThatUse('c', steps);
      expect(used).toEqual(JSON.stringify(line).includes('"step":"c"') ? [3] : []);
      return sayStep(steps.at(-1)!, { sheet: square, points: ownPoints, steps });
    };
    const all = [
      ...Object.values(lines).flat(),
      ...Object.values(points).map((p): LineRef => through(p, at('C'))),
    ].map(says);
    for (const text of all) {
      expect(text).toMatch(/^Fold and unfold .+\.$/);
      expect(text).not.toMatch(/undefined|\[object|\bNaN\b|gone/);
    }
    // Different references read differently; of several ways with one name the picture tells which.
    expect(new Set(all).size).toBeGreaterThan(all.length * 0.7);
  });

  test('a step that is gone is said to be, in every reference to it', () => {
    const lost: LineRef[] = [
      { kind: 'crease', step: 'never' },
      { kind: 'across', at: at('own'), to: { kind: 'crease', step: 'never' } },
      through({ kind: 'mark', step: 'never' }, at('C')),
      {
        kind: 'ontoBoth',
        from: at('A'),
        on: { kind: 'crease', step: 'never' },
        other: at('B'),
        onto: own,
        near: at('O'),
      },
      {
        kind: 'landing',
        from: at('A'),
        on: side,
        by: { kind: 'square', to: { kind: 'crease', step: 'never' } },
        which: 0,
      },
      { kind: 'mirrored', line: own, in: { kind: 'crease', step: 'never' } },
      { kind: 'lineOnto', a: own, b: { kind: 'crease', step: 'never' }, which: 0 },
      { kind: 'bisector', from: at('B'), at: { kind: 'mark', step: 'never' }, to: at('C') },
      { kind: 'turned', at: { kind: 'mark', step: 'never' }, towards: at('C'), degrees: 5 },
      { kind: 'onto', from: at('A'), to: { kind: 'mark', step: 'never' } },
    ];
    for (const line of lost) {
      const steps = [crease('x', line)];
      const { steps: replayed } = replaySequence({ sheet: square, points: ownPoints, steps });
      expect(replayed[0]!.refusal?.text).toMatch(/is gone; choose another landmark, or undo the deletion/);
      expect(sayStep(steps[0]!, { sheet: square, points: ownPoints, steps })).toMatch(/gone/);
      // Nothing is folded, and the sheet stays as it was.
      expect(replayed[0]!.after).toBe(replayed[0]!.before);
    }
  });

  test('a point of the plan that is gone, or goes round in a ring, is told', () => {
    const line = through(at('nowhere'), at('C'));
    const gone = replaySequence({ sheet: square, points: {}, steps: [crease('x', line)] });
    expect(gone.steps[0]!.refusal?.text).toMatch(/The point "nowhere" is gone from this plan/);
    const self = replaySequence({
      sheet: square,
      points: { nowhere: at('nowhere') },
      steps: [crease('x', line)],
    });
    expect(self.steps[0]!.refusal?.text).toMatch(/The point "nowhere" is gone from this plan/);
  });
});
