import { bases, precreaseBase } from '../bases/index.ts';
import { buildChance } from '../chance/index.ts';
import { type FlatState, buildArrangement, checkState, shortestFold, toMeasures } from '../folded/index.ts';
import { dot, subtract } from '../geometry/index.ts';
import { checkLayers } from '../layers/index.ts';
import {
  type Replay,
  type ReplayedStep,
  type Sequence,
  type Step,
  replaySequence,
  write,
} from '../sequence/index.ts';
import { pickOne, toScene } from './scene.ts';
import { type Skill, skillSpec } from './skills.ts';

/** How hard a step is on its sheet: layers at its creases, and how long they are together along the line, in sheet sides. */
export interface Hardness {
  readonly layers: number;
  readonly reach: number;
}

/** Levels of a drill: easy, half-way, and as in the plan. */
export const levels = [1, 2, 3] as const;
export type Level = (typeof levels)[number];

export interface DrillAsk {
  readonly skill: Skill;
  /** Another number gives another drill; the same gives the same. */
  readonly seed: number;
  /** What the plan asks of the hand: layers at the crease and the crease's length in mm. Null without a plan. */
  readonly need: { readonly layers: number; readonly reachMm: number } | null;
}

/** A short sequence that ends in the move to be practised, on a sheet of its own. */
export interface Drill {
  readonly skill: Skill;
  readonly level: Level;
  readonly seed: number;
  readonly sequence: Sequence;
  /** Steps from 1: the first that is practised; those before it only lead there. */
  readonly from: number;
  readonly sideMm: number;
  readonly layers: number;
  /** How long its crease is on that sheet. */
  readonly reachMm: number;
}

/** A hand at ease: what a drill is like where no plan says anything. */
const USUAL = { layers: 4, reachMm: 40 };
/** How much larger the crease is than in the plan, by level. */
const LARGER: Readonly<Record<Level, number>> = { 1: 2.5, 2: 1.6, 3: 1 };
/** Sheets a drill is folded from, in mm: a hand holds none that is smaller, a table none that is larger. */
const SIDES = { least: 75, most: 350, round: 5 };
/** Longer ways to the move tire before it comes. */
const MOST_STEPS = 9;
const MOST_FACETS = 40;
/** Models that are looked at for one drill, tries at each, and drills that are compared. */
const [STARTS, TRIES, POOL] = [24, 14, 9];
const MOST_STARTS = 240;

/** How hard a step was made; a step without creases of its own is judged by what it leaves. */
export function hardnessOf({ trace, after, move }: Pick<ReplayedStep, 'trace' | 'after' | 'move'>): Hardness {
  const layers = Math.max(1, trace?.layersAtCrease ?? 1);
  // Where many creases close at once the shortest of them is what fingers meet.
  if (!trace || trace.chords.length === 0 || move.kind === 'collapse')
    return { layers, reach: shortestFold(after) ?? 0 };
  const along = trace.chords.flatMap(({ from, to }) => {
    const way = subtract(trace.chords[0]!.to, trace.chords[0]!.from);
    const size = Math.hypot(way[0], way[1]) || 1;
    return [dot(from, way) / size, dot(to, way) / size];
  });
  return { layers, reach: Math.max(...along) - Math.min(...along) };
}

/**
 * Drills computed for a hand, one for each level: models folded at random (the same for the same seed) from the shorter bases
 * of the atlas, on which the engine really makes the move, and makes it lawfully. Of several the one whose layers come nearest
 * to the level is taken; its sheet is so large that the crease has the level's length. Empty where no model of the atlas offers
 * a place. Cost: some hundred moves on states of at most 40 facets.
 */
export function buildDrills(ask: DrillAsk): Drill[] {
  const chance = buildChance(ask.seed * 7919 + skillSeed(ask.skill));
  const made = ask.skill === 'collapse' ? collapses(chance) : moves(ask.skill, chance);
  const need = ask.need ?? USUAL;
  const taken = new Set<Replay>();
  return levels.flatMap((level): Drill[] => {
    const wanted = 2 + ((Math.max(2, need.layers) - 2) * (level - 1)) / 2;
    const off = (r: Replay): number => Math.abs(Math.log(layersOf(r) / wanted)) + (taken.has(r) ? 0.2 : 0);
    const [best] = [...made].sort((a, b) => off(a) - off(b));
    if (!best) return [];
    taken.add(best);
    const { layers, reach } = hardnessOf(best.steps.at(-1)!);
    const ownMm = Math.max(need.reachMm, LEAST_REACH_MM);
    const wantedMm = Math.max(ownMm, Math.min(ownMm * LARGER[level], EASY_REACH_MM));
    const sideMm = roundTo(reach > 0 ? wantedMm / reach : USUAL_SIDE_MM, SIDES);
    return [
      {
        skill: ask.skill,
        level,
        seed: ask.seed,
        sequence: best.sequence,
        from: best.steps.length,
        sideMm,
        layers,
        reachMm: reach * sideMm,
      },
    ];
  });
}

/** A longer crease is no easier to a hand. */
const EASY_REACH_MM = 80;
/** A crease shorter than this is a matter of tweezers; nobody learns a move on it. */
const LEAST_REACH_MM = 4;
const USUAL_SIDE_MM = 150;

const layersOf = (r: Replay): number => hardnessOf(r.steps.at(-1)!).layers;

/** Skills do not share their random numbers. */
const skillSeed = (skill: string): number => [...skill].reduce((n, c) => (n * 31 + c.charCodeAt(0)) >>> 0, 7);

const roundTo = (mm: number, { least, most, round }: typeof SIDES): number =>
  Math.min(most, Math.max(least, Math.round(mm / round) * round));

/** Square bases that are folded in few steps, each after some of its steps: what a drill begins with. */
function beginnings(): readonly Replay[] {
  folded ??= bases
    .filter((b) => b.sheet.kind === 'square' && b.steps.length > 0 && b.steps.length <= MOST_STEPS)
    .map(({ sheet, points, steps }) => replaySequence({ sheet, points, steps }));
  return folded;
}

/** Kept, so that the states and what is read of them are the same objects from drill to drill. */
let folded: readonly Replay[] | undefined;

/** One model on which a skill is used, the last step; for a picture of it. Undefined where no model of the atlas offers a place. */
export const pictureOf = (skill: Skill): Sequence | undefined =>
  moves(skill, buildChance(skillSeed(skill)), 1)[0]?.sequence;

function moves(skill: Skill, chance: () => number, pool = POOL): Replay[] {
  const { propose } = skillSpec(skill);
  if (!propose) return [];
  const all = beginnings();
  const made: Replay[] = [];
  // Where chance has found no place yet, it goes on looking for one.
  const isEnough = (start: number): boolean =>
    made.length >= pool || start >= (made.length === 0 ? MOST_STARTS : STARTS);
  for (let start = 0; !isEnough(start); start++) {
    const whole = pickOne(all, chance)!;
    // Any place on the way will do: a preliminary base is a fine place for a petal fold.
    const at = Math.ceil(chance() * whole.steps.length);
    const before = firstSteps(whole, at);
    const state = stateOf(before);
    if (state.facets.length > MOST_FACETS) continue;
    const scene = toScene(state);
    for (let tries = 0; tries < TRIES; tries++) {
      const move = propose(scene, chance);
      const next = move && withStep(before, write.writeStep('drill', move));
      if (!next || next.steps.at(-1)!.refusal) continue;
      const after = stateOf(next);
      if (!showsOutside(state, after)) continue;
      if (checkState(after).length + checkLayers(after).length > 0) continue;
      made.push(next);
      break;
    }
  }
  return made;
}

/** Patterns that are pressed first and close at once. */
function collapses(chance: () => number): Replay[] {
  const made: Replay[] = [];
  const all = bases.filter((b) => b.sheet.kind === 'square' && b.family !== 'simple');
  for (let start = 0; start < STARTS && made.length < POOL; start++) {
    const base = pickOne(all, chance)!;
    const pressed = precreaseBase(base, 'drill');
    if (typeof pressed === 'string') continue;
    const replay = replaySequence({ sheet: base.sheet, points: {}, steps: pressed.steps });
    if (replay.steps.some((s) => s.refusal) || stateOf(replay).facets.length > MOST_FACETS) continue;
    made.push(replay);
  }
  return made;
}

/** What is folded within other layers, out of sight, teaches a hand nothing: the outline has to change. */
function showsOutside(before: FlatState, after: FlatState): boolean {
  const [a, b] = [before, after].map((s) => toMeasures(s, buildArrangement(s)));
  return (
    Math.abs(a!.silhouetteArea - b!.silhouetteArea) > LEAST_CHANGE ||
    Math.abs(a!.width - b!.width) + Math.abs(a!.height - b!.height) > LEAST_CHANGE
  );
}

/** In shares of the sheet and its side. */
const LEAST_CHANGE = 0.004;

const stateOf = (replay: Replay): FlatState => replay.steps.at(-1)?.after ?? replay.start;

const firstSteps = (replay: Replay, count: number): Replay =>
  replaySequence({ ...replay.sequence, steps: replay.sequence.steps.slice(0, count) }, replay);

const withStep = (replay: Replay, step: Step): Replay =>
  replaySequence({ ...replay.sequence, steps: [...replay.sequence.steps, step] }, replay);
