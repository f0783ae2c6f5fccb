import { toTurn } from '../geometry/index.ts';
import { AWAY, FEW, type SeatedBase, seatedBases } from '../design/index.ts';
import { type Figure, type LimbTask, type Seat, limbsAt, sizeOf } from '../parts/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type LimbTurn, OUT, outOfSweeps, paperApart, turnsAlong } from './turns.ts';
import { type Chain, STRAIGHT, bodyFrom, chainsFrom } from './chains.ts';

/**
 * Shares of the figure's size its paper may reach from the axis before it is turned, and seeds of placements: where one
 * fails, the next is tried. The wider, the fewer layers; beyond a tenth the limbs' paper no longer reads as limbs.
 */
const PASSES = [
  { narrow: 0.1, seed: 1 },
  { narrow: 0.085, seed: 1 },
  { narrow: 0.085, seed: 2 },
  { narrow: 0.06, seed: 1 },
];
/** Bases of one seat in one pass. */
const PER_SEAT = 3;
/** Bases whose flaps lie between each other that are given at the end. */
const MOST_MIXED = 2;
const NAMING = { id: 'own', name: 'Narrow base of its own' };

/**
 * Narrow bases of its own for a pose, made as they are asked for: for every body between two hubs, or, where it has none,
 * for every node at which three limbs or more meet. Flaps of a hub lie on each other, so that one fold each turns them where
 * they shall point. Those whose flaps lie side by side come first, of several seats in turn.
 */
export function* ownFor(figure: Figure, task: LimbTask, sheet: SheetShape): Generator<SeatedBase, void> {
  const { width, height } = sizeOf(figure);
  const bodies = task.seats.flatMap((seat) => {
    const angle = bodyFrom(figure, seat)?.angle;
    return angle !== undefined && seat.nodes[0] < seat.nodes[1]! ? [{ seat, angle }] : [];
  });
  const stars = task.seats.filter(
    (seat) => seat.nodes.length === 1 && limbsAt(figure, seat.nodes[0]).length > 2,
  );
  const mixed: SeatedBase[] = [];
  const seen = new Set<string>();
  let count = 0;
  const named = (made: SeatedBase): SeatedBase => withId(made, `own-${++count}`);
  for (const { narrow, seed } of PASSES) {
    const ask: Ask = { figure, task, sheet, seed, reachMm: narrow * Math.max(width, height) };
    let made =
      bodies.length > 0
        ? bodies.map(({ seat, angle }) => bodyBases(ask, seat, angle))
        : stars.map((seat) => starBases(ask, seat));
    for (let turn = 0; turn < PER_SEAT && made.length > 0; turn++) {
      const open: typeof made = [];
      for (const bases of made) {
        const { value: base } = bases.next();
        if (!base) continue;
        // What lies mixed comes after all that does not.
        if (base.misplaced <= FEW) open.push(bases);
        // Another seed may come to the same placement.
        if (seen.has(keyOf(base))) continue;
        seen.add(keyOf(base));
        if (base.misplaced <= FEW) yield named(base);
        else mixed.push(base);
      }
      made = open;
    }
  }
  // Flaps that lie between each other seldom turn.
  mixed.sort((a, b) => a.misplaced - b.misplaced);
  for (const base of mixed.slice(0, MOST_MIXED)) yield named(base);
}

interface Ask {
  readonly figure: Figure;
  readonly task: LimbTask;
  readonly sheet: SheetShape;
  readonly reachMm: number;
  readonly seed: number;
}

const keyOf = ({ sideMm, folded, misplaced }: SeatedBase): string =>
  [sideMm.toFixed(2), folded.state.facets.length, misplaced].join();

const withId = ({ folded, ...rest }: SeatedBase, id: string): SeatedBase => ({
  ...rest,
  folded: { ...folded, base: { ...folded.base, id } },
});

/** Of the two sides the paper of all flaps can hang on, the one that is easier to turn on, then the other. */
function* bodyBases(
  { figure, task, sheet, seed, reachMm }: Ask,
  seat: Seat,
  angle: number,
): Generator<SeatedBase, void> {
  const chains = chainsFrom(figure, seat);
  const stems = stemsOf(task, chains);
  const ways = [1, -1]
    .map((way) => withTurns(task, seat, chains, { angle, way, reachMm }))
    .sort((a, b) => a.cost - b.cost)
    .map(({ turned, sweeps }) =>
      seatedBases(task, turned, sheet, { ...NAMING, narrowMm: reachMm, turns: sweeps, stems, seed }),
    );
  for (const turn of WAYS) {
    const next = ways[turn]!.next();
    if (!next.done) yield next.value;
  }
}
/** Bases of a body in the order in which they are made: of its easier side, or of the other. */
const WAYS = [0, 0, 1];

interface Turned {
  /** The seat with the paper its flaps need besides the ways to their ends. */
  readonly turned: Seat;
  /** Of every limb, degrees towards the side its paper hangs on, 0 to 360. */
  readonly sweeps: number[];
  /** Turns that need two folds a gap apart, and such as lean back over the hub in part. */
  readonly cost: number;
}

/** The turns of a limb as seen from flaps whose paper hangs on the left. */
function turnsOf({ pieces }: Chain, { outward, way }: { outward: number; way: number }): LimbTurn[] {
  const degrees = pieces.map((p, i) => toTurn(way * (p.angle - (i === 0 ? outward : pieces[i - 1]!.angle))));
  return turnsAlong({ hangs: 'left' }, degrees);
}

/** What a limb's first turn sweeps on the side its paper hangs on, 0 to 360 degrees. */
const sweepTo = (degrees: number): number => (Math.abs(degrees) < STRAIGHT ? 0 : (degrees + 360) % 360);

/** The first piece of every limb, which others may have in common with it. */
const stemsOf = (task: LimbTask, chains: readonly Chain[]): string[] =>
  task.limbs.map(({ id }) => chains.find((c) => c.leaf === id)!.pieces[0]!.limb);

/** Paper that is used up by a limb's first turn where it is turned away from it. */
const paperAtHub = (sweep: number, reachMm: number, sideMm: number): number =>
  sweep >= AWAY ? paperApart(reachMm, 360 - sweep, 'hub', sideMm) : 0;

/** Paper that is used up by the joints of a limb that are turned away from it. */
const paperAtJoints = (turns: readonly LimbTurn[], reachMm: number, sideMm: number): number =>
  turns
    .slice(1)
    .reduce((sum, t) => sum + (t.isApart ? paperApart(reachMm, Math.abs(t.degrees), 'joint', sideMm) : 0), 0);

/** Two folds a gap apart are the harder the more they turn; a fold that leans back, the nearer it comes to the axis. */
const costOf = (sweep: number): number =>
  sweep >= AWAY ? 0.3 + (360 - sweep) / 90 : sweep > 180 ? 0.6 + (sweep - 180) / 100 : 0;

/** What the joints of a limb cost that are turned away from its paper. */
const costApart = (turns: readonly LimbTurn[]): number =>
  turns.slice(1).reduce((sum, t) => sum + (t.isApart ? 0.3 + Math.abs(t.degrees) / 60 : 0), 0);

/**
 * What flaps of two hubs need besides the ways to their ends: limbs begin a little outside, and what turns away from the
 * side the paper hangs on uses up paper. `angle`: of the axis in the pose, from the first hub to the second; `way`: the side.
 */
function withTurns(
  task: LimbTask,
  seat: Seat,
  chains: readonly Chain[],
  { angle, way, reachMm }: { readonly angle: number; readonly way: number; readonly reachMm: number },
): Turned {
  const turns = task.limbs.map(({ id }, i) => {
    const chain = chains.find((c) => c.leaf === id)!;
    // Seen along the axis, so that flaps of both ends hang on the same side.
    return seat.at[i] === 0
      ? turnsOf(chain, { outward: angle + 180, way: -way })
      : turnsOf(chain, { outward: angle, way });
  });
  const sweeps = turns.map(([hub]) => sweepTo(hub!.degrees));
  const [near, far] = [0, 1].map((hub) => outOf(reachMm, seat, sweeps, hub));
  const outs = near! + far! < MOST_OUT * seat.bodyMm ? [near!, far!] : [0, 0];
  const side = sideOf(seat);
  const cost = sweeps.reduce((sum, s, i) => sum + costOf(s) + costApart(turns[i]!), 0);
  return {
    turned: {
      ...seat,
      bodyMm: seat.bodyMm - outs[0]! - outs[1]!,
      needs: seat.needs.map(
        (need, i) =>
          need +
          outs[seat.at[i]!]! +
          paperAtHub(sweeps[i]!, reachMm, side) +
          paperAtJoints(turns[i]!, reachMm, side),
      ),
    },
    sweeps,
    cost,
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
 * Bases for limbs that leave one hub: all of them are folded one way, each by its own angle. Held so that the widest gap
 * between two limbs is the one no flap has to cross.
 */
function* starBases({ figure, task, sheet, seed, reachMm }: Ask, seat: Seat): Generator<SeatedBase, void> {
  const chains = chainsFrom(figure, seat);
  const own = task.limbs.map((l) => chains.find((c) => c.leaf === l.id)!);
  const holds = own
    .flatMap(({ pieces: [first] }) =>
      [1, -1].map((way) => own.map((chain) => turnsOf(chain, { outward: first!.angle, way }))),
    )
    .map((turns) => ({ turns, sweeps: turns.map(([hub]) => Math.round(sweepTo(hub!.degrees))) }))
    .map((hold) => ({
      ...hold,
      apart:
        hold.turns.reduce((sum, t) => sum + costApart(t), 0) +
        hold.sweeps.reduce((sum, s) => sum + (s >= AWAY ? costOf(s) : 0), 0),
    }))
    .sort((a, b) => a.apart - b.apart || Math.max(...a.sweeps) - Math.max(...b.sweeps));
  // What cannot be stacked for one way of holding the figure may be for another.
  const firsts: { base: SeatedBase; others: Generator<SeatedBase, void> }[] = [];
  for (const { turns: along, sweeps: turns } of holds.slice(0, HOLDS)) {
    const out = outOf(reachMm, seat, turns, 0);
    const side = sideOf(seat);
    const needs = seat.needs.map(
      (need, i) =>
        need + out + paperAtHub(turns[i]!, reachMm, side) + paperAtJoints(along[i]!, reachMm, side),
    );
    const others = seatedBases(task, { ...seat, needs }, sheet, {
      ...NAMING,
      narrowMm: reachMm,
      turns,
      stems: stemsOf(task, chains),
      seed,
    });
    const made = others.next();
    if (!made.done) firsts.push({ base: made.value, others });
    if (!made.done && made.value.misplaced <= FEW) break;
  }
  firsts.sort((a, b) => a.base.misplaced - b.base.misplaced);
  for (const { base } of firsts) yield base;
  for (const { others } of firsts) yield* others;
}
