import quickHull from 'quickhull3d';
import {
  type Spot,
  apartIn,
  inner,
  minus,
  moveBy,
  outer,
  plus,
  rotationOnto,
  times,
  unitOf,
} from '../geometry/index.ts';
import type { Body } from './measure.ts';

/** Points this near to a supporting plane touch the table, in mm: paper gives way so far. */
const TOUCH_MM = 0.2;
/** A pose leans no farther than this from the finished drawing's upright, in degrees. */
export const MOST_LEAN = 12;
/** A smaller margin is no promise, in mm. */
export const SURE_MM = 2;
/** A fall over more edges than this goes on for ever; rounding alone could make one. */
const MOST_FALLS = 60;

/** How a figure rests on one plane. */
export interface Rest {
  /** Away from the table, in the form's own axes. */
  readonly up: Spot;
  /** Corners of the supporting polygon, in mm, counter-clockwise seen from above. */
  readonly support: readonly Spot[];
  /** All points that touch the table. */
  readonly contacts: readonly Spot[];
  /** The foot of the weight on the table. */
  readonly foot: Spot;
  /** From the foot to the nearest edge of the support, in mm; negative outside it. */
  readonly marginMm: number;
  /** How high the weight lies over the table, in mm. */
  readonly weightHeightMm: number;
  /** How far it leans before it tips over the nearest edge, in degrees. */
  readonly tipDegrees: number;
  /** The way it tips, in the form's own axes. */
  readonly tips: Spot;
  /** How far it leans from upright, in degrees. */
  readonly leanDegrees: number;
}

/** Where a figure stands or falls. */
export interface Stance {
  /** The resting pose nearest to upright that is sure, else the nearest, within MOST_LEAN; undefined where it has none. */
  readonly pose: Rest | undefined;
  /** What it comes to lie on when it is set upright and let go. */
  readonly settled: Rest;
  /** Falls over this many edges on the way. */
  readonly falls: number;
  /** The way it falls first; its own axes. */
  readonly towards: Spot;
  /** Every pose it can rest in, the most upright first. */
  readonly poses: readonly Rest[];
}

const UPRIGHT: Spot = [0, 1, 0];

/** Finds where a body rests. `up` is upright in the finished drawing. Cost: one convex hull. */
export function standingOf(body: Body, up: Spot = UPRIGHT): Stance {
  const hull = hullOf(body.points);
  const rests = hull.planes.map((down) => restOn(body, hull.points, down, up));
  const poses = rests
    .filter((r) => r.marginMm > 0)
    .sort((a, b) => a.leanDegrees - b.leanDegrees || b.marginMm - a.marginMm);
  const first = firstRest(body, hull, up);
  let settled = first;
  let falls = 0;
  while (settled.marginMm <= 0 && falls < MOST_FALLS) {
    settled = rollOver(body, hull.points, settled, up);
    falls++;
  }
  // A pose with nothing to spare is none a folder would set it down in, where another is sure.
  const near = poses.filter((r) => r.leanDegrees <= MOST_LEAN);
  const pose = near.find((r) => r.marginMm >= SURE_MM) ?? near[0];
  return { pose, settled, falls, towards: first.tips, poses };
}

/** Faces of the convex hull, as indices; throws for points of one plane. */
const findFaces = quickHull as (points: readonly Spot[]) => [number, number, number][];

interface Hull {
  readonly points: readonly Spot[];
  /** Outward directions of its faces, each once. */
  readonly planes: readonly Spot[];
}

function hullOf(points: readonly Spot[]): Hull {
  const kept = distinct(points);
  const faces = findFaces(kept);
  const used = [...new Set(faces.flat())].map((i) => kept[i]!);
  const inside = times(
    used.reduce((s, p) => plus(s, p), [0, 0, 0] as Spot),
    1 / used.length,
  );
  const planes: Spot[] = [];
  for (const [a, b, c] of faces) {
    const [p, q, r] = [kept[a!]!, kept[b!]!, kept[c!]!];
    const cross = outer(minus(q, p), minus(r, p));
    if (Math.hypot(...cross) < 1e-9) continue;
    const normal = unitOf(cross);
    const out = inner(normal, minus(p, inside)) < 0 ? times(normal, -1) : normal;
    if (!planes.some((n) => apartIn(n, out) < 1e-6)) planes.push(out);
  }
  return { points: used, planes };
}

/** Points nearer to each other than a fiftieth of a mm are one. */
function distinct(points: readonly Spot[]): Spot[] {
  const seen = new Map<string, Spot>();
  for (const p of points) seen.set(p.map((v) => Math.round(v * 50)).join(), p);
  return [...seen.values()];
}

/** How a body rests on the plane that supports it in a direction. */
function restOn({ centre }: Body, points: readonly Spot[], down: Spot, upright: Spot): Rest {
  const low = Math.max(...points.map((p) => inner(p, down)));
  const contacts = points.filter((p) => inner(p, down) > low - TOUCH_MM);
  const up = times(down, -1);
  const flat = rotationOnto(up, [0, 0, 1]);
  const onTable = (p: Spot): [number, number] => {
    const [x, y] = moveBy(flat, p);
    return [x, y];
  };
  const rim = rimOf(contacts, onTable);
  const foot = plus(centre, times(down, low - inner(centre, down)));
  const [fx, fy] = onTable(foot);
  let [margin, tips]: [number, Spot] = [Infinity, up];
  rim.forEach((p, i) => {
    const [a, b] = [onTable(p), onTable(rim[(i + 1) % rim.length]!)];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const size = Math.hypot(dx, dy);
    if (size < 1e-9) {
      // A single point of support: it tips to any side.
      const off = Math.hypot(fx - a[0], fy - a[1]);
      if (-off < margin) [margin, tips] = [-off, back(flat, [fx - a[0], fy - a[1]])];
      return;
    }
    const inside = ((fy - a[1]) * dx - (fx - a[0]) * dy) / size;
    if (inside < margin) [margin, tips] = [inside, back(flat, [dy / size, -dx / size])];
  });
  if (rim.length === 2) {
    const ways = [onTable(rim[0]!), onTable(rim[1]!)];
    margin = -distanceTo(ways[0]!, ways[1]!, [fx, fy]);
  }
  const height = low - inner(centre, down);
  return {
    up,
    support: rim,
    contacts,
    foot,
    marginMm: margin,
    weightHeightMm: height,
    tipDegrees: (Math.atan2(margin, height) * 180) / Math.PI,
    tips,
    leanDegrees: (Math.acos(Math.max(-1, Math.min(1, inner(up, unitOf(upright))))) * 180) / Math.PI,
  };
}

const back = (flat: Parameters<typeof moveBy>[0], [x, y]: readonly [number, number]): Spot => {
  const { rows } = flat;
  // The inverse of a rotation is its rows as columns.
  return unitOf([
    rows[0][0] * x + rows[1][0] * y,
    rows[0][1] * x + rows[1][1] * y,
    rows[0][2] * x + rows[1][2] * y,
  ]);
};

function distanceTo(a: readonly number[], b: readonly number[], p: readonly number[]): number {
  const [dx, dy] = [b[0]! - a[0]!, b[1]! - a[1]!];
  const size = dx * dx + dy * dy;
  const t = size === 0 ? 0 : Math.max(0, Math.min(1, ((p[0]! - a[0]!) * dx + (p[1]! - a[1]!) * dy) / size));
  return Math.hypot(p[0]! - a[0]! - t * dx, p[1]! - a[1]! - t * dy);
}

/** The rim of the contacts on the table, counter-clockwise (Andrew's monotone chain). */
function rimOf(contacts: readonly Spot[], onTable: (p: Spot) => readonly [number, number]): Spot[] {
  const sorted = contacts
    .map((spot) => ({ spot, at: onTable(spot) }))
    .sort((a, b) => a.at[0] - b.at[0] || a.at[1] - b.at[1]);
  const turn = (list: typeof sorted): typeof sorted => {
    const chain: typeof sorted = [];
    for (const p of list) {
      while (chain.length > 1) {
        const [a, b] = [chain.at(-2)!.at, chain.at(-1)!.at];
        if ((b[0] - a[0]) * (p.at[1] - a[1]) - (b[1] - a[1]) * (p.at[0] - a[0]) > 1e-9) break;
        chain.pop();
      }
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  if (sorted.length < 2) return sorted.map((s) => s.spot);
  return [...turn(sorted), ...turn([...sorted].reverse())].map((s) => s.spot);
}

/** Set upright over the table and let down: the face that the weight's plumb line leaves the hull through. */
function firstRest(body: Body, hull: Hull, up: Spot): Rest {
  const down = times(unitOf(up), -1);
  let [best, least]: [Spot | undefined, number] = [undefined, Infinity];
  for (const plane of hull.planes) {
    const facing = inner(plane, down);
    if (facing <= 1e-9) continue;
    const reach = Math.max(...hull.points.map((p) => inner(p, plane)));
    const way = (reach - inner(body.centre, plane)) / facing;
    if (way < least) [best, least] = [plane, way];
  }
  return restOn(body, hull.points, best ?? down, up);
}

/** Over the edge the weight lies beyond, onto the next plane (one step of gift wrapping; Chand and Kapur 1970). */
function rollOver(body: Body, points: readonly Spot[], rest: Rest, upright: Spot): Rest {
  const down = times(rest.up, -1);
  const out = rest.tips;
  // The edge it rolls over: the points of the rim farthest out that way.
  const far = Math.max(...rest.support.map((p) => inner(p, out)));
  const edge = rest.support.find((p) => inner(p, out) > far - 1e-6)!;
  let [least, next]: [number, Spot] = [Infinity, down];
  for (const p of points) {
    const way = minus(p, edge);
    const [a, b] = [inner(way, out), -inner(way, down)];
    if (b <= TOUCH_MM && inner(p, out) <= far + 1e-6) continue;
    const angle = Math.atan2(Math.max(0, b), a);
    if (angle > 1e-9 && angle < least) {
      least = angle;
      next = unitOf(plus(times(down, Math.cos(angle)), times(out, Math.sin(angle))));
    }
  }
  return restOn(body, points, next, upright);
}

/** A direction of the table in words: the viewer of the finished drawing stands in front. */
export function sayDirection(direction: Spot): 'forwards' | 'backwards' | 'to the left' | 'to the right' {
  const [x, , z] = direction;
  if (Math.abs(z) > Math.abs(x)) return z > 0 ? 'forwards' : 'backwards';
  return x > 0 ? 'to the right' : 'to the left';
}
