import { describe, expect, test } from '@jest/globals';
import { bases, foldBase } from '../src/bases/index.ts';
import {
  distancesOf,
  efficiencyOf,
  flapsOf,
  leafPairsOf,
  leavesOf,
  readFigure,
  toPackingTask,
} from '../src/parts/index.ts';

const limb = (name: string, from: string, to: string, length: number) => ({ name, from, to, length });

const otter = {
  name: 'otter',
  nodes: [
    'hip',
    'shoulder',
    'nose',
    'left paw',
    'right paw',
    'left heel',
    'left foot',
    'right foot',
    'tail tip',
  ],
  limbs: [
    limb('body', 'hip', 'shoulder', 60),
    limb('head', 'shoulder', 'nose', 30),
    limb('left arm', 'shoulder', 'left paw', 25),
    limb('right arm', 'shoulder', 'right paw', 25),
    limb('left thigh', 'hip', 'left heel', 15),
    limb('left shin', 'left heel', 'left foot', 12),
    limb('right leg', 'hip', 'right foot', 27),
    limb('tail', 'hip', 'tail tip', 70),
  ],
  pairs: [['left arm', 'right arm']],
  onAxis: ['nose', 'tail tip'],
  symmetry: 'book',
};

function read(value: unknown) {
  const figure = readFigure(value);
  if (!figure.ok) throw new Error(figure.fault[0]!.text);
  return figure.value;
}

describe('a stick figure', () => {
  test('has a flap for every end; jointed limbs are one flap, the body is none', () => {
    expect(flapsOf(read(otter))).toEqual([
      { leaf: 'nose', limb: 'head', lengthMm: 30 },
      { leaf: 'left paw', limb: 'left arm', lengthMm: 25 },
      { leaf: 'right paw', limb: 'right arm', lengthMm: 25 },
      { leaf: 'left foot', limb: 'left shin', lengthMm: 27 },
      { leaf: 'right foot', limb: 'right leg', lengthMm: 27 },
      { leaf: 'tail tip', limb: 'tail', lengthMm: 70 },
    ]);
  });

  test('measures the way between ends along the limbs', () => {
    const figure = read(otter);
    const leaves = leavesOf(figure);
    const far = (a: string, b: string) => distancesOf(figure)[leaves.indexOf(a)]![leaves.indexOf(b)];
    expect(far('nose', 'tail tip')).toBe(160);
    expect(far('left foot', 'right foot')).toBe(54);
    expect(far('left foot', 'left paw')).toBe(112);
    expect(far('nose', 'nose')).toBe(0);
  });

  test('pairs name limbs, and become pairs of ends', () => {
    const figure = read({
      ...otter,
      limbs: otter.limbs.map((l) => (l.name === 'left thigh' ? { ...l, length: 27 } : l)),
      pairs: [
        ['left thigh', 'right leg'],
        ['left arm', 'right arm'],
      ],
    });
    expect(leafPairsOf(figure)).toEqual([
      [3, 4],
      [1, 2],
    ]);
    expect(toPackingTask(figure, { kind: 'square' })).toMatchObject({ onAxis: [0, 5], symmetry: 'book' });
  });

  test.each([
    ['a length of 0', { limbs: [limb('a', 'hip', 'nose', 0)] }, /limbs.0.length: a length is more than 0 mm/],
    ['a negative length', { limbs: [limb('a', 'hip', 'nose', -3)] }, /more than 0 mm/],
    [
      'a node that is missing',
      { limbs: [limb('a', 'hip', 'ear', 3)] },
      /ends at "ear", which is not in the list/,
    ],
    ['a limb to itself', { limbs: [limb('a', 'hip', 'hip', 3)] }, /begins and ends at "hip"/],
    ['a ring', { limbs: [...otter.limbs, limb('stick', 'nose', 'left paw', 9)] }, /close a ring/],
    ['two trees', { limbs: otter.limbs.slice(1) }, /2 pieces that do not hang together/],
    ['a pair of one', { pairs: [['tail', 'tail']] }, /"tail" is paired with itself/],
    ['a pair of unequal limbs', { pairs: [['tail', 'head']] }, /differ in length/],
    ['a pair of nothing', { pairs: [['tail', 'wing']] }, /names a limb "wing"/],
    [
      'a limb in two pairs',
      {
        pairs: [
          ['left arm', 'right arm'],
          ['right arm', 'left arm'],
        ],
      },
      /in two pairs/,
    ],
    ['an inner node on the axis', { onAxis: ['hip'] }, /"hip" is no end/],
    ['two nodes of one name', { nodes: [...otter.nodes, 'nose'] }, /Two nodes are called "nose"/],
    ['a symmetry nobody knows', { symmetry: 'spiral' }, /symmetry/],
  ])('refuses %s with the place and the remedy', (_, change, text) => {
    const figure = readFigure({ ...otter, ...change });
    expect(figure.ok ? '' : figure.fault[0]!.text).toMatch(text);
  });
});

describe('efficiency of bases', () => {
  test.each([
    ['preliminary', 1],
    ['waterbomb', 1],
    ['bird', 1],
    ['frog', 1],
    ['windmill', 0.5],
    ['fish', 1],
  ] as const)('the %s has %f for its own flaps', (id, share) => {
    const base = bases.find((b) => b.id === id)!;
    expect(efficiencyOf(foldBase(base))).toBeCloseTo(share, 6);
  });

  test('no base beats the packing of its own flaps', () => {
    const shares = bases.map((b) => efficiencyOf(foldBase(b)) ?? 0);
    expect(Math.max(...shares)).toBeLessThan(1 + 1e-6);
    expect(shares.filter((s) => s > 0.5).length).toBeGreaterThan(8);
  });
});
