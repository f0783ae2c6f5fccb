import type { FlatState } from '@jade/core/folded';
import { isAlike } from '@jade/core/merge';
import { type Readings, type ReadingsInput, toReadings } from '@jade/core/readings';
import { type Replay, type Sequence, replaySequence } from '@jade/core/sequence';
import { withWhole } from '@jade/core/whole';
import type { PlanInput } from './protocol.ts';

export const toSequence = ({ plan }: Pick<PlanInput, 'plan'>): Sequence => ({
  sheet: plan.sheet.shape,
  points: plan.points,
  steps: plan.steps,
  limbs: Object.fromEntries(plan.limbs.flatMap((l) => (l.tip === null ? [] : [[l.tip, l.name]]))),
});

const toReadingsInput = (
  { plan, runs, diary, otherDiary, otherTimes, settings }: PlanInput,
  replay: Replay,
): ReadingsInput => ({
  plan,
  replay,
  runs,
  diary,
  otherDiary,
  otherTimes,
  limits: settings.limits,
  sigma: settings.sigma,
  unit: settings.unit,
});

/** Readings of a plan; of one of several pieces they measure the whole. */
export const readPlan = (input: PlanInput, replay: Replay): Readings =>
  toReadings({ ...withWhole(toReadingsInput(input, replay)), isPart: isPartOf(input) });

/** Whether what is looked at is a further piece of a model. */
export const isPartOf = ({ plan, whole }: Pick<PlanInput, 'plan' | 'whole'>): boolean =>
  whole !== undefined && whole !== plan;

/** The plan that is open, with its last replay, so that an edit costs only what follows it. */
export class OpenPlan {
  input: PlanInput | undefined;
  replay: Replay | undefined;
  readings: Readings | undefined;
  /** The sequence with the move looked at last. */
  tried: Replay | undefined;
  private readonly stamps = new WeakMap<FlatState, number>();
  private lastStamp = 0;

  /** Folds the plan as it is now. */
  take(input: PlanInput): { replay: Replay; readings: Readings } {
    const sequence = toSequence(input);
    const replay = replaySequence(sequence, this.isKept(sequence) ? this.tried : this.replay);
    const readings = readPlan(input, replay);
    [this.input, this.replay, this.readings, this.tried] = [input, replay, readings, undefined];
    return { replay, readings };
  }

  /** A fold that was looked at and is kept now is folded already. */
  private isKept(sequence: Sequence): boolean {
    const tried = this.tried?.sequence.steps ?? [];
    const last = tried.at(-1);
    return (
      last !== undefined &&
      tried.every((s, i) => s.id === sequence.steps[i]?.id) &&
      isAlike(last.move, sequence.steps[tried.length - 1]!.move)
    );
  }

  /** What the open plan is read from; undefined before it is computed. */
  get toRead(): ReadingsInput | undefined {
    return this.input && this.replay && toReadingsInput(this.input, this.replay);
  }

  /** A number for each state, by which pictures of it are known. */
  stampOf(state: FlatState): number {
    const known = this.stamps.get(state);
    if (known !== undefined) return known;
    this.stamps.set(state, ++this.lastStamp);
    return this.lastStamp;
  }

  /** The state after so many steps. */
  stateAt(number: number): FlatState | undefined {
    return number === 0 ? this.replay?.start : this.replay?.steps[number - 1]?.after;
  }
}
