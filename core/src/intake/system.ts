import type { CreasePattern } from '../creases/index.ts';
import { subtract } from '../geometry/index.ts';

/** The system all creases of a pattern belong to, where they belong to one. */
export type CreaseSystem =
  { readonly kind: 'grid'; readonly parts: number } | { readonly kind: 'angles'; readonly degrees: number };

/** Grids of more parts than this are not told from chance. */
const MOST_PARTS = 64;
/** Angles of the systems folders work in, the coarsest first. */
const STEPS = [22.5, 15, 18];

/**
 * The system of a pattern on the sheet: a grid whose every vertex lies on it (up to 64 parts, and creases level, upright or
 * diagonal), or directions that are all multiples of an angle; null where it is neither. `slack` is what a coordinate may
 * be off, in sheet sides.
 */
export function findSystem({ vertices, edges }: CreasePattern, slack: number): CreaseSystem | null {
  const creases = edges.filter((e) => e.assignment !== 'B');
  if (creases.length === 0) return null;
  const near = Math.max(slack, 1e-6);
  const follows = (degrees: number): boolean =>
    creases.every((e) => {
      const [x, y] = subtract(vertices[e.b]!, vertices[e.a]!);
      const turns = ((Math.atan2(y, x) * 180) / Math.PI + 360) / degrees;
      const off = Math.abs(turns - Math.round(turns)) * degrees * (Math.PI / 180);
      return off * Math.hypot(x, y) < 4 * near;
    });
  if (follows(45)) {
    const used = [...new Set(creases.flatMap((e) => [e.a, e.b]))].flatMap((v) => [...vertices[v]!]);
    for (let parts = 2; parts <= MOST_PARTS; parts++)
      if (used.every((x) => Math.abs(x * parts - Math.round(x * parts)) < 2 * near * parts))
        return { kind: 'grid', parts };
  }
  const degrees = STEPS.find(follows);
  return degrees === undefined ? null : { kind: 'angles', degrees };
}
