import { buildChance } from '../src/chance/index.ts';
import { facetOnSheet } from '../src/folded/index.ts';
import { centroidOf } from '../src/geometry/index.ts';
import type { PointRef } from '../src/references/index.ts';
import { type Replay, type Step, replaySequence, stepSchema } from '../src/sequence/index.ts';

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
