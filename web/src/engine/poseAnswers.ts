import { poseAsk, readPosed } from '@jade/core/readings';
import { nameSteps } from '@jade/core/sequence';
import {
  type Shaped,
  type ShapingStep,
  findHelps,
  sayShaping,
  shapingOf,
  toSurface,
} from '@jade/core/shaping';
import type { Engine, PosedFigure } from './protocol.ts';
import type { OpenPlan } from './openPlan.ts';

type Answers = Pick<Engine, 'readPosed' | 'findHelps'>;

/** What is asked about the figure in space. */
export function poseAnswers(open: OpenPlan): Answers {
  let last: Shaped | undefined;
  return {
    readPosed(steps, to): PosedFigure | null {
      const { replay, input, readings } = open;
      if (!replay || !input) return null;
      const plan = { ...input.plan, shaping: [...steps] as ShapingStep[] };
      const posed = readPosed(plan, replay, {
        ...(readings?.sideMm === undefined ? {} : { sideMm: readings.sideMm }),
        ...(to === undefined ? {} : { to }),
        ...(last ? { previous: last } : {}),
      });
      const { shaped, pose, sideMm } = posed;
      last = shaped;
      const names = nameSteps(replay.sequence.steps);
      const limbs = Object.fromEntries(plan.limbs.flatMap((l) => (l.tip === null ? [] : [[l.tip, l.name]])));
      const { material } = poseAsk(plan, replay, sideMm);
      const { stance: _s, rest: _r, ...read } = pose;
      return {
        sideMm,
        pose: read,
        surface: toSurface(shaped.form, material, pose),
        steps: shaped.steps.map((s) => ({
          id: s.step.id,
          number: s.number,
          sentence: sayShaping(s, { get: (id) => names.get(id), limbs }),
          isComputed: shapingOf(s.act).isComputed,
          ...(s.refusal ? { refusal: s.refusal } : {}),
        })),
      };
    },
    findHelps() {
      const { replay, input, readings } = open;
      if (!replay || !input) return [];
      const { plan } = input;
      const { shaped, sideMm } = readPosed(plan, replay, {
        ...(readings?.sideMm === undefined ? {} : { sideMm: readings.sideMm }),
      });
      const ask = poseAsk(plan, replay, sideMm);
      return findHelps({ replay, steps: plan.shaping, sideMm }, shaped, ask);
    },
  };
}
