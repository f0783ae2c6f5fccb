import type { SavedPlan } from '../../api/index.ts';
import type { Silhouette } from '../../engine/index.ts';

/** A plan with its folded silhouette. */
export interface Figure {
  readonly saved: SavedPlan;
  readonly shape: Silhouette;
}

/** Height and width in mm as they come out: what the folds give at the sheet, corrected by what the diary has taught. */
export function finishedSize({
  readings,
  measures,
  size,
}: Silhouette): readonly [height: number, width: number] {
  const { height, width } = size ?? readings.last?.measures ?? measures;
  const k = (readings.sideMm ?? 0) * readings.learned.factor;
  return [height * k, width * k];
}
