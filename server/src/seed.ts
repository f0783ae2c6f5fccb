import {
  buildFerryPlan,
  buildHarePlan,
  buildHeronPlan,
  buildMothPlan,
  buildNewtPlan,
  buildOtterPlan,
  buildOwlDiary,
  buildOwlPlan,
  buildOwlRuns,
  buildSketchPlan,
  lanternDrawer,
} from '@jade/core/demo';
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
  plans.create('demo-owl', buildOwlPlan());
  plans.create('demo-heron', buildHeronPlan());
  plans.create('demo-otter', buildOtterPlan());
  plans.create('demo-hare', buildHarePlan());
  plans.create('demo-newt', buildNewtPlan());
  plans.create('demo-moth', buildMothPlan());
  plans.create('demo-ferry', buildFerryPlan());
  plans.create('demo-sketch', buildSketchPlan());
  const [runs, diary] = [buildRunStore(store), buildDiaryStore(store)];
  buildOwlRuns().forEach((run) => runs.put('demo-owl', run));
  buildOwlDiary().forEach((entry) => diary.put('demo-owl', entry));
  return true;
}
