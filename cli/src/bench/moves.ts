import { buildChance } from '@jade/core/chance';
import { buildCastPlans, buildNewtPlan, foldAtRandom } from '@jade/core/demo';
import { type FlatState, facetOnModel, facetOnSheet } from '@jade/core/folded';
import { type Line, type Point, boundsOf, centroidOf, lineOnto } from '@jade/core/geometry';
import { foldOver, ghostOf, reflectBeyond } from '@jade/core/moves';
import { replaySequence } from '@jade/core/sequence';
import { replayPlan } from '../verb.ts';
import { type Rows, median, row, time } from './time.ts';

/** Lines tried, and of those that can be folded, how many are timed. */
const [TRIES, MOST_TIMED] = [24, 5];

/** Moves along random lines: right through one stack, the worst case of each, and across a figure as folders fold them. */
export function* timeMoves(): Rows {
  const newt = replayPlan(buildNewtPlan()).steps.at(-1)!.after;
  const states = [50, 200, 500].map((wanted) => foldAtRandom(wanted, 5));
  for (const state of states) yield* timeMovesOn(state, `${state.facets.length} facets in one stack`);
  yield* timeMovesOn(newt, `the newt's ${newt.facets.length} facets`);
}

function* timeMovesOn(state: FlatState, where: string): Rows {
  const chance = buildChance(99);
  const box = boundsOf(state.facets.flatMap((_, f) => facetOnModel(state, f)));
  const at = (): Point => [
    box.minX + chance() * (box.maxX - box.minX),
    box.minY + chance() * (box.maxY - box.minY),
  ];
  const tries = Array.from({ length: TRIES }, () => ({
    line: lineOnto(at(), at())!,
    flap: [centroidOf(facetOnSheet(state, Math.floor(chance() * state.facets.length)))],
  }));
  const moves: Record<string, (line: Line, flap: Point[]) => { ok: boolean }> = {
    'placement alone (ghost)': (line, flap) => ghostOf(state, { line, flap, hold: [], layers: 'all' }),
    'valley fold, all layers': (line, flap) =>
      foldOver(state, { line, flap, hold: [], layers: 'all', sense: 'valley', step: 'x' }),
    'tucked fold': (line, flap) =>
      foldOver(state, { line, flap, hold: [], layers: 'flap', tuck: true, sense: 'valley', step: 'x' }),
    'reverse fold': (line, flap) => reflectBeyond(state, { line, flap, mode: 'auto', step: 'x' }),
    'open sink tried': (line, flap) => reflectBeyond(state, { line, flap, mode: 'sink', step: 'x' }),
  };
  for (const [name, make] of Object.entries(moves)) {
    // Tried once it is found to be legal, and the compiler is warm, as after a while at the table; timed it is the second time.
    const times: number[] = [];
    for (const { line, flap } of tries) {
      if (times.length === MOST_TIMED) break;
      if (make(line, flap).ok || name === 'open sink tried') times.push(time(0, () => make(line, flap)));
    }
    if (times.length > 0) yield row(`${name}, ${where}`, median(times), state.facets.length);
  }
}

/** Every kind of move as the cast makes it: the median and the slowest over all figures, with the facets it had. */
export function* timeKinds(): Rows {
  const times = new Map<string, { ms: number; facets: number }[]>();
  for (const plan of Object.values(buildCastPlans())) {
    const { points, steps } = plan;
    const sequence = { sheet: plan.sheet.shape, points, steps };
    const whole = replaySequence(sequence);
    whole.steps.forEach(({ move, after }, i) => {
      const upTo = { ...sequence, steps: steps.slice(0, i + 1) };
      const before = { sequence: upTo, start: whole.start, steps: whole.steps.slice(0, i) };
      const ms = time(3, () => replaySequence(upTo, before));
      times.set(move.kind, [...(times.get(move.kind) ?? []), { ms, facets: after.facets.length }]);
    });
  }
  for (const [kind, list] of [...times].sort(([a], [b]) => a.localeCompare(b))) {
    const slowest = list.reduce((a, b) => (b.ms > a.ms ? b : a));
    yield row(`${kind} in the cast, ${list.length} of them: median`, median(list.map((t) => t.ms)));
    yield row(`${kind} in the cast: slowest, ${slowest.facets} facets`, slowest.ms);
  }
}
