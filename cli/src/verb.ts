import type { Issue, Outcome } from '@jade/core/outcome';
import { type Replay, replaySequence } from '@jade/core/sequence';
import { BadInput, readPlan } from './input.ts';

/** One verb of the command line: its answer is printed as JSON. */
export interface Verb {
  readonly usage: string;
  readonly about: string;
  readonly run: (args: readonly string[]) => unknown;
}

/** The value of an outcome; its fault is bad input. */
export function valueOf<T>(outcome: Outcome<T, Issue | string>): T {
  if (outcome.ok) return outcome.value;
  throw new BadInput(typeof outcome.fault === 'string' ? outcome.fault : outcome.fault.text);
}

export function replayPlan(file: string): Replay {
  const plan = readPlan(file);
  return replaySequence({ sheet: plan.sheet.shape, points: plan.points, steps: plan.steps });
}
