/** What shaping that no turn about a line shows is estimated to give; lengths in the unit of the width. */
export interface Rounding {
  /** How far it comes out of its plane, both sides together. */
  readonly depth: number;
  /** How much narrower it becomes. */
  readonly lost: number;
  /** Share by which paper has to gather or stretch, because one way over the bulge is longer than the other. */
  readonly gathered: number;
}

/** Sheets that are tied together stretch or gather by so much at most before they wrinkle or tear. */
export const MOST_TIED = 0.03;

const halfOf = (degrees: number): number => (degrees * Math.PI) / 360;

/** An arc of `degrees`, as long as the sheet was wide: how high it rises over its chord, and how much shorter that is. */
function arcOver(width: number, degrees: number): { rise: number; lost: number } {
  const half = halfOf(degrees);
  const radius = width / (2 * half);
  return { rise: radius * (1 - Math.cos(half)), lost: width - 2 * radius * Math.sin(half) };
}

/**
 * Two sheets joined at their edges and pushed apart: across, each becomes an arc of `degrees` that is as long as the sheet was
 * wide; along, the middle of each goes from end to end over the bulge. A body whose ends are open gathers nothing. An estimate:
 * layers between, and folds across it, change it.
 */
export function roundOut(width: number, length: number, degrees: number, isOpenEnded: boolean): Rounding {
  const { rise, lost } = arcOver(width, degrees);
  return {
    depth: 2 * rise,
    lost,
    // A flat arc of rise h over a chord l is longer than it by 8 h^2 / 3 l^2.
    gathered: isOpenEnded ? 0 : (8 / 3) * (rise / length) ** 2,
  };
}

/**
 * The mouth of a pocket spread: each of its two sheets becomes an arc at the mouth and stays flat at the bottom, `depth` away.
 * Its middle goes slantwise from the bottom to the arc, its edges straight. An estimate.
 */
export function spreadPocket(width: number, depth: number, degrees: number): Rounding {
  const { rise, lost } = arcOver(width, degrees);
  return { depth: 2 * rise, lost, gathered: slant(rise, depth) - slant(lost / 2, depth) };
}

/**
 * A limb bent along its middle, both halves by half of `degrees`, the bend gone after `length`: its edges run slantwise between
 * the two. An estimate: the limb in truth bends softly along its middle too, which needs less.
 */
export function pinchLimb(width: number, length: number, degrees: number): Rounding {
  const half = halfOf(degrees);
  const depth = (width / 2) * Math.sin(half);
  const lost = width * (1 - Math.cos(half));
  return { depth, lost, gathered: slant(Math.hypot(depth, lost / 2), length) };
}

/**
 * Air blown into a body of two sheets: both ways across it each becomes an arc, its edges wrinkle by what they are too long. A
 * round foil balloon, which is as full as can be, keeps 0.763 of its width, as arcs of 142 degrees do. An estimate; folds that
 * lock a side change it.
 */
export function inflateBody(
  width: number,
  height: number,
  degrees: number,
): Rounding & { readonly lower: number } {
  const short = arcOver(Math.min(width, height), degrees);
  // The longer way goes over the same bulge, in a flatter arc.
  const longer = arcHeldTo(Math.max(width, height), short.rise);
  const [across, along] = width <= height ? [short.lost, longer] : [longer, short.lost];
  return {
    depth: 2 * short.rise,
    lost: across,
    lower: along,
    gathered: (across + along) / (width + height),
  };
}

/** How much shorter the chord of an arc is that rises so far; by halving. */
function arcHeldTo(width: number, rise: number): number {
  let [low, high] = [1e-6, 180];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (arcOver(width, middle).rise < rise) low = middle;
    else high = middle;
  }
  return arcOver(width, low).lost;
}

/** A length that goes sideways by `off` too, over what it was. */
const slant = (off: number, length: number): number => Math.hypot(1, off / length) - 1;
