import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../../src/chance/index.ts';
import { buildCastPlans, buildOwlPlan } from '../../src/demo/index.ts';
import {
  type Plan,
  addPiece,
  checkPlan,
  listPieces,
  otherHalf,
  planOfPiece,
  planSchema,
  movePiece,
  removePiece,
  settlePieces,
  withPiece,
} from '../../src/plan/index.ts';

const ferry = buildCastPlans().ferry!;
const edited = (plan: Plan, id: string | null, change: (view: Plan) => Plan): Plan =>
  settlePieces(plan, withPiece(plan, id, change(planOfPiece(plan, id))));

describe('a piece seen as a plan', () => {
  test('written back unchanged changes nothing; the same plan gives the same view', () => {
    for (const { id } of listPieces(ferry)) {
      expect(planOfPiece(ferry, id)).toBe(planOfPiece(ferry, id));
      expect(withPiece(ferry, id, planOfPiece(ferry, id))).toBe(ferry);
    }
    expect(planOfPiece(ferry, 'gone')).toBe(ferry);
  });

  test('an edit goes to that piece alone, one of the whole to the plan', () => {
    const after = edited(ferry, 'boat', (v) => ({
      ...v,
      sheet: { ...v.sheet, sideMm: 70 },
      finish: { ...v.finish, wetFolded: true },
    }));
    expect(after.pieces[0]!.sheet.sideMm).toBe(70);
    expect(after.sheet).toBe(ferry.sheet);
    expect(after.steps).toBe(ferry.steps);
    expect(after.finish.wetFolded).toBe(true);
    expect(after.finish.feet).toBe(ferry.finish.feet);
    expect(after.brief.target).toBe(ferry.brief.target);
    expect(after.limbs).toBe(ferry.limbs);
    expect(planSchema.safeParse(after).success).toBe(true);
  });

  test('left out, the fits that name it go with it', () => {
    const after = removePiece(ferry, 'boat');
    expect(after.pieces).toEqual([]);
    expect(after.fits).toEqual([]);
    expect(checkPlan(after)).toEqual([]);
  });
});

test('a piece is taken up earlier or later, never before the first', () => {
  const plan = addPiece(ferry, 'lamp', 'Lamp', { kind: 'own sheet' });
  const ids = (p: typeof plan) => p.pieces.map(({ id }) => id);
  const earlier = movePiece(plan, 'lamp', -1);
  expect(ids(earlier)).toEqual(['lamp', 'boat']);
  expect(earlier.fits).toBe(plan.fits);
  expect(ids(movePiece(earlier, 'lamp', 1))).toEqual(['boat', 'lamp']);
  expect(movePiece(earlier, 'lamp', -1)).toBe(earlier);
  expect(movePiece(earlier, 'boat', 1)).toBe(earlier);
});

describe('halves of one square', () => {
  const plan = addPiece({ ...buildOwlPlan() }, 'other', 'Other', { kind: 'other half', square: 'sq' });

  test('know each other, and keep one side and paper', () => {
    expect(otherHalf(plan, null)).toEqual({ id: 'other', name: 'Other' });
    expect(otherHalf(plan, 'other')!.id).toBeNull();
    const larger = edited(plan, null, (v) => ({ ...v, sheet: { ...v.sheet, sideMm: 180 } }));
    expect(larger.pieces[0]!.sheet.sideMm).toBe(180);
    const smaller = edited(larger, 'other', (v) => ({ ...v, sheet: { ...v.sheet, sideMm: 120, trimMm: 2 } }));
    expect(smaller.sheet).toMatchObject({ sideMm: 120, trimMm: 2 });
    const dyed = edited(plan, 'other', (v) => ({ ...v, paper: { ...v.paper, name: 'Fog' } }));
    expect(dyed.paper.name).toBe('Fog');
  });

  test('part where one of them becomes another shape, or is left out', () => {
    const square = edited(plan, 'other', (v) => ({ ...v, sheet: { ...v.sheet, shape: { kind: 'square' } } }));
    expect([square.sheet.halfOf, square.pieces[0]!.sheet.halfOf]).toEqual([null, null]);
    expect(removePiece(plan, 'other').sheet.halfOf).toBeNull();
  });
});

describe('pieces alike to a step', () => {
  const owl = buildOwlPlan();
  const plan = addPiece(owl, 'twin', 'Twin', { kind: 'alike', piece: null, steps: 6 });

  test('share their first steps; a change of the first is one of both', () => {
    expect(plan.pieces[0]!.steps).toEqual(owl.steps.slice(0, 6));
    const noted = edited(plan, null, (v) => ({
      ...v,
      steps: v.steps.map((s, i) => (i === 2 ? { ...s, note: 'mind the corner' } : s)),
    }));
    expect(noted.pieces[0]!.steps[2]!.note).toBe('mind the corner');
    expect(noted.pieces[0]!.alike!.steps).toBe(6);
    const shorter = edited(plan, null, (v) => ({ ...v, steps: v.steps.filter((_, i) => i !== 1) }));
    expect(shorter.pieces[0]!.alike!.steps).toBe(5);
    expect(shorter.pieces[0]!.steps).toHaveLength(5);
  });

  test('part where the second is changed', () => {
    const parted = edited(plan, 'twin', (v) => ({
      ...v,
      steps: v.steps.map((s, i) => (i === 3 ? { ...s, note: 'other way' } : s)),
    }));
    expect(parted.pieces[0]!.alike!.steps).toBe(3);
    expect(parted.steps).toBe(plan.steps);
    const bare = edited(plan, 'twin', (v) => ({ ...v, steps: v.steps.slice(1) }));
    expect(bare.pieces[0]!.alike).toBeNull();
  });

  test('over random edits the shared steps are always those of the first', () => {
    const chance = buildChance(5);
    let now = plan;
    for (let i = 0; i < 120; i++) {
      const id = chance() < 0.5 ? null : 'twin';
      const k = Math.floor(chance() * 8);
      const kind = chance();
      now = edited(now, id, (v) => ({
        ...v,
        steps:
          kind < 0.4
            ? v.steps.map((s, j) => (j === k ? { ...s, note: `note ${i}` } : s))
            : kind < 0.7
              ? v.steps.filter((_, j) => j !== k || v.steps.length < 5)
              : [...v.steps.slice(0, k), { ...owl.steps[0]!, id: `n${i}` }, ...v.steps.slice(k)],
      }));
      const twin = now.pieces[0]!;
      const shared = twin.alike?.steps ?? 0;
      expect(twin.steps.slice(0, shared)).toEqual(now.steps.slice(0, shared));
    }
  });

  test('a piece that lends its steps has its own', () => {
    const third = addPiece(plan, 'third', 'Third', { kind: 'alike', piece: 'twin', steps: 2 });
    expect(checkPlan(third)[0]!.path).toBe('pieces.1.alike');
    const lost = {
      ...plan,
      fits: [{ ...ferry.fits[0]!, mouth: { ...ferry.fits[0]!.mouth, piece: 'gone' } }],
    };
    expect(checkPlan(lost)[0]!.text).toContain('"gone", which is not there');
  });
});
