import { type FoldedBase, bases, foldBase } from '../bases/index.ts';

let folded: readonly FoldedBase[] | undefined;

/** Every base of the catalogue, folded once and kept. */
export function foldAtlas(): readonly FoldedBase[] {
  folded ??= bases.map(foldBase);
  return folded;
}
