import { buildPattern } from '../creases/index.ts';
import { patternOf } from '../formats/index.ts';
import { type Point, isOnSegment, isSamePoint, tolerance } from '../geometry/index.ts';
import { type PointRef, resolvePoint } from '../references/index.ts';
import { type Replay, contextAfter, nameSteps } from '../sequence/index.ts';
import { listLandmarks, refAt } from './landmarks.ts';

/** A stretch of crease on the sheet that a collapse may use, between two crossings. */
export interface SheetCrease {
  readonly key: string;
  readonly from: Point;
  readonly to: Point;
  readonly fromRef: PointRef;
  readonly toRef: PointRef;
  /** "A to O" where its ends have names. */
  readonly name: string;
}

/** More stretches than this cannot be pointed at. */
const MOST_STRETCHES = 600;

/** Stretches of crease on the sheet between crossings, ends named where they have names: those that rest, or folds as well. */
export function listCreases(
  replay: Replay,
  before: number,
  which: 'resting' | 'all' = 'resting',
): SheetCrease[] {
  const { state } = contextAfter(replay, before);
  const folded = patternOf(state);
  const at = folded.vertices.length;
  const built = buildPattern({
    vertices: [...folded.vertices, ...state.resting.flatMap((r) => [r.from, r.to])],
    edges: [
      ...folded.edges,
      ...state.resting.map((_, i) => ({ a: at + 2 * i, b: at + 2 * i + 1, assignment: 'F' as const })),
    ],
  });
  if (!built.ok) return [];
  const { edges, vertices } = built.value;
  const named = listLandmarks(
    state,
    replay.steps.slice(0, before),
    [],
    nameSteps(replay.sequence.steps),
  ).flatMap((l) => (l.sheet && !l.name.startsWith('corner of') ? [{ ...l, sheet: l.sheet }] : []));
  const refTo = (p: Point): { ref: PointRef; name: string | undefined } => {
    const known = named.find((l) => isSamePoint(l.sheet, p, tolerance.overlap));
    return known ? { ref: known.ref, name: known.name } : { ref: refAt(p), name: undefined };
  };
  return edges
    .filter((e) => e.assignment === 'F' || (which === 'all' && isFold(e.assignment)))
    .slice(0, MOST_STRETCHES)
    .map((e, i) => {
      const [from, to] = [vertices[e.a]!, vertices[e.b]!];
      const [a, b] = [refTo(from), refTo(to)];
      return {
        key: [...from, ...to].map((v) => v.toFixed(6)).join(),
        from,
        to,
        fromRef: a.ref,
        toRef: b.ref,
        name: a.name && b.name ? `${a.name} to ${b.name}` : `stretch ${i + 1}`,
      };
    });
}

const isFold = (assignment: string): boolean => assignment === 'M' || assignment === 'V';

/** A crease chosen for a collapse, by its ends. */
interface ChosenEnds {
  readonly from: PointRef;
  readonly to: PointRef;
}

/**
 * Creases of a collapse as the stretches that can be clicked there: each is covered by those that lie on it. One that none
 * lies on, or whose ends are gone, stays as it is.
 */
export function splitIntoStretches<C extends ChosenEnds>(
  replay: Replay,
  before: number,
  creases: readonly C[],
  which: 'resting' | 'all' = 'resting',
): (C & { readonly key: string })[] {
  const context = contextAfter(replay, before);
  const stretches = listCreases(replay, before, which);
  return creases.flatMap((crease) => {
    const [from, to] = [crease.from, crease.to].map((ref) => {
      const found = resolvePoint(ref, context);
      return found.ok ? found.value.sheet : undefined;
    });
    const own =
      from && to
        ? stretches.filter((s) =>
            [s.from, s.to].every((p) => isOnSegment(p, { from, to }, tolerance.overlap)),
          )
        : [];
    return own.length > 0
      ? own.map((s) => ({ ...crease, key: s.key, from: s.fromRef, to: s.toRef }))
      : [{ ...crease, key: JSON.stringify([crease.from, crease.to]) }];
  });
}
