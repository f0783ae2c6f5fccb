import {
  type Line,
  type Point,
  type Segment,
  apply,
  areaOf,
  between,
  crossingOf,
  distance,
  footOf,
  inverse,
  lineAlong,
  lineAtAngle,
  landingsOn,
  lineOnto,
  linesOnto,
  linesOntoBoth,
  lineThrough,
  mirrorLine,
  mirrorPoint,
  readExact,
  isInside,
  subtract,
  toUnit,
  add,
  turnLeft,
  directionOf,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import {
  type FlatState,
  type Refusal,
  facetOnModel,
  facetOnSheet,
  facetsAt,
  isAbove,
  toModel,
} from '../folded/index.ts';
import { done, failed, type Outcome } from '../outcome/index.ts';
import { landmarksOf, outlineOf } from '../sheet/index.ts';
import type { LineRef, PointRef } from './schema.ts';

/** Points with names of the folder's own. */
export type NamedPoints = Readonly<Record<string, PointRef>>;

/** What a step has left behind for later references, on the sheet. */
export interface StepTrail {
  readonly number: number;
  readonly creases: readonly Segment[];
  /** Where a pinch crosses what it was made on. */
  readonly mark?: Point;
  /** How the paper lay before the step and after it, for opening the step again. */
  readonly before: FlatState;
  readonly after: FlatState;
  /** Creases of a held fold that the sheet did not have before it; gone when it is opened. */
  readonly unpressed?: readonly Segment[];
}

export interface ResolveContext {
  readonly state: FlatState;
  readonly points: NamedPoints;
  readonly trails: ReadonlyMap<string, StepTrail>;
  /** Numbers of all steps of the plan, for sentences about steps that come later or are gone. */
  readonly numbers: ReadonlyMap<string, number>;
}

/** A resolved point: where it lies in the model, and on the sheet when it is a point of the paper. */
export interface ResolvedPoint {
  readonly model: Point;
  readonly sheet: Point | undefined;
}

type Frame = 'sheet' | 'model';
type Found<T> = Outcome<T, Refusal>;

const lost = (text: string): { ok: false; fault: Refusal } => failed({ kind: 'reference', text });

/** Resolves a point on the state as it is now. Fails with a sentence saying what is gone and what to choose instead. */
export function resolvePoint(ref: PointRef, context: ResolveContext): Found<ResolvedPoint> {
  switch (ref.kind) {
    case 'named':
      return resolveNamed(ref.name, context);
    case 'sheet': {
      const [x, y] = [readExact(ref.at[0]), readExact(ref.at[1])];
      if (!x.ok) return lost(x.fault);
      if (!y.ok) return lost(y.fault);
      return onSheet([x.value, y.value], context);
    }
    case 'along': {
      const [from, to] = [sheetPoint(ref.from, context), sheetPoint(ref.to, context)];
      if (!from.ok) return from;
      if (!to.ok) return to;
      const share = readExact(ref.share);
      return share.ok ? onSheet(between(from.value, to.value, share.value), context) : lost(share.fault);
    }
    case 'between': {
      const [from, to] = [resolvePoint(ref.from, context), resolvePoint(ref.to, context)];
      if (!from.ok) return from;
      if (!to.ok) return to;
      const share = readExact(ref.share);
      if (!share.ok) return lost(share.fault);
      return done(onModel(between(from.value.model, to.value.model, share.value), context.state));
    }
    case 'unfolded': {
      const { of } = ref;
      if (of.kind !== 'mirror' && of.kind !== 'foot') return resolvePoint(of, context);
      const [point, line] = [sheetPoint(of.point, context), resolveLine(of.line, context, 'sheet')];
      if (!point.ok) return point;
      if (!line.ok) return line;
      return onSheet((of.kind === 'mirror' ? mirrorPoint : footOf)(line.value, point.value), context);
    }
    case 'mark': {
      const trail = trailOf(ref.step, context);
      if (!trail.ok) return trail;
      return trail.value.mark
        ? onSheet(trail.value.mark, context)
        : lost(`Step ${trail.value.number} has left no mark; choose a step that pinches.`);
    }
    case 'meet': {
      const [a, b] = [resolveLine(ref.a, context, ref.frame), resolveLine(ref.b, context, ref.frame)];
      if (!a.ok) return a;
      if (!b.ok) return b;
      const at = crossingOf(a.value, b.value);
      if (!at) return lost('The two lines run side by side and never meet; choose lines that cross.');
      return ref.frame === 'sheet' ? onSheet(at, context) : done(onModel(at, context.state));
    }
    case 'mirror':
    case 'foot': {
      const [point, line] = [resolvePoint(ref.point, context), resolveLine(ref.line, context)];
      if (!point.ok) return point;
      if (!line.ok) return line;
      const at = (ref.kind === 'mirror' ? mirrorPoint : footOf)(line.value, point.value.model);
      return done(onModel(at, context.state));
    }
  }
}

function resolveNamed(name: string, context: ResolveContext): Found<ResolvedPoint> {
  const built = landmarksOf(context.state.sheet).find((l) => l.name === name);
  if (built) return onSheet(built.at, context);
  const own = Object.hasOwn(context.points, name) ? context.points[name] : undefined;
  if (!own || (own.kind === 'named' && own.name === name)) {
    return lost(`The point "${name}" is gone from this plan; choose another landmark for this step.`);
  }
  return resolvePoint(own, context);
}

function onSheet(at: Point, { state }: ResolveContext): Found<ResolvedPoint> {
  const slack = tolerance.samePoint * 10;
  const model = isInside(outlineOf(state.sheet), at, slack) ? toModel(state, at) : undefined;
  if (!model)
    return lost(
      `The point (${at[0].toFixed(3)}, ${at[1].toFixed(3)}) lies off the sheet; choose a point on it.`,
    );
  return done({ model, sheet: at });
}

/** A point of the model plane, carried back to the topmost paper under it. */
export function onModel(at: Point, state: FlatState): ResolvedPoint {
  const under = state.facets.flatMap((_, f) => {
    const corners = facetOnModel(state, f);
    const turned = state.facets[f]!.placement;
    const ccw = turned.a * turned.d - turned.b * turned.c < 0 ? [...corners].reverse() : corners;
    return isInside(ccw, at, 1e-8) ? [f] : [];
  });
  const top = under.find((f) => under.every((g) => g === f || !isAbove(state, g, f)));
  return {
    model: at,
    sheet: top === undefined ? undefined : apply(inverse(state.facets[top]!.placement), at),
  };
}

function sheetPoint(ref: PointRef, context: ResolveContext): Found<Point> {
  const found = resolvePoint(ref, context);
  if (!found.ok) return found;
  return found.value.sheet
    ? done(found.value.sheet)
    : lost('A point of this construction lies off the paper; choose one on the sheet.');
}

/** A material point of the paper; fails for points of the plane that lie off it. */
export const resolveMaterial = sheetPoint;

function trailOf(step: string, context: ResolveContext): Found<StepTrail> {
  const trail = context.trails.get(step);
  if (trail) return done(trail);
  const number = context.numbers.get(step);
  return number === undefined
    ? lost('The step this one refers to is gone; choose another landmark, or undo the deletion.')
    : lost(
        `Step ${number}, which this one refers to, has not been folded before it; move it earlier or choose another landmark.`,
      );
}

/** Resolves a line in the model as it lies now, or on the unfolded sheet. */
export function resolveLine(ref: LineRef, context: ResolveContext, frame: Frame = 'model'): Found<Line> {
  const at = (point: PointRef): Found<Point> => {
    if (frame === 'sheet') return sheetPoint(point, context);
    const found = resolvePoint(point, context);
    return found.ok ? done(found.value.model) : found;
  };
  switch (ref.kind) {
    case 'through':
      return withTwo(
        at(ref.a),
        at(ref.b),
        lineThrough,
        'The two points of the line lie on each other now; choose two that lie apart.',
      );
    case 'onto':
      return withTwo(
        at(ref.from),
        at(ref.to),
        lineOnto,
        'The point already lies where it should go; choose another place for it.',
      );
    case 'lineOnto': {
      const [a, b] = [resolveLine(ref.a, context, frame), resolveLine(ref.b, context, frame)];
      if (!a.ok) return a;
      if (!b.ok) return b;
      const ways = linesOnto(a.value, b.value);
      return done(ways[ref.which] ?? ways[0]!);
    }
    case 'bisector': {
      const [from, corner, to] = [at(ref.from), at(ref.at), at(ref.to)];
      if (!from.ok) return from;
      if (!corner.ok) return corner;
      if (!to.ok) return to;
      return halve(from.value, corner.value, to.value);
    }
    case 'across':
    case 'beside': {
      const [point, line] = [at(ref.at), resolveLine(ref.to, context, frame)];
      if (!point.ok) return point;
      if (!line.ok) return line;
      const direction = directionOf(line.value);
      return done(lineAlong(point.value, ref.kind === 'across' ? turnLeft(direction) : direction));
    }
    case 'turned':
      return withTwo(
        at(ref.at),
        at(ref.towards),
        (o, p) => lineAtAngle(o, p, ref.degrees),
        'The angle is measured from a ray without length; choose a point farther off.',
      );
    case 'landing':
      return resolveLanding(ref, context, frame, at);
    case 'ontoBoth':
      return resolveOntoBoth(ref, context, frame, at);
    case 'mirrored': {
      const [own, mirror] = [resolveLine(ref.line, context, frame), resolveLine(ref.in, context, frame)];
      if (!own.ok) return own;
      return mirror.ok ? done(mirrorLine(mirror.value, own.value)) : mirror;
    }
    case 'crease':
      return resolveCrease(ref.step, context, frame);
  }
}

function resolveLanding(
  ref: Extract<LineRef, { kind: 'landing' }>,
  context: ResolveContext,
  frame: Frame,
  at: (point: PointRef) => Found<Point>,
): Found<Line> {
  const [from, on] = [at(ref.from), resolveLine(ref.on, context, frame)];
  if (!from.ok) return from;
  if (!on.ok) return on;
  let places: Point[];
  if (ref.by.kind === 'through') {
    const through = at(ref.by.at);
    if (!through.ok) return through;
    places = landingsOn(on.value, from.value, { through: through.value });
  } else {
    const square = resolveLine(ref.by.to, context, frame);
    if (!square.ok) return square;
    places = landingsOn(on.value, from.value, { square: square.value });
  }
  const place = places[ref.which] ?? places[0];
  if (!place)
    return lost(
      'The point cannot reach that line with such a crease; choose a nearer line or another turning point.',
    );
  const line = lineOnto(from.value, place);
  return line ? done(line) : lost('The point lies on that line already; choose another line for it.');
}

function resolveOntoBoth(
  ref: Extract<LineRef, { kind: 'ontoBoth' }>,
  context: ResolveContext,
  frame: Frame,
  at: (point: PointRef) => Found<Point>,
): Found<Line> {
  const [from, other, near] = [at(ref.from), at(ref.other), at(ref.near)];
  if (!from.ok) return from;
  if (!other.ok) return other;
  if (!near.ok) return near;
  const [on, onto] = [resolveLine(ref.on, context, frame), resolveLine(ref.onto, context, frame)];
  if (!on.ok) return on;
  if (!onto.ok) return onto;
  const offOf = (line: Line): number => distance(mirrorPoint(line, from.value), near.value);
  const [line] = [...linesOntoBoth(from.value, on.value, other.value, onto.value)].sort(
    (a, b) => offOf(a) - offOf(b),
  );
  return line
    ? done(line)
    : lost(
        'No crease brings both points onto their lines; choose points that lie off their lines, or other lines.',
      );
}

function withTwo(
  a: Found<Point>,
  b: Found<Point>,
  make: (p: Point, q: Point) => Line | undefined,
  fault: string,
): Found<Line> {
  if (!a.ok) return a;
  if (!b.ok) return b;
  const line = make(a.value, b.value);
  return line ? done(line) : lost(fault);
}

function halve(from: Point, corner: Point, to: Point): Found<Line> {
  if (isSamePoint(from, corner) || isSamePoint(to, corner)) {
    return lost('A side of the angle has no length now; choose points away from its corner.');
  }
  const sum = add(toUnit(subtract(from, corner)), toUnit(subtract(to, corner)));
  const straight = Math.hypot(sum[0], sum[1]) < tolerance.samePoint;
  return done(lineAlong(corner, straight ? turnLeft(subtract(from, corner)) : sum));
}

/** The longest of some creases; of equally long ones the first. */
function longestOf(creases: readonly Segment[]): Segment | undefined {
  const lengths = creases.map((c) => distance(c.from, c.to));
  return creases[lengths.findIndex((l) => l > Math.max(...lengths) - tolerance.samePoint)];
}

function resolveCrease(step: string, context: ResolveContext, frame: Frame): Found<Line> {
  const trail = trailOf(step, context);
  if (!trail.ok) return trail;
  const longest = longestOf(trail.value.creases);
  if (!longest)
    return lost(`Step ${trail.value.number} has left no crease; choose a step that creases the paper.`);
  if (frame === 'sheet') return done(lineThrough(longest.from, longest.to)!);
  // A later fold across the crease leaves it in two places: it counts where the larger piece of paper has it.
  const holding = facetsAt(context.state, between(longest.from, longest.to, 0.5));
  const sizes = holding.map((f) => areaOf(facetOnSheet(context.state, f)));
  const f = holding[sizes.findIndex((s) => s > Math.max(...sizes) - tolerance.samePoint)];
  const placement = f === undefined ? undefined : context.state.facets[f]!.placement;
  const line = placement && lineThrough(apply(placement, longest.from), apply(placement, longest.to));
  return line
    ? done(line)
    : lost(`The crease of step ${trail.value.number} cannot be found any more; choose another landmark.`);
}
