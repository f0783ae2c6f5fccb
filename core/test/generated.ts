import { buildChance } from '../src/chance/index.ts';
import { type FlatState, buildFlatSheet, facetOnModel, facetOnSheet } from '../src/folded/index.ts';
import { type Point, boundsOf, centroidOf, lineOnto } from '../src/geometry/index.ts';
import { foldOver } from '../src/moves/index.ts';
import { type PointRef, type Replay, type Step, replaySequence, stepSchema } from '../src/sequence/index.ts';

/** A plan of `count` legal steps on a square, the same for the same seed; used by benchmarks and laws. */
export function generateSteps(count: number, seed: number, mostFacets = 60): Step[] {
  const chance = buildChance(seed);
  const grid = (): number => Math.round(chance() * 16) / 16;
  const at = (x: number, y: number): PointRef => ({ kind: 'sheet', at: [x, y] });
  let replay: Replay = replaySequence({ sheet: { kind: 'square' }, points: {}, steps: [] });
  for (let tries = 0; replay.sequence.steps.length < count && tries < count * 200; tries++) {
    const state = replay.steps.at(-1)?.after ?? replay.start;
    const facet = Math.floor(chance() * state.facets.length);
    const [x, y] = centroidOf(facetOnSheet(state, facet));
    const line = { kind: 'onto', from: at(grid(), grid()), to: at(grid(), grid()) } as const;
    const kind = chance();
    const move =
      kind < 0.08
        ? { kind: 'turn', over: 'sideways' }
        : kind < 0.3
          ? { kind: 'crease', sense: 'valley', line, through: 'all' }
          : {
              kind: 'fold',
              sense: chance() < 0.5 ? 'valley' : 'mountain',
              line,
              flap: [at(x, y)],
              layers: 'flap',
            };
    const step = stepSchema.parse({ id: `g${replay.sequence.steps.length}`, move });
    const next = replaySequence({ ...replay.sequence, steps: [...replay.sequence.steps, step] }, replay);
    const last = next.steps.at(-1)!;
    if (!last.refusal && last.after.facets.length <= mostFacets) replay = next;
  }
  return [...replay.sequence.steps];
}

/** A state of at least `facets` facets: random folds through all layers, the same for the same seed. */
export function generateFolded(facets: number, seed: number): FlatState {
  const chance = buildChance(seed);
  let state = buildFlatSheet({ kind: 'square' });
  for (let tries = 0; state.facets.length < facets && tries < 4000; tries++) {
    const corners = state.facets.flatMap((_, f) => facetOnModel(state, f));
    const box = boundsOf(corners);
    const at = (): Point => [
      box.minX + chance() * (box.maxX - box.minX),
      box.minY + chance() * (box.maxY - box.minY),
    ];
    const line = lineOnto(at(), at());
    const seedFacet = Math.floor(chance() * state.facets.length);
    if (!line) continue;
    const folded = foldOver(state, {
      line,
      sense: chance() < 0.5 ? 'valley' : 'mountain',
      flap: [centroidOf(facetOnSheet(state, seedFacet))],
      layers: 'all',
      hold: [],
      step: `g${tries}`,
    });
    // Folds that cut off next to nothing make slivers, not facets worth measuring.
    if (folded.ok && folded.value.state.facets.length > state.facets.length * 1.15) {
      const next = folded.value.state;
      if (next.facets.length <= facets * 1.6) state = next;
    }
  }
  return state;
}
