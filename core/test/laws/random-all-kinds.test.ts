import { describe, expect, test } from '@jest/globals';
import { findBase, foldBase } from '../../src/bases/index.ts';
import { buildChance } from '../../src/chance/index.ts';
import {
  type FlatState,
  type Refusal,
  buildFlatSheet,
  checkState,
  facetOnModel,
  facetOnSheet,
  foldsOf,
} from '../../src/folded/index.ts';
import {
  type Line,
  type Point,
  apply,
  centroidOf,
  lineAlong,
  lineOnto,
  subtract,
  toUnit,
  turnBy,
} from '../../src/geometry/index.ts';
import { checkLayers } from '../../src/layers/index.ts';
import {
  type MoveResult,
  collapse,
  creaseAlong,
  crimp,
  foldOver,
  pleat,
  rabbitEar,
  reflectBeyond,
  rotateModel,
  squash,
  turnOver,
  unfoldStep,
} from '../../src/moves/index.ts';
import type { Outcome } from '../../src/outcome/index.ts';

type Chance = () => number;
type Tried = Outcome<MoveResult, Refusal> | undefined;
const pick = <T>(list: readonly T[], chance: Chance): T => list[Math.floor(chance() * list.length)]!;

/** A corner of a facet, the material point just inside it, and a line across it at a random distance and lean. */
function corner(state: FlatState, chance: Chance, at?: number): { flap: Point; line: Line; next: Line } {
  const f = at ?? Math.floor(chance() * state.facets.length);
  const { loop, placement } = state.facets[f]!;
  const sheet = facetOnSheet(state, f);
  const i = Math.floor(chance() * loop.length);
  const middle = centroidOf(sheet);
  const tip = sheet[i]!;
  const flap: Point = [tip[0] * 0.97 + middle[0] * 0.03, tip[1] * 0.97 + middle[1] * 0.03];
  const [a, m] = [apply(placement, tip), apply(placement, middle)];
  const along = turnBy(toUnit(subtract(m, a)), (chance() - 0.5) * 60);
  const reach = 0.1 + chance() * 0.35;
  const lineAt = (r: number): Line => {
    const p: Point = [a[0] + along[0] * r, a[1] + along[1] * r];
    return lineAlong(p, turnBy(along, 90));
  };
  return { flap, line: lineAt(reach), next: lineAt(reach * 0.6) };
}

const KINDS: Record<string, (state: FlatState, chance: Chance) => Tried> = {
  valley: (s, c) => simple(s, c, 'valley', false),
  mountain: (s, c) => simple(s, c, 'mountain', false),
  tuck: (s, c) => simple(s, c, c() < 0.5 ? 'valley' : 'mountain', true),
  crease: (s, c) => {
    const { line } = corner(s, c);
    return creaseAlong(s, { line, sense: 'valley', through: 'all', soft: false, step: 'x' });
  },
  reverse: (s, c) => {
    const { flap, line } = corner(s, c);
    return reflectBeyond(s, { line, flap: [flap], mode: 'auto', step: 'x' });
  },
  'open sink': (s, c) => sinkAt(s, c, 'sink'),
  'closed sink': (s, c) => sinkAt(s, c, 'closed'),
  crimp: (s, c) => {
    const { flap, line, next } = corner(s, c);
    return crimp(s, { lines: [line, next], flap: [flap], mode: 'auto', step: 'x' });
  },
  pleat: (s, c) => {
    const { flap, line, next } = corner(s, c);
    const sense = c() < 0.5 ? 'valley' : 'mountain';
    return pleat(s, { lines: [line, next], flap: [flap], sense, layers: 'flap', hold: [], step: 'x' });
  },
  squash: (s, c) => {
    const folds = foldsOf(s);
    if (folds.length === 0) return undefined;
    const { facets, from, to } = pick(folds, c);
    const [apex, ridge] = c() < 0.5 ? [from, to] : [to, from];
    const [front, back] = c() < 0.5 ? facets : [facets[1], facets[0]];
    const other = facetOnSheet(s, front).find(
      (p) =>
        Math.hypot(p[0] - apex[0], p[1] - apex[1]) > 1e-6 &&
        Math.hypot(p[0] - ridge[0], p[1] - ridge[1]) > 1e-6,
    );
    if (!other) return undefined;
    return squash(s, {
      apex,
      ridge,
      hinge: other,
      to: apply(s.facets[front]!.placement, other),
      front: [centroidOf(facetOnSheet(s, front))],
      back: [centroidOf(facetOnSheet(s, back))],
      side: c() < 0.5 ? 'front' : 'behind',
      step: 'x',
    });
  },
  ear: (s, c) => {
    if (s.facets.length > 1) return undefined;
    const corners = facetOnSheet(s, 0);
    const i = Math.floor(c() * 4);
    const [a, tip, b] = [corners[i]!, corners[(i + 1) % 4]!, corners[(i + 2) % 4]!];
    return rabbitEar(s, {
      tip,
      base: [a, b],
      towards: c() < 0.5 ? 0 : 1,
      on: 'all',
      anchor: [0.5, 0.5],
      side: c() < 0.5 ? 'front' : 'behind',
      step: 'x',
    });
  },
  collapse: (s, c) => {
    if (s.facets.length > 1) return undefined;
    const to: Point[] = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
      [1, 0.5],
      [0, 0.5],
    ];
    const turned = c() < 0.5;
    return collapse(s, {
      creases: to.map(([x, y]) => ({
        frame: 'sheet' as const,
        from: [0.5, 0.5] as Point,
        to: turned ? [y, x] : [x, y],
        wish: 'folded' as const,
      })),
      anchor: [0.5, 0.05],
      step: 'x',
    });
  },
};

function simple(s: FlatState, c: Chance, sense: 'valley' | 'mountain', tuck: boolean): Tried {
  const { flap, line } = corner(s, c);
  const layers = !tuck && c() < 0.3 ? 'all' : 'flap';
  return foldOver(s, { line, flap: [flap], sense, layers, hold: [], tuck, step: 'x' });
}

/** Sinks want a corner that is closed: an inner vertex of the sheet. */
function sinkAt(s: FlatState, c: Chance, mode: 'sink' | 'closed'): Tried {
  const inner = s.vertices.filter(([x, y]) => x > 1e-9 && x < 1 - 1e-9 && y > 1e-9 && y < 1 - 1e-9);
  if (inner.length === 0) return undefined;
  const at = pick(inner, c);
  const f = s.facets.findIndex((_, i) => facetOnSheet(s, i).some((p) => p === at));
  if (f < 0) return undefined;
  const here = apply(s.facets[f]!.placement, at);
  const middle = centroidOf(facetOnModel(s, f));
  const to: Point = [0, 1].map((i) => here[i]! + (middle[i]! - here[i]!) * (0.3 + c() * 0.6)) as never;
  const line = lineOnto(here, to);
  return line && reflectBeyond(s, { line, flap: [at], mode, step: 'x' });
}

/** States a random walk starts from again when its stack has grown too high for a quick test. */
const STARTS = ['plain', 'preliminary', 'waterbomb', 'fish', 'plain', 'bird'];

const MOVES = 200;

describe('legal moves of all kinds', () => {
  const accepted: Record<string, number> = {};
  test.each([1, 2, 3, 4])('from seed %i: every law is kept and two verifiers agree', (seed) => {
    const chance = buildChance(seed * 104729);
    const names = Object.keys(KINDS);
    let state = buildFlatSheet({ kind: 'square' });
    let last: { before: FlatState; after: FlatState } | undefined;
    let moves = 0;
    for (let tries = 0; moves < MOVES && tries < 6000; tries++) {
      let name = pick(names, chance);
      let tried: Tried;
      if (last && chance() < 0.12) {
        name = 'unfold';
        tried = unfoldStep(state, { ...last, step: 'u' });
        last = undefined;
      } else tried = KINDS[name]!(state, chance);
      if (chance() < 0.05) state = turnOver(state, 'sideways').state;
      if (chance() < 0.05) state = rotateModel(state, chance() * 360).state;
      if (!tried?.ok) continue;
      if (name !== 'unfold' && name !== 'crease') last = { before: state, after: tried.value.state };
      state = tried.value.state;
      moves++;
      accepted[name] = (accepted[name] ?? 0) + 1;
      expect({ seed, moves, name, broken: [...checkState(state), ...checkLayers(state)] }).toEqual({
        seed,
        moves,
        name,
        broken: [],
      });
      if (state.facets.length > 40) {
        const start = pick(STARTS, chance);
        state = start === 'plain' ? buildFlatSheet({ kind: 'square' }) : foldBase(findBase(start)!).state;
        last = undefined;
      }
    }
    expect(moves).toBe(MOVES);
  });

  test('every kind of move was among them', () => {
    for (const kind of [...Object.keys(KINDS), 'unfold'])
      expect({ kind, n: accepted[kind] ?? 0 }).not.toEqual({ kind, n: 0 });
  });
});
