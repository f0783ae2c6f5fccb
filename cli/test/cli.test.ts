import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildOwlPlan } from '@jade/core/demo';
import { PLAN_FORMAT, PLAN_VERSION, type Plan } from '@jade/core/plan';
import { runCommand } from '../src/run.ts';

let folder: string;
const file = (name: string, content: unknown): string => {
  const path = join(folder, name);
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
};
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'jade-cli-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A plan as it is saved by Export. */
const planFile = (name: string, plan: Plan): string =>
  file(`${name}.plan.json`, { format: PLAN_FORMAT, version: PLAN_VERSION, plan, runs: [], diary: [] });

const ask = async (...args: string[]): Promise<Record<string, never>> => {
  const { code, out, err } = await runCommand(args);
  if (code !== 0) throw new Error(err);
  return JSON.parse(out) as Record<string, never>;
};

/** A strip of n stamps as a .fold document. */
const strip = (n: number, letter = 'U') => ({
  file_spec: 1.2,
  vertices_coords: Array.from({ length: n + 1 }, (_, i) => [
    [i, 0],
    [i, 1],
  ]).flat(),
  edges_vertices: [
    ...Array.from({ length: n }, (_, i) => [
      [2 * i, 2 * i + 2],
      [2 * i + 1, 2 * i + 3],
    ]).flat(),
    ...Array.from({ length: n + 1 }, (_, i) => [2 * i, 2 * i + 1]),
  ],
  edges_assignment: [
    ...Array.from({ length: 2 * n }, () => 'B'),
    ...Array.from({ length: n + 1 }, (_, i) => (i === 0 || i === n ? 'B' : letter)),
  ],
});

describe('the command line', () => {
  const bird = {
    name: 'wading bird',
    nodes: ['hub', 'shoulder', 'bill tip', 'left toe', 'right toe', 'tail tip'],
    limbs: [
      { name: 'neck', from: 'hub', to: 'shoulder', length: 45, angle: 70 },
      { name: 'bill', from: 'shoulder', to: 'bill tip', length: 30, angle: -10, width: 4 },
      { name: 'left leg', from: 'hub', to: 'left toe', length: 80, angle: -95 },
      { name: 'right leg', from: 'hub', to: 'right toe', length: 80, angle: -85 },
      { name: 'tail', from: 'hub', to: 'tail tip', length: 60, angle: 200 },
    ],
    pairs: [['left leg', 'right leg']],
    onAxis: ['bill tip', 'tail tip'],
    symmetry: 'book',
  };

  test('layers counts and lists orders, and says none with a reason', async () => {
    const answer = await ask('layers', file('strip.fold', strip(6)), '--count', '--limit', '3');
    expect(answer).toMatchObject({ facets: 6, outcome: 'found', states: '144', overlapPairs: 15 });
    expect(answer.orders).toHaveLength(3);
    const cross = {
      vertices_coords: [
        [0, 0],
        [2, 0],
        [2, 2],
        [0, 2],
        [1, 0],
        [2, 1],
        [1, 2],
        [0, 1],
      ],
      edges_vertices: [
        [0, 1],
        [1, 2],
        [2, 3],
        [3, 0],
        [4, 6],
        [5, 7],
      ],
      edges_assignment: ['B', 'B', 'B', 'B', 'V', 'V'],
    };
    expect(await ask('layers', file('cross.fold', cross), '--count')).toMatchObject({
      outcome: 'none',
      states: '0',
      reason: expect.stringContaining('must differ by 2'),
    });
  });

  test('check and fold say what a pattern is', async () => {
    const path = file('strip4.fold', strip(4, 'V'));
    expect(await ask('check', path)).toMatchObject({ facets: 4, vertices: [], locallyFlatFoldable: true });
    const folded = await ask('fold', path);
    expect(folded).toMatchObject({ bounds: { width: 1, height: 1 }, closed: true });
    expect(folded.placements).toHaveLength(4);
  });

  test('a plan is exported with its layers, and its pattern goes out as SVG and comes back as the same paper', async () => {
    const plan = planFile('owl', buildOwlPlan());
    const [fold, svg] = [join(folder, 'owl.fold'), join(folder, 'owl.svg')];
    expect(await ask('export', plan, '--as', 'fold', '--out', fold)).toMatchObject({ as: 'fold' });
    expect(await ask('export', plan, '--as', 'svg', '--out', svg)).toMatchObject({ as: 'svg' });
    const document = JSON.parse(readFileSync(fold, 'utf8')) as { file_frames: { faceOrders: unknown[] }[] };
    // The sheet, every step, and the shaped figure.
    expect(document.file_frames).toHaveLength(buildOwlPlan().steps.length + 2);
    const [a, b] = [await ask('layers', fold, '--count'), await ask('layers', svg, '--count')];
    expect([b.facets, b.outcome, b.states]).toEqual([a.facets, a.outcome, a.states]);
    // With the two senses exchanged it is the same paper seen from behind: as many orders.
    const turned = await ask('layers', svg, '--count', '--map', 'dashed=M,chain=V');
    expect(turned.states).toBe(a.states);
  });

  test('match takes a stick figure, chains of limbs added up, and ranks bases by the sheet they need', async () => {
    const ranked = (await ask('match', file('bird.parts.json', bird))) as unknown as Record<
      string,
      unknown
    >[];
    const own = ranked.find((r) => r.base === 'bird')!;
    expect(own).toMatchObject({
      sheetSide: expect.closeTo(160, 6),
      binding: 'left leg',
      spare: 1,
      missing: 0,
    });
    expect(own.assignment).toContainEqual({
      limb: 'bill',
      flap: expect.any(String),
      length: expect.closeTo(0.5, 9),
      need: 75,
    });
    expect(own.hub).toBe('hub');
    const sides = ranked.flatMap((r) => (r.sheetSide === null ? [] : [r.sheetSide as number]));
    sides.slice(1).forEach((side, i) => expect(side).toBeGreaterThan(sides[i]! - 1e-5));
  });

  test('pose answers for the shaped figure, whole and after fewer steps', async () => {
    const pose = (await ask('pose', 'demo:heron')) as unknown as Record<string, never>;
    expect(pose).toMatchObject({
      stands: true,
      shaping: 5,
      refused: [],
      exact: true,
      falls: expect.any(String),
    });
    expect(Object.keys(pose)).toEqual(
      expect.arrayContaining([
        'height',
        'length',
        'depth',
        'weightG',
        'marginMm',
        'tipAngle',
        'contacts',
        'checks',
      ]),
    );
    expect(pose.checks).toEqual({
      gap: expect.any(Number),
      edges: expect.any(Number),
      area: expect.any(Number),
      crossings: 0,
    });
    const flat = (await ask('pose', 'demo:heron', '--to', '0')) as unknown as {
      shaping: number;
      depth: number;
    };
    expect(flat.shaping).toBe(0);
    expect(flat.depth).toBeLessThan(Number(pose.depth));
    expect(await ask('pose', 'demo:newt')).toMatchObject({ stands: 'lies' });
  });

  test('the shaped figure is written as a surface in space, and as a frame of its own', async () => {
    const stl = join(folder, 'heron.stl');
    await ask('export', 'demo:heron', '--as', 'stl', '--out', stl);
    const heights = [...readFileSync(stl, 'utf8').matchAll(/vertex \S+ (\S+) \S+/g)].map((m) => Number(m[1]));
    // It stands on its table: nothing under it, and as tall as it is said to be.
    expect(Math.min(...heights)).toBeGreaterThan(-0.01);
    expect(Math.max(...heights)).toBeGreaterThan(150);
    const fold = join(folder, 'heron.fold');
    await ask('export', 'demo:heron', '--as', 'fold', '--out', fold);
    const { file_frames: frames } = JSON.parse(readFileSync(fold, 'utf8')) as {
      file_frames: { frame_title: string; vertices_coords: number[][] }[];
    };
    expect(frames.at(-1)).toMatchObject({ frame_title: 'shaped', frame_attributes: ['3D'] });
    expect(frames.at(-1)!.vertices_coords.every((v) => v.length === 3)).toBe(true);
  });

  test('size and balance answer from the folded plan', async () => {
    const plan = planFile('owl', buildOwlPlan());
    const sized = (await ask('size', plan, '--target', 'height=90mm')) as unknown as {
      ratio: number;
      side: number;
      window: { low: number; high: number };
    };
    // Of the figure as it is shaped; left flat it is longer by its tail.
    expect(sized.ratio).toBeCloseTo(0.878, 3);
    const flat = planFile('flat-owl', { ...buildOwlPlan(), shaping: [] });
    expect(
      ((await ask('size', flat, '--target', 'height=90mm')) as unknown as typeof sized).ratio,
    ).toBeCloseTo(0.9723, 4);
    expect(sized.side).toBeCloseTo(90 / sized.ratio, 9);
    expect(sized.window.low).toBeLessThan(sized.side);
    const standing = (await ask('balance', plan)) as unknown as {
      support: [number, number];
      margin: number;
      marginMm: number;
    };
    expect(standing.marginMm).toBeCloseTo(standing.margin * 104, 9);
    expect(await ask('balance', plan, '--feet', 'A,A')).toMatchObject({ stands: false });
  });

  test('replay, draw, base and cut answer', async () => {
    const plan = file('owl.json', {
      format: PLAN_FORMAT,
      version: PLAN_VERSION,
      plan: buildOwlPlan(),
      runs: [],
      diary: [],
    });
    const { steps } = (await ask('replay', plan)) as unknown as {
      steps: { ok: boolean; facets: number; height: number }[];
    };
    expect(steps).toHaveLength(40);
    expect(steps.every((s) => s.ok)).toBe(true);
    expect(steps[39]).toMatchObject({ facets: 25, height: expect.closeTo(0.9723, 4) });
    const out = join(folder, 'step.svg');
    expect(await ask('draw', plan, '--step', '36', '--out', out)).toEqual({ step: 36, out });
    expect(readFileSync(out, 'utf8')).toContain('<svg');
    expect((await ask('base')).bases).toContain('kite');
    expect((await ask('base', 'kite')).flaps).toMatchObject([
      { name: 'A', length: expect.closeTo(1, 9) },
      { name: 'C', length: expect.closeTo(Math.SQRT2 - 1, 9) },
    ]);
    expect(await ask('cut', '--need', '240x240mm', '--stock', '500x700mm')).toMatchObject({
      pieces: 4,
      waste: expect.closeTo(1 - (4 * 57600) / 350000, 9),
    });
  });

  test('pack answers with the smallest sheet, the places of the ends, and a proof', async () => {
    const packed = (await ask('pack', file('bird.parts.json', bird))) as unknown as {
      scale: number;
      sheetSide: number;
      positions: Record<string, [number, number]>;
      violation: number;
      locallyBest: boolean;
    };
    expect(packed.locallyBest).toBe(true);
    expect(packed.violation).toBeLessThan(1e-9);
    expect(packed.sheetSide).toBeCloseTo(1 / packed.scale, 9);
    // Bill and tail at the middles of two edges, toes opposite: half the side and y solve two right triangles.
    expect(packed.sheetSide).toBeCloseTo(208.325259, 4);
    expect(packed.positions['left toe']![0]).toBeCloseTo(1 - packed.positions['right toe']![0], 9);
    const again = await ask('pack', file('bird.parts.json', bird), '--seed', '5');
    expect(again.sheetSide).toBeCloseTo(packed.sheetSide, 6);
    const strip = await ask('pack', file('bird.parts.json', bird), '--sheet', '2:1');
    expect(strip.sheetSide).toBeCloseTo(135, 6);
  });

  test('marks folds a fraction, a point and a line, with what each costs', async () => {
    const third = (await ask('marks', '--fraction', '1/3', '--best', '2', '--creases', '3')) as unknown as {
      creases: number;
      exact: boolean;
      errorMm: number;
      amplification: number;
      steps: { says: string }[];
    }[];
    expect(third).toHaveLength(2);
    expect(third[0]).toMatchObject({ creases: 3, exact: true, errorMm: expect.closeTo(0, 9) });
    expect(third[0]!.steps.length).toBeGreaterThanOrEqual(3);
    expect(third[0]!.steps[0]!.says).toMatch(/^Fold and unfold/);
    expect(third[0]!.amplification).toBeGreaterThan(0);
    const place = (await ask(
      'marks',
      '--point',
      '0.3,0.7',
      '--creases',
      '4',
      '--sheet',
      '200mm',
      '--best',
      '1',
    )) as unknown as {
      error: number;
      errorMm: number;
    }[];
    expect(place[0]!.errorMm).toBeCloseTo(place[0]!.error * 200, 9);
    const both = (await ask(
      ...['marks', '--fraction', '0.3217', '--creases', '3', '--best', '1', '--both'],
    )) as unknown as { error: number; steps: { says: string }[] }[];
    const plain = (await ask(
      ...['marks', '--fraction', '0.3217', '--creases', '3', '--best', '1'],
    )) as unknown as typeof both;
    expect(both[0]!.error).toBeLessThan(plain[0]!.error);
    expect(both[0]!.steps.some((s) => s.says.endsWith('both at once.'))).toBe(true);
    const line = (await ask('marks', '--line', '1,0,0.25', '--creases', '2', '--best', '1')) as unknown as {
      creases: number;
    }[];
    expect(line[0]).toMatchObject({ creases: 2, exact: true });
  });

  test('part says which ends share a flap of a base with too few, the sheet, and the verified pattern', async () => {
    const found = (await ask('part', file('bird.parts.json', bird), '--base', 'diagonal')) as unknown as {
      way: string;
      bundles: { limbs: string[]; flapTip: string }[];
      planned: number;
      sheetSide: number | null;
      verified: boolean;
    }[];
    expect(found.length).toBeGreaterThan(0);
    for (const { way, bundles, planned, sheetSide, verified } of found) {
      expect(['split', 'graft']).toContain(way);
      expect(bundles.every((b) => b.limbs.length >= 2)).toBe(true);
      expect(planned).toBeGreaterThan(0);
      expect(verified).toBe(sheetSide !== null);
    }
    await expect(ask('part', file('bird.parts.json', bird), '--base', 'none')).rejects.toThrow(
      /no base "none"/,
    );
  });
  test('design answers with a verified base of its own, its creases, steps and marks', async () => {
    const made = (await ask('design', file('bird.parts.json', bird))) as unknown as {
      sheetSide: number;
      bound: number;
      verified: boolean;
      layersAtHub: number;
      worstMarkMm: number;
      creasePattern: unknown[];
      steps: { count: number };
      flaps: { limb: string; length: number }[];
    };
    expect(made.verified).toBe(true);
    expect(made.sheetSide).toBeGreaterThanOrEqual(made.bound - 1e-6);
    expect(made.sheetSide).toBeLessThan(1.15 * made.bound);
    expect(made.layersAtHub).toBeGreaterThan(1);
    expect(made.worstMarkMm).toBeLessThan(0.005 * made.sheetSide);
    expect(made.creasePattern.length).toBeGreaterThan(4);
    expect(made.steps.count).toBeGreaterThan(2);
    const packed = (await ask('pack', file('bird.parts.json', bird))) as unknown as { positions: object };
    expect(made.flaps).toHaveLength(Object.keys(packed.positions).length);
  });

  test('draft answers with sequences from a base, each with how far its limbs are off', async () => {
    const { drafts } = (await ask(
      'draft',
      file('bird.parts.json', bird),
      '--base',
      'bird',
      '--calls',
      '200',
    )) as unknown as {
      drafts: { base: string; steps: number; placeOff: number; areaOff: number; limbs: { limb: string }[] }[];
    };
    expect(drafts.map((d) => d.base)).toEqual(['bird']);
    expect(drafts[0]!.steps).toBeGreaterThan(1);
    for (const share of [drafts[0]!.placeOff, drafts[0]!.areaOff]) {
      expect(share).toBeGreaterThanOrEqual(0);
      expect(share).toBeLessThanOrEqual(1);
    }
    expect(drafts[0]!.limbs.length).toBeGreaterThan(2);
  });

  test('bench measures sizes, times and growth', async () => {
    const { rows, growth } = (await ask('bench', 'shaping')) as unknown as {
      rows: { what: string; size: number; ms: number }[];
      growth: Record<string, number>;
    };
    expect(rows).toHaveLength(15);
    for (const row of rows) expect(row.ms).toBeGreaterThan(0);
    expect(Object.keys(growth)).toContain('standing, n facets');
  });

  test.each(['dxf', 'pdf', 'booklet', 'pattern', 'obj', 'stl', 'gltf', 'csv', 'ics'])(
    'export writes %s',
    async (as) => {
      const own = buildOwlPlan();
      const plan = planFile('owl', { ...own, brief: { ...own.brief, date: '2031-03-02' } });
      const out = join(folder, `owl.${as}`);
      const answer = (await ask('export', plan, '--as', as, '--out', out)) as unknown as { bytes: number };
      const text = readFileSync(out, 'latin1');
      expect(answer).toMatchObject({ as, out, bytes: text.length });
      const count = (part: RegExp): number => [...text.matchAll(part)].length;
      switch (as) {
        case 'dxf':
          expect(text.startsWith('0\nSECTION\n')).toBe(true);
          expect(text.endsWith('0\nEOF\n')).toBe(true);
          expect(count(/^LINE\n8\n(EDGE|MOUNTAIN|VALLEY|CREASE)$/gm)).toBe(count(/^LINE$/gm));
          expect(count(/^8\nEDGE$/gm)).toBeGreaterThanOrEqual(4);
          break;
        case 'pdf':
        case 'booklet':
          expect(text.startsWith('%PDF-1.')).toBe(true);
          // A cover, six to nine steps to a page, and the shaping.
          expect(count(/\/Type \/Page\n/g)).toBeGreaterThanOrEqual(2 + Math.ceil(own.steps.length / 9));
          expect(count(/\/Type \/Page\n/g)).toBeLessThanOrEqual(2 + Math.ceil(own.steps.length / 6));
          break;
        case 'pattern':
          expect(text.startsWith('%PDF-1.')).toBe(true);
          break;
        case 'gltf':
          expect(JSON.parse(text)).toMatchObject({ asset: { version: '2.0' } });
          break;
        case 'obj':
          expect(count(/^f /gm)).toBeGreaterThan(25);
          break;
        case 'stl':
          expect(count(/facet normal/g)).toBe(count(/endfacet/g));
          break;
        case 'csv':
          expect(text.split('\r\n')).toHaveLength(own.steps.length + 2);
          expect(text).toMatch(/^step,move,says,/);
          break;
        case 'ics':
          expect(count(/BEGIN:VEVENT/g)).toBeGreaterThan(0);
          // Evenings before the day it must be ready.
          expect(count(/DTSTART[^\n]*:203103(01|02)|DTSTART[^\n]*:203102\d\d/g)).toBe(count(/BEGIN:VEVENT/g));
          expect(text).not.toMatch(/DTSTART[^\n]*20310302/);
      }
    },
  );

  test('a calendar needs a date', async () => {
    const own = buildOwlPlan();
    const plan = planFile('undated', { ...own, brief: { ...own.brief, date: null } });
    const { code, err } = await runCommand(['export', plan, '--as', 'ics', '--out', join(folder, 'x.ics')]);
    expect(code).toBe(2);
    expect(err).toMatch(/no date to be ready by; set one in its brief/);
  });

  test.each([
    [['nothing'], 'no verb "nothing"'],
    [['layers'], 'a file is missing'],
    [['layers', '/no/such.fold'], 'no such file'],
    [['layers', 'BAD'], 'not JSON'],
    [['check', 'EMPTY'], 'no vertices_coords'],
    [['check', 'CUT'], 'marked C: cut'],
    [['check', 'INSIDE'], 'ends inside a facet'],
    [['check', 'NAN'], 'not a pair of numbers'],
    [['replay', 'EMPTY'], 'not a plan'],
    [['base', 'dragon'], 'no base "dragon"'],
    [['cut', '--need', '240', '--stock', '500x700mm'], 'write it as 240x240mm'],
    [['check', 'EMPTY', '--wrong'], 'wrong'],
    [['check', 'CURVE'], 'curve'],
    [['match', 'EMPTY'], 'nodes'],
    [['pack', 'EMPTY'], 'nodes'],
    [['design', 'EMPTY'], 'nodes'],
    [['design', 'FIGURE', '--grid', '17'], 'write one of 16, 24, 32'],
    [['draft', 'FIGURE', '--base', 'nothing'], 'there is no base'],
    [['draft', 'FIGURE', '--calls', '0'], 'calls'],
    [['pack', 'FIGURE', '--sheet', '0:1'], 'write square, half-square, hexagon, octagon, or a rectangle'],
    [['pack', 'FIGURE', '--seconds', '0'], 'write a number from'],
    [['pack', 'RING'], 'close a ring'],
    [['marks'], 'name one thing to mark'],
    [['marks', '--fraction', '4/3'], 'write a fraction between 0 and 1'],
    [['marks', '--fraction', '1/0'], 'write a fraction between 0 and 1'],
    [['marks', '--point', '2,0'], 'lies off the sheet'],
    [['marks', '--line', '0,0,1'], 'has no direction'],
    [['marks', '--point', '0.1,0.2', '--creases', '0'], 'write a whole number'],
    [['marks', '--fraction', '1/3', '--sheet', 'wide'], '--sheet'],
    [['bench', 'lunch'], 'choose one of layers, counts, pack, moves, kinds'],
    [['size', 'EMPTY', '--target', 'width=3'], 'write it as height=120mm'],
    [['balance', 'EMPTY'], 'not a plan'],
    [['check', 'CURVE', '--map', 'wavy=M'], '--map holds'],
    [['export', 'EMPTY', '--as', 'fold', '--out', 'x'], 'not a plan'],
    [['export', 'demo:owl', '--as', 'booklet', '--page', 'A0', '--out', 'x'], '--page'],
    [['export', 'demo:owl', '--as', 'pattern', '--step', '99', '--out', 'x'], 'has 40 steps'],
    [['export', 'demo:owl', '--as', 'pattern', '--side', '0', '--out', 'x'], '--side'],
    [['export', 'demo:owl', '--as', 'knot', '--out', 'x'], 'the formats are'],
  ])('bad input %j ends with 2 and one line', async (args, part) => {
    const files: Record<string, string> = {
      BAD: file('bad.fold', '{'),
      EMPTY: file('empty.fold', {}),
      FIGURE: file('bird.parts.json', bird),
      RING: file('ring.parts.json', {
        ...bird,
        limbs: [...bird.limbs, { name: 'stick', from: 'bill tip', to: 'left toe', length: 9 }],
      }),
      CUT: file('cut.fold', {
        vertices_coords: [
          [0, 0],
          [1, 0],
          [1, 1],
        ],
        edges_vertices: [
          [0, 1],
          [1, 2],
          [2, 0],
        ],
        edges_assignment: ['B', 'C', 'B'],
      }),
      INSIDE: file('inside.fold', {
        vertices_coords: [
          [0, 0],
          [1, 0],
          [1, 1],
          [0.5, 0.3],
        ],
        edges_vertices: [
          [0, 1],
          [1, 2],
          [2, 0],
          [0, 3],
        ],
        edges_assignment: ['B', 'B', 'B', 'V'],
      }),
      CURVE: file('curve.svg', '<svg><path d="M0 0Q1 1 2 0"/></svg>'),
      NAN: file('nan.fold', { vertices_coords: [[0, null]], edges_vertices: [] }),
    };
    const { code, out, err } = await runCommand(args.map((a) => files[a] ?? a));
    expect({ code, out }).toEqual({ code: 2, out: '' });
    expect(err).toContain(part);
    expect(err.split('\n')).toHaveLength(1);
  });

  test('every verb has help, and the program runs from the shell', async () => {
    for (const verb of [
      'check',
      'layers',
      'fold',
      'replay',
      'draw',
      'base',
      'design',
      'draft',
      'cut',
      'export',
      'match',
      'size',
      'balance',
      'pose',
      'pack',
      'marks',
      'bench',
    ])
      expect((await runCommand([verb, '--help'])).out).toContain(`jade ${verb}`);
    const shell = spawnSync('node', [fileURLToPath(new URL('../src/jade.mjs', import.meta.url)), 'base'], {
      encoding: 'utf8',
      env: { ...process.env, NODE_OPTIONS: '' },
    });
    expect(shell.status).toBe(0);
    expect(JSON.parse(shell.stdout)).toHaveProperty('bases');
  });
});

describe('jade calendar', () => {
  type Block = { plan: string; kind: string; from: string; to: string };

  test('the demo up to its day: no two evenings at once, waits beside them, sheets counted', async () => {
    const said = (await ask(
      'calendar',
      'demo',
      '--from',
      '2026-12-01',
      '--until',
      '2026-12-19',
      '--evening',
      '90',
    )) as unknown as {
      blocks: Block[];
      late: object[];
      sheets: { count: number }[];
    };
    const evenings = said.blocks.filter((b) => b.kind === 'fold');
    expect(evenings.length).toBeGreaterThan(10);
    for (const [i, b] of evenings.slice(1).entries()) expect(b.from >= evenings[i]!.to).toBe(true);
    expect(said.late).toEqual([]);
    expect(said.blocks.filter((b) => b.kind === 'wait').map((b) => b.plan)).toEqual(['newt', 'newt']);
    expect(said.sheets).toHaveLength(7);
  });

  test.each([
    [['calendar'], 'a plan is missing'],
    [['calendar', 'demo', '--until', '2026-13-01'], 'write a day as 2026-12-19'],
    [['calendar', 'demo', '--from', '2026-12-01', '--until', '2026-11-01'], 'name a later day'],
    [['calendar', 'demo', '--evening', '0'], 'a number from 5 to 600'],
    [['calendar', 'demo', '--school', 'both'], 'write together'],
  ])('%j is told', async (args, says) => {
    const { code, err } = await runCommand(args);
    expect([code, err]).toEqual([2, expect.stringContaining(says)]);
  });
});
