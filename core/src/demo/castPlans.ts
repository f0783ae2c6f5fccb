import type { Plan } from '../plan/index.ts';
import { buildOwlPlan } from './plans.ts';
import {
  buildFerryPlan,
  buildHarePlan,
  buildHeronPlan,
  buildMothPlan,
  buildNewtPlan,
  buildOtterPlan,
} from './troupe.ts';

/** The seven finished plans of the cast, by the short names the demo keeps them under. */
export const buildCastPlans = (): Readonly<Record<string, Plan>> => ({
  owl: buildOwlPlan(),
  heron: buildHeronPlan(),
  otter: buildOtterPlan(),
  hare: buildHarePlan(),
  newt: buildNewtPlan(),
  moth: buildMothPlan(),
  ferry: buildFerryPlan(),
});
