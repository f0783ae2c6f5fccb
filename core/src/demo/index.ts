/**
 * Room: the made-up Lantern Marsh puppet theatre, used as demo data, in tests and in screenshots. A barn owl planned to
 * the end, two plans begun, a drawer of eight papers, three weeks of diary. Everything in it is invented.
 */
export { buildOwlSteps } from './owl-steps.ts';
export { buildOwlPlan, buildHeronPlan, buildHarePlan } from './plans.ts';
export { lanternDrawer } from './drawer.ts';
export { buildOwlDiary, buildOwlRuns } from './diary.ts';
export { foldAtRandom } from './stacks.ts';
