import type { Effort } from '../effort/index.ts';
import { toModel } from '../folded/index.ts';
import { type Point, between, distance } from '../geometry/index.ts';
import type { Replay } from '../sequence/index.ts';
import { cornersOf, edgesOf, landmarksOf } from '../sheet/index.ts';
import { type AlignmentSigma, ENDS, lineOf, sigmaOf, slipped } from './accuracy.ts';

export interface WholeAsk {
  readonly replay: Replay;
  /** Corners whose flaps shall come out alike, by name. */
  readonly pairs: readonly (readonly [string, string])[];
  readonly sigma: AlignmentSigma;
}

/** How far something is expected to be off in the end, in mm (one standard deviation), and the steps that count most. */
export interface PlaceError {
  readonly says: string;
  readonly errorMm: number;
  readonly worst: readonly { readonly step: number; readonly mm: number }[];
}

/** Where a slip shows while it can still be mended: points that come to lie on each other. */
export interface CheckPoint {
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
  /** Steps whose slip later steps do not fold with: what it does is not known. */
  readonly unknown: readonly number[];
}

/** Slips tried for a crease end, in sheet sides: smaller ones leave slivers that paper does not have. */
const PROBES = [1e-4, -1e-4, 1e-3, -1e-3];
/** Replays a sequence of so many steps can cost at most. */
export const mostReplays = (steps: number): number => steps * ENDS.length * PROBES.length;
/** A slip that moves a limb more times its size than this has made the engine fold something else. */
const MOST_GROWTH = 20;
/** Points closer than this in the model lie on each other. */
const MEETING = 1e-9;
const MOST_WORST = 3;
const MOST_CHECKS = 8;
/** Less than this many mm is not worth a line. */
const LEAST_TOLD = 0.05;
/** A check is worth its time from this many mm. */
const LEAST_SHOWN = 0.15;

/** A material point by name. */
interface Spot {
  readonly name: string;
  readonly at: Point;
}

/** Two spots and the distance they should have. */
interface Gap {
  readonly a: Spot;
  readonly b: Spot;
  readonly wanted: number;
}

/**
 * Carries a folder's slips through a whole sequence: every crease end of every step is displaced in turn and all that
 * follows folded again; root sum square by the sigma of its alignment. Reports how true limbs come out (distance of a tip
 * from the middle of the sheet), pairs against each other, and points that must meet; and where on the way a slip shows.
 * Steps by taste are no slips. Cost: two replays a step or more, one unit of effort each; undefined where it ends first.
 */
export function judgeSequence({ replay, pairs, sigma }: WholeAsk, effort: Effort): WholeAccuracy | undefined {
  const tally = new Tally(replay, pairs);
  const unknown = new Set<number>();
  for (const { number, step, move } of replay.steps) {
    const mm = step.tolerance.kind === 'taste' ? 0 : sigmaOf({ move, tolerance: step.tolerance }, sigma);
    if (mm === 0 || !lineOf(move)) continue;
    for (const end of ENDS) {
      const tried = trySlip(replay, number, end, tally.limbs, effort);
      if (tried === 'spent') return undefined;
      if (tried) tally.add(number, tried.slip, mm / Math.abs(tried.by));
      else unknown.add(number);
    }
  }
  return { places: tally.places(), checks: tally.checks(), unknown: [...unknown] };
}

/** What is watched while one slip after the other is tried, and what each step adds to it. */
class Tally {
  readonly limbs: readonly Gap[];
  private readonly twins: readonly (readonly [number, number])[];
  private readonly meetings: readonly Meeting[];
  private readonly sums: { readonly limbs: Sum[]; readonly twins: Sum[]; readonly meetings: Sum[] };

  constructor(replay: Replay, pairs: WholeAsk['pairs']) {
    const spots = spotsOf(replay);
    this.limbs = limbsOf(replay, spots);
    this.meetings = meetingsOf(replay, spots);
    this.twins = pairs.flatMap(([a, b]) => {
      const [x, y] = [a, b].map((name) => this.limbs.findIndex((l) => l.a.name === name)) as [number, number];
      return x < 0 || y < 0 ? [] : [[x, y] as const];
    });
    const sums = (list: readonly unknown[]): Sum[] => list.map(() => new Sum());
    this.sums = { limbs: sums(this.limbs), twins: sums(this.twins), meetings: sums(this.meetings) };
  }

  /** Counts a slip of a step; `scale` takes what it moved (sheet sides) to mm of the folder's hand. */
  add(step: number, slip: Replay, scale: number): void {
    const last = slip.steps.at(-1)!.after;
    const off = this.limbs.map((g) => gapIn(last, g) - g.wanted);
    off.forEach((by, i) => this.sums.limbs[i]!.add(step, Math.abs(by) * scale));
    this.twins.forEach(([x, y], i) => this.sums.twins[i]!.add(step, Math.abs(off[x]! - off[y]!) * scale));
    this.meetings.forEach((m, i) => {
      if (m.step >= step) this.sums.meetings[i]!.add(step, gapIn(slip.steps[m.step - 1]!.after, m) * scale);
    });
  }

  places(): PlaceError[] {
    const { limbs, twins, meetings, sums } = this;
    const tip = (i: number): string => limbs[i]!.a.name;
    const told = [
      ...limbs.map((_, i) => sums.limbs[i]!.told(`${tip(i)}, from the middle of the sheet`)),
      ...twins.map(([x, y], i) => sums.twins[i]!.told(`${tip(x)} and ${tip(y)} against each other`)),
      ...meetings.flatMap((m, i) =>
        m.isLast ? [sums.meetings[i]!.told(`${m.a.name} and ${m.b.name}, which lie on each other`)] : [],
      ),
    ];
    return told.filter((p) => p.errorMm > LEAST_TOLD).sort((a, b) => b.errorMm - a.errorMm);
  }

  checks = (): CheckPoint[] => toChecks(this.meetings, this.sums.meetings);
}

function trySlip(
  replay: Replay,
  number: number,
  end: 1 | -1,
  limbs: readonly Gap[],
  effort: Effort,
): { slip: Replay; by: number } | 'spent' | undefined {
  for (const by of PROBES) {
    if (!effort.spend(1)) return 'spent';
    const slip = slipped(replay.sequence, replay, number, end, by);
    if (slip.steps.some((s, i) => s.refusal && !replay.steps[i]!.refusal)) continue;
    const last = slip.steps.at(-1)!.after;
    const isJump = limbs.some((g) => Math.abs(gapIn(last, g) - g.wanted) > MOST_GROWTH * Math.abs(by));
    if (!isJump) return { slip, by };
  }
  return undefined;
}

/** Corners, edge middles, quarters of edges, the middle of the sheet, and the marks that were pinched. */
function spotsOf({ sequence, steps }: Replay): Spot[] {
  const quarters = edgesOf(sequence.sheet).flatMap((e) =>
    [1, 3].map((k) => ({ name: `${k}/4 of ${e.name}`, at: between(e.from, e.to, k / 4) })),
  );
  const made = steps.flatMap(({ number, trail }) =>
    trail?.mark ? [{ name: `the mark of step ${number}`, at: trail.mark }] : [],
  );
  const spots: Spot[] = [];
  for (const spot of [...landmarksOf(sequence.sheet), ...quarters, ...made])
    if (!spots.some((s) => distance(s.at, spot.at) < MEETING)) spots.push(spot);
  return spots;
}

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

interface Meeting extends Gap {
  readonly step: number;
  /** Whether they still meet in the end. */
  readonly isLast: boolean;
}

/** Pairs of spots that come to lie on each other, each at the first step that brings them together. */
function meetingsOf({ steps, start }: Replay, spots: readonly Spot[]): Meeting[] {
  const found: Meeting[] = [];
  for (const { number, after } of steps) {
    const before = steps[number - 2]?.after ?? start;
    for (let j = 1; j < spots.length; j++)
      for (let i = 0; i < j; i++) {
        const pair = { a: spots[i]!, b: spots[j]! };
        if (gapIn(after, pair) > MEETING || gapIn(before, pair) <= MEETING) continue;
        const isLast =
          gapIn(steps.at(-1)!.after, pair) <= MEETING && !found.some((m) => m.a === pair.a && m.b === pair.b);
        found.push({ ...pair, wanted: 0, step: number, isLast });
      }
  }
  return found;
}

/** At each step the meeting that shows most of an earlier step, the most telling of all first. */
function toChecks(meetings: readonly Meeting[], sums: readonly Sum[]): CheckPoint[] {
  const best = new Map<number, CheckPoint>();
  meetings.forEach((m, i) => {
    const { errorMm, worst } = sums[i]!.told('');
    // The step's own slip is seen while it is made; a check is for those before it.
    const shows = worst.find((w) => w.step < m.step);
    if (!shows || shows.mm < LEAST_SHOWN) return;
    const says = `${m.a.name} and ${m.b.name} lie on each other`;
    if ((best.get(m.step)?.shows.mm ?? 0) < shows.mm)
      best.set(m.step, { step: m.step, says, errorMm, shows });
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
