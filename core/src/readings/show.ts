import type { ShowModel, TimedStep } from '../calendar/index.ts';
import type { BenchRun, DiaryEntry, Plan } from '../plan/index.ts';
import { type LearnedPace, paceOf, toMinutes } from '../schedule/index.ts';
import { type Replay, openAfter } from '../sequence/index.ts';
import { shapingOf } from '../shaping/index.ts';
import { waitKinds, waitMinutes } from '../waits/index.ts';

interface ForShow {
  readonly id: string;
  readonly plan: Plan;
  readonly replay: Replay;
  readonly sideMm: number;
  readonly pace: number | LearnedPace;
  readonly runs: readonly BenchRun[];
  readonly diary: readonly DiaryEntry[];
  /** Trial folds wished; as usual where nothing is said: one before the first model is finished. */
  readonly trials?: number | undefined;
}

/** A plan as the calendar needs it: minutes, stops and waits of every step and shaping, tries so far, sheets. */
export function readShowModel({ id, plan, replay, sideMm, pace, runs, diary, trials }: ForShow): ShowModel {
  const finished = runs.filter((r) => r.finishedAt !== null);
  const newest = [...runs].sort((a, b) => b.startedAt.localeCompare(a.startedAt))[0];
  const fallen = new Set(diary.filter((e) => e.stands === false && e.runId !== null).map((e) => e.runId));
  // A run that was left for a newer one was given up.
  const given = runs.filter((r) => r.finishedAt === null && r !== newest);
  return {
    id,
    name: plan.name,
    date: plan.brief.date,
    copies: plan.brief.copies,
    trials: trials ?? (finished.length === 0 ? 1 : 0),
    tries: {
      ended: finished.length + given.length,
      kept: finished.filter((r) => !fallen.has(r.id)).length,
    },
    finished: finished.length,
    begun:
      newest && newest.finishedAt === null ? Math.min(newest.at, plan.steps.length + plan.shaping.length) : 0,
    steps: [...flatSteps(plan, replay, sideMm, pace), ...shapingSteps(plan, pace)],
    sheet: {
      paper: plan.paper.name,
      drawerId: plan.paper.drawerId,
      shape: plan.sheet.shape,
      sideMm,
      trimMm: plan.sheet.trimMm,
      keepGrain: plan.sheet.keepGrain,
    },
  };
}

const handMinutes = (waits: TimedStep['waits']): number =>
  waits.reduce((sum, w) => sum + (waitKinds[w.kind].bindsHands ? w.minutes : 0), 0);

function flatSteps(plan: Plan, { steps }: Replay, sideMm: number, pace: number | LearnedPace): TimedStep[] {
  return steps.map((s): TimedStep => ({
    minutes: toMinutes(s, sideMm, pace) + handMinutes(s.step.waits),
    // Where it is held open on purpose, or the step could not be folded, nobody puts it down.
    canStop: openAfter(plan.steps, s.number) === undefined && !s.refusal,
    waits: s.step.waits,
  }));
}

/** Shaping steps; what is worked damp goes through in one go, until it dries. */
function shapingSteps({ shaping, finish }: Plan, pace: number | LearnedPace): TimedStep[] {
  let isDamp = finish.wetFolded;
  return shaping.map(({ act, waits }): TimedStep => {
    if (waits.some((w) => w.kind === 'damp')) isDamp = true;
    if (waitMinutes(waits) > 0) isDamp = false;
    return {
      minutes: shapingOf(act).minutes * paceOf(pace, act.kind) + handMinutes(waits),
      canStop: !isDamp,
      waits,
    };
  });
}
