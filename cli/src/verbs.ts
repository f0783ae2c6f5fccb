import { writeFileSync } from 'node:fs';
import { bases, findBase, foldBase } from '@jade/core/bases';
import { checkSequence } from '@jade/core/checks';
import { buildPattern, foldPattern } from '@jade/core/creases';
import { dayPalette, drawModel, drawStep, toSvg } from '@jade/core/drawing';
import { toStanding } from '@jade/core/balance';
import { buildEffort } from '@jade/core/effort';
import { checkVertices } from '@jade/core/flatness';
import { type FlatState, findFlaps, findNarrowest, foldsOf, toMeasures } from '@jade/core/folded';
import { patternOf, toFoldStates, toPatternSvg } from '@jade/core/formats';
import { apply, boundsOf } from '@jade/core/geometry';
import {
  type Collision,
  countOrders,
  explainNone,
  listOrders,
  prepareLayers,
  searchOrder,
} from '@jade/core/layers';
import { defaultLimits, toCutting } from '@jade/core/paper';
import { pack, provePacking, spareOf } from '@jade/core/packing';
import { efficiencyOf, flapsOf, leavesOf, matchBases, toPackingTask } from '@jade/core/parts';
import type { Issue, Outcome } from '@jade/core/outcome';
import {
  type PointRef,
  type Replay,
  moveWord,
  nameSteps,
  replaySequence,
  resolvePoint,
  sayStep,
} from '@jade/core/sequence';
import { sheetArea } from '@jade/core/sheet';
import { learnRatio, ratioOf, toSheetSide } from '@jade/core/sizing';
import {
  BadInput,
  readAmount,
  readArgs,
  readBox,
  readCount,
  readFigureFile,
  readSheet,
  readPattern,
  readPlan,
  readTarget,
} from './input.ts';

interface Verb {
  readonly usage: string;
  readonly about: string;
  readonly run: (args: readonly string[]) => unknown;
}

/** Steps of the search the command line allows: some tens of seconds on an ordinary machine. */
const SEARCH_STEPS = 3_000_000;
/** Hops of a packing: a few seconds for twenty ends. */
const PACKING_HOPS = 1000;

function valueOf<T>(outcome: Outcome<T, Issue>): T {
  if (!outcome.ok) throw new BadInput(outcome.fault.text);
  return outcome.value;
}

export const verbs: Record<string, Verb> = {
  check: {
    usage: 'check FILE.fold|FILE.svg [--map dashed=V,chain=M]',
    about:
      'Facets and vertices of a crease pattern, and whether every inner vertex folds flat on its own, with the reason where not.',
    run(args) {
      const { files, values } = readArgs(args, { map: { type: 'string' } }, 1);
      const { pattern, precision } = readPattern(files[0]!, values.map);
      const checks = checkVertices(pattern, precision);
      return {
        facets: pattern.facets.length,
        vertices: checks.map(({ at, kawasaki, maekawa, degree, angleGap, reasons }) => ({
          at,
          kawasaki,
          maekawa,
          degree,
          angleGap,
          reasons,
        })),
        locallyFlatFoldable: checks.every((c) => c.reasons.length === 0),
      };
    },
  },
  layers: {
    usage: 'layers FILE.fold|FILE.svg [--count] [--limit N] [--map dashed=V,chain=M]',
    about:
      'Orders of layers of a pattern (senses given or U). --count counts all, --limit N lists the first N as relations [below, above].',
    run: runLayers,
  },
  fold: {
    usage: 'fold FILE.fold|FILE.svg [--map dashed=V,chain=M]',
    about:
      'Placement of every facet when the pattern is folded flat (2x3 matrices), the size it has then, and whether it closes.',
    run(args) {
      const { files, values } = readArgs(args, { map: { type: 'string' } }, 1);
      const { pattern } = readPattern(files[0]!, values.map);
      const folded = foldPattern(pattern);
      const box = boundsOf(
        pattern.facets.flatMap((loop, f) =>
          loop.map((v) => apply(folded.placements[f]!, pattern.vertices[v]!)),
        ),
      );
      return {
        placements: folded.placements.map((m) => [m.a, m.b, m.tx, m.c, m.d, m.ty]),
        bounds: { width: box.maxX - box.minX, height: box.maxY - box.minY },
        closed: folded.closure <= 1e-6 * pattern.size,
      };
    },
  },
  replay: {
    usage: 'replay PLAN.json [--to N]',
    about:
      'Folds a plan step by step: what each step makes of the sheet, in sheet sides, why a step cannot be folded, and what to know before it (creases to reverse first or missing, marks nothing shows, locked flaps).',
    run(args) {
      const { files, values } = readArgs(args, { to: { type: 'string' } }, 1);
      const replay = replayPlan(files[0]!);
      const to = readCount(values.to, 'to', 1, replay.steps.length) ?? replay.steps.length;
      return {
        steps: replay.steps.slice(0, to).map((s) => describeStep(s, replay)),
        findings: checkSequence(replay).filter((f) => f.step <= to),
      };
    },
  },
  draw: {
    usage: 'draw PLAN.json --step N [--out FILE.svg]',
    about:
      'The drawing of a step as SVG: the model before it with the line, the arrow and the names; --step 0 draws the sheet.',
    run(args) {
      const { files, values } = readArgs(args, { step: { type: 'string' }, out: { type: 'string' } }, 1);
      const plan = readPlan(files[0]!);
      const replay = replayPlan(files[0]!);
      const number = readCount(values.step, 'step', 0, replay.steps.length);
      if (number === undefined)
        throw new BadInput(`--step is missing; write a number from 0 to ${replay.steps.length}.`);
      const step = replay.steps[number - 1];
      const drawing = step ? drawStep(step, nameSteps(plan.steps)) : drawModel(replay.start);
      const svg = toSvg(drawing, {
        width: 480,
        height: 480,
        palette: dayPalette(plan.paper.front.hex, plan.paper.back.hex),
        title: `${plan.name}, step ${number}`,
      });
      if (typeof values.out !== 'string') return { step: number, svg };
      writeFileSync(values.out, svg);
      return { step: number, out: values.out };
    },
  },
  base: {
    usage: 'base [NAME]',
    about:
      'A base of the catalogue as the engine folds it: flaps in sheet sides and the crease pattern. Without a name: the names.',
    run(args) {
      const { files } = readArgs(args, {}, 0);
      if (files.length === 0) return { bases: bases.map((b) => b.id) };
      const base = findBase(files[0]!);
      if (!base)
        throw new BadInput(
          `there is no base "${files[0]}"; the names are ${bases.map((b) => b.id).join(', ')}.`,
        );
      const folded = foldBase(base);
      const { state, flaps, measures } = folded;
      return {
        name: base.name,
        flaps: flaps.map((f) => ({
          name: f.tip,
          length: f.length,
          width: f.width,
          layers: f.layers,
          tip: f.tipOnSheet,
        })),
        creasePattern: foldsOf(state).map((f) => ({ from: f.from, to: f.to, sense: f.sense })),
        efficiency: efficiencyOf(folded) ?? null,
        silhouette: { width: measures.width, height: measures.height, area: measures.silhouetteArea },
        layersMax: measures.spot.layers,
      };
    },
  },
  export: {
    usage: 'export PLAN.json --as fold|svg --out FILE',
    about:
      'The plan for other programs: fold is every folded state with its layers and the crease pattern, svg the crease pattern of the last step.',
    run(args) {
      const { files, values } = readArgs(args, { as: { type: 'string' }, out: { type: 'string' } }, 1);
      const plan = readPlan(files[0]!);
      const replay = replayPlan(files[0]!);
      const state = replay.steps.at(-1)?.after ?? replay.start;
      if (typeof values.out !== 'string')
        throw new BadInput('--out is missing; name the file to be written.');
      const text = exportAs(String(values.as), plan.name, replay, state);
      writeFileSync(values.out, text);
      return { as: values.as, out: values.out, bytes: Buffer.byteLength(text) };
    },
  },
  match: {
    usage: 'match PARTS.json',
    about:
      'Bases of the atlas for a stick figure, the smallest sheet first: side in mm, which flap becomes which limb, what decides and what is left over.',
    run(args) {
      const { files } = readArgs(args, {}, 1);
      const limbs = flapsOf(readFigureFile(files[0]!)).map((f) => ({
        id: f.leaf,
        name: f.limb,
        lengthMm: f.lengthMm,
      }));
      const square = bases.filter((b) => b.sheet.kind === 'square').map(foldBase);
      return matchBases(square, limbs).map((m) => ({
        base: m.baseId,
        sheetSide: m.sideMm ?? null,
        binding: m.limiting?.limb.name ?? null,
        assignment: m.assignment.map((a) => ({ limb: a.limb.name, flap: a.flapTip, length: a.flapLength })),
        spare: m.spareFlaps,
        missing: m.missingFlaps,
      }));
    },
  },
  pack: {
    usage: 'pack PARTS.json [--sheet square|a:b|half-square] [--seconds S] [--seed N]',
    about:
      'The smallest sheet the figure could have at all, by circle packing: scale in sheet sides per mm, places of the ends, which ends touch, and whether it is proved locally best. --seconds only ends the search early.',
    run(args) {
      const { files, values } = readArgs(
        args,
        { sheet: { type: 'string' }, seconds: { type: 'string' }, seed: { type: 'string' } },
        1,
      );
      const figure = readFigureFile(files[0]!);
      const task = toPackingTask(figure, readSheet(values.sheet));
      const seconds = readAmount(values.seconds, 'seconds', 0.01, 3600) ?? Infinity;
      const end = performance.now() + seconds * 1000;
      const effort = buildEffort(PACKING_HOPS, undefined, () => performance.now() > end);
      const packing = valueOf(
        pack(task, effort, { seed: readCount(values.seed, 'seed', 0, 0xffffffff) ?? 1 }),
      );
      const proof = valueOf(provePacking(task, packing));
      const spare = valueOf(spareOf(task, packing));
      const leaves = leavesOf(figure);
      return {
        scale: packing.scale,
        positions: Object.fromEntries(leaves.map((leaf, i) => [leaf, packing.positions[i]!])),
        sheetSide: 1 / packing.scale,
        violation: proof.violation,
        active: packing.active.map((pair) => pair.map((i) => leaves[i]!)),
        locallyBest: proof.isLocalBest,
        spare: Object.fromEntries(leaves.map((leaf, i) => [leaf, spare[i]!])),
        hops: packing.hops,
      };
    },
  },
  size: {
    usage: 'size PLAN.json --target height=120mm',
    about:
      'The sheet for a wanted height or length, in mm: the ratio of the folded model, the side, and the window that limits leave.',
    run(args) {
      const { files, values } = readArgs(args, { target: { type: 'string' } }, 1);
      const target = readTarget(values.target);
      const replay = replayPlan(files[0]!);
      const state = replay.steps.at(-1)?.after ?? replay.start;
      const ratio = ratioOf(toMeasures(state), target.dimension);
      const sized = toSheetSide(target.mm, ratio, learnRatio([]));
      const narrow = findNarrowest(findFlaps(state));
      const constraints = [
        { name: `target ${target.dimension}`, low: sized.lowMm, high: sized.highMm },
        ...(narrow
          ? [
              {
                name: `flap ${narrow.tip} by fingers`,
                low: defaultLimits.fingersMm / narrow.width,
                high: null,
              },
            ]
          : []),
      ];
      const lowest = constraints.reduce((a, b) => (b.low > a.low ? b : a));
      return {
        ratio,
        side: sized.sideMm,
        window: {
          low: lowest.low,
          high: sized.highMm,
          binding: lowest.name,
          empty: lowest.low > sized.highMm,
        },
        constraints,
      };
    },
  },
  balance: {
    usage: 'balance PLAN.json [--feet NAME,NAME]',
    about:
      'Does the folded model stand on two points of the plan: centroid and support in sheet sides, margin in mm, the angle it leans before it tips.',
    run(args) {
      const { files, values } = readArgs(args, { feet: { type: 'string' } }, 1);
      const plan = readPlan(files[0]!);
      const replay = replayPlan(files[0]!);
      const state = replay.steps.at(-1)?.after ?? replay.start;
      const named = typeof values.feet === 'string' ? values.feet.split(',').map((f) => f.trim()) : undefined;
      const refs: readonly PointRef[] | null =
        named?.map((name) => ({ kind: 'named' as const, name })) ?? plan.finish.feet;
      if (refs?.length !== 2)
        throw new BadInput('two feet are needed; name two points of the plan: --feet A,B.');
      const context = {
        state,
        points: plan.points,
        trails: new Map(replay.steps.flatMap((s) => (s.trail ? [[s.step.id, s.trail] as const] : []))),
        numbers: new Map(replay.steps.map((s) => [s.step.id, s.number])),
      };
      const [a, b] = refs.map((ref) => {
        const found = resolvePoint(ref, context);
        if (!found.ok) throw new BadInput(found.fault.text);
        return found.value.model;
      });
      const standing = toStanding(toMeasures(state).centroid, [a!, b!]);
      const side = plan.sheet.sideMm;
      return {
        centroid: standing.centroid,
        support: [standing.from, standing.to],
        margin: standing.margin,
        ...(side === null ? {} : { marginMm: standing.margin * side }),
        tipAngle: standing.tipDegrees,
        stands: standing.stands,
      };
    },
  },
  cut: {
    usage: 'cut --need 240x240mm --stock 500x700mm',
    about:
      'How many pieces come out of a stock sheet, laid in rows one way, where they lie in mm, and the share left over.',
    run(args) {
      const { values } = readArgs(args, { need: { type: 'string' }, stock: { type: 'string' } }, 0);
      const cut = toCutting(readBox(values.need, 'need'), {
        id: 'stock',
        name: 'stock',
        ...readBox(values.stock, 'stock'),
      });
      return { pieces: cut.pieces, layout: cut.layout, waste: cut.waste };
    },
  },
};

function exportAs(as: string, name: string, replay: Replay, state: FlatState): string {
  if (as === 'fold') {
    const frames = [
      { title: 'the sheet', state: replay.start },
      ...replay.steps.map((s) => ({ title: `step ${s.number}`, state: s.after })),
    ];
    return `${JSON.stringify(toFoldStates(name, frames), undefined, 1)}\n`;
  }
  if (as === 'svg') {
    const pattern = buildPattern(patternOf(state));
    if (!pattern.ok) throw new BadInput(pattern.fault[0]!.text);
    return toPatternSvg(pattern.value, name);
  }
  throw new BadInput(`--as is "${as}"; the formats written so far are fold and svg.`);
}

function runLayers(args: readonly string[]): unknown {
  const { files, values } = readArgs(
    args,
    { count: { type: 'boolean' }, limit: { type: 'string' }, map: { type: 'string' } },
    1,
  );
  const limit = readCount(values.limit, 'limit', 1, 10_000) ?? 0;
  const began = process.hrtime.bigint();
  const { pattern, precision } = readPattern(files[0]!, values.map);
  const local = checkVertices(pattern, precision).flatMap((v) => v.reasons);
  const ms = (): number => Number((process.hrtime.bigint() - began) / 1000n) / 1000;
  if (local.length > 0)
    return {
      facets: pattern.facets.length,
      outcome: 'none',
      ...(values.count ? { states: '0', components: [] } : {}),
      reason: local[0],
      orders: [],
      ms: ms(),
    };
  const prepared = prepareLayers(pattern, precision);
  if (prepared.kind !== 'ready')
    return {
      facets: pattern.facets.length,
      outcome: 'gaveUp',
      reason:
        prepared.kind === 'tooLarge'
          ? prepared.text
          : 'The coordinates are too coarse to tell which folded edges meet: two tolerances see different structures. Write the pattern with more digits.',
      orders: [],
      ms: ms(),
    };
  const { problem, shift } = prepared;
  const overlapPairs =
    problem.overlaps.reduce((sum, row) => sum + row.reduce((s, word) => s + bitCount(word), 0), 0) / 2;
  const found = searchOrder(problem, buildEffort(SEARCH_STEPS));
  const counted =
    values.count && found.kind !== 'gaveUp' ? countOrders(problem, buildEffort(SEARCH_STEPS)) : undefined;
  return {
    facets: pattern.facets.length,
    overlapPairs,
    ...(shift > 0 ? { movedBy: shift } : {}),
    ...(counted?.kind === 'counted'
      ? { components: counted.components.map(String), states: String(counted.states) }
      : {}),
    outcome: counted?.kind === 'gaveUp' ? 'gaveUp' : found.kind,
    ...(found.kind === 'none'
      ? { reason: sayNone(explainNone(problem, found.creases, buildEffort(SEARCH_STEPS))) }
      : {}),
    orders:
      limit > 0
        ? listOrders(problem, limit, buildEffort(SEARCH_STEPS)).map((order) =>
            order.map(([above, below]) => [below, above]),
          )
        : [],
    ms: ms(),
  };
}

function bitCount(word: number): number {
  let count = 0;
  for (let rest = word; rest !== 0; rest &= rest - 1) count++;
  return count;
}

function sayNone({ kind, creases, smallest }: Collision): string {
  const some = `${creases.slice(0, 12).join(', ')}${creases.length > 12 ? ' and others' : ''}`;
  const what =
    kind === 'senses'
      ? `layers collide; the senses of creases ${some} cannot hold together`
      : `layers collide at creases ${some} whatever the senses are`;
  return smallest ? what : `${what} (the search for a smaller cause ended early)`;
}

function replayPlan(file: string): Replay {
  const plan = readPlan(file);
  return replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
}

function describeStep(step: Replay['steps'][number], replay: Replay): unknown {
  const measures = toMeasures(step.after);
  const narrow = findNarrowest(findFlaps(step.after));
  const sides = ({ front, back }: { front: number; back: number }) => ({ a: front, b: back });
  return {
    n: step.number,
    move: moveWord(step.step),
    says: sayStep(step.step, replay.sequence),
    ok: step.refusal === undefined,
    ...(step.refusal ? { error: step.refusal.text } : {}),
    flat: true,
    facets: measures.facets,
    layersMax: measures.spot.layers,
    layersAtCrease: step.trace?.layersAtCrease ?? 0,
    width: measures.width,
    height: measures.height,
    narrowest: narrow?.width ?? null,
    colours: { front: sides(measures.fromFront), back: sides(measures.fromBehind) },
    paper: sheetArea(replay.sequence.sheet),
  };
}
