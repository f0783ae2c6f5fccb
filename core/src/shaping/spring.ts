import { distance, dot, sideOf, subtract, toUnit, turnLeft } from '../geometry/index.ts';
import type { ShapedStep } from './replay.ts';

/** How much a bend gives by its paper: the strain that springs back, per unit of memory it lacks (rule of thumb). */
const SPRING = 0.012;
/** What that may be out until drills say better: a third either way. */
const UNSURE = 0.3;

/** What a step keeps of the angle it is set to. */
export interface Spring {
  /** Share that is kept, 0 to 1, as is likely. */
  readonly keeps: number;
  /** The least and the most it may be. */
  readonly least: number;
  readonly most: number;
  /** Layers bent together. */
  readonly layers: number;
}

/**
 * Springback of a step: a bend over radius r of paper t thick keeps 1 - 1.5 x + 0.5 x^3 of its angle, x = 2 r e / t (elastic
 * core of a bent sheet); a sharp fold has half the thickness of its stack for a radius. `memory` is 1 for paper that stays.
 */
export function springOf(
  step: ShapedStep,
  { caliperMm, memory }: { readonly caliperMm: number; readonly memory: number },
): Spring {
  const layers = layersBent(step);
  const thick = caliperMm * Math.max(1, layers);
  const radius = 'rodMm' in step.act ? step.act.rodMm / 2 : thick / 2;
  const kept = (e: number): number => {
    const x = Math.min(1, (2 * radius * e) / caliperMm);
    return 1 - 1.5 * x + 0.5 * x ** 3;
  };
  const e = SPRING * (1 - memory);
  return { keeps: kept(e), least: kept(e * (1 + UNSURE)), most: kept(e * (1 - UNSURE)), layers };
}

/** Layers that are bent at the first line of a step: all edges on it together, over how far they reach. */
export function layersBent(step: ShapedStep): number {
  const { length, run } = bentAt(step);
  return run > 1e-9 ? Math.max(1, Math.round(length / run)) : 0;
}

/** The first line of a step: how far it reaches over the part, and how long all edges on it are together, in sheet sides. */
export function bentAt({ before, after }: ShapedStep): { readonly length: number; readonly run: number } {
  const number = before.hinges.length;
  const hinge = after.hinges[number];
  if (!hinge) return { length: 0, run: 0 };
  const along = toUnit(subtract(hinge.to, hinge.from));
  const normal = turnLeft(along);
  const line = { normal, offset: dot(normal, hinge.from) };
  let [sum, low, high] = [0, Infinity, -Infinity];
  for (const { model, plate } of after.pieces) {
    if (!plate.includes(number)) continue;
    model.forEach((p, i) => {
      const q = model[(i + 1) % model.length]!;
      if (Math.abs(sideOf(line, p)) > 1e-7 || Math.abs(sideOf(line, q)) > 1e-7) return;
      sum += distance(p, q);
      low = Math.min(low, dot(along, p), dot(along, q));
      high = Math.max(high, dot(along, p), dot(along, q));
    });
  }
  return { length: sum, run: Math.max(0, high - low) };
}
