import { type FlatState, facetsAt, foldsOf, isAbove } from '../folded/index.ts';
import { type Line, type Point, isTurned, lineThrough, sideOf, tolerance } from '../geometry/index.ts';
import type { Plan } from '../plan/index.ts';
import { measureState } from '../readings/index.ts';
import { resolvePoint } from '../references/index.ts';
import { type Replay, contextAfter } from '../sequence/index.ts';
import { cornersOf } from '../sheet/index.ts';
import type { Finding } from './findings.ts';

type Side = 'front' | 'back';

/** How much of the picture may show the other side before "everything" is not as wanted. */
const STRAY = 0.03;

/** Parts whose colour is not as the brief wants it, each with the step since when, and whether the other side up helps. */
export function checkColours({ plan, replay }: { readonly plan: Plan; readonly replay: Replay }): Finding[] {
  const last = replay.steps.at(-1);
  if (!last) return [];
  const faults = colourFaults(plan, replay);
  if (faults.length === 0) return [];
  const swapped = colourFaults(turnSheetOver(plan), replay);
  return faults.map(({ tip, part, wanted, seen, share }): Finding => {
    const since = tip && sinceWhen(replay, tip, seen);
    const met = share === undefined ? '' : `; ${Math.round(share * 100)} % of it is as wanted`;
    return {
      step: since ?? last.number,
      kind: 'colour',
      text: `The brief wants ${part} in ${plan.paper[wanted].name}, and ${plan.paper[seen].name} shows${since ? ` since step ${since}` : ' at the end'}${met}${swapped.length === 0 ? '; with the sheet begun other side up it comes right' : ''}.`,
      ...(swapped.length === 0 ? { swaps: true } : {}),
    };
  });
}

/** The plan begun with the other side of its sheet up. Its wishes are for colours, and each stays the colour it was. */
export const turnSheetOver = (plan: Plan): Plan => ({
  ...plan,
  paper: { ...plan.paper, front: plan.paper.back, back: plan.paper.front },
  brief: {
    ...plan.brief,
    sides: plan.brief.sides.map((s) => ({ ...s, side: otherSide(s.side) })),
  },
});

const otherSide = (side: Side): Side => (side === 'front' ? 'back' : 'front');

interface ColourFault {
  readonly part: string;
  readonly wanted: Side;
  readonly seen: Side;
  /** How much of a part that was painted, or of everything, is as wanted. */
  readonly share?: number;
  readonly tip?: Point;
}

/** Words for the whole picture, not for a part of it. */
const WHOLE = new Set(['everything', 'all', 'all of it', 'body', 'whole', 'whole body', 'whole model']);

type Wish = Plan['brief']['sides'][number];

/** What is known of a wish at the end: a limb at its tip, a painted part or the whole by its area from either side. */
type SeenPart =
  | { readonly kind: 'tip'; readonly tip: Point; readonly seen: Side }
  | { readonly kind: 'area'; readonly front: AreaSeen; readonly behind: AreaSeen };

/** Area in each colour that shows from one side of the model, in sheet sides squared. */
interface AreaSeen {
  readonly front: number;
  readonly back: number;
}

const shareIn = (area: AreaSeen, side: Side): number | undefined => {
  const whole = area.front + area.back;
  return whole > tolerance.samePoint ? area[side] / whole : undefined;
};

function readPart(plan: Plan, replay: Replay, { part, at }: Pick<Wish, 'part' | 'at'>): SeenPart | undefined {
  const state = replay.steps.at(-1)?.after;
  if (!state) return undefined;
  if (at.length > 0) {
    const context = contextAfter(replay);
    const facets = new Set(
      at.flatMap((ref) => {
        const place = resolvePoint(ref, context);
        return place.ok && place.value.sheet ? facetsAt(state, place.value.sheet) : [];
      }),
    );
    return { kind: 'area', front: areaOf(state, facets, 'top'), behind: areaOf(state, facets, 'bottom') };
  }
  const limb = plan.limbs.find((l) => l.name.toLowerCase() === part.toLowerCase());
  const tip = limb && cornersOf(plan.sheet.shape).find((c) => c.name === limb.tip)?.at;
  const seen = tip && sideSeen(state, tip);
  if (seen) return { kind: 'tip', tip, seen };
  if (!WHOLE.has(part.toLowerCase().replace(/^the /, ''))) return undefined;
  const { fromFront, fromBehind } = measureState(state).measures;
  return { kind: 'area', front: fromFront, behind: fromBehind };
}

/** What of some facets shows from one side of the model, by the colour it shows there. */
function areaOf(state: FlatState, facets: ReadonlySet<number>, from: 'top' | 'bottom'): AreaSeen {
  const area = { front: 0, back: 0 };
  for (const cell of measureState(state).map.cells) {
    const f = from === 'top' ? cell.layers[0] : cell.layers.at(-1);
    if (f === undefined || cell.area <= 0 || !facets.has(f)) continue;
    const isBack = isTurned(state.facets[f]!.placement) !== (from === 'bottom');
    area[isBack ? 'back' : 'front'] += cell.area;
  }
  return area;
}

/** Wishes that are not met: a limb by the side at its tip, an area by more than a stray share of it. */
function colourFaults(plan: Plan, replay: Replay): ColourFault[] {
  return plan.brief.sides.flatMap((wish): ColourFault[] => {
    const known = readPart(plan, replay, wish);
    const { side: wanted } = wish;
    const part = WHOLE.has(wish.part.toLowerCase())
      ? wish.part.toLowerCase()
      : `the ${wish.part.toLowerCase()}`;
    if (known?.kind === 'tip')
      return known.seen === wanted ? [] : [{ part, wanted, seen: known.seen, tip: known.tip }];
    const share = known && shareIn(known.front, wanted);
    return share === undefined || share >= 1 - STRAY
      ? []
      : [{ part, wanted, seen: otherSide(wanted), share }];
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

/** A part of the brief at the end: the side wanted, the one that shows (mostly), and the share met from front and behind. */
export interface PartSeen {
  readonly part: string;
  readonly wanted: Side;
  readonly seen?: Side;
  readonly share?: number;
  readonly shareBehind?: number;
}

/** How the model comes out with one side of the sheet up at the first step. */
export interface ColourChoice {
  /** Whether the sheet is begun the other way up than the plan has it. */
  readonly isSwapped: boolean;
  /** Parts of the brief: the side wanted, and what is known of each. */
  readonly parts: readonly PartSeen[];
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
    const parts = plan.brief.sides.map((wish) => readWish(plan, replay, wish, isSwapped));
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

/** What becomes of one wish; begun other side up, what shows the front shows the back. */
function readWish(plan: Plan, replay: Replay, wish: Wish, isSwapped: boolean): PartSeen {
  const wanted = wish.side;
  const looked = isSwapped ? otherSide(wanted) : wanted;
  const known = readPart(plan, replay, wish);
  const base = { part: wish.part, wanted };
  if (!known) return base;
  if (known.kind === 'tip') return { ...base, seen: isSwapped ? otherSide(known.seen) : known.seen };
  const [share, behind] = [shareIn(known.front, looked), shareIn(known.behind, looked)];
  return {
    ...base,
    ...(share === undefined ? {} : { share, seen: share >= 1 - STRAY ? wanted : otherSide(wanted) }),
    ...(behind === undefined ? {} : { shareBehind: behind }),
  };
}
