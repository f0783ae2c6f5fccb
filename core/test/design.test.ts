import { describe, expect, test } from '@jest/globals';
import { readBasePaper } from '../src/bases/index.ts';
import {
  DESIGN_EFFORT,
  type Design,
  type Designs,
  LEAST_ENDS,
  MOST_ENDS,
  designBases,
  countBlocked,
  marksOfTips,
  offerBases,
  seatedBases,
} from '../src/design/index.ts';
import { buildChance } from '../src/chance/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import { checkVertices } from '../src/flatness/index.ts';
import { checkState, foldsOf, toModel } from '../src/folded/index.ts';
import {
  type Point,
  apply,
  areaOf,
  cross,
  distance,
  lineThrough,
  reflectionIn,
  subtract,
} from '../src/geometry/index.ts';
import { buildLayerProblem, checkOrder } from '../src/layers/index.ts';
import { foldPattern } from '../src/creases/index.ts';
import {
  type Figure,
  distancesOf,
  leavesOf,
  limbsAt,
  limbsOf,
  startingFigures,
  taskOfFigure,
} from '../src/parts/index.ts';
import { type SheetShape, outlineOf, sheetArea } from '../src/sheet/index.ts';
import { often } from './long.ts';
import { poses } from './poses.ts';
import { randomTree, star } from './trees.ts';

const square: SheetShape = { kind: 'square' };
const all = () => buildEffort(DESIGN_EFFORT);

function designs(figure: Figure, sheet: SheetShape = square): Designs {
  const made = designBases(figure, sheet, all());
  if (!made.ok) throw new Error(made.fault.text);
  return made.value;
}

/** What every base of its own promises, looked at from outside: laws, and lengths on the folded paper. */
function expectSound({ state, pattern, done: { at }, scale }: Design, figure: Figure): void {
  expect(checkState(state)).toEqual([]);
  const folded = foldPattern(pattern);
  expect(folded.closure).toBeLessThan(1e-11);
  expect(checkVertices(pattern, 1e-12).flatMap((v) => v.reasons)).toEqual([]);
  const n = state.facets.length;
  const above = new Uint8Array(n * n);
  state.order.forEach((o, k) => (above[k] = o === 1 ? 1 : 0));
  expect(checkOrder(pattern, buildLayerProblem(pattern, folded), above)).toEqual([]);
  // All ends lie on one line.
  const ends = leavesOf(figure).map((_, i) => toModel(state, at[i]!)!);
  const [p, q] = farthest(ends);
  const long = distance(p, q);
  if (long > 1e-6)
    for (const e of ends) expect(Math.abs(cross(subtract(q, p), subtract(e, p))) / long).toBeLessThan(1e-6);
  // On the sheet no two ends lie nearer than the figure asks.
  distancesOf(figure).forEach((row, i) =>
    row.forEach((mm, j) => {
      if (j > i) expect(distance(at[i]!, at[j]!)).toBeGreaterThan(mm * scale - 1e-6);
    }),
  );
}

function farthest(points: readonly Point[]): [Point, Point] {
  let best: [Point, Point] = [points[0]!, points[0]!];
  for (const a of points) for (const b of points) if (distance(a, b) > distance(...best)) best = [a, b];
  return best;
}

describe('known answers', () => {
  test.each([
    [4, 0.5, 8],
    [5, Math.SQRT1_2 / 2, 48],
    [9, 0.25, 32],
  ])('a star of %i ends has the scale %f, %i facets, and creases of 22.5 degrees', (ends, scale, facets) => {
    const { boundMm, designs: found } = designs(star(ends));
    expect(1 / boundMm).toBeCloseTo(scale, 9);
    const best = found.find((d) => Math.abs(d.scale - scale) < 1e-6)!;
    expect(best.state.facets).toHaveLength(facets);
    for (const { from, to } of foldsOf(best.state)) {
      const angle = (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI;
      expect(Math.abs(angle / 22.5 - Math.round(angle / 22.5))).toBeLessThan(1e-5);
    }
    // All paper of a star lies about its one hub: each facet ends there.
    if (ends !== 5) expect(best.hubLayers).toBe(facets);
    expectSound(best, star(ends));
  });
});

describe('any tree', () => {
  const sheets: readonly SheetShape[] = [
    square,
    { kind: 'rectangle', width: 1, height: 1.5 },
    { kind: 'triangle' },
  ];
  const seeds = Array.from({ length: often(3, 60) }, (_, i) => i);

  test.each(seeds)('random tree %i has bases that keep every promise', (seed) => {
    const ends = 4 + ((seed * 5) % 11);
    const figure = randomTree(seed, ends);
    const sheet = sheets[seed % 10 === 3 ? 1 : seed % 10 === 2 ? 2 : 0]!;
    const { boundMm, designs: found } = designs(figure, sheet);
    expect(found.length).toBeGreaterThan(0);
    for (const d of found) {
      expectSound(d, figure);
      expect(d.sideMm).toBeGreaterThanOrEqual(boundMm - 1e-6);
    }
    expect(Math.min(...found.map((d) => d.sideMm))).toBeLessThan(1.15 * boundMm);
  });

  test('the same figure gives the same bases', () => {
    const figure = randomTree(3, 6);
    const [a, b] = [designs(figure), designs(figure)];
    expect(a.designs.map((d) => d.done.at)).toEqual(b.designs.map((d) => d.done.at));
  });
});

describe('with a mirror line', () => {
  const animal = startingFigures.find((f) => f.name === 'Animal with ears and a tail')!;

  test.each(['diagonal', 'book'] as const)('about the %s, the creases are their own image', (symmetry) => {
    const figure = { ...animal, symmetry };
    const { designs: found } = designs(figure);
    expect(found.length).toBeGreaterThan(0);
    const mirror = symmetry === 'book' ? lineThrough([0.5, 0], [0.5, 1])! : lineThrough([0, 0], [1, 1])!;
    const map = reflectionIn(mirror);
    for (const { pattern } of found.slice(0, 3)) {
      const isThere = (p: Point, q: Point): boolean =>
        pattern.edges.some(({ a, b }) => {
          const [u, v] = [pattern.vertices[a]!, pattern.vertices[b]!];
          return (
            (distance(u, p) < 1e-6 && distance(v, q) < 1e-6) ||
            (distance(u, q) < 1e-6 && distance(v, p) < 1e-6)
          );
        });
      for (const { a, b } of pattern.edges)
        expect(isThere(apply(map, pattern.vertices[a]!), apply(map, pattern.vertices[b]!))).toBe(true);
    }
  });
});

describe('on a grid', () => {
  const animal = startingFigures.find((f) => f.name === 'Animal with ears and a tail')!;

  test.each([16] as const)('of %i, ends on the rim lie on its points, and little sheet is lost', (grid) => {
    const made = designBases(animal, square, all(), { fit: grid });
    if (!made.ok) throw new Error(made.fault.text);
    const { designs: found, boundMm } = made.value;
    expect(found.length).toBeGreaterThan(0);
    for (const d of found) {
      expectSound(d, animal);
      d.done.at.slice(0, d.done.wanted).forEach((p, i) => {
        if (d.done.holds[i] === 'free') return;
        for (const x of p) expect(Math.abs(x * grid - Math.round(x * grid))).toBeLessThan(1e-7);
      });
    }
    expect(Math.min(...found.map((d) => d.sideMm))).toBeLessThan(1.1 * boundMm);
  });

  test('on steps of 22.5 degrees only bases are kept that lie on them of themselves', () => {
    const made = designBases(star(5), square, all(), { fit: 22.5 });
    if (!made.ok) throw new Error(made.fault.text);
    expect(made.value.designs.length).toBeGreaterThan(0);
    for (const { state } of made.value.designs)
      for (const { from, to } of foldsOf(state)) {
        const angle = (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI;
        expect(Math.abs(angle / 22.5 - Math.round(angle / 22.5))).toBeLessThan(1e-5);
      }
    // Some fold for an uneven figure, and none of them happens to.
    const uneven = designBases(randomTree(2, 4), square, all(), { fit: 22.5 });
    expect(uneven.ok && uneven.value.tried.folded).toBeGreaterThan(0);
    expect(uneven.ok && uneven.value.designs).toEqual([]);
  });

  test('a sheet of six sides has none, and says so', () => {
    const made = designBases(star(4), { kind: 'hexagon' }, all(), { fit: 16 });
    expect(made.ok ? '' : made.fault.text).toContain(
      'A grid is laid on a square, a rectangle or a half-square',
    );
  });
});

describe('what is offered', () => {
  const animal = startingFigures.find((f) => f.name === 'Animal with ears and a tail')!;
  const offered = offerBases(animal, square, all());
  if (!offered.ok) throw new Error(offered.fault.text);
  const { offers, boundMm } = offered.value;

  test('is the best in something, with a free flap for every limb, long enough at its sheet', () => {
    expect(offers.flatMap((o) => o.bestIn).sort()).toEqual(['hub', 'layers', 'sheet']);
    const least = offers.find((o) => o.bestIn.includes('sheet'))!;
    expect(least.design.sideMm).toBeLessThan(1.08 * boundMm);
    for (const { match, folded, design } of offers) {
      expect(match.assignment.map((a) => a.limb.id).sort()).toEqual([...leavesOf(animal)].sort());
      for (const a of match.assignment) {
        expect(a.flapLength * match.sideMm!).toBeGreaterThanOrEqual(a.limb.lengthMm - 1e-6);
        expect(a.sideMm).toBeLessThanOrEqual(match.sideMm! + 1e-6);
      }
      expect(folded.replay.steps.every((s) => !s.refusal)).toBe(true);
      expect(checkState(folded.state)).toEqual([]);
      expect(folded.state.facets).toHaveLength(design.state.facets.length);
      expect(design.layersMax).toBeGreaterThanOrEqual(Math.min(...offers.map((o) => o.design.layersMax)));
    }
  });

  test('a limb that came out longer is told, by what its flap has over', () => {
    for (const { match, longer } of offers)
      for (const a of match.assignment) {
        const over = a.flapLength * match.sideMm! - a.limb.lengthMm;
        const told = longer.find((l) => l.limb === a.limb.name);
        if (over > 0.6) expect(told?.mm).toBeCloseTo(over, 3);
        else if (over < 0.4) expect(told).toBeUndefined();
      }
  });

  test('paper of its flaps lies apart on the sheet', () => {
    for (const { folded } of offers) {
      const { flaps, outline } = readBasePaper(folded);
      expect(outline).toEqual(outlineOf(square));
      const areas = flaps.map(({ parts }) => parts.reduce((s, p) => s + Math.abs(areaOf(p)), 0));
      expect(Math.min(...areas)).toBeGreaterThan(0);
      expect(areas.reduce((s, a) => s + a, 0)).toBeLessThan(sheetArea(square));
    }
  });

  test('marks of its ends lie where they say', () => {
    const marks = marksOfTips(offers[0]!.design, square);
    expect(marks).toHaveLength(offers[0]!.design.done.at.length);
    for (const m of marks) {
      expect(m.creases).toBeLessThanOrEqual(4);
      expect(m.error).toBeLessThan(0.005);
    }
  });
});

test('a figure that is no mirror image of itself gets bases without the line', () => {
  const made = offerBases({ ...randomTree(1, 5), symmetry: 'book' }, square, all());
  if (!made.ok) throw new Error(made.fault.text);
  expect(made.value.isMirrored).toBe(false);
  expect(made.value.offers.length).toBeGreaterThan(0);
});

describe('what it refuses', () => {
  test.each([LEAST_ENDS - 1, MOST_ENDS + 1])('%i ends, with the limit', (ends) => {
    const made = designBases(star(ends), square, all());
    expect(made.ok ? '' : made.fault.text).toContain(`${LEAST_ENDS} to ${MOST_ENDS} ends`);
  });

  test('a mirror line that the figure has not', () => {
    const made = designBases({ ...randomTree(1, 5), symmetry: 'book' }, square, all());
    expect(made.ok ? '' : made.fault.text).toContain('no mirror image of itself');
  });

  test('a diagonal of a rectangle', () => {
    const made = designBases(
      { ...star(4), symmetry: 'diagonal' },
      { kind: 'rectangle', width: 1, height: 2 },
      all(),
    );
    expect(made.ok ? '' : made.fault.text).toContain('no diagonal symmetry');
  });
});

describe('a base for a figure as it sits on its hubs', () => {
  const seatOf = (name: string, hubs: number) => {
    const figure = [...poses, ...startingFigures].find((f) => f.name === name)!;
    const task = taskOfFigure(figure, limbsOf(figure, []));
    const seat = task.seats.find(
      (s) => s.nodes.length === hubs && s.nodes.every((n) => limbsAt(figure, n).length > 2),
    )!;
    return { task, seat };
  };
  const seated = (name: string, hubs: number, turns: (count: number) => number[]) => {
    const { task, seat } = seatOf(name, hubs);
    const given = turns(task.limbs.length);
    const narrowMm = 12;
    const made = seatedBases(task, seat, square, { id: 'own', name: 'Own', narrowMm, turns: given }).next()
      .value!;
    return { task, seat, narrowMm, turns: given, made };
  };
  const rising = (count: number): number[] => Array.from({ length: count }, (_, i) => 30 * i);

  test.each([
    ['stork, head down', 1],
    ['otter', 2],
  ] as const)('%s on %i hubs: sound, long enough, narrow, every flap beside the others', (name, hubs) => {
    const { task, seat, narrowMm, made } = seated(name, hubs, rising);
    const { folded, sideMm } = made;
    expect(checkState(folded.state)).toEqual([]);
    expect(folded.hubs).toHaveLength(hubs);
    const places = task.limbs.map((limb, i) => {
      const flap = folded.base.designed!.find((d) => d.leaf === limb.id)!;
      const [tip, root] = [0, flap.length].map((d) =>
        toModel(folded.state, [flap.tip[0] + flap.inward[0] * d, flap.tip[1] + flap.inward[1] * d])!,
      ) as [Point, Point];
      expect(distance(tip, root) * sideMm).toBeGreaterThanOrEqual(seat.needs[i]! - 1e-6);
      return { tip, root, hub: seat.at[i]! };
    });
    // Limbs of one hub begin at one place and point one way, those of the other the other way.
    const along = subtract(places[0]!.tip, places[0]!.root);
    for (const { tip, root, hub } of places) {
      expect(distance(root, places.find((p) => p.hub === hub)!.root)).toBeLessThan(1e-7);
      const own = subtract(tip, root);
      expect(Math.abs(cross(along, own))).toBeLessThan(1e-7);
      expect(Math.sign(own[0] * along[0] + own[1] * along[1])).toBe(hub === places[0]!.hub ? 1 : -1);
    }
    for (const f of folded.flaps) expect(f.width * sideMm).toBeLessThanOrEqual(narrowMm + 1e-6);
    expect(new Set(folded.flaps.map((f) => f.hangs)).size).toBe(hubs);
    expect(made.misplaced).toBe(0);
  });

  test('legs to both sides of a head and a tail: what stays straight lies between them', () => {
    const sweeps: Readonly<Record<string, number>> = {
      nose: 0,
      'left fore toes': 60,
      'right fore toes': 300,
      'left hind toes': 300,
      'right hind toes': 60,
      'tail tip': 0,
    };
    const { task, seat } = seatOf('newt', 2);
    const turns = task.limbs.map((l) => sweeps[l.id]!);
    const wishes = { id: 'own', name: 'Own', narrowMm: 16, turns };
    const made = seatedBases(task, seat, square, wishes).next().value!;
    expect(made.misplaced).toBeLessThanOrEqual(20);
    // Round the sheet, three of one hub and then three of the other, each with the straight one in the middle.
    const round = made.folded.base.designed!.map(({ leaf }) => task.limbs.findIndex((l) => l.id === leaf));
    const hubs = round.map((i) => seat.at[i]!);
    expect(hubs.filter((hub, i) => hub !== hubs.at(i - 1)!)).toHaveLength(2);
    const first = hubs.findIndex((hub, i) => hub !== hubs.at(i - 1)!);
    const ordered = [...round.slice(first), ...round.slice(0, first)].map((i) => turns[i]!);
    expect([ordered[1], ordered[4]]).toEqual([0, 0]);
  });

  test('where each flap lies between two that turn less, none is in the way; else each is counted', () => {
    expect(countBlocked([120, 20, 0, 80, 100])).toBe(0);
    expect(countBlocked([210, 110, 0, 170])).toBe(0);
    expect(countBlocked([0, 120, 0])).toBe(1);
    expect(countBlocked([10, 90, 20, 80, 0])).toBe(3);
    // Flaps that turn alike lie in no other's way.
    expect(countBlocked([85, 90, 85])).toBe(0);
    // Turned over, a stack is as good.
    const chance = buildChance(3);
    for (let i = 0; i < 50; i++) {
      const turns = Array.from({ length: 6 }, () => Math.floor(chance() * 270));
      expect(countBlocked([...turns].reverse())).toBe(countBlocked(turns));
      expect(countBlocked([...turns].sort((a, b) => a - b))).toBe(0);
    }
  });
});
