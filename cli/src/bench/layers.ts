import { type PatternInput, buildPattern, foldPattern } from '@jade/core/creases';
import { foldAtRandom } from '@jade/core/demo';
import { buildEffort } from '@jade/core/effort';
import { patternOf } from '@jade/core/formats';
import { buildLayerProblem, countOrders, searchOrder } from '@jade/core/layers';
import { mapPattern, problem } from '../../../core/test/patterns.ts';
import { type Rows, row, time } from './time.ts';

/** Layer order of one folded stack of about so many facets, senses known and unknown. */
export function* timeLayers(): Rows {
  for (const wanted of [100, 300, 1000, 2000]) {
    const input = patternOf(foldAtRandom(wanted, 7));
    for (const known of [true, false]) {
      const asked: PatternInput = known
        ? input
        : {
            ...input,
            edges: input.edges.map((e) => ({ ...e, assignment: e.assignment === 'B' ? 'B' : 'U' })),
          };
      const built = buildPattern(asked);
      if (!built.ok) throw new Error(built.fault[0]!.text);
      const pattern = built.value;
      if (!known && pattern.facets.length > 1500) continue;
      const ms = time(wanted > 500 ? 1 : 5, () => {
        const found = searchOrder(buildLayerProblem(pattern, foldPattern(pattern)), buildEffort(1e8));
        if (found.kind !== 'found') throw new Error(found.kind);
      });
      yield row(
        `first order, ${pattern.facets.length} facets in one stack, senses ${known ? 'known' : 'unknown'}`,
        ms,
        pattern.facets.length,
      );
    }
  }
}

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
