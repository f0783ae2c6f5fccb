import { waitMinutes } from '../waits/index.ts';
import { DAY_MINUTES, weekdayOf } from './days.ts';
import type { Ask, Evenings, Hold, PlacedTask, Placing, Task } from './types.ts';

/** Beyond this no evening is looked for: two years. */
const MOST_DAYS = 730;
/** A change of model within an evening costs so many minutes of ties: paper is put away and laid out. */
const CHANGE = 20;

/** The evenings of the days ahead, looked up by day. */
export class Windows {
  readonly longest: number;
  readonly first: number;
  private readonly evenings: Evenings;
  private readonly off: ReadonlySet<number>;

  constructor(evenings: Evenings) {
    this.evenings = evenings;
    this.off = new Set(evenings.off);
    this.longest = Math.max(0, ...evenings.minutes);
    this.first = evenings.from * DAY_MINUTES + evenings.fromMinute;
  }

  /** The evening of a day, [begin, end] in minutes; undefined where there is none. */
  of(day: number): readonly [number, number] | undefined {
    const long = this.off.has(day) ? 0 : (this.evenings.minutes[weekdayOf(day)] ?? 0);
    if (long <= 0) return undefined;
    const begin = day * DAY_MINUTES + this.evenings.at;
    return [begin, begin + long];
  }

  /** The earliest time from `earliest` on at which so many minutes fit into one evening, and by how much they run over. */
  fit(earliest: number, minutes: number): { readonly start: number; readonly over: number } | undefined {
    if (this.longest <= 0) return undefined;
    const from = Math.max(earliest, this.first);
    const isLong = minutes > this.longest;
    const last = this.evenings.from + MOST_DAYS;
    for (let day = Math.floor(from / DAY_MINUTES); day <= last; day++) {
      const evening = this.of(day);
      if (!evening) continue;
      const start = Math.max(evening[0], from);
      if (start + minutes <= evening[1]) return { start, over: 0 };
      // What fits into no evening has a whole long one for itself, and runs over.
      if (isLong && start === evening[0] && evening[1] - evening[0] === this.longest)
        return { start, over: start + minutes - evening[1] };
    }
    return undefined;
  }
}

const keyOf = (model: string, { copy, first }: Pick<Task, 'copy' | 'first'>): string =>
  `${model}/${copy}/${first}`;

/** Puts tasks down one after the other, each as early as it can be, for any order of models. */
export class Placer {
  readonly ask: Ask;
  readonly windows: Windows;
  private readonly holds: ReadonlyMap<string, Hold>;

  constructor(ask: Ask) {
    this.ask = ask;
    this.windows = new Windows(ask.evenings);
    this.holds = new Map(ask.holds.map((h) => [keyOf(h.model, h), h]));
  }

  holdOf(model: number, task: Task): Hold | undefined {
    if (this.holds.size === 0) return undefined;
    return this.holds.get(keyOf(this.ask.models[model]!.id, task));
  }

  begin(): Running {
    return new Running(this);
  }

  /** The whole placing for an order of models, one entry for each task. */
  place(order: readonly number[]): Placing {
    const running = this.begin();
    for (const model of order) running.add(model);
    return running.toPlacing();
  }
}

/** Tasks placed so far. */
export class Running {
  readonly next: number[];
  time: number;
  private readonly placer: Placer;
  private readonly placed: PlacedTask[] = [];
  private readonly missed: Hold[] = [];
  /** By model and copy: when it is free again. */
  private readonly free: number[][];
  private readonly ready: (number | null)[];
  private unplaced = 0;
  private changes = 0;

  constructor(placer: Placer) {
    this.placer = placer;
    this.next = placer.ask.models.map(() => 0);
    this.ready = placer.ask.models.map(() => null);
    this.free = placer.ask.models.map(() => []);
    this.time = placer.windows.first;
  }

  /** Where the next task of a model would begin; undefined where it has none left or no evening takes it. */
  startOf(model: number): { readonly start: number; readonly over: number } | undefined {
    const task = this.placer.ask.models[model]!.tasks[this.next[model]!];
    if (!task) return undefined;
    const free = this.free[model]![task.copy] ?? 0;
    const hold = this.placer.holdOf(model, task);
    const held = hold ? hold.day * DAY_MINUTES : 0;
    return this.placer.windows.fit(Math.max(this.time, free, held), task.minutes);
  }

  /** Adds the next task of a model. */
  add(model: number): void {
    const task = this.placer.ask.models[model]!.tasks[this.next[model]!]!;
    const fit = this.startOf(model);
    this.next[model]!++;
    if (!fit) {
      this.unplaced++;
      return;
    }
    const end = fit.start + task.minutes;
    const free = end + waitMinutes(task.waits);
    const before = this.placed.at(-1);
    const hold = this.placer.holdOf(model, task);
    if (hold && Math.floor(fit.start / DAY_MINUTES) !== hold.day) this.missed.push(hold);
    if (
      before &&
      before.model !== model &&
      Math.floor(before.start / DAY_MINUTES) === Math.floor(fit.start / DAY_MINUTES)
    )
      this.changes++;
    this.placed.push({ model, task, start: fit.start, end, free, over: fit.over });
    this.free[model]![task.copy] = free;
    this.ready[model] = Math.max(this.ready[model] ?? 0, free);
    this.time = end;
  }

  /** Minutes late of what is placed so far, with a day for every hold that was not kept. */
  late(): number {
    const { models } = this.placer.ask;
    return models.reduce(
      (sum, { due }, m) => {
        const ready = this.ready[m];
        return due === null || ready === null || ready === undefined
          ? sum
          : sum + Math.max(0, ready - due * DAY_MINUTES);
      },
      (this.missed.length + 30 * this.unplaced) * DAY_MINUTES,
    );
  }

  rest(): number {
    const begin = this.placer.windows.first;
    return this.ready.reduce<number>((sum, r) => sum + (r === null ? 0 : r - begin), this.changes * CHANGE);
  }

  toPlacing(): Placing {
    return {
      placed: this.placed,
      ready: this.ready,
      unplaced: this.unplaced,
      missed: this.missed,
      late: this.late(),
      rest: this.rest(),
    };
  }
}
