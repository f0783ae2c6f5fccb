import type { Point } from '../geometry/index.ts';
import { between } from '../geometry/index.ts';
import { toModel } from '../folded/index.ts';
import { type ResolveContext, resolvePoint } from './resolve.ts';
import type { LineRef, Move, PointRef } from './schema.ts';

/** A point or crease a step names, where it lies in the model before the step. */
export interface UsedLandmark {
  readonly ref: PointRef | { readonly kind: 'crease'; readonly step: string };
  readonly at: Point;
}

/** What the sentence of a move names: corners, marks, creases; constructed points stand for the ones they are made of. */
export function landmarksUsed(move: Move, context: ResolveContext): UsedLandmark[] {
  const found = new Map<string, UsedLandmark>();
  const add = (ref: UsedLandmark['ref'], at: Point | undefined): void => {
    if (at) found.set(JSON.stringify(ref), { ref, at });
  };
  const point = (ref: PointRef): void => {
    switch (ref.kind) {
      case 'named':
      case 'mark':
      case 'sheet': {
        const at = resolvePoint(ref, context);
        if (at.ok && ref.kind !== 'sheet') add(ref, at.value.model);
        return;
      }
      case 'along':
        [ref.from, ref.to].forEach(point);
        return;
      case 'meet':
        [ref.a, ref.b].forEach(line);
        return;
      case 'mirror':
      case 'foot':
        point(ref.point);
        line(ref.line);
    }
  };
  const line = (ref: LineRef): void => {
    switch (ref.kind) {
      case 'through':
        [ref.a, ref.b].forEach(point);
        return;
      case 'onto':
        [ref.from, ref.to].forEach(point);
        return;
      case 'lineOnto':
        [ref.a, ref.b].forEach(line);
        return;
      case 'bisector':
        [ref.from, ref.at, ref.to].forEach(point);
        return;
      case 'across':
      case 'beside':
        point(ref.at);
        line(ref.to);
        return;
      case 'turned':
        [ref.at, ref.towards].forEach(point);
        return;
      case 'crease': {
        const crease = context.trails.get(ref.step)?.creases[0];
        add(ref, crease && toModel(context.state, between(crease.from, crease.to, 0.32)));
      }
    }
  };
  if ('line' in move) line(move.line);
  return [...found.values()];
}
