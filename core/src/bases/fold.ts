import { type Line, type Point, distance, tolerance, isSamePoint } from '../geometry/index.ts';
import { type FlatState, type Measures, buildArrangement, toMeasures } from '../folded/index.ts';
import { invariant } from '../outcome/index.ts';
import { type Replay, replaySequence } from '../sequence/index.ts';
import { type BaseFlap, findBaseFlaps, readDesigned } from './flaps.ts';
import type { Base } from './words.ts';

/** A base folded: its steps, its state, its readings, and the flaps that can become limbs, longest first. */
export interface FoldedBase {
  readonly base: Base;
  readonly replay: Replay;
  readonly state: FlatState;
  readonly measures: Measures;
  readonly flaps: readonly BaseFlap[];
  readonly axis: Line | undefined;
  readonly hub: Point | undefined;
  /** Where flaps are rooted, with their tips: one place or two; a tip or two at places of their own count with neither. */
  readonly hubs: readonly { readonly at: Point; readonly tips: readonly string[] }[];
  /** Paper between two hubs, in sheet sides; 0 with one. */
  readonly river: number;
}

/** A base of the atlas, folded. */
export function foldBase(base: Base): FoldedBase {
  const folded = tryFoldBase(base);
  invariant(folded, `the ${base.name} folds`);
  return folded;
}

/** A designed base, folded; none where the engine refuses a step, for instance over creases too near to each other. */
export function tryFoldBase(base: Base): FoldedBase | undefined {
  const replay = replaySequence({ sheet: base.sheet, points: base.points, steps: base.steps });
  if (replay.steps.some((s) => s.refusal)) return undefined;
  const state = replay.steps.at(-1)!.after;
  const found = base.designed ? readDesigned(state, base.designed) : findBaseFlaps(state);
  const hubs = hubsOf(found.flaps);
  return {
    base,
    replay,
    state,
    measures: toMeasures(state, buildArrangement(state)),
    ...found,
    hubs,
    river: hubs.length === 2 ? distance(hubs[0]!.at, hubs[1]!.at) : 0,
  };
}

/** The places flaps are rooted at: both where there are just two with two flaps or more each, else the commonest. */
function hubsOf(flaps: readonly BaseFlap[]): FoldedBase['hubs'] {
  const places: { at: Point; tips: string[] }[] = [];
  for (const { root, tip } of flaps) {
    const known = places.find((p) => isSamePoint(p.at, root, tolerance.alike));
    if (known) known.tips.push(tip);
    else places.push({ at: root, tips: [tip] });
  }
  const shared = places.filter((p) => p.tips.length > 1);
  return shared.length === 2 ? shared : places.sort((a, b) => b.tips.length - a.tips.length).slice(0, 1);
}
