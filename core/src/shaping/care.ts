import { areaOf } from '../geometry/index.ts';
import type { ShapedStep } from './replay.ts';
import { bentAt, layersBent } from './spring.ts';

/** How much the paper is sized: sized paper takes water up slowly and little of it, and stays workable longer. */
export type Sizing = 'none' | 'light' | 'strong';

/** The room and the paper shaping damp is planned for. */
export interface Damping {
  readonly sideMm: number;
  /** Grams per square metre. */
  readonly grammage: number;
  readonly sizing: Sizing;
  /** Percent, 0 to 100. */
  readonly humidity: number;
  readonly celsius: number;
}

/** What a shaping step takes when it is shaped damp. */
export interface DampStep {
  readonly step: string;
  /** Paper that is damped, every layer of it, in square cm. */
  readonly areaCm2: number;
  readonly layers: number;
  readonly waterMl: number;
  /** How long it can be worked before it is damped again. */
  readonly workingMinutes: number;
  /** Until it is dry through and may be let go of. */
  readonly dryingHours: number;
  /** The rod or former it dries on, in mm across; missing where it is only held. */
  readonly formerMm?: number;
}

/** Water taken up by damp paper (cool, no shine), as a share of its own weight (rule of thumb). */
const TAKES: Readonly<Record<Sizing, number>> = { none: 0.35, light: 0.28, strong: 0.2 };
/** Paper is workable down to this share of its weight in water. */
const WORKABLE = 0.12;
/** Water that a room's air leaves in paper; what is above it dries. */
const REMAINS = 0.07;
/** Still air carries 25 kg of water off a square metre an hour for each kg of water a kg of air can still take. */
const STILL_AIR = 25;
/** Paper gives its water off more slowly than open water does (rule of thumb). */
const PAPER = 0.35;
/** Each further layer holds the water back (rule of thumb). */
const HELD_BACK = 0.12;
/** Beside a sharp fold so much is damped, in mm. */
const BAND_MM = 8;

/**
 * Water the air can still take, in kg a kg of dry air: saturation by the Magnus formula at 1013 hPa, less what it holds.
 */
export function drynessOf(celsius: number, humidity: number): number {
  const saturated = 6.112 * Math.exp((17.62 * celsius) / (243.12 + celsius));
  const mixed = (hPa: number): number => (0.622 * hPa) / (1013.25 - hPa);
  return mixed(saturated) - mixed((saturated * humidity) / 100);
}

/**
 * Plans a shaping step shaped damp: what is damped, how much water, how long it can be worked and how long it dries.
 * Undefined where the step bends nothing. Rules of thumb on a physical footing; a trial strip of the same paper tells more.
 */
export function planDamp(own: ShapedStep, room: Damping): DampStep | undefined {
  const layers = layersBent(own);
  if (layers === 0 || own.refusal) return undefined;
  const areaMm2 = dampedMm2(own, room.sideMm);
  const takes = TAKES[room.sizing];
  const grams = (areaMm2 / 1e6) * room.grammage * takes;
  // Both faces of the stack dry; the water of all its layers has to come out through them.
  const perHour = 2 * STILL_AIR * 1000 * PAPER * drynessOf(room.celsius, room.humidity);
  const hours = (share: number): number =>
    (layers * room.grammage * share * (1 + HELD_BACK * (layers - 1))) / Math.max(perHour, 1e-6);
  const { act } = own;
  return {
    step: own.step.id,
    areaCm2: areaMm2 / 100,
    layers,
    waterMl: grams,
    workingMinutes: hours(takes - WORKABLE) * 60,
    dryingHours: hours(takes - REMAINS),
    ...('rodMm' in act ? { formerMm: act.rodMm } : {}),
  };
}

/** Paper of all layers that is damped, in square mm: a band beside a sharp fold, else all from the first turn to the last. */
function dampedMm2(own: ShapedStep, sideMm: number): number {
  const { before, after } = own;
  const first = before.hinges.length;
  const last = after.hinges.length - 1;
  if (last === first) return bentAt(own).length * sideMm * BAND_MM;
  // What lies between the first turn and the last hangs on the first and not on the last.
  return after.pieces.reduce(
    (sum, { plate, sheet }) =>
      plate.includes(first) && !plate.includes(last) ? sum + Math.abs(areaOf(sheet)) * sideMm ** 2 : sum,
    0,
  );
}
