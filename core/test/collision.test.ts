import { describe, expect, test } from '@jest/globals';
import { buildEffort } from '../src/effort/index.ts';
import { checkVertices } from '../src/flatness/index.ts';
import type { Point } from '../src/geometry/index.ts';
import { explainNone, prepareLayers, searchOrder } from '../src/layers/index.ts';
import { buildChance } from '../src/chance/index.ts';
import { type Assignment, buildPattern } from '../src/creases/index.ts';
import { pattern, problem } from './patterns.ts';

/** A strip of panels of the given widths, one sense per crease. */
function strip(widths: readonly number[], senses: readonly Assignment[]) {
  const xs = widths.reduce((at, w) => [...at, at.at(-1)! + w], [0]);
  const end = xs.at(-1)!;
  return pattern([
    [[0, 0], [end, 0], 'B'],
    [[end, 0], [end, 1], 'B'],
    [[end, 1], [0, 1], 'B'],
    [[0, 1], [0, 0], 'B'],
    ...senses.map((s, i): [Point, Point, Assignment] => [[xs[i + 1]!, 0], [xs[i + 1]!, 1], s]),
  ]);
}

function reasonOf(asked: ReturnType<typeof pattern>, steps = 1e6) {
  const layers = problem(asked);
  const found = searchOrder(layers, buildEffort(1e6));
  if (found.kind !== 'none') throw new Error(`expected no order, and got ${found.kind}`);
  const collision = explainNone(layers, found.creases, buildEffort(steps));
  const places = collision.creases.map((e) => {
    const [p, q] = [asked.vertices[asked.edges[e]!.a]!, asked.vertices[asked.edges[e]!.b]!];
    return [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
  });
  return { ...collision, places };
}

describe('why a pattern has no order of layers', () => {
  test('two valleys round a panel shorter than its neighbours are named, and nothing else', () => {
    const reason = reasonOf(strip([2, 2, 3, 1, 3, 2, 2], ['V', 'M', 'V', 'V', 'M', 'V']));
    expect(reason.kind).toBe('senses');
    expect(reason.smallest).toBe(true);
    expect(reason.places.map(([x]) => x)).toEqual([7, 8]);
  });

  test('with either of them free the strip folds', () => {
    for (const senses of [
      ['V', 'M', 'U', 'V', 'M', 'V'],
      ['V', 'M', 'V', 'U', 'M', 'V'],
    ] as Assignment[][])
      expect(searchOrder(problem(strip([2, 2, 3, 1, 3, 2, 2], senses)), buildEffort(1e6)).kind).toBe('found');
  });

  /** Three pleats square to the sides of an equilateral triangle: every corner folds, the whole does not (T. Hull 1994). */
  const twist = () => {
    const at = (degrees: number, r: number): Point => [
      r * Math.cos((degrees * Math.PI) / 180),
      r * Math.sin((degrees * Math.PI) / 180),
    ];
    const corners = [90, 210, 330].map((d) => at(d, 1));
    const ends = [150, 270, 30].map((d, i) => {
      const [dx, dy] = at(d, 1.5);
      return [i, (i + 1) % 3].map((k): Point => [corners[k]![0] + dx, corners[k]![1] + dy]);
    });
    const rim = ends.flat();
    return pattern([
      ...rim.map((p, i): [Point, Point, Assignment] => [p, rim[(i + 1) % rim.length]!, 'B']),
      ...corners.map((p, i): [Point, Point, Assignment] => [p, corners[(i + 1) % 3]!, 'U']),
      ...ends.flatMap(([p, q], i): [Point, Point, Assignment][] => [
        [corners[i]!, p!, 'U'],
        [corners[(i + 1) % 3]!, q!, 'U'],
      ]),
    ]);
  };

  test('layers that collide whatever the senses are named by the folds round the triangle', () => {
    expect(checkVertices(twist(), 0).flatMap((v) => v.reasons)).toEqual([]);
    const reason = reasonOf(twist());
    expect(reason.kind).toBe('folds');
    expect(reason.smallest).toBe(true);
    const sides = reason.places.filter(([x, y]) => Math.abs(Math.hypot(x!, y!) - 0.5) < 1e-9);
    expect(sides).toHaveLength(3);
  });

  test('says so when the effort ends before the cause is smallest', () => {
    expect(reasonOf(twist(), 1).smallest).toBe(false);
  });
});

describe('patterns too large or too dense are named, with the limit', () => {
  test('lines that cross everywhere', () => {
    const chance = buildChance(3);
    const at = (): Point => [chance(), chance()];
    const vertices = Array.from({ length: 6000 }, at);
    const edges = Array.from({ length: 3000 }, (_, i) => ({
      a: 2 * i,
      b: 2 * i + 1,
      assignment: 'U' as const,
    }));
    const built = buildPattern({ vertices, edges });
    expect(built.ok ? '' : built.fault[0]!.text).toMatch(/cross in more than 400000 places; split it/);
  });

  test('more facets than their layers could be kept in memory', () => {
    const n = 4001;
    const lines: [Point, Point, Assignment][] = [
      [[0, 0], [n, 0], 'B'],
      [[n, 0], [n, 50], 'B'],
      [[n, 50], [0, 50], 'B'],
      [[0, 50], [0, 0], 'B'],
    ];
    for (let x = 1; x < n; x++) lines.push([[x, 0], [x, 50], 'U']);
    const prepared = prepareLayers(pattern(lines), 0);
    expect(prepared.kind === 'tooLarge' && prepared.text).toMatch(/has 4001 facets.*at most 4000/);
  });
});
