import type { Effort } from '../effort/index.ts';
import { toModel } from '../folded/index.ts';
import { distance } from '../geometry/index.ts';
import type { Replay } from '../sequence/index.ts';
import { cornersOf } from '../sheet/index.ts';
import { type AlignmentSigma, sigmasOf } from './accuracy.ts';
import { type Attempt, type Effect, MOST_GROWTH, effectOf, replaysOf, trySlips } from './attempts.ts';
import { type Spot, type Watch, spotsOf, watchesOf } from './watch.ts';

export interface WholeAsk {
  readonly replay: Replay;
  /** Corners whose flaps shall come out alike, by name. */
  readonly pairs: readonly (readonly [string, string])[];
  readonly sigma: AlignmentSigma;
}

/** How far something is expected to be off in the end, in mm (one standard deviation), and the steps that count most. */
export interface PlaceError {
  readonly says: string;
  /** How many more of its kind are off alike, from the same steps. */
  readonly alike: number;
  readonly errorMm: number;
  readonly worst: readonly { readonly step: number; readonly mm: number }[];
}

/** Where a slip shows while it can still be mended: raw edges flush, a sharp tip, three points in a line, points that meet. */
export interface CheckPoint {
  readonly kind: Watch['kind'];
  readonly step: number;
  readonly says: string;
  /** What they are apart if all goes as usual, in mm. */
  readonly errorMm: number;
  /** The earlier step that shows here most, and how much of it. */
  readonly shows: { readonly step: number; readonly mm: number };
}

export interface WholeAccuracy {
  readonly places: readonly PlaceError[];
  readonly checks: readonly CheckPoint[];
  /** Steps whose slips later steps do not fold with: what they do in the end is not known. */
  readonly unknown: readonly number[];
  /** Steps of which only one way of slipping folds (mostly: moved, not turned); they count with that alone. */
  readonly partly: readonly number[];
}

const MOST_WORST = 3;
const MOST_CHECKS = 8;
/** Less than this many mm is not worth a line. */
const LEAST_TOLD = 0.05;
/** A check is worth its time from this many mm. */
const LEAST_SHOWN = 0.15;

/** Two spots and the distance they should have. */
interface Gap {
  readonly a: Pick<Spot, 'name' | 'at'>;
  readonly b: Pick<Spot, 'name' | 'at'>;
  readonly wanted: number;
}

/**
 * Carries a folder's slips through a whole sequence: every crease end of every step is displaced in turn and all that
 * follows folded again; root sum square by the sigma of its alignment. Reports how true limbs come out (distance of a tip
 * from the middle of the sheet), pairs against each other, edges and points that must meet; and where a slip shows on the way.
 * Steps by taste are no slips. Cost: two replays a line, more where slips do not fold; `mostReplays` units of effort, undefined where
 * it has fewer.
 */
export function judgeSequence({ replay, pairs, sigma }: WholeAsk, effort: Effort): WholeAccuracy | undefined {
  const tally = new Tally(replay, pairs);
  const unknown: number[] = [];
  const partly: number[] = [];
  const isSame = (slip: Replay, size: number): boolean =>
    tally.limbs.every((g) => Math.abs(missOf(slip, g)) <= MOST_GROWTH * size);
  for (const replayed of replay.steps) {
    const { number, step, move } = replayed;
    const slips = step.tolerance.kind === 'taste' ? [] : sigmasOf({ move, tolerance: step.tolerance }, sigma);
    const end = effort.spent() + replaysOf(replayed);
    const known: (Effect | undefined)[] = [];
    for (const [line, mm] of slips.entries()) {
      const attempts = trySlips(replay, { number, line }, isSame, effort);
      if (!attempts) return undefined;
      tally.add(number, attempts, mm);
      known.push(effectOf(attempts, replay.steps.length, () => []));
    }
    if (known.some((k) => !k)) unknown.push(number);
    else if (known.some((k) => !k!.isWhole)) partly.push(number);
    // Every line is worth the same, so that progress runs evenly.
    if (!effort.spend(end - effort.spent())) return undefined;
  }
  return { places: tally.places(), checks: tally.checks(), unknown, partly };
}

/** What is watched while one slip after the other is tried, and what each step adds to it. */
class Tally {
  readonly limbs: readonly Gap[];
  private readonly twins: readonly (readonly [number, number])[];
  private readonly watches: readonly Watch[];
  /** How many steps there are. */
  private readonly steps: number;
  private readonly sums: { readonly limbs: Sum[]; readonly twins: Sum[]; readonly watches: Sum[] };

  constructor(replay: Replay, pairs: WholeAsk['pairs']) {
    const spots = spotsOf(replay);
    this.limbs = limbsOf(replay, spots);
    this.watches = watchesOf(replay, spots);
    this.steps = replay.steps.length;
    this.twins = pairs.flatMap(([a, b]) => {
      const [x, y] = [a, b].map((name) => this.limbs.findIndex((l) => l.a.name === name)) as [number, number];
      return x < 0 || y < 0 ? [] : [[x, y] as const];
    });
    const sums = (list: readonly unknown[]): Sum[] => list.map(() => new Sum());
    this.sums = { limbs: sums(this.limbs), twins: sums(this.twins), watches: sums(this.watches) };
  }

  /** Counts the slips of a step; `mm` is what the folder's hand is usually out. */
  add(step: number, attempts: readonly Attempt[], mm: number): void {
    const count = (sum: Sum, at: number, missIn: (slip: Replay) => readonly number[]): void => {
      const effect = effectOf(attempts, at, missIn);
      if (effect) sum.add(step, effect.size * mm);
    };
    const { limbs, twins, watches, sums, steps } = this;
    limbs.forEach((g, i) => count(sums.limbs[i]!, steps, (slip) => [missOf(slip, g)]));
    twins.forEach(([x, y], i) =>
      count(sums.twins[i]!, steps, (slip) => [missOf(slip, limbs[x]!) - missOf(slip, limbs[y]!)]),
    );
    watches.forEach((w, i) => w.step >= step && count(sums.watches[i]!, w.step, w.missIn));
  }

  places(): PlaceError[] {
    const { limbs, twins, watches, sums } = this;
    const tip = (i: number): string => limbs[i]!.a.name;
    const told = [
      ...limbs.map((_, i) => sums.limbs[i]!.told(`${tip(i)}, from the middle of the sheet`)),
      ...twins.map(([x, y], i) => sums.twins[i]!.told(`${tip(x)} and ${tip(y)} against each other`)),
      ...grouped(
        watches.flatMap((w, i) => (w.isLast && w.kind !== 'line' ? [sums.watches[i]!.told(w.names)] : [])),
      ),
    ];
    return told.filter((p) => p.errorMm > LEAST_TOLD).sort((a, b) => b.errorMm - a.errorMm);
  }

  checks = (): CheckPoint[] => toChecks(this.watches, this.sums.watches);
}

/** Of places that come out as untrue from the same steps the first, with how many more there are. */
function grouped(places: readonly PlaceError[]): PlaceError[] {
  const groups = new Map<string, PlaceError>();
  for (const place of places) {
    const key = JSON.stringify([place.errorMm.toFixed(2), place.worst.map((w) => [w.step, w.mm.toFixed(2)])]);
    const known = groups.get(key);
    groups.set(key, known ? { ...known, alike: known.alike + 1 } : place);
  }
  return [...groups.values()];
}

/** How much farther from the middle of the sheet a limb's tip ends with a slip. */
const missOf = (slip: Replay, gap: Gap): number => gapIn(slip.steps.at(-1)!.after, gap) - gap.wanted;

function gapIn(state: Replay['start'], { a, b }: Pick<Gap, 'a' | 'b'>): number {
  const [p, q] = [toModel(state, a.at), toModel(state, b.at)];
  return p && q ? distance(p, q) : 0;
}

/** Every corner with its distance from the middle of the sheet in the end. */
function limbsOf(replay: Replay, spots: readonly Spot[]): Gap[] {
  const last = replay.steps.at(-1);
  const middle = spots.find((s) => s.name === 'O');
  if (!last || !middle) return [];
  return cornersOf(replay.sequence.sheet).map((a) => ({
    a,
    b: middle,
    wanted: gapIn(last.after, { a, b: middle }),
  }));
}

/** Of checks that show about as much, the one that is seen most easily. */
const EASE: Readonly<Record<Watch['kind'], number>> = { flush: 1.2, tip: 1.1, line: 1, points: 1.1 };

/** At each step what shows most of an earlier step, the most telling of all first. */
function toChecks(watches: readonly Watch[], sums: readonly Sum[]): CheckPoint[] {
  const best = new Map<number, CheckPoint>();
  watches.forEach((watch, i) => {
    const { errorMm, worst } = sums[i]!.told('');
    // The step's own slip is seen while it is made; a check is for those before it.
    const shows = worst.find((w) => w.step < watch.step);
    if (!shows || shows.mm < LEAST_SHOWN) return;
    const { kind, step, says } = watch;
    const known = best.get(step);
    if (!known || known.shows.mm * EASE[known.kind] < shows.mm * EASE[kind])
      best.set(step, { kind, step, says, errorMm, shows });
  });
  return [...best.values()]
    .sort((a, b) => b.shows.mm - a.shows.mm)
    .slice(0, MOST_CHECKS)
    .sort((a, b) => a.step - b.step);
}

/** Squares of what each step adds to one error. */
class Sum {
  private readonly squares = new Map<number, number>();

  add(step: number, mm: number): void {
    this.squares.set(step, (this.squares.get(step) ?? 0) + mm * mm);
  }

  told(says: string): PlaceError {
    const byStep = [...this.squares].map(([step, square]) => ({ step, mm: Math.sqrt(square) }));
    return {
      says,
      alike: 0,
      errorMm: Math.hypot(...byStep.map((b) => b.mm)),
      worst: byStep
        .filter((b) => b.mm > LEAST_COUNTED)
        .sort((a, b) => b.mm - a.mm)
        .slice(0, MOST_WORST),
    };
  }
}

/** Less than this many mm no hand notices. */
const LEAST_COUNTED = 0.005;
