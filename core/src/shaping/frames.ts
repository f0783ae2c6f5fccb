import type { Form } from './form.ts';
import { type Shaped, type ShapingInput, replayShaping } from './replay.ts';

/** One picture of the shaping as it happens: the step from 1, the share of it that is done, and the figure then. */
export interface Frame {
  readonly step: number;
  readonly share: number;
  readonly form: Form;
}

/**
 * The figure on its way, `perStep` pictures to a step, each folded by the engine with a part of the step's amount; the last of
 * a step is the whole of it. Steps that are refused or bend nothing have none.
 */
export function* framesOf(input: ShapingInput, shaped: Shaped, perStep: number): Generator<Frame, void> {
  for (const [i, own] of shaped.steps.entries()) {
    if (own.refusal || own.after.hinges.length === own.before.hinges.length) continue;
    for (let k = 1; k <= perStep; k++) {
      const share = k / perStep;
      const keeps = (step: string): number => (step === own.step.id ? share : 1);
      const form =
        k === perStep
          ? own.after
          : replayShaping({ ...input, steps: input.steps.slice(0, i + 1), keeps }, shaped).steps[i]!.after;
      yield { step: i + 1, share, form };
    }
  }
}
