import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../src/chance/index.ts';
import { type CreasePattern, buildPattern, foldPattern } from '../src/creases/index.ts';
import { foldAtRandom } from '../src/demo/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import { patternOf } from '../src/formats/index.ts';
import { buildLayerProblem, checkOrder, searchOrder } from '../src/layers/index.ts';
import { ClauseBook } from '../src/layers/clauses.ts';
import { beginSolver, openPairs } from '../src/layers/search.ts';
import { mapPattern } from './patterns.ts';

/** A folded stack whose senses are forgotten. */
function stack(facets: number, seed: number): CreasePattern {
  const input = patternOf(foldAtRandom(facets, seed));
  const built = buildPattern({
    ...input,
    edges: input.edges.map((e) => ({ ...e, assignment: 'MV'.includes(e.assignment) ? 'U' : e.assignment })),
  });
  if (!built.ok) throw new Error(built.fault[0]!.text);
  return built.value;
}

const patterns: [string, CreasePattern][] = [
  ['a map of 16', mapPattern(4, 4)],
  ['a stack of 40', stack(40, 3)],
  ['a stack of 120', stack(120, 11)],
];

describe('the solver of layers', () => {
  test.each(patterns)('takes back all that followed from what is taken back: %s', (_, pattern) => {
    const problem = buildLayerProblem(pattern, foldPattern(pattern));
    const { solver, ok } = beginSolver(problem);
    expect(ok).toBe(true);
    const before = solver.toMatrix();
    const open = openPairs(solver);
    const chance = buildChance(5);
    for (let round = 0; round < 60; round++) {
      const pair = open[Math.floor(chance() * open.length)]!;
      if (!solver.isOpen(pair)) continue;
      const level = solver.level;
      const literal = chance() < 0.5 ? pair : solver.negate(pair);
      if (solver.assume(literal)) {
        // A relation and what follows from it hold together, and never with their opposites.
        expect(solver.isTrue(literal)).toBe(true);
        expect(solver.isTrue(solver.negate(literal))).toBe(false);
        expect(solver.levelOf(literal)).toBe(level + 1);
      } else {
        for (const l of solver.conflict!) expect(solver.isTrue(l)).toBe(true);
        solver.backTo(level);
      }
      if (chance() < 0.3) solver.backTo(Math.floor(chance() * (solver.level + 1)));
    }
    solver.backTo(0);
    expect(solver.level).toBe(0);
    expect(solver.toMatrix()).toEqual(before);
    expect(openPairs(solver)).toEqual(open);
  });

  test.each(patterns)('finds an order the independent checker agrees with: %s', (_, pattern) => {
    const problem = buildLayerProblem(pattern, foldPattern(pattern));
    const found = searchOrder(problem, buildEffort(100_000));
    if (found.kind !== 'found') throw new Error(found.kind);
    expect(checkOrder(pattern, problem, found.above)).toEqual([]);
  });

  test('every relation follows from those named as its reasons', () => {
    const pattern = mapPattern(3, 3);
    const problem = buildLayerProblem(pattern, foldPattern(pattern));
    const { solver } = beginSolver(problem);
    for (const pair of openPairs(solver)) if (solver.isOpen(pair)) expect(solver.assume(pair)).toBe(true);
    let followed = 0;
    for (let i = 0; i < solver.length; i++) {
      const literal = solver.trail[i]!;
      for (const reason of solver.reasonsOf(literal)) {
        followed++;
        expect(solver.isTrue(reason)).toBe(true);
        expect(solver.positionOf(reason)).toBeLessThan(solver.positionOf(literal));
      }
    }
    expect(followed).toBeGreaterThan(20);
  });
});

describe('learned clauses', () => {
  test('assert what is left when all else is false, and stay watched', () => {
    const n = 10;
    const truth = new Set<number>();
    const known = {
      isTrue: (l: number) => truth.has(l),
      negate: (l: number) => (l % n) * n + Math.floor(l / n),
    };
    const [a, b, c] = [12, 34, 56] as const;
    const book = new ClauseBook(n);
    const number = book.add([a, b, c]);
    const asserted: [number, number][] = [];
    const falsify = (l: number): boolean => {
      truth.add(known.negate(l));
      return book.visit(known.negate(l), known, (first, clause) => {
        asserted.push([first, clause]);
        truth.add(first);
        return true;
      });
    };
    expect(falsify(a)).toBe(true);
    expect(asserted).toEqual([]);
    expect(falsify(c)).toBe(true);
    expect(asserted).toEqual([[b, number]]);
    expect(book.literalsOf(number).sort((x, y) => x - y)).toEqual([a, b, c]);
    book.clear();
    expect(book.count).toBe(0);
  });
});
