import { bases, foldBase } from '@jade/core/bases';
import { type CreasePattern, type PatternInput, buildPattern, foldPattern } from '@jade/core/creases';
import { foldAtRandom } from '@jade/core/demo';
import { buildEffort } from '@jade/core/effort';
import { patternOf } from '@jade/core/formats';
import { buildLayerProblem, countOrders, searchOrder } from '@jade/core/layers';
import { mapPattern, problem } from '../../../core/test/patterns.ts';
import { type Rows, median, row, time } from './time.ts';

/** Seeds of the crossing folds: the median and the worst of them are told. */
const SEEDS = [21, 22, 23, 24, 25];
/** Facets wanted, how many seeds with senses known, and with senses unknown: the largest take a minute each. */
const SIZES = [
  { wanted: 300, known: 5, unknown: 5 },
  { wanted: 1000, known: 3, unknown: 3 },
  { wanted: 2000, known: 1, unknown: 1 },
  { wanted: 3000, known: 1, unknown: 0 },
] as const;

/** First orders: many simple folds that cross each other, grids, and the bases of the atlas, senses known and unknown. */
export function* timeLayers(): Rows {
  for (const { wanted, ...count } of SIZES)
    for (const senses of ['known', 'unknown'] as const) {
      const found = SEEDS.slice(0, count[senses]).map((seed) => {
        const input = patternOf(foldAtRandom(wanted, seed));
        return { facets: facetsOf(input), ms: timeOrder(senses === 'known' ? input : withoutSenses(input)) };
      });
      if (found.length === 0) continue;
      const size = Math.round(found.reduce((s, f) => s + f.facets, 0) / found.length);
      const times = found.map((f) => f.ms);
      const what = `first order, crossing folds of ${size} facets, senses ${senses}`;
      yield row(`${what}: median of ${found.length}`, median(times), size);
      if (found.length > 1) yield row(`${what}: worst of ${found.length}`, Math.max(...times), size);
    }
  for (const side of [6, 9, 12]) {
    const map = mapPattern(side, side);
    const grid = { vertices: map.vertices, edges: map.edges };
    yield row(`first order, grid of ${side * side} facets, senses unknown`, timeOrder(grid), side * side);
  }
  const folded = bases.map((base) => patternOf(foldBase(base).state));
  yield row(
    `first order, all ${folded.length} bases of the atlas, senses unknown`,
    folded.reduce((sum, input) => sum + timeOrder(withoutSenses(input)), 0),
  );
}

/** Folds lose their senses; the rim and what rests stay as they are. */
const withoutSenses = (input: PatternInput): PatternInput => ({
  ...input,
  edges: input.edges.map((e) => ({
    ...e,
    assignment: e.assignment === 'M' || e.assignment === 'V' ? 'U' : e.assignment,
  })),
});

function readPattern(input: PatternInput): CreasePattern {
  const built = buildPattern(input);
  if (!built.ok) throw new Error(built.fault[0]!.text);
  return built.value;
}

const facetsOf = (input: PatternInput): number => readPattern(input).facets.length;

/** From the pattern to a first order of its layers, in ms: once to warm up, where it is quick, and once for the figure. */
function timeOrder(input: PatternInput): number {
  const once = (): void => {
    const pattern = readPattern(input);
    const found = searchOrder(buildLayerProblem(pattern, foldPattern(pattern)), buildEffort(1e8));
    if (found.kind !== 'found') throw new Error(found.kind);
  };
  const first = time(0, once);
  return first > SLOW_MS ? first : time(1, once);
}
/** What takes longer is measured at the first run. */
const SLOW_MS = 2000;

/** All orders counted where the number is published. */
export function* timeCounts(): Rows {
  for (const [name, columns, lines] of [
    ['strip of 10 stamps', 10, 1],
    ['map 2 x 6', 6, 2],
    ['map 3 x 3', 3, 3],
  ] as const) {
    const asked = problem(mapPattern(columns, lines));
    yield row(
      `all orders counted, ${name}`,
      time(1, () => countOrders(asked, buildEffort(1e9))),
    );
  }
}
