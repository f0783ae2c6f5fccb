import { findNarrowest, heldFlaps, stripWidth } from '../folded/index.ts';
import { specOf } from '../kinds/index.ts';
import type { Replay, ReplayedStep } from '../sequence/index.ts';
import { measureState } from './measured.ts';

/** A narrow place: of a flap (its corner) or of a pleat (no corner); width in sheet sides. */
export interface NarrowPlace {
  readonly tip: string | null;
  readonly width: number;
  readonly layers: number;
  /** The step it is narrow after, from 1. */
  readonly step: number;
}

/** The narrowest flap after a step, or the strip of the pleat it makes where that is narrower. */
export function narrowestOf(step: ReplayedStep): NarrowPlace | undefined {
  const flap = findNarrowest(measureState(step.after).flaps);
  const strip =
    !step.refusal && specOf(step.move).leavesStrip ? stripWidth(step.trail?.creases ?? []) : undefined;
  if (strip !== undefined && (!flap || strip < flap.width))
    return { tip: null, width: strip, layers: step.trace?.layersAtCrease ?? 1, step: step.number };
  return flap && { tip: flap.tip, width: flap.width, layers: flap.layers, step: step.number };
}

/**
 * The narrowest place at any step on the way; the first of equals. What is folded away later had to be folded all the same.
 * Cost: the flaps of every state, kept with the state.
 */
export const narrowestOnTheWay = (replay: Pick<Replay, 'steps'>): NarrowPlace | undefined =>
  placesOf(replay).reduce<NarrowPlace | undefined>(
    (a, b) => (!a || b.width < a.width * (1 - ALIKE) ? b : a),
    undefined,
  );

/** The narrowest each flap and each pleat becomes on the way, the narrowest first: a flap by its corner, pleats together. */
export function narrowsOnTheWay({ steps }: Pick<Replay, 'steps'>): NarrowPlace[] {
  const found = new Map<string | null, NarrowPlace>();
  const note = (place: NarrowPlace): void => {
    const known = found.get(place.tip);
    if (!known || place.width < known.width * (1 - ALIKE)) found.set(place.tip, place);
  };
  for (const step of steps) {
    if (step.refusal || step.after === step.before || specOf(step.move).motion === 'whole model') continue;
    for (const { tip, width, layers } of heldFlaps(measureState(step.after).flaps))
      note({ tip, width, layers, step: step.number });
    const strip = specOf(step.move).leavesStrip ? stripWidth(step.trail?.creases ?? []) : undefined;
    if (strip !== undefined)
      note({ tip: null, width: strip, layers: step.trace?.layersAtCrease ?? 1, step: step.number });
  }
  return [...found.values()].sort((a, b) => a.width - b.width);
}

/** The place with the most layers for its width at any step on the way, which is the hardest to close. */
export const bulkiestOnTheWay = (replay: Pick<Replay, 'steps'>): NarrowPlace | undefined =>
  placesOf(replay).reduce<NarrowPlace | undefined>(
    (a, b) => (!a || b.layers / b.width > (a.layers / a.width) * (1 + ALIKE) ? b : a),
    undefined,
  );

const placesOf = ({ steps }: Pick<Replay, 'steps'>): NarrowPlace[] =>
  steps
    .filter((s) => !s.refusal && s.after !== s.before && specOf(s.move).motion !== 'whole model')
    .flatMap((s) => narrowestOf(s) ?? []);

/** "6 layers in the flap at corner B". */
export const sayStack = (place: Pick<NarrowPlace, 'tip' | 'layers'>): string =>
  `${place.layers} ${place.layers === 1 ? 'layer' : 'layers'} in ${sayPlace(place)}`;

/** Widths that differ by less are one. */
const ALIKE = 1e-6;

/** "the flap at corner B", "the pleat". */
export const sayPlace = ({ tip }: Pick<NarrowPlace, 'tip'>): string =>
  tip === null ? 'the pleat' : `the flap at corner ${tip}`;
