import type { BaseFlap, FoldedBase } from '../bases/index.ts';
import type { Effort } from '../effort/index.ts';
import {
  type FlatState,
  buildArrangement,
  layersUnder,
  facetOnSheet,
  facetsAt,
  toModel,
} from '../folded/index.ts';
import { type Point, apply, distance, subtract } from '../geometry/index.ts';
import { type PointRef, type Replay, type Step, replaySequence, write } from '../sequence/index.ts';
import { landmarksOf } from '../sheet/index.ts';
import { type Aim, STRAIGHT, directionOf, onBase, toTurn } from './aim.ts';
import type { Chain } from './chains.ts';
import { type Bend, type Trial, SMALL, gapOf, listTurns } from './turns.ts';

const { writeStep, turned, across, through, at, on } = write;

/** Degrees of the way from one point to another. */
const bearing = (a: Point, b: Point): number => (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;

/** A chain on its flap: its joints as points of the sheet, from the root to where the limb shall end. */
export interface LaidChain {
  readonly chain: Chain;
  readonly flap: BaseFlap;
  /** Points of the sheet: root, every joint, the limb's end. */
  readonly joints: readonly Point[];
  /** Wanted length of every piece, in sheet sides. */
  readonly lengths: readonly number[];
  /** Paper of the flap beyond the limb's end, in sheet sides. */
  readonly excess: number;
  readonly directions: readonly number[];
}

/** What a search made of one aim. */
export interface Emitted {
  readonly replay: Replay;
  readonly laid: readonly LaidChain[];
  /** Turns, shortenings and spare flaps that found no fold, each with what it was tried for. */
  readonly failed: readonly { readonly chain?: Chain; readonly what: string }[];
}

/** Puts every chain of an aim on its flap. */
function layChains(aim: Aim, offset: number): LaidChain[] {
  return [...aim.flaps].map(([chain, flap]) => {
    const need = chain.pieces.reduce((s, p) => s + p.lengthMm, 0) / aim.sideMm;
    const turn = Math.abs(toTurn(onBase(chain.pieces[0]!.angle, aim) - directionOf(flap)));
    // A line through the root itself would run on into the body; a little outwards it parts the flap alone.
    const out =
      turn >= SMALL && turn < 175
        ? Math.min(flap.length - need, (offset * flap.width) / Math.tan((turn * Math.PI) / 360))
        : 0;
    const far = chain.pieces.map(
      (_, i) => chain.pieces.slice(0, i + 1).reduce((s, p) => s + p.lengthMm, 0) / aim.sideMm,
    );
    // Small turns are two folds a gap apart, which use up paper of the first piece.
    const used = turn > STRAIGHT && turn < SMALL ? 0.8 * 2 * gapOf(flap, turn, 0.4) : 0;
    const stretch = Math.min(Math.max(0, flap.length - need), used);
    const on = (fromHub: number): Point => {
      const s = flap.length - out - fromHub;
      return [flap.tipOnSheet[0] + s * flap.inward[0], flap.tipOnSheet[1] + s * flap.inward[1]];
    };
    return {
      chain,
      flap,
      joints: [on(0), ...far.map((f) => on(f + stretch))],
      lengths: chain.pieces.map((p) => p.lengthMm / aim.sideMm),
      excess: flap.length - out - stretch - far.at(-1)!,
      directions: chain.pieces.map((p) => onBase(p.angle, aim)),
    };
  });
}

/** Joints of other chains may not move at all; the chain's own keep within a share of the side. */
const STILL = 1e-6;
const NEAR = 0.012;
/** Share of its length by which a piece may come out wrong, a little under what a draft is accepted with. */
const LENGTH_OFF = 0.048;
/** Degrees by which a piece may miss its direction. */
const AIMED = 4;
/** Less paper than this over a limb's end is let stand, in sheet sides. */
const LEAST_EXCESS = 0.02;
/** Flaps wider than this share of their limb are narrowed; so many layers of a side are tried. */
const MOST_WIDE = 0.12;
const MOST_LAYERS = 3;
const MOST_FOLDS = 3;

/** How the turns are tried: from the hub outwards or from the tips inwards, simple folds or reverse folds first. */
export interface Manner {
  readonly order: 'hub first' | 'tip first';
  readonly prefer: 'fold' | 'reverse';
  /** How far outside the hub limbs are turned, in widths of the flap. */
  readonly offset: number;
  /** Whether wide flaps are narrowed before they are turned, or after. */
  readonly narrow: 'before' | 'after';
}
export const manners: readonly Manner[] = [
  { order: 'hub first', prefer: 'fold', offset: 1, narrow: 'before' },
  { order: 'tip first', prefer: 'fold', offset: 0, narrow: 'after' },
  { order: 'hub first', prefer: 'reverse', offset: 0.5, narrow: 'after' },
  { order: 'tip first', prefer: 'reverse', offset: 0.5, narrow: 'before' },
];

/** Folds a base into a pose, step by step; every step is made by the engine and undone when another limb has moved. */
export class Emitter {
  private replay: Replay;
  private points: Record<string, PointRef>;
  private count = 0;
  private readonly failed: { chain?: Chain; what: string }[] = [];
  private readonly base: FoldedBase;
  private readonly aim: Aim;
  private readonly laid: readonly LaidChain[];
  private readonly manner: Manner;
  private readonly effort: Effort;

  constructor(base: FoldedBase, aim: Aim, manner: Manner, effort: Effort) {
    this.base = base;
    this.aim = aim;
    this.manner = manner;
    this.effort = effort;
    this.laid = layChains(aim, manner.offset);
    this.points = { ...base.base.points };
    this.laid.forEach((l, k) =>
      l.joints.forEach((p, i) => (this.points[this.nameOf(k, i)] = on(p[0], p[1]))),
    );
    this.replay = replaySequence(
      { sheet: base.base.sheet, points: this.points, steps: base.base.steps },
      undefined,
    );
  }

  /** `lead`: ends of limbs that are turned before anything lies in their way. */
  run(lead: ReadonlySet<string> = new Set()): Emitted {
    const all = this.laid.map((_, k) => k);
    const leads = all.filter((k) => lead.has(this.laid[k]!.chain.leaf));
    let waiting = this.turnAll(this.turnsOf(leads));
    this.hideSpares();
    if (this.manner.narrow === 'before') all.forEach((k) => this.narrow(k));
    all.forEach((k) => this.shorten(k));
    waiting = [...waiting, ...this.turnsOf(all.filter((k) => !leads.includes(k)))];
    // What is refused now may go once others have moved out of its way.
    for (let round = 0; round < 3 && waiting.length > 0; round++) waiting = this.turnAll(waiting);
    if (this.manner.narrow === 'after') all.forEach((k) => this.narrow(k));
    for (const { k, i } of waiting) {
      const { chain } = this.laid[k]!;
      this.failed.push({ chain, what: `no fold turns the ${chain.pieces[i]!.limb} where it shall point` });
    }
    this.stand();
    return { replay: this.replay, laid: this.laid, failed: this.failed };
  }

  private turnsOf(chains: readonly number[]): { k: number; i: number }[] {
    return chains.flatMap((k) => {
      const turns = this.laid[k]!.directions.map((_, i) => ({ k, i }));
      return this.manner.order === 'tip first' ? turns.reverse() : turns;
    });
  }

  /** The turns that found no fold. */
  private turnAll = (turns: readonly { k: number; i: number }[]): { k: number; i: number }[] =>
    turns.filter(({ k, i }) => !this.turn(k, i));

  private nameOf = (k: number, i: number): string => {
    const { chain } = this.laid[k]!;
    return i === chain.pieces.length
      ? `${chain.leaf} end`.slice(0, 40)
      : `${chain.leaf} ${i + 1}`.slice(0, 40);
  };

  private get state(): FlatState {
    return this.replay.steps.at(-1)?.after ?? this.replay.start;
  }

  private whereIs = (p: Point, state = this.state): Point => toModel(state, p)!;

  private tipRef({ flap }: LaidChain): PointRef {
    const known = landmarksOf(this.base.base.sheet).find((l) => distance(l.at, flap.tipOnSheet) < 1e-9);
    return known ? at(known.name) : on(flap.tipOnSheet[0], flap.tipOnSheet[1]);
  }

  /** Points each piece of a chain where the pose wants it. True when nothing was to be done, or it was. */
  private turn(k: number, i: number): boolean {
    const own = this.laid[k]!;
    const [a, b] = [this.whereIs(own.joints[i]!), this.whereIs(own.joints[i + 1]!)];
    const now = bearing(a, b);
    // From the tip inwards, a joint is given its bend against the piece before it; the piece itself comes later.
    const isJoint = this.manner.order === 'tip first' && i > 0;
    const before = isJoint ? bearing(this.whereIs(own.joints[i - 1]!), a) : 0;
    const wanted = toTurn(own.directions[i]! - now - (isJoint ? own.directions[i - 1]! - before : 0));
    const bends = [wanted];
    // A hub that will be folded over mirrors what lies beyond it; then the joint bends the other way.
    if (isJoint) bends.push(-wanted);
    if (Math.abs(wanted) < STRAIGHT) return true;
    for (const bend of bends)
      for (const trial of listTurns(this.bendOf(k, i, bend), this.manner.prefer))
        if (this.attempt(trial, k, i, now + bend)) return true;
    return false;
  }

  private bendOf(k: number, i: number, degrees: number): Bend {
    const own = this.laid[k]!;
    return {
      degrees,
      flap: own.flap,
      length: distance(own.joints[i]!, own.joints[i + 1]!),
      passage: own.chain.name.slice(0, 60),
      joint: at(this.nameOf(k, i)),
      next: at(this.nameOf(k, i + 1)),
      end: at(this.nameOf(k, own.joints.length - 1)),
    };
  }

  /** Makes a step and keeps it when the limb points right and nothing else has moved. */
  private attempt(trial: Trial, k: number, i: number, direction: number): boolean {
    if (!this.effort.spend(1)) return false;
    const own = this.laid[k]!;
    const replay = this.withStep(trial(`draft-${this.count + 1}`));
    if (!replay) return false;
    const after = replay.steps.at(-1)!.after;
    for (const [j, other] of this.laid.entries())
      for (const [n, p] of other.joints.entries()) {
        const moved = distance(this.whereIs(p), this.whereIs(p, after));
        if (j === k ? n <= i && moved > NEAR : moved > STILL) return false;
      }
    const [from, to] = [this.whereIs(own.joints[i]!, after), this.whereIs(own.joints[i + 1]!, after)];
    const long = own.lengths[i]!;
    if (Math.abs(distance(from, to) - long) > Math.max(NEAR, LENGTH_OFF * long)) return false;
    if (Math.abs(toTurn(bearing(from, to) - direction)) > AIMED) return false;
    this.keep(replay);
    return true;
  }

  private withStep(step: Step): Replay | undefined {
    const { sequence } = this.replay;
    const replay = replaySequence({ ...sequence, steps: [...sequence.steps, step] }, this.replay);
    return replay.steps.at(-1)!.refusal ? undefined : replay;
  }

  private keep(replay: Replay): void {
    this.replay = replay;
    this.count++;
  }

  /** A step that may move nothing of any limb: kept when the engine makes it and all joints stay. */
  private attemptStill(make: (id: string) => Step): boolean {
    if (!this.effort.spend(1)) return false;
    const replay = this.withStep(make(`draft-${this.count + 1}`));
    if (!replay) return false;
    const after = replay.steps.at(-1)!.after;
    const isStill = this.laid.every((l) =>
      l.joints.every((p) => distance(this.whereIs(p), this.whereIs(p, after)) < STILL),
    );
    if (isStill) this.keep(replay);
    return isStill;
  }

  /**
   * Brings the edges of a wide flap to its axis, side by side and layer by layer: a slimmer flap turns without taking
   * the body along, and its outline keeps to the limb.
   */
  private narrow(k: number): void {
    const own = this.laid[k]!;
    const { flap } = own;
    const slim = MOST_WIDE * distance(own.joints[0]!, own.joints.at(-1)!);
    if (flap.width <= slim) return;
    const tip = this.tipRef(own);
    const root = at(this.nameOf(k, 0));
    const passage = own.chain.name.slice(0, 60);
    for (const side of [1, -1]) {
      let folds = 0;
      for (let layer = 0; layer < MOST_LAYERS && folds < MOST_FOLDS; layer++) {
        const edge = this.widestAt(own, side, layer);
        if (!edge || edge.degrees < 8) break;
        const line = turned(tip, root, (side * edge.degrees) / 2);
        const at2 = on(edge.at[0], edge.at[1]);
        const senses = edge.isBehind ? (['mountain', 'valley'] as const) : (['valley', 'mountain'] as const);
        const made =
          senses.some((sense) =>
            this.attemptStill((id) =>
              writeStep(id, { kind: 'fold', sense, line, flap: [at2], layers: 'flap' }, { passage }),
            ),
          ) ||
          this.attemptStill((id) => writeStep(id, { kind: 'sink', line, flap: [at2] }, { passage })) ||
          this.attemptStill((id) =>
            writeStep(id, { kind: 'reverse', mode: 'inside', line, flap: [at2] }, { passage }),
          );
        if (!made) continue;
        folds++;
        layer--;
      }
    }
  }

  /** The layer-th of the facets at a flap's tip that reach out to one side: the angle of its outer edge, a point near it. */
  private widestAt(
    { flap }: LaidChain,
    side: number,
    layer: number,
  ): { degrees: number; at: Point; isBehind: boolean } | undefined {
    const { state } = this;
    const map = buildArrangement(state);
    const tip = this.whereIs(flap.tipOnSheet, state);
    const root = this.whereIs(
      [flap.tipOnSheet[0] + flap.length * flap.inward[0], flap.tipOnSheet[1] + flap.length * flap.inward[1]],
      state,
    );
    const axis = Math.atan2(root[1] - tip[1], root[0] - tip[0]);
    const found = facetsAt(state, flap.tipOnSheet).flatMap((f) => {
      const { placement } = state.facets[f]!;
      const corners = facetOnSheet(state, f);
      const bearings = corners
        .filter((p) => distance(p, flap.tipOnSheet) > 1e-9)
        .map((p) => {
          const [x, y] = subtract(apply(placement, p), tip);
          return {
            p,
            degrees: (side * toTurn(((Math.atan2(y, x) - axis) * 180) / Math.PI) + 360) % 360,
            far: Math.hypot(x, y),
          };
        })
        .map((b) => (b.degrees > 180 ? { ...b, degrees: b.degrees - 360 } : b));
      const outer = bearings.reduce((a, b) => (b.degrees > a.degrees ? b : a));
      const inner = bearings.reduce((a, b) => (b.degrees < a.degrees ? b : a));
      if (outer.degrees < 8) return [];
      // A little inside the outer edge, near the tip.
      const near = 0.15 / Math.max(outer.far, 0.15);
      const t = 0.1;
      const lerp = (p: Point, s: number): Point => [
        flap.tipOnSheet[0] + (p[0] - flap.tipOnSheet[0]) * s,
        flap.tipOnSheet[1] + (p[1] - flap.tipOnSheet[1]) * s,
      ];
      const [o, i] = [lerp(outer.p, near), lerp(inner.p, 0.15 / Math.max(inner.far, 0.15))];
      const at: Point = [o[0] * (1 - t) + i[0] * t, o[1] * (1 - t) + i[1] * t];
      const stack = layersUnder(map, apply(placement, at));
      return [{ degrees: outer.degrees, at, isBehind: stack.indexOf(f) * 2 >= stack.length }];
    });
    return found.sort((a, b) => b.degrees - a.degrees)[layer];
  }

  /** Folds what a flap has over its limb back at the limb's end. */
  private shorten(k: number): void {
    const own = this.laid[k]!;
    if (own.excess < LEAST_EXCESS) return;
    const last = this.nameOf(k, own.joints.length - 1);
    const line = across(at(last), through(at(last), at(this.nameOf(k, 0))));
    const passage = own.chain.name.slice(0, 60);
    const flap = [this.tipRef(own)];
    const made =
      this.attemptStill((id) =>
        writeStep(id, { kind: 'reverse', mode: 'inside', line, flap }, { passage }),
      ) ||
      this.attemptStill((id) =>
        writeStep(id, { kind: 'fold', sense: 'mountain', line, flap, layers: 'flap' }, { passage }),
      ) ||
      this.attemptStill((id) =>
        writeStep(id, { kind: 'fold', sense: 'valley', line, flap, layers: 'flap' }, { passage }),
      );
    if (!made)
      this.failed.push({ chain: own.chain, what: `no fold shortens the ${own.chain.name.toLowerCase()}` });
  }

  /** Puts the flaps away that no limb uses: pushed in, turned in between, or folded over the hub. */
  private hideSpares(): void {
    const used = new Set(this.laid.map((l) => l.flap.tip));
    const named = landmarksOf(this.base.base.sheet);
    for (const flap of this.base.flaps) {
      if (used.has(flap.tip) || flap.length * this.aim.sideMm < 4) continue;
      const known = named.find((l) => l.name === flap.tip);
      const tip = known ? at(known.name) : on(flap.tipOnSheet[0], flap.tipOnSheet[1]);
      const share = flap.length * 0.5;
      const middle = on(
        flap.tipOnSheet[0] + share * flap.inward[0],
        flap.tipOnSheet[1] + share * flap.inward[1],
      );
      const line = across(middle, through(tip, middle));
      const more = { passage: 'Spare flaps' };
      const made =
        this.attemptStill((id) => writeStep(id, { kind: 'sink', line, flap: [tip] }, more)) ||
        this.attemptStill((id) =>
          writeStep(id, { kind: 'reverse', mode: 'inside', line, flap: [tip] }, more),
        ) ||
        this.attemptStill((id) =>
          writeStep(id, { kind: 'fold', sense: 'mountain', line, flap: [tip], layers: 'flap' }, more),
        );
      if (!made) this.failed.push({ what: `no fold hides the flap of ${flap.tip}` });
    }
  }

  /** Turns the model into the pose. */
  private stand(): void {
    const passage = 'Pose';
    if (Math.abs(this.aim.rotation) > 0.05) {
      const replay = this.withStep(
        writeStep(`draft-${this.count + 1}`, { kind: 'rotate', degrees: this.aim.rotation }, { passage }),
      );
      if (replay) this.keep(replay);
    }
    if (this.aim.isMirrored) {
      const replay = this.withStep(
        writeStep(`draft-${this.count + 1}`, { kind: 'turn', over: 'sideways' }, { passage }),
      );
      if (replay) this.keep(replay);
    }
  }
}
