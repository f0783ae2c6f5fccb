import { type Line, type Point, between, sideOf } from '../geometry/index.ts';
import { type PlayMesh, pairSides } from './mesh.ts';

/** Corners nearer to a line than this lie on it, in sheet sides. */
export const ON_LINE = 1e-7;

/** The mesh with every triangle cut that a line of the first state goes through, and which triangle each part comes from. */
export function cutMesh(mesh: PlayMesh, line: Line): { mesh: PlayMesh; parents: readonly number[] } {
  const points = [...mesh.points];
  const [first, second] = [[...mesh.first], [...mesh.second]];
  const side = first.map((p) => {
    const off = sideOf(line, p);
    return Math.abs(off) < ON_LINE ? 0 : off;
  });
  const cuts = new Map<string, number>();
  const halves = new Map<string, string>();
  const cutAt = (u: number, v: number): number => {
    const known = cuts.get(keyOf(u, v));
    if (known !== undefined) return known;
    const share = side[u]! / (side[u]! - side[v]!);
    const mid = (list: readonly Point[]): Point => between(list[u]!, list[v]!, share);
    for (const list of [points, first, second]) list.push(mid(list));
    side.push(0);
    const made = points.length - 1;
    cuts.set(keyOf(u, v), made);
    for (const end of [u, v]) halves.set(keyOf(end, made), keyOf(u, v));
    return made;
  };
  const parents: number[] = [];
  const triangles = mesh.triangles.flatMap((corners, t) => {
    const parts = partTriangle(corners, side, cutAt);
    for (const _ of parts) parents.push(t);
    return parts;
  });
  const angles = new Map(mesh.hinges.map((h) => [keyOf(h.i, h.j), h]));
  const inherit = <T>(list: readonly T[]): T[] => parents.map((t) => list[t]!);
  const cut = {
    points,
    triangles,
    first,
    second,
    hinges: pairSides(triangles).map((h) => {
      const own = keyOf(h.i, h.j);
      const whole = angles.get(halves.get(own) ?? own);
      return { ...h, from: whole?.from ?? 0, to: whole?.to ?? 0 };
    }),
    firstRank: inherit(mesh.firstRank),
    secondRank: inherit(mesh.secondRank),
    still: inherit(mesh.still),
    motions: inherit(mesh.motions),
  };
  return { mesh: cut, parents };
}

const keyOf = (u: number, v: number): string => (u < v ? `${u},${v}` : `${v},${u}`);

type Corners = readonly [number, number, number];

/** A triangle in one, two or three parts, turning as it does. */
function partTriangle(
  corners: Corners,
  side: readonly number[],
  cutAt: (u: number, v: number) => number,
): readonly Corners[] {
  const signs = corners.map((v) => Math.sign(side[v]!));
  if (!(signs.includes(1) && signs.includes(-1))) return [corners];
  const onLine = signs.indexOf(0);
  const from = onLine >= 0 ? onLine : signs.findIndex((s) => signs.filter((o) => o === s).length === 1);
  const [a, b, c] = [corners[from]!, corners[(from + 1) % 3]!, corners[(from + 2) % 3]!];
  if (onLine >= 0) {
    const m = cutAt(b, c);
    return [
      [a, b, m],
      [a, m, c],
    ];
  }
  // The corner alone on its side is cut off; what is left has four corners.
  const [ab, ca] = [cutAt(a, b), cutAt(c, a)];
  return [
    [a, ab, ca],
    [ab, b, c],
    [ab, c, ca],
  ];
}
