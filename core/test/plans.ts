import type { Plan } from '../src/plan/index.ts';
import { toReadings } from '../src/readings/index.ts';
import { replaySequence } from '../src/sequence/index.ts';
import { defaultSettings } from '../src/settings/index.ts';

/** A plan folded and read, with no run and no entry in the diary yet. */
export function readingsOf(plan: Plan) {
  const replay = replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
  const { limits, sigma } = defaultSettings;
  const none = { runs: [], diary: [], otherDiary: [] };
  return { replay, readings: toReadings({ plan, replay, ...none, limits, sigma, unit: 'mm' }) };
}
