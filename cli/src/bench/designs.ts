import { DESIGN_EFFORT, designBases } from '@jade/core/design';
import { buildEffort } from '@jade/core/effort';
import { startingFigures } from '@jade/core/parts';
import { randomTree } from '../../../core/test/trees.ts';
import { type Rows, median, row } from './time.ts';

/** Random trees the bases of its own are measured on, so many of each size. */
const [EACH, SIZES] = [4, [4, 6, 8, 10, 12, 14]];

/** Bases of its own: how many figures get one, its sheet against the bound, layers, and how long the search takes. */
export function* timeDesigns(): Rows {
  const square = { kind: 'square' as const };
  const look = (figures: Parameters<typeof designBases>[0][]) =>
    figures.map((figure) => {
      const began = performance.now();
      const made = designBases(figure, square, buildEffort(DESIGN_EFFORT));
      const ms = performance.now() - began;
      const designs = made.ok ? made.value.designs : [];
      return {
        ms,
        share:
          made.ok && designs.length > 0 ? made.value.boundMm / Math.min(...designs.map((d) => d.sideMm)) : 0,
        layers: Math.min(...designs.map((d) => d.hubLayers)),
      };
    });
  const tell = function* (what: string, found: ReturnType<typeof look>): Rows {
    const made = found.filter((f) => f.share > 0);
    const share = Math.round(100 * median(made.map((f) => f.share)));
    const least = Math.round(100 * Math.min(...made.map((f) => f.share)));
    const layers = median(made.map((f) => f.layers));
    yield row(
      `own base, ${what}: ${made.length} of ${found.length}, ${share} % of bound (${least} worst), hub ${layers}`,
      median(found.map((f) => f.ms)),
    );
  };
  yield* tell('starting figures', look([...startingFigures]));
  for (const ends of SIZES)
    yield* tell(
      `trees of ${ends} ends`,
      look(Array.from({ length: EACH }, (_, seed) => randomTree(seed, ends))),
    );
}
