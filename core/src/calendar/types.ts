import type { Wait } from '../waits/index.ts';

/** What is folded in one go, with what is waited for after it. */
export interface Task {
  /** Which folding of the model it belongs to, from 1. */
  readonly copy: number;
  /** Steps from 1, shaping counted on after them; both included. */
  readonly first: number;
  readonly last: number;
  /** Minutes of hands. */
  readonly minutes: number;
  readonly waits: readonly Wait[];
}

/** A model wanted: its tasks in the order they are done, all copies together. */
export interface WantedModel {
  readonly id: string;
  readonly name: string;
  /** The day at whose beginning it has to be ready, as a day number; null where no date is set. */
  readonly due: number | null;
  readonly tasks: readonly Task[];
}

/** When the folder folds. */
export interface Evenings {
  /** The first day, as a day number; and the minute of it before which nothing begins any more. */
  readonly from: number;
  readonly fromMinute: number;
  /** Minutes of an evening, Monday first. */
  readonly minutes: readonly number[];
  /** The minute of the day an evening begins at. */
  readonly at: number;
  /** Days without folding, as day numbers. */
  readonly off: readonly number[];
}

/** A task that is held on a day. */
export interface Hold {
  readonly model: string;
  readonly copy: number;
  readonly first: number;
  readonly day: number;
}

export interface Ask {
  readonly models: readonly WantedModel[];
  readonly evenings: Evenings;
  readonly holds: readonly Hold[];
}

/** A task in its place; minutes since the beginning of day 0. */
export interface PlacedTask {
  readonly model: number;
  readonly task: Task;
  readonly start: number;
  readonly end: number;
  /** When what is waited for after it is over. */
  readonly free: number;
  /** It takes longer than any evening; it runs over by so many minutes. */
  readonly over: number;
}

export interface Placing {
  readonly placed: readonly PlacedTask[];
  /** By model: when its last wait is over; null where it has no task. */
  readonly ready: readonly (number | null)[];
  /** Models and tasks that found no evening within two years. */
  readonly unplaced: number;
  /** Holds that could not be kept. */
  readonly missed: readonly Hold[];
  /** Minutes late over all models, and what breaks ties: when each is ready, and how often models change. */
  readonly late: number;
  readonly rest: number;
}
