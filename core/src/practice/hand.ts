import type { BenchRun } from '../plan/index.ts';
import { timeKindOf } from '../schedule/index.ts';
import { toDay, toIso } from '../calendar/index.ts';
import type { PlanNeeds } from './needs.ts';
import { type Skill, skillNames } from './skills.ts';
import type { PracticeTry } from './tries.ts';

/** One time a skill was used, at the bench or in a drill. */
export interface Use {
  readonly at: string;
  readonly day: number;
  readonly how: 'clean' | 'trouble' | 'failed';
  readonly layers: number;
  readonly from: 'drill' | 'run';
}

/**
 * Days to the next practice by how often it went clean on different days, as in boxes of cards that are moved on when they
 * are known and back when they are not (Leitner 1972; the widths are a rule of thumb).
 */
const DAYS_TO_NEXT = [0, 1, 3, 7, 16, 35] as const;
/** A skill counts as known from this box on: it went clean on two days with a day between. */
const KNOWN_FROM = 2;
/** A check further off than twice what is usual has failed, whatever the hand says (two standard deviations). */
const FAR_OFF = 2;

/** What a hand has done in one skill. */
export interface Hand {
  readonly skill: Skill;
  readonly uses: readonly Use[];
  readonly clean: number;
  /** Days on which it went clean, and the most layers it did. */
  readonly cleanDays: number;
  readonly cleanLayers: number;
  readonly box: number;
  /** The day of the last use, and the day it is due again; null where it was never used. */
  readonly last: string | null;
  readonly due: string | null;
}

/**
 * Uses of every skill in runs of the plans and in drills. A step that was paged through or left lying is none; one that was
 * stuck, or whose check was more than twice off what is usual, did not go clean. `dayOf` gives the folder's own day of a moment.
 */
export function readHand(
  plans: readonly PlanNeeds[],
  runs: readonly { readonly planId: string; readonly run: BenchRun }[],
  tries: readonly PracticeTry[],
  dayOf: (moment: string) => string = (moment) => moment.slice(0, 10),
): Map<Skill, Hand> {
  const uses = new Map<Skill, Use[]>();
  const add = (skill: Skill, use: Omit<Use, 'day'>): void => {
    const own = uses.get(skill) ?? [];
    own.push({ ...use, day: toDay(dayOf(use.at)) });
    uses.set(skill, own);
  };
  const byPlan = new Map(plans.map((p) => [p.id, new Map(p.steps.map((s) => [s.id, s]))]));
  for (const { planId, run } of runs)
    for (const { step, seconds, stuck } of run.steps) {
      const own = byPlan.get(planId)?.get(step);
      if (!own || timeKindOf({ seconds, foreseenSeconds: own.foreseenSeconds }) !== 'folded') continue;
      const isOff = run.checks.some((c) => c.step === step && c.missMm > FAR_OFF * c.expectedMm);
      add(own.skill, {
        at: run.finishedAt ?? run.startedAt,
        how: stuck || isOff ? 'trouble' : 'clean',
        layers: own.layers,
        from: 'run',
      });
    }
  for (const t of tries) add(t.skill, { at: t.at, how: judged(t), layers: t.layers, from: 'drill' });
  return new Map(
    [...uses].map(([skill, own]) => [
      skill,
      toHand(
        skill,
        own.sort((a, b) => a.at.localeCompare(b.at)),
      ),
    ]),
  );
}

/** How a drill went: the folder's word, and the rule where one was held to it. */
export const judged = ({ judged: word, check }: Pick<PracticeTry, 'judged' | 'check'>): Use['how'] =>
  word === 'clean' && check && check.missMm > FAR_OFF * check.expectedMm ? 'trouble' : word;

function toHand(skill: Skill, uses: readonly Use[]): Hand {
  const days = new Map<number, Use['how']>();
  for (const { day, how } of uses) days.set(day, worse(days.get(day), how));
  let box = 0;
  for (const how of days.values())
    box =
      how === 'clean'
        ? Math.min(box + 1, DAYS_TO_NEXT.length - 1)
        : how === 'trouble'
          ? Math.max(0, box - 1)
          : 0;
  const clean = uses.filter((u) => u.how === 'clean');
  const last = Math.max(...uses.map((u) => u.day));
  return {
    skill,
    uses,
    clean: clean.length,
    cleanDays: [...days.values()].filter((h) => h === 'clean').length,
    cleanLayers: Math.max(0, ...clean.map((u) => u.layers)),
    box,
    last: toIso(last),
    due: toIso(last + DAYS_TO_NEXT[box]!),
  };
}

/** A day is as good as its last use, but a failure of that day is not forgotten by one that went clean after it. */
function worse(before: Use['how'] | undefined, now: Use['how']): Use['how'] {
  return before === undefined || now !== 'clean' ? now : before === 'failed' ? 'trouble' : now;
}

/** Where a hand stands with what is asked of it. */
export type Readiness =
  | { readonly is: 'new' }
  | { readonly is: 'learning'; readonly cleanDays: number }
  /** Known, on fewer layers than are asked for. */
  | { readonly is: 'thinner'; readonly cleanLayers: number }
  | { readonly is: 'known'; readonly cleanLayers: number };

/** Known on half as many layers is near enough: the next doubling is no other move. */
const NEAR_LAYERS = 0.5;

export function readinessOf(hand: Hand | undefined, layers: number): Readiness {
  if (!hand || hand.uses.length === 0) return { is: 'new' };
  if (hand.box < KNOWN_FROM) return { is: 'learning', cleanDays: hand.cleanDays };
  return hand.cleanLayers < NEAR_LAYERS * layers
    ? { is: 'thinner', cleanLayers: hand.cleanLayers }
    : { is: 'known', cleanLayers: hand.cleanLayers };
}

/** A day of practice that is planned. */
export interface DueDrill {
  readonly skill: Skill;
  readonly day: string;
  /** The day it is wanted for: the first date of a plan that needs it; null where none has one. */
  readonly before: string | null;
  /** The hand is not sure to be ready by then, even if every drill goes clean. */
  readonly isLate: boolean;
}

/** Which days can take a drill. */
export interface DrillDays {
  /** Drills of each day over all skills so far; those planned are added, so that who is asked first is practised first. */
  readonly load?: Map<number, number>;
  readonly isFree?: (day: number) => boolean;
}

/** A drill is put off by so many days at most. */
const MOST_SHIFT = 21;

/** More drills on one evening leave no time to fold (rule of thumb). */
export const MOST_A_DAY = 3;

/** Drills of one skill are planned so far ahead. */
const MOST_PLANNED = 6;

/**
 * The days on which a skill should be practised from today on, if every drill goes clean: today where it is due or was never
 * tried, then at growing spaces until it is known, and kept up until the date it is needed for. A full day, and one
 * without an evening, hands on to the next.
 */
export function planDrills(
  skill: Skill,
  hand: Hand | undefined,
  before: string | null,
  today: string,
  isReady: boolean,
  { load = new Map(), isFree = () => true }: DrillDays = {},
): DueDrill[] {
  const now = toDay(today);
  const end = before === null ? undefined : toDay(before);
  const days: number[] = [];
  let [box, next] = [hand?.box ?? 0, Math.max(now, hand?.due ? toDay(hand.due) : now)];
  // Without a date a known skill is kept up once; with one, up to it.
  while (days.length < MOST_PLANNED && (end === undefined || next < end)) {
    if (end === undefined && (isReady || box >= KNOWN_FROM) && days.length > 0) break;
    const latest = next + MOST_SHIFT;
    while (next < latest && (!isFree(next) || (load.get(next) ?? 0) >= MOST_A_DAY)) next++;
    if (end !== undefined && next >= end) break;
    load.set(next, (load.get(next) ?? 0) + 1);
    days.push(next);
    box = Math.min(box + 1, DAYS_TO_NEXT.length - 1);
    next += DAYS_TO_NEXT[box]!;
    if (isReady && days.length >= 1 && end === undefined) break;
  }
  const reaches = (hand?.box ?? 0) + days.length >= KNOWN_FROM;
  return days.map((day) => ({ skill, day: toIso(day), before, isLate: !reaches && !isReady }));
}

/** A rung of the ladder: a plan, and what the hands lack for it. */
export interface Rung {
  readonly id: string;
  readonly name: string;
  readonly missing: readonly Skill[];
  readonly skills: number;
}

/** Plans by how many skills they lack, the nearest first; of equals the one with fewer skills. */
export function toLadder(plans: readonly PlanNeeds[], hands: ReadonlyMap<Skill, Hand>): Rung[] {
  return plans
    .filter((p) => p.steps.length > 0)
    .map((p): Rung => {
      const own = skillNames.filter((s) => p.steps.some((n) => n.skill === s));
      const lacks = own.filter((s) => {
        const most = Math.max(...p.steps.filter((n) => n.skill === s).map((n) => n.layers));
        return readinessOf(hands.get(s), most).is !== 'known';
      });
      return { id: p.id, name: p.name, missing: lacks, skills: own.length };
    })
    .sort(
      (a, b) => a.missing.length - b.missing.length || a.skills - b.skills || a.name.localeCompare(b.name),
    );
}
