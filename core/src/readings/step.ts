import { specOf } from '../kinds/index.ts';
import { toBulk, toFingerVerdict, type PaperLimits } from '../paper/index.ts';
import type { ReplayedStep } from '../sequence/index.ts';
import { type LaterUse, laterGapMm } from './later.ts';
import { type LearnedPace, toMinutes } from '../schedule/index.ts';
import { measureState } from './measured.ts';
import { type NarrowPlace, narrowestOf } from './narrow.ts';
import type { NarrowReading, StepReading } from './types.ts';

/** Readings of one step at a sheet side in mm; without a side only what needs none. */
export function readStep(
  step: ReplayedStep,
  sideMm: number | undefined,
  caliperMm: number | null,
  pace: number | LearnedPace,
  limits: PaperLimits,
  later: LaterUse = { usedBy: [] },
): StepReading {
  const { measures, flaps, shortest } = measureState(step.after);
  const narrow = narrowestOf(step);
  const layersAtCrease = step.trace?.layersAtCrease ?? 0;
  const before = measureState(step.before).measures.spot.layers;
  const layersMost = Math.max(measures.spot.layers, before, layersAtCrease);
  const base = { measures, flaps, layersAtCrease, layersMost, minutes: toMinutes(step, sideMm ?? 200, pace) };
  if (sideMm === undefined) return base;
  return {
    ...base,
    widthMm: measures.width * sideMm,
    heightMm: measures.height * sideMm,
    ...(caliperMm === null ? {} : { thicknessMm: measures.spot.layers * caliperMm }),
    ...(narrow ? readNarrow(narrow, sideMm, caliperMm, limits) : {}),
    ...(shortest === undefined ? {} : { shortestMm: shortest * sideMm }),
    ...(caliperMm !== null && specOf(step.move).wrapsEdge
      ? { gapMm: laterGapMm(layersAtCrease, caliperMm, later) }
      : {}),
  };
}

/** A narrow place at a sheet side in mm, and its bulk where the caliper is known. */
export function readNarrow(
  { tip, width, layers, step }: NarrowPlace,
  sideMm: number,
  caliperMm: number | null,
  limits: PaperLimits,
): { narrowest: NarrowReading; bulk?: ReturnType<typeof toBulk> } {
  const widthMm = width * sideMm;
  return {
    narrowest: { widthMm, verdict: toFingerVerdict(widthMm, limits), tip, layers, step },
    ...(caliperMm === null ? {} : { bulk: toBulk(layers, caliperMm, widthMm, limits) }),
  };
}
