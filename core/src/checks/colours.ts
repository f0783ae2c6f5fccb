import { type FlatState, facetsAt, foldsOf, isAbove } from '../folded/index.ts';
import { type Line, type Point, isTurned, lineThrough, sideOf, tolerance } from '../geometry/index.ts';
import type { Plan } from '../plan/index.ts';
import { measureState } from '../readings/index.ts';
import type { Replay } from '../sequence/index.ts';
import { cornersOf } from '../sheet/index.ts';
import type { Finding } from './findings.ts';

type Side = 'front' | 'back';

/** How much of the picture may show the other side before "everything" is not as wanted. */
const STRAY = 0.03;

/** Parts whose colour is not as the brief wants it, each with the step since when, and whether the other side up helps. */
export function checkColours({ plan, replay }: { readonly plan: Plan; readonly replay: Replay }): Finding[] {
  const last = replay.steps.at(-1);
  if (!last) return [];
  const faults = colourFaults(plan, last.after);
  if (faults.length === 0) return [];
  const swapped = colourFaults(swapSides(plan), last.after);
  return faults.map(({ tip, part, wanted, seen }): Finding => {
    const since = tip && sinceWhen(replay, tip, seen);
    return {
      step: since ?? last.number,
      kind: 'colour',
      text: `The brief wants ${part} in ${plan.paper[wanted].name}, and ${plan.paper[seen].name} shows${since ? ` since step ${since}` : ' at the end'}${swapped.length === 0 ? '; with the sheet begun other side up it comes right' : ''}.`,
      ...(swapped.length === 0 ? { swaps: true } : {}),
    };
  });
}

const swapSides = (plan: Plan): Plan => ({
  ...plan,
  brief: {
    ...plan.brief,
    sides: plan.brief.sides.map((s) => ({ ...s, side: s.side === 'front' ? 'back' : 'front' })),
  },
});

interface ColourFault {
  readonly part: string;
  readonly wanted: Side;
  readonly seen: Side;
  readonly tip?: Point;
}

/** Parts of the brief that are limbs with a known corner are judged at its tip; "everything" by area. */
function colourFaults(plan: Plan, state: FlatState): ColourFault[] {
  return plan.brief.sides.flatMap(({ part, side }): ColourFault[] => {
    if (part.toLowerCase() === 'everything') {
      const { front, back } = measureState(state).measures.fromFront;
      const stray = (side === 'front' ? back : front) / Math.max(front + back, 1e-9);
      const seen = side === 'front' ? 'back' : 'front';
      return stray > STRAY ? [{ part: 'everything', wanted: side, seen }] : [];
    }
    const limb = plan.limbs.find((l) => l.name.toLowerCase() === part.toLowerCase());
    const tip = limb && cornersOf(plan.sheet.shape).find((c) => c.name === limb.tip)?.at;
    const seen = tip && sideSeen(state, tip);
    return seen && seen !== side ? [{ part: `the ${part.toLowerCase()}`, wanted: side, seen, tip }] : [];
  });
}

/** Number of the step from which on the tip shows that side for good. */
function sinceWhen(replay: Replay, tip: Point, seen: Side): number | undefined {
  const back = [...replay.steps].reverse();
  const other = back.find((s) => sideSeen(s.after, tip) !== seen);
  if (other) return other.number + 1;
  return sideSeen(replay.start, tip) === seen ? undefined : 1;
}

/** The paper side seen from the front at a material point, where it lies on top. */
function sideSeen(state: FlatState, at: Point): Side | undefined {
  const facets = facetsAt(state, at);
  const top = facets.find((f) => !facets.some((g) => isAbove(state, g, f))) ?? facets[0];
  return top === undefined ? undefined : isTurned(state.facets[top]!.placement) ? 'back' : 'front';
}

/** How the model comes out with one side of the sheet up at the first step. */
export interface ColourChoice {
  /** Whether the sheet is begun the other way up than the plan has it. */
  readonly isSwapped: boolean;
  /** Parts of the brief: the side wanted, and the one that shows where it is known (over half of all for everything). */
  readonly parts: readonly { readonly part: string; readonly wanted: Side; readonly seen?: Side }[];
  readonly asWanted: number;
  /** Share of the silhouette in the front side's colour, seen from the front and from behind. */
  readonly frontShare: number;
  readonly behindShare: number;
}

/** A step after which front and back of the paper can still change places, with the folds to bend the other way. */
export interface RoleSwap {
  readonly after: number;
  readonly creases: number;
}

export interface JudgedColours {
  readonly choices: readonly [ColourChoice, ColourChoice];
  readonly swaps: readonly RoleSwap[];
}

/** Both ways to begin, the plan's own first, and the steps at which the sides of the paper can still change places. */
export function judgeColours({
  plan,
  replay,
}: {
  readonly plan: Plan;
  readonly replay: Replay;
}): JudgedColours | undefined {
  const last = replay.steps.at(-1);
  if (!last) return undefined;
  const { fromFront, fromBehind } = measureState(last.after).measures;
  const shareOf = ({ front, back }: { front: number; back: number }): number =>
    front / Math.max(front + back, 1e-9);
  const choose = (isSwapped: boolean): ColourChoice => {
    const parts = plan.brief.sides.map(({ part, side: wanted }) => {
      const side = seenOf(plan, last.after, part);
      const seen = side && isSwapped ? otherSide(side) : side;
      return { part, wanted, ...(seen ? { seen } : {}) };
    });
    const [front, behind] = [shareOf(fromFront), shareOf(fromBehind)];
    return {
      isSwapped,
      parts,
      asWanted: parts.filter((p) => p.seen === p.wanted).length,
      frontShare: isSwapped ? 1 - front : front,
      behindShare: isSwapped ? 1 - behind : behind,
    };
  };
  return { choices: [choose(false), choose(true)], swaps: listSwaps(replay) };
}

/** A model with more folded lines than this is not turned inside out (rule of thumb: a collapsed base has four). */
const MOST_TURNED = 4;

/**
 * Steps after which the paper's sides can still change places. Every fold bent the other way is the mirror image in the
 * other colour, so an open sheet is only turned over, and one of few folds turned inside out.
 */
function listSwaps(replay: Replay): RoleSwap[] {
  return replay.steps.flatMap(({ number, after }) => {
    const lines: Line[] = [];
    for (const { from, to } of foldsOf(after)) {
      const line = lineThrough(from, to);
      const isKnown = lines.some((l) => [from, to].every((p) => Math.abs(sideOf(l, p)) < tolerance.node));
      if (line && !isKnown) lines.push(line);
      if (lines.length > MOST_TURNED) return [];
    }
    return [{ after: number, creases: lines.length }];
  });
}

/** When front and back can still change places, as a sentence; of steps that give several ways the last counts. */
export function saySwaps(swaps: readonly RoleSwap[]): string {
  const open = swaps.findLast((s) => s.creases === 0);
  const inside = swaps.findLast((s) => s.creases > 0 && s.after > (open?.after ?? 0));
  const creases = inside && (inside.creases === 1 ? 'its one fold' : `its ${inside.creases} folds`);
  const first = open
    ? `After step ${open.after} the sheet lies open for the last time: until then it is turned over.`
    : 'Step 1 folds the sheet: the side is decided with it.';
  return inside
    ? `${first} As late as after step ${inside.after} the model can be turned inside out, ${creases} bent the other way. Turned late, it comes out mirrored.`
    : first;
}

const otherSide = (side: Side): Side => (side === 'front' ? 'back' : 'front');

/** The side a part of the brief shows: a limb at its tip, "everything" by area. */
function seenOf(plan: Plan, state: FlatState, part: string): Side | undefined {
  if (part.toLowerCase() === 'everything') {
    const { front, back } = measureState(state).measures.fromFront;
    return front >= back ? 'front' : 'back';
  }
  const limb = plan.limbs.find((l) => l.name.toLowerCase() === part.toLowerCase());
  const tip = limb && cornersOf(plan.sheet.shape).find((c) => c.name === limb.tip)?.at;
  return tip && sideSeen(state, tip);
}
