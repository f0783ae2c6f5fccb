import { describe, expect, test } from '@jest/globals';
import { buildOwlSteps } from '../src/demo/index.ts';
import {
  arrowPath,
  dayPalette,
  drawModel,
  drawSheet,
  drawStep,
  toSvg,
  type DrawItem,
} from '../src/drawing/index.ts';
import { isAbove, stackOrder } from '../src/folded/index.ts';
import { nameSteps, replaySequence } from '../src/sequence/index.ts';
import { fold, onto, square } from './builders.ts';

const steps = buildOwlSteps();
const replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps });
const names = nameSteps(steps);
const palette = dayPalette('#b9853f', '#fdf9ee');
const kinds = (items: readonly DrawItem[], kind: DrawItem['kind']) => items.filter((i) => i.kind === kind);

describe('drawings', () => {
  test('layers are drawn from the bottom up', () => {
    const { order } = stackOrder(replay.steps.at(-1)!.after)!;
    const state = replay.steps.at(-1)!.after;
    order.forEach((f, i) => order.slice(0, i).forEach((g) => expect(isAbove(state, g, f)).toBe(false)));
    expect(order).toHaveLength(25);
  });

  test('layers overlapping in a ring are still drawn as they are seen', () => {
    let state = square();
    state = fold(state, onto([1, 0], [0.3, 0]), [0.9, 0.5]);
    state = fold(state, onto([0, 0], [0, 0.5]), [0.1, 0.05]);
    const n = state.facets.length;
    const ring = new Int8Array(state.order);
    for (let f = 0; f < n; f++) {
      ring[f * n + ((f + 1) % n)] = 1;
      ring[((f + 1) % n) * n + f] = -1;
    }
    const cyclic = { ...state, order: ring };
    expect(stackOrder(cyclic)).toBeUndefined();
    expect(kinds(drawModel(cyclic).items, 'facet').length).toBeGreaterThan(0);
  });

  test('a step shows its line in its sense, its arrow and the names its sentence uses', () => {
    const door = replay.steps.find((s) => s.step.id === 'door')!;
    const items = drawStep(door, names).items;
    expect(items.some((i) => i.kind === 'line' && i.style === 'valley')).toBe(true);
    expect(kinds(items, 'arrow')).toHaveLength(1);
    expect(items.flatMap((i) => (i.kind === 'landmark' ? [i.name] : [])).sort()).toEqual(['c1', 'c3']);
    const tail = replay.steps.find((s) => s.step.id === 'tail-up')!;
    expect(drawStep(tail, names).items.some((i) => i.kind === 'line' && i.style === 'mountain')).toBe(true);
  });

  test('the sheet shows every active fold by sense, resting creases, raw edges and corner names', () => {
    const drawing = drawSheet(replay.steps.at(-1)!.after);
    const styles = new Set(drawing.items.flatMap((i) => (i.kind === 'line' ? [i.style] : [])));
    expect([...styles].sort()).toEqual(['mountain', 'pinch', 'raw', 'rest', 'valley']);
    expect(drawing.items.flatMap((i) => (i.kind === 'landmark' ? [i.name] : []))).toEqual([
      'A',
      'B',
      'C',
      'D',
    ]);
  });

  test('SVG is well formed, escapes its title, and has both paper colours', () => {
    const svg = toSvg(drawModel(replay.steps.at(-1)!.after), {
      width: 200,
      height: 200,
      palette,
      title: 'owl <&>',
    });
    expect(svg).toContain('<title>owl &#60;&#38;&#62;</title>');
    expect(svg).not.toContain('NaN');
    expect(svg.match(/<polygon/g)).toHaveLength(25);
    expect(svg.match(/<[a-z]/g)!.length).toBeGreaterThan(60);
  });

  test('every arrow of the notation has its own form', () => {
    const forms = (['valley', 'mountain', 'fold-unfold', 'unfold', 'turn-over', 'rotate'] as const).map(
      (style) => arrowPath(style, [0, 0], [80, 10], 0.3),
    );
    expect(new Set(forms.map((f) => JSON.stringify(f))).size).toBe(
      5 + 1 - (JSON.stringify(forms[1]) === JSON.stringify(forms[3]) ? 1 : 0),
    );
    expect(forms[0]!.at(-1)!.filled).toBe(true);
    expect(forms[1]!.at(-1)!.filled).toBe(false);
    expect(forms.flat().every((p) => !p.d.includes('NaN'))).toBe(true);
  });
});
