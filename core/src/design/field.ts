import { type Point, lineThrough, subtract } from '../geometry/index.ts';
import { type Issue, type Outcome, done } from '../outcome/index.ts';
import { type PackingSymmetry, mirrorOf } from '../packing/index.ts';
import { type SheetShape, outlineOf } from '../sheet/index.ts';
import type { Field, Wall } from './settle.ts';

/** The sides of a sheet as walls, and the mirror line a symmetry means on it. Fails where it has none such. */
export function fieldOf(sheet: SheetShape, symmetry: PackingSymmetry): Outcome<Field, Issue> {
  const outline = outlineOf(sheet);
  const walls = outline.map((from, i): Wall => {
    const to = outline[(i + 1) % outline.length]!;
    const [x, y] = subtract(to, from);
    const size = Math.hypot(x, y);
    const normal: Point = [y / size, -x / size];
    return { from, to, normal, limit: normal[0] * from[0] + normal[1] * from[1] };
  });
  if (symmetry === 'none') return done({ walls, mirror: undefined });
  const mirror = mirrorOf(sheet, symmetry);
  return mirror.ok ? done({ walls, mirror: lineThrough(...mirror.value) }) : mirror;
}
