import { tolerance } from '../geometry/index.ts';
import { alignmentsOf } from '../kinds/index.ts';
import type { Effort } from '../effort/index.ts';
import type { Replay, ReplayedStep } from '../sequence/index.ts';
import { type Aligned, type EndSlip, slipped } from './accuracy.ts';

/** Slips that are tried, in sheet sides: smaller ones leave slivers that paper does not have. */
const SIZES = [1e-4, -1e-4, 1e-3, -1e-3];
/** Both ends alike (the crease moved), against each other (the crease turned), and one end alone. */
const MODES: readonly EndSlip[] = [
  [1, 1],
  [1, -1],
  [1, 0],
  [0, 1],
];
/** A slip that moves something more times its own size than this has made the engine fold something else. */
export const MOST_GROWTH = 20;
/** Two of these tell all there is to know of a step. */
const ENOUGH = 2;

/** Replays the slips of a step can cost at most; a step without a line of its own counts as one for the progress. */
export const replaysOf = ({ move }: Pick<ReplayedStep, 'move'>): number =>
  Math.max(1, alignmentsOf(move).length) * MODES.length * SIZES.length;

/** Replays the slips of a whole sequence can cost at most. */
export const mostReplays = (replay: Replay): number => replay.steps.reduce((n, s) => n + replaysOf(s), 0);

/** A slip of one step that was folded through, as far as later steps fold with it. */
export interface Attempt {
  readonly ends: EndSlip;
  readonly slip: Replay;
  /** The last step that folded. */
  readonly reach: number;
}

/**
 * Slips of one line of a step until two that are not alike were folded to the end; what folded in part is kept too, for what comes about
 * on the way. Where a figure needs its creases alike on both sides (a sink through all layers) a turned crease does not fold
 * and a moved one may. `isSame` tells a slip from the engine folding something else. Undefined where the effort ends first.
 */
export function trySlips(
  replay: Replay,
  aligned: Aligned,
  isSame: (slip: Replay, size: number) => boolean,
  effort: Effort,
): Attempt[] | undefined {
  const found: Attempt[] = [];
  let whole = 0;
  for (const mode of MODES) {
    if (whole >= ENOUGH) break;
    for (const size of SIZES) {
      if (!effort.spend(1)) return undefined;
      const ends: EndSlip = [mode[0] * size, mode[1] * size];
      const slip = slipped(replay.sequence, replay, aligned, ends, true);
      const isRefused = slip.steps.at(-1)!.refusal && !replay.steps[slip.steps.length - 1]!.refusal;
      if (isRefused) found.push({ ends, slip, reach: slip.steps.length - 1 });
      else if (isSame(slip, Math.abs(size))) {
        found.push({ ends, slip, reach: replay.steps.length });
        whole++;
        break;
      }
    }
  }
  return found.sort((a, b) => b.reach - a.reach);
}

/** What is known of what a step's slips do to something measured in one or more signed lengths. */
export interface Effect {
  /** Root sum of squares over both ends, for a slip of one at each. */
  readonly size: number;
  /** Both ways of slipping are known; otherwise the size is that of one, and at least so much. */
  readonly isWhole: boolean;
}

/**
 * The effect of a step's slips on something that is nothing without them, from those attempts that reach a step. Effects of
 * small slips add up, so that any two attempts that are not alike give those of each end. Undefined where none reaches it.
 */
export function effectOf(
  attempts: readonly Attempt[],
  step: number,
  missIn: (slip: Replay) => readonly number[],
): Effect | undefined {
  const own = attempts.flatMap(({ ends, slip, reach }) => {
    const miss = reach < step ? undefined : missIn(slip);
    return miss && Math.hypot(...miss) <= MOST_GROWTH * Math.hypot(...ends) ? [{ ends, miss }] : [];
  });
  const [first] = own;
  if (!first) return undefined;
  const { ends: e, miss: v } = first;
  const second = own.find((a) => Math.abs(e[0] * a.ends[1] - e[1] * a.ends[0]) > tolerance.rounding);
  if (!second) return { size: Math.hypot(...v) / Math.hypot(...e), isWhole: false };
  const { ends: f, miss: w } = second;
  const det = e[0] * f[1] - e[1] * f[0];
  const one = v.map((x, i) => (x * f[1] - w[i]! * e[1]) / det);
  const other = v.map((x, i) => (w[i]! * e[0] - x * f[0]) / det);
  return { size: Math.hypot(...one, ...other), isWhole: true };
}
