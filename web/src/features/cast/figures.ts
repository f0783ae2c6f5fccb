import type { SavedPlan } from '../../api/index.ts';
import { wishSizes } from '@jade/core/readings';
import type { Silhouette } from '../../engine/index.ts';

/** A plan with its folded silhouette. */
export interface Figure {
  readonly saved: SavedPlan;
  readonly shape: Silhouette;
}

/** Height and width in mm as it is drawn: seen from the audience, corrected by what the diary has taught. */
export function drawnSize({
  readings,
  measures,
  size,
}: Silhouette): readonly [height: number, width: number] {
  const { height, width } = size ?? readings.last?.measures ?? measures;
  const k = (readings.sideMm ?? 0) * readings.learned.factor;
  return [height * k, width * k];
}

/** Height and length in mm as a rule reads them off the finished figure; of the flat one where it is not shaped. */
export function finishedSize({ saved, shape }: Figure): readonly [height: number, length: number] {
  const { posed, learned } = shape.readings;
  if (!posed) return drawnSize(shape);
  const { height, length } = wishSizes(posed, saved.plan.finish.posture);
  return [height * learned.factor, length * learned.factor];
}
