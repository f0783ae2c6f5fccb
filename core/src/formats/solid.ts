import { tolerance } from '../geometry/index.ts';
import { type FlatState, facetOnModel, listEdges, stackOrder } from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';

type Place = readonly [number, number, number];

/** The folded sheet as one surface: every layer at its height, layers joined by narrow strips at the folds. Lengths in mm. */
export interface PaperSurface {
  readonly places: readonly Place[];
  /** Corners by number, counter-clockwise seen from the paper's front. */
  readonly polygons: readonly (readonly number[])[];
}

/**
 * Builds the surface of a folded state at a sheet side in mm; layers lie `gapMm` apart (a stack is drawn as thick as its
 * longest chain of layers). Fails where layers lie over each other in a ring and have no heights.
 */
export function toSurface(state: FlatState, sideMm: number, gapMm: number): Outcome<PaperSurface, string> {
  const stack = stackOrder(state);
  if (!stack)
    return failed(
      'Some layers lie over each other in a ring, so that they have no heights; choose another step.',
    );
  const places: Place[] = [];
  const corners = new Map<string, number>();
  const polygons: number[][] = [];
  state.facets.forEach(({ loop }, f) => {
    const on = facetOnModel(state, f);
    polygons.push(
      loop.map((v, i) => {
        corners.set(`${f},${v}`, places.length);
        const [x, y] = on[i]!;
        places.push([x * sideMm, y * sideMm, stack.level[f]! * gapMm]);
        return places.length - 1;
      }),
    );
  });
  for (const { u, v, left, right } of listEdges(state.facets.map((f) => f.loop))) {
    if (right < 0) continue;
    const at = (f: number, w: number): number => corners.get(`${f},${w}`)!;
    polygons.push([at(left, v), at(left, u), at(right, u), at(right, v)]);
  }
  return done({ places, polygons });
}

/** The surface as a Wavefront OBJ text. */
export function toObj({ places, polygons }: PaperSurface, name: string): string {
  return [
    `o ${name.replace(/\s+/g, '_') || 'model'}`,
    ...places.map((p) => `v ${p.map(short).join(' ')}`),
    ...polygons.map((p) => `f ${p.map((i) => i + 1).join(' ')}`),
    '',
  ].join('\n');
}

/** The surface as an ASCII STL text: triangles, those without area left out. */
export function toStl({ places, polygons }: PaperSurface, name: string): string {
  const title = name.replace(/\s+/g, '_') || 'model';
  const triangles = polygons.flatMap((p) =>
    p.slice(2).map((_, k) => [places[p[0]!]!, places[p[k + 1]!]!, places[p[k + 2]!]!] as const),
  );
  const facets = triangles.flatMap(([a, b, c]) => {
    const normal = crossOf(minus(b, a), minus(c, a));
    const size = Math.hypot(...normal);
    if (size < tolerance.rounding) return [];
    return [
      `facet normal ${normal.map((v) => short(v / size)).join(' ')}`,
      ' outer loop',
      ...[a, b, c].map((p) => `  vertex ${p.map(short).join(' ')}`),
      ' endloop',
      'endfacet',
    ];
  });
  return [`solid ${title}`, ...facets, `endsolid ${title}`, ''].join('\n');
}

const minus = (p: Place, q: Place): Place => [p[0] - q[0], p[1] - q[1], p[2] - q[2]];
const crossOf = (u: Place, v: Place): Place => [
  u[1] * v[2] - u[2] * v[1],
  u[2] * v[0] - u[0] * v[2],
  u[0] * v[1] - u[1] * v[0],
];
const short = (v: number): string => String(Number(v.toFixed(6)) + 0);
