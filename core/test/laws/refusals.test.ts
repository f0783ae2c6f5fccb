import { describe, expect, test } from '@jest/globals';
import { findBase, foldBase } from '../../src/bases/index.ts';
import { buildChance } from '../../src/chance/index.ts';
import {
  type FlatState,
  type Refusal,
  checkState,
  facetOnSheet,
  facetsAt,
  toModel,
} from '../../src/folded/index.ts';
import { type Line, type Point, centroidOf, lineOnto, lineThrough } from '../../src/geometry/index.ts';
import { checkLayers } from '../../src/layers/index.ts';
import {
  type MoveResult,
  collapse,
  foldOver,
  listReflections,
  reflectBeyond,
  unfoldStep,
} from '../../src/moves/index.ts';
import type { Outcome } from '../../src/outcome/index.ts';
import { generateSteps } from '../generated.ts';
import { replaySequence } from '../../src/sequence/index.ts';
import { fold, onto, square, through } from '../builders.ts';
import { often } from '../long.ts';

type Chance = () => number;
type Tried = Outcome<MoveResult, Refusal>;
const pick = <T>(list: readonly T[], chance: Chance): T => list[Math.floor(chance() * list.length)]!;
const inside = (state: FlatState, f: number): Point => centroidOf(facetOnSheet(state, f));
const simple = (state: FlatState, line: Line, flap: readonly Point[], more = {}): Tried =>
  foldOver(state, { line, flap, sense: 'valley', layers: 'flap', hold: [], step: 'x', ...more });

const states = [11, 12, 13, 14].map((seed) => {
  const steps = generateSteps(7, seed, 24);
  return replaySequence({ sheet: { kind: 'square' }, points: {}, steps }).steps.at(-1)!.after;
});
const bases = ['preliminary', 'bird', 'fish', 'waterbomb'].map((id) => foldBase(findBase(id)!).state);

/** A line through two points of the model, one side of which holds the given point clearly. */
function lineBeside(state: FlatState, p: Point, chance: Chance): Line {
  for (;;) {
    const line = lineThrough(
      [chance() * 2 - 0.5, chance() * 2 - 0.5],
      [chance() * 2 - 0.5, chance() * 2 - 0.5],
    );
    const at = toModel(state, p)!;
    if (line && Math.abs(line.normal[0] * at[0] + line.normal[1] * at[1] - line.offset) > 0.01) return line;
  }
}

/** Attempts made to be illegal, each with the kinds of refusal that name it. */
const ILLEGAL: Record<string, { kinds: readonly string[]; make: (chance: Chance) => Tried | undefined }> = {
  'paper that hangs together is told to stay and to move': {
    kinds: ['tear', 'empty', 'sliver'],
    make: (chance) => {
      const state = pick(states, chance);
      const f = Math.floor(chance() * state.facets.length);
      const p = inside(state, f);
      const corner = facetOnSheet(state, f)[0]!;
      const beside: Point = [p[0] * 0.9 + corner[0] * 0.1, p[1] * 0.9 + corner[1] * 0.1];
      const line = lineBeside(state, p, chance);
      const side = (x: Point): number =>
        Math.sign(line.normal[0] * x[0] + line.normal[1] * x[1] - line.offset);
      if (side(toModel(state, p)!) !== side(toModel(state, beside)!)) return undefined;
      return simple(state, line, [p], { hold: [beside] });
    },
  },
  'a layer lies in the way': {
    kinds: ['through'],
    make: (chance) => {
      // The lower half of a book, folded towards the half that covers it.
      const turn = chance();
      const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
      const x = 0.05 + 0.3 * chance();
      return simple(book, through([x, 0], [x + 0.1 * turn, 1]), [[0.01, 0.5]]);
    },
  },
  'the point that says what moves lies on the line': {
    kinds: ['reference'],
    make: (chance) => {
      const state = pick(states, chance);
      const p = inside(state, Math.floor(chance() * state.facets.length));
      const at = toModel(state, p)!;
      const line = lineThrough(at, [at[0] + chance() - 0.5, at[1] + 0.6]);
      return line && simple(state, line, [p]);
    },
  },
  'points on both sides': {
    kinds: ['reference'],
    make: (chance) => {
      const y = 0.2 + 0.6 * chance();
      return simple(square(), through([0, y], [1, y]), [
        [0.5, y - 0.1],
        [0.5, y + 0.1],
      ]);
    },
  },
  'a point off the sheet': {
    kinds: ['reference'],
    make: (chance) => simple(pick(states, chance), through([0.3, 0], [0.4, 1]), [[1.5 + chance(), 2]]),
  },
  'a line that misses the paper': {
    kinds: ['empty'],
    make: (chance) => {
      const state = pick(states, chance);
      const far = 3 + chance();
      return simple(state, through([far, 0], [far, 1]), [inside(state, 0)]);
    },
  },
  'a crease that leaves less than paper is thick': {
    kinds: ['sliver'],
    make: (chance) => {
      const gap = 1e-8 + chance() * 9e-5;
      return simple(square(), through([0, gap], [1, 0.3 + chance() * 0.5]), [[0.5, 0.95]]);
    },
  },
  'one layer reversed': {
    kinds: ['crease'],
    make: (chance) => {
      const x = 0.2 + 0.6 * chance();
      return reflectBeyond(square(), {
        line: through([x, 0], [x, 1]),
        flap: [[0.99, 0.5]],
        mode: pick(['inside', 'outside', 'auto'] as const, chance),
        step: 'x',
      });
    },
  },
  'a flap sunk that is not closed': {
    kinds: ['empty'],
    make: (chance) => {
      const triangle = fold(square(), through([0, 0], [1, 1]), [0.9, 0.1]);
      const x = 0.55 + 0.4 * chance();
      return reflectBeyond(triangle, {
        line: through([x, x], [x, 1]),
        flap: [[0.999, 0.9995]],
        mode: pick(['sink', 'closed'] as const, chance),
        step: 'x',
      });
    },
  },
  'a vertex whose angles do not close': {
    kinds: ['crease'],
    make: (chance) => {
      const at: Point = [0.3 + 0.4 * chance(), 0.3 + 0.4 * chance()];
      const ends: Point[] = [
        [chance() * 0.9, 0],
        [1, chance() * 0.9],
        [0.1 + chance() * 0.9, 1],
        [0, 0.1 + chance() * 0.9],
      ];
      return collapse(square(), {
        creases: ends.map((to) => ({ frame: 'sheet' as const, from: at, to, wish: 'folded' as const })),
        anchor: [0.001, 0.001],
        step: 'x',
      });
    },
  },
  'a vertex with wrong senses': {
    kinds: ['crease', 'through'],
    make: (chance) => {
      const to: Point[] = [
        [0.5, 0],
        [1, 0.5],
        [0.5, 1],
        [0, 0.5],
        [1, 0],
        [0, 1],
      ];
      const senses = to.map(() => chance() < 0.5);
      const mountains = senses.filter(Boolean).length;
      if (Math.abs(2 * mountains - 6) === 2) return undefined;
      return collapse(square(), {
        creases: to.map((p, i) => ({
          frame: 'sheet' as const,
          from: [0.5, 0.5] as Point,
          to: p,
          wish: senses[i] ? ('mountain' as const) : ('valley' as const),
        })),
        anchor: [0.2, 0.2],
        step: 'x',
      });
    },
  },
  'unfolding what was never folded': {
    kinds: ['reference'],
    make: (chance) => {
      const state = pick(states, chance);
      return unfoldStep(state, { before: state, after: state, step: 'x' });
    },
  },
};

describe('attempts made to be illegal', () => {
  test('not one is accepted, and every refusal names its kind with a sentence', () => {
    const chance = buildChance(20261127);
    const names = Object.keys(ILLEGAL);
    const told = new Map<string, number>();
    let tries = 0;
    for (let i = 0; tries < often(400, 1000); i++) {
      const name = names[i % names.length]!;
      const tried = ILLEGAL[name]!.make(chance);
      if (!tried) continue;
      tries++;
      const kind = tried.ok ? 'accepted' : tried.fault.kind;
      expect({ name, kind, fits: ILLEGAL[name]!.kinds.includes(kind) }).toEqual({ name, kind, fits: true });
      if (!tried.ok) expect(tried.fault.text).toMatch(/^[A-Z].{20,}\.$/);
      told.set(name, (told.get(name) ?? 0) + 1);
    }
    expect(told.size).toBe(names.length);
  });
});

/** Relations that are open after a reflection: pairs of facets that overlap and of which one has moved. */
function countByForce(
  before: FlatState,
  result: FlatState,
  moved: (f: number) => boolean,
): number | undefined {
  const n = result.facets.length;
  const open: [number, number][] = [];
  for (let f = 0; f < n; f++)
    for (let g = f + 1; g < n; g++)
      if (result.order[f * n + g] !== 0 && (moved(f) || moved(g))) open.push([f, g]);
  if (open.length > 11) return undefined;
  let found = 0;
  for (let bits = 0; bits < 1 << open.length; bits++) {
    const order = new Int8Array(result.order);
    open.forEach(([f, g], i) => {
      order[f * n + g] = bits & (1 << i) ? 1 : -1;
      order[g * n + f] = -order[f * n + g]!;
    });
    const state = { ...result, order };
    if (checkState(state).length === 0) found++;
  }
  return found;
}

describe('no legal result is left out', () => {
  test('menus hold exactly the orders found by trying all, on small states and every line of their corners', () => {
    let compared = 0;
    const chance = buildChance(5);
    for (const state of [
      ...bases.slice(0, 1),
      bases[2]!,
      bases[3]!,
      fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]),
    ]) {
      const points = [
        ...new Map(
          state.vertices.map((v) => [
            toModel(state, v)!
              .map((x) => x.toFixed(6))
              .join(),
            toModel(state, v)!,
          ]),
        ).values(),
      ];
      for (let a = 0; a < points.length; a++) {
        for (let b = a + 1; b < points.length; b++) {
          for (const line of [lineThrough(points[a]!, points[b]!), lineOnto(points[a]!, points[b]!)]) {
            if (!line) continue;
            for (let f = 0; f < state.facets.length; f++) {
              const [m, tip] = [inside(state, f), pick(facetOnSheet(state, f), chance)];
              const flap: Point = [tip[0] * 0.93 + m[0] * 0.07, tip[1] * 0.93 + m[1] * 0.07];
              const found = listReflections(state, { line, flap: [flap], step: 'x' });
              if (!found.ok || found.value.length === 0 || found.value.length >= 64) continue;
              const result = found.value[0]!.result.state;
              // Where a fold is laid flat, moved and still paper have grown together: nothing to compare facet by facet.
              if (result.facets.length > 10 || result.resting.length > state.resting.length) continue;
              const moved = (g: number): boolean => {
                const p = inside(result, g);
                const [was, now] = [toModel(state, p)!, toModel(result, p)!];
                return Math.hypot(was[0] - now[0], was[1] - now[1]) > 1e-9 || isTurnedOver(state, result, p);
              };
              const force = countByForce(state, result, moved);
              if (force === undefined) continue;
              compared++;
              expect({ a, b, f, n: found.value.length }).toEqual({ a, b, f, n: force });
              for (const { result: r } of found.value) expect(checkLayers(r.state)).toEqual([]);
            }
          }
        }
      }
    }
    expect(compared).toBeGreaterThan(20);
  });

  test('a simple fold is refused only where a layer lies in its way or the folded paper cannot be ordered', () => {
    let [made, refused] = [0, 0];
    for (const state of [...states, ...bases]) {
      const points = state.vertices.slice(0, 9).map((v) => toModel(state, v)!);
      for (let a = 0; a < points.length; a++) {
        for (let b = a + 1; b < points.length; b++) {
          const line = lineThrough(points[a]!, points[b]!);
          if (!line) continue;
          const flap = inside(state, (a * 7 + b) % state.facets.length);
          for (const sense of ['valley', 'mountain'] as const) {
            const tried = simple(state, line, [flap], { sense });
            if (tried.ok) {
              made++;
              expect(checkState(tried.value.state)).toEqual([]);
              continue;
            }
            refused++;
            // With all layers beyond the line nothing can be in the way: only the line itself can be at fault.
            const all = simple(state, line, [flap], { sense, layers: 'all' });
            if (tried.fault.kind === 'through') expect(all.ok || all.fault.kind !== 'through').toBe(true);
          }
        }
      }
    }
    expect(made).toBeGreaterThan(50);
    expect(refused).toBeGreaterThan(50);
  });
});

function isTurnedOver(before: FlatState, after: FlatState, p: Point): boolean {
  const turn = (s: FlatState): number => {
    const { a, b, c, d } = s.facets[facetsAt(s, p)[0]!]!.placement;
    return Math.sign(a * d - b * c);
  };
  return turn(before) !== turn(after);
}
