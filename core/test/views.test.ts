import { describe, expect, test } from '@jest/globals';
import { findBase } from '../src/bases/index.ts';
import { castFigures } from '../src/demo/cast/index.ts';
import {
  dayPalette,
  drawAgainst,
  drawApart,
  drawModel,
  drawSheet,
  drawStep,
  drawThrough,
  equalPath,
  placeLabels,
  toSvg,
} from '../src/drawing/index.ts';
import { distance } from '../src/geometry/index.ts';
import { nameSteps, replaySequence, write } from '../src/sequence/index.ts';

const { at, along, across, onto, through, writeStep } = write;

const bird = replaySequence({ ...findBase('bird')!, steps: findBase('bird')!.steps }).steps;
const heron = replaySequence({
  sheet: { kind: 'square' },
  points: castFigures.heron.points,
  steps: castFigures.heron.steps,
}).steps;
const names = nameSteps(castFigures.heron.steps);

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
    const against = drawAgainst(before, after);
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

describe('enlarged details', () => {
  test('a small fold gets a circle and a round factor, within the picture; a large one gets none', () => {
    const toe = drawStep(
      heron.find((s) => s.step.id === 'foot1')!,
      names,
    );
    const detail = toe.items.find((i) => i.kind === 'detail')!;
    if (detail.kind !== 'detail') throw new Error('a detail was looked for');
    expect(detail.factor * 2).toBe(Math.round(detail.factor * 2));
    expect(detail.factor).toBeGreaterThanOrEqual(1.5);
    expect(toe.bounds.maxX).toBeGreaterThanOrEqual(detail.to[0] + detail.radius * detail.factor - 1e-9);
    // Beside the model, not over it.
    const model = drawModel(heron.find((s) => s.step.id === 'foot1')!.before).bounds;
    const reach = detail.radius * detail.factor;
    expect(detail.to[0] - reach >= model.maxX || detail.to[0] + reach <= model.minX).toBe(true);
    const half = drawStep(
      heron.find((s) => s.step.id === 'half')!,
      names,
    );
    expect(half.items.some((i) => i.kind === 'detail')).toBe(false);
  });

  test('without room for a circle the line itself is long enough to be seen', () => {
    const foot = heron.find((s) => s.step.id === 'foot1')!;
    const { items, bounds } = drawStep(foot, names, { isEnlarged: false });
    expect(items.some((i) => i.kind === 'detail')).toBe(false);
    const size = Math.max(bounds.maxX - bounds.minX, bounds.maxY - bounds.minY);
    const longOf = (all: readonly (typeof items)[number][]): number[] =>
      all.flatMap((i) =>
        i.kind === 'line' && i.style === 'valley'
          ? [Math.hypot(i.to[0] - i.from[0], i.to[1] - i.from[1])]
          : [],
      );
    const [drawn, folded] = [longOf(items), longOf(drawStep(foot, names).items)];
    expect(Math.min(...drawn)).toBeGreaterThan(0.08 * size);
    expect(Math.min(...folded)).toBeLessThan(Math.min(...drawn));
  });

  test('the circle is part of the SVG, with its factor, and clips what is drawn in it', () => {
    const drawing = drawStep(
      heron.find((s) => s.step.id === 'foot1')!,
      names,
    );
    const svg = toSvg(drawing, {
      width: 400,
      height: 400,
      palette: dayPalette('#aabbcc', '#ffffff'),
      title: 'x',
    });
    expect(svg).toMatch(/<clipPath id="detail-\d+"><circle/);
    expect(svg).toMatch(/clip-path="url\(#detail-\d+\)"/);
    expect(svg).toMatch(/>\d(\.5)? ×<\/text>/);
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
    ).map(([x, y]) => ({
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
    const [[x, y]] = placeLabels([{ at: [50, 50], text: 'A' }], 13) as [[number, number]];
    expect([x > 50, y < 50]).toEqual([true, true]);
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
