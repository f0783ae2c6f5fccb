import { type WaitKind, sayDuration, waitKinds, waitMinutes } from '../waits/index.ts';
import { DAY_MINUTES, toDay, toIso, weekdayOf } from './days.ts';
import { expectedFoldings } from './foldings.ts';
import { type SheetCount, type SheetNeed, countSheets } from './sheets.ts';
import { type Solved, solve } from './solve.ts';
import { type School, type TimedStep, toTasks } from './tasks.ts';
import type { Ask, Hold, PlacedTask } from './types.ts';
import type { DrawerPaper } from '../paper/index.ts';

/** A plan as the calendar needs it. */
export interface ShowModel {
  readonly id: string;
  readonly name: string;
  /** The day it is needed on; null where none is set: then it is folded when there is time. */
  readonly date: string | null;
  readonly copies: number;
  readonly trials: number;
  readonly tries: { readonly ended: number; readonly kept: number };
  /** Foldings finished, and steps done of one that is begun. */
  readonly finished: number;
  readonly begun: number;
  readonly steps: readonly TimedStep[];
  /** One for each of its pieces. */
  readonly sheets: readonly Omit<SheetNeed, 'foldings'>[];
}

/** When there is time, and what is wished of the order. */
export interface ShowRules {
  /** Minutes of an evening, Monday first; the minute of the day it begins at. */
  readonly minutes: readonly number[];
  readonly at: number;
  readonly off: readonly string[];
  /** Days that stay free between the last wait and the day it is needed on. */
  readonly spareDays: number;
  readonly school: School;
}

export interface ShowAsk {
  readonly models: readonly ShowModel[];
  readonly rules: ShowRules;
  readonly holds: readonly (Omit<Hold, 'day'> & { readonly day: string })[];
  readonly drawer: readonly DrawerPaper[];
  /** Today, and the minute of the day it is. */
  readonly from: string;
  readonly fromMinute: number;
}

/** Work of one model in one go, on one evening. */
export interface ShownBlock {
  readonly model: string;
  readonly name: string;
  readonly day: string;
  /** Minutes of the day. */
  readonly begin: number;
  readonly end: number;
  /** Which foldings, and steps (shaping counted on) of the first and to the last of them. */
  readonly copies: readonly number[];
  readonly first: number;
  readonly last: number;
  readonly over: number;
  /** Its tasks by their copy and first step, to be held on another day. */
  readonly tasks: readonly { readonly copy: number; readonly first: number }[];
  readonly isHeld: boolean;
}

/** What is waited for: from and to in minutes since the beginning of day 0. */
export interface ShownWait {
  readonly model: string;
  readonly name: string;
  readonly copy: number;
  readonly kinds: readonly WaitKind[];
  readonly from: number;
  readonly to: number;
}

export interface ShownModel {
  readonly id: string;
  readonly name: string;
  readonly date: string | null;
  readonly foldings: number;
  readonly spoiled: number;
  readonly finished: number;
  readonly minutes: number;
  /** When the last of it is ready, as a day; null where nothing is left to do. */
  readonly ready: string | null;
  /** Minutes late, below 0 with so much to spare; null without a date. */
  readonly late: number | null;
}

export interface Show {
  readonly blocks: readonly ShownBlock[];
  readonly waits: readonly ShownWait[];
  readonly models: readonly ShownModel[];
  readonly sheets: readonly SheetCount[];
  readonly evenings: number;
  /** The chain that decides, in a sentence; empty where no date is set. */
  readonly critical: string;
  /** What could not be kept: holds, models no evening takes, dates that are over. */
  readonly faults: readonly string[];
  readonly late: number;
  readonly isBest: boolean;
}

const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June', 'July'],
  ...['August', 'September', 'October', 'November', 'December'],
] as const;
const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;

const foldingsOf = (m: ShowModel) => expectedFoldings(m.copies, m.trials, m.tries, m.finished);

/** The question for the solver. */
function toAsk({ models, rules, holds, from, fromMinute }: ShowAsk): Ask {
  const longest = Math.max(0, ...rules.minutes);
  return {
    models: models.map((m) => ({
      id: m.id,
      name: m.name,
      due: m.date === null ? null : toDay(m.date) - rules.spareDays,
      tasks:
        m.steps.length === 0
          ? []
          : toTasks(m.steps, foldingsOf(m).left, { school: rules.school, longest, begun: m.begun }),
    })),
    evenings: {
      from: toDay(from),
      fromMinute,
      minutes: rules.minutes,
      at: rules.at,
      off: rules.off.map(toDay),
    },
    holds: holds.map((h) => ({ ...h, day: toDay(h.day) })),
  };
}

/** The calendar of all models, computed: the same input gives the same calendar. */
export function planShow(ask: ShowAsk): Show {
  const question = toAsk(ask);
  const solved = solve(question);
  const held = new Set(question.holds.map((h) => `${h.model}/${h.copy}/${h.first}`));
  const models = ask.models.map((m, i): ShownModel => {
    const { left, spoiled } = foldingsOf(m);
    const ready = solved.ready[i] ?? null;
    const due = question.models[i]!.due;
    return {
      id: m.id,
      name: m.name,
      date: m.date,
      foldings: left,
      spoiled,
      finished: m.finished,
      minutes: question.models[i]!.tasks.reduce((sum, t) => sum + t.minutes, 0),
      ready: ready === null ? null : toIso(Math.floor((ready - 1) / DAY_MINUTES)),
      late: due === null || ready === null ? null : ready - due * DAY_MINUTES,
    };
  });
  const blocks = toBlocks(question, solved, held);
  return {
    blocks,
    waits: toWaits(question, solved),
    models,
    sheets: countSheets(
      ask.models.flatMap((m, i) => m.sheets.map((s) => ({ ...s, foldings: models[i]!.foldings }))),
      ask.drawer,
    ),
    evenings: new Set(blocks.map((b) => b.day)).size,
    critical: sayCritical(question, solved),
    faults: sayFaults(ask, question, solved),
    late: solved.late,
    isBest: solved.isBest,
  };
}

/** Neighbouring tasks of one model on one evening as one block. */
function toBlocks(ask: Ask, { placed }: Solved, held: ReadonlySet<string>): ShownBlock[] {
  const blocks: ShownBlock[] = [];
  for (const { model, task, start, end, over } of placed) {
    const { id, name } = ask.models[model]!;
    const day = Math.floor(start / DAY_MINUTES);
    const own = { copy: task.copy, first: task.first };
    const isHeld = held.has(`${id}/${task.copy}/${task.first}`);
    const last = blocks.at(-1);
    if (
      last?.model === id &&
      last.day === toIso(day) &&
      Math.abs(last.end - (start - day * DAY_MINUTES)) < 1e-6
    ) {
      blocks[blocks.length - 1] = {
        ...last,
        end: end - day * DAY_MINUTES,
        copies: [...new Set([...last.copies, task.copy])].sort((a, b) => a - b),
        first: Math.min(last.first, task.first),
        last: Math.max(last.last, task.last),
        over: Math.max(last.over, over),
        tasks: [...last.tasks, own],
        isHeld: last.isHeld || isHeld,
      };
    } else
      blocks.push({
        model: id,
        name,
        day: toIso(day),
        begin: start - day * DAY_MINUTES,
        end: end - day * DAY_MINUTES,
        copies: [task.copy],
        first: task.first,
        last: task.last,
        over,
        tasks: [own],
        isHeld,
      });
  }
  return blocks;
}

const toWaits = (ask: Ask, { placed }: Solved): ShownWait[] =>
  placed.flatMap(({ model, task, end, free }): ShownWait[] =>
    free - end < 1
      ? []
      : [
          {
            model: ask.models[model]!.id,
            name: ask.models[model]!.name,
            copy: task.copy,
            kinds: task.waits.flatMap((w) => (waitKinds[w.kind].bindsHands ? [] : [w.kind])),
            from: end,
            to: free,
          },
        ],
  );

const sayDayOf = (minutes: number): string => {
  const day = Math.floor(minutes / DAY_MINUTES);
  const [, month, date] = toIso(day).split('-').map(Number) as [number, number, number];
  return `${WEEKDAYS[weekdayOf(day)]} ${date} ${MONTHS[month - 1]}`;
};

/** The model with the least to spare, and by when each of its last waits has to begin: "must be dried from Thursday on". */
function sayCritical(ask: Ask, solved: Solved): string {
  const judged = ask.models.flatMap(({ due }, m) => {
    const ready = solved.ready[m];
    return due === null || ready === null || ready === undefined
      ? []
      : [{ m, due, spare: due * DAY_MINUTES - ready }];
  });
  if (judged.length === 0) return '';
  const { m, due, spare } = judged.reduce((a, b) => (b.spare < a.spare ? b : a));
  const { name } = ask.models[m]!;
  const last = lastOf(solved.placed, m);
  const end = due * DAY_MINUTES;
  const waits = last.task.waits.filter((w) => !waitKinds[w.kind].bindsHands);
  const by = end - waitMinutes(waits);
  const chain =
    waits.length === 0
      ? `Its last fold has to be made before ${sayDayOf(end)}`
      : `It has to be folded by ${sayDayOf(by)}: then ${waits.map((w) => `${VERBS[w.kind]} ${sayDuration(w.minutes)}`).join(' and ')}`;
  const spared =
    spare < 0
      ? `it is ${sayDuration(-spare)} late`
      : spare < 60
        ? 'nothing is to spare'
        : `${sayDuration(spare)} are to spare`;
  return `${name} decides: ${spared}. ${chain}.`;
}

const VERBS: Readonly<Record<WaitKind, string>> = {
  damp: 'it is worked damp for',
  dry: 'it dries',
  press: 'it is pressed',
  clamp: 'it is clamped',
  glue: 'glue sets',
  coat: 'its coat dries',
  rest: 'it rests',
};

const lastOf = (placed: readonly PlacedTask[], model: number): PlacedTask =>
  placed.filter((p) => p.model === model).reduce((a, b) => (b.free >= a.free ? b : a));

function sayFaults(ask: ShowAsk, question: Ask, solved: Solved): string[] {
  const today = toDay(ask.from);
  const faults: string[] = [];
  if (Math.max(0, ...ask.rules.minutes) <= 0)
    faults.push('No evening has any time; give at least one day of the week some minutes.');
  else if (solved.unplaced > 0)
    faults.push(
      `${solved.unplaced} stretches find no evening within two years; give more evenings or fewer copies.`,
    );
  for (const m of ask.models)
    if (m.date !== null && toDay(m.date) < today)
      faults.push(`${m.name} was needed on ${m.date}, which is over; give it another date in its brief.`);
  for (const m of ask.models)
    if (m.steps.length === 0)
      faults.push(`${m.name} has no steps yet, so that no time can be foreseen; fold it first.`);
  for (const hold of solved.missed) {
    const name = question.models.find((m) => m.id === hold.model)?.name ?? hold.model;
    faults.push(
      `${name}, step ${hold.first} of folding ${hold.copy}, is held on ${toIso(hold.day)} and does not come to lie there; hold it on a later day, or let it go.`,
    );
  }
  const longest = Math.max(0, ...ask.rules.minutes);
  for (const name of new Set(
    solved.placed.flatMap((p) => (p.over > 0 ? [question.models[p.model]!.name] : [])),
  ))
    faults.push(
      `${name} has a stretch that takes longer than the longest evening of ${Math.round(longest)} min and cannot be put down in it; it runs over.`,
    );
  return faults;
}
