import { describe, expect, test } from '@jest/globals';
import { findBase, foldBase } from '../src/bases/index.ts';
import { buildHeronPlan } from '../src/demo/index.ts';
import {
  angleForDepth,
  buildArrangement,
  findSpine,
  openedDepth,
  opensAt,
  shortestFold,
} from '../src/folded/index.ts';
import { lineThrough } from '../src/geometry/index.ts';
import { defaultLimits } from '../src/paper/index.ts';
import type { Plan } from '../src/plan/index.ts';
import { grainOfLimbs, sayGrain, toWindowInput } from '../src/readings/index.ts';
import { replaySequence, write } from '../src/sequence/index.ts';
import { cornersOf } from '../src/sheet/index.ts';
import {
  type RemedyOptions,
  type WindowInput,
  findRemedies,
  sayBand,
  sayRemedy,
  toWindow,
} from '../src/window/index.ts';
import { readingsOf } from './plans.ts';

const none: RemedyOptions = { papers: [], bases: [], withoutLimb: [] };
const heronPlan = buildHeronPlan();

describe('depth of the opened form', () => {
  const half = write.writeStep('half', {
    kind: 'fold',
    sense: 'valley',
    line: { kind: 'through', a: { kind: 'sheet', at: [0.5, 0] }, b: { kind: 'sheet', at: [0.5, 1] } },
    flap: [{ kind: 'sheet', at: [1, 1] }],
    layers: 'all',
  });
  const book = {
    ...heronPlan,
    steps: [half],
    repeats: [],
    alternatives: [],
    zones: [],
    shaping: [],
    sizeStep: null,
    sheet: { ...heronPlan.sheet, sideMm: 200 },
    finish: { ...heronPlan.finish, feet: null },
    brief: {
      ...heronPlan.brief,
      depth: { mm: 60, tolerancePercent: 10, bound: 'about' as const, toMm: null },
    },
  } satisfies Plan;
  const opened = (degrees: number | null): Plan => ({
    ...book,
    finish: { ...book.finish, openedDegrees: degrees },
  });

  test('a sheet folded in half opens at its fold: at 180 degrees it is as deep as the sheet is wide', () => {
    const stack = 2 * book.paper.caliperMm!;
    const { form } = readingsOf(opened(180)).readings;
    expect(form!.spine!.reach).toBeCloseTo(0.5, 9);
    expect(form!.depthMm).toBeCloseTo(200 + stack, 9);
    expect(readingsOf(opened(60)).readings.form!.depthMm).toBeCloseTo(100 + stack, 9);
    expect(readingsOf(opened(null)).readings.form!.depthMm).toBeCloseTo(stack, 9);
    expect(readingsOf({ ...book, steps: [] }).readings.form).toBeUndefined();
  });

  test('a depth the form does not have is told with the angle that gives it, and that angle gives it', () => {
    const verdict = readingsOf(opened(null)).readings.verdicts.find((v) => v.id === 'depth');
    expect(verdict?.text).toMatch(/^Left flat, the model is 0[.\d]* mm deep; wished are 60 mm within 10 %/);
    if (verdict?.remedy?.kind !== 'open halves') throw new Error('the angle is offered');
    const { form, verdicts } = readingsOf(opened(verdict.remedy.degrees)).readings;
    expect(Math.abs(form!.depthMm - 60)).toBeLessThan(1);
    expect(verdicts.some((v) => v.id === 'depth')).toBe(false);
    const far = {
      ...book,
      brief: { ...book.brief, depth: { mm: 900, tolerancePercent: 1, bound: 'about' as const, toMm: null } },
    };
    const text = readingsOf(far).readings.verdicts.find((v) => v.id === 'depth')?.text;
    expect(text).toMatch(/Even laid open its halves do not reach that far/);
  });

  test('two points the folder chose count before the proposed edge', () => {
    const own = opened(90);
    own.finish.spine = [
      { kind: 'sheet', at: [0, 0] },
      { kind: 'sheet', at: [0, 1] },
    ];
    // The edge DA lies on the far side of the fold, where nothing joins the halves: at it they hang together elsewhere.
    const stuck = readingsOf(own).readings;
    expect(stuck.form).toMatchObject({ isStuck: true });
    expect([stuck.form!.spine, stuck.form!.depthMm]).toEqual([undefined, stuck.form!.thicknessMm]);
    expect(stuck.verdicts.find((v) => v.id === 'depth')?.text).toContain('cannot open, because its halves');
    own.finish.spine = [
      { kind: 'sheet', at: [0.5, 0.25] },
      { kind: 'sheet', at: [0.5, 0.75] },
    ];
    expect(readingsOf(own).readings.form).toMatchObject({ spine: { reach: expect.closeTo(0.5, 9) } });
  });

  test('depth bounds the sheet from both ends, and the angle is the remedy where it does not fit', () => {
    const { readings } = readingsOf(opened(60));
    const input = toWindowInput(opened(60), readings, defaultLimits, [])!;
    const band = toWindow(input).bands.find((b) => b.id === 'depth')!;
    // Reach 0.5 opened to 60 degrees: half a side deep.
    expect(band.lowMm).toBeCloseTo(2 * (54 - 2 * book.paper.caliperMm!), 9);
    expect(band.highMm).toBeCloseTo(2 * (66 - 2 * book.paper.caliperMm!), 9);
    expect(sayBand('depth', input, 'mm').note).toBe('60 mm ± 10 %, as opened');
    const tight: WindowInput = {
      learned: input.learned,
      layers: input.layers,
      caliperMm: 0.1,
      handling: 'fingers',
      limits: input.limits,
      stock: [],
      target: { dimension: 'height', mm: 300, tolerancePercent: 3, ratio: 1 },
      depth: { mm: 60, tolerancePercent: 10, opened: { reach: 0.5, degrees: 60, stackMm: 0.2 } },
    };
    const remedy = findRemedies(tight, none).find((r) => r.changes[0]!.kind === 'open')!;
    expect(remedy.window.isOpen).toBe(true);
    expect(sayRemedy(remedy, 'mm')).toMatch(/^Open its halves to 23°: /);
    expect(toWindowInput(opened(null), readings, defaultLimits, [])!.depth).toBeUndefined();
  });
});

describe('the shortest fold and the edge a form opens at', () => {
  const replayOf = (steps: Plan['steps']) => replaySequence({ sheet: { kind: 'square' }, points: {}, steps });
  const line = (x: number) => ({
    kind: 'through' as const,
    a: { kind: 'sheet' as const, at: [x, 0] as [number, number] },
    b: { kind: 'sheet' as const, at: [x, 1] as [number, number] },
  });
  const over = (id: string, x: number, flap: [number, number]) =>
    write.writeStep(id, {
      kind: 'fold',
      sense: 'valley',
      line: line(x),
      flap: [{ kind: 'sheet', at: flap }],
      layers: 'all',
    });

  test('what lies on one line is one fold, however other folds cut it', () => {
    // Folded in half, then a strip of both layers over: the first fold is cut, but stays one line of the model.
    const half = over('half', 0.5, [1, 1]);
    const top = write.writeStep('top', {
      kind: 'fold',
      sense: 'valley',
      line: {
        kind: 'through',
        a: { kind: 'sheet', at: [0, 0.9] },
        b: { kind: 'sheet', at: [0.5, 0.9] },
      },
      flap: [{ kind: 'sheet', at: [0, 1] }],
      layers: 'all',
    });
    const once = replayOf([half]);
    expect(shortestFold(once.steps[0]!.after)).toBeCloseTo(1, 9);
    const twice = replayOf([half, top]);
    expect(twice.steps.every((s) => !s.refusal)).toBe(true);
    // The strip's fold is half a side long. The first fold, cut by it, lies doubled on one line: 0.9 long, not 0.1.
    expect(shortestFold(twice.steps[1]!.after)).toBeCloseTo(0.5, 9);
    expect(shortestFold(once.start)).toBeUndefined();
  });

  test('a fold in the middle of the form is no edge to open at; one at its rim is', () => {
    const rim = replayOf([over('half', 0.5, [1, 1])]).steps[0]!.after;
    const spine = findSpine(rim, buildArrangement(rim))!;
    expect([spine.from[0], spine.to[0]]).toEqual([expect.closeTo(0.5, 9), expect.closeTo(0.5, 9)]);
    // A narrow strip folded over leaves paper on one side only as well, but a strip is no half.
    const strip = replayOf([over('strip', 0.9, [1, 1])]).steps[0]!.after;
    expect(findSpine(strip, buildArrangement(strip))).toBeUndefined();
    expect(findSpine(replayOf([]).start, buildArrangement(replayOf([]).start))).toBeUndefined();
  });

  test('halves that hang together elsewhere do not open: no bird does at one crease, a kite and a book do', () => {
    const spineOf = (id: string) => {
      const { state } = foldBase(findBase(id)!);
      return findSpine(state, buildArrangement(state));
    };
    for (const id of ['book', 'kite', 'diagonal', 'cupboard'])
      expect(spineOf(id)!.reach).toBeGreaterThan(0.4);
    for (const id of ['preliminary', 'waterbomb', 'bird', 'frog', 'fish'])
      expect(spineOf(id)).toBeUndefined();
    // Twice through the middle: the second edge runs through both halves of the first, which hangs together at its own.
    const quarter = write.writeStep('quarter', {
      kind: 'fold',
      sense: 'valley',
      line: { kind: 'through', a: { kind: 'sheet', at: [0, 0.5] }, b: { kind: 'sheet', at: [0.5, 0.5] } },
      flap: [{ kind: 'sheet', at: [0, 1] }],
      layers: 'all',
    });
    const twice = replayOf([over('half', 0.5, [1, 1]), quarter]).steps.at(-1)!.after;
    const edge = lineThrough([0, 0.5], [1, 0.5])!;
    expect(opensAt(twice, edge)).toBe(true);
    expect(opensAt(twice, lineThrough([0.5, 0], [0.5, 1])!)).toBe(false);
  });

  test('opened depth and the angle for it undo each other', () => {
    for (const degrees of [10, 45, 90, 180])
      expect(angleForDepth(80, openedDepth(80, degrees, 2), 2)).toBeCloseTo(degrees, 6);
    expect(angleForDepth(80, 170, 2)).toBeUndefined();
    expect(angleForDepth(80, 1, 2)).toBe(0);
  });
});

describe('grain in curved limbs', () => {
  const wet: Plan = {
    ...heronPlan,
    shaping: [{ id: 'n', act: { kind: 'hand', text: 'Curve the neck', range: '' }, waits: [], note: '' }],
    finish: { ...heronPlan.finish, wetFolded: true },
  };

  test('on a square a corner lies at 45 degrees to the grain, however the piece is cut', () => {
    const [neck, ...others] = grainOfLimbs(wet, { grain: 'width' });
    expect(others).toEqual([]);
    expect(neck).toMatchObject({ limb: 'Neck and bill', degrees: 45, turned: 45 });
    expect(sayGrain(neck!, false)).toMatch(/45° to the grain whichever way the piece is cut/);
    expect(grainOfLimbs(wet, { grain: 'unknown' })).toEqual([]);
  });

  test('in the sharp corner of a half square it lies along the grain one way, and the remedy says which', () => {
    // Corner B of the half square: legs along the lower edge, hypotenuse at 45 degrees; its bisector at 22.5.
    const tip = cornersOf({ kind: 'triangle' }).find((c) => c.at[0] === 1 && c.at[1] === 0)!.name;
    const half: Plan = {
      ...wet,
      sheet: { ...wet.sheet, shape: { kind: 'triangle' } },
      limbs: [{ ...wet.limbs[0]!, tip }],
    };
    expect(grainOfLimbs(half, { grain: 'width' })[0]).toMatchObject({ degrees: 22.5, turned: 67.5 });
    expect(grainOfLimbs(half, { grain: 'height' })[0]).toMatchObject({ degrees: 67.5, turned: 22.5 });
    expect(sayGrain(grainOfLimbs(half, { grain: 'width' })[0]!, true)).toMatch(/Bend it slowly over a form/);
    expect(sayGrain(grainOfLimbs(half, { grain: 'width' })[0]!, false)).toMatch(/Cut the pieces turned/);
    expect(sayGrain(grainOfLimbs(half, { grain: 'height' })[0]!, false)).toMatch(/Keep the grain/);
    expect(sayGrain(grainOfLimbs(half, { grain: 'height' })[0]!, true)).toMatch(/keeps its curve/);
  });
});
