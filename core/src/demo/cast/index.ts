/** Room: the Lantern Marsh cast, each figure a sequence that folds from one uncut square; the ferry keeper's boat from a strip. */
import { barnOwl } from './barn-owl.ts';
import { boat, boatSheet } from './boat.ts';
import { ferryKeeper } from './ferry-keeper.ts';
import { hare } from './hare.ts';
import { heron } from './heron.ts';
import { moth } from './moth.ts';
import { newt } from './newt.ts';
import { otter } from './otter.ts';
import type { CastFigure } from './words.ts';

export type { CastFigure };
export const castFigures = { heron, otter, hare, barnOwl, newt, moth, ferryKeeper } as const;
export { boat, boatSheet, heron };
