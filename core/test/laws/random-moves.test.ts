import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../../src/chance/index.ts';
import {
  type FlatState,
  buildFlatSheet,
  checkState,
  facetOnModel,
  facetOnSheet,
  foldsOf,
} from '../../src/folded/index.ts';
import {
  type Line,
  type Point,
  centroidOf,
  lineOnto,
  lineThrough,
  linesOnto,
  toUnit,
  turnLeft,
  subtract,
  areaOf,
} from '../../src/geometry/index.ts';
import { creaseAlong, foldOver, rotateModel, turnOver, unfoldStep } from '../../src/moves/index.ts';
import { sheetArea, type SheetShape } from '../../src/sheet/index.ts';

const pick = <T>(list: readonly T[], chance: () => number): T => list[Math.floor(chance() * list.length)]!;

/** A line a folder might choose: through two corners of layers, one onto another, an edge onto an edge, or anywhere. */
function randomLine(state: FlatState, chance: () => number): Line | undefined {
  const points = state.facets.flatMap((_, f) => facetOnModel(state, f));
  const [p, q, r, s] = [0, 1, 2, 3].map(() => pick(points, chance)) as [Point, Point, Point, Point];
  const kind = chance();
  if (kind < 0.3) return lineThrough(p, q);
  if (kind < 0.6) return lineOnto(p, q);
  if (kind < 0.8) {
    const [a, b] = [lineThrough(p, q), lineThrough(r, s)];
    return a && b ? pick(linesOnto(a, b), chance) : undefined;
  }
  const angle = chance() * Math.PI;
  const at: Point = [p[0] * 0.5 + q[0] * 0.5, p[1] * 0.5 + q[1] * 0.5];
  const normal = turnLeft(toUnit([Math.cos(angle), Math.sin(angle)]));
  return { normal, offset: normal[0] * at[0] + normal[1] * at[1] };
}

interface Tally {
  moves: number;
  readonly refusals: Map<string, number>;
}

function makeRandomMove(
  state: FlatState,
  chance: () => number,
  tally: Tally,
  undo: { before: FlatState; after: FlatState }[],
): FlatState {
  const kind = chance();
  if (kind < 0.05) return turnOver(state, chance() < 0.5 ? 'sideways' : 'lengthways').state;
  if (kind < 0.1) return rotateModel(state, chance() * 360).state;
  if (kind < 0.35 && undo.length > 0) {
    const last = undo.pop()!;
    const opened = unfoldStep(state, { ...last, step: 'u' });
    if (opened.ok) return opened.value.state;
    tally.refusals.set(opened.fault.kind, (tally.refusals.get(opened.fault.kind) ?? 0) + 1);
    return state;
  }
  const line = randomLine(state, chance);
  if (!line) return state;
  if (kind < 0.45) {
    const creased = creaseAlong(state, { line, sense: 'valley', through: 'all', soft: false, step: 'c' });
    return creased.ok ? creased.value.state : state;
  }
  const flap = centroidOf(facetOnSheet(state, Math.floor(chance() * state.facets.length)));
  const folded = foldOver(state, {
    line,
    flap: [flap],
    hold: [],
    step: 'f',
    sense: chance() < 0.5 ? 'valley' : 'mountain',
    layers: chance() < 0.4 ? 'all' : 'flap',
  });
  if (!folded.ok) {
    tally.refusals.set(folded.fault.kind, (tally.refusals.get(folded.fault.kind) ?? 0) + 1);
    return state;
  }
  undo.push({ before: state, after: folded.value.state });
  return folded.value.state;
}

const shapes: SheetShape[] = [
  { kind: 'square' },
  { kind: 'rectangle', width: 2, height: 3 },
  { kind: 'triangle' },
];

describe('laws of folded paper over random legal moves', () => {
  test.each([1, 2, 3, 4, 5, 6])('200 moves from seed %i keep every law', (seed) => {
    const chance = buildChance(seed * 7919);
    const shape = shapes[seed % 3]!;
    const tally: Tally = { moves: 0, refusals: new Map() };
    let state = buildFlatSheet(shape);
    let undo: { before: FlatState; after: FlatState }[] = [];
    for (let tries = 0; tally.moves < 200 && tries < 4000; tries++) {
      const next = makeRandomMove(state, chance, tally, undo);
      if (next === state) continue;
      tally.moves++;
      expect({ seed, move: tally.moves, broken: checkState(next) }).toEqual({
        seed,
        move: tally.moves,
        broken: [],
      });
      state = next;
      if (state.facets.length > 36) {
        state = buildFlatSheet(shape);
        undo = [];
      }
    }
    expect(tally.moves).toBe(200);
    expect(
      [...tally.refusals.keys()].every((k) =>
        ['tear', 'through', 'reference', 'empty', 'sliver'].includes(k),
      ),
    ).toBe(true);
  });

  test('folding keeps the area of the paper and the sum of creases', () => {
    const state = buildFlatSheet({ kind: 'square' });
    const folded = foldOver(state, {
      line: lineOnto([1, 0], [0.2, 0.7])!,
      sense: 'valley',
      flap: [[0.99, 0.01]],
      hold: [],
      layers: 'flap',
      step: 'a',
    });
    if (!folded.ok) throw new Error(folded.fault.text);
    const after = folded.value.state;
    expect(after.facets.reduce((s, _, f) => s + areaOf(facetOnSheet(after, f)), 0)).toBeCloseTo(
      sheetArea({ kind: 'square' }),
      12,
    );
    expect(foldsOf(after)).toHaveLength(1);
    expect(subtract(facetOnModel(after, 0)[0]!, [0, 0])).toHaveLength(2);
  });
});
