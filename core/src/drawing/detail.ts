import { type Bounds, type Point, boundsOf } from '../geometry/index.ts';
import type { MoveTrace } from '../moves/index.ts';
import type { DrawItem } from './items.ts';

type Detail = Extract<DrawItem, { kind: 'detail' }>;

/** A fold this small against the model is drawn again, larger, in a circle beside it. */
const SMALL = 0.17;
/** The circle is this large against the model, and enlarges by so much at most. */
const CIRCLE = 0.3;
const MOST = 6;

/**
 * The enlarged detail of a step whose folds take up little of the model: the place in a circle, and a circle beside the
 * model with everything in it larger by a round factor. Undefined where the fold can be read as it is.
 */
export function detailOf(trace: MoveTrace | undefined, bounds: Bounds): Detail | undefined {
  if (!trace || trace.chords.length === 0) return undefined;
  const [width, height] = [bounds.maxX - bounds.minX, bounds.maxY - bounds.minY];
  const size = Math.max(width, height);
  const around = boundsOf(trace.chords.flatMap((c) => [c.from, c.to]));
  const reach = Math.hypot(around.maxX - around.minX, around.maxY - around.minY);
  if (reach > SMALL * size) return undefined;
  const radius = Math.max(reach * 0.9, size * 0.04);
  const factor = Math.min(MOST, Math.floor((2 * CIRCLE * size) / (2 * radius)) / 2 || 1.5);
  if (factor < 2) return undefined;
  const at: Point = [(around.minX + around.maxX) / 2, (around.minY + around.maxY) / 2];
  const large = radius * factor;
  // Beside the model, on the side the fold is nearer to, as high as it stands but within the picture.
  const isRight = at[0] >= (bounds.minX + bounds.maxX) / 2;
  const x = isRight ? bounds.maxX + large * 1.15 : bounds.minX - large * 1.15;
  const y = Math.max(bounds.minY + large, Math.min(bounds.maxY - large, at[1]));
  return {
    kind: 'detail',
    at,
    radius,
    factor,
    to: [x, height < 2 * large ? (bounds.minY + bounds.maxY) / 2 : y],
  };
}
