import type { ShowModel, TimedStep } from '../calendar/index.ts';
import type { BenchRun, DiaryEntry, Plan } from '../plan/index.ts';
import { type LearnedPace, REPEAT_SHARE, paceOf, toMinutes } from '../schedule/index.ts';
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
  /** Its pieces beside the first, which are folded before it, and put to it at the end. */
  readonly further?: readonly {
    readonly id: string;
    readonly name: string;
    readonly plan: Plan;
    readonly replay: Replay;
    readonly sideMm: number;
    /** So many of its first steps are made as another piece's were just before. */
    readonly alike: number;
  }[];
}

/** A plan as the calendar needs it: minutes, stops and waits of every step and shaping, tries so far, sheets. */
export function readShowModel({
  id,
  plan,
  replay,
  sideMm,
  pace,
  runs,
  diary,
  trials,
  further = [],
}: ForShow): ShowModel {
  // A model is finished with its own piece, which is folded last.
  const own = runs.filter((r) => r.piece === null);
  const finished = own.filter((r) => r.finishedAt !== null);
  const newest = [...runs].sort((a, b) => b.startedAt.localeCompare(a.startedAt))[0];
  const fallen = new Set(diary.filter((e) => e.stands === false && e.runId !== null).map((e) => e.runId));
  // A run that was left for a newer one was given up.
  const given = own.filter((r) => r.finishedAt === null && r !== newest);
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
    begun: begunOf(newest, plan, further),
    steps: [
      ...further.flatMap((f) => [
        ...flatSteps(f.plan, f.replay, f.sideMm, pace, f.alike),
        ...shapingSteps(f.plan, pace),
      ]),
      ...flatSteps(plan, replay, sideMm, pace),
      ...shapingSteps(plan, pace),
    ],
    sheets: [
      sheetOf(plan, plan.name, sideMm),
      ...further.map((f) => sheetOf(f.plan, `${plan.name}, ${f.name}`, f.sideMm)),
    ],
  };
}

/** Steps done of a model that is begun, its further pieces first. */
function begunOf(newest: BenchRun | undefined, plan: Plan, further: NonNullable<ForShow['further']>): number {
  if (!newest) return 0;
  const sizes = [...further.map((f) => ({ id: f.id, plan: f.plan })), { id: null, plan }].map((f) => ({
    id: f.id,
    steps: f.plan.steps.length + f.plan.shaping.length,
  }));
  const at = sizes.findIndex((f) => f.id === newest.piece);
  const before = sizes.slice(0, Math.max(0, at)).reduce((sum, f) => sum + f.steps, 0);
  if (newest.finishedAt !== null) return newest.piece === null || at < 0 ? 0 : before + sizes[at]!.steps;
  return before + Math.min(newest.at, sizes[at]?.steps ?? 0);
}

const sheetOf = ({ paper, sheet }: Plan, name: string, sideMm: number): ShowModel['sheets'][number] => ({
  name,
  paper: paper.name,
  drawerId: paper.drawerId,
  shape: sheet.shape,
  sideMm,
  trimMm: sheet.trimMm,
  keepGrain: sheet.keepGrain,
});

const handMinutes = (waits: TimedStep['waits']): number =>
  waits.reduce((sum, w) => sum + (waitKinds[w.kind].bindsHands ? w.minutes : 0), 0);

function flatSteps(
  plan: Plan,
  { steps }: Replay,
  sideMm: number,
  pace: number | LearnedPace,
  alike = 0,
): TimedStep[] {
  return steps.map((s): TimedStep => ({
    minutes: toMinutes(s, sideMm, pace) * (s.number <= alike ? REPEAT_SHARE : 1) + handMinutes(s.step.waits),
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
