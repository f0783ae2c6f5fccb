import { describe, expect, test } from '@jest/globals';
import { buildChance } from '../src/chance/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import { type Packing, type PackingTask, pack, provePacking, spareOf } from '../src/packing/index.ts';
import { often } from './long.ts';

const star = (lengths: readonly number[]): number[][] =>
  lengths.map((a, i) => lengths.map((b, j) => (i === j ? 0 : a + b)));

const task = (distances: number[][], more: Partial<PackingTask> = {}): PackingTask => ({
  sheet: { kind: 'square' },
  distances,
  symmetry: 'none',
  pairs: [],
  onAxis: [],
  pins: [],
  ...more,
});

function packed(asked: PackingTask, hops = 150, seed = 1): Packing {
  const found = pack(asked, buildEffort(hops), { seed });
  if (!found.ok) throw new Error(found.fault.text);
  return found.value;
}

/** Independent of the search: the least room any pair leaves, and whether every leaf is on the sheet. */
function recheck({ distances }: PackingTask, { positions, scale }: Packing): number {
  let worst = 0;
  positions.forEach((p, i) =>
    positions.forEach((q, j) => {
      if (j > i) worst = Math.max(worst, scale * distances[i]![j]! - Math.hypot(p[0] - q[0], p[1] - q[1]));
    }),
  );
  return worst;
}

/** Best known separations of n points in the unit square (published tables). */
const separations: Record<number, number> = {
  2: Math.SQRT2,
  3: Math.sqrt(6) - Math.SQRT2,
  4: 1,
  5: 0.707106781,
  6: 0.600925213,
  7: 0.535898385,
  8: 0.51763809,
  9: 0.5,
  10: 0.421279543,
  11: 0.39820731,
  12: 0.388730126,
  13: 0.366096008,
  16: 0.333333333,
  20: 0.286611652,
};

describe('equal flaps on a square', () => {
  test.each(
    Object.entries(separations)
      .slice(0, often(10, 14))
      .map(([n, s]) => [Number(n), s] as const),
  )('%i of them come to the published separation, proved locally best', (n, separation) => {
    const asked = task(star(new Array<number>(n).fill(0.5)));
    const found = packed(asked);
    expect(found.scale / separation).toBeGreaterThan(0.9999);
    expect(found.scale / separation).toBeLessThan(1 + 1e-8);
    expect(recheck(asked, found)).toBeLessThan(1e-9);
    const proof = provePacking(asked, found);
    expect(proof.ok && proof.value.isLocalBest).toBe(true);
  });

  test('the proof refuses a packing that could still grow, and one that overlaps', () => {
    const asked = task(star([1, 1, 1]));
    const loose: Packing = {
      ...packed(asked),
      scale: 0.4,
      positions: [
        [0.1, 0.1],
        [0.9, 0.1],
        [0.5, 0.8],
      ],
    };
    const grown = provePacking(asked, loose);
    expect(grown.ok && grown.value.isLocalBest).toBe(false);
    const tight = provePacking(asked, { ...loose, scale: 0.45 });
    expect(tight.ok && tight.value.violation).toBeCloseTo(0.9 - 0.8, 9);
  });

  test('forces balance: weighed with their distances they sum to one', () => {
    const asked = task(star([10, 20, 30, 25]));
    const proof = provePacking(asked, packed(asked));
    if (!proof.ok) throw new Error(proof.fault.text);
    const sum = proof.value.forces.reduce(
      (s, { pair: [i, j], force }) => s + force * asked.distances[i]![j]!,
      0,
    );
    expect(sum).toBeCloseTo(1, 6);
  });
});

describe('unequal flaps', () => {
  /** Four pairs and four single limbs round two hubs. */
  function creature(seed: number): PackingTask {
    const chance = buildChance(seed);
    const limbs: { length: number; hub: number }[] = [];
    const any = () => ({ length: 20 + 80 * chance(), hub: chance() < 0.5 ? 0 : 1 });
    for (let k = 0; k < 4; k++) {
      const limb = any();
      limbs.push(limb, limb);
    }
    for (let k = 0; k < 4; k++) limbs.push(any());
    const body = 50 * chance();
    const distances = limbs.map((a, i) =>
      limbs.map((b, j) => (i === j ? 0 : a.length + b.length + (a.hub === b.hub ? 0 : body))),
    );
    return task(distances, {
      symmetry: 'book',
      pairs: [
        [0, 1],
        [2, 3],
        [4, 5],
        [6, 7],
      ],
      onAxis: [8, 9, 10, 11],
    });
  }

  test.each([101, 102])('tree %i of 12 leaves: every seed comes within 0.1 %% of the best', (tree) => {
    const asked = creature(tree);
    const scales = Array.from({ length: often(3, 5) }, (_, i) => i + 1).map(
      (seed) => packed(asked, 600, seed).scale,
    );
    expect(Math.min(...scales) / Math.max(...scales)).toBeGreaterThan(0.999);
  });

  test('mirrored leaves mirror each other exactly, and axis leaves lie on the axis', () => {
    const found = packed(creature(103), 60);
    for (const [i, j] of [
      [0, 1],
      [6, 7],
    ] as const) {
      expect(found.positions[i]![0]).toBeCloseTo(1 - found.positions[j]![0], 12);
      expect(found.positions[i]![1]).toBeCloseTo(found.positions[j]![1], 12);
    }
    for (const i of [8, 9, 10, 11]) expect(found.positions[i]![0]).toBeCloseTo(0.5, 12);
  });

  test('the same seed and effort give the same answer; more effort is never worse', () => {
    const asked = task(star([3, 4, 5, 6, 7, 8, 9]));
    expect(packed(asked, 60, 9)).toEqual(packed(asked, 60, 9));
    expect(packed(asked, 200, 9).scale).toBeGreaterThanOrEqual(packed(asked, 60, 9).scale);
  });

  test('a limb that is not tight can grow by just so much, and a tight one cannot', () => {
    const asked = task(star([40, 40, 1]), { sheet: { kind: 'rectangle', width: 2, height: 1 } });
    const found = packed(asked);
    expect(found.scale).toBeCloseTo(Math.sqrt(5) / 80, 9);
    const spare = spareOf(asked, found);
    if (!spare.ok) throw new Error(spare.fault.text);
    expect(spare.value[0]!).toBeLessThan(1e-4);
    // The roomiest place lies on a long side, 1.25 from both corners the long limbs end at.
    expect(spare.value[2]! + 1).toBeCloseTo(1.25 / found.scale - 40, 4);
  });

  test('places given to begin with are never made worse', () => {
    const corner = Math.SQRT2 / 4;
    const asked = task(
      star([corner, corner, corner, corner, corner, ...new Array<number>(4).fill(0.5 - corner)]),
    );
    const start: [number, number][] = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
      [0.5, 0.5],
      [0.5, 0],
      [1, 0.5],
      [0.5, 1],
      [0, 0.5],
    ];
    const found = pack(asked, buildEffort(1), { start });
    expect(found.ok && found.value.scale).toBeCloseTo(1, 9);
  });
});

describe('sheets, pins and symmetries', () => {
  test('two leaves span the longest line of any sheet', () => {
    const two = star([1, 1]);
    expect(packed(task(two, { sheet: { kind: 'triangle' } }), 40).scale * 2).toBeCloseTo(Math.SQRT2, 9);
    const rectangle = { kind: 'rectangle', width: 3, height: 2 } as const;
    expect(packed(task(two, { sheet: rectangle }), 40).scale * 2).toBeCloseTo(Math.hypot(1.5, 1), 9);
  });

  test('a packing on the triangle keeps to it and is proved', () => {
    const asked = task(star([1, 1, 1, 2, 2]), { sheet: { kind: 'triangle' } });
    const found = packed(asked);
    for (const [x, y] of found.positions) {
      expect(Math.min(x, y)).toBeGreaterThanOrEqual(-1e-12);
      expect(x + y).toBeLessThanOrEqual(1 + 1e-9);
    }
    const proof = provePacking(asked, found);
    expect(proof.ok && proof.value).toMatchObject({ isLocalBest: true });
  });

  test('pinned leaves stay at their corner or on their edge', () => {
    const found = packed(
      task(star([1, 1, 1]), {
        pins: [
          { leaf: 0, to: 'A' },
          { leaf: 1, to: 'BC' },
        ],
      }),
      60,
    );
    expect(found.positions[0]).toEqual([0, 0]);
    expect(found.positions[1]![0]).toBeCloseTo(1, 12);
    expect(found.scale * 2).toBeCloseTo(Math.sqrt(6) - Math.SQRT2, 8);
  });

  test.each([
    [{ pins: [{ leaf: 0, to: 'Q' }] }, /no corner or edge "Q"; choose one of A, B/],
    [
      { sheet: { kind: 'rectangle', width: 2, height: 1 } as const, symmetry: 'diagonal' as const },
      /no diagonal symmetry; choose book/,
    ],
  ])('names what the sheet does not have: %j', (more, text) => {
    const found = pack(task(star([1, 1]), more), buildEffort(10));
    expect(found.ok ? '' : found.fault.text).toMatch(text);
  });

  test('one leaf alone is refused', () => {
    const found = pack(task([[0]]), buildEffort(10));
    expect(found.ok ? '' : found.fault.text).toMatch(/needs no packing/);
  });
});
