import { describe, expect, test } from '@jest/globals';
import { findBase } from '../src/bases/index.ts';
import { castFigures } from '../src/demo/cast/index.ts';
import { buildCastPlans } from '../src/demo/index.ts';
import {
  dayPalette,
  drawAgainst,
  drawApart,
  drawModel,
  drawSheet,
  drawStep,
  drawThrough,
  equalPath,
  frameOf,
  isWithin,
  type PlacedLabel,
  placeLabels,
  toSvg,
} from '../src/drawing/index.ts';
import { distance } from '../src/geometry/index.ts';
import { type Sequence, nameSteps, replaySequence, write } from '../src/sequence/index.ts';
import type { SheetShape } from '../src/sheet/index.ts';

const { at, along, across, onto, through, writeStep } = write;

const bird = replaySequence({ ...findBase('bird')!, steps: findBase('bird')!.steps }).steps;
const heron = replaySequence({
  sheet: { kind: 'square' },
  points: castFigures.heron.points,
  steps: castFigures.heron.steps,
}).steps;
const names = nameSteps(castFigures.heron.steps);
const toSequence = (plan: {
  sheet: { shape: SheetShape };
  points: Sequence['points'];
  steps: Sequence['steps'];
}): Sequence => ({
  sheet: plan.sheet.shape,
  points: plan.points,
  steps: plan.steps,
});

describe('ways to look at a model', () => {
  const { before, after } = bird.at(-1)!;

  test('seen through, hidden edges lie inside the outline, and a single layer hides none', () => {
    const hidden = drawThrough(after).items.filter((i) => i.kind === 'line' && i.style === 'hidden');
    expect(hidden.length).toBeGreaterThan(0);
    const { minX, maxX, minY, maxY } = drawModel(after).bounds;
    for (const line of hidden) {
      if (line.kind !== 'line') continue;
      for (const [x, y] of [line.from, line.to]) {
        expect(x).toBeGreaterThanOrEqual(minX - 1e-9);
        expect(x).toBeLessThanOrEqual(maxX + 1e-9);
        expect(y).toBeGreaterThanOrEqual(minY - 1e-9);
        expect(y).toBeLessThanOrEqual(maxY + 1e-9);
      }
    }
    const flat = bird[0]!.before;
    expect(drawThrough(flat).items.some((i) => i.kind === 'line' && i.style === 'hidden')).toBe(false);
  });

  test('fanned, all facets are there and the picture is larger by the layers', () => {
    const [plain, apart] = [drawModel(after), drawApart(after)];
    const facets = (d: typeof plain): number => d.items.filter((i) => i.kind === 'facet').length;
    expect(facets(apart)).toBe(facets(plain));
    expect(apart.bounds.maxY - apart.bounds.minY).toBeGreaterThan(
      plain.bounds.maxY - plain.bounds.minY + 0.05,
    );
  });

  test('against before, the outline of the state before is dotted over what it became', () => {
    const against = drawAgainst([before], after);
    const dotted = against.items.filter((i) => i.kind === 'line' && i.style === 'hidden');
    expect(dotted.length).toBeGreaterThanOrEqual(3);
    expect(against.bounds.maxY).toBeGreaterThanOrEqual(drawModel(after).bounds.maxY);
  });

  test('on the sheet only what the step made is drawn heavier', () => {
    const step = bird.at(-1)!;
    const drawn = drawSheet(step.after, step.trail!.creases);
    const heavy = drawn.items.filter((i) => i.kind === 'line' && i.isNew);
    const folds = drawn.items.filter(
      (i) => i.kind === 'line' && (i.style === 'valley' || i.style === 'mountain'),
    );
    expect(heavy.length).toBeGreaterThan(0);
    expect(heavy.length).toBeLessThan(folds.length);
    expect(drawSheet(step.after).items.some((i) => i.kind === 'line' && i.isNew)).toBe(false);
  });
});

describe('enlargements', () => {
  const stepOf = (id: string) => heron.find((s) => s.step.id === id)!;

  test('a fold that takes up an eighth of the picture or less is its focus; a larger one is not', () => {
    const toe = drawStep(stepOf('foot1'), names);
    const { focus, bounds } = toe;
    expect(focus).toBeDefined();
    const size = Math.max(bounds.maxX - bounds.minX, bounds.maxY - bounds.minY);
    expect(focus!.maxX - focus!.minX).toBeLessThan(size / 2);
    for (const chord of stepOf('foot1').trace!.chords)
      for (const [x, y] of [chord.from, chord.to])
        expect(x > focus!.minX && x < focus!.maxX && y > focus!.minY && y < focus!.maxY).toBe(true);
    expect(drawStep(stepOf('half'), names).focus).toBeUndefined();
  });

  test('every step of the cast that has a fold shows it over a tenth of the picture at least', () => {
    for (const step of heron) {
      const { items, bounds, focus } = drawStep(step, names);
      const { minX, maxX, minY, maxY } = focus ?? bounds;
      const size = Math.max(maxX - minX, maxY - minY);
      const lines = items.flatMap((i) =>
        i.kind === 'line' && i.facet === undefined ? [distance(i.from, i.to)] : [],
      );
      if (lines.length > 0) expect(Math.max(...lines) / size).toBeGreaterThan(0.09);
    }
  });

  test('the focus is large in its part of the picture, and the whole stands beside it with that part framed', () => {
    const drawing = drawStep(stepOf('foot1'), names);
    const { main, whole } = frameOf(drawing, 500, 320, { margin: 24 });
    expect(main.k).toBeGreaterThan(2 * whole!.k);
    expect(whole!.box.right).toBeLessThanOrEqual(main.box.left);
    const [x, y] = main.place([
      (drawing.focus!.minX + drawing.focus!.maxX) / 2,
      (drawing.focus!.minY + drawing.focus!.maxY) / 2,
    ]);
    expect(isWithin([x, y], main.box, -50)).toBe(true);
    expect(isWithin([whole!.part.left, whole!.part.top], whole!.box)).toBe(true);
    expect(main.back(main.place([0.3, 0.4]))[0]).toBeCloseTo(0.3, 9);
    // What the folder looks at instead fills the picture.
    const own = frameOf(drawing, 500, 320, {
      margin: 24,
      shown: { minX: 0, minY: 0, maxX: 0.5, maxY: 0.32 },
    });
    expect(own.whole).toBeUndefined();
    expect(own.main.k).toBeCloseTo(1000, 6);
  });

  test('in a small picture the line itself is long enough to be seen', () => {
    const { items, bounds, focus } = drawStep(stepOf('foot1'), names, { isEnlarged: false });
    expect(focus).toBeUndefined();
    const size = Math.max(bounds.maxX - bounds.minX, bounds.maxY - bounds.minY);
    const drawn = items.flatMap((i) =>
      i.kind === 'line' && i.style === 'valley' ? [distance(i.from, i.to)] : [],
    );
    expect(Math.min(...drawn)).toBeGreaterThan(0.08 * size);
  });

  test('both are part of the SVG, each cut off at its box', () => {
    const svg = toSvg(drawStep(stepOf('foot1'), names), {
      width: 400,
      height: 400,
      palette: dayPalette('#aabbcc', '#ffffff'),
      title: 'x',
    });
    expect(svg.match(/<clipPath id="(large|whole)-/g)).toHaveLength(2);
    expect(svg.match(/clip-path="url\(#(large|whole)-/g)).toHaveLength(2);
  });

  test('a crimp shows both its creases, in opposite senses, and a pleat too', () => {
    const otter = replaySequence(toSequence(buildCastPlans().otter!)).steps;
    const lines = (step: (typeof otter)[number]) =>
      drawStep(step, names).items.flatMap((i) =>
        i.kind === 'line' && i.facet === undefined ? [i.style] : [],
      );
    const crimps = otter.filter((s) => s.move.kind === 'crimp');
    expect(crimps.length).toBeGreaterThan(1);
    for (const step of crimps) expect(new Set(lines(step))).toEqual(new Set(['valley', 'mountain']));
    const moth = replaySequence(toSequence(buildCastPlans().moth!)).steps;
    const pleats = moth.filter((s) => s.move.kind === 'pleat');
    expect(pleats.length).toBeGreaterThan(0);
    for (const step of pleats) expect(new Set(lines(step))).toEqual(new Set(['valley', 'mountain']));
  });

  test('arrows with their bow lie within the picture', () => {
    for (const step of heron) {
      const { items, bounds } = drawStep(step, names);
      for (const item of items) {
        if (item.kind !== 'arrow') continue;
        for (const [x, y] of [item.from, item.to]) {
          expect(x).toBeGreaterThanOrEqual(bounds.minX - 1e-9);
          expect(x).toBeLessThanOrEqual(bounds.maxX + 1e-9);
          expect(y).toBeGreaterThanOrEqual(bounds.minY - 1e-9);
          expect(y).toBeLessThanOrEqual(bounds.maxY + 1e-9);
        }
      }
    }
  });
});

describe('names beside landmarks', () => {
  const boxes = (at: (readonly [number, number])[], text: string, size: number) =>
    placeLabels(
      at.map((p) => ({ at: p, text })),
      size,
    ).map(({ base: [x, y] }) => ({
      left: x,
      right: x + text.length * 0.58 * size,
      top: y - size * 0.84,
      bottom: y + size * 0.21,
    }));

  test('names of places close together do not lie over each other', () => {
    const placed = boxes(
      [
        [100, 100],
        [112, 100],
        [106, 110],
        [300, 300],
      ],
      'm12',
      13,
    );
    placed.forEach((a, i) =>
      placed.slice(i + 1).forEach((b) => {
        const apart = a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top;
        expect(apart).toBe(true);
      }),
    );
  });

  test('a name alone stands at its usual side', () => {
    const [{ base }] = placeLabels([{ at: [50, 50], text: 'A' }], 13) as [PlacedLabel];
    expect([base[0] > 50, base[1] < 50]).toEqual([true, true]);
  });

  test('near the rim of the paper a name stands outside it, led to by a stroke; never outside the picture', () => {
    const paper = [
      [100, 60],
      [200, 60],
      [200, 240],
      [100, 240],
    ] as const;
    const around = { box: { left: 0, top: 0, right: 300, bottom: 300 }, paper: [paper], strokes: [] };
    const [{ base, leader }] = placeLabels([{ at: [180, 150], text: 'N2' }], 13, around) as [PlacedLabel];
    expect(base[0]).toBeGreaterThan(200);
    expect(leader).toBeDefined();
    const rim = { ...around, box: { ...around.box, right: 201 } };
    const [inside] = placeLabels([{ at: [180, 150], text: 'N2' }], 13, rim) as [PlacedLabel];
    expect(inside.base[0] + 2 * 0.58 * 13).toBeLessThanOrEqual(201);
  });

  test('the stroke to a name does not run along the fold', () => {
    const paper = [
      [60, 0],
      [240, 0],
      [240, 300],
      [60, 300],
    ] as const;
    const fold = [
      [60, 150],
      [240, 150],
    ] as const;
    const around = { box: { left: 0, top: 0, right: 300, bottom: 300 }, paper: [paper], strokes: [fold] };
    const [{ base, leader }] = placeLabels([{ at: [150, 150], text: 'm11' }], 13, around) as [PlacedLabel];
    expect(Math.abs((leader?.[1] ?? base)[1] - 150)).toBeGreaterThan(5);
  });

  test('a name does not lie over the fold', () => {
    const around = {
      box: { left: 0, top: 0, right: 300, bottom: 300 },
      paper: [],
      strokes: [
        [
          [100, 150],
          [260, 100],
        ],
      ] as const,
    };
    const [{ base }] = placeLabels([{ at: [100, 150], text: 'HD' }], 13, around) as [PlacedLabel];
    const along = (x: number): number => 150 - ((x - 100) * 50) / 160;
    const box = { left: base[0], right: base[0] + 15, top: base[1] - 11, bottom: base[1] + 3 };
    const hit = [box.left, box.right].some((x) => x > 100 && along(x) > box.top && along(x) < box.bottom);
    expect(hit).toBe(false);
  });
});

describe('the craft’s arrows', () => {
  const styles = (id: string): string[] =>
    drawStep(
      heron.find((s) => s.step.id === id)!,
      names,
    ).items.flatMap((i) => (i.kind === 'arrow' ? [i.style] : []));

  test('a sink is pushed in, an inside reverse pushed and turned, an outside reverse only turned', () => {
    expect(styles('sink')).toEqual(['push']);
    expect(styles('body')).toEqual(['mountain', 'push']);
    expect(styles('neck1')).toEqual(['valley']);
  });

  test('a step that is repeated has a stroke for each time; a crease square to a line shows the right angle', () => {
    const petal = drawStep(
      heron.find((s) => s.step.id === 'petal')!,
      names,
    );
    expect(petal.items.find((i) => i.kind === 'arrow')).toMatchObject({ ticks: 1 });
    const { sheet, points, steps } = findBase('kite')!;
    const square = writeStep('sq', {
      kind: 'fold',
      sense: 'valley',
      line: across(along(at('A'), at('C'), '1/4'), through(at('A'), at('C'))),
      flap: [at('A')],
      layers: 'flap',
    });
    const own = [...steps, square];
    const last = replaySequence({ sheet, points, steps: own }).steps.at(-1)!;
    const drawn = drawStep(last, nameSteps(own));
    expect(drawn.items.filter((i) => i.kind === 'square')).toHaveLength(1);
    const svg = toSvg(drawn, {
      width: 300,
      height: 300,
      palette: dayPalette('#ffffff', '#eeeeee'),
      title: 'x',
    });
    expect(svg).toContain('fill="none"');
  });

  test('halves of a pinch and pleats of an accordion bear the sign of equal parts', () => {
    const [a, b, c] = [at('A'), at('B'), at('C')];
    const onAC = (share: string) => across(along(a, c, share), through(a, c));
    const own = [
      writeStep('half', { kind: 'pinch', sense: 'valley', line: onto(a, b), on: [a, b] }),
      writeStep('book', { kind: 'fold', sense: 'valley', line: through(a, c), flap: [b], layers: 'flap' }),
      writeStep('pleats', { kind: 'accordion', lines: [onAC('0.7'), onAC('0.75')], pleats: 4, flap: [c] }),
    ];
    const played = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: own }).steps;
    const signs = (i: number) =>
      drawStep(played[i]!, nameSteps(own)).items.flatMap((item) => (item.kind === 'equal' ? [item] : []));
    expect(signs(0)).toEqual([{ kind: 'equal', from: [0, 0], to: [1, 0], parts: 2 }]);
    expect(signs(1)).toEqual([]);
    const [pleats] = signs(2);
    expect(pleats!.parts).toBe(4);
    // Four pleats of a twentieth of the diagonal, from the first crease towards the tip.
    expect(distance(pleats!.from, pleats!.to)).toBeCloseTo(0.2 * Math.SQRT2, 9);
    expect(distance(pleats!.to, [1, 1])).toBeLessThan(distance(pleats!.from, [1, 1]));
    // A stroke for each half, 15 px across; none where the parts are too short to be told apart.
    expect(equalPath([0, 0], [40, 0], 2).match(/M/g)).toHaveLength(2);
    expect(equalPath([0, 0], [40, 0], 8)).toBe('');
  });
});
