import { stageIds } from '@jade/core/readings';
import type { SavedPlan } from '../../api/index.ts';
import type { Silhouette } from '../../engine/index.ts';
import { finishedSize } from './figures.ts';

export const sorts = ['changed', 'name', 'date', 'size', 'progress'] as const;
export type Sort = (typeof sorts)[number];

/** What is looked for among the plans, and in which order they stand. */
export interface Wanted {
  readonly text: string;
  readonly sort: Sort;
  /** A cast or set; empty for all. */
  readonly cast: string;
  readonly tag: string;
}

type Shapes = (saved: SavedPlan) => Silhouette | undefined;

/** Words of the search that all have to be found, in name, subject, cast, tags or paper. */
function matches({ plan }: SavedPlan, { text, cast, tag }: Wanted): boolean {
  const own = [plan.name, plan.brief.subject, plan.cast, plan.paper.name, plan.origin.designer, ...plan.tags]
    .join(' ')
    .toLowerCase();
  return (
    text
      .toLowerCase()
      .split(/\s+/)
      .every((w) => own.includes(w)) &&
    (cast === '' || plan.cast === cast) &&
    (tag === '' || plan.tags.includes(tag))
  );
}

/** How many stages are settled. */
const progressOf = (shape: Silhouette | undefined): number =>
  shape ? stageIds.filter((s) => shape.readings.stages[s].state === 'settled').length : -1;

/** The plans that are looked for, in the order that is wished; of equals by name. */
export function arrange(plans: readonly SavedPlan[], wanted: Wanted, shapeOf: Shapes): SavedPlan[] {
  const byName = (a: SavedPlan, b: SavedPlan): number => a.plan.name.localeCompare(b.plan.name);
  const heightOf = (p: SavedPlan): number => {
    const shape = shapeOf(p);
    return shape ? finishedSize({ saved: p, shape })[0] : 0;
  };
  const compare: Record<Sort, (a: SavedPlan, b: SavedPlan) => number> = {
    changed: (a, b) => b.updatedAt.localeCompare(a.updatedAt),
    name: () => 0,
    date: (a, b) => (a.plan.brief.date ?? '9').localeCompare(b.plan.brief.date ?? '9'),
    size: (a, b) => heightOf(b) - heightOf(a),
    progress: (a, b) => progressOf(shapeOf(b)) - progressOf(shapeOf(a)),
  };
  return plans.filter((p) => matches(p, wanted)).sort((a, b) => compare[wanted.sort](a, b) || byName(a, b));
}
