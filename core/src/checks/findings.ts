import { alignmentsOf, specOf } from '../kinds/index.ts';
import {
  type Point,
  type Segment,
  between,
  distance,
  isInside,
  isTurned,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import {
  type FlatState,
  facetOnModel,
  facetsAt,
  foldsOf,
  subtractSegments,
  toMeasures,
  toModel,
} from '../folded/index.ts';
import { refsOf } from '../kinds/index.ts';
import { type LineRef, type PointRef, resolvePoint, sayPoint } from '../references/index.ts';
import { whyNotAt } from '../editing/index.ts';
import { type Replay, type ReplayedStep, nameSteps, replaySequence } from '../sequence/index.ts';
import { type SheetSymmetry, landmarksOf } from '../sheet/index.ts';
import { type NeededCrease, needsOf, opensPaper, pressedBy } from './needs.ts';

/** Something a folder should know before a step. */
export interface Finding {
  /** Number of the step it concerns. */
  readonly step: number;
  readonly kind: FindingKind;
  readonly text: string;
  /** What a remedy needs to know: the sheet side in mm that would do, ... */
  readonly sideMm?: number;
  /** ... that the colours come right with the sheet begun other side up, ... */
  readonly swaps?: boolean;
  /** ... the step it should equal, ... */
  readonly twin?: { readonly of: string; readonly map: SheetSymmetry };
  /** ... the place that nothing marks, ... */
  readonly place?: Share;
  /** ... or the step that closes over the flap. */
  readonly closedBy?: number;
}

export type FindingKind =
  | 'reverse first'
  | 'crease missing'
  | 'mark missing'
  | 'locked'
  | 'covered'
  | 'not flat'
  | 'too narrow'
  | 'too thick'
  | 'colour'
  | 'scar'
  | 'there already'
  | 'unequal';

/** Looks a folded sequence through: collapses prepared, marks made, flaps still free, steps that do not lie flat. */
export function checkSequence(replay: Replay): Finding[] {
  const known = checked.get(replay);
  if (known) return [...known];
  // Later ones may only be refused because of this one.
  const firstRefused = replay.steps.find((s) => s.refusal);
  const found = replay.steps.flatMap((step, i) => [
    ...checkNeeds(step),
    ...checkEveryLayer(step, replay),
    ...checkThere(step),
    ...checkMarks(step, replay),
    ...checkAccess(step, replay.steps.slice(0, i), replay.sequence.points),
    ...checkFlat(step),
    ...(step === firstRefused ? checkCovered(step, replay) : []),
  ]);
  checked.set(replay, found);
  return [...found];
}

/** What was found of a replay: every remedy that is tried asks for that of the plan again. */
const checked = new WeakMap<Replay, readonly Finding[]>();

const count = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;

function checkNeeds(step: ReplayedStep): Finding[] {
  const needs = needsOf(step);
  // A single reverse fold or sink is creased as it is made; a list helps where many creases go together.
  const { bends, presses } = specOf(step.move).beforehand;
  if (!needs || needs.creases.length < 3 || !bends) return [];
  const found: Finding[] = [];
  if (needs.toReverse > 0)
    found.push({
      step: step.number,
      kind: 'reverse first',
      text: `Before step ${step.number} bend ${count(needs.toReverse, 'crease')} the other way: pressed before with the wrong sense.`,
    });
  if (needs.missing > 0 && presses)
    found.push({
      step: step.number,
      kind: 'crease missing',
      text: `Step ${step.number} folds ${count(needs.creases.length, 'crease')} at once, and ${needs.missing} of them ${needs.missing === 1 ? 'is' : 'are'} not pressed before; crease ${needs.missing === 1 ? 'it' : 'them'} first.`,
    });
  return found;
}

/**
 * A reverse fold, sink or crimp along a crease that is not pressed in all of its layers: missing in some, or, where the
 * step is said to follow that very crease, pressed in the other sense there.
 */
function checkEveryLayer(step: ReplayedStep, replay: Replay): Finding[] {
  const { move } = step;
  if (!specOf(move).beforehand.everyLayer) return [];
  const needs = needsOf(step);
  if (!needs) return [];
  const follows = alignmentsOf(move).some((l) => l.kind === 'crease');
  const lacking = needs.creases.filter((c) => c.state === 'missing' || c.state === 'part');
  const wrong = follows ? needs.creases.filter((c) => c.state === 'reverse') : [];
  const whereOf = (list: readonly NeededCrease[]): string =>
    listWords([...new Set(list.map((c) => sayLayerAt(step.before, between(c.from, c.to, 0.5))))]);
  const inAll = `Step ${step.number} folds its crease in ${needs.creases.length} layers`;
  const pressed = pressedBy(step);
  const sayNumbers = (of: readonly ReplayedStep[]): string =>
    `step${of.length === 1 ? '' : 's'} ${of.map((s) => s.number).join(', ')}`;
  const presses = replay.steps.filter((s) => pressed.includes(s.step.id));
  const partial = presses.filter((s) => s.move.kind === 'crease' && s.move.through !== 'all');
  if (lacking.length > 0 && lacking.length < needs.creases.length)
    return [
      {
        step: step.number,
        kind: 'crease missing',
        text: `${inAll}, and it is pressed in ${needs.creases.length - lacking.length}; it is missing in ${whereOf(lacking)}. Crease ${partial.length > 0 ? `${sayNumbers(partial)} through all layers` : 'all layers together there first'}.`,
      },
    ];
  if (lacking.length > 0 || wrong.length === 0 || wrong.length === needs.creases.length) return [];
  return [
    {
      step: step.number,
      kind: 'reverse first',
      text: `${inAll} in one sense; that sense is missing in ${whereOf(wrong)}, which ${sayNumbers(presses)} pressed the other way. Bend the crease back and forth there first.`,
    },
  ];
}

/** A crease that is on the paper already, pressed in the same sense: often the image of a crease that is its own. */
function checkThere({ move, trail, before, number, step }: ReplayedStep): Finding[] {
  if (move.kind !== 'crease' || move.soft || !trail || trail.creases.length === 0) return [];
  const lacks = trail.creases.some((c) => {
    const { sense } = c as { sense?: 'valley' | 'mountain' };
    const same = before.resting.filter((r) => r.pressed === 'full' && (!sense || r.sense === sense));
    return subtractSegments(c, same).some((part) => distance(part.from, part.to) > tolerance.alike);
  });
  if (lacks) return [];
  const makers = new Set(
    before.resting.filter((r) => trail.creases.some((c) => liesOn(r, c))).map((r) => r.step),
  );
  return makers.size === 0
    ? []
    : [
        {
          step: number,
          kind: 'there already',
          text: `Step ${number} presses a crease that is there already; ${step.move.kind === 'repeat' ? 'it is its own image, leave this repeat out' : 'leave the step out'}.`,
        },
      ];
}

const liesOn = (a: Segment, b: Segment): boolean =>
  subtractSegments(a, [b]).reduce((sum, p) => sum + distance(p.from, p.to), 0) < distance(a.from, a.to) / 2;

/** The layer that holds a place of the sheet: by a corner or middle of the sheet it reaches, and its depth. */
function sayLayerAt(state: FlatState, at: Point): string {
  const f = facetsAt(state, at)[0]!;
  const n = state.facets.length;
  const over = state.facets.filter((_, g) => {
    if (state.order[g * n + f] !== 1) return false;
    const here = toModel(state, at)!;
    return doOverlapAt(state, g, here);
  }).length;
  const mark = landmarksOf(state.sheet).find((l) => {
    const holding = facetsAt(state, l.at);
    return holding.length === 1 && holding[0] === f;
  });
  const depth = over === 0 ? 'the top layer' : `layer ${over + 1} from the top`;
  return mark ? `${depth}, that of ${sayPoint({ kind: 'named', name: mark.name }, new Map())}` : depth;
}

/** True where a facet lies under a place of the model. */
const doOverlapAt = (state: FlatState, f: number, at: Point): boolean => {
  const corners = facetOnModel(state, f);
  return isInside(isTurned(state.facets[f]!.placement) ? corners.reverse() : corners, at, 1e-9);
};

const MOST_NAMED = 3;
const listWords = (words: readonly string[]): string => {
  const named = words.length > MOST_NAMED + 1 ? words.slice(0, MOST_NAMED) : words;
  const all = named.length < words.length ? [...named, `${words.length - named.length} more layers`] : named;
  return all.length < 2 ? all.join('') : `${all.slice(0, -1).join('; ')}; and ${all.at(-1)!}`;
};

function checkFlat(step: ReplayedStep): Finding[] {
  if (step.refusal || !opensPaper(step)) return [];
  return [
    {
      step: step.number,
      kind: 'not flat',
      text: `During step ${step.number} the model does not lie flat; stop before or after it, not within.`,
    },
  ];
}

/** Places on an edge or line that nothing on the paper shows: a share of the way without crease, pinch or fold. */
function checkMarks(step: ReplayedStep, { sequence }: Replay): Finding[] {
  // A step done by taste goes anywhere within its range and needs no mark.
  if (step.step.tolerance.kind === 'taste') return [];
  const names = nameSteps(sequence.steps);
  const context = { state: step.before, points: sequence.points, trails: new Map(), numbers: new Map() };
  const shares = sharesIn(refsOf(step.move).lines, sequence.points);
  return shares.flatMap((ref): Finding[] => {
    const at = resolvePoint(ref, context);
    if (!at.ok || !at.value.sheet || isShown(step.before, at.value.sheet, ref, context)) return [];
    return [
      {
        step: step.number,
        kind: 'mark missing',
        place: ref,
        text: `Step ${step.number} uses ${sayPoint(ref, names)}, and nothing marks that place; pinch it first, or take a landmark that is there.`,
      },
    ];
  });
}

/** A place by its share of a way. */
type Share = Extract<PointRef, { kind: 'along' }>;

/** Shares of the way named by lines, also through the plan's own points. */
function sharesIn(lines: readonly LineRef[], points: Replay['sequence']['points']): Share[] {
  const found = new Map<string, Share>();
  const point = (p: PointRef, depth: number): void => {
    if (depth > 6) return;
    if (p.kind === 'along') found.set(JSON.stringify(p), p);
    else if (p.kind === 'named' && points[p.name]) point(points[p.name]!, depth + 1);
  };
  const line = (l: LineRef): void => {
    switch (l.kind) {
      case 'through':
        [l.a, l.b].forEach((p) => point(p, 0));
        return;
      case 'onto':
        [l.from, l.to].forEach((p) => point(p, 0));
        return;
      case 'turned':
      case 'across':
      case 'beside':
        point(l.at, 0);
    }
  };
  lines.forEach(line);
  return [...found.values()];
}

/** True where a crease, fold, corner or pinch crosses at the place (the line the share is taken along does not count). */
function isShown(
  state: FlatState,
  at: Point,
  ref: Share,
  context: Parameters<typeof resolvePoint>[1],
): boolean {
  if (state.vertices.some((v) => isSamePoint(v, at, tolerance.alike))) return true;
  const ends = [ref.from, ref.to].map((p) => resolvePoint(p, context));
  const [a, b] = ends.map((e) => (e.ok ? e.value.sheet : undefined));
  return [...state.resting, ...foldsOf(state)].some((s) => {
    const off = distance(s.from, at) + distance(at, s.to) - distance(s.from, s.to);
    if (off > tolerance.overlap) return false;
    if (!a || !b) return true;
    const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], s.to[0] - s.from[0], s.to[1] - s.from[1]];
    return Math.abs(ux * vy - uy * vx) > tolerance.alike * Math.hypot(ux, uy) * Math.hypot(vx, vy);
  });
}

/** A flap that is tucked or pulled out lies between layers: since when, and that it must be opened. */
function checkAccess(
  step: ReplayedStep,
  earlier: readonly ReplayedStep[],
  points: Replay['sequence']['points'],
): Finding[] {
  const { move } = step;
  const [reached] = specOf(move).reachesFor(move);
  if (!reached || step.refusal) return [];
  const trails = new Map(earlier.flatMap((e) => (e.trail ? [[e.step.id, e.trail] as const] : [])));
  const named = resolvePoint(reached, { state: step.before, points, trails, numbers: new Map() });
  const flap = named.ok ? named.value.sheet : undefined;
  if (!flap || isFree(step.before, flap)) return [];
  const closedBy = [...earlier].reverse().find((e) => isFree(e.before, flap) && !isFree(e.after, flap));
  if (!closedBy) return [];
  return [
    {
      step: step.number,
      kind: 'locked',
      closedBy: closedBy.number,
      text: `The flap of step ${step.number} lies between layers since step ${closedBy.number}; open them for it, or make it before step ${closedBy.number}.`,
    },
  ];
}

/** Places tried before a step that is refused, from where it stands on; and how often all that follows is folded again. */
const MOST_EARLIER = 12;
const MOST_FOLDED = 2;

/**
 * A step that is refused and folds earlier: the step since which it does not. Cost: one fold for each place tried, and a
 * replay of what follows where it folds there.
 */
function checkCovered(step: ReplayedStep, replay: Replay): Finding[] {
  const { steps } = replay.sequence;
  const refused = replay.steps.filter((s) => s.refusal).length;
  let folds = 0;
  for (let to = step.number - 1; to >= Math.max(1, step.number - MOST_EARLIER); to--) {
    if (whyNotAt(steps, step.number, to)) break;
    const there = [...steps.slice(0, to - 1), step.step];
    if (replaySequence({ ...replay.sequence, steps: there }, replay).steps.at(-1)!.refusal) continue;
    if (++folds > MOST_FOLDED) break;
    const moved = steps.filter((s) => s.id !== step.step.id);
    moved.splice(to - 1, 0, step.step);
    const folded = replaySequence({ ...replay.sequence, steps: moved }, replay);
    if (folded.steps.filter((s) => s.refusal).length >= refused) continue;
    return [
      {
        step: step.number,
        kind: 'covered',
        closedBy: to,
        text: `Step ${step.number} does not fold after step ${to}, which brings paper into its way; before it, it does.`,
      },
    ];
  }
  return [];
}

/** True when a material point can be seen from the front or from behind. */
function isFree(state: FlatState, p: Point): boolean {
  const n = state.facets.length;
  return facetsAt(state, p).some((f) => {
    const row = Array.from({ length: n }, (_, g) => state.order[g * n + f]!);
    return !row.includes(1) || !row.includes(-1);
  });
}

/** An earlier step that may have been left out: without it the model would have the size that was measured. */
export interface SkippedStep {
  readonly step: number;
  /** How far width and height without that step lie from what was measured, in sheet sides. */
  readonly off: number;
}

/**
 * Which earlier step a folder may have skipped: every step up to `number` is left out in turn, and the size the model
 * then has is held against what was measured (sheet sides). Gives the steps that explain it better than folding all.
 */
export function findSkipped(
  replay: Replay,
  number: number,
  measured: { readonly width: number; readonly height: number },
): SkippedStep[] {
  const steps = replay.sequence.steps.slice(0, number);
  const offOf = (list: typeof steps): number => {
    const folded = replaySequence({ ...replay.sequence, steps: list }, replay);
    const m = toMeasures(folded.steps.at(-1)?.after ?? folded.start);
    return Math.hypot(m.width - measured.width, m.height - measured.height);
  };
  const asPlanned = offOf(steps);
  return steps
    .map((_, i) => ({ step: i + 1, off: offOf(steps.filter((_s, k) => k !== i)) }))
    .filter((s) => s.off < asPlanned - tolerance.alike)
    .sort((a, b) => a.off - b.off)
    .slice(0, 3);
}
