import {
  type Point,
  add,
  cross,
  distance,
  footOf,
  lineThrough,
  scale,
  subtract,
  toUnit,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { type CreaseSense, type FlatState, type Refusal, foldsOf, toModel } from '../folded/index.ts';
import { type Outcome, failed } from '../outcome/index.ts';
import { type CollapseRequest, collapse, listCollapses } from './collapse.ts';
import type { Picks } from './lay.ts';
import { type RefoldCrease } from './creases.ts';
import { type Settle, listRefolds, refold } from './refold.ts';
import type { MoveResult } from './result.ts';

/** A triangle of paper folded on its three bisectors: two sides come to the base, the tip stands up and is laid over. */
export interface RabbitEarRequest {
  /** Material points: the corner that becomes the ear, and the two ends of the base line. */
  readonly tip: Point;
  readonly base: readonly [Point, Point];
  /** Which end of the base the ear points to. */
  readonly towards: 0 | 1;
  /** Material points of the layers folded together, or all. */
  readonly on: readonly Point[] | 'all';
  /** Material point of the paper that stays. */
  readonly anchor: Point;
  readonly side: 'front' | 'behind';
  readonly picks?: Picks;
  readonly step: string;
}

const lost = (text: string): { ok: false; fault: Refusal } => failed({ kind: 'reference', text });

/** Rabbit ear: the bisectors of all three corners, and one crease from where they meet square to the side the ear lies on. */
export const rabbitEar = (state: FlatState, request: RabbitEarRequest): Outcome<MoveResult, Refusal> =>
  earWith(state, request, collapse);

/** Every result a rabbit ear can have. */
export const listRabbitEars = (state: FlatState, request: RabbitEarRequest): Outcome<MoveResult[], Refusal> =>
  earWith(state, { ...request, picks: [] }, listCollapses);

function earWith<R>(
  state: FlatState,
  request: RabbitEarRequest,
  settle: (state: FlatState, request: CollapseRequest) => Outcome<R, Refusal>,
): Outcome<R, Refusal> {
  const [tip, a, b] = [request.tip, ...request.base].map((p) => toModel(state, p));
  if (!tip || !a || !b) return lost('A corner of the rabbit ear lies off the sheet; choose it again.');
  const [ta, tb, ab] = [distance(tip, a), distance(tip, b), distance(a, b)];
  if (
    Math.min(ta, tb, ab) < tolerance.alike ||
    Math.abs(cross(subtract(a, tip), subtract(b, tip))) < tolerance.samePoint
  )
    return lost('The three corners of the rabbit ear lie in one line now; choose a triangle of paper.');
  const sum = ta + tb + ab;
  const at = (i: 0 | 1): number => (ab * tip[i] + tb * a[i] + ta * b[i]) / sum;
  const centre: Point = [at(0), at(1)];
  const side = lineThrough(tip, request.towards === 0 ? a : b)!;
  const sense: CreaseSense = request.side === 'front' ? 'valley' : 'mountain';
  const other: CreaseSense = sense === 'valley' ? 'mountain' : 'valley';
  const crease = (to: Point, wish: CreaseSense): RefoldCrease => ({
    frame: 'model',
    from: centre,
    to,
    on: request.on,
    wish,
  });
  return settle(state, {
    creases: [crease(a, sense), crease(b, sense), crease(tip, sense), crease(footOf(side, centre), other)],
    anchor: request.anchor,
    ...(request.picks ? { picks: request.picks } : {}),
    step: request.step,
  });
}

/** A flap folded along a line while a layer joined to it is drawn along and turns about a pivot. */
export interface SwivelRequest {
  /** Material points: the pivot, a second point of the crease on the flap, and a point of the flap's part that moves. */
  readonly pivot: Point;
  readonly through: Point;
  readonly flap: Point;
  /** Material point of the layer that is drawn along, in the sector where its new crease shall lie. */
  readonly drawn: Point;
  /** Material point of the paper that stays. */
  readonly anchor: Point;
  readonly side: 'front' | 'behind';
  readonly picks?: Picks;
  readonly step: string;
}

/**
 * Swivel: the crease on the flap is given, the one on the layer drawn along runs from the pivot at the angle that lets
 * the paper round the pivot lie flat (alternate angles sum to 180 degrees, Kawasaki's condition solved for one crease).
 */
export const swivel = (state: FlatState, request: SwivelRequest): Outcome<MoveResult, Refusal> =>
  swivelWith(state, request, refold);

/** Every result a swivel can have. */
export const listSwivels = (state: FlatState, request: SwivelRequest): Outcome<MoveResult[], Refusal> =>
  swivelWith(state, { ...request, picks: [] }, listRefolds);

function swivelWith<R>(state: FlatState, request: SwivelRequest, settle: Settle<R>): Outcome<R, Refusal> {
  const { pivot, through, drawn } = request;
  if (isSamePoint(pivot, through, tolerance.alike))
    return lost('Pivot and crease lie on each other now; choose a second point of the crease.');
  const given = angleOf(subtract(through, pivot));
  const rays = foldsOf(state).flatMap((f) =>
    [f.from, f.to].flatMap((end, i) => {
      const far = i === 0 ? f.to : f.from;
      if (isSamePoint(end, pivot, tolerance.overlap)) return [angleOf(subtract(far, pivot))];
      const inside =
        i === 0 &&
        Math.abs(distance(f.from, pivot) + distance(pivot, f.to) - distance(f.from, f.to)) <
          tolerance.samePoint;
      return inside ? [angleOf(subtract(f.from, pivot)), angleOf(subtract(f.to, pivot))] : [];
    }),
  );
  const wished = angleOf(subtract(drawn, pivot));
  const free = solveKawasaki([...rays, given], wished);
  if (free === undefined)
    return failed({
      kind: 'crease',
      text: 'No crease in the layer drawn along lets the paper round the pivot lie flat; choose the pivot on a fold between flap and layer, or point to another sector.',
    });
  const direction: Point = [Math.cos(free), Math.sin(free)];
  const creases: RefoldCrease[] = [
    {
      frame: 'sheet',
      from: pivot,
      to: add(pivot, scale(toUnit(subtract(through, pivot)), 3)),
      on: [request.flap],
      wish: 'folded',
    },
    { frame: 'sheet', from: pivot, to: add(pivot, scale(direction, 3)), on: [drawn], wish: 'folded' },
  ];
  return settle(state, {
    creases,
    free: [],
    folds: 'kept',
    bring: [],
    anchor: request.anchor,
    side: request.side,
    picks: request.picks ?? [],
    step: request.step,
  });
}

const angleOf = (v: Point): number => Math.atan2(v[1], v[0]);
const TURN = 2 * Math.PI;

/** The angle of one more ray, in the sector that holds `wished`, so that alternate sectors sum to half a turn. */
function solveKawasaki(rays: readonly number[], wished: number): number | undefined {
  const sorted = rays.map((r) => (((r - wished) % TURN) + TURN) % TURN).sort((a, b) => a - b);
  const distinct = sorted.filter((r, i) => i === 0 || r - sorted[i - 1]! > tolerance.samePoint);
  if (distinct.length % 2 === 0 || distinct.length === 0) return undefined;
  // The new ray x lies between the last ray (minus a turn) and the first; alternate sectors from x on sum to pi.
  let sum = 0;
  distinct.forEach((r, i) => (sum += i % 2 === 0 ? r : -r));
  const x = sum - Math.PI;
  const [low, high] = [distinct.at(-1)! - TURN, distinct[0]!];
  return x > low + tolerance.samePoint && x < high - tolerance.samePoint ? x + wished : undefined;
}
