import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../src/chance/index.ts';
import { toEvenings } from '../src/schedule/index.ts';
import { openAfter, openStretches, sayOpen, stepSchema } from '../src/sequence/index.ts';
import {
  readDuration,
  sayDuration,
  sayWait,
  waitKinds,
  waitMinutes,
  waitsSchema,
} from '../src/waits/index.ts';

describe('times as folders write them', () => {
  test.each([
    ['45', 45],
    ['45 min', 45],
    ['14 h', 840],
    ['1.5 h', 90],
    ['1,5 h', 90],
    ['2 h 15', 135],
    ['3 days 6 h', 4680],
    ['2d', 2880],
  ])('%s', (text, minutes) => {
    expect(readDuration(text)).toEqual({ ok: true, value: minutes });
  });

  test.each([
    ['', 'is not a time'],
    ['soon', 'is not a time'],
    ['-3 h', 'is not a time'],
    ['3 moons', '"moons" is not a unit of time'],
    ['0 min', '1 min at least'],
    ['1e308 h', 'not'],
    ['15 days', '14 days at most'],
  ])('"%s" is refused with one sentence', (text, says) => {
    const read = readDuration(text);
    expect(read).toEqual({ ok: false, fault: expect.stringContaining(says) as unknown });
    expect((read as { fault: string }).fault.length).toBeLessThan(140);
  });

  test('minutes, then hours and quarters, then days', () => {
    expect([0.1, 30, 84, 96, 127, 178, 840, 4680].map(sayDuration)).toEqual([
      '1 min',
      '30 min',
      '84 min',
      '1 h 30',
      '2 h',
      '3 h',
      '14 h',
      '3 days 6 h',
    ]);
  });

  test('what is said is read back as the same time, to what it is rounded to', () => {
    for (let minutes = 1; minutes <= 14 * 24 * 60; minutes += 37) {
      const back = readDuration(sayDuration(minutes));
      const rounding = minutes < 90 ? 0 : minutes < 2880 ? 7.5 : 30;
      expect(back.ok && Math.abs(back.value - minutes)).toBeLessThanOrEqual(rounding);
    }
  });

  test('every kind says what is done and for how long; damp work is folding, not waiting', () => {
    for (const kind of Object.keys(waitKinds) as (keyof typeof waitKinds)[]) {
      expect(sayWait({ kind, minutes: 840 })).toMatch(/^[A-Z].* 14 h$/);
      expect(waitMinutes([{ kind, minutes: 840 }])).toBe(kind === 'damp' ? 0 : 840);
    }
    expect(waitsSchema.safeParse([{ kind: 'dry', minutes: 20161 }]).success).toBe(false);
  });
});

const steps = (open: Record<number, number>) =>
  Array.from({ length: 9 }, (_, i) =>
    stepSchema.parse({
      id: `s${i + 1}`,
      move: { kind: 'turn', over: 'sideways' },
      ...(open[i + 1] === undefined ? {} : { openUntil: `s${open[i + 1]!}` }),
    }),
  );

describe('steps held open on purpose', () => {
  test('the model is open from the first of them until the last, and not after it', () => {
    const held = steps({ 3: 6 });
    expect([2, 3, 4, 5, 6].map((n) => openAfter(held, n) !== undefined)).toEqual([
      false,
      true,
      true,
      true,
      false,
    ]);
    expect(sayOpen(openStretches(held)[0]!)).toContain('until step 6');
  });

  test('an end that is gone or stands before holds nothing open', () => {
    expect(openStretches(steps({ 3: 2 }))).toEqual([]);
    expect(openStretches(steps({ 3: 40 }))).toEqual([]);
  });
});

describe('evenings', () => {
  test('law: no evening ends where the model is open or goes on past a long wait, and all steps come once in order', () => {
    const draw = buildChance(11);
    for (let n = 0; n < 300; n++) {
      const minutes = Array.from({ length: 1 + Math.floor(draw() * 30) }, () => 1 + draw() * 20);
      const shut = new Set(minutes.flatMap((_, i) => (draw() < 0.3 ? [i + 1] : [])));
      const long = new Set(minutes.flatMap((_, i) => (draw() < 0.15 ? [i + 1] : [])));
      const rules = { canStop: (k: number) => !shut.has(k), waits: (k: number) => (long.has(k) ? 600 : 0) };
      const evenings = toEvenings(minutes, 60, rules);
      expect(
        evenings.flatMap(({ first, last }) => Array.from({ length: last - first + 1 }, (_, i) => first + i)),
      ).toEqual(minutes.map((_, i) => i + 1));
      for (const { first, last, minutes: taken } of evenings) {
        expect(last === minutes.length || !shut.has(last)).toBe(true);
        const stops = Array.from({ length: last - first }, (_, i) => first + i).filter((k) => !shut.has(k));
        // Longer than an evening only where there is no place to stop in it.
        expect(taken <= 60 || stops.length === 0).toBe(true);
        expect(stops.some((k) => long.has(k))).toBe(false);
      }
    }
  });
});
