import type { Point } from '../geometry/index.ts';
import { between } from '../geometry/index.ts';
import { toModel } from '../folded/index.ts';
import { type Move, refsOf } from '../kinds/index.ts';
import { type PointRef, type ResolveContext, resolvePoint, walkRefs } from '../references/index.ts';

/** A point or crease a step names, where it lies in the model before the step. */
export interface UsedLandmark {
  readonly ref: PointRef | { readonly kind: 'crease'; readonly step: string };
  readonly at: Point;
}

/** A sentence names no more; a collapse of many creases is told by its picture. */
const MOST_NAMED = 14;

/** What the sentence of a move names: corners, marks, creases; constructed points stand for the ones they are made of. */
export function landmarksUsed(move: Move, context: ResolveContext): UsedLandmark[] {
  const found = new Map<string, UsedLandmark>();
  const add = (ref: UsedLandmark['ref'], at: Point | undefined): void => {
    if (at) found.set(JSON.stringify(ref), { ref, at });
  };
  const { points, lines } = refsOf(move);
  // Points that only say which paper moves are no landmarks; where a move has lines, those are what a folder looks for.
  walkRefs(lines.length > 0 ? { points: [], lines } : { points, lines }, {
    point: (ref) => {
      if (ref.kind === 'sheet') return;
      const at = resolvePoint(ref, context);
      if (at.ok) add(ref, at.value.model);
    },
    crease: (ref) => {
      const crease = context.trails.get(ref.step)?.creases[0];
      add(ref, crease && toModel(context.state, between(crease.from, crease.to, 0.32)));
    },
  });
  return found.size > MOST_NAMED ? [] : [...found.values()];
}
