import { toTurn } from '../geometry/index.ts';
import { AWAY, type SeatedBase, seatedBase } from '../design/index.ts';
import { type Figure, type LimbTask, type Seat, limbsAt, sizeOf } from '../parts/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { OUT, outOfSweeps, paperApart } from './turns.ts';
import { type Chain, STRAIGHT, bodyFrom, chainsFrom } from './chains.ts';

/** Share of the figure's size its paper may reach from the axis before it is turned. */
const NARROW = 0.085;
const SLIM = 'Narrow base of its own';

/**
 * Narrow bases of its own for a pose: for every body between two hubs, or, where it has none, for every node at which
 * three limbs or more meet. Flaps of a hub lie on each other, so that one fold each turns them where they shall point.
 */
export function ownFor(figure: Figure, task: LimbTask, sheet: SheetShape): SeatedBase[] {
  const { width, height } = sizeOf(figure);
  const reach = NARROW * Math.max(width, height);
  const bodies = task.seats.flatMap((seat) => {
    const angle = bodyFrom(figure, seat)?.angle;
    return angle !== undefined && seat.nodes[0] < seat.nodes[1]! ? [{ seat, angle }] : [];
  });
  if (bodies.length === 0) {
    const stars = task.seats.filter(
      (seat) => seat.nodes.length === 1 && limbsAt(figure, seat.nodes[0]).length > 2,
    );
    return stars.flatMap(
      (seat, i) => ownStar(figure, task, seat, sheet, { id: `own-${i + 1}`, reach }) ?? [],
    );
  }
  return bodies.flatMap(({ seat, angle }, i) => {
    const id = `own-${i + 1}`;
    const { turned, sweeps } = withTurns(task, seat, chainsFrom(figure, seat), angle, reach);
    return seatedBase(task, turned, sheet, { id, name: SLIM, narrowMm: reach, turns: sweeps }) ?? [];
  });
}

interface Turned {
  /** The seat with the paper its flaps need besides the ways to their ends. */
  readonly turned: Seat;
  /** Of every limb, degrees towards the side most limbs turn to, 0 to 360. */
  readonly sweeps: number[];
}

/**
 * What flaps of two hubs need besides the ways to their ends: limbs begin a little outside, and those that turn away from
 * the side most of them turn to use up paper. `angle`: of the axis in the pose, from the first hub to the second.
 */
function withTurns(
  task: LimbTask,
  seat: Seat,
  chains: readonly Chain[],
  angle: number,
  reachMm: number,
): Turned {
  const turns = task.limbs.map(({ id }, i) => {
    const chain = chains.find((c) => c.leaf === id)!;
    const isFirst = seat.at[i] === 0;
    const turn = toTurn(chain.pieces[0]!.angle - (isFirst ? angle + 180 : angle));
    // As seen along the axis, so that flaps of both ends can be compared.
    return { size: Math.abs(turn), side: isFirst ? -Math.sign(turn) : Math.sign(turn) };
  });
  const most = Math.sign(turns.reduce((sum, t) => sum + t.side * t.size, 0)) || 1;
  const sweeps = turns.map(({ size, side }) => (size < STRAIGHT ? 0 : side === most ? size : 360 - size));
  const [near, far] = [0, 1].map((hub) => outOf(reachMm, seat, sweeps, hub));
  const outs = near! + far! < MOST_OUT * seat.bodyMm ? [near!, far!] : [0, 0];
  return {
    turned: {
      ...seat,
      bodyMm: seat.bodyMm - outs[0]! - outs[1]!,
      needs: seat.needs.map(
        (need, i) =>
          need +
          outs[seat.at[i]!]! +
          (sweeps[i]! >= AWAY ? paperApart(reachMm, turns[i]!.size, sideOf(seat)) : 0),
      ),
    },
    sweeps,
  };
}

/** Limbs begin outside their hubs by at most this share of the body. */
const MOST_OUT = 0.6;

/** Paper between a hub and where its limbs begin, in mm. */
function outOf(reachMm: number, seat: Seat, sweeps: readonly number[], hub: number): number {
  const own = seat.at.flatMap((at, i) => (at === hub ? [i] : []));
  const out = outOfSweeps(
    reachMm,
    own.map((i) => sweeps[i]!),
  );
  return out - OUT + OUT * sideOf(seat);
}

/** About the side a sheet will have, in mm: a base is as long as its two longest flaps and what lies between them. */
function sideOf({ bodyMm, needs }: Seat): number {
  const [first = 0, second = 0] = [...needs].sort((a, b) => b - a);
  return 1.2 * (bodyMm + first + second);
}

/** Ways to hold a figure with one hub that are tried. */
const HOLDS = 3;

/**
 * A base for limbs that leave one hub: all of them are folded one way, each by its own angle. Held so that the widest gap
 * between two limbs is the one no flap has to cross.
 */
function ownStar(
  figure: Figure,
  task: LimbTask,
  seat: Seat,
  sheet: SheetShape,
  { id, reach }: { readonly id: string; readonly reach: number },
): SeatedBase | undefined {
  const chains = chainsFrom(figure, seat);
  const angles = task.limbs.map((l) => chains.find((c) => c.leaf === l.id)!.pieces[0]!.angle);
  const holds = angles
    .flatMap((start) =>
      [1, -1].map((way) => angles.map((a) => Math.round(((way * (a - start)) % 360) + 360) % 360)),
    )
    .filter((turns) => Math.max(...turns) < AWAY)
    .sort((a, b) => Math.max(...a) - Math.max(...b));
  // What cannot be stacked for one way of holding the figure may be for another.
  let best: SeatedBase | undefined;
  for (const turns of holds.slice(0, HOLDS)) {
    const out = outOf(reach, seat, turns, 0);
    const needs = seat.needs.map((need) => need + out);
    const wishes = { id, name: SLIM, narrowMm: reach, turns };
    const made = seatedBase(task, { ...seat, needs }, sheet, wishes);
    if (made && (!best || made.misplaced < best.misplaced)) best = made;
    if (best?.misplaced === 0) break;
  }
  return best;
}
