import {
  buildDemoPractice,
  buildCastPlans,
  buildOwlDiary,
  buildOwlRuns,
  buildSketchPlan,
  lanternDrawer,
} from '@jade/core/demo';
import type { Store } from './db/index.ts';
import { buildPlanStore } from './plans/index.ts';
import { buildRecordStores } from './records/index.ts';

/** Fills an empty database with the Lantern Marsh demo; leaves one that has plans as it is. Says whether it did. */
export function seedDemo(store: Store): boolean {
  const plans = buildPlanStore(store);
  if (plans.list().length > 0 || plans.listUnread().length > 0) return false;
  const records = buildRecordStores(store);
  // A file seeded before keeps the papers it has.
  const known = new Set(records.paper.list().map((k) => k.record.id));
  lanternDrawer.filter((p) => !known.has(p.id)).forEach((paper) => records.paper.put('', paper, null));
  for (const [name, plan] of Object.entries(buildCastPlans())) plans.create(`demo-${name}`, plan);
  plans.create('demo-sketch', buildSketchPlan());
  buildOwlRuns().forEach((run) => records.run.put('demo-owl', run, null));
  buildOwlDiary().forEach((entry) => records.entry.put('demo-owl', entry, null));
  buildDemoPractice().forEach((drill) => records.practice.put('', drill, null));
  return true;
}
