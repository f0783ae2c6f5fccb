import { describe, expect, test } from '@jest/globals';
import { buildChance, toNormal } from '../src/chance/index.ts';
import { planShow } from '../src/calendar/index.ts';
import { buildHeronPlan, buildNewtPlan } from '../src/demo/index.ts';
import { showIcs } from '../src/exporting/index.ts';
import { type MarkedPhoto, mmPerPixel, photoLengths, sidePairs } from '../src/plan/index.ts';
import { readStop } from '../src/readings/index.ts';
import { replaySequence } from '../src/sequence/index.ts';

const photo = (more: Partial<MarkedPhoto>): MarkedPhoto => ({ id: 'p', scale: null, lengths: [], ...more });

describe('photographs', () => {
  const scale = { a: [100, 900] as [number, number], b: [100, 100] as [number, number], mm: 90 };
  test('a known length gives the scale, and any other two points a length', () => {
    const marked = photo({ scale, lengths: [{ name: 'ear', a: [0, 0], b: [300, 400] }] });
    expect(mmPerPixel(marked)).toBeCloseTo(90 / 800, 12);
    expect(photoLengths(marked)[0]!.mm).toBeCloseTo((500 * 90) / 800, 9);
    expect(photoLengths(photo({ lengths: marked.lengths }))).toEqual([]);
    expect(mmPerPixel(photo({ scale: { ...scale, b: scale.a } }))).toBeUndefined();
  });

  test('what it may be off is what marking by hand gives: against 4,000 markings', () => {
    const chance = buildChance(77);
    const near = ([x, y]: readonly [number, number]): [number, number] => [
      x + (1.5 / Math.SQRT2) * Math.SQRT2 * toNormal(chance),
      y + 1.5 * toNormal(chance),
    ];
    const length = { name: 'tail', a: [200, 200] as [number, number], b: [500, 600] as [number, number] };
    const said = photoLengths(photo({ scale, lengths: [length] }))[0]!;
    const found = Array.from(
      { length: 4000 },
      () =>
        photoLengths(
          photo({
            scale: { ...scale, a: near(scale.a), b: near(scale.b) },
            lengths: [{ ...length, a: near(length.a), b: near(length.b) }],
          }),
        )[0]!.mm,
    );
    const mean = found.reduce((s, v) => s + v, 0) / found.length;
    const spread = Math.sqrt(found.reduce((s, v) => s + (v - mean) ** 2, 0) / found.length);
    expect(said.offMm / spread).toBeGreaterThan(0.93);
    expect(said.offMm / spread).toBeLessThan(1.07);
  });

  test('left and right are compared by their names, and no promise is made within what marking can make', () => {
    const [pair] = sidePairs([
      { name: 'Left ear', mm: 31, offMm: 0.4 },
      { name: 'right ear ', mm: 30, offMm: 0.3 },
      { name: 'tail', mm: 50, offMm: 0.4 },
    ]);
    expect(pair).toMatchObject({ what: 'ear', leftMm: 31, rightMm: 30, differenceMm: 1, sureMm: 1 });
    expect(sidePairs([{ name: 'left ear', mm: 31, offMm: 0.4 }])).toEqual([]);
  });
});

describe('stopping in the middle', () => {
  const replayOf = (p: ReturnType<typeof buildHeronPlan>) =>
    replaySequence({ sheet: p.sheet.shape, points: p.points, steps: p.steps });
  test('flat it can lie; a thick stack is clipped and its place named', () => {
    const heron = buildHeronPlan();
    const replay = replayOf(heron);
    expect(readStop(heron, replay, 1)).toMatchObject({ lies: true, until: null, isDamp: false });
    const thick = readStop(heron, replay, 31);
    expect(thick.lies).toBe(true);
    expect(thick.says.join(' ')).toMatch(/Clip it in the thick part nearest to corner [A-D]: \d+ layers/);
  });
  test('held open on purpose it cannot, and the step is said after which it can', () => {
    const heron = buildHeronPlan();
    const until = heron.steps[9]!.id;
    const steps = heron.steps.map((s, i) => (i === 4 ? { ...s, openUntil: until } : s));
    const open = readStop({ ...heron, steps }, replayOf(heron), 6);
    expect(open).toMatchObject({ lies: false, until: 10 });
    expect(open.says[0]).toContain('step 10');
    expect(readStop({ ...heron, steps }, replayOf(heron), 10).lies).toBe(true);
  });
  test('shaped damp it stays damp until it has dried, also while it dries', () => {
    const newt = buildNewtPlan();
    const replay = replayOf(newt);
    const flat = newt.steps.length;
    const dries = flat + 1 + newt.shaping.findIndex((s) => s.waits.some((w) => w.kind === 'dry'));
    expect(readStop(newt, replay, flat).isDamp).toBe(false);
    expect(readStop(newt, replay, dries - 1).isDamp).toBe(true);
    expect(readStop(newt, replay, dries, true).says.join(' ')).toContain('It is drying');
    expect(readStop(newt, replay, dries).isDamp).toBe(false);
  });
});

test('drills stand in the calendar file with their day and take no hour of it', () => {
  const show = planShow({
    models: [],
    rules: { minutes: [60, 60, 60, 60, 60, 60, 60], at: 1140, off: [], spareDays: 0, school: 'together' },
    holds: [],
    drawer: [],
    from: '2026-12-01',
    fromMinute: 0,
  });
  const made = showIcs(show, [{ day: '2026-12-03', word: 'open sink' }]);
  expect(made.ok && made.value).toMatch(/DTSTART;VALUE=DATE:20261203/);
  expect(made.ok && made.value).toContain('SUMMARY:Practise: open sink');
  expect(made.ok && made.value).toContain('TRANSP:TRANSPARENT');
});
