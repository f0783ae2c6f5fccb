import { type Figure, flapsOf, leafPairsOf, leavesOf, limbsAt, sideOfFlap } from './figure.ts';
import { type Seat, seatsOf } from './seats.ts';

/** A limb of the subject: a flap has to become it. */
export interface Limb {
  readonly id: string;
  readonly name: string;
  readonly lengthMm: number;
}

/** A side of the paper. */
export type PaperSide = 'front' | 'back';

/** Limbs as a base is asked for them. */
export interface LimbTask {
  readonly limbs: readonly Limb[];
  /** Seats on bases with one hub, and with two. */
  readonly seats: readonly Seat[];
  /** Limbs that mirror each other, by number. */
  readonly pairs: readonly (readonly [number, number])[];
  /** Limbs a base may leave out, by number. */
  readonly optional: readonly number[];
  /** The side of the paper each limb shall show, by number; undefined where either will do. */
  readonly sides: readonly (PaperSide | undefined)[];
}

/** Limbs that all leave one hub. */
export const taskOfLimbs = (limbs: readonly Limb[]): LimbTask => ({
  limbs,
  seats: [
    {
      nodes: ['body'],
      bodyMm: 0,
      body: '',
      needs: limbs.map((l) => l.lengthMm),
      at: limbs.map(() => 0),
    },
  ],
  pairs: [],
  optional: [],
  sides: limbs.map(() => undefined),
});

/** The limbs of a figure, with every seat it can have. */
export function taskOfFigure(figure: Figure, limbs: readonly Limb[]): LimbTask {
  const leaves = leavesOf(figure);
  const flaps = flapsOf(figure);
  return {
    limbs: leaves.map((leaf) => limbs.find((l) => l.id === leaf)!),
    seats: seatsOf(figure, leaves),
    pairs: leafPairsOf(figure),
    sides: leaves.map((leaf) => sideOfFlap(figure, leaf)),
    optional: leaves.flatMap((leaf, i) => (limbsAt(figure, leaf)[0]!.optional && flaps[i] ? [i] : [])),
  };
}

export const isTask = (wanted: LimbTask | readonly Limb[]): wanted is LimbTask => 'seats' in wanted;
