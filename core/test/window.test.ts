import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { collectPages, writeCutting } from '../src/booklet/index.ts';
import { judgeColours, saySwaps } from '../src/checks/index.ts';
import { buildHeronPlan, lanternDrawer } from '../src/demo/index.ts';
import { readDrawerCsv, toCuttingDxf, toDrawerCsv } from '../src/formats/index.ts';
import {
  caliperOfStack,
  defaultLimits,
  findNextStock,
  grammageOfStack,
  largestSide,
  largestSideFor,
  toCutting,
} from '../src/paper/index.ts';
import { bases, foldBase } from '../src/bases/index.ts';
import { matchBases, startingFigures, taskOf } from '../src/parts/index.ts';
import { priceOfRules, toWindowInput, wishSizes } from '../src/readings/index.ts';
import { replaySequence, write } from '../src/sequence/index.ts';
import { learnRatio, otherDimension } from '../src/sizing/index.ts';
import {
  type RemedyOptions,
  type WindowInput,
  findRemedies,
  rankPapers,
  readSide,
  sayBand,
  sayRemedy,
  toPartialSheet,
  toPracticeSide,
  toWindow,
} from '../src/window/index.ts';
import { readingsOf } from './plans.ts';
import { readPageFonts } from '../fonts/index.ts';

const none: RemedyOptions = { papers: [], bases: [], withoutLimb: [] };
const sure = learnRatio(Array.from({ length: 50 }, () => ({ predictedMm: 100, measuredMm: 100 })));
const heron: WindowInput = {
  learned: { ...sure, factor: 1 },
  target: { dimension: 'height', mm: 150, tolerancePercent: 5, ratio: 0.6 },
  narrowest: { tip: 'B', width: 0.02, layers: 6, step: 12 },
  layers: { most: 20, mean: 7 },
  caliperMm: 0.08,
  handling: 'fingers',
  limits: defaultLimits,
  stock: [{ id: 'slate', name: 'slate', sideMm: 400, caliperMm: 0.08, count: 3 }],
};
const band = (input: WindowInput, id: string) => toWindow(input).bands.find((b) => b.id === id);

describe('the sheet window', () => {
  test('every band is the arithmetic of its own limit', () => {
    expect(band(heron, 'target')).toEqual({
      id: 'target',
      lowMm: expect.closeTo(142.5 / 0.6, 9) as unknown as number,
      highMm: expect.closeTo(157.5 / 0.6, 9) as unknown as number,
    });
    expect(band(heron, 'narrowest')!.lowMm).toBeCloseTo(5 / 0.02, 9);
    expect(band({ ...heron, handling: 'tweezers' }, 'narrowest')!.lowMm).toBeCloseTo(2.5 / 0.02, 9);
    // N t / w = 0.3 on the sheet: 6 x 0.08 / (0.02 s).
    expect(band(heron, 'bulk')!.lowMm).toBeCloseTo((6 * 0.08) / 0.3 / 0.02, 9);
    expect(band(heron, 'gap')!.lowMm).toBeCloseTo((Math.PI * 6 * 0.08) / 0.02, 9);
    expect(band(heron, 'stock')!.highMm).toBe(400);
    expect(band({ ...heron, caliperMm: null }, 'bulk')).toBeUndefined();
    // Twice the caliper carries a sheet 2^(2/3) times as large.
    const limp = (caliperMm: number): number => band({ ...heron, caliperMm }, 'limp')!.highMm!;
    expect(limp(0.16) / limp(0.08)).toBeCloseTo(2 ** (2 / 3), 9);
  });

  test('it is where all hold, with what binds at either end', () => {
    const window = toWindow(heron);
    expect([window.isOpen, window.lowBy, window.highBy]).toEqual([true, 'narrowest', 'target']);
    expect([window.lowMm, window.highMm]).toEqual([250, 262.5]);
    expect(toWindow({ ...heron, stock: [] }).highBy).toBe('target');
    const bare = toWindow({ ...heron, target: undefined, stock: [] } as unknown as WindowInput);
    expect([bare.isOpen, bare.highMm]).toEqual([true, undefined]);
  });

  test('a limit that only asks for care forbids nothing', () => {
    const window = toWindow({ ...heron, shortest: 0.001 });
    expect(window.bands.find((b) => b.id === 'shortest')).toEqual({
      id: 'shortest',
      lowMm: 2500,
      isSoft: true,
    });
    expect(window.isOpen).toBe(true);
  });

  test('it opens and closes just where the bands say, tried side by side', () => {
    const mm = fc.double({ min: 20, max: 400, noNaN: true });
    fc.assert(
      fc.property(mm, fc.double({ min: 0.005, max: 0.1, noNaN: true }), mm, (target, width, stock) => {
        const input: WindowInput = {
          ...heron,
          target: { ...heron.target!, mm: target },
          narrowest: { tip: 'A', width, layers: 4, step: 12 },
          stock: [{ ...heron.stock[0]!, sideMm: stock }],
        };
        const { bands, lowMm, highMm, isOpen } = toWindow(input);
        const holds = (side: number): boolean =>
          bands.every(
            (b) => b.isSoft || (side >= (b.lowMm ?? 0) - 1e-9 && side <= (b.highMm ?? Infinity) + 1e-9),
          );
        const some = Array.from({ length: 800 }, (_, i) => i + 1).some(holds);
        if (some) expect(isOpen).toBe(true);
        if (isOpen) expect(holds((lowMm + highMm!) / 2)).toBe(true);
      }),
    );
  });
});

describe('further wishes and two sides held together', () => {
  const other = { dimension: 'length' as const, mm: 60, tolerancePercent: 10, ratio: 0.3 };

  test('a second size is a band of its own; where no sheet gives both, the second gives way', () => {
    expect(band({ ...heron, other }, 'other')).toEqual({
      id: 'other',
      lowMm: expect.closeTo(54 / 0.3, 9) as unknown as number,
      highMm: expect.closeTo(66 / 0.3, 9) as unknown as number,
    });
    const shut = { ...heron, other };
    expect([toWindow(shut).isOpen, toWindow(shut).highBy]).toEqual([false, 'other']);
    const remedy = findRemedies(shut, none).find((r) => r.changes.some((c) => c.kind === 'other'))!;
    // As long as the target is high, by the figure's own shape.
    expect(remedy.changes).toContainEqual({ kind: 'other', mm: 75 });
    expect(remedy.window.isOpen).toBe(true);
    expect(sayRemedy(remedy, 'mm')).toMatch(/let the other size be 75 mm/i);
    expect(sayBand('other', shut, 'mm')).toEqual({ name: 'Length', note: '60 mm ± 10 %' });
  });

  test('a budget ends the window at the side it buys', () => {
    const poor = { ...heron, cost: { most: 0.5, sideMm: 255 } };
    expect([toWindow(poor).highBy, toWindow(poor).highMm]).toEqual(['cost', 255]);
    expect(sayBand('cost', poor, 'mm').note).toBe('at most 0.5 a model');
    const sheet = { id: 's', name: 's', widthMm: 500, heightMm: 700 };
    const shape = { width: 1, height: 1 };
    for (const pieces of [1, 2, 3, 4, 6, 12]) {
      const side = largestSideFor(pieces, shape, sheet);
      const of = (mm: number) => toCutting({ widthMm: mm, heightMm: mm }, sheet).pieces;
      expect(of(side)).toBeGreaterThanOrEqual(pieces);
      // Even rows: a little larger, and rows times columns is fewer.
      const more = side * 1.001;
      expect(Math.floor(500 / more) * Math.floor(700 / more)).toBeLessThan(pieces);
    }
    expect(largestSideFor(1, { width: 1, height: 2 }, sheet, { trimMm: 10 })).toBeCloseTo(340, 9);
  });

  test('a side and a paper are read together, and what does not hold is named', () => {
    const paper = { id: 'p', name: 'p', sideMm: 400, caliperMm: 0.1, count: 1 };
    const read = readSide(heron, paper, 260);
    expect(read.finishedMm).toBeCloseTo(0.6 * 260, 9);
    expect(read.narrowestMm).toBeCloseTo(5.2, 9);
    expect(read.grip).toBe('fingers');
    expect(read.bulk!.bulk).toBeCloseTo((6 * 0.1) / 5.2, 9);
    expect(read.gapMm).toBeCloseTo((Math.PI / 2) * 0.6, 9);
    expect(read.thicknessMm).toBeCloseTo(2, 9);
    expect(read.broken).toEqual([]);
    expect(readSide(heron, paper, 240).broken).toContain('narrowest');
    expect(readSide(heron, paper, 500).broken).toEqual(expect.arrayContaining(['target', 'stock']));
    const unmeasured = readSide(heron, { ...paper, caliperMm: null }, 260);
    expect([unmeasured.bulk, unmeasured.gapMm, unmeasured.thicknessMm]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
});

describe('what opens an empty window', () => {
  const closed: WindowInput = { ...heron, narrowest: { tip: 'B', width: 0.017, layers: 6, step: 12 } };

  test('tools, size and tolerance, each just far enough', () => {
    expect(toWindow(closed).isOpen).toBe(false);
    const remedies = findRemedies(closed, none);
    expect(remedies.map((r) => r.changes[0]!.kind)).toEqual(['handling', 'target', 'tolerance']);
    for (const r of remedies) expect(r.window.isOpen).toBe(true);
    const size = remedies[1]!.changes[0] as { mm: number };
    // Half a mm less, and it would stay shut.
    const with_ = (mm: number) => toWindow({ ...closed, target: { ...closed.target!, mm } }).isOpen;
    expect([with_(size.mm), with_(size.mm - 0.5)]).toEqual([true, false]);
    expect(sayRemedy(remedies[0]!, 'mm')).toMatch(
      /^Fold the narrow places with tweezers: .* mm to 262\.5 mm\.$/,
    );
  });

  test('the thickest paper that is thin enough, another base, a limb left out, a sheet to buy', () => {
    const thick: WindowInput = {
      ...heron,
      handling: 'tweezers',
      caliperMm: 0.2,
      narrowest: { tip: 'B', width: 0.012, layers: 8, step: 12 },
    };
    const paper = (id: string, caliperMm: number) => ({ id, name: id, caliperMm, sideMm: 500 });
    const papers = [paper('tissue', 0.04), paper('washi', 0.07), paper('thin', 0.1), paper('card', 0.3)];
    expect(findRemedies(thick, { ...none, papers })[0]!.names).toEqual(['thin']);
    const wide: WindowInput = { ...heron, limbs: { sideMm: 300, limb: 'Legs' } };
    const bases = [
      { id: 'frog', name: 'Frog base', sideMm: 280 },
      { id: 'bird', name: 'Bird base', sideMm: 255 },
    ];
    const withoutLimb = [{ id: 'legs', name: 'Legs', sideMm: 251 }];
    expect(
      findRemedies(wide, { ...none, bases, withoutLimb }).map((r) => sayRemedy(r, 'mm').split(':')[0]),
    ).toEqual(expect.arrayContaining(['Leave out the legs', 'Fold from the bird base']));
    const small: WindowInput = { ...heron, stock: [{ ...heron.stock[0]!, sideMm: 200 }] };
    expect(findRemedies(small, none).map((r) => r.changes[0])).toEqual([{ kind: 'buy', sideMm: 250 }]);
  });

  test('two changes together where none alone is enough, and nothing for an open one', () => {
    const both: WindowInput = {
      ...closed,
      narrowest: { tip: 'B', width: 0.015, layers: 6, step: 12 },
      stock: [{ ...heron.stock[0]!, sideMm: 120 }],
    };
    const remedies = findRemedies(both, none);
    expect(remedies[0]!.changes.map((c) => c.kind)).toEqual(['handling', 'buy']);
    expect(findRemedies(heron, none)).toEqual([]);
  });

  test('every band has a name and a note', () => {
    const full: WindowInput = { ...heron, limbs: { sideMm: 100, limb: 'Neck' }, shortest: 0.02 };
    const said = toWindow(full).bands.map((b) => sayBand(b.id, full, 'mm'));
    expect(said.map((s) => s.name)).toEqual([
      'Height',
      'Limbs',
      'Narrowest flap',
      'Shortest fold',
      'Bulk',
      'Gap to leave',
      'Limp',
      'Stock',
    ]);
    expect(said[2]!.note).toBe('5 mm at B, step 12');
  });
});

test('the practice sheet makes the hardest feature comfortable', () => {
  expect(toPracticeSide(heron)).toBeCloseTo(8 / 0.02, 9);
  expect(toPracticeSide({ ...heron, shortest: 0.01 })).toBeCloseTo(5 / 0.01, 9);
  expect(toPracticeSide({ limits: defaultLimits })).toBeUndefined();
});

describe('the plans of the cast', () => {
  const heronPlan = buildHeronPlan();
  const { replay, readings } = readingsOf(heronPlan);

  test('the window of the heron is read off its folded state and its drawer', () => {
    const input = toWindowInput(heronPlan, readings, defaultLimits, lanternDrawer)!;
    expect(input.narrowest!.width * readings.sideMm!).toBeCloseTo(readings.last!.narrowest!.widthMm, 9);
    expect(input.target!.ratio).toBe(readings.ratio);
    expect(input.stock).toHaveLength(1);
    expect(input.stock[0]!.sideMm).toBe(240);
    expect(
      toWindowInput({ ...heronPlan, steps: [] }, { places: [], learned: sure }, defaultLimits, []),
    ).toBeUndefined();
  });

  test('a second size and a budget of the brief are read off the same folds and the chosen paper', () => {
    const { brief } = heronPlan;
    const dear = lanternDrawer.map((p) => (p.id === heronPlan.paper.drawerId ? { ...p, price: 1 } : p));
    const plan = {
      ...heronPlan,
      brief: {
        ...brief,
        other: { mm: 90, tolerancePercent: 5, bound: 'about' as const, toMm: null },
        budget: 0.25,
      },
    };
    const input = toWindowInput(plan, readings, defaultLimits, dear)!;
    expect(input.other).toMatchObject({ dimension: 'length', mm: 90, ratio: readings.otherRatio });
    // Of the figure as it is shaped; left flat, of the silhouette.
    const other = otherDimension(brief.target.dimension);
    const sizes = wishSizes(readings.posed!, plan.finish.posture);
    expect(readings.otherRatio! * readings.sideMm!).toBeCloseTo(sizes[other], 6);
    const flat = readingsOf({ ...plan, shaping: [] }).readings;
    const { widthMm, heightMm } = flat.last!;
    expect(flat.otherRatio! * flat.sideMm!).toBeCloseTo(other === 'length' ? widthMm! : heightMm!, 6);
    // Four of them share a sheet of 240 mm at a quarter of its price each.
    expect(input.cost).toEqual({ most: 0.25, sideMm: 120 });
    expect(
      toWindowInput({ ...plan, paper: { ...plan.paper, drawerId: null } }, readings, defaultLimits, dear)!
        .cost,
    ).toBeUndefined();
    const verdict = readingsOf(plan).readings.verdicts.find((v) => v.id === 'other size');
    expect(verdict?.text).toMatch(/wished are 90 mm within 5 %/);
  });

  test('begun other side up, what showed the one colour shows the other', () => {
    const { choices } = judgeColours({ plan: heronPlan, replay })!;
    const [own, swapped] = choices;
    expect(own.frontShare + swapped.frontShare).toBeCloseTo(1, 9);
    expect(own.asWanted).toBe(heronPlan.brief.sides.length);
    own.parts.forEach((p, i) => expect(p.seen === swapped.parts[i]!.seen).toBe(p.seen === undefined));
    expect(judgeColours({ plan: heronPlan, replay: { ...replay, steps: [] } })).toBeUndefined();
  });

  test('sides change places for nothing where the sheet lies open, and for few folds a little later', () => {
    const { swaps } = judgeColours({ plan: heronPlan, replay })!;
    for (const { after, creases } of swaps) {
      const state = replay.steps[after - 1]!.after;
      expect(creases === 0).toBe(state.facets.length === 1);
      // Every folded line parts at least two facets.
      expect(state.facets.length).toBeGreaterThan(creases);
    }
    // Two corners folded up on one line are one fold to bend back.
    expect(swaps.at(-1)!.after).toBeLessThan(replay.steps.length);
    const said = saySwaps(swaps);
    const open = swaps.findLast((s) => s.creases === 0)!;
    expect(said).toMatch(new RegExp(`^After step ${open.after} the sheet lies open for the last time`));
    expect(said).toMatch(new RegExp(`after step ${swaps.at(-1)!.after} the model can be turned inside out`));
    expect(saySwaps([])).toBe('Step 1 folds the sheet: the side is decided with it.');
    expect(saySwaps([{ after: 1, creases: 1 }])).toMatch(/its one fold bent the other way/);
  });
});

describe('what the house rules cost', () => {
  const animal = startingFigures.find((f) => f.name === 'Long-bodied animal')!;
  const prices = priceOfRules({ figure: animal, limbs: [] }, 1);

  test('the least paper under each rule: fewer rules never ask for more of it', () => {
    expect(prices.map((p) => p.rule)).toEqual(['square', 'uncut', 'pragmatic']);
    const [square, any, two] = prices;
    expect(any!.areaMm2).toBeLessThanOrEqual(square!.areaMm2 + 1e-9);
    expect(two!.pieces).toHaveLength(2);
    expect(two!.areaMm2).toBeCloseTo(
      two!.pieces.reduce((s, p) => s + p.areaMm2, 0),
      9,
    );
    const best = matchBases(
      bases.filter((b) => b.sheet.kind === 'square').map(foldBase),
      taskOf({ figure: animal, limbs: [] }),
    )[0]!;
    expect(square!.areaMm2).toBeCloseTo(best.sideMm! ** 2, 6);
    for (const p of prices) expect(p.minutes).toBeGreaterThan(0);
  });

  test('a figure with one hub is not parted; without limbs there is nothing to price', () => {
    const bird = startingFigures.find((f) => f.name === 'Wading bird')!;
    expect(priceOfRules({ figure: bird, limbs: [] }, 1).map((p) => p.rule)).toEqual(['square', 'uncut']);
    expect(priceOfRules({ figure: null, limbs: [] }, 1)).toEqual([]);
  });
});

describe('a stack under the caliper and on the scale', () => {
  test('a sheet is its share of the reading, ten times as exact for ten', () => {
    const ten = caliperOfStack(10, 0.92);
    expect(ten.ok && ten.value).toEqual({
      value: expect.closeTo(0.092, 12),
      offBy: expect.closeTo(0.0005, 12),
    });
    // 10 sheets of 1/16 m2 at 80 g/m2 weigh 50 g.
    const heavy = grammageOfStack(10, 50, { widthMm: 250, heightMm: 250 });
    expect(heavy.ok && heavy.value.value).toBeCloseTo(80, 9);
  });

  test('readings that cannot be are told with what to do', () => {
    const said = [
      caliperOfStack(0, 1),
      caliperOfStack(2.5, 1),
      caliperOfStack(10, 0),
      caliperOfStack(1, 40),
      grammageOfStack(10, 5000, { widthMm: 100, heightMm: 100 }),
    ];
    expect(said.map((m) => (m.ok ? '' : m.fault.split(/[;:.]/)[0]))).toEqual([
      'A stack has 1 to 200 whole sheets',
      'A stack has 1 to 200 whole sheets',
      'A stack of 10 sheets is not 0 mm thick',
      'A stack of 1 sheets is not 40 mm thick',
      'A stack of 10 sheets of 100 x 100 mm does not weigh 5000 g',
    ]);
  });
});

describe('papers for a plan', () => {
  const paper = (id: string, caliperMm: number | null, sideMm: number, count = 3) => ({
    id,
    name: id,
    caliperMm,
    sideMm,
    count,
  });
  const wet = { isWetFolded: true, wetFoldable: (id: string) => id !== 'foil' };

  test('the fittest first; what speaks against each is named', () => {
    const ranked = rankPapers(
      heron,
      [
        paper('small', 0.08, 200),
        paper('unmeasured', null, 400),
        paper('foil', 0.06, 400),
        paper('washi', 0.07, 400),
        paper('card', 0.9, 400),
        paper('gone', 0.07, 400, 0),
      ],
      wet,
    );
    expect(ranked[0]!.id).toBe('washi');
    expect(Object.fromEntries(ranked.map((r) => [r.id, r.against]))).toEqual({
      washi: [],
      small: ['sheet too small'],
      unmeasured: ['no caliper'],
      foil: ['not wet-foldable'],
      card: ['no size holds'],
      gone: ['none left'],
    });
    expect(rankPapers(heron, [paper('foil', 0.06, 400)], { ...wet, isWetFolded: false })[0]!.against).toEqual(
      [],
    );
  });

  test('no cell is a formula to a table program, and each reads back as it was', () => {
    const names = ['=1+1', '+reed', '-sedge', '@marsh', "'=quoted", "'plain", 'rush', "''-2"];
    const papers = names.map((name, i) => ({ ...lanternDrawer[0]!, id: `p${i}`, name, note: name }));
    const text = toDrawerCsv(papers);
    for (const cell of text.split(/[,\r\n]+/)) expect(cell).not.toMatch(/^"?[=+@]|^"?-[^\d.]/);
    const read = readDrawerCsv(text, () => 'new');
    expect(read.ok && read.value.map((p) => p.name)).toEqual(names);
  });

  test('the drawer goes out as CSV and comes back the same', () => {
    const read = readDrawerCsv(toDrawerCsv(lanternDrawer), () => 'new');
    expect(read.ok && read.value).toEqual(lanternDrawer);
  });

  test('a wrong column, a wrong cell and an empty file are told with their place', () => {
    const fault = (text: string): string => {
      const read = readDrawerCsv(text, (line) => `line-${line}`);
      return read.ok ? '' : read.fault;
    };
    // An open quotation mark makes one cell of the rest of the file; only its beginning is quoted.
    const torn = readDrawerCsv(`${toDrawerCsv(lanternDrawer)}x,"${'reed '.repeat(4000)}`, () => 'new');
    expect(torn.ok ? '' : torn.fault.length).toBeLessThan(300);
    const huge = readDrawerCsv('x'.repeat(3_000_000), () => 'new');
    expect(huge.ok ? '' : huge.fault).toContain('at most 2000000');
    const csv = toDrawerCsv(lanternDrawer.slice(0, 2));
    expect(fault(csv.replace('widthMm', 'breadth'))).toContain('no column "widthMm"');
    expect(fault(csv.replace('#', 'x'))).toMatch(/^Line 2, column "frontHex"/);
    expect(fault(csv.split('\r\n')[0]!)).toContain('no paper below its first line');
    const anonymous = readDrawerCsv(
      toDrawerCsv([{ ...lanternDrawer[0]!, id: 'x' }]).replace(/^x,/m, ','),
      () => 'paper-new',
    );
    expect(anonymous.ok && anonymous.value[0]!.id).toBe('paper-new');
  });
});

describe('a part of the sheet for one passage', () => {
  const { on, along, through, at, writeStep } = write;
  const corner = (id: string, name: string, far: number, passage: string) =>
    writeStep(
      id,
      {
        kind: 'fold',
        sense: 'valley',
        line: through(
          along(at(name), at(name === 'A' ? 'B' : 'D'), far),
          along(at(name), at(name === 'A' ? 'D' : 'B'), far),
        ),
        flap: [at(name)],
        layers: 'flap',
      },
      { passage },
    );
  const replay = replaySequence({
    sheet: { kind: 'square' },
    points: {},
    steps: [
      corner('a', 'A', 0.2, 'Tail'),
      corner('c', 'C', 0.3, 'Head'),
      writeStep(
        'half',
        {
          kind: 'fold',
          sense: 'valley',
          line: through(on(0, 0.5), on(1, 0.5)),
          flap: [at('D')],
          layers: 'flap',
        },
        { passage: 'Body' },
      ),
      writeStep('turn', { kind: 'turn', over: 'sideways' }, { passage: 'Pose' }),
    ],
  });

  test('it reaches from a corner just as far as the paper that moves', () => {
    expect(replay.steps.filter((s) => s.refusal)).toEqual([]);
    expect(toPartialSheet(replay, 'Tail')).toEqual({
      corner: 'A',
      side: expect.closeTo(0.2, 9),
      from: 1,
      to: 1,
    });
    expect(toPartialSheet(replay, 'Head')).toMatchObject({ corner: 'C', side: expect.closeTo(0.3, 9) });
  });

  test('a passage that moves most of the sheet, or nothing, has none', () => {
    expect(toPartialSheet(replay, 'Body')).toBeUndefined();
    expect(toPartialSheet(replay, 'Pose')).toBeUndefined();
    expect(toPartialSheet(replay, 'Nothing of that name')).toBeUndefined();
  });
});

describe('cutting', () => {
  const stock = { id: 's', name: 'sheet', widthMm: 500, heightMm: 700 };

  test('known layouts: turned pieces fill what rows leave, trim and grain cost pieces', () => {
    expect(toCutting({ widthMm: 240, heightMm: 240 }, stock).pieces).toBe(4);
    // 300 x 200 on 500 x 500: two rows one way and the rest the other, round a hole.
    expect(toCutting({ widthMm: 200, heightMm: 300 }, { ...stock, widthMm: 500, heightMm: 600 }).pieces).toBe(
      5,
    );
    expect(toCutting({ widthMm: 250, heightMm: 350 }, stock).pieces).toBe(4);
    expect(toCutting({ widthMm: 250, heightMm: 350 }, stock, { trimMm: 1 }).pieces).toBe(2);
    expect(toCutting({ widthMm: 350, heightMm: 250 }, stock, { keepGrain: true }).pieces).toBe(2);
    expect(toCutting({ widthMm: 100, heightMm: 100, isHalfSquare: true }, stock).pieces).toBe(70);
    expect(toCutting({ widthMm: 800, heightMm: 100 }, stock)).toMatchObject({
      pieces: 0,
      cuts: [],
      waste: 1,
    });
  });

  test('pieces lie apart on the sheet, cuts separate them, and the areas add up', () => {
    const mm = fc.integer({ min: 40, max: 300 });
    fc.assert(
      fc.property(
        mm,
        mm,
        fc.integer({ min: 0, max: 12 }),
        fc.boolean(),
        (widthMm, heightMm, trimMm, keepGrain) => {
          const { pieces, layout, cuts, waste } = toCutting({ widthMm, heightMm }, stock, {
            trimMm,
            keepGrain,
          });
          expect(layout).toHaveLength(pieces);
          expect(waste).toBeCloseTo(1 - (pieces * widthMm * heightMm) / (500 * 700), 9);
          const isOff = (a: (typeof layout)[number]): boolean =>
            a.x < trimMm - 1e-6 ||
            a.x + a.widthMm > 500 - trimMm + 1e-6 ||
            a.y + a.heightMm > 700 - trimMm + 1e-6 ||
            (keepGrain && a.widthMm !== widthMm);
          expect(layout.filter(isOff)).toEqual([]);
          // Tens of thousands of pairs: those that overlap are looked for first, and told once.
          const overlapping = layout.flatMap((a, i) =>
            layout
              .slice(i + 1)
              .filter(
                (b) =>
                  a.x + a.widthMm > b.x + 1e-6 &&
                  b.x + b.widthMm > a.x + 1e-6 &&
                  a.y + a.heightMm > b.y + 1e-6 &&
                  b.y + b.heightMm > a.y + 1e-6,
              )
              .map((b) => [a, b]),
          );
          expect(overlapping).toEqual([]);
          // No cut runs through a piece.
          const cutThrough = cuts.filter(({ from, to }) =>
            layout.some((p) => {
              const [x, y] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
              const upright = from[0] === to[0];
              const inX = upright
                ? x > p.x + 1e-6 && x < p.x + p.widthMm - 1e-6
                : Math.max(from[0], p.x) < Math.min(to[0], p.x + p.widthMm) - 1e-6;
              const inY = upright
                ? Math.max(from[1], p.y) < Math.min(to[1], p.y + p.heightMm) - 1e-6
                : y > p.y + 1e-6 && y < p.y + p.heightMm - 1e-6;
              return inX && inY;
            }),
          );
          expect(cutThrough).toEqual([]);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('the largest side is the one of which just one piece comes out', () => {
    const shape = { width: 2, height: 3 };
    const side = largestSide(shape, stock);
    expect(side).toBeCloseTo(700 / 1.5, 9);
    expect(toCutting({ widthMm: side, heightMm: side * 1.5 }, stock).pieces).toBe(1);
    expect(toCutting({ widthMm: side + 0.1, heightMm: (side + 0.1) * 1.5 }, stock).pieces).toBe(0);
    expect(largestSide({ width: 1, height: 1 }, stock, { trimMm: 10 })).toBe(480);
    expect(findNextStock({ widthMm: 260, heightMm: 260 }, lanternDrawer)!.widthMm).toBeGreaterThanOrEqual(
      260,
    );
  });

  test('as a DXF drawing: the border and one line a cut, in mm', () => {
    const cutting = toCutting({ widthMm: 240, heightMm: 240 }, stock, { trimMm: 5 });
    const dxf = toCuttingDxf(cutting, stock);
    expect(dxf.match(/^LINE$/gm)).toHaveLength(4 + cutting.cuts.length);
    expect(dxf).toContain('TRIM');
    expect(dxf.endsWith('EOF\n')).toBe(true);
  });

  test('as a PDF: a page that shows it all, and one for every part of the sheet at full size', async () => {
    const cutting = toCutting({ widthMm: 240, heightMm: 240 }, stock);
    const pdf = Buffer.from(
      await collectPages((sink) =>
        writeCutting(sink, { title: 'Four squares', stock, cutting }, readPageFonts()),
      ),
    );
    const text = pdf.toString('latin1');
    expect(text.startsWith('%PDF-1.')).toBe(true);
    // 500 mm in steps of 176, 700 mm in steps of 263.
    expect(text.match(/\/Type \/Page\b/g)).toHaveLength(1 + 3 * 3);
  });
});
