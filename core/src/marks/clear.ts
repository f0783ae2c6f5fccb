import { type Line, type Point, clipTo, distance, dot, subtract, toUnit } from '../geometry/index.ts';
import { type SheetShape, edgesOf, outlineOf } from '../sheet/index.ts';

/** The middle third of the sheet, cut square to an edge; undefined where the sheet has no such edge. */
export function middleThird(sheet: SheetShape, edge: string): readonly Point[] | undefined {
  const own = edgesOf(sheet).find((e) => e.name === edge);
  if (!own) return undefined;
  const normal = toUnit(subtract(own.to, own.from));
  const [low, long] = [dot(own.from, normal), distance(own.from, own.to)];
  const from = (share: number): Line => ({ normal, offset: low + share * long });
  const upTo = (share: number): Line => ({
    normal: [-normal[0], -normal[1]],
    offset: -(low + share * long),
  });
  return clipTo(clipTo(outlineOf(sheet), from(1 / 3)), upTo(2 / 3));
}
