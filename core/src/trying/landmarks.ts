import { specOf } from '../kinds/index.ts';
import { facetOnModel, facetOnSheet, facetsAt, type FlatState, toModel } from '../folded/index.ts';
import { between, crossingOf, distance, lineThrough, type Point, type Segment } from '../geometry/index.ts';
import type { Plan } from '../plan/index.ts';
import { resolvePoint, type LineRef, type PointRef, type StepNames } from '../references/index.ts';
import { contextAfter, nameSteps, type Replay, type ReplayedStep } from '../sequence/index.ts';
import { edgesOf, landmarksOf } from '../sheet/index.ts';

/** A point that can be chosen, with how the plan would keep it. */
export interface Landmark {
  readonly name: string;
  readonly ref: PointRef;
  readonly model: Point;
  readonly sheet?: Point;
  /** Shown always, or only near the pointer. */
  readonly rank: 'main' | 'near';
  /** It lies under another landmark of the sheet, which is what the pointer takes. */
  readonly isUnder?: boolean;
}

const SHARES = ['1/8', '1/4', '1/3', '3/8', '5/8', '2/3', '3/4', '7/8'] as const;
const valueOf = (share: string): number => Number(share.split('/')[0]) / Number(share.split('/')[1]);
/** Landmarks closer than this in the model are one for the pointer; the first by rank is kept. */
const SAME = 1e-6;

/**
 * Points that can be chosen on a state: sheet landmarks, pinch marks, places with names of the folder's own, corners of
 * layers, fractions of raw edges.
 */
export function listLandmarks(
  state: FlatState,
  steps: readonly ReplayedStep[],
  own: readonly OwnPlace[] = [],
  /** Names of creases and marks; of all steps of the plan where those given are only the first of them. */
  names: ReadonlyMap<string, StepNames> = nameSteps(steps.map((s) => s.step)),
): Landmark[] {
  const found: Landmark[] = [];
  const add = (name: string, ref: PointRef, sheet: Point, rank: Landmark['rank']): void => {
    const model = toModel(state, sheet);
    if (!model) return;
    const known = found.find(
      (l) => !l.isUnder && distance(l.model, model) < SAME && (l.rank === 'main') === (rank === 'main'),
    );
    if (!known) found.push({ name, ref, model, sheet, rank });
    else if (known.ref.kind === 'named' && ref.kind === 'named' && known.sheet) {
      // Of two corners that lie on each other the folder sees, and means, the upper one; the other can still be chosen.
      const isUpper = liesOver(state, sheet, known.sheet);
      found.push({ name, ref, model, sheet, rank, isUnder: !isUpper });
      if (isUpper) found[found.indexOf(known)] = { ...known, isUnder: true };
    }
  };
  // Corners and centre first, then marks made by pinches: where one lies on the middle of an edge, the mark is what is seen.
  const built = landmarksOf(state.sheet);
  const addBuilt = (wanted: boolean): void => {
    for (const { name, at } of built)
      if (name.startsWith('mid ') === wanted) add(name, { kind: 'named', name }, at, 'main');
  };
  addBuilt(false);
  for (const { step, trail } of steps) {
    if (trail?.mark) add(names.get(step.id)?.mark ?? '', { kind: 'mark', step: step.id }, trail.mark, 'main');
  }
  for (const { name, at, isMade } of own) add(name, { kind: 'named', name }, at, isMade ? 'main' : 'near');
  addBuilt(true);
  for (const { name, ref, at } of listCrossings(state, steps, names)) add(name, ref, at, 'main');
  let corners = 0;
  state.facets.forEach((_, f) => {
    const onSheet = facetOnSheet(state, f);
    facetOnModel(state, f).forEach((model, i) => {
      const sheet = onSheet[i]!;
      if (found.some((l) => distance(l.model, model) < SAME)) return;
      found.push({
        name: `corner of a layer ${++corners}`,
        ref: refAt(sheet),
        model,
        sheet,
        rank: 'main',
      });
    });
  });
  for (const edge of edgesOf(state.sheet)) {
    const [a, b] = [edge.name[0]!, edge.name[1]!];
    for (const share of SHARES) {
      const ref: PointRef = {
        kind: 'along',
        from: { kind: 'named', name: a },
        to: { kind: 'named', name: b },
        share,
      };
      add(`${share} of ${edge.name}`, ref, between(edge.from, edge.to, valueOf(share)), 'near');
    }
  }
  return [...found.filter((l) => !l.isUnder), ...found.filter((l) => l.isUnder)];
}

/** A place with a name of the folder's own, on the sheet. */
export interface OwnPlace {
  readonly name: string;
  readonly at: Point;
  /** Asked for in Marks and made by the steps: shown like a mark. Others are found by name or near the pointer. */
  readonly isMade: boolean;
}

/** Places with names of the folder's own that are on the paper after a step, by the names sentences call them by. */
export function placesMade({ marks, points }: Plan, replay: Replay, shown: number): OwnPlace[] {
  const context = contextAfter(replay, shown);
  const asked = new Set(marks.flatMap((m) => ('kind' in m && m.kind === 'point' && m.name ? [m.name] : [])));
  return [...new Set([...asked, ...Object.keys(points)])].flatMap((name): OwnPlace[] => {
    const found = resolvePoint({ kind: 'named', name }, context);
    return found.ok && found.value.sheet ? [{ name, at: found.value.sheet, isMade: asked.has(name) }] : [];
  });
}

/** True where the paper at one material point lies over that at another. */
function liesOver(state: FlatState, p: Point, q: Point): boolean {
  const n = state.facets.length;
  const [upper, lower] = [facetsAt(state, p), facetsAt(state, q)];
  return (
    upper.some((f) => lower.some((g) => state.order[f * n + g] === 1)) &&
    !lower.some((g) => upper.some((f) => state.order[g * n + f] === 1))
  );
}

/** Most crossings offered; a sheet full of creases has thousands, and none of them could be pointed at. */
const MOST_CROSSINGS = 80;

interface Crossing {
  readonly name: string;
  readonly ref: PointRef;
  readonly at: Point;
}

/** Where creases of two steps cross on the sheet, and where a crease ends on a raw edge. */
function listCrossings(
  state: FlatState,
  steps: readonly ReplayedStep[],
  names: ReadonlyMap<string, StepNames>,
): Crossing[] {
  const lines = steps.flatMap(({ step, trail, move, number }) => {
    const crease = specOf(move).leaves === 'mark' ? undefined : trail?.creases[0];
    const line = crease && lineThrough(crease.from, crease.to);
    return crease && line
      ? [
          {
            crease,
            line,
            name: names.get(step.id)?.crease || `step ${number}`,
            ref: { kind: 'crease' as const, step: step.id },
          },
        ]
      : [];
  });
  const found: Crossing[] = [];
  lines.forEach((a, i) => {
    for (const b of lines.slice(i + 1)) {
      const at = crossingOf(a.line, b.line);
      if (at && isOn(a.crease, at) && isOn(b.crease, at))
        found.push({
          name: `${a.name} × ${b.name}`,
          ref: { kind: 'meet', a: a.ref, b: b.ref, frame: 'sheet' },
          at,
        });
    }
    for (const edge of edgesOf(state.sheet)) {
      const at = crossingOf(a.line, lineThrough(edge.from, edge.to)!);
      const ends: LineRef = {
        kind: 'through',
        a: { kind: 'named', name: edge.name[0]! },
        b: { kind: 'named', name: edge.name[1]! },
      };
      if (at && isOn(a.crease, at) && isOn(edge, at))
        found.push({
          name: `${a.name} on ${edge.name}`,
          ref: { kind: 'meet', a: a.ref, b: ends, frame: 'sheet' },
          at,
        });
    }
  });
  return found.slice(0, MOST_CROSSINGS);
}

/** True where a point of the line lies within the segment. */
function isOn({ from, to }: Segment, at: Point): boolean {
  return Math.abs(distance(from, at) + distance(at, to) - distance(from, to)) < SAME;
}

/** A place on the sheet as a plan keeps it; digits below the engine's own accuracy are noise there. */
export const refAt = (p: Point): PointRef => ({
  kind: 'sheet',
  at: [Number(p[0].toFixed(12)), Number(p[1].toFixed(12))],
});
