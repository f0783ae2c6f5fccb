import { chooseVariant } from '../editing/index.ts';
import type { FlatState } from '../folded/index.ts';
import { specOf } from '../kinds/index.ts';
import { type Replay, replaySequence } from '../sequence/index.ts';
import { toReadings } from './readings.ts';
import { readStep } from './step.ts';
import type { NarrowReading, ReadingsInput } from './types.ts';

/** One way to fold a stretch, with the whole plan folded by it. */
export interface WayReading {
  readonly name: string;
  readonly isChosen: boolean;
  /** The model at the end, and whether every step folds. */
  readonly after: FlatState;
  readonly refused: readonly { readonly number: number; readonly text: string }[];
  readonly steps: number;
  readonly minutes: number;
  /** Pinches and creases that are only found by: what is marked beforehand. */
  readonly marks: number;
  /** The most layers anywhere on the way. */
  readonly layersMost: number;
  /** At the plan's own sheet, in mm; missing where that is not known. */
  readonly narrowest?: NarrowReading;
  readonly thicknessMm?: number;
  /** Sheet for the size that is wished; missing where none is. */
  readonly neededMm?: number;
}

/**
 * The ways of one stretch side by side, the chosen one first: the plan folded with each, read at the same sheet. Cost: one
 * replay from the stretch on for each way.
 */
export function compareWays(input: ReadingsInput, alternative: string): WayReading[] {
  const own = input.plan.alternatives.find((a) => a.id === alternative);
  if (!own) return [];
  return [own.chosen, ...own.others.map((o) => o.name)].map((name): WayReading => {
    const isChosen = name === own.chosen;
    const plan = isChosen ? input.plan : chooseVariant(input.plan, alternative, name);
    const replay: Replay = isChosen
      ? input.replay
      : replaySequence({ ...input.replay.sequence, steps: plan.steps }, input.replay);
    return { name, isChosen, ...readWhole({ ...input, plan, replay }) };
  });
}

function readWhole(input: ReadingsInput): Omit<WayReading, 'name' | 'isChosen'> {
  const { plan, replay, limits } = input;
  const readings = toReadings(input);
  const read = replay.steps.map((s) =>
    readStep(s, readings.sideMm, plan.paper.caliperMm, readings.paces, limits),
  );
  const thick = read.flatMap((r) => (r.thicknessMm === undefined ? [] : [r.thicknessMm]));
  return {
    after: replay.steps.at(-1)?.after ?? replay.start,
    refused: readings.refused,
    steps: plan.steps.length,
    minutes: readings.minutes,
    marks: replay.steps.filter((s) => specOf(s.move).leaves === 'mark').length,
    layersMost: Math.max(1, ...read.map((r) => r.layersMost)),
    ...(readings.narrowest ? { narrowest: readings.narrowest } : {}),
    ...(thick.length > 0 ? { thicknessMm: Math.max(...thick) } : {}),
    ...(readings.wanted ? { neededMm: readings.wanted.sideMm } : {}),
  };
}
