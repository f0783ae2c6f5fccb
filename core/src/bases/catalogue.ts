import { blintzedBases, gridBases } from './grids.ts';
import { riverBases } from './rivers.ts';
import { rectangleBases, triangleBases } from './shapes.ts';
import { squareBases } from './squares.ts';
import type { Base } from './words.ts';

/** Every base of the atlas, family by family. */
export const bases: readonly Base[] = [
  ...squareBases,
  ...blintzedBases,
  ...riverBases,
  ...gridBases,
  ...rectangleBases,
  ...triangleBases,
];

export const findBase = (id: string): Base | undefined => bases.find((b) => b.id === id);
