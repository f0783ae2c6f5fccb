import { describe, expect, test } from '@jest/globals';
import { buildChance } from '@jade/core/chance';
import type { Surface } from '@jade/core/shaping';
import { shapingStepSchema } from '@jade/core/shaping';
import { FreeRange, angleTowards, carry, gripOf } from '../src/space/grip.ts';

const turn = { from: [10, 0, 0], axis: [0, 0, 1] } as const;
/** A viewer that sees x to the right and y up, two pixels to a mm. */
const project = ([x, y]: readonly [number, number, number]): readonly [number, number] => [
  200 + 2 * x,
  100 - 2 * y,
];

describe('a part taken hold of', () => {
  test('is carried round its axis at the same distance, and back', () => {
    const chance = buildChance(4);
    for (let i = 0; i < 50; i++) {
      const [x, y, z] = [chance() * 20, chance() * 20, chance() * 20];
      const there = carry(turn, [x, y, z], 1.1);
      expect(Math.hypot(there[0] - 10, there[1])).toBeCloseTo(Math.hypot(x - 10, y), 9);
      const back = carry(turn, there, -1.1);
      expect(back.map((v, k) => Math.abs(v - [x, y, z][k]!)).every((d) => d < 1e-9)).toBe(true);
    }
    expect(carry(turn, [20, 0, 5], Math.PI / 2).map((v) => Math.round(v * 1e9) / 1e9)).toEqual([10, 10, 5]);
  });

  test('turns to where the pointer is, by the shorter way, and stays on its circle', () => {
    for (const wanted of [-50, -12.5, 0, 20, 58]) {
      const at = project(carry(turn, [30, 0, 0], (wanted * Math.PI) / 180));
      expect(angleTowards(turn, [30, 0, 0], at, project, 0)).toBeCloseTo(wanted, 6);
    }
    // Far off the circle, on the ray of 45 degrees.
    expect(angleTowards(turn, [30, 0, 0], project([110, 100, 0]), project, 30)).toBeCloseTo(45, 6);
  });

  test('is the smallest that can be moved; one that repeats another moves its original, mirrored', () => {
    const leg = { step: 'leg', radians: 0.2, ...turn, pieces: [1, 2] };
    const foot = { step: 'foot', radians: -0.4, ...turn, pieces: [2] };
    const other = { step: 'again', radians: -0.2, ...turn, pieces: [3] };
    const surface = { turns: [leg, foot, other] } as unknown as Surface;
    const movable = new Map([
      ['leg', 'leg'],
      ['foot', 'foot'],
      ['again', 'leg'],
    ]);
    expect(gripOf(surface, 2, movable)).toMatchObject({ step: 'foot', turns: [{ sign: 1 }] });
    expect(gripOf(surface, 3, movable)).toMatchObject({
      step: 'leg',
      held: 1,
      turns: [{ sign: 1 }, { sign: -1 }],
    });
    expect(gripOf(surface, 0, movable)).toBeUndefined();
    expect(gripOf(surface, 2, new Map())).toBeUndefined();
  });
});

describe('how far a part goes', () => {
  const step = shapingStepSchema.parse({
    id: 'leg',
    act: {
      kind: 'turn',
      line: { kind: 'through', a: { kind: 'named', name: 'A' }, b: { kind: 'named', name: 'C' } },
      flap: [{ kind: 'named', name: 'B' }],
      degrees: 10,
      most: 40,
    },
  });
  const read = (degrees: number, refusal?: { freeDegrees?: number }) => [
    { id: 'leg', degrees, ...(refusal ? { refusal } : {}) },
    { id: 'tail' },
  ];

  test('its own range, then as far as it was free, until it is let go', () => {
    const free = new FreeRange();
    expect(free.boundsOf(step)).toEqual([-180, 40]);
    free.note(read(12), 'leg');
    free.note(read(35, { freeDegrees: 24.7 }), 'leg');
    expect(free.boundsOf(step)).toEqual([-180, 24.5]);
    free.note(read(-30, {}), 'leg');
    expect(free.boundsOf(step)).toEqual([12, 24.5]);
    free.forget();
    expect(free.boundsOf(step)).toEqual([-180, 40]);
  });

  test('where another step is refused it stays where all of them went', () => {
    const free = new FreeRange();
    free.note(read(12), 'leg');
    free.note(
      [
        { id: 'leg', degrees: 20 },
        { id: 'tail', refusal: { freeDegrees: 3 } },
      ],
      'leg',
    );
    expect(free.boundsOf(step)).toEqual([-180, 12]);
  });
});
