import { describe, expect, test } from '@jest/globals';
import { bases, foldBase } from '../src/bases/index.ts';
import { buildPattern } from '../src/creases/index.ts';
import {
  type PaperSurface,
  patternOf,
  toCsv,
  toIcs,
  toObj,
  toPatternDxf,
  toStl,
  toSurface,
} from '../src/formats/index.ts';
import { sheetArea } from '../src/sheet/index.ts';

const folded = (id: string) => foldBase(bases.find((b) => b.id === id)!);

function surfaceOf(id: string, sideMm: number, gapMm: number): PaperSurface {
  const built = toSurface(folded(id).state, sideMm, gapMm);
  if (!built.ok) throw new Error(built.fault);
  return built.value;
}

type Place = readonly [number, number, number];
const cross = (a: Place, b: Place, c: Place): Place => {
  const [u, v] = [b, c].map((p) => [p[0] - a[0], p[1] - a[1], p[2] - a[2]]) as [number[], number[]];
  return [u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!];
};
/** Area of a flat polygon in space. */
const areaOf = (corners: readonly Place[]): number =>
  corners.slice(2).reduce((sum, c, i) => sum + Math.hypot(...cross(corners[0]!, corners[i + 1]!, c)) / 2, 0);

describe('a folded model as one surface', () => {
  test.each(['bird', 'frog', 'fish', 'half-bird', 'squares-3'])('%s keeps the area of its sheet', (id) => {
    const { state } = folded(id);
    const { places, polygons } = surfaceOf(id, 100, 0);
    const area = polygons.reduce((sum, p) => sum + areaOf(p.map((i) => places[i]!)), 0);
    // Without a gap the strips at the folds have no width: what is left is the sheet.
    expect(area).toBeCloseTo(sheetArea(state.sheet) * 100 ** 2, 4);
  });

  test('every inner edge is shared by two polygons: the paper hangs together', () => {
    const { places, polygons } = surfaceOf('bird', 100, 0.1);
    const uses = new Map<string, number>();
    for (const p of polygons)
      p.forEach((a, i) => {
        const b = p[(i + 1) % p.length]!;
        const key = a < b ? `${a},${b}` : `${b},${a}`;
        uses.set(key, (uses.get(key) ?? 0) + 1);
      });
    expect(Math.max(...uses.values())).toBe(2);
    const edgeLength = (key: string): number => {
      const [a, b] = key.split(',').map((i) => places[Number(i)]!) as [Place, Place];
      return Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
    };
    // The rim is the sheet's, and the short sides of the strips.
    const rim = [...uses].filter(([, n]) => n === 1).map(([key]) => edgeLength(key));
    expect(rim.filter((size) => size > 2).reduce((s, v) => s + v, 0)).toBeCloseTo(400, 6);
  });

  test('layers lie as many gaps apart as the stack is deep', () => {
    const { places } = surfaceOf('bird', 100, 0.1);
    const heights = places.map((p) => p[2]);
    expect(Math.max(...heights) - Math.min(...heights)).toBeCloseTo(0.7, 9);
  });

  test('OBJ and STL say the same polygons', () => {
    const surface = surfaceOf('fish', 150, 0.1);
    const obj = toObj(surface, 'fish base').split('\n');
    expect(obj[0]).toBe('o fish_base');
    expect(obj.filter((l) => l.startsWith('v '))).toHaveLength(surface.places.length);
    const faces = obj.filter((l) => l.startsWith('f ')).map((l) => l.slice(2).split(' ').map(Number));
    expect(faces).toEqual(surface.polygons.map((p) => p.map((i) => i + 1)));
    const stl = toStl(surface, 'fish base');
    const triangles = surface.polygons.reduce((n, p) => n + p.length - 2, 0);
    expect(stl.match(/^facet normal/gm)).toHaveLength(triangles);
    for (const [, x, y, z] of stl.matchAll(/^facet normal (\S+) (\S+) (\S+)$/gm))
      expect(Math.hypot(Number(x), Number(y), Number(z))).toBeCloseTo(1, 4);
  });
});

describe('a crease pattern as DXF', () => {
  test('has every line in mm on the layer of its kind', () => {
    const built = buildPattern(patternOf(folded('fish').state));
    if (!built.ok) throw new Error(built.fault[0]!.text);
    const pairs = toPatternDxf(built.value, 200)
      .trimEnd()
      .split('\n')
      .reduce<[number, string][]>((all, line, i, lines) => {
        if (i % 2 === 0) all.push([Number(line), lines[i + 1]!]);
        return all;
      }, []);
    for (const [code] of pairs) expect(Number.isInteger(code)).toBe(true);
    expect(pairs[0]).toEqual([0, 'SECTION']);
    expect(pairs.at(-1)).toEqual([0, 'EOF']);
    const lines: Record<number, string>[] = [];
    for (const [code, value] of pairs) {
      if (code === 0) lines.push({ 0: value });
      else if (lines.length > 0) lines.at(-1)![code] = value;
    }
    const drawn = lines.filter((l) => l[0] === 'LINE');
    expect(drawn).toHaveLength(built.value.edges.length);
    const names = { B: 'EDGE', M: 'MOUNTAIN', V: 'VALLEY', U: 'FOLDED', F: 'CREASE' };
    built.value.edges.forEach((e, i) => {
      const [p, q] = [built.value.vertices[e.a]!, built.value.vertices[e.b]!];
      expect(drawn[i]![8]).toBe(names[e.assignment]);
      expect([10, 20, 11, 21].map((code) => Number(drawn[i]![code]))).toEqual(
        [...p, ...q].map((v) => expect.closeTo(v * 200, 4)),
      );
    });
    const layers = lines.filter((l) => l[0] === 'LAYER').map((l) => l[2]);
    expect(layers).toEqual(Object.values(names));
  });
});

describe('tables and calendars', () => {
  test('CSV quotes what needs it and leaves nothing for null', () => {
    expect(toCsv([{ step: 1, says: 'Fold "A", then B', width: null, folds: true }])).toBe(
      'step,says,width,folds\r\n1,"Fold ""A"", then B",,true\r\n',
    );
  });

  test('a calendar has an event for each evening, with its length', () => {
    const made = toIcs(
      [
        { title: 'Heron: steps 1 to 9', note: '80 minutes; ready', start: [2031, 3, 1, 19, 0], minutes: 80 },
        { title: 'Heron: steps 10 to 25', note: '', start: [2031, 3, 2, 19, 0], minutes: 45 },
      ],
      'heron',
    );
    if (!made.ok) throw new Error(made.fault);
    expect(made.value.match(/BEGIN:VEVENT/g)).toHaveLength(2);
    expect(made.value).toContain('DURATION:PT1H20M');
    expect(made.value).toContain('DURATION:PT45M');
    expect(made.value).toContain('UID:heron-2');
    expect(made.value).toContain('DESCRIPTION:80 minutes\\; ready');
  });

  test('a day that does not exist is refused in a sentence', () => {
    const made = toIcs([{ title: 'x', note: '', start: [2031, 13, 41, 19, 0], minutes: 5 }], 'x');
    expect(made.ok ? '' : made.fault).toMatch(/^The calendar cannot be written/);
  });
});
