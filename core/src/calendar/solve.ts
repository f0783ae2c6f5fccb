import { buildChance } from '../chance/index.ts';
import { waitMinutes } from '../waits/index.ts';
import { DAY_MINUTES } from './days.ts';
import { Placer } from './place.ts';
import type { Ask, Placing } from './types.ts';

/** A calendar, and whether no better one exists. */
export interface Solved extends Placing {
  readonly isBest: boolean;
}

/** Orders tried exactly at most; more than these few tasks are not. */
const MOST_ORDERS = 60_000;
const FEW_TASKS = 14;
/** Placings compared when the search is not exact: so many tasks are put down in all. */
const TASKS_TRIED = { few: 150_000, many: 60_000 };
/** From so many models on the answer has to be quick rather than thorough. */
const MANY_MODELS = 20;
/** Lists stirred by chance: tasks times models looked at in all. */
const LIST_WORK = 60_000;
const MOST_TRIES = 6000;
/** Slack that is left before an urgent model breaks into one that has begun, in minutes. */
const NOT_URGENT = 2 * DAY_MINUTES;

const isBetter = (a: Placing, b: Placing): boolean =>
  a.late < b.late - 1e-9 || (a.late <= b.late + 1e-9 && a.rest < b.rest - 1e-9);

/**
 * Puts every task into an evening so that as little as possible is late, then as early and with as few changes as possible.
 * One pair of hands, tasks that are not split, waits that run beside. Few tasks: every order (depth first, cut by what is late
 * already). Many: lists by slack (least slack first: Baker 1974), then neighbours of the best list by annealing, with a fixed seed, so that the same input gives the same calendar.
 */
export function solve(ask: Ask): Solved {
  const placer = new Placer(ask);
  const count = ask.models.reduce((sum, m) => sum + m.tasks.length, 0);
  const exact = count <= FEW_TASKS ? tryAll(placer) : undefined;
  if (exact) return { ...exact, isBest: true };
  return { ...improve(placer, count), isBest: false };
}

/** The best of all orders; undefined where they are too many. */
function tryAll(placer: Placer): Placing | undefined {
  const { models } = placer.ask;
  const count = models.reduce((sum, m) => sum + m.tasks.length, 0);
  let best = placer.place(listBy(placer, 0));
  let tried = 0;
  const order: number[] = [];
  const walk = (): boolean => {
    if (order.length === count) {
      const made = placer.place(order);
      if (isBetter(made, best)) best = made;
      return ++tried <= MOST_ORDERS;
    }
    const running = placer.begin();
    for (const m of order) running.add(m);
    // What is late already only grows.
    if (running.late() > best.late) return true;
    for (let m = 0; m < models.length; m++) {
      if (running.next[m]! >= models[m]!.tasks.length) continue;
      order.push(m);
      const goesOn = walk();
      order.pop();
      if (!goesOn) return false;
    }
    return true;
  };
  return walk() ? best : undefined;
}

/** Minutes of hands and waits each model has before it from each of its tasks on. */
function tailsOf({ ask }: Placer): number[][] {
  return ask.models.map(({ tasks }) => {
    const tails = new Array<number>(tasks.length + 1).fill(0);
    for (let i = tasks.length - 1; i >= 0; i--)
      tails[i] = Math.max(
        tails[i + 1]! + tasks[i]!.minutes,
        tasks[i]!.minutes + waitMinutes(tasks[i]!.waits),
      );
    return tails;
  });
}

/** An order by slack; `spread` (0 to 1) stirs it, with a seed. */
function listBy(placer: Placer, spread: number, seed = 1): number[] {
  const { models } = placer.ask;
  const tails = tailsOf(placer);
  const chance = buildChance(seed);
  const bias = models.map(() => 1 + spread * (chance() - 0.5));
  const far = placer.windows.first + 365 * DAY_MINUTES;
  const running = placer.begin();
  const order: number[] = [];
  // Evenings are far shorter than days: work counts as the days it takes.
  const perDay = Math.max(1, (placer.ask.evenings.minutes.reduce((s, m) => s + m, 0) || 1) / 7);
  let last = -1;
  for (;;) {
    const open = models.flatMap((model, m) => {
      const fit = running.startOf(m);
      const at = running.next[m]!;
      if (at >= model.tasks.length) return [];
      const due = model.due === null ? far : model.due * DAY_MINUTES;
      const work = (tails[m]![at]! / perDay) * DAY_MINUTES;
      const held = placer.holdOf(m, model.tasks[at]!);
      return [
        { m, start: fit?.start ?? Infinity, slack: (due - running.time - work) * bias[m]!, held: held?.day },
      ];
    });
    if (open.length === 0) return order;
    const soonest = Math.min(...open.map((o) => o.start));
    const now = open.filter((o) => o.start <= soonest + 1e-9);
    const today = Math.floor(soonest / DAY_MINUTES);
    const held = now.find((o) => o.held === today);
    const urgent = now.reduce((a, b) => (b.slack < a.slack ? b : a));
    const same = now.find((o) => o.m === last);
    const chosen = held ?? (same && urgent.slack > NOT_URGENT ? same : urgent);
    running.add(chosen.m);
    order.push(chosen.m);
    last = chosen.m;
  }
}

/** A placing as one number: minutes late, and a little of the rest. */
const costOf = ({ late, rest }: Placing): number => late + rest * 0.01;

/** The heat the search begins and ends with, in minutes of cost: how much worse a step may make it. */
const HEAT = { begin: 900, end: 2 };

/** Lists by slack, then neighbours of the best by annealing (Kirkpatrick 1983), with a fixed seed. */
function improve(placer: Placer, count: number): Placing {
  const { models } = placer.ask;
  let order = listBy(placer, 0);
  let best = placer.place(order);
  const lists = Math.min(6, Math.floor(LIST_WORK / Math.max(1, count * models.length)));
  for (let k = 1; k <= lists; k++) {
    const other = listBy(placer, 0.5, k);
    const made = placer.place(other);
    if (isBetter(made, best)) [order, best] = [other, made];
  }
  const budget = models.length < MANY_MODELS ? TASKS_TRIED.few : TASKS_TRIED.many;
  const tries = Math.max(6, Math.min(MOST_TRIES, Math.floor(budget / Math.max(1, count))));
  const chance = buildChance(7);
  let now = best;
  for (let k = 0; k < tries; k++) {
    const swapped = [...order];
    const from = pickFrom(order, now, placer, chance);
    // Near neighbours mostly, now and then from anywhere; and an exchange as often as a move.
    const far = chance() < 0.25 ? 2 * count : 12;
    const to = Math.min(count - 1, Math.max(0, from + Math.round((chance() - 0.5) * far)));
    if (swapped[from] === swapped[to]) continue;
    if (chance() < 0.5) [swapped[from], swapped[to]] = [swapped[to]!, swapped[from]!];
    else {
      const [moved] = swapped.splice(from, 1);
      swapped.splice(to, 0, moved!);
    }
    const made = placer.place(swapped);
    const [was, cost] = [costOf(now), costOf(made)];
    const heat = HEAT.begin * (HEAT.end / HEAT.begin) ** (k / tries);
    if (cost > was && chance() >= Math.exp((was - cost) / heat)) continue;
    [order, now] = [swapped, made];
    if (isBetter(made, best)) best = made;
  }
  return best;
}

/** A place in the order to change: half of the time one of a model that is late, where one is. */
function pickFrom(
  order: readonly number[],
  { ready }: Placing,
  placer: Placer,
  chance: () => number,
): number {
  const any = Math.floor(chance() * order.length);
  if (chance() < 0.5) return any;
  const isLate = placer.ask.models.map(({ due }, m) => due !== null && (ready[m] ?? 0) > due * DAY_MINUTES);
  for (let k = 0; k < order.length; k++) {
    const at = (any + k) % order.length;
    if (isLate[order[at]!]) return at;
  }
  return any;
}
