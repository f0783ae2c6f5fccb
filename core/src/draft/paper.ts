import type { Effort } from '../effort/index.ts';
import { type FlatState, type RefusalKind, toModel } from '../folded/index.ts';
import { type Point, distance } from '../geometry/index.ts';
import type { WrittenMove } from '../kinds/index.ts';
import type { NamedPoints } from '../references/index.ts';
import { type Replay, type Step, replaySequence, write } from '../sequence/index.ts';

/** Joints that shall stay may not move at all (sheet sides, for rounding). */
export const STILL = 1e-6;
/** Facets for which a call of the engine counts as one. */
const DEAR = 60;

/** The paper of a draft as it is folded so far; every step is tried by the engine and counted. */
export class DraftPaper {
  replay: Replay;
  /** A fold tried last would have passed a corner by less than can be folded. */
  hasGrazed = false;
  private count = 0;
  private readonly joints: readonly Point[];
  private readonly effort: Effort;

  /**
   * Goes on from a folded base. `points`: the names its sequence has, with those of the limbs, which no step of it reads.
   * `joints`: points of the sheet where limbs begin, bend and end.
   */
  constructor(base: Replay, points: NamedPoints, joints: readonly Point[], effort: Effort) {
    this.replay = { ...base, sequence: { ...base.sequence, points } };
    this.joints = joints;
    this.effort = effort;
  }

  get state(): FlatState {
    return this.replay.steps.at(-1)?.after ?? this.replay.start;
  }

  get nextId(): string {
    return `draft-${this.count + 1}`;
  }

  whereIs(p: Point, state = this.state): Point {
    return toModel(state, p)!;
  }

  /** The replay with one more step, or why there is none: the kind of its refusal, or that the effort is spent. */
  tryStep(step: Step): Replay | RefusalKind | 'spent' {
    // Thick stacks take the engine longer.
    const price = Math.max(1, Math.round(this.state.facets.length / DEAR));
    return this.effort.spend(price) ? this.withStep(step) : 'spent';
  }

  keep(replay: Replay): void {
    this.replay = replay;
    this.count++;
  }

  /** Makes a step that costs nothing, unless it is refused: one that moves the model as a whole. */
  keepAnyway(step: Step): void {
    const replay = this.withStep(step);
    if (typeof replay !== 'string') this.keep(replay);
  }

  /** Moves that may move nothing of any limb: the first the engine makes with all joints where they are is kept. */
  makeStill(moves: readonly WrittenMove[], passage: string): boolean {
    this.hasGrazed = false;
    return moves.some((move) => {
      const replay = this.tryStep(write.writeStep(this.nextId, move, { passage }));
      if (replay === 'sliver') this.hasGrazed = true;
      if (typeof replay === 'string') return false;
      const after = replay.steps.at(-1)!.after;
      const isStill = this.joints.every((p) => distance(this.whereIs(p), this.whereIs(p, after)) < STILL);
      if (isStill) this.keep(replay);
      return isStill;
    });
  }

  private withStep(step: Step): Replay | RefusalKind {
    const { sequence } = this.replay;
    const replay = replaySequence({ ...sequence, steps: [...sequence.steps, step] }, this.replay);
    return replay.steps.at(-1)!.refusal?.kind ?? replay;
  }
}
