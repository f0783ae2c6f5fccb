import { describe, expect, test } from '@jest/globals';
import { findBase, foldBase } from '../src/bases/index.ts';
import { buildPattern, foldPattern, relaxPattern } from '../src/creases/index.ts';
import { castFigures } from '../src/demo/cast/index.ts';
import { buildEffort } from '../src/effort/index.ts';
import { type FlatState, foldsOf } from '../src/folded/index.ts';
import {
  dashClassOf,
  dashMeaning,
  patternOf,
  readFold,
  readSvg,
  toFold,
  toFoldStates,
  toPatternSvg,
} from '../src/formats/index.ts';
import { checkOrder, countOrders, prepareLayers, searchOrder } from '../src/layers/index.ts';
import { replaySequence } from '../src/sequence/index.ts';

const base = (id: string): FlatState => foldBase(findBase(id)!).state;
const figure = (name: keyof typeof castFigures): FlatState =>
  replaySequence({
    sheet: { kind: 'square' },
    points: castFigures[name].points,
    steps: castFigures[name].steps,
  }).steps.at(-1)!.after;
const built = (state: FlatState) => {
  const pattern = buildPattern(patternOf(state));
  if (!pattern.ok) throw new Error(pattern.fault[0]!.text);
  return pattern.value;
};
const lettersOf = (edges: readonly { assignment: string }[]): string =>
  edges
    .map((e) => e.assignment)
    .sort()
    .join('');

describe('SVG crease patterns', () => {
  test.each(['bird', 'frog', 'windmill', 'squares-2'])(
    'the %s base is written and read back the same',
    (id) => {
      const pattern = built(base(id));
      const read = readSvg(toPatternSvg(pattern, 'a "quoted" <title> & more'));
      if (!read.ok) throw new Error(read.fault[0]!.text);
      const again = buildPattern(read.value.input);
      if (!again.ok) throw new Error(again.fault[0]!.text);
      expect(again.value.facets).toHaveLength(pattern.facets.length);
      expect(lettersOf(again.value.edges)).toBe(lettersOf(pattern.edges));
      expect(foldPattern(again.value).closure).toBeLessThan(1e-6 * again.value.size);
    },
  );

  test('all shapes, transforms, inherited looks and style rules are read; y is turned upward', () => {
    const svg = `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"><style>.fold{stroke-dasharray:6 4}</style>
      <defs><path d="M0 0C1 1 2 2 3 3"/></defs>
      <g transform="translate(10 20)"><rect x="0" y="0" width="100" height="100"/>
      <g class="fold"><line x1="0" y1="0" x2="100" y2="100"/></g>
      <path style="stroke-dasharray: 10 3 1 3" d="m100 0l-50 50"/>
      <polyline stroke-dasharray="1,3" points="50,50 0,100"/></g></svg>`;
    const read = readSvg(svg);
    if (!read.ok) throw new Error(read.fault[0]!.text);
    expect(read.value.input.edges.map((e) => e.assignment)).toEqual(['B', 'B', 'B', 'B', 'V', 'M', 'F']);
    expect(read.value.input.vertices[0]).toEqual([10, -20]);
    expect(read.value.input.vertices[8]).toEqual([10, -20]);
    expect(read.value.input.vertices[9]).toEqual([110, -120]);
    const turned = readSvg(svg, { ...dashMeaning, dashed: 'M', chain: 'V' });
    expect(turned.ok && turned.value.input.edges[4]!.assignment).toBe('M');
  });

  test.each([
    ['', 1, 'solid'],
    ['none', 1, 'solid'],
    ['0', 1, 'solid'],
    ['5', 1, 'dashed'],
    ['8 2', 1, 'dashed'],
    ['8,2,1,2', 1, 'chain'],
    ['8 2 1 2 1 2', 1, 'double-chain'],
    ['1 4', 1, 'dotted'],
    ['3 3', 2, 'dotted'],
  ] as const)('"%s" at stroke %d is %s', (dash, width, kind) => {
    expect(dashClassOf(dash, width)).toBe(kind);
  });

  test.each([
    ['not xml <', 'no SVG drawing'],
    ['<html></html>', 'no svg element'],
    ['<svg></svg>', 'no straight lines'],
    ['<svg><path d="M0 0C1 1 2 2 3 3"/></svg>', 'curve'],
    ['<svg><line x1="0" y1="0" x2="x" y2="3"/></svg>', 'cannot be read'],
  ])('%s is refused with a sentence', (text, part) => {
    const read = readSvg(text);
    expect(read.ok ? 'read' : read.fault[0]!.text).toContain(part);
  });
});

describe('FOLD', () => {
  test.each([1e308, -1e308, 1e10])(
    'a vertex at %p lies beyond all paper, and is refused with its place',
    (far) => {
      const text = JSON.stringify({
        vertices_coords: [
          [0, 0],
          [1, 0],
          [far, 1],
        ],
        edges_vertices: [
          [0, 1],
          [1, 2],
          [2, 0],
        ],
        edges_assignment: ['B', 'B', 'B'],
      });
      const read = readFold(text);
      expect(read.ok ? [] : read.fault).toEqual([
        { path: 'vertices_coords.2', text: expect.stringContaining('go up to 1000000000') },
      ]);
    },
  );

  test('states with their layers: every overlapping pair once, orders by the face that shows its front', () => {
    const { replay } = foldBase(findBase('preliminary')!);
    const file = toFoldStates(
      'preliminary',
      replay.steps.map((s) => ({ title: `step ${s.number}`, state: s.after })),
    ) as { file_frames: { faceOrders: [number, number, number][]; faces_vertices: number[][] }[] };
    const { state } = foldBase(findBase('preliminary')!);
    const last = file.file_frames.at(-1)!;
    expect(last.faces_vertices).toHaveLength(state.facets.length);
    const overlapping = state.order.filter((o) => o === 1).length;
    expect(last.faceOrders).toHaveLength(overlapping);
    for (const [f, g, s] of last.faceOrders) {
      const { a, b, c, d } = state.facets[g]!.placement;
      const front = a * d - b * c > 0;
      expect(state.order[f * state.facets.length + g]).toBe(front ? s : -s);
    }
  });

  test('the crease pattern of the top frame reads back, and unknown keys are kept', () => {
    const { state, replay } = foldBase(findBase('bird')!);
    const text = JSON.stringify({
      ...toFoldStates('bird', [{ title: 'end', state: replay.steps.at(-1)!.after }]),
      'jk:note': 'mine',
    });
    const read = readFold(text);
    if (!read.ok) throw new Error(read.fault[0]!.text);
    const pattern = buildPattern(read.value.input);
    if (!pattern.ok) throw new Error(pattern.fault[0]!.text);
    expect(pattern.value.edges.filter((e) => e.assignment === 'V')).toHaveLength(
      foldsOf(state).filter((f) => f.sense === 'valley').length,
    );
    expect(toFold(pattern.value, read.value.raw)['jk:note']).toBe('mine');
  });
});

/** The pattern with coordinates written to so many decimals. */
function rounded(state: FlatState, digits: number) {
  const input = patternOf(state);
  const cut = (v: number): number => Number(v.toFixed(digits));
  const pattern = buildPattern({
    ...input,
    vertices: input.vertices.map(([x, y]) => [cut(x), cut(y)] as const),
  });
  if (!pattern.ok) throw new Error(pattern.fault[0]!.text);
  return pattern.value;
}

describe('patterns with rounded coordinates', () => {
  test.each(['bird', 'frog', 'fish', 'grid-4'] as const)(
    '%s: vertices are moved back by about the rounding, and every angle closes',
    (id) => {
      const pattern = rounded(base(id), 6);
      expect(foldPattern(pattern).closure).toBeLessThan(1e-4);
      const relaxed = relaxPattern(pattern);
      expect(relaxed.left).toBeLessThan(1e-12);
      expect(relaxed.shift).toBeLessThan(2e-5);
      expect(foldPattern(relaxed.pattern).closure).toBeLessThan(1e-11);
    },
  );

  const ready = (prepared: ReturnType<typeof prepareLayers>) => {
    if (prepared.kind !== 'ready') throw new Error('called ambiguous');
    return prepared;
  };
  const exact = (state: FlatState) => ready(prepareLayers(built(state), 0));
  test.each(['bird', 'frog', 'fish', 'windmill'] as const)(
    '%s at 6 and 5 decimals: the same structure and order',
    (id) => {
      const state = base(id);
      const known = exact(state);
      for (const digits of [6, 5]) {
        const { problem, pattern } = ready(prepareLayers(rounded(state, digits), 0.5 * 10 ** -digits));
        expect(problem.cells).toHaveLength(known.problem.cells.length);
        expect(problem.tacos).toHaveLength(known.problem.tacos.length);
        const found = searchOrder(problem, buildEffort(1e6));
        if (found.kind !== 'found') throw new Error(found.kind);
        expect(checkOrder(pattern, problem, found.above)).toEqual([]);
        const count = (p: typeof problem) => countOrders(p, buildEffort(1e6));
        expect(count(problem)).toEqual(count(known.problem));
      }
    },
  );

  test.each(['heron', 'hare', 'newt', 'moth'] as const)(
    'the %s at 6, 4 and 3 decimals is either understood or called ambiguous, never wrong',
    (name) => {
      const state = figure(name);
      const known = exact(state);
      const understood: number[] = [];
      for (const digits of [6, 4, 3]) {
        const prepared = prepareLayers(rounded(state, digits), 0.5 * 10 ** -digits);
        if (prepared.kind !== 'ready') continue;
        const { problem } = prepared;
        understood.push(digits);
        expect({ name, digits, cells: problem.cells.length, tacos: problem.tacos.length }).toEqual({
          name,
          digits,
          cells: known.problem.cells.length,
          tacos: known.problem.tacos.length,
        });
      }
      // Three decimals can never tell folded edges half a thousandth apart.
      expect(understood).not.toContain(3);
    },
  );
});
