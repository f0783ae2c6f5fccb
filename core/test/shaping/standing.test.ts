import { describe, expect, test } from '@jest/globals';
import { buildFlatSheet } from '../../src/folded/index.ts';
import { type Spot, inner, lineAlong, minus, outer, unitOf } from '../../src/geometry/index.ts';
import {
  type Form,
  bodyOf,
  checkForm,
  flatForm,
  spotOf,
  roseOf,
  standingOf,
  turnPart,
} from '../../src/shaping/index.ts';
import { buildChance } from '../../src/chance/index.ts';

const SIDE = 120;
/** Paper so thin that it counts for nothing beside 120 mm. */
const thin = { sideMm: SIDE, caliperMm: 1e-6, grammage: 80 };
const sheet = flatForm(buildFlatSheet({ kind: 'square' }));

const must = (made: ReturnType<typeof turnPart>): Form => {
  if (!made.ok) throw new Error(made.fault.text);
  return made.value;
};
const bent = (degrees: number): Form =>
  must(turnPart(sheet, { line: lineAlong([0, 0.5], [1, 0]), flap: [[0.5, 0.9]], degrees, step: 'bend' }));

describe('a sheet bent along its middle', () => {
  test('by 90°, ridge up, stands as a tent: margin s √2 / 4, tip angle 63.43°, weight from its grammage', () => {
    const form = bent(90);
    expect(checkForm(form)).toEqual({
      gap: expect.closeTo(0, 12),
      edges: expect.closeTo(0, 12),
      area: expect.closeTo(0, 12),
      crossings: 0,
    });
    const body = bodyOf(form, thin);
    expect(body.weightG).toBeCloseTo((SIDE * SIDE * 80) / 1e6, 9);
    const { pose, settled, falls } = standingOf(body, [0, 1, -1]);
    expect(falls).toBe(0);
    expect(settled.leanDegrees).toBeCloseTo(0, 3);
    expect(pose!.marginMm).toBeCloseTo((SIDE * Math.SQRT2) / 4, 3);
    expect(pose!.tipDegrees).toBeCloseTo(63.435, 2);
    expect(pose!.weightHeightMm).toBeCloseTo((SIDE * Math.SQRT2) / 8, 3);
    // The rose of a rectangle: the nearer of two sides each way, and the least of it is the margin.
    const rose = roseOf(pose!);
    const [one, other] = [rose[0]!.marginMm, rose[9]!.marginMm];
    expect([one, other].sort((a, b) => a - b)).toEqual([
      expect.closeTo((SIDE * Math.SQRT2) / 4, 3),
      expect.closeTo(SIDE / 2, 3),
    ]);
    for (const { towards, marginMm, tipDegrees } of rose) {
      const [c, d] = [Math.cos, Math.sin].map((f) => Math.abs(f((towards * Math.PI) / 180)));
      expect(marginMm).toBeCloseTo(Math.min(one / Math.max(c!, 1e-12), other / Math.max(d!, 1e-12)), 3);
      expect(Math.tan((tipDegrees * Math.PI) / 180)).toBeCloseTo(marginMm / pose!.weightHeightMm, 9);
    }
    expect(roseOf({ ...pose!, marginMm: -1 })).toEqual([]);
  });

  test('set on its ridge it falls, and comes to lie on a panel or on its two rims', () => {
    const { pose, settled, falls } = standingOf(bodyOf(bent(90), thin), [0, -1, 1]);
    expect(falls).toBeGreaterThanOrEqual(0);
    expect(pose).toBeUndefined();
    expect(settled.marginMm).toBeGreaterThan(0);
    expect(settled.leanDegrees).toBeGreaterThan(30);
  });

  test('flat it lies, and on its edge it does not stand', () => {
    const body = bodyOf(sheet, { ...thin, caliperMm: 0.1 });
    const { pose, settled, poses } = standingOf(body);
    expect(pose === undefined || pose.marginMm < 0.06).toBe(true);
    const lying = poses.find((p) => Math.abs(p.up[2]) > 0.99)!;
    expect(lying.marginMm).toBeCloseTo(SIDE / 2, 6);
    expect(settled.marginMm).toBeGreaterThan(0);
  });
});

describe('any bent sheet', () => {
  const chance = buildChance(86_028_121);
  const forms = Array.from({ length: 12 }, () => {
    const [x, y, a, b] = [0.3 + 0.4 * chance(), 0.3 + 0.4 * chance(), chance(), chance()];
    const first = turnPart(sheet, {
      line: lineAlong([x, y], [Math.cos(a * 6), Math.sin(a * 6)]),
      flap: [[x - 0.2 * Math.sin(a * 6), y + 0.2 * Math.cos(a * 6)]],
      degrees: 40 + 80 * b,
      step: 'one',
    });
    return must(first);
  });
  const random = (): Spot => unitOf([chance() - 0.5, chance() - 0.5, chance() - 0.5]);

  test('rests only on planes with all paper on one side, and its weight over their contacts', () => {
    for (const form of forms) {
      const body = bodyOf(form, thin);
      for (const { up, support, contacts, foot, marginMm } of standingOf(body, random()).poses) {
        const table = Math.min(...body.points.map((p) => inner(p, up)));
        for (const p of contacts) expect(inner(p, up) - table).toBeLessThan(0.2 + 1e-9);
        expect(inner(foot, up)).toBeCloseTo(table, 5);
        expect(marginMm).toBeGreaterThan(0);
        // The foot is inside: on the left of every edge of the rim, seen from above.
        support.forEach((p, i) => {
          const q = support[(i + 1) % support.length]!;
          expect(inner(outer(minus(q, p), minus(foot, p)), up)).toBeGreaterThan(-1e-6);
        });
      }
    }
  });

  test('let go from anywhere it comes to one of its resting poses', () => {
    for (const form of forms) {
      const body = bodyOf(form, thin);
      for (let k = 0; k < 5; k++) {
        const { settled, poses } = standingOf(body, random());
        expect(settled.marginMm).toBeGreaterThan(0);
        expect(poses.some((p) => inner(p.up, settled.up) > 0.999)).toBe(true);
      }
    }
  });

  test('the weight lies where thrown points say, within three standard errors', () => {
    for (const form of forms.slice(0, 4)) {
      const { centre } = bodyOf(form, thin);
      const COUNT = 4000;
      const sums = [0, 0, 0];
      const squares = [0, 0, 0];
      for (let k = 0; k < COUNT; k++) {
        const at = spotOf(form, [chance(), chance()])!.map((v) => v * SIDE);
        at.forEach((v, i) => {
          sums[i]! += v;
          squares[i]! += v * v;
        });
      }
      for (const i of [0, 1, 2] as const) {
        const mean = sums[i]! / COUNT;
        const error = Math.sqrt((squares[i]! / COUNT - mean * mean) / COUNT);
        expect(Math.abs(mean - centre[i])).toBeLessThan(3.5 * error + 1e-6);
      }
    }
  });
});
