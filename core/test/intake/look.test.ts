import { describe, expect, test } from '@jest/globals';
import { bases, foldBase } from '../../src/bases/index.ts';
import { buildChance } from '../../src/chance/index.ts';
import { type FlatState, foldsOf, listEdges } from '../../src/folded/index.ts';
import { toLinesDxf } from '../../src/formats/index.ts';
import { type Point, distance } from '../../src/geometry/index.ts';
import { type Line, foldText, lookAt, onSheet, rim, svgText } from './files.ts';

/** Raw edges and folds of a state, as lines on the sheet. */
function linesOf(state: FlatState): Line[] {
  const raw = listEdges(state.facets.map((f) => f.loop)).filter((e) => e.right < 0);
  return [
    ...raw.map((e): Line => [state.vertices[e.u]!, state.vertices[e.v]!, 'B']),
    ...foldsOf(state).map((f): Line => [f.from, f.to, f.sense === 'valley' ? 'V' : 'M']),
  ];
}

const several = bases.filter((b) => foldsOf(foldBase(b).state).length > 1);
const stateOf = (id: string): FlatState => foldBase(bases.find((b) => b.id === id)!).state;

/** Where the sheet lies: turned, scaled and shifted by chance. */
function anyPlace(seed: number): (p: Point) => Point {
  const chance = buildChance(seed);
  const [turn, size, dx, dy] = [chance() * 6.28, 40 + chance() * 900, chance() * 500 - 250, chance() * 500];
  return ([x, y]) => [
    dx + size * (x * Math.cos(turn) - y * Math.sin(turn)),
    dy + size * (x * Math.sin(turn) + y * Math.cos(turn)),
  ];
}

describe('a pattern that was saved comes in again', () => {
  test.each(several.map((b) => [b.id, b] as const))('%s as .fold: the same to 1e-9', (_id, base) => {
    const { state } = foldBase(base);
    const look = lookAt('fold', foldText(state));
    expect([look.stop, look.faults, look.joined, look.added]).toEqual([undefined, [], [], []]);
    expect(look.sheet!.shape).toEqual(base.sheet);
    const own = linesOf(state);
    expect(look.taken).toHaveLength(own.length);
    const off = own.map(([p, q, letter]) => {
      const [from, to] = [p, q];
      const twin = look.taken.find(
        (t) =>
          t.letter === letter &&
          Math.min(distance(t.from, from) + distance(t.to, to), distance(t.from, to) + distance(t.to, from)) <
            1e-9,
      );
      return twin ? 0 : 1;
    });
    expect(off.filter((o) => o === 1)).toEqual([]);
  });

  test('law: wherever the sheet lies in the drawing, SVG and DXF give the same pattern, lying as flat', () => {
    for (const [i, base] of several.entries()) {
      const { state } = foldBase(base);
      const lines = onSheet(linesOf(state), anyPlace(i + 3));
      const dxf = toLinesDxf(lines.map(([from, to, assignment]) => ({ from, to, assignment })));
      for (const look of [lookAt('svg', svgText(lines)), lookAt('dxf', dxf)]) {
        expect([base.id, look.stop, look.faults.length]).toEqual([base.id, undefined, 0]);
        expect(look.pattern!.facets.length).toBe(state.facets.length);
        expect(look.sheet!.shape.kind).toBe(base.sheet.kind);
      }
    }
  });
});

describe('ends that should meet', () => {
  test('law: creases drawn up to 0.2 % short, or as much too long, are joined, and the pattern is whole', () => {
    for (const [i, id] of ['preliminary', 'bird', 'fish', 'frog', 'windmill'].entries()) {
      const state = stateOf(id);
      const chance = buildChance(i + 40);
      const lines = linesOf(state).map(([p, q, letter]): Line => {
        if (letter === 'B') return [p, q, letter];
        const long = distance(p, q);
        const off = ((chance() - 0.5) * 0.004) / long;
        return [p, [q[0] + (q[0] - p[0]) * off, q[1] + (q[1] - p[1]) * off], letter];
      });
      const look = lookAt('svg', svgText(onSheet(lines, ([x, y]) => [600 * x, 600 * y])));
      expect([id, look.stop]).toEqual([id, undefined]);
      expect(look.pattern!.facets.length).toBe(state.facets.length);
      expect(look.joined.length).toBeGreaterThan(0);
      expect(Math.max(...look.joined.map((j) => j.apart))).toBeLessThan(1.3);
    }
  });

  test('nothing is joined over more than was said, and the ends are told', () => {
    const lines: Line[] = [...rim, [[0.5, 0], [0.5, 0.98], 'V']];
    const look = lookAt('svg', svgText(onSheet(lines, ([x, y]) => [600 * x, 600 * y])));
    expect(look.joined).toEqual([]);
    expect(look.stop).toBe('One crease ends inside the sheet and meets nothing.');
    expect(look.faults.map((f) => f.at.map((v) => Math.round(v)))).toEqual([[300, 588]]);
    expect(lookAt('svg', svgText(lines), { reach: 0.025 }).stop).toBeUndefined();
  });
});

describe('what hinders is told where it lies', () => {
  const place = ([x, y]: Point): Point => [50 + 600 * x, -650 + 600 * y];
  const tilted: Line[] = [
    ...rim,
    [[0, 0], [1, 1], 'M'],
    [[1, 0], [0, 1], 'M'],
    [[0.5, 0.5], [0.5 + 0.5 * Math.tan((2 * Math.PI) / 180), 1], 'V'],
    [[0, 0.5], [0.5, 0.5], 'V'],
  ];

  test('a crease 2 degrees off: by how much, at which vertex, towards where; moved, all closes', () => {
    const text = svgText(onSheet(tilted, place));
    const look = lookAt('svg', text);
    expect(look.faults).toHaveLength(1);
    expect(look.faults[0]!.at).toEqual([350, -350]);
    expect(look.faults[0]!.gap).toBeCloseTo(-2, 6);
    // The drawing counts y downward, and so does the sentence.
    expect(look.faults[0]!.text).toContain('turn the crease to (360.5, 50) by 2.00°');
    expect(look.mend!.to.map((v) => Math.round(v * 1e6) / 1e6)).toEqual([350, -50]);
    const mended = lookAt('svg', text, { moved: [look.mend!] });
    expect([mended.stop, mended.faults]).toEqual([undefined, []]);
    expect(mended.added).toEqual([[350, -350]]);
  });

  test('law: one vertex of the bird base moved anywhere near is found, and taken back to where it belongs', () => {
    const state = stateOf('bird');
    const inner = state.vertices.filter(([x, y]) => x > 0.01 && x < 0.99 && y > 0.01 && y < 0.99);
    const chance = buildChance(9);
    for (const vertex of inner) {
      const to: Point = [vertex[0] + (chance() - 0.5) * 0.02, vertex[1] + (chance() - 0.5) * 0.02];
      const carry = (p: Point): Point => (distance(p, vertex) < 1e-9 ? to : p);
      const lines = linesOf(state).map(([p, q, l]): Line => [carry(p), carry(q), l]);
      const look = lookAt('svg', svgText(lines, '', 12), { reach: 0 });
      expect(look.faults.length).toBeGreaterThan(0);
      expect(distance(look.mend!.to, vertex)).toBeLessThan(1e-6);
      expect(look.mend!.by).toBeCloseTo(distance(to, vertex), 6);
    }
  });

  test('senses at a vertex, an odd number of creases, and evening out are said', () => {
    const even = lookAt('svg', svgText([...rim, [[0, 0], [1, 1], 'M'], [[1, 0], [0, 1], 'V']]));
    expect(even.faults.map((f) => f.text)).toEqual([
      'Mountains and valleys here must differ by two: turn one of the 4 creases.',
    ]);
    const odd = lookAt('svg', svgText([...rim, [[0, 0], [0.5, 0.5], 'M'], [[1, 0], [0, 1], 'V']]));
    expect(odd.faults.map((f) => f.text)).toEqual([
      '3 creases meet here, and only an even number lies flat: one is missing, or one too many.',
    ]);
    const free = lookAt('svg', svgText([...rim, [[0, 0], [1, 1], 'M'], [[1, 0], [0, 1], 'V']]), {
      areSensesFree: true,
    });
    expect(free.faults).toEqual([]);
    const rough = lookAt('svg', svgText(onSheet(tilted, place)), { isEvened: true });
    expect([rough.stop, rough.faults]).toEqual([undefined, []]);
  });

  test('two lines that cross without a point there get one, and it is shown; ends on a line need none', () => {
    const lines: Line[] = [
      ...rim,
      [[0, 0.25], [1, 0.25], 'F'],
      [[0.75, 0], [0.75, 1], 'F'],
      [[0, 0.5], [0.75, 0.5], 'F'],
    ];
    expect(lookAt('svg', svgText(lines)).added).toEqual([[0.75, 0.25]]);
  });

  test('frames, legends and texts beside the sheet are left out, and counted', () => {
    const more =
      '<text x="0" y="0">Step 1</text><rect x="-8" y="-780" width="800" height="790" fill="none" stroke="#ccc"/><line x1="0" y1="5" x2="40" y2="5" stroke="#2050c0" stroke-dasharray="6 4"/><circle r="3"/>';
    const look = lookAt(
      'svg',
      svgText(
        onSheet(rim.concat([[[0, 0], [1, 1], 'M']]), ([x, y]) => [600 * x, 600 * y]),
        more,
      ),
    );
    expect([look.stop, look.apart.length, look.sheet?.side]).toEqual([undefined, 5, 600]);
  });

  test('a sheet of a shape no plan has is refused with what it is; one of six equal sides is taken', () => {
    const regular = (n: number): Line[] => {
      const at = (i: number): Point => [Math.cos((i * 2 * Math.PI) / n), Math.sin((i * 2 * Math.PI) / n)];
      return Array.from({ length: n }, (_, i): Line => [at(i), at(i + 1), 'B']);
    };
    expect(lookAt('svg', svgText(regular(5))).stop).toContain('The rim has 5 corners');
    expect(lookAt('svg', svgText(regular(6)))).toMatchObject({ sheet: { shape: { kind: 'hexagon' } } });
    const kite: Line[] = [
      [[0, 0], [1, 0], 'B'],
      [[1, 0], [1.1, 1], 'B'],
      [[1.1, 1], [0, 1], 'B'],
      [[0, 1], [0, 0], 'B'],
    ];
    expect(lookAt('svg', svgText(kite)).stop).toContain('% of its side off a square or rectangle');
    const open = lookAt('svg', svgText(rim.slice(0, 3)));
    expect(open.stop).toBe('The lines enclose no paper; draw the whole rim of the sheet.');
    expect(lookAt('svg', svgText(rim), { meaning: ['out'] }).stop).toContain('Every line is left out');
  });

  test('a rim a hair off square is taken as the square it means', () => {
    const off: Line[] = [
      [[0, 0], [1.001, 0], 'B'],
      [[1.001, 0], [1, 1.001], 'B'],
      [[1, 1.001], [0, 1], 'B'],
      [[0, 1], [0, 0], 'B'],
      [[0.5, 0], [0.5, 1.0005], 'V'],
    ];
    const look = lookAt('svg', svgText(off));
    expect([look.stop, look.sheet!.shape.kind]).toEqual([undefined, 'square']);
    const onRim = look
      .pattern!.edges.filter((e) => e.assignment === 'B')
      .map((e) => look.pattern!.vertices[e.a]!);
    expect(onRim.filter(([x, y]) => ![0, 1].includes(x) && ![0, 1].includes(y))).toEqual([]);
    expect(onRim).toContainEqual([1, 1]);
  });

  test('the system its creases belong to is recognised', () => {
    const systemOf = (id: string) => lookAt('fold', foldText(stateOf(id))).system;
    expect(systemOf('bird')).toEqual({ kind: 'angles', degrees: 22.5 });
    expect(systemOf('windmill')).toEqual({ kind: 'grid', parts: 4 });
    expect(systemOf('preliminary')).toEqual({ kind: 'grid', parts: 2 });
    const skew: Line[] = [...rim, [[0, 0.1], [1, 0.17], 'V']];
    expect(lookAt('svg', svgText(skew)).system).toBeNull();
  });
});
