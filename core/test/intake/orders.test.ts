import { describe, expect, test } from '@jest/globals';
import { bases, foldBase } from '../../src/bases/index.ts';
import { buildCastPlans } from '../../src/demo/index.ts';
import { type FlatState, checkState, facetOnSheet, facetsAt, foldsOf } from '../../src/folded/index.ts';
import { centroidOf, isTurned } from '../../src/geometry/index.ts';
import {
  type FoundOrders,
  type Look,
  beginWith,
  findOrders,
  planFrom,
  readIncoming,
} from '../../src/intake/index.ts';
import { checkLayers } from '../../src/layers/index.ts';
import { checkPlan, planSchema } from '../../src/plan/index.ts';
import { replaySequence } from '../../src/sequence/index.ts';
import { type Line, foldText, lookAt, rim, svgText } from './files.ts';

function ordersOf(look: Look, text?: string): FoundOrders {
  const read = text === undefined ? undefined : readIncoming('fold', text);
  const said = read?.ok ? read.value.said : null;
  const { shape, toSheet } = look.sheet!;
  const own = said && { orders: said.orders, faces: said.faces.map((f) => f.map(toSheet)) };
  return findOrders(shape, look.pattern!, look.precision, own);
}

/** Pairs of facets that lie the other way round in another state of the same pattern, however it is turned. */
function otherwise(wanted: FlatState, made: FlatState): number {
  const middle = (f: number) => centroidOf(facetOnSheet(wanted, f));
  const twin = wanted.facets.map((_, f) => facetsAt(made, middle(f))[0]!);
  const sign = isTurned(wanted.facets[0]!.placement) === isTurned(made.facets[twin[0]!]!.placement) ? 1 : -1;
  const [n, m] = [wanted.facets.length, made.facets.length];
  let count = 0;
  for (let f = 0; f < n; f++)
    for (let g = 0; g < f; g++)
      if (wanted.order[f * n + g]! * sign !== made.order[twin[f]! * m + twin[g]!]) count++;
  return count;
}

describe('orders of what came in', () => {
  const several = bases.filter((b) => foldsOf(foldBase(b).state).length > 1);

  test.each(several.map((b) => [b.id, b] as const))(
    '%s: the order the file says stands first, holds every law, and is the one that was saved',
    (_id, base) => {
      const { state } = foldBase(base);
      const text = foldText(state);
      const found = ordersOf(lookAt('fold', text), text);
      if (found.kind !== 'found') throw new Error(found.kind);
      expect(found.isSaid).toBe(true);
      for (const s of found.states) expect([...checkState(s), ...checkLayers(s)]).toEqual([]);
      expect(otherwise(state, found.states[0]!)).toBe(0);
    },
  );

  test('the seven figures come in again with their own order', () => {
    for (const plan of Object.values(buildCastPlans())) {
      const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
      const { after } = replay.steps.at(-1)!;
      const text = foldText(after);
      const found = ordersOf(lookAt('fold', text), text);
      if (found.kind !== 'found') throw new Error(found.kind);
      expect([plan.name, found.isSaid, otherwise(after, found.states[0]!)]).toEqual([plan.name, true, 0]);
    }
  });

  test('an order that breaks a law is not believed', () => {
    const { state } = foldBase(bases.find((b) => b.id === 'bird')!);
    const file = JSON.parse(foldText(state)) as { file_frames: { faceOrders: number[][] }[] };
    file.file_frames[0]!.faceOrders = file.file_frames[0]!.faceOrders.map(([f, g, s], i) => [
      f!,
      g!,
      i === 3 ? -s! : s!,
    ]);
    const found = ordersOf(lookAt('fold', JSON.stringify(file)), JSON.stringify(file));
    expect(found.kind === 'found' && found.isSaid).toBe(false);
  });

  test('senses left open: a map of 2 by 2 has 8 orders (published), all shown and different', () => {
    const look = lookAt('svg', svgText([...rim, [[0.5, 0], [0.5, 1], 'U'], [[0, 0.5], [1, 0.5], 'U']]));
    const found = ordersOf(look);
    if (found.kind !== 'found') throw new Error(found.kind);
    expect([found.count, found.states.length]).toEqual([8n, 8]);
    expect(new Set(found.states.map((s) => s.order.join())).size).toBe(8);
  });

  test('resting creases change nothing', () => {
    const lines: Line[] = [
      ...rim,
      [[0.5, 0], [0.5, 1], 'U'],
      [[0, 0.5], [1, 0.5], 'U'],
      [[0, 0], [1, 1], 'F'],
      [[0.2, 0], [0.2, 0.3], 'F'],
    ];
    const found = ordersOf(lookAt('svg', svgText(lines)));
    expect(found.kind === 'found' && [found.count, found.states[0]!.facets.length]).toEqual([8n, 4]);
  });

  test('senses that cannot hold together are named', () => {
    const xs = [2, 4, 7, 8, 11, 13].map((x) => x / 15);
    const senses = ['V', 'M', 'V', 'V', 'M', 'V'] as const;
    const strip: Line[] = [
      [[0, 0], [1, 0], 'B'],
      [[1, 0], [1, 1], 'B'],
      [[1, 1], [0, 1], 'B'],
      [[0, 1], [0, 0], 'B'],
      ...xs.map((x, i): Line => [[x, 0], [x, 1], senses[i]!]),
    ];
    const found = ordersOf(lookAt('svg', svgText(strip, '', 12)));
    expect(
      found.kind === 'none' && [found.because, found.creases.map((c) => Math.round(c.from[0] * 15))],
    ).toEqual(['senses', [7, 8]]);
  });
});

describe('a plan begun with a pattern', () => {
  test.each(['preliminary', 'frog', 'river-trunk', 'blintzed-bird'])(
    '%s: creases in a folder’s order, one collapse, and it lies as it was chosen',
    (id) => {
      const { state } = foldBase(bases.find((b) => b.id === id)!);
      const text = foldText(state);
      const found = ordersOf(lookAt('fold', text), text);
      if (found.kind !== 'found') throw new Error(found.kind);
      const begun = beginWith(state.sheet, found.states[0]!, { prefix: 'p' });
      if (typeof begun === 'string') throw new Error(begun);
      expect([begun.by, begun.otherwise]).toEqual(['marks', 0]);
      const plan = planFrom(state.sheet, begun, {
        name: 'Reed beetle',
        designer: '',
        file: 'beetle.fold',
        sideMm: 200,
      });
      expect(checkPlan(planSchema.parse(plan))).toEqual([]);
      expect(plan.origin.source).toBe('beetle.fold, which names no designer');
      const { steps } = replaySequence({ sheet: plan.sheet.shape, points: {}, steps: plan.steps });
      expect(steps.flatMap((s) => s.refusal?.text ?? [])).toEqual([]);
      expect(steps.map((s) => s.step.move.kind)).toEqual([
        ...Array.from({ length: begun.pressed }, () => 'crease'),
        'collapse',
      ]);
      expect(otherwise(state, steps.at(-1)!.after)).toBe(0);
    },
  );

  test('more lines than are written as steps are pressed along a print, and the step says so', () => {
    const plan = buildCastPlans().heron!;
    const { after } = replaySequence({
      sheet: plan.sheet.shape,
      points: plan.points,
      steps: plan.steps,
    }).steps.at(-1)!;
    const begun = beginWith(after.sheet, after, { prefix: 'p' });
    if (typeof begun === 'string') throw new Error(begun);
    expect([begun.by, begun.steps.length]).toEqual(['print', 1]);
    expect(begun.steps[0]!.note).toContain('along the printed pattern');
    const made = replaySequence({ sheet: after.sheet, points: {}, steps: begun.steps }).steps.at(-1)!;
    expect([made.refusal, otherwise(after, made.after)]).toEqual([undefined, begun.otherwise]);
  });
});
