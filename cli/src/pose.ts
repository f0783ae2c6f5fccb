import { readPosed } from '@jade/core/readings';
import { checkForm } from '@jade/core/shaping';
import { readArgs, readCount, readPlan } from './input.ts';
import { type Verb, replayPlan } from './verb.ts';

const LIES = ['lies front up', 'lies back up'];

/** The figure in space. */
export const poseVerbs: Record<string, Verb> = {
  pose: {
    usage: 'pose PLAN [--to N]',
    about:
      'The figure after its shaping: height, length and depth in mm, weight in g, whether it stands (or lies, where it shall) with margin, tip angle, the way it falls and what touches the table; shaping steps that are refused, with the reason; and how exact the form is.',
    run(args) {
      const { files, values } = readArgs(args, { to: { type: 'string' } }, 1);
      const plan = readPlan(files[0]!);
      const replay = replayPlan(plan);
      const to = readCount(values.to, 'to', 0, plan.shaping.length);
      const { shaped, pose, sideMm } = readPosed(plan, replay, to === undefined ? {} : { to });
      const refused = shaped.steps.flatMap(({ number, refusal }) =>
        refusal
          ? [
              {
                n: number,
                kind: refusal.kind,
                place: refusal.at ?? null,
                text: refusal.text,
                ...(refusal.freeDegrees === undefined ? {} : { freeDegrees: refusal.freeDegrees }),
              },
            ]
          : [],
      );
      return {
        sheetSide: sideMm,
        height: pose.heightMm,
        length: pose.lengthMm,
        depth: pose.depthMm,
        weightG: pose.weightG ?? null,
        stands: pose.stands === true && LIES.includes(plan.finish.posture) ? 'lies' : pose.stands,
        marginMm: pose.marginMm,
        marginRange: pose.range ?? null,
        tipAngle: pose.tipDegrees,
        falls: pose.falls,
        contacts: pose.contacts,
        shaping: shaped.steps.length - refused.length,
        refused,
        exact: shaped.form.exact === true,
        checks: checkForm(shaped.form),
      };
    },
  },
};
