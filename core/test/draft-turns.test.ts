import { describe, expect, test } from '@jest/globals';
import type { BaseFlap } from '../src/bases/index.ts';
import { buildChance } from '../src/chance/index.ts';
import { gapAt, turnsAlong } from '../src/draft/turns.ts';
import { apply, bearing, compose, lineThrough, reflectionIn, toTurn } from '../src/geometry/index.ts';

const flap = (width: number): BaseFlap => ({
  tip: 'A',
  tipOnSheet: [0, 0],
  tipOnModel: [1, 0],
  inward: [1, 0],
  root: [0, 0],
  length: 1,
  width,
  layers: 2,
  front: 1,
  hangs: 'right',
});

/** The line through a place of an axis that lies along x, at so many degrees to it. */
const lineAt = (x: number, degrees: number) => {
  const turn = (degrees * Math.PI) / 180;
  return lineThrough([x, 0], [x + Math.cos(turn), Math.sin(turn)])!;
};

describe('the turns of a limb', () => {
  test('two folds a gap apart turn its axis about the joint itself, and meet beyond its paper', () => {
    const chance = buildChance(11);
    for (let i = 0; i < 200; i++) {
      const width = 0.02 + 0.06 * chance();
      const turn = 5 + 75 * chance();
      const { pivot, start } = gapAt(flap(width), turn, 'joint');
      // The gap follows from where the axis crosses itself: pivot = gap / (2 cos(T / 2)).
      const gap = pivot * 2 * Math.cos((turn * Math.PI) / 360);
      const [near, far] = [lineAt(pivot, 90 + turn / 4), lineAt(pivot + gap, 90 - turn / 4)];
      const beyond = compose(reflectionIn(near), reflectionIn(far));
      const at = apply(beyond, [start, 0]);
      expect(Math.hypot(...at)).toBeLessThan(1e-9);
      expect(Math.abs(toTurn(bearing(at, apply(beyond, [start + 1, 0])) - turn))).toBeLessThan(1e-7);
      // The lines meet on the side the limb turns away from, farther out than its paper reaches.
      const meet = gap / 2 / Math.tan((turn * Math.PI) / 720);
      expect(meet).toBeGreaterThan(width);
    }
  });

  test('at a hub the first fold keeps off it, and the limb still begins there but for that', () => {
    const { pivot, start } = gapAt(flap(0.01), 20, 'hub');
    expect(pivot).toBeCloseTo(0.008, 9);
    expect(start).toBeGreaterThan(pivot);
  });

  test('paper changes sides with every single fold: turning on the same way is turning away from it', () => {
    const apart = (...degrees: number[]) => turnsAlong({ hangs: 'left' }, degrees).map((t) => t.isApart);
    expect(apart(60, -40)).toEqual([false, false]);
    expect(apart(60, 40)).toEqual([false, true]);
    // Two folds leave it where it was.
    expect(apart(-60, -40, 30)).toEqual([true, true, false]);
    expect(apart(0, -30)).toEqual([false, true]);
    // Far enough round, one fold that leans back does it.
    expect(apart(-150, 20)).toEqual([false, true]);
    expect(turnsAlong({}, [60, 40]).some((t) => t.isApart)).toBe(false);
    // Mirrored, all of it is as it was.
    const chance = buildChance(4);
    for (let i = 0; i < 100; i++) {
      const degrees = Array.from({ length: 4 }, () => 340 * chance() - 170);
      const mirrored = turnsAlong(
        { hangs: 'right' },
        degrees.map((d) => -d),
      );
      expect(mirrored.map((t) => t.isApart)).toEqual(apart(...degrees));
    }
  });
});
