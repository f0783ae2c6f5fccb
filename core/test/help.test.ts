import { describe, expect, test } from '@jest/globals';
import { findBase, foldBase } from '../src/bases/index.ts';
import { relaxPattern, buildPattern } from '../src/creases/index.ts';
import { foldAtRandom } from '../src/demo/index.ts';

import { patternOf } from '../src/formats/index.ts';
import type { Point } from '../src/geometry/index.ts';
import { collapse, foldOver, petal, pleat } from '../src/moves/index.ts';
import { closingAngles } from '../src/moves/closing.ts';
import type { PointRef } from '../src/references/index.ts';
import { replaySequence, write } from '../src/sequence/index.ts';
import { fold, onto, square, through } from './builders.ts';

const base = (id: string) => foldBase(findBase(id)!).state;
const textOf = (made: { ok: boolean; fault?: { text: string } }): string => made.fault?.text ?? 'made';

describe('a refusal says what would work, and that does work', () => {
  test('one crease is missing: the vertex is named and the crease proposed makes the collapse possible', () => {
    const O: Point = [0.5, 0.5];
    const creases = [
      [0, 0],
      [0.5, 0],
      [1, 0],
      [0.5, 1],
      [0.3, 1],
    ].map(([x, y]) => ({
      frame: 'sheet' as const,
      from: O,
      to: [x!, y!] as Point,
      wish: 'folded' as const,
    }));
    const ask = { anchor: [0.2, 0.1] as Point, step: 'c' };
    const refused = collapse(square(), { ...ask, creases });
    if (refused.ok) throw new Error('five creases lie flat');
    expect(refused.fault).toMatchObject({ kind: 'crease', at: O });
    expect(refused.fault.text).toContain('5 folded creases meet');
    const adds = refused.fault.adds!.map((s) => ({ frame: 'sheet' as const, ...s, wish: 'folded' as const }));
    expect(collapse(square(), { ...ask, creases: [...creases, ...adds] }).ok).toBe(true);
  });

  test('the crease that closes a vertex is found in every sector that has one', () => {
    const right = Math.PI / 2;
    expect(closingAngles([0, right, 2 * right]).map((a) => a / right)).toEqual([expect.closeTo(3, 12)]);
    expect(closingAngles([0, 1, 2, 4])).toEqual([]);
  });

  test('a layer in the way: only remedies that fold are offered, with the corners that would come along', () => {
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const ask = { line: through([0.25, 0], [0.25, 1]), hold: [], step: 't' };
    const under = {
      ...ask,
      sense: 'valley' as const,
      layers: 'flap' as const,
      flap: [[0.05, 0.5]] as Point[],
    };
    const blocked = foldOver(book, under);
    if (blocked.ok) throw new Error('a layer on top of the flap was passed through');
    expect(blocked.fault.text).toBe(
      'Paper would pass through itself: 1 layer that stays lies on top of the flap, and none may; mountain-fold it to the other side, or take all layers beyond the line, which takes corner B and corner C along too (hold what shall stay).',
    );
    expect(foldOver(book, { ...under, sense: 'mountain' }).ok).toBe(true);
    expect(foldOver(book, { ...under, layers: 'all' }).ok).toBe(true);
  });

  test('a mountain pleat of the top layer says which pleats can be made, and they can', () => {
    const book = fold(square(), onto([1, 0], [0, 0]), [0.9, 0.5]);
    const ask = {
      lines: [through([0.3, 0], [0.3, 1]), through([0.15, 0], [0.15, 1])] as const,
      flap: [[0.95, 0.5]] as Point[],
      layers: 'flap' as const,
      hold: [],
      step: 'p',
    };
    const refused = pleat(book, { ...ask, sense: 'mountain' });
    expect(textOf(refused as never)).toContain(
      'pleat it valley, or pleat all layers beyond the line together',
    );
    expect(pleat(book, { ...ask, sense: 'valley' }).ok).toBe(true);
    expect(pleat(book, { ...ask, sense: 'mountain', layers: 'all' }).ok).toBe(true);
  });

  test('the layer that a petal can lift is named', () => {
    const t = Math.tan(Math.PI / 8) / 2;
    const hidden = petal(base('preliminary'), {
      tip: [0, 0],
      hinge: [
        [0.5, t],
        [t, 0.5],
      ],
      flap: [[0.8, 0.2]],
      side: 'front',
      step: 'p',
    });
    expect(textOf(hidden as never)).toMatch(
      /layer \d from the top of the \d there can: choose it as the flap/,
    );
  });

  test('a crease that all but passes through a corner is told the angle that does', () => {
    const at = (x: number, y: number): PointRef => ({ kind: 'sheet', at: [x, y] });
    const line = (degrees: number) =>
      ({ kind: 'turned', at: at(0, 0.5), towards: at(1, 0.5), degrees }) as const;
    const exact = (Math.atan2(0.5, 1) * 180) / Math.PI;
    const [near, true_] = [exact + 0.002, Number(exact.toFixed(9))].map((degrees) =>
      replaySequence({
        sheet: { kind: 'square' },
        points: {},
        steps: [
          write.writeStep('f', {
            kind: 'fold',
            sense: 'valley',
            line: line(degrees),
            flap: [at(0.1, 0.9)],
            layers: 'flap',
          }),
        ],
      }).steps.at(-1),
    );
    expect(near!.refusal?.kind).toBe('sliver');
    expect(near!.refusal?.text).toContain('At 26.565051177° instead of 26.56705° it goes through C');
    expect(true_!.refusal).toBeUndefined();
  });
});

describe('rounding', () => {
  const stack = patternOf(foldAtRandom(60, 5));

  test('nothing is taken out of exact coordinates', () => {
    const built = buildPattern(stack);
    if (!built.ok) throw new Error(built.fault[0]!.text);
    const relaxed = relaxPattern(built.value);
    expect(relaxed.shift).toBe(0);
    expect(relaxed.pattern.vertices).toEqual(built.value.vertices);
  });

  test('rounded coordinates close again, moved by little more than their rounding', () => {
    const vertices = stack.vertices.map((p): Point => [
      Math.round(p[0] * 1e8) / 1e8,
      Math.round(p[1] * 1e8) / 1e8,
    ]);
    const built = buildPattern({ ...stack, vertices });
    if (!built.ok) throw new Error(built.fault[0]!.text);
    const relaxed = relaxPattern(built.value);
    expect(relaxed.left).toBeLessThan(1e-10);
    expect(relaxed.shift).toBeGreaterThan(0);
    expect(relaxed.shift).toBeLessThan(1e-6);
  });
});
