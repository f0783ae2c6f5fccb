import type { BaseFlap, FoldedBase } from '../bases/index.ts';
import type { Effort } from '../effort/index.ts';
import type { FlatState } from '../folded/index.ts';
import { type Point, bearing, between, distance, toTurn, tolerance, isSamePoint } from '../geometry/index.ts';
import type { WrittenMove } from '../kinds/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import { type Replay, write } from '../sequence/index.ts';
import { landmarksOf } from '../sheet/index.ts';
import { type Aim, directionOf, sweepOf } from './aim.ts';
import { type Chain, STRAIGHT } from './chains.ts';
import { edgesOf } from './edges.ts';
import type { Manner } from './manner.ts';
import { DraftPaper } from './paper.ts';
import { readTurn, showsBack } from './turned.ts';
import { type LaidChain, layChains, pointOn } from './laid.ts';
import { type Bend, type Trial, listTurns, otherSide } from './turns.ts';

const { writeStep, turned, across, through, at, on } = write;

/** What a search made of one aim. */
export interface Emitted {
  readonly replay: Replay;
  readonly laid: readonly LaidChain[];
  /** Turns, shortenings and spare flaps that found no fold, each with what it was tried for. */
  readonly failed: readonly { readonly chain?: Chain; readonly what: string }[];
}

/** So far beside a flap's axis its paper is asked which way up it lies (sheet sides). */
const BESIDE_AXIS = 0.0015;
/** Degrees by which a line leans when it would pass a corner by less than can be folded. */
const LEANS = [0, 0.4, -0.4, 0.9];
/** Degrees by which a limb's end is cut off askew when other paper lies in the way of a straight fold. */
const SLANTS = [12, -12, 25, -25];
/** Less paper than this over a limb's end is let stand where no fold takes it back, in sheet sides. */
const LEAST_EXCESS = 0.008;
/** Share of a body that may be over. */
const MOST_OVER = 0.03;
/** A spare flap shorter than this is let be. */
const LEAST_SPARE_MM = 4;
/** Flaps wider than this share of their limb are narrowed; so many layers of a side are tried. */
const MOST_WIDE = 0.12;
const MOST_LAYERS = 3;
const MOST_FOLDS = 3;
/** Paper of more facets is thick. */
const THICK = 120;

/** Folds a base into a pose, step by step; every step is made by the engine and undone when another limb has moved. */
export class Emitter {
  private readonly paper: DraftPaper;
  private points: Record<string, PointRef>;
  /** The state in which each turn was refused last. */
  private readonly tried = new Map<string, FlatState>();
  private readonly failed: { chain?: Chain; what: string }[] = [];
  private readonly base: FoldedBase;
  private readonly aim: Aim;
  private readonly laid: readonly LaidChain[];
  private readonly manner: Manner;
  /** The base before anything is turned. */
  private readonly folded: FlatState;

  constructor(base: FoldedBase, aim: Aim, manner: Manner, effort: Effort) {
    this.base = base;
    this.aim = aim;
    this.manner = manner;
    this.laid = layChains(aim, manner.offset, base.base.designed !== undefined);
    this.points = { ...base.base.points };
    this.laid.forEach((l, k) => {
      l.joints.forEach((p, i) => (this.points[this.nameOf(k, i)] = on(p[0], p[1])));
      l.pivots.forEach((p, i) => p && (this.points[this.nameOfPivot(k, i)] = on(p[0], p[1])));
    });
    const joints = this.laid.flatMap((l) => l.joints);
    this.paper = new DraftPaper(base.replay, this.points, joints, effort);
    this.folded = this.paper.state;
  }

  /** `lead`: ends of limbs that are turned before anything lies in their way. */
  run(lead: ReadonlySet<string> = new Set()): Emitted {
    const all = this.laid.map((_, k) => k);
    const leads = all.filter((k) => lead.has(this.laid[k]!.chain.leaf));
    this.shortenBody();
    let waiting = this.turnAll(this.turnsOf(leads));
    this.hideSpares();
    if (this.manner.narrow === 'before') all.forEach((k) => this.narrow(k));
    let long = all.filter((k) => !this.shorten(k));
    waiting = [...waiting, ...this.turnsOf(all.filter((k) => !leads.includes(k)))];
    // What is refused now may go once others have moved out of its way.
    for (let round = 0; round < 3 && waiting.length > 0; round++) waiting = this.turnAll(waiting);
    if (this.manner.narrow === 'after') all.forEach((k) => this.narrow(k));
    // What lay in the way of shortening a flap may have turned aside.
    long = long.filter((k) => !this.shorten(k));
    for (const k of long) {
      const { chain } = this.laid[k]!;
      this.failed.push({ chain, what: `no fold shortens the ${chain.name.toLowerCase()}` });
    }
    for (const { k, i } of waiting) {
      const { chain } = this.laid[k]!;
      this.failed.push({ chain, what: `no fold turns the ${chain.pieces[i]!.limb} where it shall point` });
    }
    this.stand();
    return { replay: this.paper.replay, laid: this.laid, failed: this.failed };
  }

  private turnsOf(chains: readonly number[]): { k: number; i: number }[] {
    // Of flaps that lie on each other, the one that turns most leaves room for the next.
    const sorted = [...chains].sort((a, b) => this.sweepOf(b) - this.sweepOf(a));
    const turns = sorted.flatMap((k) => this.laid[k]!.directions.map((_, i) => ({ k, i })));
    if (this.manner.order === 'tip first') return turns.reverse();
    // Joints that are pleated need what lies over them still straight.
    const rank = ({ k, i }: { k: number; i: number }): number =>
      i === 0 ? 0 : this.laid[k]!.pivots[i] ? 1 : 2;
    return turns.sort((a, b) => rank(a) - rank(b));
  }

  private sweepOf(k: number): number {
    const { flap, directions } = this.laid[k]!;
    return sweepOf(flap, toTurn(directions[0]! - directionOf(flap)));
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

  private nameOfPivot = (k: number, i: number): string =>
    `${this.laid[k]!.chain.leaf} ${i === 0 ? 'root' : `bend ${i}`}`.slice(0, 40);

  private tipRef(flap: BaseFlap): PointRef {
    const known = landmarksOf(this.base.base.sheet).find((l) => isSamePoint(l.at, flap.tipOnSheet));
    return known ? at(known.name) : on(flap.tipOnSheet[0], flap.tipOnSheet[1]);
  }

  /** Points each piece of a chain where the pose wants it. True when nothing was to be done, or it was. */
  private turn(k: number, i: number): boolean {
    const own = this.laid[k]!;
    const [a, b] = [this.paper.whereIs(own.starts[i]!), this.paper.whereIs(own.joints[i + 1]!)];
    const now = bearing(a, b);
    // From the tip inwards, a joint is given its bend against the piece before it; the piece itself comes later.
    const isJoint = this.manner.order === 'tip first' && i > 0;
    const before = isJoint
      ? bearing(this.paper.whereIs(own.starts[i - 1]!), this.paper.whereIs(own.joints[i]!))
      : 0;
    const wanted = toTurn(own.directions[i]! - now - (isJoint ? own.directions[i - 1]! - before : 0));
    const bends = [wanted];
    // A hub that will be folded over mirrors what lies beyond it; then the joint bends the other way.
    if (isJoint) bends.push(-wanted);
    if (Math.abs(wanted) < STRAIGHT) return true;
    // A limb whose root points wrong is not worth bending.
    if (i > 0 && !isJoint && this.tried.has(`${k} 0`)) return false;
    // Refused in this very state before, it would be refused again.
    const tried = this.tried.get(`${k} ${i}`);
    if (tried === this.paper.state) return false;
    const bunch = this.bunchOf(k, i);
    const isMade =
      (bunch.length > 1 && bends.some((bend) => this.tryTurns(bunch, i, bend, now + bend))) ||
      bends.some((bend) => this.tryTurns([k], i, bend, now + bend));
    if (isMade) this.tried.delete(`${k} ${i}`);
    else this.tried.set(`${k} ${i}`, this.paper.state);
    return isMade;
  }

  /** The limb with those it has all in common with up to a piece: they can turn together. */
  private bunchOf(k: number, i: number): number[] {
    const stemOf = ({ chain }: LaidChain): string =>
      [chain.hub, ...chain.pieces.slice(0, i + 1).map((p) => p.limb)].join('/');
    const stem = stemOf(this.laid[k]!);
    return [k, ...this.laid.flatMap((l, j) => (j !== k && stemOf(l) === stem ? [j] : []))];
  }

  /**
   * Every fold that could turn a piece, of one limb or of several that have it in common. One whose line would pass too near
   * to a corner is tried again, leaning a little; one that turns it a little wrong (two folds apart shift the limb sideways
   * as well), bent by as much less.
   */
  private tryTurns(bunch: readonly number[], i: number, bend: number, direction: number): boolean {
    const listFor = (degrees: number) => listTurns(this.bendOf(bunch, i, degrees), this.manner.prefer);
    let wanted = listFor(bend).map((_, t) => t);
    for (const lean of LEANS) {
      const trials = listFor(bend + lean);
      const grazed: number[] = [];
      for (const t of wanted) {
        const trial = trials[t];
        const came = trial ? this.attempt(trial, bunch, i, direction) : 'refused';
        if (came === 'made') return true;
        if (came === 'grazed') grazed.push(t);
        if (typeof came === 'number') {
          const again = listFor(bend + lean - came)[t];
          if (again && this.attempt(again, bunch, i, direction) === 'made') return true;
        }
      }
      wanted = grazed;
      if (wanted.length === 0) return false;
    }
    return false;
  }

  private bendOf(bunch: readonly number[], i: number, degrees: number): Bend {
    const [k] = bunch as [number];
    const own = this.laid[k]!;
    return {
      degrees,
      flap: { ...own.flap, ...this.hangsNow(k, i) },
      length: distance(own.pivots[i] ?? own.joints[i]!, own.joints[i + 1]!),
      passage: own.chain.name.slice(0, 60),
      isOwn: this.base.base.designed !== undefined,
      isThick: this.paper.state.facets.length > THICK,
      joint: at(own.pivots[i] ? this.nameOfPivot(k, i) : this.nameOf(k, i)),
      next: at(this.nameOf(k, i + 1)),
      ends: bunch.map((j) => at(this.nameOf(j, this.laid[j]!.joints.length - 1))),
    };
  }

  /** The side a piece's paper hangs on by now: the other one after every single fold. */
  private hangsNow(k: number, i: number): Pick<BaseFlap, 'hangs'> {
    const { flap, starts, joints } = this.laid[k]!;
    if (!flap.hangs) return {};
    const [x, y] = between(starts[i]!, joints[i + 1]!, 0.5);
    const beside: Point = [x - BESIDE_AXIS * flap.inward[1], y + BESIDE_AXIS * flap.inward[0]];
    const isOver = showsBack(this.folded, beside) !== showsBack(this.paper.state, beside);
    return { hangs: isOver ? otherSide(flap.hangs) : flap.hangs };
  }

  /** Makes a step and keeps it when the limb points right and nothing else has moved; degrees by which a near one misses. */
  private attempt(
    trial: Trial,
    bunch: readonly number[],
    i: number,
    direction: number,
  ): 'made' | 'grazed' | 'refused' | number {
    const replay = this.paper.tryStep(trial(this.paper.nextId));
    if (typeof replay === 'string') return replay === 'sliver' ? 'grazed' : 'refused';
    const came = readTurn(
      this.laid,
      { bunch, piece: i, direction },
      this.paper.state,
      replay.steps.at(-1)!.after,
    );
    if (came !== 'turned') return came;
    this.paper.keep(replay);
    return 'made';
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
    const tip = this.tipRef(flap);
    const root = at(this.nameOf(k, 0));
    const passage = own.chain.name.slice(0, 60);
    for (const side of [1, -1]) {
      let folds = 0;
      for (let layer = 0; layer < MOST_LAYERS && folds < MOST_FOLDS; layer++) {
        const edge = edgesOf(this.paper.state, flap, side)[layer];
        if (!edge) break;
        const how = {
          line: turned(tip, root, (side * edge.degrees) / 2),
          flap: [on(edge.at[0], edge.at[1])],
        };
        const senses = edge.isBehind ? (['mountain', 'valley'] as const) : (['valley', 'mountain'] as const);
        const made = this.paper.makeStill(
          [
            ...senses.map((sense) => ({ kind: 'fold' as const, sense, ...how, layers: 'flap' as const })),
            { kind: 'sink', ...how },
            { kind: 'reverse', mode: 'inside', ...how },
          ],
          passage,
        );
        if (!made) continue;
        folds++;
        layer--;
      }
    }
  }

  /** Folds what a flap has over its limb back at the limb's end. True when nothing was to be done, or it was. */
  private shorten(k: number): boolean {
    const own = this.laid[k]!;
    if (own.excess <= 0) return true;
    const [last, before] = [own.joints.length - 1, own.joints.length - 2].map((i) => at(this.nameOf(k, i)));
    const passage = own.chain.name.slice(0, 60);
    const flap = [this.tipRef(own.flap)];
    const foldBack = (lean: number): boolean => {
      const line = turned(last!, before!, 90 + lean);
      return this.paper.makeStill(
        [
          { kind: 'reverse', mode: 'inside', line, flap },
          { kind: 'fold', sense: 'mountain', line, flap, layers: 'flap' },
          { kind: 'fold', sense: 'valley', line, flap, layers: 'flap' },
        ],
        passage,
      );
    };
    const [straight, ...leans] = LEANS;
    if (foldBack(straight!)) return true;
    // A line that passes too near to a corner leans a little; where paper is in the way, a slanting one may miss it.
    return (this.paper.hasGrazed ? leans : SLANTS).some(foldBack) || own.excess < LEAST_EXCESS;
  }

  /** Pleats what the paper between two hubs has over the body, through all its layers. */
  private shortenBody(): void {
    const { body, sideMm } = this.aim;
    if (!body) return;
    const out = [0, 1].reduce((sum, hub) => sum + (this.laid.find((l) => l.chain.hub === hub)?.out ?? 0), 0);
    const wanted = body.lengthMm / sideMm - out;
    const excess = this.base.river - wanted;
    if (excess < MOST_OVER * wanted) return;
    // Between two tips that lie just their way apart the sheet runs straight along the body.
    const { flaps, hubs, river } = this.base;
    const [near, far] = hubs.map(({ tips }) => flaps.filter((f) => tips.includes(f.tip)));
    const strip = near!
      .flatMap((a) => far!.map((b) => [a, b] as const))
      .filter(
        ([a, b]) =>
          Math.abs(distance(a.tipOnSheet, b.tipOnSheet) - a.length - b.length - river) < tolerance.alike,
      )
      .map(([a, b]) => {
        const long = a.length + b.length + river;
        return [a.length, a.length + river].map((d) => between(a.tipOnSheet, b.tipOnSheet, d / long));
      })[0] as [Point, Point] | undefined;
    if (!strip) return;
    const middle = 0.5 - excess / 4 / this.base.river;
    ['body 1', 'body 2'].forEach((name, i) => {
      const at = between(...strip, middle + (i * excess) / 2 / this.base.river);
      this.points[name] = on(at[0], at[1]);
    });
    const axis = through(at('body 1'), at('body 2'));
    const how = {
      lines: [across(at('body 1'), axis), across(at('body 2'), axis)] as [LineRef, LineRef],
      flap: far!.map((f) => this.tipRef(f)),
      layers: 'all' as const,
    };
    const made = (['valley', 'mountain'] as const).some((sense) => {
      const move = { kind: 'pleat' as const, sense, ...how };
      const replay = this.paper.tryStep(writeStep(this.paper.nextId, move, { passage: 'Body' }));
      if (typeof replay === 'string') return false;
      this.paper.keep(replay);
      return true;
    });
    if (!made) this.failed.push({ what: `no pleat shortens the ${body.limb}` });
  }

  /** Puts the flaps away that no limb uses: pushed in, turned in between, or folded over the hub. */
  private hideSpares(): void {
    const used = new Set(this.laid.map((l) => l.flap.tip));
    for (const flap of this.base.flaps) {
      if (used.has(flap.tip) || flap.length * this.aim.sideMm < LEAST_SPARE_MM) continue;
      const tip = this.tipRef(flap);
      const half = pointOn(flap, flap.length / 2);
      const middle = on(half[0], half[1]);
      const how = { line: across(middle, through(tip, middle)), flap: [tip] };
      const made = this.paper.makeStill(
        [
          { kind: 'sink', ...how },
          { kind: 'reverse', mode: 'inside', ...how },
          { kind: 'fold', sense: 'mountain', ...how, layers: 'flap' },
        ],
        'Spare flaps',
      );
      if (!made) this.failed.push({ what: `no fold hides the flap of ${flap.tip}` });
    }
  }

  /** Turns the model into the pose. */
  private stand(): void {
    const moves: WrittenMove[] = [
      ...(Math.abs(this.aim.rotation) > 0.05
        ? [{ kind: 'rotate' as const, degrees: this.aim.rotation }]
        : []),
      ...(this.aim.isMirrored ? [{ kind: 'turn' as const, over: 'sideways' as const }] : []),
    ];
    for (const move of moves) {
      this.paper.keepAnyway(writeStep(this.paper.nextId, move, { passage: 'Pose' }));
    }
  }
}
