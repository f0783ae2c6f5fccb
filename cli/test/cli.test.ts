import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildOwlPlan } from '@jade/core/demo';
import { PLAN_FORMAT, PLAN_VERSION } from '@jade/core/plan';
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

const ask = (...args: string[]): Record<string, never> => {
  const { code, out, err } = runCommand(args);
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
  test('layers counts and lists orders, and says none with a reason', () => {
    const answer = ask('layers', file('strip.fold', strip(6)), '--count', '--limit', '3');
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
    expect(ask('layers', file('cross.fold', cross), '--count')).toMatchObject({
      outcome: 'none',
      states: '0',
      reason: expect.stringContaining('must differ by 2'),
    });
  });

  test('check and fold say what a pattern is', () => {
    const path = file('strip4.fold', strip(4, 'V'));
    expect(ask('check', path)).toMatchObject({ facets: 4, vertices: [], locallyFlatFoldable: true });
    const folded = ask('fold', path);
    expect(folded).toMatchObject({ bounds: { width: 1, height: 1 }, closed: true });
    expect(folded.placements).toHaveLength(4);
  });

  test('a plan is exported with its layers, and its pattern goes out as SVG and comes back as the same paper', () => {
    const plan = file('owl.plan.json', {
      format: PLAN_FORMAT,
      version: PLAN_VERSION,
      plan: buildOwlPlan(),
      runs: [],
      diary: [],
    });
    const [fold, svg] = [join(folder, 'owl.fold'), join(folder, 'owl.svg')];
    expect(ask('export', plan, '--as', 'fold', '--out', fold)).toMatchObject({ as: 'fold' });
    expect(ask('export', plan, '--as', 'svg', '--out', svg)).toMatchObject({ as: 'svg' });
    const document = JSON.parse(readFileSync(fold, 'utf8')) as { file_frames: { faceOrders: unknown[] }[] };
    expect(document.file_frames).toHaveLength(buildOwlPlan().steps.length + 1);
    const [a, b] = [ask('layers', fold, '--count'), ask('layers', svg, '--count')];
    expect([b.facets, b.outcome, b.states]).toEqual([a.facets, a.outcome, a.states]);
    // With the two senses exchanged it is the same paper seen from behind: as many orders.
    const turned = ask('layers', svg, '--count', '--map', 'dashed=M,chain=V');
    expect(turned.states).toBe(a.states);
  });

  test('match takes a stick figure, chains of limbs added up, and ranks bases by the sheet they need', () => {
    const bird = {
      name: 'wading bird',
      nodes: ['hub', 'shoulder', 'bill tip', 'left toe', 'right toe', 'tail tip'],
      limbs: [
        { name: 'neck', from: 'hub', to: 'shoulder', length: 45 },
        { name: 'bill', from: 'shoulder', to: 'bill tip', length: 30 },
        { name: 'left leg', from: 'hub', to: 'left toe', length: 80 },
        { name: 'right leg', from: 'hub', to: 'right toe', length: 80 },
        { name: 'tail', from: 'hub', to: 'tail tip', length: 60 },
      ],
    };
    const ranked = ask('match', file('bird.parts.json', bird)) as unknown as Record<string, unknown>[];
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
    });
    const sides = ranked.flatMap((r) => (r.sheetSide === null ? [] : [r.sheetSide as number]));
    expect(sides).toEqual([...sides].sort((a, b) => a - b));
  });

  test('size and balance answer from the folded plan', () => {
    const plan = file('owl.plan.json', {
      format: PLAN_FORMAT,
      version: PLAN_VERSION,
      plan: buildOwlPlan(),
      runs: [],
      diary: [],
    });
    const sized = ask('size', plan, '--target', 'height=90mm') as unknown as {
      ratio: number;
      side: number;
      window: { low: number; high: number };
    };
    expect(sized.ratio).toBeCloseTo(0.9723, 4);
    expect(sized.side).toBeCloseTo(90 / sized.ratio, 9);
    expect(sized.window.low).toBeLessThan(sized.side);
    const standing = ask('balance', plan) as unknown as {
      support: [number, number];
      margin: number;
      marginMm: number;
    };
    expect(standing.marginMm).toBeCloseTo(standing.margin * 94, 9);
    expect(ask('balance', plan, '--feet', 'A,A')).toMatchObject({ stands: false });
  });

  test('replay, draw, base and cut answer', () => {
    const plan = file('owl.json', {
      format: PLAN_FORMAT,
      version: PLAN_VERSION,
      plan: buildOwlPlan(),
      runs: [],
      diary: [],
    });
    const { steps } = ask('replay', plan) as unknown as {
      steps: { ok: boolean; facets: number; height: number }[];
    };
    expect(steps).toHaveLength(40);
    expect(steps.every((s) => s.ok)).toBe(true);
    expect(steps[39]).toMatchObject({ facets: 25, height: expect.closeTo(0.9723, 4) });
    const out = join(folder, 'step.svg');
    expect(ask('draw', plan, '--step', '36', '--out', out)).toEqual({ step: 36, out });
    expect(readFileSync(out, 'utf8')).toContain('<svg');
    expect(ask('base').bases).toContain('kite');
    expect(ask('base', 'kite').flaps).toMatchObject([
      { name: 'A', length: expect.closeTo(1, 9) },
      { name: 'C', length: expect.closeTo(Math.SQRT2 - 1, 9) },
    ]);
    expect(ask('cut', '--need', '240x240mm', '--stock', '500x700mm')).toMatchObject({
      pieces: 4,
      waste: expect.closeTo(1 - (4 * 57600) / 350000, 9),
    });
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
    [['size', 'EMPTY', '--target', 'width=3'], 'write it as height=120mm'],
    [['balance', 'EMPTY'], 'not a plan'],
    [['check', 'CURVE', '--map', 'wavy=M'], '--map holds'],
    [['export', 'EMPTY', '--as', 'fold', '--out', 'x'], 'not a plan'],
  ])('bad input %j ends with 2 and one line', (args, part) => {
    const files: Record<string, string> = {
      BAD: file('bad.fold', '{'),
      EMPTY: file('empty.fold', {}),
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
    const { code, out, err } = runCommand(args.map((a) => files[a] ?? a));
    expect({ code, out }).toEqual({ code: 2, out: '' });
    expect(err).toContain(part);
    expect(err.split('\n')).toHaveLength(1);
  });

  test('every verb has help, and the program runs from the shell', () => {
    for (const verb of [
      'check',
      'layers',
      'fold',
      'replay',
      'draw',
      'base',
      'cut',
      'export',
      'match',
      'size',
      'balance',
    ])
      expect(runCommand([verb, '--help']).out).toContain(`jade ${verb}`);
    const shell = spawnSync('node', [fileURLToPath(new URL('../src/jade.mjs', import.meta.url)), 'base'], {
      encoding: 'utf8',
      env: { ...process.env, NODE_OPTIONS: '' },
    });
    expect(shell.status).toBe(0);
    expect(JSON.parse(shell.stdout)).toHaveProperty('bases');
  });
});
