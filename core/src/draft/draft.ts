import type { FoldedBase } from '../bases/index.ts';
import { type Effort, buildEffort } from '../effort/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import {
  type BaseMatch,
  type Figure,
  type LimbTask,
  limbsOf,
  matchBase,
  matchBases,
  taskOfFigure,
} from '../parts/index.ts';
import type { NamedPoints } from '../references/index.ts';
import { toMinutes } from '../schedule/index.ts';
import type { Step } from '../sequence/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type FlatState, toMeasures } from '../folded/index.ts';
import { type Move, specOf } from '../kinds/index.ts';
import { type Aim, aimsOf } from './aim.ts';
import { bodyFrom, chainsFrom } from './chains.ts';
import { type Emitted, Emitter } from './emit.ts';
import { type DraftVerdict, LIMIT, isHidden, isMissed, judgeDraft } from './judge.ts';
import { type Manner, manners } from './manner.ts';
import { ownFor } from './own.ts';

/** A sequence from the flat sheet to the pose, with how well it came out. */
export interface Draft {
  readonly baseId: string;
  readonly baseName: string;
  readonly sideMm: number;
  readonly points: NamedPoints;
  readonly steps: readonly Step[];
  readonly state: FlatState;
  readonly verdict: DraftVerdict;
  /** Layers over at least a hundredth of the silhouette, at its thickest. */
  readonly layersMax: number;
  /** The hardest of its moves. */
  readonly hardest: Move;
  /** Minutes it takes at the usual pace on that sheet (rule of thumb). */
  readonly minutes: number;
  /** What was not managed, in words, with the limb. */
  readonly troubles: readonly string[];
  /** Corners of the sheet by the end of the limb they become. */
  readonly tips: Readonly<Record<string, string>>;
  readonly score: number;
}

/** Engine calls a whole draft may use, and one way of holding a base. */
export const DRAFT_CALLS = 6000;
const CALLS_PER_AIM = 220;
/** With more limbs stuck than this another way to hold the base is more hopeful. */
const MOST_STUCK = 4;
const BASES = 3;
const AIMS = 9;
/** Once there is a good draft, other bases have so many calls to be as good. */
const CALLS_AFTER_GOOD = 300;

/**
 * Ways to hold a base of its own that are tried before another such base is made: so many at most, of a rank that is worse
 * than the best one's by so much at most.
 */
const AIMS_AT_ONCE = 2;
const AS_HOPEFUL = 4;

export interface DraftWishes {
  /** The sheet on which a figure with a body may also get bases of its own; none when left out. */
  readonly own?: SheetShape;
  /** Hears of the best drafts whenever there are better ones. */
  readonly onBest?: (best: readonly Draft[]) => void;
  /** Hears of what is begun: each can take some seconds. */
  readonly onStage?: (stage: DraftStage) => void;
}

/** What drafting is at: a base of its own is made, by its number, or a base is folded into the pose. */
export type DraftStage =
  { readonly doing: 'base'; readonly number: number } | { readonly doing: 'pose'; readonly baseName: string };

/**
 * Drafts of a figure from the bases that serve it, the best readable first. Effort is counted in steps tried by the engine,
 * so the same figure gives the same drafts. Fails where no base has enough flaps.
 */
export function draftFigure(
  figure: Figure,
  folded: readonly FoldedBase[],
  effort: Effort,
  { own: sheet, onBest, onStage }: DraftWishes = {},
): Outcome<Draft[], Issue> {
  const task = taskOfFigure(figure, limbsOf(figure, []));
  const matches = matchBases(folded, task).filter((m) => m.sideMm !== undefined && m.seat !== undefined);
  const own = ownHeld(figure, task, sheet);
  let count = 0;
  const nextOwn = (): IteratorResult<readonly Held[], void> => {
    if (sheet) onStage?.({ doing: 'base', number: ++count });
    return own.next();
  };
  const first = nextOwn();
  if (matches.length === 0 && first.done)
    return failed({
      path: 'limbs',
      text: `No base of the atlas has a flap for each of the ${task.limbs.length} limbs${sheet ? ', and none of its own was found' : ''}; let some be left out, or join limbs.`,
    });
  // A body between two hubs is held by bases that have two; one hub serves it badly, and only one such base is tried.
  const bodied = matches.filter((m) => m.seat!.nodes.length === 2);
  const atlas = first.done
    ? matches.slice(0, BASES)
    : [...bodied, ...matches.filter((m) => !bodied.includes(m)).slice(0, 1)].slice(0, BASES);
  const held = atlas.map((match) =>
    aimAt(
      folded.find((f) => f.base.id === match.baseId)!,
      match,
      figure,
    ),
  );
  const drafts: Draft[] = [];
  let most = Infinity;
  const isOver = (): boolean => !effort.spend(0) || effort.spent() > most;
  const tryWay = ({ base, aim }: Held, manner: Manner): void => {
    // A way that is good already needs no other manner.
    if (drafts.some((d) => isGood(d) && d.baseId === base.base.id)) return;
    onStage?.({ doing: 'pose', baseName: base.base.name });
    const made = draftOne(base, aim, manner, effort);
    if (!made) return;
    drafts.push(made, ...narrowed(made, base, aim, manner, effort));
    drafts.sort((a, b) => a.score - b.score);
    if (drafts.some(isGood)) most = Math.min(most, effort.spent() + CALLS_AFTER_GOOD);
    onBest?.(distinct(drafts));
  };
  // Bases of its own first, until one gives a good draft; what is left of them goes in turn with those of the atlas.
  for (let next = first; !next.done; next = nextOwn()) {
    const ways = differing(next.value);
    const tried = ways.filter((way, i) => i < AIMS_AT_ONCE && way.rank <= ways[0]!.rank + AS_HOPEFUL);
    for (const way of tried) if (!isOver()) tryWay(way, manners[0]!);
    held.push(next.value.filter((way) => !tried.includes(way)));
    if (isOver() || drafts.some(isGood)) break;
  }
  for (const { manner, ...way } of inTurn(held)) {
    if (isOver()) break;
    tryWay(way, manner);
  }
  return done(distinct(drafts));
}

/** Ways that differ by more than the size of their sheet. */
const differing = (ways: readonly Held[]): Held[] => {
  const keyOf = ({ aim }: Held): string =>
    [
      Math.round(aim.rotation),
      aim.isMirrored,
      ...[...aim.flaps].map(([c, f]) => `${c.leaf} ${f.tip}`),
    ].join();
  return ways.filter((way, i) => ways.findIndex((w) => keyOf(w) === keyOf(way)) === i);
};

/** The ways to hold each base of its own, made as they are asked for. */
function* ownHeld(
  figure: Figure,
  task: LimbTask,
  sheet: SheetShape | undefined,
): Generator<readonly Held[], void> {
  if (!sheet) return;
  for (const { folded: base, sideMm, seat } of ownFor(figure, task, sheet))
    yield aimAt(base, { ...matchBase(base, task), sideMm, seat }, figure);
}

/** A draft whose limbs are right and hard to read, narrowed after its turns, and before: what helps one figure spoils another. */
function narrowed(made: Draft, base: FoldedBase, aim: Aim, manner: Manner, effort: Effort): Draft[] {
  const found: Draft[] = [];
  // A base of its own is as narrow as it shall be.
  if (!made.verdict.isAccepted || base.base.designed) return found;
  for (const narrow of ['after', 'before'] as const) {
    if ([made, ...found].some(isGood) || narrow === manner.narrow) break;
    const next = draftOne(base, aim, { ...manner, narrow }, effort);
    if (next) found.push(next);
  }
  return found;
}

/**
 * Every way to hold every base, in every manner, in the order they are tried: the most hopeful way of each base before
 * the second of any, manner after manner.
 */
function inTurn(held: readonly (readonly Held[])[]): (Held & { manner: Manner })[] {
  return manners
    .flatMap((manner, m) =>
      held.flatMap((ways) => ways.map((way, i) => ({ ...way, manner, turn: m * AIMS + i }))),
    )
    .sort((a, b) => a.turn - b.turn || a.rank - b.rank);
}

const isGood = (d: Draft): boolean => d.verdict.isReadable;

/** The best draft of every base, best first. */
function distinct(drafts: readonly Draft[]): Draft[] {
  return drafts.filter((d, i) => drafts.findIndex((o) => o.baseId === d.baseId) === i).slice(0, 4);
}

/** One way to hold a base against the pose. */
interface Held {
  readonly base: FoldedBase;
  readonly aim: Aim;
  readonly rank: number;
}

function aimAt(base: FoldedBase, match: BaseMatch, figure: Figure): Held[] {
  const left = new Set(match.left.map((l) => l.id));
  const chains = chainsFrom(figure, match.seat!).filter((c) => !left.has(c.leaf));
  const body = bodyFrom(figure, match.seat!);
  if (!body && match.seat!.nodes.length > 1) return [];
  return aimsOf(base, { chains, body }, match.sideMm!, AIMS).map((aim) => ({
    base,
    aim,
    // Sheets count against awkward turns: a tenth more side is worth one easy turn.
    rank: aim.cost + 10 * Math.log(aim.sideMm / match.sideMm!) + match.spareFlaps * 0.5,
  }));
}

function draftOne(base: FoldedBase, aim: Aim, manner: Manner, effort: Effort): Draft | undefined {
  let emitted: Emitted | undefined;
  const lead = new Set<string>();
  // Limbs that could not be turned go first the next time, as long as that leaves fewer of them.
  for (;;) {
    const own = buildEffort(CALLS_PER_AIM, undefined, () => !effort.spend(0));
    const next = new Emitter(base, aim, manner, own).run(lead);
    // What was asked for after the end cost nothing.
    effort.spend(Math.min(own.spent(), CALLS_PER_AIM));
    if (emitted && next.failed.length >= emitted.failed.length) break;
    emitted = next;
    const stuck = next.failed.flatMap((f) => (f.chain && !lead.has(f.chain.leaf) ? [f.chain.leaf] : []));
    if (stuck.length === 0 || stuck.length > MOST_STUCK || !effort.spend(0)) break;
    stuck.forEach((leaf) => lead.add(leaf));
  }
  const { sequence, steps } = emitted.replay;
  const state = steps.at(-1)!.after;
  const verdict = judgeDraft(state, emitted.laid, aim);
  const troubles = [
    ...emitted.failed.map((f) => (f.chain ? `${f.chain.name}: ${f.what}.` : `${f.what}.`)),
    ...verdict.limbs.flatMap((l) => [
      ...(l.detour > LIMIT.detour
        ? [`${l.chain.name}: its paper takes a detour of ${Math.round(l.detour * 100)} %.`]
        : []),
      ...(l.endShows ? [] : [`${l.chain.name}: its end lies within other paper.`]),
    ]),
  ];
  return {
    baseId: base.base.id,
    baseName: base.base.name,
    sideMm: aim.sideMm,
    points: sequence.points,
    steps: sequence.steps,
    state,
    verdict,
    layersMax: toMeasures(state).layersMax,
    hardest: steps
      .map((r) => r.step.move)
      .reduce((a, b) => (specOf(b).difficulty > specOf(a).difficulty ? b : a)),
    minutes: steps.reduce((sum, r) => sum + toMinutes(r, aim.sideMm, 1), 0),
    troubles,
    tips: Object.fromEntries([...aim.flaps].map(([chain, flap]) => [chain.leaf, flap.tip])),
    score: scoreOf(verdict, troubles.length, aim),
  };
}

function scoreOf(
  { limbs, areaOff, outlineOff, placeOff, isAccepted, isReadable }: DraftVerdict,
  troubles: number,
  aim: Aim,
): number {
  const missed = limbs.filter(isMissed).length;
  const hidden = limbs.filter(isHidden).length;
  return (
    (isAccepted ? 0 : 10) +
    (isReadable ? 0 : 5) +
    4 * missed +
    2 * hidden +
    20 * placeOff +
    8 * areaOff +
    2 * outlineOff +
    troubles +
    aim.cost * 0.1
  );
}
