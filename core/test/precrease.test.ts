import { describe, expect, test } from '@jest/globals';
import { bases, foldBase, precreaseBase } from '../src/bases/index.ts';
import { applyMend, checkSequence, findMend } from '../src/checks/index.ts';
import { checkState, foldsOf, subtractSegments, toMeasures } from '../src/folded/index.ts';
import { distance } from '../src/geometry/index.ts';
import { checkLayers } from '../src/layers/index.ts';
import { buildPlan } from '../src/plan/index.ts';
import { replaySequence } from '../src/sequence/index.ts';
import { writePrecreases } from '../src/ways/index.ts';

const square = { kind: 'square' } as const;

describe('a base by its creases', () => {
  const several = bases.filter((b) => foldsOf(foldBase(b).state).length > 1);

  test.each(several.map((b) => [b.id, b] as const))(
    '%s: every crease it folds is set first, and it collapses to the same state',
    (_id, base) => {
      const wanted = foldBase(base).state;
      const made = precreaseBase(base, 'p');
      if (typeof made === 'string') throw new Error(made);
      const { steps } = replaySequence({ sheet: base.sheet, points: {}, steps: made.steps });
      expect(steps.flatMap((s) => s.refusal?.text ?? [])).toEqual([]);
      const open = steps.at(-2)!.after;
      expect(open.facets).toHaveLength(1);
      const lacking = foldsOf(wanted).flatMap((f) =>
        subtractSegments(f, open.resting).filter((s) => distance(s.from, s.to) > 1e-6),
      );
      expect(lacking).toEqual([]);
      const { after } = steps.at(-1)!;
      expect([...checkState(after), ...checkLayers(after)]).toEqual([]);
      expect([made.otherwise, after.facets.length]).toEqual([0, wanted.facets.length]);
      expect(toMeasures(after).spot.layers).toBe(toMeasures(wanted).spot.layers);
    },
  );

  test('the bird base is set by halves and diagonals, then by halving angles between corners, and needs no place given', () => {
    const made = precreaseBase(
      bases.find((b) => b.id === 'bird')!,
      'p',
    );
    if (typeof made === 'string') throw new Error(made);
    const lines = made.steps.flatMap((s) => (s.move.kind === 'crease' ? [s.move.line.kind] : []));
    expect(lines).toEqual([
      'onto',
      'onto',
      'through',
      ...Array.from({ length: 8 }, () => 'bisector'),
      'onto',
      'onto',
    ]);
    expect([made.byPlace, made.helping]).toEqual([0, 0]);
  });
});

describe('a collapse whose creases nobody pressed', () => {
  test('its creases are offered as steps by their marks, and all of them are there then', () => {
    const made = precreaseBase(
      bases.find((b) => b.id === 'bird')!,
      'p',
    );
    if (typeof made === 'string') throw new Error(made);
    const plan = { ...buildPlan('Bare collapse'), steps: [made.steps.at(-1)!] };
    const replay = replaySequence({ sheet: square, points: {}, steps: plan.steps });
    const finding = checkSequence(replay).find((f) => f.kind === 'crease missing')!;
    const mend = findMend(plan, replay, finding, 'm')!;
    expect(mend.label).toBe('Set its creases first (13 steps)');
    const mended = replaySequence({ sheet: square, points: {}, steps: applyMend(plan, mend).steps });
    expect(mended.steps.flatMap((s) => s.refusal?.text ?? [])).toEqual([]);
    expect(checkSequence(mended).filter((f) => f.kind === 'crease missing')).toEqual([]);
  });
});

describe('the creases of any pattern', () => {
  test('a crease no corner shows is found by creases that help', () => {
    const made = writePrecreases(square, [{ from: [0, 0.25], to: [1, 0.25], sense: 'valley' }], {
      prefix: 'p',
    });
    if (typeof made === 'string') throw new Error(made);
    expect([made.helping, made.byPlace]).toEqual([1, 0]);
    const { trail } = replaySequence({ sheet: square, points: {}, steps: made.steps }).steps.at(-1)!;
    for (const p of [trail!.creases[0]!.from, trail!.creases[0]!.to]) expect(p[1]).toBeCloseTo(0.25, 12);
  });

  test('creases that are on the paper already are marks for the rest', () => {
    const made = writePrecreases(square, [{ from: [0, 0.25], to: [1, 0.25], sense: 'mountain' }], {
      prefix: 'p',
      pressed: [{ from: [0, 0.5], to: [1, 0.5], step: 'half' }],
    });
    if (typeof made === 'string') throw new Error(made);
    expect(made.helping).toBe(0);
    expect(made.steps).toHaveLength(1);
    expect(JSON.stringify(made.steps[0]!.move)).toContain('"step":"half"');
  });

  test('a line that changes its sense is pressed once, in the sense of its longer part', () => {
    const made = writePrecreases(
      square,
      [
        { from: [0, 0.5], to: [0.7, 0.5], sense: 'mountain' },
        { from: [0.7, 0.5], to: [1, 0.5], sense: 'valley' },
      ],
      { prefix: 'p' },
    );
    if (typeof made === 'string') throw new Error(made);
    expect(made.steps.map((s) => s.move)).toEqual([
      expect.objectContaining({ kind: 'crease', sense: 'mountain' }),
    ]);
    expect(made.bothSenses).toBe(1);
  });

  test('more lines than are written is said with the limit', () => {
    const many = Array.from({ length: 130 }, (_, i) => ({
      from: [0, (i + 1) / 140] as const,
      to: [1, (i + 2) / 150] as const,
      sense: 'valley' as const,
    }));
    expect(writePrecreases(square, many, { prefix: 'p' })).toMatch(/130 different lines and at most 120/);
  });
});
