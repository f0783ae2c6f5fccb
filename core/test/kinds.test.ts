import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { checkState, foldsOf, toModel } from '../src/folded/index.ts';
import { distance } from '../src/geometry/index.ts';
import {
  TOOLS,
  alignmentsOf,
  findOtherWays,
  kindsGlossary,
  makeMove,
  mapMove,
  specOf,
  toolGroups,
} from '../src/kinds/index.ts';
import { landmarksOf } from '../src/sheet/index.ts';
import { bases } from '../src/bases/index.ts';
import { type Step, contextAfter, replaySequence, sayStep, write } from '../src/sequence/index.ts';

const { at, on, writeStep } = write;
const square = (steps: readonly Step[]) => replaySequence({ sheet: { kind: 'square' }, points: {}, steps });

describe('a hem', () => {
  const hem = (more: Partial<Parameters<typeof writeStep>[1] & { kind: 'hem' }> = {}): Step =>
    writeStep('hem', {
      kind: 'hem',
      sense: 'valley',
      edge: [at('A'), at('B')],
      towards: at('O'),
      width: 0.1,
      ...more,
    });

  test('folded over once leaves a strip of its width, the edge twice that far in', () => {
    const [step] = square([hem()]).steps;
    expect(step!.refusal).toBeUndefined();
    expect(step!.after.facets).toHaveLength(2);
    const heights = step!.trail!.creases.map((c) => c.from[1]);
    expect(heights).toEqual([expect.closeTo(0.1, 9)]);
    expect(checkState(step!.after)).toEqual([]);
    expect(sayStep(step!.step, square([hem()]).sequence)).toBe(
      'Hem edge AB: valley-fold it over by 1/10 of the side towards the centre O.',
    );
  });

  test('folded over twice rolls the edge in: three strips, creases a width apart', () => {
    const [step] = square([hem({ times: 2 })]).steps;
    expect(step!.refusal).toBeUndefined();
    expect(step!.after.facets).toHaveLength(3);
    const heights = step!.trail!.creases.map((c) => c.from[1]).sort();
    expect(heights[0]).toBeCloseTo(0.1, 9);
    expect(heights[1]).toBeCloseTo(0.2, 9);
    // Rolled: the paper turns the same way round at both creases.
    expect(new Set(foldsOf(step!.after).map((f) => f.sense)).size).toBe(1);
    expect(alignmentsOf(step!.move)).toHaveLength(2);
    expect(checkState(step!.after)).toEqual([]);
  });

  test('goes through the layers that are named: one or both of a halved sheet, behind too', () => {
    const halved = writeStep('half', {
      kind: 'fold',
      sense: 'valley',
      line: write.onto(at('C'), at('B')),
      flap: [at('C')],
      layers: 'flap',
    });
    // After halving, edge DC lies on AB; the layers are the paper of A and that of D.
    const layersOf = (layers: Parameters<typeof hem>[0]) => square([halved, hem(layers)]).steps[1]!;
    const both = layersOf({ layers: [on(0.5, 0.1), on(0.5, 0.9)] });
    expect(both.refusal).toBeUndefined();
    expect(both.after.facets).toHaveLength(4);
    const top = layersOf({ layers: [on(0.5, 0.9)] });
    expect(top.refusal).toBeUndefined();
    expect(top.after.facets).toHaveLength(3);
    const behind = layersOf({ sense: 'mountain', layers: [on(0.5, 0.1)] });
    expect(behind.refusal).toBeUndefined();
    expect(behind.after.facets).toHaveLength(3);
  });

  test('a point in line with the edge is refused with the remedy', () => {
    const [step] = square([hem({ towards: at('mid AB') })]).steps;
    expect(step!.refusal).toMatchObject({ kind: 'reference' });
    expect(step!.refusal!.text).toMatch(/choose a point beside the edge/);
  });
});

describe('other ways of asking for a fold', () => {
  const names = ['A', 'B', 'C', 'D', 'O', 'mid AB', 'mid BC'];
  const asks = (from: string, to: string): Step['move'][] => {
    const line = write.onto(at(from), at(to));
    const flap = [at(from)];
    return [
      writeStep('x', { kind: 'fold', sense: 'valley', line, flap, layers: 'flap' }).move,
      writeStep('x', { kind: 'reverse', mode: 'inside', line, flap }).move,
      writeStep('x', { kind: 'sink', mode: 'open', line, flap }).move,
    ];
  };

  test('each of them folds in the plan as it was shown, and no two give the same', () => {
    const found = new Map<string, number>();
    for (const id of ['kite', 'fish', 'preliminary', 'waterbomb', 'bird']) {
      const base = bases.find((b) => b.id === id)!;
      const replay = replaySequence({ sheet: base.sheet, points: base.points, steps: base.steps });
      const context = contextAfter(replay);
      for (const from of names)
        for (const to of names.filter((n) => n !== from))
          for (const move of asks(from, to)) {
            if (makeMove(move, 'x', context, (l) => l).ok) continue;
            const ways = findOtherWays(move, context);
            for (const way of ways) {
              const again = replaySequence(
                { ...replay.sequence, steps: [...base.steps, writeStep('way', way.move)] },
                replay,
              );
              expect(again.steps.at(-1)!.refusal).toBeUndefined();
              expect(again.steps.at(-1)!.after.order).toEqual(way.state.order);
              found.set(move.kind, (found.get(move.kind) ?? 0) + 1);
            }
          }
    }
    expect([...found.keys()].sort()).toEqual(['fold', 'reverse', 'sink']);
  });

  test('of a fold that takes all layers it says what could be held; what is held stays, the rest moves', () => {
    let held = 0;
    for (const id of ['preliminary', 'waterbomb', 'bird', 'frog']) {
      const base = bases.find((b) => b.id === id)!;
      const context = contextAfter(
        replaySequence({ sheet: base.sheet, points: base.points, steps: base.steps }),
      );
      for (const from of ['A', 'B', 'C', 'D']) {
        const line = write.onto(at(from), at('O'));
        const all = writeStep('x', { kind: 'fold', sense: 'valley', line, flap: [at(from)], layers: 'all' });
        for (const { move, words, state } of findOtherWays(all.move, context)) {
          if (move.kind !== 'fold' || move.hold.length === 0) continue;
          held++;
          const name = words.at(-1)!;
          const whereOf = (corner: string, of: typeof state) => {
            const { at: sheet } = landmarksOf(of.sheet).find((l) => l.name === corner)!;
            return toModel(of, sheet)!;
          };
          expect(distance(whereOf(name, state), whereOf(name, context.state))).toBeLessThan(1e-9);
          expect(distance(whereOf(from, state), whereOf('O', context.state))).toBeLessThan(1e-9);
          expect(checkState(state)).toEqual([]);
        }
      }
    }
    expect(held).toBeGreaterThan(5);
  });
});

describe('the record of kinds', () => {
  const moves = bases.flatMap((b) => b.steps.map((s) => s.move));

  test('mapping a move by nothing gives the move; twice to the other face gives it back', () => {
    const rules = (behind: boolean) => ({ point: <P>(p: P): P => p, line: <L>(l: L): L => l, behind });
    for (const move of moves) {
      expect(mapMove(move, rules(false))).toEqual(move);
      expect(mapMove(mapMove(move, rules(true)), rules(true))).toEqual(move);
    }
  });

  test('as many lines are slipped as are aligned by', () => {
    for (const base of bases) {
      const replay = replaySequence({ sheet: base.sheet, points: base.points, steps: base.steps });
      for (const step of replay.steps) {
        let read = 0;
        const before = contextAfter(replay, step.number - 1);
        makeMove(step.move, 'x', before, (line) => (read++, line));
        const lines = alignmentsOf(step.move).length;
        // Moves of several creases read none, or all of those they are given.
        if (lines > 0) expect([step.move.kind, read]).toEqual([step.move.kind, lines]);
      }
    }
  });

  test('every tool is in the tray once, with a key of its own, and its kind is changed by it', () => {
    const listed = toolGroups.flatMap((g) => g.tools);
    expect(listed.sort()).toEqual(Object.keys(TOOLS).sort());
    expect(new Set(Object.values(TOOLS).map((t) => t.key)).size).toBe(listed.length);
    for (const move of moves) {
      const tool = specOf(move).toolOf(move);
      if (tool !== undefined) expect(listed).toContain(tool);
    }
  });

  test('the glossary has every kind with its meaning', () => {
    const glossary = readFileSync(new URL('../../docs/glossary.md', import.meta.url), 'utf8');
    for (const { kind, meaning } of kindsGlossary) {
      const line = glossary.split('\n').find((l) => l.startsWith(`| ${kind} `));
      expect([kind, line?.includes(meaning)]).toEqual([kind, true]);
    }
  });
});
