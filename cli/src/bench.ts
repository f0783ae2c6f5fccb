import { buildEffort } from '@jade/core/effort';
import { buildPattern, foldPattern } from '@jade/core/creases';
import { buildHeronPlan, buildMothPlan, buildOwlPlan, foldAtRandom } from '@jade/core/demo';
import { facetOnModel, facetOnSheet } from '@jade/core/folded';
import { patternOf } from '@jade/core/formats';
import { boundsOf, centroidOf, lineThrough } from '@jade/core/geometry';
import { buildLayerProblem, searchOrder } from '@jade/core/layers';
import { MarkTable } from '@jade/core/alignments';
import { foldOver, reflectBeyond } from '@jade/core/moves';
import { pack } from '@jade/core/packing';
import { poseAsk, readPosed } from '@jade/core/readings';
import { bodyOf, findHelps, replayShaping, standingOf, uprightOf } from '@jade/core/shaping';
import { BadInput, readArgs } from './input.ts';
import { type Verb, replayPlan } from './verb.ts';

interface Row {
  readonly what: string;
  readonly size: number;
  readonly ms: number;
}

const SEED = 7;

/** Times of the core on this machine, for measuring growth. */
export const benchVerbs: Record<string, Verb> = {
  bench: {
    usage: 'bench layers|pack|marks|moves|shaping',
    about:
      'A table of sizes and median times in ms, and the power the time grows with. Generated stacks, the same every time.',
    run(args) {
      const { files } = readArgs(args, {}, 0);
      const which = files[0] ?? '';
      const measure = Object.hasOwn(benches, which) ? benches[which] : undefined;
      if (!measure)
        throw new BadInput(`there is no bench "${which}"; choose one of ${Object.keys(benches).join(', ')}.`);
      const rows = measure();
      return { bench: which, rows, growth: growthOf(rows) };
    },
  },
};

const benches: Record<string, () => Row[]> = {
  layers: () =>
    [50, 100, 200, 400].map((wanted) => {
      const built = buildPattern(patternOf(foldAtRandom(wanted, SEED)));
      if (!built.ok) throw new Error(built.fault[0]!.text);
      const problem = buildLayerProblem(built.value, foldPattern(built.value));
      return time('first order, senses known', built.value.facets.length, 3, () =>
        searchOrder(problem, buildEffort(1e8)),
      );
    }),
  pack: () =>
    [4, 8, 12, 16, 20].map((n) => {
      const distances = Array.from({ length: n }, (_, i) =>
        Array.from({ length: n }, (_, j) => (i === j ? 0 : 1)),
      );
      return time('100 hops, equal flaps on a square', n, 1, () =>
        pack(
          { sheet: { kind: 'square' }, distances, symmetry: 'none', pairs: [], onAxis: [], pins: [] },
          buildEffort(100),
        ),
      );
    }),
  marks: () => {
    const table = new MarkTable({ kind: 'square' });
    return [1, 2, 3, 4].map((level) => {
      const { ms } = time('', 0, 0, () => table.grow(level, buildEffort(Infinity), level < 4));
      return { what: `table of ${level} creases on a square`, size: table.count, ms };
    });
  },
  moves: () =>
    [50, 100, 200, 400].flatMap((wanted) => {
      const state = foldAtRandom(wanted, SEED);
      const facets = state.facets.length;
      const flap = [centroidOf(facetOnSheet(state, 0))];
      const box = boundsOf(state.facets.flatMap((_, f) => facetOnModel(state, f)));
      const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
      const line = lineThrough([x, y], [x + 0.31, y + 0.42])!;
      return [
        time('valley fold through a stack', facets, 5, () =>
          foldOver(state, { line, flap, hold: [], layers: 'all', sense: 'valley', step: 'x' }),
        ),
        time('reverse fold tried through a stack', facets, 5, () =>
          reflectBeyond(state, { line, flap, mode: 'auto', step: 'x' }),
        ),
      ];
    }),
  shaping: () =>
    [buildMothPlan(), buildOwlPlan(), buildHeronPlan()].flatMap((plan) => {
      const replay = replayPlan(plan);
      const size = replay.steps.at(-1)!.after.facets.length;
      const sideMm = plan.sheet.sideMm ?? 150;
      const { shaped } = readPosed(plan, replay);
      const ask = poseAsk(plan, replay, sideMm);
      const input = { replay, steps: plan.shaping, sideMm };
      const [one] = shaped.steps;
      const turned = plan.shaping.slice(0, 1);
      return [
        time(`${plan.name}: one step of shaping`, size, 5, () => replayShaping({ ...input, steps: turned })),
        time(`${plan.name}: all its shaping`, size, 5, () => replayShaping(input)),
        time(`${plan.name}: standing`, size, 5, () =>
          standingOf(bodyOf(one!.after, ask.material), uprightOf[ask.posture]),
        ),
        time(`${plan.name}: pose with springback`, size, 5, () => readPosed(plan, replay)),
        time(`${plan.name}: which amount helps`, size, 1, () => findHelps(input, shaped, ask)),
      ];
    }),
};

/** The median of some runs after one to warm up; with 0 runs the first is the measure. */
function time(what: string, size: number, runs: number, work: () => unknown): Row {
  const once = (): number => {
    const began = performance.now();
    work();
    return performance.now() - began;
  };
  const first = once();
  const times = Array.from({ length: runs }, once).sort((a, b) => a - b);
  return { what, size, ms: Number((times[runs >> 1] ?? first).toFixed(2)) };
}

/** Exponent of the time over the size, least squares on logarithms, for each kind of row. */
function growthOf(rows: readonly Row[]): Record<string, number> {
  const kinds = [...new Set(rows.map((r) => r.what))];
  return Object.fromEntries(
    kinds.flatMap((kind) => {
      const points = rows
        .filter((r) => r.what === kind && r.ms > 0)
        .map((r) => [Math.log(r.size), Math.log(r.ms)] as const);
      if (points.length < 2) return [];
      const mean = (k: 0 | 1): number => points.reduce((s, p) => s + p[k], 0) / points.length;
      const [mx, my] = [mean(0), mean(1)];
      const over = points.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0);
      const under = points.reduce((s, [x]) => s + (x - mx) ** 2, 0);
      return under > 0 ? [[kind, Number((over / under).toFixed(2))]] : [];
    }),
  );
}
