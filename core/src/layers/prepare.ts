import { type CreasePattern, foldPattern, relaxPattern } from '../creases/index.ts';
import { TooCoarse } from '../folded/index.ts';
import { TooManyCrossings } from '../geometry/index.ts';
import { type LayerProblem, buildLayerProblem } from './problem.ts';

/**
 * A pattern from outside made ready for ordering its layers; ambiguous when two tolerances see different structures, so
 * that nothing said about its layers could be relied on.
 */
export type PreparedPattern =
  | {
      readonly kind: 'ready';
      /** The pattern with rounding taken out of its coordinates. */
      readonly pattern: CreasePattern;
      readonly problem: LayerProblem;
      /** How far the farthest vertex was moved to close the angles, in the pattern's unit. */
      readonly shift: number;
    }
  | { readonly kind: 'ambiguous' }
  | { readonly kind: 'tooLarge'; readonly text: string };

/** Facets whose layers are ordered: relations are kept for every pair, about 25 bytes each. */
const MOST_FACETS = 4000;

/** A rounded coordinate may be off by half a digit in x and y, and repairing angles moves neighbours too. */
const MOST_SHIFT = 40;
const [LOW, HIGH] = [10, 40];

/**
 * Takes the rounding out of a pattern's coordinates, folds it, and builds the layer problem at two tolerances above the
 * error that is left (10 and 40 times; at 3 real coincidences are missed, at 100 features merge). Where the two differ
 * the pattern is ambiguous. `precision` is the rounding error of a coordinate, 0 for exact ones.
 */
export function prepareLayers(pattern: CreasePattern, precision: number): PreparedPattern {
  const count = pattern.facets.length;
  if (count > MOST_FACETS)
    return {
      kind: 'tooLarge',
      text: `The pattern has ${count} facets, and the layers of at most ${MOST_FACETS} are ordered; leave out resting creases, or take a part of it.`,
    };
  const relaxed = relaxPattern(pattern);
  const allowed = Math.max(MOST_SHIFT * precision, 1e-9 * pattern.size);
  const usable = relaxed.shift <= allowed && relaxed.left < 1e-9;
  const used = usable ? relaxed.pattern : pattern;
  const folded = foldPattern(used);
  const error = Math.max(usable ? relaxed.shift : precision, folded.closure, 1e-10 * pattern.size);
  try {
    const problem = buildLayerProblem(used, folded, LOW * error);
    // Coordinates that close to the last bit need no second look.
    const isExact = error <= 1e-10 * pattern.size;
    if (!isExact && structureOf(problem) !== structureOf(buildLayerProblem(used, folded, HIGH * error)))
      return { kind: 'ambiguous' };
    return { kind: 'ready', pattern: used, problem, shift: usable ? relaxed.shift : 0 };
  } catch (fault) {
    if (fault instanceof TooCoarse) return { kind: 'ambiguous' };
    if (fault instanceof TooManyCrossings)
      return { kind: 'tooLarge', text: `The folded pattern is too dense: ${fault.message}.` };
    throw fault;
  }
}

/** What the order of layers depends on, as text: cells, what runs through which crease, which folds meet. */
function structureOf({ cells, through, tacos, equal }: LayerProblem): string {
  const folds: string[] = [];
  for (let t = 0; t < tacos.length; t += 4)
    folds.push([...tacos.subarray(t, t + 4)].sort((a, b) => a - b).join());
  return [
    cells
      .map((c) => c.join())
      .sort()
      .join(';'),
    through.map((c) => c.join()).join(';'),
    folds.sort().join(';'),
    equal
      .map((e) => [...e].sort((a, b) => a - b).join())
      .sort()
      .join(';'),
  ].join('|');
}
