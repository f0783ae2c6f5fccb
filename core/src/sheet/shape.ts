import {
  type Isometry,
  type Point,
  apply,
  areaOf,
  between,
  lineThrough,
  reflectionIn,
  rotationAbout,
  tolerance,
} from '../geometry/index.ts';
import { invariant } from '../outcome/index.ts';

/**
 * A square, a rectangle width : height, the half-square right triangle (a square cut along its diagonal), or a sheet of six or
 * eight equal sides.
 */
export type SheetShape =
  | { readonly kind: 'square' }
  | { readonly kind: 'rectangle'; readonly width: number; readonly height: number }
  | { readonly kind: 'triangle' }
  | { readonly kind: 'hexagon' }
  | { readonly kind: 'octagon' };

/** Every kind of sheet: the only list of them. */
export const sheetKinds = ['square', 'rectangle', 'triangle', 'hexagon', 'octagon'] as const;

/** How many equal sides the regular ones have. */
const SIDES = { hexagon: 6, octagon: 8 } as const;

/** Corners of a regular polygon of side 1 that lies on its first edge, AB, and touches both axes. */
function polygon(sides: number): readonly Point[] {
  const corners: [number, number][] = [[0, 0]];
  for (let i = 0; i < sides - 1; i++) {
    const angle = (2 * Math.PI * i) / sides;
    const [x, y] = corners.at(-1)!;
    corners.push([x + Math.cos(angle), y + Math.sin(angle)]);
  }
  const left = Math.min(...corners.map(([x]) => x));
  // What rounding leaves of 0 and of halves would make of one point two.
  const tidy = (v: number): number =>
    Math.abs(v * 2 - Math.round(v * 2)) < 1e-12 ? Math.round(v * 2) / 2 : v;
  return corners.map(([x, y]): Point => [tidy(x - left), tidy(y)]);
}

const REGULAR = { hexagon: polygon(SIDES.hexagon), octagon: polygon(SIDES.octagon) } as const;

/** Corners counter-clockwise, A lower left; the shorter side (leg) has length 1. */
export function outlineOf(shape: SheetShape): readonly Point[] {
  switch (shape.kind) {
    case 'square':
      return [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ];
    case 'rectangle': {
      const short = Math.min(shape.width, shape.height);
      const [w, h] = [shape.width / short, shape.height / short];
      return [
        [0, 0],
        [w, 0],
        [w, h],
        [0, h],
      ];
    }
    case 'triangle':
      return [
        [0, 0],
        [1, 0],
        [0, 1],
      ];
    case 'hexagon':
    case 'octagon':
      return REGULAR[shape.kind];
  }
}

export interface NamedPoint {
  readonly name: string;
  readonly at: Point;
}

/** The sheet's corners with their lasting names A, B, C, D (to F, to H). */
export const cornersOf = (shape: SheetShape): readonly NamedPoint[] =>
  outlineOf(shape).map((at, i) => ({ name: 'ABCDEFGH'[i]!, at }));

/** Edges as pairs of corner names with their ends: AB, BC, CD, DA. */
export function edgesOf(shape: SheetShape): readonly { name: string; from: Point; to: Point }[] {
  const corners = cornersOf(shape);
  return corners.map((c, i) => {
    const next = corners[(i + 1) % corners.length]!;
    return { name: c.name + next.name, from: c.at, to: next.at };
  });
}

/** Built-in landmarks: corners, the centre O (middle of the hypotenuse on the triangle), edge middles ("mid AB"). */
export function landmarksOf(shape: SheetShape): readonly NamedPoint[] {
  const outline = outlineOf(shape);
  const centre =
    shape.kind === 'triangle'
      ? between(outline[1]!, outline[2]!, 0.5)
      : between(outline[0]!, outline[outline.length / 2]!, 0.5);
  const middles = edgesOf(shape)
    .filter((e) => !(shape.kind === 'triangle' && e.name === 'BC'))
    .map((e) => ({ name: `mid ${e.name}`, at: between(e.from, e.to, 0.5) }));
  return [...cornersOf(shape), { name: 'O', at: centre }, ...middles];
}

/** The smallest upright box round the sheet, in its sides: what is cut from stock first. */
export function boxOf(shape: SheetShape): { readonly width: number; readonly height: number } {
  const outline = outlineOf(shape);
  return { width: Math.max(...outline.map(([x]) => x)), height: Math.max(...outline.map(([, y]) => y)) };
}

export const sheetArea = (shape: SheetShape): number => areaOf(outlineOf(shape));

export function sheetTitle(shape: SheetShape): string {
  switch (shape.kind) {
    case 'square':
      return 'square';
    case 'rectangle':
      return `rectangle ${shape.width} : ${shape.height}`;
    case 'triangle':
      return 'half-square triangle';
    case 'hexagon':
      return 'sheet of six equal sides';
    case 'octagon':
      return 'sheet of eight equal sides';
  }
}

/** Degrees a sheet can be turned by so that it covers itself. */
export const turnDegrees = [45, 60, 90, 120, 135, 180, 225, 240, 270, 300, 315] as const;

/** A symmetry of the sheet: mirrored in the line through two landmarks, or turned about its centre. */
export type SheetSymmetry =
  | { readonly kind: 'mirror'; readonly in: readonly [string, string] }
  | { readonly kind: 'turn'; readonly degrees: (typeof turnDegrees)[number] };

function isometryOf(shape: SheetShape, symmetry: SheetSymmetry): Isometry {
  const find = (name: string) => landmarksOf(shape).find((l) => l.name === name)?.at;
  if (symmetry.kind === 'turn') {
    const centre = find('O');
    invariant(centre, 'every sheet has a centre');
    return rotationAbout(centre, symmetry.degrees);
  }
  const [p, q] = [find(symmetry.in[0]), find(symmetry.in[1])];
  const line = p && q && lineThrough(p, q);
  invariant(line, 'a mirror line runs through two landmarks of the sheet');
  return reflectionIn(line);
}

/** A point of the sheet carried along by a symmetry of the sheet. */
export const mapPoint = (shape: SheetShape, symmetry: SheetSymmetry, p: Point): Point =>
  apply(isometryOf(shape, symmetry), p);

/** Every symmetry the sheet really has (its outline comes to lie on itself), without doing nothing. */
export function symmetriesOf(shape: SheetShape): readonly SheetSymmetry[] {
  const mirrors: SheetSymmetry[] = [
    { kind: 'mirror', in: ['A', 'C'] },
    { kind: 'mirror', in: ['B', 'D'] },
    { kind: 'mirror', in: ['mid AB', 'mid CD'] },
    { kind: 'mirror', in: ['mid BC', 'mid DA'] },
    { kind: 'mirror', in: ['A', 'O'] },
    ...cornersOf(shape).map(({ name }): SheetSymmetry => ({ kind: 'mirror', in: [name, 'O'] })),
    ...edgesOf(shape).map(({ name }): SheetSymmetry => ({ kind: 'mirror', in: [`mid ${name}`, 'O'] })),
  ];
  const turns = turnDegrees.map((degrees): SheetSymmetry => ({ kind: 'turn', degrees }));
  const names = new Set(landmarksOf(shape).map((l) => l.name));
  const known = [...mirrors.filter((m) => m.kind === 'mirror' && m.in.every((n) => names.has(n))), ...turns];
  const outline = outlineOf(shape);
  const fits = known.filter((s) =>
    outline.every((p) =>
      outline.some((q) => Math.hypot(...minus(mapPoint(shape, s, p), q)) < tolerance.samePoint),
    ),
  );
  return fits.filter((s, i) => fits.findIndex((t) => isSameMap(shape, s, t)) === i);
}

const minus = (p: Point, q: Point): [number, number] => [p[0] - q[0], p[1] - q[1]];

function isSameMap(shape: SheetShape, s: SheetSymmetry, t: SheetSymmetry): boolean {
  const probe: Point = [0.31, 0.17];
  return Math.hypot(...minus(mapPoint(shape, s, probe), mapPoint(shape, t, probe))) < tolerance.samePoint;
}
