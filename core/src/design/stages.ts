import type { Assignment, CreasePattern } from '../creases/index.ts';
import { buildEffort } from '../effort/index.ts';
import { checkVertices } from '../flatness/index.ts';
import { type Point, between, isInside } from '../geometry/index.ts';
import { prepareLayers, searchOrder } from '../layers/index.ts';
import type { Design } from './design.ts';

/** One polygon of a design that is collapsed by itself and lies flat before the next. */
export interface Stage {
  readonly outline: readonly Point[];
  /** Whether the creases to polygons that are still open are folded with it. */
  readonly alsoBetween: boolean;
}

/** Rounding of the design's own coordinates, in sheet sides. */
const EXACT = 1e-12;
/** Steps of the layer search for one stage. */
const STAGE_EFFORT = 20_000;
/** A point so near to a polygon's rim lies on it. */
const ON_RIM = 1e-9;

/**
 * The polygons of a design in an order in which each can be collapsed and lie flat before the next: local conditions at every
 * vertex and an order of layers, with the creases within it, and those to polygons still open folded too or not. Undefined where at
 * some stage none can, so that all of it has to be collapsed at once; also where it has one polygon.
 */
export function stagesOf({ pattern, cut, done: { at } }: Design): Stage[] | undefined {
  const outlines = cut.polygons.map((p) => p.ends.map((e) => at[e]!));
  const middles = pattern.edges.map(({ a, b }) => between(pattern.vertices[a]!, pattern.vertices[b]!, 0.5));
  let made: Stage[] = [];
  while (made.length < outlines.length) {
    const open = outlines.filter((o) => !made.some((s) => s.outline === o));
    const next = open
      .flatMap((outline) => [true, false].map((alsoBetween): Stage => ({ outline, alsoBetween })))
      .find((stage) => liesFlat(pattern, middles, [...made, stage], open.length === 1));
    if (!next) return undefined;
    made = [...made, next];
  }
  return made.length > 1 ? made : undefined;
}

/** The stage at which the crease through a point of the sheet is folded, from 0; the last where none takes it before. */
export function stageAt(stages: readonly Stage[], p: Point): number {
  const owners = stages.flatMap((s, k) => (isInside(s.outline, p, ON_RIM) ? [k] : []));
  const own = owners.find((k) => stages[k]!.alsoBetween || isWithin(stages[k]!.outline, p));
  return own ?? owners[1] ?? stages.length - 1;
}

function liesFlat(
  pattern: CreasePattern,
  middles: readonly Point[],
  stages: readonly Stage[],
  isLast: boolean,
): boolean {
  // The last stage folds all that is left: that is the design itself, which is verified.
  if (isLast) return true;
  const owned = (p: Point): boolean => {
    const own = stages.filter((s) => isInside(s.outline, p, ON_RIM));
    return own.length > 1 || own.some((s) => s.alsoBetween || isWithin(s.outline, p));
  };
  const edges = pattern.edges.map((e, i) =>
    e.assignment === 'B' || owned(middles[i]!) ? e : { ...e, assignment: 'F' as Assignment },
  );
  const stage = { ...pattern, edges };
  if (checkVertices(stage, EXACT).some((v) => v.reasons.length > 0)) return false;
  const prepared = prepareLayers(stage, EXACT);
  return (
    prepared.kind === 'ready' && searchOrder(prepared.problem, buildEffort(STAGE_EFFORT)).kind === 'found'
  );
}

/** Within the polygon and not on its rim. */
const isWithin = (outline: readonly Point[], p: Point): boolean => isInside(outline, p, -ON_RIM);
