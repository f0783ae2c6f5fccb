import { type Assignment, type CreasePattern, buildPattern, foldPattern } from '../src/creases/index.ts';
import type { Point } from '../src/geometry/index.ts';
import { type LayerProblem, buildLayerProblem } from '../src/layers/index.ts';

/** A pattern from segments, or the test fails with the issue. */
export function pattern(segments: readonly (readonly [Point, Point, Assignment])[]): CreasePattern {
  const vertices = segments.flatMap(([p, q]) => [p, q]);
  const built = buildPattern({
    vertices,
    edges: segments.map(([, , assignment], i) => ({ a: 2 * i, b: 2 * i + 1, assignment })),
  });
  if (!built.ok) throw new Error(built.fault.map((f) => f.text).join(' '));
  return built.value;
}

export const problem = (p: CreasePattern): LayerProblem => buildLayerProblem(p, foldPattern(p));

const rim = (w: number, h: number): [Point, Point, Assignment][] => [
  [[0, 0], [w, 0], 'B'],
  [[w, 0], [w, h], 'B'],
  [[w, h], [0, h], 'B'],
  [[0, h], [0, 0], 'B'],
];

/** A map of columns x rows with every grid line folded. */
export function mapPattern(columns: number, rows: number, assignment: Assignment = 'U'): CreasePattern {
  const lines: [Point, Point, Assignment][] = rim(columns, rows);
  for (let x = 1; x < columns; x++) lines.push([[x, 0], [x, rows], assignment]);
  for (let y = 1; y < rows; y++) lines.push([[0, y], [columns, y], assignment]);
  return pattern(lines);
}

/** A round vertex of equal sectors: a regular polygon with a crease from its middle to every corner. */
export function vertexPattern(sectors: number): CreasePattern {
  const corner = (i: number): Point => [
    Math.cos((2 * Math.PI * i) / sectors),
    Math.sin((2 * Math.PI * i) / sectors),
  ];
  const lines: [Point, Point, Assignment][] = [];
  for (let i = 0; i < sectors; i++) {
    lines.push([corner(i), corner(i + 1), 'B']);
    lines.push([[0, 0], corner(i), 'U']);
  }
  return pattern(lines);
}

/** The square with creases from its centre: the preliminary base by edge middles and two corners, the waterbomb by corners and two middles. */
export function centrePattern(
  kind: 'preliminary' | 'waterbomb',
  senses: (i: number) => Assignment,
): CreasePattern {
  const middles: Point[] = [
    [1, 0],
    [2, 1],
    [1, 2],
    [0, 1],
  ];
  const corners: Point[] = [
    [0, 0],
    [2, 0],
    [2, 2],
    [0, 2],
  ];
  const spokes =
    kind === 'preliminary' ? [...middles, corners[1]!, corners[3]!] : [...corners, middles[1]!, middles[3]!];
  return pattern([...rim(2, 2), ...spokes.map((p, i): [Point, Point, Assignment] => [[1, 1], p, senses(i)])]);
}
