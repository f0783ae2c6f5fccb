import type { Issue, Outcome } from '@jade/core/outcome';
import type { Plan } from '@jade/core/plan';
import { type Replay, replaySequence } from '@jade/core/sequence';
import { BadInput } from './input.ts';

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

/** Folds a plan from the flat sheet. */
export const replayPlan = ({ sheet, points, steps }: Plan): Replay =>
  replaySequence({ sheet: sheet.shape, points, steps });
