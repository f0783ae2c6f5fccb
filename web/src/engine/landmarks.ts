import { facetOnModel, facetOnSheet, type FlatState, toModel } from '@jade/core/folded';
import { between, distance, type Point } from '@jade/core/geometry';
import { nameSteps, type PointRef, type ReplayedStep } from '@jade/core/sequence';
import { edgesOf, landmarksOf } from '@jade/core/sheet';
import type { Landmark } from './protocol.ts';

const SHARES = ['1/8', '1/4', '1/3', '3/8', '5/8', '2/3', '3/4', '7/8'] as const;
const valueOf = (share: string): number => Number(share.split('/')[0]) / Number(share.split('/')[1]);
/** Landmarks closer than this in the model are one for the pointer; the first by rank is kept. */
const SAME = 1e-6;

/** Points that can be chosen on a state: sheet landmarks, pinch marks, corners of layers, fractions of raw edges. */
export function listLandmarks(state: FlatState, steps: readonly ReplayedStep[]): Landmark[] {
  const found: Landmark[] = [];
  const add = (name: string, ref: PointRef, sheet: Point, rank: Landmark['rank']): void => {
    const model = toModel(state, sheet);
    if (
      model &&
      !found.some((l) => distance(l.model, model) < SAME && (l.rank === 'main') === (rank === 'main'))
    )
      found.push({ name, ref, model, sheet, rank });
  };
  // Corners and centre first, then marks made by pinches: where one lies on the middle of an edge, the mark is what is seen.
  const built = landmarksOf(state.sheet);
  const addBuilt = (wanted: boolean): void => {
    for (const { name, at } of built)
      if (name.startsWith('mid ') === wanted) add(name, { kind: 'named', name }, at, 'main');
  };
  addBuilt(false);
  const names = nameSteps(steps.map((s) => s.step));
  for (const { step, trail } of steps) {
    if (trail?.mark) add(names.get(step.id)?.mark ?? '', { kind: 'mark', step: step.id }, trail.mark, 'main');
  }
  addBuilt(true);
  let corners = 0;
  state.facets.forEach((_, f) => {
    const onSheet = facetOnSheet(state, f);
    facetOnModel(state, f).forEach((model, i) => {
      const sheet = onSheet[i]!;
      if (found.some((l) => distance(l.model, model) < SAME)) return;
      found.push({
        name: `corner of a layer ${++corners}`,
        ref: { kind: 'sheet', at: [round(sheet[0]), round(sheet[1])] },
        model,
        sheet,
        rank: 'main',
      });
    });
  });
  for (const edge of edgesOf(state.sheet)) {
    const [a, b] = [edge.name[0]!, edge.name[1]!];
    for (const share of SHARES) {
      const ref: PointRef = {
        kind: 'along',
        from: { kind: 'named', name: a },
        to: { kind: 'named', name: b },
        share,
      };
      add(`${share} of ${edge.name}`, ref, between(edge.from, edge.to, valueOf(share)), 'near');
    }
  }
  return found;
}

/** Digits below the engine's own accuracy are noise in a saved plan. */
const round = (x: number): number => Number(x.toFixed(12));
