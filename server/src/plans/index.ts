/** Room: plans, their revisions, and plan files. */
export type { PlanStore } from './store.ts';
export { buildPlanStore } from './store.ts';
export { planRoutes } from './routes.ts';
