import { describe, expect, test } from '@jest/globals';
import { buildCastPlans } from '../../src/demo/index.ts';
import { distance } from '../../src/geometry/index.ts';
import { addPiece, buildPlan, planOfPiece } from '../../src/plan/index.ts';
import type { Fit, Plan } from '../../src/plan/index.ts';
import { readPosed } from '../../src/readings/index.ts';
import { write } from '../../src/sequence/index.ts';
import { foldPieces, readWhole, scalePieces, sayJoin } from '../../src/whole/index.ts';
import { readFit } from '../../src/whole/fit.ts';
import { placePieces } from '../../src/whole/placing.ts';
import { readingsOf } from '../plans.ts';
import { back, halve } from './box.ts';

const { at, on, through } = write;
type Written = Parameters<typeof write.writeStep>[1];
const steps = (moves: readonly Written[]): Plan['steps'] =>
  moves.map((move, i) => write.writeStep(`s${i + 1}`, move));

const join = (more: Partial<Fit> = {}): Fit => ({
  id: 'fit',
  name: 'Tab',
  kind: 'pocket',
  tab: { piece: 'tab', ends: [at('A'), at('B')] },
  mouth: { piece: null, ends: [on('2/5', '0'), on('3/5', '0')] },
  depthMm: 30,
  shiftMm: 0,
  degrees: 0,
  side: 'in front',
  glue: null,
  ...more,
});

/** A pocket 100 mm wide and 100 deep in a sheet of 200, and a bare square of a side as its tab. */
function pocketAndTab(tabMm: number, fit: Partial<Fit> = {}): Plan {
  const plan = { ...buildPlan('Box'), steps: steps([halve, back('1/4', 'A'), back('3/4', 'B')]) };
  const two = addPiece({ ...plan, sheet: { ...plan.sheet, sideMm: 200 } }, 'tab', 'Tab', {
    kind: 'own sheet',
  });
  const caliper = { ...two.paper, caliperMm: 0.1 };
  return {
    ...two,
    paper: caliper,
    pieces: two.pieces.map((p) => ({ ...p, paper: caliper, sheet: { ...p.sheet, sideMm: tabMm } })),
    fits: [join(fit)],
  };
}

const fitOf = (plan: Plan) => readWhole(plan)!.fits[0]!;

describe('an edge in a pocket', () => {
  test('has what its width and thickness leave of the opening', () => {
    const fit = fitOf(pocketAndTab(99));
    expect(fit.verdict).toBe('fits');
    // 100 mm less 99, less one layer of 0.1.
    expect(fit.slackMm).toBeCloseTo(0.9, 3);
    expect(fit.pocketMm).toBeCloseTo(100, 6);
    expect(fit.tabMm).toBeCloseTo(99, 9);
    expect(fit.apartMm).toBeCloseTo(0, 9);
  });

  test('is too tight, snug, loose or too deep by its numbers', () => {
    expect(fitOf(pocketAndTab(100.2))).toMatchObject({ verdict: 'too tight' });
    expect(fitOf(pocketAndTab(100.2)).slackMm).toBeCloseTo(-0.3, 3);
    expect(fitOf(pocketAndTab(99.7)).verdict).toBe('snug');
    expect(fitOf(pocketAndTab(80)).verdict).toBe('loose');
    expect(fitOf(pocketAndTab(99.7, { depthMm: 101 })).verdict).toBe('too deep');
  });

  test('offers a sheet for either piece with which it is snug, and it is', () => {
    for (const tabMm of [80, 97, 101, 130]) {
      const plan = pocketAndTab(tabMm);
      const { sheets } = fitOf(plan);
      expect(sheets.map((s) => s.piece)).toEqual(['tab', null]);
      for (const { piece, sideMm } of sheets) {
        const other =
          piece === null
            ? { ...plan, sheet: { ...plan.sheet, sideMm } }
            : { ...plan, pieces: plan.pieces.map((p) => ({ ...p, sheet: { ...p.sheet, sideMm } })) };
        expect(fitOf(other).verdict).toBe('snug');
      }
    }
  });

  test('says what stands in the way: no pocket there, a piece or a place that is gone', () => {
    const gone = pocketAndTab(99, { mouth: { piece: 'gone', ends: [at('A'), at('B')] } });
    expect(readWhole(gone)!.faults).toMatchObject([{ fault: 'no piece', name: 'Tab' }]);
    const box = pocketAndTab(99, { mouth: { piece: null, ends: [on('3/10', '1/2'), on('7/10', '1/2')] } });
    const nowhere = { ...box, steps: steps([halve]) };
    expect(readWhole(nowhere)!.faults).toMatchObject([{ fault: 'no room' }]);
    const lost = pocketAndTab(99, { tab: { piece: 'tab', ends: [at('A'), { kind: 'named', name: 'Zz' }] } });
    expect(readWhole(lost)!.faults[0]).toMatchObject({ fault: 'no place' });
    expect(readWhole(lost)!.pieces.map((p) => p.isPlaced)).toEqual([true, false]);
  });

  test('lies where it is put: the middle of its edge so far behind the mouth, shifted and turned as asked', () => {
    for (const [depthMm, shiftMm, degrees] of [
      [30, 0, 0],
      [12, 7, 0],
      [20, -4, 15],
    ] as const) {
      const plan = pocketAndTab(60, { depthMm, shiftMm, degrees });
      const pieces = foldPieces(plan);
      const read = readFit(plan.fits[0]!, pieces);
      if (!('reading' in read)) throw new Error(read.fault);
      const { a, b, c, d } = read.placed;
      expect(a * d - b * c).toBeCloseTo(1, 9);
      const moved = (p: readonly [number, number]): [number, number] => [
        a * p[0] + b * p[1] + read.placed.tx,
        c * p[0] + d * p[1] + read.placed.ty,
      ];
      const middle = moved(read.tabMiddle);
      const { from, to, inward } = read.pocket!;
      const along = [(to[0] - from[0]) / distance(from, to), (to[1] - from[1]) / distance(from, to)];
      expect(middle[0]).toBeCloseTo(read.mouthMiddle[0] + inward[0] * depthMm + along[0]! * shiftMm, 6);
      expect(middle[1]).toBeCloseTo(read.mouthMiddle[1] + inward[1] * depthMm + along[1]! * shiftMm, 6);
      // The tab's body is outside: a place inside it lies before the mouth.
      const body = moved([read.tabMiddle[0] + read.inward[0] * 50, read.tabMiddle[1] + read.inward[1] * 50]);
      const depth = (body[0] - read.mouthMiddle[0]) * inward[0] + (body[1] - read.mouthMiddle[1]) * inward[1];
      expect(depth).toBeCloseTo(depthMm - 50 * Math.cos((degrees * Math.PI) / 180), 6);
    }
  });
});

describe('edges laid together', () => {
  test('differ by their lengths, and are snug within half a millimetre', () => {
    const fit = (tabMm: number) =>
      fitOf(
        pocketAndTab(tabMm, {
          kind: 'edges',
          mouth: { piece: null, ends: [on('1/4', '0'), on('3/4', '0')] },
        }),
      );
    expect(fit(100)).toMatchObject({ verdict: 'snug' });
    expect(fit(97)).toMatchObject({ verdict: 'edges differ' });
    expect(fit(97).slackMm).toBeCloseTo(3, 6);
    expect(fit(97).sheets.find((s) => s.piece === 'tab')!.sideMm).toBeCloseTo(100, 1);
  });

  test('laid on, dots of glue cover a third of what lies together at most', () => {
    const laid = (dots: number) =>
      fitOf(pocketAndTab(60, { kind: 'laid on', depthMm: 5, glue: { dots, diameterMm: 4 } }));
    expect(laid(2).glue!.overlapMm2).toBeCloseTo(300, 6);
    expect(laid(2).glue!.isTooMuch).toBe(false);
    expect(laid(9).glue!.isTooMuch).toBe(true);
  });
});

describe('two halves of one square', () => {
  /** One half folded to a pocket, the other to a triangle that goes into it. */
  function halves(): Plan {
    const plan = { ...buildPlan('Pair') };
    const sized = { ...plan, sheet: { ...plan.sheet, sideMm: 150 } };
    const two = addPiece(sized, 'other', 'Other half', { kind: 'other half', square: 'sq' });
    const toHalf: Written = {
      kind: 'fold',
      sense: 'mountain',
      line: through(at('A'), at('mid BC' as 'O')),
      flap: [at('C')],
      layers: 'flap',
    };
    const own = steps([{ ...toHalf, line: through(at('A'), at('O')) }]);
    return { ...two, steps: own, pieces: two.pieces.map((p) => ({ ...p, steps: own })) };
  }

  test('one slides into the other along its raw edge within half a millimetre', () => {
    // Folded in half, the raw edge A to B is 150 mm; turned about, the other's folded edge A to O goes into it.
    const plan: Plan = {
      ...halves(),
      fits: [
        join({
          tab: { piece: 'other', ends: [at('A'), at('O')] },
          mouth: { piece: null, ends: [at('A'), at('B')] },
          depthMm: 10,
        }),
      ],
    };
    const fit = fitOf(plan);
    expect(fit.pocketMm).toBeGreaterThan(10);
    expect(['fits', 'snug', 'loose']).toContain(fit.verdict);
    const even = fitOf({
      ...plan,
      fits: [
        join({ kind: 'edges', tab: plan.fits[0]!.tab, mouth: { piece: null, ends: [at('A'), at('O')] } }),
      ],
    });
    expect(even.verdict).toBe('snug');
    expect(Math.abs(even.slackMm)).toBeLessThan(1e-6);
  });
});

describe('the ferry keeper in his boat', () => {
  const plan = buildCastPlans().ferry!;
  const whole = readWhole(plan)!;

  test('his hem goes into the hull, both are bent alike, and together they stand', () => {
    expect(whole.faults).toEqual([]);
    const [fit] = whole.fits;
    expect(fit!.verdict).toBe('fits');
    expect(fit!.slackMm).toBeGreaterThan(0);
    expect(fit!.slackMm).toBeLessThan(1);
    expect(fit!.apartMm).toBeLessThan(0.1);
    expect(whole.stands).toBe(true);
    expect(whole.marginMm).toBeGreaterThan(2);
  });

  test('a boat bent the other way comes apart from him, and it is said', () => {
    const flipped: Plan = {
      ...plan,
      pieces: plan.pieces.map((p) => ({
        ...p,
        shaping: p.shaping.map((s) =>
          s.act.kind === 'turn' ? { ...s, act: { ...s.act, degrees: -s.act.degrees } } : s,
        ),
      })),
    };
    expect(readWhole(flipped)!.fits[0]!.apartMm).toBeGreaterThan(5);
  });

  test('weighs what both weigh, and is as high as they reach together', () => {
    const pieces = foldPieces(plan);
    const own = pieces.map((p) => readPosed(p.plan, p.replay, { sideMm: p.posed.sideMm }).pose);
    expect(whole.weightG).toBeCloseTo(own[0]!.weightG! + own[1]!.weightG!, 6);
    // The hem stands 0.75 mm over the keel: the hull is 24.75 deep and he goes 24 in.
    expect(whole.heightMm).toBeCloseTo(own[0]!.heightMm + 0.75, 1);
  });

  test('its pieces are moved and never stretched', () => {
    const pieces = foldPieces(plan);
    const fits = plan.fits.flatMap((f) => {
      const read = readFit(f, pieces);
      return 'reading' in read ? [read] : [];
    });
    for (const { motion, flat } of placePieces(pieces, fits).values()) {
      const { rows } = motion;
      for (let i = 0; i < 3; i++)
        for (let k = 0; k < 3; k++) {
          const product = rows[i]![0] * rows[k]![0] + rows[i]![1] * rows[k]![1] + rows[i]![2] * rows[k]![2];
          expect(product).toBeCloseTo(i === k ? 1 : 0, 9);
        }
      expect(flat.a * flat.d - flat.b * flat.c).toBeCloseTo(1, 9);
    }
  });

  test('made larger in all its sheets it goes on fitting', () => {
    const large = readWhole(scalePieces(plan, 1.05))!;
    expect(large.fits[0]!.verdict).toBe('fits');
    expect(large.lengthMm / whole.lengthMm).toBeCloseTo(1.05, 2);
  });

  test('its colours are those of both papers', () => {
    const colours = new Set(whole.drawing.items.flatMap((i) => (i.kind === 'facet' ? [i.colour] : [])));
    expect(colours).toContain(plan.paper.front.hex);
    expect(colours).toContain(plan.pieces[0]!.paper.front.hex);
  });

  test('how it is put together is one sentence', () => {
    expect(sayJoin(plan.fits[0]!, plan)).toBe(
      'Slide the edge from HL to HR of the ferry keeper into the pocket behind the edge from GL to GR of the boat, 24 mm deep.',
    );
  });

  test('a piece is read like any plan, and house rules are asked of the whole', () => {
    const { readings } = readingsOf(planOfPiece(plan, 'boat'));
    expect(readings.refused).toEqual([]);
    expect(readings.sideMm).toBe(66);
    const strict = readingsOf({ ...plan, brief: { ...plan.brief, rules: 'square' } }).readings;
    expect(strict.verdicts.map((v) => v.id)).toContain('pieces');
    expect(readWhole({ ...plan, brief: { ...plan.brief, rules: 'square' } })!.rules).toContain('2 pieces');
    expect(whole.rules).toBe('');
  });
});
