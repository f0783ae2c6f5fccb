import {
  MOST_DEGREES,
  type ShapingStep,
  type Surface,
  type SurfaceTurn,
  shapingOf,
} from '@jade/core/shaping';

type Spot = SurfaceTurn['from'];
type Pixel = readonly [number, number];

/** How far from where it is a part is looked for in one move of the pointer, and how finely, in degrees. */
const REACH = 60;
const COARSE = 2;
const FINE = 0.25;

/** A place carried round the axis of a turn, right-handed, by so many radians. */
export function carry({ from, axis }: Pick<SurfaceTurn, 'from' | 'axis'>, at: Spot, radians: number): Spot {
  const [x, y, z] = [at[0] - from[0], at[1] - from[1], at[2] - from[2]];
  const [u, v, w] = axis;
  const [c, s] = [Math.cos(radians), Math.sin(radians)];
  const along = (u * x + v * y + w * z) * (1 - c);
  return [
    from[0] + x * c + (v * z - w * y) * s + u * along,
    from[1] + y * c + (w * x - u * z) * s + v * along,
    from[2] + z * c + (u * y - v * x) * s + w * along,
  ];
}

/**
 * How far to turn, in degrees, so that a grabbed place comes as near to the pointer as it can; `now` is how far it is turned
 * already, and only what lies near that is looked at, so that a part does not jump to the far side of its circle.
 */
export function angleTowards(
  turn: Pick<SurfaceTurn, 'from' | 'axis'>,
  grabbed: Spot,
  pointer: Pixel,
  project: (at: Spot) => Pixel,
  now: number,
): number {
  const off = (degrees: number): number => {
    const [x, y] = project(carry(turn, grabbed, (degrees * Math.PI) / 180));
    return Math.hypot(x - pointer[0], y - pointer[1]);
  };
  const search = (around: number, reach: number, step: number): number => {
    let [best, least] = [around, off(around)];
    for (let d = step; d <= reach; d += step)
      for (const degrees of [around + d, around - d]) {
        const own = off(degrees);
        if (own < least - 1e-9) [best, least] = [degrees, own];
      }
    return best;
  };
  return search(search(now, REACH, COARSE), COARSE, FINE);
}

/** A part that can be dragged: the turn it hangs on, and the step whose amount that changes. */
export interface Grip {
  /** The step whose amount changes: the original where the part's own step repeats another. */
  readonly step: string;
  /** Every turn that goes along, with how it goes when the amount grows: 1 or -1. */
  readonly turns: readonly { readonly turn: SurfaceTurn; readonly sign: 1 | -1 }[];
  /** Which of them the grabbed paper hangs on. */
  readonly held: number;
}

/** Steps that can be dragged, and for those that repeat another the one they repeat. */
export type Movable = ReadonlyMap<string, string>;

/** What a press on a piece takes hold of: the part with the fewest pieces that can be moved; undefined where nothing can. */
export function gripOf(surface: Surface, piece: number, movable: Movable): Grip | undefined {
  const own = surface.turns
    .filter((t) => movable.has(t.step) && t.pieces.includes(piece))
    .sort((a, b) => a.pieces.length - b.pieces.length)[0];
  if (!own) return undefined;
  const step = movable.get(own.step)!;
  const kin = surface.turns.filter((t) => movable.get(t.step) === step);
  const first = kin.find((t) => t.step === step) ?? own;
  return {
    step,
    held: kin.indexOf(own),
    turns: kin.map((turn) => ({ turn, sign: turn.radians * first.radians < 0 ? -1 : 1 })),
  };
}

interface ReadStep {
  readonly id: string;
  readonly degrees?: number;
  readonly refusal?: { readonly freeDegrees?: number };
}

/** How far a part that is being dragged goes: within its own range, and as far as it was found free while it was dragged. */
export class FreeRange {
  private least = -MOST_DEGREES;
  private most = MOST_DEGREES;
  private good: number | undefined;

  /** Takes an answer: where a step is refused, the dragged one is free as far as that says, or as it last stood. */
  note(steps: readonly ReadStep[], dragged: string): void {
    const own = steps.find((s) => s.id === dragged);
    const at = own?.degrees;
    if (at === undefined) return;
    const refused = steps.find((s) => s.refusal);
    if (!refused) this.good = at;
    if (!refused || this.good === undefined || at === this.good) return;
    const free = refused === own ? own.refusal?.freeDegrees : undefined;
    const stop = free === undefined ? this.good : Math.trunc(free * 2) / 2;
    if (at > this.good) this.most = Math.min(this.most, stop);
    else this.least = Math.max(this.least, stop);
  }

  boundsOf(step: ShapingStep | undefined): readonly [number, number] {
    const amount = step && shapingOf(step.act).amount(step.act);
    return [Math.max(this.least, amount?.least ?? -Infinity), Math.min(this.most, amount?.most ?? Infinity)];
  }

  /** The part was let go. */
  forget(): void {
    [this.least, this.most, this.good] = [-MOST_DEGREES, MOST_DEGREES, undefined];
  }
}
