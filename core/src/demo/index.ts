/**
 * Room: the made-up Lantern Marsh puppet theatre, used as demo data, in tests and in screenshots. Seven figures
 * planned to the end, one idea given up, a drawer of papers, three weeks of diary. Everything in it is invented.
 */
export { buildOwlSteps } from './owl-steps.ts';
export { buildOwlPlan, buildSketchPlan } from './plans.ts';
export {
  buildFerryPlan,
  buildHarePlan,
  buildHeronPlan,
  buildMothPlan,
  buildNewtPlan,
  buildOtterPlan,
} from './troupe.ts';
export { lanternDrawer } from './drawer.ts';
export { buildOwlDiary, buildOwlRuns } from './diary.ts';
export { buildDemoPractice } from './practice.ts';
export { foldAtRandom } from './stacks.ts';
export { buildCastPlans } from './castPlans.ts';
