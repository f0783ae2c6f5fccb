import { buildCastPlans, buildOwlDiary, buildOwlRuns, buildSketchPlan, lanternDrawer } from '@jade/core/demo';
import type { Store } from './db/index.ts';
import { buildPaperStore } from './papers/index.ts';
import { buildPlanStore } from './plans/index.ts';
import { buildDiaryStore, buildRunStore } from './records/index.ts';

/** Fills an empty database with the Lantern Marsh demo; leaves one that has plans as it is. Says whether it did. */
export function seedDemo(store: Store): boolean {
  const plans = buildPlanStore(store);
  if (plans.list().length > 0) return false;
  const papers = buildPaperStore(store);
  lanternDrawer.forEach((paper) => papers.put(paper));
  for (const [name, plan] of Object.entries(buildCastPlans())) plans.create(`demo-${name}`, plan);
  plans.create('demo-sketch', buildSketchPlan());
  const [runs, diary] = [buildRunStore(store), buildDiaryStore(store)];
  buildOwlRuns().forEach((run) => runs.put('demo-owl', run));
  buildOwlDiary().forEach((entry) => diary.put('demo-owl', entry));
  return true;
}
