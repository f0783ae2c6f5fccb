import {
  type Arrangement,
  type Flap,
  type FlatState,
  type Measures,
  type Spine,
  buildArrangement,
  findFlaps,
  findNarrowest,
  findSpine,
  shortestFold,
  toMeasures,
} from '../folded/index.ts';
import { toBulk, toFingerVerdict, type PaperLimits } from '../paper/index.ts';
import type { ReplayedStep } from '../sequence/index.ts';
import { type LaterUse, laterGapMm } from './later.ts';
import { toMinutes } from '../schedule/index.ts';
import type { StepReading } from './types.ts';

interface Measured {
  readonly map: Arrangement;
  readonly measures: Measures;
  readonly flaps: readonly Flap[];
  readonly spine: Spine | undefined;
  readonly shortest: number | undefined;
}

const known = new WeakMap<FlatState, Measured>();

/** Arrangement, measures and flaps of a state, computed once for each state object. */
export function measureState(state: FlatState): Measured {
  const cached = known.get(state);
  if (cached) return cached;
  const map = buildArrangement(state);
  const measured = {
    map,
    measures: toMeasures(state, map),
    flaps: findFlaps(state, map),
    spine: findSpine(state, map),
    shortest: shortestFold(state),
  };
  known.set(state, measured);
  return measured;
}

/** Readings of one step at a sheet side in mm; without a side only what needs none. */
export function readStep(
  step: ReplayedStep,
  sideMm: number | undefined,
  caliperMm: number | null,
  pace: number,
  limits: PaperLimits,
  later: LaterUse = { usedBy: [] },
): StepReading {
  const { measures, flaps, shortest } = measureState(step.after);
  const narrow = findNarrowest(flaps);
  const layersAtCrease = step.trace?.layersAtCrease ?? 0;
  const base = { measures, flaps, layersAtCrease, minutes: toMinutes(step, sideMm ?? 200, pace) };
  if (sideMm === undefined) return base;
  const narrowMm = narrow && narrow.width * sideMm;
  return {
    ...base,
    widthMm: measures.width * sideMm,
    heightMm: measures.height * sideMm,
    ...(caliperMm === null ? {} : { thicknessMm: measures.spot.layers * caliperMm }),
    ...(narrow && narrowMm
      ? { narrowest: { widthMm: narrowMm, verdict: toFingerVerdict(narrowMm, limits), tip: narrow.tip } }
      : {}),
    ...(narrow && narrowMm && caliperMm !== null
      ? { bulk: toBulk(narrow.layers, caliperMm, narrowMm, limits) }
      : {}),
    ...(shortest === undefined ? {} : { shortestMm: shortest * sideMm }),
    ...(caliperMm !== null && step.move.kind === 'fold'
      ? { gapMm: laterGapMm(layersAtCrease, caliperMm, later) }
      : {}),
  };
}
