/** One step as it was timed at the bench, and as it was foreseen at pace 1. */
export interface StepTime {
  readonly run: string;
  /** Kind of the move. */
  readonly kind: string;
  readonly seconds: number;
  readonly foreseenSeconds: number;
}

/** What a time at the bench was: folding, paging through, or a pause in which nobody folded. */
export type TimeKind = 'folded' | 'paged' | 'paused';

/** Rules of thumb: below a seventh of what was foreseen, or under two seconds, no paper was folded; over eight times it lay. */
const PAGED = { share: 0.15, seconds: 2 };
const PAUSED = { share: 8, seconds: 180 };

export function timeKindOf({
  seconds,
  foreseenSeconds,
}: Pick<StepTime, 'seconds' | 'foreseenSeconds'>): TimeKind {
  if (seconds < PAGED.seconds || seconds < PAGED.share * foreseenSeconds) return 'paged';
  return seconds > PAUSED.seconds && seconds > PAUSED.share * foreseenSeconds ? 'paused' : 'folded';
}

/** A pace with its 90 % range. */
export interface PaceRange {
  readonly pace: number;
  readonly low: number;
  readonly high: number;
}

/** The folder's pace, in common and by kind of move: 1 is the rule of thumb, above it slower. */
export interface LearnedPace extends PaceRange {
  /** Runs and steps it rests on; steps that were paged through or lay are not counted. */
  readonly runs: number;
  readonly steps: number;
  readonly paged: number;
  readonly paused: number;
  readonly kinds: Readonly<Record<string, PaceRange & { readonly runs: number }>>;
  /** How many steps of each run were what. */
  readonly byRun: Readonly<Record<string, Readonly<Record<TimeKind, number>>>>;
}

/**
 * Spreads of the logarithm of pace (rules of thumb until a folder has many runs): of folders about the rule of thumb, of the
 * same folder from run to run, and of kinds of move about the folder's own pace.
 */
const SPREAD = { folders: 0.4, runs: 0.3, kinds: 0.25 };
const NINETY = 1.645;

/**
 * Learns the pace from single steps. Logarithms of seconds over seconds foreseen are averaged run by run (the steps of one run
 * are not independent); the folder's pace is drawn towards 1, a kind's towards the folder's, the more the fewer runs it rests
 * on (normal means with known spread: posterior mean n y / (n + s2 / t2), Gelman and Hill 2007, ch. 12).
 */
export function learnPaces(times: readonly StepTime[]): LearnedPace {
  const kinds = times.map((t) => ({ ...t, was: timeKindOf(t) }));
  const folded = kinds.filter((t) => t.was === 'folded' && t.foreseenSeconds > 0);
  const means = meansBy(folded, (t) => t.run);
  const common = drawn([...means.values()], SPREAD.runs, SPREAD.folders, 0);
  const byKind = new Map<string, StepTime[]>();
  for (const t of folded) byKind.set(t.kind, [...(byKind.get(t.kind) ?? []), t]);
  const byRun: Record<string, Record<TimeKind, number>> = {};
  for (const { run, was } of kinds) (byRun[run] ??= { folded: 0, paged: 0, paused: 0 })[was]++;
  return {
    ...toRange(common),
    byRun,
    runs: means.size,
    steps: folded.length,
    paged: kinds.filter((t) => t.was === 'paged').length,
    paused: kinds.filter((t) => t.was === 'paused').length,
    kinds: Object.fromEntries(
      [...byKind].map(([kind, own]) => {
        const runs = meansBy(own, (t) => t.run);
        return [
          kind,
          { ...toRange(drawn([...runs.values()], SPREAD.runs, SPREAD.kinds, common.mean)), runs: runs.size },
        ];
      }),
    ),
  };
}

/** Runs of other plans that are asked, the newest: hands change. */
const MOST_RUNS = 200;

/** The single steps of runs as they were timed, where the run itself says what was foreseen: no plan need be folded for it. */
export const timesOfRuns = (
  runs: readonly {
    readonly id: string;
    readonly startedAt: string;
    readonly steps: readonly {
      readonly seconds: number;
      readonly kind: string | null;
      readonly foreseenSeconds: number | null;
    }[];
  }[],
): StepTime[] =>
  [...runs]
    .sort((a, b) => b.startedAt.localeCompare(a.startedAt))
    .slice(0, MOST_RUNS)
    .flatMap((run) =>
      run.steps.flatMap(({ seconds, kind, foreseenSeconds }): StepTime[] =>
        kind === null || foreseenSeconds === null || foreseenSeconds <= 0
          ? []
          : [{ run: run.id, kind, seconds, foreseenSeconds }],
      ),
    );

/** The pace of a kind of move: its own where it was timed, else the common one. */
export const paceOf = (pace: number | LearnedPace, kind: string): number =>
  typeof pace === 'number' ? pace : (pace.kinds[kind]?.pace ?? pace.pace);

interface Drawn {
  readonly mean: number;
  readonly sd: number;
}

/** The posterior mean of a normal mean, drawn towards `towards`. */
export function drawn(values: readonly number[], spread: number, prior: number, towards: number): Drawn {
  const sum = values.reduce((s, v) => s + v - towards, 0);
  return {
    mean: towards + sum / (values.length + (spread * spread) / (prior * prior)),
    sd: 1 / Math.sqrt(values.length / (spread * spread) + 1 / (prior * prior)),
  };
}

export const toRange = ({ mean, sd }: Drawn): PaceRange => ({
  pace: Math.exp(mean),
  low: Math.exp(mean - NINETY * sd),
  high: Math.exp(mean + NINETY * sd),
});

function meansBy<T extends StepTime>(times: readonly T[], keyOf: (t: T) => string): Map<string, number> {
  const sums = new Map<string, { sum: number; count: number }>();
  for (const t of times) {
    const own = sums.get(keyOf(t)) ?? { sum: 0, count: 0 };
    sums.set(keyOf(t), { sum: own.sum + Math.log(t.seconds / t.foreseenSeconds), count: own.count + 1 });
  }
  return new Map([...sums].map(([key, { sum, count }]) => [key, sum / count]));
}
