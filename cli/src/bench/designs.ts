import { DESIGN_EFFORT, designBases } from '@jade/core/design';
import { buildEffort } from '@jade/core/effort';
import { type Figure, startingFigures } from '@jade/core/parts';
import { randomTree } from '../../../core/test/trees.ts';
import { type Rows, median, row } from './time.ts';

/** Random trees the bases of its own are measured on, so many of each size. */
const [EACH, SIZES] = [25, [4, 6, 8, 10, 12, 14]];

/** Bases of its own of the starting figures: how many get one, its sheet against the bound, layers, and how long it takes. */
export function* timeDesigns(): Rows {
  yield* tell('starting figures', startingFigures);
}

/** The same of many random trees; some minutes. */
export function* timeTrees(): Rows {
  for (const ends of SIZES)
    yield* tell(
      `trees of ${ends} ends`,
      Array.from({ length: EACH }, (_, seed) => randomTree(seed, ends)),
    );
}

function* tell(what: string, figures: readonly Figure[]): Rows {
  const found = figures.map((figure) => {
    const began = performance.now();
    const made = designBases(figure, { kind: 'square' }, buildEffort(DESIGN_EFFORT));
    const ms = performance.now() - began;
    const designs = made.ok ? made.value.designs : [];
    return {
      ms,
      share:
        made.ok && designs.length > 0 ? made.value.boundMm / Math.min(...designs.map((d) => d.sideMm)) : 0,
      layers: Math.min(...designs.map((d) => d.hubLayers)),
    };
  });
  const made = found.filter((f) => f.share > 0);
  const share = Math.round(100 * median(made.map((f) => f.share)));
  const least = Math.round(100 * Math.min(...made.map((f) => f.share)));
  const layers = median(made.map((f) => f.layers));
  yield row(
    `own base, ${what}: ${made.length} of ${found.length}, ${share} % of bound (${least} worst), hub ${layers}`,
    median(found.map((f) => f.ms)),
  );
  yield row(`own base, ${what}: slowest`, Math.max(...found.map((f) => f.ms)));
}
