import { describe, expect, test } from '@jest/globals';
import type { DrawItem } from '@jade/core/drawing';
import { type Strokes, joinStrokes, strokePath } from '../src/pictures/strokes.ts';

const line = (style: 'rest' | 'raw', x: number, isNew = false): DrawItem => ({
  kind: 'line',
  style,
  from: [x, 0],
  to: [x, 1],
  ...(isNew ? { isNew } : {}),
});
const facet: DrawItem = { kind: 'facet', facet: 0, points: [], side: 'front', depth: 0 };

describe('lines of one style as one path', () => {
  test('neighbours of one style join; another style, a facet or a new crease between them keeps them apart', () => {
    const items = [
      line('rest', 1),
      line('rest', 2),
      line('raw', 3),
      facet,
      line('raw', 4),
      line('raw', 5, true),
    ];
    const joined = joinStrokes(items);
    expect(joined.map((i) => (i.kind === 'strokes' ? `${i.style} ${i.lines.length}` : i.kind))).toEqual([
      'rest 2',
      'raw 1',
      'facet',
      'raw 1',
      'raw 1',
    ]);
    expect(joined.map((i) => i.kind === 'strokes' && (i.isNew ?? false))).toEqual([
      false,
      false,
      false,
      false,
      true,
    ]);
    // Nothing is lost and the order stays.
    expect(joined.flatMap((i): unknown[] => (i.kind === 'strokes' ? [...i.lines] : [i]))).toEqual(items);
  });

  test('the path has a stroke of its own for every line, where it is placed', () => {
    const [strokes] = joinStrokes([line('rest', 1), line('rest', 2)]) as [Strokes];
    expect(strokePath(strokes, ([x, y]) => [x * 10, 5 - y])).toBe('M10 5L10 4M20 5L20 4');
  });
});
