import { tolerance } from '../geometry/index.ts';
import { type FoldedBase, bases, findBase, foldBase } from '../bases/index.ts';
import type { SheetShape } from '../sheet/index.ts';

const folded = new Map<string, FoldedBase>();

/** A base of the atlas, folded once and kept; undefined for a name there is not. */
export function foldedBase(id: string): FoldedBase | undefined {
  const known = folded.get(id);
  const base = known ? undefined : findBase(id);
  if (base) folded.set(id, foldBase(base));
  return known ?? folded.get(id);
}

/** Every base of the atlas, folded. */
export const everyBase = (): FoldedBase[] => bases.map((b) => foldedBase(b.id)!);

/** The bases that can be folded from such a sheet. */
export const basesFrom = (shape: SheetShape): FoldedBase[] =>
  everyBase().filter(({ base }) => isSameShape(base.sheet, shape));

function isSameShape(a: SheetShape, b: SheetShape): boolean {
  if (a.kind !== 'rectangle' || b.kind !== 'rectangle') return a.kind === b.kind;
  return Math.abs(a.width / a.height - b.width / b.height) < tolerance.samePoint;
}
