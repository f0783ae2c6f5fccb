import { foldPattern } from '@jade/core/creases';

import { buildEffort } from '@jade/core/effort';
import { checkVertices } from '@jade/core/flatness';

import { apply, boundsOf } from '@jade/core/geometry';
import {
  type Collision,
  countOrders,
  explainNone,
  listOrders,
  prepareLayers,
  searchOrder,
} from '@jade/core/layers';

import { readArgs, readCount, readPattern } from './input.ts';
import { type Verb } from './verb.ts';

/** Steps of the search the command line allows: some tens of seconds on an ordinary machine. */
const SEARCH_STEPS = 3_000_000;

/** Verbs about crease patterns from files. */
export const patternVerbs: Record<string, Verb> = {
  check: {
    usage: 'check FILE.fold|FILE.svg [--map dashed=V,chain=M]',
    about:
      'Facets and vertices of a crease pattern, and whether every inner vertex folds flat on its own, with the reason where not.',
    run(args) {
      const { files, values } = readArgs(args, { map: { type: 'string' } }, 1);
      const { pattern, precision } = readPattern(files[0]!, values.map);
      const checks = checkVertices(pattern, precision);
      return {
        facets: pattern.facets.length,
        vertices: checks.map(({ at, kawasaki, maekawa, degree, angleGap, reasons }) => ({
          at,
          kawasaki,
          maekawa,
          degree,
          angleGap,
          reasons,
        })),
        locallyFlatFoldable: checks.every((c) => c.reasons.length === 0),
      };
    },
  },
  layers: {
    usage: 'layers FILE.fold|FILE.svg [--count] [--limit N] [--map dashed=V,chain=M]',
    about:
      'Orders of layers of a pattern (senses given or U). --count counts all, --limit N lists the first N as relations [below, above].',
    run: runLayers,
  },
  fold: {
    usage: 'fold FILE.fold|FILE.svg [--map dashed=V,chain=M]',
    about:
      'Placement of every facet when the pattern is folded flat (2x3 matrices), the size it has then, and whether it closes.',
    run(args) {
      const { files, values } = readArgs(args, { map: { type: 'string' } }, 1);
      const { pattern } = readPattern(files[0]!, values.map);
      const folded = foldPattern(pattern);
      const box = boundsOf(
        pattern.facets.flatMap((loop, f) =>
          loop.map((v) => apply(folded.placements[f]!, pattern.vertices[v]!)),
        ),
      );
      return {
        placements: folded.placements.map((m) => [m.a, m.b, m.tx, m.c, m.d, m.ty]),
        bounds: { width: box.maxX - box.minX, height: box.maxY - box.minY },
        closed: folded.closure <= 1e-6 * pattern.size,
      };
    },
  },
};

function runLayers(args: readonly string[]): unknown {
  const { files, values } = readArgs(
    args,
    { count: { type: 'boolean' }, limit: { type: 'string' }, map: { type: 'string' } },
    1,
  );
  const limit = readCount(values.limit, 'limit', 1, 10_000) ?? 0;
  const began = process.hrtime.bigint();
  const { pattern, precision } = readPattern(files[0]!, values.map);
  const local = checkVertices(pattern, precision).flatMap((v) => v.reasons);
  const ms = (): number => Number((process.hrtime.bigint() - began) / 1000n) / 1000;
  if (local.length > 0)
    return {
      facets: pattern.facets.length,
      outcome: 'none',
      ...(values.count ? { states: '0', components: [] } : {}),
      reason: local[0],
      orders: [],
      ms: ms(),
    };
  const prepared = prepareLayers(pattern, precision);
  if (prepared.kind !== 'ready')
    return {
      facets: pattern.facets.length,
      outcome: 'gaveUp',
      reason:
        prepared.kind === 'tooLarge'
          ? prepared.text
          : 'The coordinates are too coarse to tell which folded edges meet: two tolerances see different structures. Write the pattern with more digits.',
      orders: [],
      ms: ms(),
    };
  const { problem, shift } = prepared;
  const overlapPairs =
    problem.overlaps.reduce((sum, row) => sum + row.reduce((s, word) => s + bitCount(word), 0), 0) / 2;
  const found = searchOrder(problem, buildEffort(SEARCH_STEPS));
  const counted =
    values.count && found.kind !== 'gaveUp' ? countOrders(problem, buildEffort(SEARCH_STEPS)) : undefined;
  return {
    facets: pattern.facets.length,
    overlapPairs,
    ...(shift > 0 ? { movedBy: shift } : {}),
    ...(counted?.kind === 'counted'
      ? { components: counted.components.map(String), states: String(counted.states) }
      : {}),
    outcome: counted?.kind === 'gaveUp' ? 'gaveUp' : found.kind,
    ...(found.kind === 'none'
      ? { reason: sayNone(explainNone(problem, found.creases, buildEffort(SEARCH_STEPS))) }
      : {}),
    orders:
      limit > 0
        ? listOrders(problem, limit, buildEffort(SEARCH_STEPS)).map((order) =>
            order.map(([above, below]) => [below, above]),
          )
        : [],
    ms: ms(),
  };
}

function bitCount(word: number): number {
  let count = 0;
  for (let rest = word; rest !== 0; rest &= rest - 1) count++;
  return count;
}

function sayNone({ kind, creases, smallest }: Collision): string {
  const some = `${creases.slice(0, 12).join(', ')}${creases.length > 12 ? ' and others' : ''}`;
  const what =
    kind === 'senses'
      ? `layers collide; the senses of creases ${some} cannot hold together`
      : `layers collide at creases ${some} whatever the senses are`;
  return smallest ? what : `${what} (the search for a smaller cause ended early)`;
}
