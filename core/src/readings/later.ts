import { type FlatState, foldsOf } from '../folded/index.ts';
import { between, isOnSegment } from '../geometry/index.ts';
import { specOf } from '../kinds/index.ts';
import { gapToLeaveMm } from '../paper/index.ts';
import { type Replay, stepsThatUse } from '../sequence/index.ts';
import { type LengthUnit, toLengthText } from '../units/index.ts';

/** What later steps make of a step: how exactly it must be folded, and how much paper it must leave. */
export interface LaterUse {
  /** Numbers of later steps that are found by this one's creases or marks. */
  readonly usedBy: readonly number[];
  /** The first later step in which a crease of this fold turns its sense: paper then wraps round it the other way. */
  readonly reversedAt?: number;
}

/** Looks ahead from a step (numbered from 1). Cost: the folds of every later state. */
export function readLater({ sequence, steps }: Replay, number: number): LaterUse {
  const step = steps[number - 1];
  if (!step) return { usedBy: [] };
  const usedBy = stepsThatUse(step.step.id, sequence.steps).filter((n) => n > number);
  const made = specOf(step.move).wrapsEdge ? sensesAt(step.after, step.trail?.creases ?? []) : [];
  const reversedAt =
    made.length === 0 ? undefined : steps.slice(number).find((s) => turns(made, s.after))?.number;
  return { usedBy, ...(reversedAt === undefined ? {} : { reversedAt }) };
}

type Sensed = ReturnType<typeof foldsOf>[number];

const sensesAt = (
  state: FlatState,
  creases: readonly { from: Sensed['from']; to: Sensed['to'] }[],
): Sensed[] =>
  foldsOf(state).filter((f) => creases.some((c) => isOnSegment(between(f.from, f.to, 0.5), c, 1e-6)));

/** A later step may turn a part of a crease only. */
const turns = (made: readonly Sensed[], later: FlatState): boolean =>
  foldsOf(later).some((now) => {
    const middle = between(now.from, now.to, 0.5);
    return made.some((m) => m.sense !== now.sense && isOnSegment(middle, m, 1e-6));
  });

/**
 * Gap in mm to leave at the edge a fold wraps, tapering to none at its pivot: about n t, and pi/2 n t where the fold is
 * reversed later. Rule of thumb.
 */
export const laterGapMm = (layers: number, caliperMm: number, { reversedAt }: LaterUse): number =>
  gapToLeaveMm(layers, caliperMm, reversedAt === undefined ? 'stays' : 'reversed');

/** Under so many mm a gap cannot be left by hand. */
const LEAST_GAP_MM = 0.3;

/** The gap as a sentence of the step; empty where it is too small to be left by hand. */
export const sayGap = (gapMm: number | undefined, { reversedAt }: LaterUse, unit: LengthUnit): string =>
  gapMm === undefined || gapMm < LEAST_GAP_MM
    ? ''
    : `Leave ${toLengthText(Math.round(gapMm * 10) / 10, unit).text} at the edge, running out to none at the pivot${reversedAt === undefined ? '' : `; step ${reversedAt} turns this fold round`}.`;

/** Why a step must be folded exactly, or that it need not. */
export const sayUse = ({ usedBy }: LaterUse, isToTaste: boolean): string =>
  usedBy.length > 0
    ? `Structural: ${usedBy.length === 1 ? `step ${usedBy[0]} is` : `steps ${usedBy.slice(0, 3).join(', ')}${usedBy.length > 3 ? ' and more' : ''} are`} found by it.`
    : isToTaste
      ? 'To taste: no later step is found by it.'
      : 'No later step is found by it.';
