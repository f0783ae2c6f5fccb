import type { BenchRun, Plan, StuckReason } from '@jade/core/plan';
import { type Wait, waitKinds } from '@jade/core/waits';

/** A run as it goes on: where the folder is and what each step took. Pure; the clock is passed in. */
export function beginRun(
  id: string,
  now: Date,
  sheetMm: number | null,
  paper: string,
  foreseenMinutes: number,
  piece: BenchRun['piece'] = null,
): BenchRun {
  return {
    id,
    piece,
    startedAt: now.toISOString(),
    finishedAt: null,
    sheetMm,
    paper,
    at: 0,
    resting: false,
    steps: [],
    foreseenMinutes,
    checks: [],
    waiting: [],
  };
}

/** What is known of a step beside its time: whether it is stuck, its kind, and what the rule of thumb foresees. */
type Timed = Pick<BenchRun['steps'][number], 'stuck' | 'kind' | 'foreseenSeconds'>;

/** Adds seconds to a step, and a stuck mark where one was set. */
export function addTime(
  run: BenchRun,
  step: string,
  seconds: number,
  { stuck = false, kind = null, foreseenSeconds = null }: Partial<Timed> = {},
): BenchRun {
  const known = run.steps.find((s) => s.step === step);
  const entry = {
    step,
    seconds: Math.round((known?.seconds ?? 0) + seconds),
    stuck: stuck || (known?.stuck ?? false),
    why: known?.why ?? null,
    kind: kind ?? known?.kind ?? null,
    foreseenSeconds: foreseenSeconds ?? known?.foreseenSeconds ?? null,
  };
  return {
    ...run,
    steps: known ? run.steps.map((s) => (s.step === step ? entry : s)) : [...run.steps, entry],
  };
}

/** Says what a step that is stuck is stuck at. */
export const noteWhy = (run: BenchRun, step: string, why: StuckReason): BenchRun => ({
  ...run,
  steps: run.steps.map((s) => (s.step === step ? { ...s, why } : s)),
});

/** Begins a wait; one that was begun before begins anew. */
export function beginWait(run: BenchRun, step: string, { kind, minutes }: Wait, now: Date): BenchRun {
  const rest = run.waiting.filter((w) => w.step !== step || w.kind !== kind);
  return {
    ...run,
    waiting: [...rest, { step, kind, minutes, startedAt: now.toISOString(), seen: false }],
  };
}

type BenchCheck = BenchRun['checks'][number];

/** Notes what was measured at a check; a second measure of the same one replaces the first. */
export function noteCheck(run: BenchRun, check: BenchCheck): BenchRun {
  const rest = run.checks.filter((c) => c.step !== check.step || c.says !== check.says);
  return { ...run, checks: [...rest, check] };
}

/** A page of the bench: a flat step by its number from 1, or a shaping step by its place from 0. */
export interface BenchPage {
  readonly id: string;
  readonly kind: 'fold' | 'shape';
  readonly number: number;
  /** What is waited for after it, without hands. */
  readonly waits: readonly Wait[];
}

/** The pages of a plan in their order; a step that is waited after has a second one for its waits. */
export const benchPages = ({ steps, shaping }: Pick<Plan, 'steps' | 'shaping'>): BenchPage[] => {
  const beside = (waits: readonly Wait[]): Wait[] => waits.filter((w) => !waitKinds[w.kind].bindsHands);
  return [
    ...steps.map((s, i) => ({ id: s.id, kind: 'fold' as const, number: i + 1, waits: beside(s.waits) })),
    ...shaping.map((s, i) => ({ id: s.id, kind: 'shape' as const, number: i, waits: beside(s.waits) })),
  ];
};

/** Turns a page: from a step to its waits, from them to the next step; past the last the run is finished. */
export function turnPage(run: BenchRun, by: 1 | -1, pages: readonly BenchPage[], now: Date): BenchRun {
  if (by === 1 && !run.resting && (pages[run.at]?.waits.length ?? 0) > 0) return { ...run, resting: true };
  if (by === -1 && run.resting) return { ...run, resting: false };
  const at = Math.max(0, Math.min(run.at + by, pages.length));
  return { ...run, at, resting: false, finishedAt: at === pages.length ? now.toISOString() : null };
}

/** Where a step stands among repeats of the same thing: how many are still to do of how many, this one counted. */
export function countRepeats(kinds: readonly string[], at: number): { left: number; of: number } | undefined {
  if (kinds[at] !== 'repeat') return undefined;
  let first = at;
  while (kinds[first - 1] === 'repeat') first--;
  let last = at;
  while (kinds[last + 1] === 'repeat') last++;
  return { left: last - at + 1, of: last - first + 1 };
}
