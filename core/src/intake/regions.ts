import type { Assignment } from '../creases/index.ts';
import {
  type Bounds,
  type PlanarMap,
  type Point,
  type Segment,
  boundsOf,
  cross,
  distance,
  subtract,
  toUnit,
} from '../geometry/index.ts';
import { type MeantLine, type Tag, linesThrough } from './join.ts';

/** Nodes of the rim in order, read off the stretches that have the outside on one side. */
export function rimLoop(
  map: PlanarMap<Tag>,
  taken: readonly { letter: Assignment; a: number; b: number }[],
): Point[] {
  const beside = new Map<number, number[]>();
  for (const { letter, a, b } of taken) {
    if (letter !== 'B') continue;
    beside.set(a, [...(beside.get(a) ?? []), b]);
    beside.set(b, [...(beside.get(b) ?? []), a]);
  }
  const [first] = beside.keys();
  const loop: number[] = [];
  for (let at = first!, before = -1; at !== undefined && (loop.length === 0 || at !== first);) {
    loop.push(at);
    const next: number | undefined = beside.get(at)!.find((v) => v !== before);
    [before, at] = [at, next!];
    if (loop.length > beside.size) break;
  }
  return loop.map((v) => map.nodes[v]!);
}

/** The part of the map with the most stretches, with what lies inside its box, and all that stands elsewhere. */
export function partOff(map: PlanarMap<Tag>): { main: PlanarMap<Tag>; apart: Segment[] } {
  const root = map.nodes.map((_, i) => i);
  const find = (v: number): number => {
    let r = v;
    while (root[r] !== r) r = root[r]!;
    for (let w = v; root[w] !== r;) [root[w], w] = [r, root[w]!];
    return r;
  };
  for (const { a, b } of map.parts) root[find(a)] = find(b);
  const groups = new Map<number, PlanarMap<Tag>['parts'][number][]>();
  for (const part of map.parts) {
    const own = groups.get(find(part.a));
    if (own) own.push(part);
    else groups.set(find(part.a), [part]);
  }
  if (groups.size < 2) return { main: map, apart: [] };
  const boxes = [...groups].map(([, parts]) => ({
    parts,
    box: boundsOf(parts.flatMap((p) => [map.nodes[p.a]!, map.nodes[p.b]!])),
  }));
  const [most] = [...boxes].sort((a, b) => b.parts.length - a.parts.length);
  const isIn = ({ box }: { box: Bounds }): boolean =>
    box.minX >= most!.box.minX &&
    box.maxX <= most!.box.maxX &&
    box.minY >= most!.box.minY &&
    box.maxY <= most!.box.maxY;
  const main = boxes.filter((g) => g === most || isIn(g)).flatMap((g) => g.parts);
  const apart = boxes.filter((g) => g !== most && !isIn(g)).flatMap((g) => g.parts);
  return {
    main: { ...map, parts: main },
    apart: apart.map((p) => ({ from: map.nodes[p.a]!, to: map.nodes[p.b]! })),
  };
}

/** Nodes that two lines run through, so that neither has a point there. */
export function crossingsOf(map: PlanarMap<Tag>, lines: readonly MeantLine[], near: number): Point[] {
  const through = linesThrough(map);
  const own = new Map(lines.map((l) => [l.tags[0]!.line, l]));
  const runsOn = (line: number, p: Point): boolean => {
    const { from, to } = own.get(line)!;
    return distance(from, p) > near && distance(to, p) > near;
  };
  const slope = (line: number): Point => toUnit(subtract(own.get(line)!.to, own.get(line)!.from));
  return map.nodes.filter((p, v) => {
    const [first, ...others] = [...through[v]!].filter((line) => runsOn(line, p));
    return first !== undefined && others.some((o) => Math.abs(cross(slope(first), slope(o))) > 1e-6);
  });
}
