import { buildHeronPlan, buildMothPlan, buildOwlPlan } from '@jade/core/demo';
import { poseAsk, readPosed } from '@jade/core/readings';
import { bodyOf, findHelps, replayShaping, standingOf, uprightOf } from '@jade/core/shaping';
import { replayPlan } from '../verb.ts';
import { type Rows, row, time } from './time.ts';

/** Shaping of the figures of the cast that have some: one step, all of it, standing, springback, which amount helps. */
export function* timeShaping(): Rows {
  for (const plan of [buildMothPlan(), buildOwlPlan(), buildHeronPlan()]) {
    const replay = replayPlan(plan);
    const size = replay.steps.at(-1)!.after.facets.length;
    const sideMm = plan.sheet.sideMm ?? 150;
    const { shaped } = readPosed(plan, replay);
    const ask = poseAsk(plan, replay, sideMm);
    const input = { replay, steps: plan.shaping, sideMm };
    const [one] = shaped.steps;
    const works: [string, number, () => unknown][] = [
      ['one step of shaping', 5, () => replayShaping({ ...input, steps: plan.shaping.slice(0, 1) })],
      ['all its shaping', 5, () => replayShaping(input)],
      ['standing', 5, () => standingOf(bodyOf(one!.after, ask.material), uprightOf[ask.posture])],
      ['pose with springback', 5, () => readPosed(plan, replay)],
      ['which amount helps', 0, () => findHelps({ kind: 'amounts' }, input, shaped, ask)],
    ];
    for (const [what, runs, work] of works) yield row(`${what}, ${size} facets`, time(runs, work), size);
  }
}
